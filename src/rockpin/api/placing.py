"""Where a fixture goes: dragged there, or said by what it is measured from."""

from typing import Annotated

from fastapi import APIRouter, Path, Query, Response

from rockpin.api.changes import save_job
from rockpin.api.context import Context, Device
from rockpin.api.place_schemas import PlaceSave, ReferenceSave
from rockpin.api.planning import Asking, Planning, answer_of
from rockpin.api.schemas import Workspace
from rockpin.core.plan import (
    BetterPlace,
    PlacingOptions,
    PlannedBeside,
    WallMap,
    WallPlaces,
    carry,
    measured_from,
    standing,
)

router = APIRouter(prefix="/api", tags=["placing"])


@router.put("/jobs/{job_id}/place", response_model=Workspace)
def put_there(job_id: str, save: PlaceSave, context: Context, planning: Planning, device: Device = "") -> Response:
    """Puts a fixture where it was let go, measured from what it lines up with there."""
    document = context.store.document(job_id, context.catalogue)
    at, _ = carry(document, save.x_mm, save.y_mm, context.catalogue, context.keep, lines_up=save.lines_up)
    job = context.store.job(job_id).body.model_copy(update={"placement": at})
    return answer_of(save_job(context, planning, job_id, job, save.revision, save.summary, device))


@router.put("/jobs/{job_id}/reference", response_model=Workspace)
def measure_from(
    job_id: str, save: ReferenceSave, context: Context, planning: Planning, device: Device = ""
) -> Response:
    """Measures a fixture from something else, or from nothing but the wall's corner."""
    document = standing(context.store.document(job_id, context.catalogue), context.catalogue, context.keep)
    if save.reference is None:
        place = document.placement.model_copy(update={save.axis.value: None})
    else:
        stay = save.stay
        found = measured_from(document, save.axis, save.reference, context.catalogue, context.keep, stay=stay)
        place = found.placement
    job = context.store.job(job_id).body.model_copy(update={"placement": place})
    return answer_of(save_job(context, planning, job_id, job, save.revision, save.summary, device))


@router.get("/jobs/{job_id}/placing", response_model=PlacingOptions)
async def what_to_measure(job_id: str, planning: Planning) -> Response:
    """The lines of the fixture that can be measured, and those of the wall that it can be measured from."""
    return answer_of(await planning.later("placing", job_id))


@router.get("/jobs/{job_id}/beside", response_model=tuple[PlannedBeside, ...])
async def what_others_plan(job_id: str, planning: Planning) -> Response:
    """What other jobs only plan on the same wall, and how it and this one would be in one another's way."""
    return answer_of(await planning.later("beside", job_id))


@router.get("/jobs/{job_id}/places", response_model=tuple[BetterPlace, ...])
async def better_ones(job_id: str, planning: Planning) -> Response:
    """Places near the wanted one that are better in something, each put through the plan."""
    return answer_of(await planning.later("places", job_id))


@router.get("/jobs/{job_id}/wall-map", response_model=WallMap | None)
async def where_to_the_millimetre(
    job_id: str, planning: Planning, turn: Asking, *, coarse: Annotated[bool, Query()] = False
) -> Response:
    """The verdict at every millimetre of the wall; null for what is judged place by place.

    ``coarse``: some millimetres apart, for a first look.
    """
    return answer_of(await planning.later("coarse_map" if coarse else "wall_map", job_id, turn=turn))


@router.get("/jobs/{job_id}/wall-places/{part}", response_model=WallPlaces)
async def where_it_could_go(job_id: str, part: Annotated[int, Path(ge=0, le=100_000)], planning: Planning) -> Response:
    """Some places of the wall with the verdict there, coarse to fine: part after part until the last."""
    return answer_of(await planning.later("on_the_wall", job_id, str(part)))
