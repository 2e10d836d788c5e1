"""What is out of sight: jobs put away when they are done, and the trash, which is emptied after a month."""

from datetime import UTC, datetime, timedelta
from typing import NamedTuple

from sqlalchemy import String, cast, delete, func, select

from rockpin.core.document.job import JobBody
from rockpin.store.loading import document_of
from rockpin.store.photos import Photos, photos_of
from rockpin.store.sessions import Sessions
from rockpin.store.tables import Document, KeptVerdict, Revision, StandsOn

KEPT_DAYS = 30
"""How long [days] something stays in the trash."""


class InTheTrash(NamedTuple):
    """Something that was removed, with the name of its site and the moment."""

    id: str
    kind: str
    label: str
    site: str
    removed_at: datetime


class Shelves:
    """What of one data file is out of sight."""

    def __init__(self, sessions: Sessions, photos: Photos) -> None:
        self._sessions = sessions
        self._photos = photos

    def put_away(self, job_id: str, away: bool) -> None:
        """Takes a job out of the list, or brings it back there. Raises NotFound."""
        with self._sessions.writing() as session:
            document_of(session, JobBody, job_id).put_away = away

    def trash(self) -> list[InTheTrash]:
        """What was removed and can still be brought back, what was removed last first."""
        with self._sessions.reading() as session:
            sites = {site.id: site for site in session.scalars(select(Document).where(Document.kind == "site"))}
            removed = session.scalars(
                select(Document)
                .where(Document.deleted, Document.removed_at.is_not(None))
                .order_by(Document.removed_at.desc(), Document.id)
            )
            return [
                InTheTrash(
                    one.id,
                    one.kind,
                    one.label or one.id,
                    sites[one.site_id].label if one.site_id in sites else "",
                    one.removed_at or datetime.now(UTC),
                )
                for one in removed
            ]

    def empty_trash(self, now: datetime) -> int:
        """Forgets for good what has been in the trash for a month, with the photos that nothing else names; how much.

        A job that was drilled stays out of sight instead: its holes are in the wall. So does a wall with such a job,
        and a site with such a wall.
        """
        before = now - timedelta(days=KEPT_DAYS)
        gone, named = 0, set[str]()
        with self._sessions.writing() as session:
            old = select(Document).where(Document.deleted, Document.removed_at < before)
            for kind in ("job", "wall", "site"):
                for one in list(session.scalars(old.where(Document.kind == kind))):
                    inside = select(func.count()).select_from(Document).where(Document.site_id == one.id)
                    on_it = select(func.count()).select_from(StandsOn).where(StandsOn.wall_id == one.id)
                    if one.drilled or session.scalar(on_it) or (kind == "site" and session.scalar(inside)):
                        continue
                    bodies = session.scalars(select(Revision.body).where(Revision.document_id == one.id))
                    named |= {name for body in bodies for name in photos_of(body)}
                    for table, column in (
                        (KeptVerdict, KeptVerdict.job_id),
                        (StandsOn, StandsOn.job_id),
                        (Revision, Revision.document_id),
                    ):
                        session.execute(delete(table).where(column == one.id))
                    session.delete(one)
                    session.flush()
                    gone += 1
            text = cast(Revision.body, String)
            still = {name for name in named if session.scalar(select(Revision.id).where(text.contains(name)).limit(1))}
        self._photos.forget(named - still)
        return gone
