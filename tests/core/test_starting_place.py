"""Where a new thing is put: in the middle, or as near it as there is room."""

import pytest

from rockpin.core.base.model import Rect
from rockpin.core.setout import start_along_mm


def rect(x_mm: float, width_mm: float, y_mm: float = 1200, height_mm: float = 300) -> Rect:
    return Rect(x_mm=x_mm, y_mm=y_mm, width_mm=width_mm, height_mm=height_mm)


@pytest.mark.parametrize(
    ("taken", "left_mm"),
    [
        ((), 1700),
        # what hangs higher, or ends 50 beside it, is not in the way
        ((rect(1700, 600, y_mm=1600),), 1700),
        ((rect(1000, 650),), 1700),
        # one of the same size in the middle: 600 and 50 apart to the right of it
        ((rect(1700, 600),), 2350),
        ((rect(1700, 600), rect(2400, 600)), 1050),
        # a door over the whole height, then a shelf: no room to its right
        ((rect(1600, 900, y_mm=0, height_mm=2000), rect(2500, 1400)), 950),
        # nowhere: in the middle, where one sees why
        ((rect(0, 4000),), 1700),
    ],
)
def test_it_comes_to_the_middle_or_beside_what_is_there(taken: tuple[Rect, ...], left_mm: float) -> None:
    assert start_along_mm(rect(0, 600), 4000, taken) == left_mm


def test_what_is_wider_than_its_wall_is_put_over_its_middle() -> None:
    assert start_along_mm(rect(0, 1000), 800, (rect(0, 800),)) == -100
