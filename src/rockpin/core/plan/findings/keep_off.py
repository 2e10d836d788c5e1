"""What a mark is kept off, in one list: the findings of a hole and the map of every place go by it alike."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Generic, TypeVar

from rockpin.core.base.findings import Severity
from rockpin.core.base.model import Rect
from rockpin.core.document.evidence import Ended, Evidence
from rockpin.core.document.landmarks import Thing
from rockpin.core.document.photo import within_mm
from rockpin.core.document.record import LeftHole
from rockpin.core.document.wall import OldHole, Opening, Wall, WallSide
from rockpin.core.hidden import PointReading
from rockpin.core.tables.figures import PlanFigures

Of = TypeVar("Of", covariant=True)


@dataclass(frozen=True)
class KeepOff(Generic[Of]):
    """Something that a mark is kept off: how near [mm] it may not come, and what it comes to if it does.

    ``area``: where it is; None: nobody said where, so it may be anywhere. ``near_mm``: at 0 only what lies in the area
    itself is too near.
    """

    of: Of
    area: Rect | None
    near_mm: float
    severity: Severity

    def met_at(self, x_mm: float, y_mm: float) -> bool:
        """Whether a mark comes too near."""
        if self.area is None:
            return True
        gap = self.area.distance_to(x_mm, y_mm)
        return gap < self.near_mm or gap == 0


def openings_kept_off(wall: Wall) -> Iterator[KeepOff[Opening]]:
    """No hole goes into an opening; one read off a photo may lie nearer."""
    for opening in wall.openings:
        yield KeepOff(opening, opening.rect, 0.0, Severity.DO_NOT_DRILL)
        if within := within_mm(opening.sigma_mm):
            yield KeepOff(opening, opening.rect, within, Severity.PROVE_FIRST)


def pockets_kept_off(wall: Wall, figures: PlanFigures) -> Iterator[KeepOff[Opening]]:
    """No hole goes where a door slides into the wall: what is longer than the lining is thick stops or scratches it."""
    for opening in wall.openings:
        if pocket := opening.pocket(figures.pocket_track_mm):
            yield KeepOff(opening, pocket, within_mm(opening.sigma_mm), Severity.DO_NOT_DRILL)


def points_kept_off(points: Sequence[PointReading], diameter_mm: float) -> Iterator[KeepOff[PointReading]]:
    """No hole so wide [mm] reaches into a point of this face."""
    for point in points:
        if point.face is WallSide.THIS:
            yield KeepOff(point, point.area, diameter_mm / 2 + point.within_mm, Severity.DO_NOT_DRILL)


def things_kept_off(wall: Wall) -> Iterator[KeepOff[Thing]]:
    """No hole goes behind what hangs or stands there."""
    for thing in wall.things:
        yield KeepOff(thing, thing.rect, 0.0, Severity.DO_NOT_DRILL)


def probes_kept_off(wall: Wall, figures: PlanFigures) -> Iterator[KeepOff[Evidence]]:
    """Where a probe hole stopped on something it would not cut; where nobody said where, it may be anywhere."""
    for one in wall.evidence:
        if one.probe is not None and one.probe.ended is Ended.STOP:
            there = one.x_mm is not None and one.y_mm is not None
            area = Rect(x_mm=one.x_mm or 0.0, y_mm=one.y_mm or 0.0, width_mm=0, height_mm=0) if there else None
            yield KeepOff(one, area, figures.metal_stop_keep_mm, Severity.DO_NOT_DRILL)


def old_hole_keep_mm(old: OldHole | LeftHole, diameter_mm: float, figures: PlanFigures) -> float:
    """How near [mm] to an old hole a new one so wide [mm] may not come before that was filled."""
    keep = figures.old_hole_diameters * max(old.diameter_mm, diameter_mm)
    return max(keep, figures.left_hole_crumbled_mm) if old.crumbled else keep


def clear_of_old_mm(old: OldHole, diameter_mm: float, figures: PlanFigures) -> float:
    """How far [mm] a hole so wide [mm] is from an old one of which nothing is said there: not of what it met either."""
    keep = old_hole_keep_mm(old, diameter_mm, figures)
    return within_mm(old.sigma_mm) + (max(keep, figures.metal_stop_keep_mm) if old.stopped else keep)


def kept_off(
    wall: Wall, points: Sequence[PointReading], diameter_mm: float, figures: PlanFigures
) -> Iterator[KeepOff[object]]:
    """All that the mark of a hole so wide [mm] is kept off, but for old holes, of which one may be its own."""
    yield from openings_kept_off(wall)
    yield from pockets_kept_off(wall, figures)
    yield from points_kept_off(points, diameter_mm)
    yield from things_kept_off(wall)
    yield from probes_kept_off(wall, figures)
