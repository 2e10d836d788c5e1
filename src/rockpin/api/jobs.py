"""Jobs: the workspace, its changes and their undoing, trial placements, and whole documents in and out."""

import json

from fastapi import APIRouter, Response

from rockpin.api import changes
from rockpin.api.context import Body, Context, Device
from rockpin.api.fixture import shape_of
from rockpin.api.schemas import JobNew, JobSave, Made, Trial, WallSave, Workspace
from rockpin.api.views import lean, workspace_of
from rockpin.core.base.errors import BadInput, CannotPlan, Fault, NotFound
from rockpin.core.document.job import JobBody, Placement
from rockpin.core.fixture import build
from rockpin.core.plan import Plan
from rockpin.exchange import read_document, write_document
from rockpin.store.bodies import assemble

router = APIRouter(prefix="/api", tags=["jobs"])


@router.post("/sites/{site_id}/jobs", status_code=201)
def make_job(site_id: str, new: JobNew, context: Context) -> Made:
    """A job in the middle of its wall, at chest height."""
    fixture = build(shape_of(new.shape, context), {})
    wall = context.store.wall(new.wall_id)
    if wall.site_id != site_id:
        raise BadInput([Fault("wall_id", f"“{new.wall_id}” is a wall of another site; choose one of this site")])
    width = max(piece.rect.right_mm for piece in fixture.pieces)
    place = Placement(
        wall_id=new.wall_id,
        x_mm=round((wall.body.width_mm - width) / 2),
        y_mm=round(min(context.catalogue.figures.setout.start_height_mm, wall.body.height_mm / 2)),
    )
    job = JobBody(title=new.title, fixture=fixture, placement=place)
    return Made(id=context.store.add_job(site_id, job).id)


@router.get("/jobs/{job_id}")
def read_job(job_id: str, context: Context, device: Device = "") -> Workspace:
    return workspace_of(context, job_id, device=device)


@router.put("/jobs/{job_id}")
def save_job(job_id: str, save: JobSave, context: Context, device: Device = "") -> Workspace:
    return changes.save_job(context, job_id, save.job, save.revision, save.summary, device)


@router.put("/jobs/{job_id}/wall")
def save_wall_of_job(job_id: str, save: WallSave, context: Context, device: Device = "") -> Workspace:
    """Saves the wall that a job stands on, and answers with all that the screen needs: one question a change."""
    return changes.save_wall_of_job(context, job_id, save.wall, save.revision, save.summary, device)


@router.delete("/jobs/{job_id}", status_code=204)
def remove_job(job_id: str, context: Context) -> Response:
    context.store.remove(JobBody, job_id)
    return Response(status_code=204)


@router.post("/jobs/{job_id}/restore", status_code=204)
def restore_job(job_id: str, context: Context) -> Response:
    """Brings a removed job back."""
    if not context.store.restore(job_id):
        raise NotFound(f"There is no job “{job_id}” here; it may have been removed.")
    return Response(status_code=204)


@router.post("/jobs/{job_id}/undo")
def undo(job_id: str, context: Context, device: Device = "", revision: int | None = None) -> Workspace:
    """Takes back the last change made in this job at this device. ``revision``: of the job, as it is shown there."""
    context.store.undo(job_id, device, revision)
    return workspace_of(context, job_id, device=device)


@router.post("/jobs/{job_id}/redo")
def redo(job_id: str, context: Context, device: Device = "", revision: int | None = None) -> Workspace:
    """Brings back what was taken back last."""
    context.store.redo(job_id, device, revision)
    return workspace_of(context, job_id, device=device)


@router.post("/jobs/{job_id}/trial", response_model=Plan)
def try_placement(job_id: str, trial: Trial, context: Context) -> Response:
    """The plan for a placement that is not saved: the answer while a finger drags, without the long lists."""
    document = context.store.document(job_id, context.catalogue)
    moved = document.model_copy(update={"placement": trial.placement})
    plan = lean(context.plan_of(assemble(job_id, moved, document.site, document.walls)))
    return Response(plan.model_dump_json(), media_type="application/json")


@router.get("/jobs/{job_id}/document", response_class=Response)
def export_document(job_id: str, context: Context) -> Response:
    """The whole job as a JSON file, with the own fixings that its plan weighs."""
    try:
        text = write_document(context.store.whole_document(job_id, context.shipped))
    except (CannotPlan, NotFound):
        # what cannot be read is handed on as it stands in the file; a job that is not here still is none
        text = json.dumps(context.store.raw_document(job_id), indent=2, ensure_ascii=False)
    return Response(
        text,
        media_type="application/json",
        headers={"Content-Disposition": f'attachment; filename="{job_id}.rockpin.json"'},
    )


@router.post("/documents", status_code=201)
def import_document(body: Body, context: Context) -> Made:
    """A JSON job document, as a site of its own under fresh ids. Nothing is kept of a faulty one."""
    document = read_document(body, context.catalogue)
    context.plan_of(document)
    return Made(id=context.store.add_document(document).id)


@router.post(
    "/plan",
    openapi_extra={"requestBody": {"required": True, "content": {"application/json": {"schema": {"type": "object"}}}}},
)
def plan_document(body: Body, context: Context) -> Plan:
    """The plan of a document of any version that can be read, without keeping it."""
    return context.plan_of(read_document(body, context.catalogue))
