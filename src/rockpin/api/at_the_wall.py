"""At the wall: what happened there, the ways on, photos, and the sheets that remain."""

from typing import Annotated

from fastapi import APIRouter, Body, Query, Response

from rockpin.api.changes import take_in_happened
from rockpin.api.context import Body as Sent
from rockpin.api.context import Context, Device, sent_as
from rockpin.api.planning import Planning, answer_of
from rockpin.api.schemas import Made, Workspace
from rockpin.core.base.errors import BadInput, Fault, NotFound
from rockpin.core.base.model import Id, Note
from rockpin.core.document.record import CameLoose, Moment, Photo
from rockpin.core.plan import Happened, PhotoTaken, WaysOn, counted_off, repair_of, standing
from rockpin.core.tables.references import job_faults
from rockpin.store.bodies import KIT_ID

router = APIRouter(prefix="/api", tags=["at the wall"])


@router.post("/jobs/{job_id}/happened", response_model=Workspace)
def happened(
    job_id: str, thing: Annotated[Happened, Body()], context: Context, planning: Planning, device: Device = ""
) -> Response:
    """Takes in one thing that happened at the wall, on top of whatever stands by then.

    Sent again under the same id, it is answered and not taken in again.
    """
    return answer_of(take_in_happened(context, planning, job_id, thing, device))


@router.post("/jobs/{job_id}/van-count", response_model=Workspace)
def count_off_the_van(job_id: str, context: Context, planning: Planning, device: Device = "") -> Response:
    """Takes off the van's counts what the job's holes that hold have taken from it; for no hole twice."""
    document = context.store.document(job_id, context.catalogue)
    kept = context.store.kit()
    if not kept.body.told:
        whose = "this job came with the counts of another van; " if document.kit.told else ""
        raise BadInput([Fault("van", f"tells no counts to take from: {whose}tell first what is in yours")])
    catalogue = context.catalogue.with_own(document.own_fixings)
    left = counted_off(document, context.plan_of(document).holes, catalogue)
    context.store.save(KIT_ID, left, kept.revision, f"taken off: {document.title}")
    return answer_of(planning.ask("workspace", job_id, device))


@router.get("/jobs/{job_id}/holes/{hole_id}/ways-on", response_model=WaysOn)
async def ways_to_go_on(job_id: str, hole_id: str, planning: Planning) -> Response:
    """The ways on from a hole that answered differently, at most three, each put through the plan."""
    return answer_of(await planning.later("going_on", job_id, hole_id))


@router.post(
    "/jobs/{job_id}/photos",
    response_model=Workspace,
    openapi_extra=sent_as("image/jpeg", {"type": "string", "format": "binary"}),
)
def keep_photo(
    job_id: str,
    sent: Sent,
    context: Context,
    planning: Planning,
    id: Annotated[Id, Query()],
    hole_id: Annotated[Id | None, Query()] = None,
    at: Annotated[Moment | None, Query()] = None,
    who: Annotated[Note, Query()] = "",
    note: Annotated[Note, Query()] = "",
    device: Device = "",
) -> Response:
    """Keeps a photo beside the data file, without its position; the same id is kept once."""
    context.store.job(job_id)
    file = context.photos.keep(sent).file
    photo = Photo(id=id, file=file, hole_id=hole_id, at=at, who=who, note=note)
    return answer_of(take_in_happened(context, planning, job_id, PhotoTaken(id=id, photo=photo, at=at), device))


@router.post("/jobs/{job_id}/came-loose", status_code=201)
def came_loose(job_id: str, loose: CameLoose, context: Context) -> Made:
    """A job that hangs a thing again which came loose, beside the one that hung it."""
    job = context.store.job(job_id)
    document = context.store.document(job_id, context.catalogue)
    plan = context.plan_of(document)
    known = {hole.id for hole in plan.holes}
    if strange := [one.hole_id for one in loose.holes if one.hole_id not in known]:
        raise BadInput([Fault("holes", f"“{strange[0]}” is no hole of this job; it has {', '.join(sorted(known))}")])
    hung = standing(document, context.catalogue, context.keep).placement
    repair = repair_of(job.body.model_copy(update={"placement": hung}), loose)
    if faults := job_faults(repair, context.catalogue):
        raise BadInput(faults)
    return Made(id=context.store.add_job(job.site_id, repair).id)


@router.get("/photos/{name}", response_class=Response)
def read_photo(name: str, context: Context) -> Response:
    """A photo by the name of its file."""
    read = context.photos.read(name)
    if read is None:
        raise NotFound(f"There is no photo “{name}” here.")
    return Response(read, media_type="image/jpeg", headers={"cache-control": "private, max-age=31536000, immutable"})


@router.get("/jobs/{job_id}/record.{form}", response_class=Response)
async def record_sheet(job_id: str, form: str, planning: Planning) -> Response:
    """The record of a job, as PDF or Markdown."""
    if form not in ("pdf", "md"):
        raise NotFound(f"There is no record as “{form}”; there is pdf and md.")
    body = await planning.later("record_sheet", job_id, form)
    kind = "application/pdf" if form == "pdf" else "text/markdown; charset=utf-8"
    name = f'attachment; filename="{job_id}-record.{form}"'
    return Response(body, media_type=kind, headers={"Content-Disposition": name})


@router.get("/jobs/{job_id}/wall-sheet.pdf", response_class=Response)
async def wall_sheet(job_id: str, planning: Planning) -> Response:
    """Everything known of the wall of a job, from all jobs, for whoever drills there next."""
    body = await planning.later("wall_sheet", job_id)
    name = f'attachment; filename="{job_id}-wall.pdf"'
    return Response(body, media_type="application/pdf", headers={"Content-Disposition": name})
