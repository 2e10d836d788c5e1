"""When nothing holds, or not for sure: the ways that work, each put through the plan before it is named."""

from collections.abc import Callable, Iterator
from enum import StrEnum
from itertools import pairwise
from math import ceil, floor

from rockpin.core.base.findings import VerdictWord
from rockpin.core.base.keeping import Keep
from rockpin.core.base.model import Model
from rockpin.core.base.quantities import (
    UnitSystem,
    show_bit,
    show_force,
    show_length,
    show_mass,
    show_thickness,
    show_use,
)
from rockpin.core.base.words import inside
from rockpin.core.capacity import method_of
from rockpin.core.choice import divisors_of
from rockpin.core.document.fixture import Attachment
from rockpin.core.document.job import JobBody, JobDocument, PullEnd, PullTest
from rockpin.core.document.wall import Framing, HowKnown, Member, MemberKind
from rockpin.core.framing import BehindKind
from rockpin.core.plan.alternatives import with_used
from rockpin.core.plan.changed import board_behind, closer, drilled, lighter, scaled
from rockpin.core.plan.heavier import in_hand
from rockpin.core.plan.hole_plan import HolePlan
from rockpin.core.plan.make import Plan, make_plan
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.hands import Hand


class WayKind(StrEnum):
    OTHER_FIXING = "other_fixing"
    LIGHTER_HAND = "lighter_hand"
    MOVE = "move"
    OTHER_HOLES = "other_holes"
    LARGER_HOLES = "larger_holes"
    BACKING_BOARD = "backing_board"
    LESS_WEIGHT = "less_weight"
    SECOND_HOLE = "second_hole"
    ONTO_STUDS = "onto_studs"
    LARGER_PLATE = "larger_plate"
    MORE_HOLES = "more_holes"
    TEST_FIRST = "test_first"
    BLOCKING = "blocking"


class WayOut(Model):
    """A change of the job that holds. ``sentence``: what to do and what comes of it.

    ``job``: the job with it done; None where the wall itself has to be worked on first.
    """

    kind: WayKind
    sentence: str
    word: VerdictWord
    use: float | None
    job: JobBody | None


_STOPPED = (
    "nothing-holds",
    "own-choice-refused",
    "board-overhung",
    "board-pressed-in",
    "joint-too-weak",
    "turns-on-one",
)
_DOUBTED = ("stud-open", "depends-on-wall", "depth-open", "packet-high")


def _codes(plan: Plan) -> set[str]:
    return {finding.code for finding in plan.findings}


def _strained(plan: Plan) -> set[str]:
    """What of a plan a way out would mend."""
    return _codes(plan) & {*_STOPPED, *_DOUBTED}


def _works(plan: Plan, before: Plan) -> bool:
    """Whether nothing that stops a fixing is left, and nothing new stops the job."""
    if plan.verdict.word is VerdictWord.DO_NOT_DRILL and before.verdict.word is not VerdictWord.DO_NOT_DRILL:
        return False
    left = _codes(plan)
    if any(hole.chosen is None for hole in plan.holes) or left & set(_STOPPED):
        return False
    new_stop = {one.code for one in plan.findings if one.severity.value == "do_not_drill"} - {
        one.code for one in before.findings if one.severity.value == "do_not_drill"
    }
    return not new_stop and not (_strained(plan) - _strained(before))


def _body(job: JobDocument) -> JobBody:
    return JobBody.model_validate(job.model_dump(include=set(JobBody.model_fields)))


def _worst(plan: Plan) -> HolePlan | None:
    return max(
        (hole for hole in plan.holes if hole.working),
        key=lambda one: one.working.use if one.working else 0.0,
        default=None,
    )


def _with_what(plan: Plan) -> str:
    """Which fixings a plan takes, and how far the most loaded is used."""
    labels = list(dict.fromkeys(inside(hole.chosen_label) for hole in plan.holes if hole.chosen_label))
    worst = _worst(plan)
    use = f", used to {show_use(worst.working.use)}" if worst and worst.working else ""
    return f"{' and '.join(labels)}{use}"


def _moved(job: JobDocument, dx_mm: float, dy_mm: float) -> JobDocument:
    at = job.placement
    place = at.model_copy(update={"x_mm": at.x_mm + dx_mm, "y_mm": at.y_mm + dy_mm})
    return job.model_copy(update={"placement": place})


