"""The pull gauge: a load cell on a screw jack. A real one and the simulated one answer to the same protocol."""

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Protocol
from zlib import crc32

import numpy as np

_LETS_GO_MM = 6.0
"""How far the head jumps out when the fixing breaks."""


@dataclass(frozen=True)
class GaugeReading:
    """One reading: load [N] and how far the head has come out [mm]."""

    load_n: float
    movement_mm: float


class PullGauge(Protocol):
    """Anything that pulls on a fixing, little by little, up to a wanted load."""

    def pull(self, target_n: float) -> Iterator[GaugeReading]:
        """Readings while the load rises; they end at the target or when the fixing comes out."""
        ...


class SimulatedGauge:
    """The stand-in. The same fixing in the same wall comes out at loads of one hand: a mean with its scatter.

    ``usual_n``: the mean breaking load of such fixings [N]. The wall's own luck moves it; each pull has its own.
    ``step_n``: the load between two readings [N].
    """

    def __init__(self, wall_id: str, fixing: str, usual_n: float, number: int, step_n: float) -> None:
        self._step_n = step_n
        site = np.random.default_rng(crc32(f"{wall_id} {fixing}".encode()))
        own = np.random.default_rng(crc32(f"{wall_id} {fixing} {number}".encode()))
        self._breaks_n = float(usual_n * site.lognormal(0.0, 0.15) * own.lognormal(0.0, 0.12))
        self._noise = own
        self._slack_mm = float(own.uniform(0.02, 0.1))

    def pull(self, target_n: float) -> Iterator[GaugeReading]:
        load = 0.0
        while load < target_n:
            load = min(target_n, load + self._step_n)
            share = load / self._breaks_n
            if share >= 1:
                yield GaugeReading(round(self._breaks_n, 0), _LETS_GO_MM)
                return
            # the head creeps as the load nears what breaks it
            creep = self._slack_mm * share + (1.2 * (share - 0.8) / 0.2 if share > 0.8 else 0.0)
            yield GaugeReading(round(load, 0), round(max(0.0, creep + float(self._noise.normal(0, 0.004))), 3))
