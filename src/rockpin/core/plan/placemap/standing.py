"""What weighs against a place by itself, whatever holds there: marks that cannot be where they are, room that lacks.

The same rules as the findings of marks, rooms, limits and probes, for every shift at once.
"""

import numpy as np
from numpy.typing import NDArray

from rockpin.core.base.findings import severity_weight
from rockpin.core.base.model import Rect
from rockpin.core.document.fixture import ClearOf, LimitKind
from rockpin.core.document.photo import within_mm
from rockpin.core.fittings import feet_mm
from rockpin.core.hidden import rect_gaps, span
from rockpin.core.plan.findings import OFF_THE_FLOOR_MM, clash_severity, kept_off, old_hole_keep_mm
from rockpin.core.plan.stages import ComputedStages, on_this_face
from rockpin.core.setout import around_piece, may_strike, neighbours_of
from rockpin.core.tables.catalogue import Catalogue

Places = NDArray[np.float64]
Weights = NDArray[np.uint8]

_PROVE, _STOP = 1, 2
_FAR_MM = 100_000.0
"""Beyond every wall [mm]."""


def _raise(found: Weights, window: tuple[slice, slice], where: NDArray[np.bool_], to: int) -> None:
    here = found[window]
    np.maximum(here, np.where(where, to, 0).astype(np.uint8), out=here)


def _gaps_from(x_mm: float, y_mm: float, x: Places, y: Places) -> Places:
    return np.asarray(np.hypot((x - x_mm)[None, :], (y - y_mm)[:, None]))


def _about(x: Places, y: Places, area: Rect, far_mm: float) -> tuple[slice, slice]:
    return (
        span(y, area.y_mm - far_mm, area.top_mm + far_mm),
        span(x, area.x_mm - far_mm, area.right_mm + far_mm),
    )


def _spot(x_mm: float, y_mm: float) -> Rect:
    return Rect(x_mm=x_mm, y_mm=y_mm, width_mm=0, height_mm=0)


def marks_weigh(done: ComputedStages, x: Places, y: Places, diameter_mm: float) -> Weights:
    """What weighs against the mark of a hole so wide [mm] at each spot of a wall with a level top."""
    wall, figures = done.job.wall, done.catalogue.figures.plan
    found = np.zeros((len(y), len(x)), np.uint8)
    off_x = (x < 0) | (x > wall.width_mm)
    off_y = (y < 0) | (y > wall.height_mm)
    found[off_y, :] = _STOP
    found[:, off_x] = _STOP
    for keep in kept_off(wall, done.hidden.points, diameter_mm, figures):
        if keep.area is None:
            found[:] = severity_weight(keep.severity)
            continue
        window = _about(x, y, keep.area, keep.near_mm)
        gap = rect_gaps(keep.area, x[window[1]], y[window[0]])
        _raise(found, window, (gap < keep.near_mm) | (gap == 0), severity_weight(keep.severity))
    _old_holes_weigh(done, x, y, diameter_mm, found)
    return found


def _old_holes_weigh(done: ComputedStages, x: Places, y: Places, diameter_mm: float, found: Weights) -> None:
    figures = done.catalogue.figures.plan
    good = sorted((one for one in done.job.wall.old_holes if one.good), key=lambda one: one.id)
    for old in done.job.wall.old_holes:
        keep = old_hole_keep_mm(old, diameter_mm, figures)
        far = max(keep, figures.metal_stop_keep_mm, figures.same_hole_mm) + within_mm(old.sigma_mm)
        window = _about(x, y, _spot(old.x_mm, old.y_mm), far)
        here = x[window[1]], y[window[0]]
        true_gap = _gaps_from(old.x_mm, old.y_mm, *here)
        # of several that a hole lies on, the nearest is its own, the first by name of those that are as near
        mine = (true_gap <= figures.same_hole_mm) & bool(old.good)
        for other in good:
            if other.id != old.id:
                gap = _gaps_from(other.x_mm, other.y_mm, *here)
                nearer = (gap <= true_gap) if other.id < old.id else (gap < true_gap)
                mine &= ~(nearer & (gap <= figures.same_hole_mm))
        gap = np.maximum(0.0, true_gap - within_mm(old.sigma_mm))
        stopped = np.full(gap.shape, bool(old.stopped)) & (gap < figures.metal_stop_keep_mm)
        _raise(found, window, ~mine & stopped, _STOP)
        _raise(found, window, mine | (gap < keep), _PROVE)


