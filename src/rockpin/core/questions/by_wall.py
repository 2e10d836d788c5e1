"""What would go in, by what the wall turns out to be: for whoever does not know it yet, and wants to."""

from rockpin.core.base.findings import VerdictWord
from rockpin.core.base.keeping import Keep
from rockpin.core.base.model import Id, Model, Name
from rockpin.core.document.evidence import HowStated
from rockpin.core.document.job import JobDocument
from rockpin.core.plan import Plan, make_plan, with_what
from rockpin.core.questions.planned import best_of, word_of
from rockpin.core.questions.starting_wall import starting_wall
from rockpin.core.questions.supposed import laid_out
from rockpin.core.tables.catalogue import Catalogue

_WALLS = 6
_OF_ITS_MAKE = {"build_up", "courses", "framing", "evidence", "stated"}
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


def by_wall(job: JobDocument, free: bool, catalogue: Catalogue, keep: Keep) -> tuple[OnAWall, ...]:
    """What would hold a job's thing on each wall that this one may well be, likeliest first; framed ones between their
    studs and in them. Nothing for what stands on more than one wall, or on none.

    ``free``: whether its brackets go where they hold. Raises BadInput for what the catalogue does not have.
    """
    catalogue = catalogue.in_words_of(job.site.region)
    wall, least = job.wall, catalogue.figures.identification.plausible_build_up
    if wall.post or job.fixture.corner or not job.fixture.supports:
        return ()
    # what was checked and found has had its say in the chances
    known = {name: value for name, value in dict(wall).items() if name not in _OF_ITS_MAKE}
    alone = job.model_copy(update={"choices": (), "records": (), "pull_tests": (), "came_loose": None})
    found: list[OnAWall] = []
    for one in make_plan(job, catalogue, keep).belief.hypotheses[:_WALLS]:
        start = catalogue.build_up_by_key.get(one.key)
        if start is None or one.probability < least:
            continue
        there = starting_wall(one.key, job.site.region, catalogue, **known, stated=HowStated.TOLD)
        put = alone.model_copy(update={"walls": (there,)})
        for in_studs in (False, True) if start.stud_width_mm else (False,):
            _, made = best_of(laid_out(put, start, in_studs, free, catalogue), catalogue, keep)
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
