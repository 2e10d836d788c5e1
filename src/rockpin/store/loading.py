"""Documents read inside a transaction: by id, of a kind, in the order in which they were made."""

from typing import Any

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from rockpin.core.base.errors import NotFound
from rockpin.core.base.model import Model
from rockpin.store.bodies import MODELS, Body, Saved, read_body
from rockpin.store.tables import Document, Revision

WRITES = "writes"
"""Marks a session that may write."""
_READ = "read bodies"
"""Where a session carries the bodies that were read before it, by the revision that they stand in."""
_MOST_READ = 2000


def shared() -> dict[str, Any]:
    """What the sessions of a store share: a revision is never written over, so its body is read once."""
    return {_READ: {}}


def load(session: Session, kind: type[Body], document_id: str) -> Saved[Body]:
    """A document as it stands. Raises NotFound where it is none or was removed, CannotPlan where unreadable."""
    document = document_of(session, kind, document_id)
    known: dict[int, Any] = session.info.get(_READ, {})
    body = known.get(document.head_id)
    if body is None:
        revision = session.get_one(Revision, document.head_id)
        body = read_body(kind, document.kind, revision.body, revision.version)
        if len(known) >= _MOST_READ:
            known.clear()
        # what this very transaction writes may still be taken back, and its number given to another
        if not session.info.get(WRITES, False):
            known[document.head_id] = body
    return Saved(id=document.id, site_id=document.site_id or document.id, revision=document.head_id, body=body)


def document_of(session: Session, kind: type[Model], document_id: str) -> Document:
    """The row of a document, its body unread. Raises NotFound as :func:`load`."""
    return _checked(kind, document_id, session.get(Document, document_id))


def _checked(kind: type[Model], document_id: str, document: Document | None) -> Document:
    if document is None or document.deleted or MODELS[document.kind] is not kind:
        name = next(key for key, model in MODELS.items() if model is kind)
        raise NotFound(f"There is no {name} “{document_id}” here; it may have been removed.")
    return document


def ids_of(session: Session, kind: type[Body], site_id: str | None) -> list[str]:
    """The ids of a kind on a site that are in sight, the oldest first."""
    name = next(key for key, model in MODELS.items() if model is kind)
    query = (
        select(Document.id)
        .where(Document.kind == name, Document.deleted.is_(False), Document.site_id == site_id)
        .join(Revision, Revision.document_id == Document.id)
        .group_by(Document.id)
        .order_by(func.min(Revision.id))
    )
    return list(session.scalars(query))


def all_of(session: Session, kind: type[Body], site_id: str | None) -> list[Saved[Body]]:
    return [load(session, kind, found) for found in ids_of(session, kind, site_id)]
