"""Chances of wood and of clear space at many spots at once: the same sums as for one spot, on columns and rows."""

from collections.abc import Sequence
from math import erf, inf, sqrt

import numpy as np
from numpy.typing import NDArray

from rockpin.core.framing.behind import MemberReading, sure_quantile
from rockpin.core.tables.figures import FramingFigures

Places = NDArray[np.float64]

_SPREADS = 9.0
"""Beyond so many standard deviations a normal chance is nought in the computer's own arithmetic."""
_FEW = 256
"""So few spots are asked one by one: the other way is slow to load, and a hole by itself asks no grid."""


def _phi(z: Places) -> Places:
    if z.size <= _FEW:
        return np.array([0.5 * (1 + erf(one / sqrt(2))) for one in z.ravel().tolist()]).reshape(z.shape)
    from scipy.special import erf as erf_of_all

    return np.asarray(0.5 * (1 + erf_of_all(z / sqrt(2))))


class MemberAcross:
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

    def cells_met(
        self, x_mm: float, y: Places, sides_mm: Sequence[float], halves_mm: Sequence[float]
    ) -> list[NDArray[np.int_]]:
        """For each height numbers of the places of its density [mm] that are met from a column, by each width: the
        chances at two heights with the same numbers are the same, at every column whole millimetres away too."""
        lean = self.lean_mm(y)
        aside = sqrt(3) * lean
        found = [(lean > 0).astype(int)]
        for low, high in (*map(self._wood_bounds, sides_mm), *map(self._clear_bounds, halves_mm)):
            for way in (aside, -aside):
                found += [np.ceil(x_mm + low + way).astype(int), np.floor(x_mm + high + way).astype(int)]
        return found

    def _wood_bounds(self, side_mm: float) -> tuple[float, float]:
        """How far beside a spot its middle may be, so that there is as much wood on both sides of the spot [mm]."""
        return side_mm - self.half, self.half - side_mm

    def _clear_bounds(self, half_mm: float) -> tuple[float, float]:
        """How far beside a spot its middle is where it stands in something so wide about the spot [mm]."""
        reach = self.half + half_mm
        return 1e-9 - reach, reach - 1e-9

    def _between(self, least: Places, most: Places) -> Places:
        """As :meth:`MemberReading.chance_between`, of arrays."""
        count = len(self.member.density)
        first = np.clip(np.ceil(least).astype(int) - self.member.density_from_mm, 0, count)
        last = np.clip(np.floor(most).astype(int) - self.member.density_from_mm + 1, 0, count)
        return np.asarray(np.where(last > first, self._sums[np.maximum(last, first)] - self._sums[first], 0.0))

    def within(self, least: Places, most: Places, lean: Places) -> Places:
        """As :meth:`MemberReading.chance_within` [1]: bounds [mm] of shape (1 or rows, columns), lean (rows, 1)."""
        plain = self._between(least, most)
        if not self.leans:
            return plain
        aside = sqrt(3) * lean
        leaning = (
            2 / 3 * plain
            + (self._between(least + aside, most + aside) + self._between(least - aside, most - aside)) / 6
        )
        return np.asarray(np.where(lean > 0, leaning, plain))


