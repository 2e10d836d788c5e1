"""What goes in? The best fixings for a thing on a wall as far as both are known, each put through the whole plan."""

from collections.abc import Iterable, Sequence

from rockpin.core.base.findings import Severity, Stage, Verdict, VerdictWord, verdict_of
from rockpin.core.base.keeping import NOTHING_KEPT, Keep
from rockpin.core.base.model import Id, Model, Name
from rockpin.core.base.quantities import show_mass
from rockpin.core.base.words import holes_words, inside, listed
from rockpin.core.choice import HoleChoice
from rockpin.core.document.job import Choice, JobDocument
from rockpin.core.drilling import DrillCard
from rockpin.core.fittings import stands
from rockpin.core.fixture import build
from rockpin.core.plan import (
    Cut,
    HolePlan,
    Plan,
    WayKind,
    board_across,
    compute_stages,
    is_held,
    make_plan,
    ways_out,
    with_what,
)
from rockpin.core.questions.by_wall import OnAWall, by_wall
from rockpin.core.questions.planned import bars_of, of_the_thing, planned, word_of
from rockpin.core.questions.supposed import (
    Refusal,
    Supposed,
    assumed,
    between_studs,
    brackets_free,
    each_in_a_stud,
    title_of,
)
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.references import shape_named
from rockpin.core.tables.shapes import Measure

_ANSWERS = 3
_REFUSALS = 4
_WAYS = 3
_EACH = "Its holes want different fixings."
_HELD_STEPS = 7
_MOST_TIMES = 16.0


class FixingOffer(Model):
    """One fixing that holds, with all that the hand needs. ``holds_text``: how much it would hold; None: not a mass.

    ``where``: in which of its holes it goes; None: in all.
    """

    fixing: Id
    label: Name
    says: str
    count: int
    where: str | None = None
    card: DrillCard
    cut: Cut
    use_text: str
    governs: str
    holds_text: str | None
    provisos: tuple[str, ...]
    tools: tuple[str, ...]


class FixingAnswer(Model):
    """The answer: a verdict on what holds, the best fixings, what was refused and why, and what was taken for granted.

    ``together``: the fixings go in beside one another, each where it says, and none instead of another.
    ``by_wall``: where the wall is to be found out first, what would go in once it is. ``ways``: what would help where
    nothing holds. ``before``: what stands before any drilling all the same.
    """

    title: Name
    thing: str
    verdict: Verdict
    fits: tuple[FixingOffer, ...]
    together: bool = False
    by_wall: tuple[OnAWall, ...] = ()
    refused: tuple[Refusal, ...]
    ways: tuple[str, ...]
    assumed: tuple[str, ...]
    before: tuple[str, ...]


def _label(verdict: Verdict, fits: Sequence[object]) -> str:
    """What holds, in a word: where nobody has looked nothing is ready to drill, so that is not said here."""
    if not fits:
        if verdict.action_stage is Stage.WALL:
            return "Find out the wall first"
        return "Nothing holds so" if verdict.word is VerdictWord.DO_NOT_DRILL else "No one fixing for all of it"
    return "Holds" if verdict.word is VerdictWord.READY else "Holds, if it is proved"


def _with(job: JobDocument, holes: Iterable[str], fixing: str) -> JobDocument:
    """The same job with one fixing picked at these holes."""
    return job.model_copy(update={"choices": tuple(Choice(hole_id=hole, fixing=fixing) for hole in holes)})


def _kind(fixing: str, catalogue: Catalogue) -> tuple[str, str]:
    """What tells fixings apart that are worth naming beside one another: how they hold, not their size."""
    row = catalogue.fixing_by_key[fixing]
    return row.method, getattr(row, "kind", "")


def _worth_naming(choices: Sequence[HoleChoice], catalogue: Catalogue) -> list[str]:
    """What holds at every hole: the planned fixing first, then the best of each other kind."""
    if not choices:
        return []
    ranks = [{one.fixing: number for number, one in enumerate(choice.accepted)} for choice in choices]
    common = set(ranks[0]).intersection(*ranks[1:])
    ranked = sorted(common, key=lambda key: (max(rank[key] for rank in ranks), key))
    planned = [one.chosen.fixing for one in choices if one.chosen]
    if len(set(planned)) == 1:
        ranked = [planned[0], *(key for key in ranked if key != planned[0])]
    best: dict[tuple[str, str], str] = {}
    for key in ranked:
        best.setdefault(_kind(key, catalogue), key)
    return list(best.values())[:_ANSWERS]


def _what_it_holds(job: JobDocument, catalogue: Catalogue) -> Measure | None:
    """The measure of a thing that says what it holds; None where it holds nothing but itself."""
    shape = shape_named(job.fixture.shape or "", catalogue)
    return next((one for one in shape.measures if one.key == "holds"), None)


