"""The place to practise: walls that hide something, played by the same plans, and opened at the end.

Everything here works on the practice file alone. What a wall hides is in no answer before it is opened.
"""

import secrets

from fastapi import APIRouter, Response
from pydantic import Field

from rockpin.api.context import AppContext, Context
from rockpin.api.schemas import Made
from rockpin.core.base.errors import BadInput, Fault, NotFound
from rockpin.core.base.model import Id, Model, WallCoordinate
from rockpin.core.document.evidence import HitKind
from rockpin.core.document.job import JobDocument, Region
from rockpin.core.document.wall import Wall
from rockpin.core.plan import Plan
from rockpin.practice.ground import REGIONS, STEPS, Ground
from rockpin.practice.lessons import lessons
from rockpin.practice.opened import Calibration, JudgedHunch, Opened, calibrated, open_wall
from rockpin.practice.place import (
    RunView,
    begun,
    bored_on,
    ground_for,
    lesson_named,
    may_check,
    open_run,
    view_of,
    with_hunch,
)
from rockpin.practice.played import HIT_MINUTES, play_check, play_hit
from rockpin.practice.robots import Played, as_advised
from rockpin.practice.run import Hunch, HunchKind, Run
from rockpin.store.bodies import By, new_id
from rockpin.store.practice import PracticeStore

router = APIRouter(prefix="/api/practice", tags=["practice"])


class WallWanted(Model):
    """A practice wall to begin. ``seed``: to have the same as somebody else; a lesson has a wall of its own."""

    step: int = Field(default=1, ge=1, le=5)
    region: Region = Region.BRITAIN
    seed: int | None = Field(default=None, ge=0, lt=2**32)
    lesson: Id | None = None


class HunchSaid(Model):
    """A guess, and how sure."""

    kind: HunchKind
    says: str = Field(max_length=120)
    sure: float = Field(ge=0.5, le=1)


class CheckWanted(Model):
    """A check to be done, and where."""

    check: Id
    x_mm: WallCoordinate | None = None
    y_mm: WallCoordinate | None = None


class TryWanted(Model):
    """A magnet, a detector, a knock or a pin at a place."""

    kind: HitKind
    x_mm: WallCoordinate
    y_mm: WallCoordinate


class DrillWanted(Model):
    """A hole to be drilled on to a depth."""

    hole_id: Id
    to_mm: float = Field(gt=0, le=1000)
    hammer: bool = False


class Answered(Model):
    """What came of something, in words, and the run after it. ``outcome``: of a check, by its key."""

    says: str
    outcome: str | None = None
    run: RunView


class StepLine(Model):
    number: int
    label: str
    says: str


class LessonLine(Model):
    """A lesson. ``passed``: done once without its mistake; ``tried``: opened at all."""

    key: str
    title: str
    says: str
    tried: bool
    passed: bool


class RunLine(Model):
    """A wall that was begun. ``went``: what went wrong, None until it is opened."""

    id: str
    title: str
    region: Region
    seed: int
    step: int
    lesson: str | None
    minutes: float
    marks: int
    opened: bool
    went: tuple[str, ...] | None


class PracticeHome(Model):
    """The place to practise: what can be begun, what was, and how good the guesses were."""

    steps: tuple[StepLine, ...]
    regions: tuple[Region, ...]
    lessons: tuple[LessonLine, ...]
    runs: tuple[RunLine, ...]
    calibration: Calibration


def practice_store(context: AppContext) -> PracticeStore:
    """The practice file. Raises NotFound elsewhere."""
    if not isinstance(context.store, PracticeStore):
        raise NotFound("Practice walls are in the place to practise, under /practice.")
    return context.store


def _run(context: AppContext, job_id: str) -> Run:
    body = practice_store(context).run(job_id)
    if body is None:
        raise NotFound(f"There is no practice wall “{job_id[:60]}”; it may have been cleared away.")
    return Run.model_validate({key: value for key, value in body.items() if key in Run.model_fields})


def _keep(context: AppContext, run: Run, **besides: object) -> None:
    practice_store(context).keep_run(run.id, run.model_dump(mode="json") | besides)


def _all(context: AppContext, job_id: str) -> tuple[Run, Ground, JobDocument, Plan]:
    run = _run(context, job_id)
    document = context.document_of(job_id)
    return run, ground_for(run, context.catalogue), document, context.plan_of(document)


def _seen(context: AppContext, run: Run) -> RunView:
    return view_of(run, context.plan_of(context.document_of(run.id)))


