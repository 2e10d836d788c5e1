"""Wood screws and coach screws in framing: withdrawal by formula, shear by the dowel equations with the board as a gap.

Wherever the load stands off the stud, the bending of the screw over its lever limits the shear too: the lesser counts.
"""

from collections.abc import Hashable, Sequence
from math import inf
from typing import NamedTuple, cast

import numpy as np
from numpy.typing import NDArray

from rockpin.core.base.quantities import (
    MM_PER_INCH,
    N_MM_PER_LB_IN,
    show_length,
    show_limit,
    show_share,
    show_summed_force,
    show_thickness,
)
from rockpin.core.base.words import WorkLine
from rockpin.core.capacity.common import (
    Assessment,
    Mode,
    Proviso,
    Refusal,
    Use,
    bending_line,
    does_not_pass,
    made,
    no_length,
    refuse,
    screw_bending_shear_n,
    screw_here,
    wrong_place,
)
from rockpin.core.capacity.dowel import ACROSS_GRAIN, reference_shear
from rockpin.core.capacity.open_spots import open_proviso
from rockpin.core.capacity.sweep import Cases, Prepared, Same, cases_of, shares, worst_rows
from rockpin.core.capacity.wood_hold import (
    Held,
    combined_use,
    edge_share,
    hold,
    over_formula,
    pilot_mm,
    specific_gravity_of,
)
from rockpin.core.demand import CaseDemand, Rows
from rockpin.core.document.fixings import Screw, WoodFastener
from rockpin.core.document.fixture import HoleKind
from rockpin.core.document.wall import MemberKind
from rockpin.core.framing import Behind, BehindKind
from rockpin.core.hole import BitRule, HoleSpec, ScrewPick, Spot
from rockpin.core.tables.by_room import CapacityTables
from rockpin.core.tables.figures import CapacityFigures

IS_A_SCREW = True
HOLDS_IN = BehindKind.TIMBER


def foreign(spot: Spot) -> Refusal | None:
    """What refuses every screw in this wall: there is no wood in it."""
    blocked = spot.wall.framing and any(one.kind is MemberKind.BLOCKING for one in spot.wall.framing.members)
    if not spot.reading.wood_frame and not (spot.reading.family.framed and blocked):
        return refuse("no-wood", "There is no wood in this wall for its thread.")
    return None


def unfit(fastener: WoodFastener, spot: Spot, tables: CapacityTables) -> list[Refusal]:
    """What refuses a screw at every hole of this wall: damp."""
    return wrong_place(spot, fastener, tables)


def shut_out(spot: Spot) -> Refusal | None:
    """What refuses every screw here: even the thinnest finds no wood, and a thicker one wants as much of it or more."""
    behind = spot.behind(0.0)
    # a hole that is there already is what it was found to be
    if spot.existing is not None or behind.solid_wood >= spot.framing.open_least:
        return None
    return _no_wood(behind, spot)


def _no_wood(behind: Behind, spot: Spot) -> Refusal | None:
    """That a screw finds no wood, or too little of it to be there on both sides; None where it does."""
    if behind.member is not None and not behind.member.timber:
        return refuse("not-in-wood", "The stud behind this hole is of steel.")
    if behind.solid_wood >= spot.framing.open_least:
        return None

    def says() -> str:
        return (
            f"The chance of solid wood on both sides of it is {show_share(behind.solid_wood)}; "
            f"from {show_share(spot.framing.solid_wood_credit)} it counts."
        )

    return refuse("not-in-wood", says, solid_wood=behind.solid_wood)


def _refusals(
    fastener: WoodFastener, screw: Screw, spot: Spot, behind: Behind, tables: CapacityTables
) -> list[Refusal]:
    figures, units = tables.figures, spot.units
    found: list[Refusal] = []

    def no(code: str, sentence: str, **numbers: float) -> None:
        found.append(refuse(code, sentence, **numbers))

    if nothing := _no_wood(behind, spot):
        found.append(nothing)
    if stuck := does_not_pass(screw.diameter_mm, spot):
        found.append(stuck)
    if spot.hole.seat not in screw.seats:
        no("head-seat", "Its hexagon head does not fit a countersunk hole.")
    if spot.hole.kind is HoleKind.KEYHOLE and fastener.withdrawal == "coach_screw":
        no("keyhole-head", "A keyhole hangs on a screw's head; this one ends in a hexagon.")
    near, least = spot.nearest_neighbour_mm(), figures.wood_spacing_diameters * screw.diameter_mm
    if near < least:
        no(
            "too-close",
            f"The next hole is {show_limit(near, units)} away; in wood it needs {show_length(least, units)}.",
            spacing_mm=near,
            needs_mm=least,
        )
    return found


