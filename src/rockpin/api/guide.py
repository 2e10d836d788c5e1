"""A first job that is led by the hand: begun, and how far it is."""

from fastapi import APIRouter, Response

from rockpin.api.context import Context
from rockpin.api.planning import Planning, answer_of
from rockpin.api.schemas import Made
from rockpin.demo.first_job import FIRST_JOB_ID, Guide, begin_first_job

router = APIRouter(prefix="/api", tags=["guide"])


@router.post("/guide", status_code=201)
def begin_guide(context: Context) -> Made:
    """The first job as it begins, on a made-up wall of Slipway House; one that was begun before begins anew."""
    return Made(id=begin_first_job(context.store, context.shipped))


@router.get("/guide", response_model=Guide)
async def read_guide(planning: Planning) -> Response:
    """The steps of the first job, with what of them is done."""
    return answer_of(await planning.later("guide", FIRST_JOB_ID))
