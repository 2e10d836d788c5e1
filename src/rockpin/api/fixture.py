"""What the server works out for a fixture when asked: its shape, holes in a bar, choices of holes, the sheet."""

from typing import Literal

from fastapi import APIRouter, Response

from rockpin.api.changes import save_job
from rockpin.api.context import Context, Device
from rockpin.api.planning import Planning, answer_of
from rockpin.api.schemas import BarAsk, FixtureSave, ShapeAsk, ShapeMeasured, Workspace
from rockpin.core.base.errors import BadInput, Fault
from rockpin.core.base.model import Id
from rockpin.core.document.fixture import Fixture
from rockpin.core.fixture import ShapeDrawing, draw_shape, kind_with, remeasured, reshaped, started, with_fixture
from rockpin.core.plan import FitReading, HoleSet, WayOut, bar_drilled, read_wall, standing
from rockpin.core.questions import OnAWall
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.references import shape_named, starts_of, thing_named
from rockpin.exchange.forms import Along, Decimal, Form, Paper, kind_of

router = APIRouter(prefix="/api", tags=["fixture"])


@router.post("/shape-drawing")
def shape_drawing(ask: ShapeMeasured, context: Context) -> ShapeDrawing:
    """A thing as its measures make it, and where each of them is taken. Nothing is kept."""
    return draw_shape(thing_named(ask.shape, context.catalogue).shape, ask.measures)


@router.put("/jobs/{job_id}/shape", response_model=Workspace)
def set_shape(job_id: str, ask: ShapeAsk, context: Context, planning: Planning, device: Device = "") -> Response:
    """Makes the fixture of a job anew from a shape and its measures, or measures a thing beside others."""
    job = context.store.job(job_id).body
    shape = shape_named(ask.shape, context.catalogue)
    starts = starts_of(shape, context.catalogue)
    if ask.piece_id is None:
        called = _name_that_comes_with(shape.key, job.fixture, context.catalogue)
        fixture = reshaped(job.fixture, shape, ask.measures, starts, called)
    else:
        kind = kind_with(job.fixture, ask.piece_id, shape.key, context.catalogue)
        fixture = remeasured(job.fixture, shape, {**kind.measures, **ask.measures}, starts, kind)
    return answer_of(save_job(context, planning, job_id, with_fixture(job, fixture), ask.revision, ask.summary, device))


def _name_that_comes_with(shape: Id, before: Fixture, catalogue: Catalogue) -> str | None:
    """What a thing of a shape is called where nobody gave the one before it a name of its own."""
    old = before.thing or before.shape
    if old is None or before.name != started(thing_named(old, catalogue), {}).name:
        return None
    return started(thing_named(shape, catalogue), {}).name


@router.put("/jobs/{job_id}/fixture", response_model=Workspace)
def save_fixture(job_id: str, save: FixtureSave, context: Context, planning: Planning, device: Device = "") -> Response:
    """Saves other parts of a fixture; links let go of supports that are gone."""
    job, names = context.store.job(job_id).body, {support.id for support in save.fixture.supports}
    links = tuple(
        link.model_copy(update={"support_ids": tuple(one for one in link.support_ids if one in names)})
        for link in save.fixture.links
    )
    fixture = save.fixture.model_copy(update={"links": links})
    return answer_of(
        save_job(context, planning, job_id, with_fixture(job, fixture), save.revision, save.summary, device)
    )


@router.put("/jobs/{job_id}/bar", response_model=Workspace)
def drill_bar(job_id: str, ask: BarAsk, context: Context, planning: Planning, device: Device = "") -> Response:
    """Puts the holes of a bar that is drilled on the spot where the wall holds best."""
    document = standing(context.store.document(job_id, context.catalogue), context.catalogue, context.keep)
    support = next((one for one in document.fixture.supports if one.id == ask.support_id), None)
    if support is None:
        raise BadInput([Fault("support_id", f"“{ask.support_id}” is no support of this fixture")])
    drilled = bar_drilled(document, (support.id,), read_wall(document, context.catalogue, context.keep))
    changed = with_fixture(context.store.job(job_id).body, drilled.fixture)
    return answer_of(
        save_job(context, planning, job_id, changed, ask.revision, f"holes put in {support.name.lower()}"[:120], device)
    )


@router.get("/jobs/{job_id}/hole-sets", response_model=tuple[HoleSet, ...])
async def compare_holes(job_id: str, planning: Planning) -> Response:
    """What other choices among the fixture's holes would mean."""
    return answer_of(await planning.later("other_holes", job_id))


@router.get("/jobs/{job_id}/fit", response_model=FitReading | None)
async def will_it_fit(job_id: str, planning: Planning) -> Response:
    """Whether the screws will find their holes, by each way of marking; null where no plate has two screws."""
    return answer_of(await planning.later("fit", job_id))


@router.get("/jobs/{job_id}/ways-out", response_model=tuple[WayOut, ...])
async def ways_that_work(job_id: str, planning: Planning) -> Response:
    """The ways that work where nothing holds, or not for sure; each has been put through the plan."""
    return answer_of(await planning.later("ways_that_work", job_id))


@router.get("/jobs/{job_id}/by-wall", response_model=tuple[OnAWall, ...])
async def on_each_wall(job_id: str, planning: Planning) -> Response:
    """What would hold on each wall that this one may well be, for whoever has not found out yet which it is."""
    return answer_of(await planning.later("on_each_wall", job_id))


@router.get("/jobs/{job_id}/sheet.{form}", response_class=Response)
async def calculation_sheet(job_id: str, form: Literal["md", "pdf"], planning: Planning) -> Response:
    """The calculation sheet of a job."""
    kind = "text/markdown; charset=utf-8" if form == "md" else "application/pdf"
    name = f'attachment; filename="{job_id}-sheet.{form}"'
    body = await planning.later("sheet", job_id, form)
    return Response(body, media_type=kind, headers={"Content-Disposition": name})


@router.get("/jobs/{job_id}/template.{form}", response_class=Response)
async def template(
    job_id: str,
    form: Form,
    planning: Planning,
    paper: Paper = "a4",
    along: Along = "along",
    decimal: Decimal = "point",
) -> Response:
    """The template at full size, the story pole along the wall or up it, or the marks as a table."""
    body = await planning.later("to_the_wall", job_id, form, paper, along, decimal)
    kind, ending = kind_of(form)
    what = f"pole-{along}" if form.startswith("pole") else "template"
    name = f'attachment; filename="{job_id}-{what}.{ending}"'
    return Response(body, media_type=kind, headers={"Content-Disposition": name})
