"""The door: who may ask, how much at once, and what a browser may do with the answer.

Rock Pin answers to its own addresses only, and changes nothing for a page of anybody else: a change carries a header
that no simple form can send, and an origin that is its own.
"""

import asyncio
from collections.abc import Iterable, MutableMapping
from typing import Any

from starlette.datastructures import Headers, MutableHeaders
from starlette.responses import JSONResponse
from starlette.types import ASGIApp, Message, Receive, Scope, Send

OWN_HEADER = "x-rock-pin"
"""What every change has to carry; a page of anybody else cannot send it without being asked first."""

MOST_BYTES = 20 * 1024 * 1024
"""The largest body that is read."""

_SAFE = ("GET", "HEAD", "OPTIONS")


def content_policy(nonce: str = "") -> str:
    """What a page may load: its own parts, and inline styles only with the number used once for this answer."""
    styles = f"'self' 'nonce-{nonce}'" if nonce else "'self'"
    return "; ".join(
        (
            "default-src 'self'",
            "script-src 'self'",
            f"style-src {styles}",
            "img-src 'self' data: blob:",
            "font-src 'self'",
            "connect-src 'self'",
            "object-src 'none'",
            "base-uri 'none'",
            "form-action 'self'",
            "frame-ancestors 'none'",
        )
    )


ALWAYS = {
    "content-security-policy": content_policy(),
    "x-content-type-options": "nosniff",
    "x-frame-options": "DENY",
    "referrer-policy": "no-referrer",
    "cross-origin-opener-policy": "same-origin",
    "cross-origin-resource-policy": "same-origin",
    "permissions-policy": "geolocation=(), microphone=(), payment=()",
}


BODY_WITHIN_S = 60.0
"""How long a body may take to come."""


class _NotRead(Exception):
    """A body that went on beyond what is read, or came too slowly: the status and the sentence of the refusal."""

    def __init__(self, status: int, title: str) -> None:
        self.status, self.title = status, title
        super().__init__(title)


def _name_of(host: str) -> str:
    """A host without its port."""
    return host.rsplit("]", 1)[0] + "]" if host.startswith("[") else host.split(":", 1)[0]


def _refusal(scope: Scope, headers: Headers, hosts: frozenset[str]) -> JSONResponse | None:
    """Why a question is turned away at the door, before anything of it is read."""

    def no(status: int, title: str) -> JSONResponse:
        return JSONResponse({"title": title, "faults": []}, status_code=status)

    host = headers.get("host", "")
    if _name_of(host).lower() not in hosts:
        return no(421, "Rock Pin answers to its own address only; open the one that it printed when it started.")
    if scope["method"] in _SAFE:
        return None
    origin, fetched_from = headers.get("origin"), headers.get("sec-fetch-site")
    if (origin is not None and origin.split("//", 1)[-1] != host) or fetched_from in ("cross-site", "same-site"):
        return no(403, "Nothing was changed: that came from a page that is not Rock Pin's.")
    if OWN_HEADER not in headers:
        return no(403, f"Nothing was changed: a change has to carry the header {OWN_HEADER}: 1.")
    length = headers.get("content-length", "0")
    if length.isdigit() and int(length) > MOST_BYTES:
        return no(413, _TOO_LARGE)
    kind = headers.get("content-type", "").split(";", 1)[0].strip().lower()
    wanted = _kinds_read(scope["path"])
    if (length != "0" or "transfer-encoding" in headers) and kind not in wanted:
        sent = f"the content-type {kind}" if kind else "no content-type"
        return no(415, f"Nothing was read: it came with {sent}; send it as {wanted[0]}.")
    return None


def _kinds_read(path: str) -> tuple[str, ...]:
    """The kinds of body that an address reads."""
    if path.endswith(".csv"):
        return ("text/csv", "text/plain")
    if path == "/api/everything":
        return ("application/zip",)
    if path.endswith(("/photos", "/wall-photos")):
        return ("image/jpeg", "image/png", "image/webp")
    return ("application/json",)


_TOO_LARGE = f"Nothing was read: it is larger than {MOST_BYTES // 1024 // 1024} MB; split it, or leave pictures out."


_TOO_SLOW = f"Nothing was read: it had not come within {BODY_WITHIN_S:.0f} seconds; send it again on a better line."


class Door:
    """Stands before the application. ``hosts``: the names besides those of this machine that it answers to."""

    def __init__(self, app: ASGIApp, hosts: Iterable[str] = ()) -> None:
        self._app = app
        self._hosts = frozenset({"127.0.0.1", "localhost", "[::1]", "testserver", *(host.lower() for host in hosts)})

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            await self._app(scope, receive, send)
            return
        answering = self._answering(scope, send)
        if (refusal := _refusal(scope, Headers(scope=scope), self._hosts)) is not None:
            await refusal(scope, receive, answering)
            return
        started = False

        async def noting(message: Message) -> None:
            nonlocal started
            started = started or message["type"] == "http.response.start"
            await answering(message)

        # what is asked for its head alone is answered like the whole, without its body
        asked: MutableMapping[str, Any] = {**scope, "method": "GET"} if scope["method"] == "HEAD" else scope
        try:
            await self._app(asked, _counted(receive), noting)
        except _NotRead as refused:
            if not started:
                said = {"title": refused.title, "faults": []}
                await JSONResponse(said, status_code=refused.status)(scope, receive, answering)

    def _answering(self, scope: Scope, send: Send) -> Send:
        head_only = scope["method"] == "HEAD"

        async def answer(message: Message) -> None:
            if message["type"] == "http.response.start":
                headers = MutableHeaders(scope=message)
                for name, value in ALWAYS.items():
                    headers.setdefault(name, value)
                headers.setdefault("cache-control", _kept(scope["path"]))
            elif head_only and message["type"] == "http.response.body":
                message = {**message, "body": b""}
            await send(message)

        return answer


def _kept(path: str) -> str:
    """How long a browser may keep an answer: built parts for good, all else not without asking."""
    if path.startswith("/assets/"):
        return "public, max-age=31536000, immutable"
    return "no-store" if path.startswith(("/api/", "/practice/api/")) else "no-cache"


def _counted(receive: Receive) -> Receive:
    """A body that ends in :class:`_NotRead` once more has come than is read, or once it has taken too long."""
    read, whole = 0, False
    loop = asyncio.get_running_loop()
    until = loop.time() + BODY_WITHIN_S

    async def counting() -> Message:
        nonlocal read, whole
        if whole:
            # what comes now is that the other side has gone
            return await receive()
        try:
            message = await asyncio.wait_for(receive(), max(0.001, until - loop.time()))
        except TimeoutError:
            raise _NotRead(408, _TOO_SLOW) from None
        whole = message["type"] != "http.request" or not message.get("more_body", False)
        if message["type"] == "http.request":
            read += len(message.get("body", b""))
            if read > MOST_BYTES:
                raise _NotRead(413, _TOO_LARGE)
        return message

    return counting
