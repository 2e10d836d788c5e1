"""A way out of a job that does not hold: a change of it, tried by the plan that it leads to before it is named."""

from collections.abc import Callable, Iterable, Sequence
from enum import StrEnum

from rockpin.core.base.findings import Severity, VerdictWord
from rockpin.core.base.keeping import Keep
from rockpin.core.base.model import Model
from rockpin.core.base.quantities import UnitSystem, show_length, show_use
from rockpin.core.base.words import inside, listed
from rockpin.core.document.fixture import Fixture, Support
from rockpin.core.document.job import JobBody, JobDocument
from rockpin.core.drilling import stays_behind
from rockpin.core.framing import BehindKind
from rockpin.core.plan.corner import second_wall
from rockpin.core.plan.hole_plan import HolePlan
from rockpin.core.plan.make import make_plan
from rockpin.core.plan.plan import Plan
from rockpin.core.plan.struggling import Struggling, struggling_of
from rockpin.core.tables.catalogue import Catalogue


class WayKind(StrEnum):
    OTHER_FIXING = "other_fixing"
    LIGHTER_HAND = "lighter_hand"
    MOVE = "move"
    OTHER_HOLES = "other_holes"
    LARGER_HOLES = "larger_holes"
    BACKING_BOARD = "backing_board"
    LONGER_BOARD = "longer_board"
    LESS_WEIGHT = "less_weight"
    SECOND_HOLE = "second_hole"
    ONTO_STUDS = "onto_studs"
    LARGER_PLATE = "larger_plate"
    MORE_HOLES = "more_holes"
    TEST_FIRST = "test_first"
    PROOF_PULLS = "proof_pulls"
    OFF_JOINTS = "off_joints"
    BLOCKING = "blocking"
    EMPTY_VOID = "empty_void"
    FAR_FACE = "far_face"
    MAKERS_RATING = "makers_rating"
    HELD_UP = "held_up"
    FOAM_BEHIND = "foam_behind"


_OVER_OLD_HOLES = (WayKind.BACKING_BOARD, WayKind.BLOCKING, WayKind.TEST_FIRST)


class WayOut(Model):
    """A change of the job that holds. ``sentence``: what to do and what comes of it.

    ``job``: the job with it done; None where the wall itself has to be worked on first.
    """

    kind: WayKind
    sentence: str
    word: VerdictWord
    use: float | None
    job: JobBody | None


STOPPED = (
    "nothing-holds",
    "own-choice-refused",
    "board-overhung",
    "board-pressed-in",
    "joint-too-weak",
    "turns-on-one",
)
"""What no hole is drilled with, by the codes of its findings."""
FELT_FOR = "stud-open"
"""A place that may be a stud or not, by the code of its finding."""
_DOUBTED = (FELT_FOR, "depends-on-wall", "packet-high")


def codes(plan: Plan) -> set[str]:
    """The codes of all findings of a plan."""
    return {finding.code for finding in plan.findings}


def strained(plan: Plan) -> set[str]:
    """What of a plan a way out would mend."""
    return codes(plan) & {*STOPPED, *_DOUBTED}


def _stops(plan: Plan) -> set[str]:
    return {one.code for one in plan.findings if one.severity is Severity.DO_NOT_DRILL}


def works(plan: Plan, before: Plan) -> bool:
    """Whether nothing that stops a fixing is left, less is open than before, and nothing new stops the job."""
    left = codes(plan)
    if any(hole.chosen is None for hole in plan.holes) or left & set(STOPPED):
        return False
    now, then = strained(plan), strained(before)
    return _stops(plan) <= _stops(before) and (now < then or not now | then or to_be_felt_for(plan, before))


def _near_old(plan: Plan) -> int:
    return sum(finding.code == "old-hole-near" for finding in plan.findings)


def to_be_felt_for(plan: Plan, before: Plan) -> bool:
    """Whether a way out of what is stopped leaves nothing open but the studs: it goes where they usually are, and a pin
    tells. A place beside them that only may be wood is no way."""
    if strained(plan) - strained(before) != {FELT_FOR} or not strained(before) & set(STOPPED):
        return False
    unsure = [hole for hole in plan.holes if hole.behind.kind is BehindKind.OPEN]
    return all(any(one.rect.distance_to(hole.x_mm, hole.y_mm) == 0 for one in plan.framing.members) for hole in unsure)


def body_of(job: JobDocument) -> JobBody:
    """The job without its site and walls."""
    return JobBody.model_validate(job.model_dump(include=set(JobBody.model_fields)))


