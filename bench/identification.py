"""Tries the telling of walls against simulated walls: right in family, calibrated, and fewer minutes to a decision."""

import time
from collections import defaultdict
from dataclasses import dataclass, field

import numpy as np

from bench.timing import quantile
from rockpin.core.document.evidence import Evidence
from rockpin.core.document.job import Region, Site
from rockpin.core.document.wall import Opening, OpeningKind, Wall
from rockpin.core.identification import Family, Identified, identify
from rockpin.core.tables.catalogue import Catalogue
from rockpin.devices.simulated_checks import observe
from rockpin.devices.simulated_walls import STUFF, SimulatedWall, Trade, draw_wall
from rockpin.practice.opened import FAMILY_OF

ORDER = ("knock", "magnet", "density", "joints", "thickness", "edge", "press", "pin", "probe")


def wall_of(truth: SimulatedWall, evidence: tuple[Evidence, ...]) -> Wall:
    """What is known of a simulated wall: the three quick facts, what it looks like, and the checks."""
    door = Opening(id="door", kind=OpeningKind.DOOR, x_mm=3200, y_mm=0, width_mm=760, height_mm=2000)
    return Wall(
        id="wall",
        name="Wall",
        width_mm=4000,
        height_mm=2400,
        stands=truth.stands,
        finish=truth.finish,
        openings=(door,),
        evidence=evidence,
        coating_tested=True,
    )


def told(truth: SimulatedWall, evidence: tuple[Evidence, ...], catalogue: Catalogue) -> Identified:
    site = Site(id="site", name="Site", region=truth.region, built_year=truth.year)
    return identify(wall_of(truth, evidence), site, catalogue)


REGIONS = (Region.BRITAIN, Region.CENTRAL_EUROPE, Region.NORTH_AMERICA)
_CELL = 200
_SURE = 0.8
"""Stated at this or more, a wall counts as told."""


@dataclass
class Told:
    """Walls of which something was stated: belief in the leading family, and whether it was right."""

    stated: list[float] = field(default_factory=list)
    right: list[bool] = field(default_factory=list)

    def add(self, stated: float, right: bool) -> None:
        self.stated.append(stated)
        self.right.append(right)

    @property
    def apart(self) -> float:
        """By how many points [%] more is right than was stated."""
        return 100 * float(np.mean(self.right) - np.mean(self.stated))

    def row(self, name: str) -> str:
        sure = [right for stated, right in zip(self.stated, self.right, strict=True) if stated >= _SURE]
        said = [stated for stated in self.stated if stated >= _SURE]
        return (
            f"{name:<28}{len(sure):>7}{100 * float(np.mean(said)):>14.1f}%{100 * float(np.mean(sure)):>9.1f}%"
            f"{100 * float(np.mean(sure) - np.mean(said)):>+8.1f}"
        )


def _bins(found: Told) -> None:
    print(f"{'stated':<12}{'walls':>8}{'mean stated':>14}{'right':>10}{'apart':>8}")
    steps: dict[int, Told] = defaultdict(Told)
    for stated, right in zip(found.stated, found.right, strict=True):
        steps[min(9, int(stated * 10))].add(stated, right)
    for step in sorted(steps):
        one = steps[step]
        mark = "" if len(one.right) >= 300 else "  under 300 walls"
        print(
            f"{step * 10:>3} to {step * 10 + 10:<5}{len(one.right):>8}{100 * float(np.mean(one.stated)):>13.1f}%"
            f"{100 * float(np.mean(one.right)):>9.1f}%{one.apart:>+8.1f}{mark}"
        )


def _leaf_mm(truth: SimulatedWall) -> float | None:
    """How thick the masonry or concrete is that a plug stands in [mm]; None in framed walls."""
    solid = [thick for name, thick in truth.layers if STUFF.get(name) and name not in _SKINS]
    return None if truth.framed or not solid else solid[0]


_SKINS = ("plaster", "skim", "gypsum_board", "lath_and_plaster", "fibre_cement_board", "thin_panel", "timber_lining")


def calibration(walls: int, seed: int, catalogue: Catalogue) -> None:
    """Stated belief against how often it is right, by region and trade, after 1 to 7 checks in a random order.

    ``walls``: of each region and trade.
    """
    rng = np.random.default_rng(seed)
    cells: dict[tuple[str, str, str], Told] = defaultdict(Told)
    times, leaves, through, tapes, over = [], 0, 0, 0, 0
    every: dict[Trade, Told] = {trade: Told() for trade in Trade}
    print(f"{walls} walls of each region and trade, 1 to 7 checks each in a random order\n")
    print(f"{'stated at 80 % or more':<28}{'walls':>7}{'mean stated':>15}{'right':>10}{'apart':>8}")
    for trade in Trade:
        for region in REGIONS:
            found = Told()
            for _ in range(walls):
                truth = draw_wall(rng, region=region, trade=trade)
                family = FAMILY_OF.get(truth.make, Family.MASONRY)
                checks = list(rng.permutation(list(ORDER)))
                evidence: tuple[Evidence, ...] = ()
                for count, check in enumerate(checks[: int(rng.integers(1, 8))]):
                    evidence = (*evidence, observe(rng, truth, check, count))
                start = time.perf_counter()
                known = told(truth, evidence, catalogue)
                times.append((time.perf_counter() - start) * 1000)
                belief, right = known.belief, known.belief.family.family is family
                for one in (found, every[trade]):
                    one.add(belief.family.probability, right)
                if belief.family.probability >= _SURE:
                    cells[region.value, str(truth.year), truth.stands.value].add(belief.family.probability, right)
                leaf, reading = _leaf_mm(truth), known.reading
                if right and leaf and reading.leaf_unseen and belief.family.probability >= _SURE:
                    leaves += 1
                    # a hole that leaves what must stay behind it, by the plan, against the leaf that is there
                    through += reading.holding_mm - 15 > leaf
                    tapes += 1
                    over += reading.holding_mm > leaf + 5
            print(found.row(f"{region.value}, {trade.value}"))
    for trade in Trade:
        print(f"\n{trade.value} trade and observer, all regions")
        _bins(every[trade])
    large = {key: one for key, one in cells.items() if len(one.right) >= _CELL}
    low = sorted(large, key=lambda key: large[key].apart)
    print(f"\ncells of region, year and place with {_CELL} walls so stated and more: {len(large)}; the least right")
    for key in low[:5]:
        print(f"  {', '.join(key):<52}{len(large[key].right):>6} walls{large[key].apart:>+7.1f}")
    print(
        f"\nwalls with a hidden back: {leaves}; the deepest hole goes through the leaf in "
        f"{100 * through / max(1, leaves):.2f} %, the leaf is taken thicker than it is in "
        f"{100 * over / max(1, tapes):.1f} %"
    )
    print(f"identify: p50 {quantile(times, 0.5):.1f} ms, p95 {quantile(times, 0.95):.1f} ms\n")
