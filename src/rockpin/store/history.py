"""Undo and redo over a job and its walls, inside a transaction: which change is whose, and what comes back with it."""

from collections.abc import Sequence

from sqlalchemy import or_, select
from sqlalchemy.orm import Session, defer

from rockpin.core.base.errors import NotFound, StaleWrite
from rockpin.core.document.job import JobBody
from rockpin.store.bodies import is_own, wall_ids
from rockpin.store.loading import document_of
from rockpin.store.tables import Document, Revision, StandsOn

Move = tuple[Document, Revision] | None


def _together(session: Session, job_id: str) -> list[tuple[Document, Revision]]:
    """A job and the walls that it stands on, which its screen changes, each with its head."""
    walls = select(StandsOn.wall_id).where(StandsOn.job_id == job_id)
    heads = (
        select(Document, Revision)
        .join(Revision, Revision.id == Document.head_id)
        .options(defer(Revision.body))
        .where(or_(Document.id == job_id, Document.id.in_(walls)))
    )
    return [(document, head) for document, head in session.execute(heads)]


def moves(session: Session, job_id: str, device: str) -> tuple[Move, Move]:
    """What undo would take back, and what redo would bring again, each with its document; None where nothing."""
    heads = _together(session, job_id)
    return _last_change(heads, job_id, device), _next_change(session, heads, job_id, device)


def _last_change(heads: Sequence[tuple[Document, Revision]], job_id: str, device: str) -> Move:
    """The document whose last change came last, if it can go back.

    What another job did to a shared wall, or another device here, is not this one's to take back.
    """
    able = [(doc, head) for doc, head in heads if head.parent_id is not None and is_own(head, job_id, device)]
    return max(able, key=lambda pair: pair[1].id, default=None)


def _next_change(session: Session, together: Sequence[tuple[Document, Revision]], job_id: str, device: str) -> Move:
    """The oldest change that was taken back, unless something new was done since."""
    heads = {head.id: document for document, head in together}
    children = select(Revision).where(Revision.parent_id.in_(heads)).options(defer(Revision.body))
    # of what was done from one state on, the last counts
    last = {child.parent_id or 0: child for child in session.scalars(children.order_by(Revision.id))}
    newest = max(heads)
    able = [
        (heads[parent], child) for parent, child in last.items() if child.id > newest and is_own(child, job_id, device)
    ]
    return min(able, key=lambda pair: pair[1].id, default=None)


def done_elsewhere(session: Session, job_id: str, device: str) -> str | None:
    """The last change to a job and its walls in words, where another job or another device made it; else None."""
    _, last = max(_together(session, job_id), key=lambda pair: pair[1].id)
    return None if is_own(last, job_id, device) else last.summary


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
