"""The simulated pull gauge keeps to its protocol and to the wall that it hangs on."""

from itertools import pairwise
from statistics import mean

from rockpin.core.choice.pull_tests import how_it_ended
from rockpin.core.tables.catalogue import Catalogue
from rockpin.devices.pull_gauge import GaugeReading, PullGauge, SimulatedGauge

STEP_N = 25.0


def pull(target_n: float, number: int = 0, usual_n: float = 2000, wall: str = "wall") -> list[GaugeReading]:
    gauge: PullGauge = SimulatedGauge(wall, "nylon_plug_8", usual_n, number, STEP_N)
    return list(gauge.pull(target_n))


def test_a_low_pull_holds_and_a_high_one_comes_out(catalogue: Catalogue) -> None:
    def ended(readings: list[GaugeReading]) -> str:
        return how_it_ended(readings[-1].movement_mm, catalogue.figures.choice).value

    held, broke = pull(600), pull(100_000)
    assert ended(held) == "held"
    assert held[-1].load_n == 600
    assert all(b.load_n - a.load_n <= STEP_N for a, b in pairwise(held))
    assert ended(broke) == "failed"
    assert 500 < broke[-1].load_n < 6000
    # near its end it creeps before it comes out
    assert ended([one for one in broke if one.load_n < 0.97 * broke[-1].load_n]) == "moved"


def test_the_same_pull_reads_the_same_and_another_has_its_own_luck() -> None:
    assert pull(3000, 1) == pull(3000, 1)
    ends = {pull(100_000, number)[-1].load_n for number in range(8)}
    assert len(ends) == 8
    # all pulls in one wall share its luck, so they scatter about one mean of this wall
    here = [pull(100_000, number)[-1].load_n for number in range(60)]
    there = [pull(100_000, number, wall="other")[-1].load_n for number in range(60)]
    assert abs(mean(here) / mean(there) - 1) > 0.02
