"""Nothing that only stands for something else reaches a reader: no huge number, no infinity, in words or in figures."""

import json
import re

from rockpin.catalogue import load_catalogue
from rockpin.core.plan.make import make_plan
from tests.builders import brick_wall, concrete_wall, job, plate_fixture, stud_wall
from tests.random_jobs import random_jobs


def figures_in(value: object, path: str = "") -> list[tuple[str, float]]:
    """Every number of a plan, with its path; numbers inside sentences too."""
    if isinstance(value, dict):
        return [one for key, inner in value.items() for one in figures_in(inner, f"{path}.{key}")]
    if isinstance(value, list):
        return [one for inner in value for one in figures_in(inner, path)]
    if isinstance(value, str):
        return [(path, float(number)) for number in re.findall(r"\d+(?:\.\d+)?(?:e\+?\d+)?", value)]
    return [(path, float(value))] if isinstance(value, int | float) else []


def test_no_stand_in_number_is_told() -> None:
    catalogue = load_catalogue()
    # a plate whose hole lies on its lower edge, a lever that bends any screw, a hole far from all framing
    low = plate_fixture(((50, 4),), mass_kg=30, depth_mm=400, hole_mm=9)
    levered = plate_fixture(((50, 80),), mass_kg=60, depth_mm=700, hole_mm=9, plate_mm=3)
    walls = (stud_wall(), brick_wall(skin_mm=25), concrete_wall(), stud_wall(framing=None))
    hard = [job(wall, fixture, 550, 1000) for wall in walls for fixture in (low, levered)]
    for document in [*hard, *random_jobs(25, 11, catalogue)]:
        text = make_plan(document, catalogue).model_dump_json()
        assert "inf" not in re.sub(r"[a-z]+inf|inf[a-z]+", "", text.lower())
        told = [(path, number) for path, number in figures_in(json.loads(text)) if number > 99_999]
        assert told == []
    stuck = make_plan(job(concrete_wall(), low, 550, 1000), catalogue).holes[0]
    assert stuck.demand_tension_n is None
    assert all(one.use is None for one in stuck.refused)
    assert any("no fixing however strong would hold it" in reason for one in stuck.refused for reason in one.reasons)
