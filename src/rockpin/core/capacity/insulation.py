"""Plastic spirals that hold in the foam of an insulated facade, behind its thin render: for light things, by table.

Whatever is heavier is bridged through to the wall behind, which is the masonry method's.
"""

from rockpin.core.base.quantities import show_length, show_limit, show_thickness
from rockpin.core.capacity.common import Mode, Refusal, does_not_pass, no_length, refuse, screw_here, wrong_place
from rockpin.core.capacity.tabled import ByCase, Setting, Tabled, tabled
from rockpin.core.document.evidence import Filling
from rockpin.core.document.fixings import FoamSpiral, Rating
from rockpin.core.hole import BitRule, HoleSpec, Spot
from rockpin.core.identification import Family, WallReading
from rockpin.core.tables.by_room import CapacityTables
from rockpin.core.tables.figures import CapacityFigures


def foreign(spot: Spot) -> Refusal | None:
    """What refuses every spiral in this wall: no foam behind thin render, wool or nobody knows what, people."""
    reading = spot.reading
    if reading.family is not Family.BONDED_BOARD or reading.board_kind is not None:
        return refuse("no-foam", "There is no insulation behind thin render for it to turn into.")
    if reading.filling is not Filling.RIGID_FOAM:
        says = "It cuts its way into boards of rigid foam; in wool it turns without holding"
        says += ", and nobody knows which this is." if reading.filling is Filling.UNKNOWN else "."
        return refuse("no-foam", says)
    if spot.carries_people:
        return refuse("board-under-people", "Insulation carries nobody's weight.")
    return None


def unfit(spiral: FoamSpiral, spot: Spot, tables: CapacityTables) -> list[Refusal]:
    """What refuses a spiral at every hole of this wall: thick render, thin foam, a place that its screw rusts in."""
    reading, units = spot.reading, spot.units
    found = wrong_place(spot, spiral, tables)
    if reading.front_high_mm > spiral.front_max_mm:
        says = (
            f"It sits in render of no more than {show_limit(spiral.front_max_mm, units)}; there are "
            f"{show_length(reading.front_high_mm, units)}."
        )
        found.append(refuse("grip", says, grip_mm=reading.front_high_mm))
    needs = spiral.length_mm - reading.front_low_mm + tables.figures.foam_beyond_mm
    if reading.void_mm < needs:
        says = f"It needs {show_length(needs, units)} of foam; there is {show_thickness(reading.void_mm, units)}."
        found.append(refuse("foam-thin", says, foam_mm=reading.void_mm, needs_mm=needs))
    return found


def edge_steps_mm(spiral: FoamSpiral, tables: CapacityTables) -> tuple[float, ...]:
    """Distance [mm] to the end of the wall or to an opening from which on it goes in."""
    return (spiral.length_mm,)


def _set(spiral: FoamSpiral, spot: Spot, tables: CapacityTables) -> Setting | list[Refusal]:
    front, found = spot.reading.front_high_mm, []
    for key in spiral.screws:
        screw = screw_here(key, spot, tables)
        if screw is None:
            continue
        if stuck := does_not_pass(screw.diameter_mm, spot):
            found.append(stuck)
            continue
        under = spot.under_head_mm(screw)
        least, most = under + tables.figures.foam_screw_least_mm, under + spiral.length_mm
        length = screw.stock_length_mm(least)
        if length is None or length > most:
            found.append(no_length(screw.lengths_mm, least, most, spot.units))
            continue
        return Setting(
            rating=spiral.rating,
            screw=screw,
            lever_mm=spot.proud_mm + spot.hole.spacer_mm,
            clamped=spot.clamped,
            hole=HoleSpec(
                diameter_mm=spiral.hole_mm,
                bit_rule=BitRule.ABOUT,
                pilot_mm=None,
                depth_mm=front,
                reach_mm=spiral.length_mm,
                grip_from_mm=spot.reading.front_mm,
                grip_to_mm=spiral.length_mm,
                plug_length_mm=spiral.length_mm,
                wing_mm=0.0,
                wing_depth_mm=0.0,
            ),
            pick=spot.pick(screw, length),
        )
    return found


def prepare(spiral: FoamSpiral, spot: Spot, tables: CapacityTables) -> Tabled | list[Refusal]:
    """A spiral at a hole: what refuses it there, or N/Nₐ + V/Vₐ in every case."""
    figures, units = tables.figures, spot.units
    setting = spot.cached_per_wall(tables.kept_as(spiral.key), lambda: _set(spiral, spot, tables))
    if isinstance(setting, list):
        return setting
    near = spot.nearest_neighbour_mm()
    if near < figures.foam_apart_mm:
        wanted = show_length(figures.foam_apart_mm, units)
        says = f"The next is {show_limit(near, units)} away; in foam they need {wanted}."
        return [refuse("too-close", says, spacing_mm=near, needs_mm=figures.foam_apart_mm)]
    if spot.board_edge_mm < spiral.length_mm:
        says = (
            f"The edge of the insulation is {show_limit(max(spot.board_edge_mm, 0), units)} away; it needs "
            f"{show_length(spiral.length_mm, units)}."
        )
        return [refuse("board-edge", says, edge_mm=spot.board_edge_mm, needs_mm=spiral.length_mm)]
    repeated = figures.board_repeated_plastic if spot.duty.repeated or spot.duty.moves else 1.0
    return tabled(spiral, spot, setting, (), Mode.FOAM, ByCase(repeated=repeated, board=True))


def grips_at_setting(spiral: FoamSpiral) -> bool:
    """Whether how it grips is felt while it is turned in, before its screw is."""
    return True


def set_notes(spiral: FoamSpiral, made: object, spot: Spot, tables: CapacityTables) -> list[str]:
    """How it is put in."""
    return [spiral.turned_in]


def tested_rating(spiral: FoamSpiral, reading: WallReading, figures: CapacityFigures) -> Rating | None:
    """The value of a spiral [N], which is what a pull on the spot speaks of."""
    return spiral.rating


def with_rating(
    spiral: FoamSpiral, reading: WallReading, rating: Rating, figures: CapacityFigures
) -> dict[str, object]:
    """A spiral's row with another value."""
    return {"rating": rating}
