"""A stand-in instrument knows nothing of a real wall: what it read there clears, finds and proves nothing."""

from typing import Any

import pytest

from rockpin.core.base.model import Rect
from rockpin.core.document.evidence import ReadBy, Reading, Trace
from rockpin.core.document.job import PullEnd, PullTest
from rockpin.core.document.sweeps import Find, Scan, ScanMode
from rockpin.core.document.wall import Point
from rockpin.core.plan.make import make_plan
from rockpin.core.plan.plan import Plan
from rockpin.core.tables.catalogue import Catalogue
from tests.builders import brick_wall, job, plate_fixture, stud_wall

AROUND = Rect(x_mm=300, y_mm=800, width_mm=600, height_mm=800)


def sweeps(read_by: ReadBy, finds: tuple[Find, ...] = ()) -> tuple[Scan, ...]:
    given: dict[str, Any] = {"area": AROUND, "claimed_depth_mm": 120, "proved_on_live_cable": True, "circuits_on": True}
    metal = Scan(id="metal", mode=ScanMode.METAL, read_by=read_by, finds=finds, **given)
    return metal, Scan(id="live", mode=ScanMode.LIVE, read_by=read_by, **given)


def planned(catalogue: Catalogue, seed: int | None, scans: tuple[Scan, ...], **more: Any) -> Plan:
    """A hole straight above a socket in a stud wall, in its cable zone."""
    socket = Point(id="s", kind="socket", x_mm=600, y_mm=450)
    wall = stud_wall(points=(socket,), scans=scans, practice_seed=seed, **more)
    return make_plan(job(wall, plate_fixture(mass_kg=1), 550, 1000), catalogue)


def codes(plan: Plan) -> set[str]:
    return {finding.code for finding in plan.findings}


def test_a_stand_ins_sweep_clears_a_practice_wall_and_no_real_one(catalogue: Catalogue) -> None:
    real = planned(catalogue, None, sweeps(ReadBy.STAND_IN))
    assert {"in-zone", "stand-in-reading"} <= codes(real)
    assert "zone-cleared" not in codes(real)
    assert real.holes[0].risk == planned(catalogue, None, ()).holes[0].risk
    assert "zone-cleared" in codes(planned(catalogue, None, sweeps(ReadBy.INSTRUMENT)))
    practice = planned(catalogue, 5, sweeps(ReadBy.STAND_IN))
    assert {"zone-cleared", "practice-wall"} <= codes(practice)
    assert practice.practice
    assert not real.practice


def test_a_stand_ins_find_and_peaks_are_nothing_on_a_real_wall(catalogue: Catalogue) -> None:
    pipe = Find(id="f", x_mm=600, y_mm=900, x2_mm=600, y2_mm=1400, depth_mm=30)
    assert "find-near" not in codes(planned(catalogue, None, sweeps(ReadBy.STAND_IN, (pipe,))))
    assert "find-near" in codes(planned(catalogue, 5, sweeps(ReadBy.STAND_IN, (pipe,))))
    readings = tuple(Reading(x_mm=x, density=0.9 if 580 <= x <= 620 else 0.1) for x in range(0, 1200, 4))

    def hits(seed: int | None, read_by: ReadBy) -> bool:
        trace = Trace(id="t", y_mm=1000, readings=readings, read_by=read_by)
        return bool(planned(catalogue, seed, (), framing=None, traces=(trace,)).framing.hits)

    assert not hits(None, ReadBy.STAND_IN)
    assert hits(None, ReadBy.INSTRUMENT)
    assert hits(5, ReadBy.STAND_IN)


@pytest.mark.parametrize(("seed", "counts"), [(None, False), (5, True)])
def test_a_stand_ins_pull_lowers_nothing_on_a_real_wall(catalogue: Catalogue, seed: int | None, counts: bool) -> None:
    weak = PullTest(id="p", fixing="nylon_plug_8", load_n=120, ended=PullEnd.FAILED, read_by=ReadBy.STAND_IN)
    plan = make_plan(job(brick_wall(practice_seed=seed), plate_fixture(), 550, 1000, pull_tests=(weak,)), catalogue)
    assert ("tests-lower" in codes(plan)) is counts
    assert ("stand-in-pull" in codes(plan)) is not counts
