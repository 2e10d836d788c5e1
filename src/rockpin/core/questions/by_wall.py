"""What would go in, by what the wall turns out to be: for whoever does not know it yet, and wants to."""

from rockpin.core.base.findings import VerdictWord
from rockpin.core.base.keeping import Keep
from rockpin.core.base.model import Id, Model, Name
from rockpin.core.plan import Plan, with_what
from rockpin.core.questions.planned import planned, word_of
from rockpin.core.questions.supposed import Supposed
from rockpin.core.tables.catalogue import Catalogue

_WALLS = 6
_NO_FACE = "board-outdoors"
"""Said of a wall whose face does not stand where the thing hangs: there it is none that may be met."""


class OnAWall(Model):
    """What would go in on one make of wall, with the chance that this is one.

    ``word``: of the plan there, of what holds alone. ``in_studs``: the holes in the framing, not between it.
    """

    wall: Id
    in_studs: bool
    label: Name
    chance_text: str
    word: VerdictWord
    says: str


def by_wall(asked: Supposed, plan: Plan, catalogue: Catalogue, keep: Keep) -> tuple[OnAWall, ...]:
    """The same thing on each wall that this one may well be, likeliest first; framed ones between studs and in them.

    ``plan``: of the wall that nobody knows. Raises BadInput for what the catalogue does not have.
    """
    least = catalogue.figures.identification.plausible_build_up
    found: list[OnAWall] = []
    for one in plan.belief.hypotheses[:_WALLS]:
        start = catalogue.build_up_by_key.get(one.key)
        if start is None or one.probability < least:
            continue
        for in_studs in (False, True) if start.stud_width_mm else (False,):
            here = asked.model_copy(update={"wall": one.key, "in_studs": in_studs, "evidence": ()})
            _, made = planned(here, catalogue, keep)
            if any(finding.code == _NO_FACE for finding in made.findings):
                continue
            word = word_of(made)
            where = (", in the studs" if in_studs else ", between the studs") if start.stud_width_mm else ""
            found.append(
                OnAWall(
                    wall=one.key,
                    in_studs=in_studs,
                    label=f"{one.label}{where}",
                    chance_text=one.probability_text,
                    word=word,
                    says=f"{_says(made, word)}.",
                )
            )
    return tuple(found)


def _says(plan: Plan, word: VerdictWord) -> str:
    if word is VerdictWord.DO_NOT_DRILL or not all(hole.chosen for hole in plan.holes):
        return "Nothing holds so"
    with_it = with_what(plan)
    return f"{with_it[:1].upper()}{with_it[1:]}{', if it is proved' if word is VerdictWord.PROVE_FIRST else ''}"
