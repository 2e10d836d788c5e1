"""Tries the judgement of holes against simulated walls with services in them: what is struck, and what stays barred."""

import time
from collections import defaultdict
from dataclasses import dataclass, field
from typing import NamedTuple

import numpy as np
from scipy.stats import beta

from bench.timing import quantile, reference_ms
from rockpin.core.base.model import Rect
from rockpin.core.base.quantities import UnitSystem
from rockpin.core.document.job import Region, Site
from rockpin.core.document.sweeps import Scan, ScanMode
from rockpin.core.document.wall import Layer, Point, Wall, WallSide
from rockpin.core.hidden import Hidden, PlannedHole, WayKind, judge_hole, map_risk, read_hidden, ways_to_clear
from rockpin.core.identification import read_stated
from rockpin.core.tables.catalogue import Catalogue
from rockpin.devices.simulated_services import FAILS, Inside, Rng, TrueService, lay_services, sweep_area
from rockpin.devices.simulated_walls import Trade

_BANDS = (0.0, 0.002, 0.005, 0.01, 0.02, 0.05, 0.1, 0.2, 1.01)
_HEIGHTS = {
    "socket": (300, 450),
    "twin_socket": (300, 1150),
    "switch": (1150, 1300),
    "fused_spur": (450, 1150),
    "wall_light": (1700, 1900),
    "data_point": (300, 450),
    "tap": (850, 1000),
    "shower_valve": (1000, 1200),
    "radiator": (100, 180),
    "waste": (350, 550),
    "cistern": (600, 900),
    "hob": (850, 950),
}
_ODDS = (0.17, 0.22, 0.2, 0.06, 0.05, 0.07, 0.07, 0.03, 0.07, 0.03, 0.02, 0.01)


def draw_wall_with_points(rng: Rng) -> tuple[Wall, Inside]:
    """A wall as it is known: its build-up and the points on both faces."""
    hollow = bool(rng.random() < 0.55)
    width = float(rng.uniform(2200, 5000))
    layers: tuple[Layer, ...] = (
        Layer(material="plaster", thickness_mm=13),
        Layer(material="brick", thickness_mm=float(rng.choice([102.5, 215]))),
    )
    if hollow:
        void = float(rng.choice([63, 75, 89, 95]))
        board = Layer(material="gypsum_board", thickness_mm=12.5)
        layers = (board, Layer(material="timber_studs", thickness_mm=void), board)
    thick = sum(layer.thickness_mm for layer in layers)
    points = []
    for number in range(int(rng.integers(1, 7))):
        kind = str(rng.choice(list(_HEIGHTS), p=_ODDS))
        low, high = _HEIGHTS[kind]
        points.append(
            Point(
                id=f"p{number}",
                kind=kind,
                x_mm=float(rng.uniform(200, width - 200)),
                y_mm=float(rng.uniform(low, high)),
                face=WallSide.THIS if rng.random() < 0.75 else WallSide.OTHER,
            )
        )
    wall = Wall(id="w", name="W", width_mm=width, height_mm=2400, build_up=layers, points=tuple(points))
    return wall, Inside(hollow, 12.5 if hollow else 0.0, thick - 12.5 if hollow else thick, thick)


class World(NamedTuple):
    """Who built and swept, where and when."""

    trade: Trade
    region: Region
    year: int


@dataclass
class Tally:
    """How many holes were allowed, and how many of those strike something."""

    holes: int = 0
    struck: int = 0

    def add(self, struck: bool) -> None:
        self.holes += 1
        self.struck += struck

    def row(self, name: str) -> str:
        upper = float(beta.ppf(0.95, self.struck + 1, self.holes - self.struck)) if self.holes > self.struck else 1.0
        share = self.struck / max(1, self.holes)
        return f"{name:<30}{self.holes:>8}{self.struck:>8}{100 * share:>9.2f} %{100 * upper:>9.2f} %"


