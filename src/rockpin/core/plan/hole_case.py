"""One hole that answered differently, and a way on from it: a change, tried by the plan that it leads to."""

from collections.abc import Callable, Sequence
from enum import StrEnum
from functools import cached_property
from math import dist, hypot

from pydantic import Field

from rockpin.core.base.findings import Finding, VerdictWord, verdict_of
from rockpin.core.base.keeping import Keep
from rockpin.core.base.model import Model
from rockpin.core.base.quantities import show_use
from rockpin.core.base.words import holes_words
from rockpin.core.document.fixture import HoleKind
from rockpin.core.document.job import Choice, JobBody, JobDocument
from rockpin.core.document.record import HoleRecord, LeftHole
from rockpin.core.drilling import is_drilled, left_with
from rockpin.core.plan.findings import DOES_NOT_HOLD, REPORT_OPEN
from rockpin.core.plan.hole_plan import HolePlan
from rockpin.core.plan.make import make_plan
from rockpin.core.plan.placings import standing
from rockpin.core.plan.plan import Plan
from rockpin.core.plan.reporting import AS_PLANNED, hole_of
from rockpin.core.plan.unfolded import wall_begins_mm
from rockpin.core.plan.way_out import body_of, worst_of
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.figures import FramingFigures

_PLACED_MM = 0.5
"""So near a place is that place: coordinates are read to the millimetre."""


class OnKind(StrEnum):
    """What a way on does with the hole: keep it, leave it, or carry the thing otherwise."""

    GO_ON = "go_on"
    GET_MORE = "get_more"
    SAME_HOLE = "same_hole"
    EASE = "ease"
    FOLLOW = "follow"
    MOVE = "move"
    SLIDE = "slide"
    OTHER_HOLE = "other_hole"
    FEWER = "fewer"
    BACKING_BOARD = "backing_board"
    TAKE_DOWN = "take_down"
    LIGHTER_HAND = "lighter_hand"
    LESS_WEIGHT = "less_weight"


class Dot(Model):
    """A hole in the picture of a way: its place on the wall [mm], its width [mm], and its number where it has one."""

    x_mm: float
    y_mm: float
    diameter_mm: float
    number: int | None


class WayOn(Model):
    """A way on. ``old``: holes that are left or kept; ``new``: those to be drilled. ``puts_in``: what goes in.

    ``word``: where it leads, *prove first* as long as another hole does not hold. ``alone``: the same but for what
    other holes answered and nobody has answered yet. ``feel_first``: a stud may stand at some hole or not, and a pin
    has to tell before the bit. ``job``: the job with it taken.
    """

    kind: OnKind
    title: str
    sentence: str
    word: VerdictWord
    alone: VerdictWord = Field(exclude=True)
    use_text: str | None
    new_holes: int
    minutes: float
    lacks: tuple[str, ...]
    feel_first: bool
    old: tuple[Dot, ...]
    new: tuple[Dot, ...]
    puts_in: str | None
    job: JobBody


class WaysOn(Model):
    """All ways on from one hole, at most three. ``stop``: why there is none, or None where there are some.

    ``look_first``: what to look for before anything else is done, or None where nothing is to be found.
    """

    hole_id: str
    title: str
    stop: str | None
    look_first: str | None = None
    ways: tuple[WayOn, ...]


def settled_with(job: JobDocument, hole_id: str, **changes: object) -> JobDocument:
    """The job with what that hole answered as answered."""
    records = tuple(
        one.model_copy(update={"settled": True, **changes}) if one.hole_id == hole_id else one for one in job.records
    )
    return job.model_copy(update={"records": records})


def with_choice(job: JobDocument, hole_id: str, fixing: str | None) -> JobDocument:
    kept = tuple(one for one in job.choices if one.hole_id != hole_id)
    return job.model_copy(
        update={"choices": (*kept, Choice(hole_id=hole_id, fixing=fixing)) if fixing is not None else kept}
    )


