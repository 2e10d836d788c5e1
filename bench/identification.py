"""Tries the telling of walls against simulated walls: right in family, calibrated, and fewer minutes to a decision."""

import time
from collections import defaultdict

import numpy as np

from bench.timing import quantile
from rockpin.core.document.evidence import Evidence
from rockpin.core.document.job import Site
from rockpin.core.document.wall import Opening, OpeningKind, Wall
from rockpin.core.identification import Family, Identified, identify
from rockpin.core.tables.catalogue import Catalogue
from rockpin.devices.simulated_checks import observe
from rockpin.devices.simulated_walls import SimulatedWall, draw_wall

FAMILY_OF = {
    "board_on_dabs": Family.BONDED_BOARD,
    "lath_and_plaster": Family.LATH_AND_PLASTER,
    "thin_panel_void": Family.THIN_PANEL,
    "thin_panel_insulated": Family.THIN_PANEL,
    "timber_lining": Family.TIMBER_LINING,
    "cast_concrete": Family.CONCRETE,
    "skimmed_concrete": Family.CONCRETE,
    "board_on_studs": Family.BOARD_ON_STUDS,
    "board_on_steel_studs": Family.BOARD_ON_STUDS,
    "two_boards_on_studs": Family.BOARD_ON_STUDS,
    "fibre_cement_on_studs": Family.BOARD_ON_STUDS,
}
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
    site = Site(id="site", name="Site", built_year=truth.year)
    return identify(wall_of(truth, evidence), site, catalogue)


def calibration(walls: int, seed: int, catalogue: Catalogue) -> None:
    """Stated belief in the leading family against how often it is right, after each further check in a random order."""
    rng = np.random.default_rng(seed)
    bins: dict[int, list[tuple[float, bool]]] = defaultdict(list)
    times = []
    for _ in range(walls):
        truth = draw_wall(rng)
        family = FAMILY_OF.get(truth.make, Family.MASONRY)
        checks = list(rng.permutation(list(ORDER)))
        evidence: tuple[Evidence, ...] = ()
        for count, check in enumerate(checks[: int(rng.integers(1, 8))]):
            evidence = (*evidence, observe(rng, truth, check, count))
        start = time.perf_counter()
        belief = told(truth, evidence, catalogue).belief
        times.append((time.perf_counter() - start) * 1000)
        share = belief.family.probability
        bins[min(9, int(share * 10))].append((share, belief.family.family is family))
    print(f"{walls} walls, 1 to 7 checks each in a random order")
    print(f"{'stated':<12}{'walls':>8}{'mean stated':>14}{'right':>10}{'apart':>8}")
    for step in sorted(bins):
        stated = float(np.mean([share for share, _ in bins[step]]))
        right = float(np.mean([one for _, one in bins[step]]))
        mark = "" if len(bins[step]) >= 300 else "  under 300 walls"
        print(
            f"{step * 10:>3} to {step * 10 + 10:<5}{len(bins[step]):>8}{100 * stated:>13.1f}%{100 * right:>9.1f}%"
            f"{100 * (right - stated):>+8.1f}{mark}"
        )
    sure = [one for step in (8, 9) for _, one in bins[step]]
    print(f"stated at 80 % or more: {len(sure)}, right in family {100 * float(np.mean(sure)):.1f} %")
    print(f"identify: p50 {quantile(times, 0.5):.1f} ms, p95 {quantile(times, 0.95):.1f} ms\n")
