"""The chance that every screw finds its hole, against many drawn samples, and what it costs."""

import time

import numpy as np

from bench.timing import quantile, reference_ms, sample_ms
from rockpin.core.setout import Marking, Screwed, fit_of, goes_on, spreads_of

_DRAWN = 200_000
_TAPE = Marking(0.5, 0.3, 0.5)
_PLATES: dict[str, list[Screwed]] = {
    "2 round": [Screwed(0, 0, 0.5), Screwed(300, 0, 0.5)],
    "2, one slot": [Screwed(0, 0, 0.5), Screwed(300, 0, 0.5, 4, 0)],
    "3 round": [Screwed(0, 0, 0.75), Screwed(200, 0, 0.75), Screwed(100, 150, 0.75)],
    "4 round": [Screwed(x, y, 0.8) for x in (0, 400) for y in (0, 300)],
    "4, two slots": [Screwed(x, y, 0.8, 4 if x else 0, 0) for x in (0, 400) for y in (0, 300)],
    "6 round": [Screwed(x, y, 1.0) for x in (0, 200, 400) for y in (0, 300)],
    "6, two slots": [Screwed(x, y, 1.2, 4 if x else 0, 0) for x in (0, 200, 400) for y in (0, 300)],
}


def measure_fit() -> None:
    """By plate: the chance, that of the drawn samples, and the time in loops."""
    loop = reference_ms()
    print(f"\n{'plate':<14}{'chance':>9}{'drawn':>9}{'apart':>9}{'ms':>8}{'loops':>8}{'drawn s':>9}")
    for name, plate in _PLATES.items():
        wander = [1.0] * len(plate)
        found = fit_of(plate, _TAPE, wander).chance
        start = time.perf_counter()
        errors = np.random.default_rng(11).normal(size=(_DRAWN, len(plate), 2)) * spreads_of(plate, _TAPE, wander)
        drawn = float(goes_on(errors, plate).mean())
        took = time.perf_counter() - start
        cost = quantile(sample_ms(lambda plate=plate, wander=wander: fit_of(plate, _TAPE, wander), 5), 0.5)  # type: ignore[misc]
        print(f"{name:<14}{found:>9.4f}{drawn:>9.4f}{found - drawn:>+9.4f}{cost:>8.0f}{cost / loop:>8.1f}{took:>9.1f}")
