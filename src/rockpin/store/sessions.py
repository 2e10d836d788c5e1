"""Transactions on the data file: those that write, those that only read, one moment for many readings, and notes."""

from collections.abc import Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from pathlib import Path

from sqlalchemy.exc import DatabaseError, OperationalError
from sqlalchemy.orm import Session

from rockpin.store.data_file import Identity, trouble_with
from rockpin.store.engine import open_engine, open_notes
from rockpin.store.loading import WRITES, shared


class Sessions:
    """One data file, opened. Every transaction raises DataFileGone where the file is not the one that was opened."""

    def __init__(self, path: Path) -> None:
        self._path = path
        self._engine = open_engine(path)
        self._reader = self._engine.execution_options(reads_only=True)
        self._notes = open_notes(path)
        self._file = Identity(path)
        self._shared = shared()
        self._moment: ContextVar[Session | None] = ContextVar(f"moment of {id(self)}", default=None)

    def close(self) -> None:
        self._engine.dispose()
        self._notes.dispose()

    @contextmanager
    def writing(self) -> Iterator[Session]:
        """A transaction that may write: it takes the lock at once. It is told too if the file went meanwhile."""
        self._file.must_be_there()
        with (
            self._told(),
            Session(self._engine, expire_on_commit=False, info={WRITES: True}) as session,
            session.begin(),
        ):
            yield session
        self._file.must_be_there()

    @contextmanager
    def reading(self) -> Iterator[Session]:
        """A transaction that only reads, and waits for no writer; inside :meth:`moment` the one of that moment."""
        if (open_now := self._moment.get()) is not None:
            yield open_now
            return
        self._file.must_be_there()
        with (
            self._told(),
            Session(self._reader, expire_on_commit=False, info=self._shared) as session,
            session.begin(),
        ):
            yield session

    @contextmanager
    def _told(self) -> Iterator[None]:
        """Tells a full disk, a lock that is held too long and a damaged page in a sentence."""
        try:
            yield
        except DatabaseError as error:
            if isinstance(error, OperationalError) or type(error) is DatabaseError:
                raise trouble_with(self._path, str(error.orig)) from error
            raise

    @contextmanager
    def moment(self) -> Iterator[None]:
        """All that is read inside is read of one moment, whatever is saved meanwhile."""
        with self.reading() as session:
            token = self._moment.set(session)
            try:
                yield
            finally:
                self._moment.reset(token)

    @contextmanager
    def noting(self) -> Iterator[Session]:
        """A transaction for what can be worked out again. Raises OperationalError where it would have to wait long."""
        with Session(self._notes) as session, session.begin():
            yield session
