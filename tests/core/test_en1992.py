"""Groups of anchors in concrete by hand, after the clauses of EN 1992-4."""

from math import sqrt

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from rockpin.catalogue import load_catalogue
from rockpin.core.capacity.concrete_group import _Group
from rockpin.core.capacity.en1992 import (
    EdgeRow,
    along_edge,
    cone_resistance_n,
    eccentricity,
    edge_shear_n,
    group_cone,
    narrow_hef_mm,
    projected_area_mm2,
)
from rockpin.core.document.fixings import ConcreteAnchor
from rockpin.core.hole.anchor_group import AnchorGroup

FAR = 1e6
Edges = tuple[float, float, float, float]


def edges_of(places: list[tuple[float, float]], left: float = FAR, up: float = FAR) -> list[Edges]:
    """Edges ``left`` of the first place and ``up`` above the highest; none elsewhere."""
    x0, top = min(x for x, _ in places), max(y for _, y in places)
    return [(left + x - x0, FAR, FAR, up + top - y) for x, y in places]


def test_four_anchors_near_two_edges_by_hand() -> None:
    # hef 100: c_cr 150, s_cr 300; spaced 120 × 180, 80 from the left edge and 100 from the top
    places = [(0.0, 0.0), (120.0, 0.0), (0.0, 180.0), (120.0, 180.0)]
    cone = group_cone(places, edges_of(places, 80, 100), 100, 20, 7.7)
    area = (80 + 120 + 150) * (150 + 180 + 100)
    assert projected_area_mm2(places, edges_of(places, 80, 100), 150) == pytest.approx(area)
    assert cone.area_ratio == pytest.approx(area / 300**2)
    assert cone.psi_s == pytest.approx(0.7 + 0.3 * 80 / 150)
    assert cone.psi_re == 1
    by_hand = 7.7 * sqrt(20) * 100**1.5 * area / 300**2 * (0.7 + 0.3 * 80 / 150)
    assert cone.resistance_n == pytest.approx(by_hand)


def test_eccentric_pull_by_hand() -> None:
    # the resultant 30 mm beside the middle of the pulled anchors: 1/(1 + 2·30/300)
    assert eccentricity(np.array([30.0]), 300)[0] == pytest.approx(1 / 1.2)


def test_a_narrow_member_takes_the_reduced_depth() -> None:
    # a strip 160 wide, the anchor in its middle, 60 from the top: three edges nearer than 150
    one = [(0.0, 0.0)]
    edges: list[Edges] = [(80, 80, FAR, 60)]
    assert narrow_hef_mm(one, edges, 100) == pytest.approx(80 / 1.5)
    cone = group_cone(one, edges, 100, 20, 7.7)
    half = 80.0
    area = 160 * (half + 60)
    psi_s, psi_re = 0.7 + 0.3 * 60 / half, 0.5 + (80 / 1.5) / 200
    by_hand = cone_resistance_n(80 / 1.5, 20, 7.7) * area / (2 * half) ** 2 * psi_s * psi_re
    assert cone.resistance_n == pytest.approx(by_hand)
    # two anchors 210 apart in it: s_max/3 = 70 is the greater
    two = [(0.0, 0.0), (0.0, -210.0)]
    assert narrow_hef_mm(two, [(80, 80, FAR, 60), (80, 80, FAR, 270)], 100) == pytest.approx(70)
    # wherever they are counted from: 105 to either side of the middle
    middle = [(0.0, -105.0), (0.0, 105.0)]
    assert narrow_hef_mm(middle, [(80, 80, FAR, 60), (80, 80, FAR, 270)], 100) == pytest.approx(70)
    # two edges are not narrow
    assert narrow_hef_mm(one, [(80, FAR, FAR, 60)], 100) == 100


def test_the_edge_of_one_and_of_two_anchors_in_shear_by_hand() -> None:
    c1, d, lf, thick = 90.0, 12.0, 70.0, 160.0
    basic = 1.7 * d ** (0.1 * sqrt(lf / c1)) * lf ** (0.1 * (d / c1) ** 0.2) * sqrt(20) * c1**1.5
    one = basic * (2 * 135) * 135 / (4.5 * c1**2)
    assert edge_shear_n(d, lf, EdgeRow(c1, 0, (FAR, FAR)), thick, 20, 1.7) == pytest.approx(one)
    # two of them 100 apart, the wall ending 60 beside the first
    two = basic * (60 + 100 + 135) * 135 / (4.5 * c1**2) * (0.7 + 0.3 * 60 / 135)
    assert edge_shear_n(d, lf, EdgeRow(c1, 100, (60, FAR)), thick, 20, 1.7) == pytest.approx(two)
    # thin and narrow: c₁′ = max(60/1.5, 80/1.5, 0) = 53.3
    reduced = 80 / 1.5
    again = 1.7 * d ** (0.1 * sqrt(lf / reduced)) * lf ** (0.1 * (d / reduced) ** 0.2) * sqrt(20) * reduced**1.5
    by_hand = again * (60 + 60) * 80 / (4.5 * reduced**2) * (0.7 + 0.3 * 60 / 80)
    assert edge_shear_n(d, lf, EdgeRow(c1, 0, (60, 60)), 80, 20, 1.7) == pytest.approx(by_hand)


def test_a_load_along_the_edge_counts_half() -> None:
    towards, along = np.array([100.0, 0.0, 50.0]), np.array([0.0, 100.0, 50.0])
    assert along_edge(towards, along) == pytest.approx([1, 2, 1 / sqrt(0.5 + 0.25 * 0.5)])


