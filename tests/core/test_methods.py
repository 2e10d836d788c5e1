"""The registry of methods: all of one signature, and the examples that the guide gives are tried as they stand."""

import inspect
import re
import tomllib
from pathlib import Path
from types import ModuleType
from typing import Any

import pytest

from rockpin.core.capacity import METHODS
from rockpin.core.document.fixings import BoardAnchor
from rockpin.core.plan.make import compute_stages, make_plan
from rockpin.core.tables.catalogue import Catalogue
from tests.builders import concrete_wall, job, plate_fixture, stud_wall

GUIDE = (Path(__file__).parents[2] / "CONTRIBUTING.md").read_text(encoding="utf-8")


def example(language: str, beginning: str) -> str:
    blocks: list[str] = re.findall(rf"```{language}\n(.*?)```", GUIDE, re.DOTALL)
    return next(block for block in blocks if beginning in block)


def test_every_method_has_its_rows_and_one_signature(catalogue: Catalogue) -> None:
    assert set(METHODS) == {row.method for row in catalogue.fixings}
    for module in METHODS.values():
        for name in ("unfit", "assess"):
            names = list(inspect.signature(getattr(module, name)).parameters)
            assert names[1:] == ["spot", "catalogue"]
        assert module.__doc__


def test_the_examples_of_contributing_work(catalogue: Catalogue, monkeypatch: pytest.MonkeyPatch) -> None:
    (row,) = tomllib.loads(example("toml", "sleeve_m8"))["rows"]
    more = catalogue.with_fixings([BoardAnchor(**row)])
    document = job(stud_wall(), plate_fixture(mass_kg=2, hole_mm=7), 550, 1000)
    assert "sleeve_m8" in {one.fixing for one in make_plan(document, more).holes[0].candidates}

    module: Any = ModuleType("adhesive")
    exec(compile(example("python", "class AdhesivePad"), "CONTRIBUTING.md", "exec"), module.__dict__)
    monkeypatch.setitem(METHODS, "adhesive", module)
    pad = module.AdhesivePad(
        key="pad",
        label="Adhesive pad",
        source="planning",
        says="Is glued on.",
        environments=("dry",),
        minutes=5,
        removable=False,
        grips="It does not move.",
        stop="Wait a day.",
        rating={"tension_n": 60, "shear_n": 90},
        screw="machine_m4",
    )
    done = compute_stages(
        job(concrete_wall(finish="bare"), plate_fixture(mass_kg=2, hole_mm=7), 550, 1000), catalogue.with_fixings([pad])
    )
    one = next(found for found in done.choices[0].accepted if found.fixing == "pad")
    # 2 kg, 20 mm off a plate 100 high whose hole is 50 up; the bearing creeps in a hair on concrete
    assert one.use == pytest.approx(2 * 9.80665 * 20 / (50 - 5) / 60 + 2 * 9.80665 / 90, rel=0.01)
    papered = compute_stages(
        job(concrete_wall(finish="papered"), plate_fixture(), 550, 1000), catalogue.with_fixings([pad])
    )
    assert [r.code for r in next(f for f in papered.choices[0].refused if f.fixing == "pad").refusals] == ["soft-face"]
