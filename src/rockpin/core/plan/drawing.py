"""What the two pictures show, in wall millimetres: the elevation, its rulers, and the cut through each hole."""

from collections.abc import Sequence
from math import ceil, floor, sqrt

from rockpin.core.base.model import Model, Rect
from rockpin.core.base.quantities import (
    MM_PER_INCH,
    UnitSystem,
    show_length,
    show_limit,
    show_share,
    show_thickness,
    show_within,
)
from rockpin.core.document.evidence import Filling
from rockpin.core.document.landmarks import Stairs, Thing, TileGrid
from rockpin.core.document.photo import within_mm
from rockpin.core.document.wall import Corner, Courses, OldHole, OpeningKind, Scan, Wall, WallSide
from rockpin.core.framing import Behind, BehindKind, MemberReading
from rockpin.core.hidden import FindReading, Hidden, PointReading, Zone
from rockpin.core.hole import HoleSpec, ScrewPick, Spot
from rockpin.core.identification import Family, Identified, LayerReading, WallReading, evidence_text
from rockpin.core.tables.catalogue import Catalogue, Role


class Tick(Model):
    at_mm: float
    text: str


class CourseLines(Model):
    """The joints of the brickwork: bed joints by height, upright joints by course."""

    joint_mm: float
    beds_mm: tuple[float, ...]
    uprights: tuple["CourseRow", ...]


class CourseRow(Model):
    low_mm: float
    high_mm: float
    joints_mm: tuple[float, ...]


class OpeningDrawing(Model):
    id: str
    kind: OpeningKind
    area: Rect


class ThingDrawing(Model):
    """Something that is there already, by its corners: one end may lie higher than the other."""

    id: str
    name: str
    outline: tuple[Corner, ...]


class EvidenceMark(Model):
    """Where somebody checked the wall, or where its framing answered. ``kind``: of the check or of the hit."""

    id: str
    kind: str
    x_mm: float
    y_mm: float
    text: str
    on_framing: bool


class OffPhoto(Model):
    """Something that was read off a photo, by its list and id, and how far off it may lie [mm], in words too."""

    of: str
    id: str
    area: Rect | None
    within_mm: float
    text: str


class Elevation(Model):
    """The wall front on."""

    width_mm: float
    height_mm: float
    size_text: str
    outline: tuple[Corner, ...]
    members: tuple[MemberReading, ...]
    courses: CourseLines | None
    tiles: CourseLines | None
    things: tuple[ThingDrawing, ...]
    stairs: tuple[Corner, ...]
    skirting_mm: float
    openings: tuple[OpeningDrawing, ...]
    points: tuple[PointReading, ...]
    zones: tuple[Zone, ...]
    finds: tuple[FindReading, ...]
    scans: tuple[Scan, ...]
    old_holes: tuple[OldHole, ...]
    off_photo: tuple[OffPhoto, ...]
    marks: tuple[EvidenceMark, ...]
    ruler_x: tuple[Tick, ...]
    ruler_y: tuple[Tick, ...]


class CutLayer(Model):
    """A layer in the cut. ``back_spread_mm``: two standard deviations of where it ends."""

    label: str
    hatch: str
    front_mm: float
    back_mm: float
    back_spread_mm: float
    text: str


class RunnerUp(Model):
    """The build-up that comes second, cut through to be set beside the first."""

    label: str
    probability_text: str
    layers: tuple[CutLayer, ...]
    total_mm: float


class Cut(Model):
    """The cut through one hole, seen from the side; depths [mm] from the face, negative towards the room.

    ``plate_hatch``: of a board of one's own instead of a bracket. ``spacers_mm``: those of a stack, from the
    wall out. ``head_at_mm``: where the head's underside sits.
    """

    layers: tuple[CutLayer, ...]
    total_mm: float
    behind_text: str
    plate_mm: float
    plate_hatch: str | None
    spacer_mm: float
    spacers_mm: tuple[float, ...]
    washer_mm: float
    head_at_mm: float
    hole: HoleSpec | None
    screw: ScrewPick | None
    limit_mm: float | None
    limit_text: str | None
    ruler: tuple[Tick, ...]


