"""One faulty job stands alone: it is not saved, and where it stands already it can be undone and saved as a file."""

import json
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
from fastapi.testclient import TestClient

from rockpin.api import context, make_app
from rockpin.api.context import AppContext
from rockpin.api.planning import Here
from rockpin.catalogue import load_catalogue
from rockpin.core.base.keeping import Keep
from rockpin.core.fixture.shapes import build
from rockpin.core.plan import Plan
from rockpin.core.plan.make import make_plan
from rockpin.core.tables.catalogue import Catalogue
from rockpin.demo import demo_documents, load_demo
from rockpin.exchange import read_document
from rockpin.store import Store
from tests.api import CSV, OWN
from tests.builders import concrete_wall, job

ARM: dict[str, float] = {
    "reach": 386,
    "load_at": 334,
    "from_deg": 67,
    "to_deg": 97,
    "plate_width": 108,
    "plate_height": 180,
}
ARM |= {"across": 81, "up": 165, "hole": 12, "metal": 4, "own": 1.6, "holds": 2.1}


@pytest.fixture
def store(tmp_path: Path) -> Store:
    made = Store(tmp_path / "data.sqlite")
    load_demo(made)
    return made


@pytest.fixture
def client(store: Store, tmp_path: Path) -> Iterator[TestClient]:
    with TestClient(make_app(store, load_catalogue(), tmp_path), headers=OWN, raise_server_exceptions=False) as found:
        yield found


def test_an_arm_in_concrete_whose_worst_case_is_its_neighbours(catalogue: Catalogue) -> None:
    """A group in concrete is worst in a case that is not the worst of the hole alone; the case is still told."""
    fixture = build(catalogue.shape_by_key["arm"], ARM)
    plan = make_plan(job(concrete_wall(), fixture, 1200, 1000), catalogue)
    assert {number for case in plan.cases for number in case.holes} == {1, 2, 3, 4}
    assert all(case.lasts in ("always", "for a short time") for case in plan.cases)


def _fails_on(title: str) -> Any:
    def planner(document: Any, catalogue: Catalogue, keep: Keep, at_rest: Plan | None) -> Any:
        if document.title == title:
            raise KeyError("a case that nobody kept")
        return make_plan(document, catalogue, keep, at_rest)

    return planner


