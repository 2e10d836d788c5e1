"""Wood screws and coach screws in framing: withdrawal by formula, shear by the dowel equations with the board as a gap.

Wherever the load stands off the stud, the bending of the screw over its lever limits the shear too: the lesser counts.
"""

from bisect import bisect_left
from math import pi
from typing import NamedTuple

from rockpin.core.base.findings import Finding, Severity, Stage
from rockpin.core.base.quantities import (
    MM_PER_INCH,
    N_MM_PER_LB_IN,
    N_PER_LBF,
    show_bit,
    show_length,
    show_limit,
    show_share,
    show_thickness,
)
from rockpin.core.base.words import WorkLine
from rockpin.core.capacity.common import (
    Assessment,
    Mode,
    Refusal,
    Use,
    bending_line,
    made,
    refuse,
    refused,
    say,
    screw_bending_shear_n,
    share_of,
    wrong_place,
)
from rockpin.core.capacity.dowel import ACROSS_GRAIN, DowelJoint, Yield, bearing_mpa, bending_yield_mpa, reference_shear
from rockpin.core.demand import CaseDemand, Duration
from rockpin.core.document.fixings import Screw, WoodFastener
from rockpin.core.document.fixture import Environment, HoleKind
from rockpin.core.framing import Behind, BehindKind
from rockpin.core.hole import BitRule, HoleSpec, Spot
from rockpin.core.tables.catalogue import CapacityTables
from rockpin.core.tables.figures import CapacityFigures

IS_A_SCREW = True


def wood_screw_withdrawal(specific_gravity: float, diameter_mm: float) -> float:
    """Reference withdrawal [N/mm of thread] of a wood screw: W = 2850·G²·D lb/in (NDS 2018 eq. 12.2-2)."""
    return 2850 * specific_gravity**2 * (diameter_mm / MM_PER_INCH) * N_MM_PER_LB_IN


def coach_screw_withdrawal(specific_gravity: float, diameter_mm: float) -> float:
    """Reference withdrawal [N/mm of thread] of a lag screw: W = 1800·G^1.5·D^0.75 lb/in (NDS 2018 eq. 12.2-1)."""
    return float(1800 * specific_gravity**1.5 * (diameter_mm / MM_PER_INCH) ** 0.75 * N_MM_PER_LB_IN)


def combined_use(pull_n: float, across_n: float, withdrawal_n: float, lateral_n: float) -> float:
    """Use under pull and shear together (NDS 2018 eq. 12.4-1), R/Z'α with Z'α = W'Z'/(W'cos²α + Z'sin²α).

    With cos α = V/R and sin α = N/R this is V²/(R·Z') + N²/(R·W').
    """
    resultant = float((pull_n**2 + across_n**2) ** 0.5)
    if resultant == 0:
        return 0.0
    return share_of(across_n**2, resultant * lateral_n) + share_of(pull_n**2, resultant * withdrawal_n)


def unfit(fastener: WoodFastener, spot: Spot, tables: CapacityTables) -> list[Refusal]:
    """What refuses a screw at every hole of this wall: no wood in it, damp."""
    if not spot.reading.wood_frame:
        return [refuse("no-wood", "There is no wood in this wall for its thread.")]
    return wrong_place(spot, fastener)


def _refusals(
    fastener: WoodFastener, screw: Screw, spot: Spot, behind: Behind, tables: CapacityTables
) -> list[Refusal]:
    figures, units = tables.figures, spot.units
    found: list[Refusal] = []

    def no(code: str, sentence: str, **numbers: float) -> None:
        found.append(refuse(code, sentence, **numbers))

    if behind.kind is not BehindKind.TIMBER or behind.solid_wood < spot.framing.solid_wood_prove:
        no(
            "not-in-wood",
            f"The chance of solid wood on both sides of it is {show_share(behind.solid_wood)}; "
            f"from {show_share(spot.framing.solid_wood_credit)} it counts.",
            solid_wood=behind.solid_wood,
        )
    if not spot.passes(screw.diameter_mm):
        no(
            "bracket-hole",
            f"A {screw.diameter_mm:.1f} mm shank does not pass the bracket's {spot.hole.diameter_mm:g} mm hole.",
            screw_mm=screw.diameter_mm,
            hole_mm=spot.hole.diameter_mm,
        )
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


