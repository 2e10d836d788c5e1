"""The gate to the local network: a phone that was not let in sees the page where it can be, and nothing else."""

import secrets
from html import escape
from urllib.parse import parse_qs

from starlette.datastructures import Headers, MutableHeaders
from starlette.requests import Request, cookie_parser
from starlette.responses import HTMLResponse, JSONResponse, RedirectResponse, Response
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from rockpin.api.door import ALWAYS, content_policy
from rockpin.api.pairing import Pairing

COOKIE = "rock-pin-phone"
PAGE = "/let-in"
_AUTHORITY = f"{PAGE}/authority.crt"
_FOR_THE_DESK = "/api/phones"
_COOKIE_DAYS = 180
_MOST_FORM_BYTES = 2000

_STYLE = """
body{margin:0;padding:24px;background:#f1eee5;color:#22272b;font:17px/1.45 system-ui,sans-serif;max-width:34rem}
h1{font-size:24px;margin:0 0 8px}label{display:block;margin:18px 0 4px;font-size:15px;color:#5b6064}
input{box-sizing:border-box;width:100%;height:56px;font-size:24px;padding:0 12px;border:1px solid #cdc7b8;
background:#fbfaf6;color:#22272b;border-radius:2px;letter-spacing:.08em}
button{width:100%;min-height:64px;margin-top:18px;font-size:19px;font-weight:700;background:#1d4b87;color:#fff;
border:0;border-radius:2px}p.no{border-left:4px solid #94311f;background:#f6e2dc;padding:10px}
code{overflow-wrap:anywhere;font-size:14px}
"""


def _page(pairing: Pairing, code: str, fault: str, status: int) -> Response:
    nonce = secrets.token_urlsafe(16)
    told = f'<p class="no" role="alert">{escape(fault)}</p>' if fault else ""
    seal = (
        f"<p>The certificate behind this page has the fingerprint<br><code>{escape(pairing.fingerprint)}</code><br>"
        f'It has to be the one on the desk\'s screen. <a href="{_AUTHORITY}">The authority to trust</a></p>'
        if pairing.fingerprint
        else ""
    )
    text = (
        '<!doctype html><html lang="en"><head><meta charset="utf-8"><title>Let this phone in · Rock Pin</title>'
        '<meta name="viewport" content="width=device-width,initial-scale=1">'
        f'<style nonce="{nonce}">{_STYLE}</style></head><body><main><h1>Let this phone in</h1>'
        "<p>Rock Pin on the desk shows a code that works once. Type it here, or follow the square that it shows.</p>"
        f'{told}<form method="post" action="{PAGE}"><label for="code">The code on the desk</label>'
        f'<input id="code" name="code" value="{escape(code)}" autocomplete="one-time-code" autocapitalize="characters" '
        'required maxlength="20"><label for="name">What this phone is called</label>'
        '<input id="name" name="name" value="Phone" maxlength="80"><button>Let this phone in</button></form>'
        f"{seal}</main></body></html>"
    )
    # with no referrer at all a browser does not say from where the form comes, and it has to come from here
    headers = {"content-security-policy": content_policy(nonce), "referrer-policy": "same-origin"}
    return HTMLResponse(text, status_code=status, headers=headers)


class LanGate:
    """Stands before the whole application where it listens to the local network."""

    def __init__(self, app: ASGIApp, pairing: Pairing) -> None:
        self._app, self._pairing = app, pairing

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            # nothing but pages and questions is spoken here
            return
        headers = Headers(scope=scope)
        path: str = scope["path"]
        if path in (PAGE, _AUTHORITY):
            await (await self._pair(scope, receive))(scope, receive, _sealed(send))
        elif not self._pairing.knows(cookie_parser(headers.get("cookie", "")).get(COOKIE, "")):
            await self._shut(headers)(scope, receive, _sealed(send))
        elif path.startswith(_FOR_THE_DESK):
            said = {"title": "Phones are let in at the desk only.", "faults": []}
            await JSONResponse(said, status_code=403)(scope, receive, _sealed(send))
        else:
            await self._app(scope, receive, send)

    def _shut(self, headers: Headers) -> Response:
        says = "This phone was not let in, or was shut out again."
        if "text/html" in headers.get("accept", ""):
            return _page(self._pairing, "", says, 401)
        return JSONResponse({"title": f"{says} Open {PAGE} on it.", "faults": []}, status_code=401)

    async def _pair(self, scope: Scope, receive: Receive) -> Response:
        request = Request(scope, receive)
        if scope["path"] == _AUTHORITY:
            kind = "application/x-x509-ca-cert"
            return Response(
                self._pairing.authority, media_type=kind, status_code=200 if self._pairing.authority else 404
            )
        if scope["method"] in ("GET", "HEAD"):
            return _page(self._pairing, request.query_params.get("code", "")[:20], "", 200)
        if scope["method"] != "POST":
            return JSONResponse({"title": "Here a phone is let in, and nothing else.", "faults": []}, status_code=405)
        host, origin = request.headers.get("host", ""), request.headers.get("origin")
        fetched = request.headers.get("sec-fetch-site", "same-origin")
        if (origin is not None and origin.split("//", 1)[-1] != host) or fetched not in ("same-origin", "none"):
            return _page(self._pairing, "", "That came from a page that is not Rock Pin's.", 403)
        body = b""
        async for part in request.stream():
            body += part
            if len(body) > _MOST_FORM_BYTES:
                return _page(self._pairing, "", "That is no code.", 413)
        form = parse_qs(body.decode("utf-8", "replace"))
        if self._pairing.code is None:
            return _page(self._pairing, "", "No code is valid just now: have the desk show a new one.", 403)
        name = form.get("name", ["Phone"])[0].strip() or "Phone"
        token = self._pairing.let_in(form.get("code", [""])[0], name)
        if token is None:
            return _page(self._pairing, "", "That is not the code on the desk. Look at it once more.", 403)
        answer = RedirectResponse("/", status_code=303)
        answer.set_cookie(
            COOKIE,
            token,
            max_age=_COOKIE_DAYS * 86_400,
            httponly=True,
            samesite="strict",
            secure=self._pairing.secure,
            path="/",
        )
        return answer


def _sealed(send: Send) -> Send:
    """What every answer of the gate carries besides its own."""

    async def sending(message: Message) -> None:
        if message["type"] == "http.response.start":
            headers = MutableHeaders(scope=message)
            for name, value in ALWAYS.items():
                headers.setdefault(name, value)
            headers.setdefault("cache-control", "no-store")
        await send(message)

    return sending
