"""When nothing holds, or not for sure: the ways that work, each put through the plan before it is named."""

from collections.abc import Iterable
from itertools import pairwise
from math import floor

from rockpin.core.base.findings import VerdictWord
from rockpin.core.base.keeping import Keep
from rockpin.core.base.quantities import show_across, show_length, show_mass
from rockpin.core.base.words import inside
from rockpin.core.document.fixture import Attachment, Support
from rockpin.core.document.job import JobDocument
from rockpin.core.document.wall import HowKnown
from rockpin.core.framing import BehindKind
from rockpin.core.placing import shifted
from rockpin.core.plan.changed import closer, drilled, larger_ones_sold, lighter, scaled, with_clips, with_hangers
from rockpin.core.plan.heavier import heaviest_hand, no_heavier_than
from rockpin.core.plan.make import make_plan
from rockpin.core.plan.placings import standing
from rockpin.core.plan.plan import Plan
from rockpin.core.plan.rated_remedy import makers_rating
from rockpin.core.plan.spare_holes import onto_spare_holes, with_every_hole
from rockpin.core.plan.struggling import called
from rockpin.core.plan.stud_remedies import into_studs, on_one_stud, onto_studs
from rockpin.core.plan.wall_remedies import (
    backing_board,
    blocking,
    empty_void,
    far_face,
    foam_behind,
    longer_board,
    masonry_board,
    off_seen_joints,
    proof_pulls,
    test_first,
)
from rockpin.core.plan.way_out import (
    FELT_FOR,
    STOPPED,
    Trial,
    WayKind,
    WayOut,
    codes,
    first_of,
    move_words,
    sizes_in_words,
    strained,
    to_be_felt_for,
    with_what,
)
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.hands import Hand
from rockpin.core.tables.remedies import RemedyTable

_OUT_OF_REACH = "none"
"""The hand of what nobody comes at, by its key."""
_ORDER = (VerdictWord.READY, VerdictWord.PROVE_FIRST, VerdictWord.DO_NOT_DRILL)


def _moved(job: JobDocument, dx_mm: float, dy_mm: float) -> JobDocument:
    return job.model_copy(update={"placement": shifted(job.placement, dx_mm, dy_mm)})


def _moves(job: JobDocument, plan: Plan, sizes: RemedyTable) -> list[tuple[float, float]]:
    """Places to try, the nearest first: holes onto studs or well between them, off joints, edges and crowded spots."""
    found: set[tuple[float, float]] = set()
    on_stud: set[tuple[float, float]] = set()
    if plan.framed:
        studs = [one.rect.centre_x_mm for one in plan.framing.members if not one.horizontal]
        columns = {round(hole.x_mm) for hole in plan.holes}
        on_stud = {(round(stud - x), 0.0) for stud in studs for x in columns}
        found |= on_stud
        found |= {(round((a + b) / 2 - x), 0.0) for a, b in pairwise(studs) for x in columns}
    steps = sizes.move_steps_mm
    found |= {(sign * step, 0.0) for step in steps for sign in (-1, 1)}
    found |= {(0.0, sign * step) for step in steps for sign in (-1, 1)}
    near = [one for one in found if 0 < abs(one[0]) + abs(one[1]) <= sizes.move_farthest_mm]
    ordered = sorted(near, key=lambda one: (abs(one[0]) + abs(one[1]), one))
    # the next studs are worth a look however much lies nearer
    beyond = [one for one in ordered[sizes.moves_tried :] if one in on_stud]
    return ordered[: sizes.moves_tried] + beyond[:2]


def _if_only(hand: Hand) -> str:
    return (
        "where nobody can come at it"
        if hand.key == _OUT_OF_REACH
        else f"if that cannot happen ({inside(hand.label)} at most)"
    )


def other_fixing(trial: Trial) -> WayOut | None:
    """What is chosen by itself, where the user's own choice is refused."""
    if not trial.whole.choices:
        return None
    job = trial.whole.model_copy(update={"choices": ()})
    return trial.way(WayKind.OTHER_FIXING, job, lambda plan: f"Take {with_what(plan)}.")


