"""Anchors in concrete, against EN 1992-4 and by hand."""

from math import sqrt

import pytest

from rockpin.core.capacity.en1992 import EdgeRow, cone_resistance_n, edge_shear_n, projected_area_mm2
from rockpin.core.document.fixture import Environment, HoleKind
from tests.builders import brick_wall, concrete_wall
from tests.one_hole import codes, put, spot


def test_the_cone_of_one_anchor_as_published() -> None:
    # hef 100, C20/25: 34.4 kN cracked, 49.2 kN uncracked
    assert cone_resistance_n(100, 20, 7.7) == pytest.approx(34.4e3, rel=0.002)
    assert cone_resistance_n(100, 20, 11.0) == pytest.approx(49.2e3, rel=0.001)


def test_cone_areas_by_hand() -> None:
    far = (1e6, 1e6, 1e6, 1e6)
    assert projected_area_mm2([(0, 0)], [far], 90) == 180**2
    # 45 mm from the left edge: (45 + 90) across
    assert projected_area_mm2([(0, 0)], [(45, 1e6, 1e6, 1e6)], 90) == pytest.approx(135 * 180)
    # a neighbour 100 mm to the right: (90 + 100 + 90); one 200 mm away stands by itself
    assert projected_area_mm2([(0, 0), (100, 0)], [far, far], 90) == pytest.approx(280 * 180)
    assert projected_area_mm2([(0, 0), (200, 0)], [far, far], 90) == pytest.approx(2 * 180**2)
    # aslant the squares share a corner of (180 − 100)², counted once
    assert projected_area_mm2([(0, 0), (100, 100)], [far, far], 90) == pytest.approx(2 * 180**2 - 80**2)


def test_a_concrete_screw_by_hand() -> None:
    one = put("concrete_screw_8", spot(concrete_wall(), 2000, 1300, diameter_mm=11))
    cone = 7.7 * sqrt(20) * 50**1.5 * (0.5 + 50 / 200)
    # its pull-out of 7.5 kN comes before the cone of 9.1 kN; the steel bears far more
    assert one.tension_n == pytest.approx(min(cone, 7500) / (1.5 * 1.2) / 1.4)
    assert one.governs == "pull-out of the anchor"


def test_concrete_edge_in_shear_by_hand() -> None:
    c1, d, lf = 100.0, 10.0, 60.0
    basic = 1.7 * d ** (0.1 * sqrt(lf / c1)) * lf ** (0.1 * (d / c1) ** 0.2) * sqrt(20) * c1**1.5
    # far from corners, wall of 120 under 1.5·c1 = 150: area (150+150)·120/(4.5·c1²), ψ_h = √(150/120)
    by_hand = basic * 300 * 120 / (4.5 * c1**2) * sqrt(150 / 120)
    assert edge_shear_n(d, lf, EdgeRow(c1, 0, (1e6, 1e6)), 120, 20, 1.7) == pytest.approx(by_hand)
    # two of them 150 mm apart along the edge: (150 + 150 + 150) wide
    both = basic * 450 * 120 / (4.5 * c1**2) * sqrt(150 / 120)
    assert edge_shear_n(d, lf, EdgeRow(c1, 150, (1e6, 1e6)), 120, 20, 1.7) == pytest.approx(both)


def test_concrete_refusals() -> None:
    assert codes(put("expansion_bolt_m10", spot(concrete_wall(100), 2000, 1300, diameter_mm=11))) == {"wall-thin"}
    assert codes(put("concrete_screw_8", spot(brick_wall(), 107, 32, diameter_mm=11))) == {"not-concrete"}
    wet = spot(concrete_wall(), 2000, 1300, diameter_mm=11, environment=Environment.WET)
    assert codes(put("concrete_screw_6", wet)) == {"corrodes"}
    keyhole = spot(concrete_wall(), 2000, 1300, diameter_mm=11, kind=HoleKind.KEYHOLE)
    assert codes(put("concrete_screw_8", keyhole)) == {"keyhole-head"}
