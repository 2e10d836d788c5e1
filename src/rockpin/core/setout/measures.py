"""What is marked, in every way it is measured on a wall: from either edge, running, hole to hole, diagonals."""

from collections.abc import Sequence
from math import hypot

from rockpin.core.base.model import Model
from rockpin.core.base.quantities import UnitSystem, show_length, show_within
from rockpin.core.setout.placed_hole import PlacedHole

_ALIKE_MM = 0.5
"""Marks that are out by less stand above or beside one another."""


class MarkMeasures(Model):
    """One mark. ``running``: along, from the mark furthest left; ``rise``: above the lowest mark."""

    hole_id: str
    number: int
    left_mm: float
    right_mm: float
    up_mm: float
    left_text: str
    right_text: str
    up_text: str
    floor_text: str
    running_text: str
    rise_text: str


class MarkDistance(Model):
    """From one mark to another, straight [mm]. ``diagonal``: across the whole pattern, to see whether it is square."""

    first: int
    second: int
    distance_mm: float
    diagonal: bool
    text: str


class SetOutMeasures(Model):
    """All marks of a fixture. ``square_text``: what the diagonals say; None where there are none."""

    marks: tuple[MarkMeasures, ...]
    distances: tuple[MarkDistance, ...]
    square_text: str | None


def _distance(first: PlacedHole, second: PlacedHole, units: UnitSystem, *, diagonal: bool) -> MarkDistance:
    length = hypot(second.x_mm - first.x_mm, second.y_mm - first.y_mm)
    return MarkDistance(
        first=first.number,
        second=second.number,
        distance_mm=length,
        diagonal=diagonal,
        text=show_length(length, units),
    )


def _diagonals(holes: Sequence[PlacedHole], units: UnitSystem) -> tuple[MarkDistance, ...]:
    """Both diagonals of a pattern with four square corners; none where it has none: there they tell nothing."""
    corners = [
        min(holes, key=lambda hole: (along * hole.x_mm + up * hole.y_mm, hole.number))
        for along, up in ((1, 1), (-1, -1), (1, -1), (-1, 1))
    ]
    if len({hole.id for hole in corners}) < 4:
        return ()
    rising, falling = corners[:2], corners[2:]
    (low, high), (left, right) = rising, falling
    upright = max(abs(low.x_mm - left.x_mm), abs(right.x_mm - high.x_mm))
    level = max(abs(low.y_mm - right.y_mm), abs(left.y_mm - high.y_mm))
    if max(upright, level) >= _ALIKE_MM:
        return ()
    return (
        _distance(rising[0], rising[1], units, diagonal=True),
        _distance(falling[0], falling[1], units, diagonal=True),
    )


def _square_text(diagonals: Sequence[MarkDistance]) -> str | None:
    if not diagonals:
        return None
    rising, falling = diagonals
    pair = f"{rising.first} to {rising.second} and {falling.first} to {falling.second}"
    return f"Measure {pair}: where both are {rising.text}, the marks are square."


def _measured_from(earlier: Sequence[PlacedHole], hole: PlacedHole) -> PlacedHole:
    """The mark that another is best measured from: the nearest straight beside or above it, else the one before."""
    straight = [one for one in earlier if min(abs(one.x_mm - hole.x_mm), abs(one.y_mm - hole.y_mm)) < _ALIKE_MM]
    return min(straight, key=lambda one: hypot(one.x_mm - hole.x_mm, one.y_mm - hole.y_mm), default=earlier[-1])


def measures_of(
    holes: Sequence[PlacedHole],
    wall_width_mm: float,
    floor_to_come_mm: float,
    units: UnitSystem,
    along_within_mm: float = 0.0,
    up_within_mm: float = 0.0,
) -> SetOutMeasures:
    """The measures of all marks on a wall: heights above the finished floor, and above today's.

    ``along_within_mm``, ``up_within_mm``: how far off all of them may be, measured from something seen on a photo.
    """
    along, up = (f" ± {show_within(off, units)}" if off else "" for off in (along_within_mm, up_within_mm))
    if not holes:
        return SetOutMeasures(marks=(), distances=(), square_text=None)
    first, lowest = min(hole.x_mm for hole in holes), min(hole.y_mm for hole in holes)
    marks = tuple(
        MarkMeasures(
            hole_id=hole.id,
            number=hole.number,
            left_mm=hole.x_mm,
            right_mm=wall_width_mm - hole.x_mm,
            up_mm=hole.y_mm,
            left_text=show_length(hole.x_mm, units) + along,
            right_text=show_length(wall_width_mm - hole.x_mm, units) + along,
            up_text=show_length(hole.y_mm, units) + up,
            floor_text=show_length(hole.y_mm + floor_to_come_mm, units) + up,
            running_text=show_length(hole.x_mm - first, units),
            rise_text=show_length(hole.y_mm - lowest, units),
        )
        for hole in holes
    )
    diagonals = _diagonals(holes, units)
    steps = tuple(
        _distance(_measured_from(holes[:place], hole), hole, units, diagonal=False)
        for place, hole in enumerate(holes)
        if place
    )
    return SetOutMeasures(marks=marks, distances=(*steps, *diagonals), square_text=_square_text(diagonals))