def _moves(job: JobDocument, plan: Plan) -> list[tuple[float, float]]:
    """Places to try, the nearest first: holes onto studs or well between them, off joints, edges and crowded spots."""
    found: set[tuple[float, float]] = set()
    if plan.framed:
        studs = [one.rect.centre_x_mm for one in plan.framing.members if not one.horizontal]
        columns = {round(hole.x_mm) for hole in plan.holes}
        found |= {(round(stud - x), 0.0) for stud in studs for x in columns}
        found |= {(round((a + b) / 2 - x), 0.0) for a, b in pairwise(studs) for x in columns}
    steps = (20.0, 45.0, 80.0, 150.0, 300.0)
    found |= {(sign * step, 0.0) for step in steps for sign in (-1, 1)}
    found |= {(0.0, sign * step) for step in steps for sign in (-1, 1)}
    near = [one for one in found if 0 < abs(one[0]) + abs(one[1]) <= _FARTHEST_MM]
    return sorted(near, key=lambda one: (abs(one[0]) + abs(one[1]), one))


_MOST_TESTED = 4.0
"""From this use on nobody would test a fixing in the hope that it holds so many times its table."""

_LARGEST_PLATE_MM = 400.0
_FARTHEST_MM = 450.0
_MOST_MOVES = 14


def _move_words(dx_mm: float, dy_mm: float, units: UnitSystem) -> str:
    parts = []
    if dx_mm:
        parts.append(f"{show_length(abs(dx_mm), units)} to the {'right' if dx_mm > 0 else 'left'}")
    if dy_mm:
        parts.append(f"{show_length(abs(dy_mm), units)} {'up' if dy_mm > 0 else 'down'}")
    return " and ".join(parts)


def _if_only(hand: Hand) -> str:
    return (
        "where nobody can come at it" if hand.key == "none" else f"if that cannot happen ({inside(hand.label)} at most)"
    )


