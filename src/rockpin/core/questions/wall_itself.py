"""What is this wall? What is usual for its age and place, what the checks say, and which one to do next."""

from rockpin.core.advice import Advice
from rockpin.core.base.findings import Stage, VerdictWord
from rockpin.core.base.keeping import NOTHING_KEPT, Keep
from rockpin.core.base.model import Id, Model, Name
from rockpin.core.base.quantities import UnitSystem, show_length
from rockpin.core.plan import make_plan
from rockpin.core.questions.supposed import Supposed, supposed_job
from rockpin.core.tables.catalogue import Catalogue

_LEAST_NAMED = 0.02


class WallChance(Model):
    """A make of wall and how likely it is."""

    key: Id
    label: Name
    chance: float
    chance_text: str
    layers: tuple[str, ...]


class WallAnswer(Model):
    """The answer: what the wall most likely is, what else it may be, and the check that would tell most."""

    sentence: str
    sure: bool
    may_be: tuple[WallChance, ...]
    advice: str
    check: Id | None
    how: str


def _of_no_hole(advice: Advice, units: UnitSystem) -> str:
    """The advised check as it reads where no hole is planned yet."""
    planned = f"at the height of the holes, {show_length(advice.y_mm or 0.0, units)} up"
    return advice.sentence.replace(planned, "at the height where you mean to drill")


def what_wall(asked: Supposed, catalogue: Catalogue, keep: Keep = NOTHING_KEPT) -> WallAnswer:
    """What a wall is by all that was said of it. Raises BadInput for what the catalogue does not have."""
    catalogue = catalogue.in_words_of(asked.region)
    # what somebody takes it for elsewhere says nothing of what it is
    open_wall = asked.model_copy(update={"wall": None, "plaster_mm": None})
    plan = make_plan(supposed_job(open_wall, catalogue), catalogue, keep)
    found = tuple(
        WallChance(
            key=one.key,
            label=one.label,
            chance=one.probability,
            chance_text=one.probability_text,
            layers=tuple(f"{layer.label} {show_length(layer.thickness_mm, asked.units)}" for layer in one.layers),
        )
        for one in plan.belief.hypotheses
        if one.probability >= _LEAST_NAMED
    )
    first = plan.belief.family
    verdict = next(one for one in plan.stages if one.stage is Stage.WALL).verdict
    sure = verdict.word is VerdictWord.READY
    return WallAnswer(
        sentence=f"{first.label[:1].upper()}{first.label[1:]}, {first.probability_text}." if sure else verdict.sentence,
        sure=sure,
        may_be=found,
        advice="Enough is known to go on." if plan.advice.enough else _of_no_hole(plan.advice, asked.units),
        check=plan.advice.check,
        how=plan.advice.how,
    )
