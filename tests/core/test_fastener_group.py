"""The elastic group by hand: 2, 3, 4 and 6 holes, one of them lopsided; slots; and against a stiffness matrix."""

import math

import numpy as np
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from rockpin.core.base.model import Rect
from rockpin.core.demand.fastener_group import Force, GroupHole, Plate, solve_group

HARD = 1e9
"""A wall so hard that the bearing keeps to its least inset: makes hand figures short."""
INSET = 5.0


def holes(*places: tuple[float, float]) -> list[GroupHole]:
    return [GroupHole(id=f"h{i}", x_mm=x, y_mm=y) for i, (x, y) in enumerate(places, 1)]


def plate(width: float, height: float, flexible: bool = False) -> Plate:
    area = Rect(x_mm=0, y_mm=0, width_mm=width, height_mm=height)
    return Plate(area=area, bearing_width_mm=width, bearing_height_mm=height, flexible=flexible)


def test_two_holes_one_above_the_other_under_a_weight_off_the_wall() -> None:
    # 100 N, 50 mm off the wall; plate 200 high, holes at 30 and 170; it turns about 5 mm above its lower edge
    result = solve_group(
        holes((20, 170), (20, 30)), plate(40, 200), [Force(x_mm=20, y_mm=100, z_mm=50, fy_n=-100)], HARD, INSET
    )
    moment, top, foot = 100 * 50, 170 - 5, 30 - 5
    assert result.holes["h1"].tension_n == pytest.approx(moment * top / (top**2 + foot**2))
    assert result.holes["h2"].tension_n == pytest.approx(moment * foot / (top**2 + foot**2))
    assert result.holes["h1"].shear_y_n == pytest.approx(-50)
    # what the fasteners pull, the edge presses
    assert result.compression_n == pytest.approx(sum(hole.tension_n for hole in result.holes.values()))


def test_bearing_moves_in_where_the_wall_is_soft() -> None:
    # one hole 100 above the edge, plate 50 wide, 1 MPa: T = M/(100 - c) with c = a/3 = 2T/(50·1)/3
    moment = 100 * 60
    result = solve_group(
        holes((25, 100)), plate(50, 120), [Force(x_mm=25, y_mm=60, z_mm=60, fy_n=-100)], bearing_mpa=1.0, inset_min_mm=0
    )
    tension = result.holes["h1"].tension_n
    assert tension * (100 - 2 * tension / 50 / 3) == pytest.approx(moment, rel=1e-4)


def test_a_flexible_plate_bears_half_way_to_its_lowest_hole() -> None:
    result = solve_group(
        holes((20, 170), (20, 30)), plate(40, 200, True), [Force(x_mm=20, y_mm=0, z_mm=50, fy_n=-100)], HARD, INSET
    )
    top, foot = 170 - 15, 30 - 15
    assert result.holes["h1"].tension_n == pytest.approx(100 * 50 * top / (top**2 + foot**2))


def test_three_holes_lopsided_under_an_eccentric_weight() -> None:
    # holes (0,0), (90,0), (0,60): centroid (30, 20); weight 300 at x = 80
    group = holes((0, 0), (90, 0), (0, 60))
    result = solve_group(group, plate(100, 80), [Force(x_mm=80, y_mm=10, z_mm=0, fy_n=-300)], HARD, INSET)
    torsion = -300 * (80 - 30)
    arms = [(-30, -20), (60, -20), (-30, 40)]
    polar = sum(x * x + y * y for x, y in arms)
    for hole, (x, y) in zip(group, arms, strict=True):
        forces = result.holes[hole.id]
        assert forces.shear_x_n == pytest.approx(-torsion * y / polar)
        assert forces.shear_y_n == pytest.approx(-300 / 3 + torsion * x / polar)
        assert forces.tension_n == 0


