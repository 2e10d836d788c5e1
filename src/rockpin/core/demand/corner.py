"""How a rigid piece in an inside corner shares its weight among supports on two walls.

Seen from above: u along the first wall from the corner, v along the second; what stands u along the first wall stands v
off it, and the other way round. Supports push up only, and all give alike.
"""

from collections.abc import Sequence
from typing import NamedTuple

import numpy as np


class Bearing(NamedTuple):
    """Where a piece bears on a support, from above [mm]."""

    u_mm: float
    v_mm: float


class CornerShares(NamedTuple):
    """What each support bears of the weight [1], and how far the weight lies beside a mere line of supports [mm].

    ``tips``: the weight lies outside what the supports span, so that one of them would have to pull down.
    """

    shares: tuple[float, ...]
    beside_mm: float
    tips: bool


_FLAT_MM = 1.0
"""Supports no farther off one line [mm] carry nothing beside it."""


def _rigid(places: np.ndarray, at: np.ndarray) -> np.ndarray:
    """Shares of a rigid plate on springs that are all alike: V = a + b·u + c·v with ΣV = 1 and moments in balance."""
    ones = np.column_stack([np.ones(len(places)), places])
    unknown, *_ = np.linalg.lstsq(ones.T @ ones, np.array([1.0, *at]), rcond=None)
    found: np.ndarray = ones @ unknown
    return found


def corner_shares(bearings: Sequence[Bearing], weight_at: Bearing) -> CornerShares:
    """Shares of a weight at ``weight_at`` among supports. Raises ValueError where there is none.

    Three supports or two are statics; more are a rigid plate on equal springs (least squares), of which each support's
    simple share, one by their number, is taken where that is larger. Supports on one line bear by the foot of the
    weight on that line; what lies beside it stays as a lever.
    """
    if not bearings:
        raise ValueError("a piece in a corner bears on at least one support")
    places = np.array(bearings, dtype=float)
    at = np.array(weight_at, dtype=float)
    middle = places.mean(axis=0)
    _, sizes, ways = np.linalg.svd(places - middle, full_matrices=True)
    spread = sizes / np.sqrt(len(places))
    beside = 0.0
    if len(places) < 3 or len(spread) < 2 or spread[1] < _FLAT_MM:
        # all on one line, or at one point: the weight's foot on it is borne, the rest is a lever
        along = ways[0] if len(places) > 1 and spread[0] >= _FLAT_MM else None
        foot = middle if along is None else middle + along * float((at - middle) @ along)
        beside = float(np.linalg.norm(at - foot))
        at = foot
    found = _rigid(places, at)
    tips = bool((found < -1e-6).any())
    if tips:
        # those that would have to pull down bear nothing; the others are taken as reckoned, more than the whole
        found = np.maximum(found, 0.0)
    if len(places) > 3:
        found = np.maximum(found, 1.0 / len(places))
    return CornerShares(tuple(float(one) for one in found), beside, tips)
