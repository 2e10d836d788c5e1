"""What a lens does to straight lines: one coefficient, told by edges that are straight in truth.

Coordinates are of the picture's middle, in half diagonals [1]: p_straight = p · (1 + k₁ · |p|²), the first term of
the radial model (D. C. Brown, Close-range camera calibration, Photogrammetric Engineering 37, 1971, eq. 13), read
from the picture to the straight one. Valid for ordinary lenses, |k₁| up to 0.3; a fisheye is none.
"""

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

Points = NDArray[np.float64]

MOST_BENT = 0.3
"""The range of k₁ [1] within which the one coefficient is a picture of a lens."""


def straightened(points: Points, k1: float) -> Points:
    """Places on a straight picture [half diagonals, n × 2] for places on the one as it was taken."""
    radius2 = (points**2).sum(axis=-1, keepdims=True)
    return np.asarray(points * (1 + k1 * radius2))


def bent(points: Points, k1: float) -> Points:
    """Places on the picture as it was taken [half diagonals, n × 2] for places on a straight one.

    Newton's method on the radius. Where the lens would fold the picture, the place is put at the fold.
    """
    if k1 == 0:
        return points
    wanted = np.sqrt((points**2).sum(axis=-1, keepdims=True))
    # r + k₁ r³ turns round where its slope is nought
    most = np.sqrt(-1 / (3 * k1)) if k1 < 0 else np.inf
    radius = np.minimum(wanted, most)
    for _ in range(12):
        slope = np.maximum(1 + 3 * k1 * radius**2, 1e-3)
        radius = np.clip(radius - (radius + k1 * radius**3 - wanted) / slope, 0.0, most)
    return np.asarray(np.where(wanted > 0, points * radius / np.where(wanted > 0, wanted, 1.0), points))


def _bow(points: Points) -> Points:
    """How far points lie beside the line that fits them best [half diagonals, n]."""
    around = points - points.mean(axis=0)
    _, _, axes = np.linalg.svd(around, full_matrices=False)
    return np.asarray(around @ axes[1])


def lens_of(edges: Sequence[tuple[Points, float]], usual: float, marked: float) -> tuple[float, float]:
    """k₁ and its spread [1, 1] from straight edges: the points of each and the spread of a tap [half diagonals].

    ``usual``: the spread of k₁ among ordinary cameras, which is all that is known where no edge was marked.
    ``marked``: that among lenses of which somebody thought it worth marking edges.
    """
    if not edges:
        return 0.0, usual
    # slow to load, and few photos have edges
    from scipy.optimize import minimize_scalar

    def cost(k1: float) -> float:
        bows = sum(float(((_bow(straightened(points, k1)) / sigma) ** 2).sum()) for points, sigma in edges)
        return bows + (k1 / marked) ** 2

    found = float(minimize_scalar(cost, bounds=(-MOST_BENT, MOST_BENT), method="bounded").x)
    step = 1e-4
    curve = (cost(found + step) - 2 * cost(found) + cost(found - step)) / step**2
    # of a sum of squares, twice the inverse of its second derivative is the variance
    return found, float(np.sqrt(2 / curve)) if curve > 0 else marked
