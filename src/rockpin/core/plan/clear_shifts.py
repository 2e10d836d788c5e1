"""How far marks that move together go until none of them lies too near a hole that is in the wall."""

from collections.abc import Callable, Sequence
from math import ceil, sqrt
from typing import NamedTuple

from rockpin.core.plan.hole_plan import HolePlan

_TOUCH_MM = 1e-6


class OldPlace(NamedTuple):
    """A hole in the wall at (x, y) [mm], and how far [mm] each mark keeps from it."""

    x_mm: float
    y_mm: float
    keep_mm: Callable[[HolePlan], float]


Span = tuple[float, float]


def barred_spans(marks: Sequence[HolePlan], holes: Sequence[OldPlace], across: int, up: int) -> list[Span]:
    """Between which shifts [mm] some mark comes too near some hole, by where each begins.

    ``across``, ``up``: the way, one of them 1 or -1 and the other 0. A mark that goes by a hole at a distance b is too
    near it along √(keep² − b²) to either side.
    """
    found = []
    for mark in marks:
        for hole in holes:
            dx, dy, keep = hole.x_mm - mark.x_mm, hole.y_mm - mark.y_mm, hole.keep_mm(mark)
            ahead, aside = dx * across + dy * up, abs(dx * up) + abs(dy * across)
            if aside < keep:
                half = sqrt(keep**2 - aside**2)
                found.append((ahead - half, ahead + half))
    return sorted(found)


def clear_shift_mm(least_mm: float, barred: Sequence[Span]) -> int:
    """The least shift [mm, whole] from ``least_mm`` on that lies in no span; spans by where they begin."""
    shift = ceil(least_mm - _TOUCH_MM)
    for begins, ends in barred:
        if begins + _TOUCH_MM < shift < ends - _TOUCH_MM:
            # what begins later is looked at later, so none that is passed bars it again
            shift = ceil(ends - _TOUCH_MM)
    return shift
