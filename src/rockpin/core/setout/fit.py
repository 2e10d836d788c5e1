"""Will every screw find its hole? The chance that some shift and turn of a plate brings all holes within their play.

Errors are normal, told by standard deviations [mm]; samples are Sobol points, so that the same question has the same
answer.
"""

from collections.abc import Sequence
from functools import lru_cache
from math import hypot, sqrt
from typing import Any, NamedTuple

import numpy as np
from numpy.typing import NDArray

Rows = NDArray[np.float64]

_POINTS_LOG2 = 12
_ROUNDS = 40
_LEAST_PLAY_MM = 0.02


class Screwed(NamedTuple):
    """One hole of a plate [mm]: where it is, its play to any side, and how much more a slot gives along and up."""

    x_mm: float
    y_mm: float
    play_mm: float
    slot_x_mm: float = 0.0
    slot_y_mm: float = 0.0


class Marking(NamedTuple):
    """Standard deviations of a way of marking [mm]: of each mark, per metre from the first, of the slope per metre."""

    base_mm: float
    per_m_mm: float
    level_per_m_mm: float


class Fit(NamedTuple):
    """``chance`` [1] that all screws go in; ``off_level_mm``: over a metre, not exceeded in 95 of 100 cases."""

    chance: float
    off_level_mm: float


@lru_cache(maxsize=16)
def _normal(dimensions: int) -> Rows:
    """Points of a standard normal law in so many dimensions, the same each time."""
    from scipy.special import ndtri
    from scipy.stats import qmc

    points = qmc.Sobol(dimensions, scramble=True, rng=np.random.default_rng(7)).random_base2(_POINTS_LOG2)
    found: Rows = ndtri(np.clip(points, 1e-12, 1 - 1e-12))
    return found


def spreads_of(screws: Sequence[Screwed], marking: Marking, wander_mm: Sequence[float]) -> Rows:
    """Standard deviations [mm] of each hole across and up, shape (holes, 2). Marks are measured from the first."""
    first = screws[0]
    away = np.array([[abs(one.x_mm - first.x_mm), abs(one.y_mm - first.y_mm)] for one in screws]) / 1000
    marks = marking.base_mm + marking.per_m_mm * away
    found: Rows = np.hypot(marks, np.asarray(wander_mm)[:, None])
    return found


def fit_of(screws: Sequence[Screwed], marking: Marking, wander_mm: Sequence[float]) -> Fit:
    """The chance that all screws of a plate go in, and how far off level it then hangs.

    ``wander_mm``: of the bit at each hole. A plate on one screw always goes on, and hangs as it is turned.
    """
    slope = marking.level_per_m_mm
    if len(screws) < 2:
        return Fit(1.0, 1.96 * slope)
    spreads = spreads_of(screws, marking, wander_mm)
    errors = _normal(2 * len(screws)).reshape(-1, len(screws), 2) * spreads
    places = np.array([[one.x_mm, one.y_mm] for one in screws])
    places = places - places.mean(axis=0)
    # the turn that follows the marks, by least squares, besides the slope that all share
    arms = float((places**2).sum())
    turn = float(((spreads[:, 1] * places[:, 0]) ** 2 + (spreads[:, 0] * places[:, 1]) ** 2).sum())
    off_level = 1.96 * hypot(slope, 1000 * sqrt(turn) / arms) if arms > 0 else 1.96 * slope
    return Fit(float(goes_on(errors, screws).mean()), off_level)


def goes_on(errors_mm: Rows, screws: Sequence[Screwed]) -> NDArray[np.bool_]:
    """Whether some shift and turn brings every hole within its play, by sample of errors (samples, holes, 2) [mm].

    Least squares with weights that grow where a hole is furthest out of its play (Lawson) come to the best shift and
    turn for the worst hole; a slot first takes up what it gives. Small turns: sin φ = φ.
    """
    places = np.array([[one.x_mm, one.y_mm] for one in screws])
    places = places - places.mean(axis=0)
    scale = max(1.0, float(np.sqrt((places**2).sum(axis=1)).max()))
    arms = places / scale
    plays = np.maximum([one.play_mm for one in screws], _LEAST_PLAY_MM)
    slots = np.array([[one.slot_x_mm, one.slot_y_mm] for one in screws])
    done = np.zeros(len(errors_mm), dtype=bool)
    open_rows = np.arange(len(errors_mm))
    errors = errors_mm
    weights = np.full(errors.shape[:2], 1.0 / len(screws))
    taken = np.zeros_like(errors)
    for _ in range(_ROUNDS):
        moved = _moved(errors - taken, weights / plays**2, arms)
        out = errors + moved
        taken = np.clip(out, -slots, slots)
        rest = np.sqrt(((out - taken) ** 2).sum(axis=2)) / plays
        within = rest.max(axis=1) <= 1
        # for round holes the weighted mean is a bound from below: beyond 1 no shift and turn will do
        never = (weights * rest**2).sum(axis=1) > 1 if not slots.any() else np.zeros(len(errors), dtype=bool)
        done[open_rows[within]] = True
        left = ~(within | never)
        if not left.any():
            break
        open_rows, errors, taken = open_rows[left], errors[left], taken[left]
        weights = weights[left] * np.maximum(rest[left], 1e-9)
        weights /= weights.sum(axis=1, keepdims=True)
    return done


def _moved(errors: Rows, weights: Rows, arms: Rows) -> Rows:
    """How the best shift and turn move each hole against its error, by weighted least squares, as ``errors``."""
    x, y = arms[:, 0], arms[:, 1]
    ones = weights.sum(axis=1)
    wx, wy = weights @ x, weights @ y
    normal: Any = np.empty((len(errors), 3, 3))
    normal[:, 0, 0] = normal[:, 1, 1] = ones
    normal[:, 0, 1] = normal[:, 1, 0] = 0.0
    normal[:, 0, 2] = normal[:, 2, 0] = -wy
    normal[:, 1, 2] = normal[:, 2, 1] = wx
    normal[:, 2, 2] = weights @ (x**2 + y**2) + 1e-12 * ones
    ex, ey = weights * errors[:, :, 0], weights * errors[:, :, 1]
    right = -np.stack([ex.sum(axis=1), ey.sum(axis=1), ey @ x - ex @ y], axis=1)
    shift = np.linalg.solve(normal, right[:, :, None])[:, :, 0]
    return np.stack([shift[:, :1] - shift[:, 2:] * y[None, :], shift[:, 1:2] + shift[:, 2:] * x[None, :]], axis=2)
