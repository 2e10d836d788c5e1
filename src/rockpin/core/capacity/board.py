"""Anchors in hollow board, by table: one board of 12.5 mm or 1/2 in, with factors for board, pull, neighbours, edge."""

from bisect import bisect_right
from dataclasses import replace
from math import inf

from rockpin.core.base.quantities import show_across, show_length, show_limit, show_thickness
from rockpin.core.capacity.board_setting import bit_rule, opens
from rockpin.core.capacity.board_setting import bought_by_its_screw as bought_by_its_screw
from rockpin.core.capacity.board_setting import brings_its_screw as brings_its_screw
from rockpin.core.capacity.board_setting import goes as goes
from rockpin.core.capacity.board_setting import grips_at_setting as grips_at_setting
from rockpin.core.capacity.board_setting import set_notes as set_notes
from rockpin.core.capacity.common import Mode, Refusal, does_not_pass, refuse, screw_here, too_short, wrong_place
from rockpin.core.capacity.open_spots import open_proviso
from rockpin.core.capacity.tabled import ByCase, Factor, Setting, Tabled, tabled
from rockpin.core.document.evidence import Filling
from rockpin.core.document.fixings import BoardAnchor, Rating, Screw
from rockpin.core.document.fixture import Environment, HoleKind
from rockpin.core.framing import BehindKind
from rockpin.core.hole import HoleSpec, ScrewPick, Spot, sized
from rockpin.core.identification import Family, WallReading
from rockpin.core.tables.by_room import CapacityTables
from rockpin.core.tables.figures import CapacityFigures
from rockpin.core.tables.materials import BoardKind

HOLDS_IN = BehindKind.VOID

_HOLLOW = (
    Family.BOARD_ON_STUDS,
    Family.LATH_AND_PLASTER,
    Family.THIN_PANEL,
    Family.TIMBER_LINING,
    Family.BONDED_BOARD,
)
_TOGGLES = ("spring_toggle", "strap_toggle")
_PANEL_ONLY = ("rivet", "rivet_nut", "panel_bolt")


_NO_SELF_DRILLING = {
    BoardKind.FIBRE_CEMENT: ("fibre-cement", "It cannot cut into fibre-cement board."),
    BoardKind.LATH: ("lath", "It breaks the old plaster off its laths."),
    BoardKind.PANEL: ("thin-panel", "A thin panel gives its thread nothing to hold in."),
    BoardKind.LINING: ("wood-lining", "It cuts into gypsum only; in wood use a wood screw or a toggle."),
}


def thickness_factor(board_mm: float, count: int, self_drilling: bool, figures: CapacityFigures) -> float | None:
    """Factor for the board's thickness [mm] and number of layers; None where it is too thin to be rated."""
    if board_mm / max(count, 1) < 9.0:
        return None
    if count >= 2 and board_mm >= 24:
        factor = figures.board_step_double
    elif board_mm >= 15:
        factor = figures.board_step_15
    elif board_mm >= 12.5 - 1e-6:
        factor = figures.board_step_12_5
    else:
        factor = figures.board_step_9_5
    return min(factor, figures.board_self_drilling_max) if self_drilling else factor


def board_factor(anchor: BoardAnchor, reading: WallReading, figures: CapacityFigures) -> float | None:
    """Factor [1] for what the board is and how thick; None where it is too thin to be rated."""
    self_drilling = anchor.kind == "self_drilling"
    match reading.board_kind:
        case BoardKind.LATH:
            return figures.board_lath_toggle if anchor.kind in _TOGGLES else figures.board_lath
        case BoardKind.PANEL:
            return 1.0
    factor = thickness_factor(reading.board_mm, reading.board_count, self_drilling, figures)
    if factor and reading.board_kind in (BoardKind.FIBRE_CEMENT, BoardKind.LINING):
        return factor * figures.board_fibre_cement
    return factor


def rating_of(anchor: BoardAnchor, reading: WallReading) -> Rating | None:
    """The table that holds here: thin panels have their own; None where the anchor has no value in it."""
    if reading.board_kind is BoardKind.PANEL and (anchor.panel_only or anchor.for_board_mm is None):
        return anchor.panel
    return None if anchor.panel_only or anchor.kind in _PANEL_ONLY else anchor.rating


