"""How far is a spot from where the wall ends? As masonry, and as board."""

from math import inf
from typing import NamedTuple

from rockpin.core.document.outline import to_top_mm
from rockpin.core.document.wall import EdgeKind, Wall

_FAR_MM = inf


class Edges(NamedTuple):
    """Distances [mm] from a spot: left, right, down, up to where masonry ends, and to the nearest cut edge of board."""

    free_mm: tuple[float, float, float, float]
    board_mm: float


def edges_of(wall: Wall, x_mm: float, y_mm: float) -> Edges:
    """How far a spot of a wall is from where it ends, as masonry and as board."""
    return Edges(free_edges(wall, x_mm, y_mm), board_edge(wall, x_mm, y_mm))


def free_edges(wall: Wall, x_mm: float, y_mm: float) -> tuple[float, float, float, float]:
    """Distances [mm] left, right, down and up to where masonry ends: outer corners, free ends, the top, openings.

    An inside corner and the floor are no edges: the wall goes on behind them. The top counts as one, since nobody
    has said what stands on it.
    """
    left = x_mm if wall.left_edge is not EdgeKind.INTERNAL_CORNER else _FAR_MM
    right = wall.width_mm - x_mm if wall.right_edge is not EdgeKind.INTERNAL_CORNER else _FAR_MM
    # a sloped side counts as an edge above, by its true distance
    down, up = _FAR_MM, to_top_mm(wall, x_mm, y_mm)
    for opening in wall.openings:
        rect = opening.rect
        gap = rect.distance_to(x_mm, y_mm)
        # an opening diagonally away weakens both directions: it counts in each by its true distance
        if x_mm >= rect.right_mm:
            left = min(left, gap)
        if x_mm <= rect.x_mm:
            right = min(right, gap)
        if y_mm >= rect.top_mm:
            down = min(down, gap)
        if y_mm <= rect.y_mm:
            up = min(up, gap)
    return left, right, down, up


def board_edge(wall: Wall, x_mm: float, y_mm: float) -> float:
    """Distance [mm] to the nearest cut edge of board: the wall's ends, openings and known joints."""
    gaps = [x_mm, wall.width_mm - x_mm, y_mm, to_top_mm(wall, x_mm, y_mm)]
    gaps += [opening.rect.distance_to(x_mm, y_mm) for opening in wall.openings]
    gaps += [abs(x_mm - joint) for joint in wall.board_joints_mm]
    return min(gaps)
