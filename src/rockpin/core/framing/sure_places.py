"""Where along the wall is it sure: clear of all framing for an anchor, or wood for a screw?"""

from typing import NamedTuple

import numpy as np

from rockpin.core.framing.behind import MemberReading
from rockpin.core.framing.chances import MemberAcross, MemberChances
from rockpin.core.tables.figures import FramingFigures

_AT_ONCE = 40
"""So many steps of a millimetre to either side are asked together: a sure place is mostly near."""


def _gap_mm(member: MemberReading, x_mm: float) -> float:
    """The least [mm] by which an upright member keeps away from a place along the wall, as chance_clear sees it."""
    spread = member.strays_mm
    return abs(x_mm - member.rect.centre_x_mm) - member.rect.width_mm / 2 - spread


class Shift(NamedTuple):
    """How far to move a hole along the wall [mm, to the right], and what it comes to there."""

    dx_mm: float
    wood: bool


def nearest_sure(
    members: tuple[MemberReading, ...],
    x_mm: float,
    y_mm: float,
    screw_mm: float,
    half_mm: float,
    figures: FramingFigures,
) -> tuple[Shift, ...]:
    """The least moves along the wall after which a spot is surely clear for an anchor, and surely wood for a screw.

    ``screw_mm``: diameter of the screw; ``half_mm``: half of the width that the anchor wants clear.
    """
    side = max(figures.wood_edge_diameters * screw_mm, figures.wood_edge_min_mm)
    reach = figures.move_most_mm + half_mm
    # a member that is far from all of these places lowers the chance at none of them
    near = [one for one in members if one.horizontal or _gap_mm(one, x_mm) <= reach]
    across = [MemberAcross(one, number, figures.stud_lean_mm_per_m) for number, one in enumerate(near, 1)]
    found: dict[bool, Shift] = {}
    for first in range(1, int(figures.move_most_mm) + 1, _AT_ONCE):
        steps = np.arange(first, min(first + _AT_ONCE, int(figures.move_most_mm) + 1), dtype=np.float64)
        # of two moves that are as far, the one to the right comes first
        moves = np.stack([steps, -steps], axis=1).ravel()
        from_left = np.argsort(moves)
        as_tried = np.argsort(from_left)
        spots = MemberChances(across, x_mm + moves[from_left], np.array([y_mm]), np.inf, max(half_mm, side))
        if False not in found:
            clear = spots.clear(half_mm)[0][as_tried] >= figures.clear_of_stud
            if clear.any():
                found[False] = Shift(float(moves[clear.argmax()]), wood=False)
        if True not in found:
            wood = spots.met(side)[0][0][as_tried] >= figures.solid_wood_credit
            if wood.any():
                found[True] = Shift(float(moves[wood.argmax()]), wood=True)
        if len(found) == 2:
            break
    return tuple(sorted(found.values(), key=lambda one: abs(one.dx_mm)))