_STEPS_MM = (10, 20, 50, 100, 200, 400, 500, 1000, 2000)
_STEPS_IN = (0.5, 1, 2, 4, 8, 16, 24, 48, 96)


def ruler(length_mm: float, units: UnitSystem, most: int) -> tuple[Tick, ...]:
    """At most so many ticks from 0 on, in steps that a tape shows."""
    steps = _STEPS_MM if units is UnitSystem.METRIC else tuple(step * MM_PER_INCH for step in _STEPS_IN)
    step = next((one for one in steps if length_mm / one <= most), steps[-1])
    return tuple(
        Tick(
            at_mm=number * step,
            text=f"{number * step:g}" if units is UnitSystem.METRIC else show_length(number * step, units)[:-3],
        )
        for number in range(floor(length_mm / step + 1e-9) + 1)
    )


def course_lines(courses: Courses, wall: Wall) -> CourseLines:
    """The joints of the brickwork inside the wall's face."""
    rise, run = courses.unit_height_mm + courses.joint_mm, courses.unit_length_mm + courses.joint_mm
    first, last = floor(-courses.origin_y_mm / rise), ceil((wall.height_mm - courses.origin_y_mm) / rise)
    beds, rows = [], []
    for course in range(first, last):
        low = courses.origin_y_mm + course * rise
        high = low + courses.unit_height_mm
        if 0 <= high <= wall.height_mm:
            beds.append(high)
        start = courses.origin_x_mm + course * courses.course_shift * run
        count = ceil((wall.width_mm - start) / run) + 1
        joints = tuple(
            start + number * run - courses.joint_mm
            for number in range(floor(-start / run), count)
            if 0 <= start + number * run - courses.joint_mm <= wall.width_mm
        )
        rows.append(CourseRow(low_mm=max(low, 0.0), high_mm=min(high, wall.height_mm), joints_mm=joints))
    return CourseLines(joint_mm=courses.joint_mm, beds_mm=tuple(beds), uprights=tuple(rows))


def _as_courses(tiles: TileGrid) -> Courses:
    """Tiles as courses of units, however large: they are drawn and counted alike."""
    return Courses.model_construct(
        unit_length_mm=tiles.tile_width_mm,
        unit_height_mm=tiles.tile_height_mm,
        joint_mm=tiles.joint_mm,
        origin_x_mm=tiles.origin_x_mm,
        origin_y_mm=tiles.origin_y_mm,
        course_shift=tiles.course_shift,
    )


def _outline_of(thing: Thing) -> tuple[Corner, ...]:
    """The corners of a thing from its lower left one round, its right side as much higher as was measured."""
    area, rise = thing.rect, thing.rise_mm
    return tuple(
        Corner(x_mm=x, y_mm=y)
        for x, y in (
            (area.x_mm, area.y_mm),
            (area.right_mm, area.y_mm + rise),
            (area.right_mm, area.top_mm + rise),
            (area.x_mm, area.top_mm),
        )
    )


def _steps(stairs: Stairs) -> tuple[Corner, ...]:
    """The steps as one walks up them, from nosing to nosing; two points alone are their line."""
    corners = [Corner(x_mm=stairs.x_mm, y_mm=stairs.y_mm)]
    for step in range(1, stairs.steps + 1):
        x, y = stairs.x_mm + step * stairs.going_mm, stairs.y_mm + step * stairs.rise_mm
        if stairs.steps > 1:
            corners.append(Corner(x_mm=x, y_mm=y - stairs.rise_mm))
        corners.append(Corner(x_mm=x, y_mm=y))
    return tuple(corners)


