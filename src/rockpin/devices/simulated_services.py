"""Simulated cables and pipes in a simulated wall, laid by habit and by rule, some of them against every rule.

The habits and the odds of the simulated detector are the own ones of this module; the tables by which Rock Pin
reckons have no part in them. A hole strikes what its cylinder touches.
"""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from rockpin.core.base.model import Rect, to_line_mm
from rockpin.core.document.job import Region
from rockpin.core.document.sweeps import Find, ScanMode
from rockpin.core.document.wall import Point, Wall, WallSide
from rockpin.devices.simulated_walls import Trade

Rng = np.random.Generator

_ELECTRIC = (
    "socket",
    "twin_socket",
    "switch",
    "wall_light",
    "cooker_outlet",
    "fused_spur",
    "thermostat",
    "consumer_unit",
)
_WATER = ("tap", "shower_valve", "bath", "cistern", "outside_tap")
_HEAT = ("radiator", "heated_rail", "boiler")
_GAS = ("hob", "gas_fire", "gas_point", "boiler")


@dataclass(frozen=True)
class TrueService:
    """One straight piece of cable or pipe: its ends, the depth of its middle below this face and its thickness [mm]."""

    kind: str
    x_mm: float
    y_mm: float
    x2_mm: float
    y2_mm: float
    depth_mm: float
    width_mm: float

    def distance_to(self, x_mm: float, y_mm: float) -> float:
        return to_line_mm(x_mm, y_mm, (self.x_mm, self.y_mm), (self.x2_mm, self.y2_mm))

    def struck_by(self, x_mm: float, y_mm: float, radius_mm: float, reach_mm: float) -> bool:
        """Whether a hole of this radius and reach touches it."""
        near = self.distance_to(x_mm, y_mm) <= radius_mm + self.width_mm / 2
        return near and self.depth_mm - self.width_mm / 2 < reach_mm


@dataclass(frozen=True)
class Inside:
    """What a wall is inside, as far as services care [mm]: hollow between two depths, or solid."""

    hollow: bool
    front_mm: float
    back_mm: float
    thickness_mm: float


def _depth(rng: Rng, inside: Inside, face: WallSide, width: float) -> float:
    if inside.hollow:
        low, high = inside.front_mm + width / 2, max(inside.front_mm + width / 2 + 1, inside.back_mm - width / 2)
        # many cables are clipped or lie against the board, the others hang
        return float(rng.uniform(low, high)) if rng.random() < 0.7 else float(rng.uniform(low, (low + high) / 2))
    chase = float(np.clip(rng.normal(16 + width / 2, 6), width / 2 + 2, 60))
    return chase if face is WallSide.THIS else inside.thickness_mm - chase


_SIZES = {"twin_socket": 147.0, "cooker_outlet": 147.0, "consumer_unit": 360.0}


def _ends(rng: Rng, wall: Wall, point: Point, odds: tuple[float, float, float]) -> tuple[str, float, float]:
    """Which way a service leaves a point, and where it ends: up, down or aside."""
    way = str(rng.choice(["up", "down", "side"], p=odds))
    if way == "up":
        return way, point.x_mm, wall.height_mm
    if way == "down":
        return way, point.x_mm, 0.0
    level = [one for one in wall.points if one.id != point.id and abs(one.y_mm - point.y_mm) < 60]
    if level and rng.random() < 0.75:
        return way, level[int(rng.integers(len(level)))].x_mm, point.y_mm
    return way, float(rng.choice([0.0, wall.width_mm])), point.y_mm


_SINS = {Trade.CAREFUL: 0.07, Trade.HASTY: 0.16}
"""How often a service is laid against every rule."""


def _lay(
    rng: Rng,
    wall: Wall,
    inside: Inside,
    point: Point,
    kind: str,
    width: float,
    odds: tuple[float, float, float],
    trade: Trade,
) -> list[TrueService]:
    size = _SIZES.get(point.kind, 86.0)
    depth = _depth(rng, inside, point.face, width)
    if rng.random() < _SINS[trade]:
        # against every rule: slantwise to some place along the top or the foot
        end_x = float(np.clip(point.x_mm + rng.normal(0, 900), 0, wall.width_mm))
        end_y = wall.height_mm if rng.random() < 0.7 else 0.0
        return [TrueService(kind, point.x_mm, point.y_mm, end_x, end_y, depth, width)]
    way, end_x, end_y = _ends(rng, wall, point, odds)
    aside = float(np.clip(rng.normal(0, size / 4), -size / 2 + width / 2, size / 2 - width / 2))
    if way == "side":
        y = point.y_mm + float(np.clip(rng.normal(0, 20), -40, 40))
        return [TrueService(kind, point.x_mm, y, end_x, y, depth, width)]
    return [TrueService(kind, point.x_mm + aside, point.y_mm, point.x_mm + aside, end_y, depth, width)]