def head_pull_through_n(head_mm: float, board_mm: float, specific_gravity: float) -> float:
    """Reference pull-through [N] of a round head in a wooden side member (NDS 2018, eq. 12.2-6).

    690·π·D_H·G²·t lb up to t = 2.5·D_H, 1725·π·D_H²·G² lb in thicker boards.
    """
    head, board = head_mm / MM_PER_INCH, min(board_mm, 2.5 * head_mm) / MM_PER_INCH
    return 690 * pi * head * specific_gravity**2 * board * N_PER_LBF


def pilot_mm(fastener: WoodFastener, screw: Screw, specific_gravity: float, figures: CapacityFigures) -> float:
    """Pilot [mm]: a share of the root for wood screws (NDS 2018, 12.1.5), of the shank for coach screws (12.1.4.2)."""
    if fastener.withdrawal == "wood_screw":
        hard = specific_gravity > figures.pilot_hard_gravity
        return (figures.pilot_root_share_hard if hard else figures.pilot_root_share) * screw.root_mm
    if specific_gravity > figures.pilot_hard_gravity:
        return figures.coach_pilot_share_hard * screw.diameter_mm
    middling = specific_gravity > figures.coach_pilot_middle_gravity
    return (figures.coach_pilot_share_middle if middling else figures.coach_pilot_share) * screw.diameter_mm


class _Held(NamedTuple):
    """What one screw of one length bears in this spot: references [N] for ten years' load, dry wood."""

    thread_mm: float
    per_mm: float
    withdrawal_n: float
    head_n: float | None
    joint: DowelJoint
    dowel: Yield
    wet: float


def _hold(fastener: WoodFastener, screw: Screw, spot: Spot, length_mm: float, tables: CapacityTables) -> _Held:
    """A coach screw is taken as loaded across the grain, whatever way the load goes: that bears least."""
    figures, reading, hole = tables.figures, spot.reading, spot.hole
    gravity = _gravity(spot, tables)
    tip = length_mm - spot.under_head_mm(screw)
    penetration = tip - reading.skin_mm
    # a coach screw's tapered tip, about one diameter, does not hold (NDS 2018 12.2.1.1)
    tip_off = screw.diameter_mm if fastener.withdrawal == "coach_screw" else 0.0
    thread = max(0.0, min(penetration, screw.thread_share * length_mm) - tip_off)
    rate = wood_screw_withdrawal if fastener.withdrawal == "wood_screw" else coach_screw_withdrawal
    per_mm = rate(gravity, screw.diameter_mm)
    side_mpa, head_n = figures.bracket_bearing_mpa, None
    if hole.board_species is not None:
        board = tables.species[hole.board_species].specific_gravity
        side_mpa = bearing_mpa(board, screw.diameter_mm, ACROSS_GRAIN)
        head = spot.washer_mm(screw) or screw.head_mm
        head_n = head_pull_through_n(head, hole.plate_mm, board)
    joint = DowelJoint(
        side_mpa=side_mpa,
        side_mm=max(hole.plate_mm, figures.bracket_least_mm),
        main_mpa=bearing_mpa(gravity, screw.diameter_mm, ACROSS_GRAIN),
        main_mm=penetration - tip_off,
        gap_mm=spot.skin_lever_mm,
        diameter_mm=screw.root_mm,
        yield_mpa=bending_yield_mpa(screw.diameter_mm),
    )
    return _Held(
        thread_mm=thread,
        per_mm=per_mm,
        withdrawal_n=per_mm * thread,
        head_n=head_n,
        joint=joint,
        dowel=reference_shear(joint, screw.diameter_mm, ACROSS_GRAIN),
        wet=figures.wood_wet if spot.environment is not Environment.DRY else 1.0,
    )


def _held_at(fastener: WoodFastener, screw: Screw, spot: Spot, length_mm: float, tables: CapacityTables) -> _Held:
    return spot.cached_per_wall(f"{fastener.key} {length_mm}", lambda: _hold(fastener, screw, spot, length_mm, tables))


