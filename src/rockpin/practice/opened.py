"""The wall is opened: what was where, what was struck, what would have fallen, and how good the hunches were.

What would have held is asked of the plan itself, on the same wall with everything known; there is no other judge.
"""

from collections.abc import Mapping, Sequence
from itertools import pairwise
from math import floor

from rockpin.core.base.findings import Severity
from rockpin.core.base.keeping import NOTHING_KEPT, Keep
from rockpin.core.base.model import Model
from rockpin.core.base.quantities import show_length
from rockpin.core.document.job import Choice, JobDocument
from rockpin.core.identification import Family
from rockpin.core.plan import Plan, make_plan
from rockpin.core.tables.catalogue import Catalogue
from rockpin.devices.simulated_services import TrueService
from rockpin.practice.beneath import SERVICE_WORDS, laid_open
from rockpin.practice.boring import drill_on
from rockpin.practice.ground import Ground, Truth, layers_of
from rockpin.practice.run import Bored, Hunch, HunchKind, Run

FAMILY_OF = {
    "board_on_dabs": Family.BONDED_BOARD,
    "lath_and_plaster": Family.LATH_AND_PLASTER,
    "thin_panel_void": Family.THIN_PANEL,
    "thin_panel_insulated": Family.THIN_PANEL,
    "timber_lining": Family.TIMBER_LINING,
    "cast_concrete": Family.CONCRETE,
    "skimmed_concrete": Family.CONCRETE,
    "board_on_studs": Family.BOARD_ON_STUDS,
    "board_on_steel_studs": Family.BOARD_ON_STUDS,
    "two_boards_on_studs": Family.BOARD_ON_STUDS,
    "fibre_cement_on_studs": Family.BOARD_ON_STUDS,
    "gypsum_lath_and_plaster": Family.BOARD_ON_STUDS,
    "timber_frame_brick_skin": Family.BOARD_ON_STUDS,
    "board_on_battens": Family.BONDED_BOARD,
    "foam_backed_lining": Family.BONDED_BOARD,
    "stone_behind_battens": Family.BONDED_BOARD,
}
"""What a simulated make of wall is to a fixing; any other is masonry."""

_PROUD_MM = 1.5
"""How much shorter a hole may be than it should before what goes in stands proud of the wall."""


_HELD_SHARE = 0.5
"""Behind the coat, less than this share of what was meant holds nothing."""


def _coat_mm(truth: Truth) -> float:
    """How thick the coats are in front of what holds [mm]."""
    coat = 0.0
    for name, thickness in layers_of(truth.wall):
        if name not in ("tile", "plaster", "skim"):
            break
        coat += thickness
    return coat


class HoleOutcome(Model):
    """What became of one hole. ``falls``: what it was given to hold would have pulled it out."""

    hole_id: str
    number: int
    x_mm: float
    y_mm: float
    fixing: str | None
    drilled: bool
    falls: bool
    why: str
    struck: str | None
    cracked: bool
    proud: bool
    near: str


class JudgedHunch(Model):
    """A guess, whether it was right, and what it was about in words."""

    kind: HunchKind
    text: str
    sure: float
    belief: float | None
    right: bool


class Reliability(Model):
    """All guesses that were about as sure: how sure on average, how many were right, of how many."""

    low: float
    high: float
    sure: float
    right: float
    count: int


class Calibration(Model):
    """How a learner's guesses compare with what was there, over all walls that he has opened.

    ``brier``: the mean square between how sure he was and what came out (Brier 1950, Mon. Weather Rev. 78): 0 is
    all known, 0.25 as good as a coin. ``belief_brier``: that of the plan on the same questions.
    """

    bins: tuple[Reliability, ...]
    brier: float | None
    belief_brier: float | None
    count: int
    sentence: str


class Opened(Model):
    """A practice wall with its skin drawn back. ``plan``: of the same job with everything known."""

    make: str
    layers: tuple[str, ...]
    services: tuple[str, ...]
    holes: tuple[HoleOutcome, ...]
    hunches: tuple[JudgedHunch, ...]
    consequences: tuple[str, ...]
    best: str
    advised: str = ""
    plan: Plan


def known_job(ground: Ground, job: JobDocument, fixings: Mapping[str, str]) -> JobDocument:
    """A learner's job on the same wall with everything known. ``fixings``: what goes into each hole, by its id."""
    wall = laid_open(ground, job.wall)
    choices = tuple(Choice(hole_id=hole, fixing=fixing) for hole, fixing in fixings.items())
    return job.model_copy(update={"walls": (wall,), "choices": choices, "records": (), "left": ()})


