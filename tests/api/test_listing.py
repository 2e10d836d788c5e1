"""The list of sites: paged, searched, never planning; a verdict is shown only of what stands there now."""

from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
from fastapi.testclient import TestClient

from rockpin.api import context, make_app
from rockpin.catalogue import load_catalogue
from rockpin.core.document.fixings import OwnFixings
from rockpin.core.document.job import Site, SupportPlace
from rockpin.core.document.kit import Kit
from rockpin.core.document.record import HoleRecord
from rockpin.core.document.wall import Wall
from rockpin.demo import demo_documents, load_demo
from rockpin.store import Store
from rockpin.store.bodies import FIXINGS_ID, KIT_ID
from rockpin.store.listing import MOST_JOBS, MOST_SITES
from tests.api import OWN


@pytest.fixture
def store(tmp_path: Path) -> Store:
    made = Store(tmp_path / "data.sqlite")
    load_demo(made)
    return made


@pytest.fixture
def client(store: Store, tmp_path: Path) -> Iterator[TestClient]:
    with TestClient(make_app(store, load_catalogue(), tmp_path), headers=OWN) as found:
        yield found


def _words(client: TestClient) -> dict[str, str]:
    pages = client.get("/api/sites").json()
    return {job["id"]: job["word"] for site in pages["sites"] for job in site["jobs"]}


def _worked_out(client: TestClient) -> dict[str, str]:
    return {name: client.get(f"/api/jobs/{name}/line").json()["word"] for name in _words(client)}


def test_a_verdict_is_listed_once_it_was_worked_out_and_no_list_plans(
    client: TestClient, monkeypatch: pytest.MonkeyPatch
) -> None:
    assert set(_words(client).values()) == {"not_worked_out"}
    worked = _worked_out(client)

    def never(*_: object) -> None:
        raise AssertionError("a list asked for a plan")

    monkeypatch.setattr(context, "make_plan", never)
    assert _words(client) == worked == _worked_out(client)
    assert "not_worked_out" not in worked.values()


def _old(client: TestClient) -> set[str]:
    return {name for name, word in _words(client).items() if word == "not_worked_out"}


def test_a_verdict_is_old_once_anything_it_was_made_from_has_changed(client: TestClient, store: Store) -> None:
    every = set(_worked_out(client))
    on_north = {one.id for one in store.jobs("slipway-house") if one.body.placement.wall_id == "boat-bay-north"}
    assert on_north
    assert on_north < every

    def changes(document_id: str, body: Any, revision: int, old: set[str]) -> None:
        store.save(document_id, body, revision, "changed")
        assert _old(client) == old
        _worked_out(client)
        assert _old(client) == set()

    wall = store.wall("boat-bay-north")
    changes(wall.id, wall.body.model_copy(update={"note": "dry"}), wall.revision, on_north)
    site = store.site("slipway-house")
    changes(site.id, site.body.model_copy(update={"built_year": 1931}), site.revision, every)
    changes(KIT_ID, Kit(bits_mm=(6.0,)), store.kit().revision, every)
    plug = load_catalogue().fixing_by_key["nylon_plug_8"].model_copy(update={"key": "own_plug"})
    changes(FIXINGS_ID, OwnFixings(rows=(plug,)), store.own_fixings().revision, every)
    # what one job has drilled is an old hole for the others on that wall
    job = store.job("oar-cradle")
    record = HoleRecord(hole_id=job.body.fixture.supports[0].holes[0].id, depth_mm=50)
    assert job.id in on_north
    assert len(on_north) > 1
    changes(job.id, job.body.model_copy(update={"records": (record,)}), job.revision, on_north)


def test_a_verdict_stands_again_when_its_change_is_taken_back(client: TestClient) -> None:
    worked = _worked_out(client)
    job = client.get("/api/jobs/oar-cradle").json()
    wall = client.get(f"/api/walls/{job['wall']['wall']['id']}").json()
    save = {"revision": wall["revision"], "summary": "note", "wall": wall["wall"] | {"note": "damp at the foot"}}
    assert client.put("/api/jobs/oar-cradle/wall", json=save).status_code == 200
    neighbour = next(name for name in _old(client))
    assert client.post("/api/jobs/oar-cradle/undo").status_code == 200
    assert _words(client)[neighbour] == worked[neighbour]


def _filled(store: Store, sites: int) -> None:
    (document,) = (one for one in demo_documents() if one.id == "tide-clock")
    for number in range(sites):
        name = f"Net loft {number:02}" if number else "Tar store 100%_"
        site = document.site.model_copy(update={"id": f"site-{number}", "name": name})
        walls = tuple(wall.model_copy(update={"id": f"{wall.id}-{number}"}) for wall in document.walls)
        placement = document.placement.model_copy(update={"wall_id": f"{document.placement.wall_id}-{number}"})
        parts = {"id": f"job-{number}", "site": site, "walls": walls, "placement": placement}
        store.add_document(document.model_copy(update=parts), keep_ids=True)


