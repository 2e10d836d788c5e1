"""Setting out over the web interface: places said in words, rows, stairs, and what cannot be is refused whole."""

from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
from fastapi.testclient import TestClient

from rockpin.api import make_app
from rockpin.catalogue import load_catalogue
from rockpin.demo import load_demo
from rockpin.store import Store
from tests.api import OWN

SHELF = {"id": "rack", "name": "the oar rack", "x_mm": 300, "y_mm": 1500, "width_mm": 600, "height_mm": 60}


@pytest.fixture
def client(tmp_path: Path) -> Iterator[TestClient]:
    store = Store(tmp_path / "data.sqlite")
    load_demo(store)
    with TestClient(make_app(store, load_catalogue(), tmp_path), headers=OWN) as found:
        yield found


def workspace(client: TestClient, job: str = "chart-table") -> Any:
    return client.get(f"/api/jobs/{job}").json()


def ask(client: TestClient, what: str, job: str = "chart-table", method: str = "PUT", **body: Any) -> Any:
    now = workspace(client, job)
    sent = {"revision": now["revision"], "summary": "said", **body}
    return client.request(method, f"/api/jobs/{job}/{what}", json=sent)


def with_wall(client: TestClient, job: str = "chart-table", **part: Any) -> None:
    now = workspace(client, job)["wall"]
    sent = {"revision": now["revision"], "summary": "wall", "wall": now["wall"] | part}
    assert client.put(f"/api/jobs/{job}/wall", json=sent).status_code == 200


def reference(feature: dict[str, Any], mark: dict[str, Any], distance_mm: float = 0) -> dict[str, Any]:
    return {"feature": feature, "mark": mark, "distance_mm": distance_mm}


def test_a_place_is_said_by_what_is_there_and_goes_with_it(client: TestClient) -> None:
    with_wall(client, things=[SHELF])
    hole = workspace(client)["plan"]["holes"][0]
    held = reference({"kind": "hole", "id": hole["id"]}, {"kind": "thing", "id": "rack", "side": "high"}, -600)
    said = ask(client, "reference", axis="upright", reference=held).json()
    assert said["plan"]["placing"]["upright_text"] == "hole 1 600 mm below the upper edge of the oar rack"
    assert said["plan"]["holes"][0]["y_mm"] == 960
    # noted with the job, so that it is there also when the rack is gone
    corner = said["plan"]["placing"]["y_mm"]
    assert said["job"]["placement"]["y_mm"] == corner
    with_wall(client, things=[SHELF | {"y_mm": 1530}])
    assert workspace(client)["plan"]["holes"][0]["y_mm"] == 990
    record = {"hole_id": hole["id"], "met": ["as_planned"], "day": "2026-06-01"}
    now = workspace(client)
    body = {"revision": now["revision"], "summary": "drilled", "job": now["job"] | {"records": [record]}}
    drilled = client.put("/api/jobs/chart-table", json=body).json()
    # a hole that is drilled stays where it is; the distance is told as it then is
    with_wall(client, things=[SHELF | {"y_mm": 1500}])
    after = workspace(client)
    assert after["plan"]["holes"][0]["y_mm"] == drilled["plan"]["holes"][0]["y_mm"] == 990
    assert after["plan"]["placing"]["upright_text"] == "hole 1 570 mm below the upper edge of the oar rack"
    other = workspace(client, "tide-clock")["plan"]["elevation"]["old_holes"]
    assert [(one["name"], one["y_mm"]) for one in other] == [("hole 1 of Folding chart table", 990)]


def test_what_cannot_be_measured_is_refused_and_nothing_changes(client: TestClient) -> None:
    before = workspace(client)
    gone = reference({"kind": "hole", "id": "ghost"}, {"kind": "floor"})
    refused = ask(client, "reference", axis="upright", reference=gone)
    assert refused.status_code == 422
    (fault,) = refused.json()["faults"]
    assert (fault["path"], fault["message"]) == ("feature", "is nothing that this fixture has; pick another line of it")
    nowhere = reference({"kind": "outline"}, {"kind": "thing", "id": "ghost"})
    assert ask(client, "reference", axis="along", reference=nowhere).status_code == 422
    across = reference({"kind": "outline"}, {"kind": "floor"})
    assert ask(client, "reference", axis="along", reference=across).status_code == 422
    assert workspace(client) == before


