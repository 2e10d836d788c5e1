"""Expanding plugs in brick, block and concrete, by table; plaster and tile hold nothing and are a lever."""

from collections.abc import Sequence
from itertools import product

from rockpin.core.base.quantities import show_across, show_force, show_length, show_limit
from rockpin.core.capacity.common import (
    Assessment,
    Mode,
    Refusal,
    refuse,
    screw_here,
    through_refusal,
    too_short,
    wrong_place,
)
from rockpin.core.capacity.setting_ways import Goes
from rockpin.core.capacity.tabled import ByCase, Factor, Raised, Setting, Tabled, tabled
from rockpin.core.document.fixings import MasonryKind, MasonryPlug, Rating, Screw
from rockpin.core.document.fixture import HoleKind
from rockpin.core.document.wall import UnitSolidity
from rockpin.core.framing import Behind, BehindKind
from rockpin.core.hole import (
    BitRule,
    HoleSpec,
    Spot,
)
from rockpin.core.identification import Family, WallReading
from rockpin.core.tables.by_room import CapacityTables
from rockpin.core.tables.figures import CapacityFigures

IN_JOINT = "in a mortar joint"


def neighbour_factor(
    spacings_mm: tuple[float, ...], plug_mm: float, figures: CapacityFigures, *, weak: bool = False
) -> float:
    """Factor [1] 1/(1 + c·Σ clamp((2 − s)/1.5, 0, 1)) with s in plug lengths; spacings [mm] in ascending order.

    c is 0.5, and 1 in aerated, cored and hollow units (``weak``). Planning: plugs pull out one by one long before they
    share a cone.
    """
    full, span = figures.masonry_neighbour_full_plugs, figures.masonry_neighbour_span_plugs
    total = 0.0
    for spacing in spacings_mm:
        if spacing >= full * plug_mm:
            break
        total += min(1.0, (full - spacing / plug_mm) / span)
    return 1 / (1 + (figures.masonry_neighbour_weak if weak else figures.masonry_neighbour_solid) * total)


_OWN_SPACING = ("resin",)
"""Kinds that spread nothing in the unit: rods in resin have their own spacing instead of the plugs' neighbours."""


def _weak_unit(spot: Spot) -> bool:
    return spot.reading.solidity not in (None, UnitSolidity.SOLID)


def _unit_pull_n(spot: Spot) -> float:
    """Greatest pull [N] that all holes of one unit take together in any case, this hole among them.

    Where joints are hidden all that fits within one unit's length and height counts as one.
    """
    group, (long, high) = spot.anchor_group(), spot.reading.unit_mm
    x, y = group.places[group.hole_ids.index(spot.hole.id)]
    near = [i for i, (a, b) in enumerate(group.places) if abs(a - x) <= long and abs(b - y) <= high]
    if len(near) == 1:
        return float((group.tension_n[:, near[0]] * group.allowed[:, 0]).max(initial=0.0))
    most = 0.0
    # a unit that begins at one of the holes, leftmost and lowest in it
    lefts = {left for left, _ in (group.places[i] for i in near) if left <= x <= left + long}
    lows = {low for _, low in (group.places[i] for i in near) if low <= y <= low + high}
    insides = {
        tuple(i for i in near if 0 <= group.places[i][0] - left <= long and 0 <= group.places[i][1] - low <= high)
        for left, low in product(lefts, lows)
    }
    for inside in insides:
        together = (group.tension_n[:, inside] * group.allowed).sum(axis=1)
        most = max(most, float(together.max(initial=0.0)))
    return most


def rating_of(plug: MasonryPlug, spot: Spot) -> Rating | None:
    """The table's row for what this wall is made of, or None where it has none."""
    if spot.reading.family is Family.CONCRETE:
        return plug.ratings.get("concrete")
    if spot.reading.family in (Family.MASONRY, Family.BONDED_BOARD) and spot.reading.solidity:
        return plug.ratings.get(spot.reading.solidity.value)
    return None


def _screws(plug: MasonryPlug, spot: Spot, tables: CapacityTables) -> list[Screw]:
    """The screws of the plug's range that are sold here, pass the bracket's hole and stand the weather, the thickest
    first; those in the van alone, where there are such."""
    screws = [screw for key in plug.screws if (screw := screw_here(key, spot, tables))]
    passing = [
        screw
        for screw in screws
        if set(spot.sold) & set(screw.systems) and spot.passes(screw.diameter_mm) and spot.hole.seat in screw.seats
    ]
    at_hand = [screw for screw in passing if screw.key in tables.in_van]
    return sorted(at_hand or passing, key=lambda screw: -screw.diameter_mm)


