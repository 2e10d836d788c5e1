"""Documents (sites, walls, jobs) and the revisions of each, of which one is its head; and what a list shows of them.

What a list shows follows from the heads: :func:`rockpin.store.standing.stand_at` alone writes it.
"""

from datetime import datetime
from typing import Any

from sqlalchemy import JSON, Boolean, DateTime, ForeignKey, Integer, String, Text
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column


class Base(DeclarativeBase):
    pass


class Document(Base):
    """A site, wall or job; walls and jobs go with their site. ``folded``: the label as a search looks at it.

    ``removed_at``: since when it is in the trash. ``put_away``: done with, and out of the list until it is asked for.
    """

    __tablename__ = "document"

    id: Mapped[str] = mapped_column(String(60), primary_key=True)
    kind: Mapped[str] = mapped_column(String(8))
    site_id: Mapped[str | None] = mapped_column(ForeignKey("document.id", ondelete="CASCADE"), index=True)
    head_id: Mapped[int] = mapped_column(Integer)
    deleted: Mapped[bool] = mapped_column(Boolean, default=False)
    label: Mapped[str] = mapped_column(String(200), default="")
    folded: Mapped[str] = mapped_column(String(400), default="")
    drilled: Mapped[bool] = mapped_column(Boolean, default=False)
    removed_at: Mapped[datetime | None] = mapped_column(DateTime(timezone=True))
    put_away: Mapped[bool] = mapped_column(Boolean, default=False)


class StandsOn(Base):
    """A wall that a job stands on. ``place``: 0 the one of its placement, else that of a support."""

    __tablename__ = "stands_on"

    job_id: Mapped[str] = mapped_column(ForeignKey("document.id", ondelete="CASCADE"), primary_key=True)
    wall_id: Mapped[str] = mapped_column(ForeignKey("document.id", ondelete="CASCADE"), primary_key=True, index=True)
    place: Mapped[int] = mapped_column(Integer)


class KeptVerdict(Base):
    """The verdict of a job, with the states that it was made from: where another stands there now, it is none."""

    __tablename__ = "verdict"

    job_id: Mapped[str] = mapped_column(ForeignKey("document.id", ondelete="CASCADE"), primary_key=True)
    made_from: Mapped[str] = mapped_column(Text)
    word: Mapped[str] = mapped_column(String(20))
    label: Mapped[str] = mapped_column(String(200))
    sentence: Mapped[str] = mapped_column(Text)
    area: Mapped[dict[str, Any] | None] = mapped_column(JSON)


class TakenIn(Base):
    """Something that happened at the wall and was taken in: sent again, it is not taken in again."""

    __tablename__ = "taken_in"

    id: Mapped[str] = mapped_column(String(60), primary_key=True)
    job_id: Mapped[str] = mapped_column(String(60))


class PairedPhone(Base):
    """A phone that was let in over the local network; of its token only the hash is kept."""

    __tablename__ = "paired_phone"

    id: Mapped[str] = mapped_column(String(60), primary_key=True)
    name: Mapped[str] = mapped_column(String(80))
    token_hash: Mapped[str] = mapped_column(String(64), unique=True)
    at: Mapped[datetime] = mapped_column(DateTime(timezone=True))


class Revision(Base):
    """One state of a document. Ids rise over all documents, so they also tell which change came last.

    ``job_id``, ``device``: where the change was made, so that undoing it elsewhere is no accident. ``version``: of the
    job document, in whose words the body is written; None of states from before it was noted.
    """

    __tablename__ = "revision"
    __table_args__ = {"sqlite_autoincrement": True}  # noqa: RUF012 (SQLAlchemy reads a plain dict here)

    id: Mapped[int] = mapped_column(Integer, primary_key=True, autoincrement=True)
    document_id: Mapped[str] = mapped_column(ForeignKey("document.id", ondelete="CASCADE"), index=True)
    parent_id: Mapped[int | None] = mapped_column(ForeignKey("revision.id", ondelete="CASCADE"), index=True)
    job_id: Mapped[str | None] = mapped_column(String(60))
    device: Mapped[str | None] = mapped_column(String(60))
    at: Mapped[datetime] = mapped_column(DateTime(timezone=True))
    summary: Mapped[str] = mapped_column(String(200))
    body: Mapped[dict[str, Any]] = mapped_column(JSON)
    version: Mapped[int | None] = mapped_column(Integer)
