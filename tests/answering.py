"""Holes that answer otherwise than planned, and the ways on from them."""

from rockpin.catalogue import load_catalogue
from rockpin.core.base.keeping import Keep
from rockpin.core.document.job import Choice, JobDocument, Region
from rockpin.core.document.wall import Framing, HowKnown, Layer, StudRow, Wall
from rockpin.core.plan import Plan, Report, WaysOn, make_plan, reported, ways_on
from rockpin.core.questions.supposed import Supposed, supposed_job
from tests.builders import BOARD, brick_wall, concrete_wall, plate_fixture, stud_wall

CATALOGUE = load_catalogue()
KEEP = Keep(60)
TWO = plate_fixture(((30, 30), (170, 30)), size_mm=(200, 60), mass_kg=3)
STEEL = stud_wall(
    build_up=(BOARD, Layer(material="steel_studs", thickness_mm=75), BOARD),
    framing=Framing(row=StudRow(first_centre_mm=400, pitch_mm=400, stud_width_mm=50, known=HowKnown.SEEN)),
)
AERATED = brick_wall(build_up=(Layer(material="aerated_block", thickness_mm=200),), courses=None)
TILED = brick_wall(
    build_up=(Layer(material="tile", thickness_mm=10), Layer(material="brick", thickness_mm=215)), courses=None
)
WALLS: dict[str, tuple[Wall, float]] = {
    "between studs": (stud_wall(), 930),
    "on studs": (stud_wall(), 1170),
    "steel studs": (STEEL, 930),
    "brick": (brick_wall(), 1057),
    "plastered": (brick_wall(15), 1057),
    "tiled": (TILED, 1057),
    "aerated": (AERATED, 1057),
    "concrete": (concrete_wall(), 1057),
}


def answered(base: JobDocument, hole: str, outcome: str, **more: object) -> tuple[JobDocument, Plan]:
    plan = make_plan(base, CATALOGUE, KEEP)
    records = reported(base, plan, hole, Report(outcome=outcome, **more), CATALOGUE)
    after = base.model_copy(update={"records": records})
    return after, make_plan(after, CATALOGUE, KEEP)


def ways(base: JobDocument, hole: str, outcome: str, **more: object) -> WaysOn:
    return ways_on(answered(base, hole, outcome, **more)[0], hole, CATALOGUE, KEEP)


def chosen(key: str, count: int) -> tuple[Choice, ...]:
    return tuple(Choice(hole_id=f"h{number}", fixing=key) for number in range(1, count + 1))


def taken(base: JobDocument, way: object) -> Plan:
    return make_plan(base.model_copy(update=dict(way.job)), CATALOGUE, KEEP)  # type: ignore[attr-defined]


def supposed(shape: str, wall: str, region: Region, **more: object) -> JobDocument:
    return supposed_job(Supposed.model_validate({"shape": shape, "wall": wall, "region": region, **more}), CATALOGUE)
