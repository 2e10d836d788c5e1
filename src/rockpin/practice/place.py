"""What can be done in the place to practise: begin a wall, say what one thinks, check, drill, and open it.

Everything is asked of a run and of the job as it stands; what comes back is a new run. Nothing here keeps anything.
"""

from rockpin.core.base.errors import BadInput, Fault, NotFound
from rockpin.core.base.model import Id, Model, Name
from rockpin.core.document.job import JobDocument, Region
from rockpin.core.identification import Family
from rockpin.core.plan import Plan
from rockpin.core.tables.catalogue import Catalogue
from rockpin.practice.boring import drill_on
from rockpin.practice.ground import REGIONS, STEPS, Ground, ground_of
from rockpin.practice.lessons import Lesson, lesson_ground, lessons
from rockpin.practice.run import Bored, Hunch, HunchKind, Run

_BARE_BIT_MM = 6.0


class HunchOption(Model):
    """An answer that can be given, by its key and in words."""

    key: str
    label: str


class HunchAsked(Model):
    """Something that the learner says before he goes on, and among what he chooses."""

    kind: HunchKind
    question: str
    hole_id: Id | None
    options: tuple[HunchOption, ...]


class RunView(Model):
    """A practice wall as far as somebody has come with it, without what it hides.

    ``before_checks`` and ``before_drilling``: what he still has to say first.
    """

    id: Id
    title: Name
    says: str
    seed: int
    step: int
    region: Region
    lesson: Id | None
    minutes: float
    marks: int
    checks: int
    before_checks: tuple[HunchAsked, ...]
    before_drilling: tuple[HunchAsked, ...]
    bored: tuple[Bored, ...]
    opened: bool


def lesson_named(key: str) -> Lesson:
    """A lesson by its key. Raises NotFound."""
    found = next((one for one in lessons() if one.key == key), None)
    if found is None:
        raise NotFound(f"There is no lesson “{key[:60]}”; there are {', '.join(one.key for one in lessons())}.")
    return found


def ground_for(run: Run, catalogue: Catalogue) -> Ground:
    """The wall of a run with what it hides."""
    if run.lesson is not None:
        return lesson_ground(lesson_named(run.lesson), catalogue)
    return ground_of(run.seed, run.step, run.region, catalogue)


def begun(run_id: str, wall_id: str, seed: int, step: int, region: Region, lesson: str | None) -> Run:
    """A run as it begins. Raises BadInput where no such walls are built here."""
    if region not in REGIONS:
        raise BadInput([Fault("region", f"“{region}” has no practice walls; there are {', '.join(REGIONS)}")])
    if not 1 <= step <= len(STEPS):
        raise BadInput([Fault("step", f"is {step}; there are 1 to {len(STEPS)}")])
    return Run(id=run_id, wall_id=wall_id, seed=seed, step=step, region=region, lesson=lesson)


_FAMILIES = {
    Family.BOARD_ON_STUDS: "Board on studs",
    Family.LATH_AND_PLASTER: "Lath and plaster",
    Family.BONDED_BOARD: "Board on masonry",
    Family.MASONRY: "Brick or block",
    Family.CONCRETE: "Concrete",
    Family.TIMBER_LINING: "Timber lining",
    Family.THIN_PANEL: "Thin panel",
}
_YES = (HunchOption(key="yes", label="Yes"), HunchOption(key="no", label="No"))


def _asked(run: Run, plan: Plan) -> tuple[tuple[HunchAsked, ...], tuple[HunchAsked, ...]]:
    walls = tuple(HunchOption(key=key.value, label=words) for key, words in _FAMILIES.items())
    wall = HunchAsked(kind=HunchKind.WALL, question="What is this wall?", hole_id=None, options=walls)
    before_checks = () if run.guessed(HunchKind.WALL) else (wall,)
    found: list[HunchAsked] = []
    first = plan.holes[0] if plan.holes else None
    if first and plan.framed and not run.guessed(HunchKind.STUD):
        says = f"Is a stud behind hole {first.number}?"
        found.append(HunchAsked(kind=HunchKind.STUD, question=says, hole_id=first.id, options=_YES))
    if not run.guessed(HunchKind.FIXING):
        options: dict[str, str] = {}
        for hole in plan.holes:
            options |= {one.fixing: one.label for one in hole.candidates}
            options |= {one.fixing: one.label for one in hole.refused}
        if first and first.chosen and first.chosen_label:
            options = {first.chosen: first.chosen_label} | options
        asked = tuple(
            HunchOption(key=key, label=label) for key, label in sorted(options.items(), key=lambda one: one[1])
        )
        if asked:
            found.append(HunchAsked(kind=HunchKind.FIXING, question="What holds it here?", hole_id=None, options=asked))
    if not run.guessed(HunchKind.SAFE):
        says = "Can all holes be drilled without striking anything?"
        found.append(HunchAsked(kind=HunchKind.SAFE, question=says, hole_id=None, options=_YES))
    return before_checks, tuple(found)


