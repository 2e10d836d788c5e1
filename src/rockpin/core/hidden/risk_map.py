"""The risk at every spot of a wall, for a hole of usual size that reaches so deep: the picture over the elevation.

The same sums as for one hole, on a grid. Upright and level routes are products of a profile and a length, so each point
touches two strips of the grid only; sweeps sort the cells into few kinds, and what they clear is worked out for each.
"""

from collections import defaultdict
from collections.abc import Sequence
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from rockpin.core.base.model import Rect
from rockpin.core.hidden.risk import (
    Found,
    RiskField,
    SweepCoverage,
    blind_finds,
    edge_blind_mm,
    sweep_coverage,
)
from rockpin.core.hidden.routes import Route

Grid = NDArray[np.float32]
Places = NDArray[np.float64]


_SURE = 0.9999
_SPREADS = 3.5
"""How many standard deviations beside its line a route is followed."""


class RiskMap(NamedTuple):
    """Risk at the middle of each cell, rows from the floor up; ``swept``: which cells any sweep or opening covers."""

    cell_mm: float
    risk: Grid
    swept: NDArray[np.bool_]


class _Sweeps(NamedTuple):
    """The kind of each cell by the sweeps that cover a hole in it, and the sweeps of each kind."""

    kind: NDArray[np.int16]
    scans: tuple[tuple[int, ...], ...]


def _sort_cells(field: RiskField, x: Places, y: Places, radius_mm: float) -> _Sweeps:
    # small numbers, so that comparing neighbours is quick
    kind = np.zeros((len(y), len(x)), dtype=np.int16)
    named: dict[frozenset[int], int] = {frozenset(): 0}
    # two sweeps in one mode, with one depth and one proof, tell the same
    like: dict[tuple[object, ...], int] = {}

    figures = field.tables.figures

    def within(area: Rect, inside_mm: float) -> tuple[slice, slice]:
        columns = np.nonzero((x - inside_mm >= area.x_mm) & (x + inside_mm <= area.right_mm))[0]
        rows = np.nonzero((y - inside_mm >= area.y_mm) & (y + inside_mm <= area.top_mm))[0]
        if not len(columns) or not len(rows):
            return slice(0, 0), slice(0, 0)
        return slice(rows[0], rows[-1] + 1), slice(columns[0], columns[-1] + 1)

    for number, scan in enumerate(field.scans):
        worth = (
            scan.mode,
            scan.claimed_depth_mm,
            scan.proved_on_live_cable,
            scan.proved_depth_mm,
            scan.circuits_on,
        )
        mine = like.setdefault(worth, number)
        window = within(scan.area, radius_mm + edge_blind_mm(scan, figures))
        sets = list(named)
        table = np.arange(len(sets), dtype=np.int16)
        # each kind of cell that the sweep meets becomes another one, with the sweep in it
        for met in np.nonzero(np.bincount(kind[window].ravel(), minlength=len(sets)))[0]:
            table[met] = named.setdefault(sets[met] | {mine}, len(named))
        told, before = table[kind[window]], kind[window]
        for find in blind_finds(scan):
            # beside what it found a sweep shows nothing else
            beside = _gaps(find, x[window[1]], y[window[0]]) < radius_mm + figures.find_blind_mm
            told = np.where(beside, before, told)
        kind[window] = told
    return _Sweeps(kind, tuple(tuple(sorted(scans)) for scans in named))


def _normal(deviations: Places | float) -> Places:
    """The chance of a normal error below so many standard deviations."""
    # slow to load, and a hole by itself asks no map
    from scipy.special import ndtr

    return np.asarray(ndtr(deviations))


def _profile(route: Route, places: Places, radius_mm: float) -> Places:
    reach = radius_mm + route.width_mm / 2
    gap = places - route.at_mm
    return _normal((gap + reach) / route.beside_mm) - _normal((gap - reach) / route.beside_mm)


class _Strip:
    """A group of routes along one direction, which share a line, a service and its depths, and exclude one another.

    What a cell of one kind adds is the same all along a stretch of the line: it is worked out across the line once.
    """

    def __init__(
        self,
        routes: Sequence[Route],
        x: Places,
        y: Places,
        radius_mm: float,
        cells: _Sweeps,
        parts: Sequence[SweepCoverage],
    ) -> None:
        first = routes[0]
        self.upright, self._cells = first.upright, cells
        across, along = (x, y) if first.upright else (y, x)
        far = _SPREADS * first.beside_mm + radius_mm + first.width_mm
        self.across = slice(*np.searchsorted(across, (first.at_mm - far, first.at_mm + far)))
        self._profile = _profile(first, across[self.across], radius_mm)
        self._chance = np.zeros(len(along))
        for route in routes:
            low, high = np.searchsorted(along, (route.from_mm - radius_mm, route.to_mm + radius_mm))
            self._chance[low:high] += route.chance
        self._left = np.array([one.left for one in parts])
        self._cleared = np.array([one.cleared for one in parts])

    def window(self, along: slice) -> tuple[slice, slice]:
        """Rows and columns of a stretch of the line."""
        return (along, self.across) if self.upright else (self.across, along)

    def add_to(self, free: Places) -> None:
        """Adds the log of the chance that nothing of this group is struck.

        Between two changes, of the chance or of the kinds of cells beside the line, every row across it is the same.
        """
        window = self.window(slice(0, len(self._chance)))
        kinds = self._cells.kind[window] if self.upright else self._cells.kind[window].T
        lines = free[window] if self.upright else free[window].T
        changes = (kinds[1:] != kinds[:-1]).any(axis=1) | (self._chance[1:] != self._chance[:-1])
        starts = np.concatenate([[0], np.flatnonzero(changes) + 1])
        stops = np.append(starts[1:], len(self._chance))
        taken = self._chance[starts] > 0
        starts, stops = starts[taken], stops[taken]
        before, kind = self._chance[starts, None] * self._profile, kinds[starts]
        chance = before * self._left[kind] / (1 - before * self._cleared[kind])
        rows = np.log1p(-np.minimum(chance, _SURE))
        for start, stop, row in zip(starts.tolist(), stops.tolist(), rows, strict=True):
            lines[start:stop] += row

    def inside(self, rows: slice, columns: slice) -> Places:
        """The chances [1] themselves in a part of the strip."""
        across, along = (columns, rows) if self.upright else (rows, columns)
        profile = self._profile[across.start - self.across.start : across.stop - self.across.start]
        chance = self._chance[along]
        before = np.outer(chance, profile) if self.upright else np.outer(profile, chance)
        kind = self._cells.kind[rows, columns]
        return np.asarray(np.minimum(before * self._left[kind] / (1 - before * self._cleared[kind]), _SURE))