def test_four_holes_in_a_square_pulled_straight_and_askew() -> None:
    group = holes((20, 20), (80, 20), (20, 80), (80, 80))
    straight = solve_group(group, plate(100, 100), [Force(x_mm=50, y_mm=50, z_mm=0, fz_n=400)], HARD, INSET)
    assert [hole.tension_n for hole in straight.holes.values()] == pytest.approx([100] * 4)
    assert straight.compression_n == 0
    # 10 mm above the middle the plate still keeps off the wall: N/n ± N·e·d/Σd², d = 30
    askew = solve_group(group, plate(100, 100), [Force(x_mm=50, y_mm=60, z_mm=0, fz_n=400)], HARD, INSET)
    extra = 400 * 10 * 30 / (4 * 30**2)
    assert askew.holes["h3"].tension_n == pytest.approx(100 + extra)
    assert askew.holes["h1"].tension_n == pytest.approx(100 - extra)


def test_six_holes_in_two_columns() -> None:
    group = holes(*((x, y) for x in (30, 130) for y in (20, 100, 180)))
    result = solve_group(group, plate(160, 200), [Force(x_mm=80, y_mm=0, z_mm=100, fy_n=-600)], HARD, INSET)
    levers = [20 - 5, 100 - 5, 180 - 5]
    about = 2 * sum(lever**2 for lever in levers)
    for hole, lever in zip(group, levers * 2, strict=True):
        assert result.holes[hole.id].tension_n == pytest.approx(600 * 100 * lever / about)
        assert result.holes[hole.id].shear_y_n == pytest.approx(-100)


def test_slots_bear_only_across_themselves() -> None:
    group = [
        GroupHole(id="round", x_mm=0, y_mm=0),
        GroupHole(id="slot", x_mm=100, y_mm=0, bears_across=False),
    ]
    result = solve_group(group, plate(120, 40), [Force(x_mm=50, y_mm=0, z_mm=0, fx_n=80, fy_n=-60)], HARD, INSET)
    assert result.holes["slot"].shear_x_n == pytest.approx(0, abs=1e-9)
    assert result.holes["round"].shear_x_n == pytest.approx(80)
    assert result.holes["slot"].shear_y_n == pytest.approx(-30)
    assert result.missing == ()
    only_slots = [hole._replace(bears_upright=False, bears_across=True) for hole in group]
    loose = solve_group(only_slots, plate(120, 40), [Force(x_mm=50, y_mm=0, z_mm=0, fy_n=-60)], HARD, INSET)
    assert loose.missing == ("upright",)


def test_a_plate_with_no_lever_is_said_to_have_none() -> None:
    result = solve_group(holes((20, 4)), plate(40, 100), [Force(x_mm=20, y_mm=0, z_mm=50, fy_n=-10)], HARD, INSET)
    assert result.no_lever
    # what is left of a row without a lever is no figure of it: the even pull, here none
    assert result.holes["h1"].tension_n == 0


def test_a_stiff_screw_takes_its_share_beside_soft_anchors() -> None:
    group = [
        GroupHole(id="stud", x_mm=0, y_mm=50, stiffness=1.0),
        GroupHole(id="board", x_mm=100, y_mm=50, stiffness=0.05),
    ]
    result = solve_group(group, plate(100, 60), [Force(x_mm=0, y_mm=50, z_mm=0, fy_n=-210)], HARD, INSET)
    # the load stands over the stiff one: with the torsion about the stiffness centroid it takes everything
    assert result.holes["stud"].shear_y_n == pytest.approx(-210)
    assert result.holes["board"].shear_y_n == pytest.approx(0, abs=1e-6)


spots = st.lists(st.tuples(st.integers(0, 30), st.integers(0, 30)), min_size=2, max_size=8, unique=True).map(
    lambda found: [(10.0 * x, 10.0 * y) for x, y in found]
)
loads = st.tuples(*(st.floats(-500, 500) for _ in range(2)), st.floats(-200, 500), st.floats(-200, 500))


