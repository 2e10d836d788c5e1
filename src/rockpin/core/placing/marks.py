"""Lines of the wall that a fixture is measured from: where each lies, and what it is called.

Heights count from the finished floor, which is nought; today's floor may lie lower.
"""

from dataclasses import dataclass
from functools import cached_property
from math import floor

from shapely import LineString

from rockpin.core.base.model import Model, Rect
from rockpin.core.base.quantities import UnitSystem, show_length
from rockpin.core.document.job import Region
from rockpin.core.document.landmarks import TileGrid
from rockpin.core.document.outline import face_shape
from rockpin.core.document.photo import within_mm
from rockpin.core.document.placing import MarkKind, Side, WallMark
from rockpin.core.document.wall import Courses, OldHole, Wall, WallSide
from rockpin.core.framing import MemberReading
from rockpin.core.placing.features import Axis, side_mm
from rockpin.core.tables.services import PointKind, point_area


@dataclass(frozen=True)
class Surroundings:
    """A wall with what is on it. ``skirting``: what a skirting is called there; ``foot``: what heights count from."""

    wall: Wall
    members: tuple[MemberReading, ...]
    points: dict[str, PointKind]
    units: UnitSystem
    skirting: str
    foot: str

    @cached_property
    def areas(self) -> dict[tuple[MarkKind, str], tuple[str, Rect]]:
        """Name and area of everything on this face that has an area, by its kind and id."""
        wall = self.wall
        found = {(MarkKind.OPENING, one.id): (f"the {one.kind}", one.rect) for one in wall.openings}
        found |= {(MarkKind.THING, one.id): (one.name, one.rect) for one in wall.things}
        for point in wall.points:
            kind = self.points.get(point.kind)
            if point.face is WallSide.THIS and kind:
                found[MarkKind.POINT, point.id] = (f"the {kind.label.lower()}", point_area(point, kind))
        return found

    @cached_property
    def old_holes(self) -> dict[str, OldHole]:
        return {one.id: one for one in self.wall.old_holes}

    @cached_property
    def member_by_id(self) -> dict[str, MemberReading]:
        return {one.id: one for one in self.members}


def mark_within_mm(here: Surroundings, mark: WallMark) -> float:
    """How far [mm] a mark may lie from where it is said to lie, since it was read off a photo; 0 by tape."""
    wall = here.wall
    match mark.kind:
        case MarkKind.OPENING:
            return within_mm(next((one.sigma_mm for one in wall.openings if one.id == mark.id), 0.0))
        case MarkKind.POINT:
            return within_mm(next((one.sigma_mm for one in wall.points if one.id == mark.id), 0.0))
        case MarkKind.OLD_HOLE:
            return within_mm(next((one.sigma_mm for one in wall.old_holes if one.id == mark.id), 0.0))
        case MarkKind.TILE:
            return within_mm(wall.tiles.sigma_mm) if wall.tiles else 0.0
        case _:
            return 0.0


def skirting_word(region: Region) -> str:
    """What a skirting is called in a region."""
    return "baseboard" if region is Region.NORTH_AMERICA else "skirting"


class NamedMark(Model):
    """A mark that can be measured from. ``at_mm``: None for a line that is not the same height everywhere."""

    mark: WallMark
    label: str
    at_mm: float | None


_SIDE_WORDS = {
    Axis.ALONG: {Side.LOW: "left side", Side.MIDDLE: "middle", Side.HIGH: "right side"},
    Axis.UPRIGHT: {Side.LOW: "lower edge", Side.MIDDLE: "middle", Side.HIGH: "upper edge"},
}


def _ceiling_mm(wall: Wall, x_mm: float) -> float:
    """Height of the top of the face at a place along it [mm], level or sloped; beside it, of the whole wall."""
    if not wall.outline:
        return wall.height_mm
    met = face_shape(wall).intersection(LineString([(x_mm, -1.0), (x_mm, wall.height_mm + 1.0)]))
    return wall.height_mm if met.is_empty else float(met.bounds[3])


def _joint_mm(grid: Courses | TileGrid, number: int, axis: Axis) -> float:
    """Middle of a joint [mm], counted from the one at the origin as 0."""
    if isinstance(grid, Courses):
        size, start = (
            (grid.unit_length_mm, grid.origin_x_mm) if axis is Axis.ALONG else (grid.unit_height_mm, grid.origin_y_mm)
        )
    else:
        size, start = (
            (grid.tile_width_mm, grid.origin_x_mm) if axis is Axis.ALONG else (grid.tile_height_mm, grid.origin_y_mm)
        )
    return start - grid.joint_mm / 2 + number * (size + grid.joint_mm)


def _old_name(hole: OldHole, units: UnitSystem) -> str:
    return hole.name or f"the old hole at {show_length(hole.x_mm, units)}, {show_length(hole.y_mm, units)}"


def mark_mm(here: Surroundings, mark: WallMark, axis: Axis, x_mm: float) -> float | None:
    """Where a mark lies [mm]; None where it is not there. ``x_mm``: where it is measured, for what is not level."""
    wall, along = here.wall, axis is Axis.ALONG
    match mark.kind:
        case MarkKind.FLOOR:
            return 0.0
        case MarkKind.TODAYS_FLOOR:
            return -wall.floor_to_come_mm
        case MarkKind.SKIRTING:
            return wall.skirting_mm or None
        case MarkKind.CEILING:
            return _ceiling_mm(wall, x_mm)
        case MarkKind.LEFT_EDGE:
            return 0.0
        case MarkKind.RIGHT_EDGE:
            return wall.width_mm
        case MarkKind.NOSING:
            return wall.stairs.nosing_y_mm(x_mm) if wall.stairs else None
        case MarkKind.POST:
            return wall.post.x_mm if wall.post else None
        case MarkKind.OLD_HOLE:
            old = here.old_holes.get(mark.id or "")
            return None if old is None else old.x_mm if along else old.y_mm
        case MarkKind.MEMBER:
            member = here.member_by_id.get(mark.id or "")
            return side_mm(member.rect, mark.side, axis) if member else None
        case MarkKind.COURSE | MarkKind.TILE:
            grid = wall.courses if mark.kind is MarkKind.COURSE else wall.tiles
            return _joint_mm(grid, mark.number or 0, axis) if grid else None
        case _:
            found = here.areas.get((mark.kind, mark.id or ""))
            return side_mm(found[1], mark.side, axis) if found else None


