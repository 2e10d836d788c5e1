"""Questions over the wire, the job that one becomes, and what is out of sight and comes back."""

import io
import re
from collections.abc import Iterator
from datetime import UTC, datetime, timedelta
from pathlib import Path

import pytest
from fastapi.testclient import TestClient
from PIL import Image

from rockpin.api import make_app
from rockpin.catalogue import load_catalogue
from rockpin.core.document.job import JobBody, Site
from rockpin.core.document.record import HoleRecord, Photo
from rockpin.core.document.wall import Wall
from rockpin.demo import load_demo
from rockpin.store import Store

HOOK = {"wall": "cast_concrete", "shape": "hook", "measures": {"holds": 2}}


@pytest.fixture
def store(tmp_path: Path) -> Store:
    return Store(tmp_path / "data.sqlite")


@pytest.fixture
def client(store: Store) -> Iterator[TestClient]:
    with TestClient(make_app(store, load_catalogue()), headers={"x-rock-pin": "device-a"}) as opened:
        yield opened


def _picture(shade: int) -> bytes:
    out = io.BytesIO()
    Image.new("L", (20, 20), shade).save(out, "PNG")
    return out.getvalue()


def test_a_question_becomes_a_job_and_nothing_that_was_said_is_lost(client: TestClient, store: Store) -> None:
    fits = client.post("/api/ask/goes-in", json=HOOK).json()["fits"]
    asked = HOOK | {"points": [{"id": "socket", "kind": "socket", "x_mm": 300, "y_mm": 300}], "width_mm": 2200}
    body = {"asked": asked, "fixing": fits[-1]["fixing"]}
    made = client.post("/api/ask/job", json=body).json()["id"]
    workspace = client.get(f"/api/jobs/{made}").json()
    assert workspace["plan"]["title"] == "Hook on a concrete wall"
    assert workspace["job"]["fixture"]["measures"]["holds"] == 2
    assert {choice["fixing"] for choice in workspace["job"]["choices"]} == {fits[-1]["fixing"]}
    wall = workspace["wall"]["wall"]
    assert (wall["width_mm"], [point["kind"] for point in wall["points"]]) == (2200, ["socket"])
    # walls without a site stand together, and that place comes back when it was removed
    second = client.post("/api/ask/job", json={"asked": HOOK}).json()["id"]
    first_site, second_site = (store.job(one).site_id for one in (made, second))
    assert first_site == second_site
    store.remove(Site, first_site)
    client.post("/api/ask/job", json={"asked": HOOK})
    assert store.has(first_site)


@pytest.mark.parametrize(
    ("path", "body", "field"),
    [
        ("goes-in", {"shape": "hok"}, "shape"),
        ("goes-in", {"wall": "straw"}, "build_up"),
        ("goes-in", {"shape": "hook", "measures": {"holds": -3}}, "measures.holds"),
        ("bit", {"diameter_mm": 30}, "diameter_mm"),
        ("apart", {"count": 5, "each_mm": 500, "width_mm": 1000}, "each_mm"),
        ("job", {"asked": HOOK, "fixing": "chewing_gum"}, "choices"),
        ("here", {"points": [{"id": "a", "kind": "fountain", "x_mm": 1, "y_mm": 1}]}, "points"),
    ],
)
def test_what_cannot_be_answered_is_refused_by_field_and_nothing_is_kept(
    client: TestClient, store: Store, path: str, body: dict[str, object], field: str
) -> None:
    answer = client.post(f"/api/ask/{path}", json=body)
    assert answer.status_code == 422
    assert any(field in fault["path"] for fault in answer.json()["faults"])
    assert store.sites() == []


def test_a_job_for_a_site_that_is_not_there_makes_no_wall(client: TestClient, store: Store) -> None:
    assert client.post("/api/ask/job", json={"asked": HOOK, "site_id": "nowhere"}).status_code == 404
    assert store.sites() == []


def test_the_example_is_brought_once_and_beside_what_is_there(client: TestClient, store: Store) -> None:
    client.post("/api/ask/job", json={"asked": HOOK})
    first = client.post("/api/example").json()
    assert client.post("/api/example").json() == first
    names = [site["site"]["name"] for site in client.get("/api/sites").json()["sites"]]
    assert sorted(names) == ["Slipway House", "Walls without a site"]
    assert client.get(f"/api/jobs/{first['id']}").status_code == 200


def test_the_trash_keeps_for_thirty_days_and_what_was_drilled_for_good(client: TestClient, store: Store) -> None:
    load_demo(store)
    drilled = store.job("oar-cradle")
    hole = drilled.body.fixture.supports[0].holes[0].id
    records = (HoleRecord(hole_id=hole, met=("as_planned",)),)
    # both show the first photo, and only the one that will be forgotten the second
    shared, alone = (store.shelves._photos.keep(_picture(shade)).file for shade in (40, 200))
    for job_id, shown in (("tide-clock", (shared,)), ("barometer", (shared, alone))):
        job = store.job(job_id)
        photos = tuple(Photo(id=f"photo-{n}", file=name) for n, name in enumerate(shown, 1))
        store.save(job_id, job.body.model_copy(update={"photos": photos}), job.revision, "photos")
    store.save("oar-cradle", drilled.body.model_copy(update={"records": records}), drilled.revision, "drilled")
    for job_id in ("tide-clock", "oar-cradle", "barometer"):
        assert client.delete(f"/api/jobs/{job_id}").status_code == 204
    store.remove(Wall, "slip-office-inner")
    trash = client.get("/api/trash").json()
    assert [one["name"] for one in trash][:1] == ["Old slip office, inner wall"]
    assert {one["id"] for one in trash} == {"tide-clock", "oar-cradle", "barometer", "slip-office-inner"}
    now = datetime.now(UTC)
    assert store.shelves.empty_trash(now + timedelta(days=29)) == 0
    assert client.post("/api/trash/tide-clock/back").status_code == 204
    assert store.shelves.empty_trash(now + timedelta(days=31)) == 2
    assert client.get(f"/api/photos/{shared}").status_code == 200
    assert client.get(f"/api/photos/{alone}").status_code == 404
    # what was brought back is there, what was drilled can still be, the others are gone with their states
    assert client.get("/api/jobs/tide-clock").status_code == 200
    assert client.post("/api/trash/oar-cradle/back").status_code == 204
    for gone in ("barometer", "slip-office-inner"):
        assert client.post(f"/api/trash/{gone}/back").status_code == 404
    assert client.get("/api/trash").json() == []


