"""Ways on that keep the hole: the same fixing after all, or another one in it."""

from collections.abc import Iterator, Sequence

from rockpin.core.base.words import inside
from rockpin.core.document.fixture import HoleKind
from rockpin.core.plan.hole_case import Case, OnKind, WayOn, settled_with, used_to, with_choice
from rockpin.core.plan.hole_plan import CandidateFixing
from rockpin.core.plan.plan import Plan
from rockpin.core.plan.reporting import hole_of

_FIXINGS_TRIED = 5


def bought(lacks: Sequence[str]) -> str:
    return f" To buy: the van has {', '.join(inside(one) for one in lacks)}." if lacks else ""


def _takes_screw(case: Case) -> bool:
    """Whether the bracket's hole still takes the screw where the hole came out."""
    hole, card = case.hole, case.hole.card
    part = next(
        (one for part in case.job.fixture.supports for one in part.holes if one.id == hole.id),
        None,
    )
    if card is None or part is None:
        return False
    picked = case.catalogue.screw_by_key.get(card.screw_key)
    play = (hole.diameter_mm - (picked.diameter_mm if picked else hole.diameter_mm)) / 2
    along = (part.slot_length_mm - part.diameter_mm) / 2 if part.slot_length_mm else 0.0
    across = play + (along if part.kind is HoleKind.SLOT_ACROSS else 0.0)
    upright = play + (along if part.kind is HoleKind.SLOT_UPRIGHT else 0.0)
    return abs(case.record.off_x_mm) <= across and abs(case.record.off_y_mm) <= upright


def _off_its_mark(case: Case) -> bool:
    return bool(case.record.off_x_mm or case.record.off_y_mm) and not _takes_screw(case)


def go_on(case: Case) -> Iterator[WayOn | None]:
    open_ones = [one for one in case.met if one.go_on]
    if not open_ones or len(open_ones) < len(case.met) or case.hole.chosen is None:
        return
    if _off_its_mark(case):
        return
    job = with_choice(settled_with(case.job, case.hole.id, holds=None), case.hole.id, _own(case))
    yield case.way(
        OnKind.GO_ON,
        job,
        f"Go on with {inside(case.hole.chosen_label or '')}",
        lambda plan: f"{' '.join(one.go_on for one in open_ones)} Then {used_to(plan)}.",
        minutes=case.catalogue.figures.drilling.set_minutes,
    )


def _own(case: Case) -> str | None:
    own = {one.hole_id: one.fixing for one in case.job.choices}
    return own.get(case.hole.id)


def _opened(case: Case, one: CandidateFixing, plan: Plan) -> str:
    """What is done to the hole for another fixing."""
    here = hole_of(plan, case.hole.id)
    bit, deep = (here.card.bit_mm, here.card.depth_mm) if here.card else (0.0, 0.0)
    parts = []
    if bit > case.wide_mm + 0.3 and here.card:
        parts.append(f"opened up to {here.card.bit_text}")
    if case.record.depth_mm is not None and deep > case.record.depth_mm + 1 and here.card:
        parts.append(f"drilled to {here.card.depth_text}")
    return f"The hole stays{', ' + ' and '.join(parts) if parts else ' as it is'}."


def same_hole_ways(case: Case) -> Iterator[WayOn | None]:
    if _off_its_mark(case):
        return
    figures = case.catalogue.figures.drilling
    kinds: set[object] = set()
    for one in case.hole.candidates:
        row = case.catalogue.fixing_by_key[one.fixing]
        kind = (row.method, getattr(row, "kind", None))
        if one.fixing == case.record.fixing and any(met.go_on for met in case.met):
            continue
        # a second one of the same kind tells nobody anything
        if one.fixing in case.record.failed or kind in kinds or len(kinds) >= _FIXINGS_TRIED:
            continue
        kinds.add(kind)
        job = with_choice(settled_with(case.job, case.hole.id, fixing=None, holds=None), case.hole.id, one.fixing)
        yield case.way(
            OnKind.SAME_HOLE,
            job,
            f"{one.label}, same hole",
            lambda plan, one=one: f"{_opened(case, one, plan)} Then {used_to(plan)}.{bought(one.lacks)}",  # type: ignore[misc]
            minutes=one.minutes + figures.drill_minutes,
        )
