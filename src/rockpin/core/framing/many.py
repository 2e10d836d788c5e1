"""What stands behind many spots at once: the same as for one spot, as whole numbers on a grid of rows and columns.

Of chances only those steps are told that anything is decided by: for how many of the widths that are asked for a screw
surely, or possibly, meets wood, and for how many half widths it is surely, or possibly, clear. Rows in which nothing
changes are worked out once.
"""

from collections.abc import Iterable, Sequence
from math import inf, sqrt
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from rockpin.core.document.wall import Courses
from rockpin.core.framing.behind import MemberReading, sure_quantile
from rockpin.core.tables.figures import FramingFigures

Places = NDArray[np.float64]
Steps = NDArray[np.uint8]
Numbers = NDArray[np.uint16]

_SPREADS = 9.0
"""Beyond so many standard deviations a normal chance is nought in the computer's own arithmetic."""


class Widths(NamedTuple):
    """What is asked of framing: least wood beside screws [mm], and half widths that are to be clear [mm]; rising."""

    sides_mm: tuple[float, ...]
    halves_mm: tuple[float, ...]


class FramedGrid(NamedTuple):
    """What each spot meets in a framed wall, arrays of shape (rows, columns).

    ``wood``, ``wood_open``: for how many of the sides it is surely wood, or may be; ``clear``, ``clear_open``: for how
    many of the half widths it is surely clear, or may be. ``member``: the number of the member met, counted from 1; 0
    where none may be. ``edge_mm``: the distance to its edge that is sure, without bound where none is met.
    """

    wood: Steps
    wood_open: Steps
    clear: Steps
    clear_open: Steps
    member: Numbers
    edge_mm: Places


def _phi(z: Places) -> Places:
    # slow to load, and one hole asks no grid
    from scipy.special import erf

    return np.asarray(0.5 * (1 + erf(z / sqrt(2))))


class _Upright:
    """One member as chances see it: its place across its grain on the columns or rows, and where it stands along it."""

    def __init__(self, member: MemberReading, number: int, lean_mm_per_m: float) -> None:
        rect = member.rect
        self.member, self.number, self.level = member, number, member.horizontal
        self.centre = rect.centre_y_mm if self.level else rect.centre_x_mm
        self.half = (rect.height_mm if self.level else rect.width_mm) / 2
        self.low, self.high = (rect.x_mm, rect.right_mm) if self.level else (rect.y_mm, rect.top_mm)
        self.shaped = bool(member.density) and not self.level
        self.leans = member.hit_at_mm is not None and not self.level and lean_mm_per_m > 0
        self.lean_mm_per_m = lean_mm_per_m
        self._sums = np.concatenate([[0.0], np.cumsum(member.density)])

    def reach_mm(self, half_mm: float) -> float:
        """How far from its middle it may be met by something so wide [mm]."""
        spread = _SPREADS * self.member.sigma_mm
        if self.shaped:
            first = self.member.density_from_mm - self.centre
            spread = max(abs(first), abs(first + len(self.member.density))) + 5
        return self.half + half_mm + spread

    def lean_mm(self, y: Places) -> Places:
        """Spread of its lean at each height [mm], (rows,)."""
        if not self.leans:
            return np.zeros(len(y))
        return self.lean_mm_per_m * np.abs(y - (self.member.hit_at_mm or 0.0)) / 1000

    def _between(self, least: Places, most: Places) -> Places:
        """As :meth:`MemberReading.chance_between`, of arrays."""
        count = len(self.member.density)
        first = np.clip(np.ceil(least).astype(int) - self.member.density_from_mm, 0, count)
        last = np.clip(np.floor(most).astype(int) - self.member.density_from_mm + 1, 0, count)
        return np.asarray(np.where(last > first, self._sums[np.maximum(last, first)] - self._sums[first], 0.0))

    def within(self, least: Places, most: Places, lean: Places) -> Places:
        """As :meth:`MemberReading.chance_within`: bounds of shape (1 or rows, columns), lean (rows, 1)."""
        plain = self._between(least, most)
        if not self.leans:
            return plain
        aside = sqrt(3) * lean
        leaning = (
            2 / 3 * plain
            + (self._between(least + aside, most + aside) + self._between(least - aside, most - aside)) / 6
        )
        return np.asarray(np.where(lean > 0, leaning, plain))


