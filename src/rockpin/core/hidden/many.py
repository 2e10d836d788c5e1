"""What holes may strike at many spots at once: the same judgement as for one hole, on a grid of rows and columns.

Of a hole only what it weighs is told: 0 where drilling may go on, 1 where proof is wanted, 2 where nobody drills.
"""

from collections.abc import Iterator
from functools import cached_property
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray
from shapely import distance, points

from rockpin.core.document.wall import WallSide
from rockpin.core.hidden.gaps import level_parts, line_gaps, rect_gaps, span, stretches
from rockpin.core.hidden.products import Free, Places, Window, bounds, met_by, moved
from rockpin.core.hidden.read import OPENED_TO_MM, Hidden, cleared_to_mm
from rockpin.core.hidden.risk import (
    UNSWEPT,
    Found,
    RiskField,
    SweepCoverage,
    blind_finds,
    edge_blind_mm,
    posterior,
    sweep_coverage,
)
from rockpin.core.hidden.routes import Route
from rockpin.core.hidden.zones import Zone
from rockpin.core.tables.services import Service

Weights = NDArray[np.uint8]

_SPREADS = 9.0
"""Beyond so many standard deviations a normal chance is nought in the computer's own arithmetic."""


def _phi(z: Places | float) -> Places:
    # slow to load, and one hole asks no grid
    from scipy.special import erf

    return np.asarray(0.5 * (1 + erf(np.asarray(z) / np.sqrt(2.0))))


class _Line(NamedTuple):
    """Routes of one group along one direction: they share a line, a service and its depths, and exclude one another."""

    routes: tuple[Route, ...]

    @property
    def first(self) -> Route:
        return self.routes[0]


