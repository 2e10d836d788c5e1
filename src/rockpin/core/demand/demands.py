"""What each hole must bear: the table of all cases on all holes, and of it the cases that decide."""

from dataclasses import dataclass
from enum import StrEnum
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from rockpin.core.base.model import Model
from rockpin.core.demand.fastener_group import HoleForces, Rows
from rockpin.core.demand.loads import LoadCase
from rockpin.core.tables.hands import Allowance


class CaseDemand(Model):
    """What one case puts on one hole. ``stiff_ratio``: the softest fastener against the stiffest in this bound."""

    case: str
    label: str
    allowance: Allowance
    stiff_ratio: float
    forces: HoleForces


class BoundDemand(Model):
    """The greatest pull-out and shear [N] on a hole with the fasteners as stiff beside one another as given."""

    stiff_ratio: float
    tension_n: float
    shear_n: float


class HoleDemand(Model):
    """What a hole must bear: the cases that no other case exceeds in both pull-out and shear.

    No method's use falls where pull-out or shear grows, so these cases alone decide. ``no_lever_case``: one in which
    nothing would hold the plate, however strong; None where its holes have a lever in every case.
    """

    hole_id: str
    cases: tuple[CaseDemand, ...]
    bounds: tuple[BoundDemand, ...] = ()
    edge_compression_n: float = 0.0
    no_lever_case: str | None = None

    @property
    def tension_n(self) -> float:
        """The greatest pull-out [N] of all cases."""
        return max((case.forces.tension_n for case in self.cases), default=0.0)

    @property
    def shear_n(self) -> float:
        """The greatest shear [N] of all cases."""
        return max((case.forces.shear_n for case in self.cases), default=0.0)


class CaseRow(NamedTuple):
    """What a row of the table stands for: which case, and how stiff the fasteners are beside one another."""

    case: LoadCase
    stiff_ratio: float


@dataclass(frozen=True)
class DemandTable:
    """Forces [N] on all holes in all cases, arrays of shape (rows, holes); no lever: the forces there mean nothing."""

    hole_ids: tuple[str, ...]
    rows: tuple[CaseRow, ...]
    tension_n: Rows
    shear_x_n: Rows
    shear_y_n: Rows
    compression_n: Rows
    no_lever: NDArray[np.bool_]

    def case(self, row: int, hole_id: str) -> CaseDemand:
        """What one row puts on one hole."""
        told, column = self.rows[row], self.hole_ids.index(hole_id)
        return CaseDemand(
            case=told.case.key,
            label=told.case.label,
            allowance=told.case.allowance,
            stiff_ratio=told.stiff_ratio,
            forces=HoleForces(
                tension_n=float(self.tension_n[row, column]),
                shear_x_n=float(self.shear_x_n[row, column]),
                shear_y_n=float(self.shear_y_n[row, column]),
            ),
        )


@dataclass(frozen=True)
class Demand:
    """What the whole fixture puts on every hole, and what its pattern of holes cannot carry.

    ``holes``: those in the wall. ``joints``: those of brackets in a board or channel. ``mixed_links``: brackets above
    one another, of which only some stand on a board, which this room cannot tell apart.
    """

    holes: dict[str, HoleDemand]
    joints: dict[str, HoleDemand]
    table: DemandTable
    missing: tuple[str, ...]
    turns: "Turns"
    lifted: tuple[str, ...]
    mixed_links: bool


class Turns(StrEnum):
    """What turns a thing on its only hole: nothing, a hand alone, or its own weight and what swings or shakes it."""

    NOT = "not"
    BY_HAND = "by_hand"
    BY_WEIGHT = "by_weight"


def _front(tension: Rows, shear: Rows) -> list[int]:
    """Rows that no other row exceeds in both; of equal ones the first."""
    order = np.lexsort((np.arange(len(tension)), -shear, -tension))
    ordered = shear[order]
    best_before = np.concatenate([[-1.0], np.maximum.accumulate(ordered)[:-1]])
    return sorted(int(row) for row in order[ordered > best_before])


def demands_of(table: DemandTable) -> dict[str, HoleDemand]:
    """The deciding cases of each hole."""
    ways = [row.case.allowance.key for row in table.rows]
    acts = [np.array([way == one for way in ways], dtype=bool) for one in dict.fromkeys(ways)]
    ratios = np.array([row.stiff_ratio for row in table.rows])
    shear = np.hypot(table.shear_x_n, table.shear_y_n)
    holes: dict[str, HoleDemand] = {}
    for column, hole_id in enumerate(table.hole_ids):
        kept: list[int] = []
        stuck = table.no_lever[:, column]
        held = ~stuck
        for group in (np.flatnonzero(one & held) for one in acts):
            if len(group):
                kept += [int(group[row]) for row in _front(table.tension_n[group, column], shear[group, column])]
        if not kept and not stuck.any():
            continue
        holes[hole_id] = HoleDemand(
            hole_id=hole_id,
            cases=tuple(table.case(row, hole_id) for row in kept),
            bounds=tuple(
                BoundDemand(
                    stiff_ratio=float(ratio),
                    tension_n=float(table.tension_n[held & (ratios == ratio), column].max()),
                    shear_n=float(shear[held & (ratios == ratio), column].max()),
                )
                for ratio in sorted(set(ratios[held].tolist()), reverse=True)
            ),
            edge_compression_n=float(table.compression_n[:, column].max()),
            no_lever_case=table.rows[int(stuck.argmax())].case.label if stuck.any() else None,
        )
    return holes
