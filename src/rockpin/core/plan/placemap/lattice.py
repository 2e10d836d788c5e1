"""The spots that the holes of a fixture go over while it is shifted, and what is asked of them, each asked once."""

from collections.abc import Mapping, Sequence

import numpy as np
from numpy.typing import NDArray

from rockpin.core.hidden import HiddenGrid
from rockpin.core.plan.findings import looks_by_sweep
from rockpin.core.plan.placemap.codes import Grid, GridRows, Window, row_numbers
from rockpin.core.plan.placemap.outcomes import Drilled
from rockpin.core.plan.placemap.standing import marks_weigh
from rockpin.core.plan.placemap.surroundings import Around, Asked
from rockpin.core.plan.stages import ComputedStages, ReadWall
from rockpin.core.setout import PlacedHole

Places = NDArray[np.float64]
Weights = NDArray[np.uint8]
_SAME_MM = 1e-9
_MOST_OF_IT = 0.5
"""From such a share of the spots on all of them are asked at once, and kept for the next who asks."""
_BANDS, _BAND_ROWS = 8, 250
"""Into how many bands of rows a grid is parted at the most to leave out where nobody drills, and of how many rows."""

Where = tuple[NDArray[np.bool_], NDArray[np.int_]]
"""Where a hole is drilled in one way, told for rows that differ; and of each shift up, its row there."""


def lattices_of(holes: Sequence[PlacedHole], step_mm: int = 1) -> list[list[int]]:
    """The holes, by their numbers, put together whose places are whole steps [mm] apart."""
    groups: list[list[int]] = []
    for number, hole in enumerate(holes):
        for group in groups:
            first = holes[group[0]]
            apart = ((hole.x_mm - first.x_mm) / step_mm, (hole.y_mm - first.y_mm) / step_mm)
            if all(abs(part - round(part)) < _SAME_MM for part in apart):
                group.append(number)
                break
        else:
            groups.append([number])
    return groups