def most_held_kg(job: JobDocument, catalogue: Catalogue, keep: Keep = NOTHING_KEPT) -> float | None:
    """The greatest mass [kg] of what a thing holds at which its fixings still hold, rounded down; used as it is used.

    None where it holds nothing but itself, or stands on the floor. What is picked at its holes stays picked. Found by
    halving between what holds and what does not, to a hundredth of it at most: never above what was found to hold.
    """
    shape, measure = shape_named(job.fixture.shape or "", catalogue), _what_it_holds(job, catalogue)
    if measure is None or bars_of(job) or stands(job.fixture):
        # another mass makes the thing anew, and its bars without holes; what stands is carried by the floor
        return None

    def held(mass_kg: float) -> bool:
        made = build(shape, job.fixture.measures | {measure.key: mass_kg})
        kept = {"hand": job.fixture.hand, "environment": job.fixture.environment}
        return is_held(job.model_copy(update={"fixture": made.model_copy(update=kept)}), catalogue, keep)

    asked = least = job.fixture.measures.get(measure.key, measure.start)
    if not held(least):
        return None
    most = min(measure.most, max(1.0, least) * _MOST_TIMES)
    if held(most):
        return most
    for _ in range(_HELD_STEPS):
        middle = (least + most) / 2
        least, most = (middle, most) if held(middle) else (least, middle)
    return max(asked, float(int(least)) if least >= 10 else int(least * 2) / 2)


def _held_text(job: JobDocument, catalogue: Catalogue, keep: Keep) -> str | None:
    held, measured = most_held_kg(job, catalogue, keep), _what_it_holds(job, catalogue)
    if not held or measured is None:
        return None
    return f"{measured.label}: up to {show_mass(held, job.site.units)}, used so"


def _offer(
    holes: Sequence[HolePlan], plan: Plan, held: str | None, where: str | None, catalogue: Catalogue
) -> FixingOffer | None:
    """What goes into some holes of a plan alike, by the card of the one that is used most."""
    hole = max(holes, key=lambda one: one.working.use if one.working else 0.0)
    if hole.card is None or hole.working is None or hole.chosen is None:
        return None
    row, ids = catalogue.fixing_by_key[hole.chosen], {one.id for one in holes}
    provisos = (
        " ".join(filter(None, (one.sentence, one.action)))
        for one in of_the_thing(plan.findings)
        if one.severity is Severity.PROVE_FIRST and (one.where is None or one.where.hole in {None, *ids})
    )
    return FixingOffer(
        fixing=row.key,
        label=hole.card.fixing_label,
        says=row.says,
        count=len(holes),
        where=where,
        card=hole.card,
        cut=hole.cut,
        use_text=hole.working.use_text,
        governs=hole.working.governs,
        holds_text=held,
        provisos=tuple(dict.fromkeys(provisos)),
        tools=tuple(catalogue.tool_by_key[key].label for key in row.tools),
    )


def _fit(job: JobDocument, holes: Iterable[str], fixing: str, catalogue: Catalogue, keep: Keep) -> FixingOffer | None:
    """One fixing in all holes of the wall."""
    picked = _with(job, holes, fixing)
    plan = make_plan(picked, catalogue, keep)
    return _offer(plan.holes, plan, _held_text(picked, catalogue, keep), None, catalogue)


def _where(holes: Sequence[HolePlan], plan: Plan) -> str:
    """Some of a plan's holes, as one sees them: by what they are in, or by their numbers where that has others too."""
    labels = tuple(dict.fromkeys(one.support_label for one in holes))
    whole = sum(one.support_label in labels for one in plan.holes) == len(holes)
    return listed(labels) if whole else inside(holes_words([one.number for one in holes]))


def _mixed(job: JobDocument, plan: Plan, catalogue: Catalogue, keep: Keep) -> tuple[FixingOffer, ...]:
    """What the plan puts into each of a thing's holes, where no one fixing does for all of them."""
    fixings = dict.fromkeys(one.chosen for one in plan.holes)
    if len(fixings) < 2 or None in fixings:
        return ()
    held = _held_text(job, catalogue, keep)
    found = []
    for fixing in fixings:
        holes = [one for one in plan.holes if one.chosen == fixing]
        found.append(_offer(holes, plan, held, _where(holes, plan), catalogue))
    return tuple(one for one in found if one)


def _refused(plan: Plan, fits: Sequence[FixingOffer], catalogue: Catalogue) -> tuple[Refusal, ...]:
    """What one might reach for and must not: of each other kind the one that comes nearest, with its first reason."""
    named = {_kind(one.fixing, catalogue) for one in fits}
    found: dict[tuple[str, str], Refusal] = {}
    refused = plan.holes[0].refused if plan.holes else ()
    # what came to a figure could be meant for this wall; of what is for another wall one is enough
    reckoned = sorted((one for one in refused if one.use is not None), key=lambda one: one.use or 0.0)
    told = " ".join(finding.action or "" for finding in plan.findings if finding.code == "nothing-holds")
    others = sorted((one for one in refused if one.use is None), key=lambda one: one.reasons[0] not in told)
    for one in [*reckoned, *others[: 0 if reckoned else 1]]:
        kind = _kind(one.fixing, catalogue)
        if kind not in named:
            found.setdefault(kind, Refusal(label=one.label, reason=one.reasons[0]))
    return tuple(found.values())[:_REFUSALS]


