"""What is out of sight and comes back: jobs put away, the trash; and copies and names, given without opening a job."""

from datetime import timedelta

from fastapi import APIRouter, Response

from rockpin.api.changes import save_job
from rockpin.api.context import Context, Device
from rockpin.api.planning import Planning, answer_of
from rockpin.api.schemas import CopyAsk, Made, NewName, TrashLine, WallOut, Workspace
from rockpin.core.base.errors import NotFound
from rockpin.core.document.job import JobBody, Placement
from rockpin.core.document.record import Progress
from rockpin.store.bodies import new_id
from rockpin.store.shelves import KEPT_DAYS

router = APIRouter(prefix="/api", tags=["shelves"])

_MOST_NAME = 110


@router.get("/trash")
def read_trash(context: Context) -> tuple[TrashLine, ...]:
    """What was removed and is not forgotten yet, what was removed last first."""
    return tuple(
        TrashLine(
            id=one.id,
            kind=one.kind,
            name=one.label,
            site=one.site,
            removed_at=one.removed_at,
            forgotten_on=(one.removed_at + timedelta(days=KEPT_DAYS)).date(),
        )
        for one in context.store.shelves.trash()
    )


@router.post("/trash/{document_id}/back", status_code=204)
def bring_back(document_id: str, context: Context) -> Response:
    """Brings back what was removed, with the site and the walls that it needs."""
    if not context.store.restore(document_id):
        raise NotFound(f"There is no “{document_id}” in the trash; it may have been forgotten.")
    return Response(status_code=204)


@router.post("/jobs/{job_id}/put-away", status_code=204)
def put_away(job_id: str, context: Context) -> Response:
    """Takes a job that is done with out of the list; it can be opened as before."""
    context.store.shelves.put_away(job_id, True)
    return Response(status_code=204)


@router.delete("/jobs/{job_id}/put-away", status_code=204)
def put_back_into_the_list(job_id: str, context: Context) -> Response:
    """Puts a job back into the list."""
    context.store.shelves.put_away(job_id, False)
    return Response(status_code=204)


def _numbered(name: str) -> str:
    """The name of a copy."""
    stem, _, tail = name.rpartition(" (")
    if stem and tail.endswith(")") and tail[:-1].isdigit():
        return f"{stem[:_MOST_NAME]} ({int(tail[:-1]) + 1})"
    return f"{name[:_MOST_NAME]} (2)"


@router.post("/jobs/{job_id}/copy", status_code=201)
def copy_job(job_id: str, wanted: CopyAsk, context: Context) -> Made:
    """The same thing once more, without what was drilled and recorded; on the same wall or on another one.

    On another wall it hangs as far from the left and as high; what it was measured from there, and what was picked for
    its holes, belongs to the wall that it came from.
    """
    job = context.store.job(job_id)
    fresh: dict[str, object] = {
        "title": _numbered(job.body.title),
        "records": (),
        "left": (),
        "came_loose": None,
        "photos": (),
        "progress": Progress(),
        "as_built": (),
        "pull_tests": (),
    }
    site_id = job.site_id
    if wanted.wall_id is not None and wanted.wall_id != job.body.placement.wall_id:
        at = job.body.placement
        fresh |= {"placement": Placement(wall_id=wanted.wall_id, x_mm=at.x_mm, y_mm=at.y_mm), "choices": ()}
        site_id = context.store.wall(wanted.wall_id).site_id
    body = JobBody.model_validate(dict(job.body) | fresh)
    return Made(id=context.store.add_job(site_id, body).id)


@router.put("/jobs/{job_id}/name", response_model=Workspace)
def name_job(job_id: str, wanted: NewName, context: Context, planning: Planning, device: Device = "") -> Response:
    """Calls a job something else."""
    job = context.store.job(job_id)
    body = job.body.model_copy(update={"title": wanted.name})
    return answer_of(save_job(context, planning, job_id, body, job.revision, "renamed", device))


@router.post("/walls/{wall_id}/copy", status_code=201)
def copy_wall(wall_id: str, context: Context) -> Made:
    """The same wall once more, for the next room: what it is built of, without what was found and drilled in it."""
    wall = context.store.wall(wall_id)
    fresh = {
        "id": new_id("wall"),
        "name": _numbered(wall.body.name),
        "scans": (),
        "old_holes": (),
        "hits": (),
        "traces": (),
        "evidence": (),
        "points": (),
        "looked": False,
    }
    return Made(id=context.store.add_wall(wall.site_id, wall.body.model_copy(update=fresh)).id)


@router.put("/walls/{wall_id}/name")
def name_wall(wall_id: str, wanted: NewName, context: Context) -> WallOut:
    """Calls a wall something else."""
    wall = context.store.wall(wall_id)
    body = wall.body.model_copy(update={"name": wanted.name})
    saved = context.store.save(wall_id, body, wall.revision, "renamed")
    return WallOut(revision=saved.revision, wall=saved.body)