class _Search:
    """Tries changes of one job, each by the plan that it leads to."""

    def __init__(self, job: JobDocument, before: Plan, catalogue: Catalogue, keep: Keep) -> None:
        self.whole, self.before, self.catalogue, self.keep = job, before, catalogue, keep
        # what the user picked and is refused is no help to any other way
        self.job = job.model_copy(update={"choices": ()}) if "own-choice-refused" in _codes(before) else job
        self.units = job.site.units

    def plan(self, job: JobDocument) -> Plan:
        return make_plan(job, self.catalogue, self.keep)

    def way(
        self, kind: WayKind, job: JobDocument, says: Callable[[Plan], str], *, applied: bool = True
    ) -> WayOut | None:
        plan = self.plan(job)
        if not _works(plan, self.before):
            return None
        worst = _worst(plan)
        use = worst.working.use if worst and worst.working else None
        body = _body(job) if applied else None
        return WayOut(kind=kind, sentence=says(plan), word=plan.verdict.word, use=use, job=body)

    def all(self) -> Iterator[WayOut | None]:
        if other := self.other_fixing():
            yield other
            return
        yield self.move()
        yield self.other_holes()
        yield self.second_hole()
        yield self.onto_studs()
        yield self.more_holes()
        yield self.larger_holes()
        yield self.lighter_hand()
        yield self.backing_board()
        yield self.larger_plate()
        yield self.less_weight()
        yield self.blocking()
        yield self.test_first()

    def other_fixing(self) -> WayOut | None:
        if not self.whole.choices:
            return None
        job = self.whole.model_copy(update={"choices": ()})
        return self.way(WayKind.OTHER_FIXING, job, lambda plan: f"Take {_with_what(plan)}.")

    def second_hole(self) -> WayOut | None:
        """A second hole in the plate of what has only one, as far from it as the plate allows."""
        used = [(support, hole) for support in self.job.fixture.supports for hole in support.holes if hole.used]
        if len(used) != 1 or self.job.fixture.carriers:
            return None
        support, hole = used[0]
        y = max(
            (one for one in (12.0, support.height_mm - 12) if abs(one - hole.y_mm) >= 30),
            default=None,
            key=lambda one: abs(one - hole.y_mm),
        )
        if y is None:
            return None
        second = hole.model_copy(update={"id": f"{hole.id}-second", "y_mm": y})
        plate = support.model_copy(update={"holes": (*support.holes, second)})
        supports = tuple(plate if one.id == support.id else one for one in self.job.fixture.supports)
        job = self.job.model_copy(update={"fixture": self.job.fixture.model_copy(update={"supports": supports})})
        apart = show_length(abs(y - hole.y_mm), self.units)
        where = "below" if y < hole.y_mm else "above"
        return self.way(
            WayKind.SECOND_HOLE,
            job,
            lambda plan: f"Drill a second hole in its plate {apart} {where}: {_with_what(plan)}.",
        )

    def onto_studs(self) -> WayOut | None:
        """Brackets side by side, each put on the stud that is nearest to it."""
        fixture, at = self.job.fixture, self.job.placement
        studs = [one.rect.centre_x_mm for one in self.before.framing.members if not one.horizontal]
        rigid = [one for one in fixture.supports if one.attachment is not Attachment.USER_DRILLED]
        if not studs or len(rigid) < 2 or len(rigid) < len(fixture.supports) or fixture.carriers:
            return None
        moved, taken, farthest = [], set(), 0.0
        for support in rigid:
            middle = at.x_mm + support.x_mm + sum(hole.x_mm for hole in support.holes) / max(len(support.holes), 1)
            free = [stud for stud in studs if stud not in taken]
            if not free:
                return None
            stud = min(free, key=lambda one: abs(one - middle))
            taken.add(stud)
            farthest = max(farthest, abs(stud - middle))
            moved.append(support.model_copy(update={"x_mm": support.x_mm + stud - middle}))
        if farthest > 300:
            return None
        job = self.job.model_copy(update={"fixture": fixture.model_copy(update={"supports": tuple(moved)})})
        far = show_length(farthest, self.units)
        return self.way(
            WayKind.ONTO_STUDS,
            job,
            lambda plan: (
                f"Put each of its brackets on the next stud, {far} at the most from where it is: {_with_what(plan)}."
            ),
        )

    def more_holes(self) -> WayOut | None:
        """One more hole between every two of a bar that is drilled on the spot."""
        fixture = self.job.fixture
        bars = [one for one in fixture.supports if one.attachment is Attachment.USER_DRILLED and len(one.holes) > 1]
        if not bars:
            return None
        for often in (2, 3):
            supports = tuple(closer(one, often) if one in bars else one for one in fixture.supports)
            count = sum(len(one.holes) for one in supports if one.attachment is Attachment.USER_DRILLED)
            found = self.way(
                WayKind.MORE_HOLES,
                self.job.model_copy(update={"fixture": fixture.model_copy(update={"supports": supports})}),
                lambda plan, count=count: f"Drill {count} holes in its bar: {_with_what(plan)}.",  # type: ignore[misc]
            )
            if found:
                return found
        return None

    def larger_plate(self) -> WayOut | None:
        """The same thing on larger plates, holes as much farther apart: the lever of what prises it off is longer."""
        fixture = self.job.fixture
        if fixture.carriers or any(one.attachment is Attachment.USER_DRILLED for one in fixture.supports):
            return None
        for larger in (1.4, 1.8):
            supports = tuple(scaled(one, larger) for one in fixture.supports)
            if max(one.height_mm for one in supports) > _LARGEST_PLATE_MM:
                continue
            plate = supports[0]
            size = f"{show_length(plate.width_mm, self.units)} × {show_length(plate.height_mm, self.units)}"
            for wider in (0.0, 10.5):
                made = fixture.model_copy(update={"supports": supports})
                made = drilled(made, wider) if wider else made
                holes = f", its holes {show_bit(wider, self.units)}" if wider else ""
                found = self.way(
                    WayKind.LARGER_PLATE,
                    self.job.model_copy(update={"fixture": made}),
                    lambda plan, size=size, holes=holes: (
                        f"Take one with plates of {size}, holes as much "  # type: ignore[misc]
                        f"farther apart{holes}: {_with_what(plan)}."
                    ),
                )
                if found:
                    return found
        return None

    def test_first(self) -> WayOut | None:
        """Tests to failure in this wall, and from which load on they let the nearest fixing by table hold."""
        for wider in (0.0, 10.5):
            fixture = drilled(self.job.fixture, wider) if wider else self.job.fixture
            found = self._tested(self.job.model_copy(update={"fixture": fixture}), wider)
            if found:
                return found
        return None

    def _tested(self, job: JobDocument, wider_mm: float) -> WayOut | None:
        plan = self.plan(job)
        refused = [one for hole in plan.holes for one in hole.refused if one.use]
        worst: dict[str, float] = {}
        for one in refused:
            worst[one.fixing] = max(one.use or 0.0, worst.get(one.fixing, 0.0))
        rows, figures = self.catalogue.fixing_by_key, self.catalogue.figures
        near = [key for key in worst if key in rows and rows[key].method == "masonry" and worst[key] <= _MOST_TESTED]
        count = int(figures.choice.test_failures_least)
        besides = f", its holes {show_bit(wider_mm, self.units)} wide" if wider_mm else ""
        for key in sorted(near, key=lambda one: worst[one])[:2]:
            row = rows[key]
            rating = method_of(row).tested_rating(row, plan.reading, figures.capacity)
            if rating is None:
                continue
            # shear stays as tabled, so what is tested has to carry the pull with that much more to spare
            most = max(divisors_of(row, plan.reading, figures.choice))
            for spare in (1.1, 1.6, 2.5):
                wanted = ceil(spare * worst[key] * rating.tension_n * most / 500) * 500.0
                pulls = tuple(
                    PullTest(id=f"to-come-{n}", fixing=key, load_n=wanted, ended=PullEnd.FAILED) for n in range(count)
                )
                says = (
                    f"Pull {count} of {inside(row.label)} out of this wall first: if each holds "
                    f"{show_force(wanted, self.units, demand=True)} or more"
                )
                found = self.way(
                    WayKind.TEST_FIRST,
                    job.model_copy(update={"pull_tests": (*job.pull_tests, *pulls)}),
                    lambda made, says=says: f"{says}, {_with_what(made)} carries it{besides}.",  # type: ignore[misc]
                    applied=False,
                )
                if found:
                    return found
        return None

    def blocking(self) -> WayOut | None:
        """Wood put between the studs behind every hole: the wall is opened for it, so nothing is applied here."""
        if not self.before.framed:
            return None
        holes, wall = self.before.holes, self.job.wall
        low, high = min(hole.y_mm for hole in holes) - 110, max(hole.y_mm for hole in holes) + 110
        left, right = min(hole.x_mm for hole in holes) - 200, max(hole.x_mm for hole in holes) + 200
        put = Member(
            id="blocking-to-come",
            kind=MemberKind.BLOCKING,
            x_mm=max(0.0, left),
            y_mm=max(0.0, low),
            width_mm=max(right - max(0.0, left), high - max(0.0, low) + 1),
            height_mm=high - max(0.0, low),
            known=HowKnown.PINNED,
        )
        framing = wall.framing or Framing()
        behind = wall.model_copy(update={"framing": framing.model_copy(update={"members": (*framing.members, put)})})
        walls = tuple(behind if one.id == wall.id else one for one in self.job.walls)
        for wider in (0.0, 10.5):
            fixture = drilled(self.job.fixture, wider) if wider else self.job.fixture
            besides = f" and drill the bracket's holes {show_bit(wider, self.units)} wide" if wider else ""
            found = self.way(
                WayKind.BLOCKING,
                self.job.model_copy(update={"walls": walls, "fixture": fixture}),
                lambda plan, besides=besides: (
                    "Open the wall and put wood between the studs "  # type: ignore[misc]
                    f"behind it, as deep as they are{besides}: {_with_what(plan)}."
                ),
                applied=False,
            )
            if found:
                return found
        return None

    def lighter_hand(self) -> WayOut | None:
        rows = {row.key: row for row in self.catalogue.hands}
        fixture = self.job.fixture
        hand = rows.get(fixture.hand)
        if hand is None or hand.key == "none" or fixture.carries_people:
            return None
        lighter = [row for row in self.catalogue.hands if row.down_n < hand.down_n]
        for row in reversed(lighter):
            job = self.job.model_copy(update={"fixture": in_hand(fixture, row.key)})
            found = self.way(
                WayKind.LIGHTER_HAND,
                job,
                lambda plan, row=row: (
                    f"It is refused because {hand.verb}; {_if_only(row)}, "  # type: ignore[misc]
                    f"{_with_what(plan)} holds it."
                ),
            )
            if found:
                return found
        return None

    def move(self) -> WayOut | None:
        for dx, dy in _moves(self.job, self.before)[:_MOST_MOVES]:
            words = _move_words(dx, dy, self.units)
            found = self.way(
                WayKind.MOVE,
                _moved(self.job, dx, dy),
                lambda plan, words=words: (
                    f"Move it {words}: {_with_what(plan)}"  # type: ignore[misc]
                    f"{_on_what(plan)}."
                ),
            )
            if found:
                return found
        return None

    def other_holes(self) -> WayOut | None:
        every = [hole for support in self.job.fixture.supports for hole in support.holes]
        if all(hole.used for hole in every) or self.job.fixture.carriers:
            return None
        job = self.job.model_copy(update={"fixture": with_used(self.job.fixture, [hole.id for hole in every])})
        return self.way(WayKind.OTHER_HOLES, job, lambda plan: f"Use all {len(every)} holes: {_with_what(plan)}.")

    def larger_holes(self) -> WayOut | None:
        sizes = sorted({hole.diameter_mm for s in self.job.fixture.supports for hole in s.holes if hole.used})
        for wider in (6.5, 8.5, 10.5):
            if not sizes or wider <= sizes[0] + 0.4 or wider > sizes[0] + 4.5:
                continue
            job = self.job.model_copy(update={"fixture": drilled(self.job.fixture, wider)})
            found = self.way(
                WayKind.LARGER_HOLES,
                job,
                lambda plan, wider=wider: (
                    f"Drill the bracket's holes {show_bit(wider, self.units)} wide: "  # type: ignore[misc]
                    f"{_with_what(plan)}."
                ),
            )
            if found:
                return found
        return None

    def less_weight(self) -> WayOut | None:
        holds = sum(piece.contents_kg for piece in self.job.fixture.pieces)
        if holds <= 0:
            return None
        best: WayOut | None = None
        low, high = 0.0, 1.0
        for _ in range(5):
            part = (low + high) / 2
            kilograms = _rounded_down(part * holds)
            found = self.way(
                WayKind.LESS_WEIGHT,
                self.job.model_copy(update={"fixture": lighter(self.job.fixture, kilograms / holds)}),
                lambda plan, kilograms=kilograms: (
                    f"With no more than "  # type: ignore[misc]
                    f"{show_mass(kilograms, self.units)} in it: {_with_what(plan)}."
                ),
            )
            if found and kilograms > 0:
                best, low = found, part
            else:
                high = part
        return best

    def backing_board(self) -> WayOut | None:
        board = board_behind(self.job, self.before.framing.members) if self.before.framed else None
        if board is None:
            return None
        for thick in (27.0, 38.0):
            link = board.model_copy(update={"thickness_mm": thick})
            fixture = self.job.fixture.model_copy(update={"links": (*self.job.fixture.links, link)})
            job = self.job.model_copy(update={"fixture": fixture, "choices": ()})
            found = self.way(
                WayKind.BACKING_BOARD,
                job,
                lambda plan, link=link: (
                    f"Put a board {show_length(link.width_mm, self.units)} × "  # type: ignore[misc]
                    f"{show_length(link.height_mm, self.units)}, "
                    f"{show_thickness(link.thickness_mm, self.units)} thick, "
                    f"across the studs first, with {_screws(plan)}; the piece goes on the board."
                ),
            )
            if found:
                return found
        return None


