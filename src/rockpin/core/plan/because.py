"""Why a verdict is what it is, stage by stage: the figure that decides, and what it is held against."""

from collections.abc import Sequence

from rockpin.core.base.findings import Stage
from rockpin.core.base.quantities import show_risk, show_share
from rockpin.core.base.words import inside, listed
from rockpin.core.plan.hole_plan import HolePlan
from rockpin.core.plan.stages import ComputedStages
from rockpin.core.setout import SetOutMeasures

_NO_HOLE = "It has no hole yet."


def because_of(
    done: ComputedStages, holes: Sequence[HolePlan], measures: SetOutMeasures, thing: str, cases: str
) -> dict[Stage, str]:
    """One sentence or two for each stage, whatever its verdict. ``thing``, ``cases``: the thing and its load cases."""
    return {
        Stage.WALL: done.post.text if done.post else _wall(done),
        Stage.HIDDEN: _hidden(done, holes),
        Stage.FIXTURE: f"{thing} {cases}",
        Stage.FIXING: _fixing(holes),
        Stage.SET_OUT: _set_out(measures),
        Stage.DRILL: _drill(holes),
        Stage.RECORD: _record(done, holes),
    }


def _wall(done: ComputedStages) -> str:
    belief, wanted = done.identified.belief, done.catalogue.figures.identification.family_ready
    checks = len(done.job.wall.evidence)
    rests = "no check was made" if not checks else "one check was made" if checks == 1 else f"{checks} checks were made"
    if not belief.told:
        return f"Nothing was said of it and {rests}, so it may be any wall that is usual here."
    family = belief.family
    return (
        f"By what was said and found it is {inside(family.label)} by {family.probability_text}, where "
        f"{show_share(wanted)} are wanted; {rests}."
    )


def _hidden(done: ComputedStages, holes: Sequence[HolePlan]) -> str:
    if not holes:
        return _NO_HOLE
    figures, worst = done.catalogue.figures.hidden, max(holes, key=lambda hole: hole.risk.chance)
    return (
        f"The chance of striking something is greatest at hole {worst.number}: "
        f"{', '.join(filter(None, (worst.risk.text, worst.risk_if)))}. Up to "
        f"{show_risk(figures.risk_prove)} it may be drilled, above {show_risk(figures.risk_stop)} never; between them, "
        f"and in every zone, it is proved first. Its zones are those of “{done.hidden.school.label}”."
    )


def _fixing(holes: Sequence[HolePlan]) -> str:
    if not holes:
        return _NO_HOLE
    if bare := [str(hole.number) for hole in holes if hole.working is None]:
        return f"Of the whole catalogue nothing holds at hole {listed(bare)}."
    worst, working = max(((hole, hole.working) for hole in holes if hole.working), key=lambda both: both[1].use)
    return (
        f"Hole {worst.number} is used most: to {working.use_text} of what {inside(worst.chosen_label or 'its fixing')} "
        f"may bear here, decided by {working.governs}, worst when {working.case}."
    )


def _set_out(measures: SetOutMeasures) -> str:
    if not measures.marks:
        return _NO_HOLE
    near = min(measures.marks, key=lambda mark: min(mark.left_mm, mark.right_mm))
    left = near.left_mm <= near.right_mm
    return (
        f"Hole {near.number} is nearest to an end of the wall: {near.left_text if left else near.right_text} from the "
        f"{'left' if left else 'right'}, {near.up_text} above the floor."
    )


def _drill(holes: Sequence[HolePlan]) -> str:
    cards = [hole.card for hole in holes if hole.card]
    if len(cards) < len(holes) or not cards:
        return "As long as a hole has no fixing, there is nothing to drill it by."
    drilled = [card for card in cards if not card.pushed]
    if not drilled:
        return "Nothing is drilled: it is pushed in by hand."
    bits = list(dict.fromkeys(f"{card.bit_text} bit" for card in sorted(drilled, key=lambda card: card.bit_mm)))
    deepest = max(drilled, key=lambda card: card.depth_mm)
    return f"Drilled with: {listed(bits)}; the deepest hole is {deepest.depth_text} deep."


def _record(done: ComputedStages, holes: Sequence[HolePlan]) -> str:
    there = {hole.id for hole in holes}
    count = sum(record.hole_id in there for record in done.job.records)
    return f"{count} of {len(holes)} holes are on record." if count else "Nothing is drilled yet."
