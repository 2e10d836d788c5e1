"""An elastic group of fasteners behind a rigid plate: what sets of forces put on each of them.

In plane every fastener is a spring in the directions that its hole can bear in. Out of plane fasteners only pull;
what would push is taken by the plate, which bears on the wall near its edge. All sets of forces go through at once,
as the rows of arrays: a rail has hundreds of them.
"""

from collections.abc import Sequence
from math import hypot
from typing import NamedTuple, TypeVar

import numpy as np
from numpy.typing import NDArray

from rockpin.core.base.model import Model, Rect

Rows = NDArray[np.float64]
"""One row a set of forces."""

Each = TypeVar("Each", float, Rows)
"""Of one force, or an array of them."""


class Force(NamedTuple):
    """A force [N] at a place [mm]: x to the right, y up, z off the wall.

    ``spread_mm``: over how much width it may be spread; ``line``: it is spread for certain. ``slope``: how far the line
    that it acts on rises for each mm to the right. ``even``: it acts along that line, and all supports share it alike.
    """

    x_mm: float
    y_mm: float
    z_mm: float
    fx_n: float = 0
    fy_n: float = 0
    fz_n: float = 0
    spread_mm: float = 0
    slope: float = 0
    even: bool = False
    line: bool = False


class GroupHole(NamedTuple):
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


class HoleForces(NamedTuple):
    """Pull-out and shear [N] on one hole; shear as a vector, x to the right and y up."""

    tension_n: float
    shear_x_n: float
    shear_y_n: float

    @property
    def shear_n(self) -> float:
        """Resultant of the shear across and up [N]."""
        return hypot(self.shear_x_n, self.shear_y_n)


class GroupResult(NamedTuple):
    """The forces in a group, the compression at the plate's edge [N], and directions that nothing bears in.

    ``no_lever``: nothing would hold the plate, and the forces mean nothing.
    """

    holes: dict[str, HoleForces]
    compression_n: float
    no_lever: bool
    missing: tuple[str, ...]


class GroupRows(NamedTuple):
    """Forces [N] in a group for many sets of forces: arrays of shape (rows, holes), the edge's compression (rows).

    ``no_lever``: rows in which no pull-out, however great, would hold the plate, since its holes lie on the edge that
    it turns about; the forces of such a row mean nothing.
    """

    tension_n: Rows
    shear_x_n: Rows
    shear_y_n: Rows
    compression_n: Rows
    no_lever: NDArray[np.bool_]
    missing: tuple[str, ...]


def wrench(forces: Sequence[Force]) -> Rows:
    """What some forces come to about the origin: (Fx, Fy, Fz) [N], torsion in the wall's plane, tip, swing [N·mm].

    ``tip`` is positive where it lifts what lies higher, ``swing`` where it lifts what lies farther right: a force
    along the wall, in front of it, lifts the side it points away from; a pull lifts its own side.
    """
    total = np.zeros(6)
    for f in forces:
        total += wrench_at(f.x_mm, f.y_mm, f.z_mm, f.fx_n, f.fy_n, f.fz_n)
    return total


def wrench_at(x: Each, y: Each, z: Each, fx: Each, fy: Each, fz: Each) -> tuple[Each, ...]:
    """One force's part [N, N mm] of :func:`wrench`, or that of each of many."""
    return fx, fy, fz, fy * x - fx * y, fz * y - fy * z, fz * x - fx * z


