"""How likely does a hole strike something? Routes that may pass it, brought down by what was swept and found clear.

A route is normal beside its line and even over its depths. A hole strikes it where its circle, set-out error and half
the service's width meet it within the depth that drill, screw or toggle reach: that is no less than the greatest
chance of any spot in the circle. A clear sweep is Bayes' rule with the chance that its mode misses each make of the
service; its sight fades with depth. Of sweeps in one mode over one place the better counts, once, and all modes of one
hand share a chance of having failed altogether. At the edge of its area, and beside what it found, a sweep is blind.
"""

from collections.abc import Sequence
from itertools import pairwise
from math import erf, prod, sqrt
from typing import NamedTuple, TypeVar

import numpy as np
from numpy.typing import NDArray

from rockpin.core.base.model import Model, to_line_mm
from rockpin.core.base.quantities import show_risk
from rockpin.core.document.sweeps import Scan, ScanMode, Screen
from rockpin.core.hidden.routes import Route
from rockpin.core.tables.by_room import HiddenTables
from rockpin.core.tables.figures import HiddenFigures
from rockpin.core.tables.services import Make, Service, ServiceKind

Chance = TypeVar("Chance", float, NDArray[np.float64])

MODES = (ScanMode.METAL, ScanMode.LIVE, ScanMode.DENSITY)
_EVERYWHERE = 1e9


class ScanConditions(NamedTuple):
    """What stands between an instrument and a service in this wall."""

    screens: frozenset[Screen]
    steel_studs: bool
    board: bool
    tiled: bool


class RiskPart(Model):
    """One thing that a hole may strike, in words."""

    says: str
    service: Service | None
    chance: float
    text: str


class HoleRisk(Model):
    """The chance of striking something, with its parts, the greatest first. ``before``: of routes, before any sweep."""

    chance: float
    before: float
    text: str
    gas: float
    parts: tuple[RiskPart, ...]


def _phi(z: float) -> float:
    return 0.5 * (1 + erf(z / sqrt(2)))


def miss_chance(make: Make, scan: Scan, conditions: ScanConditions, tables: HiddenTables) -> float:
    """Chance [1] that a sweep shows nothing where this make of a service lies within its depth."""
    figures = tables.figures
    if scan.mode is ScanMode.OPENED:
        return 0.0
    miss = make.miss[scan.mode]
    match scan.mode:
        case ScanMode.LIVE:
            if not scan.circuits_on:
                return 1.0
            if conditions.screens or conditions.steel_studs:
                miss = max(miss, figures.live_behind_screen)
        case ScanMode.METAL:
            if conditions.screens & {Screen.FOIL, Screen.METAL_MESH}:
                return 1.0
        case ScanMode.DENSITY:
            if (make.only_board and not conditions.board) or conditions.tiled:
                return 1.0
    works = 1.0 if scan.proved_on_live_cable else figures.unproved_works
    return 1 - works * (1 - miss)


class Found(NamedTuple):
    """A line or spot that a sweep or an opening showed, and nobody has refuted."""

    says: str
    x_mm: float
    y_mm: float
    x2_mm: float
    y2_mm: float
    sigma_mm: float
    depth_mm: float | None

    def distance_to(self, x_mm: float, y_mm: float) -> float:
        """Distance [mm] from a spot to the line."""
        return to_line_mm(x_mm, y_mm, (self.x_mm, self.y_mm), (self.x2_mm, self.y2_mm))

    def strike(self, distance_mm: float, wide_mm: float, reach_mm: float) -> float:
        """Chance [1] that a hole so far from the line strikes it; ``wide_mm``: hole's radius and half the find."""
        sigma = max(self.sigma_mm, 1.0)
        side = _phi((distance_mm + wide_mm) / sigma) - _phi((distance_mm - wide_mm) / sigma)
        return side if self.depth_mm is None else side * _phi((reach_mm - self.depth_mm) / sigma)


class Slice(NamedTuple):
    """Depths between two bounds, with the chance that all sweeps there miss what lies in it."""

    from_mm: float
    to_mm: float
    missed: float


_FADES_IN = 5
"""Steps in which sight fades from all of it to none."""


def sight(scan: Scan, depth_mm: float, figures: HiddenFigures) -> float:
    """Share [1] of its sight that a sweep has at a depth [mm]: all to half of the claim, then fading to none."""
    if scan.mode is ScanMode.OPENED:
        return 1.0
    if scan.claimed_depth_mm <= 0:
        return 0.0
    whole, end = figures.sweep_whole_share, figures.sweep_end_share
    return min(1.0, max(0.0, (end - depth_mm / scan.claimed_depth_mm) / (end - whole)))


def _failed(scans: Sequence[Scan], depth_mm: float, figures: HiddenFigures) -> float:
    """Chance [1] that all these sweeps failed together: one hand, one instrument, one day."""
    proved = any(scan.proved_depth_mm is not None and scan.proved_depth_mm >= depth_mm for scan in scans)
    return figures.sweep_failed_proved if proved else figures.sweep_failed


