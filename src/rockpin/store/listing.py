"""A page of the list of sites: read from what is kept for lists, without the bodies of jobs and without a plan."""

from collections.abc import Sequence
from datetime import UTC, datetime
from enum import StrEnum
from typing import Any, NamedTuple

from sqlalchemy import ColumnElement, func, or_, select
from sqlalchemy.orm import Session, aliased

from rockpin.store.standing import Shown, kept_verdicts, made_from
from rockpin.store.tables import Document, KeptVerdict, Revision, StandsOn

MOST_SITES = 12
"""Sites on a page."""
MOST_JOBS = 24
"""Jobs of a site that a page shows; all of them stand on the page of the site itself."""


class Order(StrEnum):
    """What stands first in a list of sites: what was changed last, what comes first by name, what was made first."""

    TOUCHED = "touched"
    NAME = "name"
    MADE = "made"


class JobRow(NamedTuple):
    """A job in a list. ``shown``: its verdict; None where none was made from what stands there now."""

    id: str
    title: str
    wall_id: str | None
    wall: str | None
    touched: datetime
    put_away: bool
    made_from: str
    shown: Shown | None


class WallRow(NamedTuple):
    id: str
    revision: int
    name: str


class SiteRow(NamedTuple):
    """A site in a list with its walls, its jobs, how many jobs it has in all, and how many are put away."""

    id: str
    revision: int
    label: str
    touched: datetime
    walls: tuple[WallRow, ...]
    jobs: tuple[JobRow, ...]
    jobs_in_all: int
    away: int


class Page(NamedTuple):
    sites: tuple[SiteRow, ...]
    in_all: int
    """How many sites there are that match."""
    next: int | None
    """Where the next page begins; None at the end."""


def _named(words: Sequence[str]) -> ColumnElement[bool] | None:
    """Names, and verdicts of jobs, that hold every word between them, whatever their case; None without words."""
    found: ColumnElement[bool] | None = None
    for word in words:
        folded = word.casefold()
        said = select(KeptVerdict.job_id).where(func.lower(KeptVerdict.label).contains(folded, autoescape=True))
        held = or_(Document.folded.contains(folded, autoescape=True), Document.id.in_(said))
        found = held if found is None else found & held
    return found


def page_of(
    session: Session, search: str, start: int, program: str, order: Order = Order.TOUCHED, away: bool = False
) -> Page:
    """The sites from ``start`` on whose name, or that of one of their walls or jobs, holds every word of ``search``.

    ``program``: what the verdicts that may be shown were made with. ``away``: only jobs that are put away.
    """
    named = _named(search.split())
    sites = select(Document.id).where(Document.kind == "site", Document.deleted.is_(False))
    if named is not None:
        inside = select(Document.site_id).where(named, Document.deleted.is_(False), Document.site_id.is_not(None))
        sites = sites.where(or_(named, Document.id.in_(inside)))
    if away:
        shelved = select(Document.site_id).where(Document.put_away, Document.deleted.is_(False))
        sites = sites.where(Document.id.in_(shelved))
    count = session.scalar(select(func.count()).select_from(sites.subquery())) or 0
    ordered = _in_order(sites, order).offset(start).limit(MOST_SITES)
    rows = site_rows(session, list(session.scalars(ordered)), program, named, MOST_JOBS, away)
    return Page(tuple(rows), count, start + MOST_SITES if start + MOST_SITES < count else None)


def _in_order(sites: Any, order: Order) -> Any:
    if order is Order.NAME:
        return sites.order_by(Document.folded, Document.id)
    if order is Order.MADE:
        return _oldest_first(sites)
    # the ids of revisions rise over all documents
    part = aliased(Document)
    last = select(func.max(part.head_id)).where(or_(part.id == Document.id, part.site_id == Document.id))
    return sites.order_by(last.scalar_subquery().desc(), Document.id)


def _oldest_first(documents: Any) -> Any:
    first = select(func.min(Revision.id)).where(Revision.document_id == Document.id).scalar_subquery()
    return documents.order_by(first)