def neighbour_factor(spacings_mm: tuple[float, ...], figures: CapacityFigures) -> float:
    """Factor [1] 1/(1 + Σ clamp((100 − s)/100, 0, 1)) over all neighbours at s [mm], the nearest first; planning.

    Two side by side carry more than one does, on pull and on shear.
    """
    total = 0.0
    for spacing in spacings_mm:
        if spacing >= figures.board_neighbour_full_mm:
            break
        total += min(1.0, (figures.board_neighbour_full_mm - spacing) / figures.board_neighbour_span_mm)
    return 1 / (1 + total)


def bay_reach_mm(bay_mm: float | None, half_mm: float, figures: CapacityFigures) -> float:
    """How far apart [mm] two anchors of one bay can be that each want so much [mm] clear beside them.

    ``bay_mm``: the widest that studs there leave between them; None: there are none.
    """
    return figures.board_bay_mm if bay_mm is None else bay_mm - 2 * half_mm


def beside_in_bay(dx_mm: float, dy_mm: float, reach_mm: float, figures: CapacityFigures) -> bool:
    """Whether a hole so far to the right and up [mm] counts with this one, unless a stud stands between them."""
    return abs(dy_mm) <= figures.board_bay_height_mm and abs(dx_mm) <= reach_mm


def bay_factor(spot: Spot, half_mm: float, figures: CapacityFigures) -> float:
    """Factor [1] for all anchors of one bay within reach in height: together no more than so many single values.

    ``half_mm``: how much clear of studs each of them is, and besides by what a hole may end beside its mark, so that
    two too far apart for it have one between them.
    """
    reach = bay_reach_mm(spot.bay_mm, half_mm + spot.framing.setout_error_mm, figures)
    beside = spot.cached_per_place("beside in one bay", lambda: _beside_in_bay_mm(spot, figures))
    return min(1.0, figures.board_bay_singles / (1 + bisect_right(beside, reach)))


def _beside_in_bay_mm(spot: Spot, figures: CapacityFigures) -> list[float]:
    """How far along the wall [mm] those holes are, near in height, from which no stud parts this one; nearest first."""
    places = [one.rect.centre_x_mm - spot.hole.x_mm for one in spot.members if not one.horizontal]
    # from the stud on that is next to it on either side, no hole is in its bay
    left = max((place for place in places if place < 0), default=-inf)
    right = min((place for place in places if place > 0), default=inf)
    return sorted(abs(dx) for dx, dy in spot.neighbours if left <= dx <= right and beside_in_bay(dx, dy, inf, figures))


def foreign(spot: Spot) -> Refusal | None:
    """What refuses every anchor in this wall: it has no void, or no board in front of it."""
    if spot.reading.family in _HOLLOW and spot.reading.board_kind is None:
        return refuse("no-void", "There is no board in front of the gap for it to hold in.")
    if spot.reading.family not in _HOLLOW or spot.reading.void_mm <= 0:
        return refuse("no-void", "There is no void behind this face for it to open in.")
    return None


