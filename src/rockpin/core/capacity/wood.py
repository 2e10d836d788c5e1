"""Wood screws and coach screws in framing: withdrawal by formula, shear by the dowel equations with the board as a gap.

Wherever the load stands off the stud, the bending of the screw over its lever limits the shear too: the lesser counts.
"""

from rockpin.core.capacity.common import (
    Assessment,
    Use,
    assessed,
    bending_working,
    refuse,
    refused,
    say,
    screw_bending_shear_n,
    wrong_place,
)
from rockpin.core.capacity.dowel import (
    ACROSS_GRAIN,
    Joint,
    Yield,
    bearing_mpa,
    bending_yield_mpa,
    reference_shear,
)
from rockpin.core.demand import CaseDemand, Duration
from rockpin.core.figures import Figures
from rockpin.core.findings import Finding, Severity, Stage
from rockpin.core.fixture import Environment, HoleKind
from rockpin.core.framing import Behind, BehindKind
from rockpin.core.quantities import MM_PER_INCH, N_MM_PER_LB_IN, show_length, show_limit, show_share
from rockpin.core.screws import BitRule, HoleSpec, pick, under_head_mm
from rockpin.core.spot import Spot, fits_bracket
from rockpin.core.tables import Catalogue, Screw, WoodFastener


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
    if withdrawal_n <= 0 or lateral_n <= 0:
        return 1e9
    return across_n**2 / (resultant * lateral_n) + pull_n**2 / (resultant * withdrawal_n)


def _refusals(fastener: WoodFastener, screw: Screw, spot: Spot, behind: Behind, catalogue: Catalogue) -> list[Finding]:
    figures, units = catalogue.figures, spot.units
    found: list[Finding] = []

    def no(code: str, sentence: str, **numbers: float) -> None:
        found.append(refuse(spot, fastener, code, sentence, **numbers))

    if not spot.reading.wood_frame:
        no("no-wood", "There is no wood in this wall for its thread.")
        return found
    found += wrong_place(spot, fastener)
    if behind.kind is not BehindKind.TIMBER or behind.solid_wood < figures.solid_wood_prove:
        no(
            "not-in-wood",
            f"The chance of solid wood on both sides of it is {show_share(behind.solid_wood)}; "
            f"from {show_share(figures.solid_wood_credit)} it counts.",
            solid_wood=behind.solid_wood,
        )
    if not fits_bracket(screw, spot.hole, figures):
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


def _dowel(
    screw: Screw, spot: Spot, specific_gravity: float, bearing_mm: float, figures: Figures
) -> tuple[Yield, Yield]:
    """Reference shear [N] with the gap that the skins make, and what it would be without.

    A coach screw is taken as loaded across the grain, whatever way the load goes: that bears least.
    """
    angle = ACROSS_GRAIN
    joint = Joint(
        side_mpa=figures.bracket_bearing_mpa,
        side_mm=max(spot.hole.plate_mm, figures.bracket_least_mm),
        main_mpa=bearing_mpa(specific_gravity, screw.diameter_mm, angle),
        main_mm=bearing_mm,
        gap_mm=spot.skin_lever_mm,
        diameter_mm=screw.root_mm,
        yield_mpa=bending_yield_mpa(screw.diameter_mm),
    )
    return (
        reference_shear(joint, screw.diameter_mm, angle),
        reference_shear(joint._replace(gap_mm=0.0), screw.diameter_mm, angle),
    )


