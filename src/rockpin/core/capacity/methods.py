"""Every fixing at every hole, and what refuses any fixing whatever its method."""

from collections.abc import Hashable, Iterable, Sequence
from typing import NamedTuple, cast

from rockpin.core.base.findings import Finding, Severity
from rockpin.core.base.quantities import show_across, show_force, show_length, show_limit, show_times
from rockpin.core.capacity import masonry
from rockpin.core.capacity.at_hand import rather
from rockpin.core.capacity.common import Assessment, Proviso, Refusal, refuse, refused, say
from rockpin.core.capacity.method import METHODS, method_named, method_of
from rockpin.core.capacity.setting_ways import Goes
from rockpin.core.capacity.sweep import Answer, Prepared, Same
from rockpin.core.document.fixings import AnyFixing, PostBolt, PostClamp
from rockpin.core.document.fixture import HoleKind
from rockpin.core.document.wall import UnitSolidity
from rockpin.core.hole import BitRule, Existing, Spot, kind_and_size
from rockpin.core.identification import Family
from rockpin.core.tables.by_room import CapacityTables


def _in_the_hole(made: Assessment, fixing: AnyFixing, spot: Spot, tables: CapacityTables) -> Assessment:
    """Where the hole is there already, only what goes into it as it came out, and nothing that failed in it."""
    there = spot.existing
    if there is None or there.sits == fixing.key:
        return made
    # whatever else stands against it, this is what somebody at the wall wants to read
    barred = _barred_by(there, made, fixing, spot, tables)
    return made._replace(refusals=(barred, *made.refusals)) if barred else made


def _barred_by(
    there: Existing, made: Assessment, fixing: AnyFixing, spot: Spot, tables: CapacityTables
) -> Refusal | None:
    if there.sits:
        return refuse("hole-holds", "Something sits in this hole that was tried and holds: nobody drills it out.")
    if there.lost:
        return refuse("hole-lost", "What is stuck in this hole leaves no room for it.")
    if fixing.key in there.failed:
        return refuse("failed-here", "It was tried in this hole, or given up for it.")
    kind, size = kind_and_size(fixing, tables.screws)
    if any(one.kind == kind and size <= one.size_mm + tables.figures.drilled_over_mm for one in there.outgrown):
        return refuse("failed-here", "One of its kind, no thinner than this, gave way in this hole.")
    hole, units = made.hole, spot.units
    if hole is None:
        return None
    if there.deepest_mm is not None and hole.depth_mm > there.deepest_mm + tables.figures.drilled_over_mm:
        sentence = (
            f"The hole could not be drilled deeper than {show_limit(there.deepest_mm, units)}; this wants "
            f"{show_length(hole.depth_mm, units)}."
        )
        return refuse("hole-shallow", sentence, depth_mm=there.deepest_mm, needs_mm=hole.depth_mm)
    # a hollow unit's value is that of its shells and chambers, in whichever of them a plug comes to sit
    hollow = spot.reading.solidity is UnitSolidity.HOLLOW
    if there.behind == "void" and METHODS[fixing.method] is masonry and not hollow:
        from_mm = there.from_mm
        if getattr(fixing, "kind", "") != "resin" and (from_mm is None or from_mm < hole.grip_to_mm):
            return refuse("void-round-plug", "The bit met a void: a plug needs something all round it.")
    if there.diameter_mm is None:
        return None
    if hole.bit_rule is BitRule.OWN and there.meant == fixing.key:
        # it stands in the hole that it cut itself
        return None
    # a screw in wood bites as long as its root is thicker than the hole; an anchor's pilot is the anchor's own
    bites = hole.bit_rule is BitRule.PILOT and method_of(fixing).is_a_screw
    most = made.screw.root_mm if bites and made.screw else hole.diameter_mm
    if there.diameter_mm <= most + tables.figures.drilled_over_mm:
        return None
    sentence = (
        f"The hole is {show_across(there.diameter_mm, units)} wide already; this wants no more than "
        f"{show_across(most, units)}."
    )
    return refuse("hole-too-big", sentence, drilled_mm=there.diameter_mm, most_mm=most)