def slices(
    kind: ServiceKind, scans: Sequence[Scan], conditions: ScanConditions, tables: HiddenTables
) -> tuple[Slice, ...]:
    """The depths of a wall from its face on, each with the chance that a service of this kind there was missed."""
    figures = tables.figures
    whole, end = figures.sweep_whole_share, figures.sweep_end_share
    steps = [whole + (end - whole) * step / _FADES_IN for step in range(_FADES_IN + 1)]
    fading = {step * scan.claimed_depth_mm for scan in scans if scan.mode is not ScanMode.OPENED for step in steps}
    bounds = sorted({0.0, _EVERYWHERE, *(depth for depth in fading if depth > 0)})
    parts = list(pairwise(bounds))
    if any(scan.mode is ScanMode.OPENED for scan in scans):
        return tuple(Slice(low, high, 0.0) for low, high in parts)
    seen = [[sight(scan, (low + high) / 2, figures) for low, high in parts] for scan in scans]
    modes = [some for mode in MODES if (some := [i for i, scan in enumerate(scans) if scan.mode is mode])]
    totals = [0.0] * len(parts)
    for make in kind.makes:
        shown = [1 - miss_chance(make, scan, conditions, tables) for scan in scans]
        for depth in range(len(parts)):
            missed = prod(min(1 - seen[i][depth] * shown[i] for i in some) for some in modes)
            totals[depth] += make.share * missed
    for depth, (_, high) in enumerate(parts):
        if swept := [scan for scan, shares in zip(scans, seen, strict=True) if shares[depth] > 0]:
            failed = _failed(swept, high, figures)
            totals[depth] = failed + (1 - failed) * totals[depth]
    return tuple(Slice(low, high, total) for (low, high), total in zip(parts, totals, strict=True))


def _part_of(route: Route, from_mm: float, to_mm: float) -> float:
    """The share of a route's depths between two bounds [mm]."""
    low, high = max(route.depth_from_mm, from_mm), min(route.depth_to_mm, to_mm)
    return max(0.0, high - low) / (route.depth_to_mm - route.depth_from_mm)


UNSWEPT = (Slice(0.0, _EVERYWHERE, 1.0),)
"""The depths of a wall that nobody swept."""


class SweepCoverage(NamedTuple):
    """What sweeps leave of a route: the share within reach that was missed or not swept, and the share they clear."""

    left: float
    cleared: float


def sweep_coverage(route: Route, reach_mm: float, depths: Sequence[Slice]) -> SweepCoverage:
    """What sweeps leave of a route within a reach [mm], and what they clear of all of it; shares of its depths."""
    left = sum(_part_of(route, one.from_mm, min(one.to_mm, reach_mm)) * one.missed for one in depths)
    cleared = sum(_part_of(route, one.from_mm, one.to_mm) * (1 - one.missed) for one in depths)
    return SweepCoverage(left, cleared)


def passage_probability(route: Route, x_mm: float, y_mm: float, radius_mm: float) -> float:
    """Chance [1] that a route is taken and passes within a circle, before any sweep and at whatever depth."""
    across, along = (x_mm, y_mm) if route.upright else (y_mm, x_mm)
    if not route.from_mm - radius_mm <= along <= route.to_mm + radius_mm:
        return 0.0
    reach, gap = radius_mm + route.width_mm / 2, abs(across - route.at_mm)
    return route.chance * (_phi((gap + reach) / route.beside_mm) - _phi((gap - reach) / route.beside_mm))


def posterior(chance: Chance, what: SweepCoverage) -> Chance:
    """Bayes' rule: the chance [1] of striking what was there with this chance, once its sweeps showed nothing.

    One chance, or an array of them.
    """
    return chance * what.left / (1 - chance * what.cleared)


def blind_finds(scan: Scan) -> tuple[Found, ...]:
    """What a sweep found and nobody has refuted: beside that it shows nothing else."""
    if scan.mode is ScanMode.OPENED:
        return ()
    return tuple(
        Found(one.what, one.x_mm, one.y_mm, one.x2_mm, one.y2_mm, one.spread_mm, one.depth_mm)
        for one in scan.finds
        if one.refuted is None
    )


def edge_blind_mm(scan: Scan, figures: HiddenFigures) -> float:
    """How far inside the edge of its area [mm] a sweep is blind; what was opened is seen to its edge."""
    return 0.0 if scan.mode is ScanMode.OPENED else figures.sweep_edge_blind_mm


def tells_of(scan: Scan, x_mm: float, y_mm: float, radius_mm: float, figures: HiddenFigures) -> bool:
    """Whether a sweep or an opening tells of a whole circle."""
    if not scan.area.covers_circle(x_mm, y_mm, radius_mm + edge_blind_mm(scan, figures)):
        return False
    near = radius_mm + figures.find_blind_mm
    return all(find.distance_to(x_mm, y_mm) >= near for find in blind_finds(scan))


