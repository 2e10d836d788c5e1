"""Reads and writes sites, walls and jobs. Every change is a revision; undo and redo move along them.

A write names the revision that it was made from; if another stands there by now, it is refused as stale.
"""

from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from dataclasses import dataclass
from datetime import UTC, datetime
from pathlib import Path
from typing import Any, Generic, TypeVar
from uuid import uuid4

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from rockpin.core.base.errors import NotFound, StaleWrite
from rockpin.core.base.model import Model
from rockpin.core.document.fixings import OwnFixings
from rockpin.core.document.job import JobBody, JobDocument, Kit, Site
from rockpin.core.document.upgrades import upgraded_part
from rockpin.core.document.wall import OldHole, Wall
from rockpin.core.drilling import drilled_holes
from rockpin.core.tables.catalogue import Catalogue
from rockpin.store.engine import open_engine
from rockpin.store.tables import Document, Revision

Body = TypeVar("Body", bound=Model)

_MODELS: dict[str, type[Model]] = {
    "site": Site,
    "wall": Wall,
    "job": JobBody,
    "kit": Kit,
    "fixings": OwnFixings,
}

KIT_ID = "the-van"
"""One van to a data file."""

FIXINGS_ID = "own-fixings"


@dataclass(frozen=True)
class Saved(Generic[Body]):
    """A document as it stands: its id, revision and content."""

    id: str
    site_id: str
    revision: int
    body: Body


def new_id(stem: str) -> str:
    """A fresh id that still says what it is."""
    return f"{stem}-{uuid4().hex[:10]}"


