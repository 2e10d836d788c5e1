"""Which ways do cables and pipes usually take? Every point throws routes, neighbours of one system are joined.

The routes of one group exclude one another; different groups, and different points, go by themselves. Habits are
the catalogue's; a route ends at the edge of the wall and at an opening that stands in its way.
"""

from collections.abc import Sequence
from itertools import pairwise
from typing import NamedTuple

from rockpin.core.base.model import Model
from rockpin.core.document.wall import Opening, Wall, WallSide
from rockpin.core.hidden.zones import PointReading
from rockpin.core.identification import WallReading
from rockpin.core.tables.by_room import HiddenTables
from rockpin.core.tables.services import Direction, FeedHabit, Run, Service, ServiceKind


class Route(Model):
    """A way that a service may take: a level or upright line, normal beside it, between two depths from this face.

    Routes with the same ``group`` exclude one another.
    """

    group: str
    point: str
    kind: str
    service: Service
    upright: bool
    at_mm: float
    from_mm: float
    to_mm: float
    beside_mm: float
    width_mm: float
    chance: float
    depth_from_mm: float
    depth_to_mm: float
    says: str


class _Line(NamedTuple):
    upright: bool
    at_mm: float
    from_mm: float
    to_mm: float


_WORDS = {
    Direction.UP: "from above",
    Direction.DOWN: "from below",
    Direction.LEFT: "from the left",
    Direction.RIGHT: "from the right",
}


def _stopped(openings: Sequence[Opening], x_mm: float, y_mm: float, direction: Direction, end_mm: float) -> float:
    """Where a straight line from (x, y) ends: at ``end_mm``, or at the first opening in its way."""
    for opening in openings:
        rect = opening.rect
        across = rect.x_mm < x_mm < rect.right_mm
        level = rect.y_mm < y_mm < rect.top_mm
        match direction:
            case Direction.UP if across and rect.y_mm >= y_mm:
                end_mm = min(end_mm, rect.y_mm)
            case Direction.DOWN if across and rect.top_mm <= y_mm:
                end_mm = max(end_mm, rect.top_mm)
            case Direction.RIGHT if level and rect.x_mm >= x_mm:
                end_mm = min(end_mm, rect.x_mm)
            case Direction.LEFT if level and rect.right_mm <= x_mm:
                end_mm = max(end_mm, rect.right_mm)
    return end_mm


def _line(wall: Wall, point: PointReading, direction: Direction) -> _Line:
    x, y = point.area.centre_x_mm, point.area.centre_y_mm
    ends = {Direction.UP: wall.height_mm, Direction.DOWN: 0.0, Direction.LEFT: 0.0, Direction.RIGHT: wall.width_mm}
    end = _stopped(wall.openings, x, y, direction, ends[direction])
    if direction in (Direction.UP, Direction.DOWN):
        return _Line(True, x, min(y, end), max(y, end))
    return _Line(False, y, min(x, end), max(x, end))


def depths_of(kind: ServiceKind, face: WallSide, reading: WallReading) -> tuple[float, float]:
    """Between which depths [mm] from this face a service lies, that belongs to this or the other face.

    Anywhere in the void of a hollow wall; in the gap or a chase behind a bonded board; in a chase of solid stuff.
    """
    thick = reading.thickness_mm
    if reading.family.framed:
        front = min(reading.front_mm, thick)
        return front, max(front + 1.0, front + reading.void_mm)
    if reading.bonded and face is WallSide.THIS:
        return reading.front_mm, reading.skin_mm + kind.solid_mm[1]
    shallow, deep = kind.solid_mm
    if face is WallSide.THIS:
        return shallow, deep
    return max(0.0, thick - deep), max(1.0, thick - shallow)


def _feeds(way: FeedHabit, school: str) -> tuple[dict[Direction, float], ...]:
    return way.by_school.get(school, way.groups)