def _edge_mm(one: "_Screwed") -> float:
    """Distance [mm] to the edge that is pushed at: as sure as it is, and no less than what makes it wood at all."""
    framing = one.spot.framing
    least = max(framing.wood_edge_diameters * one.screw.diameter_mm, framing.wood_edge_min_mm)
    return max(one.behind.edge_mm or 0.0, least)


def _of_screw(one: "_Screwed", figures: CapacityFigures) -> tuple[float, ...]:
    screw, spot, member = one.screw, one.spot, one.behind.member
    upright = member is None or not member.horizontal
    return (
        screw.diameter_mm,
        screw.root_mm,
        screw.yield_mpa,
        spot.skin_lever_mm,
        spot.clamped,
        spot.skin_bears_n_per_mm * screw.diameter_mm,
        1.0 if one.behind.edge_mm is None else edge_share(_edge_mm(one), screw.diameter_mm, figures),
        upright,
        one.fixing.most_raise,
    )


class _Swept(NamedTuple):
    """Screws of all lengths in all cases, arrays of one row a case: use, and the values [N] that it was used by."""

    use: Rows
    withdrawal_n: Rows
    lateral_n: Rows
    bending_n: Rows
    head_holds: NDArray[np.bool_]


def _sweep(some: Sequence["_Screwed"], cases: Cases, lengths: NDArray[np.int_], tables: CapacityTables) -> _Swept:
    """NDS 2018, 12.4.1, and never less than pull or shear by itself: a little of the one must not help the other.

    ``cases``: of each length of each screw, ``lengths``: how many lengths each screw has.
    """
    figures = tables.figures
    held = [each for one in some for each in one.held]
    bears = np.array([(each.withdrawal_n, each.head_or_more_n, each.dowel.force_n, each.wet) for each in held])
    screws = np.array([_of_screw(one, figures) for one in some])
    thread, head, dowel, wet = bears[cases.of].T
    of_screw = np.repeat(screws, lengths, axis=0)[cases.of].T
    diameter, root, steel, lever, clamped, skin, edge_share, upright, most_raise = of_screw
    acts = cases.by
    # a packet's own load is raised for a moment only as far as what it was divided by is known
    duration, pull = np.minimum(acts.wood, most_raise), cases.pull_n
    # a push across the grain counts for more where the edge is near: its part of the shear by how much it lacks there
    across = np.hypot(
        cases.across_n / np.where(upright > 0, edge_share, 1.0), cases.up_n / np.where(upright > 0, 1.0, edge_share)
    )
    head_holds = head < thread
    withdrawal = np.where(head_holds, head, thread) * duration * wet
    safety = acts.screw_safety(figures.screw_safety)
    tight = skin * acts.skin
    # steel does not creep: only the wood's share of the shear takes the duration of the load
    bending = screw_bending_shear_n(diameter, root, lever, clamped > 0, pull, steel, safety)
    lateral = np.minimum(bending, duration * wet * dowel) + tight
    use = combined_use(pull, across, withdrawal, lateral)
    use = np.maximum(use, np.maximum(shares(pull, withdrawal), shares(across, lateral)))
    return _Swept(use, withdrawal, lateral, bending, head_holds)