def _save_wall(context: AppContext, run: Run, document: JobDocument, summary: str, **parts: object) -> None:
    store = practice_store(context)
    saved = store.wall(document.wall.id)
    wall = saved.body.model_copy(update=parts)
    store.save(wall.id, Wall.model_validate(wall.model_dump()), saved.revision, summary, By(run.id, None))


@router.get("")
def read_practice(context: Context) -> PracticeHome:
    """What can be begun, what was, and how good the guesses were."""
    bodies = practice_store(context).runs()
    judged = [JudgedHunch.model_validate(one) for body in bodies for one in body.get("judged", ())]
    lines = [
        RunLine(
            id=body["id"],
            title=lesson_named(body["lesson"]).title if body["lesson"] else STEPS[body["step"] - 1].label,
            region=body["region"],
            seed=body["seed"],
            step=body["step"],
            lesson=body["lesson"],
            minutes=body["minutes"],
            marks=Run.model_validate({key: body[key] for key in Run.model_fields}).marks,
            opened=body["opened"],
            went=tuple(body["went"]) if body["opened"] else None,
        )
        for body in bodies
    ]
    done = {line.lesson: line for line in reversed(lines) if line.opened and line.lesson}
    passed = {line.lesson for line in lines if line.opened and not line.went}
    return PracticeHome(
        steps=tuple(StepLine(number=one.number, label=one.label, says=one.says) for one in STEPS),
        regions=REGIONS,
        lessons=tuple(
            LessonLine(key=one.key, title=one.title, says=one.says, tried=one.key in done, passed=one.key in passed)
            for one in lessons()
        ),
        runs=tuple(lines),
        calibration=calibrated(judged),
    )


@router.post("/walls", status_code=201)
def begin_practice(wanted: WallWanted, context: Context) -> Made:
    """A practice wall with a thing to hang on it, to be opened as a job is."""
    store = practice_store(context)
    seed = secrets.randbelow(1_000_000) if wanted.seed is None else wanted.seed
    lesson = lesson_named(wanted.lesson).key if wanted.lesson else None
    wall_id = new_id("wall")
    run = begun(new_id("job"), wall_id, seed, wanted.step, wanted.region, lesson)
    ground = ground_for(run, context.catalogue)
    document = ground.document
    site = document.site.model_copy(update={"id": new_id("site")})
    wall = document.wall.model_copy(update={"id": wall_id})
    place = document.placement.model_copy(update={"wall_id": wall_id})
    whole = JobDocument.model_validate(
        document.model_dump()
        | {"id": run.id, "site": site.model_dump(), "walls": [wall.model_dump()], "placement": place.model_dump()}
    )
    store.add_document(whole, keep_ids=True)
    _keep(context, run)
    return Made(id=run.id)


@router.get("/jobs/{job_id}")
def read_run(job_id: str, context: Context) -> RunView:
    """How far somebody has come with a practice wall."""
    return _seen(context, _run(context, job_id))


@router.post("/jobs/{job_id}/hunch")
def say_hunch(job_id: str, said: HunchSaid, context: Context) -> RunView:
    """Says what one thinks before it is known, and how sure one is."""
    run, _, _, plan = _all(context, job_id)
    hunch = Hunch(kind=said.kind, says=said.says, sure=said.sure)
    after = with_hunch(run, plan, hunch)
    _keep(context, after)
    return view_of(after, plan)


@router.post("/jobs/{job_id}/check")
def do_check(job_id: str, wanted: CheckWanted, context: Context) -> Answered:
    """Does a check at the wall; what came of it is put down as it would be at a real one."""
    run, ground, document, plan = _all(context, job_id)
    may_check(run, plan)
    row = next((one for one in context.catalogue.belief.checks if one.key == wanted.check), None)
    if row is None:
        raise NotFound(f"There is no check “{wanted.check}”.")
    done = sum(one.check == row.key for one in document.wall.evidence)
    found = play_check(ground, row.key, done, wanted.x_mm, wanted.y_mm)
    evidence = (*document.wall.evidence, found)
    _save_wall(context, run, document, f"{row.label.lower()} done", evidence=evidence)
    after = run.model_copy(
        update={
            "minutes": run.minutes + row.minutes,
            "checks": run.checks + 1,
            "pinpricks": run.pinpricks + (row.mark == "pinprick"),
            "small_holes": run.small_holes + (row.mark == "hole"),
        }
    )
    _keep(context, after)
    outcome = next((one for one in row.outcomes if one.key == found.outcome), None)
    says = outcome.says if outcome else f"{found.value_mm:g} mm" if found.value_mm else "It is put down below."
    said = f"{row.label}: {outcome.label}. {says}" if outcome else f"{row.label}: {says}"
    return Answered(says=said, outcome=found.outcome, run=_seen(context, after))


