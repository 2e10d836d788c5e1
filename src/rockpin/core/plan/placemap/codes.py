"""Whole numbers that stand for what was met: several grids of small numbers become one, with no number unused."""

from collections.abc import Sequence
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

Codes = NDArray[np.int32]
Grid = NDArray[np.uint8] | NDArray[np.uint16] | NDArray[np.int32]

Window = tuple[slice, slice]
"""A part of a grid: rows, columns."""

_BAND_ROWS = 250
_MOST = 1 << 22
"""Up to so many numbers are told apart by a table; beyond that they are sorted."""


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


def row_numbers(parts: Sequence[NDArray[np.generic]]) -> NDArray[np.int_]:
    """For each row a number, (rows,): the same for rows that are alike in every grid, wherever they lie.

    Grids of a single row say nothing of rows.
    """
    grids = [part for part in parts if len(part) > 1]
    if not grids:
        return np.zeros(max(map(len, parts)), int)
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
