"""What every request needs: the store and the catalogue, held by the application."""

from contextlib import suppress
from dataclasses import dataclass, field
from typing import Annotated

from fastapi import Depends, Header, Request

from rockpin.core.base.errors import CannotPlan, RockPinError
from rockpin.core.base.findings import Verdict
from rockpin.core.base.keeping import Keep
from rockpin.core.base.model import Model
from rockpin.core.document.fixings import OwnFixings
from rockpin.core.document.job import JobBody, JobDocument
from rockpin.core.plan import Plan, make_plan
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.references import usable_rows
from rockpin.store import Broken, Store
from rockpin.store.bodies import FIXINGS_ID

_MOST_KEPT = 500
# a finger drags one fixture on one wall; a few people at once, each with the rooms' answers
_MOST_ANSWERS = 60


@dataclass(frozen=True)
class AppContext:
    store: Store
    shipped: Catalogue
    _own: dict[int, Catalogue] = field(default_factory=dict)
    _verdicts: dict[str, Verdict] = field(default_factory=dict)
    keep: Keep = field(default_factory=lambda: Keep(_MOST_ANSWERS))

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
            self._verdicts.clear()
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
                named = {one.fixing for one in body.choices} | {one.fixing for one in body.pull_tests}
                if gone & (named | {one.fixing for one in body.records if one.fixing}):
                    users.append(body.title)
        return users

    def plan_of(self, document: JobDocument) -> Plan:
        """The plan of a document. Raises CannotPlan where making it fails by a fault that nobody foresaw."""
        try:
            return make_plan(document, self.catalogue, self.keep)
        except RockPinError:
            raise
        except Exception as error:
            raise CannotPlan(
                f"Rock Pin fails on this job ({type(error).__name__}): that is a fault of the program, not yours. Take "
                "the last change back, or save the document and report it."
            ) from error

    def must_stay_plannable(self, job_id: str, changed: Model) -> None:
        """Raises CannotPlan where a change would leave a job without a plan that has one now."""
        try:
            self.plan_of(self.store.document(job_id, self.catalogue, [changed]))
        except CannotPlan:
            # what could not be planned before is not held against the change
            with suppress(RockPinError):
                self.plan_of(self.store.document(job_id, self.catalogue))
                raise
        except RockPinError:
            pass

    def verdict_of(self, document: JobDocument) -> Verdict:
        """The verdict of a job, kept as long as its document stays the same: a plan is a pure function of it."""
        key = document.model_dump_json()
        if key not in self._verdicts:
            if len(self._verdicts) >= _MOST_KEPT:
                self._verdicts.clear()
            self._verdicts[key] = self.plan_of(document).verdict
        return self._verdicts[key]


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