def _front_mm(service: TrueService) -> int:
    """How deep a service begins [mm]."""
    return max(0, floor(service.depth_mm - service.width_mm / 2))


def _near(truth: Truth, x_mm: float, y_mm: float) -> str:
    near = min(truth.services, key=lambda one: one.distance_to(x_mm, y_mm), default=None)
    if near is None:
        return ""
    gap = near.distance_to(x_mm, y_mm) - near.width_mm / 2
    if gap > 400:
        return ""
    words = SERVICE_WORDS[near.kind]
    return f"{words}, {_front_mm(near)} mm deep, ran {max(0, round(gap))} mm beside it" if gap > 0 else words


def _outcome(ground: Ground, known: Plan, planned: Plan, run: Run, hole_id: str, fixing: str | None) -> HoleOutcome:
    true_hole = next(one for one in known.holes if one.id == hole_id)
    hole = next(one for one in planned.holes if one.id == hole_id)
    refused = next((one for one in true_hole.refused if one.fixing == fixing), None)
    holds = next((one for one in true_hole.candidates if one.fixing == fixing), None)
    if fixing is None:
        falls, why = False, "Nothing went in."
    elif holds is not None:
        falls, why = False, f"It holds: used to {holds.use_text}."
    else:
        why = refused.reasons[0] if refused and refused.reasons else "It does not hold in this wall."
        falls = True
    bored = next((one for one in run.bored if one.hole_id == hole_id), None)
    wanted = hole.card.depth_mm if hole.card else None
    proud = bool(
        bored and not bored.ended and wanted is not None and bored.depth_mm < wanted - _PROUD_MM and fixing is not None
    )
    if proud and bored and wanted and not falls:
        coat = _coat_mm(ground.truth)
        held, meant = bored.depth_mm - coat, wanted - coat
        if coat > 0 and held < _HELD_SHARE * meant:
            falls = True
            why = (
                f"Only {max(0, round(held))} mm of it would sit behind the plaster, where {round(meant)} mm were meant."
            )
    struck = bored.struck if bored else None
    labels = {one.fixing: one.label for one in true_hole.candidates}
    labels |= {one.fixing: one.label for one in true_hole.refused}
    return HoleOutcome(
        hole_id=hole_id,
        number=true_hole.number,
        x_mm=true_hole.x_mm,
        y_mm=true_hole.y_mm,
        fixing=labels.get(fixing or ""),
        drilled=bored is not None,
        falls=falls,
        why=why,
        struck=SERVICE_WORDS[struck] if struck else None,
        cracked=bool(bored and bored.cracked),
        proud=proud,
        near=_near(ground.truth, true_hole.x_mm, true_hole.y_mm),
    )


def outcomes_of(
    ground: Ground, known: Plan, planned: Plan, run: Run, fixings: Mapping[str, str]
) -> tuple[HoleOutcome, ...]:
    """What became of every hole. ``known``: the plan with everything known; ``planned``: the learner's."""
    return tuple(_outcome(ground, known, planned, run, hole.id, fixings.get(hole.id)) for hole in known.holes)


def would_strike(ground: Ground, x_mm: float, y_mm: float, bit_mm: float, depth_mm: float) -> str | None:
    """What a hole would strike that is drilled so deep there; None where it strikes nothing."""
    return drill_on(ground.truth, Bored(hole_id="x", x_mm=x_mm, y_mm=y_mm, bit_mm=bit_mm, depth_mm=0), depth_mm).struck


def fixings_of(plan: Plan) -> dict[str, str]:
    """What a learner's plan puts into each hole: his own pick, or what was planned."""
    return {hole.id: hole.chosen for hole in plan.holes if hole.chosen}


def _right(hunch: Hunch, ground: Ground, outcomes: Sequence[HoleOutcome], planned: Plan, known: Plan) -> bool:
    match hunch.kind:
        case HunchKind.WALL:
            return hunch.says == FAMILY_OF.get(ground.truth.wall.make, Family.MASONRY)
        case HunchKind.STUD:
            at = next((one for one in outcomes if one.hole_id == hunch.hole_id), None)
            return at is not None and (hunch.says == "yes") is ground.truth.stud_at(at.x_mm, at.y_mm)
        case HunchKind.SAFE:
            struck = any(
                would_strike(ground, hole.x_mm, hole.y_mm, hole.card.bit_mm, hole.card.depth_mm)
                for hole in planned.holes
                if hole.card
            ) or any(one.struck for one in outcomes)
            return (hunch.says == "yes") is not struck
        case HunchKind.FIXING:
            return bool(known.holes) and all(
                any(one.fixing == hunch.says for one in hole.candidates) for hole in known.holes
            )


