"""What the plan makes of a combination of surroundings: worked out at a place that has it, by the rooms themselves."""

from collections.abc import Collection, Iterable, Sequence
from dataclasses import replace
from math import inf
from typing import NamedTuple, cast

from rockpin.core.base.findings import weight
from rockpin.core.base.keeping import GoOn, go_on_always
from rockpin.core.capacity import Assessment, assess_pairs
from rockpin.core.choice import KeptHeld, check_joints, choose
from rockpin.core.demand import Demand, load_cases, solve_fixture, stiffness_bounds
from rockpin.core.document.fixings import AnyFixing
from rockpin.core.document.fixture import LimitKind
from rockpin.core.document.job import JobDocument, Wish
from rockpin.core.drilling import existing_holes
from rockpin.core.framing import Behind, BehindKind, leans_to_wood, look_behind
from rockpin.core.hole import Spot
from rockpin.core.placing import shifted
from rockpin.core.plan.findings import what_holds
from rockpin.core.plan.placemap.alike import Alike, At, Pinned
from rockpin.core.plan.spots import NOMINAL_SCREW_MM
from rockpin.core.plan.stages import ComputedStages, planned_hole
from rockpin.core.setout import PlacedHole, place_fixture
from rockpin.core.tables.catalogue import Catalogue

_SOLID = (BehindKind.TIMBER, BehindKind.UNIT, BehindKind.CONCRETE)


class Drilled(NamedTuple):
    """How a hole is drilled, as far as what is hidden asks for it."""

    diameter_mm: float
    reach_mm: float
    in_stud: bool


class Outcome(NamedTuple):
    """What a combination comes to. ``weight``: 0 ready, 1 to be proved, 2 not to be drilled.

    ``use``: of the hole used most, without bound where nothing holds one; ``solid``: holes in wood, unit or concrete.
    """

    weight: int
    drilled: tuple[Drilled, ...]
    solid: int
    use: float


NOT_THERE = Outcome(2, (), 0, inf)
"""What every place comes to where nobody drills: nothing else of it is told."""

BY_PLACE = {LimitKind.HEIGHT_MAX_MM, LimitKind.CLEARANCE_MIN_MM}
"""Limits of a maker that hang on the place alone."""

USE_STEP = 0.1
_AT_ONCE = 400
"""Combinations that are worked out before it is asked whether anybody still waits."""
_STOP = 2


class Work(NamedTuple):
    """A combination to be worked out: a place [mm of shift] that has it, the number of each hole's surroundings, and
    what is set for each hole besides. ``foot_mm``: the height for which hands are reckoned."""

    dx_mm: int
    dy_mm: int
    codes: tuple[int, ...]
    pinned: tuple[Pinned, ...]
    foot_mm: float


class _Sign(NamedTuple):
    """Numbers for what a choice reads of a hole: in steps of use, in the order of use, and to the last digit."""

    coarse: int
    order: int
    exact: int


class _Seen(NamedTuple):
    """The holes of a combination as they are judged."""

    work: Work
    behinds: dict[str, Behind]
    demand: Demand
    spots: list[Spot]


