"""What is planned, as questions whose answers are bytes: they are worked out here or in a process beside this one."""

from collections.abc import Callable
from contextlib import suppress
from functools import partial
from typing import cast

from pydantic import TypeAdapter, ValidationError

from rockpin.api.context import AppContext
from rockpin.api.handed import TakenIn, part_read
from rockpin.api.photo_pictures import photo_marks, photo_upright
from rockpin.api.place_schemas import Trial, TrialAnswer
from rockpin.api.views import job_line, workspace_of
from rockpin.core.base.errors import CannotPlan, RockPinError
from rockpin.core.base.findings import UP
from rockpin.core.base.keeping import Keep
from rockpin.core.base.model import Model, Rect
from rockpin.core.drilling import stays_behind
from rockpin.core.hidden import ClearingWay
from rockpin.core.plan import (
    BetterPlace,
    FitReading,
    Happened,
    HoleSet,
    PlannedBeside,
    WayOut,
    better_places,
    carry,
    clear_hole,
    fit_reading,
    hole_sets,
    in_words,
    places_on_the_wall,
    placing_options,
    planned_beside,
    reach_of,
    take_in,
    wall_by_wall,
    wall_map,
    ways_on,
    ways_out,
)
from rockpin.core.questions import (
    BitQuestion,
    OnAWall,
    Supposed,
    by_wall,
    how_deep,
    may_drill,
    what_goes_in,
    what_wall,
    which_bit,
)
from rockpin.core.tables.catalogue import Catalogue
from rockpin.demo.first_job import guide_of
from rockpin.exchange.forms import Along, Decimal, Form, Paper
from rockpin.exchange.record_sheet import record_markdown, record_pdf, wall_pdf
from rockpin.exchange.sheets import sheet_markdown, sheet_pdf
from rockpin.exchange.template import carried
from rockpin.store.bodies import assemble

Task = Callable[..., bytes]

_WAYS_OUT = TypeAdapter(tuple[WayOut, ...])
_BY_WALL = TypeAdapter(tuple[OnAWall, ...])
_PLACES = TypeAdapter(tuple[BetterPlace, ...])
_BESIDE = TypeAdapter(tuple[PlannedBeside, ...])
_FIT = TypeAdapter(FitReading | None)
_HAPPENED: TypeAdapter[Happened] = TypeAdapter(Happened)
_HOLE_SETS = TypeAdapter(tuple[HoleSet, ...])
_CLEARING = TypeAdapter(tuple[ClearingWay, ...])


def workspace(context: AppContext, job_id: str, device: str) -> bytes:
    """The screen of a job, as JSON."""
    return workspace_of(context, job_id, device=device).model_dump_json().encode()


def trial(context: AppContext, job_id: str, held: str) -> bytes:
    """The plan of a job held where it is not saved, without what nobody reads meanwhile, and what it lines up with."""
    document, wanted = context.document_of(job_id), Trial.model_validate_json(held)
    at, line_ups = carry(document, wanted.x_mm, wanted.y_mm, context.catalogue, context.keep, lines_up=wanted.lines_up)
    moved = stays_behind(document, document.model_copy(update={"placement": at}), context.catalogue)
    put, at_rest = assemble(job_id, moved, document.site, document.walls), None
    # where it stands there may be no plan; it may be moved all the same
    with suppress(RockPinError):
        at_rest = context.plan_of(document)
    plan = context.plan_of(put, keep=False, at_rest=at_rest)
    return TrialAnswer(plan=plan, placement=at, line_ups=line_ups).model_dump_json().encode()


def placing(context: AppContext, job_id: str) -> bytes:
    """What of a fixture can be measured, and from what, as JSON."""
    document = context.store.document(job_id, context.catalogue)
    return placing_options(document, context.catalogue, context.keep).model_dump_json().encode()


