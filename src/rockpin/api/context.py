"""What every request needs: the store and the catalogue, held by the application."""

from contextlib import suppress
from dataclasses import dataclass, field
from typing import Annotated

from fastapi import Depends, Request

from rockpin.core.base.errors import CannotPlan, RockPinError
from rockpin.core.base.findings import Verdict
from rockpin.core.base.keeping import Keep
from rockpin.core.base.model import Model
from rockpin.core.document.job import JobDocument
from rockpin.core.plan import Plan, make_plan
from rockpin.core.tables.catalogue import Catalogue
from rockpin.store import Store

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
        saved = self.store.own_fixings()
        if saved.revision not in self._own:
            self._own.clear()
            self._verdicts.clear()
            self._own[saved.revision] = self.shipped.with_fixings(saved.body.rows) if saved.body.rows else self.shipped
        return self._own[saved.revision]

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


Context = Annotated[AppContext, Depends(_context)]
