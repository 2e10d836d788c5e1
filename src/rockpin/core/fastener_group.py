"""An elastic group of fasteners behind a rigid plate: what a set of forces puts on each of them.

In plane every fastener is a spring in the directions that its hole can bear in. Out of plane fasteners only pull;
what would push is taken by the plate, which bears on the wall near its edge.
"""

from collections.abc import Sequence
from math import hypot

import numpy as np

from rockpin.core.model import Model, Rect

NO_LEVER_N = 1e9
"""Stands for a pull-out without bound: the plate has no lever left between its holes and its bearing."""


class Force(Model):
    """A force [N] at a place [mm]: x to the right, y up, z off the wall. ``spread_mm``: over how much width."""

    x_mm: float
    y_mm: float
    z_mm: float
    fx_n: float = 0
    fy_n: float = 0
    fz_n: float = 0
    spread_mm: float = 0


class GroupHole(Model):
    """A hole: where it is [mm], which directions it can bear in, how stiff it is beside the others."""

    id: str
    x_mm: float
    y_mm: float
    bears_across: bool = True
    bears_upright: bool = True
    stiffness: float = 1.0


class Plate(Model):
    """What presses on the wall: its outline, the length of its lower and of its side edge, whether it bends."""

    area: Rect
    bearing_width_mm: float
    bearing_height_mm: float
    flexible: bool = False


class HoleForces(Model):
    """Pull-out and shear [N] on one hole; shear as a vector, x to the right and y up."""

    tension_n: float
    shear_x_n: float
    shear_y_n: float

    @property
    def shear_n(self) -> float:
        return hypot(self.shear_x_n, self.shear_y_n)


class GroupResult(Model):
    """The forces in a group, the compression at the plate's edge [N], and directions that nothing bears in."""

    holes: dict[str, HoleForces]
    compression_n: float
    missing: tuple[str, ...]


def _in_plane(
    holes: Sequence[GroupHole], arms: Sequence[tuple[float, float]], px: float, py: float, torsion: float
) -> tuple[list[tuple[float, float]], tuple[str, ...]]:
    """Shear [N] on each hole from a force and a torsion [N·mm] about the centroid that the arms count from.

    With round holes this is the classical V = P/n + T·r/Σr². A slot is no spring along itself, since friction never
    counts; what is left is solved as a plate on springs that shifts and turns.
    """
    if all(hole.bears_across and hole.bears_upright for hole in holes):
        total = sum(hole.stiffness for hole in holes)
        polar = sum(hole.stiffness * (x * x + y * y) for hole, (x, y) in zip(holes, arms, strict=True))
        turn = torsion / polar if polar > 1e-9 else 0.0
        fails = ("turning",) if polar <= 1e-9 and abs(torsion) > 1e-6 * (hypot(px, py) + 1) else ()
        return [
            (hole.stiffness * (px / total - turn * y), hole.stiffness * (py / total + turn * x))
            for hole, (x, y) in zip(holes, arms, strict=True)
        ], fails
    kx = np.array([hole.stiffness * hole.bears_across for hole in holes])
    ky = np.array([hole.stiffness * hole.bears_upright for hole in holes])
    x, y = np.array([arm[0] for arm in arms]), np.array([arm[1] for arm in arms])
    # unknowns: shift (u, v) and turn t; a hole moves by (u - t·y, v + t·x)
    stiffness = np.array(
        [
            [kx.sum(), 0.0, -(kx * y).sum()],
            [0.0, ky.sum(), (ky * x).sum()],
            [-(kx * y).sum(), (ky * x).sum(), (kx * y * y + ky * x * x).sum()],
        ]
    )
    load = np.array([px, py, torsion])
    (u, v, t), *_ = np.linalg.lstsq(stiffness, load, rcond=1e-12)
    carried = stiffness @ np.array([u, v, t])
    size = hypot(px, py) + 1e-9
    reach = float(np.hypot(x, y).max()) + 1.0
    short = [abs(carried[0] - px) > 1e-6 * size, abs(carried[1] - py) > 1e-6 * size]
    missing = [name for name, is_short in zip(("across", "upright"), short, strict=True) if is_short]
    if not missing and abs(carried[2] - torsion) > 1e-6 * size * reach:
        missing = ["turning"]
    return [(float(a), float(b)) for a, b in zip(kx * (u - t * y), ky * (v + t * x), strict=True)], tuple(missing)