def beside(context: AppContext, job_id: str) -> bytes:
    """What other jobs only plan on the wall of a job, as JSON; what is far off is not planned anew for it."""
    document = context.store.document(job_id, context.catalogue)
    plan = context.plan_of(document)
    around, near, far = reach_of(plan), [], []
    for other_id in context.store.lists.planned_on(document.wall.id, job_id):
        row = context.store.lists.job(other_id, context.program)
        area = Rect.model_validate(row.shown.area) if row.shown and row.shown.area else None
        if row.shown and row.shown.label == UP:
            continue
        if area and around and not area.overlaps(around):
            far.append(PlannedBeside(id=other_id, title=row.title, area=area, says=None))
            continue
        # one that cannot be read or planned is no reason to tell nothing of the rest
        with suppress(RockPinError, ValidationError):
            other = context.store.document(other_id, context.catalogue)
            near.append((context.plan_of(other), other))
    return _BESIDE.dump_json((*planned_beside(plan, document, near), *far))


def line(context: AppContext, job_id: str) -> bytes:
    """The line of a job in the list, with its verdict worked out, as JSON."""
    return job_line(context, job_id).model_dump_json().encode()


def tried(context: AppContext, job_id: str, kind: str, body: str) -> bytes:
    """Nothing; raises CannotPlan where a job could not be planned with a changed part of it."""
    context.plan_of(context.store.document(job_id, context.catalogue, [part_read(kind, body)]))
    return b""


def stays_plannable(context: AppContext, job_id: str, kind: str, body: str) -> bytes:
    """Nothing; raises CannotPlan where a change would leave a job without a plan that has one now."""
    try:
        tried(context, job_id, kind, body)
    except CannotPlan:
        # what could not be planned before is not held against the change
        with suppress(RockPinError):
            context.plan_of(context.store.document(job_id, context.catalogue))
            raise
    except RockPinError:
        pass
    return b""


def ways_that_work(context: AppContext, job_id: str) -> bytes:
    """The ways that work where nothing holds, or not for sure, as JSON."""
    return _WAYS_OUT.dump_json(
        ways_out(context.store.document(job_id, context.catalogue), context.catalogue, context.keep)
    )


def on_each_wall(context: AppContext, job_id: str) -> bytes:
    """What would hold on each wall that this one may well be, as JSON."""
    document = context.store.document(job_id, context.catalogue)
    # a bracket stays where it was put: nobody said that these go where they hold
    return _BY_WALL.dump_json(by_wall(document, False, context.catalogue, context.keep))


def places(context: AppContext, job_id: str) -> bytes:
    """The places near that are better in something, as JSON."""
    return _PLACES.dump_json(
        better_places(context.store.document(job_id, context.catalogue), context.catalogue, context.keep)
    )


def on_the_wall(context: AppContext, job_id: str, part: str) -> bytes:
    """Some places of the wall with their verdicts, as JSON."""
    document = context.store.document(job_id, context.catalogue)
    return places_on_the_wall(document, int(part), context.catalogue, context.keep).model_dump_json().encode()


def wall_map_of(context: AppContext, job_id: str, *, coarse: bool) -> bytes:
    """The verdict at every millimetre of the wall, or some of them apart, as JSON; null where places are judged one by
    one."""
    document = context.store.document(job_id, context.catalogue)
    found = wall_map(document, context.catalogue, context.keep, coarse=coarse, go_on=context.go_on)
    return b"null" if found is None else found.model_dump_json().encode()


def other_holes(context: AppContext, job_id: str) -> bytes:
    """What other choices among the fixture's holes would mean, as JSON."""
    return _HOLE_SETS.dump_json(hole_sets(context.store.document(job_id, context.catalogue), context.catalogue))


def fit(context: AppContext, job_id: str) -> bytes:
    """Whether the screws will find their holes by each way of marking, as JSON; null where nothing can be missed."""
    return _FIT.dump_json(
        fit_reading(context.store.document(job_id, context.catalogue), context.catalogue, context.keep)
    )


def clearing(context: AppContext, job_id: str, hole_id: str) -> bytes:
    """The ways to clear a hole, as JSON."""
    document = context.store.document(job_id, context.catalogue)
    return _CLEARING.dump_json(tuple(clear_hole(document, hole_id, context.catalogue)))


def sheet(context: AppContext, job_id: str, form: str) -> bytes:
    """The calculation sheet of a job as Markdown or PDF."""
    plan = context.plan_of(context.store.document(job_id, context.catalogue))
    return sheet_pdf(plan) if form == "pdf" else sheet_markdown(plan).encode()


