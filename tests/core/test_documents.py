"""Job documents in and out: the same back again, every fault at once with its path, the example of the docs."""

import json
import re
from pathlib import Path
from typing import Any

import pytest
from pydantic import TypeAdapter, ValidationError

from rockpin.core.base.errors import BadInput, Fault, faults_of
from rockpin.core.base.model import Rect
from rockpin.core.document.job import SCHEMA_VERSION, JobDocument
from rockpin.core.document.wall import Wall
from rockpin.core.plan.make import make_plan
from rockpin.core.tables.catalogue import Catalogue
from rockpin.demo import demo_documents
from rockpin.exchange import read_document, write_document

ROOT = Path(__file__).parents[2]


def faulty(catalogue: Catalogue, **changes: Any) -> dict[str, str]:
    data = json.loads(write_document(demo_documents()[0])) | changes
    with pytest.raises(BadInput) as caught:
        read_document(json.dumps(data), catalogue)
    return {fault.path: fault.message for fault in caught.value.faults}


def test_written_and_read_a_document_is_the_same(catalogue: Catalogue) -> None:
    for document in demo_documents():
        text = write_document(document)
        assert read_document(text, catalogue) == document
        assert write_document(read_document(text, catalogue)) == text


def test_every_fault_is_named_with_its_path(catalogue: Catalogue) -> None:
    data = json.loads(write_document(demo_documents()[0]))
    data["walls"][0]["width_mm"] = -4
    data["fixture"]["supports"][0]["holes"][0]["diameter_mm"] = "wide"
    data["placement"]["x"] = 3
    del data["title"]
    with pytest.raises(BadInput) as caught:
        read_document(json.dumps(data), catalogue)
    faults = {fault.path: fault.message for fault in caught.value.faults}
    assert faults == {
        "title": "is missing",
        "walls.0.width_mm": "is -4 mm; give 100 mm or more",
        "fixture.supports.0.holes.0.diameter_mm": "is “wide”, which is no number; give one",
        "placement.x": "is not a known field; it is 3",
    }


def test_a_record_of_a_hole_that_is_not_there_is_a_fault(catalogue: Catalogue) -> None:
    data = json.loads(write_document(demo_documents()[0]))
    data["records"] = [{"hole_id": "nowhere", "met": ["as_planned"]}]
    with pytest.raises(BadInput) as caught:
        read_document(json.dumps(data), catalogue)
    assert [(one.path, one.message) for one in caught.value.faults] == [
        ("records.0.hole_id", "“nowhere” is no hole of this fixture")
    ]


@pytest.mark.parametrize(
    ("text", "message"),
    [
        ("{", "is no JSON: line 1, column 2: Expecting property name enclosed in double quotes"),
        ("[]", "must be a JSON object with schema_version, id, site, walls and the job"),
        ("\xff\xfe", "is no JSON: line 1, column 1: Expecting value"),
    ],
)
def test_what_is_no_document_is_said_to_be_none(text: str, message: str, catalogue: Catalogue) -> None:
    with pytest.raises(BadInput) as caught:
        read_document(text, catalogue)
    assert str(caught.value) == f"document: {message}"


def test_versions_from_elsewhere(catalogue: Catalogue) -> None:
    assert faulty(catalogue, schema_version=6) == {
        "schema_version": "is 6, from a newer Rock Pin; this one reads up to 5"
    }
    assert faulty(catalogue, schema_version=0) == {"schema_version": "is 0; the oldest that can be read is 1"}
    assert faulty(catalogue, schema_version=None) == {
        "schema_version": "is missing or no whole number; this Rock Pin writes 5"
    }


def test_parts_that_contradict_each_other(catalogue: Catalogue) -> None:
    placed = {"wall_id": "attic", "x_mm": 0, "y_mm": 0}
    assert "there is no wall attic in this document" in faulty(catalogue, placement=placed)["placement"]
    wall = json.loads(write_document(demo_documents()[0]))["walls"][0]
    wall["openings"][0]["width_mm"] = 5000
    assert faulty(catalogue, walls=[wall])["walls.0.openings"].startswith(
        "the door at 2990 mm reaches outside the wall"
    )


def test_the_example_in_the_docs_can_be_planned(catalogue: Catalogue) -> None:
    page = (ROOT / "docs" / "job-document.md").read_text(encoding="utf-8")
    (example,) = re.findall(r"```json\n(.*?)```", page, flags=re.DOTALL)
    plan = make_plan(read_document(example, catalogue), catalogue)
    assert plan.verdict.word == "ready"
    assert f"`{plan.holes[0].chosen}`" in page


def test_the_docs_name_every_field_of_a_document_and_every_finding() -> None:
    page = (ROOT / "docs" / "job-document.md").read_text(encoding="utf-8")
    for field in JobDocument.model_fields:
        assert f"`{field}`" in page, field
    sources = "".join(path.read_text(encoding="utf-8") for path in (ROOT / "src/rockpin/core").rglob("*.py"))
    coded = set(re.findall(r'code="([a-z0-9-]+)"', sources))
    for call in (
        r"\b_finding\(\s*\w+(?:\.\w+)?,\s*\"([a-z0-9-]+)\"",
        r"\bno\(\s*\"([a-z0-9-]+)\"",
        r"\brefuse\(\s*\"([a-z0-9-]+)\"",
    ):
        coded |= set(re.findall(call, sources))
    coded |= set(re.findall(r'"([a-z]+(?:-[a-z]+)*-not-planned)"', sources))
    findings = (ROOT / "docs" / "findings.md").read_text(encoding="utf-8")
    assert len(coded) > 50
    assert sorted(code for code in coded if f"`{code}`" not in findings) == []


