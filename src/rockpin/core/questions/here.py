"""May I drill here? What is near one spot, what a sweep would say, and how deep one may go."""

from collections.abc import Callable

from rockpin.core.base.findings import Stage, Verdict, VerdictWord
from rockpin.core.base.keeping import NOTHING_KEPT, Keep
from rockpin.core.base.model import Model
from rockpin.core.base.quantities import UnitSystem, show_limit, show_risk
from rockpin.core.document.job import JobDocument
from rockpin.core.framing import BehindKind
from rockpin.core.hidden import ClearingWay, Hidden
from rockpin.core.hole import Spot
from rockpin.core.plan import ComputedStages, Elevation, clear_hole, compute_stages, make_plan
from rockpin.core.questions.supposed import Supposed, supposed_job
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.materials import Role


class SpotAnswer(Model):
    """The answer for one spot: the verdict of what is hidden there, what speaks for it, and what would clear it.

    ``x_mm`` and ``y_mm``: the spot; ``reach_mm``: how deep a usual hole would reach there.
    """

    verdict: Verdict
    says: tuple[str, ...]
    x_mm: float
    y_mm: float
    reach_mm: float
    risk_text: str
    risk_if: str | None
    parts: tuple[str, ...]
    clearing: tuple[ClearingWay, ...]
    elevation: Elevation
    before: tuple[str, ...]


class DepthAnswer(Model):
    """The answer: the greatest depth [mm] from the face that nothing speaks against, and what sets it."""

    depth_mm: float | None
    depth_text: str
    because: tuple[str, ...]
    before: tuple[str, ...]


def _one_hole(asked: Supposed, catalogue: Catalogue) -> JobDocument:
    """A single hook whose hole is the spot that is asked about."""
    hook = asked.model_copy(update={"shape": "hook", "measures": {}, "hand": None})
    job = supposed_job(hook.model_copy(update={"across_mm": 0, "up_mm": 0}), catalogue)
    support = job.fixture.supports[0]
    x, y = support.x_mm + support.holes[0].x_mm, support.y_mm + support.holes[0].y_mm
    across = asked.width_mm / 2 if asked.across_mm is None else asked.across_mm
    up = catalogue.figures.setout.start_height_mm if asked.up_mm is None else asked.up_mm
    return supposed_job(hook.model_copy(update={"across_mm": across - x, "up_mm": up - y}), catalogue)


def _of_the_spot(sentence: str) -> str:
    """A sentence about the one hole as it reads where a spot is asked about."""
    return sentence.replace("Hole 1", "This spot")


def may_drill(asked: Supposed, catalogue: Catalogue, keep: Keep = NOTHING_KEPT) -> SpotAnswer:
    """Whether one spot is clear by all that was said. Raises BadInput for what the catalogue does not have."""
    catalogue = catalogue.in_words_of(asked.region)
    job = _one_hole(asked, catalogue)
    plan = make_plan(job, catalogue, keep)
    hole = plan.holes[0]
    stage = next(one for one in plan.stages if one.stage is Stage.HIDDEN)
    told = (_of_the_spot(" ".join(filter(None, (one.sentence, one.action)))) for one in stage.findings)
    return SpotAnswer(
        verdict=stage.verdict.model_copy(update={"sentence": _of_the_spot(stage.verdict.sentence)}),
        says=tuple(dict.fromkeys(told)),
        x_mm=hole.x_mm,
        y_mm=hole.y_mm,
        reach_mm=plan.hidden.reach_mm,
        risk_text=show_risk(hole.risk.chance),
        risk_if=hole.risk_if,
        parts=tuple(f"{one.says}, {one.text}" for one in hole.risk.parts),
        clearing=tuple(clear_hole(job, hole.id, catalogue)),
        elevation=plan.elevation,
        before=plan.cautions,
    )


def _limits(spot: Spot, done: ComputedStages, units: UnitSystem) -> list[tuple[float, str]]:
    """Each depth [mm] that a hole must not pass, with its reason."""
    found: list[tuple[float, str]] = []
    reading = spot.reading

    def length(mm: float) -> str:
        return show_limit(mm, units)

    if not reading.family.framed and reading.holding_mm:
        stay, end = spot.must_stay_mm(), reading.skin_mm + reading.holding_mm
        plain = reading.hammered and spot.hammer_to_mm() < end - stay
        besides = f" The hammer goes off again at {length(spot.hammer_to_mm())}." if plain else ""
        found.append(
            (
                end - stay,
                f"{length(stay)} must stay behind it: the back of the wall breaks out before the bit is through."
                f"{besides}",
            )
        )
        if reading.leaf_unseen:
            found.append(
                (
                    end - stay,
                    f"How thick it is was never seen: no more than {length(reading.holding_mm)} is counted on.",
                )
            )
    if spot.depth_limit_mm is not None:
        found.append((spot.depth_limit_mm, _beyond(done.hidden, spot.depth_limit_mm, length)))
    return found


def _beyond(hidden: Hidden, limit_mm: float, length: Callable[[float], str]) -> str:
    """What may lie deeper than a limit [mm] that the Hidden stage sets."""
    bored = hidden.school.stud_free_mm
    if bored is not None and abs(limit_mm - hidden.front_mm - bored) < 1e-6:
        return f"More than {length(bored)} into a stud a cable may be bored through it."
    if hidden.deep_mm is not None:
        if hidden.hollow:
            return f"Deeper than {length(hidden.deep_mm)} a cable may run anywhere in a hollow wall."
        return f"A cable of the other face may lie {length(hidden.deep_mm)} deep behind it."
    return "In the void of a hollow wall cables may leave the zones."


def _behind_the_board(spot: Spot, done: ComputedStages, units: UnitSystem) -> str:
    """What the bit meets behind the board of a framed wall."""
    front, behind = done.hidden.front_mm, done.behinds[spot.hole.id]
    if behind.kind not in (BehindKind.TIMBER, BehindKind.STEEL) or behind.member is None:
        return (
            f"The board ends at {show_limit(front, units)}; behind it the bit falls into the void. "
            "What is there, nobody has seen."
        )
    frame = sum(layer.thickness_mm for layer in spot.reading.layers if layer.role is Role.FRAME)
    deep = behind.member.depth_mm or frame
    ends = show_limit(front + deep, units)
    return f"The stud ends at {ends}, if it is as usual; what lies beside it and behind it, nobody has seen."


def how_deep(asked: Supposed, catalogue: Catalogue, keep: Keep = NOTHING_KEPT) -> DepthAnswer:
    """How deep a hole may go at one spot. Raises BadInput for what the catalogue does not have."""
    catalogue = catalogue.in_words_of(asked.region)
    job = _one_hole(asked, catalogue)
    done = compute_stages(job, catalogue, keep, advise=False)
    plan = make_plan(job, catalogue, keep)
    spot, units = done.spots[0], asked.units
    of_wall = next(one for one in plan.stages if one.stage is Stage.WALL).verdict
    known = done.identified.reading.family.planned and of_wall.word is VerdictWord.READY
    limits = _limits(spot, done, units) if known else []
    depth = min((limit for limit, _ in limits), default=None)
    because = [says for limit, says in sorted(limits, key=lambda one: one[0])]
    if known and spot.reading.family.framed:
        because.append(_behind_the_board(spot, done, units))
    if not because:
        because.append(" ".join(filter(None, (of_wall.sentence, of_wall.action))))
    return DepthAnswer(
        depth_mm=depth,
        depth_text="not known yet" if depth is None else f"{show_limit(depth, units)} from the face, no deeper",
        because=tuple(because),
        before=plan.cautions,
    )