class MemberChances:
    """A part of the grid, all of it worked out at every column and at every row that differs.

    ``x``, ``y``: rising. Each member is asked only about the stretch across it that it may reach into, ``most_mm``
    about a spot.
    """

    def __init__(self, members: Sequence[MemberAcross], x: Places, y: Places, near_mm: float, most_mm: float) -> None:
        self.shape = (len(y), len(x))
        self._near_mm = near_mm
        # one that is met only by what is nearer anyway need not be asked
        self._far = {one.number for one in members if one.reach_mm(most_mm) >= near_mm}
        self._parts: dict[int, tuple[tuple[slice, slice], Places, Places]] = {}
        self.members: list[MemberAcross] = []
        for one in members:
            reach = one.reach_mm(most_mm)
            at = y if one.level else x
            low, high = (
                np.searchsorted(at, one.centre - reach, "left"),
                np.searchsorted(at, one.centre + reach, "right"),
            )
            across = slice(int(low), int(high))
            window = (across, slice(0, len(x))) if one.level else (slice(0, len(y)), across)
            if low < high:
                self.members.append(one)
                self._parts[one.number] = window, x[window[1]][None, :], y[window[0]][:, None]
        self.leans = {one.number: one.lean_mm(y)[:, None] for one in self.members if not one.level}

    def _counted(self, one: MemberAcross) -> NDArray[np.bool_] | bool:
        """Where a member is near enough to count at all."""
        if one.number not in self._far:
            return True
        _, x, y = self._parts[one.number]
        rect = one.member.rect
        aside = np.maximum(np.maximum(rect.x_mm - x, x - rect.right_mm), 0.0)
        above = np.maximum(np.maximum(rect.y_mm - y, y - rect.top_mm), 0.0)
        return np.asarray(np.sqrt(aside * aside + above * above) < self._near_mm)

    def _wood(self, one: MemberAcross, side_mm: float) -> Places:
        """Chances [1] as :func:`chance_of_wood`, with so much wood [mm] to both sides, in its part."""
        member, half, (_, x, y) = one.member, one.half, self._parts[one.number]
        if 2 * half <= 2 * side_mm:
            return np.zeros((1, 1))
        across, along = (y, x) if one.level else (x, y)
        inset = side_mm if one.level else 0.0
        there = (one.low + inset <= along) & (along <= one.high - inset)
        if one.shaped:
            chance = member.exists * one.within(x - half + side_mm, x + half - side_mm, self.leans[one.number])
        else:
            low, high = one.centre - half + side_mm - across, one.centre + half - side_mm - across
            if member.sigma_mm == 0:
                chance = ((low <= 0) & (high >= 0)).astype(float)
            else:
                chance = member.exists * np.maximum(0.0, _phi(high / member.sigma_mm) - _phi(low / member.sigma_mm))
        return np.asarray(np.where(there & self._counted(one), chance, 0.0))

    def _inside(self, one: MemberAcross) -> NDArray[np.bool_]:
        """Where its drawn rectangle is, in its part."""
        rect, (_, x, y) = one.member.rect, self._parts[one.number]
        in_x = (rect.x_mm <= x) & (x <= rect.right_mm)
        return np.asarray(in_x & (rect.y_mm <= y) & (y <= rect.top_mm) & self._counted(one))

    def met(self, side_mm: float) -> tuple[Places, NDArray[np.int_]]:
        """The best chance of wood, and the member that it is of, as :func:`look_behind` takes it; (rows, columns)."""
        wood, number = np.zeros(self.shape), np.zeros(self.shape, dtype=int)
        for one in self.members:
            chance, (window, _, _) = self._wood(one, side_mm), self._parts[one.number]
            wood_here, number_here = wood[window], number[window]
            taken = (chance > wood_here) | (self._inside(one) & (number_here == 0))
            wood[window] = np.where(taken, chance, wood_here)
            number[window] = np.where(taken, one.number, number_here)
        return wood, number

    def clear(self, half_mm: float) -> Places:
        """Chances [1] as :func:`chance_clear`, within so many mm; (rows, columns)."""
        clear = np.ones(self.shape)
        for one in self.members:
            member, (window, x, y) = one.member, self._parts[one.number]
            across, along = (y, x) if one.level else (x, y)
            beside = np.maximum(one.low - along, along - one.high)
            reach = one.half + half_mm
            offset = across - one.centre
            if one.shaped:
                near = one.within(x - reach + 1e-9, x + reach - 1e-9, self.leans[one.number])
            elif member.sigma_mm == 0:
                near = (np.abs(offset) < reach).astype(float)
            else:
                near = _phi((reach - offset) / member.sigma_mm) - _phi((-reach - offset) / member.sigma_mm)
            far = np.abs(offset) - reach > member.strays_mm
            meets = (beside < half_mm) & ~far & self._counted(one)
            clear[window] *= np.where(meets, 1 - np.minimum(1.0, member.exists * near), 1.0)
        return clear

    def edge_mm(self, number: NDArray[np.int_], figures: FramingFigures) -> Places:
        """The sure distance [mm] to the edge of the member that is met, by its number; without bound where none is."""
        edge = np.full(number.shape, inf)
        for one in self.members:
            window, x, y = self._parts[one.number]
            sigma = np.hypot(one.member.sigma_mm, 0.0 if one.level else self.leans[one.number])
            sure = one.half - np.abs((y if one.level else x) - one.centre)
            sure = np.maximum(0.0, sure - sure_quantile(figures.clear_of_stud) * sigma)
            edge[window] = np.where(number[window] == one.number, sure, edge[window])
        return edge
