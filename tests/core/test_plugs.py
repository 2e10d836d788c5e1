"""Plugs in masonry: what the tables say, and what joints, edges, neighbours and one brick leave of it."""

from typing import Any

import pytest

from rockpin.core.capacity.masonry import neighbour_factor as plug_neighbours
from rockpin.core.document.wall import EdgeKind, Wall
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.hands import Acts
from tests.builders import BRICKS, brick_wall, concrete_wall, stud_wall
from tests.one_hole import codes, put, spot


@pytest.mark.parametrize(
    ("plug", "wall", "tension_n", "shear_n"),
    [
        ("nylon_plug_6", brick_wall(), 200, 300),
        ("nylon_plug_8", brick_wall(), 400, 550),
        ("nylon_plug_10", concrete_wall(), 900, 1100),
        ("nylon_plug_8", brick_wall(courses=BRICKS.model_copy(update={"solidity": "cored"})), 200, 350),
    ],
)
def test_plugs_as_tabled_in_the_middle_of_a_unit(plug: str, wall: Wall, tension_n: float, shear_n: float) -> None:
    one = put(plug, spot(wall, 107, 32, diameter_mm=8.5))
    assert (one.tension_n, one.shear_n) == (tension_n, shear_n)
    assert one.refusals == ()


def test_a_joint_a_brick_end_and_an_edge_each_halve_a_plug() -> None:
    outside = brick_wall(left_edge=EdgeKind.EXTERNAL_CORNER)
    joint = put("nylon_plug_8", spot(brick_wall(), 107, 70))  # bed joint from 65 to 75
    assert (joint.tension_n, joint.governs) == (400 * 0.5, "the plug in a mortar joint")
    assert put("nylon_plug_8", spot(brick_wall(), 40, 32)).tension_n == 400 * 0.5  # 40 < 215/4
    assert put("nylon_plug_8", spot(outside, 70, 32)).tension_n == 400 * 0.5  # 70 < 2 × 40
    assert codes(put("nylon_plug_8", spot(outside, 39, 32))) == {"masonry-edge"}


def test_hidden_joints_count_where_somebody_or_much_hangs_on_them(catalogue: Catalogue) -> None:
    hidden = brick_wall(skin_mm=13)
    assert put("nylon_plug_8", spot(hidden, 107, 32)).tension_n == 400
    assert put("nylon_plug_8", spot(hidden, 107, 32, mass_kg=20.1)).tension_n == 400 * 0.5
    assert put("nylon_plug_8", spot(hidden, 107, 32, acts=Acts.GRAB_RAIL)).tension_n == 400 * 0.5
    assert put("nylon_plug_8", spot(hidden, 107, 32, acts=Acts.LEAN)).tension_n == 400 * 2 * 0.5
    # until its hole is reported, or one is pulled
    assert put("nylon_plug_8", spot(hidden, 107, 32, mass_kg=30, joint_proved=None)).tension_n == 400
    assert (
        put("nylon_plug_8", spot(hidden, 107, 32, mass_kg=30, joint_proved=frozenset({"nylon_plug_8"}))).tension_n
        == 400
    )


def test_a_short_load_raises_tables_by_its_hand() -> None:
    brick, board = brick_wall(), stud_wall()
    assert put("nylon_plug_8", spot(brick, 107, 32, acts=Acts.TOUCH)).tension_n == 400
    assert put("nylon_plug_8", spot(brick, 107, 32, acts=Acts.TUG)).tension_n == 400 * 1.5
    assert put("nylon_plug_8", spot(brick, 107, 32, acts=Acts.LEAN)).tension_n == 400 * 2
    # in concrete the load's partial factor of 1.4 drops to 1, for plugs too
    assert put("nylon_plug_8", spot(concrete_wall(), 2000, 1000, acts=Acts.TUG)).tension_n == pytest.approx(500 * 1.4)
    assert put("nylon_plug_8", spot(concrete_wall(), 2000, 1000, acts=Acts.LEAN)).tension_n == pytest.approx(500 * 1.4)
    # board bears nine tenths for ever; a person's weight is never raised
    assert put("sleeve_m5", spot(board, 600, 1000)).tension_n == pytest.approx(150 * 0.9)
    assert put("sleeve_m5", spot(board, 600, 1000, acts=Acts.TUG)).tension_n == 150 * 1.5
    assert put("nylon_plug_8", spot(brick, 107, 32, acts=Acts.GRAB_RAIL)).tension_n == 400


def test_plugs_in_one_brick_bear_no_more_than_the_brick(catalogue: Catalogue) -> None:
    # two plugs 60 apart in one brick, 650 N each: 1300 of 1200
    beside: dict[str, Any] = {"neighbours": ((60.0, 0.0),)}
    assert "unit-overloaded" in codes(put("nylon_plug_10", spot(brick_wall(), 80, 32, pull_n=650, **beside)))
    assert "unit-overloaded" not in codes(put("nylon_plug_10", spot(brick_wall(), 80, 32, pull_n=590, **beside)))
    # in two bricks each has its own
    apart: dict[str, Any] = {"neighbours": ((0.0, 75.0),)}
    assert "unit-overloaded" not in codes(put("nylon_plug_10", spot(brick_wall(), 80, 32, pull_n=650, **apart)))


def test_plugs_close_together_by_hand(catalogue: Catalogue) -> None:
    figures = catalogue.figures.capacity
    # at 1.25 plug lengths: (2 − 1.25)/1.5 = 1/2, so 1/(1 + 0.5/2) in solid brick, 1/(1 + 1/2) in what is cored
    assert plug_neighbours((50,), 40, figures) == pytest.approx(1 / 1.25)
    assert plug_neighbours((50,), 40, figures, weak=True) == pytest.approx(1 / 1.5)
    assert plug_neighbours((80,), 40, figures) == 1
    assert codes(put("nylon_plug_8", spot(brick_wall(), 107, 32, neighbours=((31, 0),)))) == {"too-close"}  # 4 × 8
    assert put("nylon_plug_8", spot(brick_wall(), 107, 32, neighbours=((33, 0),))).accepted


def test_a_plug_is_refused_in_board_and_where_it_would_blow_out_the_back() -> None:
    assert codes(put("nylon_plug_8", spot(stud_wall(), 600, 1000))) == {"plug-in-board"}
    # 50 of plug and 5 of dust in 69 leave 14, and 15 must stay
    assert codes(put("nylon_plug_10", spot(brick_wall(thickness_mm=69), 107, 32))) == {"wall-thin"}


def test_the_depth_of_a_plugs_hole_by_hand() -> None:
    # 8 × 40 plug, 6 mm screw: 3 + 40 + 6 = 49, so 50 long; hole max(40, 50 − 3) + max(5, 6) = 53
    one = put("nylon_plug_8", spot(brick_wall(), 107, 32, diameter_mm=6.5))
    assert one.screw is not None
    assert one.hole is not None
    assert (one.screw.text, one.hole.depth_mm, one.hole.diameter_mm) == ("6 × 50", 53, 8)