def _reached(made: Assessment, spot: Spot, tables: CapacityTables) -> Assessment:
    """A driver must come at the screw past the fixture: the screw's own length and the tool, or room for a spanner."""
    room, figures = spot.hole.access_mm, tables.figures
    if room is None or made.screw is None or not made.accepted:
        return made
    by_spanner = made.screw.head in ("hexagon head", "nut and washer")
    needs = figures.access_spanner_mm if by_spanner else made.screw.length_mm + figures.access_driver_mm
    if room >= needs:
        return made
    sentence = (
        f"There is {show_limit(room, spot.units)} of room in front of the hole; "
        f"{'what turns a hexagon' if by_spanner else 'this screw with a short driver'} needs "
        f"{show_length(needs, spot.units)}."
    )
    return made._replace(refusals=(refuse("no-access", sentence, room_mm=room, needs_mm=needs),))


def _no_lever(case: str) -> Refusal:
    return refuse(
        "no-lever",
        f"When {case}, no fixing however strong would hold it: its holes lie on the edge that the plate turns about.",
    )


def _of_a_post(fixing: AnyFixing, spot: Spot) -> list[Refusal]:
    """A post is clamped, or bolted right through where it is timber, and nothing else; a wall is neither."""
    clamps, on_post = isinstance(fixing, PostClamp), spot.reading.family is Family.POST
    slot = spot.hole.kind is HoleKind.CLAMPED
    if on_post and not isinstance(fixing, PostClamp | PostBolt):
        return [refuse("post-drilled", "A post is clamped, not drilled: a hole weakens it and lets water in.")]
    if on_post and clamps is not slot:
        here = "a slot for a clamp" if slot else "a hole for a bolt and no room for a clamp"
        return [refuse("hole-not-clamped", f"This bracket has {here}.")]
    if not on_post and slot:
        return [refuse("bracket-for-a-post", "This bracket is made to be clamped round a post, and here is none.")]
    return []


def unfit(fixing: AnyFixing, spot: Spot, tables: CapacityTables) -> list[Refusal]:
    """What refuses a fixing at every hole of this wall alike; empty where it depends on the hole."""
    if no_post := _of_a_post(fixing, spot):
        return no_post
    if barred := method_of(fixing).foreign(spot):
        return [barred]
    found: list[Refusal] = METHODS[fixing.method].unfit(fixing, spot, tables)
    return found


def fit_for(fixings: Iterable[AnyFixing], spot: Spot, tables: CapacityTables) -> list[AnyFixing]:
    """The fixings that are sold here and that nothing refuses at every hole of this wall alike."""
    sold = set(spot.sold)
    at_home = {name for name in METHODS if method_named(name).foreign(spot) is None}
    return [
        one
        for one in fixings
        if one.method in at_home and not sold.isdisjoint(one.systems) and not refused_here(one, spot, tables)
    ]


def _shut_out(method: str, spot: Spot) -> Refusal | None:
    """What stands behind a hole and refuses every fixing of a method, looked for once."""
    return spot.cached_per_hole(f"{method} shut out", lambda: method_named(method).shut_out(spot))


def _prepare(fixing: AnyFixing, spot: Spot, tables: CapacityTables) -> Prepared | list[Refusal]:
    """A fixing at a hole by the method that its row names: what refuses it there, or what its method answers for."""
    if barred := refused_here(fixing, spot, tables):
        return barred
    if spot.demand.no_lever_case is not None:
        return [_no_lever(spot.demand.no_lever_case)]
    if nothing := _shut_out(fixing.method, spot):
        return [nothing]
    found: Prepared | list[Refusal] = METHODS[fixing.method].prepare(fixing, spot, tables)
    hangs = spot.hole.kind is HoleKind.KEYHOLE
    # however it came to sit there, what was tried and holds is counted
    sits = spot.existing is not None and spot.existing.sits == fixing.key
    if hangs and not sits and not isinstance(found, list) and method_of(fixing).goes(fixing) is Goes.THROUGH:
        return [refuse("keyhole-through", "It is set through the bracket, and a keyhole hangs on a screw that is in.")]
    return found


