"""Opens the data file: write-ahead log, foreign keys, migrated to the newest tables."""

import os
from pathlib import Path
from typing import Any

from sqlalchemy import Engine, create_engine, event

from rockpin.store.data_file import TABLES, BadDataFile, aside, copy_to, must_be_ours, version_of

_NOTE_WAITS_S = 0.25
"""A verdict that is not kept is not found by its word until it is worked out again; a turn takes milliseconds."""


def open_engine(path: Path) -> Engine:
    """An engine on the file, made and migrated if needed. Writes take the lock at once, so none is lost half-way.

    Raises BadDataFile where the file is none of ours, too new, or cannot be written. A copy is made before the tables
    of an older file are changed.
    """
    try:
        path.parent.mkdir(parents=True, exist_ok=True)
        must_be_ours(path)
        if path.exists() and path.stat().st_size and version_of(path) != TABLES:
            copy_to(path, aside(path, "before-update"))
        if path.exists() and not os.access(path, os.W_OK):
            raise BadDataFile(f"{path} may not be written; change that, or take a copy that may be.")
    except OSError as error:
        raise BadDataFile(f"{path} cannot be used ({error.strerror}); give another path with --data.") from error
    engine = _engine(path, timeout_s=10, synchronous="FULL")
    if not path.exists() or version_of(path) != TABLES:
        migrate(engine)
    return engine


def open_notes(path: Path) -> Engine:
    """An engine for what can be worked out again: it waits for another writer's turn, not for two, nor for the disk."""
    return _engine(path, timeout_s=_NOTE_WAITS_S, synchronous="NORMAL")


def _engine(path: Path, timeout_s: float, synchronous: str) -> Engine:
    engine = create_engine(f"sqlite:///{path}", connect_args={"timeout": timeout_s})

    @event.listens_for(engine, "connect")
    def _connected(connection: Any, _record: Any) -> None:
        # the driver must not open transactions of its own: ours begin with the write lock
        connection.isolation_level = None
        for pragma in ("journal_mode=WAL", "foreign_keys=ON", f"synchronous={synchronous}"):
            connection.execute(f"PRAGMA {pragma}")

    @event.listens_for(engine, "begin")
    def _begun(connection: Any) -> None:
        reads = connection.get_execution_options().get("reads_only", False)
        connection.exec_driver_sql("BEGIN" if reads else "BEGIN IMMEDIATE")

    return engine


def migrate(engine: Engine) -> None:
    """Brings the tables to the newest revision."""
    # slow to load, and seldom wanted
    from alembic import command
    from alembic.config import Config

    config = Config()
    config.set_main_option("script_location", str(Path(__file__).parent / "migrations"))
    with engine.begin() as connection:
        config.attributes["connection"] = connection
        command.upgrade(config, "head")
