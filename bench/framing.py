"""Tries the finding of studs against simulated framing: the right pitch, and bands that hold what they say."""

import time

import numpy as np

from bench.timing import quantile
from rockpin.core.base.quantities import UnitSystem
from rockpin.core.document.job import Region
from rockpin.core.document.wall import Layer, Wall
from rockpin.core.framing import FramingReading, MemberReading, read_framing
from rockpin.core.identification import read_stated
from rockpin.core.tables.catalogue import Catalogue
from rockpin.devices.simulated_framing import SimulatedFraming, draw_framing, draw_hits

PITCHES = {
    Region.BRITAIN: (400.0, 400.0, 400.0, 450.0, 600.0, 600.0),
    Region.NORTH_AMERICA: (406.4, 406.4, 406.4, 406.4, 609.6, 487.68),
    Region.UNKNOWN: (400.0, 406.4, 600.0, 609.6, 625.0, 450.0),
}


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


def try_framing(walls: int, seed: int, catalogue: Catalogue) -> None:
    """Walls of each region with 5 to 14 true hits and up to 30 % wrong ones."""
    rng = np.random.default_rng(seed)
    print(f"{'region':<16}{'walls':>7}{'one pitch':>11}{'right':>8}{'several':>9}{'true among':>12}"
          f"{'studs':>8}{'in band':>9}{'seen':>8}{'predicted':>11}{'p95 ms':>8}")  # fmt: skip
    for region, pitches in PITCHES.items():
        alone = right = several = among = 0
        seen: list[bool] = []
        predicted: list[bool] = []
        times = []
        for _ in range(walls):
            framing = draw_framing(rng, pitches)
            hits = draw_hits(rng, framing, int(rng.integers(5, 15)), float(rng.uniform(0, 0.3)))
            start = time.perf_counter()
            found = read(framing, hits, region, catalogue)
            times.append((time.perf_counter() - start) * 1000)
            named = [one.pitch_mm for one in found.pitches]
            if len(named) == 1:
                alone += 1
                right += named[0] == framing.pitch_mm
            else:
                several += 1
                among += framing.pitch_mm in named
            centres = np.array([stud.centre_mm for stud in framing.studs])
            for member in found.members:
                if member.exists < 0.5:
                    continue
                nearest = centres[int(np.abs(centres - member.rect.centre_x_mm).argmin())]
                if abs(nearest - member.rect.centre_x_mm) > 150:
                    continue  # no stud here at all: that is what the chance of its existence says
                low, high = band_mm(member)
                (predicted if member.known.value == "predicted" else seen).append(bool(low <= nearest <= high))
        both = seen + predicted
        print(
            f"{region.value:<16}{walls:>7}{alone:>11}{100 * right / max(alone, 1):>7.1f}%{several:>9}"
            f"{100 * among / max(several, 1):>11.1f}%{len(both):>8}{100 * float(np.mean(both)):>8.1f}%"
            f"{100 * float(np.mean(seen)):>7.1f}%{100 * float(np.mean(predicted)):>10.1f}%{quantile(times, 0.95):>8.1f}"
        )
