"""The ways to clear a hole: each that is named clears it, and what a sweep leaves is said."""

import pytest
from hypothesis import example, given
from hypothesis import strategies as st

from rockpin.catalogue import load_catalogue
from rockpin.core.base.errors import NotFound
from rockpin.core.base.findings import Severity
from rockpin.core.base.quantities import UnitSystem
from rockpin.core.document.sweeps import Scan
from rockpin.core.document.wall import Point, Wall
from rockpin.core.hidden.clearing import ClearingWay, WayKind, ways_to_clear
from rockpin.core.hidden.judge import PlannedHole, judge_hole
from rockpin.core.plan.make import make_plan
from rockpin.core.plan.stages import clear_hole
from tests.builders import brick_wall, job, plate_fixture, stud_wall
from tests.hidden_points import SOCKET, hidden_of


def ways(wall: Wall, x: float, y: float, reach: float = 40) -> dict[WayKind, ClearingWay]:
    ask = PlannedHole("h", 1, x, y, 6, reach, in_stud=False)
    found = ways_to_clear(hidden_of(wall), ask, (), wall, UnitSystem.METRIC)
    return {way.kind: way for way in found}


def clear(wall: Wall, x: float, y: float, reach: float) -> bool:
    ask = PlannedHole("h", 1, x, y, 6, reach, in_stud=False)
    return judge_hole(hidden_of(wall), ask).clear


def test_a_clear_hole_needs_no_way() -> None:
    assert ways(brick_wall(points=(SOCKET,)), 2500, 1500) == {}


def test_beside_a_band_the_shortest_move_and_a_sweep(catalogue: object) -> None:
    wall = brick_wall(points=(SOCKET,))
    found = ways(wall, 1036, 1500)
    # out of the band 43 mm wide each side, and to where a cable beside its line is below 1 %
    move = found[WayKind.MOVE]
    assert move.dx_mm > 43 - 36
    assert clear(wall, 1036 + move.dx_mm, 1500 + move.dy_mm, 40)
    assert not clear(wall, 1036 + move.dx_mm - 5, 1500, 40)
    sweep = found[WayKind.SWEEP]
    assert sweep.clears
    assert sweep.claimed_depth_mm is not None
    assert 0.6 * sweep.claimed_depth_mm >= 40
    assert sweep.area is not None
    swept = tuple(
        Scan(
            id=mode,
            mode=mode,
            area=sweep.area,
            claimed_depth_mm=sweep.claimed_depth_mm,
            proved_on_live_cable=True,
            circuits_on=True,
        )
        for mode in sweep.modes
    )
    assert clear(wall.model_copy(update={"scans": swept}), 1036, 1500, 40)
    assert "with an instrument that claims 70 mm or more" in sweep.says
    assert found[WayKind.OPEN].says.endswith("Isolating alone lowers no risk: it only lets you open.")


def test_too_deep_in_a_hollow_wall_a_shorter_screw_is_enough() -> None:
    found = ways(stud_wall(), 1000, 1300, 62)
    assert found[WayKind.SHORTEN].reach_mm == 50
    assert found[WayKind.SHORTEN].says == (
        "Let nothing reach deeper than 50 mm from the face: a shorter screw and hole."
    )
    assert WayKind.MOVE not in found  # nowhere in this wall is deeper allowed


def test_plastic_that_no_mode_sees_is_said() -> None:
    tap = Point(id="t", kind="tap", x_mm=1000, y_mm=1000)
    sweep = ways(brick_wall(points=(tap,)), 1000, 500)[WayKind.SWEEP]
    assert not sweep.clears
    assert "That alone does not clear it" in sweep.says
    assert "a water pipe feeding the basin or sink tap from below" in sweep.says


@given(st.floats(200, 3800), st.floats(200, 2200), st.floats(20, 70), st.booleans())
# clear to half a millimetre before its own reach
@example(200.0, 399.0, 33.5, False)
def test_what_is_said_to_clear_clears(x: float, y: float, reach: float, hollow: bool) -> None:
    points = (
        SOCKET,
        Point(id="t", kind="tap", x_mm=2200, y_mm=900),
        Point(id="l", kind="switch", x_mm=3000, y_mm=1200),
    )
    wall = (stud_wall if hollow else brick_wall)(points=points)
    for way in ways(wall, x, y, reach).values():
        if way.kind is WayKind.MOVE:
            assert clear(wall, x + way.dx_mm, y + way.dy_mm, reach)
        if way.kind is WayKind.SHORTEN:
            assert way.reach_mm is not None
            assert clear(wall, x, y, way.reach_mm)
            assert way.reach_mm + 1 >= reach or not clear(wall, x, y, way.reach_mm + 1)


def test_a_job_offers_another_fixing_that_stays_shallow() -> None:
    document = job(stud_wall(), plate_fixture(mass_kg=2), 550, 1000)
    found = {way.kind: way for way in clear_hole(document, "h1", load_catalogue())}
    chosen = found.get(WayKind.FIXING)
    assert found == {} or (chosen is not None and (chosen.reach_mm or 0) <= 50)
    with pytest.raises(NotFound, match="There is no hole “h9” in this job"):
        clear_hole(document, "h9", load_catalogue())


def test_a_fixture_hung_off_the_wall_is_planned_with_nothing_to_sweep() -> None:
    plan = make_plan(job(brick_wall(), plate_fixture(), 550, 4000), load_catalogue())
    assert plan.hidden.around_holes is None
    assert any(finding.severity is Severity.DO_NOT_DRILL for finding in plan.findings)
