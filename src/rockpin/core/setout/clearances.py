"""Clear space from edge to edge: between the pieces of a fixture and whatever is round them, by name."""

from collections.abc import Sequence
from math import hypot, inf

from rockpin.core.base.model import Model, Rect
from rockpin.core.base.quantities import UnitSystem, show_limit
from rockpin.core.document.fixture import ClearOf, Limit, LimitKind
from rockpin.core.document.outline import to_top_mm
from rockpin.core.document.wall import EdgeKind, Wall, WallSide
from rockpin.core.setout.place import PlacedPart
from rockpin.core.tables.services import PointKind, point_area

_POINTS_LIKE = {
    ClearOf.LIGHT: ("light",),
    ClearOf.TAP: ("tap", "shower", "valve"),
    ClearOf.SOCKET: ("socket", "switch"),
}
"""What a point's kind is called, for each thing that a maker wants clear space from."""


class Clearance(Model):
    """The smallest gap to what a limit names, from a piece's edge to its edge. ``kept``: whether it is enough."""

    limit: int
    name: str
    from_x_mm: float
    from_y_mm: float
    to_x_mm: float
    to_y_mm: float
    gap_mm: float
    kept: bool
    text: str


def _between(one_low: float, one_high: float, low: float, high: float) -> tuple[float, float]:
    """Where the shortest line between two stretches begins and ends; in the middle of what they share."""
    if one_high < low:
        return one_high, low
    if high < one_low:
        return one_low, high
    middle = (max(one_low, low) + min(one_high, high)) / 2
    return middle, middle


def _line(a: Rect, b: Rect) -> tuple[float, float, float, float]:
    """The shortest line from one rectangle to another [mm]."""
    x1, x2 = _between(a.x_mm, a.right_mm, b.x_mm, b.right_mm)
    y1, y2 = _between(a.y_mm, a.top_mm, b.y_mm, b.top_mm)
    return x1, y1, x2, y2


def around_piece(area: Rect, wall: Wall, points: dict[str, PointKind]) -> list[tuple[ClearOf, str, Rect]]:
    """Everything round a piece: what kind of thing it is, its name, and where it is."""
    found = [(ClearOf.OPENING, f"the {one.kind.value}", one.rect) for one in wall.openings]
    found += [(ClearOf.ANYTHING, one.name, one.rect) for one in wall.things]
    for point in wall.points:
        if point.face is WallSide.THIS and point.kind in points:
            name = point.kind.replace("_", " ")
            what = next((one for one, words in _POINTS_LIKE.items() if any(word in name for word in words)), None)
            found.append((what or ClearOf.ANYTHING, f"the {name}", point_area(point, points[point.kind])))
    top = area.top_mm + to_top_mm(wall, area.centre_x_mm, area.top_mm)
    found.append((ClearOf.CEILING, "the ceiling", area.model_copy(update={"y_mm": top, "height_mm": 0.0})))
    side = area.model_copy(update={"width_mm": 0.0})
    if wall.left_edge is EdgeKind.INTERNAL_CORNER:
        found.append((ClearOf.SIDE_WALL, "the corner at the left", side.model_copy(update={"x_mm": 0.0})))
    if wall.right_edge is EdgeKind.INTERNAL_CORNER:
        found.append((ClearOf.SIDE_WALL, "the corner at the right", side.model_copy(update={"x_mm": wall.width_mm})))
    return found


def clearances_of(
    limits: Sequence[Limit], pieces: Sequence[PlacedPart], wall: Wall, points: dict[str, PointKind], units: UnitSystem
) -> tuple[Clearance, ...]:
    """The smallest gap for each limit on clear space, by the number of the limit; none where nothing is there."""
    found = []
    for number, limit in enumerate(limits):
        if limit.kind is not LimitKind.CLEARANCE_MIN_MM:
            continue
        least, best = inf, None
        for piece in pieces:
            for what, name, area in around_piece(piece.area, wall, points):
                line = _line(piece.area, area)
                gap = hypot(line[2] - line[0], line[3] - line[1])
                if limit.clear_of in (ClearOf.ANYTHING, what) and gap < least:
                    least, best = gap, (name, line)
        if best is not None:
            name, (x1, y1, x2, y2) = best
            found.append(
                Clearance(
                    limit=number,
                    name=name,
                    from_x_mm=x1,
                    from_y_mm=y1,
                    to_x_mm=x2,
                    to_y_mm=y2,
                    gap_mm=least,
                    kept=least >= limit.value,
                    text=show_limit(least, units),
                )
            )
    return tuple(found)