def site_rows(
    session: Session,
    site_ids: Sequence[str],
    program: str,
    named: ColumnElement[bool] | None = None,
    most: int | None = None,
    away: bool = False,
) -> list[SiteRow]:
    """Sites with their walls and jobs, in the order given.

    ``named``: of a site whose own name does not match, only the jobs that do. ``most``: jobs of each site. ``away``:
    the jobs that are put away in place of those that are not.
    """
    own = {site.id: site for site in session.scalars(select(Document).where(Document.id.in_(site_ids)))}
    parts = select(Document).where(Document.site_id.in_(site_ids), Document.deleted.is_(False))
    wanted = None if named is None else _wanted(session, site_ids, named)
    walls = wall_rows(session, site_ids)
    jobs: dict[str, list[Document]] = {}
    counts: dict[str, int] = {}
    shelved: dict[str, int] = {}
    for job in session.scalars(_oldest_first(parts.where(Document.kind == "job"))):
        site_id = job.site_id or ""
        shelved[site_id] = shelved.get(site_id, 0) + job.put_away
        if job.put_away is not away:
            continue
        if wanted is not None and not wanted & {job.id, site_id}:
            continue
        counts[site_id] = counts.get(site_id, 0) + 1
        if most is None or counts[site_id] <= most:
            jobs.setdefault(site_id, []).append(job)
    lines = job_rows(session, [job for some in jobs.values() for job in some], program)
    touched = _touched(session, site_ids)
    return [
        SiteRow(
            site_id,
            own[site_id].head_id,
            own[site_id].label,
            touched[site_id],
            tuple(walls.get(site_id, ())),
            tuple(lines[job.id] for job in jobs.get(site_id, ())),
            counts.get(site_id, 0),
            shelved.get(site_id, 0),
        )
        for site_id in site_ids
    ]


def _touched(session: Session, site_ids: Sequence[str]) -> dict[str, datetime]:
    """When something of each site was changed last: of itself, its walls or its jobs."""
    of_site = func.coalesce(Document.site_id, Document.id)
    last = (
        select(of_site, func.max(Revision.at))
        .join(Revision, Revision.id == Document.head_id)
        .where(of_site.in_(site_ids))
        .group_by(of_site)
    )
    return {site_id: _as_utc(at) for site_id, at in session.execute(last)}


def _as_utc(at: datetime) -> datetime:
    """A moment as the file has it, in whose words there is no zone."""
    return at if at.tzinfo else at.replace(tzinfo=UTC)


def wall_rows(session: Session, site_ids: Sequence[str]) -> dict[str, list[WallRow]]:
    """The walls of some sites, by site."""
    walls: dict[str, list[WallRow]] = {}
    of_sites = select(Document).where(
        Document.site_id.in_(site_ids), Document.deleted.is_(False), Document.kind == "wall"
    )
    for wall in session.scalars(_oldest_first(of_sites)):
        walls.setdefault(wall.site_id or "", []).append(WallRow(wall.id, wall.head_id, wall.label))
    return walls


def _wanted(session: Session, site_ids: Sequence[str], named: ColumnElement[bool]) -> set[str]:
    """Which of some sites and their jobs are meant by name, a job also by the name of a wall that it stands on."""
    inside = or_(Document.id.in_(site_ids), Document.site_id.in_(site_ids))
    found = set(session.scalars(select(Document.id).where(inside, named)))
    return found | set(session.scalars(select(StandsOn.job_id).where(StandsOn.wall_id.in_(found))))


def job_rows(session: Session, jobs: Sequence[Document], program: str) -> dict[str, JobRow]:
    """Jobs by id, each with its verdict where one is kept of what stands there now."""
    ids = [job.id for job in jobs]
    stands, kept = made_from(session, ids), kept_verdicts(session, ids)
    wall = aliased(Document)
    under = (
        select(StandsOn.job_id, wall.id, wall.label)
        .join(wall, wall.id == StandsOn.wall_id)
        .where(StandsOn.job_id.in_(ids), StandsOn.place == 0)
    )
    walls = {job_id: (wall_id, label) for job_id, wall_id, label in session.execute(under)}
    heads = {job.head_id for job in jobs}
    at = dict(session.execute(select(Revision.id, Revision.at).where(Revision.id.in_(heads))).all())
    rows: dict[str, JobRow] = {}
    for job in jobs:
        now = f"{program}/{stands[job.id]}"
        before = kept.get(job.id)
        shown = before[1] if before and before[0] == now else None
        wall_id, name = walls.get(job.id, (None, None))
        touched = _as_utc(at[job.head_id])
        rows[job.id] = JobRow(job.id, job.label, wall_id, name, touched, job.put_away, now, shown)
    return rows
