"""Ways on that keep the hole: the same fixing after all, or another one in it."""

from collections.abc import Iterator, Sequence
from math import ceil, hypot

from rockpin.core.base.quantities import show_across
from rockpin.core.base.words import inside
from rockpin.core.document.fixture import FixtureHole, HeldBy, HoleKind, Support
from rockpin.core.drilling import stays_behind
from rockpin.core.placing import shifted
from rockpin.core.plan.changed import metal_left_mm
from rockpin.core.plan.fixings_told import CandidateFixing
from rockpin.core.plan.hole_case import Case, OnKind, WayOn, settled_with, used_to, with_choice
from rockpin.core.plan.plan import Plan
from rockpin.core.plan.reporting import hole_of
from rockpin.core.plan.way_out import move_words

_FIXINGS_TRIED = 5


def bought(lacks: Sequence[str]) -> str:
    return f" To buy: the van has {', '.join(inside(one) for one in lacks)}." if lacks else ""


def _in_its_plate(case: Case) -> tuple[Support, FixtureHole] | None:
    found = ((plate, one) for plate in case.job.fixture.supports for one in plate.holes if one.id == case.hole.id)
    return next(found, None)


def _screw_mm(case: Case) -> float | None:
    """How thick the screw is that was meant for the hole [mm]; None where none was."""
    key = case.record.fixing or next(iter(case.record.failed[-1:]), None) or case.hole.chosen
    card = case.hole.card if case.hole.chosen == key else None
    if card and (picked := case.catalogue.screw_by_key.get(card.screw_key)):
        return picked.diameter_mm
    row = case.catalogue.fixing_by_key.get(key or "")
    screws = [case.catalogue.screw_by_key[one].diameter_mm for one in row.screw_keys] if row else []
    return max((one for one in screws if one <= case.hole.diameter_mm), default=None)


def _takes_screw(case: Case) -> bool:
    """Whether the bracket's hole still takes the screw where the hole came out."""
    hole, found = case.hole, _in_its_plate(case)
    if hole.card is None or found is None:
        return False
    _, part = found
    picked = case.catalogue.screw_by_key.get(hole.card.screw_key)
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


def get_more(case: Case) -> Iterator[WayOn | None]:
    """The same fixing after all, once it was got: the hole is as good as it was."""
    says = next((one.get_more for one in case.met if one.get_more), "")
    row = case.catalogue.fixing_by_key.get(next(iter(case.record.failed[-1:]), ""))
    if not says or row is None or len(case.met) > 1 or _off_its_mark(case):
        return
    # what was said is over then, and what it took from the hole with it
    failed = case.record.failed[:-1]
    job = settled_with(case.job, case.hole.id, met=(), fixing=None, failed=failed, holds=None)
    way = case.way(
        OnKind.GET_MORE,
        with_choice(job, case.hole.id, row.key),
        f"Get another {inside(row.label)}",
        lambda plan: f"{says} Then {used_to(plan)}.",
        minutes=case.figures.fetch_minutes,
    )
    if way:
        yield way.model_copy(update={"lacks": tuple(dict.fromkeys((row.label, *way.lacks)))})


def ease(case: Case) -> Iterator[WayOn | None]:
    """The bracket's round hole filed towards the hole in the wall, a few millimetres, with a washer over it."""
    found, off = _in_its_plate(case), (case.record.off_x_mm, case.record.off_y_mm)
    figures, screw_mm = case.figures, _screw_mm(case)
    if found is None or screw_mm is None or not _off_its_mark(case) or hypot(*off) > figures.ease_most_mm:
        return
    plate, part = found
    wide = max(part.diameter_mm, ceil(2 * (screw_mm + 2 * hypot(*off))) / 2)
    if part.kind is not HoleKind.ROUND or metal_left_mm(plate, part, wide) < case.catalogue.remedies.bracket_metal_mm:
        return
    holes = tuple(one.model_copy(update={"diameter_mm": wide}) if one is part else one for one in plate.holes)
    eased = plate.model_copy(update={"holes": holes})
    supports = tuple(eased if one is plate else one for one in case.job.fixture.supports)
    fixture = case.job.fixture.model_copy(update={"supports": supports})
    fixing = case.record.fixing or case.hole.chosen
    job = with_choice(settled_with(case.job, case.hole.id, holds=None), case.hole.id, fixing)
    yield case.way(
        OnKind.EASE,
        job.model_copy(update={"fixture": fixture}),
        "Ease the bracket's hole",
        lambda plan: (
            f"File it {show_across(hypot(*off) - (part.diameter_mm - screw_mm) / 2, case.units, up=True)} towards the "
            f"hole in the wall, until the screw goes in straight; a washer under its head. Then {used_to(plan)}."
        ),
        minutes=figures.ease_minutes,
    )


def follow(case: Case) -> Iterator[WayOn | None]:
    """The whole thing put where its first hole came out: nothing else of it is drilled yet, and its marks go along.

    What came loose has holes already, what stands on the floor goes neither up nor down, and what goes round a corner
    stays in it.
    """
    dx, dy = case.record.off_x_mm, case.record.off_y_mm
    stands = any(piece.held_by is HeldBy.FLOOR for piece in case.job.fixture.pieces)
    if case.job.came_loose or case.job.placement.second_wall_id or (stands and dy):
        return
    if not _off_its_mark(case) or len(case.drilled) > 1:
        return
    put = case.job.model_copy(update={"placement": shifted(case.job.placement, dx, dy)})
    there = stays_behind(case.job, put, case.catalogue)
    fixing = case.record.fixing or case.hole.chosen
    words, name = move_words(round(dx, 1), round(dy, 1), case.units), inside(case.job.fixture.name)
    way = case.way(
        OnKind.FOLLOW,
        with_choice(settled_with(there, case.hole.id, holds=None), case.hole.id, fixing),
        f"Put {'it' if len(name) > 24 else f'the {name}'} where the hole is",
        lambda plan: (
            f"{words[:1].upper()}{words[1:]}"
            f"{', and mark the others anew from it' if len(plan.holes) > 1 else ''}. Then {used_to(plan)}."
        ),
    )
    if way:
        # its other holes are still to be drilled anyway
        yield way.model_copy(
            update={"new_holes": 0, "new": (), "minutes": case.catalogue.figures.drilling.mark_minutes}
        )


def _own(case: Case) -> str | None:
    own = {one.hole_id: one.fixing for one in case.job.choices}
    return own.get(case.hole.id)


def _opened(case: Case, one: CandidateFixing, plan: Plan) -> str:
    """What is done to the hole for another fixing."""
    if case.hole.kind is HoleKind.CLAMPED:
        return "The old clamp comes off."
    if case.record.bit_mm is None and case.record.depth_mm is None:
        return "Nothing is drilled there yet."
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
            f"{one.label}, same {'place' if case.hole.kind is HoleKind.CLAMPED else 'hole'}",
            lambda plan, one=one: f"{_opened(case, one, plan)} Then {used_to(plan)}.{bought(one.lacks)}",  # type: ignore[misc]
            minutes=one.minutes + figures.drill_minutes,
        )
