"""A board along many studs or bricks: by the lever rule between its columns of screws, never as a rigid plate."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rockpin.catalogue import load_catalogue
from rockpin.core.base.model import Rect
from rockpin.core.demand.fastener_group import Force, GroupHole, Plate, Rows, wrench
from rockpin.core.demand.long_board import _part, is_long, solve_board
from rockpin.core.demand.support_groups import SupportGroup
from rockpin.core.fixture import build
from rockpin.core.plan import compute_stages
from tests.builders import job, stud_wall


def board_of(xs: tuple[float, ...], ys: tuple[float, ...] = (30, 110)) -> SupportGroup:
    """A board 140 mm high from 40 mm before its first column of screws to 40 mm past its last."""
    area = Rect(x_mm=xs[0] - 40, y_mm=0, width_mm=xs[-1] - xs[0] + 80, height_mm=140)
    holes = tuple(GroupHole(id=f"{x:g}-{y:g}", x_mm=x, y_mm=y) for x in xs for y in ys)
    return _group("board", holes, area)


def _group(name: str, holes: tuple[GroupHole, ...], area: Rect) -> SupportGroup:
    plate = Plate(area=area, bearing_width_mm=area.width_mm, bearing_height_mm=area.height_mm)
    keys = (False,) * len(holes)
    return SupportGroup(
        support_ids=(name,), holes=holes, keyholes=keys, plate=plate, own=area, stand_off_mm=0, carrier=None
    )


def _bracket(x_mm: float, wide_mm: float = 60) -> SupportGroup:
    holes = tuple(GroupHole(id=f"b{x_mm:g}-{dx:g}", x_mm=x_mm + dx, y_mm=70) for dx in (-wide_mm / 2, wide_mm / 2))
    return _group(
        f"b{x_mm:g}", holes, Rect(x_mm=x_mm - wide_mm / 2 - 10, y_mm=20, width_mm=wide_mm + 20, height_mm=100)
    )


def _brought(*forces: Force) -> Rows:
    return wrench(forces)[None, :]


def test_a_long_board_brings_no_pull_to_its_far_end() -> None:
    board = board_of((100, 500, 900))
    assert is_long(board)
    assert not is_long(board_of((100, 500)))
    # 1000 N at a quarter of the first span: by the lever rule 750 and 250, over two rows of screws
    found = solve_board(board, [_bracket(200)], [_brought(Force(200, 70, 0, 0, -400, 1000))], 3.0, 5.0)
    assert found.tension_n[0] == pytest.approx([375, 375, 125, 125, 0, 0], abs=1e-6)
    # in its plane it hangs 100 beside the middle of four screws 200 and 40 off it: P/n and T r / sum of r squared
    turned = 400 * 100 * 200 / (4 * (200**2 + 40**2))
    assert found.shear_y_n[0] == pytest.approx([-100 - turned] * 2 + [-100 + turned] * 2 + [0, 0], abs=1e-6)
    # a second bracket adds what it brings: half-way in the second span 600 N, 300 to each column
    both = solve_board(
        board,
        [_bracket(200), _bracket(700)],
        [_brought(Force(200, 70, 0, 0, 0, 1000)), _brought(Force(700, 70, 0, 0, 0, 600))],
        3.0,
        5.0,
    )
    assert both.tension_n[0] == pytest.approx([375, 375, 125 + 150, 125 + 150, 150, 150], abs=1e-6)


def test_a_board_presses_where_the_bracket_that_prises_most_does() -> None:
    board, light, heavy = board_of((100, 500, 900)), _bracket(300), _bracket(700)

    def pressed(brackets: list[SupportGroup], downs: list[float]) -> float:
        # a load 100 mm in front of the wall at the brackets' height
        brought = [
            _brought(Force(one.own.centre_x_mm, 70, 100, 0, down, 0)) for one, down in zip(brackets, downs, strict=True)
        ]
        return float(solve_board(board, brackets, brought, 3.0, 5.0).compression_n[0])

    alone = pressed([heavy], [-900])
    assert alone > 100
    assert pressed([light, heavy], [-10, -900]) == pressed([heavy, light], [-900, -10]) == pytest.approx(alone)


def test_a_push_along_a_board_is_shared_by_all_of_its_screws() -> None:
    board = board_of((100, 500, 900))
    found = solve_board(board, [_bracket(200)], [_brought(Force(200, 70, 0, 600, 0, 0))], 3.0, 5.0)
    assert found.shear_x_n[0] == pytest.approx([100] * 6, abs=1e-6)
    assert found.shear_y_n[0] == pytest.approx([0] * 6, abs=1e-6)


@given(x=st.floats(110, 890), pull=st.floats(0, 2000), down=st.floats(-900, 0))
def test_what_a_bracket_brings_to_a_board_is_there_again_whole(x: float, pull: float, down: float) -> None:
    found = solve_board(board_of((100, 500, 900)), [_bracket(x)], [_brought(Force(x, 70, 0, 0, down, pull))], 3.0, 5.0)
    # where the board's end presses on the wall it pries, and its screws bear that too
    assert pull - 1e-3 <= found.tension_n.sum() <= 1.25 * pull + 1e-3
    assert found.shear_y_n.sum() == pytest.approx(down, abs=1e-3)
    # and no rigid plate over all screws would say that the worst of them bears more than the lever rule
    assert found.tension_n.max() >= pull / 4 - 1e-6


def test_a_fixture_on_a_long_board_hangs_on_the_screws_beside_it() -> None:
    made = build(load_catalogue().shape_by_key["on_board"], {})
    board = made.links[0]
    far = tuple(
        hole.model_copy(update={"id": f"far-{hole.id}", "x_mm": 1680.0}) for hole in board.holes if hole.x_mm > 300
    )
    long = board.model_copy(update={"width_mm": 1760.0, "holes": (*board.holes, *far)})
    fixture = made.model_copy(update={"links": (long,)})
    table = compute_stages(job(stud_wall(), fixture, 320, 1000), load_catalogue()).demand.table
    at = [number for number, hole in enumerate(table.hole_ids) if hole.startswith("far-")]
    assert len(at) == 2
    assert table.tension_n[:, at].max() == pytest.approx(0, abs=1e-6)
    assert abs(table.shear_y_n[:, at]).max() == pytest.approx(0, abs=1e-6)
    assert table.tension_n.max() > 50


def test_an_upright_channel_is_the_same_turned_over() -> None:
    board, bracket = board_of((100, 500, 900)), _bracket(200)
    forces = (Force(200, 70, 30, 60, -400, 1000), Force(230, 40, 0, -90, 20, 0))

    def over(area: Rect) -> Rect:
        return Rect(x_mm=area.y_mm, y_mm=area.x_mm, width_mm=area.height_mm, height_mm=area.width_mm)

    def upright(group: SupportGroup) -> SupportGroup:
        holes = tuple(GroupHole(id=hole.id, x_mm=hole.y_mm, y_mm=hole.x_mm) for hole in group.holes)
        return _group(group.support_ids[0], holes, over(group.own))

    across = solve_board(board, [bracket], [_brought(*forces)], 3.0, 5.0)
    turned = (Force(f.y_mm, f.x_mm, f.z_mm, f.fy_n, f.fx_n, f.fz_n) for f in forces)
    up = solve_board(upright(board), [upright(bracket)], [_brought(*turned)], 3.0, 5.0)
    assert is_long(upright(board))
    assert up.tension_n == pytest.approx(across.tension_n)
    assert up.shear_x_n == pytest.approx(across.shear_y_n)
    assert up.shear_y_n == pytest.approx(across.shear_x_n)


def test_what_bears_beside_the_outer_columns_is_the_boards_end() -> None:
    board, columns = board_of((100, 500, 900)), [100.0, 500.0, 900.0]
    # holes by their numbers, two to a column; the board reaches 40 mm past its outer columns
    parts = {(first, last): _part(board, columns, first, last) for first, last in ((0, 1), (1, 2), (1, 1), (0, 2))}
    assert {key: (numbers, area.x_mm, area.right_mm) for key, (numbers, area) in parts.items()} == {
        (0, 1): ([0, 1, 2, 3], 60, 500),
        (1, 2): ([2, 3, 4, 5], 500, 940),
        (1, 1): ([2, 3], 500, 500),
        (0, 2): ([0, 1, 2, 3, 4, 5], 60, 940),
    }
