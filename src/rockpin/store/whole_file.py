"""Everything in a data file: every document with all of its states, out and into an empty file."""

from collections.abc import Sequence
from datetime import datetime
from typing import Any

from sqlalchemy import delete, or_, select
from sqlalchemy.exc import IntegrityError
from sqlalchemy.orm import Session

from rockpin.core.base.errors import BadInput, Fault
from rockpin.store.bodies import FIXINGS_ID, KIT_ID, MODELS
from rockpin.store.standing import stand_at
from rockpin.store.tables import Document, Revision


def everything(session: Session, site_id: str | None = None) -> list[dict[str, Any]]:
    """Every document with all of its states, removed ones too, as they stand in the file.

    ``site_id``: that site alone, with what of its walls and jobs is in sight.
    """
    states: dict[str, list[dict[str, Any]]] = {}
    order = select(Document).order_by(Document.site_id.is_not(None), Document.id)
    if site_id is not None:
        order = order.where(or_(Document.id == site_id, Document.site_id == site_id), Document.deleted.is_(False))
    # sites first: walls and jobs belong to them
    documents = list(session.scalars(order))
    wanted = [one.id for one in documents]
    every = select(Revision).order_by(Revision.id)
    for one in session.scalars(every if site_id is None else every.where(Revision.document_id.in_(wanted))):
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
    return [
        {
            "id": one.id,
            "kind": one.kind,
            "site": one.site_id,
            "removed": one.deleted,
            "removed_at": one.removed_at.isoformat() if one.removed_at else None,
            "put_away": one.put_away,
            "head": one.head_id,
            "states": states.get(one.id, []),
        }
        for one in documents
    ]


def _moment(text: object) -> datetime | None:
    return datetime.fromisoformat(text) if isinstance(text, str) else None


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
                    removed_at=_moment(one.get("removed_at")),
                    put_away=bool(one.get("put_away", False)),
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


def bring_beside(session: Session, documents: Sequence[dict[str, Any]]) -> int:
    """Puts sites with all of their states beside what is in the file; how many documents. All of it, or nothing.

    The van and the own fixings of the file stay as they are. Raises BadInput where something of it is here already, in
    sight or in the trash, or where what is brought does not hold together.
    """
    wanted = [one for one in documents if one.get("kind") in ("site", "wall", "job")]
    here = set(session.scalars(select(Document.id).where(Document.id.in_([str(one.get("id")) for one in wanted]))))
    if here:
        raise BadInput(
            [Fault(min(here), "is here already, or in the trash; nothing was brought in, so that nothing is mixed up")]
        )
    try:
        made = _beside(session, wanted)
    except (KeyError, TypeError, ValueError, IntegrityError) as error:
        raise BadInput([Fault("file", f"does not hold together ({type(error).__name__}: {error})"[:300])]) from error
    for document in made:
        stand_at(session, document, session.get_one(Revision, document.head_id))
    return len(made)


def _beside(session: Session, documents: Sequence[dict[str, Any]]) -> list[Document]:
    """Documents with their states, numbered after those of the file. Raises KeyError where a head or parent is none."""
    made: dict[str, Document] = {}
    # sites first: walls and jobs belong to them
    for one in sorted(documents, key=lambda each: each["kind"] != "site"):
        if one["site"] is not None and one["site"] not in made:
            raise KeyError(one["site"])
        made[one["id"]] = Document(
            id=one["id"],
            kind=one["kind"],
            site_id=one["site"],
            head_id=0,
            deleted=bool(one["removed"]),
            removed_at=_moment(one.get("removed_at")),
            put_away=bool(one.get("put_away", False)),
        )
        session.add(made[one["id"]])
        session.flush()
    numbers: dict[int, int] = {}
    every = [(one["id"], state) for one in documents for state in one["states"]]
    for document_id, state in sorted(every, key=lambda pair: int(pair[1]["id"])):
        revision = Revision(
            document_id=document_id,
            parent_id=None if state["parent"] is None else numbers[int(state["parent"])],
            at=datetime.fromisoformat(state["at"]),
            summary=str(state["summary"])[:200],
            job_id=state["job"],
            device=state["device"],
            version=state.get("version"),
            body=state["body"],
        )
        session.add(revision)
        session.flush()
        numbers[int(state["id"])] = revision.id
    for one in documents:
        made[one["id"]].head_id = numbers[int(one["head"])]
    return list(made.values())
