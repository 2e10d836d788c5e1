"""Why a verdict is what it is, stage by stage: the figure that decides, and what it is held against."""

from collections.abc import Sequence

from rockpin.core.base.findings import Stage
from rockpin.core.base.quantities import show_risk, show_share
from rockpin.core.base.words import holes_words, inside, listed
from rockpin.core.document.fixture import HoleKind
from rockpin.core.plan.hole_plan import HolePlan
from rockpin.core.plan.stages import ComputedStages
from rockpin.core.setout import SetOutMeasures

_NO_HOLE = "It has no hole yet."
_NOT_BORED = "Clamps go round the post and into nothing; a cable inside it stays as it is."
CLAMP = "clamp"


def hole_word(done: ComputedStages) -> str:
    """What the places are called that it is fixed at: a clamp goes round a post and makes no hole."""
    kinds = {hole.kind for hole in done.placed.holes}
    return CLAMP if kinds == {HoleKind.CLAMPED} else "hole"


def because_of(
    done: ComputedStages, holes: Sequence[HolePlan], measures: SetOutMeasures, thing: str, cases: str
) -> dict[Stage, str]:
    """One sentence or two for each stage, whatever its verdict. ``thing``, ``cases``: the thing and its load cases."""
    one = hole_word(done)
    return {
        Stage.WALL: done.post.text if done.post else _wall(done),
        Stage.HIDDEN: _NOT_BORED if one == CLAMP else _hidden(done, holes),
        Stage.FIXTURE: f"{thing} {cases}",
        Stage.FIXING: _fixing(holes, one),
        Stage.SET_OUT: _highest(measures, one) if done.post else _set_out(measures, done.job.foot),
        Stage.DRILL: _drill(holes, one),
        Stage.RECORD: _record(done, holes, one),
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


def _fixing(holes: Sequence[HolePlan], one: str) -> str:
    if not holes:
        return _NO_HOLE
    if bare := [str(hole.number) for hole in holes if hole.working is None]:
        return f"Of the whole catalogue nothing holds at {one} {listed(bare)}."
    worst, working = max(((hole, hole.working) for hole in holes if hole.working), key=lambda both: both[1].use)
    return (
        f"{one.capitalize()} {worst.number} is used most: to {working.use_text} of what "
        f"{inside(worst.chosen_label or 'its fixing')} may bear here, decided by "
        f"{working.governs}, worst when {working.case}."
    )


def _set_out(measures: SetOutMeasures, foot: str) -> str:
    if not measures.marks:
        return _NO_HOLE
    near = min(measures.marks, key=lambda mark: min(mark.left_mm, mark.right_mm))
    left = near.left_mm <= near.right_mm
    return (
        f"Hole {near.number} is nearest to an end of the wall: {near.left_text if left else near.right_text} from the "
        f"{'left' if left else 'right'}, {near.up_text} above the {foot}."
    )


def _highest(measures: SetOutMeasures, one: str) -> str:
    """A post has but one line to measure along."""
    if not measures.marks:
        return _NO_HOLE
    high = max(measures.marks, key=lambda mark: mark.up_mm)
    return f"{one.capitalize()} {high.number} sits highest: {high.up_text} above the ground."


def _drill(holes: Sequence[HolePlan], one: str) -> str:
    cards = [hole.card for hole in holes if hole.card]
    if len(cards) < len(holes) or not cards:
        return "As long as a hole has no fixing, there is nothing to drill it by."
    drilled = [card for card in cards if card.drilled]
    if not drilled:
        how = "put round" if one == CLAMP else "pushed in" if cards[0].pushed else "turned in"
        return f"Nothing is drilled: it is {how} by hand."
    bits = list(dict.fromkeys(f"{card.bit_text} bit" for card in sorted(drilled, key=lambda card: card.bit_mm)))
    deepest = max(drilled, key=lambda card: card.depth_mm)
    return f"Drilled with: {listed(bits)}; the deepest hole is {deepest.depth_text} deep."


def _record(done: ComputedStages, holes: Sequence[HolePlan], one: str) -> str:
    there = {hole.id for hole in holes}
    count = sum(record.hole_id in there for record in done.job.records)
    if not count:
        return f"Nothing is {'put up' if one == CLAMP else 'drilled'} yet."
    return f"{count} of {len(holes)} {one}s are on record."


CLEAR = {
    Stage.WALL: "Enough is known of the wall.",
    Stage.HIDDEN: "Every hole is clear of every zone, or was proved.",
    Stage.FIXTURE: "Every load of this fixture is reckoned with.",
    Stage.FIXING: "Every hole holds what it must.",
    Stage.SET_OUT: "All marks lie on the wall.",
    Stage.DRILL: "Bits, depths and screws are set.",
    Stage.RECORD: "Nothing recorded stands against it.",
}


_CLEAR_ON_POST = CLEAR | {Stage.WALL: "Enough is known of the post.", Stage.SET_OUT: "All marks lie on the post."}
_CLEAR_CLAMPED = _CLEAR_ON_POST | {
    Stage.HIDDEN: "Nothing is drilled, so nothing hidden is struck.",
    Stage.FIXING: "Every clamp holds what it must.",
    Stage.DRILL: "Clamps and how they are drawn up are set.",
}


def clear_words(done: ComputedStages, holes: Sequence[HolePlan]) -> dict[Stage, str]:
    """What is said of each stage that nothing stands against, on a wall or on a post."""
    words = CLEAR if done.post is None else _CLEAR_CLAMPED if hole_word(done) == CLAMP else _CLEAR_ON_POST
    return words if holes and all(hole.card for hole in holes) else words | {Stage.DRILL: set_so_far(holes)}


def set_so_far(holes: Sequence[HolePlan]) -> str:
    """What is said of drilling while holes have nothing to be drilled by."""
    left = [hole.number for hole in holes if hole.card is None]
    if len(left) == len(holes):
        return "Nothing is set to drill by before something holds."
    return f"{holes_words(left)} {'has' if len(left) == 1 else 'have'} nothing to be drilled by yet."