def unfit(anchor: BoardAnchor, spot: Spot, tables: CapacityTables) -> list[Refusal]:
    """What refuses an anchor at every hole of this wall: another board, grip, filling, damp, people."""
    figures, reading, units = tables.figures, spot.reading, spot.units
    if rating_of(anchor, reading) is None:
        thin = reading.board_kind is BoardKind.PANEL
        says = "It is not rated in a thin panel." if thin else "It is made for thin panels only."
        return [refuse("not-for-this-board", says)]
    if spot.carries_people and not anchor.carries_people:
        says = "Board carries nobody's weight: this needs framing, blocking or masonry behind it."
        return [refuse("board-under-people", says)]
    found = wrong_place(spot, anchor, tables)

    def no(code: str, sentence: str, **numbers: float) -> None:
        found.append(refuse(code, sentence, **numbers))

    rated, made_for = anchor.for_board_mm, BoardKind.PANEL if anchor.panel_only else BoardKind.GYPSUM
    if rated is not None and (reading.board_kind is not made_for or abs(reading.board_mm - rated) > 1):
        no(
            "packet-other-board",
            f"Its packet rates it in {show_thickness(rated, units)} of {'panel' if anchor.panel_only else 'board'}; "
            f"this is {show_thickness(reading.board_mm, units)} of {reading.layers[0].label.lower()}.",
            rated_mm=rated,
            board_mm=reading.board_mm,
        )
    low, high = reading.front_low_mm, reading.front_high_mm
    if not (anchor.grip_min_mm <= low and high <= anchor.grip_max_mm):
        grip = (
            show_length(low, units)
            if high - low < 1
            else f"{show_limit(low, units)} to {show_length(high, units)}, not measured"
        )
        no(
            "grip",
            f"It grips {show_length(anchor.grip_min_mm, units)} to {show_limit(anchor.grip_max_mm, units)}; "
            f"the board and what is on it make {grip}.",
            grip_mm=reading.front_mm,
            grip_min_mm=anchor.grip_min_mm,
            grip_max_mm=anchor.grip_max_mm,
        )
    if reading.void_mm < anchor.void_mm:
        no(
            "void-shallow",
            f"It needs {show_length(anchor.void_mm, units)} of void, there is {show_limit(reading.void_mm, units)}.",
            needs_mm=anchor.void_mm,
            has_mm=reading.void_mm,
        )
    if anchor.needs_empty_void and reading.filling is not Filling.EMPTY:
        what = "may be filled" if reading.filling is Filling.UNKNOWN else "is filled with insulation"
        no("void-filled", f"It opens in an empty void only; this one {what}.")
    if anchor.kind == "self_drilling" and any(layer.material == "tile" for layer in reading.layers):
        no("tile", "It cannot cut into tile: it breaks, or cracks it.")
    if anchor.kind == "self_drilling" and reading.board_kind in _NO_SELF_DRILLING:
        code, sentence = _NO_SELF_DRILLING[reading.board_kind]
        no(code, sentence)
    if anchor.kind == "panel_bolt" and not spot.wall.back_reached:
        no("nut-behind", "It wants a nut and a washer behind, and nobody reaches there.")
    if board_factor(anchor, reading, figures) is None:
        no(
            "board-thin",
            f"Boards under {show_length(9.5, units)} are not rated; this is {show_limit(reading.board_mm, units)}.",
            board_mm=reading.board_mm,
        )
    return found


_IN_STUD = "It would stand in the stud's own width: use the stud."


def shut_out(spot: Spot) -> Refusal | None:
    """What refuses every anchor here: even the narrowest hole would be in framing."""
    clear = spot.chance_clear(0.0)
    return refuse("in-the-stud", _IN_STUD, clear=clear) if clear < spot.framing.open_least else None


def _refusals(
    anchor: BoardAnchor, screw: Screw, spot: Spot, needs_mm: float, clear: float, tables: CapacityTables
) -> list[Refusal]:
    """What refuses an anchor at this hole: the stud, its neighbours, an edge, the bracket.

    ``needs_mm``: how far about it the back of the board must be clear, ``clear``: the chance [1] that it is.
    """
    figures, units = tables.figures, spot.units
    found: list[Refusal] = []

    def no(code: str, sentence: str, **numbers: float) -> None:
        found.append(refuse(code, sentence, **numbers))

    if clear < spot.framing.open_least:
        if spot.chance_clear(anchor.hole_mm / 2) < spot.framing.open_least:
            no("in-the-stud", _IN_STUD, clear=clear)
        else:
            says = f"It needs {show_length(needs_mm, units)} clear of the framing, and the stud is nearer."
            no("wing-meets-stud", says, clear=clear)
    near, least = spot.nearest_neighbour_mm(), 2 * anchor.hole_mm
    if near < least - 1e-6:
        no(
            "too-close",
            f"The next hole is {show_limit(near, units)} away; as much board as its "
            f"{show_across(anchor.hole_mm, units)} hole must "
            f"stay between two, so {show_length(least, units)}.",
            spacing_mm=near,
            needs_mm=least,
        )
    elif anchor.kind in _TOGGLES and _wings_meet(anchor, spot):
        no("wings-meet", "Its wings would meet those beside it and above it, whichever way they are turned.")
    if spot.board_edge_mm < figures.board_edge_min_mm - 1e-6:
        no(
            "board-edge",
            f"The board's edge is {show_limit(max(spot.board_edge_mm, 0), units)} away; it needs "
            f"{show_length(figures.board_edge_min_mm, units)}.",
            edge_mm=spot.board_edge_mm,
        )
    cover = anchor.hole_mm / 2 + figures.board_flange_cover_mm
    if anchor.flange_mm == 0 and spot.cover_mm < cover:
        no(
            "hole-uncovered",
            f"Its {show_length(anchor.hole_mm, units)} hole needs a plate reaching "
            f"{show_length(cover, units)} past the middle; yours reaches {show_limit(spot.cover_mm, units)}.",
            needs_mm=cover,
            has_mm=spot.cover_mm,
        )
    if anchor.kind == "bare_screw" and spot.demand.tension_n > anchor.rating.tension_n:
        no("pulled", "A bare screw in board is never for a thing that is pulled off the wall.")
    return found


