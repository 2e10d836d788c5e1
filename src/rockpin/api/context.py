"""What every request needs: the store and the catalogue, held by the application."""

from dataclasses import dataclass, field
from typing import Annotated

from fastapi import Depends, Request

from rockpin.core.findings import Verdict
from rockpin.core.job import JobDocument
from rockpin.core.plan import make_plan
from rockpin.core.tables import Catalogue
from rockpin.store import Store

_MOST_KEPT = 500


@dataclass(frozen=True)
class AppContext:
    store: Store
    shipped: Catalogue
    _own: dict[int, Catalogue] = field(default_factory=dict)
    _verdicts: dict[str, Verdict] = field(default_factory=dict)

    @property
    def catalogue(self) -> Catalogue:
        """The shipped catalogue with the user's own fixings, put together anew when these change."""
        saved = self.store.own_fixings()
        if saved.revision not in self._own:
            self._own.clear()
            self._verdicts.clear()
            self._own[saved.revision] = self.shipped.with_fixings(saved.body.rows) if saved.body.rows else self.shipped
        return self._own[saved.revision]

    def verdict_of(self, document: JobDocument) -> Verdict:
        """The verdict of a job, kept as long as its document stays the same: a plan is a pure function of it."""
        key = document.model_dump_json()
        if key not in self._verdicts:
            if len(self._verdicts) >= _MOST_KEPT:
                self._verdicts.clear()
            self._verdicts[key] = make_plan(document, self.catalogue).verdict
        return self._verdicts[key]


def _context(request: Request) -> AppContext:
    context: AppContext = request.app.state.context
    return context


Context = Annotated[AppContext, Depends(_context)]