@router.post("/jobs/{job_id}/try")
def try_framing_there(job_id: str, wanted: TryWanted, context: Context) -> Answered:
    """Tries for a stud at a place; an answer is put down as a hit."""
    run, ground, document, plan = _all(context, job_id)
    may_check(run, plan)
    taken = {one.id for one in document.wall.hits}
    number = next(number for number in range(1, 400) if f"hit-{number}" not in taken)
    tried = play_hit(ground, wanted.kind, wanted.x_mm, wanted.y_mm, f"hit-{number}")
    pin = wanted.kind in (HitKind.PIN_WOOD, HitKind.PIN_VOID)
    after = run.model_copy(update={"minutes": run.minutes + HIT_MINUTES[wanted.kind], "pinpricks": run.pinpricks + pin})
    if tried.hit:
        _save_wall(context, run, document, "tried for a stud", hits=(*document.wall.hits, tried.hit))
    _keep(context, after)
    return Answered(says=tried.says, run=_seen(context, after))


@router.post("/jobs/{job_id}/drill")
def drill_practice(job_id: str, wanted: DrillWanted, context: Context) -> Answered:
    """Drills a hole on to a depth, or to what it strikes."""
    run, ground, document, plan = _all(context, job_id)
    after = bored_on(run, ground, document, plan, wanted.hole_id, wanted.to_mm, wanted.hammer)
    bored = next(one for one in after.bored if one.hole_id == wanted.hole_id)
    _keep(context, after)
    return Answered(says=bored.says, run=view_of(after, plan))


def _opened(context: AppContext, run: Run) -> Opened:
    ground, document = ground_for(run, context.catalogue), context.document_of(run.id)
    return open_wall(ground, document, run, context.catalogue, context.keep)


def _advised(robot: Played) -> str:
    """What somebody would have spent who does as advised, in words."""
    spent = f"{round(robot.minutes)} minutes and {robot.marks} {'mark' if robot.marks == 1 else 'marks'}"
    if robot.left:
        return f"As advised, it would have been left alone at this place, after {spent}."
    holes = f"{robot.holes} {'hole' if robot.holes == 1 else 'holes'}"
    ends = "something was struck all the same" if robot.struck else "nothing was struck"
    return f"As advised, {spent} before {holes}; {ends}."


@router.post("/jobs/{job_id}/open", response_model=Opened)
def open_practice(job_id: str, context: Context) -> Response:
    """Opens the wall: it is over, and what was hidden is told."""
    run = _run(context, job_id)
    open_run(run)
    if not run.guessed(HunchKind.WALL):
        raise BadInput([Fault("hunch", "wants an answer first: What is this wall?")])
    after = run.model_copy(update={"opened": True})
    advised = _advised(as_advised(ground_for(run, context.catalogue), context.catalogue))
    found = _opened(context, after).model_copy(update={"advised": advised})
    _keep(
        context,
        after,
        advised=advised,
        judged=[one.model_dump(mode="json") for one in found.hunches],
        went=list(found.consequences),
    )
    return Response(found.model_dump_json(), media_type="application/json")


@router.get("/jobs/{job_id}/opened", response_model=Opened)
def read_opened(job_id: str, context: Context) -> Response:
    """What was hidden in a wall that has been opened."""
    run = _run(context, job_id)
    if not run.opened:
        raise NotFound("This wall has not been opened yet.")
    body = practice_store(context).run(job_id) or {}
    found = _opened(context, run).model_copy(update={"advised": str(body.get("advised", ""))})
    return Response(found.model_dump_json(), media_type="application/json")


SCANNER_MINUTES = 2.0
SWEEP_MINUTES = 1.5


def beneath(context: AppContext, wall_id: str, minutes: float) -> Ground | None:
    """What lies beneath a practice wall that an instrument is drawn over, its minutes counted; None for other walls.

    Raises BadInput where something is to be said before the first check.
    """
    if not isinstance(context.store, PracticeStore):
        return None
    body = next((one for one in context.store.runs() if one["wall_id"] == wall_id), None)
    if body is None:
        return None
    run, ground, _, plan = _all(context, body["id"])
    may_check(run, plan)
    _keep(context, run.model_copy(update={"minutes": run.minutes + minutes, "checks": run.checks + 1}))
    return ground


@router.get("/calibration")
def read_calibration(context: Context) -> Calibration:
    """How the guesses compare with what was there, over all walls that were opened."""
    bodies = practice_store(context).runs()
    return calibrated([JudgedHunch.model_validate(one) for body in bodies for one in body.get("judged", ())])