def _body_mm(plug: MasonryPlug, spot: Spot) -> float | None:
    """Length [mm] of a long plug's body: from the face through the skins into the wall, next stock length up.

    A stand-off sleeve is cut to length.
    """
    wanted = spot.reading.skin_mm + plug.plug_length_mm
    stock = next((length for length in plug.body_lengths_mm if length >= wanted - 1e-6), None)
    return wanted if stock and plug.stand_off else stock


def foreign(spot: Spot) -> Refusal | None:
    """What refuses every plug in this wall: it is of board."""
    if spot.reading.family.framed:
        return refuse(
            "plug-in-board",
            "It takes hold in masonry: in board a plug has nothing to spread against, loosens and falls.",
        )
    return None


def unfit(plug: MasonryPlug, spot: Spot, tables: CapacityTables) -> list[Refusal]:
    """What refuses a plug at every hole of this wall: no value for it, damp, a gap or skins too deep."""
    if rating_of(plug, spot) is None:
        return [refuse("not-rated", "It is not rated for what this wall is made of.")]
    found = wrong_place(spot, plug, tables)
    deep = spot.reading.skin_mm + plug.plug_length_mm
    if plug.body_lengths_mm and _body_mm(plug, spot) is None:
        found.append(
            refuse(
                "body-short",
                f"Its longest body is {show_limit(plug.body_lengths_mm[-1], spot.units)}; to reach "
                f"{show_length(plug.plug_length_mm, spot.units)} into the wall it takes "
                f"{show_length(deep, spot.units)}.",
                has_mm=plug.body_lengths_mm[-1],
                needs_mm=deep,
            )
        )
    through = plug.body_lengths_mm or plug.kind == "masonry_screw"
    if spot.reading.family is Family.BONDED_BOARD and not through:
        face = "board" if spot.reading.board_kind else "face"
        says = f"It would slip into the gap behind the {face}: a long plug or a stand-off sleeve bridges it."
        found.append(refuse("gap-in-front", says))
    if plug.stand_off and spot.reading.skin_mm < tables.figures.stand_off_from_mm:
        says = f"It bridges what stands off the wall; here that is {show_length(spot.reading.skin_mm, spot.units)}."
        found.append(refuse("nothing-to-bridge", says, skin_mm=spot.reading.skin_mm))
    return found


def edge_steps_mm(plug: MasonryPlug, tables: CapacityTables) -> tuple[float, ...]:
    """Distances [mm] to the wall's edge from which on it goes in at all, and bears all of its value."""
    figures = tables.figures
    return tuple(
        plugs * plug.plug_length_mm for plugs in (figures.masonry_edge_min_plugs, figures.masonry_edge_full_plugs)
    )


def _refusals(plug: MasonryPlug, spot: Spot, figures: CapacityFigures) -> list[Refusal]:
    """What refuses a plug at this hole: edges and neighbours."""
    units, found = spot.units, []
    edge, least = spot.free_edge_mm, figures.masonry_edge_min_plugs * plug.plug_length_mm
    if edge < least:
        found.append(
            refuse(
                "masonry-edge",
                f"The edge is {show_limit(max(edge, 0), units)} away; this plug needs {show_length(least, units)}.",
                edge_mm=edge,
                needs_mm=least,
            )
        )
    near, closest = spot.nearest_neighbour_mm(), figures.masonry_spacing_diameters * plug.hole_mm
    if near < closest - 1e-6:
        found.append(
            refuse(
                "too-close",
                f"The next hole is {show_limit(near, units)} away; this plug needs {show_length(closest, units)}.",
                spacing_mm=near,
                needs_mm=closest,
            )
        )
    if plug.kind not in _OWN_SPACING and spot.reading.family is Family.MASONRY:
        cap = figures.masonry_unit_weak_n if _weak_unit(spot) else figures.masonry_unit_solid_n
        pull = spot.cached_per_hole("unit pull", lambda: _unit_pull_n(spot))
        if pull > cap + 1e-6:
            unit = "one brick or block" if spot.wall.measured_courses else "the length of one brick or block"
            found.append(
                refuse(
                    "unit-overloaded",
                    f"All plugs in {unit} pull with {show_force(pull, units, demand=True)} together; one bears "
                    f"{show_force(cap, units, demand=False)}. Holes farther apart stand in more of them.",
                    pull_n=pull,
                    most_n=cap,
                )
            )
    return found


def _bracket_refusal(plug: MasonryPlug, screws: Sequence[Screw], spot: Spot) -> Refusal | None:
    """Why nothing of it passes the bracket's hole, or None where it does."""
    hole_mm = spot.hole.diameter_mm
    if not screws:
        return refuse(
            "bracket-hole",
            f"No screw for this plug passes the bracket's {show_across(hole_mm, spot.units)} hole.",
            hole_mm=hole_mm,
        )
    # on a keyhole none is put in, and where one sits it stands behind the bracket
    if plug.kind == "frame_plug" and hole_mm < plug.hole_mm and spot.hole.kind is not HoleKind.KEYHOLE:
        return refuse(
            "bracket-hole",
            f"Its {show_across(plug.hole_mm, spot.units)} body does not pass the bracket's "
            f"{show_across(hole_mm, spot.units)} hole, and it is set through it.",
            hole_mm=hole_mm,
        )
    return None


