"""The map itself: each shift of a fixture by whole millimetres, with the verdict of its plan there."""

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise
from math import floor
from typing import NamedTuple, TypeVar, cast

import numpy as np
from numpy.typing import NDArray

from rockpin.core.base.findings import VerdictWord, weight
from rockpin.core.base.keeping import NOTHING_KEPT, Keep
from rockpin.core.base.model import Rect
from rockpin.core.capacity import refused_here
from rockpin.core.demand import reach_of_hands
from rockpin.core.document.fixings import AnyFixing
from rockpin.core.document.fixture import LimitKind
from rockpin.core.document.job import JobDocument
from rockpin.core.hidden import HiddenGrid
from rockpin.core.placing import seen_of
from rockpin.core.plan.corner import planes_of
from rockpin.core.plan.findings import looks_by_sweep, of_the_thing, of_the_wall
from rockpin.core.plan.placemap.bays import in_one_bay
from rockpin.core.plan.placemap.codes import Coded, Codes, Grid, changes, together
from rockpin.core.plan.placemap.outcomes import NOT_THERE, Drilled, Outcome, Outcomes, Pinned, Work
from rockpin.core.plan.placemap.standing import marks_weigh, room_weighs
from rockpin.core.plan.placemap.surroundings import Around, Asked, asked_of, steps_of
from rockpin.core.plan.stages import ComputedStages, ReadWall, compute_stages, read_wall
from rockpin.core.setout import PlacedHole
from rockpin.core.tables.catalogue import Catalogue

Places = NDArray[np.float64]
Weights = NDArray[np.uint8]
AnyGrid = TypeVar("AnyGrid", bound=NDArray[np.generic])

WORDS = (VerdictWord.READY, VerdictWord.PROVE_FIRST, VerdictWord.DO_NOT_DRILL)
"""What a weight says."""

_BY_STUD = {LimitKind.STUDS_MIN_COUNT, LimitKind.STUD_SPACING_MAX_MM, LimitKind.STUD_SPACING_MIN_MM}


def mappable(job: JobDocument, catalogue: Catalogue) -> bool:
    """Whether the map of a job can be worked out: a flat wall of a building with a level top, nothing drilled yet.

    Pieces in a corner, posts, repairs, and things that bring pipes or a screen of their own are judged place by place.
    """
    wall, fixture = job.wall, job.fixture
    drilled = job.records or job.came_loose
    special = wall.outline or wall.post or fixture.device or fixture.tails or fixture.enclosure
    return (
        not drilled
        and not special
        and planes_of(job, catalogue.figures.demand) is None
        and seen_of(fixture) is not None
    )


@dataclass(frozen=True)
class PlaceMap:
    """What each shift of a fixture comes to. Arrays of shape (shifts up, shifts along); shifts are whole mm from where
    it stands, from ``dx_mm`` and ``dy_mm`` on.

    ``weights``: a place in ``WORDS``. ``outcome``: a place in ``outcomes``, for rows that differ, with ``rows`` to tell
    which of them each shift up has. ``area``: what is seen of it where it stands.
    """

    area: Rect
    dx_mm: int
    dy_mm: int
    weights: Weights
    outcome: Codes
    rows: NDArray[np.int_]
    outcomes: tuple[Outcome, ...]
    lattice: "_Lattice"

    def word(self, dx_mm: int, dy_mm: int) -> VerdictWord:
        """The verdict of a shift [mm]."""
        return WORDS[self.weights[dy_mm - self.dy_mm, dx_mm - self.dx_mm]]

    @property
    def least_risk(self) -> float:
        """The risk [1] of any place: what need not be proved counts alike everywhere."""
        return self.lattice.done.hidden.tables.figures.risk_prove

    def risks(self) -> Places:
        """The greatest risk [1] of any hole at each shift where something may be drilled, to four digits."""
        found = np.full(self.weights.shape, self.least_risk)
        for number in range(len(self.lattice.holes)):
            drilled = [one.drilled[number] if one.drilled else None for one in self.outcomes]
            for way in {one for one in drilled if one is not None}:
                mine = np.array([one == way for one in drilled])[self.outcome][self.rows]
                np.maximum(found, self.lattice.risk(number, way), out=found, where=mine)
        return np.round(found, 4)


