"""Distances and stretches on a grid of rows and columns [mm]: how far each spot is from what lies on a wall."""

from itertools import pairwise

import numpy as np
from numpy.typing import NDArray
from shapely import Polygon, distance, points

from rockpin.core.base.model import Rect
from rockpin.core.hidden.risk import Found

Places = NDArray[np.float64]


def span(at: Places, low: float, high: float) -> slice:
    """The places of a rising row that lie between two bounds [mm], ends counted."""
    return slice(int(np.searchsorted(at, low, "left")), int(np.searchsorted(at, high, "right")))


def rect_gaps(area: Rect, x: Places, y: Places) -> Places:
    """Distance [mm] of each spot from a rectangle, (rows, columns); 0 in it."""
    aside = np.maximum(np.maximum(area.x_mm - x, 0.0), x - area.right_mm)[None, :]
    above = np.maximum(np.maximum(area.y_mm - y, 0.0), y - area.top_mm)[:, None]
    return np.asarray(np.sqrt(aside * aside + above * above))


def line_gaps(line: Found, x: Places, y: Places) -> Places:
    """Distance [mm] of each spot from a find, (rows, columns)."""
    dx, dy = line.x2_mm - line.x_mm, line.y2_mm - line.y_mm
    length2 = dx * dx + dy * dy
    across, up = (x - line.x_mm)[None, :], (y - line.y_mm)[:, None]
    share = np.clip((across * dx + up * dy) / length2, 0, 1) if length2 else np.zeros((len(y), len(x)))
    return np.asarray(np.hypot(across - share * dx, up - share * dy))


def stretches(at: Places, bounds: list[float]) -> list[slice]:
    """A rising row of places cut at every bound, so that none lies within a stretch; a place on a bound by itself."""
    cuts = {0, len(at)}
    for bound in bounds:
        cuts |= {int(np.searchsorted(at, bound, "left")), int(np.searchsorted(at, bound, "right"))}
    return [slice(low, high) for low, high in pairwise(sorted(cuts)) if high > low]


def level_parts(shape: Polygon) -> list[Rect] | None:
    """A polygon with level and upright sides as rectangles that make it up; None where a side slopes."""
    rings = [shape.exterior, *shape.interiors]
    for ring in rings:
        for (x1, y1, *_), (x2, y2, *_) in pairwise(ring.coords):
            if x1 != x2 and y1 != y2:
                return None
    xs = sorted({x for ring in rings for x, *_ in ring.coords})
    ys = sorted({y for ring in rings for _, y, *_ in ring.coords})
    cells = [((a, b), (c, d)) for a, b in pairwise(xs) for c, d in pairwise(ys)]
    middles = points([((a + b) / 2, (c + d) / 2) for (a, b), (c, d) in cells])
    inside = distance(shape, middles) == 0
    return [
        Rect(x_mm=a, y_mm=c, width_mm=b - a, height_mm=d - c)
        for ((a, b), (c, d)), counted in zip(cells, inside, strict=True)
        if counted
    ]
