"""When the wall answered differently: the ways on from the holes that exist, each put through the plan."""

from collections.abc import Iterator, Sequence

from rockpin.core.base.findings import VerdictWord
from rockpin.core.base.keeping import Keep
from rockpin.core.base.quantities import show_length
from rockpin.core.base.words import holes_words
from rockpin.core.document.job import JobDocument
from rockpin.core.document.record import Holds
from rockpin.core.document.wall import HowKnown
from rockpin.core.plan.findings import DOES_NOT_HOLD
from rockpin.core.plan.hole_case import Case, OnKind, WayOn, WaysOn, guesses, settled_with, with_choice
from rockpin.core.plan.keeping_the_hole import ease, follow, get_more, go_on, same_hole_ways
from rockpin.core.plan.leaving_the_hole import STUD_WITHIN_MM, fewer, move, other_hole, slide, take_down, without
from rockpin.core.plan.remedies import less_weight, lighter_hand
from rockpin.core.plan.reporting import AS_PLANNED
from rockpin.core.plan.wall_remedies import backing_board
from rockpin.core.plan.way_out import Trial
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.outcomes import Outcome

_MOST = 3


_OTHERWISE = (
    (OnKind.BACKING_BOARD, backing_board, "Put a board behind it"),
    (OnKind.LIGHTER_HAND, lighter_hand, "Let nobody pull at it"),
    (OnKind.LESS_WEIGHT, less_weight, "Hang less on it"),
)


def _otherwise(case: Case) -> Iterator[WayOn | None]:
    """What helps whatever the hole is, where nothing at the hole itself does."""
    quiet = with_choice(settled_with(case.job, case.hole.id), case.hole.id, None)
    trial = Trial(quiet, case.before, case.catalogue, case.keep)
    drilled = case.drilled
    for kind, remedy, title in _OTHERWISE:
        if kind is OnKind.BACKING_BOARD and any(one.holds is Holds.YES for one in drilled):
            continue
        out = remedy(trial)
        if out is None or out.job is None:
            continue
        changed = quiet.model_copy(update={"fixture": out.job.fixture, "choices": out.job.choices})
        leaves = drilled if kind is OnKind.BACKING_BOARD else ()
        if leaves:
            changed = without(changed, leaves, case.left(leaves))
        sentence = out.sentence
        yield case.way(kind, changed, title, lambda _plan, sentence=sentence: sentence, leaves=leaves)  # type: ignore[misc]


_ORDER = (VerdictWord.READY, VerdictWord.PROVE_FIRST)


def _rank(way: WayOn) -> tuple[float, ...]:
    # an empty hole is a bodge where the hole itself can be mended, and a lighter load is no repair
    last = (OnKind.FEWER, OnKind.BACKING_BOARD, OnKind.TAKE_DOWN, OnKind.LIGHTER_HAND, OnKind.LESS_WEIGHT)
    late = last.index(way.kind) + 1 if way.kind in last else 0
    return (_ORDER.index(way.alone), late, float(way.feel_first), way.new_holes, len(way.lacks), way.minutes)


def _best(found: list[WayOn]) -> tuple[WayOn, ...]:
    """At most three, no more than two that keep the hole: whoever doubts it wants to see what leaves it. Of the other
    holes of the bracket the best."""
    ranked = sorted(found, key=_rank)
    kept = [one for one in ranked if one.kind is OnKind.SAME_HOLE][2:]
    kept += [one for one in ranked if one.kind is OnKind.OTHER_HOLE][1:]
    rest = [one for one in ranked if one not in kept]
    return tuple([*rest, *kept][:_MOST])


_PINS_APART_MM = 15.0
"""Less than half of any stud: two pins so far apart cannot both miss it."""


def _stud_to_find(case: Case) -> str | None:
    """What to do where a screw was meant for a stud and met none: it is near, and a pin tells where."""
    meant = case.catalogue.fixing_by_key.get(case.record.fixing or next(iter(case.record.failed[-1:]), ""))
    for_a_stud = meant is not None and meant.method in ("wood", "steel")
    missed = any(one.behind == "void" and (for_a_stud or one.only == "stud") for one in case.met)
    if not case.before.framed or not (missed or guesses(case.before, case.catalogue.figures.framing)):
        return None
    studs = [one for one in case.before.framing.members if not one.horizontal and one.known is HowKnown.PINNED]
    if any(abs(one.rect.centre_x_mm - case.hole.x_mm) <= STUD_WITHIN_MM for one in studs):
        return None
    apart = show_length(_PINS_APART_MM, case.units)
    return (
        f"Find the stud: push a pin in every {apart} to either side of the hole, where the piece covers it, and put in "
        "under Wall what each met."
    )


def _others_open(case: Case) -> list[int]:
    """Numbers of the other holes that said something, and in which nothing holds, or what was tried does not."""
    gave = {one.where.hole for one in case.before.findings if one.code == DOES_NOT_HOLD}
    # what merely goes by the same rating as this hole, or bears what this one does not, has no ways of its own
    said = {one.hole_id for one in case.job.records if set(one.met) - {AS_PLANNED}}
    holes = (hole for hole in case.before.holes if hole.id != case.hole.id)
    return [hole.number for hole in holes if hole.id in gave or (hole.chosen is None and hole.id in said)]


def _no_way(case: Case, stops: Sequence[Outcome], look_first: str | None) -> str:
    if stops:
        return f"{stops[0].says} There is no way on from here but finding out what it is."
    if look_first:
        return f"{look_first} Then the ways on stand here."
    if others := _others_open(case):
        does = "does" if len(others) == 1 else "do"
        return f"{holes_words(others)} {does} not hold either: see first what leads on from there."
    return (
        "Nothing that Rock Pin knows of holds here with the hole as it is. Stop: hang nothing on it, and ask somebody "
        "who can look at the wall."
    )


def ways_on(job: JobDocument, hole_id: str, catalogue: Catalogue, keep: Keep | None = None) -> WaysOn:
    """The ways on from a hole that answered differently, at most three, the best first.

    Each has been planned from the holes that exist: it is ready, or asks for proof. Raises NotFound where the job has
    no such hole.
    """
    case = Case(job, hole_id, catalogue, keep or Keep(8))
    said = [one.said for one in case.met] or (["does not hold"] if case.record.holds is Holds.NO else [])
    title = f"Hole {case.hole.number} {said[-1]}" if said else f"Hole {case.hole.number}"
    if not said:
        says = "Nothing was said of this hole that would ask for another way: it goes on as planned."
        return WaysOn(hole_id=hole_id, title=title, stop=says, ways=())
    stops = [one for one in case.met if one.stops]
    stopped = any(one.code == "bit-met-stop" for one in case.before.findings)
    found: list[WayOn] = []
    if not stopped:
        here, elsewhere = (go_on, get_more, same_hole_ways, follow, ease), (slide, move, other_hole)
        # what there is none of is missing elsewhere too
        lacking = all(one.get_more for one in case.met) and bool(case.met)
        for ways in (*here, *(() if lacking else elsewhere), fewer):
            found += [way for way in ways(case) if way]
        if not found:
            found += [way for ways in (_otherwise, *(() if lacking else (take_down,))) for way in ways(case) if way]
    best = _best(found)
    look = None if stopped else _stud_to_find(case)
    stop = None if best else _no_way(case, stops if stopped else (), look)
    return WaysOn(hole_id=hole_id, title=title, stop=stop, look_first=look, ways=best)
