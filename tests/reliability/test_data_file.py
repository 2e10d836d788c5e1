"""Copies of the data file, putting them back, and what is said of a file that is none."""

import json
import os
import shutil
import sqlite3
from pathlib import Path

import pytest
from fastapi.testclient import TestClient
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from sqlalchemy import event
from typer.testing import CliRunner

from rockpin import cli
from rockpin.catalogue import load_catalogue
from rockpin.core.base.errors import BadInput, CannotPlan
from rockpin.core.document.job import SCHEMA_VERSION, JobBody, Site
from rockpin.core.document.wall import Wall
from rockpin.demo import demo_documents, load_demo
from rockpin.exchange.everything import read_everything, write_everything
from rockpin.store import BadDataFile, DataFileGone, Store
from rockpin.store.data_file import TABLES, copy_to, faults_of_file, put_back, version_of
from rockpin.store.in_use import only_user_of

FILES = Path(__file__).parent / "files"
OLD = FILES / "data-0001.sqlite"
run = CliRunner().invoke


def test_a_copy_is_whole_while_the_file_is_in_use(store: Store, tmp_path: Path) -> None:
    job = store.job("oar-cradle")
    copy_to(store.path, tmp_path / "copy.sqlite")
    store.save("oar-cradle", job.body.model_copy(update={"note": "after the copy"}), job.revision, "note")
    assert faults_of_file(tmp_path / "copy.sqlite") == []
    assert Store(tmp_path / "copy.sqlite").job("oar-cradle").body.note == job.body.note
    with pytest.raises(BadDataFile, match="is there already"):
        copy_to(store.path, tmp_path / "copy.sqlite")


def test_a_copy_is_put_back_and_what_was_there_is_kept(store: Store, tmp_path: Path) -> None:
    path, copy = store.path, tmp_path / "copy.sqlite"
    assert run(cli.app, ["backup", str(copy), "--data", str(path)]).exit_code == 0
    store.remove(JobBody, "oar-cradle")
    store.close()
    said = run(cli.app, ["restore", str(copy), "--data", str(path)])
    assert said.exit_code == 0
    assert Store(path).has("oar-cradle")
    (kept,) = tmp_path.glob("data.sqlite.before-restore-*")
    assert str(kept) in said.output.replace("\n", "")
    assert not Store(kept).has("oar-cradle")


def _damaged(path: Path) -> Path:
    data = bytearray(OLD.read_bytes())
    data[4096:9000] = b"\x00" * (9000 - 4096)
    path.write_bytes(data)
    return path


def _foreign(path: Path) -> Path:
    with sqlite3.connect(path) as file:
        file.execute("CREATE TABLE tides (at TEXT)")
    return path


def _newer(path: Path) -> Path:
    path.write_bytes(OLD.read_bytes())
    with sqlite3.connect(path) as file:
        file.execute("UPDATE alembic_version SET version_num = '9999'")
    return path


def _text(path: Path) -> Path:
    path.write_text("tide times " * 1000)
    return path


@pytest.mark.parametrize(
    ("make", "says"),
    [
        (_damaged, "damaged|not whole|malformed|no state"),
        (_foreign, "a database of something else"),
        (_newer, "written by a newer Rock Pin"),
        (_text, "no data file of Rock Pin"),
    ],
)
def test_a_file_that_is_none_is_said_so_and_left_alone(make: object, says: str, tmp_path: Path) -> None:
    assert callable(make)
    file: Path = make(tmp_path / "other.sqlite")
    before = file.read_bytes()
    said = run(cli.app, ["check", "--data", str(file)])
    assert said.exit_code in (1, 2)
    assert "Traceback" not in said.output
    good = tmp_path / "good.sqlite"
    copy_to(OLD, good)
    kept = good.read_bytes()
    with pytest.raises(BadDataFile, match=says):
        put_back(file, good)
    assert good.read_bytes() == kept
    assert file.read_bytes() == before


