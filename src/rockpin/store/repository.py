"""Reads and writes sites, walls and jobs. Every change is a revision; undo and redo move along them.

A write names the revision that it was made from; if another stands there by now, it is refused as stale.
"""

from collections.abc import Sequence
from contextlib import AbstractContextManager, suppress
from datetime import UTC, datetime
from pathlib import Path
from typing import Any

from sqlalchemy.orm import Session

from rockpin.core.base.errors import BadInput, CannotPlan, Fault, StaleWrite
from rockpin.core.base.model import Model
from rockpin.core.document.fixings import OwnFixings
from rockpin.core.document.job import SCHEMA_VERSION, JobBody, JobDocument, Site
from rockpin.core.document.kit import Kit
from rockpin.core.document.wall import Wall
from rockpin.core.drilling import drilled_holes, hangs_again, hung_things, laid_pipes
from rockpin.core.tables.catalogue import Catalogue
from rockpin.store.bodies import (
    FIXINGS_ID,
    KIT_ID,
    MODELS,
    NOBODY,
    Body,
    Broken,
    By,
    LeftInWall,
    Saved,
    assemble,
    new_id,
    read_body,
    renamed,
    wall_ids,
    wall_places,
    walls_of,
    with_what_others_left,
)
from rockpin.store.history import bring_walls, done_elsewhere, moves, must_be_seen
from rockpin.store.lists import Lists
from rockpin.store.loading import all_of, document_of, ids_of, load
from rockpin.store.phones import Phones
from rockpin.store.photos import Photos
from rockpin.store.sessions import Sessions
from rockpin.store.shelves import Shelves
from rockpin.store.standing import drilled_on, jobs_on, stand_at
from rockpin.store.tables import Document, Revision, TakenIn
from rockpin.store.whole_file import bring_beside, bring_everything, everything

_SINGLE: dict[str, Model] = {KIT_ID: Kit(), FIXINGS_ID: OwnFixings()}
"""What every data file holds once, empty until somebody tells."""