def _passing(rng: Rng, wall: Wall, inside: Inside, trade: Trade, region: Region, year: int) -> list[TrueService]:
    """What feeds no point of this wall: feeders under the ceiling, capped pipes, what owners have added."""
    found: list[TrueService] = []
    depth = _depth(rng, inside, WallSide.THIS, 10.0)
    if region is Region.CENTRAL_EUROPE and rng.random() < 0.45:
        y = wall.height_mm - 300 + float(rng.normal(0, 55))
        found.append(TrueService("live_cable", 0.0, y, wall.width_mm, y, depth, 10.0))
    if rng.random() < (0.07 if trade is Trade.HASTY else 0.03):
        x = float(rng.uniform(0, wall.width_mm))
        top = float(rng.uniform(300, 1300))
        found.append(TrueService("copper_pipe", x, 0.0, x, top, _depth(rng, inside, WallSide.THIS, 15.0), 15.0))
    if year < 1980 and rng.random() < (0.16 if trade is Trade.HASTY else 0.08):
        x, x2 = float(rng.uniform(0, wall.width_mm)), float(rng.uniform(0, wall.width_mm))
        y, y2 = float(rng.uniform(200, 1400)), float(rng.uniform(200, wall.height_mm))
        found.append(TrueService("live_cable", x, y, x2, y2, depth, 9.0))
    return found


def lay_services(
    rng: Rng,
    wall: Wall,
    inside: Inside,
    trade: Trade = Trade.CAREFUL,
    region: Region = Region.BRITAIN,
    year: int = 1995,
) -> tuple[TrueService, ...]:
    """The cables and pipes of a wall: those that feed its points, and those that nobody would guess."""
    found = _passing(rng, wall, inside, trade, region, year)
    for point in wall.points:
        if point.kind in _ELECTRIC:
            dead = rng.random() < (0.1 if trade is Trade.HASTY else 0.06)
            switch = point.kind in ("switch", "wall_light", "thermostat")
            odds = (0.78, 0.12, 0.1) if switch else (0.44, 0.33, 0.23)
            if region is Region.NORTH_AMERICA:
                odds = (0.6, 0.1, 0.3) if switch else (0.4, 0.12, 0.48)
            found += _lay(rng, wall, inside, point, "dead_cable" if dead else "live_cable", 10.0, odds, trade)
        if point.kind == "data_point":
            found += _lay(rng, wall, inside, point, "data_cable", 6.0, (0.5, 0.35, 0.15), trade)
        if point.kind in _WATER:
            kind = "copper_pipe" if rng.random() < 0.65 else "plastic_pipe"
            found += _lay(rng, wall, inside, point, kind, 16.0, (0.2, 0.72, 0.08), trade)
            if point.kind == "shower_valve":
                found.append(
                    TrueService(
                        kind,
                        point.x_mm,
                        point.y_mm,
                        point.x_mm + float(rng.normal(0, 10)),
                        min(wall.height_mm, 2050.0),
                        _depth(rng, inside, point.face, 16.0),
                        16.0,
                    )
                )
        if point.kind in _HEAT:
            kind = "copper_pipe" if rng.random() < 0.7 else "plastic_pipe"
            found += _lay(rng, wall, inside, point, kind, 16.0, (0.15, 0.8, 0.05), trade)
        if point.kind in _GAS:
            found += _lay(rng, wall, inside, point, "gas_pipe", 22.0, (0.08, 0.62, 0.3), trade)
        if point.kind in ("waste", "bath"):
            found += _lay(rng, wall, inside, point, "waste_pipe", 42.0, (0.0, 0.8, 0.2), trade)
    return tuple(found)


