"""Reads and writes sites, walls and jobs. Every change is a revision; undo and redo move along them.

A write names the revision that it was made from; if another stands there by now, it is refused as stale.
"""

from collections.abc import Iterator, Sequence
from contextlib import contextmanager, suppress
from contextvars import ContextVar
from dataclasses import dataclass
from datetime import UTC, datetime
from pathlib import Path
from typing import Any, Generic, NamedTuple, TypeVar
from uuid import uuid4

from pydantic import ValidationError
from sqlalchemy import delete, func, select
from sqlalchemy.exc import IntegrityError
from sqlalchemy.orm import Session

from rockpin.core.base.errors import BadInput, CannotPlan, Fault, NotFound, StaleWrite, faults_of
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


class Broken(NamedTuple):
    """A document that cannot be read: what can be told of it, and why."""

    id: str
    revision: int
    label: str
    why: str


@dataclass(frozen=True)
class Saved(Generic[Body]):
    """A document as it stands: its id, revision and content."""

    id: str
    site_id: str
    revision: int
    body: Body


class By(NamedTuple):
    """In which job a change was made, and at which device; None: nobody noted it."""

    job_id: str | None = None
    device: str | None = None


NOBODY = By()


def new_id(stem: str) -> str:
    """A fresh id that still says what it is."""
    return f"{stem}-{uuid4().hex[:10]}"