def _lines(
    fastener: WoodFastener, screw: Screw, spot: Spot, held: Held, tables: CapacityTables
) -> tuple[WorkLine, ...]:
    figures, gravity, inches = tables.figures, specific_gravity_of(spot, screw, tables), screw.diameter_mm / MM_PER_INCH
    formula, equation = (
        (f"2850 × {gravity:g}² × {inches:.3f}", "12.2-2")
        if fastener.withdrawal == "wood_screw"
        else (f"1800 × {gravity:g}^1.5 × {inches:.3f}^0.75", "12.2-1")
    )
    units = spot.units
    lasting = {
        factor: show_summed_force(held.withdrawal_n * held.wet * factor, units) for factor in (0.9, 1.0, 1.25, 1.6)
    }
    by_formula = WorkLine(
        text=f"pull-out: {formula} = {held.per_mm / N_MM_PER_LB_IN:.0f} lb/in, "
        f"× {held.thread_mm / MM_PER_INCH:.2f} in of thread in the wood = "
        f"{show_summed_force(held.per_mm * held.thread_mm, units)}",
        source=f"NDS 2018, eq. {equation}",
    )
    lines = [by_formula]
    if fastener.rated:
        text = f"its packet rates it in a stud: {show_summed_force(held.withdrawal_n, units)} pulled, "
        text += f"{show_summed_force(held.dowel.force_n, units)} across"
        lines = [WorkLine(text=text, source=fastener.source)]
    lines += [
        WorkLine(
            text=f"× {held.wet:g} for damp = {lasting[1.0]} for ten years; × 0.9 = {lasting[0.9]} for ever; "
            f"× 1.25 = {lasting[1.25]} for a week, × 1.6 = {lasting[1.6]} for a moment",
            source="NDS 2018, tables 2.3.2 and 11.3.3",
        ),
    ]
    if held.head_n is not None:
        lines.append(
            WorkLine(
                text=f"the head in {show_thickness(spot.hole.plate_mm, units)} of board: "
                f"{show_summed_force(held.head_n, units)} before it pulls through",
                source="NDS 2018, eq. 12.2-6",
            )
        )
    lever = spot.skin_lever_mm
    ungapped = reference_shear(held.joint._replace(gap_mm=0.0), screw.diameter_mm, ACROSS_GRAIN)
    lines += [
        bending_line(screw, lever, spot.clamped, figures, units, spot.skin_bears_n_per_mm * screw.diameter_mm),
        WorkLine(
            text=f"yield of the screw, mode {held.dowel.mode} ({held.dowel.words}), over a gap of "
            f"{show_thickness(lever, units)}: "
            f"{show_summed_force(held.dowel.force_n, units)}; "
            f"without the gap {show_summed_force(ungapped.force_n, units)}, so it leaves "
            f"{100 * held.dowel.force_n / ungapped.force_n:.0f} %"
            + (". A thicker screw or a backing board raises it most." if lever > 0 else ""),
            source="AWC TR12 (2015), table 1-1; NDS 2018, 12.3",
        ),
        WorkLine(
            text="together: V²/(R·Z′) + N²/(R·W′), and no less than N/W′ or V/Z′ alone",
            source="NDS 2018, 12.4.1",
        ),
    ]
    return tuple(lines)


def _proviso(fastener: WoodFastener, spot: Spot, behind: Behind, diameter_mm: float) -> list[Proviso]:
    if behind.solid_wood >= spot.framing.solid_wood_credit:
        return []
    what = "there is solid wood on both sides of the screw"
    return [open_proviso(spot, fastener, behind.solid_wood, what, wood=True)]


_Fitting = tuple[tuple[float, ...], tuple[Held, ...]]


class _Screwed(NamedTuple):
    """A screw in the wood behind a hole, with what each stock length that fits there bears."""

    fixing: WoodFastener
    spot: Spot
    screw: Screw
    behind: Behind
    lengths_mm: tuple[float, ...]
    held: tuple[Held, ...]

    def told(self, tables: CapacityTables) -> Hashable:
        """All that decides of its place."""
        wood, figures = self.behind.solid_wood, self.spot.framing
        sure = wood >= figures.solid_wood_credit, wood >= figures.open_likely
        return Same(self.held), _of_screw(self, tables.figures), self.spot.depth_limit_mm, sure

    @staticmethod
    def answer(prepared: Sequence[Prepared], tables: CapacityTables) -> list[Assessment]:
        """All of them together."""
        return _answer(prepared, tables)


def prepare(fastener: WoodFastener, spot: Spot, tables: CapacityTables) -> _Screwed | list[Refusal]:
    """A screw in the stud: what refuses it, or every stock length between the least hold and the far face."""
    screw, figures = screw_here(fastener.screw, spot, tables) or tables.screws[fastener.screw], tables.figures
    behind = spot.behind(screw.diameter_mm)
    if found := _refusals(fastener, screw, spot, behind, tables):
        return found

    def fitting() -> _Fitting | list[Refusal]:
        under, reading = spot.under_head_mm(screw), spot.reading
        least = under + reading.skin_mm + fastener.least_penetration_diameters * screw.diameter_mm
        # a noggin or a piece of blocking may be less deep than the frame: a screw counts on no more than that
        deep = min(reading.void_mm, depth) if depth else reading.void_mm
        most = under + reading.skin_mm + deep - figures.tip_keeps_off_mm
        lengths = tuple(length for length in screw.lengths_mm if least - 1e-6 <= length <= most + 1e-6)
        if not lengths:
            return [no_length(screw.lengths_mm, least, most, spot.units)]
        return lengths, tuple(hold(fastener, screw, spot, length, tables) for length in lengths)

    member = behind.member
    depth, species = (member.depth_mm, member.species) if member else (None, None)
    key = tables.kept_as(f"{fastener.key} lengths {depth} {species}")
    fits: _Fitting | list[Refusal] = spot.cached_per_wall(key, fitting)
    return fits if isinstance(fits, list) else _Screwed(fastener, spot, screw, behind, *fits)


