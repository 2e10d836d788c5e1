"""What happens at the wall over the wire: taken in once, on top of whatever stands, and photos without their place."""

import io
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
from fastapi.testclient import TestClient
from PIL import Image
from pypdf import PdfReader

from rockpin.api import make_app
from rockpin.catalogue import load_catalogue
from rockpin.demo import load_demo
from rockpin.store import Store

JOB = "/api/jobs/oar-cradle"


@pytest.fixture
def client(tmp_path: Path) -> Iterator[TestClient]:
    store = Store(tmp_path / "data.sqlite")
    load_demo(store)
    with TestClient(make_app(store, load_catalogue()), headers={"x-rock-pin": "test"}) as made:
        yield made


def happen(client: TestClient, **thing: Any) -> dict[str, Any]:
    answer = client.post(f"{JOB}/happened", json=thing)
    assert answer.status_code == 200, answer.text
    found: dict[str, Any] = answer.json()
    return found


def test_each_thing_is_taken_in_once_and_can_be_undone(client: TestClient) -> None:
    said = {"kind": "report", "id": "one", "hole_id": "top-left", "report": {"outcome": "as_planned"}}
    first = happen(client, **said)
    (record,) = first["job"]["records"]
    card = first["plan"]["holes"][0]["card"]
    assert (record["bit_mm"], record["depth_mm"], record["fixing"]) == (
        card["bit_mm"],
        card["depth_mm"],
        first["plan"]["holes"][0]["chosen"],
    )
    assert first["undo"] == "hole 1 as planned"
    assert happen(client, **said)["revision"] == first["revision"]
    back = client.post(f"{JOB}/undo").json()
    assert back["job"]["records"] == []
    # taken back is not the same as never heard: sent again it stays taken back
    assert happen(client, **said)["job"]["records"] == []
    # the same id of another job is not the same thing, and must not be lost as if it were
    other = client.post("/api/jobs/tide-clock/happened", json={"kind": "step", "id": "one", "step": "parts"})
    assert (other.status_code, other.json()["faults"][0]["path"]) == (422, "id")


def test_a_fixture_that_is_dragged_leaves_its_drilled_hole_in_the_wall(client: TestClient) -> None:
    before = happen(client, kind="report", id="a", hole_id="top-left", report={"outcome": "as_planned"})
    hole, at = before["plan"]["holes"][0], before["plan"]["placing"]
    there = {"x_mm": at["x_mm"] - 70, "y_mm": at["y_mm"], "lines_up": False}
    held = client.post(f"{JOB}/trial", json=there)
    assert held.status_code == 200, held.text
    put = client.put(f"{JOB}/place", json={**there, "revision": before["revision"], "summary": "moved"})
    assert put.status_code == 200, put.text
    job, plan = put.json()["job"], put.json()["plan"]
    assert job["records"] == []
    assert [(one["x_mm"], one["y_mm"]) for one in job["left"]] == [(hole["x_mm"], hole["y_mm"])]
    # to be filled and drilled anew, and the drag has shown as much
    for made in (plan, held.json()["plan"]):
        assert made["holes"][0]["x_mm"] == pytest.approx(hole["x_mm"] - 70)
        assert "fill" in {step["id"] for step in made["steps"]}
        assert not next(step for step in made["steps"] if step["id"].startswith("drill"))["done"]
    back = client.post(f"{JOB}/undo").json()["job"]
    assert ([one["hole_id"] for one in back["records"]], back["left"]) == (["top-left"], [])


def test_a_screen_learns_that_its_job_stands_otherwise_by_now(client: TestClient) -> None:
    def standing(device: str) -> dict[str, Any]:
        found: dict[str, Any] = client.get(f"{JOB}/stands", headers={"x-rock-pin": device}).json()
        return found

    shown = client.get(JOB).json()
    assert standing("desk") == standing("phone") == {"stands": shown["stands"], "elsewhere": None}
    done = {"kind": "report", "id": "one", "hole_id": "top-left", "report": {"outcome": "as_planned"}}
    drilled = client.post(f"{JOB}/happened", json=done, headers={"x-rock-pin": "phone"}).json()
    assert drilled["stands"] != shown["stands"]
    # to whom it is news: not to the phone that said it
    assert standing("phone") == {"stands": drilled["stands"], "elsewhere": None}
    assert standing("desk") == {"stands": drilled["stands"], "elsewhere": "hole 1 as planned"}
    # what another job does to the wall, and what the van holds, is part of it
    wall, kit = drilled["wall"], client.get("/api/kit").json()
    change = {"revision": wall["revision"], "summary": "wall measured", "wall": {**wall["wall"], "width_mm": 5210}}
    path = "/api/jobs/sail-bag-rack/wall"
    assert client.put(path, json=change, headers={"x-rock-pin": "phone"}).status_code == 200
    measured = standing("phone")
    assert (measured["stands"] != drilled["stands"], measured["elsewhere"]) == (True, "wall measured")
    counted = client.put("/api/kit", json={"revision": kit["revision"], "summary": "van", "kit": {"bits_mm": [6]}})
    assert counted.status_code == 200, counted.text
    assert standing("phone")["stands"] not in (measured["stands"], drilled["stands"])
    assert client.get("/api/jobs/nobody/stands").status_code == 404


