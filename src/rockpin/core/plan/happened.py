"""What happened at the wall, thing by thing: each is taken in on top of whatever stands by then."""

from math import hypot
from typing import Annotated, Literal

from pydantic import Field

from rockpin.core.base.errors import NotFound
from rockpin.core.base.model import Day, Id, Model, Note, WallCoordinate
from rockpin.core.document.fixture import HoleKind
from rockpin.core.document.job import JobBody, JobDocument
from rockpin.core.document.record import Clock, DoneStep, Holds, HoleRecord, Moment, Photo, Progress
from rockpin.core.drilling import left_with
from rockpin.core.plan.plan import Plan
from rockpin.core.plan.reporting import Report, hole_of, reported
from rockpin.core.plan.unfolded import wall_begins_mm
from rockpin.core.plan.way_out import body_of
from rockpin.core.tables.catalogue import Catalogue


class StepDone(Model):
    """A step of the work is behind one, or after all not."""

    kind: Literal["step"] = "step"
    id: Id
    step: Id
    on: bool = True
    at: Moment | None = None


class Gathered(Model):
    """A thing lies ready, or after all not."""

    kind: Literal["gathered"] = "gathered"
    id: Id
    item: Id
    on: bool = True
    at: Moment | None = None


class ClockSet(Model):
    """A wait begins, with when it is over; or it was stopped."""

    kind: Literal["clock"] = "clock"
    id: Id
    step: Id
    ends: Moment | None
    at: Moment | None = None


class HoleAnswered(Model):
    """A hole answered: as planned, or otherwise.

    ``mark_x_mm``, ``mark_y_mm``: where its mark was for whoever drilled it; None: where it is when it is taken in.
    """

    kind: Literal["report"] = "report"
    id: Id
    hole_id: Id
    report: Report
    mark_x_mm: WallCoordinate | None = None
    mark_y_mm: WallCoordinate | None = None
    at: Moment | None = None


class HoleTried(Model):
    """What went into a hole was tried: whether it holds, and what it was pulled with [N]."""

    kind: Literal["tried"] = "tried"
    id: Id
    hole_ids: tuple[Id, ...] = Field(min_length=1, max_length=400)
    holds: Holds | None
    pulled_n: float | None = Field(default=None, gt=0, le=100_000)
    who: Note = ""
    day: Day | None = None
    at: Moment | None = None


class HoleNoted(Model):
    """Something was written down beside a hole."""

    kind: Literal["noted"] = "noted"
    id: Id
    hole_id: Id
    note: Note
    at: Moment | None = None


class PhotoTaken(Model):
    """A photo was taken, of a hole or of the whole."""

    kind: Literal["photo"] = "photo"
    id: Id
    photo: Photo
    at: Moment | None = None


Happened = Annotated[
    StepDone | Gathered | ClockSet | HoleAnswered | HoleTried | HoleNoted | PhotoTaken, Field(discriminator="kind")
]


def _with(job: JobDocument, **changes: object) -> JobDocument:
    return job.model_copy(update=changes)


def _progress(job: JobDocument, **changes: object) -> JobDocument:
    return _with(job, progress=Progress.model_validate({**job.progress.model_dump(), **changes}))


def _record_of(job: JobDocument, hole_id: str) -> HoleRecord:
    return next((one for one in job.records if one.hole_id == hole_id), HoleRecord(hole_id=hole_id))


def _recorded(job: JobDocument, *records: HoleRecord) -> JobDocument:
    changed = {one.hole_id for one in records}
    return _with(job, records=(*(one for one in job.records if one.hole_id not in changed), *records))


def _tried(job: JobDocument, plan: Plan, one: HoleTried) -> JobDocument:
    records = []
    for hole_id in one.hole_ids:
        hole, before = hole_of(plan, hole_id), _record_of(job, hole_id)
        records.append(
            before.model_copy(
                update={
                    "holds": one.holds,
                    "fixing": before.fixing or hole.chosen,
                    "pulled_n": one.pulled_n or before.pulled_n,
                    "who": one.who or before.who,
                    "day": one.day or before.day,
                    "at": one.at or before.at,
                    # what holds answers whatever was reported of it before
                    "settled": before.settled or one.holds is Holds.YES,
                }
            )
        )
    return _recorded(job, *records)