class Store:
    """The data file. One short transaction a call."""

    def __init__(self, path: Path) -> None:
        self.path = path
        self.is_new = not path.exists()
        self._sessions = Sessions(path)
        self.lists = Lists(self._sessions)
        self.phones = Phones(self._sessions)
        self.photos = Photos(self.path)
        self.shelves = Shelves(self._sessions, self.photos)
        with self._sessions.reading() as session:
            there = {name for name in _SINGLE if session.get(Document, name) is not None}
        for name in _SINGLE.keys() - there:
            with self._sessions.writing() as session:
                if session.get(Document, name) is None:
                    self._create(session, name, _SINGLE[name], None, "made")

    def close(self) -> None:
        self._sessions.close()

    def moment(self) -> AbstractContextManager[None]:
        """All that is read inside is read of one moment, whatever is saved meanwhile."""
        return self._sessions.moment()

    # --- reading ---------------------------------------------------------------------------------------------------

    def listed(self, kind: type[Body], site_id: str | None) -> list[Saved[Body] | Broken]:
        """All of a kind, those that cannot be read as what can be told of them: one never hides the others."""
        with self._sessions.reading() as session:
            found: list[Saved[Body] | Broken] = []
            for document_id in ids_of(session, kind, site_id):
                try:
                    found.append(load(session, kind, document_id))
                except CannotPlan as error:
                    head = session.get_one(Revision, session.get_one(Document, document_id).head_id)
                    label = head.body.get("title") or head.body.get("name") or document_id
                    found.append(Broken(document_id, head.id, str(label), str(error)))
            return found

    def raw_document(self, job_id: str) -> dict[str, Any]:
        """A job with its site and walls as they stand in the file, also where they cannot be read."""
        with self._sessions.reading() as session:
            job = document_of(session, JobBody, job_id)

            def body(document_id: str | None) -> dict[str, Any] | None:
                document = session.get(Document, document_id) if document_id else None
                return session.get_one(Revision, document.head_id).body if document else None

            own = body(job_id) or {}
            walls = [found for wall_id in wall_ids(own) if (found := body(wall_id)) is not None]
            return {**own, "id": job_id, "site": body(job.site_id), "walls": walls}

    def sites(self) -> list[Saved[Site]]:
        with self._sessions.reading() as session:
            return all_of(session, Site, None)

    def site(self, site_id: str) -> Saved[Site]:
        with self._sessions.reading() as session:
            return load(session, Site, site_id)

    def walls(self, site_id: str) -> list[Saved[Wall]]:
        with self._sessions.reading() as session:
            return all_of(session, Wall, site_id)

    def jobs(self, site_id: str) -> list[Saved[JobBody]]:
        with self._sessions.reading() as session:
            return all_of(session, JobBody, site_id)

    def wall(self, wall_id: str) -> Saved[Wall]:
        with self._sessions.reading() as session:
            return load(session, Wall, wall_id)

    def job(self, job_id: str) -> Saved[JobBody]:
        with self._sessions.reading() as session:
            return load(session, JobBody, job_id)

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
            version=SCHEMA_VERSION,
        )
        session.add(revision)
        session.flush()
        return revision

    def _create(self, session: Session, document_id: str, body: Model, site_id: str | None, summary: str) -> None:
        kind = next(key for key, model in MODELS.items() if model is type(body))
        document = Document(id=document_id, kind=kind, site_id=site_id, head_id=0, deleted=False)
        session.add(document)
        session.flush()
        stand_at(session, document, self._append(session, document_id, None, body, summary))

    def add_site(self, site: Site) -> Saved[Site]:
        with self._sessions.writing() as session:
            self._create(session, site.id, site, None, "site made")
            return load(session, Site, site.id)

    def add_wall(self, site_id: str, wall: Wall) -> Saved[Wall]:
        with self._sessions.writing() as session:
            document_of(session, Site, site_id)
            self._create(session, wall.id, wall, site_id, "wall made")
            return load(session, Wall, wall.id)

    def add_job(
        self, site_id: str, job: JobBody, job_id: str | None = None, wall: Wall | None = None
    ) -> Saved[JobBody]:
        """A new job on walls of its site. ``wall``: a new one that is made for it, both or neither.

        Raises BadInput where one of them is none, or is gone.
        """
        with self._sessions.writing() as session:
            document_of(session, Site, site_id)
            if wall is not None:
                self._create(session, wall.id, wall, site_id, "wall made")
            self._hold(session, site_id, job)
            made = job_id or new_id("job")
            self._create(session, made, job, site_id, "job made")
            return load(session, JobBody, made)

    def save(
        self,
        document_id: str,
        body: Body,
        base_revision: int,
        summary: str,
        by: By = NOBODY,
        taken_in: str | None = None,
    ) -> Saved[Body]:
        """A new revision on top of the one it was made from. ``by``: in which job, at which device.

        ``taken_in``: the id of what happened at the wall and is taken in with it.

        Raises StaleWrite where another stands there now, BadInput where a job would stand on a wall that is not there.
        """
        with self._sessions.writing() as session:
            document = document_of(session, type(body), document_id)
            if document.head_id != base_revision:
                raise StaleWrite("This was changed elsewhere in the meantime.", document.head_id)
            if isinstance(body, JobBody) and document.site_id:
                self._hold(session, document.site_id, body)
            head = session.get_one(Revision, document.head_id)
            if taken_in is not None:
                session.add(TakenIn(id=taken_in, job_id=document_id))
            if head.body != body.model_dump(mode="json"):
                stand_at(session, document, self._append(session, document_id, document.head_id, body, summary, by))
            return load(session, type(body), document_id)

    def taken_in_by(self, happened_id: str) -> str | None:
        """The id of the job that took something in before that happened at the wall; None: it is new."""
        with self._sessions.reading() as session:
            known = session.get(TakenIn, happened_id)
            return known.job_id if known else None

    def check_walls(self, job_id: str, job: JobBody) -> None:
        """Raises BadInput where a job would stand on a wall that is not there, or on one of another site."""
        with self._sessions.reading() as session:
            site_id = document_of(session, JobBody, job_id).site_id
            if site_id:
                self._hold(session, site_id, job)

    def _hold(self, session: Session, site_id: str, job: JobBody) -> None:
        """Raises BadInput where a job names a wall that is not there, or one of another site."""
        for place, wall_id in wall_places(job):
            wall = session.get(Document, wall_id)
            if wall is None or wall.deleted or wall.kind != "wall":
                raise BadInput([Fault(place, f"“{wall_id}” is no wall here; it may have been removed")])
            if wall.site_id != site_id:
                raise BadInput([Fault(place, f"“{wall_id}” is a wall of another site; choose one of this site")])

    def remove(self, kind: type[Body], document_id: str) -> None:
        """Takes a site, wall or job out of sight; its revisions stay in the file.

        Raises BadInput where jobs still stand on a wall, with any of their supports.
        """
        with self._sessions.writing() as session:
            document = document_of(session, kind, document_id)
            if document.kind == "wall" and (jobs := jobs_on(session, document_id)):
                raise BadInput([Fault("wall", f"carries {', '.join(jobs)}; remove that first")])
            document.deleted, document.removed_at = True, datetime.now(UTC)

    # --- what belongs to the user, not to a site -----------------------------------------------------------------

    def kit(self) -> Saved[Kit]:
        """What the van holds; empty until somebody tells."""
        with self._sessions.reading() as session:
            return load(session, Kit, KIT_ID)

    def own_fixings(self) -> Saved[OwnFixings]:
        """The user's own rows of the catalogue."""
        with self._sessions.reading() as session:
            return load(session, OwnFixings, FIXINGS_ID)

    def before(self, document_id: str) -> dict[str, Any] | None:
        """What a single document held before its last change; None where there was nothing."""
        with self._sessions.reading() as session:
            document = session.get(Document, document_id)
            head = session.get(Revision, document.head_id) if document else None
            parent = session.get(Revision, head.parent_id) if head and head.parent_id else None
            return parent.body if parent else None

    def step_back(self, document_id: str) -> str | None:
        """Takes back the last change of a single document; the summary of what was taken back, None where nothing."""
        with self._sessions.writing() as session:
            document = session.get(Document, document_id)
            head = session.get(Revision, document.head_id) if document else None
            if document is None or head is None or head.parent_id is None:
                return None
            stand_at(session, document, session.get_one(Revision, head.parent_id))
            return head.summary

    # --- undo and redo over a job and its walls ---------------------------------------------------------------

    def can_move(self, job_id: str, device: str = "") -> tuple[str | None, str | None]:
        """What undo would take back and redo bring again, in words; None where there is nothing."""
        with self._sessions.reading() as session:
            document_of(session, JobBody, job_id)
            back, forth = moves(session, job_id, device)
            return (back[1].summary if back else None), (forth[1].summary if forth else None)

    def done_elsewhere(self, job_id: str, device: str = "") -> str | None:
        """The last change to a job and its walls, where it was not made in this job at this device. Raises NotFound."""
        with self._sessions.reading() as session:
            document_of(session, JobBody, job_id)
            return done_elsewhere(session, job_id, device)

    def undo(self, job_id: str, device: str = "", seen: int | None = None) -> None:
        """Takes back the last change that was made in this job by this device, to it or its walls.

        ``seen``: the revision of the job that the device shows; raises StaleWrite where another stands there now.
        """
        with self._sessions.writing() as session:
            must_be_seen(session, job_id, seen)
            back, _ = moves(session, job_id, device)
            if back and back[1].parent_id is not None:
                stand_at(session, back[0], session.get_one(Revision, back[1].parent_id))
                bring_walls(session, job_id)

    def redo(self, job_id: str, device: str = "", seen: int | None = None) -> None:
        """Brings back the change that was taken back last. Raises StaleWrite as :meth:`undo`."""
        with self._sessions.writing() as session:
            must_be_seen(session, job_id, seen)
            _, forth = moves(session, job_id, device)
            if forth:
                stand_at(session, *forth)
                bring_walls(session, job_id)

    # --- whole documents -------------------------------------------------------------------------------------------

    def document(self, job_id: str, catalogue: Catalogue, changed: Sequence[Model] = ()) -> JobDocument:
        """A job with its site and the walls that it touches, in them the holes that other jobs have drilled there.

        The van's kit is put in as soon as anybody has told what is in it; until then the job's own stands.
        ``changed``: a job, site or walls to be looked at in place of those that are saved.
        """
        kit = self.kit().body
        with self._sessions.reading() as session:
            job = load(session, JobBody, job_id)
            saved_site = load(session, Site, job.site_id).body
            body = next((one for one in changed if isinstance(one, JobBody)), job.body)
            site = next((one for one in changed if isinstance(one, Site)), saved_site)
            others = {one.id: one for one in changed if isinstance(one, Wall)}
            walls = tuple(
                with_what_others_left(wall, self._left_by_others(session, job, wall, catalogue))
                for wall in (others.get(wall_id) or load(session, Wall, wall_id).body for wall_id in walls_of(body))
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

    def _left_by_others(self, session: Session, job: Saved[JobBody], wall: Wall, catalogue: Catalogue) -> LeftInWall:
        """Holes and pipes of the other jobs on a wall, and what they hung there; what a removed one hung is gone, and
        the rest is in the wall all the same."""
        left = LeftInWall([], [], [])
        for other_id, state, removed in drilled_on(session, wall.id, besides=job.id):
            # what another job has drilled, but cannot be read, is no reason to hide this one
            with suppress(CannotPlan):
                other = read_body(JobBody, "job", state.body, state.version)
                left.holes.extend(drilled_holes(other_id, other, wall, catalogue))
                left.pipes.extend(laid_pipes(other_id, other, wall))
                if not removed and not hangs_again(job.body, other, wall):
                    left.things.extend(hung_things(other_id, other, wall, catalogue))
        return left

    def add_document(self, document: JobDocument, *, keep_ids: bool = False) -> Saved[JobBody]:
        """A whole document into the file, in one transaction, as a site of its own under fresh ids.

        ``keep_ids``: the demo keeps its own, and adds to its site if that is already there.
        """
        with self._sessions.writing() as session:
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
            job = renamed(document, names)
            job_id = document.id if keep_ids else new_id("job")
            self._create(session, job_id, job, site.id, "job imported")
            return load(session, JobBody, job_id)

    def _free_name(self, session: Session, name: str) -> str:
        taken = {saved.body.name for saved in all_of(session, Site, None)}
        free, number = name, 2
        while free in taken:
            free = f"{name[:110]} ({number})"
            number += 1
        return free

    def restore(self, document_id: str) -> bool:
        """Brings a removed document back to sight with what it needs; False where there never was one."""
        with self._sessions.writing() as session:
            document = session.get(Document, document_id)
            if document is None:
                return False
            site = session.get(Document, document.site_id) if document.site_id else None
            for one in (document, site):
                if one is not None:
                    one.deleted, one.removed_at = False, None
            if document.kind == "job":
                bring_walls(session, document_id)
            return True

    # --- everything ------------------------------------------------------------------------------------------------

    def everything(self, site_id: str | None = None) -> list[dict[str, Any]]:
        """Every document with all of its states, or one site's, as they stand in the file. Raises NotFound."""
        with self._sessions.reading() as session:
            if site_id is not None:
                document_of(session, Site, site_id)
            return everything(session, site_id)

    def bring_everything(self, documents: Sequence[dict[str, Any]], *, beside: bool = False) -> int:
        """Puts every document with its states into an empty data file; how many. All of it, or nothing.

        ``beside``: sites beside what is there, as :func:`rockpin.store.whole_file.bring_beside`. Raises BadInput where
        something is in the file already, or where what is brought does not hold together.
        """
        with self._sessions.writing() as session:
            return bring_beside(session, documents) if beside else bring_everything(session, documents)

    def has(self, document_id: str) -> bool:
        with self._sessions.reading() as session:
            document = session.get(Document, document_id)
            return document is not None and not document.deleted