def dot_of(hole: HolePlan, wide_mm: float | None = None, at: tuple[float, float] | None = None) -> Dot:
    bit, (x_mm, y_mm) = hole.card.bit_mm if hole.card else 0.0, at or (hole.x_mm, hole.y_mm)
    return Dot(x_mm=x_mm, y_mm=y_mm, diameter_mm=wide_mm or bit or hole.diameter_mm, number=hole.number)


def _lacks(hole: HolePlan) -> tuple[str, ...]:
    chosen = next((one for one in hole.candidates if one.fixing == hole.chosen), None)
    return chosen.lacks if chosen else ()


def to_be_felt(plan: Plan) -> bool:
    """Whether it is open at some hole whether a stud stands there, so that a pin goes before the bit."""
    return any(one.code == "stud-open" for one in plan.findings)


def guesses(plan: Plan, figures: FramingFigures) -> bool:
    """Whether something goes in where what it needs behind it, a stud or none, is less likely than not."""
    return any(one.code == "stud-open" and one.figures["chance"] < figures.open_likely for one in plan.findings)


def used_to(plan: Plan) -> str:
    worst = worst_of(plan)
    return f"used to {show_use(worst.working.use)}" if worst and worst.working else "all holes hold"


def _wait_words(numbers: Sequence[int]) -> str:
    if not numbers:
        return ""
    return f" {holes_words(numbers)} still {'waits' if len(numbers) == 1 else 'wait'} for a way on."


