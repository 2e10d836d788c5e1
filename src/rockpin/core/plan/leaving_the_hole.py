"""Ways on that leave the hole: the whole moved, a bracket slid, a bar drilled beside it, fewer or other holes."""

from collections.abc import Iterator, Sequence
from math import ceil, hypot, inf

from rockpin.core.base.findings import VerdictWord
from rockpin.core.base.quantities import UnitSystem
from rockpin.core.base.words import inside
from rockpin.core.document.fixture import (
    Attachment,
    Fixture,
    FixtureHole,
    HeldBy,
    HoleKind,
    Link,
    LinkKind,
    Piece,
    Support,
)
from rockpin.core.document.job import JobDocument, SupportPlace
from rockpin.core.document.record import Holds, HoleRecord, LeftHole
from rockpin.core.document.wall import OldHole
from rockpin.core.fixture import shape_of
from rockpin.core.placing import shifted
from rockpin.core.plan.alternatives import with_used
from rockpin.core.plan.clear_shifts import OldPlace, barred_spans, clear_shift_mm
from rockpin.core.plan.findings import clear_of_old_mm, old_hole_keep_mm
from rockpin.core.plan.hole_case import Case, OnKind, WayOn, used_to
from rockpin.core.plan.hole_plan import HolePlan
from rockpin.core.plan.plan import Plan
from rockpin.core.plan.way_out import move_words


def without(job: JobDocument, leaves: Sequence[HoleRecord], left: tuple[LeftHole, ...]) -> JobDocument:
    gone = {one.hole_id for one in leaves}
    return job.model_copy(
        update={
            "records": tuple(one for one in job.records if one.hole_id not in gone),
            "choices": tuple(one for one in job.choices if one.hole_id not in gone),
            "left": (*job.left, *left),
        }
    )


STUD_WITHIN_MM = 80.0
"""How far [mm] from a hole a stud is the one that it was meant for."""
_FARS = (1, 1.5, 2.2, 3.2, 4.5)
"""How many times as far as it must go it is tried, where it holds no nearer."""
_SPARE_TRIED = 3
_HALF_A_JOINT_MM, _JOINT_AT_MOST_MM = 5.0, 40.0


def _given_up(case: Case, leaves: Sequence[HoleRecord]) -> list[OldPlace]:
    """The holes that are left now, with what a new one keeps from them at the least."""

    def kept_from(record: HoleRecord) -> OldPlace:
        return OldPlace(
            *case.came_out_at(record),
            lambda mark: case.keep_off_mm(record, mark.card.bit_mm if mark.card else case.wide_mm),
        )

    return [kept_from(record) for record in leaves]


def _told(case: Case, leaves: Sequence[HoleRecord]) -> list[OldPlace]:
    """The same holes and those that were there before, with how far off nothing is said of a new one."""
    plan, figures = case.before, case.figures

    def told_from(old: OldHole | LeftHole, x_mm: float, y_mm: float) -> OldPlace:
        if isinstance(old, LeftHole):
            return OldPlace(x_mm, y_mm, lambda mark: old_hole_keep_mm(old, mark.diameter_mm, figures))
        return OldPlace(x_mm, y_mm, lambda mark: clear_of_old_mm(old, mark.diameter_mm, figures))

    # a clamp leaves no hole
    found = [told_from(left, *case.came_out_at(one)) for one in leaves for left in case.left([one])]
    walls = [(0.0, plan.elevation)] + ([(plan.beside.from_mm, plan.beside.elevation)] if plan.beside else [])
    return found + [told_from(old, begins + old.x_mm, old.y_mm) for begins, wall in walls for old in wall.old_holes]