def _gravity(spot: Spot, tables: CapacityTables) -> float:
    key = spot.wood_species or (spot.wall.framing.species if spot.wall.framing else "spruce")
    return tables.species[key].specific_gravity


def _use(held: _Held, screw: Screw, spot: Spot, case: CaseDemand, figures: CapacityFigures) -> Use:
    """NDS 2018, 12.4.1, and never less than pull or shear by itself: a little of the one must not help the other."""
    lasting = case.duration is Duration.PERMANENT
    duration = figures.duration_permanent if lasting else figures.duration_short
    pull, across = case.forces.tension_n, case.forces.shear_n
    withdrawal, mode = held.withdrawal_n, Mode.THREAD
    if held.head_n is not None and held.head_n < withdrawal:
        withdrawal, mode = held.head_n, Mode.HEAD
    withdrawal = withdrawal * duration * held.wet
    lever, clamped = spot.skin_lever_mm, spot.clamped
    bending = screw_bending_shear_n(screw.diameter_mm, screw.root_mm, lever, clamped, pull, figures)
    lateral = duration * held.wet * min(bending, held.dowel.force_n)
    use = max(combined_use(pull, across, withdrawal, lateral), share_of(pull, withdrawal), share_of(across, lateral))
    if pull * lateral > across * withdrawal:
        return Use(use, mode, withdrawal, lateral)
    if bending < held.dowel.force_n:
        return Use(use, Mode.BENDING, withdrawal, lateral)
    return Use(use, Mode.DOWEL, withdrawal, lateral, words=held.dowel.words)