def _in_plane(holes: Sequence[GroupHole], x: Rows, y: Rows, loads: Rows) -> tuple[Rows, Rows, tuple[str, ...]]:
    """Shear [N] on each hole from rows of (Px, Py, torsion about the origin of the arms x, y [mm]).

    With round holes this is the classical V = P/n + T·r/Σr². A slot is no spring along itself, since friction never
    counts; what is left is solved as a plate on springs that shifts and turns.
    """
    px, py, torsion = loads.T
    size = np.hypot(px, py)
    if all(hole.bears_across and hole.bears_upright for hole in holes):
        k = np.array([hole.stiffness for hole in holes])
        polar = float((k * (x * x + y * y)).sum())
        turn = torsion / polar if polar > 1e-9 else np.zeros(len(loads))
        fails = ("turning",) if polar <= 1e-9 and (np.abs(torsion) > 1e-6 * (size + 1)).any() else ()
        return (
            k * (px[:, None] / k.sum() - turn[:, None] * y),
            k * (py[:, None] / k.sum() + turn[:, None] * x),
            fails,
        )
    kx = np.array([hole.stiffness * hole.bears_across for hole in holes])
    ky = np.array([hole.stiffness * hole.bears_upright for hole in holes])
    # unknowns: shift (u, v) and turn t; a hole moves by (u - t·y, v + t·x)
    stiffness = np.array(
        [
            [kx.sum(), 0.0, -(kx * y).sum()],
            [0.0, ky.sum(), (ky * x).sum()],
            [-(kx * y).sum(), (ky * x).sum(), (kx * y * y + ky * x * x).sum()],
        ]
    )
    moves, *_ = np.linalg.lstsq(stiffness, loads.T, rcond=1e-12)
    u, v, t = moves[:, :, None]
    short = np.abs((stiffness @ moves).T - loads)
    reach = float(np.hypot(x, y).max()) + 1.0
    # against all of what is carried: a row may turn the plate without shifting it
    allowed = 1e-6 * (size + np.abs(torsion) / reach + 1e-6)
    failing = (short > np.stack([allowed, allowed, allowed * reach], axis=1)).any(axis=0)
    # what one hole bears at the least falls short only because the plate turns about it
    missing = [name for name, k, column in (("across", kx, 0), ("upright", ky, 1)) if failing[column] and not k.any()]
    if not missing and failing.any():
        missing = ["turning"]
    return kx * (u - t * y), ky * (v + t * x), tuple(missing)


def _bend(
    stiff: Rows,
    places: Rows,
    moment: Rows,
    pull: Rows,
    span_mm: tuple[float, float],
    bearing_length_mm: float,
    flexible: bool,
    bearing_mpa: float,
    inset_min_mm: float,
) -> tuple[Rows, Rows, NDArray[np.bool_]]:
    """Pull-out [N] on each hole from a pull and a moment about one axis, the compression at the edge [N], no lever.

    ``places``: the holes along the lever; ``moment`` [N·mm] about their stiffness centroid, positive where it lifts
    the high side; ``span_mm``: where the plate ends, low and high. As long as the plate keeps off the wall,
    N/n + M·d/Σd² holds. Once it bears it turns about the resultant of the bearing, which lies max(inset, a/3) inside
    the edge, a = 2ΣT/(b·f) for a triangle of pressure; a flexible plate bears half-way between the edge and its
    nearest hole. The inset grows with the pull and the pull with the inset, so going round from the least inset
    climbs to the answer.
    """
    sign = np.where(moment < 0, -1.0, 1.0)
    total = stiff.sum()
    p = sign[:, None] * places
    low = np.where(sign > 0, span_mm[0], -span_mm[1])
    high = np.where(sign > 0, span_mm[1], -span_mm[0])
    moment = np.abs(moment)
    centroid = p @ stiff / total
    arms = p - centroid[:, None]
    about = (stiff * arms * arms).sum(axis=1)
    even = pull[:, None] * stiff / total
    tension, compression = even.copy(), np.zeros(len(pull))
    least = np.maximum(inset_min_mm, (p.min(axis=1) - low) / 2) if flexible else np.full(len(pull), float(inset_min_mm))
    inset, stuck = least.copy(), np.zeros(len(pull), dtype=bool)
    at = np.flatnonzero(moment >= 1e-9)
    for _ in range(60):
        if not len(at):
            break
        edge = low[at] + inset[at]
        spread = about[at] > 1e-9
        gradient = np.divide(moment[at], about[at], out=np.zeros(len(at)), where=spread)
        off_wall = spread & (pull[at] / total + gradient * (edge - centroid[at]) >= 0)
        levers = np.maximum(p[at] - edge[:, None], 0.0)
        resist = (stiff * levers * levers).sum(axis=1)
        no_lever = ~off_wall & ((resist < 1e-6) | (inset[at] > (high - low)[at]))
        turning = moment[at] + pull[at] * (centroid[at] - edge)
        bearing = turning[:, None] * stiff * levers / np.where(resist < 1e-6, 1.0, resist)[:, None]
        found = np.where(off_wall[:, None], even[at] + gradient[:, None] * stiff * arms[at], bearing)
        found[no_lever] = even[at][no_lever]
        stuck[at] = no_lever
        tension[at] = found
        pressed = np.maximum(0.0, found.sum(axis=1) - pull[at])
        compression[at] = np.where(off_wall | no_lever, 0.0, pressed)
        wanted = np.maximum(least[at], 2 * found.sum(axis=1) / (bearing_length_mm * bearing_mpa) / 3)
        going = ~off_wall & ~no_lever & (wanted - inset[at] >= 1e-3)
        at = at[going]
        inset[at] = wanted[going]
    return tension, compression, stuck