@dataclass
class Outcome:
    blind: Tally = field(default_factory=Tally)
    zones: Tally = field(default_factory=Tally)
    ready: Tally = field(default_factory=Tally)
    safe: int = 0
    safe_ready: int = 0
    stated: dict[int, list[tuple[float, bool]]] = field(default_factory=lambda: defaultdict(list))
    swept: dict[int, list[tuple[float, bool]]] = field(default_factory=lambda: defaultdict(list))
    likely: Tally = field(default_factory=Tally)


def _follow(
    rng: Rng,
    wall: Wall,
    services: tuple[TrueService, ...],
    hidden: Hidden,
    ask: PlannedHole,
    catalogue: Catalogue,
    world: World,
) -> tuple[Wall, Hidden]:
    """Sweeps as advised, if that may clear the hole, and what the wall is then known to hide."""
    ways = ways_to_clear(hidden, ask, (), wall, UnitSystem.METRIC)
    sweep = next((way for way in ways if way.kind is WayKind.SWEEP and way.clears), None)
    if sweep is None or sweep.area is None:
        return wall, hidden
    scans = []
    works = rng.random() >= FAILS[world.trade]
    for mode in sweep.modes:
        depth = sweep.claimed_depth_mm or 50.0
        stem = f"{mode}{len(wall.scans)}"
        finds = sweep_area(rng, services, mode, sweep.area, depth, True, stem, works)
        scans.append(
            Scan(
                id=stem,
                mode=mode,
                area=sweep.area,
                claimed_depth_mm=depth,
                proved_on_live_cable=True,
                circuits_on=True,
                finds=finds,
            )
        )
    wall = wall.model_copy(update={"scans": (*wall.scans, *scans)})
    return wall, _hidden(wall, catalogue, world)


def _hidden(wall: Wall, catalogue: Catalogue, world: World) -> Hidden:
    site = Site(id="s", name="S", region=world.region, built_year=world.year)
    return read_hidden(wall, read_stated(wall, catalogue), (), site, catalogue.hidden)


def try_hidden(ready_wanted: int, seed: int, catalogue: Catalogue) -> None:
    """Random holes in random walls until so many were called ready in each school and trade."""
    every = Outcome()
    print(f"{'':<30}{'holes':>8}{'struck':>8}{'share':>11}{'upper 95 %':>11}{'safe holes ready':>18}")
    for trade in Trade:
        for region in (Region.BRITAIN, Region.CENTRAL_EUROPE, Region.NORTH_AMERICA):
            out = _tried(ready_wanted, seed, catalogue, trade, region, every)
            print(out.ready.row(f"{region.value}, {trade.value}") + f"{100 * out.safe_ready / out.safe:>16.1f} %")
    print()
    for name, tally in (
        ("drilled without looking", every.blind),
        ("outside the zones only", every.zones),
        ("ready, sweeps as advised", every.ready),
        ("of those 5 % and more before", every.likely),
    ):
        print(tally.row(name))
    for title, bands in (("stated before sweeps", every.stated), ("stated after them", every.swept)):
        print(f"\n{title:<24}{'holes':>8}{'mean stated':>13}{'struck':>10}{'lower 95 %':>12}")
        for band in sorted(bands):
            stated = float(np.mean([share for share, _ in bands[band]]))
            struck = sum(one for _, one in bands[band])
            count = len(bands[band])
            low = float(beta.ppf(0.05, struck, count - struck + 1)) if struck else 0.0
            name = f"{100 * _BANDS[band]:g} to {min(100, 100 * _BANDS[band + 1]):g} %"
            mark = "" if low <= stated else "  more than stated"
            print(
                f"{name:<24}{count:>8}{100 * stated:>11.2f} %{100 * struck / count:>8.2f} %{100 * low:>10.2f} %{mark}"
            )


def _band(chance: float) -> int:
    return next(i for i, top in enumerate(_BANDS[1:]) if chance < top)


