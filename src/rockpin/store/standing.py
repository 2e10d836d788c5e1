"""Where a document stands, what a list shows of it there, and the states that a job's verdict was made from."""

from collections.abc import Iterable, Sequence
from typing import Any, NamedTuple

from sqlalchemy import delete, select
from sqlalchemy.dialects.sqlite import insert
from sqlalchemy.orm import Session

from rockpin.store.bodies import FIXINGS_ID, KIT_ID, wall_ids
from rockpin.store.tables import Document, KeptVerdict, Revision, StandsOn


class Shown(NamedTuple):
    """The verdict of a job as a list shows it, and where on its wall the thing hangs [mm], as a rectangle."""

    word: str
    label: str
    sentence: str
    area: dict[str, float] | None = None


def stand_at(session: Session, document: Document, revision: Revision) -> None:
    """Makes a revision the head of its document. The one place where a head moves: what lists show moves with it."""
    document.head_id = revision.id
    body = revision.body if isinstance(revision.body, dict) else {}
    document.label = str(body.get("title") or body.get("name") or "")[:200]
    document.folded = document.label.casefold()
    if document.kind != "job":
        return
    document.drilled = bool(body.get("records") or body.get("left"))
    session.flush()
    named = _walls_named(body)
    there = set(session.scalars(select(Document.id).where(Document.id.in_(named))))
    session.execute(delete(StandsOn).where(StandsOn.job_id == document.id))
    for place, wall_id in enumerate(named):
        if wall_id in there:
            session.add(StandsOn(job_id=document.id, wall_id=wall_id, place=place))
    session.flush()


def _walls_named(body: dict[str, Any]) -> list[str]:
    """The walls of a job in their order; of a body that no longer reads, those that can still be told."""
    try:
        return [name for name in wall_ids(body) if isinstance(name, str)]
    except (AttributeError, TypeError):
        return []


def jobs_on(session: Session, wall_id: str) -> list[str]:
    """The titles of the jobs in sight that stand on a wall, with any of their supports."""
    query = (
        select(Document.label)
        .join(StandsOn, StandsOn.job_id == Document.id)
        .where(StandsOn.wall_id == wall_id, Document.deleted.is_(False))
        .order_by(Document.id)
    )
    return list(session.scalars(query))


def planned_on(session: Session, wall_id: str, besides: str) -> list[str]:
    """The other jobs in sight whose thing goes on a wall, by id; what is put away goes nowhere any more."""
    query = (
        select(Document.id)
        .join(StandsOn, StandsOn.job_id == Document.id)
        .where(StandsOn.wall_id == wall_id, StandsOn.place == 0, Document.id != besides)
        .where(Document.deleted.is_(False), Document.put_away.is_(False))
        .order_by(Document.id)
    )
    return list(session.scalars(query))


def drilled_on(session: Session, wall_id: str, besides: str) -> list[tuple[str, Revision, bool]]:
    """The other jobs that have drilled a wall, with their states, and whether they were removed: one that was has left
    its holes all the same, but what it hung is gone."""
    query = (
        select(Document.id, Revision, Document.deleted)
        .join(StandsOn, StandsOn.job_id == Document.id)
        .join(Revision, Revision.id == Document.head_id)
        .where(StandsOn.wall_id == wall_id, StandsOn.place == 0, Document.drilled, Document.id != besides)
        .order_by(Document.id)
    )
    return [(name, state, removed) for name, state, removed in session.execute(query)]


def made_from(session: Session, job_ids: Sequence[str]) -> dict[str, str]:
    """The states that a plan of each job is made from, as text: alike only where the plan is.

    They are the heads of the job, its site, its walls, the jobs that have drilled these, the van and the own fixings.
    """
    jobs = {
        job.id: job for job in session.scalars(select(Document).where(Document.id.in_(job_ids), Document.kind == "job"))
    }
    walls: dict[str, list[tuple[str, int]]] = {job_id: [] for job_id in jobs}
    under = (
        select(StandsOn.job_id, Document.id, Document.head_id)
        .join(Document, Document.id == StandsOn.wall_id)
        .where(StandsOn.job_id.in_(jobs))
        .order_by(StandsOn.job_id, StandsOn.place)
    )
    for job_id, wall_id, head in session.execute(under):
        walls[job_id].append((wall_id, head))
    drillers: dict[str, list[tuple[str, str]]] = {}
    on = {wall_id for found in walls.values() for wall_id, _ in found}
    others = (
        select(StandsOn.wall_id, Document.id, Document.head_id, Document.deleted)
        .join(Document, Document.id == StandsOn.job_id)
        .where(StandsOn.wall_id.in_(on), StandsOn.place == 0, Document.drilled)
        .order_by(Document.id)
    )
    for wall_id, job_id, head, removed in session.execute(others):
        drillers.setdefault(wall_id, []).append((job_id, f"{head}{'-' if removed else ''}"))
    sites = {job.site_id for job in jobs.values() if job.site_id}
    single = select(Document.id, Document.head_id).where(Document.id.in_([*sites, KIT_ID, FIXINGS_ID]))
    heads = dict(session.execute(single).all())
    found: dict[str, str] = {}
    for job_id, job in jobs.items():
        drilled = {pair for wall_id, _ in walls[job_id] for pair in drillers.get(wall_id, ()) if pair[0] != job_id}
        parts: Iterable[object] = (
            job.head_id,
            heads.get(job.site_id or "", 0),
            "+".join(str(head) for _, head in walls[job_id]),
            "+".join(head for _, head in sorted(drilled)),
            heads.get(KIT_ID, 0),
            heads.get(FIXINGS_ID, 0),
        )
        found[job_id] = "/".join(map(str, parts))
    return found


def kept_verdicts(session: Session, job_ids: Sequence[str]) -> dict[str, tuple[str, Shown]]:
    """Of each job that has one, what its verdict was made from, and the verdict."""
    query = select(KeptVerdict).where(KeptVerdict.job_id.in_(job_ids))
    return {
        one.job_id: (one.made_from, Shown(one.word, one.label, one.sentence, one.area))
        for one in session.scalars(query)
    }


def keep_verdict(session: Session, job_id: str, stands: str, shown: Shown) -> None:
    """Puts a verdict in the place of the one that was kept, if the job is there."""
    if session.get(Document, job_id) is None:
        return
    values = {"job_id": job_id, "made_from": stands, **shown._asdict()}
    values["label"] = shown.label[:200]
    session.execute(insert(KeptVerdict).values(values).on_conflict_do_update(index_elements=["job_id"], set_=values))
