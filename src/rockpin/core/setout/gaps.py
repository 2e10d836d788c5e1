"""The gaps between things in a row, and at both ends of the span they stand in, as they are measured on the wall."""

from collections.abc import Sequence
from itertools import pairwise

from rockpin.core.base.model import Model, Rect, bounding
from rockpin.core.base.quantities import UnitSystem, show_length

_LEAST_MM = 0.5


class Gap(Model):
    """A gap along the wall from one thing, or the end of the row, to the next, and the height it is drawn at [mm]."""

    from_mm: float
    to_mm: float
    y_mm: float
    text: str


def gaps_between(things: Sequence[Rect], span: tuple[float, float] | None, units: UnitSystem) -> tuple[Gap, ...]:
    """All gaps from left to right. ``span``: from where to where the row goes [mm]; None: it has no ends of its own."""
    if len(things) < 2 and span is None:
        return ()
    row = sorted(things, key=lambda one: one.x_mm)
    ends = [(a.right_mm, b.x_mm) for a, b in pairwise(row)]
    if span and row:
        ends = [(span[0], row[0].x_mm), *ends, (row[-1].right_mm, span[1])]
    height = bounding(row).centre_y_mm if row else 0.0
    return tuple(
        Gap(from_mm=left, to_mm=right, y_mm=height, text=show_length(right - left, units))
        for left, right in ends
        if right - left > _LEAST_MM
    )
