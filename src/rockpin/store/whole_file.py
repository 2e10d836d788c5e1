"""Everything in a data file: every document with all of its states, out and into an empty file."""

from collections.abc import Sequence
from datetime import datetime
from typing import Any

from sqlalchemy import delete, select
from sqlalchemy.exc import IntegrityError
from sqlalchemy.orm import Session

from rockpin.core.base.errors import BadInput, Fault
from rockpin.store.bodies import FIXINGS_ID, KIT_ID, MODELS
from rockpin.store.standing import stand_at
from rockpin.store.tables import Document, Revision


def everything(session: Session) -> list[dict[str, Any]]:
    """Every document with all of its states, removed ones too, as they stand in the file."""
    states: dict[str, list[dict[str, Any]]] = {}
    for one in session.scalars(select(Revision).order_by(Revision.id)):
        states.setdefault(one.document_id, []).append(
            {
                "id": one.id,
                "parent": one.parent_id,
                "at": one.at.isoformat(),
                "summary": one.summary,
                "job": one.job_id,
                "device": one.device,
                "version": one.version,
                "body": one.body,
            }
        )
    # sites first: walls and jobs belong to them
    order = select(Document).order_by(Document.site_id.is_not(None), Document.id)
    return [
        {
            "id": one.id,
            "kind": one.kind,
            "site": one.site_id,
            "removed": one.deleted,
            "head": one.head_id,
            "states": states.get(one.id, []),
        }
        for one in session.scalars(order)
    ]


def bring_everything(session: Session, documents: Sequence[dict[str, Any]]) -> int:
    """Puts every document with its states into an empty data file; how many. All of it, or nothing.

    Raises BadInput where something is in the file already, or where what is brought does not hold together.
    """
    if session.scalars(select(Document.id).where(Document.kind == "site")).first() is not None:
        raise BadInput([Fault("data", "is not empty; give --data with the name of a new file")])
    # an empty van and no own fixings are in every file; what is brought stands in their place
    for name in {KIT_ID, FIXINGS_ID} & {one.get("id") for one in documents}:
        if (empty := session.get(Document, name)) is not None:
            session.execute(delete(Revision).where(Revision.document_id == name))
            session.delete(empty)
    session.flush()
    try:
        for one in documents:
            kind = str(one["kind"])
            if kind not in MODELS:
                raise BadInput([Fault(str(one.get("id")), f"is of the unknown kind “{kind}”")])
            session.add(
                Document(
                    id=one["id"],
                    kind=kind,
                    site_id=one["site"],
                    head_id=int(one["head"]),
                    deleted=bool(one["removed"]),
                )
            )
            session.flush()
        every = [(one["id"], state) for one in documents for state in one["states"]]
        for document_id, state in sorted(every, key=lambda pair: int(pair[1]["id"])):
            session.add(
                Revision(
                    id=int(state["id"]),
                    document_id=document_id,
                    parent_id=state["parent"],
                    at=datetime.fromisoformat(state["at"]),
                    summary=str(state["summary"])[:200],
                    job_id=state["job"],
                    device=state["device"],
                    # a file from before versions were noted has none
                    version=state.get("version"),
                    body=state["body"],
                )
            )
            session.flush()
    except (KeyError, TypeError, ValueError, IntegrityError) as error:
        raise BadInput([Fault("file", f"does not hold together ({type(error).__name__}: {error})"[:300])]) from error
    heads = {int(one["head"]) for one in documents}
    if heads - {int(state["id"]) for one in documents for state in one["states"]}:
        raise BadInput([Fault("file", "names states that are not in it; export it again")])
    for document in session.scalars(select(Document)):
        stand_at(session, document, session.get_one(Revision, document.head_id))
    return len(documents)