def test_a_folder_and_a_file_that_is_not_there(tmp_path: Path) -> None:
    for path in (tmp_path, tmp_path / "none.sqlite"):
        said = run(cli.app, ["backup", str(tmp_path / "copy.sqlite"), "--data", str(path)])
        assert said.exit_code == 2
        assert not (tmp_path / "copy.sqlite").exists()


@pytest.mark.skipif(os.geteuid() == 0, reason="whoever may do everything may write everything")
def test_a_file_that_may_not_be_written_is_said_so(tmp_path: Path) -> None:
    copy_to(OLD, tmp_path / "old.sqlite")
    Store(tmp_path / "old.sqlite").close()
    (tmp_path / "old.sqlite").chmod(0o400)
    with pytest.raises(BadDataFile, match="may not be written"):
        Store(tmp_path / "old.sqlite")


@pytest.mark.parametrize(
    ("tables", "undone", "labelled"),
    [
        ("0001", "note", "Oar cradle"),
        ("0002", "title changed", "Oar cradle, moved"),
        ("0003", "hole recorded", "Oar cradle, moved"),
        ("0004", "note added", "Oar cradle, moved"),
    ],
)
def test_a_file_of_an_earlier_version_opens_and_a_copy_was_made_before(
    tmp_path: Path, tables: str, undone: str, labelled: str
) -> None:
    file = tmp_path / "old.sqlite"
    file.write_bytes((FILES / f"data-{tables}.sqlite").read_bytes())
    store = Store(file)
    assert version_of(file) == TABLES
    (copy,) = tmp_path.glob("old.sqlite.before-update-*")
    assert version_of(copy) == tables
    # nobody noted in the first where a change was made, so it can be taken back as before
    device = "any device" if tables == "0001" else "device-a"
    assert store.can_move("oar-cradle", device)[0] == undone
    # what lists show is there for what was saved before there was any
    assert [job.title for site in store.lists.page("", 0, "").sites for job in site.jobs] == [labelled]
    assert store.lists.page("OAR cradle", 0, "").in_all == 1
    with pytest.raises(BadInput, match="carries Oar cradle"):
        store.remove(Wall, "boat-bay-north")
    assert run(cli.app, ["check", "--data", str(file)]).output.endswith("is whole.\n")


def test_a_state_knows_the_version_it_was_written_in(store: Store) -> None:
    job = store.job("oar-cradle")
    store.save(job.id, job.body.model_copy(update={"note": "of today"}), job.revision, "note")
    with sqlite3.connect(store.path) as file:
        versions = {row[0] for row in file.execute("SELECT version FROM revision")}
        assert versions == {SCHEMA_VERSION}
        file.execute("UPDATE revision SET version = version + 1 WHERE document_id = 'oar-cradle'")
    other = Store(store.path)
    with pytest.raises(CannotPlan, match="written by a newer Rock Pin"):
        other.job("oar-cradle")
    assert other.job("chart-table").body.title


def test_a_file_that_is_only_read_stays_as_it_is(tmp_path: Path) -> None:
    file = tmp_path / "old.sqlite"
    file.write_bytes(OLD.read_bytes())
    for words in (["jobs"], ["export", "oar-cradle"], ["check"], ["kit"], ["fixings"]):
        assert run(cli.app, [*words, "--data", str(file)]).exit_code == 0
    assert file.read_bytes() == OLD.read_bytes()
    assert [one.name for one in tmp_path.iterdir()] == ["old.sqlite"]
    # a mistyped name is told, and no file comes of it
    said = run(cli.app, ["jobs", "--data", str(tmp_path / "odl.sqlite")])
    assert said.exit_code == 2
    assert "There is no file" in said.output
    assert not (tmp_path / "odl.sqlite").exists()


def test_one_server_to_a_file_and_no_copy_put_back_under_it(store: Store, tmp_path: Path) -> None:
    copy = tmp_path / "copy.sqlite"
    copy_to(store.path, copy)
    before = store.path.read_bytes()
    with only_user_of(store.path, "go on"):
        for words in (["serve", "--port", "0"], ["demo", "--port", "0"], ["restore", str(copy)]):
            said = run(cli.app, [*words, "--data", str(store.path)])
            assert said.exit_code == 2
            assert "is in use" in said.output
        assert store.path.read_bytes() == before
    assert run(cli.app, ["restore", str(copy), "--data", str(store.path)]).exit_code == 0