class Outcomes:
    """Works out combinations, each once. ``base``: the job where it stands, worked out whole; ``by_name``: whether it
    matters which stud is met, not only what it is like; ``uses``: whether uses are asked for, not verdicts alone;
    ``go_on``: asked now and then, and raises where nobody waits any more."""

    def __init__(
        self,
        base: ComputedStages,
        shipped: Catalogue,
        fixings: Sequence[AnyFixing],
        *,
        by_name: bool,
        uses: bool,
        go_on: GoOn = go_on_always,
    ) -> None:
        self._go_on = go_on
        self.base, self.shipped, self._by_name, self._uses = base, shipped, by_name, uses
        self._catalogue = base.catalogue.only(fixings)
        counted = base.whole.counted()
        # how high it hangs, and what stands near, weighs by itself
        limits = tuple(one for one in counted.fixture.limits if one.kind not in BY_PLACE)
        fixture = counted.fixture.model_copy(update={"limits": limits})
        self._counted = counted.model_copy(update={"fixture": fixture})
        self._proved = frozenset(proof.fixing for proof in base.proofs if proof.settles)
        plausible = base.catalogue.figures.identification.plausible_build_up / 2
        self._others = [reading for one, reading in base.identified.others if one.probability >= plausible]
        self._alike = Alike(base, self._catalogue, self._others, self._proved)
        self._demands: dict[object, Demand] = {}
        self._demand_of: dict[object, Demand] = {}
        self._behind: dict[tuple[int, int], Behind] = {}
        self._leaning: set[tuple[int, int]] = set()
        self._signs: dict[object, int] = {}
        # with the spot, so that its number is never given again
        self._sign_of: dict[int, tuple[_Sign, Spot]] = {}
        self._joints: dict[int, int] = {}
        self._held: KeptHeld = {}
        self._known: dict[Work, Outcome] = {}
        self._found: dict[object, Outcome] = {}

    @property
    def worked_out(self) -> int:
        """How many combinations were planned [a count]."""
        return len(self._found)

    def of_all(self, works: Iterable[Work]) -> dict[Work, Outcome]:
        """What combinations come to; many of them, with all fixings at all of their holes, in one go."""
        new = [work for work in dict.fromkeys(works) if work not in self._known]
        for first in range(0, len(new), _AT_ONCE):
            self._go_on()
            self._learn(new[first : first + _AT_ONCE])
        return self._known

    def _learn(self, new: Sequence[Work]) -> None:
        seen = [self._see(work) for work in new]
        self._judge([spot for one in seen for spot in one.spots])
        for work, one in zip(new, seen, strict=True):
            kinds = tuple(behind.kind for behind in one.behinds.values())
            names = tuple(one.member and one.member.id for one in one.behinds.values()) if self._by_name else ()
            signs = [self._sign(spot) for spot in one.spots]
            # where all holes rank the fixings alike, the worst hole does too, whatever the last digits are
            alike = len({sign.order for sign in signs}) == 1
            numbers = tuple(sign.coarse if alike else sign.exact for sign in signs)
            key = (id(one.demand), kinds, names, alike, numbers)
            if key not in self._found:
                self._found[key] = self._outcome(one)
            self._known[work] = self._found[key]

    def _put(self, work: Work) -> JobDocument:
        base = self.base
        return base.job.model_copy(update={"placement": shifted(base.job.placement, work.dx_mm, work.dy_mm)})

    def _see(self, work: Work) -> _Seen:
        keys = list(enumerate(work.codes))
        if any(key not in self._behind for key in keys):
            self._look(self._put(work), keys)
        behinds = {hole.id: self._behind[key] for hole, key in zip(self.base.placed.holes, keys, strict=True)}
        leaning = [hole.id for hole, key in zip(self.base.placed.holes, keys, strict=True) if key in self._leaning]
        demand = self._demand({name: behind.kind for name, behind in behinds.items()}, leaning, work.foot_mm)
        return _Seen(work, behinds, demand, self._spots_of(work, demand))

    def _holes(self, put: JobDocument) -> tuple[PlacedHole, ...]:
        return place_fixture(put, self.base.catalogue.figures.setout.channel_back_mm).holes

    def _look(self, put: JobDocument, keys: Sequence[tuple[int, int]]) -> None:
        """Looks what stands behind holes in surroundings that were not met before."""
        base, holes = self.base, self._holes(put)
        reading, members, figures = base.identified.reading, base.framing.members, base.catalogue.figures.framing
        there = existing_holes(put, holes, base.catalogue)
        for hole, key in zip(holes, keys, strict=True):
            if key not in self._behind:
                behind = look_behind(put.wall, reading, members, hole.x_mm, hole.y_mm, NOMINAL_SCREW_MM, figures)
                behind = there[hole.id].seen(behind, reading) if hole.id in there else behind
                self._behind[key] = behind
                if leans_to_wood(put.wall, reading, members, (hole.x_mm, hole.y_mm), behind, figures):
                    self._leaning.add(key)

    def _demand(self, kinds: dict[str, BehindKind], leaning: Collection[str], foot_mm: float) -> Demand:
        of = (*kinds.values(), *leaning, foot_mm)
        if of in self._demand_of:
            return self._demand_of[of]
        base, figures = self.base, self.shipped.figures.demand
        bounds = stiffness_bounds(kinds, leaning, figures)
        key = (tuple(tuple(one.items()) for one in bounds), foot_mm)
        if key not in self._demands:
            fixture, bearing = base.job.fixture, base.identified.reading.bearing_mpa
            cases = load_cases(fixture, foot_mm, self.shipped.demand)
            self._demands[key] = solve_fixture(fixture, cases, base.placed.offsets, bounds, bearing, figures)
        self._demand_of[of] = self._demands[key]
        return self._demands[key]

    def _spots_of(self, work: Work, demand: Demand) -> list[Spot]:
        """The holes in their surroundings; those that come to the same are judged once, whatever the others meet."""
        at = [At(number, *each) for number, each in enumerate(zip(work.codes, work.pinned, strict=True))]
        if all(pinned.edges_mm is None for pinned in work.pinned):
            numbers = self._alike.numbers(lambda: self._put(work), at)
            return [self._alike.under(number, demand) for number in numbers]
        # anchors in concrete are one group, and each edge counts for all of them
        spots = self._alike.each(self._put(work), at, demand)
        edges = tuple(one.edges_mm or spot.free_edges_mm for one, spot in zip(work.pinned, spots, strict=True))
        group = spots[0].group and replace(spots[0].group, edges=edges, solved={})
        return [replace(spot, free_edges_mm=of, group=group) for spot, of in zip(spots, edges, strict=True)]

    def _judge(self, spots: Sequence[Spot]) -> None:
        """Puts every fixing to holes that were not judged before, and what holds there to the walls it may also be."""
        tables, rows = self._catalogue.capacity, self._catalogue.fixing_by_key
        fresh = list({id(spot): spot for spot in spots if not spot.assessed}.values())
        pairs = [(row, spot) for row in self._catalogue.fixings for spot in fresh]
        held = [
            (rows[one.fixing], spot)
            for (_, spot), one in zip(pairs, assess_pairs(pairs, tables), strict=True)
            if one.accepted
        ]
        for reading in self._others:
            shared = self._alike.shared_in(reading)
            assess_pairs([(row, spot.in_wall(reading, shared)) for row, spot in held], tables)

    def _sign(self, spot: Spot) -> _Sign:
        """What a choice reads of a hole: holes of one sign are alike in every plan."""
        if id(spot) not in self._sign_of:
            walls = [spot, *(spot.in_wall(reading) for reading in self._others)]
            there = None if spot.existing is None else id(spot.existing)
            told = (spot.depth_limit_mm, spot.behind(NOMINAL_SCREW_MM).kind, there)
            read = [self._reading_of(of) for of in walls]
            coarse, order, exact = ((told, *part) for part in zip(*read, strict=True))
            numbers = [self._signs.setdefault(one, len(self._signs)) for one in (coarse, order, exact)]
            self._sign_of[id(spot)] = (_Sign(*numbers), spot)
        return self._sign_of[id(spot)][0]

    def _reading_of(self, spot: Spot) -> tuple[object, object, object]:
        """All that a choice reads of the fixings at a hole: in steps of use, how they rank by use alone,
        and to the last digit.

        Below what is planned with, use counts only where it alone tells two fixings apart.
        """
        planned, exactly = self._catalogue.figures.capacity.planned_use, Wish.STRONGEST in self.base.job.wishes
        coarse: list[object] = []
        uses: list[tuple[float, str]] = []
        for key, (_, _, made) in spot.assessed.items():
            one = cast(Assessment, made)
            # why one is refused changes no verdict
            if one.accepted:
                step = round(one.use / USE_STEP) if self._uses else 0
                use = one.use if exactly or one.use > planned else step
                doubts = tuple((proviso.code, proviso.unlikely) for proviso in one.provisos)
                coarse.append((key, use, one.minutes, one.hole, one.screw, one.tension_n, doubts))
                uses.append((one.use, key))
        uses.sort()
        order = tuple((key, use == before) for (use, key), (before, _) in zip(uses, [(-1.0, ""), *uses], strict=False))
        return tuple(coarse), order, (*coarse, *uses)

    def _weight_of_joints(self, demand: Demand) -> int:
        if id(demand) not in self._joints:
            # where it stands: its brackets are on their board wherever both of them go
            found = check_joints(self.base.job, self.base.placed.joints, demand, self.base.catalogue)
            self._joints[id(demand)] = max(map(weight, found.findings), default=0)
        return self._joints[id(demand)]

    def _outcome(self, seen: _Seen) -> Outcome:
        base, put, catalogue = self.base, self._put(seen.work), self._catalogue
        kinds = {hole_id: behind.kind for hole_id, behind in seen.behinds.items()}
        own = {choice.hole_id: choice.fixing for choice in put.choices}
        others, spots = base.identified.others, seen.spots
        choices = choose(
            spots, kinds, own, put.wishes, catalogue, others, put.kit, self._proved, base.maker, self._held
        )
        done = base._replace(behinds=seen.behinds, demand=seen.demand, spots=spots, choices=choices)
        done = done._replace(clearances=(), catalogue=catalogue)
        heaviest = max((weight(one) for some in what_holds(self._counted, done) for one in some), default=0)
        heaviest = max(heaviest, self._weight_of_joints(seen.demand))
        if heaviest == _STOP:
            return NOT_THERE
        unchosen = catalogue.figures.plan.unchosen_reach_mm
        planned = [planned_hole(spot, choice.chosen, unchosen) for spot, choice in zip(spots, choices, strict=True)]
        use = max((one.chosen.use if one.chosen and one.chosen.accepted else inf for one in choices), default=inf)
        return Outcome(
            weight=heaviest,
            drilled=tuple(Drilled(one.diameter_mm, one.reach_mm, one.in_stud) for one in planned),
            solid=sum(behind.kind in _SOLID for behind in seen.behinds.values()),
            # a use a little less is no reason to move
            use=0.0 if not self._uses else use if use == inf else round(use / USE_STEP) * USE_STEP,
        )
