"""What is measured on the wall: figures that a tape shows, by hand."""

from math import hypot

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rockpin.core.base.model import Rect
from rockpin.core.base.quantities import UnitSystem
from rockpin.core.document.fixture import HeadSeat, HoleKind
from rockpin.core.setout import PlacedHole, SetOutMeasures, measures_of


def _marks(*places: tuple[float, float]) -> tuple[PlacedHole, ...]:
    return tuple(
        PlacedHole(
            id=f"h{number}",
            number=number,
            support="plate",
            support_label="Plate",
            kind=HoleKind.ROUND,
            seat=HeadSeat.FLAT,
            x_mm=x,
            y_mm=y,
            diameter_mm=6,
            plate=Rect(x_mm=0, y_mm=0, width_mm=1, height_mm=1),
            plate_mm=3,
            flexible=False,
        )
        for number, (x, y) in enumerate(places, start=1)
    )


def _measured(*places: tuple[float, float], units: UnitSystem = UnitSystem.METRIC) -> SetOutMeasures:
    return measures_of(_marks(*places), 3600, 18, units)


def test_each_mark_is_told_from_either_edge_running_and_from_both_floors() -> None:
    found = _measured((1200, 930), (1200, 690), (2000, 930), (2000, 690))
    third = found.marks[2]
    assert (third.left_text, third.right_text) == ("2000 mm", "1600 mm")
    assert (third.up_text, third.floor_text) == ("930 mm", "948 mm")
    assert (third.running_text, third.rise_text) == ("800 mm", "240 mm")


def test_marks_are_measured_from_what_is_straight_beside_or_above_them() -> None:
    found = _measured((1200, 930), (1200, 690), (2000, 930), (2000, 690))
    steps = [(one.first, one.second, one.distance_mm) for one in found.distances if not one.diagonal]
    assert steps == [(1, 2, 240), (1, 3, 800), (3, 4, 240)]
    # 800 and 240 make a diagonal of 835.2
    diagonals = [one for one in found.distances if one.diagonal]
    assert [(one.first, one.second) for one in diagonals] == [(2, 3), (1, 4)]
    assert [one.distance_mm for one in diagonals] == pytest.approx([hypot(800, 240), 835.2245], abs=1e-3)
    assert found.square_text == "Measure 2 to 3 and 1 to 4: where both are 835 mm, the marks are square."


def test_no_diagonals_where_the_marks_have_no_square_corners() -> None:
    for places in (
        ((0, 0), (100, 0)),
        ((0, 0), (100, 0), (50, 80)),
        # an upright trapezium has alike diagonals too: they would tell nothing
        ((0, 0), (100, 0), (20, 60), (80, 60)),
        ((0, 0), (100, 0), (30, 60), (130, 60)),
    ):
        assert _measured(*places).square_text is None


def test_inches_are_told_to_a_sixteenth() -> None:
    mark = _measured((1114.4, 930.3), units=UnitSystem.IMPERIAL).marks[0]
    # 1114.4 / 25.4 = 43.874, 930.3 / 25.4 = 36.626
    assert (mark.left_text, mark.up_text) == ("43 7/8 in", "36 5/8 in")


@given(
    st.lists(st.tuples(st.integers(0, 3600), st.integers(0, 2400)), min_size=1, max_size=9),
    st.integers(-500, 500),
    st.integers(-500, 500),
)
def test_both_edges_make_the_wall_and_a_shift_changes_no_distance(
    places: list[tuple[int, int]], dx: int, dy: int
) -> None:
    here = _measured(*places)
    there = _measured(*((x + dx, y + dy) for x, y in places))
    assert all(mark.left_mm + mark.right_mm == 3600 for mark in here.marks)
    assert [one.distance_mm for one in here.distances] == pytest.approx([one.distance_mm for one in there.distances])
    assert [mark.running_text for mark in here.marks] == [mark.running_text for mark in there.marks]
    assert min(mark.running_text for mark in here.marks) == "0 mm"
