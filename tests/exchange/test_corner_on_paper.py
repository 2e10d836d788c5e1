"""A piece in a corner on paper: each wall's holes and layers stand with that wall, and both walls are drawn."""

import csv
import io
import re

from rockpin.catalogue import load_catalogue
from rockpin.core.document.record import Holds, HoleRecord
from rockpin.core.plan import make_plan, wall_by_wall
from rockpin.demo import demo_documents
from rockpin.exchange.record_sheet import record_parts, wall_markdown
from rockpin.exchange.sheets import sheet_markdown
from rockpin.exchange.template import marks_csv, template_of

CATALOGUE = load_catalogue()
LEDGE = next(one for one in demo_documents() if one.id == "soap-ledge")
LEFT, RIGHT = LEDGE.wall, next(one for one in LEDGE.walls if one.id == LEDGE.placement.second_wall_id)
SECOND = set(LEDGE.fixture.corner.second_supports) if LEDGE.fixture.corner else set()
DRILLED = LEDGE.model_copy(
    update={
        "records": tuple(
            HoleRecord(hole_id=hole.id, holds=Holds.YES, depth_mm=70)
            for support in LEDGE.fixture.supports
            for hole in support.holes
        )
    }
)


def test_the_sheet_of_a_wall_has_the_holes_of_that_wall_alone() -> None:
    parts = wall_by_wall(DRILLED, CATALOGUE.figures.demand)
    text = wall_markdown([(make_plan(part, CATALOGUE), part) for part in parts])
    of_left, of_right = text.split(f"# The wall: {RIGHT.name}")
    assert of_left.startswith(f"# The wall: {LEFT.name}")
    assert re.findall(r"Hole (\d) of", of_left) == ["1", "2", "3", "4"]
    assert re.findall(r"Hole (\d) of", of_right) == ["5", "6", "7", "8"]
    assert "Dense block" in of_left
    assert "Dense block" not in of_right
    assert "Brick" in of_right


def test_the_calculation_sheet_has_the_layers_of_both_walls_and_each_case_once() -> None:
    plan = make_plan(LEDGE, CATALOGUE)
    text = sheet_markdown(plan)
    left, right = text.index(f"## The left wall: {LEFT.name}"), text.index(f"## The right wall: {RIGHT.name}")
    assert "Dense block" in text[left:right]
    assert "Brick" in text[right : text.index("## What pulls")]
    labels = [one.label for one in plan.cases]
    assert len(labels) == len(set(labels))
    assert sorted(number for one in plan.cases for number in one.holes) == list(range(1, 9))


def test_marks_name_their_wall_and_the_template_says_where_to_fold_it() -> None:
    plan = make_plan(LEDGE, CATALOGUE)
    rows = list(csv.DictReader(io.StringIO(marks_csv(plan))))
    on_second = [support.id in SECOND for support in LEDGE.fixture.supports for _ in support.holes]
    assert [row["wall"] for row in rows] == [RIGHT.name if second else LEFT.name for second in on_second]
    folds = [word for word in template_of(plan).words if "fold the sheet here" in word.text]
    assert [round(word.x_mm - LEFT.width_mm) for word in folds] == [2]


def test_the_record_draws_both_walls() -> None:
    plan = make_plan(DRILLED, CATALOGUE)
    drawing = next(
        part.drawing for part in record_parts(plan, DRILLED, CATALOGUE, lambda _name: None) if part.drawing is not None
    )
    assert drawing.box.width_mm == LEFT.width_mm + RIGHT.width_mm
    for hole in plan.holes:
        assert 0 < hole.x_mm < drawing.box.width_mm
    said = ", ".join(word.text for word in drawing.words)
    assert sorted(said.split(", ")) == [str(number) for number in range(1, 9)]
