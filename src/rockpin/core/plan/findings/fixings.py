"""What is to be said of the choice: holes where nothing holds, own picks that are refused, and provisos."""

from collections.abc import Sequence
from math import inf

from rockpin.core.base.findings import Finding, Severity, Stage, Where
from rockpin.core.choice import HoleChoice


def _nearest_miss(choice: HoleChoice) -> str:
    """The refused fixing that came closest, as the way out of a hole where nothing holds."""
    codes = {refusal.code for one in choice.refused for refusal in one.refusals}
    if {"not-in-wood", "in-the-stud"} <= codes:
        return "It may be a stud or not. Push a pin in here, where the fixture covers it, and put in what it met."
    if "no-lever" in codes:
        return "Use a hole farther from the plate's lower edge, a taller plate, or a second hole below or beside it."
    weak = [one for one in choice.refused if 0 < one.use < inf]
    if weak:
        best = min(weak, key=lambda one: one.use)
        if best.plainly_too_weak:
            return "Nothing comes near: take the load off it, or hang it on framing or masonry."
        return f"The nearest is {best.label}, used {best.use:.2f} times over."
    return "Move the fixture, use another hole of it, or put a backing board on the framing first."


def fixing_findings(choices: Sequence[HoleChoice], numbers: dict[str, int]) -> list[Finding]:
    """Holes where nothing holds, own picks that are refused, and the provisos of what was chosen."""
    found: list[Finding] = []
    for choice in choices:
        where, number = Where(hole=choice.hole_id), numbers[choice.hole_id]
        if choice.chosen is None:
            found.append(
                Finding(
                    severity=Severity.DO_NOT_DRILL,
                    stage=Stage.FIXING,
                    code="nothing-holds",
                    sentence=f"Hole {number}: no fixing in the catalogue holds here.",
                    action=_nearest_miss(choice),
                    where=where,
                )
            )
        elif choice.chosen.refusals:
            refusal = choice.chosen.refusals[0]
            found.append(
                Finding(
                    severity=Severity.DO_NOT_DRILL,
                    stage=Stage.FIXING,
                    code="own-choice-refused",
                    sentence=f"Hole {number}: {choice.chosen.label} is refused. {refusal.sentence}",
                    action="Take one that holds, or let the plan choose.",
                    figures=refusal.figures,
                    where=where.model_copy(update={"fixing": choice.chosen.fixing}),
                )
            )
        else:
            found += choice.chosen.provisos
    return found