def _steps(
    case: Case, leaves: Sequence[HoleRecord], moved: Sequence[HolePlan], farthest_stud_mm: float = STUD_WITHIN_MM
) -> list[tuple[float, float]]:
    """How far to move, the nearest first: clear of all old holes, up or down before aside; at last no clearer than is
    needed, where it will want proof.

    Onto the stud that a screw has missed before anything else; onto others up to ``farthest_stud_mm`` off too.
    """
    away = (round(stud - case.hole.x_mm) for stud in _studs(case))
    onto = [dx for dx in away if abs(dx) <= farthest_stud_mm]
    missed = {dx for dx in onto if abs(dx) <= STUD_WITHIN_MM}
    least_mm, given_up = 1, _given_up(case, leaves)
    if any(one.behind == "joint" for one in case.met):
        # out of the joint, which in brick is in the middle of the next course
        least_mm = ceil(min(case.before.reading.unit_mm[1] / 2 + _HALF_A_JOINT_MM, _JOINT_AT_MOST_MM))

    def shifts(holes: Sequence[OldPlace], fars: Sequence[float]) -> list[tuple[float, float]]:
        found = []
        for across, up in ((0, 1), (0, -1), (1, 0), (-1, 0)):
            barred = barred_spans(moved, holes, across, up)
            nearest = clear_shift_mm(least_mm, barred)
            here = {clear_shift_mm(nearest * far, barred) for far in fars}
            if across:
                here |= {dx for dx in (across * one for one in onto) if clear_shift_mm(dx, barred) == dx > 0}
            found += [(float(across * shift), float(up * shift)) for shift in here]
        return sorted(found, key=lambda step: (step[0] not in missed, hypot(*step), step[1] == 0, -sum(step)))

    # where others of its plate are left too, past these
    clear = shifts([*given_up, *_told(case, leaves)], _FARS if len(leaves) > 1 else _FARS[:3])
    return clear + [step for step in shifts(given_up, _FARS[:1]) if step not in clear]


def _studs(case: Case) -> list[float]:
    """Centres [mm] of the studs, where the hole was meant for one."""
    chosen = case.catalogue.fixing_by_key.get(case.record.fixing or next(iter(case.record.failed[-1:]), ""))
    if chosen is None or chosen.method not in ("wood", "steel"):
        return []
    return [one.rect.centre_x_mm for one in case.before.framing.members if not one.horizontal]


_WORDS = (VerdictWord.READY, VerdictWord.PROVE_FIRST)


def _nearest(case: Case, ways: Iterator[WayOn | None]) -> WayOn | None:
    """The first way that comes to what the job did before and where no stud has to be felt for; else the best one."""
    aim, best, rank = _WORDS.index(case.otherwise), None, (len(_WORDS), True)
    for way in ways:
        if way is None:
            continue
        here = _WORDS.index(way.alone), way.feel_first
        if here <= (aim, False):
            return way
        if here < rank:
            best, rank = way, here
    return best


def move(case: Case) -> Iterator[WayOn | None]:
    """The whole put elsewhere, as near as it goes."""
    if not _holds(case.drilled):
        yield _nearest(case, _moved(case, case.drilled))


def take_down(case: Case) -> Iterator[WayOn | None]:
    """What holds already taken out again, and put elsewhere: one bracket of it, or the whole."""
    if _holds(case.drilled):
        yield from _bracket_slid(case, down=True)
        yield _nearest(case, _moved(case, case.drilled))


def _holds(records: Sequence[HoleRecord]) -> bool:
    return any(one.holds is Holds.YES for one in records)


_TAKEN_OUT = "What holds comes out again, or is cut off flush where it stays in. "


def _moved(case: Case, leaves: Sequence[HoleRecord]) -> Iterator[WayOn | None]:
    name, down = inside(case.job.fixture.name), _holds(leaves)
    stands = any(piece.held_by is HeldBy.FLOOR for piece in case.job.fixture.pieces)
    title = "Take it down and move it" if down else f"Move {'it' if len(name) > 24 else f'the {name}'}"
    for dx, dy in _steps(case, leaves, case.before.holes):
        if stands and dy:
            continue
        words = move_words(round(dx), round(dy), case.units)
        moved = case.job.model_copy(update={"placement": shifted(case.job.placement, round(dx), round(dy))})
        yield case.way(
            OnKind.TAKE_DOWN if down else OnKind.MOVE,
            without(moved, leaves, case.left(leaves)),
            f"{title} {words}",
            lambda plan: f"{_before(case, leaves, plan)} {_what(plan)}.",
            leaves=leaves,
        )


def _before(case: Case, leaves: Sequence[HoleRecord], plan: Plan) -> str:
    """What is done with what is there before it goes elsewhere."""
    if case.hole.kind is HoleKind.CLAMPED:
        return "The clamps come off and go up anew."
    return f"{_TAKEN_OUT if _holds(leaves) else ''}{_filled(len(leaves))} {_anew(len(plan.holes))}"


def _anew(count: int) -> str:
    if count <= 2:
        return "It is drilled anew." if count == 1 else "Both are drilled anew."
    return f"All {count} are drilled anew."