def _evidence_marks(wall: Wall, units: UnitSystem, catalogue: Catalogue) -> tuple[EvidenceMark, ...]:
    labels = {row.kind: row.label for row in catalogue.belief.hits}
    checks = [
        EvidenceMark(
            id=one.id,
            kind=one.check,
            x_mm=one.x_mm,
            y_mm=one.y_mm,
            text=evidence_text(one, units, catalogue),
            on_framing=False,
        )
        for one in wall.evidence
        if one.x_mm is not None and one.y_mm is not None
    ]
    hits = [
        EvidenceMark(id=hit.id, kind=hit.kind, x_mm=hit.x_mm, y_mm=hit.y_mm, text=labels[hit.kind], on_framing=True)
        for hit in wall.hits
    ]
    return tuple(checks + hits)


def _off_photo(wall: Wall, hidden: Hidden, units: UnitSystem) -> tuple[OffPhoto, ...]:
    """What was read off a photo; with its area, where that may lie aside in the drawing."""
    points = {one.id: one.area for one in hidden.points}
    sigmas: list[tuple[str, str, Rect | None, float]] = []
    sigmas += [("points", one.id, points.get(one.id), one.sigma_mm) for one in wall.points]
    sigmas += [("openings", one.id, one.rect, one.sigma_mm) for one in wall.openings]
    sigmas += [("hits", one.id, None, one.sigma_mm) for one in wall.hits]
    sigmas += [("old_holes", one.id, None, one.sigma_mm) for one in wall.old_holes]
    sigmas += [("tiles", "tiles", None, wall.tiles.sigma_mm)] if wall.tiles else []
    return tuple(
        OffPhoto(
            of=of,
            id=name,
            area=area,
            within_mm=within_mm(sigma),
            text=f"read off a photo, within {show_within(within_mm(sigma), units)}",
        )
        for of, name, area, sigma in sigmas
        if sigma
    )


def draw_elevation(
    wall: Wall, members: tuple[MemberReading, ...], hidden: Hidden, units: UnitSystem, catalogue: Catalogue
) -> Elevation:
    """Everything known of the wall's face. Zones of the other face are checked, but not drawn on this one."""
    return Elevation(
        width_mm=wall.width_mm,
        height_mm=wall.height_mm,
        size_text=f"{show_length(wall.width_mm, units)} × {show_length(wall.height_mm, units)}",
        outline=wall.outline,
        members=members,
        courses=course_lines(wall.courses, wall) if wall.courses else None,
        tiles=course_lines(_as_courses(wall.tiles), wall) if wall.tiles else None,
        things=tuple(ThingDrawing(id=one.id, name=one.name, outline=_outline_of(one)) for one in wall.things),
        stairs=_steps(wall.stairs) if wall.stairs else (),
        skirting_mm=wall.skirting_mm,
        openings=tuple(OpeningDrawing(id=one.id, kind=one.kind, area=one.rect) for one in wall.openings),
        points=hidden.points,
        zones=tuple(zone for zone in hidden.zones if zone.face is WallSide.THIS),
        finds=hidden.finds,
        scans=hidden.scans,
        old_holes=wall.old_holes,
        off_photo=_off_photo(wall, hidden, units),
        marks=_evidence_marks(wall, units, catalogue),
        ruler_x=ruler(wall.width_mm, units, 10),
        ruler_y=ruler(wall.height_mm, units, 8),
    )


def _cut_layers(layers: Sequence[LayerReading], kind: BehindKind, units: UnitSystem) -> tuple[CutLayer, ...]:
    variance = 0.0
    found = []
    for layer in layers:
        variance += layer.sigma_mm**2
        found.append(_cut_layer(layer, 2 * sqrt(variance), kind, units))
    return tuple(found)


def _cut_layer(layer: LayerReading, spread_mm: float, kind: BehindKind, units: UnitSystem) -> CutLayer:
    label, hatch = layer.label, layer.hatch
    if layer.role is Role.CAVITY:
        label, hatch = ("Dabs and gap", "void")
    elif layer.role is Role.FRAME:
        if kind in (BehindKind.TIMBER, BehindKind.STEEL):
            label, hatch = ("Timber stud", "timber") if kind is BehindKind.TIMBER else ("Steel stud", "void")
        else:
            filled = layer.filling in (Filling.MINERAL_WOOL, Filling.RIGID_FOAM)
            label, hatch = ("Insulation", "insulation") if filled else ("Void", "void")
            if layer.filling in (None, Filling.UNKNOWN):
                label = "Void, filling not known"
    elif layer.role is Role.MASONRY and kind is BehindKind.JOINT:
        label, hatch = "Mortar joint", "plaster"
    return CutLayer(
        label=label,
        hatch=hatch,
        front_mm=layer.front_mm,
        back_mm=layer.back_mm,
        back_spread_mm=spread_mm,
        text=_thickness_text(layer, units),
    )


