"""The things of a fixture: one more, one less, in another order, spaced out in a row, along a flight of stairs."""

from collections.abc import Callable

from fastapi import APIRouter, Response

from rockpin.api.changes import save_job
from rockpin.api.context import AppContext, Context, Device
from rockpin.api.place_schemas import SpacingSave, StairsAsk, ThingAdd, ThingAsk, ThingChange
from rockpin.api.planning import Planning, answer_of
from rockpin.api.schemas import Workspace
from rockpin.core.document.fixture import Fixture
from rockpin.core.document.job import JobBody, JobDocument
from rockpin.core.fixture import copied, removed, reordered, with_fixture
from rockpin.core.plan import along_stairs, beside, row_between, standing, with_the_rest_as_it_is
from rockpin.core.tables.references import thing_named

router = APIRouter(prefix="/api", tags=["fixture"])

_CHANGES: dict[ThingChange, Callable[[Fixture, str], Fixture]] = {
    ThingChange.COPY: copied,
    ThingChange.REMOVE: removed,
    ThingChange.EARLIER: lambda fixture, piece_id: reordered(fixture, piece_id, -1),
    ThingChange.LATER: lambda fixture, piece_id: reordered(fixture, piece_id, 1),
}


@router.put("/jobs/{job_id}/things", response_model=Workspace)
def change_thing(job_id: str, ask: ThingAsk, context: Context, planning: Planning, device: Device = "") -> Response:
    """Copies a thing of a fixture with all that belongs to it, takes it out, or gives it another place in the row."""
    document = standing(context.store.document(job_id, context.catalogue), context.catalogue, context.keep)
    fixture = _CHANGES[ask.change](document.fixture, ask.piece_id)
    changed = _put(context, job_id, with_the_rest_as_it_is(document, fixture, context.catalogue, context.keep))
    return answer_of(save_job(context, planning, job_id, changed, ask.revision, ask.summary, device))


@router.post("/jobs/{job_id}/things", response_model=Workspace)
def add_thing(job_id: str, ask: ThingAdd, context: Context, planning: Planning, device: Device = "") -> Response:
    """Puts another thing of a shape beside those that there are."""
    document, start = context.store.document(job_id, context.catalogue), thing_named(ask.shape, context.catalogue)
    changed = _put(context, job_id, beside(document, start, context.catalogue, context.keep))
    return answer_of(save_job(context, planning, job_id, changed, ask.revision, ask.summary, device))


@router.put("/jobs/{job_id}/spacing", response_model=Workspace)
def space_out(job_id: str, save: SpacingSave, context: Context, planning: Planning, device: Device = "") -> Response:
    """Spaces the things of a fixture out in a row, in a span of its own or one between two marks on the wall."""
    if save.spacing and save.between:
        document = context.store.document(job_id, context.catalogue)
        job = _put(context, job_id, row_between(document, save.spacing, save.between, context.catalogue, context.keep))
    else:
        job = context.store.job(job_id).body
        job = with_fixture(job, job.fixture.model_copy(update={"spacing": save.spacing}))
    return answer_of(save_job(context, planning, job_id, job, save.revision, save.summary, device))


@router.put("/jobs/{job_id}/stairs", response_model=Workspace)
def lay_along_stairs(
    job_id: str, ask: StairsAsk, context: Context, planning: Planning, device: Device = ""
) -> Response:
    """Lays a handrail along the stairs of its wall, its brackets on the studs."""
    document = context.store.document(job_id, context.catalogue)
    job = _put(context, job_id, along_stairs(document, ask.above_mm, context.catalogue, context.keep))
    return answer_of(save_job(context, planning, job_id, job, ask.revision, ask.summary, device))


def _put(context: AppContext, job_id: str, worked_out: JobDocument) -> JobBody:
    """The job as it is kept, with a fixture and a place that were worked out for its whole document."""
    job = context.store.job(job_id).body
    return with_fixture(job.model_copy(update={"placement": worked_out.placement}), worked_out.fixture)
