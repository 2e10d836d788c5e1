"""Whole numbers that stand for what was met: several grids of small numbers become one, with no number unused."""

from collections.abc import Sequence
from typing import Generic, NamedTuple, TypeVar, cast

import numpy as np
from numpy.typing import NDArray

Codes = NDArray[np.int32]
Grid = NDArray[np.uint8] | NDArray[np.uint16] | NDArray[np.int32]

Window = tuple[slice, slice]
"""A part of a grid: rows, columns."""

_BAND_ROWS = 250
_MOST = 1 << 22
"""Up to so many numbers are told apart by a table; beyond that they are sorted."""


AnyGrid = TypeVar("AnyGrid", bound=NDArray[np.generic])


class GridRows(NamedTuple, Generic[AnyGrid]):
    """A grid told for rows that differ: ``of``, (rows that differ, columns); ``rows``: which of them each row has.

    A single column stands for all where every spot of a row is alike.
    """

    of: AnyGrid
    rows: NDArray[np.int_]

    def part(self, window: Window) -> "GridRows[AnyGrid]":
        """A part of the grid."""
        rows, columns = window
        return GridRows(cast(AnyGrid, self.of[:, columns] if self.of.shape[1] > 1 else self.of), self.rows[rows])

    def at(self, rows: NDArray[np.int_]) -> AnyGrid:
        """Some rows of the grid, as they are."""
        return cast(AnyGrid, self.of[self.rows[rows]])


def whole(grid: AnyGrid, count: int | None = None, every: NDArray[np.int_] | None = None) -> GridRows[AnyGrid]:
    """A grid that tells every row, or of so many the one that stands for all. ``every``: the numbers of all rows, to be
    shared."""
    if len(grid) == 1:
        return GridRows(grid, np.zeros(count or 1, int))
    return GridRows(grid, np.arange(len(grid)) if every is None else every)


class Coded(NamedTuple):
    """A grid of numbers from 0 on, and how many there are."""

    of: Codes
    size: int


def compact(numbers: NDArray[np.int64], most: int) -> Coded:
    """The same numbers without gaps, in their order. ``most``: one more than the greatest that may stand there."""
    if most > _MOST:
        _, of = np.unique(numbers, return_inverse=True)
        found = of.reshape(numbers.shape).astype(np.int32)
        return Coded(found, int(found.max()) + 1)
    seen = np.zeros(most, bool)
    seen[numbers] = True
    table = np.cumsum(seen, dtype=np.int32) - 1
    return Coded(table[numbers], int(table[-1]) + 1)


def together(parts: Sequence[Grid]) -> Coded:
    """Grids of one shape, each of numbers from 0 on, as one: alike where all of them are alike."""
    first = np.asarray(parts[0]).astype(np.int64)
    found = compact(first, int(first.max()) + 1)
    for part in parts[1:]:
        more = int(part.max()) + 1
        if more == 1:
            continue
        found = compact(found.of.astype(np.int64) * more + part, found.size * more)
    return found


def row_numbers(
    parts: Sequence[GridRows[Grid] | GridRows[NDArray[np.float64]] | GridRows[NDArray[np.bool_]]],
) -> NDArray[np.int_]:
    """For each row a number, (rows,): the same for rows that are alike in every grid, wherever they lie."""
    told: dict[int, tuple[NDArray[np.int_], list[NDArray[np.generic]]]] = {}
    for part in (one for one in parts if len(one.of) > 1):
        told.setdefault(id(part.rows), (part.rows, []))[1].append(part.of)
    found = np.zeros(len(parts[0].rows), int)
    for rows, grids in told.values():
        numbers = _numbers(grids)
        found = found * (numbers.max() + 1) + numbers[rows]
        found = np.unique(found, return_inverse=True)[1].reshape(-1)
    return found


def _numbers(grids: Sequence[NDArray[np.generic]]) -> NDArray[np.int_]:
    """The same for rows of one set of grids, each of which has them all."""
    starts = np.zeros(len(grids[0]), bool)
    starts[0] = True
    for part in grids:
        starts[1:] |= (part[1:] != part[:-1]).any(axis=1)
    numbers: dict[bytes, int] = {}
    keys = (b"".join(part[row].tobytes() for part in grids) for row in np.flatnonzero(starts))
    of = np.array([numbers.setdefault(key, len(numbers)) for key in keys])
    return np.asarray(of[np.cumsum(starts) - 1])


def weighty(grid: NDArray[np.uint8]) -> list[Window]:
    """Parts of a grid that hold all of it that is not 0: columns that touch each other, in bands of rows."""
    found = []
    for top in range(0, len(grid), _BAND_ROWS):
        band = grid[top : top + _BAND_ROWS]
        met = np.concatenate([[0], np.bitwise_or.reduce(band, axis=0) != 0, [0]])
        bounds = np.flatnonzero(np.diff(met)).reshape(-1, 2)
        found += [(slice(top, top + len(band)), slice(int(low), int(high))) for low, high in bounds]
    return found