class HiddenGrid:
    """All spots of a grid [mm] for holes of one radius [mm], set-out error in it."""

    def __init__(self, hidden: Hidden, x: Places, y: Places, radius_mm: float) -> None:
        self.hidden, self.x, self.y, self.radius_mm = hidden, x, y, radius_mm
        self.shape = (len(y), len(x))
        self._field: RiskField = hidden.field
        self._figures = hidden.tables.figures
        self._passes: dict[tuple[int, int, int, int], list[tuple[_Line, Places]]] = {}
        self._weighed: dict[float, Weights] = {}
        self._met: dict[tuple[Found, int, int, int, int], Places] = {}
        self._covers: dict[tuple[str, float, float, tuple[int, ...], float], SweepCoverage] = {}

    @cached_property
    def _told(self) -> tuple[NDArray[np.int16], list[tuple[int, ...]]]:
        """The kind of each spot by the sweeps that tell of it, and the sweeps of each kind."""
        kind = np.zeros(self.shape, np.int16)
        kinds: list[tuple[int, ...]] = [()]
        for number, scan in enumerate(self._field.scans):
            keep = self.radius_mm + edge_blind_mm(scan, self._figures)
            # as in one hole's own question: both sides of its circle lie within
            columns = np.flatnonzero((scan.area.x_mm <= self.x - keep) & (self.x + keep <= scan.area.right_mm))
            rows = np.flatnonzero((scan.area.y_mm <= self.y - keep) & (self.y + keep <= scan.area.top_mm))
            if not len(columns) or not len(rows):
                continue
            window = (slice(rows[0], rows[-1] + 1), slice(columns[0], columns[-1] + 1))
            here = kind[window]
            blind = np.zeros(here.shape, bool)
            near = self.radius_mm + self._figures.find_blind_mm
            for find in blind_finds(scan):
                blind |= line_gaps(find, self.x[window[1]], self.y[window[0]]) < near
            table = np.zeros(len(kinds), np.int16)
            for met in np.unique(here[~blind]):
                table[met] = len(kinds)
                kinds.append((*kinds[met], number))
            kind[window] = np.where(blind, here, table[here])
        return kind, kinds

    @cached_property
    def _depths_of_kinds(self) -> Places:
        """Depth [mm] to which spots of each kind were cleared by sweeps or by opening, (kinds,)."""
        share = self._figures.sweep_depth_share
        return np.array([cleared_to_mm(tuple(self._field.scans[i] for i in scans), share) for scans in self._told[1]])

    def _by_kind(self, table: NDArray[np.generic]) -> NDArray[np.generic]:
        """What a table has for the kind of each spot, (rows, columns), or what broadcasts to it."""
        return table.reshape(1, 1) if len(table) == 1 else table[self._told[0]]

    @cached_property
    def cleared(self) -> NDArray[np.uint8]:
        """How deep each spot was cleared, as a number in the order of the depths, (rows, columns) or one for all."""
        _, of = np.unique(self._depths_of_kinds, return_inverse=True)
        return np.asarray(self._by_kind(of.reshape(-1).astype(np.uint8)))

    @cached_property
    def in_swept_zone(self) -> NDArray[np.bool_]:
        """Where a zone of this face is touched that was swept: one goes no deeper there than it is cleared."""
        if not (self._depths_of_kinds > 0).any():
            return np.zeros((1, 1), bool)
        return np.asarray(self.this_face & np.asarray(self._by_kind(self._depths_of_kinds > 0), bool))

    def _touched(self, face: WallSide) -> NDArray[np.bool_]:
        found = np.zeros(self.shape, bool)
        for zone in self.hidden.zones:
            if zone.face is face:
                self._touch(zone, found)
        return found

    def _touch(self, zone: Zone, found: NDArray[np.bool_]) -> None:
        columns = span(self.x, zone.area.x_mm - self.radius_mm, zone.area.right_mm + self.radius_mm)
        rows = span(self.y, zone.area.y_mm - self.radius_mm, zone.area.top_mm + self.radius_mm)
        x, y = self.x[columns], self.y[rows]
        parts = level_parts(zone.shape)
        if parts is None:
            across, up = np.meshgrid(x, y)
            found[rows, columns] |= distance(zone.shape, points(across, up)) < self.radius_mm
            return
        for part in parts:
            window = (
                span(y, part.y_mm - self.radius_mm, part.top_mm + self.radius_mm),
                span(x, part.x_mm - self.radius_mm, part.right_mm + self.radius_mm),
            )
            inner = found[rows, columns][window]
            inner |= rect_gaps(part, x[window[1]], y[window[0]]) < self.radius_mm

    @cached_property
    def this_face(self) -> NDArray[np.bool_]:
        """Where a zone of this face is touched."""
        return self._touched(WallSide.THIS)

    @cached_property
    def other_face(self) -> NDArray[np.bool_]:
        """Where a zone of the other face is touched."""
        return self._touched(WallSide.OTHER)

    # ------------------------------------------------------------------ the risk

    @cached_property
    def _lines(self) -> list[_Line]:
        lines: dict[tuple[str, bool], list[Route]] = {}
        for route in self._field.routes:
            lines.setdefault((route.group, route.upright), []).append(route)
        return [_Line(tuple(routes)) for routes in lines.values()]

    def _chance_of(self, line: _Line, window: Window) -> Places | None:
        """Chance that some route of a line passes, by row or by column of a window of alike spots; None: none does."""
        x, y = self.x[window[1]], self.y[window[0]]
        across, along = (x, y[0]) if line.first.upright else (y, x[0])
        total = None
        for route in line.routes:
            if not route.from_mm - self.radius_mm <= along <= route.to_mm + self.radius_mm:
                continue
            reach, gap = self.radius_mm + route.width_mm / 2, np.abs(across - route.at_mm)
            if len(gap) == 0 or gap.min() > reach + _SPREADS * route.beside_mm:
                continue
            part = route.chance * (_phi((gap + reach) / route.beside_mm) - _phi((gap - reach) / route.beside_mm))
            total = part if total is None else total + part
        return total

    @cached_property
    def _tiles(self) -> list[Window]:
        """Parts of the grid between all places at which a route begins or ends."""
        bounds_x: set[float] = set()
        bounds_y: set[float] = set()
        for route in self._field.routes:
            ends = (route.from_mm - self.radius_mm, route.to_mm + self.radius_mm)
            (bounds_y if route.upright else bounds_x).update(ends)
        return [
            (rows, columns)
            for rows in stretches(self.y, sorted(bounds_y))
            for columns in stretches(self.x, sorted(bounds_x))
        ]

    def _passing(self, window: Window) -> list[tuple[_Line, Places]]:
        """The lines that pass a window of alike spots, with the chance of each by row or by column; kept, since neither
        depth nor sweeps change it."""
        key = (window[0].start, window[0].stop, window[1].start, window[1].stop)
        if key not in self._passes:
            chances = [(line, self._chance_of(line, window)) for line in self._lines]
            self._passes[key] = [(line, chance) for line, chance in chances if chance is not None]
        return self._passes[key]

    def _cover(self, route: Route, scans: tuple[int, ...], reach_mm: float) -> SweepCoverage:
        """What some sweeps leave of a route; asked once for all windows that they tell of."""
        key = (route.kind, route.depth_from_mm, route.depth_to_mm, scans, reach_mm)
        if key not in self._covers:
            depths = self._field.depths(route.kind, [self._field.scans[i] for i in scans])
            self._covers[key] = sweep_coverage(route, reach_mm, depths)
        return self._covers[key]

    def _of_window(self, window: Window, scans: tuple[int, ...], reach_mm: float) -> tuple[Free, Free, Free]:
        """What is left of 1 by the risk, by that before any sweep, and by gas, where one set of sweeps tells of all."""
        swept: dict[str, list[Places | None]] = {}
        bare: dict[str, list[Places | None]] = {}
        gas = Free(1.0)
        for line, whole in self._passing(window):
            route, way = line.first, 0 if line.first.upright else 1
            cover = self._cover(route, scans, reach_mm)
            struck = np.minimum(1.0, posterior(whole, cover))
            swept.setdefault(route.group, [None, None])[way] = struck
            bare.setdefault(route.group, [None, None])[way] = whole * sweep_coverage(route, reach_mm, UNSWEPT).left
            if route.service is Service.GAS:
                gas.take(*((struck, None) if route.upright else (None, struck)))
        stray = self._field.unknown_service(reach_mm, [self._field.scans[i] for i in scans])
        free, before = Free(1 - stray), Free(1.0)
        for across, up in swept.values():
            free.take(across, up)
        for across, up in bare.values():
            before.take(across, up)
        return free, before, gas

    @cached_property
    def _parts(self) -> list[tuple[Window, NDArray[np.bool_] | bool, int]]:
        """Parts of the grid, in them the spots meant, and the kind that these are of by what sweeps tell of them."""
        kind, kinds = self._told
        found: list[tuple[Window, NDArray[np.bool_] | bool, int]] = []
        for window in self._tiles:
            here = kind[window]
            numbers = [0] if len(kinds) == 1 else np.flatnonzero(np.bincount(here.reshape(-1), minlength=len(kinds)))
            for number in numbers:
                found.append((window, True if len(numbers) == 1 else here == number, int(number)))
        return found

    def _each(
        self, reach_mm: float, over: tuple[float, float, float] = (0.0, 0.0, 0.0)
    ) -> Iterator[tuple[Window, NDArray[np.bool_] | bool, Places, Places, Places]]:
        """Parts of the grid, in them the spots meant, and there the risk [1], that before any sweep, that of gas.

        A part may come again: what is greater counts. ``over``: parts in which none of the three comes so far are left
        out.
        """
        for window, mine, number in self._parts:
            three = self._of_window(window, self._told[1][number], reach_mm)
            corners = [
                *(one for each in three[:2] for one in each.corners()),
                *(part for _, part in self._finds_in(window)),
            ]
            exactly = dict.fromkeys(map(bounds, corners))
            for inner in dict.fromkeys([bounds(met_by(three, over, window)), *exactly]):
                low, high, left, right = inner
                if low >= high or left >= right:
                    continue
                part = (slice(low, high), slice(left, right))
                here = moved(part, window)
                free, before, gas = (one.within(part) if inner in exactly else one.whole(part) for one in three)
                if inner in exactly:
                    free = self._beside_finds(here, reach_mm, free)
                yield here, mine if isinstance(mine, bool) else mine[part], 1 - free, 1 - before, 1 - gas

    def _finds_in(self, window: Window) -> Iterator[tuple[Found, Window]]:
        """The finds that reach into a window, each with the part that it reaches into, counted from the corner."""
        x, y = self.x[window[1]], self.y[window[0]]
        for find in self._field.finds:
            far = self._reaches(find)
            rows = span(y, min(find.y_mm, find.y2_mm) - far, max(find.y_mm, find.y2_mm) + far)
            columns = span(x, min(find.x_mm, find.x2_mm) - far, max(find.x_mm, find.x2_mm) + far)
            if rows.stop > rows.start and columns.stop > columns.start:
                yield find, (rows, columns)

    def _reaches(self, find: Found) -> float:
        """How far from a find [mm] a hole may strike it."""
        return self.radius_mm + self._figures.find_half_mm + _SPREADS * max(find.sigma_mm, 1.0)

    def _beside(self, find: Found, window: Window) -> Places:
        """The chance that a hole at each spot of a window meets a find, however deep; kept, since depth is no part."""
        key = (find, *bounds(window))
        if key not in self._met:
            wide, sigma = self.radius_mm + self._figures.find_half_mm, max(find.sigma_mm, 1.0)
            gap = line_gaps(find, self.x[window[1]], self.y[window[0]])
            self._met[key] = _phi((gap + wide) / sigma) - _phi((gap - wide) / sigma)
        return self._met[key]

    def _beside_finds(self, window: Window, reach_mm: float, free: Places) -> Places:
        """What is left of 1 in a window once finds count."""
        free = free.copy()
        for find, part in self._finds_in(window):
            chance = self._beside(find, moved(part, window))
            if find.depth_mm is not None:
                chance = chance * _phi((reach_mm - find.depth_mm) / max(find.sigma_mm, 1.0))
            free[part] *= 1 - chance
        return free

    def risk(self, reach_mm: float) -> Places:
        """Risk [1] of a hole so deep [mm] at every spot, (rows, columns)."""
        found = np.zeros(self.shape)
        for window, mine, risk, _, _ in self._each(reach_mm):
            here = found[window]
            np.maximum(here, risk, out=here, where=mine)
        return found

    # ------------------------------------------------------------------ what it weighs

    def _finds_weigh(self, reach_mm: float, in_stud: bool, found: Weights) -> None:
        lines = [find for find in self.hidden.finds if not find.refuted]
        for find, line in zip(lines, self._field.finds, strict=True):
            if find.depth_mm is not None and reach_mm <= find.depth_mm - find.keep_off_mm:
                continue
            far = self.radius_mm + find.keep_off_mm
            window = (
                span(self.y, min(line.y_mm, line.y2_mm) - far, max(line.y_mm, line.y2_mm) + far),
                span(self.x, min(line.x_mm, line.x2_mm) - far, max(line.x_mm, line.x2_mm) + far),
            )
            gap = line_gaps(line, self.x[window[1]], self.y[window[0]])
            near = gap - self.radius_mm - find.keep_off_mm < 0
            found[window] = np.where(near, 2, found[window])
        for _, member in self.hidden.plates if in_stud else ():
            beside = np.abs(self.x - member.rect.centre_x_mm) <= member.rect.width_mm
            found[:, beside] = 2

    def weighs(self, reach_mm: float, in_stud: bool) -> Weights:
        """What a hole that reaches so deep [mm] weighs at every spot, if it may go into a stud there or not."""
        hidden, school, figures = self.hidden, self.hidden.school, self._figures
        deep_from = hidden.thickness_mm - (school.deep_mm or 0.0)
        deep = school.deep_mm is not None and hidden.hollow and reach_mm > school.deep_mm
        free = hidden.front_mm + figures.hollow_free_mm
        may_leave = school.hollow_free and hidden.hollow and not in_stud and reach_mm > free
        bored = in_stud and school.stud_free_mm is not None and reach_mm - hidden.front_mm > school.stud_free_mm
        unproved = np.asarray(self._by_kind(self._depths_of_kinds < reach_mm))
        if deep or may_leave or bored:
            found = np.array(np.broadcast_to(unproved, self.shape).astype(np.uint8))
        else:
            met = self.this_face | self.other_face if reach_mm > deep_from else self.this_face
            found = (met & unproved).view(np.uint8)
        np.maximum(found, self._risk_weighs(reach_mm), out=found)
        self._finds_weigh(reach_mm, in_stud, found)
        return found

    def _risk_weighs(self, reach_mm: float) -> Weights:
        """What the risk of a hole so deep [mm] weighs at every spot; kept, since it is the same in a stud."""
        if reach_mm in self._weighed:
            return self._weighed[reach_mm]
        figures = self._figures
        found = self._weighed[reach_mm] = np.zeros(self.shape, np.uint8)
        over = (figures.risk_prove, figures.risk_likely, figures.gas_prove)
        for window, mine, risk, before, gas in self._each(reach_mm, over):
            opened = self._depths_of_kinds[self._told[0][window]] >= OPENED_TO_MM if self._any_opened else False
            likely = (before >= figures.risk_likely) & (risk <= figures.risk_stop) & ~np.asarray(opened)
            weight = (likely | (risk > figures.risk_prove) | (gas > figures.gas_prove)).astype(np.uint8)
            weight[~likely & (risk > figures.risk_stop)] = 2
            if weight.any():
                here = found[window]
                np.maximum(here, weight, out=here, where=mine)
        return found

    @cached_property
    def _any_opened(self) -> bool:
        return bool((self._depths_of_kinds >= OPENED_TO_MM).any())