def test_two_devices_on_one_job_keep_each_others_work(client: TestClient) -> None:
    stale = client.get(JOB).json()
    happen(client, kind="step", id="a", step="parts")
    other = {"kind": "gathered", "id": "b", "item": stale["plan"]["gather"][0]["id"]}
    both = client.post(f"{JOB}/happened", json=other, headers={"x-rock-pin": "another"}).json()
    assert [one["step"] for one in both["job"]["progress"]["done"]] == ["parts"]
    assert both["job"]["progress"]["gathered"] == [other["item"]]
    off = happen(client, kind="step", id="c", step="parts", on=False)
    assert off["job"]["progress"]["done"] == []


def test_what_is_not_there_any_more_is_said_and_nothing_kept(client: TestClient) -> None:
    before = client.get(JOB).json()
    for thing, status, says in (
        ({"kind": "report", "id": "x", "hole_id": "gone", "report": {"outcome": "soft"}}, 404, "no hole “gone”"),
        ({"kind": "step", "id": "x", "step": "polish"}, 404, "The step “polish” is not there any more"),
        ({"kind": "report", "id": "x", "hole_id": "top-left", "report": {"outcome": "bats"}}, 422, "nothing that a"),
        ({"kind": "dance", "id": "x"}, 422, ""),
        ({"kind": "clock", "id": "x", "step": "seal", "ends": "soon"}, 422, ""),
    ):
        answer = client.post(f"{JOB}/happened", json=thing)
        assert answer.status_code == status, thing
        assert says in answer.text
    assert client.get(JOB).json()["revision"] == before["revision"]
    # the id was not used up by what was refused
    assert happen(client, kind="step", id="x", step="parts")["job"]["progress"]["done"]


def test_ways_on_are_taken_as_any_change(client: TestClient) -> None:
    happen(client, kind="report", id="a", hole_id="top-left", report={"outcome": "screw_snapped"})
    found = client.get(f"{JOB}/holes/top-left/ways-on").json()
    assert found["stop"] is None
    way = found["ways"][0]
    now = client.get(JOB).json()
    saved = client.put(JOB, json={"revision": now["revision"], "summary": way["title"][:110], "job": way["job"]}).json()
    assert saved["plan"]["verdict"]["word"] == way["word"]
    assert len(saved["job"]["left"]) == 1
    assert len(saved["plan"]["elevation"]["old_holes"]) == len(now["plan"]["elevation"]["old_holes"]) + 1
    # what is left in the wall is there for every other job
    assert client.get(f"{JOB}/holes/nowhere/ways-on").status_code == 404


def picture(kind: str = "JPEG", size: tuple[int, int] = (2400, 1200), **more: Any) -> bytes:
    out = io.BytesIO()
    Image.new("RGB", size, "tan").save(out, kind, **more)
    return out.getvalue()


def test_photos_are_kept_once_small_and_without_their_place(client: TestClient) -> None:
    exif = Image.Exif()
    exif[0x010F] = "somebody's phone"
    exif.get_ifd(0x8825)[2] = (51.0, 30.0, 0.0)
    sent = picture(exif=exif)
    assert b"somebody's phone" in sent
    url = f"{JOB}/photos?id=p1&hole_id=top-left&at=2026-05-04T16:20:00Z&who=Ada"
    for _ in range(2):
        answer = client.post(url, content=sent, headers={"content-type": "image/jpeg"})
        assert answer.status_code == 200, answer.text
    (photo,) = answer.json()["job"]["photos"]
    assert (photo["hole_id"], photo["who"]) == ("top-left", "Ada")
    kept = client.get(f"/api/photos/{photo['file']}")
    assert kept.headers["content-type"] == "image/jpeg"
    with Image.open(io.BytesIO(kept.content)) as seen:
        assert seen.size == (2000, 1000)
        assert not seen.getexif()
    for name in ("../data.sqlite", "x.jpg", "0" * 32 + ".jpg"):
        assert client.get(f"/api/photos/{name}").status_code == 404