def _shortest(one: _Screwed, uses: Sequence[float], planned_use: float) -> int:
    """The number of the shortest length that carries with room to spare; a longer screw never holds less.

    One that stays within what Hidden allows goes before a longer one. Where none carries, the longest within that, or
    the longest of all.
    """
    limit = inf if one.spot.depth_limit_mm is None else one.spot.depth_limit_mm
    under = one.spot.under_head_mm(one.screw)
    inside = sum(length - under <= limit for length in one.lengths_mm)
    allowed = uses[:inside]
    easy = next((number for number, use in enumerate(allowed) if use <= planned_use), None)
    if easy is not None:
        return easy
    if inside and allowed[-1] <= 1:
        return inside - 1
    carrying = next((number for number, use in enumerate(uses) if use <= 1), None)
    return carrying if carrying is not None else (inside or len(one.lengths_mm)) - 1


def _set(one: _Screwed, length_mm: float, tables: CapacityTables) -> tuple[HoleSpec, ScrewPick]:
    """The pilot and the screw of one length [mm] in such a bracket's hole over such wood."""
    fastener, spot, screw, figures = one.fixing, one.spot, one.screw, tables.figures
    tip = length_mm - spot.under_head_mm(screw)
    hole = HoleSpec(
        diameter_mm=pilot_mm(fastener, screw, specific_gravity_of(spot, screw, tables), figures),
        bit_rule=BitRule.PILOT,
        pilot_mm=None,
        depth_mm=tip,
        reach_mm=tip,
        grip_from_mm=max(spot.reading.skin_mm, tip - screw.thread_share * length_mm),
        grip_to_mm=tip,
        plug_length_mm=0.0,
        wing_mm=0.0,
        wing_depth_mm=0.0,
    )
    return hole, spot.pick(screw, length_mm)


def _at_length(one: _Screwed, number: int, worst: Use, case: CaseDemand, tables: CapacityTables) -> Assessment:
    fastener, spot, screw, held = one.fixing, one.spot, one.screw, one.held[number]
    length, member = one.lengths_mm[number], one.behind.member
    key = tables.kept_as(f"{fastener.key} set {length} {member.species if member else None}")
    hole, pick = spot.cached_per_wall(key, lambda: _set(one, length, tables))
    assessment = made(
        fastener,
        spot,
        worst,
        case,
        lines=lambda: _lines(fastener, screw, spot, held, tables),
        provisos=_proviso(fastener, spot, one.behind, screw.diameter_mm),
        hole=hole,
        screw=pick,
    )
    return assessment._replace(over_formula=over_formula(fastener, screw, held)) if fastener.rated else assessment


def _answer(prepared: Sequence[Prepared], tables: CapacityTables) -> list[Assessment]:
    """Each screw in the shortest stock length that carries, and in its worst case."""
    some = cast(Sequence[_Screwed], prepared)
    lengths = np.array([len(one.held) for one in some])
    cases = cases_of([one.spot for one in some for _ in one.held])
    swept = _sweep(some, cases, lengths, tables)
    rows = worst_rows(swept.use, cases.of, cases.starts)
    uses, found, first = swept.use[rows].tolist(), [], 0
    for one, count in zip(some, lengths.tolist(), strict=True):
        number = _shortest(one, uses[first : first + count], tables.figures.planned_use)
        row = int(rows[first + number])
        case = one.spot.demand.cases[row - int(cases.starts[first + number])]
        found.append(_at_length(one, number, _use(one.held[number], swept, row, case), case, tables))
        first += count
    return found


def _use(held: Held, swept: _Swept, row: int, case: CaseDemand) -> Use:
    """What governs in one row."""
    withdrawal, lateral = float(swept.withdrawal_n[row]), float(swept.lateral_n[row])
    use = float(swept.use[row])
    if case.forces.tension_n * lateral > case.forces.shear_n * withdrawal:
        return Use(use, Mode.HEAD if swept.head_holds[row] else Mode.THREAD, withdrawal, lateral)
    if swept.bending_n[row] < held.dowel.force_n:
        return Use(use, Mode.BENDING, withdrawal, lateral)
    return Use(use, Mode.DOWEL, withdrawal, lateral, words=held.dowel.words)


def shank_hole_mm(
    fastener: WoodFastener, screw: ScrewPick, spot: Spot, tables: CapacityTables
) -> tuple[float, float] | None:
    """Diameter and depth [mm] of the hole above the thread, for a coach screw's plain shank (NDS 2018, 12.1.4.2).

    None where the thread goes on to the head.
    """
    if not fastener.shank_hole:
        return None
    row = tables.screws[screw.key]
    plain = (1 - row.thread_share) * screw.length_mm - spot.under_head_mm(row)
    return row.diameter_mm, max(spot.reading.skin_mm, plain)