class Case:
    """One hole that answered differently, with the plan as it stands."""

    def __init__(self, job: JobDocument, hole_id: str, catalogue: Catalogue, keep: Keep) -> None:
        self.job, self.catalogue, self.keep = standing(job, catalogue, keep), catalogue, keep
        self.before = make_plan(self.job, catalogue, keep)
        self.hole = hole_of(self.before, hole_id)
        self.record = next((one for one in job.records if one.hole_id == hole_id), HoleRecord(hole_id=hole_id))
        self.met = [catalogue.outcome_by_key[key] for key in self.record.met if key != AS_PLANNED]
        self.units, self.figures = job.site.units, catalogue.figures.plan
        self.wide_mm = self.record.bit_mm or (self.hole.card.bit_mm if self.hole.card else self.hole.diameter_mm)

    @property
    def drilled(self) -> list[HoleRecord]:
        """The records of holes that are in the wall."""
        known = {hole.id for hole in self.before.holes}
        return [one for one in self.job.records if one.hole_id in known and is_drilled(one)]

    def keep_off_mm(self, record: HoleRecord, next_mm: float) -> float:
        """How far [mm] a new hole of a width [mm] keeps from one that is left."""
        wide = max(record.bit_mm or self.wide_mm, next_mm)
        crumbled = any(self.catalogue.outcome_by_key[key].crumbled for key in record.met)
        return max(self.figures.left_hole_diameters * wide, self.figures.left_hole_crumbled_mm if crumbled else 0.0)

    @cached_property
    def otherwise(self) -> VerdictWord:
        """What a way on may come to: ready, or proof first where the job asks for it whatever this hole answered."""
        others = [one for one in self.before.findings if one.where.hole != self.hole.id]
        known = [one for one in others if one.code not in (DOES_NOT_HOLD, REPORT_OPEN)]
        word = verdict_of(known, "").word
        return word if word is VerdictWord.PROVE_FIRST else VerdictWord.READY

    def came_out_at(self, record: HoleRecord) -> tuple[float, float]:
        """Where a drilled hole is in fact (x, y) [mm]: as far off its mark as was reported."""
        hole = next(one for one in self.before.holes if one.id == record.hole_id)
        return hole.x_mm + record.off_x_mm, hole.y_mm + record.off_y_mm

    def left(self, records: Sequence[HoleRecord]) -> tuple[LeftHole, ...]:
        """Holes as they stay behind, where they are now."""
        holes, lefts = {hole.id: hole for hole in self.before.holes}, self.job.left
        for one in records:
            hole, (x_mm, y_mm) = holes[one.hole_id], self.came_out_at(one)
            if hole.kind is HoleKind.CLAMPED:
                # a clamp that is taken off leaves nothing in the post
                continue
            begins = wall_begins_mm(self.before, hole)
            told = lefts, one, hole.number, (x_mm - begins, y_mm), self.wide_mm, self.catalogue
            lefts = left_with(*told, on_second=begins > 0)
        return lefts[len(self.job.left) :]

    def _waiting(self, plan: Plan) -> list[Finding]:
        """What other holes answered before and nobody has answered yet: each has ways of its own."""
        before = {(one.code, one.where.hole) for one in self.before.findings if one.where.hole != self.hole.id}
        open_ones = (one for one in plan.findings if one.code in (DOES_NOT_HOLD, REPORT_OPEN))
        return [one for one in open_ones if (one.code, one.where.hole) in before]

    def way(
        self,
        kind: OnKind,
        job: JobDocument,
        title: str,
        says: Callable[[Plan], str],
        *,
        leaves: Sequence[HoleRecord] = (),
        minutes: float = 0.0,
        must_use: bool = True,
    ) -> WayOn | None:
        """The way that a change is, where the plan that it leads to stops nothing and every hole gets a fixing.

        ``minutes``: of work [min] besides what every new hole takes. ``must_use``: new holes keep clear of old ones.
        """
        plan = make_plan(job, self.catalogue, self.keep)
        waiting = self._waiting(plan)
        word = plan.verdict.word
        alone = verdict_of([one for one in plan.findings if one not in waiting], "").word if waiting else word
        if alone is VerdictWord.DO_NOT_DRILL or any(one.chosen is None for one in plan.holes):
            return None
        numbers = sorted(hole.number for hole in plan.holes if any(one.where.hole == hole.id for one in waiting))
        if guesses(plan, self.catalogue.figures.framing):
            return None
        gone = {one.hole_id for one in leaves}
        recorded = {one.hole_id for one in job.records}
        fresh = [hole for hole in plan.holes if hole.id not in recorded and (hole.id in gone or self._moved(hole))]
        if must_use and any(not self._clear_of(leaves, hole) for hole in plan.holes):
            return None
        here = next((hole for hole in plan.holes if hole.id == self.hole.id), None)
        worst = worst_of(plan)
        use = show_use(worst.working.use) if worst and worst.working else None
        lacks = tuple(dict.fromkeys(text for hole in plan.holes for text in _lacks(hole)))
        holes = {hole.id: hole for hole in self.before.holes}
        old = [dot_of(holes[one.hole_id], one.bit_mm, self.came_out_at(one)) for one in leaves]
        old = old or [dot_of(self.hole, self.wide_mm, self.came_out_at(self.record))]
        figures = self.catalogue.figures.drilling
        each = figures.mark_minutes + figures.drill_minutes + figures.set_minutes
        return WayOn(
            kind=kind,
            title=title,
            sentence=f"{says(plan)}{_wait_words(numbers)}",
            # while another hole does not hold nothing is ready, and this way leads on all the same
            word=VerdictWord.PROVE_FIRST if word is VerdictWord.DO_NOT_DRILL else word,
            alone=alone,
            use_text=use,
            new_holes=len(fresh),
            minutes=minutes + each * len(fresh) + figures.set_minutes * len(leaves),
            lacks=lacks,
            feel_first=to_be_felt(plan),
            old=tuple(old),
            new=tuple(dot_of(hole) for hole in fresh),
            puts_in=here.chosen_label if here else None,
            job=body_of(job),
        )

    def _moved(self, hole: HolePlan) -> bool:
        before = next((one for one in self.before.holes if one.id == hole.id), None)
        return before is None or hypot(before.x_mm - hole.x_mm, before.y_mm - hole.y_mm) > _PLACED_MM

    def _clear_of(self, leaves: Sequence[HoleRecord], hole: HolePlan) -> bool:
        bit = hole.card.bit_mm if hole.card else hole.diameter_mm
        return all(
            dist((hole.x_mm, hole.y_mm), self.came_out_at(one)) >= self.keep_off_mm(one, bit) - _PLACED_MM
            for one in leaves
        )
