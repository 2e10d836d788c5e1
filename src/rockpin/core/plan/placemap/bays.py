"""How many holes of a fixture lie in one bay of board with each of them, wherever it comes to hang."""

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from rockpin.core.capacity import beside_in_bay
from rockpin.core.framing import MemberReading
from rockpin.core.hidden import rect_gaps
from rockpin.core.plan.spots import NEARBY_MM
from rockpin.core.setout import PlacedHole
from rockpin.core.tables.figures import CapacityFigures

Places = NDArray[np.float64]


def in_one_bay(
    holes: Sequence[PlacedHole], members: Sequence[MemberReading], dx: Places, dy: Places, figures: CapacityFigures
) -> list[NDArray[np.uint8]]:
    """For each hole the number of others in its bay at every shift [mm], (shifts up, shifts along)."""
    studs = [one for one in members if not one.horizontal]
    found = []
    for hole in holes:
        x, y = hole.x_mm + dx, hole.y_mm + dy
        count = np.zeros((len(dy), len(dx)), np.uint8)
        for other in holes:
            apart = (other.x_mm - hole.x_mm, other.y_mm - hole.y_mm)
            if other.id == hole.id or not beside_in_bay(*apart, figures):
                continue
            between = np.zeros(count.shape, bool)
            for stud in studs:
                place = stud.rect.centre_x_mm - x
                columns = np.flatnonzero((min(0.0, apart[0]) < place) & (place < max(0.0, apart[0])))
                if len(columns):
                    part = slice(columns[0], columns[-1] + 1)
                    between[:, part] |= rect_gaps(stud.rect, x[part], y) < NEARBY_MM
            count += ~between
        found.append(count)
    return found