def _filled(count: int) -> str:
    return "Fill the old hole." if count == 1 else f"Fill the {count} old holes."


def _what(plan: Plan) -> str:
    labels = list(dict.fromkeys(inside(hole.chosen_label) for hole in plan.holes if hole.chosen_label))
    text = f"{' and '.join(labels)}, {used_to(plan)}"
    return text[:1].upper() + text[1:]


def _support_of(case: Case) -> Support | None:
    return next((one for one in case.job.fixture.supports if one.id == case.hole.support), None)


def _link_of(case: Case) -> Link | None:
    """The board or the like whose own hole it is."""
    return next((one for one in case.job.fixture.links if any(hole.id == case.hole.id for hole in one.holes)), None)


def slide(case: Case) -> Iterator[WayOn | None]:
    """A bracket that slides along its piece or is put where it holds, or a hole that the user puts where he likes in a
    bar or a board."""
    yield from _bracket_slid(case, down=False)
    yield _nearest(case, _board_drilled(case))


def _bracket_slid(case: Case, *, down: bool) -> Iterator[WayOn | None]:
    """``down``: also where another hole of it holds, whose fixing comes out again."""
    support = _support_of(case)
    if support is None or case.record.holds is Holds.YES:
        return
    shape = case.catalogue.shape_by_key.get(shape_of(case.job.fixture, support.id) or "")
    put_anywhere = shape is not None and shape.brackets_free
    if support.attachment is Attachment.RIGID and not put_anywhere:
        return
    bar = support.attachment is Attachment.USER_DRILLED
    name = inside(support.name)
    title = "Drill the bar" if bar else f"{'Put' if put_anywhere else 'Slide'} {name}"
    mine = {hole.id for hole in support.holes} if not bar else {case.hole.id}
    leaves = [one for one in case.drilled if one.hole_id in mine]
    if not leaves or _holds(leaves) is not down:
        return
    yield _nearest(case, _slid(case, support, leaves, f"Take {name} off and put it" if down else title))


def _slid(case: Case, support: Support, leaves: Sequence[HoleRecord], title: str) -> Iterator[WayOn | None]:
    bar, down = support.attachment is Attachment.USER_DRILLED, _holds(leaves)
    mine = [case.hole] if bar else [one for one in case.before.holes if one.support == support.id]
    for dx, _ in [step for step in _steps(case, leaves, mine, inf) if step[0]]:
        job = (
            _hole_slid(case.job, support, case.hole.id, dx)
            if bar
            else _support_slid(case.job, support, dx)
            if support.attachment is Attachment.SLIDING
            else _support_put(case.job, support, dx)
        )
        if job is None:
            continue
        words = move_words(round(dx), 0, case.units)
        yield case.way(
            OnKind.TAKE_DOWN if down else OnKind.SLIDE,
            without(job, leaves, case.left(leaves)),
            f"{title} {words}",
            lambda plan: (
                f"{_TAKEN_OUT if down else ''}{_filled(len(leaves))} The rest stays where it is. {_what(plan)}."
            ),
            leaves=leaves,
        )


def _board_drilled(case: Case) -> Iterator[WayOn | None]:
    """A board behind the brackets is drilled where one likes, as near its edges as it is drilled already."""
    board = _link_of(case)
    leaves = [one for one in case.drilled if one.hole_id == case.hole.id]
    if board is None or board.kind is not LinkKind.BACKING_BOARD or not leaves or _holds(leaves):
        return
    aside = min(min(hole.x_mm, board.width_mm - hole.x_mm) for hole in board.holes)
    above = min(min(hole.y_mm, board.height_mm - hole.y_mm) for hole in board.holes)
    (here,) = [hole for hole in board.holes if hole.id == case.hole.id]
    for dx, dy in _steps(case, leaves, [case.hole]):
        x, y = here.x_mm + round(dx), here.y_mm + round(dy)
        if not (aside <= x <= board.width_mm - aside and above <= y <= board.height_mm - above):
            continue
        put = here.model_copy(update={"x_mm": x, "y_mm": y})
        drilled = board.model_copy(update={"holes": tuple(put if hole is here else hole for hole in board.holes)})
        links = tuple(drilled if link is board else link for link in case.job.fixture.links)
        job = case.job.model_copy(update={"fixture": case.job.fixture.model_copy(update={"links": links})})
        yield case.way(
            OnKind.SLIDE,
            without(job, leaves, case.left(leaves)),
            f"Drill the board {move_words(round(dx), round(dy), case.units)}",
            lambda plan: f"{_filled(len(leaves))} The rest stays where it is. {_what(plan)}.",
            leaves=leaves,
        )