def _set(plug: MasonryPlug, spot: Spot, tables: CapacityTables) -> Setting | list[Refusal]:
    """The plug with its screw and hole in a bracket's hole of this kind, or why it cannot be set there.

    Where the thickest screw is sold in no length that goes deep enough and leaves enough of the wall, a thinner may be.
    """
    screws, rating = _screws(plug, spot, tables), rating_of(plug, spot)
    if barred := _bracket_refusal(plug, screws, spot):
        return [barred]
    if rating is None:
        return []
    why_not: list[Refusal] = []
    for screw in screws:
        made = _set_with(screw, rating, plug, spot, tables)
        if isinstance(made, Setting):
            return made
        why_not = why_not or made
    return why_not


def _set_with(
    screw: Screw, rating: Rating, plug: MasonryPlug, spot: Spot, tables: CapacityTables
) -> Setting | list[Refusal]:
    """The plug with one of its screws, or why that does not go."""
    figures, reading = tables.figures, spot.reading
    under = spot.under_head_mm(screw)
    # a masonry screw or a rod ends in the wall itself; in a plug the tip comes out by one diameter
    past = screw.diameter_mm if plug.kind in ("plug", "frame_plug") else 0.0
    if plug.kind == "resin":
        # what stands out must hold a washer and the whole nut
        under += figures.nut_diameters * screw.diameter_mm
    body = _body_mm(plug, spot) or 0.0
    set_mm = max(reading.skin_mm + plug.plug_length_mm, body)
    wanted = under + set_mm + past
    length = screw.stock_length_mm(wanted)
    if length is None:
        return [too_short(screw, wanted, spot.units)]
    dust = spot.dust_mm(screw.diameter_mm)
    depth = max(set_mm, length - under if plug.kind != "resin" else set_mm) + dust
    if short := through_refusal(spot, depth):
        return [short]
    tight = plug.kind == "masonry_screw"
    return Setting(
        rating=rating,
        screw=screw,
        skin_n=spot.skin_bears_n_per_mm * screw.diameter_mm if tight else 0.0,
        sleeve=plug.stand_off,
        outside_mm=spot.proud_mm + spot.hole.spacer_mm,
        lever_mm=spot.skin_lever_mm,
        clamped=spot.clamped,
        hole=HoleSpec(
            diameter_mm=plug.hole_mm,
            bit_rule=BitRule.EXACT if plug.kind == "masonry_screw" else BitRule.PLUG,
            pilot_mm=figures.step_up_share * plug.hole_mm if plug.hole_mm >= figures.step_up_from_mm else None,
            depth_mm=depth,
            reach_mm=depth,
            grip_from_mm=max(reading.skin_mm, set_mm - plug.plug_length_mm),
            grip_to_mm=set_mm,
            plug_length_mm=body or plug.plug_length_mm,
            dust_mm=dust,
            most_mm=plug.hole_max_mm,
            sleeve_mm=reading.skin_mm + plug.stand_off.in_wall_mm if plug.stand_off else 0.0,
            wing_mm=0.0,
            wing_depth_mm=0.0,
        ),
        pick=spot.pick(screw, length),
    )


def _factors(plug: MasonryPlug, spot: Spot, behind: Behind, tables: CapacityTables) -> list[Factor]:
    figures = tables.figures
    factors: list[Factor] = []
    if spot.reading.plug_share < 1:
        factors.append(Factor(label="dense block or stone against brick", value=spot.reading.plug_share))
    if spot.reading.family in (Family.MASONRY, Family.BONDED_BOARD):
        if behind.kind is BehindKind.JOINT:
            factors.append(Factor(label=IN_JOINT, value=figures.masonry_joint_factor))
        elif _joint_doubted(plug, spot, behind) and spot.mass_kg > figures.masonry_hidden_kg:
            label = f"{_unknown_joints(spot)}, and it is heavy"
            factors.append(Factor(label=label, value=figures.masonry_hidden_factor))
        elif spot.wall.measured_courses and behind.unit_end_mm is not None:
            keep = spot.framing.masonry_unit_end_share * spot.wall.measured_courses.unit_length_mm
            if behind.unit_end_mm < keep:
                factors.append(Factor(label="near the brick's end", value=figures.masonry_unit_end_factor))
    if spot.free_edge_mm < figures.masonry_edge_full_plugs * plug.plug_length_mm:
        factors.append(Factor(label="near the wall's edge", value=figures.masonry_edge_factor))
    if plug.kind not in _OWN_SPACING:
        beside = neighbour_factor(spot.spacings_mm, plug.plug_length_mm, figures, weak=_weak_unit(spot))
        factors.append(Factor(label="neighbours", value=beside))
    return factors


