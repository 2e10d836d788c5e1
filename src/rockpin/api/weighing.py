"""What comes in as JSON is weighed before it is read: a body that no screen and no document has is turned away.

The larger ones are looked at beside the loop that answers everybody.
"""

import json
from typing import Any

import anyio.to_thread
from starlette.datastructures import Headers
from starlette.responses import JSONResponse
from starlette.types import ASGIApp, Message, Receive, Scope, Send

_SMALL_BYTES = 64 * 1024
"""Below this nothing in a body can cost much."""
MOST_NAMES = 500
"""Names in one object: the widest of ours has some thirty."""
MOST_ENTRIES = 20_000
"""Entries of one list: the longest of ours is the readings of a sweep."""


def weigh(body: bytes) -> str | None:
    """What is too much in a JSON body, in words; None where nothing is, or where its reader will say what is wrong."""
    try:
        data = json.loads(body)
    except (ValueError, RecursionError):
        return None
    waiting: list[tuple[str, Any]] = [("", data)]
    while waiting:
        name, node = waiting.pop()
        where = f"“{name[:80]}”" if name else "what was sent"
        if isinstance(node, dict):
            if len(node) > MOST_NAMES:
                return f"{where} holds {len(node)} names; {MOST_NAMES} are read at most"
            waiting += ((key, one) for key, one in node.items() if isinstance(one, dict | list))
        elif isinstance(node, list):
            if len(node) > MOST_ENTRIES:
                return f"{where} holds {len(node)} entries; {MOST_ENTRIES} are read at most"
            waiting += ((name, one) for one in node if isinstance(one, dict | list))
    return None


class Weighing:
    """Stands behind the door and before the application."""

    def __init__(self, app: ASGIApp) -> None:
        self._app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        kind = Headers(scope=scope).get("content-type", "") if scope["type"] == "http" else ""
        if not kind.startswith("application/json"):
            await self._app(scope, receive, send)
            return
        parts: list[bytes] = []
        while True:
            message = await receive()
            if message["type"] != "http.request":
                return
            parts.append(message.get("body", b""))
            if not message.get("more_body", False):
                break
        body = b"".join(parts)
        if len(body) > _SMALL_BYTES and (too_much := await anyio.to_thread.run_sync(weigh, body)):
            said = {
                "title": "Nothing was saved: one thing is wrong.",
                "faults": [{"path": "body", "message": too_much}],
            }
            await JSONResponse(said, status_code=422)(scope, receive, send)
            return
        await self._app(scope, _again(body, receive), send)


def _again(body: bytes, receive: Receive) -> Receive:
    """What was read already, and then whatever comes."""
    given = False

    async def receiving() -> Message:
        nonlocal given
        if given:
            return await receive()
        given = True
        return {"type": "http.request", "body": body, "more_body": False}

    return receiving