class _Block:
    """A part of the grid, all of it worked out at every column and at every row that differs."""

    def __init__(self, members: Sequence[_Upright], x: Places, y: Places, near_mm: float, most_mm: float) -> None:
        self.x, self.y, self.members = x[None, :], y[:, None], members
        self._near_mm = near_mm
        # one that is met only by what is nearer anyway need not be asked
        self._far = {one.number for one in members if one.reach_mm(most_mm) >= near_mm}
        self.leans = {one.number: one.lean_mm(y)[:, None] for one in members}

    def _counted(self, one: _Upright) -> NDArray[np.bool_] | bool:
        """Where a member is near enough to count at all."""
        if one.number not in self._far:
            return True
        rect = one.member.rect
        aside = np.maximum(np.maximum(rect.x_mm - self.x, self.x - rect.right_mm), 0.0)
        above = np.maximum(np.maximum(rect.y_mm - self.y, self.y - rect.top_mm), 0.0)
        return np.asarray(np.sqrt(aside * aside + above * above) < self._near_mm)

    def wood(self, one: _Upright, side_mm: float) -> Places:
        """As :func:`chance_of_wood`."""
        member, half = one.member, one.half
        if 2 * half <= 2 * side_mm:
            return np.zeros((1, 1))
        across, along = (self.y, self.x) if one.level else (self.x, self.y)
        inset = side_mm if one.level else 0.0
        there = (one.low + inset <= along) & (along <= one.high - inset)
        if one.shaped:
            chance = member.exists * one.within(
                self.x - half + side_mm, self.x + half - side_mm, self.leans[one.number]
            )
        else:
            low, high = one.centre - half + side_mm - across, one.centre + half - side_mm - across
            if member.sigma_mm == 0:
                chance = ((low <= 0) & (high >= 0)).astype(float)
            else:
                chance = member.exists * np.maximum(0.0, _phi(high / member.sigma_mm) - _phi(low / member.sigma_mm))
        return np.asarray(np.where(there & self._counted(one), chance, 0.0))

    def inside(self, one: _Upright) -> NDArray[np.bool_]:
        """Where its drawn rectangle is."""
        rect = one.member.rect
        in_x = (rect.x_mm <= self.x) & (self.x <= rect.right_mm)
        return np.asarray(in_x & (rect.y_mm <= self.y) & (self.y <= rect.top_mm) & self._counted(one))

    def met(self, side_mm: float) -> tuple[Places, NDArray[np.int_]]:
        """The best chance of wood, and the member that it is of, as :func:`look_behind` takes it."""
        shape = (self.y.shape[0], self.x.shape[1])
        wood, number = np.zeros(shape), np.zeros(shape, dtype=int)
        for one in self.members:
            chance = self.wood(one, side_mm)
            taken = (chance > wood) | (self.inside(one) & (number == 0))
            wood = np.where(taken, chance, wood)
            number = np.where(taken, one.number, number)
        return wood, number

    def clear(self, half_mm: float) -> Places:
        """As :func:`chance_clear`."""
        clear = np.ones((self.y.shape[0], self.x.shape[1]))
        for one in self.members:
            member = one.member
            across, along = (self.y, self.x) if one.level else (self.x, self.y)
            beside = np.maximum(one.low - along, along - one.high)
            reach = one.half + half_mm
            offset = across - one.centre
            if one.shaped:
                near = one.within(self.x - reach + 1e-9, self.x + reach - 1e-9, self.leans[one.number])
            elif member.sigma_mm == 0:
                near = (np.abs(offset) < reach).astype(float)
            else:
                near = _phi((reach - offset) / member.sigma_mm) - _phi((-reach - offset) / member.sigma_mm)
            far = np.abs(offset) - reach > 8 * member.sigma_mm + 400 * bool(member.density)
            meets = (beside < half_mm) & ~far & self._counted(one)
            clear = clear * np.where(meets, 1 - np.minimum(1.0, member.exists * near), 1.0)
        return clear

    def edge_mm(self, number: NDArray[np.int_], figures: FramingFigures) -> Places:
        """As the sure distance to the edge of the member that is met."""
        edge = np.full(number.shape, inf)
        for one in self.members:
            across = self.y if one.level else self.x
            sigma = np.hypot(one.member.sigma_mm, self.leans[one.number])
            sure = one.half - np.abs(across - one.centre) - sure_quantile(figures.clear_of_stud) * sigma
            edge = np.where(number == one.number, np.maximum(0.0, sure), edge)
        return edge