def _lines(
    fastener: WoodFastener, screw: Screw, spot: Spot, held: _Held, tables: CapacityTables
) -> tuple[WorkLine, ...]:
    figures, gravity, inches = tables.figures, _gravity(spot, tables), screw.diameter_mm / MM_PER_INCH
    formula, equation = (
        (f"2850 × {gravity:g}² × {inches:.3f}", "12.2-2")
        if fastener.withdrawal == "wood_screw"
        else (f"1800 × {gravity:g}^1.5 × {inches:.3f}^0.75", "12.2-1")
    )
    reference = held.withdrawal_n * held.wet
    lines = [
        WorkLine(
            text=f"pull-out: {formula} = {held.per_mm / N_MM_PER_LB_IN:.0f} lb/in, "
            f"× {held.thread_mm / MM_PER_INCH:.2f} in of thread in the wood = {held.withdrawal_n:.0f} N",
            source=f"NDS 2018, eq. {equation}",
        ),
        WorkLine(
            text=f"× {held.wet:g} for damp = {reference:.0f} N for a short pull; × {figures.duration_permanent:g} = "
            f"{reference * figures.duration_permanent:.0f} N for a lasting one",
            source="NDS 2018, tables 2.3.2 and 11.3.3",
        ),
    ]
    if held.head_n is not None:
        lines.append(
            WorkLine(
                text=f"the head in {spot.hole.plate_mm:g} mm of board: {held.head_n:.0f} N before it pulls through",
                source="NDS 2018, eq. 12.2-6",
            )
        )
    lever = spot.skin_lever_mm
    ungapped = reference_shear(held.joint._replace(gap_mm=0.0), screw.diameter_mm, ACROSS_GRAIN)
    lines += [
        bending_line(screw.diameter_mm, screw.root_mm, lever, spot.clamped, figures),
        WorkLine(
            text=f"yield of the screw, mode {held.dowel.mode} ({held.dowel.words}), over a gap of {lever:.1f} mm: "
            f"{held.dowel.force_n:.0f} N; without the gap {ungapped.force_n:.0f} N, so it leaves "
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


def _worst(held: _Held, screw: Screw, spot: Spot, figures: CapacityFigures) -> tuple[Use, CaseDemand]:
    uses = [(_use(held, screw, spot, case, figures), case) for case in spot.demand.cases]
    return max(uses, key=lambda pair: pair[0].use)


def _proviso(fastener: WoodFastener, spot: Spot, behind: Behind, figures: CapacityFigures) -> list[Finding]:
    if behind.solid_wood >= spot.framing.solid_wood_credit:
        return []
    return [
        say(
            Severity.PROVE_FIRST,
            spot,
            fastener,
            "stud-unproved",
            f"Hole {spot.hole.number} has solid wood on both sides of the screw by "
            f"{show_share(behind.solid_wood)} only.",
            {"solid_wood": behind.solid_wood},
            "Push a pin in where the plate will cover it, and mark the stud as confirmed.",
            Stage.WALL,
        )
    ]


def _at_length(
    fastener: WoodFastener, screw: Screw, spot: Spot, length_mm: float, behind: Behind, tables: CapacityTables
) -> Assessment:
    figures, reading = tables.figures, spot.reading
    tip = length_mm - spot.under_head_mm(screw)
    held = _held_at(fastener, screw, spot, length_mm, tables)
    worst, case = _worst(held, screw, spot, figures)
    return made(
        fastener,
        spot,
        worst,
        case,
        lines=lambda: _lines(fastener, screw, spot, held, tables),
        provisos=_proviso(fastener, spot, behind, figures),
        hole=HoleSpec(
            diameter_mm=pilot_mm(fastener, screw, _gravity(spot, tables), figures),
            bit_rule=BitRule.PILOT,
            pilot_mm=None,
            depth_mm=tip,
            reach_mm=tip,
            grip_from_mm=max(reading.skin_mm, tip - screw.thread_share * length_mm),
            grip_to_mm=tip,
            plug_length_mm=0.0,
            wing_mm=0.0,
            wing_depth_mm=0.0,
        ),
        screw=spot.cached_per_wall(f"{fastener.key} pick {length_mm}", lambda: spot.pick(screw, length_mm)),
    )


def assess(fastener: WoodFastener, spot: Spot, tables: CapacityTables) -> Assessment:
    """A screw in the stud, in the shortest stock length that carries and stays within what Hidden allows.

    Where none does both, the shortest that carries is shown: it asks for proof of what is deeper.
    """
    if found := unfit(fastener, spot, tables):
        return refused(fastener, found)
    screw, reading, figures = tables.screws[fastener.screw], spot.reading, tables.figures
    behind = spot.behind(screw.diameter_mm)
    if found := _refusals(fastener, screw, spot, behind, tables):
        return refused(fastener, found)
    under = spot.under_head_mm(screw)
    least = under + reading.skin_mm + fastener.least_penetration_diameters * screw.diameter_mm
    most = under + reading.skin_mm + reading.void_mm - figures.tip_keeps_off_mm
    lengths = [length for length in screw.lengths_mm if least - 1e-6 <= length <= most + 1e-6]
    if not lengths:
        between = f"{show_length(least, spot.units)} and {show_limit(most, spot.units)}"
        return refused(
            fastener,
            [refuse("no-screw-length", f"No stock length between {between}.", least_mm=least, most_mm=most)],
        )
    limit = 1e6 if spot.depth_limit_mm is None else spot.depth_limit_mm

    def carries(length: float) -> bool:
        return _worst(_held_at(fastener, screw, spot, length, tables), screw, spot, figures)[0].use <= 1

    # a longer screw never holds less, so the first that carries is found by halving
    number = bisect_left(lengths, True, key=carries)
    if number == len(lengths):
        inside = [length for length in lengths if length - under <= limit]
        number = len(inside or lengths) - 1
    return _at_length(fastener, screw, spot, lengths[number], behind, tables)


def set_notes(fastener: WoodFastener, made: Assessment, spot: Spot, tables: CapacityTables) -> list[str]:
    """The full size above the thread, for a coach screw's plain shank (NDS 2018, 12.1.4.2)."""
    if not fastener.shank_hole or made.screw is None or not spot.reading.wood_frame:
        return []
    row = tables.screws[made.screw.key]
    plain = (1 - row.thread_share) * made.screw.length_mm - spot.under_head_mm(row)
    deep = max(spot.reading.skin_mm, plain)
    return [
        f"Open the hole to {show_bit(row.diameter_mm, spot.units)}, {show_thickness(deep, spot.units)} deep, "
        "for the plain shank."
    ]
