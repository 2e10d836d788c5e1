"""The data file itself: whether it is one, whether it is whole, copies of it, and what a copy is put back over.

Every question here ends in one sentence with what to do; nothing is changed by a question that fails.
"""

import os
import sqlite3
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from datetime import datetime
from pathlib import Path

from rockpin.core.base.errors import RockPinError

TABLES = "0005"
"""The newest revision of the tables that this version knows."""

_KNOWN = ("0001", "0002", "0003", "0004", TABLES)


class BadDataFile(RockPinError):
    """A data file that cannot be used: one sentence, with what to do."""


class DataFileGone(BadDataFile):
    """The file was moved, deleted or replaced while it was in use: what is written would go nowhere."""


class DataFileTrouble(BadDataFile):
    """The file could not be read or written just now; nothing was kept of what was asked."""


_REMEDIES = {
    "full": "the disk is full: make room, and do it again",
    "locked": "another program holds it: close that one, and do it again",
    "malformed": "it is damaged: stop Rock Pin, look it over with check, and bring back a copy with restore",
}


_OTHERWISE = "look whether its disk is well, and do it again"


def trouble_with(path: Path, why: str) -> DataFileTrouble:
    """What to do where the database refuses. ``why``: in its own words."""
    remedy = next(
        (says for word, says in _REMEDIES.items() if word in why), "look whether its disk is well, and do it again"
    )
    return DataFileTrouble(f"Nothing was kept: {path} could not be used ({why}); {remedy}.")


class Identity:
    """The file that was opened, told from another one that may come to stand at its path."""

    def __init__(self, path: Path) -> None:
        self._path, self._opened = path, self._now(path)

    @staticmethod
    def _now(path: Path) -> tuple[int, int] | None:
        try:
            found = path.stat()
        except OSError:
            return None
        return found.st_dev, found.st_ino

    def must_be_there(self) -> None:
        """Raises DataFileGone where the path leads to another file by now, or to none."""
        if (now := self._now(self._path)) == self._opened:
            return
        what = "is no longer there" if now is None else "is another file than the one that was opened"
        raise DataFileGone(
            f"{self._path} {what}: it was moved, deleted or replaced while Rock Pin was running. Nothing more is kept. "
            "Stop Rock Pin, put the file back, and start it again."
        )


@contextmanager
def _opened(path: Path) -> Iterator[sqlite3.Connection]:
    """A file opened for reading only. Raises BadDataFile where it is none of ours."""
    if not path.exists():
        raise BadDataFile(f"There is no file {path}; give the path of a data file.")
    if path.is_dir():
        raise BadDataFile(f"{path} is a folder; give the path of a data file in it.")
    # beside a file in a folder that may not be written nothing can be made for its log; without a log none is needed
    alone = not os.access(path.parent, os.W_OK) and not path.with_name(f"{path.name}-wal").exists()
    how = "mode=ro&immutable=1" if alone else "mode=ro"
    try:
        connection = sqlite3.connect(f"{path.resolve().as_uri()}?{how}", uri=True, timeout=10)
    except sqlite3.Error as error:
        raise BadDataFile(f"{path} cannot be opened ({error}); look whether you may read it.") from error
    try:
        yield connection
    except sqlite3.DatabaseError as error:
        raise BadDataFile(
            f"{path} is no data file of Rock Pin, or it is damaged ({error}); bring back a copy with restore."
        ) from error
    finally:
        connection.close()


def version_of(path: Path) -> str | None:
    """The revision of a file's tables; None of an empty one. Raises BadDataFile where it is foreign or too new."""
    with _opened(path) as connection:
        names = {name for (name,) in connection.execute("SELECT name FROM sqlite_master WHERE type = 'table'")}
        if not names:
            return None
        if "alembic_version" not in names or not {"document", "revision"} <= names:
            raise BadDataFile(f"{path} is a database of something else; give Rock Pin a file of its own.")
        rows = connection.execute("SELECT version_num FROM alembic_version").fetchall()
    version = rows[0][0] if rows else None
    if version not in _KNOWN:
        raise BadDataFile(
            f"{path} was written by a newer Rock Pin (tables {version}); open it with that one, or with a copy from "
            "before."
        )
    return str(version)


def must_be_ours(path: Path) -> None:
    """Raises BadDataFile where there is a file that is no data file of a version that is known here."""
    if path.exists() and path.stat().st_size:
        version_of(path)


def faults_of_file(path: Path) -> list[str]:
    """What is wrong with a file's structure and its references; empty where nothing is."""
    version_of(path)
    with _opened(path) as connection:
        found = [str(row[0]) for row in connection.execute("PRAGMA integrity_check(20)") if row[0] != "ok"]
        found += [
            f"a row of {table} names one of {parent} that is not there"
            for table, _, parent, _ in connection.execute("PRAGMA foreign_key_check")
        ]
        found += [
            f"{kind} “{name}” has no state"
            for kind, name in connection.execute(
                "SELECT kind, id FROM document WHERE head_id NOT IN (SELECT id FROM revision)"
            )
        ]
    return found


def copy_to(path: Path, target: Path) -> None:
    """A whole copy of a data file, also of one in use, looked over after (SQLite's online backup).

    Raises BadDataFile where the target is there already, cannot be written, or the copy is not whole.
    """
    must_be_ours(path)
    if target.exists():
        raise BadDataFile(f"{target} is there already; give the copy another name.")
    fresh = target.with_name(f"{target.name}.part")
    try:
        target.parent.mkdir(parents=True, exist_ok=True)
        with suppress(FileNotFoundError):
            fresh.unlink()
        with _opened(path) as source:
            copy = sqlite3.connect(fresh)
            try:
                source.backup(copy)
                copy.execute("PRAGMA journal_mode=DELETE")
            finally:
                copy.close()
        if faults := faults_of_file(fresh):
            raise BadDataFile(f"The copy is not whole ({faults[0]}); nothing was kept of it.")
        with fresh.open("rb") as written:
            os.fsync(written.fileno())
        fresh.rename(target)
    except (OSError, sqlite3.OperationalError) as error:
        raise BadDataFile(
            f"{target} could not be written ({error}); look whether there is room and whether you may write there."
        ) from error
    finally:
        with suppress(OSError):
            fresh.unlink()


def aside(path: Path, why: str) -> Path:
    """A free name beside a data file for what is kept of it."""
    stamp = datetime.now().strftime("%Y%m%d-%H%M%S")
    free, number = path.with_name(f"{path.name}.{why}-{stamp}"), 2
    while free.exists():
        free = path.with_name(f"{path.name}.{why}-{stamp}-{number}")
        number += 1
    return free


def put_back(source: Path, path: Path) -> Path | None:
    """Puts a copy in the place of a data file; the name under which what was there is kept, None where nothing was.

    Raises BadDataFile where the copy is not whole, and changes nothing then.
    """
    if faults := faults_of_file(source):
        raise BadDataFile(f"{source} is not whole ({faults[0]}); take another copy. Nothing was changed.")
    kept = None
    if path.exists():
        kept = aside(path, "before-restore")
        try:
            copy_to(path, kept)
        except BadDataFile:
            # what is there cannot be read: it is kept as it is
            path.rename(kept)
    fresh = path.with_name(f"{path.name}.restored")
    with suppress(FileNotFoundError):
        fresh.unlink()
    copy_to(source, fresh)
    for tail in ("-wal", "-shm"):
        with suppress(FileNotFoundError):
            path.with_name(path.name + tail).unlink()
    fresh.replace(path)
    return kept