def _alike(
    y: Places, members: Sequence[_Upright], half_mm: float, near_mm: float
) -> tuple[NDArray[np.int_], NDArray[np.int_]]:
    """Rows that stand for all, and which of them each row is like."""
    if any(one.leans for one in members):
        return np.arange(len(y)), np.arange(len(y))
    bounds: set[float] = set()
    own = np.zeros(len(y), dtype=bool)
    for one in members:
        rect = one.member.rect
        for at in (rect.y_mm, rect.top_mm):
            bounds |= {at, at - half_mm, at + half_mm}
        if one.level:
            own |= np.abs(y - one.centre) <= one.reach_mm(half_mm)
        elif near_mm < inf:
            away = np.maximum(rect.y_mm - y, y - rect.top_mm)
            own |= (away > 0) & (away <= near_mm)
    # every bound is a row of its own, the rows between two of them are alike
    edges = np.array(sorted(bounds))
    place = np.searchsorted(edges, y, side="left") + np.searchsorted(edges, y, side="right")
    key = np.where(own, 2 * len(edges) + 1 + np.arange(len(y)), place)
    _, first, of = np.unique(key, return_index=True, return_inverse=True)
    return first, of.reshape(-1)


def _clusters(at: Places, spans: Iterable[tuple[float, float]]) -> list[slice]:
    """Stretches of sorted places that lie in any span, put together where they touch."""
    found: list[list[int]] = []
    for low, high in sorted(spans):
        first, last = int(np.searchsorted(at, low, "left")), int(np.searchsorted(at, high, "right"))
        if first >= last:
            continue
        if found and first <= found[-1][1]:
            found[-1][1] = max(found[-1][1], last)
        else:
            found.append([first, last])
    return [slice(first, last) for first, last in found]


def framed_grid(
    members: Sequence[MemberReading],
    x: Places,
    y: Places,
    widths: Widths,
    figures: FramingFigures,
    near_mm: float = inf,
) -> FramedGrid:
    """What every spot of a grid meets in a framed wall [mm]. ``near_mm``: members farther from a spot do not count."""
    lean = figures.stud_lean_mm_per_m
    every = [_Upright(member, number, lean) for number, member in enumerate(members, 1)]
    shape = (len(y), len(x))
    grid = FramedGrid(
        np.zeros(shape, np.uint8),
        np.zeros(shape, np.uint8),
        np.full(shape, len(widths.halves_mm), np.uint8),
        np.full(shape, len(widths.halves_mm), np.uint8),
        np.zeros(shape, np.uint16),
        np.full(shape, inf),
    )
    most = max((*widths.halves_mm, *widths.sides_mm, 1.0))
    spans = [(one, one.centre - one.reach_mm(most), one.centre + one.reach_mm(most)) for one in every]
    columns = _clusters(x, [(low, high) for one, low, high in spans if not one.level])
    blocks = [(slice(0, len(y)), part) for part in columns]
    for one, low, high in spans:
        if one.level:
            # past its ends it is met by nothing
            along = _clusters(x, [(one.low - most, one.high + most)])
            blocks += [(part, across) for part in _clusters(y, [(low, high)]) for across in along]
    for down, across in blocks:
        near = [
            one
            for one, low, high in spans
            if (one.level and low <= y[down][-1] and high >= y[down][0])
            or (not one.level and low <= x[across][-1] and high >= x[across][0])
        ]
        _fill(grid, down, across, near, (x[across], y[down]), widths, figures, near_mm)
    return grid