def _rounded_down(kilograms: float) -> float:
    step = 0.5 if kilograms < 10 else 1.0
    return floor(kilograms / step) * step


def _on_what(plan: Plan) -> str:
    count = sum(hole.behind.kind is BehindKind.TIMBER for hole in plan.holes)
    if not count:
        return ""
    return f", {'its hole' if len(plan.holes) == 1 else f'{count} of {len(plan.holes)} holes'} in studs"


def _screws(plan: Plan) -> str:
    cards = [hole.card for hole in plan.holes if hole.card]
    names = list(dict.fromkeys(f"{card.screw_text} {inside(card.fixing_label)}" for card in cards))
    return f"{len(cards)} screws, {' and '.join(names)}" if names else "its screws"


_ORDER = (VerdictWord.READY, VerdictWord.PROVE_FIRST, VerdictWord.DO_NOT_DRILL)


def ways_out(job: JobDocument, catalogue: Catalogue, keep: Keep | None = None) -> tuple[WayOut, ...]:
    """The ways that work where no fixing holds or one is not sure, those that come out ready first.

    Every one has been planned: with it every hole has a fixing, and nothing that it brings stops the job.
    """
    keep = keep or Keep(8)
    before = make_plan(job, catalogue, keep)
    if not _strained(before) or not before.reading.family.planned:
        return ()
    found = [way for way in _Search(job, before, catalogue, keep).all() if way is not None]
    return tuple(sorted(found, key=lambda way: _ORDER.index(way.word)))