def test_the_list_comes_in_pages_and_a_word_finds_sites_walls_and_jobs(client: TestClient, store: Store) -> None:
    _filled(store, MOST_SITES + 3)
    first = client.get("/api/sites").json()
    rest = client.get("/api/sites", params={"start": first["next"]}).json()
    assert (first["in_all"], len(first["sites"]), len(rest["sites"]), rest["next"]) == (
        MOST_SITES + 4,
        MOST_SITES,
        4,
        None,
    )
    ids = [site["id"] for page in (first, rest) for site in page["sites"]]
    assert len(set(ids)) == MOST_SITES + 4

    def found(search: str) -> list[str]:
        answer = client.get("/api/sites", params={"search": search, "order": "made"}).json()
        return [site["id"] for site in answer["sites"]]

    assert found("loft 03") == ["site-3"]
    assert found("LOFT") == [f"site-{number}" for number in range(1, MOST_SITES + 1)]
    # signs of the database's own patterns are letters like any other
    assert found("100%_") == ["site-0"]
    assert found("%") == ["site-0"]
    store.add_site(Site(id="shed", name="Möwenschuppen ÉTÉ"))
    assert found("MÖWEN été") == ["shed"]
    oar = client.get("/api/sites", params={"search": "oar cradle"}).json()
    assert [[job["id"] for job in site["jobs"]] for site in oar["sites"]] == [["oar-cradle"]]
    # a job is found by the wall that it stands on
    wall = store.wall("boat-bay-north").body.name
    on_it = client.get("/api/sites", params={"search": wall}).json()["sites"][0]
    assert "oar-cradle" in {job["id"] for job in on_it["jobs"]}


def test_a_site_with_many_jobs_shows_the_first_and_all_on_request(client: TestClient, store: Store) -> None:
    job = store.job("tide-clock").body
    for number in range(MOST_JOBS):
        store.add_job("slipway-house", job.model_copy(update={"title": f"Hook {number}"}))
    listed = client.get("/api/sites").json()["sites"][0]
    assert len(listed["jobs"]) == MOST_JOBS
    assert listed["jobs_in_all"] == MOST_JOBS + len(demo_documents())
    assert len(client.get("/api/sites/slipway-house").json()["jobs"]) == MOST_JOBS + len(demo_documents())
    assert client.get("/api/sites/nowhere").status_code == 404


def test_a_wall_under_a_second_support_counts_as_one_that_the_job_stands_on(client: TestClient, store: Store) -> None:
    saved = store.job("chart-table")
    support = saved.body.fixture.supports[0].id
    second = next(wall for wall in store.walls("slipway-house") if wall.id != saved.body.placement.wall_id)
    place = SupportPlace(support_id=support, wall_id=second.id)
    placement = saved.body.placement.model_copy(update={"supports": (place,)})
    store.save(saved.id, saved.body.model_copy(update={"placement": placement}), saved.revision, "on two walls")
    _worked_out(client)
    wall: Wall = second.body.model_copy(update={"note": "painted"})
    store.save(second.id, wall, second.revision, "note")
    assert saved.id in _old(client)


def test_walls_and_lists_are_in_the_words_of_their_region(client: TestClient) -> None:
    size = {"width_mm": 3000, "height_mm": 2400, "build_up": "board_on_studs"}
    told = {}
    for region in ("britain", "north_america"):
        site = client.post("/api/sites", json={"name": f"Cottage in {region}", "region": region}).json()
        client.post(f"/api/sites/{site['id']}/walls", json={"name": "Hall", **size})
        (wall,) = client.get(f"/api/sites/{site['id']}").json()["walls"]
        lists = client.get("/api/lists", params={"region": region}).json()
        labels = {row["key"]: row["label"] for name in ("build_ups", "points") for row in lists[name]}
        told[region] = (wall["build_up"], labels["board_on_studs"], labels["socket"])
    assert told["britain"] == ("Plasterboard, Timber studs and void", "Board on timber studs", "Single socket")
    assert told["north_america"] == ("Drywall, Wood studs and void", "Drywall on wood studs", "Receptacle")


def test_the_shop_is_listed_under_heads_and_each_size_as_its_packet_has_it(client: TestClient) -> None:
    lists = client.get("/api/lists").json()
    screws = {one["key"]: one for one in lists["screws"]}
    assert [size["text"] for size in screws["wood_no8"]["lengths"]][:2] == ["1 1/4 in", "1 1/2 in"]
    assert screws["wood_5_0"]["lengths"][0]["text"].endswith(" mm")
    assert screws["frame_6"]["group"] == "Frame plugs with their screws"
    # a head is not met twice, and what is metric comes before the inch
    for rows in (lists["screws"], lists["fixings"]):
        heads = [one["group"] for one in rows]
        runs = [head for at, head in enumerate(heads) if at == 0 or heads[at - 1] != head]
        assert len(runs) == len(set(runs)), runs
        assert "inch" not in heads[0]
    fixings = {one["key"]: one for one in lists["fixings"]}
    assert {key for key in ("masonry_screw_6", "frame_plug_8", "nylon_plug_8") if fixings[key]["by_screw"]} == {
        "masonry_screw_6",
        "frame_plug_8",
    }


def test_a_new_job_is_put_beside_what_another_plans(client: TestClient) -> None:
    """The second thing of a wall comes beside the first, and neither is in the other's way."""
    site = client.post("/api/sites", json={"name": "Net loft"}).json()["id"]
    made = {"name": "Gable", "width_mm": 4000, "height_mm": 2400, "build_up": "plastered_brick"}
    client.post(f"/api/sites/{site}/walls", json=made)
    (wall,) = client.get(f"/api/sites/{site}").json()["walls"]
    places = []
    for title, shape in (("Rope rail", "rail"), ("Net shelf", "shelf")):
        new = {"title": title, "wall_id": wall["id"], "shape": shape}
        job = client.post(f"/api/sites/{site}/jobs", json=new).json()["id"]
        places.append(client.get(f"/api/jobs/{job}").json()["job"]["placement"]["x_mm"])
        assert [one["says"] for one in client.get(f"/api/jobs/{job}/beside").json()] in ([], [None])
    rail, shelf = places
    assert rail == (4000 - 600) / 2
    assert abs(shelf - (4000 - 800) / 2) >= 600
