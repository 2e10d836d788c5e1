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
    catalogue: Catalogue
    _verdicts: dict[str, Verdict] = field(default_factory=dict)

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
