"""Tries the finding of studs against simulated framing: the right pitch, and bands that hold what they say."""

import time

import numpy as np

from bench.timing import quantile
from rockpin.core.base.quantities import UnitSystem
from rockpin.core.document.job import Region
from rockpin.core.document.wall import Layer, Wall
from rockpin.core.framing import FramingReading, MemberReading, chance_clear, read_framing
from rockpin.core.framing.behind import chance_of_wood
from rockpin.core.identification import read_stated
from rockpin.core.tables.catalogue import Catalogue
from rockpin.devices.simulated_framing import SimulatedFraming, draw_framing, draw_hits
from rockpin.devices.simulated_walls import Trade

PITCHES = {
    Region.BRITAIN: (400.0, 400.0, 400.0, 450.0, 600.0, 600.0, 300.0),
    Region.CENTRAL_EUROPE: (625.0, 625.0, 625.0, 312.5, 416.67, 500.0, 600.0),
    Region.NORTH_AMERICA: (406.4, 406.4, 406.4, 406.4, 609.6, 487.68),
    Region.UNKNOWN: (400.0, 406.4, 600.0, 609.6, 625.0, 450.0),
}

WIDE = {Region.CENTRAL_EUROPE: 60.0}
"""Studs wider than 38 mm, where they are usual [mm]."""


def band_mm(member: MemberReading) -> tuple[float, float]:
    """The stated band of a stud's centre."""
    return member.low_mm, member.high_mm


def read(framing: SimulatedFraming, hits: tuple, region: Region, catalogue: Catalogue) -> FramingReading:  # type: ignore[type-arg]
    layers = (
        Layer(material="gypsum_board", thickness_mm=12.5),
        Layer(material="timber_studs", thickness_mm=89),
        Layer(material="gypsum_board", thickness_mm=12.5),
    )
    wall = Wall(id="w", name="W", width_mm=framing.width_mm, height_mm=2400, build_up=layers, hits=hits)
    return read_framing(wall, read_stated(wall, catalogue), region, UnitSystem.METRIC, catalogue)


_SCREW_MM = 5.0


def _enough_wood(framing: SimulatedFraming, x_mm: float, y_mm: float, side_mm: float) -> bool:
    """Whether a screw at a place has so much wood [mm] on both sides of its axis."""
    return any(abs(stud.centre_at(y_mm) - x_mm) <= stud.width_mm / 2 - side_mm for stud in framing.studs)


def try_framing(walls: int, seed: int, catalogue: Catalogue) -> None:
    """Walls of each region and trade with 5 to 14 true hits and up to 30 % wrong ones; holes anywhere up the wall."""
    rng = np.random.default_rng(seed)
    figures = catalogue.figures.framing
    side = max(figures.wood_edge_diameters * _SCREW_MM, figures.wood_edge_min_mm)
    print(f"{'region':<16}{'trade':<9}{'walls':>6}{'one pitch':>11}{'right':>8}{'true among':>12}{'studs':>8}"
          f"{'in band':>9}{'seen':>8}{'predicted':>11}{'sure screws':>13}{'in wood':>9}{'clear':>8}{'free':>8}"
          f"{'p95 ms':>8}")  # fmt: skip
    for trade in Trade:
        for region, pitches in PITCHES.items():
            alone = right = several = among = 0
            seen: list[bool] = []
            predicted: list[bool] = []
            wood: list[bool] = []
            free: list[bool] = []
            times = []
            for _ in range(walls):
                framing = draw_framing(rng, pitches, stud_mm=WIDE.get(region, 38.0), trade=trade)
                hits = draw_hits(rng, framing, int(rng.integers(5, 15)), float(rng.uniform(0, 0.3)), trade)
                start = time.perf_counter()
                found = read(framing, hits, region, catalogue)
                times.append((time.perf_counter() - start) * 1000)
                named = [one.pitch_mm for one in found.pitches]
                alone += len(named) == 1
                several += len(named) > 1
                true = any(abs(one - framing.pitch_mm) < 1 for one in named)
                right += len(named) == 1 and true
                among += len(named) > 1 and true
                height = hits[0].y_mm
                centres = np.array([stud.centre_at(height) for stud in framing.studs])
                for member in found.members:
                    if member.exists < 0.5:
                        continue
                    nearest = centres[int(np.abs(centres - member.rect.centre_x_mm).argmin())]
                    if abs(nearest - member.rect.centre_x_mm) > 150:
                        continue  # no stud here at all: that is what the chance of its existence says
                    low, high = band_mm(member)
                    (predicted if member.known.value == "predicted" else seen).append(bool(low <= nearest <= high))
                for member in found.members:
                    x, y = member.rect.centre_x_mm + float(rng.normal(0, 1.5)), float(rng.uniform(300, 2100))
                    sure = chance_of_wood(member, x, y, side, figures.stud_lean_mm_per_m)
                    if sure >= figures.solid_wood_credit:
                        wood.append(_enough_wood(framing, x, y, side))
                    x = float(rng.uniform(100, framing.width_mm - 100))
                    if chance_clear(found.members, x, y, 12, figures.stud_lean_mm_per_m) >= figures.clear_of_stud:
                        gaps = [abs(stud.centre_at(y) - x) - stud.width_mm / 2 for stud in framing.studs]
                        free.append(min(gaps) >= 12)
            both = seen + predicted

            def share(some: list[bool]) -> float:
                return 100 * float(np.mean(some)) if some else 0.0

            print(
                f"{region.value:<16}{trade.value:<9}{walls:>6}{alone:>11}{100 * right / max(alone, 1):>7.1f}%"
                f"{100 * among / max(several, 1):>11.1f}%{len(both):>8}{share(both):>8.1f}%{share(seen):>7.1f}%"
                f"{share(predicted):>10.1f}%{len(wood):>13}{share(wood):>8.1f}%{len(free):>8}{share(free):>7.1f}%"
                f"{quantile(times, 0.95):>8.1f}"
            )