def _seated(made: Assessment, spot: Spot, tables: CapacityTables) -> Assessment:
    """The head, or its washer, must find room on the bracket: on its metal all round, and beside its neighbours."""
    screw, hole = made.screw, spot.hole
    if screw is None or not made.accepted:
        return made
    wide = screw.washer_mm or screw.head_mm
    if hole.kind is HoleKind.KEYHOLE:
        if screw.head_mm >= tables.figures.head_over_neck * hole.diameter_mm:
            return made
        sentence = (
            f"Its {show_across(screw.head_mm, spot.units)} head would slip through the keyhole's "
            f"{show_across(hole.diameter_mm, spot.units)} neck."
        )
        return made._replace(refusals=(refuse("head-slips", sentence, head_mm=screw.head_mm),))
    # a head may reach as far past the edge as it rests on metal on the other side
    if screw.washer_mm and wide / 2 > spot.cover_mm + hole.diameter_mm / 2:
        sentence = (
            f"Its {show_across(wide, spot.units)} washer finds no room on the bracket, whose edge is "
            f"{show_across(spot.cover_mm, spot.units)} away."
        )
        return made._replace(refusals=(refuse("washer-no-room", sentence, washer_mm=wide, cover_mm=spot.cover_mm),))
    near = spot.nearest_neighbour_mm()
    if near < wide - 1e-6:
        sentence = (
            f"Its {show_across(wide, spot.units)} {'washer' if screw.washer_mm else 'head'} meets "
            f"the next, {show_across(near, spot.units)} away."
        )
        return made._replace(refusals=(refuse("heads-meet", sentence, wide_mm=wide, spacing_mm=near),))
    return made


def _kept_inside(made: Assessment, spot: Spot) -> Assessment:
    """Nothing goes through, or into, the outer skin of a vehicle or a boat."""
    limit = spot.outside_mm
    if limit is None or made.hole is None or not made.accepted or made.hole.reach_mm <= limit + 1e-6:
        return made
    sentence = (
        f"It reaches {show_length(made.hole.reach_mm, spot.units)} deep; the outer skin begins at "
        f"{show_limit(limit + spot.figures.outer_skin_mm, spot.units)}, and nothing may dent or pierce it."
    )
    return made._replace(refusals=(refuse("comes-out-outside", sentence, reach_mm=made.hole.reach_mm, limit_mm=limit),))


def _tested(made: Assessment, fixing: AnyFixing, spot: Spot) -> Assessment:
    """A pull that failed low on the spot caps what any method counts on: nothing is ever taken above it."""
    most = fixing.pull_most_n
    if most is None or not made.tension_n or made.tension_n <= most or not made.demand_tension_n:
        return made
    use = made.use * made.tension_n / most
    capped = made._replace(use=use, tension_n=most)
    if use <= 1 or not made.accepted:
        return capped
    sentence = (
        f"Pulls on the spot allow no more than {show_force(most, spot.units, demand=False)}: it is used "
        f"{show_times(use)} when {made.case}."
    )
    return capped._replace(refusals=(refuse("too-weak", sentence, use=use, tension_n=made.demand_tension_n),))


def _finish(made: Assessment, fixing: AnyFixing, spot: Spot, tables: CapacityTables) -> Assessment:
    """What holds for a fixing by any method: a hole drilled already, room for a driver, a packet that claims much."""
    # what is refused as it is may only be capped by a pull, or told what the hole that is there wants
    open_still = made.accepted or spot.existing is not None or fixing.pull_most_n is not None
    if open_still and (made.hole is not None or spot.existing is not None):
        made = _kept_inside(_tested(made, fixing, spot), spot)
        made = _seated(_reached(_in_the_hole(made, fixing, spot, tables), spot, tables), spot, tables)
    claimed = max(fixing.over_table, made.over_formula)
    if claimed <= tables.figures.packet_over_table:
        return made
    doubt = Proviso(_CLAIMS_MUCH, lambda: _claims_much(fixing, claimed, spot))
    return made._replace(provisos=(*made.provisos, doubt))