@pytest.mark.parametrize("how", ["moved", "deleted", "replaced"])
def test_a_file_that_goes_while_it_is_used_is_noticed_before_anything_is_acknowledged(
    store: Store, client: TestClient, how: str
) -> None:
    now = client.get("/api/jobs/oar-cradle").json()
    if how == "moved":
        store.path.rename(store.path.with_name("elsewhere.sqlite"))
    elif how == "deleted":
        store.path.unlink()
    else:
        copy_to(store.path, store.path.with_name("copy.sqlite"))
        store.path.with_name("copy.sqlite").replace(store.path)
    body = {"revision": now["revision"], "summary": "note", "job": {**now["job"], "note": "lost?"}}
    for answer in (client.put("/api/jobs/oar-cradle", json=body), client.get("/api/sites")):
        assert answer.status_code == 503
        assert "put the file back" in answer.json()["title"]


def test_a_file_that_goes_in_the_middle_of_a_change_is_noticed_too(store: Store) -> None:
    job = store.job("oar-cradle")
    with pytest.raises(DataFileGone), store._sessions.writing():
        store.path.rename(store.path.with_name("elsewhere.sqlite"))
    with pytest.raises(DataFileGone):
        store.save("oar-cradle", job.body.model_copy(update={"note": "lost?"}), job.revision, "note")


def test_a_full_disk_is_said_so_and_nothing_of_a_change_is_kept(store: Store, client: TestClient) -> None:
    now = client.get("/api/jobs/oar-cradle").json()

    def full(connection: sqlite3.Connection, _record: object) -> None:
        connection.execute("PRAGMA max_page_count = 1")

    event.listen(store._sessions._engine, "connect", full)
    store._sessions._engine.dispose()
    body = {"revision": now["revision"], "summary": "note", "job": {**now["job"], "note": "x" * 1900}}
    for _ in range(3):
        answer = client.put("/api/jobs/oar-cradle", json=body)
        assert answer.status_code == 503
        assert "the disk is full: make room" in answer.json()["title"]
    event.remove(store._sessions._engine, "connect", full)
    store._sessions._engine.dispose()
    assert client.get("/api/jobs/oar-cradle").json()["job"]["note"] == now["job"]["note"]


def test_what_has_no_plan_is_set_aside_as_files(store: Store) -> None:
    with sqlite3.connect(store.path) as file:
        file.execute("UPDATE revision SET body = json_set(body, '$.title', 7) WHERE document_id = 'oar-cradle'")
    store.close()
    said = run(cli.app, ["check", "--set-aside", "--data", str(store.path)])
    assert said.exit_code == 1
    (folder,) = store.path.parent.glob("data.sqlite.set-aside-*")
    kept = json.loads((folder / "oar-cradle.rockpin.json").read_text())
    assert (kept["title"], kept["walls"][0]["id"]) == (7, "boat-bay-north")
    again = run(cli.app, ["check", "--data", str(store.path)])
    assert again.exit_code == 0, again.output
    assert not Store(store.path).has("oar-cradle")


def test_check_lists_what_is_wrong(store: Store) -> None:
    with sqlite3.connect(store.path) as file:
        file.execute(
            "UPDATE revision SET body = json_set(body, '$.width_mm', 'wide') WHERE document_id = 'boat-bay-north'"
        )
    said = run(cli.app, ["check", "--data", str(store.path)])
    assert said.exit_code == 1
    assert "wall “" in said.output
    assert "width_mm" in said.output


# --- everything out and in again ------------------------------------------------------------------------------------

_STEPS = st.lists(
    st.tuples(st.sampled_from(["site", "job", "save", "wall", "undo", "remove", "restore"]), st.integers(0, 5)),
    max_size=12,
)


