"""Undo and redo over a job and its walls, inside a transaction: which change is whose, and what comes back with it."""

from sqlalchemy import select
from sqlalchemy.orm import Session

from rockpin.core.base.errors import NotFound, StaleWrite
from rockpin.core.document.job import JobBody
from rockpin.store.bodies import is_own, wall_ids
from rockpin.store.loading import document_of
from rockpin.store.tables import Document, Revision


def _together(session: Session, job_id: str) -> list[Document]:
    """A job and the walls that it stands on: what its screen changes."""
    job = document_of(session, JobBody, job_id)
    names = wall_ids(session.get_one(Revision, job.head_id).body)
    walls = [wall for name in names if (wall := session.get(Document, name)) is not None]
    return [job, *walls]


def last_change(session: Session, job_id: str, device: str) -> tuple[Document, Revision] | None:
    """The document whose last change came last, if it can go back.

    What another job did to a shared wall, or another device here, is not this one's to take back.
    """
    heads = [(doc, session.get_one(Revision, doc.head_id)) for doc in _together(session, job_id)]
    able = [(doc, head) for doc, head in heads if head.parent_id is not None and is_own(head, job_id, device)]
    return max(able, key=lambda pair: pair[1].id, default=None)


def next_change(session: Session, job_id: str, device: str) -> tuple[Document, Revision] | None:
    """The oldest change that was taken back, unless something new was done since."""
    documents = _together(session, job_id)
    newest = max(document.head_id for document in documents)
    found: list[tuple[Document, Revision]] = []
    for document in documents:
        children = select(Revision).where(Revision.parent_id == document.head_id).order_by(Revision.id.desc())
        child = session.scalars(children).first()
        if child is not None and child.id > newest and is_own(child, job_id, device):
            found.append((document, child))
    return min(found, key=lambda pair: pair[1].id, default=None)


def must_be_seen(session: Session, job_id: str, seen: int | None) -> None:
    head = document_of(session, JobBody, job_id).head_id
    if seen is not None and seen != head:
        raise StaleWrite("This was changed elsewhere in the meantime.", head)


def bring_walls(session: Session, job_id: str) -> None:
    """A job that comes back to a state of its own brings back the walls that it stands on there."""
    session.flush()
    head = session.get_one(Revision, session.get_one(Document, job_id).head_id)
    for wall_id in wall_ids(head.body):
        wall = session.get(Document, wall_id)
        if wall is None:
            raise NotFound(f"It stood on the wall “{wall_id}”, which is not in this data file.")
        wall.deleted = False