def test_a_copy_carries_the_thing_and_nothing_that_was_drilled(client: TestClient, store: Store) -> None:
    load_demo(store)
    job = store.job("sail-bag-rack")
    hole = job.body.fixture.supports[0].holes[0].id
    records = (HoleRecord(hole_id=hole, met=("as_planned",)),)
    store.save(
        "sail-bag-rack",
        job.body.model_copy(update={"records": records, "note": "mind the dog"}),
        job.revision,
        "drilled",
    )
    same = store.job(client.post("/api/jobs/sail-bag-rack/copy", json={}).json()["id"])
    assert (same.body.title, same.body.records, same.body.note) == ("Sail-bag rack (2)", (), "mind the dog")
    assert same.body.placement == job.body.placement
    again = client.post(f"/api/jobs/{same.id}/copy", json={"wall_id": "plant-room-bund"}).json()["id"]
    other = store.job(again).body
    assert (other.title, other.placement.wall_id) == ("Sail-bag rack (3)", "plant-room-bund")
    assert (other.placement.along, other.placement.upright, other.choices) == (None, None, ())
    assert client.get(f"/api/jobs/{again}").status_code == 200
    assert client.post("/api/jobs/sail-bag-rack/copy", json={"wall_id": "nowhere"}).status_code == 404
    wall = store.wall(client.post("/api/walls/boat-bay-north/copy").json()["id"]).body
    assert (wall.name, wall.scans, wall.points, wall.looked) == ("Boat bay, north wall (2)", (), (), False)


def test_what_is_put_away_is_out_of_the_list_until_it_is_asked_for(client: TestClient, store: Store) -> None:
    load_demo(store)

    def listed(**query: object) -> set[str]:
        sites = client.get("/api/sites", params=query).json()["sites"]  # type: ignore[arg-type]
        return {job["id"] for site in sites for job in site["jobs"]}

    assert client.post("/api/jobs/tide-clock/put-away").status_code == 204
    assert "tide-clock" not in listed()
    assert listed(away=True) == {"tide-clock"}
    assert client.get("/api/sites").json()["sites"][0]["away"] == 1
    # it can be opened and changed as before
    renamed = client.put("/api/jobs/tide-clock/name", json={"name": "Old clock"}).json()
    assert (renamed["plan"]["title"], renamed["undo"]) == ("Old clock", "renamed")
    assert client.delete("/api/jobs/tide-clock/put-away").status_code == 204
    assert "tide-clock" in listed()
    assert client.post("/api/jobs/nobody/put-away").status_code == 404
    assert isinstance(store.job("tide-clock").body, JobBody)


def test_where_a_thing_hangs_is_kept_with_its_verdict(client: TestClient, store: Store) -> None:
    load_demo(store)
    client.get("/api/jobs/tide-clock")
    (site,) = client.get("/api/sites").json()["sites"]
    line = next(job for job in site["jobs"] if job["id"] == "tide-clock")
    workspace = client.get("/api/jobs/tide-clock").json()
    piece = workspace["plan"]["pieces"][0]["area"]
    assert line["area"]["x_mm"] <= piece["x_mm"]
    assert line["area"]["width_mm"] >= piece["width_mm"]
    wall = next(one for one in site["walls"] if one["id"] == line["wall_id"])
    assert wall["face"]["width_mm"] == workspace["wall"]["wall"]["width_mm"]
    assert client.get("/api/sites", params={"search": line["label"].split()[0]}).json()["in_all"] == 1


def test_it_says_what_it_is_and_what_it_is_built_with(client: TestClient) -> None:
    about = client.get("/api/about").json()
    assert about["license"] == "MIT"
    assert {"fastapi", "pydantic", "sqlalchemy"} <= {one["name"] for one in about["packages"]}


def test_every_operation_is_described_and_named_by_hand(client: TestClient) -> None:
    operations = [one for path in client.get("/openapi.json").json()["paths"].values() for one in path.values()]
    assert len(operations) > 80
    assert [one["operationId"] for one in operations if not one.get("description")] == []
    names = [one["operationId"] for one in operations]
    assert len(set(names)) == len(names)
    assert all(re.fullmatch(r"[a-z_]+", name) and "_api_" not in name for name in names)


def test_the_first_job_can_be_begun_whatever_became_of_it(client: TestClient, store: Store) -> None:
    def begun() -> None:
        assert client.post("/api/guide").json() == {"id": "first-job"}
        guide = client.get("/api/guide").json()
        assert not any(step["done"] for step in guide["steps"])

    begun()
    begun()
    assert client.delete("/api/jobs/first-job").status_code == 204
    begun()
    # forgotten for good, its wall still there
    assert client.delete("/api/jobs/first-job").status_code == 204
    assert store.shelves.empty_trash(datetime.now(UTC) + timedelta(days=31)) == 1
    begun()
