"""Jobs: the workspace, its changes and their undoing, trial placements, and whole documents in and out."""

import json
from contextlib import suppress

from fastapi import APIRouter, Response
from pydantic import ValidationError

from rockpin.api import changes
from rockpin.api.context import A_DOCUMENT, AppContext, Body, Context, Device
from rockpin.api.place_schemas import Trial, TrialAnswer
from rockpin.api.planning import Asking, Planning, answer_of
from rockpin.api.schemas import JobLine, JobNew, JobSave, Made, Standing, WallSave, Workspace
from rockpin.core.base.errors import BadInput, CannotPlan, Fault, NotFound, RockPinError
from rockpin.core.base.model import Rect
from rockpin.core.document.job import JobBody, Placement
from rockpin.core.document.wall import Wall
from rockpin.core.fittings import stands
from rockpin.core.fixture import start_height_mm, started
from rockpin.core.plan import Plan
from rockpin.core.setout import start_along_mm
from rockpin.core.tables.references import called_in, thing_named
from rockpin.core.tables.shapes import Beyond
from rockpin.exchange import read_document, write_document
from rockpin.store.practice import PracticeStore

router = APIRouter(prefix="/api", tags=["jobs"])


@router.post("/sites/{site_id}/jobs", status_code=201)
def make_job(site_id: str, new: JobNew, context: Context) -> Made:
    """A job in the middle of its wall or beside what is there, as high as such a thing usually hangs, else at chest
    height.

    What it is like is said, or named in its title; else it starts as the first of the shapes.
    """
    catalogue = context.catalogue.in_words_of(context.store.site(site_id).body.region)
    called = None if new.shape else called_in(new.title, catalogue)
    if isinstance(called, Beyond):
        raise BadInput([Fault("title", f"{called.says(new.title)} If it is something else, say what it is like.")])
    start = thing_named(new.shape or (called or catalogue.shapes[0]).key, catalogue)
    fixture = started(start, {})
    wall = context.store.wall(new.wall_id)
    if wall.site_id != site_id:
        raise BadInput([Fault("wall_id", f"“{new.wall_id}” is a wall of another site; choose one of this site")])
    chest_mm = catalogue.figures.setout.start_height_mm
    up = 0 if stands(fixture) else start_height_mm(start, fixture, wall.body.height_mm, chest_mm)
    width = max(piece.rect.right_mm for piece in fixture.pieces)
    outline = fixture.outline
    there = outline.model_copy(update={"x_mm": 0, "width_mm": width, "y_mm": up + outline.y_mm})
    along = start_along_mm(there, wall.body.width_mm, _taken(wall.body, context))
    place = Placement(wall_id=new.wall_id, x_mm=along, y_mm=up)
    job = JobBody(title=new.title, fixture=fixture, placement=place)
    return Made(id=context.store.add_job(site_id, job).id)


def _taken(wall: Wall, context: AppContext) -> list[Rect]:
    """Where nothing new is put on a wall before anybody has said: openings, what hangs there, what others plan."""
    planned = []
    for job_id in context.store.lists.planned_on(wall.id, ""):
        # one that cannot be read stands in nobody's way
        with suppress(RockPinError, ValidationError):
            job = context.store.job(job_id).body
            at, outline = job.placement, job.fixture.outline
            there = {"x_mm": outline.x_mm + at.x_mm, "y_mm": outline.y_mm + at.y_mm}
            planned.append(outline.model_copy(update=there))
    return [*(one.rect for one in wall.openings), *(one.rect for one in wall.things), *planned]


@router.get("/jobs/{job_id}", response_model=Workspace)
async def read_job(job_id: str, planning: Planning, device: Device = "") -> Response:
    """The screen of a job: its documents with their revisions, its plan, and what can be undone."""
    return answer_of(await planning.later("workspace", job_id, device))


