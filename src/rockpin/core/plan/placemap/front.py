"""The best places of a map: those that no other is at least as good as in everything."""

from math import hypot
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from rockpin.core.plan.placemap.places import PlaceMap


class MappedPlace(NamedTuple):
    """A shift [mm] of the best verdict that a map has, with what it is better in."""

    dx_mm: int
    dy_mm: int
    weight: int
    solid: int
    use: float
    risk: float

    @property
    def away_mm(self) -> float:
        """How far it is from where the fixture stands [mm]."""
        return hypot(self.dx_mm, self.dy_mm)


def front_of_map(found: PlaceMap) -> list[MappedPlace]:
    """The nearest places, for each count of holes in solid, each use and each risk that nothing nearer has, the nearest
    first. Of places alike in all of it, the one that is farthest left, and then lowest, stands for them."""
    best = int(found.weights.min())
    risk = found.risks() if best else np.full((1, 1), found.least_risk)
    rows, columns = np.nonzero(found.weights == best)
    number = found.outcome[found.rows[rows], columns]
    solid = np.array([one.solid for one in found.outcomes])[number]
    use = np.array([one.use for one in found.outcomes])[number]
    risks = np.broadcast_to(risk, found.weights.shape)[rows, columns]
    dx, dy = columns * found.step_mm + found.dx_mm, rows * found.step_mm + found.dy_mm
    away = np.hypot(dx, dy)
    kept: list[MappedPlace] = []
    for index in _candidates(away, solid, use, risks, dx, dy):
        one = MappedPlace(
            int(dx[index]), int(dy[index]), best, int(solid[index]), float(use[index]), float(risks[index])
        )
        # those that are nearer stand before it
        if not any(o.solid >= one.solid and o.use <= one.use and o.risk <= one.risk for o in kept):
            kept.append(one)
    return kept


def _candidates(
    away: NDArray[np.float64],
    solid: NDArray[np.int_],
    use: NDArray[np.float64],
    risks: NDArray[np.float64],
    dx: NDArray[np.int_],
    dy: NDArray[np.int_],
) -> NDArray[np.int_]:
    """The nearest of each solid and use, and what is farther at less risk; the nearest first."""
    order = np.lexsort((dy, dx, risks, use, -solid, away))
    found: list[int] = []
    uses, kind = np.unique(np.stack([solid.astype(float), use]), axis=1, return_inverse=True)
    for number in range(uses.shape[1]):
        mine = order[kind.reshape(-1)[order] == number]
        least = np.minimum.accumulate(risks[mine])
        found += mine[np.flatnonzero(np.append(True, least[1:] < least[:-1]))].tolist()
    kept = np.array(found, dtype=int)
    return kept[np.lexsort((dy[kept], dx[kept], risks[kept], use[kept], -solid[kept], away[kept]))]
