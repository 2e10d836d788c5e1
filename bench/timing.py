"""What every measurement shares: times of some work, quantiles, and a plain loop as the measure of the machine."""

import gc
import time
from collections.abc import Callable

from rockpin.collector import look_between_answers, set_aside_what_is_loaded, tidy_up


def quantile(values: list[float], share: float) -> float:
    """The value below which so many lie."""
    ordered = sorted(values)
    return ordered[min(len(ordered) - 1, int(share * len(ordered)))]


def sample_ms(work: Callable[[], object], count: int) -> list[float]:
    """How long some work takes, so many times over [ms], with the collector set as in the server's planners.

    Circles are looked for between the times, as they are between answers.
    """
    work()
    gc.collect()
    set_aside_what_is_loaded()
    look_between_answers()
    found = []
    for _ in range(count):
        start = time.perf_counter()
        work()
        found.append((time.perf_counter() - start) * 1000)
        tidy_up()
    return found


def _loop() -> int:
    total = 0
    for number in range(100_000):
        total += number & 7
    return total


def reference_ms() -> float:
    """How long a plain loop of 100,000 additions takes here and now [ms]; ratios to it compare between machines."""
    return quantile(sample_ms(_loop, 100), 0.5)
