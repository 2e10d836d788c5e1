"""How a piece that lies on supports side by side shares a load among them.

Two supports leave no choice. Of more, this room keeps every way that cannot be ruled out; the caller takes the worst.
"""

from collections.abc import Callable, Sequence
from functools import lru_cache
from itertools import pairwise
from typing import TYPE_CHECKING, NamedTuple

import numpy as np

if TYPE_CHECKING:
    from scipy.interpolate import CubicSpline


def simple_share(supports_mm: Sequence[float], x_mm: float) -> list[float]:
    """Share [1] of a unit load at x that each support takes if the piece is cut over every inner support.

    Beyond the outer supports the lever rule goes on: the near one takes more than the whole, the next one lifts.
    """
    n = len(supports_mm)
    if n == 1:
        return [1.0]
    right = min(max(int(np.searchsorted(supports_mm, x_mm)), 1), n - 1)
    a, b = supports_mm[right - 1], supports_mm[right]
    shares = [0.0] * n
    shares[right - 1], shares[right] = (b - x_mm) / (b - a), (x_mm - a) / (b - a)
    return shares


def _reactions(supports_mm: Sequence[float]) -> "CubicSpline":
    # slow to load, and two supports leave no choice
    from scipy.interpolate import CubicSpline

    return CubicSpline(np.asarray(supports_mm), np.eye(len(supports_mm)), bc_type="natural")


def continuous_share(supports_mm: Sequence[float], x_mm: float) -> list[float]:
    """Share [1] of a unit load at x that each support takes if the piece is one beam of even stiffness.

    The influence line of a reaction is the shape that the beam takes when that support moves by one (Müller-Breslau):
    the natural cubic spline through one at that support and nought at the others, straight beyond the ends.
    """
    if len(supports_mm) < 3:
        return simple_share(supports_mm, x_mm)
    spline = _reactions(supports_mm)
    inside = min(max(x_mm, supports_mm[0]), supports_mm[-1])
    shares = spline(inside) + (x_mm - inside) * spline(inside, 1)
    return [float(share) for share in shares]


def simple_turn(supports_mm: Sequence[float], x_mm: float) -> list[float]:
    """Reaction [1/mm] of each support to a unit moment at x, cut over every inner support: the influence line's slope.

    A moment about the upright axis is taken by a couple of the two supports beside it; one support alone gives none.
    """
    n = len(supports_mm)
    if n == 1:
        return [0.0]
    right = min(max(int(np.searchsorted(supports_mm, x_mm)), 1), n - 1)
    slope = 1 / (supports_mm[right] - supports_mm[right - 1])
    turns = [0.0] * n
    turns[right - 1], turns[right] = -slope, slope
    return turns


def continuous_turn(supports_mm: Sequence[float], x_mm: float) -> list[float]:
    """Reaction [1/mm] of each support to a unit moment at x, if the piece is one beam of even stiffness."""
    if len(supports_mm) < 3:
        return simple_turn(supports_mm, x_mm)
    spline = _reactions(supports_mm)
    inside = min(max(x_mm, supports_mm[0]), supports_mm[-1])
    return [float(slope) for slope in spline(inside, 1)]


_PLACES, _WEIGHTS = np.polynomial.legendre.leggauss(3)


class LoadShare(NamedTuple):
    """One way of sharing: of a unit load [1], and of a unit moment about the upright axis [1/mm], by each support."""

    shares: tuple[float, ...]
    turns: tuple[float, ...]


@lru_cache(maxsize=2048)
def load_shares(
    supports_mm: tuple[float, ...], x_mm: float, spread_mm: float, line: bool = False
) -> tuple[LoadShare, ...]:
    """How a load may be shared among supports in ascending order: the shares sum to one, the turns to nought.

    Of three or more supports, continuous beam and simple spans are both kept, and a weight that is spread over its
    piece also as spread: the middle of a shelf must not be thought to leave its ends free. ``line``: only as spread.
    """
    if len(supports_mm) < 3:
        return (LoadShare(tuple(simple_share(supports_mm, x_mm)), tuple(simple_turn(supports_mm, x_mm))),)
    spots: list[tuple[tuple[float, float], ...]] = [] if line and spread_mm else [((1.0, x_mm),)]
    if spread_mm:
        # influence lines are cubics from support to support, so a few points in each span are exact
        low, high = x_mm - spread_mm / 2, x_mm + spread_mm / 2
        ends = [low, *(one for one in supports_mm if low < one < high), high]
        spots.append(
            tuple(
                (float(weight) * (b - a) / 2 / spread_mm, (a + b) / 2 + float(place) * (b - a) / 2)
                for a, b in pairwise(ends)
                for place, weight in zip(_PLACES, _WEIGHTS, strict=True)
            )
        )

    def mean(
        rule: Callable[[Sequence[float], float], list[float]], spot: tuple[tuple[float, float], ...]
    ) -> tuple[float, ...]:
        parts = [(weight, rule(supports_mm, x)) for weight, x in spot]
        return tuple(sum(w * share[i] for w, share in parts) for i in range(len(supports_mm)))

    rules = ((simple_share, simple_turn), (continuous_share, continuous_turn))
    return tuple(LoadShare(mean(share, spot), mean(turn, spot)) for spot in spots for share, turn in rules)