def _bend(
    stiff: Sequence[float],
    places: Sequence[float],
    moment: float,
    pull: float,
    low: float,
    high: float,
    bearing_length_mm: float,
    flexible: bool,
    bearing_mpa: float,
    inset_min_mm: float,
) -> tuple[list[float], float]:
    """Pull-out [N] on each hole from a pull and a moment about one axis, and the compression at the edge [N].

    ``places``: the holes along the lever; ``moment`` [N·mm] about their stiffness centroid, positive where it lifts
    the high side; ``low`` and ``high`` bound the plate. As long as the plate keeps off the wall, N/n + M·d/Σd² holds.
    Once it bears it turns about the resultant of the bearing, which lies max(inset, a/3) inside the edge,
    a = 2ΣT/(b·f) for a triangle of pressure; a flexible plate bears half-way between the edge and its nearest hole.
    The inset grows with the pull and the pull with the inset, so going round from the least inset climbs to the
    answer.
    """
    if moment < 0:
        places, low, high, moment = [-place for place in places], -high, -low, -moment
    total = sum(stiff)
    centroid = sum(k * place for k, place in zip(stiff, places, strict=True)) / total
    arms = [place - centroid for place in places]
    about = sum(k * arm * arm for k, arm in zip(stiff, arms, strict=True))
    even = [pull * k / total for k in stiff]
    if moment < 1e-9:
        return even, 0.0
    least = max(inset_min_mm, (min(places) - low) / 2) if flexible else inset_min_mm
    inset, tension = least, even
    for _ in range(60):
        edge = low + inset
        if about > 1e-9 and pull / total + moment * (edge - centroid) / about >= 0:
            return [n + moment * k * arm / about for n, k, arm in zip(even, stiff, arms, strict=True)], 0.0
        levers = [max(place - edge, 0.0) for place in places]
        resist = sum(k * lever * lever for k, lever in zip(stiff, levers, strict=True))
        if resist < 1e-6 or inset > high - low:
            return [NO_LEVER_N] * len(places), NO_LEVER_N
        turning = moment + pull * (centroid - edge)
        tension = [turning * k * lever / resist for k, lever in zip(stiff, levers, strict=True)]
        wanted = max(least, 2 * sum(tension) / (bearing_length_mm * bearing_mpa) / 3)
        if wanted - inset < 1e-3:
            break
        inset = wanted
    return tension, max(0.0, sum(tension) - pull)


def solve_group(
    holes: Sequence[GroupHole],
    plate: Plate,
    forces: Sequence[Force],
    bearing_mpa: float,
    inset_min_mm: float,
) -> GroupResult:
    """Forces [N] in an elastic group of fasteners behind a plate; forces and holes in the same coordinates.

    Moments are taken about the stiffness centroid, that of an eccentric pull included; each axis is solved by
    itself and what it adds to the even pull is summed. Raises ValueError without holes.
    """
    if not holes:
        raise ValueError("a group needs at least one hole")
    stiff = [hole.stiffness for hole in holes]
    total = sum(stiff)
    cx = sum(hole.stiffness * hole.x_mm for hole in holes) / total
    cy = sum(hole.stiffness * hole.y_mm for hole in holes) / total
    px, py, pz = sum(f.fx_n for f in forces), sum(f.fy_n for f in forces), sum(f.fz_n for f in forces)
    torsion = sum(f.fy_n * (f.x_mm - cx) - f.fx_n * (f.y_mm - cy) for f in forces)
    arms = [(hole.x_mm - cx, hole.y_mm - cy) for hole in holes]
    shear, missing = _in_plane(holes, arms, px, py, torsion)

    # a force along the wall, in front of it, lifts the side it points away from; a pull lifts its own side
    tip = sum(-f.fy_n * f.z_mm + f.fz_n * (f.y_mm - cy) for f in forces)
    swing = sum(-f.fx_n * f.z_mm + f.fz_n * (f.x_mm - cx) for f in forces)
    area, soft = plate.area, plate.flexible
    ys, xs = [hole.y_mm for hole in holes], [hole.x_mm for hole in holes]
    up, low_edge = _bend(
        stiff, ys, tip, pz, area.y_mm, area.top_mm, plate.bearing_width_mm, soft, bearing_mpa, inset_min_mm
    )
    side, side_edge = _bend(
        stiff,
        xs,
        swing,
        pz,
        area.x_mm,
        area.right_mm,
        plate.bearing_height_mm,
        soft,
        bearing_mpa,
        inset_min_mm,
    )
    return GroupResult(
        holes={
            hole.id: HoleForces(
                tension_n=max(0.0, up[i] + side[i] - pz * stiff[i] / total),
                shear_x_n=shear[i][0],
                shear_y_n=shear[i][1],
            )
            for i, hole in enumerate(holes)
        },
        compression_n=max(low_edge, side_edge),
        missing=missing,
    )