def _half_mm(anchor: BoardAnchor) -> float:
    """How far from its axis an anchor wants the back of the board clear [mm]."""
    return max(anchor.wing_mm, anchor.hole_mm / 2)


def clear_halves_mm(anchor: BoardAnchor) -> tuple[float, ...]:
    """Half widths [mm] that it wants clear of framing: for its wing, and for its hole."""
    return _half_mm(anchor), anchor.hole_mm / 2


def edge_steps_mm(_: BoardAnchor, tables: CapacityTables) -> tuple[float, ...]:
    """Distances [mm] to the board's edge from which on it goes in at all, and bears all of its value."""
    return tables.figures.board_edge_min_mm - 1e-6, tables.figures.board_edge_full_mm


def _wings_meet(anchor: BoardAnchor, spot: Spot) -> bool:
    """Whether wings meet whichever way they are turned: a neighbour near along both lines of the board."""
    wide = 2 * anchor.wing_mm
    beside = above = False
    for away, dx, dy in spot.nearest_first:
        if away >= wide:
            break
        beside, above = beside or dx >= dy, above or dy > dx
    return beside and above


def _wall_factors(anchor: BoardAnchor, spot: Spot, figures: CapacityFigures) -> tuple[Factor, ...]:
    # a packet is rated in this very board
    thick = 1.0 if anchor.for_board_mm is not None else board_factor(anchor, spot.reading, figures) or 0.0
    factors = [Factor("what the board is and how thick", thick)]
    if spot.environment is not Environment.DRY:
        factors.append(Factor("board in a damp place", figures.board_wet))
    return tuple(factors)


def _by_case(anchor: BoardAnchor, spot: Spot, figures: CapacityFigures) -> ByCase:
    """Pulled again and again plastic loosens; metal only where the thing swings or is shaken."""
    repeated = 1.0
    if anchor.plastic and spot.duty.repeated:
        repeated = figures.board_repeated_plastic
    elif not anchor.plastic and spot.duty.moves:
        repeated = figures.board_moving_metal
    return ByCase(repeated=repeated, board=True)


def _pick(anchor: BoardAnchor, screw: Screw, length_mm: float, spot: Spot) -> ScrewPick:
    """The screw that goes with it in that length [mm]; a rivet is bought by itself, by its own thickness and length."""
    pick = spot.pick(screw, length_mm)
    if anchor.kind != "rivet":
        return pick
    called = sized(anchor.label, length_mm, f"{anchor.hole_mm:g}")
    head = called.name.partition(", ")[2]
    return replace(
        pick, key=anchor.key, label="blind rivet", text=called.text, head=head, drawn=True, named=called.named
    )


