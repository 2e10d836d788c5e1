"""Anchors in board: thickness, neighbours, bays, wings, and pulls that come and go."""

from math import sqrt

import pytest

from rockpin.core.capacity.board import bay_factor, thickness_factor
from rockpin.core.capacity.board import neighbour_factor as board_neighbours
from rockpin.core.document.evidence import Filling
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.hands import Acts
from tests.builders import BOARD, brick_wall, stud_wall
from tests.one_hole import codes, put, spot


def test_four_anchors_in_a_small_square_keep_a_third(catalogue: Catalogue) -> None:
    around = ((50.0, 0.0), (0.0, 50.0), (50.0, 50.0))
    by_hand = 1 / (1 + 0.5 + 0.5 + (100 - 50 * sqrt(2)) / 100)
    assert board_neighbours((50.0, 50.0, 50 * sqrt(2)), catalogue.figures.capacity) == pytest.approx(by_hand)
    assert 0.43 <= by_hand <= 0.44
    # four in one bay bear three single values together: 3/4 besides
    one = put("sleeve_m5", spot(stud_wall(), 600, 1000, neighbours=around, acts=Acts.TOUCH))
    assert one.tension_n == pytest.approx(150 * by_hand * 3 / 4)


def test_two_anchors_side_by_side_carry_more_than_one_does(catalogue: Catalogue) -> None:
    for apart in (20.0, 50.0, 99.0):
        assert 2 * board_neighbours((apart,), catalogue.figures.capacity) > 1
    # a stud between them parts the bays
    over = ((100.0, 0.0), (150.0, 0.0), (200.0, 0.0), (250.0, 0.0))
    assert bay_factor(spot(stud_wall(), 500, 1000, neighbours=over), 4, catalogue.figures.capacity) == 3 / 5
    assert bay_factor(spot(stud_wall(), 740, 1000, neighbours=over), 4, catalogue.figures.capacity) == 1


def test_beside_a_hole_told_by_itself_each_neighbour_has_its_own_edges() -> None:
    at = spot(stud_wall(), 500, 1000, neighbours=((30.0, 20.0),), free_edges_mm=(100.0, 300.0, 400.0, 200.0))
    # 30 to the right and 20 up: that much farther from the left and from below, nearer to the right and to the top
    assert at.anchor_group().edges == ((100, 300, 400, 200), (130, 270, 420, 180))


def test_anchors_too_far_apart_for_one_bay_have_a_stud_between_them(catalogue: Catalogue) -> None:
    # two posts of a rail 538 mm apart, two holes each, where nobody has found a stud; 3 mm for the set-out besides
    apart = ((0.0, -35.0), (538.0, 0.0), (538.0, -35.0))
    for bay_mm, half_mm, factor in (
        (565.0, 24.0, 1.0),
        (565.0, 8.0, 3 / 4),
        (600.0, 24.0, 3 / 4),
        (None, 24.0, 3 / 4),
    ):
        at = spot(stud_wall(), 500, 1000, neighbours=apart, members=(), bay_mm=bay_mm)
        assert bay_factor(at, half_mm, catalogue.figures.capacity) == factor


@pytest.mark.parametrize(
    ("thickness", "count", "self_drilling", "factor"),
    [(9.5, 1, False, 0.65), (12.5, 1, False, 1.0), (15, 1, False, 1.3), (25, 2, False, 1.8), (25, 2, True, 1.0)],
)
def test_board_thickness(
    thickness: float, count: int, self_drilling: bool, factor: float, catalogue: Catalogue
) -> None:
    assert thickness_factor(thickness, count, self_drilling, catalogue.figures.capacity) == factor


def test_what_board_anchors_need_and_do_not_get() -> None:
    free = stud_wall()
    assert codes(put("sleeve_m5", spot(free, 800, 1000))) == {"in-the-stud"}
    assert codes(put("spring_toggle_m5", spot(free, 835, 1000))) == {"wing-meets-stud"}
    assert codes(put("spring_toggle_m6", spot(stud_wall(void_mm=63), 600, 1000))) == {"void-shallow"}  # needs 65
    assert codes(put("spring_toggle_m5", spot(stud_wall(filling=Filling.MINERAL_WOOL), 600, 1000))) == {"void-filled"}
    thick = stud_wall(build_up=(BOARD, BOARD, *stud_wall().build_up[1:]))
    assert codes(put("sleeve_m5", spot(thick, 600, 1000))) == {"grip"}
    assert codes(put("sleeve_m5", spot(free, 600, 1000, neighbours=((19, 0),)))) == {
        "too-close"
    }  # 10 of board, its hole 10
    assert codes(put("sleeve_m5", spot(free, 600, 20))) == {"board-edge"}
    assert codes(put("sleeve_m5", spot(brick_wall(), 107, 32))) == {"no-void"}
    assert codes(put("bare_screw", spot(free, 600, 1000, pull_n=9))) == {"pulled"}
    assert codes(put("sleeve_m5", spot(free, 600, 1000, diameter_mm=5.2))) == {"bracket-hole"}


@pytest.mark.parametrize(
    ("neighbours", "refused"),
    [
        (((40, 0),), False),  # wings of 30 are turned upright
        (((0, 40),), False),
        (((40, 10), (-40, 10)), False),
        (((40, 0), (0, 40)), True),
        (((40, 0), (0, 60)), False),  # as far up as two wings reach
        (((60, 0), (0, 40)), False),
    ],
)
def test_wings_meet_where_neighbours_are_near_along_and_up(
    neighbours: tuple[tuple[float, float], ...], refused: bool
) -> None:
    found = put("spring_toggle_m5", spot(stud_wall(), 600, 1000, neighbours=neighbours))
    assert ("wings-meet" in codes(found)) is refused


def test_a_pull_that_comes_and_goes_halves_plastic(catalogue: Catalogue) -> None:
    daily = spot(stud_wall(), 600, 1000, duty=catalogue.duty_by_key["handled"])
    assert put("self_drilling_nylon", daily).tension_n == pytest.approx(70 * 0.5 * 0.9)
    assert put("sleeve_m5", daily).tension_n == pytest.approx(150 * 0.9)
    swinging = spot(stud_wall(), 600, 1000, duty=catalogue.duty_by_key["swings"])
    assert put("sleeve_m5", swinging).tension_n == pytest.approx(150 * 0.8 * 0.9)
    # once, by accident, nothing loosens
    leaned = spot(stud_wall(), 600, 1000, duty=catalogue.duty_by_key["handled"], acts=Acts.LEAN)
    assert put("self_drilling_nylon", leaned).tension_n == 70 * 2
