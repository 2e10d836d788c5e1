"""Round ticks along the edge of a picture, in millimetres or inches."""

from functools import lru_cache
from math import floor

from rockpin.core.base.model import Model
from rockpin.core.base.quantities import (
    MM_PER_INCH,
    UnitSystem,
    show_length,
)


class Tick(Model):
    at_mm: float
    text: str


_STEPS_MM = (10, 20, 50, 100, 200, 400, 500, 1000, 2000)


_STEPS_IN = (0.5, 1, 2, 4, 8, 16, 24, 48, 96)


@lru_cache(maxsize=64)
def ruler(length_mm: float, units: UnitSystem, most: int) -> tuple[Tick, ...]:
    """At most so many ticks from 0 on, in steps that a tape shows."""
    steps = _STEPS_MM if units is UnitSystem.METRIC else tuple(step * MM_PER_INCH for step in _STEPS_IN)
    step = next((one for one in steps if length_mm / one <= most), steps[-1])
    return tuple(
        Tick(
            at_mm=number * step,
            text=f"{number * step:g}" if units is UnitSystem.METRIC else show_length(number * step, units)[:-3],
        )
        for number in range(floor(length_mm / step + 1e-9) + 1)
    )
