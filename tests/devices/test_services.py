"""Simulated services: laid by habit, struck by what touches them, seen by a detector as well as a cheap one does."""

import numpy as np
import pytest

from rockpin.core.base.model import Rect
from rockpin.core.document.sweeps import ScanMode
from rockpin.core.document.wall import Point
from rockpin.devices.simulated_services import Inside, TrueService, lay_services, sweep_area
from tests.builders import stud_wall

HOLLOW = Inside(True, 12.5, 101.5, 114)
PIPE = TrueService("copper_pipe", 1000, 0, 1000, 2000, depth_mm=30, width_mm=16)


@pytest.mark.parametrize(
    ("x", "radius", "reach", "struck"),
    [(1011.9, 4, 60, True), (1012.1, 4, 60, False), (1000, 4, 22.1, True), (1000, 4, 21.9, False)],
)
def test_a_hole_strikes_what_its_cylinder_touches(x: float, radius: float, reach: float, struck: bool) -> None:
    # 16 mm of pipe with its middle 30 deep begins 22 deep and 8 aside
    assert PIPE.struck_by(x, 1000, radius, reach) is struck


def test_services_reach_their_points_and_lie_inside_the_wall() -> None:
    points = (Point(id="s", kind="socket", x_mm=800, y_mm=400), Point(id="t", kind="tap", x_mm=2500, y_mm=900))
    wall = stud_wall(points=points)
    laid = [lay_services(np.random.default_rng(seed), wall, HOLLOW) for seed in range(200)]
    assert laid[3] == lay_services(np.random.default_rng(3), wall, HOLLOW)
    slant = 0
    for services in laid:
        for point in points:
            assert any(one.distance_to(point.x_mm, point.y_mm) <= 80 for one in services)
        for one in services:
            assert one.depth_mm - one.width_mm / 2 >= 12.5
            assert one.depth_mm + one.width_mm / 2 <= 101.5 + 1e-9
            slant += one.x_mm != one.x2_mm and one.y_mm != one.y2_mm
    # one in ten against every rule
    assert 0.05 < slant / sum(map(len, laid)) < 0.16


def test_the_detector_misses_ghosts_and_errs_like_a_cheap_one() -> None:
    area = Rect(x_mm=800, y_mm=500, width_mm=400, height_mm=400)
    seen = dict.fromkeys((ScanMode.METAL, ScanMode.LIVE, ScanMode.DENSITY), 0)
    places = []
    for seed in range(400):
        for mode in seen:
            finds = sweep_area(np.random.default_rng(seed), (PIPE,), mode, area, 80, True, "f")
            lines = [find for find in finds if find.y_mm != find.y2_mm]
            seen[mode] += len(lines)
            places += [find.x_mm for find in lines]
    assert 0.9 < seen[ScanMode.METAL] / 400 < 1
    assert seen[ScanMode.LIVE] == 0
    assert 0.3 < seen[ScanMode.DENSITY] / 400 < 0.6
    assert np.mean(places) == pytest.approx(1000, abs=1)
    assert 3 < np.std(places) < 8
    # clipped to the area, and blind to what lies deeper than it sees
    (find,) = sweep_area(np.random.default_rng(1), (PIPE,), ScanMode.METAL, area, 80, True, "f")
    assert find.y_mm == pytest.approx(500, abs=25)
    assert find.y2_mm == pytest.approx(900, abs=25)
    assert sweep_area(np.random.default_rng(1), (PIPE,), ScanMode.METAL, area, 25, True, "f") == ()
    off = TrueService("live_cable", 1000, 0, 1000, 2000, depth_mm=20, width_mm=10)
    assert sweep_area(np.random.default_rng(1), (off,), ScanMode.LIVE, area, 80, False, "f") == ()