def worst_of(plan: Plan) -> HolePlan | None:
    """The hole whose fixing is used most."""
    return max(
        (hole for hole in plan.holes if hole.working),
        key=lambda one: one.working.use if one.working else 0.0,
        default=None,
    )


def with_what(plan: Plan) -> str:
    """Which fixings a plan takes, and how far the most loaded is used."""
    labels = list(dict.fromkeys(inside(hole.chosen_label) for hole in plan.holes if hole.chosen_label))
    worst = worst_of(plan)
    use = f", used to {show_use(worst.working.use)}" if worst and worst.working else ""
    return f"{' and '.join(labels)}{use}"


def move_words(dx_mm: float, dy_mm: float, units: UnitSystem) -> str:
    """How far to the right or left, and up or down [mm], in words."""
    parts = []
    if dx_mm:
        parts.append(f"{show_length(abs(dx_mm), units)} to the {'right' if dx_mm > 0 else 'left'}")
    if dy_mm:
        parts.append(f"{show_length(abs(dy_mm), units)} {'up' if dy_mm > 0 else 'down'}")
    return " and ".join(parts)


def sizes_in_words(plates: Sequence[Support], units: UnitSystem) -> str:
    """How large plates are, each size once."""
    sizes = [f"{show_length(one.width_mm, units)} × {show_length(one.height_mm, units)}" for one in plates]
    return listed(list(dict.fromkeys(sizes)))


def first_of(ways: Iterable[WayOut | None]) -> WayOut | None:
    """The first of several ways that works; those after it are not tried."""
    return next((way for way in ways if way is not None), None)


class Trial:
    """Tries changes of one job, each by the plan that it leads to."""

    def __init__(self, job: JobDocument, before: Plan, catalogue: Catalogue, keep: Keep) -> None:
        self.whole, self.before, self.catalogue, self.keep = job, before, catalogue, keep
        # what the user picked and is refused is no help to any other way
        self.job = job.model_copy(update={"choices": ()}) if "own-choice-refused" in codes(before) else job
        self.units, self.sizes = job.site.units, catalogue.remedies
        self.sold = self.sizes.sold[job.site.sold[0]]
        self._struggling: Struggling | None = None

    @property
    def round_a_corner(self) -> bool:
        """Whether it stands on two walls: no board and no wood is behind all of it."""
        return second_wall(self.job) is not None

    @property
    def struggling(self) -> Struggling:
        """The things of the row that do not hold."""
        if self._struggling is None:
            self._struggling = struggling_of(self.job.fixture, self.before, (*STOPPED, *_DOUBTED))
        return self._struggling

    @property
    def part(self) -> Fixture:
        """A fixture of those alone, which ways out change."""
        return self.struggling.part

    def with_part(self, changed: Fixture) -> JobDocument:
        """The job with what struggles of it changed so."""
        return self.job.model_copy(update={"fixture": self.struggling.put_back(changed)})

    def part_way(
        self, kind: WayKind, changed: Fixture, says: Callable[[Plan], str], *, applied: bool = True
    ) -> WayOut | None:
        """The way out that a change of what struggles is, if it works; its sentence names that where others hold."""
        named = self.struggling.told
        return self.way(kind, self.with_part(changed), lambda plan: named(says(plan)), applied=applied)

    def plan(self, job: JobDocument) -> Plan:
        """The plan of a changed job."""
        return make_plan(job, self.catalogue, self.keep)

    def way(
        self,
        kind: WayKind,
        job: JobDocument,
        says: Callable[[Plan], str],
        *,
        applied: bool = True,
        taking: str | None = None,
    ) -> WayOut | None:
        """The way out that a change is, if it works. ``says``: the sentence; ``applied``: whether a press can do it;
        ``taking``: the fixing that it is about, without which in some hole it was for nothing.

        Holes that are drilled already stay where they are in the wall. Wood in front of them or behind the board goes
        over them; else nobody drills anew so near to one of them that it has to be filled and set first.
        """
        job = stays_behind(self.job, job, self.catalogue)
        plan = self.plan(job)
        beside = kind not in _OVER_OLD_HOLES and _near_old(plan) > _near_old(self.before)
        if beside or not works(plan, self.before):
            return None
        if taking is not None and taking not in {hole.chosen for hole in plan.holes}:
            return None
        worst = worst_of(plan)
        use = worst.working.use if worst and worst.working else None
        changed = body_of(job) if applied else None
        told = says(plan)
        if to_be_felt_for(plan, self.before):
            told += " Feel for the studs first: nobody is sure of them yet."
        return WayOut(kind=kind, sentence=told, word=plan.verdict.word, use=use, job=changed)