def _stud_name(here: Surroundings, mark: WallMark, axis: Axis) -> str:
    member = here.member_by_id.get(mark.id or "")
    if member is None:
        return "the stud that was there"
    at = show_length(side_mm(member.rect, Side.MIDDLE, axis), here.units)
    side = "centre" if mark.side is Side.MIDDLE else _SIDE_WORDS[axis][mark.side]
    return f"the {side} of the {member.kind} at {at}"


def mark_label(here: Surroundings, mark: WallMark, axis: Axis) -> str:
    """What a mark is called in a sentence, also where it is gone."""
    match mark.kind:
        case MarkKind.FLOOR:
            return f"the finished {here.foot}" if here.wall.floor_to_come_mm else f"the {here.foot}"
        case MarkKind.TODAYS_FLOOR:
            return "today's floor"
        case MarkKind.SKIRTING:
            return f"the top of the {here.skirting}"
        case MarkKind.CEILING:
            return "the ceiling"
        case MarkKind.LEFT_EDGE:
            return "the left end of the wall"
        case MarkKind.RIGHT_EDGE:
            return "the right end of the wall"
        case MarkKind.NOSING:
            return "the nosing line"
        case MarkKind.POST:
            return "the post"
        case MarkKind.OLD_HOLE:
            old = here.old_holes.get(mark.id or "")
            return _old_name(old, here.units) if old else "the old hole that was there"
        case MarkKind.MEMBER:
            return _stud_name(here, mark, axis)
        case MarkKind.COURSE | MarkKind.TILE:
            what = "tile" if mark.kind is MarkKind.TILE else "brick"
            way = "upright" if axis is Axis.ALONG else "level"
            at = mark_mm(here, mark, axis, 0.0)
            where = f" at {show_length(at, here.units)}" if at is not None else ""
            return f"the {way} {what} joint{where}"
    found = here.areas.get((mark.kind, mark.id or ""))
    if found is None:
        return f"the {mark.kind.replace('_', ' ')} that was there"
    return f"the {_SIDE_WORDS[axis][mark.side]} of {found[0]}"


def _plain(here: Surroundings, axis: Axis) -> list[WallMark]:
    wall = here.wall
    if axis is Axis.ALONG:
        post = [WallMark(kind=MarkKind.POST)] if wall.post else []
        return [*post, WallMark(kind=MarkKind.LEFT_EDGE), WallMark(kind=MarkKind.RIGHT_EDGE)]
    found = [WallMark(kind=MarkKind.FLOOR)]
    found += [WallMark(kind=MarkKind.TODAYS_FLOOR)] if wall.floor_to_come_mm else []
    found += [WallMark(kind=MarkKind.SKIRTING)] if wall.skirting_mm else []
    found += [WallMark(kind=MarkKind.NOSING)] if wall.stairs else []
    return [*found, WallMark(kind=MarkKind.CEILING)]


_MOST_JOINTS = 60


def _joints(here: Surroundings, axis: Axis) -> list[WallMark]:
    """Joints of tiles and bricks that lie on the wall, those of tiles first; in stepped rows only the level ones."""
    found: list[WallMark] = []
    length = here.wall.width_mm if axis is Axis.ALONG else here.wall.height_mm
    for kind, grid in ((MarkKind.TILE, here.wall.tiles), (MarkKind.COURSE, here.wall.measured_courses)):
        if grid is None or (axis is Axis.ALONG and grid.course_shift):
            continue
        start, step = _joint_mm(grid, 0, axis), _joint_mm(grid, 1, axis) - _joint_mm(grid, 0, axis)
        first = -floor(start / step)
        count = min(_MOST_JOINTS, max(0, floor((length - start) / step) - first + 1))
        found += [WallMark(kind=kind, number=first + number) for number in range(count)]
    return found


def mark_lines(here: Surroundings, axis: Axis) -> list[tuple[WallMark, float | None]]:
    """All that can be measured from, and where it lies [mm]; None where that is not the same everywhere."""
    marks = _plain(here, axis)
    for kind, name in here.areas:
        marks += [WallMark(kind=kind, id=name, side=side) for side in Side]
    marks += [WallMark(kind=MarkKind.OLD_HOLE, id=one.id) for one in here.wall.old_holes]
    marks += [
        WallMark(kind=MarkKind.MEMBER, id=one.id) for one in here.members if one.horizontal == (axis is Axis.UPRIGHT)
    ]
    marks += _joints(here, axis)
    varies = (MarkKind.NOSING,) if not here.wall.outline else (MarkKind.NOSING, MarkKind.CEILING)
    return [(mark, None if mark.kind in varies else mark_mm(here, mark, axis, 0.0)) for mark in marks]


def marks_of(here: Surroundings, axis: Axis) -> tuple[NamedMark, ...]:
    """All that can be measured from along or upright, what one would reach for first in front."""
    return tuple(
        NamedMark(mark=mark, label=mark_label(here, mark, axis), at_mm=at) for mark, at in mark_lines(here, axis)
    )