def _set(anchor: BoardAnchor, spot: Spot, tables: CapacityTables) -> Setting | list[Refusal]:
    """The anchor with its screw and hole in a bracket's hole of this kind, or why it cannot be set there."""
    figures, reading = tables.figures, spot.reading
    screw, rating = screw_here(anchor.screw, spot, tables) or tables.screws[anchor.screw], rating_of(anchor, reading)
    if stuck := does_not_pass(screw.diameter_mm, spot):
        return [stuck]
    if anchor.kind == "spring_toggle" and spot.hole.kind is HoleKind.KEYHOLE:
        says = "A sprung toggle goes through the bracket before it opens, and a keyhole hangs on a screw that is in."
        return [refuse("keyhole-toggle", says)]
    under = spot.under_head_mm(screw)
    front = reading.front_high_mm
    # sprung wings lie back along their bolt until they are past the board
    least = figures.board_screw_past_mm if anchor.screw_past_mm is None else anchor.screw_past_mm
    past = max(least, anchor.wing_mm if anchor.kind == "spring_toggle" else 0.0)
    wanted = max(under + front + past, anchor.screw_from_mm or 0.0)
    length = screw.stock_length_mm(wanted)
    if length is None or rating is None:
        return [too_short(screw, wanted, spot.units)]
    room = front + reading.void_mm - figures.tip_keeps_off_mm
    shortest = "The shortest" if anchor.kind == "rivet" else "Its shortest screw"
    if length - under > room + 1e-6:
        return [
            refuse(
                "meets-far-face",
                f"{shortest} that reaches is {show_length(length, spot.units)}; behind the bracket there is "
                f"room for {show_limit(max(room, 0), spot.units)} of it before the far face.",
                length_mm=length,
                room_mm=room,
            )
        ]
    depth = front + figures.board_drill_past_mm
    return Setting(
        rating=rating,
        screw=screw,
        lever_mm=max(0.0, front - reading.board_mm) + spot.proud_mm + spot.hole.spacer_mm,
        clamped=spot.clamped,
        hole=HoleSpec(
            diameter_mm=anchor.hole_mm,
            bit_rule=bit_rule(anchor, reading.board_count),
            pilot_mm=None,
            depth_mm=depth,
            reach_mm=max(depth, front + anchor.void_mm, length - under),
            grip_from_mm=max(0.0, reading.front_mm - reading.board_mm),
            grip_to_mm=reading.front_mm,
            plug_length_mm=0.0,
            wing_mm=anchor.wing_mm,
            wing_depth_mm=anchor.void_mm,
            opens=opens(anchor),
        ),
        pick=_pick(anchor, screw, length, spot),
        factors=_wall_factors(anchor, spot, figures),
    )


def _beside(spot: Spot, half_mm: float, figures: CapacityFigures) -> tuple[Factor, Factor]:
    """What the other holes leave of an anchor's value that wants so much [mm] clear beside it."""
    neighbours = spot.cached_per_place("board-neighbours", lambda: neighbour_factor(spot.spacings_mm, figures))
    return Factor("neighbours", neighbours), Factor("anchors in one bay", bay_factor(spot, half_mm, figures))


def prepare(anchor: BoardAnchor, spot: Spot, tables: CapacityTables) -> Tabled | list[Refusal]:
    """A board anchor at a hole: N/Nₐ + V/Vₐ, in every case."""
    figures, reading = tables.figures, spot.reading
    setting = spot.cached_per_wall(tables.kept_as(anchor.key), lambda: _set(anchor, spot, tables))
    if isinstance(setting, list):
        return setting
    half, provisos = _half_mm(anchor), []
    clear = spot.chance_clear(half)
    if found := _refusals(anchor, setting.screw, spot, half, clear, tables):
        return found
    beside = spot.cached_per_place(f"board beside {half}", lambda: _beside(spot, half, figures))
    edge = figures.board_edge_factor if spot.board_edge_mm < figures.board_edge_full_mm else 1.0
    factors = (*beside, Factor("board's edge", edge))
    holder = Mode.PANEL if reading.board_kind is BoardKind.PANEL else Mode.BOARD
    if clear < spot.framing.clear_of_stud:
        what = "it is clear for this anchor"
        provisos.append(open_proviso(spot, anchor, clear, what, wood=False))
    return tabled(anchor, spot, setting, factors, holder, _by_case(anchor, spot, figures), provisos)


def _in_this_board(anchor: BoardAnchor, reading: WallReading, figures: CapacityFigures) -> float:
    """Factor [1] between an anchor's row and what it bears in this board; 1 where its packet is for this very one."""
    return 1.0 if anchor.for_board_mm is not None else board_factor(anchor, reading, figures) or 1.0


def tested_rating(anchor: BoardAnchor, reading: WallReading, figures: CapacityFigures) -> Rating | None:
    """The value of an anchor in the board that is there [N], which is what a pull on the spot speaks of."""
    rating, factor = rating_of(anchor, reading), _in_this_board(anchor, reading, figures)
    return Rating(tension_n=factor * rating.tension_n, shear_n=factor * rating.shear_n) if rating else None


def with_rating(
    anchor: BoardAnchor, reading: WallReading, rating: Rating, figures: CapacityFigures
) -> dict[str, object]:
    """An anchor's row with another value in the board that is there."""
    factor = _in_this_board(anchor, reading, figures)
    row = Rating(tension_n=rating.tension_n / factor, shear_n=rating.shear_n / factor)
    return {"panel" if rating_of(anchor, reading) is anchor.panel else "rating": row}