@settings(max_examples=200)
@given(spots, loads)
def test_in_plane_agrees_with_a_stiffness_matrix(places: list[tuple[float, float]], load: tuple[float, ...]) -> None:
    fx, fy, at_x, at_y = load
    result = solve_group(
        holes(*places), plate(400, 400), [Force(x_mm=at_x, y_mm=at_y, z_mm=0, fx_n=fx, fy_n=fy)], HARD, INSET
    )
    # a rigid body on springs, assembled about the origin instead of the centroid
    matrix, vector = np.zeros((3, 3)), np.array([fx, fy, at_x * fy - at_y * fx])
    modes = [np.array([[1, 0, -y], [0, 1, x]]) for x, y in places]
    for mode in modes:
        matrix += mode.T @ mode
    move = np.linalg.solve(matrix, vector)
    for (name, forces), mode in zip(result.holes.items(), modes, strict=True):
        assert name
        assert [forces.shear_x_n, forces.shear_y_n] == pytest.approx(
            list(mode @ move), abs=1e-6 * (1 + abs(vector).max())
        )


@given(spots, st.floats(10, 500), st.floats(10, 300), st.floats(0, 300))
def test_a_hanging_weight_is_in_equilibrium(
    places: list[tuple[float, float]], weight: float, off: float, pull: float
) -> None:
    assume(max(y for _, y in places) > 20)
    # no fastener outside the line of bearing: there it would have to push, which is left to the plate
    assume(all(INSET <= y <= 300 - INSET for _, y in places))
    assume(len({x for x, _ in places}) > 1)
    middle = sum(x for x, _ in places) / len(places)
    forces = [Force(x_mm=middle, y_mm=100, z_mm=off, fy_n=-weight, fz_n=pull)]
    result = solve_group(holes(*places), plate(300, 300), forces, HARD, INSET)
    tension = [result.holes[f"h{i}"].tension_n for i in range(1, len(places) + 1)]
    assert sum(tension) - result.compression_n == pytest.approx(pull, rel=1e-3, abs=1e-3)
    if result.compression_n > 0:
        # the moment about the line of bearing: what lifts is what the fasteners hold
        centroid = sum(y for _, y in places) / len(places)
        lifting = weight * off + pull * (100 - centroid)
        edge = 5 if lifting > 0 else 295
        held = sum(t * (y - edge) for t, (_, y) in zip(tension, places, strict=True))
        assert held == pytest.approx(weight * off + pull * (100 - edge), rel=1e-3, abs=1e-2)
    assert all(math.isfinite(t) and t >= 0 for t in tension)


@settings(max_examples=200)
@given(
    st.lists(st.integers(1, 29), min_size=2, max_size=4, unique=True),
    st.lists(st.integers(1, 29), min_size=2, max_size=4, unique=True),
    st.floats(50, 2000),
    st.floats(-12, 12),
    st.floats(-12, 12),
)
def test_a_pull_off_the_wall_agrees_with_a_stiffness_matrix(
    columns: list[int], rows: list[int], pull: float, off_x: float, off_y: float
) -> None:
    # a grid of holes: its two axes do not mix, and a small eccentricity keeps the plate off the wall
    places = [(10.0 * x, 10.0 * y) for x in columns for y in rows]
    middle_x, middle_y = 10 * sum(columns) / len(columns), 10 * sum(rows) / len(rows)
    force = Force(x_mm=middle_x + off_x, y_mm=middle_y + off_y, z_mm=0, fz_n=pull)
    # springs that pull out: a hole moves by w + x·a + y·b
    modes = np.array([[1, x, y] for x, y in places])
    move = np.linalg.solve(modes.T @ modes, pull * np.array([1, force.x_mm, force.y_mm]))
    expected = modes @ move
    # both edges of the plate, each axis by itself, must stay off the wall as well
    far = 300 - INSET
    ends = ((INSET, middle_y), (far, middle_y), (middle_x, INSET), (middle_x, far))
    edges = np.array([[1, x, y] for x, y in ends])
    assume((edges @ move).min() >= 0)
    assume(expected.min() >= 0)
    result = solve_group(holes(*places), plate(300, 300), [force], HARD, INSET)
    assert [hole.tension_n for hole in result.holes.values()] == pytest.approx(expected, rel=1e-6, abs=1e-6)
    assert result.compression_n == 0
