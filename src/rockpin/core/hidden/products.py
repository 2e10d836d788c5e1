"""What is left of 1 by chances that are told by column and by row: their products over a grid."""

from collections.abc import Iterator, Sequence

import numpy as np
from numpy.typing import NDArray

Places = NDArray[np.float64]
Window = tuple[slice, slice]

_NOUGHT = 1e-15


class Free:
    """What is left of 1 by chances that are told by column and by row, (rows, columns)."""

    def __init__(self, whole: float) -> None:
        self._by_column, self._by_row = np.array([[whole]]), np.array([[1.0]])
        self._corners: list[tuple[Window, Places]] = []

    def take(self, across: Places | None, up: Places | None) -> None:
        """Counts one more group: its chances [1] by column and by row, which exclude one another where both are."""
        if across is not None:
            self._by_column = self._by_column * (1 - np.minimum(1.0, across))[None, :]
        if up is not None:
            self._by_row = self._by_row * (1 - np.minimum(1.0, up))[:, None]
        if across is None or up is None:
            return
        columns, rows = stretch(across > _NOUGHT), stretch(up > _NOUGHT)
        if columns.stop > columns.start and rows.stop > rows.start:
            one, other = up[rows][:, None], across[columns][None, :]
            apart = (1 - np.minimum(1.0, one)) * (1 - np.minimum(1.0, other))
            both = 1 - np.minimum(1.0, one + other)
            self._corners.append(((rows, columns), np.divide(both, apart, out=np.zeros_like(both), where=apart > 0)))

    def above(self, least: float, shape: tuple[int, int]) -> tuple[NDArray[np.bool_], NDArray[np.bool_]]:
        """In which rows and columns of a shape more than so much [1] of 1 may be gone, corners not counted."""
        rows = 1 - self._by_row[:, 0] * self._by_column.min() >= least
        columns = 1 - self._by_column[0] * self._by_row.min() >= least
        return np.broadcast_to(rows, shape[0]), np.broadcast_to(columns, shape[1])

    def whole(self, window: Window) -> Places:
        """What is left [1] in a part of the grid, but for corners; (rows, columns) or what broadcasts to it."""
        rows, columns = window
        by_row = self._by_row[rows] if len(self._by_row) > 1 else self._by_row
        by_column = self._by_column[:, columns] if self._by_column.shape[1] > 1 else self._by_column
        return np.asarray(by_column * by_row)

    def corners(self) -> Iterator[Window]:
        """Where both directions of one group pass."""
        for window, _ in self._corners:
            yield window

    def within(self, window: Window) -> Places:
        """What is left [1] in a part of the grid; (rows, columns)."""
        rows, columns = window
        shape = (rows.stop - rows.start, columns.stop - columns.start)
        found = np.array(np.broadcast_to(self.whole(window), shape))
        for (down, across), share in self._corners:
            low, high = max(rows.start, down.start), min(rows.stop, down.stop)
            left, right = max(columns.start, across.start), min(columns.stop, across.stop)
            if low < high and left < right:
                part = share[low - down.start : high - down.start, left - across.start : right - across.start]
                found[low - rows.start : high - rows.start, left - columns.start : right - columns.start] *= part
        return found


def met_by(three: Sequence[Free], over: Sequence[float], window: Window) -> Window:
    """The part of a window, counted from its corner, in which one of them may come as far as it must to count."""
    shape = (window[0].stop - window[0].start, window[1].stop - window[1].start)
    there = [one.above(least, shape) for one, least in zip(three, over, strict=True)]
    # where none comes so far, neither its rows nor its columns do
    rows, columns = (np.logical_or.reduce([part[way] for part in there]) for way in (0, 1))
    return stretch(rows), stretch(columns)


def stretch(there: NDArray[np.bool_]) -> slice:
    """The shortest stretch that holds all that is there."""
    places = np.flatnonzero(there)
    return slice(int(places[0]), int(places[-1]) + 1) if len(places) else slice(0, 0)


def moved(part: Window, window: Window) -> Window:
    """A part that is counted from a window's corner, counted from the grid's."""
    (rows, columns), (down, across) = part, window
    return (
        slice(down.start + rows.start, down.start + rows.stop),
        slice(across.start + columns.start, across.start + columns.stop),
    )


def bounds(window: Window) -> tuple[int, int, int, int]:
    rows, columns = window
    return rows.start, rows.stop, columns.start, columns.stop