class _Lattice:
    """Holes whose places differ by whole millimetres share the grids that are asked for their spots."""

    def __init__(self, done: ComputedStages, read: ReadWall, asked: Asked, dx: Places, dy: Places) -> None:
        self.done, self.read, self.asked = done, read, asked
        self.dx, self.dy = dx, dy
        self.holes: list[PlacedHole] = list(done.placed.holes)
        self._groups: list[list[int]] = []
        for number, hole in enumerate(self.holes):
            for group in self._groups:
                first = self.holes[group[0]]
                apart = (hole.x_mm - first.x_mm, hole.y_mm - first.y_mm)
                if all(abs(part - round(part)) < 1e-9 for part in apart):
                    group.append(number)
                    break
            else:
                self._groups.append([number])
        self._axes: dict[int, tuple[Places, Places]] = {}
        self.window: dict[int, tuple[slice, slice]] = {}
        self._group_of: dict[int, int] = {}
        for group in self._groups:
            first = self.holes[group[0]]
            across = [round(self.holes[number].x_mm - first.x_mm) for number in group]
            up = [round(self.holes[number].y_mm - first.y_mm) for number in group]
            x = first.x_mm + np.arange(dx[0] + min(across), dx[-1] + max(across) + 1)
            y = first.y_mm + np.arange(dy[0] + min(up), dy[-1] + max(up) + 1)
            for number, right, high in zip(group, across, up, strict=True):
                self._axes[number], self._group_of[number] = (x, y), group[0]
                rows = slice(high - min(up), high - min(up) + len(dy))
                self.window[number] = (rows, slice(right - min(across), right - min(across) + len(dx)))
        self._around: dict[tuple[int, float], Around] = {}
        self._hidden: dict[tuple[int, float], HiddenGrid] = {}
        self._weighed: dict[tuple[int, Drilled], Weights] = {}
        self._marks: dict[tuple[int, float], Weights] = {}
        self._risks: dict[tuple[int, Drilled], Places] = {}

    def around(self, number: int) -> Around:
        """What a hole may meet, on the grid that it shares."""
        hole, (x, y) = self.holes[number], self._axes[number]
        key = (self._group_of[number], hole.diameter_mm)
        if key not in self._around:
            self._around[key] = Around(self.done.job, self.read, self.asked, x, y, hole.diameter_mm)
        return self._around[key]

    def mine(self, number: int, grid: AnyGrid) -> AnyGrid:
        """The part of a shared grid that a hole goes over, one spot for each shift."""
        return cast(AnyGrid, grid[self.window[number]])

    def marks(self, number: int) -> Weights:
        """What weighs against a hole's mark at each shift."""
        key = (self._group_of[number], self.holes[number].diameter_mm)
        if key not in self._marks:
            self._marks[key] = marks_weigh(self.done, *self._axes[number], self.holes[number].diameter_mm)
        return np.asarray(self.mine(number, self._marks[key]))

    def hidden(self, number: int, diameter_mm: float) -> HiddenGrid:
        """What a hole that is drilled so wide [mm] may strike."""
        around = self.around(number)
        if diameter_mm == self.holes[number].diameter_mm:
            return around.hidden
        key = (self._group_of[number], diameter_mm)
        if key not in self._hidden:
            radius = diameter_mm / 2 + self.done.hidden.tables.setout_error_mm
            self._hidden[key] = HiddenGrid(self.done.hidden, *self._axes[number], radius)
        return self._hidden[key]

    def weighed(self, number: int, drilled: Drilled) -> Weights:
        """What weighs against a hole so drilled, by what is hidden, at each shift."""
        key = (self._group_of[number], drilled)
        if key not in self._weighed:
            grid = self.hidden(number, drilled.diameter_mm)
            found = grid.weighs(drilled.reach_mm, drilled.in_stud)
            np.maximum(found, self._unseen(number, drilled.diameter_mm), out=found)
            self._weighed[key] = found
        return np.asarray(self.mine(number, self._weighed[key]))

    def _unseen(self, number: int, diameter_mm: float) -> Weights:
        """Proof that is wanted where nobody looked and no sweep stands for it: it must cover every hole."""
        areas = looks_by_sweep(self.done.job.wall)
        x, y = self._axes[number]
        if not areas:
            return np.zeros((1, 1), np.uint8)
        seen, radius = np.zeros((len(y), len(x)), bool), diameter_mm / 2
        for area in areas:
            columns = (area.x_mm <= x - radius) & (x + radius <= area.right_mm)
            rows = (area.y_mm <= y - radius) & (y + radius <= area.top_mm)
            seen |= rows[:, None] & columns[None, :]
        return (~seen).astype(np.uint8)

    def risk(self, number: int, drilled: Drilled) -> Places:
        """The risk [1] of a hole so drilled at each shift."""
        key = (self._group_of[number], drilled)
        if key not in self._risks:
            self._risks[key] = self.hidden(number, drilled.diameter_mm).risk(drilled.reach_mm)
        return self._risks[key][self.window[number]]


