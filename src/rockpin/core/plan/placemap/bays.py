"""How many holes of a fixture lie in one bay of board with each of them, wherever it comes to hang."""

from collections.abc import Sequence
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from rockpin.core.capacity import bay_reach_mm, beside_in_bay
from rockpin.core.framing import MemberReading
from rockpin.core.hidden import rect_gaps
from rockpin.core.plan.placemap.codes import Grid, GridRows
from rockpin.core.plan.spots import NEARBY_MM
from rockpin.core.setout import PlacedHole
from rockpin.core.tables.figures import CapacityFigures

Places = NDArray[np.float64]


class Bay(NamedTuple):
    """Others in the bay of a hole at every shift along, for those shifts up that differ; ``rows``: which of them each
    shift up has.

    ``near``: how many of those that any anchor may share it with. ``far``: each that is so far off along and up [mm]
    that only narrow anchors do, and whether no stud stands between.
    """

    near: NDArray[np.uint8]
    far: tuple[tuple[tuple[float, float], NDArray[np.uint8]], ...]
    rows: NDArray[np.int_]

    @property
    def grids(self) -> list[GridRows[Grid]]:
        """All that decides of the hole's bay, whatever anchor it gets; in one order for holes that are alike."""
        grids = [self.near, *(shared for _, shared in sorted(self.far, key=lambda one: one[0]))]
        return [GridRows(grid, self.rows) for grid in grids]


def in_one_bay(
    holes: Sequence[PlacedHole],
    members: Sequence[MemberReading],
    dx: Places,
    dy: Places,
    reaches_mm: tuple[float, float],
    figures: CapacityFigures,
) -> list[Bay]:
    """For each hole the others in its bay at every shift [mm].

    ``reaches_mm``: how far apart two of the widest anchors can be in one bay, and two of the narrowest. Where there
    are no studs at all it is as far as the figures say.
    """
    studs = [one for one in members if not one.horizontal]
    surely, most = reaches_mm[0], max(reaches_mm[1], bay_reach_mm(None, 0.0, figures))
    found = []
    for hole in holes:
        first, rows = _alike(studs, hole.y_mm + dy)
        x, y = hole.x_mm + dx, hole.y_mm + dy[first]
        near, far = np.zeros((len(y), len(x)), np.uint8), []
        for other in holes:
            apart = (other.x_mm - hole.x_mm, other.y_mm - hole.y_mm)
            if other.id == hole.id or not beside_in_bay(*apart, most, figures):
                continue
            between = np.zeros(near.shape, bool)
            for stud in studs:
                place = stud.rect.centre_x_mm - x
                columns = np.flatnonzero((min(0.0, apart[0]) < place) & (place < max(0.0, apart[0])))
                if len(columns):
                    part = slice(columns[0], columns[-1] + 1)
                    between[:, part] |= rect_gaps(stud.rect, x[part], y) < NEARBY_MM
            if beside_in_bay(*apart, surely, figures):
                near += ~between
            else:
                far.append(((abs(apart[0]), abs(apart[1])), (~between).view(np.uint8)))
        found.append(Bay(near, tuple(far), rows))
    return found


def _alike(studs: Sequence[MemberReading], y: Places) -> tuple[NDArray[np.int_], NDArray[np.int_]]:
    """Rows that stand for all, and which of them each is like: as far past the ends of every stud, as that counts."""
    ends = [(stud.rect.y_mm, stud.rect.top_mm) for stud in studs]
    past = [np.minimum(np.maximum(np.maximum(low - y, 0.0), y - high), NEARBY_MM) for low, high in ends]
    _, first, rows = np.unique(np.stack([np.zeros(len(y)), *past]), axis=1, return_index=True, return_inverse=True)
    return first, rows.reshape(-1)
