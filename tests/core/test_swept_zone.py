"""In a zone that was swept one goes as deep as the sweeps clear it, and is told how deep that is."""

import pytest

from rockpin.catalogue import load_catalogue
from rockpin.core.base.findings import VerdictWord
from rockpin.core.base.model import Rect
from rockpin.core.document.job import JobDocument, Region
from rockpin.core.document.sweeps import Scan, ScanMode
from rockpin.core.document.wall import Point
from rockpin.core.plan import make_plan
from tests.builders import brick_wall, job, plate_fixture, stud_wall

CATALOGUE = load_catalogue()
_ALL = Rect(x_mm=0, y_mm=0, width_mm=4000, height_mm=2400)


def _swept(claimed_mm: float | None) -> tuple[Scan, ...]:
    modes = (ScanMode.METAL, ScanMode.LIVE) if claimed_mm else ()
    return tuple(
        Scan(id=mode, mode=mode, area=_ALL, claimed_depth_mm=claimed_mm, proved_on_live_cable=True, circuits_on=True)
        for mode in modes
    )


def _level_with_a_switch(mass_kg: float, claimed_mm: float | None) -> JobDocument:
    wall = brick_wall(12, points=(Point(id="s", kind="switch", x_mm=600, y_mm=1100),), scans=_swept(claimed_mm))
    return job(wall, plate_fixture(((50, 50),), mass_kg=mass_kg), 2450, 1050)


def test_a_plug_that_stays_within_what_was_swept_goes_before_a_deeper_one() -> None:
    chosen = {}
    for claimed_mm in (80, 120):
        plan = make_plan(_level_with_a_switch(12, claimed_mm), CATALOGUE)
        assert plan.verdict.word is VerdictWord.READY, plan.verdict.sentence
        card = plan.holes[0].card
        assert card
        chosen[claimed_mm] = plan.holes[0].chosen, card.depth_mm
    # 0.7 of 80 is 56, which the shorter plug's hole keeps; 0.7 of 120 leaves room for the usual one
    assert chosen[80][1] <= 56 < chosen[120][1] <= 84
    assert chosen[80][0] != chosen[120][0]
    # where nobody has swept no plug is any better than another
    assert make_plan(_level_with_a_switch(12, None), CATALOGUE).holes[0].chosen == chosen[120][0]


def test_who_has_swept_not_deep_enough_is_told_how_deep_it_counts() -> None:
    plan = make_plan(_level_with_a_switch(15, 80), CATALOGUE)
    (found,) = [one for one in plan.findings if one.code == "in-zone"]
    # 77 mm and less are within 0.7 of 110
    assert 56 < found.figures["reach_mm"] <= 77
    assert found.action == "What was swept here counts to 56 mm. See the ways to clear it."
    deeper = make_plan(_level_with_a_switch(15, 110), CATALOGUE)
    assert deeper.verdict.word is VerdictWord.READY
    (unswept,) = [one for one in make_plan(_level_with_a_switch(15, None), CATALOGUE).findings if one.code == "in-zone"]
    assert unswept.action == (
        "Sweep here with metal and live, the instrument just proved on a known live cable, or move it."
    )


@pytest.mark.parametrize(
    ("wall", "says"),
    [
        (stud_wall(), "A cable may run up or down in the stud bays at both sides of the light switch."),
        (brick_wall(12), "A cable may run up or down in the wall at both sides of the light switch."),
    ],
)
def test_a_wall_without_studs_has_no_stud_bays(wall: object, says: str) -> None:
    there = wall.model_copy(update={"points": (Point(id="s", kind="switch", x_mm=1000, y_mm=1100),)})  # type: ignore[attr-defined]
    base = job(there, plate_fixture(((50, 50),)), 1050, 1800)
    asked = base.model_copy(update={"site": base.site.model_copy(update={"region": Region.NORTH_AMERICA})})
    zones = [one.sentence for one in make_plan(asked, CATALOGUE).findings if one.code == "in-zone"]
    assert [says in one for one in zones] == [True]