def test_a_change_that_cannot_be_planned_is_refused(client: TestClient, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(context, "make_plan", _fails_on("Broken"))
    before = client.get("/api/jobs/oar-cradle").json()
    body = {"revision": before["revision"], "summary": "renamed", "job": before["job"] | {"title": "Broken"}}
    answer = client.put("/api/jobs/oar-cradle", json=body)
    assert answer.status_code == 422
    assert answer.json()["unplannable"]
    assert "fault of the program" in answer.json()["title"]
    assert client.get("/api/jobs/oar-cradle").json() == before


def test_a_job_that_cannot_be_planned_hides_no_other(
    client: TestClient, store: Store, monkeypatch: pytest.MonkeyPatch
) -> None:
    before = client.get("/api/jobs/oar-cradle").json()
    body = {"revision": before["revision"], "summary": "renamed", "job": before["job"] | {"title": "Broken"}}
    assert client.put("/api/jobs/oar-cradle", json=body).status_code == 200
    # a later version fails on what an earlier one saved
    monkeypatch.setattr(context, "make_plan", _fails_on("Broken"))
    made = AppContext(store, load_catalogue())
    made.__dict__["program"] = "a later version"
    client.app.state.context, client.app.state.planner = made, Here(made)  # type: ignore[attr-defined]
    listed = [line["id"] for line in client.get("/api/sites").json()["sites"][0]["jobs"]]
    assert len(listed) == len(demo_documents())
    lines = {name: client.get(f"/api/jobs/{name}/line").json()["word"] for name in listed}
    assert lines["oar-cradle"] == "unplannable"
    assert lines["sail-bag-rack"] != "unplannable"
    assert client.get("/api/jobs/oar-cradle").json()["unplannable"]
    exported = client.get("/api/jobs/oar-cradle/document").text
    assert read_document(exported, load_catalogue()).title == "Broken"
    # the wall it stands on can still be changed for the others, and the change that broke it can be taken back
    wall = client.get("/api/walls/boat-bay-north").json()
    save = {"revision": wall["revision"], "summary": "note", "wall": wall["wall"] | {"note": "dry"}}
    assert client.put("/api/walls/boat-bay-north", json=save).status_code == 200
    client.post("/api/jobs/oar-cradle/undo")
    client.post("/api/jobs/oar-cradle/undo")
    assert client.get("/api/jobs/oar-cradle").json()["job"]["title"] == "Oar cradle"


def test_own_fixings_go_with_a_document(client: TestClient, tmp_path: Path) -> None:
    head, *lines = client.get("/api/fixings.csv").text.splitlines()
    mine = next(line for line in lines if ",nylon_plug_8," in line).replace("nylon_plug_8", "harbour_plug")
    assert client.post("/api/fixings.csv", content=f"{head}\n{mine}\n", headers=CSV).status_code == 200
    job_now = client.get("/api/jobs/sail-bag-rack").json()
    choices = [{"hole_id": hole["id"], "fixing": "harbour_plug"} for hole in job_now["plan"]["holes"]]
    body = {"revision": job_now["revision"], "summary": "chosen", "job": job_now["job"] | {"choices": choices}}
    plan = client.put("/api/jobs/sail-bag-rack", json=body).json()["plan"]
    assert {hole["chosen"] for hole in plan["holes"]} == {"harbour_plug"}
    exported = client.get("/api/jobs/sail-bag-rack/document").text

    elsewhere = Store(tmp_path / "empty.sqlite")
    with TestClient(make_app(elsewhere, load_catalogue(), tmp_path), headers=OWN) as other:
        there = other.post("/api/plan", content=exported).json()
        assert {k for k in plan if there[k] != plan[k]} == set()
        made = other.post("/api/documents", content=exported).json()["id"]
        brought = other.get(f"/api/jobs/{made}").json()["plan"]
        assert brought["holes"] == plan["holes"]
        assert [one["verdict"] for one in brought["stages"]] == [one["verdict"] for one in plan["stages"]]
        again = read_document(other.get(f"/api/jobs/{made}/document").text, load_catalogue())
        assert [row.key for row in again.own_fixings] == ["harbour_plug"]
    assert make_plan(read_document(exported, load_catalogue()), load_catalogue()).model_dump(mode="json") == plan
    screw = json.loads(exported)["own_fixings"][0]["screws"][0]
    told = client.post("/api/documents", content=exported.replace(f'"{screw}"', '"ghost"'))
    assert told.json()["faults"][0]["path"] == "own_fixings.0.screw"


@pytest.mark.parametrize(
    ("method", "path", "body"),
    [
        ("post", "/api/walls/{wall}/sweep", {"y_mm": 1200, "from_mm": 0, "to_mm": 2000}),
        (
            "post",
            "/api/walls/{wall}/scan",
            {"modes": ["metal"], "area": {"x_mm": 0, "y_mm": 0, "width_mm": 500, "height_mm": 500}},
        ),
        ("post", "/api/jobs/{job}/pull", {"fixing": "nylon_plug_8", "target_n": 300}),
    ],
)
def test_stand_ins_answer_for_practice_walls_alone(client: TestClient, method: str, path: str, body: Any) -> None:
    new = {"name": "Gable", "width_mm": 3000, "height_mm": 2300, "build_up": "fair_faced_brick"}
    for practice, status in ((False, 422), (True, 200)):
        wall = client.post("/api/sites/slipway-house/walls", json=new | {"practice": practice}).json()["id"]
        start = {"title": "Hook", "wall_id": wall, "shape": "hook"}
        made = client.post("/api/sites/slipway-house/jobs", json=start).json()["id"]
        answer = client.request(method, path.format(wall=wall, job=made), json=body)
        assert answer.status_code == status
        assert practice or "is a real wall; the stand-in" in answer.json()["faults"][0]["message"]
