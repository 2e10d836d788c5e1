"""What every request needs: the store and the catalogue, held by the application."""

from dataclasses import dataclass
from typing import Annotated

from fastapi import Depends, Request

from rockpin.core.tables import Catalogue
from rockpin.store import Store


@dataclass(frozen=True)
class AppContext:
    store: Store
    catalogue: Catalogue


def _context(request: Request) -> AppContext:
    context: AppContext = request.app.state.context
    return context


Context = Annotated[AppContext, Depends(_context)]