def view_of(run: Run, plan: Plan) -> RunView:
    """What a learner may see of a run."""
    before_checks, before_drilling = _asked(run, plan)
    step = STEPS[run.step - 1]
    lesson = lesson_named(run.lesson) if run.lesson else None
    return RunView(
        id=run.id,
        title=lesson.title if lesson else step.label,
        says=lesson.says if lesson else step.says,
        seed=run.seed,
        step=run.step,
        region=run.region,
        lesson=run.lesson,
        minutes=run.minutes,
        marks=run.marks,
        checks=run.checks,
        before_checks=before_checks,
        before_drilling=before_drilling,
        bored=run.bored,
        opened=run.opened,
    )


def _belief(hunch: Hunch, plan: Plan) -> float | None:
    """The chance that the plan gives to what is said, where it gives any."""
    match hunch.kind:
        case HunchKind.WALL:
            return next((one.probability for one in plan.belief.families if one.family == hunch.says), 0.0)
        case HunchKind.STUD:
            hole = next((one for one in plan.holes if one.id == hunch.hole_id), None)
            if hole is None:
                return None
            return hole.behind.solid_wood if hunch.says == "yes" else 1 - hole.behind.solid_wood
        case HunchKind.SAFE:
            clear = 1.0
            for hole in plan.holes:
                clear *= 1 - hole.risk.chance
            return clear if hunch.says == "yes" else 1 - clear
        case _:
            return None


def with_hunch(run: Run, plan: Plan, hunch: Hunch) -> Run:
    """A run with one more guess. Raises BadInput where it is not asked for now, or says what cannot be said."""
    open_run(run)
    asked = next((one for part in _asked(run, plan) for one in part if one.kind is hunch.kind), None)
    if asked is None:
        raise BadInput([Fault("kind", f"“{hunch.kind}” was said already, or is not asked here")])
    if hunch.says not in {one.key for one in asked.options}:
        raise BadInput([Fault("says", f"“{hunch.says[:60]}” is none of the answers; choose one of them")])
    told = hunch.model_copy(update={"hole_id": asked.hole_id})
    belief = _belief(told, plan)
    told = told.model_copy(update={"belief": None if belief is None else min(1.0, max(0.0, belief))})
    return run.model_copy(update={"hunches": (*run.hunches, told)})


def open_run(run: Run) -> None:
    """Raises BadInput where the wall has been opened: nothing more is done on it."""
    if run.opened:
        raise BadInput([Fault("run", "is over: the wall has been opened; begin another, or the same once more")])


def may_check(run: Run, plan: Plan) -> None:
    """Raises BadInput where something is to be said before the first check."""
    open_run(run)
    if asked := _asked(run, plan)[0]:
        raise BadInput([Fault("hunch", f"wants an answer first: {asked[0].question}")])


def bored_on(run: Run, ground: Ground, job: JobDocument, plan: Plan, hole_id: str, to_mm: float, hammer: bool) -> Run:
    """A run with a hole drilled on to a depth [mm], with the bit that its card names.

    Raises NotFound where there is no such hole, BadInput where something is to be said first.
    """
    open_run(run)
    if asked := [one for part in _asked(run, plan) for one in part]:
        raise BadInput([Fault("hunch", f"wants an answer first: {asked[0].question}")])
    hole = next((one for one in plan.holes if one.id == hole_id), None)
    if hole is None:
        raise NotFound(f"There is no hole “{hole_id[:60]}” in this job.")
    before = next((one for one in run.bored if one.hole_id == hole_id), None)
    start = before or Bored(
        hole_id=hole_id,
        x_mm=hole.x_mm,
        y_mm=hole.y_mm,
        bit_mm=hole.card.bit_mm if hole.card else _BARE_BIT_MM,
        hammer=hammer,
        depth_mm=0,
    )
    after = drill_on(ground.truth, start, to_mm)
    rest = tuple(one for one in run.bored if one.hole_id != hole_id)
    return run.model_copy(update={"bored": (*rest, after)})
