"""How the supports of a piece share its load cases: a row for every way of sharing that is not ruled out."""

from collections.abc import Sequence
from math import hypot
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from rockpin.core.demand.beam import load_shares
from rockpin.core.demand.demands import Turns
from rockpin.core.demand.fastener_group import Rows, wrench_at
from rockpin.core.demand.loads import LoadCase
from rockpin.core.demand.support_groups import SupportGroup


class ShareRows(NamedTuple):
    """What each group gets in each row: rows of :func:`wrench`, and the case that each row belongs to."""

    case_of_row: NDArray[np.int_]
    wrenches: list[Rows]


def as_given(group: SupportGroup, cases: Sequence[LoadCase], *, hang_below: bool) -> ShareRows:
    """One group takes everything. By its first screw alone a piece hangs with its weight below that."""
    every = [(f.x_mm, f.y_mm, f.z_mm, f.fx_n, f.fy_n, f.fz_n) for case in cases for f in case.forces]
    x, y, z, fx, fy, fz = np.array(every, dtype=np.float64).reshape(-1, 6).T
    if hang_below:
        x = np.full_like(x, group.holes[0].x_mm)
    of_case = np.repeat(np.arange(len(cases)), [len(case.forces) for case in cases])
    rows = np.column_stack(
        [
            np.bincount(of_case, column, minlength=len(cases)).astype(np.float64)
            for column in wrench_at(x, y, z + group.stand_off_mm, fx, fy, fz)
        ]
    )
    if len(group.holes) == 1:
        # one hole takes no torsion; what turns the piece on it is told by itself, see turning
        hole = group.holes[0]
        rows[:, 3] = rows[:, 1] * hole.x_mm - rows[:, 0] * hole.y_mm
    return ShareRows(np.arange(len(cases)), [rows])


def turning(group: SupportGroup, cases: Sequence[LoadCase], beside_mm: float) -> Turns:
    """Whether anything stands beside a single hole, so that the piece would turn on it."""
    hole, found = group.holes[0], Turns.NOT
    for case in cases:
        about = sum(f.fy_n * (f.x_mm - hole.x_mm) - f.fx_n * (f.y_mm - hole.y_mm) for f in case.forces)
        size = hypot(sum(f.fx_n for f in case.forces), sum(f.fy_n for f in case.forces))
        if size > 1e-9 and abs(about) / size > beside_mm:
            if not case.by_hand:
                return Turns.BY_WEIGHT
            found = Turns.BY_HAND
    return found


def share_out(groups: Sequence[SupportGroup], cases: Sequence[LoadCase]) -> ShareRows:
    """Every way of sharing that is not ruled out, a row each.

    A force comes to its support at the support's middle: its lever along the beam has been used up by the sharing.
    So has the moment of a force along the wall about the upright axis: the supports take it as a couple. What a force
    along the wall turns in the wall's plane they take by an upright couple, or, where all of them have more than one
    hole, each by its own: nobody knows how stiff the joints are, so both ways are kept. The force along the wall itself
    all supports share alike that have a hole to bear it, wherever along the wall it acts.
    """
    centres = tuple(group.centre_x_mm for group in groups)
    heights = np.array([sum(hole.y_mm for hole in group.holes) / len(group.holes) for group in groups])
    rigid = all(len(group.holes) > 1 for group in groups)
    even = (1.0 / len(groups),) * len(groups)
    bear = np.array([float(any(hole.bears_across for hole in group.holes)) for group in groups])
    level_share = bear / bear.sum() if bear.any() else np.full(len(groups), 1.0 / len(groups))
    case_of_row: list[int] = []
    row_of: list[int] = []
    parts: list[tuple[float, ...]] = []
    shares: list[tuple[float, ...]] = []
    turns: list[tuple[float, ...]] = []
    for number, case in enumerate(cases):
        ways = [load_shares(centres, force.x_mm, force.spread_mm, force.line) for force in case.forces]
        sideways = any(abs(force.fx_n) > 1e-9 for force in case.forces)
        for own in (False, True) if sideways and rigid else (False,):
            for way in range(max((len(found) for found in ways), default=1)):
                row = len(case_of_row)
                case_of_row.append(number)
                for f, found in zip(case.forces, ways, strict=True):
                    chosen = found[min(way, len(found) - 1)]
                    row_of.append(row)
                    parts.append((f.x_mm, f.y_mm, f.z_mm, f.fx_n, f.fy_n, f.fz_n, f.slope, float(own)))
                    shares.append(even if f.even else chosen.shares)
                    turns.append(chosen.turns)
    if not parts:
        nothing: list[Rows] = [np.zeros((len(case_of_row), 6), dtype=np.float64) for _ in groups]
        return ShareRows(np.array(case_of_row, dtype=int), nothing)
    at, level, off, fx, fy, fz, slope, owned = np.array(parts).T
    share, turn, index = np.array(shares), np.array(turns), np.array(row_of)
    # where the line of the force passes each support; a level one at its own height
    lines = level[:, None] + slope[:, None] * (np.array(centres)[None, :] - at[:, None])
    couple = -(fx[:, None] * level_share * (lines - heights[None, :])).sum(axis=1) * (1 - owned)
    wrenches: list[Rows] = []
    for g, group in enumerate(groups):
        z, x, part, y = off + group.stand_off_mm, centres[g], share[:, g], lines[:, g]
        out = fz * part - fx * z * turn[:, g]
        upright = fy * part + couple * turn[:, g]
        across, across_y = fx * level_share[g], np.where(owned > 0, y, heights[g])
        columns = (
            across,
            upright,
            out,
            upright * x - across * across_y,
            out * y - upright * z,
            out * x,
        )
        wrenches.append(np.column_stack([np.bincount(index, column, minlength=len(case_of_row)) for column in columns]))
    return ShareRows(np.array(case_of_row), wrenches)
