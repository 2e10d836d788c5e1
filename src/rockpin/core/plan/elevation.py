"""What the elevation shows, in wall millimetres: outline, openings, courses, things, sweeps and their finds, rulers."""

from math import ceil, floor

from rockpin.core.base.model import Model, Rect
from rockpin.core.base.quantities import (
    UnitSystem,
    show_length,
    show_within,
)
from rockpin.core.document.landmarks import Stairs, Thing, TileGrid
from rockpin.core.document.photo import within_mm
from rockpin.core.document.sweeps import Scan
from rockpin.core.document.wall import Corner, Courses, OldHole, OpeningKind, Wall, WallSide
from rockpin.core.framing import MemberReading
from rockpin.core.hidden import FindReading, Hidden, PointReading, Zone
from rockpin.core.identification import evidence_text
from rockpin.core.plan.ruler import Tick, ruler
from rockpin.core.tables.catalogue import Catalogue


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
    """A door or window. ``pocket``: where a door is inside the wall when it is open."""

    id: str
    kind: OpeningKind
    area: Rect
    pocket: Rect | None


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
    """Something that was tapped on a photo or with a finger, by its list and id, with how far off it may lie [mm]."""

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
    courses_measured: bool
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
    """What was tapped, on a photo or with a finger; with its area, where that may lie aside in the drawing."""
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
            text=f"tapped, not measured: within {show_within(within_mm(sigma), units)}",
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
        courses_measured=wall.measured_courses is not None,
        tiles=course_lines(_as_courses(wall.tiles), wall) if wall.tiles else None,
        things=tuple(ThingDrawing(id=one.id, name=one.name, outline=_outline_of(one)) for one in wall.things),
        stairs=_steps(wall.stairs) if wall.stairs else (),
        skirting_mm=wall.skirting_mm,
        openings=tuple(
            OpeningDrawing(
                id=one.id,
                kind=one.kind,
                area=one.rect,
                pocket=one.pocket(catalogue.figures.plan.pocket_track_mm),
            )
            for one in wall.openings
        ),
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
