"""References are kept whole by the store, and what is brought back brings what it needs."""

import json
import sqlite3
from typing import Any

from fastapi.testclient import TestClient

from rockpin.demo import demo_documents
from rockpin.store import Store
from tests.api import CSV


def _lines(client: TestClient) -> dict[str, str]:
    """Every job of the list with its word, worked out where none is kept."""
    answer = client.get("/api/sites")
    assert answer.status_code == 200
    found = {}
    for job in (job for site in answer.json()["sites"] for job in site["jobs"]):
        line = client.get(f"/api/jobs/{job['id']}/line")
        assert line.status_code == 200
        found[job["id"]] = line.json()["word"]
    return found


def _job(client: TestClient, job_id: str = "oar-cradle") -> Any:
    return client.get(f"/api/jobs/{job_id}").json()


def _placed(client: TestClient, wall_id: str, job_id: str = "oar-cradle") -> Any:
    now = _job(client, job_id)
    placement = {**now["job"]["placement"], "wall_id": wall_id}
    body = {"revision": now["revision"], "summary": "moved", "job": {**now["job"], "placement": placement}}
    return client.put(f"/api/jobs/{job_id}", json=body)


def _spare_wall(client: TestClient, site: str = "slipway-house") -> str:
    new = {"name": "Spare", "width_mm": 3000, "height_mm": 2400, "build_up": "plastered_brick"}
    made: str = client.post(f"/api/sites/{site}/walls", json=new).json()["id"]
    return made


def _site(client: TestClient) -> str:
    sites: list[dict[str, Any]] = client.get("/api/sites").json()["sites"]
    return str(next(site["id"] for site in sites if any(job["id"] == "oar-cradle" for job in site["jobs"])))


def test_a_job_that_is_brought_back_brings_its_wall(client: TestClient) -> None:
    wall = _spare_wall(client, _site(client))
    assert _placed(client, wall).status_code == 200
    client.delete("/api/jobs/oar-cradle")
    assert client.delete(f"/api/walls/{wall}").status_code == 204
    assert client.post("/api/jobs/oar-cradle/restore").status_code == 204
    assert _job(client)["job"]["placement"]["wall_id"] == wall
    assert "oar-cradle" in _lines(client)


def test_a_move_that_is_taken_back_brings_the_wall_it_stood_on(client: TestClient) -> None:
    first, second = _spare_wall(client, _site(client)), _spare_wall(client, _site(client))
    for wall in (first, second):
        assert _placed(client, wall).status_code == 200
    assert client.delete(f"/api/walls/{first}").status_code == 204
    assert client.post("/api/jobs/oar-cradle/undo").status_code == 200
    assert _job(client)["wall"]["wall"]["id"] == first
    assert len(_lines(client)) == len(demo_documents())


def test_a_job_stands_on_walls_of_its_own_site_only(client: TestClient) -> None:
    before = _job(client)
    other = client.post("/api/sites", json={"name": "Net loft"}).json()["id"]
    foreign = _spare_wall(client, other)
    for wall, says in ((foreign, "a wall of another site"), ("nowhere", "no wall")):
        answer = _placed(client, wall)
        assert answer.status_code == 422, answer.text
        assert says in answer.json()["faults"][0]["message"]
    assert _job(client) == before


def test_a_wall_that_any_support_stands_on_stays(client: TestClient) -> None:
    wall = _spare_wall(client, _site(client))
    now = _job(client)
    support = now["job"]["fixture"]["supports"][0]["id"]
    placement = {**now["job"]["placement"], "supports": [{"support_id": support, "wall_id": wall}]}
    body = {"revision": now["revision"], "summary": "on two walls", "job": {**now["job"], "placement": placement}}
    assert client.put("/api/jobs/oar-cradle", json=body).status_code == 200
    answer = client.delete(f"/api/walls/{wall}")
    assert answer.status_code == 422
    assert "Oar cradle" in answer.json()["faults"][0]["message"]


def test_a_change_of_a_shared_wall_is_undone_where_it_was_made(client: TestClient) -> None:
    # tide-clock and chart-table stand on one wall
    shared = _job(client, "chart-table")["wall"]
    find = {"id": "f", "x_mm": 2000, "y_mm": 1500, "x2_mm": 2000, "y2_mm": 1600, "depth_mm": 20, "what": "a pipe"}
    area = {"x_mm": 1500, "y_mm": 1000, "width_mm": 1000, "height_mm": 1000}
    scans = [*shared["wall"]["scans"], {"id": "found-here", "mode": "metal", "area": area, "finds": [find]}]
    save = {"revision": shared["revision"], "summary": "pipe found", "wall": {**shared["wall"], "scans": scans}}
    assert client.put("/api/jobs/chart-table/wall", json=save).status_code == 200
    other = _job(client, "tide-clock")
    assert other["undo"] != "pipe found"
    client.post("/api/jobs/tide-clock/undo")
    assert "found-here" in {scan["id"] for scan in _job(client, "tide-clock")["wall"]["wall"]["scans"]}
    assert _job(client, "chart-table")["undo"] == "pipe found"
    client.post("/api/jobs/chart-table/undo")
    assert "found-here" not in {scan["id"] for scan in _job(client, "chart-table")["wall"]["wall"]["scans"]}