def to_the_wall(context: AppContext, job_id: str, form: str, paper: str, along: str, decimal: str) -> bytes:
    """The template, the story pole or the table of marks of a job, in one of their forms."""
    plan = context.plan_of(context.store.document(job_id, context.catalogue))
    return carried(plan, cast(Form, form), cast(Paper, paper), cast(Along, along), decimal=cast(Decimal, decimal))


def taken_in(context: AppContext, job_id: str, thing: str) -> bytes:
    """A job with what happened at the wall taken in, as JSON. Raises NotFound and BadInput as the core does."""
    happened = _HAPPENED.validate_json(thing)
    document, catalogue = context.document_of(job_id), context.catalogue
    plan = context.plan_of(document)
    made = take_in(document, plan, happened, catalogue)
    return TakenIn(job=made, summary=in_words(happened, plan, catalogue)[:120]).model_dump_json().encode()


def going_on(context: AppContext, job_id: str, hole_id: str) -> bytes:
    """The ways on from a hole that answered differently, as JSON."""
    document = context.store.document(job_id, context.catalogue)
    return ways_on(document, hole_id, context.catalogue, context.keep).model_dump_json().encode()


def record_sheet(context: AppContext, job_id: str, form: str) -> bytes:
    """The record of a job as PDF or Markdown."""
    document, catalogue = context.store.document(job_id, context.catalogue), context.catalogue
    plan = context.plan_of(document)
    if form == "md":
        return record_markdown(plan, document, catalogue).encode()
    return record_pdf(plan, document, catalogue, context.photos.read)


def wall_sheet(context: AppContext, job_id: str) -> bytes:
    """Everything known of the wall of a job, of both walls of a corner, as PDF."""
    document = context.store.document(job_id, context.catalogue)
    beside = [one for one in context.store.jobs(context.store.job(job_id).site_id) if one.id != job_id]
    # a photo of another job says of which
    others = [
        photo.model_copy(update={"hole_id": None, "note": f"{one.body.title} {photo.note}".strip()[:4000]})
        for one in beside
        if one.body.placement.wall_id == document.wall.id
        for photo in one.body.photos
    ]
    parts = wall_by_wall(document, context.catalogue.figures.demand)
    return wall_pdf([(context.plan_of(part), part) for part in parts], others, context.photos.read)


def question(context: AppContext, _: str, which: str, asked: str) -> bytes:
    """The answer to a question about no job, as JSON. Raises BadInput as the core does."""
    if which == "bit":
        in_hand = BitQuestion.model_validate_json(asked)
        return which_bit(in_hand, context.catalogue, context.keep).model_dump_json().encode()
    supposed = Supposed.model_validate_json(asked)
    return _QUESTIONS[which](supposed, context.catalogue, context.keep).model_dump_json().encode()


def guide(context: AppContext, job_id: str) -> bytes:
    """The steps of the job that is led by the hand, as JSON. Raises NotFound where it was not begun."""
    document = context.document_of(job_id)
    return guide_of(context.plan_of(document), document).model_dump_json().encode()


_QUESTIONS: dict[str, Callable[[Supposed, Catalogue, Keep], Model]] = {
    "goes-in": what_goes_in,
    "wall": what_wall,
    "here": may_drill,
    "deep": how_deep,
}

TASKS: dict[str, Task] = {
    "photo_upright": photo_upright,
    "photo_marks": photo_marks,
    "question": question,
    "guide": guide,
    "workspace": workspace,
    "trial": trial,
    "placing": placing,
    "places": places,
    "beside": beside,
    "on_the_wall": on_the_wall,
    "wall_map": partial(wall_map_of, coarse=False),
    "coarse_map": partial(wall_map_of, coarse=True),
    "line": line,
    "ways_that_work": ways_that_work,
    "on_each_wall": on_each_wall,
    "other_holes": other_holes,
    "clearing": clearing,
    "fit": fit,
    "taken_in": taken_in,
    "going_on": going_on,
    "record_sheet": record_sheet,
    "wall_sheet": wall_sheet,
    "sheet": sheet,
    "to_the_wall": to_the_wall,
    "tried": tried,
    "stays_plannable": stays_plannable,
}