def _joint_doubted(plug: MasonryPlug, spot: Spot, behind: Behind) -> bool:
    """Whether a hidden joint may still be there: nobody has seen the courses, drilled the hole or pulled one."""
    return not behind.joints_known and spot.joint_proved is not None and plug.key not in spot.joint_proved


def _unknown_joints(spot: Spot) -> str:
    return "joints not measured" if spot.wall.courses else "joints hidden"


def _by_case(plug: MasonryPlug, spot: Spot, behind: Behind, heavy: bool, figures: CapacityFigures) -> ByCase:
    if spot.reading.family is Family.CONCRETE:
        return _BY_CASE_IN_CONCRETE
    if heavy or not _joint_doubted(plug, spot, behind):
        return _BY_CASE
    label = f"{_unknown_joints(spot)}, and somebody's weight on it"
    return ByCase(doubted=Factor(label, figures.masonry_hidden_factor))


_BY_CASE, _BY_CASE_IN_CONCRETE = ByCase(), ByCase(raised=Raised.CONCRETE)


def prepare(plug: MasonryPlug, spot: Spot, tables: CapacityTables) -> Tabled | list[Refusal]:
    """A plug at a hole: N/Nₐ + V/Vₐ; shear no more than the screw bears in bending through the skins."""
    figures = tables.figures
    setting = spot.cached_per_wall(tables.kept_as(plug.key), lambda: _set(plug, spot, tables))
    if isinstance(setting, list):
        return setting
    if found := _refusals(plug, spot, figures):
        return found
    behind = spot.behind(setting.screw.diameter_mm)
    factors = _factors(plug, spot, behind, tables)
    in_joint = any(factor.label == IN_JOINT for factor in factors)
    heavy = spot.mass_kg > figures.masonry_hidden_kg
    by = _by_case(plug, spot, behind, heavy, figures)
    return tabled(plug, spot, setting, factors, Mode.JOINT if in_joint else Mode.PLUG, by)


def set_notes(plug: MasonryPlug, made: Assessment, spot: Spot, tables: CapacityTables) -> list[str]:
    """How a plug, a rod in resin or a masonry screw is set."""
    match plug.kind:
        case "resin":
            return [
                "Blow, brush, blow again: dust lets resin fail. Fill from the bottom up, turn the rod in slowly.",
                "Wait as long as the packet says for the temperature of the wall before anything hangs on it.",
            ]
        case "frame_plug":
            return ["Blow out the dust. Push the plug through the bracket until its collar sits, then the screw."]
        case "masonry_screw":
            return ["Blow out the dust. No plug: the screw cuts its own thread, once."]
    if plug.stand_off and made.hole:
        return [
            f"Blow out the dust. Cut the sleeve to {show_length(made.hole.sleeve_mm, spot.units)}. Push it in with its "
            "plug until its end is flush with the face: it stands in the wall and carries the bracket across the gap."
        ]
    if plug.body_lengths_mm:
        return ["Blow out the dust. Tap the plug in until it is flush with the face; then the bracket, then the screw."]
    skin = spot.reading.skin_mm
    # flush with plaster it would grip where nothing holds
    how = f"in until it stands wholly in the wall, {show_length(skin, spot.units)} behind the face" if skin else "flush"
    return [
        f"Blow out the dust and tap the plug {how}: it is meant to be tight. If it will not go, clean the hole before "
        "widening it; if it goes in by hand, it is too loose."
    ]


def tested_rating(plug: MasonryPlug, reading: WallReading, figures: CapacityFigures) -> Rating | None:
    """The value of a plug in what this wall is made of [N]."""
    material = _material(reading)
    return plug.ratings.get(material) if material else None


def with_rating(plug: MasonryPlug, reading: WallReading, rating: Rating, figures: CapacityFigures) -> dict[str, object]:
    """The ratings of a plug with another value in what this wall is made of."""
    material = _material(reading)
    return {"ratings": {**plug.ratings, **({material: rating} if material else {})}}


def _material(reading: WallReading) -> MasonryKind | None:
    if reading.family is Family.CONCRETE:
        return "concrete"
    return reading.solidity.value if reading.solidity else None


def bought_by_its_screw(plug: MasonryPlug) -> bool:
    """A masonry screw is one; a frame plug is one piece with its own."""
    return plug.kind in ("masonry_screw", "frame_plug")


def goes(plug: MasonryPlug) -> Goes:
    """A frame plug goes through the bracket, a masonry screw is the screw itself, resin hardens first."""
    match plug.kind:
        case "frame_plug":
            return Goes.THROUGH
        case "masonry_screw":
            return Goes.DRIVEN
        case "resin":
            return Goes.CURES
    return Goes.BEFORE
