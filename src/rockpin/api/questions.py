"""One question and its answer, before any site, wall or job exists; and the job that becomes of it with one press."""

from fastapi import APIRouter, Response
from pydantic import Field

from rockpin.api.context import Context
from rockpin.api.planning import Asking, Planning, Turn, answer_of
from rockpin.api.schemas import Made
from rockpin.core.base.model import Id, Model
from rockpin.core.document.job import Choice, JobBody, Site
from rockpin.core.questions import (
    BitAnswer,
    BitQuestion,
    DepthAnswer,
    FixingAnswer,
    SpacingAnswer,
    SpacingQuestion,
    SpotAnswer,
    Supposed,
    WallAnswer,
    begun,
    how_far_apart,
)
from rockpin.store.bodies import new_id

router = APIRouter(prefix="/api/ask", tags=["questions"])

_LOOSE = "Walls without a site"


class JobAsked(Model):
    """What was asked, as it becomes a job. ``site_id``: None puts its wall among those without a site."""

    asked: Supposed
    fixing: Id | None = Field(default=None, description="picked at every hole; None: as planned")
    site_id: Id | None = None


async def _answer(question: str, asked: Model, planning: Planning, turn: Turn | None) -> Response:
    # what he types next overtakes what he typed before
    return answer_of(await planning.later("question", "ask", question, asked.model_dump_json(), turn=turn))


@router.post("/goes-in", response_model=FixingAnswer)
async def goes_in(asked: Supposed, planning: Planning, turn: Asking) -> Response:
    """What goes in? The best fixings for a thing on a wall, what was refused, and what was taken for granted."""
    return await _answer("goes-in", asked, planning, turn)


@router.post("/wall", response_model=WallAnswer)
async def wall(asked: Supposed, planning: Planning, turn: Asking) -> Response:
    """What is this wall? What it most likely is by what was said and checked, and the next check."""
    return await _answer("wall", asked, planning, turn)


@router.post("/here", response_model=SpotAnswer)
async def here(asked: Supposed, planning: Planning, turn: Asking) -> Response:
    """May I drill here? What is near one spot, the risk there, and what would clear it."""
    return await _answer("here", asked, planning, turn)


@router.post("/deep", response_model=DepthAnswer)
async def deep(asked: Supposed, planning: Planning, turn: Asking) -> Response:
    """How deep may I go? The greatest depth that nothing speaks against, and what sets it."""
    return await _answer("deep", asked, planning, turn)


@router.post("/bit", response_model=BitAnswer)
async def bit(asked: BitQuestion, planning: Planning, turn: Asking) -> Response:
    """Which bit? Bit, pilot, depth and tape for the plug or the screw in hand."""
    return await _answer("bit", asked, planning, turn)


@router.post("/apart")
def apart(asked: SpacingQuestion) -> SpacingAnswer:
    """How far apart? So many things on a width."""
    return how_far_apart(asked)


def _loose_site(asked: Supposed, context: Context) -> str:
    """The site of walls that have none, one for each region and way of measuring; made when it is first wanted."""
    site_id = f"no-site-{asked.region.value.replace('_', '-')}-{asked.units.value}"
    if not context.store.has(site_id) and not context.store.restore(site_id):
        context.store.add_site(Site(id=site_id, name=_LOOSE, region=asked.region, units=asked.units))
    return site_id


@router.post("/job", status_code=201)
def becomes_a_job(body: JobAsked, context: Context) -> Made:
    """Makes a wall and a job of what was asked, as it was answered, named by themselves; everything can be changed."""
    document = begun(body.asked, context.catalogue.in_words_of(body.asked.region), context.keep)
    if body.fixing is not None:
        holes = [hole.id for support in document.fixture.supports for hole in support.holes if hole.used]
        choices = tuple(Choice(hole_id=hole, fixing=body.fixing) for hole in holes)
        document = document.model_copy(update={"choices": choices})
    context.plan_of(document, keep=False)
    site_id = context.store.site(body.site_id).id if body.site_id else _loose_site(body.asked, context)
    wall = document.wall.model_copy(update={"id": new_id("wall")})
    job = JobBody(
        title=document.title,
        fixture=document.fixture,
        placement=document.placement.model_copy(update={"wall_id": wall.id}),
        choices=document.choices,
    )
    return Made(id=context.store.add_job(site_id, job, wall=wall).id)
