"""Hooks that are pushed or knocked into gypsum board by hand: for what hangs, by table, and hardly for a pull."""

from rockpin.core.base.quantities import show_length, show_limit, show_thickness
from rockpin.core.capacity.common import Assessment, Mode, Refusal, refuse, wrong_place
from rockpin.core.capacity.tabled import ByCase, Factor, Setting, Tabled, tabled
from rockpin.core.document.evidence import Filling
from rockpin.core.document.fixings import BoardHanger, Rating, Screw, ScrewKind
from rockpin.core.document.fixture import HeadSeat
from rockpin.core.framing import BehindKind
from rockpin.core.hole import BitRule, HoleSpec, ScrewPick, Spot
from rockpin.core.identification import Family, WallReading
from rockpin.core.tables.by_room import CapacityTables
from rockpin.core.tables.figures import CapacityFigures
from rockpin.core.tables.materials import BoardKind

HOLDS_IN = BehindKind.VOID
IS_PUSHED_IN = True


def board_share(hanger: BoardHanger, reading: WallReading, figures: CapacityFigures) -> float | None:
    """Share [1] of its value in this board; None where that is too thin. No thicker board holds more."""
    board = reading.board_mm - (reading.front_mm - reading.front_low_mm)
    if board >= figures.hanger_full_board_mm - 1e-6:
        return 1.0
    return figures.board_step_9_5 if board >= figures.hanger_least_board_mm - 1e-6 else None


def foreign(spot: Spot) -> Refusal | None:
    """What refuses every hook in this wall: no gypsum board over a void, people."""
    if spot.reading.family is not Family.BOARD_ON_STUDS or spot.reading.board_kind is not BoardKind.GYPSUM:
        return refuse("not-for-this-board", "It is pushed through gypsum board on studs and nothing else.")
    if spot.carries_people:
        return refuse("board-under-people", "Board carries nobody's weight.")
    return None


def unfit(hanger: BoardHanger, spot: Spot, tables: CapacityTables) -> list[Refusal]:
    """What refuses a hook at every hole of this wall: tile, too thin or thick a face, damp."""
    reading, units = spot.reading, spot.units
    found = wrong_place(spot, hanger, tables)
    if any(layer.material == "tile" for layer in reading.layers):
        found.append(refuse("tile", "It cannot be pushed through tile."))
    if board_share(hanger, reading, tables.figures) is None:
        says = f"Boards under {show_thickness(tables.figures.hanger_least_board_mm, units)} are not rated."
        found.append(refuse("board-thin", says, board_mm=reading.board_mm))
    if reading.front_high_mm > hanger.front_max_mm:
        says = (
            f"It reaches through {show_limit(hanger.front_max_mm, units)}; there are "
            f"{show_length(reading.front_high_mm, units)}."
        )
        found.append(refuse("grip", says, grip_mm=reading.front_high_mm))
    if hanger.behind_mm and reading.filling not in (Filling.EMPTY, Filling.MINERAL_WOOL):
        found.append(refuse("void-filled", "Its wire turns in an empty void or in soft wool; this one may be filled."))
    return found


def clear_halves_mm(hanger: BoardHanger) -> tuple[float, ...]:
    """Half width [mm] that its wire wants clear of framing."""
    return (hanger.behind_mm,) if hanger.behind_mm else ()


def edge_steps_mm(_: BoardHanger, tables: CapacityTables) -> tuple[float, ...]:
    """Distance [mm] to the board's edge from which on it goes in."""
    return (tables.figures.board_edge_full_mm,)