def test_what_is_no_photo_is_refused(client: TestClient) -> None:
    def send(content: bytes, kind: str = "image/jpeg", **query: str) -> tuple[int, str]:
        said = "&".join(f"{name}={value}" for name, value in {"id": "p", **query}.items())
        answer = client.post(f"{JOB}/photos?{said}", content=content, headers={"content-type": kind})
        return answer.status_code, answer.text

    assert send(b"no picture")[0] == 422
    assert send(picture()[:2000])[0] == 422
    assert send(picture("GIF"))[0] == 422
    assert send(picture(), "text/plain")[0] == 415
    assert send(picture(), hole_id="gone")[0] == 404
    status, says = send(picture("PNG", (8000, 8000)))
    assert status == 422
    assert "at most 60 million" in says
    assert client.get(JOB).json()["job"]["photos"] == []


def test_the_record_and_the_wall_on_paper(client: TestClient) -> None:
    client.post(f"{JOB}/photos?id=p&hole_id=top-left", content=picture(), headers={"content-type": "image/jpeg"})
    happen(client, kind="report", id="a", hole_id="top-left", report={"outcome": "as_planned", "who": "Ada"})
    happen(client, kind="tried", id="b", hole_ids=["top-left"], holds="yes", pulled_n=300, who="Ada")
    pages = PdfReader(io.BytesIO(client.get(f"{JOB}/record.pdf").content)).pages
    text = " ".join(" ".join(page.extract_text().split()) for page in pages)
    for said in ("Record: Oar cradle", "1 of 4 holes tried", "as planned", "pulled with 300 N", "Ada", "page 1"):
        assert said in text, said
    assert sum(len(page.images) for page in pages) == 1
    assert "| 1 | " in client.get(f"{JOB}/record.md").text
    wall = PdfReader(io.BytesIO(client.get(f"{JOB}/wall-sheet.pdf").content))
    told = " ".join(" ".join(page.extract_text().split()) for page in wall.pages)
    for said in ("The wall: ", "crumbling mortar", "Hole 1 of Oar cradle", "Switch"):
        assert said.lower() in told.lower(), said
    assert client.get(f"{JOB}/record.exe").status_code == 404


def test_a_thing_that_came_loose_is_a_job_of_its_own(client: TestClient) -> None:
    happen(client, kind="report", id="a", hole_id="top-left", report={"outcome": "as_planned"})
    plan = client.get(JOB).json()["plan"]
    holes = [
        {"hole_id": hole["id"], "fixing": "nylon_plug_6", "how": "pulled_out", "hole_mm": 8} for hole in plan["holes"]
    ]
    made = client.post(f"{JOB}/came-loose", json={"holes": holes})
    assert made.status_code == 201, made.text
    again = client.get(f"/api/jobs/{made.json()['id']}").json()
    assert again["job"]["title"] == "Oar cradle, again"
    assert len(again["plan"]["loose"]) == 4
    assert all(hole["card"]["bit_mm"] >= 7.5 for hole in again["plan"]["holes"] if hole["card"])
    # its own holes, which the first job has in the wall, stand in nobody's way
    codes = {one["code"] for stage in again["plan"]["stages"] for one in stage["findings"]}
    assert "old-hole-near" not in codes
    strange = client.post(f"{JOB}/came-loose", json={"holes": [{"hole_id": "x", "how": "spun", "hole_mm": 8}]})
    assert strange.status_code == 422
    assert "is no hole of this job" in strange.text


def _codes(plan: dict[str, Any]) -> set[str]:
    return {one["code"] for stage in plan["stages"] for one in stage["findings"]}


