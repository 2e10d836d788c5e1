"""Photos of a wall over the wire: kept, read, put upright, tapped, handed back, saved and forgotten with the wall."""

import io
from collections.abc import Iterator
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any

import numpy as np
import pytest
from fastapi.testclient import TestClient
from PIL import Image

from bench.rendered import Camera, render
from rockpin.api import make_app
from rockpin.catalogue import load_catalogue
from rockpin.core.document.job import JobBody
from rockpin.core.document.wall import Wall
from rockpin.demo import load_demo
from rockpin.store import Store

JOB = "/api/jobs/chart-table"
CAMERA = Camera((1500, 1500, 3300), (1850, 1180), 0.03, 1500, 2000, 1500)
# white on the wall where nothing is placed, to be found again on the upright picture
BOX = (1500.0, 1500.0, 200.0, 100.0)
PLACES = ((100, 100), (3400, 100), (3400, 2300), (100, 2300), (1800, 1200))


@pytest.fixture
def store(tmp_path: Path) -> Store:
    made = Store(tmp_path / "data.sqlite")
    load_demo(made)
    return made


@pytest.fixture
def client(store: Store) -> Iterator[TestClient]:
    with TestClient(make_app(store, load_catalogue()), headers={"x-rock-pin": "test"}) as made:
        yield made


def send(client: TestClient, content: bytes, kind: str = "image/jpeg") -> Any:
    return client.post(f"{JOB}/wall-photos", content=content, headers={"content-type": kind})


def marked(kept: dict[str, Any]) -> dict[str, Any]:
    seen = CAMERA.picture(np.array(PLACES, dtype=float))
    marks = [
        {"id": f"m{n}", "name": f"mark {n}", "u_px": float(u), "v_px": float(v), "x_mm": x, "y_mm": y}
        for n, ((u, v), (x, y)) in enumerate(zip(seen, PLACES, strict=True), 1)
    ]
    return {"id": "photo", **kept, "marks": marks}


def with_photo(client: TestClient) -> dict[str, Any]:
    """The demo wall with a photo that lies on it."""
    kept = send(client, render(CAMERA, 3600, 2400, [(2990, 0, 520, 2040), BOX], 3)).json()
    now = client.get(JOB).json()
    wall = {**now["wall"]["wall"], "photos": [marked(kept)]}
    body = {"wall": wall, "revision": now["wall"]["revision"], "summary": "photo"}
    answer = client.put(f"{JOB}/wall", json=body)
    assert answer.status_code == 200, answer.text
    return marked(kept)


def test_a_photo_is_put_upright_to_scale(client: TestClient) -> None:
    photo = with_photo(client)
    reading = client.post(f"{JOB}/wall-photos/reading", json=photo).json()
    assert reading["lies"]
    assert reading["checked"]
    area = reading["area"]
    answer = client.get(f"{JOB}/wall-photos/photo/upright.jpg")
    assert answer.headers["content-type"] == "image/jpeg"
    with Image.open(io.BytesIO(answer.content)) as upright:
        grey = np.asarray(upright.convert("L"), dtype=float)
        per_mm = upright.width / area["width_mm"]
        assert upright.height / area["height_mm"] == pytest.approx(per_mm, rel=0.01)
    # where the white box comes to lie, by the middle of all that is brighter than the wall
    top_mm = area["y_mm"] + area["height_mm"]
    low, high = (round((top_mm - y) * per_mm) for y in (BOX[1] + BOX[3] + 60, BOX[1] - 60))
    left, right = (round((x - area["x_mm"]) * per_mm) for x in (BOX[0] - 60, BOX[0] + BOX[2] + 60))
    rows, columns = np.nonzero(grey[low:high, left:right] > 238)
    assert (columns.mean() + left) / per_mm + area["x_mm"] == pytest.approx(BOX[0] + BOX[2] / 2, abs=4)
    assert top_mm - (rows.mean() + low) / per_mm == pytest.approx(BOX[1] + BOX[3] / 2, abs=4)


