"""Spacers stacked to fill a gap, or to reach over something: the fewest of the thicknesses that are sold."""

from collections.abc import Mapping, Sequence
from functools import lru_cache
from itertools import combinations_with_replacement

from rockpin.core.base.model import Model

_MOST = 6
"""No stack has more spacers: more slide on one another. What is left then is told."""


class Stack(Model):
    """Spacers [mm], the thickest first, behind the supports of those ids, and in words.

    ``short_mm``: how much of the gap is left.
    """

    support_ids: tuple[str, ...]
    gap_mm: float
    spacers_mm: tuple[float, ...]
    short_mm: float
    text: str


@lru_cache(maxsize=256)
def _every_stack(sold_mm: tuple[float, ...], upto_mm: float) -> Mapping[float, tuple[float, ...]]:
    """Every thickness [mm] up to a limit that a stack can have, with the fewest spacers that make it."""
    found: dict[float, tuple[float, ...]] = {0.0: ()}
    sizes = sorted(sold_mm, reverse=True)
    small = [size for size in sizes if size < sizes[0]]
    # the thickest as often as it goes, or once less; the rest of the gap is small enough to be tried out
    often = int(upto_mm / sizes[0])
    for count in range(often, max(0, often - 1) - 1, -1):
        for more in range(max(0, min(_MOST - count, 4)) + 1):
            for rest in combinations_with_replacement(small, more):
                stack = (sizes[0],) * count + rest
                total = round(sum(stack), 4)
                fits = total <= upto_mm + 1e-6 and len(stack) <= _MOST
                if fits and (total not in found or len(stack) < len(found[total])):
                    found[total] = stack
    return found


def stack_within(gap_mm: float, sold_mm: Sequence[float]) -> tuple[float, ...]:
    """The fullest stack that goes into a gap, of the fewest spacers [mm]: never thicker, or it pushes the thing off."""
    stacks = _every_stack(tuple(sold_mm), gap_mm)
    return stacks[max(stacks)]


def stack_over(least_mm: float, sold_mm: Sequence[float]) -> tuple[float, ...]:
    """The thinnest stack that is at least so thick [mm], of the fewest spacers."""
    if least_mm <= 0:
        return ()
    stacks = _every_stack(tuple(sold_mm), least_mm + max(sold_mm))
    fit = [total for total in stacks if total >= least_mm - 1e-6]
    return stacks[min(fit)] if fit else stacks[max(stacks)]
