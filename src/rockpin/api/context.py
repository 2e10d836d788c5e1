"""What every request needs: the store and the catalogue, held by the application."""

import hashlib
from collections.abc import Callable
from contextlib import suppress
from dataclasses import dataclass, field
from functools import cached_property
from pathlib import Path
from typing import Annotated, Any, TypeVar

from fastapi import Depends, Header, Request

from rockpin.api.schemas import WallLine
from rockpin.core.base.errors import CannotPlan, RockPinError
from rockpin.core.base.keeping import GoOn, Keep, go_on_always
from rockpin.core.base.quantities import UnitSystem
from rockpin.core.document.fixings import OwnFixings
from rockpin.core.document.job import JobBody, JobDocument, Region
from rockpin.core.plan import Plan, make_plan
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.references import usable_rows
from rockpin.store import Broken, Store
from rockpin.store.bodies import FIXINGS_ID
from rockpin.store.photos import Photos

T = TypeVar("T")

_PACKAGE = Path(__file__).parent.parent
_TOLD = {".py", ".toml", ".json", ".csv"}
# jobs that are worked on at the same time
_MOST_KEPT = 24
# a finger drags one fixture on one wall; a few people at once, each with the rooms' answers
_MOST_ANSWERS = 60


@dataclass(frozen=True)
class AppContext:
    store: Store
    shipped: Catalogue
    _own: dict[int, Catalogue] = field(default_factory=dict)
    _documents: dict[str, tuple[str, JobDocument]] = field(default_factory=dict)
    _plans: dict[str, tuple[JobDocument, Catalogue, Plan]] = field(default_factory=dict)
    wall_lines: dict[tuple[int, UnitSystem, Region], WallLine] = field(default_factory=dict)
    _afterwards: list[Callable[[], None]] = field(default_factory=list)
    keep: Keep = field(default_factory=lambda: Keep(_MOST_ANSWERS))
    go_on: GoOn = go_on_always

    @property
    def photos(self) -> Photos:
        """The photos beside the data file."""
        return self.store.photos

    @property
    def catalogue(self) -> Catalogue:
        """The shipped catalogue with the user's own fixings, put together anew when these change."""
        try:
            saved = self.store.own_fixings()
        except CannotPlan:
            # own rows that cannot be read hide no job: it is planned without them
            return self.shipped
        if saved.revision not in self._own:
            self._own.clear()
            rows = usable_rows(saved.body.rows, self.shipped)
            self._own[saved.revision] = self.shipped.with_own(rows) if rows else self.shipped
        return self._own[saved.revision]

    def users_of_last_fixings(self) -> list[str]:
        """Who uses own fixings that would be gone if their last reading were taken back: jobs by title, the van."""
        now, before = self.store.own_fixings().body, self.store.before(FIXINGS_ID)
        kept = {row.key for row in OwnFixings.model_validate(before).rows} if before else set()
        gone = {row.key for row in now.rows} - kept - self.shipped.fixing_by_key.keys()
        users = ["the van"] if gone & {item.key for item in self.store.kit().body.fixings} else []
        for site in self.store.sites():
            for job in self.store.listed(JobBody, site.id):
                if isinstance(job, Broken):
                    continue
                body = job.body
                picked = {one.fixing for items in (body.choices, body.pull_tests) for one in items}
                drilled = {one.fixing for items in (body.records, body.left) for one in items if one.fixing}
                if gone & (picked | drilled):
                    users.append(body.title)
        return users

    def plan_of(self, document: JobDocument, *, keep: bool = True, at_rest: Plan | None = None) -> Plan:
        """The plan of a document. Raises CannotPlan where making it fails by a fault that nobody foresaw.

        ``keep``: it is asked for again soon, as a change is that is tried and then saved. ``at_rest``: the plan where
        its fixture stood, while it is only moved.
        """
        catalogue, known = self.catalogue, self._plans.get(document.id)
        if known is not None and known[1] is catalogue and known[0] == document:
            return known[2]
        try:
            plan = make_plan(document, catalogue, self.keep, at_rest)
        except RockPinError:
            raise
        except Exception as error:
            raise CannotPlan(
                f"Rock Pin fails on this job ({type(error).__name__}): that is a fault of the program, not yours. Take "
                "the last change back, or save the document and report it."
            ) from error
        if keep:
            _put(self._plans, document.id, (document, catalogue, plan))
        return plan

    @cached_property
    def program(self) -> str:
        """What stands for the rules and tables that plans are made with: a verdict made with others is made anew."""
        read = hashlib.sha256()
        for part in sorted(
            file for room in ("core", "catalogue") for file in (_PACKAGE / room).rglob("*.*") if file.suffix in _TOLD
        ):
            read.update(part.read_bytes())
        return read.hexdigest()[:16]

    def afterwards(self, work: Callable[[], None]) -> None:
        """Puts off what an answer need not wait for."""
        self._afterwards.append(work)

    def finish(self) -> None:
        """Does what was put off, as far as it can be done now."""
        while True:
            try:
                work = self._afterwards.pop(0)
            except IndexError:
                return
            with suppress(RockPinError):
                work()

    def document_of(self, job_id: str) -> JobDocument:
        """The document of a job, read anew only where something of it has changed."""
        with self.store.moment():
            stands, catalogue = self.store.lists.made_from(job_id), self.catalogue
            known = self._documents.get(job_id)
            if known is None or known[0] != stands:
                known = stands, self.store.document(job_id, catalogue)
                _put(self._documents, job_id, known)
        return known[1]


def _put(kept: dict[str, T], key: str, value: T) -> None:
    """Keeps a value, and gives up the one that was put there longest ago where there are many."""
    kept.pop(key, None)
    kept[key] = value
    while len(kept) > _MOST_KEPT:
        kept.pop(next(iter(kept)), None)


def _context(request: Request) -> AppContext:
    context: AppContext = request.app.state.context
    return context


Device = Annotated[str, Header(alias="x-rock-pin", max_length=60)]
"""The device that asks, as it names itself; undo is its own."""

Context = Annotated[AppContext, Depends(_context)]


async def _body(request: Request) -> bytes:
    return await request.body()


Body = Annotated[bytes, Depends(_body)]
"""What was sent, as it came: its reading is done beside the loop that answers everybody."""


def sent_as(kind: str, schema: dict[str, str]) -> dict[str, Any]:
    """What the description of an address says of a body that is read as it came."""
    return {"requestBody": {"required": True, "content": {kind: {"schema": schema}}}}


A_DOCUMENT = sent_as("application/json", {"type": "object"})
A_TABLE = sent_as("text/csv", {"type": "string"})