def _refusals(hanger: BoardHanger, spot: Spot, figures: CapacityFigures) -> list[Refusal]:
    units, found = spot.units, []
    if not spot.hole.hung:
        found.append(refuse("not-hung", "It is a hook: what goes on it hangs by a ring, a wire or an eye."))
    if hanger.behind_mm and spot.chance_clear(hanger.behind_mm) < spot.framing.clear_of_stud:
        found.append(refuse("in-the-stud", "Its wire has to pass behind the board, and the stud may be there."))
    near = spot.nearest_neighbour_mm()
    if near < figures.board_neighbour_full_mm:
        says = (
            f"The next is {show_limit(near, units)} away; hooks need "
            f"{show_length(figures.board_neighbour_full_mm, units)}."
        )
        found.append(refuse("too-close", says, spacing_mm=near))
    if spot.board_edge_mm < figures.board_edge_full_mm:
        says = (
            f"The board's edge is {show_limit(max(spot.board_edge_mm, 0), units)} away; it needs "
            f"{show_length(figures.board_edge_full_mm, units)}."
        )
        found.append(refuse("board-edge", says, edge_mm=spot.board_edge_mm))
    return found


def _set(hanger: BoardHanger, spot: Spot, tables: CapacityTables) -> Setting:
    reading, reach = spot.reading, hanger.reach_mm
    pin = Screw(
        key=f"{hanger.key}-pin",
        label=hanger.label,
        source=hanger.source,
        kind=ScrewKind.PIN,
        systems=hanger.systems,
        diameter_mm=hanger.pin_mm,
        root_mm=hanger.pin_mm,
        head_mm=hanger.pin_mm,
        seats=(HeadSeat.FLAT,),
        thread_share=1.0,
        lengths_mm=(reach,),
    )
    return Setting(
        rating=hanger.rating,
        screw=pin,
        lever_mm=0.0,
        clamped=False,
        hole=HoleSpec(
            diameter_mm=hanger.pin_mm,
            bit_rule=BitRule.PUSHED,
            pilot_mm=None,
            depth_mm=reach,
            reach_mm=reach,
            grip_from_mm=max(0.0, reading.front_mm - reading.board_mm),
            grip_to_mm=reading.front_mm,
            plug_length_mm=0.0,
            wing_mm=0.0,
            wing_depth_mm=0.0,
        ),
        pick=ScrewPick(
            key=pin.key,
            label=hanger.label,
            text=hanger.label,
            diameter_mm=hanger.pin_mm,
            root_mm=hanger.pin_mm,
            head_mm=hanger.pin_mm,
            length_mm=reach,
            head="hook",
            washer_mm=0.0,
            proud_mm=0.0,
        ),
        factors=(Factor("how thick the board is", board_share(hanger, reading, tables.figures) or 0.0),),
    )


def prepare(hanger: BoardHanger, spot: Spot, tables: CapacityTables) -> Tabled | list[Refusal]:
    """A hook at a hole: what refuses it there, or N/Nₐ + V/Vₐ in every case."""
    if found := _refusals(hanger, spot, tables.figures):
        return found
    setting = spot.cached_per_wall(hanger.key, lambda: _set(hanger, spot, tables))
    repeated = tables.figures.board_repeated_plastic if spot.duty.repeated or spot.duty.moves else 1.0
    return tabled(hanger, spot, setting, (), Mode.BOARD, ByCase(repeated=repeated, board=True))


def set_notes(hanger: BoardHanger, made: Assessment, spot: Spot, tables: CapacityTables) -> list[str]:
    """How it is put in."""
    return [hanger.pushed]


def tested_rating(hanger: BoardHanger, reading: WallReading, figures: CapacityFigures) -> Rating | None:
    """The value of a hook in the board that is there [N], which is what a pull on the spot speaks of."""
    share = board_share(hanger, reading, figures)
    rating = hanger.rating
    return Rating(tension_n=share * rating.tension_n, shear_n=share * rating.shear_n) if share else None


def with_rating(
    hanger: BoardHanger, reading: WallReading, rating: Rating, figures: CapacityFigures
) -> dict[str, object]:
    """A hook's row with another value in the board that is there."""
    share = board_share(hanger, reading, figures) or 1.0
    return {"rating": Rating(tension_n=rating.tension_n / share, shear_n=rating.shear_n / share)}