def _fill(
    grid: FramedGrid,
    down: slice,
    across: slice,
    members: Sequence[_Upright],
    at: tuple[Places, Places],
    widths: Widths,
    figures: FramingFigures,
    near_mm: float,
) -> None:
    x, y = at
    most = max((*widths.halves_mm, *widths.sides_mm))
    first, of = _alike(y, members, most, near_mm)
    block = _Block(members, x, y[first], near_mm, most)
    shape = (len(first), len(x))
    wood, wood_open, number = np.zeros(shape, np.uint8), np.zeros(shape, np.uint8), np.zeros(shape, int)
    for side in widths.sides_mm:
        chance, met = block.met(side)
        may = chance >= figures.open_least
        wood += (chance >= figures.solid_wood_credit).astype(np.uint8)
        wood_open += may.astype(np.uint8)
        # the member that the thinnest screw meets; where none may be met it says nothing
        number = np.where((number == 0) & may, met, number)
    clear, may_clear = np.zeros(number.shape, np.uint8), np.zeros(number.shape, np.uint8)
    for half in widths.halves_mm:
        chance = block.clear(half)
        clear += (chance >= figures.clear_of_stud).astype(np.uint8)
        may_clear += (chance >= figures.open_least).astype(np.uint8)
    window = (down, across)
    grid.wood[window] = wood[of]
    grid.wood_open[window] = wood_open[of]
    grid.clear[window] = clear[of]
    grid.clear_open[window] = may_clear[of]
    grid.member[window] = number[of].astype(np.uint16)
    grid.edge_mm[window] = block.edge_mm(number, figures)[of]


class CoursedGrid(NamedTuple):
    """What each spot meets in coursed masonry, arrays of shape (rows, columns): a joint, or how near a unit's end."""

    joint: NDArray[np.bool_]
    end_mm: Places


def _units(courses: Courses, x: Places, y: Places) -> tuple[NDArray[np.bool_], Places]:
    """As for one spot: whether it lies in a joint, and the distance [mm] to the nearer end of the unit."""
    rise, run = courses.unit_height_mm + courses.joint_mm, courses.unit_length_mm + courses.joint_mm
    course, up = np.divmod(y - courses.origin_y_mm, rise)
    along = np.mod(x[None, :] - courses.origin_x_mm - (course * courses.course_shift * run)[:, None], run)
    joint = (up[:, None] >= courses.unit_height_mm) | (along >= courses.unit_length_mm)
    end = np.where(joint, 0.0, np.minimum(along, courses.unit_length_mm - along))
    return joint, end


def coursed_grid(courses: Courses, x: Places, y: Places, step_mm: float) -> CoursedGrid:
    """What every spot of a grid meets in courses; within ``step_mm`` of a joint above or below counts as in it."""
    rise = courses.unit_height_mm + courses.joint_mm
    key = np.stack(
        [
            part
            for at in (y, y + step_mm, y - step_mm)
            for part in (
                np.floor_divide(at - courses.origin_y_mm, rise),
                np.mod(at - courses.origin_y_mm, rise) >= courses.unit_height_mm,
            )
        ]
    )
    _, first, of = np.unique(key, axis=1, return_index=True, return_inverse=True)
    rows = y[first]
    joint, end = _units(courses, x, rows)
    joint = joint | _units(courses, x, rows + step_mm)[0] | _units(courses, x, rows - step_mm)[0]
    of = of.reshape(-1)
    return CoursedGrid(joint[of], end[of])
