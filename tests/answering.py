"""Holes that answer otherwise than planned, and the ways on from them."""

from rockpin.catalogue import load_catalogue
from rockpin.core.base.keeping import Keep
from rockpin.core.document.job import Choice, JobDocument
from rockpin.core.plan import Plan, Report, WaysOn, make_plan, reported, ways_on
from tests.builders import plate_fixture

CATALOGUE = load_catalogue()
KEEP = Keep(60)
TWO = plate_fixture(((30, 30), (170, 30)), size_mm=(200, 60), mass_kg=3)


def answered(base: JobDocument, hole: str, outcome: str, **more: object) -> tuple[JobDocument, Plan]:
    plan = make_plan(base, CATALOGUE, KEEP)
    records = reported(base, plan, hole, Report(outcome=outcome, **more), CATALOGUE)
    after = base.model_copy(update={"records": records})
    return after, make_plan(after, CATALOGUE, KEEP)


def ways(base: JobDocument, hole: str, outcome: str, **more: object) -> WaysOn:
    return ways_on(answered(base, hole, outcome, **more)[0], hole, CATALOGUE, KEEP)


def chosen(key: str, count: int) -> tuple[Choice, ...]:
    return tuple(Choice(hole_id=f"h{number}", fixing=key) for number in range(1, count + 1))