_CLAIMS_MUCH = "packet-high"


def _claims_much(fixing: AnyFixing, claimed: float, spot: Spot) -> Finding:
    return say(
        Severity.PROVE_FIRST,
        spot,
        fixing,
        _CLAIMS_MUCH,
        f"Hole {spot.hole.number}: {fixing.label} claims {claimed:.1f} times what such a fixing usually holds.",
        {"over_table": claimed},
        "Read again whether that is a working or a breaking load, or pull one to see.",
    )


Pair = tuple[AnyFixing, Spot]


def assess_pairs(pairs: Sequence[Pair], tables: CapacityTables) -> list[Assessment]:
    """Fixings at holes, in their order: all that one method has prepared goes through its sums in one sweep.

    What a fixing came to at a hole is kept there: the same row at the same hole is not judged again.
    """
    kept = [_kept(fixing, spot, tables) for fixing, spot in pairs]
    fresh = [pair for pair, known in zip(pairs, kept, strict=True) if known is None]
    found = _assessed(fresh, tables)
    if tables.at_hand is not None:
        found = _out_of_the_van(fresh, found, tables.at_hand)
    for (fixing, spot), made in zip(fresh, found, strict=True):
        spot.assessed[fixing.key] = (fixing, tables, made)
    new = iter(found)
    return [next(new) if known is None else known for known in kept]


def _kept(fixing: AnyFixing, spot: Spot, tables: CapacityTables) -> Assessment | None:
    """What this very row came to at this hole by these tables; None where it was not judged there."""
    kept = spot.assessed.get(fixing.key)
    return cast(Assessment, kept[2]) if kept is not None and kept[0] is fixing and kept[1] is tables else None


def _out_of_the_van(pairs: Sequence[Pair], sold: Sequence[Assessment], van: CapacityTables) -> list[Assessment]:
    """The same with screws that are in the van, where they do as well as those from a shop."""
    able = [number for number, (fixing, _) in enumerate(pairs) if van.uses_van(fixing.screw_keys)]
    found = list(sold)
    for number, made in zip(able, _assessed([pairs[number] for number in able], van), strict=True):
        found[number] = rather(sold[number], made, pairs[number][1], van)
    return found


def _assessed(pairs: Sequence[Pair], tables: CapacityTables) -> list[Assessment]:
    """Fixings at holes, in their order, by these tables."""
    found: list[Assessment | None] = [None] * len(pairs)
    waiting: dict[Answer, list[tuple[int, Prepared]]] = {}
    for number, (fixing, spot) in enumerate(pairs):
        prepared = _prepare(fixing, spot, tables)
        if isinstance(prepared, list):
            found[number] = refused(fixing, prepared)
        else:
            waiting.setdefault(type(prepared).answer, []).append((number, prepared))
    for answer, some in waiting.items():
        for (number, _), made in zip(some, answer([prepared for _, prepared in some], tables), strict=True):
            found[number] = made
    done = cast(list[Assessment], found)
    return [
        # what is refused before it has a hole is refused, whatever else there is
        _finish(made, fixing, spot, tables)
        if made.hole is not None or spot.existing is not None or fixing.over_table
        else made
        for made, (fixing, spot) in zip(done, pairs, strict=True)
    ]


def told_of_place(fixing: AnyFixing, unloaded: Spot, tables: CapacityTables) -> Hashable:
    """All that decides of a hole's place for one fixing, whatever its loads; None where the place refuses it.

    At two places of one hole that are told alike, and where nothing else about the hole differs, the fixing comes to
    the same under every load. ``unloaded``: the hole with nothing on it, so that no load refuses anything yet.
    """
    sold, van = _told_by(fixing, unloaded, tables), tables.at_hand
    if van is None or not van.uses_van(fixing.screw_keys):
        return sold
    there = _told_by(fixing, unloaded, van)
    return None if sold is None and there is None else (sold, there)