class Store:
    """The data file. One short transaction a call."""

    def __init__(self, path: Path) -> None:
        self.path = path
        self._engine = open_engine(path)

    def close(self) -> None:
        self._engine.dispose()

    @contextmanager
    def _session(self) -> Iterator[Session]:
        with Session(self._engine, expire_on_commit=False) as session, session.begin():
            yield session

    # --- reading ---------------------------------------------------------------------------------------------------

    def _load(self, session: Session, kind: type[Body], document_id: str) -> Saved[Body]:
        query = (
            select(Document, Revision).join(Revision, Revision.id == Document.head_id).where(Document.id == document_id)
        )
        document, revision = session.execute(query).one_or_none() or (None, None)
        document = self._checked(kind, document_id, document)
        assert revision is not None
        return Saved(
            id=document.id,
            site_id=document.site_id or document.id,
            revision=revision.id,
            body=kind.model_validate(upgraded_part(document.kind, revision.body)),
        )

    def _document(self, session: Session, kind: type[Model], document_id: str) -> Document:
        return self._checked(kind, document_id, session.get(Document, document_id))

    @staticmethod
    def _checked(kind: type[Model], document_id: str, document: Document | None) -> Document:
        if document is None or document.deleted or _MODELS[document.kind] is not kind:
            name = next(key for key, model in _MODELS.items() if model is kind)
            raise NotFound(f"There is no {name} “{document_id}” here; it may have been removed.")
        return document

    def _all(self, session: Session, kind: type[Body], site_id: str | None) -> list[Saved[Body]]:
        name = next(key for key, model in _MODELS.items() if model is kind)
        query = (
            select(Document.id)
            .where(Document.kind == name, Document.deleted.is_(False), Document.site_id == site_id)
            .join(Revision, Revision.document_id == Document.id)
            .group_by(Document.id)
            .order_by(func.min(Revision.id))
        )
        return [self._load(session, kind, found) for found in session.scalars(query)]

    def sites(self) -> list[Saved[Site]]:
        with self._session() as session:
            return self._all(session, Site, None)

    def site(self, site_id: str) -> Saved[Site]:
        with self._session() as session:
            return self._load(session, Site, site_id)

    def walls(self, site_id: str) -> list[Saved[Wall]]:
        with self._session() as session:
            return self._all(session, Wall, site_id)

    def jobs(self, site_id: str) -> list[Saved[JobBody]]:
        with self._session() as session:
            return self._all(session, JobBody, site_id)

    def wall(self, wall_id: str) -> Saved[Wall]:
        with self._session() as session:
            return self._load(session, Wall, wall_id)

    def job(self, job_id: str) -> Saved[JobBody]:
        with self._session() as session:
            return self._load(session, JobBody, job_id)

    # --- writing ---------------------------------------------------------------------------------------------------

    def _append(self, session: Session, document_id: str, parent: int | None, body: Model, summary: str) -> Revision:
        revision = Revision(
            document_id=document_id,
            parent_id=parent,
            at=datetime.now(UTC),
            summary=summary[:200],
            body=body.model_dump(mode="json"),
        )
        session.add(revision)
        session.flush()
        return revision

    def _create(self, session: Session, document_id: str, body: Model, site_id: str | None, summary: str) -> None:
        kind = next(key for key, model in _MODELS.items() if model is type(body))
        document = Document(id=document_id, kind=kind, site_id=site_id, head_id=0, deleted=False)
        session.add(document)
        session.flush()
        document.head_id = self._append(session, document_id, None, body, summary).id

    def add_site(self, site: Site) -> Saved[Site]:
        with self._session() as session:
            self._create(session, site.id, site, None, "site made")
            return self._load(session, Site, site.id)

    def add_wall(self, site_id: str, wall: Wall) -> Saved[Wall]:
        with self._session() as session:
            self._document(session, Site, site_id)
            self._create(session, wall.id, wall, site_id, "wall made")
            return self._load(session, Wall, wall.id)

    def add_job(self, site_id: str, job: JobBody, job_id: str | None = None) -> Saved[JobBody]:
        with self._session() as session:
            self._document(session, Site, site_id)
            made = job_id or new_id("job")
            self._create(session, made, job, site_id, "job made")
            return self._load(session, JobBody, made)

    def save(self, document_id: str, body: Body, base_revision: int, summary: str) -> Saved[Body]:
        """A new revision on top of the one it was made from. Raises StaleWrite where another stands there now."""
        with self._session() as session:
            document = self._document(session, type(body), document_id)
            if document.head_id != base_revision:
                raise StaleWrite("This was changed elsewhere in the meantime.", document.head_id)
            head = session.get_one(Revision, document.head_id)
            if head.body != body.model_dump(mode="json"):
                document.head_id = self._append(session, document_id, document.head_id, body, summary).id
            return self._load(session, type(body), document_id)

    def remove(self, kind: type[Body], document_id: str) -> None:
        """Takes a site, wall or job out of sight. Its revisions stay in the file."""
        with self._session() as session:
            document = self._document(session, kind, document_id)
            document.deleted = True

    # --- what belongs to the user, not to a site -----------------------------------------------------------------

    def _single(self, kind: type[Body], document_id: str, empty: Body) -> Saved[Body]:
        with self._session() as session:
            if session.get(Document, document_id) is None:
                self._create(session, document_id, empty, None, "made")
            return self._load(session, kind, document_id)

    def kit(self) -> Saved[Kit]:
        """What the van holds; empty until somebody tells."""
        return self._single(Kit, KIT_ID, Kit())

    def own_fixings(self) -> Saved[OwnFixings]:
        """The user's own rows of the catalogue."""
        return self._single(OwnFixings, FIXINGS_ID, OwnFixings())

    def step_back(self, document_id: str) -> str | None:
        """Takes back the last change of a single document; the summary of what was taken back, None where nothing."""
        with self._session() as session:
            document = session.get(Document, document_id)
            head = session.get(Revision, document.head_id) if document else None
            if document is None or head is None or head.parent_id is None:
                return None
            document.head_id = head.parent_id
            return head.summary

    # --- undo and redo over a job and its walls ---------------------------------------------------------------

    def _together(self, session: Session, job_id: str) -> list[Document]:
        """A job and the walls that it stands on: what its screen changes."""
        job = self._load(session, JobBody, job_id).body
        return [self._document(session, JobBody, job_id)] + [
            self._document(session, Wall, wall_id) for wall_id in _walls_of(job)
        ]

    def _back(self, session: Session, job_id: str) -> tuple[Document, Revision] | None:
        """The document whose last change came last, if it can go back."""
        heads = [(doc, session.get_one(Revision, doc.head_id)) for doc in self._together(session, job_id)]
        able = [(doc, head) for doc, head in heads if head.parent_id is not None]
        return max(able, key=lambda pair: pair[1].id, default=None)

    def _forth(self, session: Session, job_id: str) -> tuple[Document, Revision] | None:
        """The oldest change that was taken back, unless something new was done since."""
        documents = self._together(session, job_id)
        newest = max(document.head_id for document in documents)
        found: list[tuple[Document, Revision]] = []
        for document in documents:
            children = select(Revision).where(Revision.parent_id == document.head_id).order_by(Revision.id.desc())
            child = session.scalars(children).first()
            if child is not None and child.id > newest:
                found.append((document, child))
        return min(found, key=lambda pair: pair[1].id, default=None)

    def can_move(self, job_id: str) -> tuple[str | None, str | None]:
        """What undo would take back and redo bring again, in words; None where there is nothing."""
        with self._session() as session:
            back, forth = self._back(session, job_id), self._forth(session, job_id)
            return (back[1].summary if back else None), (forth[1].summary if forth else None)

    def undo(self, job_id: str) -> None:
        """Takes back the last change to the job or its walls."""
        with self._session() as session:
            back = self._back(session, job_id)
            if back and back[1].parent_id is not None:
                back[0].head_id = back[1].parent_id

    def redo(self, job_id: str) -> None:
        """Brings back the change that was taken back last."""
        with self._session() as session:
            forth = self._forth(session, job_id)
            if forth:
                forth[0].head_id = forth[1].id

    # --- whole documents -------------------------------------------------------------------------------------------

    def document(self, job_id: str, catalogue: Catalogue, changed: Sequence[Model] = ()) -> JobDocument:
        """A job with its site and the walls that it touches, in them the holes that other jobs have drilled there.

        The van's kit is put in as soon as anybody has told what is in it; until then the job's own stands.
        ``changed``: a job, site or walls to be looked at in place of those that are saved.
        """
        kit = self.kit().body
        with self._session() as session:
            job = self._load(session, JobBody, job_id)
            saved_site = self._load(session, Site, job.site_id).body
            body = next((one for one in changed if isinstance(one, JobBody)), job.body)
            site = next((one for one in changed if isinstance(one, Site)), saved_site)
            others = {one.id: one for one in changed if isinstance(one, Wall)}
            walls = tuple(
                _with_holes(
                    others.get(wall_id) or self._load(session, Wall, wall_id).body,
                    self._drilled(session, job, wall_id, catalogue),
                )
                for wall_id in _walls_of(body)
            )
            return assemble(job.id, body.model_copy(update={"kit": kit}) if kit.told else body, site, walls)

    def whole_document(self, job_id: str, catalogue: Catalogue) -> JobDocument:
        """The document as it is handed on: with the own fixings that its plan weighs, so that it plans alike anywhere.

        ``catalogue``: the shipped one; a row that the job brought itself stands over one of the data file.
        """
        own = self.own_fixings().body.rows
        document = self.document(job_id, catalogue.with_fixings(own))
        rows = {row.key: row for row in (*own, *document.own_fixings)}
        return document.model_copy(update={"own_fixings": tuple(rows.values())})

    def _drilled(self, session: Session, job: Saved[JobBody], wall_id: str, catalogue: Catalogue) -> list[OldHole]:
        """Holes of the other jobs on a wall; a job that was removed leaves its holes in the wall all the same."""
        query = (
            select(Document.id, Revision.body)
            .join(Revision, Revision.id == Document.head_id)
            .where(Document.kind == "job", Document.site_id == job.site_id, Document.id != job.id)
            .order_by(Document.id)
        )
        found: list[OldHole] = []
        for other_id, data in session.execute(query):
            if data["records"] and data["placement"]["wall_id"] == wall_id:
                found += drilled_holes(other_id, JobBody.model_validate(data), catalogue)
        return found

    def add_document(self, document: JobDocument, *, keep_ids: bool = False) -> Saved[JobBody]:
        """A whole document into the file, in one transaction, as a site of its own under fresh ids.

        ``keep_ids``: the demo keeps its own, and adds to its site if that is already there.
        """
        with self._session() as session:
            names: dict[str, str] = {}
            site = document.site
            if not keep_ids:
                site = site.model_copy(update={"id": new_id("site"), "name": self._free_name(session, site.name)})
            if session.get(Document, site.id) is None:
                self._create(session, site.id, site, None, "site imported")
            for wall in document.walls:
                names[wall.id] = wall.id if keep_ids else new_id("wall")
                if session.get(Document, names[wall.id]) is None:
                    body = wall.model_copy(update={"id": names[wall.id]})
                    self._create(session, body.id, body, site.id, "wall imported")
            job = _renamed(document, names)
            job_id = document.id if keep_ids else new_id("job")
            self._create(session, job_id, job, site.id, "job imported")
            return self._load(session, JobBody, job_id)

    def _free_name(self, session: Session, name: str) -> str:
        taken = {saved.body.name for saved in self._all(session, Site, None)}
        free, number = name, 2
        while free in taken:
            free = f"{name[:110]} ({number})"
            number += 1
        return free

    def restore(self, document_id: str) -> bool:
        """Brings a removed document back to sight; False where there never was one."""
        with self._session() as session:
            document = session.get(Document, document_id)
            if document is not None:
                document.deleted = False
            return document is not None

    def has(self, document_id: str) -> bool:
        with self._session() as session:
            document = session.get(Document, document_id)
            return document is not None and not document.deleted