def group(
    tension: list[float], shear: list[tuple[float, float]], places: list[tuple[float, float]], **more: float
) -> AnchorGroup:
    return AnchorGroup(
        hole_ids=tuple(f"h{i}" for i in range(len(places))),
        places=tuple(places),
        edges=tuple(edges_of(places, **more)),
        tension_n=np.array([tension]),
        shear_x_n=np.array([[x for x, _ in shear]]),
        shear_y_n=np.array([[y for _, y in shear]]),
    )


def bolt() -> ConcreteAnchor:
    row = load_catalogue().fixing_by_key["expansion_bolt_m10"]
    assert isinstance(row, ConcreteAnchor)
    return row


def test_a_group_pulled_unevenly_shares_one_use_by_hand() -> None:
    # M10, hef 60: s_cr 180. Two anchors 100 apart, 3000 and 1000 N: resultant 25 beside their middle
    places = [(0.0, 0.0), (100.0, 0.0)]
    figures = load_catalogue().figures.capacity
    solved = _Group(bolt(), group([3000, 1000], [(0, 0), (0, 0)], places), 200, figures).solve()
    cone = 7.7 * sqrt(20) * 60**1.5 * (180 + 100) * 180 / 180**2 * (0.5 + 60 / 200) / (1 + 2 * 25 / 180)
    assert solved.pulls[0, 0] == pytest.approx([4000 / (cone / (1.5 * 1.2) / 1.4)] * 2)
    # pull-out is each anchor's own
    assert solved.pulls[2, 0] == pytest.approx([n / (9000 / 1.8 / 1.4) for n in (3000, 1000)])
    # only one of them pulled: it alone
    alone = _Group(bolt(), group([3000, 0], [(0, 0), (0, 0)], places), 200, figures).solve()
    single = 7.7 * sqrt(20) * 60**1.5 * 0.8
    assert alone.pulls[0, 0] == pytest.approx([3000 / (single / 1.8 / 1.4), 0])


def test_anchors_whose_cones_do_not_touch_do_not_share_their_loads() -> None:
    # 200 apart, s_cr 180: nobody helps the one that is pulled harder
    figures = load_catalogue().figures.capacity
    solved = _Group(bolt(), group([3000, 1000], [(0, 0), (0, 0)], [(0.0, 0.0), (200.0, 0.0)]), 200, figures).solve()
    single = 7.7 * sqrt(20) * 60**1.5 * 0.8 / 1.8 / 1.4
    assert solved.pulls[0, 0] == pytest.approx([3000 / single, 1000 / single])


def test_splitting_counts_near_an_edge_only() -> None:
    # c_cr,sp = 2·hef = 120: at 100 from the edge the basic value is the pull-out's 9 kN
    figures = load_catalogue().figures.capacity
    near = _Group(bolt(), group([1000], [(0, 0)], [(0.0, 0.0)], left=100), 200, figures).solve()
    split = 9000 * (100 + 120) / 240 * (0.7 + 0.3 * 100 / 120) * 0.8
    assert near.pulls[1, 0, 0] == pytest.approx(1000 / (split / 1.8 / 1.4))
    far = _Group(bolt(), group([1000], [(0, 0)], [(0.0, 0.0)], left=121), 200, figures).solve()
    assert far.pulls[1, 0, 0] == 0


def test_the_row_nearest_the_edge_takes_all_of_the_shear() -> None:
    # edge 100 left of the first of two; 800 N to the left in all, on the near one
    places = [(0.0, 0.0), (120.0, 0.0)]
    figures = load_catalogue().figures.capacity
    shear = [(-400.0, 0.0), (-400.0, 0.0)]
    solved = _Group(bolt(), group([0, 0], shear, places, left=100), 200, figures).solve()
    resist = edge_shear_n(10, 60, EdgeRow(100, 0, (FAR, FAR)), 200, 20, 1.7) / 1.5 / 1.4
    assert solved.edge[0] == pytest.approx([800 / resist] * 2)
    # away from the edge nothing is asked of it
    away = _Group(bolt(), group([0, 0], [(400, 0), (400, 0)], places, left=100), 200, figures).solve()
    assert away.edge[0] == pytest.approx([0, 0])


@given(
    st.lists(st.tuples(st.integers(0, 8), st.integers(0, 8)), min_size=2, max_size=5, unique=True),
    st.integers(0, 4),
    st.floats(60, 400),
)
def test_a_closer_edge_or_neighbour_never_raises_a_cone(cells: list[tuple[int, int]], which: int, edge: float) -> None:
    places = [(60.0 * x, 60.0 * y) for x, y in cells]
    edges = edges_of(places, edge, FAR)
    whole = group_cone(places, edges, 60, 20, 7.7)
    nearer = group_cone(places, [(left - 20, *rest) for left, *rest in edges], 60, 20, 7.7)  # type: ignore[misc]
    assert nearer.resistance_n <= whole.resistance_n + 1e-6
    # one anchor fewer never leaves the group with more, so a neighbour never helps the one beside it
    which = min(which, len(places) - 1)
    fewer = group_cone(places[:which] + places[which + 1 :], edges[:which] + edges[which + 1 :], 60, 20, 7.7)
    assert whole.resistance_n / len(places) <= fewer.basic_n * fewer.psi_re * (1 + 1e-9)