def _played(store: Store, steps: list[tuple[str, int]]) -> None:
    """A data file as somebody may have worked on it."""
    load_demo(store)
    names = [document.id for document in demo_documents()][:6]
    for step, (what, number) in enumerate(steps):
        name = names[number]
        match what:
            case "site":
                store.add_site(Site(id=f"site-{step}", name=f"Bucht „Möwe“ {step}"))
            case "job":
                store.add_job("slipway-house", store.job(name).body) if store.has(name) else None
            case "save" if store.has(name):
                job = store.job(name)
                store.save(name, job.body.model_copy(update={"note": f"ümläut {step}"}), job.revision, f"note {step}")
            case "wall" if store.has(name):
                wall = store.wall(store.job(name).body.placement.wall_id)
                store.save(wall.id, wall.body.model_copy(update={"note": f"{step}"}), wall.revision, "wall")
            case "undo" if store.has(name):
                store.undo(name)
            case "remove" if store.has(name):
                store.remove(JobBody, name)
            case "restore":
                store.restore(name)


@settings(max_examples=12, deadline=None, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(steps=_STEPS)
def test_everything_goes_out_and_comes_in_with_nothing_lost(steps: list[tuple[str, int]], tmp_path: Path) -> None:
    for old in tmp_path.glob("*.sqlite*"):
        if old.is_dir():
            shutil.rmtree(old)
        else:
            old.unlink()
    there, here = Store(tmp_path / "there.sqlite"), Store(tmp_path / "here.sqlite")
    _played(there, steps)
    out = write_everything(there.everything())
    assert here.bring_everything(read_everything(out)[0]) == len(there.everything())
    assert here.everything() == there.everything()
    for name in (document.id for document in demo_documents()):
        if there.has(name):
            catalogue = load_catalogue()
            assert here.document(name, catalogue) == there.document(name, catalogue)
            assert here.can_move(name) == there.can_move(name)
    there.close()
    here.close()


def test_everything_comes_into_an_empty_file_only_and_whole(store: Store, tmp_path: Path) -> None:
    zipped = tmp_path / "all.zip"
    assert run(cli.app, ["export", "--all", str(zipped), "--data", str(store.path)]).exit_code == 0
    fresh = tmp_path / "fresh.sqlite"
    said = run(cli.app, ["import", str(zipped), "--data", str(fresh)])
    assert said.exit_code == 0, said.output
    assert Store(fresh).everything() == store.everything()
    again = run(cli.app, ["import", str(zipped), "--data", str(fresh)])
    assert again.exit_code == 2
    assert "is not empty" in again.output
    # a state lost, a document of an unknown kind: refused, and nothing of it is kept
    documents, _ = read_everything(zipped.read_bytes())
    short = [{**one, "states": one["states"][1:]} if one["kind"] == "wall" else one for one in documents]
    strange = [*documents, {**documents[0], "id": "tides", "kind": "tide"}]
    for wrong in (short, strange):
        empty = Store(tmp_path / f"empty-{len(wrong)}.sqlite")
        as_it_was = empty.everything()
        with pytest.raises(BadInput):
            empty.bring_everything(json.loads(json.dumps(wrong)))
        assert empty.sites() == []
        assert empty.everything() == as_it_was


@pytest.mark.parametrize("content", [b"", b"PK\x03\x04 not a zip", b"{}", b"PK" + b"\x00" * 400])
def test_what_is_no_file_of_everything_is_refused(content: bytes) -> None:
    with pytest.raises(BadInput):
        read_everything(content)


def test_walls_of_a_copied_file_are_the_same_walls(store: Store, tmp_path: Path) -> None:
    copy_to(store.path, tmp_path / "copy.sqlite")
    names = [wall.id for site in store.sites() for wall in store.walls(site.id)]
    copied = Store(tmp_path / "copy.sqlite")
    assert [copied.wall(name).body for name in names] == [store.wall(name).body for name in names]
    assert all(isinstance(copied.wall(name).body, Wall) for name in names)