def test_what_another_job_has_hung_hangs_there_for_every_job_on_that_wall(client: TestClient) -> None:
    """A second thing over the oar cradle: told once all of that holds, and no more once it is gone or came loose."""
    cradle = client.get(JOB).json()
    at = cradle["job"]["placement"]
    new = {"title": "Boat hook", "wall_id": at["wall_id"], "shape": "hook"}
    hook = f"/api/jobs/{client.post('/api/sites/slipway-house/jobs', json=new).json()['id']}"
    place = {"summary": "there", "x_mm": at["x_mm"] + 50, "y_mm": at["y_mm"] + 50, "lines_up": False}
    planned = client.put(f"{hook}/place", json=place | {"revision": client.get(hook).json()["revision"]}).json()
    # what is only planned there may still go elsewhere: it is said, and no verdict goes by it
    assert "piece-over-thing" not in _codes(planned["plan"])
    for job, other in ((hook, "Oar cradle"), (JOB, "Boat hook")):
        said = {one["title"]: one["says"] for one in client.get(f"{job}/beside").json()}
        assert said[other].startswith(f"Here “{other}” is planned too, by a job of its own:")
    # what is far off is told by its list alone, and drawn all the same
    for other in ("oar-cradle", "sail-bag-rack"):
        client.get(f"/api/jobs/{other}/line")
    client.put(f"{hook}/place", json=place | {"x_mm": 4900, "revision": client.get(hook).json()["revision"]})
    aside = client.get(f"{hook}/beside").json()
    assert {one["title"]: one["says"] for one in aside} == {"Oar cradle": None, "Sail-bag rack": None}
    assert all(one["area"]["width_mm"] > 100 for one in aside)
    client.put(f"{hook}/place", json=place | {"revision": client.get(hook).json()["revision"]})
    *first, last = cradle["plan"]["holes"]
    for hole in (*first, last):
        assert not client.get(hook).json()["plan"]["elevation"]["things"]
        happen(client, kind="report", id=hole["id"], hole_id=hole["id"], report={"outcome": "as_planned"})
        happen(client, kind="tried", id=f"{hole['id']}-tried", hole_ids=[hole["id"]], holds="yes")
    titles = {one["title"] for one in client.get(f"{hook}/beside").json()}
    assert "Oar cradle" not in titles, "it is up, and planned no more"
    hung = client.get(hook).json()["plan"]
    assert [thing["name"] for thing in hung["elevation"]["things"]] == ["Oar cradle"]
    assert "piece-over-thing" in _codes(hung)
    assert hung["verdict"]["word"] == "do_not_drill"
    # it is not in its own way, and what came loose is not in the way of its repair
    assert "piece-over-thing" not in _codes(client.get(JOB).json()["plan"])
    loose = [{"hole_id": hole["id"], "fixing": "nylon_plug_6", "how": "spun", "hole_mm": 8} for hole in (*first, last)]
    again = client.post(f"{JOB}/came-loose", json={"holes": loose}).json()["id"]
    assert "piece-over-thing" not in _codes(client.get(f"/api/jobs/{again}").json()["plan"])
    assert {one["says"] for one in client.get(f"{JOB}/beside").json()} == {None}, "what is up is in nobody's plan"
    assert "Oar cradle" in client.get(f"{hook}/line").json()["sentence"]
    assert client.delete(JOB).status_code == 204
    assert "piece-over-thing" not in _codes(client.get(hook).json()["plan"])
    assert "Oar cradle" not in client.get(f"{hook}/line").json()["sentence"]


def test_what_went_into_the_wall_is_taken_off_the_van_once_and_brought_back_there(client: TestClient) -> None:
    first = happen(client, kind="report", id="a", hole_id="top-left", report={"outcome": "as_planned"})
    chosen = first["plan"]["holes"][0]["chosen"]
    untold = client.post(f"{JOB}/van-count")
    assert untold.status_code == 422
    assert "tell first what is in yours" in untold.text
    now = client.get("/api/kit").json()
    kit = {**now["kit"], "fixings": [{"key": chosen, "count": 9}], "screws": []}
    client.put("/api/kit", json={"revision": now["revision"], "summary": "kit", "kit": kit})
    drilled = client.get(JOB).json()
    assert drilled["plan"]["van"] is None, "drilled is not yet in"
    tried = happen(client, kind="tried", id="b", hole_ids=["top-left"], holds="yes")
    (line,) = tried["plan"]["van"]["lines"]
    assert (line["count"], line["left"]) == (1, 8)
    for _ in range(2):
        taken = client.post(f"{JOB}/van-count")
        assert taken.status_code == 200, taken.text
        assert taken.json()["plan"]["van"]["lines"] == []
        assert [one["count"] for one in client.get("/api/kit").json()["kit"]["fixings"]] == [8]
    assert taken.json()["revision"] == tried["revision"], "the job itself is not changed"
    # a table read in tells what there is, and what was counted off stays so
    table = client.get("/api/kit.csv").text.replace(",8,", ",20,")
    client.post("/api/kit.csv", content=table, headers={"content-type": "text/csv"})
    assert client.get(JOB).json()["plan"]["van"]["lines"] == []
    client.post("/api/kit/undo")
    assert client.post("/api/kit/undo").json()["kit"]["fixings"][0]["count"] == 9
    assert client.get(JOB).json()["plan"]["van"]["lines"] == [line]