class Store:
    """The data file. One short transaction a call."""

    def __init__(self, path: Path) -> None:
        self.path = path
        self._engine = open_engine(path)
        self._reader = self._engine.execution_options(reads_only=True)
        self._moment: ContextVar[Session | None] = ContextVar(f"moment of {id(self)}", default=None)

    def close(self) -> None:
        self._engine.dispose()

    @contextmanager
    def _session(self) -> Iterator[Session]:
        """A transaction that may write: it takes the lock at once."""
        with Session(self._engine, expire_on_commit=False) as session, session.begin():
            yield session

    @contextmanager
    def _reading(self) -> Iterator[Session]:
        """A transaction that only reads, and waits for no writer; inside :meth:`moment` the one of that moment."""
        if (open_now := self._moment.get()) is not None:
            yield open_now
            return
        with Session(self._reader, expire_on_commit=False) as session, session.begin():
            yield session

    @contextmanager
    def moment(self) -> Iterator[None]:
        """All that is read inside is read of one moment, whatever is saved meanwhile."""
        with self._reading() as session:
            token = self._moment.set(session)
            try:
                yield
            finally:
                self._moment.reset(token)

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
            body=_read(kind, document.kind, revision.body),
        )

    def _document(self, session: Session, kind: type[Model], document_id: str) -> Document:
        return self._checked(kind, document_id, session.get(Document, document_id))

    @staticmethod
    def _checked(kind: type[Model], document_id: str, document: Document | None) -> Document:
        if document is None or document.deleted or _MODELS[document.kind] is not kind:
            name = next(key for key, model in _MODELS.items() if model is kind)
            raise NotFound(f"There is no {name} “{document_id}” here; it may have been removed.")
        return document

    def _ids(self, session: Session, kind: type[Body], site_id: str | None) -> list[str]:
        name = next(key for key, model in _MODELS.items() if model is kind)
        query = (
            select(Document.id)
            .where(Document.kind == name, Document.deleted.is_(False), Document.site_id == site_id)
            .join(Revision, Revision.document_id == Document.id)
            .group_by(Document.id)
            .order_by(func.min(Revision.id))
        )
        return list(session.scalars(query))

    def _all(self, session: Session, kind: type[Body], site_id: str | None) -> list[Saved[Body]]:
        return [self._load(session, kind, found) for found in self._ids(session, kind, site_id)]

    def listed(self, kind: type[Body], site_id: str | None) -> list[Saved[Body] | Broken]:
        """All of a kind, those that cannot be read as what can be told of them: one never hides the others."""
        with self._reading() as session:
            found: list[Saved[Body] | Broken] = []
            for document_id in self._ids(session, kind, site_id):
                try:
                    found.append(self._load(session, kind, document_id))
                except CannotPlan as error:
                    head = session.get_one(Revision, session.get_one(Document, document_id).head_id)
                    label = head.body.get("title") or head.body.get("name") or document_id
                    found.append(Broken(document_id, head.id, str(label), str(error)))
            return found

    def raw_document(self, job_id: str) -> dict[str, Any]:
        """A job with its site and walls as they stand in the file, also where they cannot be read."""
        with self._reading() as session:
            job = self._document(session, JobBody, job_id)

            def body(document_id: str | None) -> dict[str, Any] | None:
                document = session.get(Document, document_id) if document_id else None
                return session.get_one(Revision, document.head_id).body if document else None

            own = body(job_id) or {}
            walls = [found for wall_id in _wall_ids(own) if (found := body(wall_id)) is not None]
            return {**own, "id": job_id, "site": body(job.site_id), "walls": walls}

    def sites(self) -> list[Saved[Site]]:
        with self._reading() as session:
            return self._all(session, Site, None)

    def site(self, site_id: str) -> Saved[Site]:
        with self._reading() as session:
            return self._load(session, Site, site_id)

    def walls(self, site_id: str) -> list[Saved[Wall]]:
        with self._reading() as session:
            return self._all(session, Wall, site_id)

    def jobs(self, site_id: str) -> list[Saved[JobBody]]:
        with self._reading() as session:
            return self._all(session, JobBody, site_id)

    def wall(self, wall_id: str) -> Saved[Wall]:
        with self._reading() as session:
            return self._load(session, Wall, wall_id)

    def job(self, job_id: str) -> Saved[JobBody]:
        with self._reading() as session:
            return self._load(session, JobBody, job_id)

    # --- writing ---------------------------------------------------------------------------------------------------

    def _append(
        self, session: Session, document_id: str, parent: int | None, body: Model, summary: str, by: By = NOBODY
    ) -> Revision:
        revision = Revision(
            document_id=document_id,
            parent_id=parent,
            job_id=by.job_id,
            device=by.device,
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
        """A new job on walls of its site. Raises BadInput where one of them is none, or is gone."""
        with self._session() as session:
            self._document(session, Site, site_id)
            self._hold(session, site_id, job)
            made = job_id or new_id("job")
            self._create(session, made, job, site_id, "job made")
            return self._load(session, JobBody, made)

    def save(self, document_id: str, body: Body, base_revision: int, summary: str, by: By = NOBODY) -> Saved[Body]:
        """A new revision on top of the one it was made from. ``by``: in which job, at which device.

        Raises StaleWrite where another stands there now, BadInput where a job would stand on a wall that is not there.
        """
        with self._session() as session:
            document = self._document(session, type(body), document_id)
            if document.head_id != base_revision:
                raise StaleWrite("This was changed elsewhere in the meantime.", document.head_id)
            if isinstance(body, JobBody) and document.site_id:
                self._hold(session, document.site_id, body)
            head = session.get_one(Revision, document.head_id)
            if head.body != body.model_dump(mode="json"):
                document.head_id = self._append(session, document_id, document.head_id, body, summary, by).id
            return self._load(session, type(body), document_id)

    def check_walls(self, job_id: str, job: JobBody) -> None:
        """Raises BadInput where a job would stand on a wall that is not there, or on one of another site."""
        with self._reading() as session:
            site_id = self._document(session, JobBody, job_id).site_id
            if site_id:
                self._hold(session, site_id, job)

    def _hold(self, session: Session, site_id: str, job: JobBody) -> None:
        """Raises BadInput where a job names a wall that is not there, or one of another site."""
        for place, wall_id in _wall_places(job):
            wall = session.get(Document, wall_id)
            if wall is None or wall.deleted or wall.kind != "wall":
                raise BadInput([Fault(place, f"“{wall_id}” is no wall here; it may have been removed")])
            if wall.site_id != site_id:
                raise BadInput([Fault(place, f"“{wall_id}” is a wall of another site; choose one of this site")])

    def remove(self, kind: type[Body], document_id: str) -> None:
        """Takes a site, wall or job out of sight; its revisions stay in the file.

        Raises BadInput where jobs still stand on a wall, with any of their supports.
        """
        with self._session() as session:
            document = self._document(session, kind, document_id)
            if document.kind == "wall" and (jobs := self._on_wall(session, document)):
                raise BadInput([Fault("wall", f"carries {', '.join(jobs)}; remove that first")])
            document.deleted = True

    @staticmethod
    def _on_wall(session: Session, wall: Document) -> list[str]:
        """The titles of the jobs that stand on a wall."""
        query = (
            select(Revision.body)
            .join(Document, Revision.id == Document.head_id)
            .where(Document.kind == "job", Document.site_id == wall.site_id, Document.deleted.is_(False))
            .order_by(Document.id)
        )
        return [body["title"] for body in session.scalars(query) if wall.id in _wall_ids(body)]

    # --- what belongs to the user, not to a site -----------------------------------------------------------------

    def _single(self, kind: type[Body], document_id: str, empty: Body) -> Saved[Body]:
        with self._reading() as session:
            if session.get(Document, document_id) is not None:
                return self._load(session, kind, document_id)
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

    def before(self, document_id: str) -> dict[str, Any] | None:
        """What a single document held before its last change; None where there was nothing."""
        with self._reading() as session:
            document = session.get(Document, document_id)
            head = session.get(Revision, document.head_id) if document else None
            parent = session.get(Revision, head.parent_id) if head and head.parent_id else None
            return parent.body if parent else None

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
        job = self._document(session, JobBody, job_id)
        names = _wall_ids(session.get_one(Revision, job.head_id).body)
        walls = [wall for name in names if (wall := session.get(Document, name)) is not None]
        return [job, *walls]

    def _back(self, session: Session, job_id: str, device: str) -> tuple[Document, Revision] | None:
        """The document whose last change came last, if it can go back.

        What another job did to a shared wall, or another device here, is not this one's to take back.
        """
        heads = [(doc, session.get_one(Revision, doc.head_id)) for doc in self._together(session, job_id)]
        able = [(doc, head) for doc, head in heads if head.parent_id is not None and _own(head, job_id, device)]
        return max(able, key=lambda pair: pair[1].id, default=None)

    def _forth(self, session: Session, job_id: str, device: str) -> tuple[Document, Revision] | None:
        """The oldest change that was taken back, unless something new was done since."""
        documents = self._together(session, job_id)
        newest = max(document.head_id for document in documents)
        found: list[tuple[Document, Revision]] = []
        for document in documents:
            children = select(Revision).where(Revision.parent_id == document.head_id).order_by(Revision.id.desc())
            child = session.scalars(children).first()
            if child is not None and child.id > newest and _own(child, job_id, device):
                found.append((document, child))
        return min(found, key=lambda pair: pair[1].id, default=None)

    def can_move(self, job_id: str, device: str = "") -> tuple[str | None, str | None]:
        """What undo would take back and redo bring again, in words; None where there is nothing."""
        with self._reading() as session:
            back, forth = self._back(session, job_id, device), self._forth(session, job_id, device)
            return (back[1].summary if back else None), (forth[1].summary if forth else None)

    def undo(self, job_id: str, device: str = "", seen: int | None = None) -> None:
        """Takes back the last change that was made in this job by this device, to it or its walls.

        ``seen``: the revision of the job that the device shows; raises StaleWrite where another stands there now.
        """
        with self._session() as session:
            self._as_seen(session, job_id, seen)
            back = self._back(session, job_id, device)
            if back and back[1].parent_id is not None:
                back[0].head_id = back[1].parent_id
                self._bring_walls(session, job_id)

    def redo(self, job_id: str, device: str = "", seen: int | None = None) -> None:
        """Brings back the change that was taken back last. Raises StaleWrite as :meth:`undo`."""
        with self._session() as session:
            self._as_seen(session, job_id, seen)
            forth = self._forth(session, job_id, device)
            if forth:
                forth[0].head_id = forth[1].id
                self._bring_walls(session, job_id)

    def _as_seen(self, session: Session, job_id: str, seen: int | None) -> None:
        head = self._document(session, JobBody, job_id).head_id
        if seen is not None and seen != head:
            raise StaleWrite("This was changed elsewhere in the meantime.", head)

    def _bring_walls(self, session: Session, job_id: str) -> None:
        """A job that comes back to a state of its own brings back the walls that it stands on there."""
        session.flush()
        head = session.get_one(Revision, session.get_one(Document, job_id).head_id)
        for wall_id in _wall_ids(head.body):
            wall = session.get(Document, wall_id)
            if wall is None:
                raise NotFound(f"It stood on the wall “{wall_id}”, which is not in this data file.")
            wall.deleted = False

    # --- whole documents -------------------------------------------------------------------------------------------

    def document(self, job_id: str, catalogue: Catalogue, changed: Sequence[Model] = ()) -> JobDocument:
        """A job with its site and the walls that it touches, in them the holes that other jobs have drilled there.

        The van's kit is put in as soon as anybody has told what is in it; until then the job's own stands.
        ``changed``: a job, site or walls to be looked at in place of those that are saved.
        """
        kit = self.kit().body
        with self._reading() as session:
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
            if not data.get("records") or wall_id not in _wall_ids(data)[:1]:
                continue
            # what another job has drilled, but cannot be read, is no reason to hide this one
            with suppress(CannotPlan):
                found += drilled_holes(other_id, _read(JobBody, "job", data), catalogue)
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
        """Brings a removed document back to sight with what it needs; False where there never was one."""
        with self._session() as session:
            document = session.get(Document, document_id)
            if document is None:
                return False
            document.deleted = False
            site = session.get(Document, document.site_id) if document.site_id else None
            if site is not None:
                site.deleted = False
            if document.kind == "job":
                self._bring_walls(session, document_id)
            return True

    # --- everything ------------------------------------------------------------------------------------------------

    def everything(self) -> list[dict[str, Any]]:
        """Every document with all of its states, removed ones too, as they stand in the file."""
        with self._reading() as session:
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

    def bring_everything(self, documents: Sequence[dict[str, Any]]) -> int:
        """Puts every document with its states into an empty data file; how many. All of it, or nothing.

        Raises BadInput where something is in the file already, or where what is brought does not hold together.
        """
        with self._session() as session:
            if session.scalars(select(Document.id).where(Document.kind == "site")).first() is not None:
                raise BadInput([Fault("data", "is not empty; give --data with the name of a new file")])
            # an empty van and no own fixings are made on looking; what is brought stands in their place
            for name in (KIT_ID, FIXINGS_ID):
                if (empty := session.get(Document, name)) is not None:
                    session.execute(delete(Revision).where(Revision.document_id == name))
                    session.delete(empty)
            session.flush()
            try:
                for one in documents:
                    kind = str(one["kind"])
                    if kind not in _MODELS:
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
                            body=state["body"],
                        )
                    )
                    session.flush()
            except (KeyError, TypeError, ValueError, IntegrityError) as error:
                raise BadInput(
                    [Fault("file", f"does not hold together ({type(error).__name__}: {error})"[:300])]
                ) from error
            heads = {int(one["head"]) for one in documents}
            if heads - {int(state["id"]) for one in documents for state in one["states"]}:
                raise BadInput([Fault("file", "names states that are not in it; export it again")])
            return len(documents)

    def has(self, document_id: str) -> bool:
        with self._reading() as session:
            document = session.get(Document, document_id)
            return document is not None and not document.deleted


