"""The data file: revisions, undo over job and walls, stale writes, import under fresh ids."""

from collections.abc import Iterator
from pathlib import Path

import pytest
from sqlalchemy import create_engine, inspect, text
from sqlalchemy.exc import IntegrityError

from rockpin.catalogue import load_catalogue
from rockpin.core.base.errors import NotFound, StaleWrite
from rockpin.core.document.job import JobBody
from rockpin.core.document.wall import Wall
from rockpin.demo import demo_documents
from rockpin.store import Store
from rockpin.store.tables import Base


@pytest.fixture
def store(tmp_path: Path) -> Iterator[Store]:
    opened = Store(tmp_path / "deep" / "data.sqlite")
    for document in demo_documents():
        opened.add_document(document, keep_ids=True)
    yield opened
    opened.close()


def titled(store: Store, title: str) -> JobBody:
    return store.job("tide-clock").body.model_copy(update={"title": title})


def test_the_file_is_migrated_and_guarded(store: Store) -> None:
    engine = create_engine(f"sqlite:///{store.path}")
    columns = {name: {c["name"] for c in inspect(engine).get_columns(name)} for name in Base.metadata.tables}
    for table in Base.metadata.sorted_tables:
        assert columns[table.name] == {column.name for column in table.columns}
    with engine.connect() as connection:
        assert connection.execute(text("PRAGMA journal_mode")).scalar() == "wal"
        assert connection.execute(text("SELECT version_num FROM alembic_version")).scalar() == "0005"
    engine.dispose()
    with pytest.raises(IntegrityError), store._sessions.writing() as session:
        session.execute(text("INSERT INTO revision (document_id, at, summary, body) VALUES ('ghost', '', '', '{}')"))


def test_the_jobs_of_the_demo_stand_on_the_walls_of_one_site(store: Store) -> None:
    (site,) = store.sites()
    assert {saved.id for saved in store.walls(site.id)} == {document.wall.id for document in demo_documents()}
    assert [store.document(job.id, load_catalogue()) for job in store.jobs(site.id)] == list(demo_documents())


def test_undo_and_redo_walk_over_the_job_and_its_walls(store: Store) -> None:
    job, wall = store.job("tide-clock"), store.wall("crew-room-river")
    store.save(job.id, titled(store, "One"), job.revision, "first")
    store.save(wall.id, wall.body.model_copy(update={"name": "Other"}), wall.revision, "second")
    store.save(job.id, titled(store, "Three"), store.job(job.id).revision, "third")
    seen = []
    while store.can_move(job.id)[0]:
        seen.append((store.can_move(job.id)[0], store.job(job.id).body.title, store.wall(wall.id).body.name))
        store.undo(job.id)
    assert seen == [("third", "Three", "Other"), ("second", "One", "Other"), ("first", "One", wall.body.name)]
    assert store.document(job.id, load_catalogue()) == demo_documents()[1]
    for title, name in (("One", wall.body.name), ("One", "Other"), ("Three", "Other")):
        store.redo(job.id)
        assert (store.job(job.id).body.title, store.wall(wall.id).body.name) == (title, name)
    assert store.can_move(job.id)[1] is None


def test_something_new_ends_what_could_be_redone(store: Store) -> None:
    job = store.job("tide-clock")
    store.save(job.id, titled(store, "One"), job.revision, "first")
    store.undo(job.id)
    assert store.can_move(job.id)[1] == "first"
    wall = store.wall("crew-room-river")
    store.save(wall.id, wall.body.model_copy(update={"name": "Other"}), wall.revision, "second")
    assert store.can_move(job.id)[1] is None


def test_a_stale_write_is_refused_and_changes_nothing(store: Store) -> None:
    job = store.job("tide-clock")
    theirs = store.save(job.id, titled(store, "Theirs"), job.revision, "theirs")
    with pytest.raises(StaleWrite) as caught:
        store.save(job.id, titled(store, "Mine"), job.revision, "mine")
    assert caught.value.current_revision == theirs.revision
    assert store.job(job.id).body.title == "Theirs"


def test_saving_the_same_again_makes_no_revision(store: Store) -> None:
    job = store.job("tide-clock")
    assert store.save(job.id, job.body, job.revision, "nothing").revision == job.revision


def test_an_import_stands_beside_what_is_there(store: Store) -> None:
    document = demo_documents()[0]
    made = store.add_document(document)
    assert {site.body.name for site in store.sites()} == {"Slipway House", "Slipway House (2)"}
    again = store.document(made.id, load_catalogue())
    assert again.fixture == document.fixture
    assert again.wall.model_copy(update={"id": document.wall.id}) == document.wall


def test_what_was_removed_is_gone_from_sight_only(store: Store) -> None:
    store.remove(JobBody, "tide-clock")
    with pytest.raises(NotFound, match="There is no job “tide-clock” here; it may have been removed"):
        store.job("tide-clock")
    with pytest.raises(NotFound, match="There is no wall “tide-clock”"):
        store.remove(Wall, "tide-clock")
    assert store.restore("tide-clock")
    assert store.job("tide-clock").body.title == "Tide-clock"