@pytest.mark.parametrize(
    ("shape", "grasped", "hand"), [("hook", True, "tug"), ("shelf", True, "use"), ("keyholes", False, "touch")]
)
def test_a_document_of_version_2_gets_the_hand_that_it_meant(
    catalogue: Catalogue, shape: str, grasped: bool, hand: str
) -> None:
    document = json.loads(write_document(demo_documents()[0]))
    del document["fixture"]["hand"]
    document["fixture"] |= {"graspable": grasped, "shape": shape}
    document |= {"schema_version": 2, "wishes": ["strongest"]}
    read = read_document(json.dumps(document), catalogue)
    assert read.fixture.hand == hand
    # the strongest was what version 2 took where nobody wished for anything; another wish stays
    assert read.wishes == ()
    document["wishes"] = ["quickest"]
    assert read_document(json.dumps(document), catalogue).wishes == ("quickest",)


def test_a_document_with_very_many_faults_names_a_hundred_and_counts_the_rest() -> None:
    with pytest.raises(ValidationError) as raised:
        TypeAdapter(list[Rect]).validate_python([{"x_mm": "wide"}] * 40)
    # of each the width that is no number, and three that are missing
    faults = faults_of(raised.value)
    assert len(faults) == 101
    assert str(faults[-1]) == "document: has 60 more faults; mend these first"


def test_the_published_schema_is_the_one_that_documents_are_read_by() -> None:
    """Other programs write by it: a limit, a default or a field is changed in both, and on purpose."""
    published = json.loads((ROOT / "docs" / "job.schema.json").read_text(encoding="utf-8"))
    assert published.pop("$id") == f"urn:rockpin:job:{SCHEMA_VERSION}"
    assert published == JobDocument.model_json_schema()


@pytest.mark.parametrize("part", ["pieces", "supports", "rails", "lines", "envelopes", "links", "tails"])
def test_no_two_parts_carry_one_id(part: str, catalogue: Catalogue) -> None:
    box = {"x_mm": 0, "y_mm": 0, "width_mm": 100, "height_mm": 100}
    line = {"x_mm": 0, "y_mm": 0, "x2_mm": 100, "y2_mm": 0}
    plain = {
        "pieces": {"id": "twin", "name": "P", "width_mm": 100, "height_mm": 100, "depth_mm": 40, "mass_kg": 1},
        "supports": {"id": "twin", "name": "S", **box},
        "rails": {"id": "twin", "kind": "rail", "z_mm": 50, **line},
        "lines": {"id": "twin", "name": "L", "y_mm": 5},
        "envelopes": {"id": "twin", "kind": "hangs", "name": "E", **box},
        "links": {"id": "twin", "kind": "spacer", "thickness_mm": 5, "support_ids": []},
        "tails": {"id": "twin", "x_mm": 10, "y_mm": -50, "comes_from": "wall", "off_mm": 40},
    }[part]
    fixture = json.loads(demo_documents()[0].fixture.model_dump_json())
    found = faulty(catalogue, fixture=fixture | {part: [*fixture[part], plain, plain]})
    assert found[f"fixture.{part}"] == "the id twin stands twice; give each its own"


@pytest.mark.parametrize(
    ("way", "kind", "message"),
    [
        ("upright", "span", "the span of a row is measured along the wall only"),
        ("along", "line", "an own line of the fixture has a height and no place along it"),
    ],
)
def test_a_feature_is_measured_the_way_it_has_a_place(way: str, kind: str, message: str, catalogue: Catalogue) -> None:
    placement = json.loads(demo_documents()[0].placement.model_dump_json())
    mark = "floor" if way == "upright" else "left_edge"
    feature = {"kind": kind} if kind == "span" else {"kind": kind, "id": "lowest-rung"}
    held = {"feature": feature, "mark": {"kind": mark}, "distance_mm": 900}
    assert faulty(catalogue, placement=placement | {way: held})[f"placement.{way}"] == message


def test_a_fault_is_told_as_one_calls_the_place() -> None:
    told = {
        Fault("wall.courses.unit_length_mm", "is 25.4 mm; give 50 mm or more"): (
            "Courses, brick length is 25.4 mm; give 50 mm or more"
        ),
        Fault("fixture.supports.0.holes.1.diameter_mm", "is -1 mm; give more than 0 mm"): (
            "Support 1, hole 2, diameter is -1 mm; give more than 0 mm"
        ),
        Fault("wall", "carries Oar rack; remove that first"): "Wall carries Oar rack; remove that first",
        Fault("measures.width", "Shelf, wide: 5 mm lies outside 100 to 4000 mm; measure again"): (
            "Shelf, wide: 5 mm lies outside 100 to 4000 mm; measure again"
        ),
        Fault(
            "choices.0.hole_id", "“h9” is no hole of this fixture"
        ): "Choice 1, hole id: “h9” is no hole of this fixture",
    }
    assert {fault: fault.says for fault in told} == told


@pytest.mark.parametrize("given", [274319.99999999994, 1e6 + 1 / 3, -0.004])
def test_a_number_out_of_bounds_is_told_with_its_limit_and_no_tail(given: float) -> None:
    with pytest.raises(ValidationError) as caught:
        Wall(id="w", name="Wall", width_mm=given, height_mm=2400)
    (fault,) = faults_of(caught.value)
    number = f"{given:.2f}".rstrip("0").rstrip(".")
    assert fault.message in {f"is {number} mm; give 20000 mm or less", f"is {number} mm; give 100 mm or more"}