def test_a_tap_tells_its_spread_and_none_beside_the_photo(client: TestClient) -> None:
    with_photo(client)
    tap = {"x_mm": 1800, "y_mm": 1200, "px_per_mm": 0.2}
    near = client.post(f"{JOB}/wall-photos/photo/tap", json=tap).json()
    fine = client.post(f"{JOB}/wall-photos/photo/tap", json={**tap, "px_per_mm": 2}).json()
    # two points of the screen are 10 mm at a fifth of a point to the millimetre
    assert near["sigma_mm"] == pytest.approx(10, rel=0.08)
    assert fine["sigma_mm"] < near["sigma_mm"] / 3
    assert near["sentence"] == f"Read off the photo: it lies within {np.ceil(near['spread_mm']):.0f} mm of there."
    assert client.post(f"{JOB}/wall-photos/photo/tap", json={**tap, "x_mm": 15_000}).json() is None
    assert client.post(f"{JOB}/wall-photos/gone/tap", json=tap).status_code == 404


def test_the_marks_are_drawn_onto_the_photo_as_it_was_taken(client: TestClient) -> None:
    photo = with_photo(client)
    answer = client.get(f"{JOB}/wall-photos/photo/marks.jpg")
    before = client.get(f"/api/photos/{photo['file']}")
    with Image.open(io.BytesIO(answer.content)) as drawn, Image.open(io.BytesIO(before.content)) as taken:
        assert drawn.size == taken.size
        changed = np.abs(np.asarray(drawn.convert("L"), float) - np.asarray(taken.convert("L"), float)) > 60
    for hole in client.get(JOB).json()["plan"]["holes"]:
        u, v = CAMERA.picture(np.array([[hole["x_mm"], hole["y_mm"]]]))[0]
        assert changed[round(v) - 3 : round(v) + 4, round(u) - 3 : round(u) + 4].any()


def test_what_does_not_lie_yet_says_what_it_wants(client: TestClient) -> None:
    photo = with_photo(client)
    three = {**photo, "marks": photo["marks"][:3]}
    reading = client.post(f"{JOB}/wall-photos/reading", json=three).json()
    assert (reading["lies"], reading["wants"]) == (
        False,
        "Mark 1 more place on the photo that you know on the wall.",
    )
    stray = {**photo, "distances": [{"id": "d", "first": "m1", "second": "m9", "distance_mm": 400}]}
    answer = client.post(f"{JOB}/wall-photos/reading", json=stray)
    assert answer.status_code == 422
    assert "“m9”, which is not marked" in answer.text


@pytest.mark.parametrize("size", [(10_000, 10_000), (8000, 8000)])
def test_a_picture_too_large_is_refused_in_a_sentence(client: TestClient, size: tuple[int, int]) -> None:
    out = io.BytesIO()
    Image.new("1", size).save(out, "PNG")
    answer = send(client, out.getvalue(), "image/png")
    assert answer.status_code == 422
    assert "at most 60 million are read, take it smaller" in answer.text
    assert send(client, b"\x89PNG nothing", "image/png").status_code == 422
    assert client.get(JOB).json()["wall"]["wall"]["photos"] == []


def test_a_photo_goes_with_its_wall_into_a_file_and_out_again(client: TestClient, tmp_path: Path) -> None:
    with_photo(client)
    whole = client.get("/api/everything.zip").content
    other = Store(tmp_path / "other.sqlite")
    with TestClient(make_app(other, load_catalogue()), headers={"x-rock-pin": "test"}) as there:
        answer = there.post("/api/everything", content=whole, headers={"content-type": "application/zip"})
        assert answer.status_code == 201, answer.text
        assert there.get(f"{JOB}/wall-photos/photo/upright.jpg").status_code == 200


def test_a_photo_is_forgotten_with_the_wall_that_shows_it(client: TestClient, store: Store) -> None:
    photo = with_photo(client)
    for job in [one.id for one in store.jobs("slipway-house")]:
        store.remove(JobBody, job)
    for wall in [one.id for one in store.walls("slipway-house")]:
        store.remove(Wall, wall)
    assert client.get(f"/api/photos/{photo['file']}").status_code == 200
    store.shelves.empty_trash(datetime.now(UTC) + timedelta(days=31))
    assert client.get(f"/api/photos/{photo['file']}").status_code == 404