def _hole_slid(job: JobDocument, bar: Support, hole_id: str, dx_mm: float) -> JobDocument | None:
    holes = []
    for hole in bar.holes:
        x = hole.x_mm + round(dx_mm) if hole.id == hole_id else hole.x_mm
        if not 0 < x < bar.width_mm:
            return None
        holes.append(hole.model_copy(update={"x_mm": x}))
    return job.model_copy(
        update={"fixture": _with_support(job.fixture, bar.model_copy(update={"holes": tuple(holes)}))}
    )


def _support_slid(job: JobDocument, support: Support, dx_mm: float) -> JobDocument | None:
    places = {one.support_id: one for one in job.placement.supports}
    place = places.get(support.id, SupportPlace(support_id=support.id))
    far = place.dx_mm + round(dx_mm)
    if abs(far) > support.slide_mm:
        return None
    places[support.id] = place.model_copy(update={"dx_mm": far})
    at = job.placement.model_copy(update={"supports": tuple(places.values())})
    return job.model_copy(update={"placement": at})


def _support_put(job: JobDocument, support: Support, dx_mm: float) -> JobDocument | None:
    """A bracket that whoever hangs it puts where it holds, put elsewhere behind the same piece."""
    x_mm, right_mm = support.x_mm + round(dx_mm), support.x_mm + support.width_mm + round(dx_mm)

    def behind(piece: Piece, left: float, right: float) -> bool:
        return piece.x_mm <= left and right <= piece.x_mm + piece.width_mm

    mine = [one for one in job.fixture.pieces if behind(one, support.x_mm, support.x_mm + support.width_mm)]
    if not any(behind(one, x_mm, right_mm) for one in mine):
        return None
    put = support.model_copy(update={"x_mm": x_mm})
    return job.model_copy(update={"fixture": _with_support(job.fixture, put)})


def _with_support(fixture: Fixture, support: Support) -> Fixture:
    supports = tuple(support if one.id == support.id else one for one in fixture.supports)
    return fixture.model_copy(update={"supports": supports})


def _used_holes(fixture: Fixture) -> set[str]:
    holes: list[FixtureHole] = [hole for support in fixture.supports for hole in support.holes]
    holes += [hole for link in fixture.links for hole in link.holes]
    return {hole.id for hole in holes if hole.used}


def _beside(hole: FixtureHole, other: FixtureHole, units: UnitSystem) -> str:
    return move_words(round(other.x_mm - hole.x_mm), round(other.y_mm - hole.y_mm), units)


def other_hole(case: Case) -> Iterator[WayOn | None]:
    holes = support.holes if (support := _support_of(case)) else ()
    here = next((hole for hole in holes if hole.id == case.hole.id), None)
    leaves = [one for one in case.drilled if one.hole_id == case.hole.id]
    if here is None:
        return
    for hole in [one for one in holes if not one.used][:_SPARE_TRIED]:
        used = (_used_holes(case.job.fixture) - {case.hole.id}) | {hole.id}
        job = case.job.model_copy(update={"fixture": with_used(case.job.fixture, used)})
        yield case.way(
            OnKind.OTHER_HOLE,
            without(job, leaves, case.left(leaves)),
            f"Take the bracket's hole {_beside(here, hole, case.units)}",
            lambda plan: f"{_filled(1)} {_what(plan)}.",
            leaves=leaves,
        )


def fewer(case: Case) -> Iterator[WayOn | None]:
    used = _used_holes(case.job.fixture) - {case.hole.id}
    holder = _support_of(case) or _link_of(case)
    beside = [one for one in holder.holes if one.id in used] if holder else []
    if not used or not beside:
        return
    leaves = [one for one in case.drilled if one.hole_id == case.hole.id]
    job = case.job.model_copy(update={"fixture": with_used(case.job.fixture, used)})
    yield case.way(
        OnKind.FEWER,
        without(job, leaves, case.left(leaves)),
        "Leave this hole empty",
        lambda plan: (
            f"The other {len(plan.holes)} carry it: {_what(plan)}."
            if len(plan.holes) > 1
            else f"The other one carries it: {_what(plan)}."
        ),
        leaves=leaves,
        must_use=False,
    )