def second_hole(trial: Trial) -> WayOut | None:
    """A second hole in the plate of what has only one, as far from it as the plate allows."""
    part, edge, least = trial.part, trial.sizes.second_hole_edge_mm, trial.sizes.second_hole_apart_mm
    if part.carriers or any(_used(thing.supports) != 1 for thing in trial.struggling.things):
        return None
    plates, where = {}, set()
    for support in (one for one in part.supports if _used([one])):
        hole = next(one for one in support.holes if one.used)
        far = [one for one in (edge, support.height_mm - edge) if abs(one - hole.y_mm) >= least]
        if not far:
            return None
        y = max(far, key=lambda one: abs(one - hole.y_mm))
        second = hole.model_copy(update={"id": f"{hole.id}-second", "y_mm": y})
        plates[support.id] = support.model_copy(update={"holes": (*support.holes, second)})
        apart = show_length(abs(y - hole.y_mm), trial.units)
        where.add(f"{apart} {'below' if y < hole.y_mm else 'above'}")
    if len(where) != 1:
        return None
    (place,) = where
    its = "its plate" if len(plates) == 1 else "each plate"
    supports = tuple(plates.get(one.id, one) for one in part.supports)
    return trial.part_way(
        WayKind.SECOND_HOLE,
        part.model_copy(update={"supports": supports}),
        lambda plan: f"Drill a second hole in {its} {place}: {with_what(plan)}.",
    )


def _used(supports: Iterable[Support]) -> int:
    return sum(hole.used for support in supports for hole in support.holes)


def more_holes(trial: Trial) -> WayOut | None:
    """One more hole between every two of a bar that is drilled on the spot."""
    fixture = trial.part
    bars = [one for one in fixture.supports if one.attachment is Attachment.USER_DRILLED and len(one.holes) > 1]
    if not bars:
        return None

    def closer_by(often: int) -> WayOut | None:
        supports = tuple(closer(one, often) if one in bars else one for one in fixture.supports)
        count = sum(len(one.holes) for one in supports if one.attachment is Attachment.USER_DRILLED)
        its = "its bar" if len(bars) == 1 else "its bars"
        return trial.part_way(
            WayKind.MORE_HOLES,
            fixture.model_copy(update={"supports": supports}),
            lambda plan: f"Drill {count} holes in {its}: {with_what(plan)}.",
        )

    return first_of(closer_by(often) for often in (2, 3))


def larger_plate(trial: Trial) -> WayOut | None:
    """The same thing on larger plates, holes as much farther apart: the lever of what prises it off is longer."""
    fixture = trial.part
    scales = trial.sizes.plate_scales

    def with_plates(larger: float, wider: float) -> WayOut | None:
        supports = tuple(scaled(one, larger) for one in fixture.supports)
        if not larger_ones_sold(fixture, supports, trial.sizes):
            return None
        made = drilled(fixture.model_copy(update={"supports": supports}), wider, trial.sizes.bracket_metal_mm)
        if made is None:
            return None
        holes = f", its holes {show_across(wider, trial.units, up=True)}" if wider else ""
        of = sizes_in_words(supports, trial.units)
        return trial.part_way(
            WayKind.LARGER_PLATE,
            made,
            lambda plan: f"Take one with plates of {of}, holes as much farther apart{holes}: {with_what(plan)}.",
        )

    return first_of(with_plates(larger, wider) for larger in scales for wider in (0.0, trial.sold.coach_hole_mm))


def lighter_hand(trial: Trial) -> WayOut | None:
    """The same fixing under a lighter hand, the heaviest that holds: for whoever can keep the other hand off."""
    rows = {row.key: row for row in trial.catalogue.hands}
    fixture = trial.part
    hand = rows.get(heaviest_hand(fixture, trial.catalogue.hands))
    if hand is None or hand.key == _OUT_OF_REACH or fixture.carries_people:
        return None
    lighter = [row for row in trial.catalogue.hands if row.down_n < hand.down_n]

    def under(row: Hand) -> WayOut | None:
        return trial.part_way(
            WayKind.LIGHTER_HAND,
            no_heavier_than(fixture, row.key, trial.catalogue.hands),
            lambda plan: f"It is refused because {hand.verb}; {_if_only(row)}, {with_what(plan)} holds it.",
        )

    return first_of(under(row) for row in reversed(lighter))


