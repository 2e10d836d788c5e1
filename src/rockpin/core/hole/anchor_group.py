"""All holes of a fixture with what pulls on them: what must look at them together reads from here."""

from dataclasses import dataclass, field
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from rockpin.core.demand import CaseDemand, DemandTable, Rows


@dataclass(frozen=True)
class AnchorGroup:
    """All holes of a fixture with the forces on them in every row [N], for what must look at them together.

    ``edges``: of each hole, left, right, down, up [mm]. ``relief``: of each row, what concrete is allowed more [1];
    None: nothing. ``solved``: what a method has made of the group, by its key.
    """

    hole_ids: tuple[str, ...]
    places: tuple[tuple[float, float], ...]
    edges: tuple[tuple[float, float, float, float], ...]
    tension_n: Rows
    shear_x_n: Rows
    shear_y_n: Rows
    table: DemandTable | None = None
    alone: tuple[CaseDemand, ...] = ()
    relief: Rows | None = None
    solved: dict[tuple[str, float, float], object] = field(default_factory=dict, compare=False, repr=False)

    @cached_property
    def allowed(self) -> Rows:
        """What concrete is allowed more [1] in each row, (rows, 1)."""
        rows = len(self.tension_n)
        return np.ones((rows, 1)) if self.relief is None else np.asarray(self.relief).reshape(rows, 1)

    @cached_property
    def across_n(self) -> Rows:
        """Shear [N] on each hole in every row, whichever way it acts, (rows, holes)."""
        return np.asarray(np.hypot(self.shear_x_n, self.shear_y_n))

    @cached_property
    def apart_mm(self) -> Rows:
        """How far any two holes are apart in the direction in which they are farther [mm], (holes, holes)."""
        places = self.places_mm
        away: Rows = np.abs(places[:, None, :] - places[None, :, :]).max(axis=2)
        return away

    @cached_property
    def places_mm(self) -> Rows:
        """Where the holes are [mm], (holes, 2)."""
        return np.array(self.places, dtype=np.float64)

    @cached_property
    def by_side_mm(self) -> tuple[tuple[float, ...], ...]:
        """Distances [mm] of all holes to the edge on the left, on the right, below and above."""
        return tuple(zip(*self.edges, strict=True))

    @cached_property
    def pulled_together(self) -> tuple[tuple[list[int], NDArray[np.int_]], ...]:
        """Which holes are pulled at the same time, with the rows in which just these are."""
        pulled = self.tension_n > 1e-6
        patterns, of = np.unique(pulled, axis=0, return_inverse=True)
        of = of.reshape(-1)
        return tuple(
            (np.flatnonzero(pattern).tolist(), np.flatnonzero(of == number)) for number, pattern in enumerate(patterns)
        )

    def case_of(self, row: int, column: int) -> CaseDemand:
        """What a row puts on one hole."""
        return self.alone[row] if self.table is None else self.table.case(row, self.hole_ids[column])