def _thickness_text(layer: LayerReading, units: UnitSystem) -> str:
    """A thickness, with two standard deviations where it is not sure to half a millimetre."""
    text = show_thickness(layer.thickness_mm, units)
    return f"{text} ± {show_thickness(2 * layer.sigma_mm, units)}" if layer.sigma_mm > 0.25 else text


def draw_runner_up(identified: Identified, units: UnitSystem, catalogue: Catalogue) -> RunnerUp | None:
    """The second build-up, where it is likely enough to matter and of another family or fixing."""
    if (
        not identified.others
        or identified.others[0][0].probability < 2 * catalogue.figures.identification.plausible_build_up
    ):
        return None
    other, reading = identified.others[0]
    layers = _cut_layers(reading.layers, BehindKind.UNKNOWN, units)
    return RunnerUp(
        label=other.label,
        probability_text=other.probability_text,
        layers=layers,
        total_mm=reading.layers[-1].back_mm if reading.layers else 0.0,
    )


_UNIT_WORDS = {
    "dense_block": "block",
    "hollow_block": "hollow block",
    "aerated_block": "aerated block",
    "stone": "stone",
}


def behind_text(spot: Spot, behind: Behind) -> str:
    """What stands behind a hole, in a few words."""
    match behind.kind:
        case BehindKind.TIMBER:
            return f"stud {show_share(behind.solid_wood)}"
        case BehindKind.OPEN:
            wood = f"stud {show_share(behind.solid_wood)}"
            # beside a stud that is surely there, "clear" says nothing
            return f"{wood}, or clear {show_share(behind.clear)}" if behind.clear >= spot.framing.open_least else wood
        case BehindKind.STEEL:
            return "steel stud"
        case BehindKind.VOID:
            return "board, void behind"
        case BehindKind.UNIT:
            unit = _UNIT_WORDS.get(spot.reading.holding or "", "brick")
            through = "through the board into " if spot.reading.family is Family.BONDED_BOARD else ""
            return f"{through}{unit}" if spot.wall.courses else f"{through}{unit} or joint, hidden"
        case BehindKind.JOINT:
            return "mortar joint"
        case BehindKind.CONCRETE:
            return "concrete"
        case BehindKind.POST:
            return "the post"
    return "not known"


def draw_cut(
    spot: Spot,
    reading: WallReading,
    kind: BehindKind,
    text: str,
    hole: HoleSpec | None,
    screw: ScrewPick | None,
    stack: Sequence[float] = (),
) -> Cut:
    """The cut through one hole, with the fixing in it if there is one. ``stack``: spacers [mm] behind it."""
    limit = spot.depth_limit_mm
    shown = limit is not None and limit < reading.thickness_mm
    return Cut(
        layers=_cut_layers(reading.layers, kind, spot.units),
        total_mm=reading.layers[-1].back_mm if reading.layers else 0.0,
        behind_text=text,
        plate_mm=spot.hole.plate_mm,
        plate_hatch="timber" if spot.hole.board_species else None,
        spacer_mm=spot.hole.spacer_mm,
        spacers_mm=tuple(stack),
        washer_mm=screw.washer_mm if screw else 0.0,
        head_at_mm=-(screw.under_head_mm if screw else spot.hole.plate_mm + spot.hole.spacer_mm),
        hole=hole,
        screw=screw,
        limit_mm=limit if shown else None,
        limit_text=f"past {show_limit(limit, spot.units)} not cleared" if shown and limit else None,
        ruler=ruler(reading.thickness_mm, spot.units, 12),
    )