def _of_point(wall: Wall, point: PointReading, reading: WallReading, school: str, tables: HiddenTables) -> list[Route]:
    found: list[Route] = []
    behind = ", on the other face," if point.face is WallSide.OTHER else ""
    for key in tables.points[point.kind].ways:
        way = tables.ways[key]
        kind = tables.services[way.kind]
        low, high = depths_of(kind, point.face, reading)
        for number, group in enumerate(_feeds(way, school)):
            for direction, chance in group.items():
                line = _line(wall, point, direction)
                size = point.area.width_mm if line.upright else point.area.height_mm
                if line.to_mm <= line.from_mm or chance == 0:
                    continue
                found.append(
                    Route(
                        group=f"{point.id} {key} {number}",
                        point=point.id,
                        kind=kind.key,
                        service=kind.service,
                        upright=line.upright,
                        at_mm=line.at_mm,
                        from_mm=line.from_mm,
                        to_mm=line.to_mm,
                        beside_mm=way.beside_mm + way.beside_share * size + point.within_mm,
                        width_mm=kind.width_mm,
                        chance=chance,
                        depth_from_mm=low,
                        depth_to_mm=high,
                        says=f"{kind.label} feeding the {point.label.lower()}{behind} {_WORDS[direction]}",
                    )
                )
    return found


def _joined(wall: Wall, run: Run, one: PointReading, other: PointReading, tables: HiddenTables) -> _Line | None:
    """The line between two neighbours, or None where they are not joined so."""
    x, x2 = one.area.centre_x_mm, other.area.centre_x_mm
    y, y2 = one.area.centre_y_mm, other.area.centre_y_mm
    if run.level == "at_points":
        if abs(y - y2) > tables.figures.level_points_mm:
            return None
        at = (y + y2) / 2
    else:
        at = run.height_mm
    # an opening that stands between them on that level parts them
    if any(
        gap.rect.y_mm < at < gap.rect.top_mm and min(x, x2) <= gap.rect.x_mm and gap.rect.right_mm <= max(x, x2)
        for gap in wall.openings
    ):
        return None
    return _Line(False, at, min(x, x2), max(x, x2))


def _between(wall: Wall, points: Sequence[PointReading], reading: WallReading, tables: HiddenTables) -> list[Route]:
    found: list[Route] = []
    for run in tables.runs:
        if run.level == "under_ceiling":
            continue
        kind = tables.services[run.kind]
        mine = sorted(
            (point for point in points if run.service in point.services),
            key=lambda point: (point.area.centre_x_mm, point.area.centre_y_mm, point.id),
        )
        for one, other in pairwise(mine):
            line = _joined(wall, run, one, other, tables)
            if line is None or line.to_mm - line.from_mm < 1:
                continue
            depths = [depths_of(kind, point.face, reading) for point in (one, other)]
            found.append(
                Route(
                    group=f"{run.key} {one.id} {other.id}",
                    point=one.id,
                    kind=kind.key,
                    service=kind.service,
                    upright=False,
                    at_mm=line.at_mm,
                    from_mm=line.from_mm,
                    to_mm=line.to_mm,
                    beside_mm=run.beside_mm,
                    width_mm=kind.width_mm,
                    chance=run.chance,
                    depth_from_mm=min(low for low, _ in depths),
                    depth_to_mm=max(high for _, high in depths),
                    says=f"{kind.label} from the {one.label.lower()} to the {other.label.lower()}",
                )
            )
    return found


def _feeders(wall: Wall, reading: WallReading, school: str, tables: HiddenTables) -> list[Route]:
    """Cables that pass along under the ceiling to other rooms, in the schools where they usually do."""
    found = []
    for run in tables.runs:
        if run.level != "under_ceiling" or school not in run.schools:
            continue
        kind = tables.services[run.kind]
        low, high = depths_of(kind, WallSide.THIS, reading)
        found.append(
            Route(
                group=f"{run.key} passing",
                point="",
                kind=kind.key,
                service=kind.service,
                upright=False,
                at_mm=wall.height_mm - run.height_mm,
                from_mm=0.0,
                to_mm=wall.width_mm,
                beside_mm=run.beside_mm,
                width_mm=kind.width_mm,
                chance=run.chance,
                depth_from_mm=low,
                depth_to_mm=high,
                says=f"{kind.label} passing along under the ceiling",
            )
        )
    return found


def read_routes(
    wall: Wall, points: Sequence[PointReading], reading: WallReading, school: str, tables: HiddenTables
) -> tuple[Route, ...]:
    """All routes of a wall, point by point, then those between neighbours and the feeders that pass."""
    own = [route for point in points for route in _of_point(wall, point, reading, school, tables)]
    return tuple(own + _between(wall, points, reading, tables) + _feeders(wall, reading, school, tables))