_KINDS = {
    HunchKind.WALL: "What this wall is",
    HunchKind.STUD: "Whether a stud is behind the hole",
    HunchKind.SAFE: "Whether nothing is struck",
    HunchKind.FIXING: "What holds here",
}


def consequences_of(outcomes: Sequence[HoleOutcome]) -> tuple[str, ...]:
    """What went wrong, by key: struck, falls, cracked, proud, left; none where all went well.

    ``left``: a hole was not drilled, or nothing went into it, so that nothing hangs.
    """
    found = ["left"] if not outcomes or not all(one.drilled and one.fixing for one in outcomes) else []
    for key in ("struck", "falls", "cracked", "proud"):
        if any(getattr(one, key) and one.drilled for one in outcomes):
            found.append(key)
    return tuple(found)


def open_wall(ground: Ground, job: JobDocument, run: Run, catalogue: Catalogue, keep: Keep = NOTHING_KEPT) -> Opened:
    """Lays a practice wall open and judges what was done on it."""
    planned = make_plan(job, catalogue, keep)
    picks = {one.hole_id: one.fixing for one in job.choices}
    fixings = fixings_of(planned) | picks
    known = make_plan(known_job(ground, job, {}), catalogue, keep)
    outcomes = outcomes_of(ground, known, planned, run, fixings)
    judged = tuple(
        JudgedHunch(
            kind=one.kind,
            text=_KINDS[one.kind],
            sure=one.sure,
            belief=one.belief,
            right=_right(one, ground, outcomes, planned, known),
        )
        for one in run.hunches
    )
    units = job.site.units
    return Opened(
        make=ground.truth.wall.make.replace("_", " "),
        layers=tuple(f"{layer.label}, {show_length(layer.thickness_mm, units)}" for layer in known.reading.layers),
        services=tuple(f"{SERVICE_WORDS[one.kind]}, {_front_mm(one)} mm deep" for one in ground.truth.services),
        holes=outcomes,
        hunches=judged,
        consequences=consequences_of(outcomes),
        best=best_of(known),
        plan=known,
    )


def best_of(known: Plan) -> str:
    """The best fixing where everything is known, and why; or why none holds."""
    first = next((hole for hole in known.holes if hole.chosen_label), None)
    if first is None:
        stop = next(
            (one for stage in known.stages for one in stage.findings if one.severity is Severity.DO_NOT_DRILL), None
        )
        return stop.sentence if stop else "Nothing holds it there."
    used = next((one.use_text for one in first.candidates if one.fixing == first.chosen), "")
    return f"{first.chosen_label}, used to {used} at hole {first.number}: what holds with room to spare and least work."


_EDGES = (0.5, 0.65, 0.8, 0.9, 1.0)


def calibrated(hunches: Sequence[JudgedHunch]) -> Calibration:
    """A learner's guesses against what was there: by how sure they were, and all together."""
    bins = []
    for low, high in pairwise(_EDGES):
        here = [one for one in hunches if low <= one.sure < high or (high == 1.0 and one.sure == 1.0)]
        if here:
            bins.append(
                Reliability(
                    low=low,
                    high=high,
                    sure=sum(one.sure for one in here) / len(here),
                    right=sum(one.right for one in here) / len(here),
                    count=len(here),
                )
            )
    brier = sum((one.sure - one.right) ** 2 for one in hunches) / len(hunches) if hunches else None
    told = [one for one in hunches if one.belief is not None]
    theirs = sum(((one.belief or 0.0) - one.right) ** 2 for one in told) / len(told) if told else None
    return Calibration(
        bins=tuple(bins), brier=brier, belief_brier=theirs, count=len(hunches), sentence=_said(hunches, brier)
    )


def _said(hunches: Sequence[JudgedHunch], brier: float | None) -> str:
    if brier is None:
        return "Nothing has been guessed yet."
    sure = sum(one.sure for one in hunches) / len(hunches)
    right = sum(one.right for one in hunches) / len(hunches)
    said = f"You were {round(100 * sure)} % sure on average, and right in {round(100 * right)} % of {len(hunches)}: "
    if len(hunches) < 8:
        said += "too few to tell much. "
    elif sure - right > 0.08:
        said += "surer than you may be. "
    elif right - sure > 0.08:
        said += "you know more than you think. "
    else:
        said += "about as sure as you may be. "
    rank = "like knowing" if brier < 0.06 else "far better than guessing" if brier < 0.16 else "better than guessing"
    return said + (f"All in all {rank}." if brier < 0.24 else "All in all no better than a coin.")