def _at_length(
    fastener: WoodFastener, screw: Screw, spot: Spot, length_mm: float, behind: Behind, catalogue: Catalogue
) -> Assessment:
    figures, reading = catalogue.figures, spot.reading
    species = catalogue.species_by_key[spot.wall.framing.species if spot.wall.framing else "spruce"]
    under = under_head_mm(screw, spot, figures)
    tip = length_mm - under
    penetration = tip - reading.skin_mm
    # a coach screw's tapered tip, about one diameter, does not hold (NDS 2018 12.2.1.1)
    tip_off = screw.diameter_mm if fastener.withdrawal == "coach_screw" else 0.0
    thread = max(0.0, min(penetration, screw.thread_share * length_mm) - tip_off)
    rate = wood_screw_withdrawal if fastener.withdrawal == "wood_screw" else coach_screw_withdrawal
    per_mm = rate(species.specific_gravity, screw.diameter_mm)
    wet = figures.wood_wet if spot.environment is not Environment.DRY else 1.0
    reference_n = per_mm * thread * wet
    lever, clamped = spot.skin_lever_mm, spot.clamped(figures)
    dowel, ungapped = _dowel(screw, spot, species.specific_gravity, penetration - tip_off, figures)

    def use_of(case: CaseDemand) -> Use:
        lasting = case.duration is Duration.PERMANENT
        duration = figures.duration_permanent if lasting else figures.duration_short
        pull, across = case.forces.tension_n, case.forces.shear_n
        withdrawal = reference_n * duration
        bending = screw_bending_shear_n(screw.diameter_mm, screw.root_mm, lever, clamped, pull, figures)
        lateral = duration * wet * min(bending, dowel.force_n)
        sideways = "bending of the screw through the board" if bending < dowel.force_n else dowel.words
        pulls_more = pull * lateral > across * withdrawal
        return Use(
            use=combined_use(pull, across, withdrawal, lateral),
            governs="pull-out of the thread" if pulls_more else sideways,
            tension_capacity_n=withdrawal,
            shear_capacity_n=lateral,
        )

    gravity, diameter = species.specific_gravity, screw.diameter_mm / MM_PER_INCH
    formula = (
        f"2850 × {gravity:g}² × {diameter:.3f}"
        if fastener.withdrawal == "wood_screw"
        else f"1800 × {gravity:g}^1.5 × {diameter:.3f}^0.75"
    )
    working = [
        f"withdrawal: {formula} × {thread / MM_PER_INCH:.2f} in of thread = {per_mm * thread:.0f} N",
        f"× {wet:g} for damp = {reference_n:.0f} N for a short pull; "
        f"× {figures.duration_permanent:g} = {reference_n * figures.duration_permanent:.0f} N for a lasting one",
        bending_working(screw.diameter_mm, screw.root_mm, lever, clamped, figures),
        f"dowel equations, mode {dowel.mode}, with a gap of {lever:.1f} mm: {dowel.force_n:.0f} N; without it "
        f"{ungapped.force_n:.0f} N, so the gap leaves {100 * dowel.force_n / ungapped.force_n:.0f} %. "
        "A thicker screw or a backing board raises it most.",
    ]
    provisos: list[Finding] = []
    if behind.solid_wood < figures.solid_wood_credit:
        provisos.append(
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
        )
    share = figures.coach_pilot_share if fastener.withdrawal == "coach_screw" else figures.pilot_root_share
    pilot = share * (screw.diameter_mm if fastener.withdrawal == "coach_screw" else screw.root_mm)
    return assessed(
        fastener,
        spot,
        use_of,
        working=working,
        provisos=provisos,
        hole=HoleSpec(
            diameter_mm=pilot,
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
        screw=pick(screw, length_mm, spot, figures),
    )


def assess(fastener: WoodFastener, spot: Spot, catalogue: Catalogue) -> Assessment:
    """A screw in the stud, in the shortest stock length that carries and stays within what Hidden allows.

    Where none does both, the shortest that carries is shown: it asks for proof of what is deeper.
    """
    screw, reading, figures = catalogue.screw_by_key[fastener.screw], spot.reading, catalogue.figures
    behind = spot.behind(screw.diameter_mm, catalogue)
    found = _refusals(fastener, screw, spot, behind, catalogue)
    if found:
        return refused(fastener, found)
    under = under_head_mm(screw, spot, figures)
    least = under + reading.skin_mm + fastener.least_penetration_diameters * screw.diameter_mm
    most = under + reading.skin_mm + reading.void_mm - figures.tip_keeps_off_mm
    lengths = [length for length in screw.lengths_mm if least - 1e-6 <= length <= most + 1e-6]
    if not lengths:
        return refused(
            fastener,
            [
                refuse(
                    spot,
                    fastener,
                    "no-screw-length",
                    f"No stock length between {show_length(least, spot.units)} and {show_limit(most, spot.units)}.",
                    least_mm=least,
                    most_mm=most,
                )
            ],
        )
    limit = 1e6 if spot.depth_limit_mm is None else spot.depth_limit_mm

    def at(length: float) -> Assessment:
        return _at_length(fastener, screw, spot, length, behind, catalogue)

    # a longer screw never holds less: if the longest does not carry, none does
    longest = at(lengths[-1])
    if not longest.accepted:
        inside = [length for length in lengths if length - under <= limit]
        return at(inside[-1]) if inside else longest
    return next(one for length in lengths if (one := at(length)).accepted)
