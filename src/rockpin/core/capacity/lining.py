"""A wood screw that holds in the lining itself, timber or plywood over a void: as in a stud that is no deeper than it.

Withdrawal by the thread that stands in the lining, shear by the dowel equations with the lining as the main member.
Its tip comes out behind, so neither counts on more than the lining.
"""

from rockpin.core.base.quantities import (
    MM_PER_INCH,
    N_MM_PER_LB_IN,
    show_length,
    show_limit,
    show_summed_force,
    show_thickness,
)
from rockpin.core.base.words import WorkLine
from rockpin.core.capacity.common import Mode, Refusal, does_not_pass, no_length, refuse, screw_here, wrong_place
from rockpin.core.capacity.dowel import ACROSS_GRAIN, DowelJoint, bearing_mpa, bending_yield_mpa, reference_shear
from rockpin.core.capacity.tabled import ByCase, Factor, Raised, Setting, Tabled, tabled
from rockpin.core.capacity.wood_hold import wood_screw_withdrawal
from rockpin.core.document.fixings import LiningScrew, Rating, Screw
from rockpin.core.document.fixture import Environment
from rockpin.core.framing import BehindKind
from rockpin.core.hole import BitRule, HoleSpec, Spot
from rockpin.core.identification import WallReading
from rockpin.core.tables.by_room import CapacityTables
from rockpin.core.tables.figures import CapacityFigures
from rockpin.core.tables.materials import BoardKind

IS_A_SCREW = True
HOLDS_IN = BehindKind.VOID


def lining_mm(reading: WallReading) -> float:
    """How thick the lining is at least [mm]."""
    return max(0.0, reading.board_mm - (reading.front_mm - reading.front_low_mm))


def thread_in_lining_mm(screw: Screw, length_mm: float, tip_mm: float, lining_mm: float) -> float:
    """Thread [mm] that stands in a lining whose front is at 0, of a screw whose tip ends ``tip_mm`` behind that."""
    return max(0.0, min(tip_mm, lining_mm) - max(0.0, tip_mm - screw.thread_share * length_mm))


def depth_share(lining_mm: float, diameter_mm: float, figures: CapacityFigures) -> float:
    """Share [1] of the shear where the lining is thinner than six diameters; none below three.

    NDS 2018, 12.1.5.6, wants six diameters for any shear. In proportion below that: planning, said so.
    """
    if lining_mm < figures.lining_least_diameters * diameter_mm:
        return 0.0
    return min(1.0, lining_mm / (figures.lining_full_diameters * diameter_mm))


def foreign(spot: Spot) -> Refusal | None:
    """What refuses every screw in this wall: no lining of wood in front, people."""
    if spot.reading.board_kind is not BoardKind.LINING:
        return refuse("no-lining", "There is no lining of timber or plywood for its thread.")
    if spot.carries_people:
        says = "A lining carries nobody's weight: this needs framing, blocking or masonry behind it."
        return refuse("board-under-people", says)
    return None


def unfit(fixing: LiningScrew, spot: Spot, tables: CapacityTables) -> list[Refusal]:
    """What refuses a screw at every hole of this wall: damp."""
    return wrong_place(spot, fixing, tables)