def _told_by(fixing: AnyFixing, unloaded: Spot, tables: CapacityTables) -> Hashable:
    prepared = _prepare(fixing, unloaded, tables)
    if isinstance(prepared, list):
        return None
    told = getattr(prepared, "told", None)
    # a method that does not say is like none but itself
    return Same(prepared) if told is None else cast(Hashable, told(tables))


def assess(fixing: AnyFixing, spot: Spot, tables: CapacityTables) -> Assessment:
    """One fixing at one hole, by the method that its row names; what claims too much asks for proof."""
    return assess_pairs([(fixing, spot)], tables)[0]


def refused_here(fixing: AnyFixing, spot: Spot, tables: CapacityTables) -> list[Refusal]:
    """What refuses a fixing at every hole of this wall alike, asked once for all of them."""
    known = spot.cached_per_wall("unfit", _nothing_asked)
    found = known.get(fixing.key)
    if found is None:
        found = known[fixing.key] = unfit(fixing, spot, tables)
    return found


def _nothing_asked() -> dict[str, list[Refusal]]:
    return {}


NOT_SOLD = "not-sold"
"""The code of a refusal that is the shop's and not the wall's."""

_NOT_SOLD = refuse(NOT_SOLD, "It is made to the sizes of another region and not sold here.")


class _InThisWall(NamedTuple):
    """All ``fixings`` as a wall takes them: ``told``, in their order, what is said of those that it refuses at every
    hole, and None of the rest; ``able``: those, by method."""

    fixings: Sequence[AnyFixing]
    told: dict[str, Assessment | None]
    able: dict[str, list[AnyFixing]]


def _in_this_wall(fixings: Sequence[AnyFixing], uses: Sequence[Spot], tables: CapacityTables) -> _InThisWall:
    """``uses``: a hole for each way in which a thing of the row is used."""
    first, *others = uses
    sold = set(first.sold)
    found = _InThisWall(fixings, {}, {})
    # what is not sold here comes last: it is the least of reasons
    for fixing in sorted(fixings, key=lambda row: sold.isdisjoint(row.systems)):
        if sold.isdisjoint(fixing.systems):
            barred = [_NOT_SOLD]
        else:
            barred = refused_here(fixing, first, tables)
            barred = barred if all(refused_here(fixing, one, tables) for one in others) else []
        if barred:
            found.told[fixing.key] = refused(fixing, barred)
        else:
            found.told[fixing.key] = None
            found.able.setdefault(fixing.method, []).append(fixing)
    return found


def _nothing_sorted() -> dict[Hashable, _InThisWall]:
    return {}


def assess_all(
    fixings: Sequence[AnyFixing], spots: Sequence[Spot], tables: CapacityTables
) -> dict[str, dict[str, Assessment]]:
    """Every fixing at every hole of one fixture, by hole and fixing; what the wall refuses, it refuses for all."""
    if not spots:
        return {}
    # things beside one another may be used in other ways: what a wall refuses one of them it may not refuse all
    uses = {spot.used_as: spot for spot in spots}
    sorted_out = spots[0].cached_per_wall("in this wall", _nothing_sorted)
    # what is kept has its fixings with it, so that their number is never given again
    asked = id(fixings), *uses
    if asked not in sorted_out:
        sorted_out[asked] = _in_this_wall(fixings, list(uses.values()), tables)
    _, everywhere, able = sorted_out[asked]
    pairs, shut = [], {}
    for spot in spots:
        here: dict[str, Assessment | None] = {}
        for method, rows in able.items():
            # one look behind a fresh hole refuses all of a method
            fresh = spot.existing is None and spot.demand.no_lever_case is None
            if fresh and (nothing := _shut_out(method, spot)):
                here |= {row.key: refused(row, [nothing]) for row in rows}
            else:
                pairs += [(fixing, spot) for fixing in rows]
        shut[spot.hole.id] = here
    table = {spot.hole.id: everywhere | shut[spot.hole.id] for spot in spots}
    for (fixing, spot), made in zip(pairs, assess_pairs(pairs, tables), strict=True):
        table[spot.hole.id][fixing.key] = made
    return cast(dict[str, dict[str, Assessment]], table)