class RiskField(NamedTuple):
    """All that is needed to ask for the risk at any spot of one wall."""

    routes: tuple[Route, ...]
    finds: tuple[Found, ...]
    scans: tuple[Scan, ...]
    conditions: ScanConditions
    background: tuple[tuple[str, float], ...]
    background_depths: tuple[float, float]
    tables: HiddenTables
    # holes under the same sweeps have the same depths, and as deep the same chance of what nobody explains: told once
    known_depths: dict[tuple[str, tuple[str, ...]], tuple[Slice, ...]]
    known_unknown: dict[tuple[float, tuple[str, ...]], float]

    def covering(self, x_mm: float, y_mm: float, radius_mm: float) -> tuple[Scan, ...]:
        """The sweeps and openings that tell of a circle: all of it inside their edge, not beside what they found."""
        return tuple(scan for scan in self.scans if tells_of(scan, x_mm, y_mm, radius_mm, self.tables.figures))

    def depths(self, kind: str, scans: Sequence[Scan]) -> tuple[Slice, ...]:
        """The depths of this wall as :func:`slices`, under some of its sweeps."""
        key = kind, tuple(scan.id for scan in scans)
        if key not in self.known_depths:
            self.known_depths[key] = slices(self.tables.services[kind], scans, self.conditions, self.tables)
        return self.known_depths[key]

    def unknown_service(self, reach_mm: float, scans: Sequence[Scan]) -> float:
        """Chance [1] of striking what no rule and no habit explains: a cable or a pipe, at any depth of the wall."""
        key = reach_mm, tuple(scan.id for scan in scans)
        if key not in self.known_unknown:
            self.known_unknown[key] = self._unknown_service(reach_mm, scans)
        return self.known_unknown[key]

    def _unknown_service(self, reach_mm: float, scans: Sequence[Scan]) -> float:
        low, high = self.background_depths

        def part(from_mm: float, to_mm: float) -> float:
            return max(0.0, min(high, to_mm) - max(low, from_mm)) / (high - low)

        free = 1.0
        for kind, chance in self.background:
            depths = self.depths(kind, scans)
            left = sum(part(one.from_mm, min(one.to_mm, reach_mm)) * one.missed for one in depths)
            cleared = sum(part(one.from_mm, one.to_mm) * (1 - one.missed) for one in depths)
            free *= 1 - posterior(chance, SweepCoverage(left, cleared))
        return 1 - free

    def at(
        self, x_mm: float, y_mm: float, radius_mm: float, reach_mm: float, told_by: tuple[Scan, ...] | None = None
    ) -> HoleRisk:
        """The risk of one hole with all its parts. ``told_by``: the sweeps that tell of it, where they are known."""
        least = self.tables.figures.risk_part_least
        scans = self.covering(x_mm, y_mm, radius_mm) if told_by is None else told_by
        parts: list[RiskPart] = []

        def name(says: str, service: Service | None, chance: float) -> None:
            if chance >= least:
                parts.append(RiskPart(says=says, service=service, chance=chance, text=show_risk(chance)))

        # routes of a group along one line exclude one another and are swept as one: their chances add first
        lines: dict[tuple[str, bool], list[tuple[Route, float]]] = {}
        for route in self.routes:
            if chance := passage_probability(route, x_mm, y_mm, radius_mm):
                lines.setdefault((route.group, route.upright), []).append((route, chance))
        depths: dict[str, tuple[Slice, ...]] = {}
        groups: dict[str, float] = {}
        unswept: dict[str, float] = {}
        gas_free = 1.0
        for (group, _), taken in lines.items():
            first = taken[0][0]
            if first.kind not in depths:
                depths[first.kind] = self.depths(first.kind, scans)
            whole = sum(chance for _, chance in taken)
            struck = min(1.0, posterior(whole, sweep_coverage(first, reach_mm, depths[first.kind])))
            groups[group] = groups.get(group, 0.0) + struck
            bare = sweep_coverage(first, reach_mm, UNSWEPT).left
            unswept[group] = unswept.get(group, 0.0) + whole * bare
            if first.service is Service.GAS:
                gas_free *= 1 - struck
            for route, chance in taken:
                name(route.says, route.service, struck * chance / whole)
        unknown = self.unknown_service(reach_mm, scans)
        name("something laid against every rule", None, unknown)
        free = 1 - unknown
        for chance in groups.values():
            free *= 1 - min(1.0, chance)
        wide = radius_mm + self.tables.figures.find_half_mm
        for find in self.finds:
            chance = find.strike(find.distance_to(x_mm, y_mm), wide, reach_mm)
            free *= 1 - chance
            name(find.says, None, chance)
        parts.sort(key=lambda part: -part.chance)
        before = 1 - prod(1 - min(1.0, chance) for chance in unswept.values())
        return HoleRisk(chance=1 - free, before=before, text=show_risk(1 - free), gas=1 - gas_free, parts=tuple(parts))
