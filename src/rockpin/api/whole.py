"""A site, or everything, as one open file, and back."""

import re
from typing import Any

from fastapi import APIRouter, Response

from rockpin.api.context import AppContext, Body, Context, sent_as
from rockpin.core.base.errors import BadInput, CannotPlan, Fault
from rockpin.core.base.model import Model
from rockpin.core.document.job import JobBody
from rockpin.exchange.everything import read_everything, write_everything
from rockpin.store.bodies import read_body
from rockpin.store.photos import photos_of

router = APIRouter(prefix="/api", tags=["whole"])

A_ZIP = sent_as("application/zip", {"type": "string", "format": "binary"})


class BroughtIn(Model):
    """How many documents came in: sites, walls and jobs."""

    documents: int


def _zip(made: bytes, name: str) -> Response:
    safe = re.sub(r"[^A-Za-z0-9._-]+", "-", name).strip("-") or "rockpin"
    head = {"Content-Disposition": f'attachment; filename="{safe}.rockpin.zip"'}
    return Response(made, media_type="application/zip", headers=head)


def _photos_of(documents: list[dict[str, Any]], context: AppContext) -> dict[str, bytes]:
    """The photos that some documents name, in any of their states."""
    named = {name for one in documents for state in one["states"] for name in photos_of(state["body"])}
    return {name: photo for name, photo in context.photos.all().items() if name in named}


@router.get("/everything.zip", response_class=Response)
def save_everything(context: Context) -> Response:
    """Everything with its history and its photos, as one open file."""
    return _zip(write_everything(context.store.everything(), context.photos.all()), "everything")


@router.get("/sites/{site_id}/whole.zip", response_class=Response)
def save_whole_site(site_id: str, context: Context) -> Response:
    """A site with its walls and jobs, their history and their photos, as one open file."""
    documents = context.store.everything(site_id)
    return _zip(write_everything(documents, _photos_of(documents, context)), context.store.site(site_id).body.name)


def _all_read(documents: list[dict[str, Any]]) -> None:
    """Raises BadInput where the state that a job stands at cannot be read by this version."""
    for one in documents:
        if one.get("kind") == "job":
            head = next((state for state in one["states"] if state["id"] == one["head"]), None)
            if head is None:
                raise BadInput([Fault(str(one.get("id")), "names a state that is not in the file; save it again")])
            try:
                read_body(JobBody, "job", head["body"], head.get("version"))
            except CannotPlan as error:
                raise BadInput([Fault(str(one.get("id")), str(error))]) from error


@router.post("/everything", status_code=201, openapi_extra=A_ZIP)
def bring_in(body: Body, context: Context) -> BroughtIn:
    """Such a file, into an empty data file or beside what is there. Nothing is kept of one that does not hold."""
    documents, photos = read_everything(body)
    _all_read(documents)
    beside = bool(context.store.sites())
    count = context.store.bring_everything(documents, beside=beside)
    context.photos.bring(photos)
    return BroughtIn(documents=count)
