"""Lines of the wall that a fixture is measured from: where each lies, and what it is called.

Heights count from the finished floor, which is nought; today's floor may lie lower.
"""

from collections.abc import Iterator
from math import floor
from typing import NamedTuple

from shapely import LineString

from rockpin.core.base.model import Model, Rect
from rockpin.core.base.quantities import UnitSystem, show_length
from rockpin.core.document.job import Region
from rockpin.core.document.landmarks import TileGrid
from rockpin.core.document.outline import face_shape
from rockpin.core.document.placing import MarkKind, Side, WallMark
from rockpin.core.document.wall import Courses, OldHole, Wall, WallSide
from rockpin.core.framing import MemberReading
from rockpin.core.placing.features import Axis, side_mm
from rockpin.core.tables.services import PointKind, point_area


class Surroundings(NamedTuple):
    """A wall with what is on it. ``skirting``: what a skirting is called there."""

    wall: Wall
    members: tuple[MemberReading, ...]
    points: dict[str, PointKind]
    units: UnitSystem
    skirting: str

    @property
    def this_face(self) -> list[tuple[str, str, Rect]]:
        """Id, name and area of the points on this face."""
        return [
            (point.id, self.points[point.kind].label.lower(), point_area(point, self.points[point.kind]))
            for point in self.wall.points
            if point.face is WallSide.THIS and point.kind in self.points
        ]


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


def _areas(here: Surroundings) -> Iterator[tuple[MarkKind, str, str, Rect]]:
    """Kind, id, name and area of everything on the wall that has an area."""
    for opening in here.wall.openings:
        yield MarkKind.OPENING, opening.id, f"the {opening.kind}", opening.rect
    for thing in here.wall.things:
        yield MarkKind.THING, thing.id, thing.name, thing.rect
    for point_id, name, area in here.this_face:
        yield MarkKind.POINT, point_id, f"the {name}", area


def _of_area(here: Surroundings, kind: MarkKind, name: str | None) -> Rect | None:
    return next((area for one, area_id, _, area in _areas(here) if (one, area_id) == (kind, name)), None)


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
        case MarkKind.OLD_HOLE:
            old = next((one for one in wall.old_holes if one.id == mark.id), None)
            return None if old is None else old.x_mm if along else old.y_mm
        case MarkKind.MEMBER:
            member = next((one for one in here.members if one.id == mark.id), None)
            return side_mm(member.rect, mark.side, axis) if member else None
        case MarkKind.COURSE | MarkKind.TILE:
            grid = wall.courses if mark.kind is MarkKind.COURSE else wall.tiles
            return _joint_mm(grid, mark.number or 0, axis) if grid else None
        case _:
            area = _of_area(here, mark.kind, mark.id)
            return side_mm(area, mark.side, axis) if area else None


def _stud_name(here: Surroundings, mark: WallMark, axis: Axis) -> str:
    member = next((one for one in here.members if one.id == mark.id), None)
    if member is None:
        return "the stud that was there"
    at = show_length(side_mm(member.rect, Side.MIDDLE, axis), here.units)
    side = "centre" if mark.side is Side.MIDDLE else _SIDE_WORDS[axis][mark.side]
    return f"the {side} of the {member.kind} at {at}"


def mark_label(here: Surroundings, mark: WallMark, axis: Axis) -> str:
    """What a mark is called in a sentence, also where it is gone."""
    match mark.kind:
        case MarkKind.FLOOR:
            return "the finished floor" if here.wall.floor_to_come_mm else "the floor"
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
        case MarkKind.OLD_HOLE:
            old = next((one for one in here.wall.old_holes if one.id == mark.id), None)
            return _old_name(old, here.units) if old else "the old hole that was there"
        case MarkKind.MEMBER:
            return _stud_name(here, mark, axis)
        case MarkKind.COURSE | MarkKind.TILE:
            what = "tile" if mark.kind is MarkKind.TILE else "brick"
            way = "upright" if axis is Axis.ALONG else "level"
            at = mark_mm(here, mark, axis, 0.0)
            where = f" at {show_length(at, here.units)}" if at is not None else ""
            return f"the {way} {what} joint{where}"
    name = next((name for kind, one, name, _ in _areas(here) if (kind, one) == (mark.kind, mark.id)), None)
    if name is None:
        return f"the {mark.kind.replace('_', ' ')} that was there"
    return f"the {_SIDE_WORDS[axis][mark.side]} of {name}"


def _plain(here: Surroundings, axis: Axis) -> list[WallMark]:
    wall = here.wall
    if axis is Axis.ALONG:
        return [WallMark(kind=MarkKind.LEFT_EDGE), WallMark(kind=MarkKind.RIGHT_EDGE)]
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
    for kind, grid in ((MarkKind.TILE, here.wall.tiles), (MarkKind.COURSE, here.wall.courses)):
        if grid is None or (axis is Axis.ALONG and grid.course_shift):
            continue
        start, step = _joint_mm(grid, 0, axis), _joint_mm(grid, 1, axis) - _joint_mm(grid, 0, axis)
        first = -floor(start / step)
        count = min(_MOST_JOINTS, max(0, floor((length - start) / step) - first + 1))
        found += [WallMark(kind=kind, number=first + number) for number in range(count)]
    return found


def marks_of(here: Surroundings, axis: Axis) -> tuple[NamedMark, ...]:
    """All that can be measured from along or upright, what one would reach for first in front."""
    marks = _plain(here, axis)
    for kind, name, _, _ in _areas(here):
        marks += [WallMark(kind=kind, id=name, side=side) for side in Side]
    marks += [WallMark(kind=MarkKind.OLD_HOLE, id=one.id) for one in here.wall.old_holes]
    marks += [
        WallMark(kind=MarkKind.MEMBER, id=one.id) for one in here.members if one.horizontal == (axis is Axis.UPRIGHT)
    ]
    marks += _joints(here, axis)
    varies = (MarkKind.NOSING,) if not here.wall.outline else (MarkKind.NOSING, MarkKind.CEILING)
    return tuple(
        NamedMark(
            mark=mark,
            label=mark_label(here, mark, axis),
            at_mm=None if mark.kind in varies else mark_mm(here, mark, axis, 0.0),
        )
        for mark in marks
    )