def test_undo_is_of_this_device_and_of_what_it_shows(client: TestClient) -> None:
    now = _job(client)
    body = {"revision": now["revision"], "summary": "renamed", "job": {**now["job"], "title": "Oars"}}
    saved = client.put("/api/jobs/oar-cradle", json=body).json()
    elsewhere = {"x-rock-pin": "another"}
    assert client.get("/api/jobs/oar-cradle", headers=elsewhere).json()["undo"] is None
    client.post("/api/jobs/oar-cradle/undo", headers=elsewhere)
    assert _job(client)["job"]["title"] == "Oars"
    stale = client.post("/api/jobs/oar-cradle/undo", params={"revision": now["revision"]})
    assert stale.status_code == 409
    assert client.post("/api/jobs/oar-cradle/undo", params={"revision": saved["revision"]}).status_code == 200
    assert _job(client)["job"]["title"] == "Oar cradle"


def _spoil(store: Store, document_id: str, field: str) -> None:
    """Breaks a document in the file itself, as a damaged disk or another version would."""
    with sqlite3.connect(store.path) as file:
        ((head, body),) = file.execute(
            "SELECT r.id, r.body FROM document d JOIN revision r ON r.id = d.head_id WHERE d.id = ?", (document_id,)
        ).fetchall()
        spoiled = json.dumps({**json.loads(body), field: {"not": "this"}})
        made = file.execute(
            "INSERT INTO revision (document_id, parent_id, at, summary, body) VALUES (?, ?, ?, 'spoiled', ?)",
            (document_id, head, "2026-11-25 10:00:00.000000", spoiled),
        )
        file.execute("UPDATE document SET head_id = ? WHERE id = ?", (made.lastrowid, document_id))


def test_the_list_answers_whatever_is_wrong_with_one_of_them(client: TestClient, store: Store) -> None:
    whole = _lines(client)
    for document_id, said in (("oar-cradle", "title"), ("boat-bay-north", "width_mm")):
        _spoil(store, document_id, said)
    lines = _lines(client)
    assert lines.keys() == whole.keys()
    assert lines["oar-cradle"] == "unplannable"
    assert lines["chart-table"] == whole["chart-table"]
    # its document can still be saved, as it stands in the file
    out = client.get("/api/jobs/oar-cradle/document")
    assert out.status_code == 200
    assert "oar-cradle" in out.text


def test_own_fixings_that_somebody_uses_are_not_taken_back(client: TestClient) -> None:
    head, *lines = client.get("/api/fixings.csv").text.splitlines()
    mine = next(line for line in lines if ",nylon_plug_8," in line).replace("nylon_plug_8", "harbour_plug")
    client.post("/api/fixings.csv", content=f"{head}\n{mine}\n", headers=CSV)
    now = _job(client, "sail-bag-rack")
    choices = [{"hole_id": now["plan"]["holes"][0]["id"], "fixing": "harbour_plug"}]
    body = {"revision": now["revision"], "summary": "chosen", "job": {**now["job"], "choices": choices}}
    assert client.put("/api/jobs/sail-bag-rack", json=body).status_code == 200
    answer = client.post("/api/fixings/undo")
    assert answer.status_code == 422
    assert "Sail-bag rack" in answer.json()["faults"][0]["message"]
    client.post("/api/jobs/sail-bag-rack/undo")
    assert client.post("/api/fixings/undo").json()["labels"] == []


def test_own_fixings_that_are_spoiled_hide_no_job(client: TestClient, store: Store) -> None:
    before = _lines(client)
    head, *lines = client.get("/api/fixings.csv").text.splitlines()
    mine = next(line for line in lines if ",nylon_plug_8," in line).replace("nylon_plug_8", "harbour_plug")
    client.post("/api/fixings.csv", content=f"{head}\n{mine}\n", headers=CSV)
    _spoil(store, "own-fixings", "rows")
    assert _lines(client) == before


def test_a_shipped_fixing_with_other_values_says_so_and_can_be_put_back(client: TestClient) -> None:
    head, *lines = client.get("/api/fixings.csv").text.splitlines()
    mine = next(line for line in lines if ",nylon_plug_8," in line)
    stronger = ",".join("900" if cell == "400" else cell for cell in mine.split(","))
    assert client.post("/api/fixings.csv", content=f"{head}\n{stronger}\n", headers=CSV).status_code == 200
    plan = client.get("/api/jobs/sail-bag-rack").json()["plan"]
    names = {one["fixing"]: one["label"] for hole in plan["holes"] for one in (*hole["candidates"], *hole["refused"])}
    assert names["nylon_plug_8"] == "Nylon expanding plug 8 × 40 (your values)"
    assert [one["key"] for one in client.get("/api/fixings/own").json()["changed"]] == ["nylon_plug_8"]
    assert client.delete("/api/fixings/own/nylon_plug_8").json()["changed"] == []
    again = client.get("/api/jobs/sail-bag-rack").json()["plan"]
    assert "(your values)" not in str(again)
    assert client.delete("/api/fixings/own/nylon_plug_8").status_code == 404


def test_names_stay_on_one_line_and_tables_start_no_formula(client: TestClient) -> None:
    made = client.post("/api/sites", json={"name": "Net\nloft\u2028 # big\x07"}).json()["id"]
    names = {site["id"]: site["site"]["name"] for site in client.get("/api/sites").json()["sites"]}
    assert names[made] == "Net loft # big"
    head, *lines = client.get("/api/fixings.csv").text.splitlines()
    mine = next(line for line in lines if ",nylon_plug_8," in line).replace("nylon_plug_8", "harbour_plug")
    mine = mine.replace("Nylon expanding plug 8 × 40", "=HYPERLINK(1)")
    client.post("/api/fixings.csv", content=f"{head}\n{mine}\n", headers=CSV)
    table = client.get("/api/fixings.csv").text
    assert ",'=HYPERLINK(1)," in table
    assert client.post("/api/fixings.csv", content=table.encode(), headers=CSV).json()["labels"] == ["=HYPERLINK(1)"]