def _tried(ready_wanted: int, seed: int, catalogue: Catalogue, trade: Trade, region: Region, every: Outcome) -> Outcome:
    rng, out = np.random.default_rng(seed), Outcome()
    while out.ready.holes < ready_wanted:
        world = World(trade, region, int(rng.choice([1900, 1960, 1975, 1995, 2012])))
        bare, inside = draw_wall_with_points(rng)
        services = lay_services(rng, bare, inside, trade, region, world.year)
        known = _hidden(bare, catalogue, world)
        for number in range(25):
            x, y = float(rng.uniform(60, bare.width_mm - 60)), float(rng.uniform(60, bare.height_mm - 60))
            diameter, reach = float(rng.choice([4, 6, 8, 10])), float(rng.uniform(25, 62))
            if any(point.area.distance_to(x, y) < diameter for point in known.points):
                continue
            ask = PlannedHole(f"h{number}", 1, x, y, diameter, reach, in_stud=False)
            struck = any(one.struck_by(x, y, diameter / 2, reach) for one in services)
            judged = judge_hole(known, ask)
            every.stated[_band(judged.risk.chance)].append((judged.risk.chance, struck))
            every.blind.add(struck)
            if not any(one.code in ("in-zone", "deeper-than-rule") for one in judged.hazards):
                every.zones.add(struck)
            now = known
            if not judged.clear:
                _, now = _follow(rng, bare, services, known, ask, catalogue, world)
                after = judge_hole(now, ask).risk
                every.swept[_band(after.chance)].append((after.chance, struck))
            ready = judge_hole(now, ask).clear
            if ready:
                out.ready.add(struck)
                every.ready.add(struck)
                if judged.risk.chance >= 0.05:
                    every.likely.add(struck)
            if not struck:
                out.safe += 1
                out.safe_ready += ready
    return out


def measure_map(catalogue: Catalogue) -> None:
    """The picture of the risk for a wall of 6 × 3 m with 20 points and 10 sweeps."""
    rng = np.random.default_rng(1)
    kinds = [row.key for row in catalogue.points]
    board = Layer(material="gypsum_board", thickness_mm=12.5)
    points = tuple(
        Point(
            id=f"p{n}",
            kind=kinds[int(rng.integers(len(kinds)))],
            x_mm=float(rng.uniform(200, 5800)),
            y_mm=float(rng.uniform(200, 2800)),
        )
        for n in range(20)
    )
    modes = (ScanMode.METAL, ScanMode.LIVE, ScanMode.DENSITY)
    scans = tuple(
        Scan(
            id=f"s{n}",
            mode=modes[n % 3],
            area=Rect(
                x_mm=float(rng.uniform(0, 4500)), y_mm=float(rng.uniform(0, 2000)), width_mm=1500, height_mm=1000
            ),
            claimed_depth_mm=80,
            proved_on_live_cable=True,
            circuits_on=True,
        )
        for n in range(10)
    )
    wall = Wall(
        id="w",
        name="W",
        width_mm=6000,
        height_mm=3000,
        build_up=(board, Layer(material="timber_studs", thickness_mm=89), board),
        points=points,
        scans=scans,
    )
    hidden = _hidden(wall, catalogue, World(Trade.CAREFUL, Region.BRITAIN, 1995))
    times = []
    for _ in range(60):
        start = time.perf_counter()
        map_risk(hidden.field, wall.face, 7, 50)
        times.append((time.perf_counter() - start) * 1000)
    p50, p95, loop = quantile(times, 0.5), quantile(times, 0.95), reference_ms()
    print(
        f"map of 600 × 300 cells, 20 points, 10 sweeps: p50 {p50:.0f} ms ({p50 / loop:.1f} loops), "
        f"p95 {p95:.0f} ms ({p95 / loop:.1f} loops); a loop is {loop:.1f} ms"
    )