def _ways(asked: Supposed, job: JobDocument, catalogue: Catalogue, keep: Keep) -> tuple[str, ...]:
    on_studs, ways = _on_studs(asked, catalogue, keep), ways_out(job, catalogue)
    found = [*on_studs, *(one.sentence for one in ways if one.kind is not WayKind.BLOCKING)]
    if len(found) < _WAYS:
        # a board in front of the wall goes before wood in it
        found += _across_studs(asked, catalogue, keep)
    return tuple([*found, *(one.sentence for one in ways if one.kind is WayKind.BLOCKING)][:_WAYS])


_IN_ONE_GO = {
    WayKind.OTHER_HOLES,
    WayKind.LARGER_HOLES,
    WayKind.SECOND_HOLE,
    WayKind.LARGER_PLATE,
    WayKind.MAKERS_RATING,
}
"""Ways that are done to the thing while it is put on studs."""


def _on_studs(asked: Supposed, catalogue: Catalogue, keep: Keep) -> tuple[str, ...]:
    """What comes of it where studs are, for what was meant to go between them; what one tries before all else."""
    start = catalogue.build_up_by_key.get(asked.wall or "")
    if asked.in_studs or start is None or not start.stud_width_mm:
        return ()
    job, plan = planned(asked.model_copy(update={"in_studs": True}), catalogue, keep)
    each = each_in_a_stud(asked, job, catalogue)
    if all(hole.chosen for hole in plan.holes) and word_of(plan) is VerdictWord.READY:
        return (f"{_WHERE_STUDS_ARE if each else _WHERE_SOME_ARE}: {with_what(plan)}.",)
    # ways that change the wall or the load are as good where there is no stud
    ways = [one for one in ways_out(job, catalogue) if one.kind in _IN_ONE_GO] if each else []
    return (f"{_WHERE_STUDS_ARE}, and {inside(ways[0].sentence)}",) if ways else ()


def _across_studs(asked: Supposed, catalogue: Catalogue, keep: Keep) -> tuple[str, ...]:
    """A board across the studs on either side of what was meant to go between them."""
    job = None if asked.in_studs else between_studs(asked, catalogue)
    way = board_across(job, catalogue, keep) if job and not bars_of(job) else None
    return (way.sentence,) if way else ()


_WHERE_STUDS_ARE = "Put it where studs are, each hole in the middle of one"
_WHERE_SOME_ARE = "Put it where some of its holes are in the middle of a stud and the others between them"


def what_goes_in(asked: Supposed, catalogue: Catalogue, keep: Keep = NOTHING_KEPT) -> FixingAnswer:
    """The best fixings for a thing on a wall. Raises BadInput for what the catalogue does not have."""
    catalogue = catalogue.in_words_of(asked.region)
    job, plan = planned(asked, catalogue, keep)
    done = compute_stages(job, catalogue, keep, advise=False)
    named = _worth_naming(done.choices, catalogue)
    hand = {row.key: row for row in catalogue.hands}[job.fixture.hand]
    holds = f"It holds what it must, used so: {inside(hand.label)}."
    verdict = verdict_of(of_the_thing(plan.findings), holds)
    # what forbids the thing itself is answered by no fixing
    forbidden = verdict.word is VerdictWord.DO_NOT_DRILL
    holes = [one.hole_id for one in done.choices]
    alone = () if forbidden else tuple(fit for key in named if (fit := _fit(job, holes, key, catalogue, keep)))
    mixed = () if forbidden or alone else _mixed(job, plan, catalogue, keep)
    fits = alone or mixed
    if mixed:
        verdict = verdict.model_copy(update={"sentence": f"{verdict.sentence} {_EACH}"})
    # what is refused in the likeliest of many walls says nothing of this one
    likely = by_wall(job, brackets_free(asked, catalogue), catalogue, keep) if not fits and not asked.wall else ()
    return FixingAnswer(
        title=title_of(asked, catalogue),
        thing=plan.fixture_text,
        verdict=verdict.model_copy(update={"label": _label(verdict, fits)}),
        fits=fits,
        together=bool(mixed),
        by_wall=likely,
        refused=() if likely else _refused(plan, fits, catalogue),
        ways=_ways(asked, job, catalogue, keep) if asked.wall and not fits else (),
        assumed=assumed(asked, job, catalogue),
        before=plan.cautions,
    )