def move(trial: Trial) -> WayOut | None:
    """The nearest place on the same wall where it holds; one that is sure before a stud that is still to be found."""
    felt_for: list[WayOut] = []
    for dx_mm, dy_mm in _moves(trial.job, trial.before, trial.sizes):
        if dx_mm and trial.round_a_corner:
            continue
        words = move_words(dx_mm, dy_mm, trial.units)
        job = _moved(trial.job, dx_mm, dy_mm)
        open_there: list[bool] = []

        def says(plan: Plan, words: str = words, open_there: list[bool] = open_there) -> str:
            open_there.append(FELT_FOR in codes(plan))
            onto = f"Put it on a stud, perhaps {words}" if to_be_felt_for(plan, trial.before) else f"Move it {words}"
            return f"{onto}: {with_what(plan)}{_on_what(plan)}."

        way = trial.way(WayKind.MOVE, job, says)
        if way and not any(open_there):
            return way
        if way:
            felt_for.append(way)
    return felt_for[0] if felt_for else _on_a_stud_once_found(trial)


def _on_a_stud_once_found(trial: Trial) -> WayOut | None:
    """One column of holes, on the middle of a stud whose edges are found first: where it only may be, its edge may be
    near, and it bears too little. Nothing that a press could do: the stud is where it is."""
    wall = trial.job.wall
    row = wall.framing.row if wall.framing else None
    if row is None or row.known is not HowKnown.PREDICTED or not strained(trial.before) & set(STOPPED):
        return None
    job = on_one_stud(trial)
    if job is None:
        return None
    way = trial.way(
        WayKind.MOVE,
        job,
        lambda plan: f"Find a stud, feel for both of its edges, and put it on the middle of that: {with_what(plan)}.",
        applied=False,
    )
    # whatever else is proved, the stud is still to be found
    return way and way.model_copy(update={"word": max(way.word, VerdictWord.PROVE_FIRST, key=_ORDER.index)})


def held_up(trial: Trial) -> WayOut | None:
    """Nothing but its fixing: whoever puts it up does not let it hang on the first screw alone."""
    fixture = trial.job.fixture
    if fixture.held_up:
        return None
    return trial.way(
        WayKind.HELD_UP,
        trial.job.model_copy(update={"fixture": fixture.model_copy(update={"held_up": True})}),
        lambda plan: (
            "Hold it up, by a second pair of hands or on a prop, until all of its screws are in: "
            f"{with_what(plan)} holds it then."
        ),
    )


def other_holes(trial: Trial) -> WayOut | None:
    """All holes that its brackets have."""
    fixture = None if trial.job.fixture.carriers else with_every_hole(trial.part, trial.sizes.all_holes_most)
    if fixture is None:
        return None
    count = _used(fixture.supports) + sum(hole.used for link in fixture.links for hole in link.holes)
    return trial.part_way(WayKind.OTHER_HOLES, fixture, lambda plan: f"Use all {count} holes: {with_what(plan)}.")


def larger_holes(trial: Trial) -> WayOut | None:
    """Holes that a stronger screw passes, drilled in the bracket that there is; other hangers for what has keyholes."""
    sizes = sorted({hole.diameter_mm for s in trial.part.supports for hole in s.holes if hole.used})

    def with_holes(wider: float) -> WayOut | None:
        before, metal = trial.part, trial.sizes.bracket_metal_mm
        wide = show_across(wider, trial.units, up=True)
        drill, take = f"Drill the bracket's holes {wide} wide", f"take clips whose slots are {wide} wide"
        clips = with_clips(before, wider)
        # the least change first: a clip that holds as it is stays as it is
        tried = [
            (with_hangers(before, wider), f"Put hangers on it whose narrow end is {wide}"),
            (drilled(before, wider, metal), drill),
            (clips, take.capitalize()),
            (drilled(clips, wider, metal), f"{drill} and {take}"),
        ]
        return first_of(
            trial.part_way(
                WayKind.LARGER_HOLES,
                fixture,
                lambda plan, says=says: f"{says}: {with_what(plan)}.",  # type: ignore[misc]
            )
            for fixture, says in tried
            if fixture is not None and fixture != before
        )

    least, most = trial.sizes.bracket_holes_wider_mm
    worth = [one for one in trial.sold.bracket_holes_mm if sizes and least <= one - sizes[0] <= most]
    return first_of(with_holes(wider) for wider in worth)


