"""A site, or everything, as one file: out, and back into an empty file or beside what is there."""

import io
import json
import zipfile
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
from fastapi.testclient import TestClient
from PIL import Image

from rockpin.api import make_app
from rockpin.catalogue import load_catalogue
from rockpin.demo import demo_documents, load_demo
from rockpin.demo.boat_bay_photo import demo_pictures
from rockpin.store import Store

OWN = {"x-rock-pin": "device-a"}


def bring(client: TestClient, made: bytes) -> Any:
    return client.post("/api/everything", content=made, headers={"content-type": "application/zip"})


def opened(path: Path) -> TestClient:
    return TestClient(make_app(Store(path), load_catalogue()), headers=OWN)


@pytest.fixture
def client(tmp_path: Path) -> Iterator[TestClient]:
    store = Store(tmp_path / "data.sqlite")
    load_demo(store)
    with TestClient(make_app(store, load_catalogue()), headers=OWN) as found:
        found.post("/api/ask/job", json={"asked": {"wall": "cast_concrete"}})
        photo = io.BytesIO()
        Image.new("RGB", (40, 30), "grey").save(photo, "JPEG")
        sent = found.post(
            "/api/jobs/tide-clock/photos",
            params={"id": "h-1", "at": "2026-11-26T08:00:00Z", "who": ""},
            content=photo.getvalue(),
            headers={"content-type": "image/jpeg"},
        )
        assert sent.status_code == 200
        yield found


def test_a_site_goes_out_and_comes_in_beside_what_is_there(client: TestClient, tmp_path: Path) -> None:
    made = client.get("/api/sites/slipway-house/whole.zip")
    assert made.headers["content-disposition"] == 'attachment; filename="Slipway-House.rockpin.zip"'
    names = zipfile.ZipFile(io.BytesIO(made.content)).namelist()
    # the one that was sent, and the demo's own
    assert sum(name.startswith("photos/") for name in names) == 1 + len(demo_pictures())
    with opened(tmp_path / "other.sqlite") as other:
        # beside a site of its own, whose states have the same numbers
        other.post("/api/ask/job", json={"asked": {"wall": "plastered_brick"}})
        demo = demo_documents()
        documents = 1 + len({wall.id for one in demo for wall in one.walls}) + len(demo)
        assert bring(other, made.content).json() == {"documents": documents}
        for job in ("tide-clock", "oar-cradle", "sail-bag-rack"):
            there, here = (one.get(f"/api/jobs/{job}").json() for one in (other, client))
            assert (there["plan"], there["job"], there["undo"]) == (here["plan"], here["job"], here["undo"])
        (photo,) = other.get("/api/jobs/tide-clock").json()["job"]["photos"]
        assert other.get(f"/api/photos/{photo['file']}").status_code == 200
        assert {site["site"]["name"] for site in other.get("/api/sites").json()["sites"]} == {
            "Slipway House",
            "Walls without a site",
        }
        # a second time nothing is mixed up
        again = bring(other, made.content)
        assert again.status_code == 422
        assert "is here already" in again.json()["faults"][0]["message"]


def test_everything_goes_out_and_comes_back_into_an_empty_file(client: TestClient, tmp_path: Path) -> None:
    made = client.get("/api/everything.zip").content
    with opened(tmp_path / "other.sqlite") as other:
        assert bring(other, made).status_code == 201
        again = zipfile.ZipFile(io.BytesIO(other.get("/api/everything.zip").content))
        first = zipfile.ZipFile(io.BytesIO(made))
        assert {name: again.read(name) for name in again.namelist()} == {
            name: first.read(name) for name in first.namelist()
        }
        assert {site["id"] for site in other.get("/api/sites").json()["sites"]} == {
            site["id"] for site in client.get("/api/sites").json()["sites"]
        }


def _spoiled(made: bytes, spoil: Any) -> bytes:
    archive = zipfile.ZipFile(io.BytesIO(made))
    manifest, documents = (json.loads(archive.read(f"{name}.json")) for name in ("manifest", "documents"))
    spoil(documents)
    manifest["states"] = sum(len(one["states"]) for one in documents)
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as packed:
        packed.writestr("manifest.json", json.dumps(manifest))
        packed.writestr("documents.json", json.dumps(documents))
    return out.getvalue()


def _job(documents: list[dict[str, Any]]) -> dict[str, Any]:
    return next(one for one in documents if one["kind"] == "job")


@pytest.mark.parametrize("beside", [False, True])
@pytest.mark.parametrize(
    "spoil",
    [
        lambda all_of: _job(all_of)["states"].clear(),
        lambda all_of: _job(all_of).update(site="nowhere"),
        lambda all_of: _job(all_of)["states"][-1]["body"].update(title=7),
        lambda all_of: _job(all_of)["states"][-1].update(at="yesterday"),
        lambda all_of: _job(all_of).update(head=999_999),
    ],
)
def test_what_does_not_hold_together_leaves_nothing(
    client: TestClient, tmp_path: Path, spoil: Any, beside: bool
) -> None:
    made = _spoiled(client.get("/api/sites/slipway-house/whole.zip").content, spoil)
    with opened(tmp_path / "other.sqlite") as other:
        if beside:
            other.post("/api/ask/job", json={"asked": {"wall": "plastered_brick"}})
        before = other.get("/api/sites").json()
        answer = bring(other, made)
        assert answer.status_code == 422, answer.text
        assert other.get("/api/sites").json() == before
        assert other.get("/api/trash").json() == []


def test_what_is_no_such_file_is_said_so(client: TestClient) -> None:
    answer = bring(client, b"not a zip")
    assert answer.status_code == 422
    assert "is no whole file of everything" in answer.json()["faults"][0]["message"]
    assert client.get("/api/sites/nowhere/whole.zip").status_code == 404
