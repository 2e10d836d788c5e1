"""The registry of methods: all of one signature, and the examples that the guide gives are tried as they stand."""

import inspect
import re
import tomllib
from pathlib import Path
from types import ModuleType
from typing import Any

import pytest
from mypy import api as mypy

from rockpin.core.capacity.method import METHODS
from rockpin.core.document.fixings import BoardAnchor
from rockpin.core.document.job import Choice, PullEnd, PullTest
from rockpin.core.document.kit import Kit, KitItem
from rockpin.core.framing.behind import BehindKind
from rockpin.core.hole.screws import BitRule, HoleSpec
from rockpin.core.plan.make import make_plan
from rockpin.core.tables.catalogue import Catalogue
from tests.builders import brick_wall, job, plate_fixture, stud_wall

GUIDE = (Path(__file__).parents[2] / "CONTRIBUTING.md").read_text(encoding="utf-8")


def example(language: str, beginning: str) -> str:
    blocks: list[str] = re.findall(rf"```{language}\n(.*?)```", GUIDE, re.DOTALL)
    return next(block for block in blocks if beginning in block)


def test_every_method_has_its_rows_and_one_signature(catalogue: Catalogue) -> None:
    assert set(METHODS) == {row.method for row in catalogue.fixings}
    for module in METHODS.values():
        for name in ("unfit", "prepare"):
            names = list(inspect.signature(getattr(module, name)).parameters)
            assert names[1:] == ["spot", "tables"]
        assert module.__doc__


def test_the_sleeve_of_contributing_is_planned(catalogue: Catalogue) -> None:
    (row,) = tomllib.loads(example("toml", "sleeve_m8"))["rows"]
    more = catalogue.with_fixings([BoardAnchor(**row)])
    document = job(stud_wall(), plate_fixture(mass_kg=2, hole_mm=7), 550, 1000)
    assert "sleeve_m8" in {one.fixing for one in make_plan(document, more).holes[0].candidates}


@pytest.fixture
def wedge(monkeypatch: pytest.MonkeyPatch) -> Any:
    """The printed method, in the registry as if it stood among the others, and a row of it."""
    module: Any = ModuleType("wedge")
    exec(compile(example("python", "class JointWedge"), "CONTRIBUTING.md", "exec"), module.__dict__)
    monkeypatch.setitem(METHODS, "wedge", module)
    return module.JointWedge(
        key="wedge_12",
        label="Hardwood wedge",
        source="planning",
        says="Is driven into a joint.",
        environments=("dry",),
        minutes=5,
        removable=False,
        grips="It rings dull when it is tight.",
        stop="Stop when it is flush.",
        tools=("hammer",),
        rating={"tension_n": 150, "shear_n": 250},
        hole_mm=12,
        length_mm=60,
        screw="wood_5_0",
    )


def test_an_own_method_is_planned_to_the_end(wedge: Any, catalogue: Catalogue) -> None:
    """Card, gather list, van and pull tests ask the method, so one that nobody foresaw is answered like the others."""
    more = catalogue.with_fixings([wedge])
    # a bed joint from 65 to 75 mm above the floor, and every 75 mm: 1040 to 1050 is one
    fixture = plate_fixture(mass_kg=2, hole_mm=7)
    pulls = tuple(PullTest(id=f"p{n}", fixing="wedge_12", load_n=240, ended=PullEnd.HELD) for n in range(3))
    given: dict[str, Any] = {
        "choices": (Choice(hole_id="h1", fixing="wedge_12"),),
        "kit": Kit(bits_mm=(12,), tools=("drill",), fixings=(KitItem(key="wedge_12", count=0),)),
        "pull_tests": pulls,
    }
    plan = make_plan(job(brick_wall(), fixture, 550, 995, **given), more)
    hole = plan.holes[0]
    assert (hole.chosen, hole.behind.kind) == ("wedge_12", BehindKind.JOINT)
    assert hole.working is not None
    assert hole.working.use == pytest.approx(2 * 9.80665 * 20 / 45 / 150 + 2 * 9.80665 / 250, rel=0.02)
    card = hole.card
    assert card is not None
    assert (card.bit_mm, card.depth_mm) == (12, 60 + 5)  # the wedge and room for dust
    assert [step.hammer for step in card.steps] == ["off"]
    assert any("Drive the wedge flush" in note for note in card.notes)
    assert {"Hardwood wedge"} < {item.label for item in plan.gather}
    assert any(item.label.startswith("Screw 5 × ") for item in plan.gather)
    codes = {finding.code for finding in plan.findings}
    assert {"tests-confirm", "not-in-van"} <= codes
    assert not codes & {"nothing-holds", "own-choice-refused"}
    # in the middle of a brick it is refused by its own reason
    refused = make_plan(job(brick_wall(), fixture, 550, 970), more).holes[0].refused
    assert next(one for one in refused if one.fixing == "wedge_12").reasons == (
        "There is brick behind this hole, not a joint.",
    )


def test_a_hole_without_depth_is_no_hole() -> None:
    with pytest.raises(ValueError, match="a hole of 0 mm"):
        HoleSpec(6, BitRule.PILOT, None, 0, 0, 0, 0, 0, 0, 0)


def test_the_printed_method_keeps_its_types(tmp_path: Path) -> None:
    file = tmp_path / "wedge.py"
    file.write_text(example("python", "class JointWedge"), encoding="utf-8")
    root = str(Path(__file__).parents[2])
    told, _, status = mypy.run([str(file), "--config-file", f"{root}/pyproject.toml"])
    assert status == 0, told
