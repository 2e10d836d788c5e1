"""What each hole must bear: the table of all cases on all holes, and of it the cases that decide."""

from dataclasses import dataclass
from enum import StrEnum
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from rockpin.core.demand.fastener_group import HoleForces, Rows
from rockpin.core.demand.loads import LoadCase
from rockpin.core.tables.hands import Allowance


class CaseDemand(NamedTuple):
    """What one case puts on one hole. ``stiff_ratio``: the softest fastener against the stiffest in this bound."""

    case: str
    label: str
    allowance: Allowance
    stiff_ratio: float
    forces: HoleForces


class BoundDemand(NamedTuple):
    """The greatest pull-out and shear [N] on a hole with the fasteners as stiff beside one another as given."""

    stiff_ratio: float
    tension_n: float
    shear_n: float


class HoleDemand(NamedTuple):
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


def _fronts(tension_n: Rows, shear_n: Rows) -> NDArray[np.bool_]:
    """Of each column [N] the rows that no other row exceeds in both; of equal ones the first, none below 0."""
    rows = np.broadcast_to(np.arange(len(tension_n))[:, None], tension_n.shape)
    order = np.lexsort((rows, -shear_n, -tension_n), axis=0)
    ordered = np.take_along_axis(shear_n, order, axis=0)
    best_before = np.full(ordered.shape, -1.0)
    best_before[1:] = np.maximum.accumulate(ordered, axis=0)[:-1]
    found = np.zeros(ordered.shape, dtype=bool)
    np.put_along_axis(found, order, ordered > best_before, axis=0)
    return found


def demands_of(table: DemandTable) -> dict[str, HoleDemand]:
    """The deciding cases of each hole."""
    if not table.rows:
        return {}
    ways = [row.case.allowance.key for row in table.rows]
    ratios = np.array([row.stiff_ratio for row in table.rows])
    # forces without a lever mean nothing
    held = ~table.no_lever
    tension = np.where(held, table.tension_n, -1.0)
    shear = np.where(held, np.hypot(table.shear_x_n, table.shear_y_n), -1.0)
    kept: list[list[int]] = [[] for _ in table.hole_ids]
    for way in dict.fromkeys(ways):
        acts = np.array([number for number, one in enumerate(ways) if one == way])
        columns, rows = np.nonzero(_fronts(tension[acts], shear[acts]).T)
        for column, row in zip(columns.tolist(), acts[rows].tolist(), strict=True):
            kept[column].append(row)
    greatest = {
        ratio: (tension[ratios == ratio].max(axis=0), shear[ratios == ratio].max(axis=0))
        for ratio in sorted(set(ratios.tolist()), reverse=True)
    }
    stuck: NDArray[np.bool_] = np.any(table.no_lever, axis=0)
    pressed = np.max(table.compression_n, axis=0)
    return {
        hole_id: HoleDemand(
            hole_id=hole_id,
            cases=tuple(table.case(row, hole_id) for row in kept[column]),
            bounds=tuple(
                BoundDemand(stiff_ratio=ratio, tension_n=float(pull[column]), shear_n=float(across[column]))
                for ratio, (pull, across) in greatest.items()
                if pull[column] >= 0
            ),
            edge_compression_n=float(pressed[column]),
            no_lever_case=table.rows[int(table.no_lever[:, column].argmax())].case.label if stuck[column] else None,
        )
        for column, hole_id in enumerate(table.hole_ids)
        if kept[column] or stuck[column]
    }