@dataclass(frozen=True)
class _Joint:
    """Which combination of surroundings each shift has, told for rows that differ.

    ``rows``: of each shift up, its row; ``at``: of each row, a shift up that has it. ``open``: places in the table
    where nothing stands against the fixture by itself. ``measures``: numbers for what is told besides, with what each
    of them stands for.
    """

    rows: NDArray[np.int_]
    at: NDArray[np.int_]
    open: NDArray[np.int_]
    holes: tuple[Coded, ...]
    of: Coded
    measures: tuple[Coded, ...]
    tables: tuple[Places, ...]


def _joint(
    lattice: _Lattice, done: ComputedStages, barred: NDArray[np.bool_], by_name: bool, catalogue: Catalogue
) -> _Joint:
    numbers = range(len(lattice.holes))
    parts: list[list[Grid]] = [
        [lattice.mine(number, grid) for grid in lattice.around(number).parts(by_name)] for number in numbers
    ]
    measured: list[list[Places]] = []
    for number in numbers:
        around = lattice.around(number)
        grids: list[Places] = []
        if lattice.asked.framed:
            grids.append(around.stud_edge_mm)
        if lattice.asked.edges_to_mm:
            grids += around.edges_mm
        measured.append([np.asarray(lattice.mine(number, grid)) for grid in grids])
    if lattice.asked.framed:
        bays = in_one_bay(lattice.holes, done.framing.members, lattice.dx, lattice.dy, done.catalogue.figures.capacity)
        for number in numbers:
            parts[number].append(bays[number])
    reach = reach_of_hands(done.job.fixture, catalogue.demand)
    foot = done.job.placement.y_mm + lattice.dy
    step = np.searchsorted(np.array(reach.steps_mm), foot, side="right")
    foot = reach.counted(foot)
    rows_part = np.stack([step, np.unique(foot, return_inverse=True)[1].reshape(-1)], axis=1)
    differs = changes([grid for some in (*parts, *measured) for grid in some] + [rows_part, barred])
    at = np.flatnonzero(differs)
    rows = np.cumsum(differs) - 1
    shape = (len(at), len(lattice.dx))
    holes = tuple(together([grid[at] for grid in some]) for some in parts)
    of = together([*(one.of for one in holes), np.broadcast_to(step[at][:, None].astype(np.int32), shape)])
    coded, tables = steps_of([grid[at] for some in measured for grid in some])
    of_foot, foot_table = steps_of([np.broadcast_to(foot[at][:, None], shape)])
    return _Joint(rows, at, np.flatnonzero(~barred[at]), holes, of, (*coded, *of_foot), (*tables, *foot_table))


class _Box(NamedTuple):
    """Shifts of one combination, by their places in the table, with a shift [mm] that has it."""

    cells: NDArray[np.int_]
    codes: tuple[int, ...]
    place: tuple[int, int]


def _solved(joint: _Joint, lattice: _Lattice, outcomes: Outcomes) -> tuple[Codes, tuple[Outcome, ...]]:
    """The outcome of every combination, as a number for each row and shift along.

    Where the least and the most of all measures of a combination come to the same, so does all between: a stud's edge
    or an edge of concrete farther off never makes a place worse. Else its shifts are parted at the middle.
    """
    shape = joint.of.of.shape
    flat = joint.of.of.reshape(-1)
    order = joint.open[np.argsort(flat[joint.open], kind="stable")]
    _, starts = np.unique(flat[order], return_index=True)
    bounds = np.append(starts, len(order))
    measures = np.stack([one.of.reshape(-1) for one in joint.measures])
    boxes = []
    for start, end in pairwise(bounds):
        row, column = divmod(int(order[start]), shape[1])
        codes = tuple(int(one.of[row, column]) for one in joint.holes)
        boxes.append(_Box(order[start:end], codes, (int(lattice.dx[column]), int(lattice.dy[joint.at[row]]))))
    found: dict[Outcome, int] = {NOT_THERE: 0}
    number_of = np.zeros(len(flat), np.int32)
    while boxes:
        corners = []
        for box in boxes:
            here = measures[:, box.cells]
            corners.append((here, here.min(axis=1), here.max(axis=1)))
        works = [
            [_work(joint, lattice.asked, box.place, box.codes, at.tolist()) for at in (low, high)]
            for box, (_, low, high) in zip(boxes, corners, strict=True)
        ]
        known = outcomes.of_all(work for both in works for work in both)
        smaller = []
        for box, (here, low, high), (least, most) in zip(boxes, corners, works, strict=True):
            if known[least] == known[most]:
                number_of[box.cells] = found.setdefault(known[least], len(found))
                continue
            axis = int((high - low).argmax())
            below = here[axis] <= (low[axis] + high[axis]) // 2
            smaller += [box._replace(cells=box.cells[part]) for part in (below, ~below)]
        boxes = smaller
    return number_of.reshape(shape), tuple(found)


