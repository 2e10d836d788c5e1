"""A page of the list of sites: read from what is kept for lists, without the bodies of jobs and without a plan."""

from collections.abc import Sequence
from typing import Any, NamedTuple

from sqlalchemy import ColumnElement, func, or_, select
from sqlalchemy.orm import Session, aliased

from rockpin.store.standing import Shown, kept_verdicts, made_from
from rockpin.store.tables import Document, Revision, StandsOn

MOST_SITES = 12
"""Sites on a page."""
MOST_JOBS = 24
"""Jobs of a site that a page shows; all of them stand on the page of the site itself."""


class JobRow(NamedTuple):
    """A job in a list. ``shown``: its verdict; None where none was made from what stands there now."""

    id: str
    title: str
    wall: str | None
    made_from: str
    shown: Shown | None


class WallRow(NamedTuple):
    id: str
    revision: int
    name: str


class SiteRow(NamedTuple):
    """A site in a list with its walls, its jobs, and how many jobs it has in all."""

    id: str
    revision: int
    label: str
    walls: tuple[WallRow, ...]
    jobs: tuple[JobRow, ...]
    jobs_in_all: int


class Page(NamedTuple):
    sites: tuple[SiteRow, ...]
    in_all: int
    """How many sites there are that match."""
    next: int | None
    """Where the next page begins; None at the end."""


def _named(words: Sequence[str]) -> ColumnElement[bool] | None:
    """Names that hold every word, whatever their case; None without words."""
    if not words:
        return None
    held: ColumnElement[bool] = Document.folded.contains(words[0].casefold(), autoescape=True)
    for word in words[1:]:
        held = held & Document.folded.contains(word.casefold(), autoescape=True)
    return held


def page_of(session: Session, search: str, start: int, program: str) -> Page:
    """The sites from ``start`` on whose name, or that of one of their walls or jobs, holds every word of ``search``.

    ``program``: what the verdicts that may be shown were made with.
    """
    named = _named(search.split())
    sites = select(Document.id).where(Document.kind == "site", Document.deleted.is_(False))
    if named is not None:
        inside = select(Document.site_id).where(named, Document.deleted.is_(False), Document.site_id.is_not(None))
        sites = sites.where(or_(named, Document.id.in_(inside)))
    count = session.scalar(select(func.count()).select_from(sites.subquery())) or 0
    ordered = _oldest_first(sites).offset(start).limit(MOST_SITES)
    rows = site_rows(session, list(session.scalars(ordered)), program, named, MOST_JOBS)
    return Page(tuple(rows), count, start + MOST_SITES if start + MOST_SITES < count else None)


def _oldest_first(documents: Any) -> Any:
    first = select(func.min(Revision.id)).where(Revision.document_id == Document.id).scalar_subquery()
    return documents.order_by(first)


def site_rows(
    session: Session,
    site_ids: Sequence[str],
    program: str,
    named: ColumnElement[bool] | None = None,
    most: int | None = None,
) -> list[SiteRow]:
    """Sites with their walls and jobs, in the order given.

    ``named``: of a site whose own name does not match, only the jobs that do. ``most``: jobs of each site.
    """
    own = {site.id: site for site in session.scalars(select(Document).where(Document.id.in_(site_ids)))}
    parts = select(Document).where(Document.site_id.in_(site_ids), Document.deleted.is_(False))
    wanted = None if named is None else _wanted(session, site_ids, named)
    walls = wall_rows(session, site_ids)
    jobs: dict[str, list[Document]] = {}
    counts: dict[str, int] = {}
    for job in session.scalars(_oldest_first(parts.where(Document.kind == "job"))):
        site_id = job.site_id or ""
        if wanted is not None and not wanted & {job.id, site_id}:
            continue
        counts[site_id] = counts.get(site_id, 0) + 1
        if most is None or counts[site_id] <= most:
            jobs.setdefault(site_id, []).append(job)
    lines = job_rows(session, [job for some in jobs.values() for job in some], program)
    return [
        SiteRow(
            site_id,
            own[site_id].head_id,
            own[site_id].label,
            tuple(walls.get(site_id, ())),
            tuple(lines[job.id] for job in jobs.get(site_id, ())),
            counts.get(site_id, 0),
        )
        for site_id in site_ids
    ]


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
        select(StandsOn.job_id, wall.label)
        .join(wall, wall.id == StandsOn.wall_id)
        .where(StandsOn.job_id.in_(ids), StandsOn.place == 0)
    )
    walls = dict(session.execute(under).all())
    rows: dict[str, JobRow] = {}
    for job in jobs:
        now = f"{program}/{stands[job.id]}"
        before = kept.get(job.id)
        shown = before[1] if before and before[0] == now else None
        rows[job.id] = JobRow(job.id, job.label, walls.get(job.id), now, shown)
    return rows