class Lattice:
    """Holes whose places differ by whole steps share the grids that are asked for their spots.

    ``dx``, ``dy``: the shifts [mm], each ``step_mm`` from the one before it.
    """

    def __init__(
        self, done: ComputedStages, read: ReadWall, asked: Asked, dx: Places, dy: Places, step_mm: int = 1
    ) -> None:
        self.done, self.read, self.asked = done, read, asked
        self.dx, self.dy = dx, dy
        self.holes: list[PlacedHole] = list(done.placed.holes)
        self.groups = lattices_of(self.holes, step_mm)
        self._axes: dict[int, tuple[Places, Places]] = {}
        self.window: dict[int, Window] = {}
        self._group_of: dict[int, int] = {}
        for group in self.groups:
            first = self.holes[group[0]]
            across = [round((self.holes[number].x_mm - first.x_mm) / step_mm) for number in group]
            up = [round((self.holes[number].y_mm - first.y_mm) / step_mm) for number in group]
            x = first.x_mm + dx[0] + step_mm * np.arange(min(across), max(across) + len(dx), dtype=float)
            y = first.y_mm + dy[0] + step_mm * np.arange(min(up), max(up) + len(dy), dtype=float)
            for number, right, high in zip(group, across, up, strict=True):
                self._axes[number], self._group_of[number] = (x, y), group[0]
                rows = slice(high - min(up), high - min(up) + len(dy))
                self.window[number] = (rows, slice(right - min(across), right - min(across) + len(dx)))
        self._around: dict[tuple[int, float], Around] = {}
        self._parts: dict[tuple[int, float, bool], list[GridRows[Grid]]] = {}
        self._rows: dict[tuple[int, float, bool], NDArray[np.int_]] = {}
        self._hidden: dict[tuple[int, float], HiddenGrid] = {}
        self._weighed: dict[tuple[int, Drilled], Weights] = {}
        self._marks: dict[tuple[int, float], Weights] = {}
        self._risks: dict[tuple[int, Drilled], Places] = {}

    def around(self, number: int) -> Around:
        """What a hole may meet, on the grid that it shares."""
        hole, (x, y), key = self.holes[number], self._axes[number], self._shared(number)
        if key not in self._around:
            self._around[key] = Around(self.done.job, self.read, self.asked, x, y, hole.diameter_mm)
        return self._around[key]

    def parts(self, number: int, by_name: bool) -> list[GridRows[Grid]]:
        """All that decides of a hole's surroundings by whole numbers, on the grid that it shares."""
        key = (*self._shared(number), by_name)
        if key not in self._parts:
            self._parts[key] = self.around(number).parts(by_name)
        return self._parts[key]

    def measured(self, number: int) -> list[GridRows[Places]]:
        """What is measured about a hole besides [mm], on the grid that it shares."""
        return self.around(number).measured

    def rows(self, number: int, by_name: bool) -> NDArray[np.int_]:
        """For each shift up a number, the same where a hole meets the same all along, (shifts up,)."""
        key = (*self._shared(number), by_name)
        if key not in self._rows:
            self._rows[key] = row_numbers([*self.parts(number, by_name), *self.measured(number)])
        return self._rows[key][self.window[number][0]]

    def _shared(self, number: int) -> tuple[int, float]:
        """What holes share that meet the same: their group, and how wide they are [mm]."""
        return self._group_of[number], self.holes[number].diameter_mm

    def mine(self, number: int, grid: Weights) -> Weights:
        """The part of a shared grid that a hole goes over, a spot for each shift."""
        return grid[self.window[number]]

    def shifts_over(self, number: int, part: Window) -> tuple[Window, Window]:
        """The shifts that bring a hole over a part of the shared grid, and what of the part it then goes over."""
        over, spots = [], []
        for mine, here in zip(self.window[number], part, strict=True):
            low, high = max(mine.start, here.start), min(mine.stop, here.stop)
            high = max(low, high)
            over.append(slice(low - mine.start, high - mine.start))
            spots.append(slice(low, high))
        return (over[0], over[1]), (spots[0], spots[1])

    def marks(self, number: int) -> Weights:
        """What weighs against a hole's mark at each shift."""
        key = self._shared(number)
        if key not in self._marks:
            self._marks[key] = marks_weigh(self.done, *self._axes[number], self.holes[number].diameter_mm)
        return self.mine(number, self._marks[key])

    def hidden(self, number: int, diameter_mm: float) -> HiddenGrid:
        """What a hole that is drilled so wide [mm] may strike."""
        around = self.around(number)
        if diameter_mm == self.holes[number].diameter_mm:
            return around.hidden
        key = (self._group_of[number], diameter_mm)
        if key not in self._hidden:
            self._hidden[key] = HiddenGrid(self.done.hidden, *self._axes[number], self._radius_mm(diameter_mm))
        return self._hidden[key]

    def _radius_mm(self, diameter_mm: float) -> float:
        return diameter_mm / 2 + self.done.hidden.tables.setout_error_mm

    def weighed(self, number: int, drilled: Drilled) -> Weights:
        """What weighs against a hole so drilled, by what is hidden, at each shift."""
        key = (self._group_of[number], drilled)
        if key not in self._weighed:
            grid = self.hidden(number, drilled.diameter_mm)
            found = grid.weighs(drilled.reach_mm, drilled.in_stud)
            np.maximum(found, self._unseen(*self._axes[number], drilled.diameter_mm), out=found)
            self._weighed[key] = found
        return self.mine(number, self._weighed[key])

    def weighed_where(self, drilled: Drilled, holes: Mapping[int, Where]) -> Weights:
        """What weighs against holes of one group, so drilled, on the grid that they share; 0 where none of them is.

        ``holes``: by their numbers.
        """
        first = next(iter(holes))
        x, y = self._axes[first]
        parts = [
            (rows, *self._drilled_in(rows, x, holes))
            for rows in np.array_split(np.arange(len(y)), min(_BANDS, 1 + len(y) // _BAND_ROWS))
        ]
        if sum(down.sum() * across.sum() for _, down, across in parts) > _MOST_OF_IT * len(x) * len(y):
            self.weighed(first, drilled)
            return self._weighed[self._group_of[first], drilled]
        found = np.zeros((len(y), len(x)), np.uint8)
        for rows, down, across in parts:
            if not down.any():
                continue
            part = x[across], y[rows[down]]
            grid = HiddenGrid(self.done.hidden, *part, self._radius_mm(drilled.diameter_mm))
            seen = np.maximum(grid.weighs(drilled.reach_mm, drilled.in_stud), self._unseen(*part, drilled.diameter_mm))
            found[np.ix_(rows[down], across)] = seen
        return found

    def _drilled_in(
        self, band: NDArray[np.int_], x: Places, holes: Mapping[int, Where]
    ) -> tuple[NDArray[np.bool_], NDArray[np.bool_]]:
        """In which rows of a band of the grid any of the holes is drilled, and in which columns."""
        down, across = np.zeros(len(band), bool), np.zeros(len(x), bool)
        for number, (where, rows) in holes.items():
            up, along = self.window[number]
            # of the band the rows that this hole goes over
            low, high = max(band[0], up.start), min(band[-1] + 1, up.stop)
            if low >= high:
                continue
            here = rows[low - up.start : high - up.start]
            down[low - band[0] : high - band[0]] |= np.asarray(where.any(axis=1))[here]
            across[along] |= np.asarray(where[np.unique(here)].any(axis=0))
        return down, across

    def _unseen(self, x: Places, y: Places, diameter_mm: float) -> Weights:
        """Proof that is wanted where nobody looked and no sweep stands for it: it must cover every hole."""
        areas = looks_by_sweep(self.done.job.wall)
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
