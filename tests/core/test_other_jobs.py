"""What other jobs plan on the same wall: where two things want one place, or one claims room that the other takes."""

import pytest

from rockpin.catalogue import load_catalogue
from rockpin.core.base.model import Rect
from rockpin.core.document.arrangement import Envelope, EnvelopeKind
from rockpin.core.document.fixture import HeldRail, RailKind
from rockpin.core.document.job import JobDocument
from rockpin.core.document.record import Holds, HoleRecord
from rockpin.core.plan import make_plan, planned_beside
from tests.builders import brick_wall, job, plate_fixture

CATALOGUE = load_catalogue()
HOLES = ((20, 20), (80, 20))


def box(title: str, x_mm: float, y_mm: float, *, hangs_mm: float = 0, up: bool = False) -> JobDocument:
    """A plate 100 wide and 40 high, from whose lower edge something may hang down in front of the wall."""
    fixture = plate_fixture(HOLES, size_mm=(100, 40), mass_kg=1)
    if hangs_mm:
        bag = Envelope(
            id="bag", kind=EnvelopeKind.HANGS, name="Kit bag", x_mm=0, y_mm=-hangs_mm, width_mm=100, height_mm=hangs_mm
        )
        fixture = fixture.model_copy(update={"envelopes": (bag,)})
    holes = [hole.id for support in fixture.supports for hole in support.holes]
    records = tuple(HoleRecord(hole_id=hole, holds=Holds.YES) for hole in holes) if up else ()
    named = {"id": title.lower(), "title": title}
    return job(brick_wall(), fixture, x_mm, y_mm, records=records).model_copy(update=named)


def said(mine: JobDocument, other: JobDocument) -> str | None:
    (one,) = planned_beside(make_plan(mine, CATALOGUE), mine, [(make_plan(other, CATALOGUE), other)])
    assert one.area == Rect(x_mm=other.placement.x_mm, y_mm=other.placement.y_mm, width_mm=100, height_mm=40)
    return one.says


def test_two_things_that_want_one_place_are_told_by_how_much() -> None:
    here, there = box("Shelf", 1000, 1000), box("Rack", 1070, 1015)
    # 1000 to 1100 and 1070 to 1170 across, 1000 to 1040 and 1015 to 1055 up
    assert str(said(here, there)).startswith(
        "Here “Rack” is planned too, by a job of its own: 30 mm by 25 mm of the two lie over one another."
    )
    assert str(said(there, here)).startswith("Here “Shelf” is planned too, by a job of its own: 30 mm by 25 mm")
    assert said(here, box("Rack", 1100, 1000)) is None, "side by side"


def test_room_that_one_claims_in_use_is_told_from_both_sides() -> None:
    hook, below = box("Hook", 1000, 1200, hangs_mm=120), box("Shelf", 1000, 1100)
    assert str(said(hook, below)).startswith("“Hook”: kit bag hangs in front of the planned “Shelf”, or on it.")
    assert str(said(below, hook)).startswith("“Hook”: kit bag hangs in front of the planned “Shelf”, or on it.")
    assert said(box("Hook", 1000, 1200, hangs_mm=60), below) is None, "it ends 20 above"


@pytest.mark.parametrize("mine_is_up", [True, False])
def test_what_is_up_is_not_planned(mine_is_up: bool) -> None:
    """What hangs is on the wall itself; what came loose there lies in the very place of its repair."""
    mine, other = box("Shelf", 1000, 1000, up=mine_is_up), box("Rack", 1000, 1000, up=not mine_is_up)
    found = planned_beside(make_plan(mine, CATALOGUE), mine, [(make_plan(other, CATALOGUE), other)])
    assert [one.says for one in found] == ([None] if mine_is_up else [])


def test_a_rail_that_climbs_fills_no_rectangle() -> None:
    """From 1000, 900 to 2000, 1900: under its upper end there is room, and on its line there is none."""
    fixture = plate_fixture(((20, 20), (980, 20)), size_mm=(1000, 40), mass_kg=1)
    rail = HeldRail(id="r", kind=RailKind.HANDRAIL, x_mm=0, y_mm=0, x2_mm=1000, y2_mm=1000, z_mm=60)
    climbs = job(brick_wall(), fixture.model_copy(update={"rails": (rail,)}), 1000, 900)
    (under,), (met,) = (
        planned_beside(make_plan(climbs, CATALOGUE), climbs, [(make_plan(other, CATALOGUE), other)])
        for other in (box("Shelf", 1850, 1100), box("Shelf", 1450, 1350))
    )
    assert under.says is None
    assert str(met.says).startswith("Here “Shelf” is planned too")
