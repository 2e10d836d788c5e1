"""What is to be said of the van: what it lacks for what was chosen, and the next that it can serve."""

from collections.abc import Sequence

from rockpin.core.base.findings import Finding, Severity, Stage, Where
from rockpin.core.base.words import inside
from rockpin.core.choice import HoleChoice


def kit_findings(choices: Sequence[HoleChoice], numbers: dict[str, int]) -> list[Finding]:
    """A note for each chosen fixing that the van cannot serve, with the next that it can."""
    found: list[Finding] = []
    by_fixing: dict[tuple[str, tuple[str, ...]], list[HoleChoice]] = {}
    for choice in choices:
        if choice.chosen and choice.chosen.accepted:
            stock = choice.stocks.get(choice.chosen.fixing)
            if stock and stock.lacks:
                by_fixing.setdefault((choice.chosen.label, stock.lacks), []).append(choice)
    for (label, lacks), some in by_fixing.items():
        holes = ", ".join(str(numbers[choice.hole_id]) for choice in some)
        nexts = {choice.in_the_van.fixing: choice.in_the_van.label for choice in some if choice.in_the_van}
        action = (
            f"Next that holds and is in the van: {', '.join(inside(name) for name in nexts.values())}."
            if nexts
            else "Nothing else in the van holds here: buy what is missing."
        )
        found.append(
            Finding(
                severity=Severity.NOTE,
                stage=Stage.FIXING,
                code="not-in-van",
                sentence=f"Hole {holes}: {inside(label)}: the van has {' and '.join(lacks)}.",
                action=action,
                where=Where(hole=some[0].hole_id, fixing=some[0].chosen.fixing if some[0].chosen else None),
            )
        )
    return found
