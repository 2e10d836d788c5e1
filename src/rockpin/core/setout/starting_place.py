"""Where a thing is put before anybody has said: the middle of its wall, or beside what is there and what is planned."""

from collections.abc import Sequence

from rockpin.core.base.model import Rect

_STEP_MM = 50.0
"""How far [mm] one place that is tried lies from the next, and what is put there keeps from what is there already."""


def start_along_mm(thing: Rect, wall_wide_mm: float, taken: Sequence[Rect]) -> float:
    """Where its left side comes [mm from the wall's left end]: the middle, or the nearest place beside that is free.

    ``thing``: its size, at the height where it hangs. ``taken``: doors and windows, things that hang there, and what
    others plan. Where no place is free it is the middle all the same: whoever puts it there sees what is in the way.
    """
    middle = float(round((wall_wide_mm - thing.width_mm) / 2))

    def free(x_mm: float) -> bool:
        put = Rect(
            x_mm=x_mm - _STEP_MM, y_mm=thing.y_mm, width_mm=thing.width_mm + 2 * _STEP_MM, height_mm=thing.height_mm
        )
        return not any(put.overlaps(other) for other in taken)

    steps = range(1, int(max(middle, 0.0) // _STEP_MM) + 1)
    aside = (middle + side * step * _STEP_MM for step in steps for side in (1, -1))
    return next((x for x in (middle, *aside) if free(x)), middle)