class Shifts:
    """Shifts of a fixture [mm], rising, with what weighs against each: (up and down, along)."""

    def __init__(self, dx: Places, dy: Places) -> None:
        self.dx, self.dy = dx, dy
        self.found = np.zeros((len(dy), len(dx)), np.uint8)

    def overlap(self, area: Rect, other: Rect, to: int) -> None:
        """Weighs against each shift by which an area comes to share more than an edge with another."""
        columns = (area.x_mm + self.dx < other.right_mm) & (other.x_mm < area.right_mm + self.dx)
        rows = (area.y_mm + self.dy < other.top_mm) & (other.y_mm < area.top_mm + self.dy)
        self._raise(rows, columns, to)

    def nearer(self, area: Rect, other: Rect, than_mm: float, to: int) -> None:
        """Weighs against each shift by which an area comes nearer to another than so much [mm]."""
        x, y = area.x_mm + self.dx, area.y_mm + self.dy
        aside = np.maximum(np.maximum(other.x_mm - (x + area.width_mm), x - other.right_mm), 0.0)
        above = np.maximum(np.maximum(other.y_mm - (y + area.height_mm), y - other.top_mm), 0.0)
        columns, rows = np.flatnonzero(aside < than_mm), np.flatnonzero(above < than_mm)
        if len(columns) and len(rows):
            window = (slice(rows[0], rows[-1] + 1), slice(columns[0], columns[-1] + 1))
            gap = np.hypot(aside[window[1]][None, :], above[window[0]][:, None])
            _raise(self.found, window, gap < than_mm, to)

    def rows(self, where: NDArray[np.bool_], to: int) -> None:
        """Weighs against whole rows."""
        self.found[where] = np.maximum(self.found[where], to)

    def _raise(self, rows: NDArray[np.bool_], columns: NDArray[np.bool_], to: int) -> None:
        down, across = np.flatnonzero(rows), np.flatnonzero(columns)
        if len(down) and len(across):
            # what shifts go over is one stretch along and one upright
            here = self.found[down[0] : down[-1] + 1, across[0] : across[-1] + 1]
            np.maximum(here, to, out=here)


def room_weighs(done: ComputedStages, dx: Places, dy: Places, catalogue: Catalogue) -> Weights:
    """What weighs against each shift [mm] of a fixture by the room that its parts take or claim."""
    shifts = Shifts(dx, dy)
    wall, placed = done.job.wall, done.placed
    for thing in wall.things:
        for piece in placed.pieces:
            shifts.overlap(piece.area, thing.rect, _STOP)
    there = neighbours_of(wall, on_this_face(done.hidden))
    for claim in done.claims:
        for one in there:
            if may_strike(claim, one):
                shifts.overlap(claim.area, one.area, severity_weight(clash_severity(claim.kind, one.ends)))
    for foot in feet_mm(done.job.fixture):
        shifts.rows(np.abs(done.job.placement.y_mm + foot + dy) > OFF_THE_FLOOR_MM, _STOP)
    for limit in done.job.fixture.limits:
        if limit.kind is LimitKind.HEIGHT_MAX_MM:
            top = max((piece.area.top_mm for piece in placed.pieces), default=0.0)
            shifts.rows(top + dy > limit.value, _STOP)
        if limit.kind is not LimitKind.CLEARANCE_MIN_MM:
            continue
        for piece in placed.pieces:
            _near_weighs(shifts, piece.area, limit.clear_of, limit.value, done, catalogue)
    return shifts.found


def _near_weighs(
    shifts: Shifts, area: Rect, clear_of: ClearOf, than_mm: float, done: ComputedStages, catalogue: Catalogue
) -> None:
    wall = done.job.wall
    for what, _, other in around_piece(area, wall, catalogue.point_by_key):
        if clear_of not in (ClearOf.ANYTHING, what):
            continue
        if what is ClearOf.CEILING:
            top = Rect(x_mm=-_FAR_MM, y_mm=wall.height_mm, width_mm=2 * _FAR_MM, height_mm=_FAR_MM)
            shifts.nearer(area, top, than_mm, _STOP)
        elif what is ClearOf.SIDE_WALL:
            beyond = -_FAR_MM if other.x_mm <= 0 else wall.width_mm
            side = Rect(x_mm=beyond, y_mm=-_FAR_MM, width_mm=_FAR_MM, height_mm=2 * _FAR_MM)
            shifts.nearer(area, side, than_mm, _STOP)
        else:
            shifts.nearer(area, other, than_mm, _STOP)
