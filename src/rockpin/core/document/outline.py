"""The outline of a wall's face: a rectangle, or corners that follow a sloped ceiling or a step."""

from itertools import pairwise

from shapely import LineString, Point, Polygon, box

from rockpin.core.base.model import Rect
from rockpin.core.document.wall import Wall

UPRIGHT_MM = 1e-6
"""A side that moves less than this sideways [mm] is upright."""

XY = tuple[float, float]


def face_shape(wall: Wall) -> Polygon:
    """The face as a polygon: by its corners, or the whole rectangle."""
    if wall.outline:
        return Polygon([(corner.x_mm, corner.y_mm) for corner in wall.outline])
    return box(0, 0, wall.width_mm, wall.height_mm)


def edges_of(face: Polygon) -> list[tuple[XY, XY]]:
    """The sides of the face, walked with the wall at the left hand."""
    ring: list[XY] = [(float(x), float(y)) for x, y, *_ in face.exterior.coords]
    if not face.exterior.is_ccw:
        ring.reverse()
    return list(pairwise(ring))


def top_edges(face: Polygon) -> list[LineString]:
    """Sides with the wall below them: a level ceiling, a slope, or several."""
    return [LineString((a, b)) for a, b in edges_of(face) if b[0] < a[0] - UPRIGHT_MM]


def off_face_mm(wall: Wall, x_mm: float, y_mm: float) -> float:
    """How far [mm] a spot lies outside the face, 0 on it."""
    if not wall.outline:
        return Rect(x_mm=0, y_mm=0, width_mm=wall.width_mm, height_mm=wall.height_mm).distance_to(x_mm, y_mm)
    return float(face_shape(wall).distance(Point(x_mm, y_mm)))


def to_top_mm(wall: Wall, x_mm: float, y_mm: float) -> float:
    """Distance [mm] from a spot of the face to the nearest side above it, level or sloped."""
    if not wall.outline:
        return wall.height_mm - y_mm
    return min(float(edge.distance(Point(x_mm, y_mm))) for edge in top_edges(face_shape(wall)))
