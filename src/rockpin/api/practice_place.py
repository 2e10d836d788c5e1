"""The place to practise as a part of the application: made when somebody first goes there, closed with the rest."""

from collections.abc import Callable
from threading import Lock
from typing import Any

import anyio.to_thread
from fastapi import FastAPI
from starlette.types import Receive, Scope, Send


class PracticePlace:
    """An application that is made with the first question to it: a start need not wait for its data file."""

    def __init__(self, make: Callable[[], FastAPI]) -> None:
        self._make, self._made, self._lock = make, list[FastAPI](), Lock()

    def _open(self) -> FastAPI:
        with self._lock:
            if not self._made:
                self._made.append(self._make())
        return self._made[0]

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        app = self._made[0] if self._made else await anyio.to_thread.run_sync(self._open)
        await app(scope, receive, send)

    def close(self) -> None:
        """Closes its data file, if it was opened."""
        for app in self._made:
            context: Any = app.state.context
            context.store.close()
