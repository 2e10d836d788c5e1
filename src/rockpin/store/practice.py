"""What was done on practice walls: a data file of its own beside the user's, with its own table for it."""

from datetime import UTC, datetime
from pathlib import Path
from typing import Any

from sqlalchemy import JSON, DateTime, String
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column

from rockpin.store.repository import Store
from rockpin.store.sessions import Sessions


class _Base(DeclarativeBase):
    pass


class _Run(_Base):
    """One practice wall as far as somebody has come with it."""

    __tablename__ = "practice_run"

    id: Mapped[str] = mapped_column(String(60), primary_key=True)
    at: Mapped[datetime] = mapped_column(DateTime(timezone=True))
    body: Mapped[dict[str, Any]] = mapped_column(JSON)


def practice_file(data_file: Path) -> Path:
    """Where the practice walls of a data file are kept."""
    return data_file.with_name(f"{data_file.name}.practice")


class PracticeStore(Store):
    """Practice walls and their jobs, and how far somebody has come with each. No document of it leaves it."""

    def __init__(self, path: Path) -> None:
        super().__init__(path)
        self._runs = Sessions(path)
        with self._runs.writing() as session:
            _Base.metadata.create_all(session.connection())

    def close(self) -> None:
        super().close()
        self._runs.close()

    def keep_run(self, run_id: str, body: dict[str, Any]) -> None:
        """Keeps how far somebody has come with a practice wall."""
        with self._runs.writing() as session:
            session.merge(_Run(id=run_id, at=datetime.now(UTC), body=body))

    def run(self, run_id: str) -> dict[str, Any] | None:
        """How far somebody has come with a practice wall; None where there is none of that name."""
        with self._runs.reading() as session:
            found = session.get(_Run, run_id)
            return dict(found.body) if found else None

    def runs(self) -> list[dict[str, Any]]:
        """All of them, what was touched last first."""
        with self._runs.reading() as session:
            return [dict(one.body) for one in session.query(_Run).order_by(_Run.at.desc(), _Run.id)]