def _near(find: Found, x: Places, y: Places, far_mm: float) -> tuple[slice, slice]:
    """The part of the grid about a find."""
    low = (min(find.y_mm, find.y2_mm) - far_mm, min(find.x_mm, find.x2_mm) - far_mm)
    high = (max(find.y_mm, find.y2_mm) + far_mm, max(find.x_mm, find.x2_mm) + far_mm)
    rows, columns = (
        slice(*np.searchsorted(places, (first, last))) for places, first, last in zip((y, x), low, high, strict=True)
    )
    return rows, columns


def _gaps(find: Found, x: Places, y: Places) -> Places:
    """Distance [mm] of each cell from a find."""
    dx, dy = find.x2_mm - find.x_mm, find.y2_mm - find.y_mm
    length2 = dx * dx + dy * dy
    across, up = np.meshgrid(x - find.x_mm, y - find.y_mm)
    share = np.clip((across * dx + up * dy) / length2, 0, 1) if length2 else np.zeros_like(across)
    return np.asarray(np.hypot(across - share * dx, up - share * dy))


def _of_find(find: Found, x: Places, y: Places, wide_mm: float, reach_mm: float) -> Places:
    """Chance of striking a find at each cell."""
    gap = _gaps(find, x, y)
    sigma = max(find.sigma_mm, 1.0)
    chance = _normal((gap + wide_mm) / sigma) - _normal((gap - wide_mm) / sigma)
    if find.depth_mm is not None:
        chance *= _normal((reach_mm - find.depth_mm) / sigma)
    return np.asarray(chance)


def map_risk(field: RiskField, face: Rect, radius_mm: float, reach_mm: float, cell_mm: float = 10.0) -> RiskMap:
    """The risk of a hole of this radius [mm], set-out error in it, that reaches so deep [mm], all over a face."""
    x = np.arange(cell_mm / 2, face.width_mm, cell_mm)
    y = np.arange(cell_mm / 2, face.height_mm, cell_mm)
    cells = _sort_cells(field, x, y, radius_mm)
    of_kind = {
        (key, number): field.depths(key, [field.scans[i] for i in scans])
        for key in {route.kind for route in field.routes}
        for number, scans in enumerate(cells.scans)
    }
    what: dict[tuple[str, float, float], list[SweepCoverage]] = {}
    groups: dict[str, dict[bool, list[Route]]] = defaultdict(lambda: defaultdict(list))
    for route in field.routes:
        groups[route.group][route.upright].append(route)
        key = (route.kind, route.depth_from_mm, route.depth_to_mm)
        if key not in what:
            what[key] = [
                sweep_coverage(route, reach_mm, of_kind[route.kind, number]) for number in range(len(cells.scans))
            ]
    # chances that nothing is struck are multiplied: as logs, added
    stray = np.array([field.unknown_service(reach_mm, [field.scans[i] for i in scans]) for scans in cells.scans])
    free = np.log1p(-stray)[cells.kind]
    for ways in groups.values():
        strips = {
            upright: _Strip(
                routes, x, y, radius_mm, cells, what[routes[0].kind, routes[0].depth_from_mm, routes[0].depth_to_mm]
            )
            for upright, routes in ways.items()
        }
        for strip in strips.values():
            strip.add_to(free)
        if len(strips) == 2:
            # where both directions of one group pass, they exclude one another: their chances add
            rows, columns = strips[False].across, strips[True].across
            one, other = (strip.inside(rows, columns) for strip in strips.values())
            both = np.minimum(one + other, _SURE)
            free[rows, columns] += np.log1p(-both) - np.log1p(-one) - np.log1p(-other)
    for find in field.finds:
        wide = radius_mm + field.tables.figures.find_half_mm
        window = _near(find, x, y, wide + 5 * max(find.sigma_mm, 1.0))
        free[window] += np.log1p(-np.minimum(_of_find(find, x[window[1]], y[window[0]], wide, reach_mm), _SURE))
    swept = np.array([bool(scans) for scans in cells.scans])[cells.kind]
    return RiskMap(cell_mm, np.asarray(-np.expm1(free), dtype=np.float32), swept)
