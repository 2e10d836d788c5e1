"""Lines from browsers: one that is opened and then hardly says anything is closed."""

import asyncio
from typing import cast

import h11
from uvicorn.protocols.http.h11_impl import H11Protocol

HEAD_WITHIN_S = 20.0
"""How long a line may take until the head of a question has come."""


class PatientLine(H11Protocol):
    """The server's usual line, closed where no question comes on it in time."""

    _waiting: asyncio.TimerHandle | None = None

    def connection_made(self, transport: asyncio.Transport) -> None:  # type: ignore[override]
        super().connection_made(transport)
        self._wait()

    def data_received(self, data: bytes) -> None:
        super().data_received(data)
        if self.conn.their_state is h11.IDLE:
            self._wait()
        else:
            self._stop()

    def connection_lost(self, exc: Exception | None) -> None:
        self._stop()
        super().connection_lost(exc)

    def _wait(self) -> None:
        if self._waiting is None:
            self._waiting = self.loop.call_later(HEAD_WITHIN_S, self._give_up)

    def _stop(self) -> None:
        if self._waiting is not None:
            self._waiting.cancel()
            self._waiting = None

    def _give_up(self) -> None:
        self._waiting = None
        transport = cast(asyncio.Transport | None, self.transport)
        if transport is not None and self.conn.their_state is h11.IDLE:
            transport.close()