def _work(joint: _Joint, asked: Asked, place: tuple[int, int], codes: tuple[int, ...], at: Sequence[int]) -> Work:
    values = [float(table[number]) for table, number in zip(joint.tables, at, strict=True)]
    each = (1 if asked.framed else 0) + (4 if asked.edges_to_mm else 0)
    pinned = []
    for number in range(len(codes)):
        mine = values[number * each : (number + 1) * each]
        edge = mine.pop(0) if asked.framed else None
        pinned.append(Pinned(edge, (mine[0], mine[1], mine[2], mine[3]) if mine else None))
    return Work(*place, codes, tuple(pinned), values[-1])


def map_places(
    job: JobDocument,
    catalogue: Catalogue,
    keep: Keep = NOTHING_KEPT,
    within: tuple[int, int, int, int] | None = None,
) -> PlaceMap:
    """The verdict of every shift of a fixture over its wall. ``within``: least and most shift along, then up [mm]."""
    done = compute_stages(job, catalogue, keep, advise=False)
    read = read_wall(job, catalogue, keep)
    at, wall = done.job.placement, done.job.wall
    seen = seen_of(done.job.fixture)
    assert seen is not None
    area = Rect(x_mm=at.x_mm + seen.x_mm, y_mm=at.y_mm + seen.y_mm, width_mm=seen.width_mm, height_mm=seen.height_mm)
    room = (area.x_mm, wall.width_mm - area.right_mm, area.y_mm, wall.height_mm - area.top_mm)
    left, right, down, up = (floor(max(0.0, side)) for side in room)
    low_x, high_x, low_y, high_y = within or (-left, right, -down, up)
    dx, dy = np.arange(low_x, high_x + 1, dtype=float), np.arange(low_y, high_y + 1, dtype=float)
    plausible = done.catalogue.figures.identification.plausible_build_up / 2
    fixings = _fixings(done)
    by_name = any(limit.kind in _BY_STUD for limit in done.job.fixture.limits)
    readings = [
        done.identified.reading,
        *(read_ for one, read_ in done.identified.others if one.probability >= plausible),
    ]
    lattice = _Lattice(done, read, asked_of(done.catalogue, fixings, [one.family for one in readings]), dx, dy)
    weights = np.maximum(room_weighs(done, dx, dy, done.catalogue), np.uint8(_always(done)))
    if not done.identified.reading.family.planned or not lattice.holes:
        # nothing holds there by any plan
        return PlaceMap(
            area,
            low_x,
            low_y,
            np.full_like(weights, 2),
            np.zeros((1, len(dx)), np.int32),
            np.zeros(len(dy), int),
            (NOT_THERE,),
            lattice,
        )
    for number in range(len(lattice.holes)):
        np.maximum(weights, lattice.marks(number), out=weights)
    joint = _joint(lattice, done, weights == 2, by_name, catalogue)
    outcome, outcomes = _solved(joint, lattice, Outcomes(done, catalogue, fixings, by_name))
    np.maximum(weights, np.array([one.weight for one in outcomes], np.uint8)[outcome][joint.rows], out=weights)
    for number in range(len(lattice.holes)):
        _hidden_weighs(weights, number, lattice, outcome, joint.rows, outcomes)
    return PlaceMap(area, low_x, low_y, weights, outcome, joint.rows, outcomes, lattice)


def _fixings(done: ComputedStages) -> list[AnyFixing]:
    """The fixings that may hold somewhere in this wall, and those that somebody picked."""
    picked = {choice.fixing for choice in done.job.choices}
    if not done.spots:
        return []
    first, tables = done.spots[0], done.catalogue.capacity
    sold = set(first.sold)
    return [
        row
        for row in done.catalogue.fixings
        if row.key in picked or (sold & set(row.systems) and not refused_here(row, first, tables))
    ]


def _always(done: ComputedStages) -> int:
    """What weighs against every place of the wall."""
    nowhere = done._replace(placed=done.placed._replace(holes=()))
    findings = [*of_the_wall(done.whole.counted(), nowhere), *of_the_thing(done.whole, done)]
    areas = looks_by_sweep(done.job.wall)
    return max([int(areas == ()), *map(weight, findings)])


def _hidden_weighs(
    weights: Weights,
    number: int,
    lattice: _Lattice,
    outcome: Codes,
    rows: NDArray[np.int_],
    outcomes: Sequence[Outcome],
) -> None:
    drilled = [one.drilled[number] if one.drilled else None for one in outcomes]
    for way in {one for one in drilled if one is not None}:
        mine = np.array([one == way for one in drilled])
        there = lattice.weighed(number, way)
        if mine.all():
            np.maximum(weights, there, out=weights)
        else:
            np.maximum(weights, np.where(mine[outcome][rows], there, 0).astype(np.uint8), out=weights)