def _with_holes(wall: Wall, holes: list[OldHole]) -> Wall:
    known = {hole.id for hole in wall.old_holes}
    fresh = tuple(hole for hole in holes if hole.id not in known)
    return wall.model_copy(update={"old_holes": (*wall.old_holes, *fresh)}) if fresh else wall


def _walls_of(job: JobBody) -> list[str]:
    wanted = [job.placement.wall_id, *(place.wall_id for place in job.placement.supports if place.wall_id)]
    return list(dict.fromkeys(wanted))


def assemble(job_id: str, job: JobBody, site: Site, walls: tuple[Wall, ...]) -> JobDocument:
    """A document from its parts, validated as a whole."""
    data: dict[str, Any] = {name: getattr(job, name) for name in JobBody.model_fields}
    return JobDocument(id=job_id, site=site, walls=walls, **data)


def _renamed(document: JobDocument, names: dict[str, str]) -> JobBody:
    data: dict[str, Any] = {name: getattr(document, name) for name in JobBody.model_fields}
    placement = document.placement
    data["placement"] = placement.model_copy(
        update={
            "wall_id": names[placement.wall_id],
            "supports": tuple(
                place.model_copy(update={"wall_id": names[place.wall_id]}) if place.wall_id else place
                for place in placement.supports
            ),
        }
    )
    return JobBody(**data)
