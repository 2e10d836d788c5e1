"""The phones that may come in over the local network, as the desk sees them."""

import io

from fastapi import APIRouter, Request, Response

from rockpin.api.context import Context
from rockpin.api.pairing import Pairing
from rockpin.core.base.errors import NotFound
from rockpin.core.base.model import Model

router = APIRouter(prefix="/api", tags=["phones"])


class PhoneLine(Model):
    """A phone that was let in, and on which day."""

    id: str
    name: str
    day: str


class PhoneDoor(Model):
    """How phones come in. ``address``: None where only this machine is listened to."""

    address: str | None
    code: str | None
    minutes_left: int
    square: str | None
    fingerprint: str
    phones: tuple[PhoneLine, ...]


def _square(text: str) -> str:
    """A QR code as an SVG picture that can stand in a page's address (ISO/IEC 18004)."""
    # asked for now and then
    import segno

    out = io.BytesIO()
    segno.make(text, error="m", micro=False).save(out, kind="svg", scale=6, border=3, xmldecl=False)
    return f"data:image/svg+xml;base64,{_b64(out.getvalue())}"


def _b64(data: bytes) -> str:
    from base64 import b64encode

    return b64encode(data).decode()


def _door(context: Context, request: Request) -> PhoneDoor:
    pairing: Pairing | None = request.app.state.pairing
    phones = tuple(
        PhoneLine(id=one.id, name=one.name, day=one.at.date().isoformat()) for one in context.store.phones.all()
    )
    if pairing is None:
        return PhoneDoor(address=None, code=None, minutes_left=0, square=None, fingerprint="", phones=phones)
    code = pairing.code
    return PhoneDoor(
        address=pairing.address,
        code=code,
        minutes_left=pairing.minutes_left,
        square=_square(f"{pairing.address}/let-in?code={code}") if code else None,
        fingerprint=pairing.fingerprint,
        phones=phones,
    )


@router.get("/phones")
def read_phones(context: Context, request: Request) -> PhoneDoor:
    """Where phones come in, the code that works now, and those that were let in."""
    return _door(context, request)


@router.post("/phones/code")
def new_code(context: Context, request: Request) -> PhoneDoor:
    """A fresh code; the one before works no more."""
    pairing: Pairing | None = request.app.state.pairing
    if pairing is None:
        raise NotFound("Rock Pin listens to this machine only; start it with --lan to let phones in.")
    pairing.new_code()
    return _door(context, request)


@router.delete("/phones/{phone_id}", status_code=204)
def shut_out(phone_id: str, context: Context) -> Response:
    """Takes a phone's token back: from now on it is a stranger."""
    context.store.phones.shut_out(phone_id)
    return Response(status_code=204)