@router.get("/jobs/{job_id}/stands")
def read_standing(job_id: str, context: Context, device: Device = "") -> Standing:
    """Whether a job is still what a screen shows of it, without planning it; asked again and again while it is looked
    at."""
    store = context.store
    with store.moment():
        return Standing(stands=store.lists.made_from(job_id), elsewhere=store.done_elsewhere(job_id, device))


@router.get("/jobs/{job_id}/line", response_model=JobLine)
async def read_line(job_id: str, planning: Planning) -> Response:
    """The line of a job in the list, its verdict worked out where none is kept of what stands there now."""
    return answer_of(await planning.later("line", job_id))


@router.put("/jobs/{job_id}", response_model=Workspace)
def save_job(job_id: str, save: JobSave, context: Context, planning: Planning, device: Device = "") -> Response:
    """Saves a job, planned before it is saved; refused as stale where it was changed since."""
    return answer_of(changes.save_job(context, planning, job_id, save.job, save.revision, save.summary, device))


@router.put("/jobs/{job_id}/wall", response_model=Workspace)
def save_wall_of_job(
    job_id: str, save: WallSave, context: Context, planning: Planning, device: Device = ""
) -> Response:
    """Saves the wall that a job stands on, and answers with all that the screen needs: one question a change."""
    return answer_of(
        changes.save_wall_of_job(context, planning, job_id, save.wall, save.revision, save.summary, device)
    )


@router.delete("/jobs/{job_id}", status_code=204)
def remove_job(job_id: str, context: Context) -> Response:
    """Puts a job into the trash."""
    context.store.remove(JobBody, job_id)
    return Response(status_code=204)


@router.post("/jobs/{job_id}/restore", status_code=204)
def restore_job(job_id: str, context: Context) -> Response:
    """Brings a removed job back."""
    if not context.store.restore(job_id):
        raise NotFound(f"There is no job “{job_id}” here; it may have been removed.")
    return Response(status_code=204)


@router.post("/jobs/{job_id}/undo", response_model=Workspace)
def undo(
    job_id: str, context: Context, planning: Planning, device: Device = "", revision: int | None = None
) -> Response:
    """Takes back the last change made in this job at this device. ``revision``: of the job, as it is shown there."""
    context.store.undo(job_id, device, revision)
    return answer_of(planning.ask("workspace", job_id, device))


@router.post("/jobs/{job_id}/redo", response_model=Workspace)
def redo(
    job_id: str, context: Context, planning: Planning, device: Device = "", revision: int | None = None
) -> Response:
    """Brings back what was taken back last."""
    context.store.redo(job_id, device, revision)
    return answer_of(planning.ask("workspace", job_id, device))


@router.post("/jobs/{job_id}/trial", response_model=TrialAnswer)
async def try_placement(job_id: str, trial: Trial, planning: Planning, turn: Asking) -> Response:
    """The plan for a place that is not saved: the answer while a finger drags, without the long lists.

    A question of the same window that still waits is overtaken by this one.
    """
    return answer_of(await planning.later("trial", job_id, trial.model_dump_json(), turn=turn))


@router.get("/jobs/{job_id}/document", response_class=Response)
def export_document(job_id: str, context: Context) -> Response:
    """The whole job as a JSON file, with the own fixings that its plan weighs. Raises NotFound for a practice wall."""
    if isinstance(context.store, PracticeStore):
        raise NotFound("A practice wall stays in the place to practise.")
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


@router.post("/documents", status_code=201, openapi_extra=A_DOCUMENT)
def import_document(body: Body, context: Context) -> Made:
    """A JSON job document, as a site of its own under fresh ids. Nothing is kept of a faulty one."""
    document = read_document(body, context.catalogue)
    context.plan_of(document)
    return Made(id=context.store.add_document(document).id)


@router.post("/plan", openapi_extra=A_DOCUMENT)
def plan_document(body: Body, context: Context) -> Plan:
    """The plan of a document of any version that can be read, without keeping it."""
    return context.plan_of(read_document(body, context.catalogue))