_SEES = {
    ScanMode.METAL: {
        "live_cable": 0.74,
        "dead_cable": 0.74,
        "data_cable": 0.68,
        "copper_pipe": 0.96,
        "gas_pipe": 0.96,
    },
    ScanMode.LIVE: {"live_cable": 0.88},
    ScanMode.DENSITY: {"copper_pipe": 0.45, "plastic_pipe": 0.45},
}
_NAMES = {
    ScanMode.METAL: "metal",
    ScanMode.LIVE: "live voltage",
    ScanMode.DENSITY: "something dense",
}


def _clipped(service: TrueService, area: Rect) -> tuple[float, float, float, float] | None:
    """The part of a service inside an area (Liang and Barsky 1984, ACM Trans. Graphics 3)."""
    dx, dy = service.x2_mm - service.x_mm, service.y2_mm - service.y_mm
    low, high = 0.0, 1.0
    for step, gap in (
        (-dx, service.x_mm - area.x_mm),
        (dx, area.right_mm - service.x_mm),
        (-dy, service.y_mm - area.y_mm),
        (dy, area.top_mm - service.y_mm),
    ):
        if step == 0:
            if gap < 0:
                return None
        elif step < 0:
            low = max(low, gap / step)
        else:
            high = min(high, gap / step)
    if low > high:
        return None
    return (
        service.x_mm + low * dx,
        service.y_mm + low * dy,
        service.x_mm + high * dx,
        service.y_mm + high * dy,
    )


def _seen_area(area: Rect) -> Rect:
    """An area without the edge at which an instrument is blind."""
    return Rect(
        x_mm=area.x_mm + 12,
        y_mm=area.y_mm + 12,
        width_mm=max(1.0, area.width_mm - 24),
        height_mm=max(1.0, area.height_mm - 24),
    )


FAILS = {Trade.CAREFUL: 0.03, Trade.HASTY: 0.09}
"""How often a whole sweep fails: too fast, a flat battery, held askew."""


def sweep_area(
    rng: Rng,
    services: Sequence[TrueService],
    mode: ScanMode,
    area: Rect,
    claimed_depth_mm: float,
    circuits_on: bool,
    stem: str,
    works: bool = True,
) -> tuple[Find, ...]:
    """What a cheap detector shows in an area: most of what lies there, with its errors, and now and then a ghost.

    ``works``: that neither hand nor instrument failed for the whole sweep. Beside one thing it shows no second, and at
    the edge of the area nothing.
    """
    found: list[Find] = []
    if not works:
        return ()
    # it sees less deep than it claims
    sees_to = claimed_depth_mm * float(rng.uniform(0.72, 1.0))
    for service in services:
        odds = _SEES.get(mode, {}).get(service.kind, 0.0)
        if mode is ScanMode.LIVE and not circuits_on:
            odds = 0.0
        part = _clipped(service, _seen_area(area))
        # the deeper, the fainter
        odds *= float(np.clip((1.05 - service.depth_mm / sees_to) / 0.35, 0.0, 1.0))
        if part is None or rng.random() >= odds:
            continue
        if any(abs(part[0] - one.x_mm) + abs(part[2] - (one.x2_mm or one.x_mm)) < 50 for one in found):
            continue
        off_x, off_y = float(rng.normal(0, 5)), float(rng.normal(0, 5))
        found.append(
            Find(
                id=f"{stem}-{len(found) + 1}",
                x_mm=round(part[0] + off_x, 1),
                y_mm=round(part[1] + off_y, 1),
                x2_mm=round(part[2] + off_x, 1),
                y2_mm=round(part[3] + off_y, 1),
                depth_mm=round(max(1.0, service.depth_mm * float(rng.normal(1, 0.12))), 0),
                sigma_mm=8,
                what=_NAMES[mode],
            )
        )
    if rng.random() < 0.015:
        x, y = float(rng.uniform(area.x_mm, area.right_mm)), float(rng.uniform(area.y_mm, area.top_mm))
        ghost = {"x_mm": round(x, 1), "y_mm": round(y, 1), "x2_mm": round(x, 1), "y2_mm": round(y, 1)}
        found.append(Find(id=f"{stem}-{len(found) + 1}", **ghost, depth_mm=None, sigma_mm=8, what=_NAMES[mode]))
    return tuple(found)