def _read(kind: type[Body], name: str, body: dict[str, Any]) -> Body:
    """A body as its model. Raises CannotPlan where it is none: it was whole when it was saved."""
    try:
        return kind.model_validate(upgraded_part(name, body))
    except (ValidationError, KeyError, TypeError, ValueError) as error:
        first = faults_of(error)[0] if isinstance(error, ValidationError) else Fault("", type(error).__name__)
        raise CannotPlan(
            f"This {name} cannot be read ({first.path or name}: {first.message}). Take the last change back, or save "
            "the document and report it."
        ) from error


def _with_holes(wall: Wall, holes: list[OldHole]) -> Wall:
    known = {hole.id for hole in wall.old_holes}
    fresh = tuple(hole for hole in holes if hole.id not in known)
    return wall.model_copy(update={"old_holes": (*wall.old_holes, *fresh)}) if fresh else wall


def _wall_places(job: JobBody) -> list[tuple[str, str]]:
    """Every wall that a job names, with the field that names it."""
    supports = enumerate(job.placement.supports)
    named = [(f"job.placement.supports.{i}.wall_id", place.wall_id) for i, place in supports if place.wall_id]
    return [("job.placement.wall_id", job.placement.wall_id), *named]


def _walls_of(job: JobBody) -> list[str]:
    return list(dict.fromkeys(wall_id for _, wall_id in _wall_places(job)))


def _wall_ids(body: dict[str, Any]) -> list[str]:
    """The walls that a job names, as it is kept: also one that no longer reads."""
    placement = body.get("placement") or {}
    supports = placement.get("supports") or ()
    named = [placement.get("wall_id"), *(place.get("wall_id") for place in supports)]
    return list(dict.fromkeys(one for one in named if one))


def _own(revision: Revision, job_id: str, device: str) -> bool:
    """Whether a change was made in this job and at this device, or nobody noted where."""
    return revision.job_id in (None, job_id) and (not device or revision.device in (None, device))


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