def _set(fixing: LiningScrew, spot: Spot, tables: CapacityTables) -> Setting | list[Refusal]:
    figures, reading, units = tables.figures, spot.reading, spot.units
    screw = screw_here(fixing.screw, spot, tables) or tables.screws[fixing.screw]
    thick = lining_mm(reading)
    if stuck := does_not_pass(screw.diameter_mm, spot):
        return [stuck]
    if spot.hole.seat not in screw.seats:
        return [refuse("head-seat", "Its head does not fit the bracket's hole.")]
    share = depth_share(thick, screw.diameter_mm, figures)
    if not share:
        least = figures.lining_least_diameters * screw.diameter_mm
        says = (
            f"The lining is {show_thickness(thick, units)} thick; a screw of this size needs "
            f"{show_length(least, units)}."
        )
        return [refuse("lining-thin", says, lining_mm=thick, needs_mm=least)]
    under, covering = spot.under_head_mm(screw), max(0.0, reading.front_high_mm - reading.board_mm)
    past = covering + reading.board_mm + screw.diameter_mm
    length = screw.stock_length_mm(under + past)
    room = reading.front_high_mm + reading.void_mm - figures.tip_keeps_off_mm
    if length is None or length - under > room:
        return [no_length(screw.lengths_mm, under + past, under + room, units)]
    tip = length - under
    gravity = figures.lining_gravity
    thread = thread_in_lining_mm(screw, length, tip - covering, thick)
    joint = DowelJoint(
        side_mpa=figures.bracket_bearing_mpa,
        side_mm=max(spot.hole.plate_mm, figures.bracket_least_mm),
        main_mpa=bearing_mpa(gravity, screw.diameter_mm, ACROSS_GRAIN),
        main_mm=thick,
        gap_mm=covering + spot.hole.spacer_mm + spot.proud_mm,
        diameter_mm=screw.root_mm,
        yield_mpa=bending_yield_mpa(screw.diameter_mm),
    )
    pull = wood_screw_withdrawal(gravity, screw.diameter_mm) * thread
    across = share * reference_shear(joint, screw.diameter_mm, ACROSS_GRAIN).force_n
    if pull <= 0:
        return [refuse("no-thread", "Its thread would stand behind the lining, not in it.")]
    damp = spot.environment is not Environment.DRY
    return Setting(
        rating=Rating(tension_n=pull, shear_n=across),
        screw=screw,
        lever_mm=joint.gap_mm,
        clamped=spot.clamped,
        hole=HoleSpec(
            diameter_mm=figures.pilot_root_share * screw.root_mm,
            bit_rule=BitRule.PILOT,
            pilot_mm=None,
            depth_mm=covering + reading.board_mm,
            reach_mm=tip,
            grip_from_mm=covering,
            grip_to_mm=min(tip, covering + thick),
            plug_length_mm=0.0,
            wing_mm=0.0,
            wing_depth_mm=0.0,
        ),
        pick=spot.pick(screw, length),
        factors=(Factor("damp wood", figures.wood_wet),) if damp else (),
    )


def _lines(setting: Setting, spot: Spot, figures: CapacityFigures) -> tuple[WorkLine, ...]:
    gravity, inches = figures.lining_gravity, setting.screw.diameter_mm / MM_PER_INCH
    rate = wood_screw_withdrawal(gravity, setting.screw.diameter_mm)
    return (
        WorkLine(
            text=f"pull-out: 2850 × {gravity:g}² × {inches:.3f} = {rate / N_MM_PER_LB_IN:.0f} lb/in, "
            f"× {setting.rating.tension_n / rate / MM_PER_INCH:.2f} in of thread in "
            f"{show_thickness(lining_mm(spot.reading), spot.units)} of lining = "
            f"{show_summed_force(setting.rating.tension_n, spot.units)}",
            source="NDS 2018, eq. 12.2-2; gravity of plywood, table 12.3.3B",
        ),
        WorkLine(
            text=f"shear: dowel equations with the lining as the main member, × "
            f"{depth_share(lining_mm(spot.reading), setting.screw.diameter_mm, figures):.2f} for a lining thinner than "
            f"six diameters = {show_summed_force(setting.rating.shear_n, spot.units)}",
            source="AWC TR12 (2015), table 1-1; planning: in proportion below NDS 2018, 12.1.5.6",
        ),
    )


def edge_steps_mm(fixing: LiningScrew, tables: CapacityTables) -> tuple[float, ...]:
    """Distance [mm] to the lining's edge from which on it goes in."""
    return (tables.figures.lining_edge_diameters * tables.screws[fixing.screw].diameter_mm,)


def prepare(fixing: LiningScrew, spot: Spot, tables: CapacityTables) -> Tabled | list[Refusal]:
    """A screw in the lining: what refuses it there, or N/W + V/Z in every case."""
    figures, units = tables.figures, spot.units
    setting = spot.cached_per_wall(tables.kept_as(fixing.key), lambda: _set(fixing, spot, tables))
    if isinstance(setting, list):
        return setting
    diameter = setting.screw.diameter_mm
    near, least = spot.nearest_neighbour_mm(), figures.wood_spacing_diameters * diameter
    if near < least:
        says = f"The next hole is {show_limit(near, units)} away; in wood it needs {show_length(least, units)}."
        return [refuse("too-close", says, spacing_mm=near, needs_mm=least)]
    if spot.board_edge_mm < figures.lining_edge_diameters * diameter:
        needs = figures.lining_edge_diameters * diameter
        says = (
            f"The lining's edge is {show_limit(max(spot.board_edge_mm, 0), units)} away; it needs "
            f"{show_length(needs, units)}."
        )
        return [refuse("board-edge", says, edge_mm=spot.board_edge_mm, needs_mm=needs)]
    made = tabled(fixing, spot, setting, (), Mode.LINING, ByCase(raised=Raised.WOOD))
    by_table = made.lines
    return made.with_lines(lambda figures, more: (*_lines(setting, spot, figures), *by_table(figures, more)))
