"""What belongs to the user: the van's kit and his own fixings, on the screen and as CSV."""

from typing import Annotated

from fastapi import APIRouter, Depends, Response

from rockpin.api.context import A_TABLE, AppContext, Body, Context
from rockpin.api.schemas import Choice, KitOut, KitSave, OwnOut
from rockpin.core.base.errors import BadInput, Fault, NotFound
from rockpin.core.document.fixings import OwnFixings
from rockpin.core.document.kit import Kit
from rockpin.core.tables.references import kit_faults
from rockpin.exchange.forms import Decimal
from rockpin.exchange.lists import read_fixings, read_kit, write_fixings, write_kit
from rockpin.store.bodies import FIXINGS_ID, KIT_ID

router = APIRouter(prefix="/api", tags=["kit"])


def _kit_out(context: Context) -> KitOut:
    saved = context.store.kit()
    return KitOut(revision=saved.revision, kit=saved.body)


@router.get("/kit")
def read_the_kit(context: Context) -> KitOut:
    """What the van holds, with its revision."""
    return _kit_out(context)


@router.put("/kit")
def save_the_kit(save: KitSave, context: Context) -> KitOut:
    """Saves what the van holds."""
    if faults := kit_faults(save.kit, context.catalogue, "kit."):
        raise BadInput(faults)
    context.store.save(KIT_ID, save.kit, save.revision, save.summary)
    return _kit_out(context)


@router.post("/kit/undo")
def undo_the_kit(context: Context) -> KitOut:
    """Takes back the last change to the kit."""
    context.store.step_back(KIT_ID)
    return _kit_out(context)


def _text(body: Body) -> str:
    try:
        return body.decode("utf-8-sig")
    except UnicodeDecodeError:
        raise BadInput([Fault("file", "is no UTF-8 text; save the table as CSV in UTF-8")]) from None


Table = Annotated[str, Depends(_text)]
"""The body as text; it is read as a table beside the loop that answers everybody."""


def _csv(text: str, name: str) -> Response:
    return Response(
        text, media_type="text/csv; charset=utf-8", headers={"Content-Disposition": f'attachment; filename="{name}"'}
    )


@router.get("/kit.csv", response_class=Response)
def export_kit(context: Context, decimal: Decimal = "point") -> Response:
    """What the van holds, as a table."""
    return _csv(write_kit(context.store.kit().body, decimal), "kit.csv")


@router.post("/kit.csv", openapi_extra=A_TABLE)
def import_kit(text: Table, context: Context) -> KitOut:
    """The whole kit from CSV, in place of the one that is there. Nothing is taken of a faulty file."""
    now = context.store.kit()
    # a table tells what there is, and nothing of what was counted off before
    kit: Kit = read_kit(text, context.catalogue).model_copy(update={"spent": now.body.spent})
    context.store.save(KIT_ID, kit, now.revision, "kit read from a file")
    return _kit_out(context)


@router.get("/fixings.csv", response_class=Response)
def export_fixings(context: Context, decimal: Decimal = "point") -> Response:
    """All fixings, the user's own among them."""
    return _csv(write_fixings(context.catalogue.fixings, decimal), "fixings.csv")


@router.post("/fixings.csv", openapi_extra=A_TABLE)
def import_fixings(text: Table, context: Context) -> OwnOut:
    """Fixings from CSV: rows that the shipped catalogue does not have, or has otherwise, become the user's own."""
    own = read_fixings(text, context.shipped)
    merged = {row.key: row for row in context.store.own_fixings().body.rows} | {row.key: row for row in own.rows}
    body = OwnFixings(rows=tuple(merged.values()))
    context.store.save(FIXINGS_ID, body, context.store.own_fixings().revision, "fixings read from a file")
    return own_out(context)


@router.get("/fixings/own")
def read_own(context: Context) -> OwnOut:
    """The user's own fixings, and the shipped ones that have his values."""
    return own_out(context)


@router.delete("/fixings/own/{key}")
def put_back(key: str, context: Context) -> OwnOut:
    """Puts a shipped fixing back as it came, in place of the user's own values for it."""
    if key not in context.shipped.fixing_by_key:
        raise NotFound(f"There is no shipped fixing “{key}”; take your own out by reading the list without it.")
    own = context.store.own_fixings()
    rows = tuple(row for row in own.body.rows if row.key != key)
    if len(rows) == len(own.body.rows):
        raise NotFound(f"“{key}” stands as it came; nothing is to be put back.")
    context.store.save(FIXINGS_ID, OwnFixings(rows=rows), own.revision, "shipped values put back")
    return own_out(context)


@router.post("/fixings/undo")
def undo_own(context: Context) -> OwnOut:
    """Takes back the last reading of a list of fixings, unless the van or a job uses what would be gone."""
    if users := context.users_of_last_fixings():
        raise BadInput([Fault("fixings", f"{', '.join(users)} use what would be gone; choose another there first")])
    context.store.step_back(FIXINGS_ID)
    return own_out(context)


def own_out(context: AppContext) -> OwnOut:
    """The user's own fixings as the screen lists them."""
    rows = context.store.own_fixings().body.rows
    shipped = context.shipped.fixing_by_key
    return OwnOut(
        labels=tuple(row.label for row in rows),
        changed=tuple(
            Choice(key=row.key, label=row.label) for row in rows if row.key in shipped and shipped[row.key] != row
        ),
    )