def less_weight(trial: Trial) -> WayOut | None:
    """The most that may go into it, by halving; only what is in it is lightened, never the piece itself."""
    things = trial.struggling.things
    full = [(held, thing) for thing in things if (held := sum(piece.contents_kg for piece in thing.pieces)) > 0]
    if not full:
        return None
    holds, fullest = max(full, key=lambda one: one[0])
    alone = "it" if len(things) == 1 else called(fullest)
    alike = len({held for held, _ in full}) == 1
    where = alone if len(full) == 1 else "each" if alike else f"{called(fullest)}, and as much less in the rest"
    best: WayOut | None = None
    low, high = 0.0, 1.0
    for _ in range(5):
        part = (low + high) / 2
        kilograms = _rounded_down(part * holds)
        found = trial.part_way(
            WayKind.LESS_WEIGHT,
            lighter(trial.part, kilograms / holds),
            lambda plan, kilograms=kilograms: (
                f"With no more than "  # type: ignore[misc]
                f"{show_mass(kilograms, trial.units)} in {where}: {with_what(plan)}."
            ),
        )
        if found and kilograms > 0:
            best, low = found, part
        else:
            high = part
    return best


_IN_TURN = (
    held_up,
    empty_void,
    foam_behind,
    far_face,
    into_studs,
    onto_spare_holes,
    move,
    other_holes,
    off_seen_joints,
    proof_pulls,
    second_hole,
    onto_studs,
    more_holes,
    larger_holes,
    lighter_hand,
    backing_board,
    longer_board,
    larger_plate,
    less_weight,
    masonry_board,
    makers_rating,
    blocking,
    test_first,
)


def _rounded_down(kilograms: float) -> float:
    step = 0.5 if kilograms < 10 else 1.0
    return floor(kilograms / step) * step


def _on_what(plan: Plan) -> str:
    count = sum(hole.behind.kind is BehindKind.TIMBER for hole in plan.holes)
    if not count:
        return ""
    return f", {'its hole' if len(plan.holes) == 1 else f'{count} of {len(plan.holes)} holes'} in studs"


def ways_out(job: JobDocument, catalogue: Catalogue, keep: Keep | None = None) -> tuple[WayOut, ...]:
    """The ways that work where no fixing holds or one is not sure, those that come out ready first.

    Every one has been planned: with it every hole has a fixing, and nothing that it brings stops the job.
    """
    keep = keep or Keep(8)
    job = standing(job, catalogue, keep)
    before = make_plan(job, catalogue, keep)
    if not strained(before) or not before.reading.family.planned:
        return ()
    trial = Trial(job, before, catalogue, keep)
    if other := other_fixing(trial):
        return (other,)
    found = [way for one in _IN_TURN if (way := one(trial))]
    return tuple(sorted(found, key=_rank))


def brackets_on_studs(job: JobDocument, catalogue: Catalogue, keep: Keep | None = None) -> WayOut | None:
    """Each bracket of a thing on a stud of its own, the nearest; None where they have none, or it does not hold so."""
    keep = keep or Keep(8)
    return onto_studs(Trial(job, make_plan(job, catalogue, keep), catalogue, keep))


def board_across(job: JobDocument, catalogue: Catalogue, keep: Keep | None = None) -> WayOut | None:
    """A board across the studs with the thing on it, where nothing holds between them; None where that does not."""
    keep = keep or Keep(8)
    before = make_plan(job, catalogue, keep)
    return backing_board(Trial(job, before, catalogue, keep)) if strained(before) else None


def _rank(way: WayOut) -> tuple[int, bool]:
    """What is ready goes first; but nobody opens a wall before he has felt for a stud with a pin, and that nobody comes
    at a thing is said of few things that somebody puts up."""
    opens = _ORDER.index(VerdictWord.PROVE_FIRST) if way.kind is WayKind.BLOCKING else 0
    fixture = way.job.fixture if way.kind is WayKind.LIGHTER_HAND and way.job else None
    out_of_reach = fixture is not None and _OUT_OF_REACH in {fixture.hand_of(piece) for piece in fixture.pieces}
    return max(_ORDER.index(way.word), opens), out_of_reach
