"""A board or a channel between brackets and wall: stiff in its length, but no rigid plate along it.

What a bracket pulls, presses or hangs on a long board is borne by the screws beside it: wood bends too much to bring
it to the far end, and so does a channel of thin steel. So each bracket is put to the columns of screws on either side
of it alone, which by statics is the lever rule between two, and what several bring is summed. Only a push along the
board is shared by all of its screws.
"""

from bisect import bisect_left, bisect_right
from collections.abc import Sequence

import numpy as np

from rockpin.core.base.model import Rect
from rockpin.core.demand.fastener_group import GroupRows, Rows, solve_rows
from rockpin.core.demand.support_groups import SupportGroup

_ONE_COLUMN_MM = 5.0
"""Screws nearer to one another along the board than this stand in one column."""


def _columns(board: SupportGroup) -> list[float]:
    """Where its columns of screws stand along the board [mm]."""
    found: list[float] = []
    for x in sorted(hole.x_mm for hole in board.holes):
        if not found or x - found[-1] > _ONE_COLUMN_MM:
            found.append(x)
    return found


def _beside(columns: Sequence[float], bracket: SupportGroup) -> tuple[int, int]:
    """The first and the last of the columns that bear a bracket: those about its middle, or all from end to end of one
    that reaches over a whole span."""
    xs = [hole.x_mm for hole in bracket.holes]
    last = len(columns) - 1
    after = min(max(1, bisect_left(columns, bracket.centre_x_mm)), last)
    if max(xs) - min(xs) < columns[after] - columns[after - 1]:
        return after - 1, after
    first = max(0, bisect_right(columns, min(xs)) - 1)
    return min(first, last - 1), max(1, min(last, bisect_left(columns, max(xs))))


def _part(board: SupportGroup, columns: Sequence[float], first: int, last: int) -> tuple[list[int], Rect]:
    """The holes of some columns, by their numbers, and what bears beside them: the board's end, else these alone."""
    left = board.own.x_mm if first == 0 else columns[first]
    right = board.own.right_mm if last == len(columns) - 1 else columns[last]
    low, high = columns[first] - _ONE_COLUMN_MM, columns[last] + _ONE_COLUMN_MM
    inside = [number for number, hole in enumerate(board.holes) if low <= hole.x_mm <= high]
    return inside, board.own.model_copy(update={"x_mm": left, "width_mm": right - left})


def is_long(board: SupportGroup) -> bool:
    """Whether it has more than two columns of screws in its length: between two a rigid plate is the lever rule too."""
    return len(_columns(_lying(board))) > 2


def _stands(board: SupportGroup) -> bool:
    return board.own.height_mm > board.own.width_mm


def _lying(group: SupportGroup) -> SupportGroup:
    """The same turned over a diagonal where it is upright, so that its length runs across."""
    return _turned(group) if _stands(group) else group


def _turned(group: SupportGroup) -> SupportGroup:
    def turned(area: Rect) -> Rect:
        return Rect(x_mm=area.y_mm, y_mm=area.x_mm, width_mm=area.height_mm, height_mm=area.width_mm)

    holes = tuple(
        hole._replace(x_mm=hole.y_mm, y_mm=hole.x_mm, bears_across=hole.bears_upright, bears_upright=hole.bears_across)
        for hole in group.holes
    )
    plate = group.plate.model_copy(
        update={
            "area": turned(group.plate.area),
            "bearing_width_mm": group.plate.bearing_height_mm,
            "bearing_height_mm": group.plate.bearing_width_mm,
        }
    )
    return group.model_copy(update={"holes": holes, "plate": plate, "own": turned(group.own)})


def _turned_rows(rows: Rows) -> Rows:
    """Sets of forces with across and up for one another: tip and swing change places, and torsion its sign."""
    found = rows[:, [1, 0, 2, 3, 5, 4]].copy()
    found[:, 3] *= -1
    return found


def solve_board(
    board: SupportGroup,
    brackets: Sequence[SupportGroup],
    brought: Sequence[Rows],
    bearing_mpa: float,
    inset_min_mm: float,
) -> GroupRows:
    """Forces [N] on the screws of a board, arrays of shape (rows, holes). ``brought``: of each bracket its sets of
    forces [N, N mm] about the origin, off the face behind the board."""
    if _stands(board):
        turned = [_turned(one) for one in brackets], [_turned_rows(rows) for rows in brought]
        found = solve_board(_turned(board), *turned, bearing_mpa, inset_min_mm)
        other = {"across": "upright", "upright": "across"}
        return found._replace(
            shear_x_n=found.shear_y_n,
            shear_y_n=found.shear_x_n,
            missing=tuple(other.get(one, one) for one in found.missing),
        )
    columns, count, rows = _columns(board), len(board.holes), len(brought[0])
    tension, shear_x, shear_y = (np.zeros((rows, count)) for _ in range(3))
    compression, no_lever = np.zeros(rows), np.zeros(rows, dtype=bool)
    missing: list[str] = []
    for bracket, forces in zip(brackets, brought, strict=True):
        at, area = _part(board, columns, *_beside(columns, bracket))
        holes = [board.holes[number] for number in at]
        stiff = np.array([hole.stiffness for hole in holes])
        height = float(stiff @ np.array([hole.y_mm for hole in holes]) / stiff.sum())
        local = forces.copy()
        # the push along it goes into the whole board, at the height of its screws
        local[:, 3] += forces[:, 0] * height
        local[:, 0] = 0.0
        plate = board.plate.model_copy(update={"area": area, "bearing_width_mm": area.width_mm})
        found = solve_rows(holes, plate, local, bearing_mpa, inset_min_mm)
        tension[:, at] += found.tension_n
        shear_x[:, at] += found.shear_x_n
        shear_y[:, at] += found.shear_y_n
        shear_x += forces[:, :1] / count
        compression = np.maximum(compression, found.compression_n)
        no_lever |= found.no_lever
        missing += found.missing
    return GroupRows(tension, shear_x, shear_y, compression, no_lever, tuple(dict.fromkeys(missing)))
