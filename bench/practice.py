"""Two robots over practice walls: one does as the plan advises, one knocks once and drills."""

import time
from collections.abc import Sequence

from rockpin.catalogue import load_catalogue
from rockpin.practice.ground import REGIONS, STEPS, ground_of
from rockpin.practice.robots import Played, as_advised, in_haste

_WALLS = 300


def _share(part: float, whole: float) -> float:
    return part / whole if whole else 0.0


def _line(name: str, played: Sequence[Played]) -> tuple[float, float, float]:
    hung = [one for one in played if not one.left]
    holes = sum(one.holes for one in hung)
    struck = _share(sum(one.struck > 0 for one in hung), len(hung))
    fallen = _share(sum(one.fallen > 0 for one in hung), len(hung))
    stays = sum(one.fallen == 0 for one in hung)
    stray = _share(sum(one.shown for one in played) + sum(one.holes for one in hung if one.fallen), stays)
    minutes = _share(sum(one.minutes for one in played), len(played))
    print(
        f"{name:<12}{len(hung):>7}{holes:>7}{struck:>9.1%}{fallen:>9.1%}{stray:>9.2f}{minutes:>10.1f}"
        f"{_share(sum(one.left for one in played), len(played)):>8.1%}"
    )
    return struck, fallen, stray


def measure_practice() -> None:
    """By robot: walls hung, holes, of those walls how many struck something and how many things fall; the factors.

    A stray mark is one that shows: of a check where no thing covers it, or a hole whose fixing comes out; they are
    counted for each thing that stays up.
    """
    catalogue = load_catalogue()
    start = time.perf_counter()
    advised, hasty = [], []
    for number in range(_WALLS):
        ground = ground_of(9000 + number, STEPS[number % 5].number, REGIONS[number % 3], catalogue)
        advised.append(as_advised(ground, catalogue))
        hasty.append(in_haste(ground, catalogue))
    print(f"\n{'':<12}{'hung':>7}{'holes':>7}{'struck':>9}{'falls':>9}{'stray':>9}{'minutes':>10}{'left':>8}")
    one, other = _line("as advised", advised), _line("in haste", hasty)
    factors = [f"{b / a:.1f}" if a else "none at all" for a, b in zip(one, other, strict=True)]
    print(f"in haste worse by: struck {factors[0]}, falls {factors[1]}, stray marks {factors[2]}")
    print(f"{_WALLS} walls in {time.perf_counter() - start:.0f} s")


if __name__ == "__main__":
    measure_practice()