def _answered(job: JobDocument, plan: Plan, one: HoleAnswered, catalogue: Catalogue) -> JobDocument:
    """The hole on record; where the fixture was moved meanwhile, the hole is where its mark was when it was drilled."""
    records = reported(job, plan, one.hole_id, one.report, catalogue)
    if one.mark_x_mm is None or one.mark_y_mm is None:
        return _with(job, records=records)
    hole = hole_of(plan, one.hole_id)
    dx, dy = one.mark_x_mm - hole.x_mm, one.mark_y_mm - hole.y_mm
    if hypot(dx, dy) <= catalogue.figures.plan.same_hole_mm:
        return _with(job, records=records)
    if hole.kind is HoleKind.CLAMPED:
        # a clamp that was put up elsewhere leaves nothing there, and is not where it is planned now
        return job
    record = next(record for record in records if record.hole_id == one.hole_id)
    begins = wall_begins_mm(plan, hole)
    at = (one.mark_x_mm + one.report.off_x_mm - begins, one.mark_y_mm + one.report.off_y_mm)
    told = job.left, record, hole.number, at, hole.diameter_mm, catalogue
    return _with(job, left=left_with(*told, on_second=begins > 0))


def _photographed(job: JobDocument, plan: Plan, photo: Photo) -> JobDocument:
    if photo.hole_id is not None:
        hole_of(plan, photo.hole_id)
    if any(one.id == photo.id for one in job.photos):
        return job
    return _with(job, photos=(*job.photos, photo))


def take_in(job: JobDocument, plan: Plan, happened: Happened, catalogue: Catalogue) -> JobBody:
    """The job with one thing that happened taken in. ``plan``: of the job as it stands.

    Raises NotFound where the hole or the step is not there any more, BadInput where what is said cannot be.
    """
    match happened:
        case StepDone():
            if happened.on and happened.step not in {step.id for step in plan.steps}:
                raise NotFound(
                    f"The step “{happened.step}” is not there any more: the plan has changed since. Look at the steps "
                    "as they are now."
                )
            done = [one for one in job.progress.done if one.step != happened.step]
            job = _progress(
                job, done=[*done, DoneStep(step=happened.step, at=happened.at)] if happened.on else tuple(done)
            )
        case Gathered():
            kept = [item for item in job.progress.gathered if item != happened.item]
            job = _progress(job, gathered=[*kept, happened.item] if happened.on else kept)
        case ClockSet():
            running = [one for one in job.progress.clocks if one.step != happened.step]
            more = [Clock(step=happened.step, ends=happened.ends)] if happened.ends else []
            job = _progress(job, clocks=[*running, *more])
        case HoleAnswered():
            job = _answered(job, plan, happened, catalogue)
        case HoleTried():
            job = _tried(job, plan, happened)
        case HoleNoted():
            hole_of(plan, happened.hole_id)
            job = _recorded(job, _record_of(job, happened.hole_id).model_copy(update={"note": happened.note}))
        case PhotoTaken():
            job = _photographed(job, plan, happened.photo)
    return body_of(job)


def in_words(happened: Happened, plan: Plan, catalogue: Catalogue) -> str:
    """What happened, for the list of what can be undone."""
    match happened:
        case StepDone():
            title = next((step.title.lower() for step in plan.steps if step.id == happened.step), happened.step)
            return f"{title}: {'done' if happened.on else 'not done'}"
        case Gathered():
            return "laid ready" if happened.on else "not ready after all"
        case ClockSet():
            return "clock set" if happened.ends else "clock stopped"
        case HoleAnswered():
            outcome = catalogue.outcome_by_key[happened.report.outcome]
            return f"hole {hole_of(plan, happened.hole_id).number} {outcome.said}"
        case HoleTried():
            numbers = ", ".join(str(hole_of(plan, one).number) for one in happened.hole_ids)
            return f"hole {numbers} tried"
        case HoleNoted():
            return f"note on hole {hole_of(plan, happened.hole_id).number}"
        case PhotoTaken():
            return "photo taken"