def test_a_job_with_drilled_holes_stays_on_its_walls(client: TestClient) -> None:
    def put(job_id: str, **part: Any) -> Any:
        now = workspace(client, job_id)
        sent = {"revision": now["revision"], "summary": "said", "job": now["job"] | part}
        return client.put(f"/api/jobs/{job_id}", json=sent).json()

    def stand(job_id: str, **walls: Any) -> Any:
        return put(job_id, placement=workspace(client, job_id)["job"]["placement"] | walls)

    # the oars hang in the boat bay; nothing is drilled yet, so they may go to the crew room
    assert stand("oar-cradle", wall_id="crew-room-river")["job"]["placement"]["wall_id"] == "crew-room-river"
    plan = workspace(client, "oar-cradle")["plan"]
    holds = {"met": ["as_planned"], "depth_mm": 50, "holds": "yes"}
    put("oar-cradle", records=[holds | {"hole_id": plan["holes"][0]["id"]}])
    fault = stand("oar-cradle", wall_id="boat-bay-north")["faults"][0]
    assert fault["path"] == "placement.wall_id"
    assert fault["says"].startswith("Wall: holes of this job are drilled in “Crew room, river wall”: copy the job")
    assert workspace(client, "oar-cradle")["job"]["placement"]["wall_id"] == "crew-room-river"
    # and round a corner: a hole in the left wall leaves the right one free, one in the right wall does not
    fixture = workspace(client, "soap-ledge")["job"]["fixture"]
    there = fixture["corner"]["second_supports"]
    left, right = (
        next(one["holes"][0]["id"] for one in fixture["supports"] if (one["id"] in there) is second)
        for second in (False, True)
    )
    put("soap-ledge", records=[holds | {"hole_id": left}])
    assert stand("soap-ledge", second_wall_id="bunk-room-inner")["job"]["placement"]["second_wall_id"]
    put("soap-ledge", records=[holds | {"hole_id": right}])
    for other in ("drying-room-outer", None):
        assert stand("soap-ledge", second_wall_id=other)["faults"][0]["path"] == "placement.second_wall_id"


def test_options_name_all_that_is_there(client: TestClient) -> None:
    with_wall(client, things=[SHELF])
    options = client.get("/api/jobs/chart-table/placing").json()
    marks = [one["label"] for one in options["upright"]["marks"]]
    assert "the upper edge of the oar rack" in marks
    assert "the floor" in marks
    assert "hole 4" in [one["label"] for one in options["along"]["features"]]


def test_a_row_between_two_marks(client: TestClient) -> None:
    for _ in range(2):
        ask(client, "things", job="tide-clock", piece_id="clock", change="copy")
    marks = client.get("/api/jobs/tide-clock/placing").json()["along"]["marks"]
    by_label = {one["label"]: one["mark"] for one in marks}
    ends = [by_label["the left side of the door"], by_label["the left end of the wall"]]
    row = ask(client, "spacing", job="tide-clock", spacing={"span_mm": 1, "kind": "equal_gaps"}, between=ends).json()
    # three clocks of 280 between the wall's end and the door at 2990: (2990 − 840)/4 = 537.5
    assert [gap["text"] for gap in row["plan"]["gaps"]] == ["538 mm"] * 4
    assert row["plan"]["gaps"][0]["from_mm"] == 0
    assert row["plan"]["gaps"][-1]["to_mm"] == pytest.approx(2990)
    tight = ask(client, "spacing", job="tide-clock", spacing={"span_mm": 800, "kind": "equal_gaps"})
    assert tight.json()["faults"][0]["path"] == "spacing.span_mm"
    assert workspace(client, "tide-clock")["job"] == row["job"]
    left = ask(client, "things", job="tide-clock", piece_id="clock-2", change="remove").json()
    assert [gap["text"] for gap in left["plan"]["gaps"]] == ["810 mm"] * 3
    more = ask(client, "things", job="tide-clock", method="POST", shape="hook").json()
    assert more["plan"]["pieces"][-1]["label"] == "Hook"


def test_a_handrail_along_stairs(client: TestClient) -> None:
    assert ask(client, "stairs", above_mm=900).json()["faults"][0]["path"] == "stairs"
    with_wall(client, stairs={"x_mm": 300, "y_mm": 0, "going_mm": 240, "rise_mm": 180, "steps": 8})
    assert ask(client, "stairs", above_mm=900).json()["faults"][0]["path"] == "fixture.shape"
    assert ask(client, "shape", shape="handrail", measures={}).status_code == 200
    laid = ask(client, "stairs", above_mm=900).json()
    (rail,) = laid["plan"]["rails"]
    assert (rail["x_mm"], rail["y_mm"]) == pytest.approx((300, 900))
    assert (rail["x2_mm"], rail["y2_mm"]) == pytest.approx((2220, 900 + 8 * 180))
    assert laid["plan"]["placing"]["upright_text"].endswith("900 mm above the nosing line")


def test_a_name_of_its_own_stays_and_the_one_that_came_with_it_goes(client: TestClient) -> None:
    asked = {"asked": {"shape": "mirror", "wall": "plastered_brick"}}
    job = client.post("/api/ask/job", json=asked, headers=OWN).json()["id"]
    ask(client, "things", job=job, method="POST", shape="coat_hook")
    made = ask(client, "shape", job=job, shape="shelf", measures={}).json()["job"]["fixture"]
    assert made["name"] == "Shelf"
    assert [piece["name"] for piece in made["pieces"]] == ["Shelf", "Coat hook"]
    ask(client, "fixture", job=job, fixture=made | {"name": "For the kettle"})
    assert ask(client, "shape", job=job, shape="rail", measures={}).json()["job"]["fixture"]["name"] == "For the kettle"
    # one of the two is measured by itself
    hook = made["pieces"][1]["id"]
    grown = ask(client, "shape", job=job, shape="hook", piece_id=hook, measures={"width": 70}).json()
    assert [piece["width_mm"] for piece in grown["job"]["fixture"]["pieces"]][1] == 70
    wrong = ask(client, "shape", job=job, shape="shelf", piece_id=hook, measures={"width": 70}).json()
    assert wrong["faults"][0]["path"] == "shape"