def solve_rows(
    holes: Sequence[GroupHole], plate: Plate, wrenches: Rows, bearing_mpa: float, inset_min_mm: float
) -> GroupRows:
    """Forces [N] in an elastic group of fasteners behind a plate for rows of :func:`wrench`.

    Moments are taken about the stiffness centroid, that of an eccentric pull included; each axis is solved by
    itself and what it adds to the even pull is summed. Raises ValueError without holes.
    """
    if not holes:
        raise ValueError("a group needs at least one hole")
    stiff = np.array([hole.stiffness for hole in holes])
    xs, ys = np.array([hole.x_mm for hole in holes]), np.array([hole.y_mm for hole in holes])
    total = stiff.sum()
    cx, cy = float(stiff @ xs / total), float(stiff @ ys / total)
    px, py, pz, torsion, tip, swing = wrenches.T
    in_plane = np.column_stack([px, py, torsion - py * cx + px * cy])
    shear_x, shear_y, missing = _in_plane(holes, xs - cx, ys - cy, in_plane)
    area, soft = plate.area, plate.flexible
    up, low_edge, up_stuck = _bend(
        stiff,
        ys,
        tip - pz * cy,
        pz,
        (area.y_mm, area.top_mm),
        plate.bearing_width_mm,
        soft,
        bearing_mpa,
        inset_min_mm,
    )
    side, side_edge, side_stuck = _bend(
        stiff,
        xs,
        swing - pz * cx,
        pz,
        (area.x_mm, area.right_mm),
        plate.bearing_height_mm,
        soft,
        bearing_mpa,
        inset_min_mm,
    )
    tension = np.maximum(0.0, up + side - pz[:, None] * stiff / total)
    return GroupRows(tension, shear_x, shear_y, np.maximum(low_edge, side_edge), up_stuck | side_stuck, missing)


def solve_group(
    holes: Sequence[GroupHole],
    plate: Plate,
    forces: Sequence[Force],
    bearing_mpa: float,
    inset_min_mm: float,
) -> GroupResult:
    """:func:`solve_rows` for one set of forces, in the same coordinates as the holes."""
    rows = solve_rows(holes, plate, wrench(forces)[None, :], bearing_mpa, inset_min_mm)
    return GroupResult(
        holes={
            hole.id: HoleForces(
                tension_n=float(rows.tension_n[0, i]),
                shear_x_n=float(rows.shear_x_n[0, i]),
                shear_y_n=float(rows.shear_y_n[0, i]),
            )
            for i, hole in enumerate(holes)
        },
        compression_n=float(rows.compression_n[0]),
        no_lever=bool(rows.no_lever[0]),
        missing=rows.missing,
    )
