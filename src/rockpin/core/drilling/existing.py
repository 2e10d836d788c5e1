"""The holes that are there already, read from what was recorded of them."""

from collections.abc import Iterable
from dataclasses import replace
from math import hypot

from rockpin.core.capacity import method_of
from rockpin.core.document.fixture import HoleKind
from rockpin.core.document.job import JobDocument
from rockpin.core.document.record import FailedHow, Holds, HoleRecord, OldFixing
from rockpin.core.document.wall import OldHole
from rockpin.core.framing import BehindKind
from rockpin.core.hole import Existing, Outgrown, kind_and_size
from rockpin.core.setout import PlacedHole
from rockpin.core.tables.catalogue import Catalogue


def _outgrown(failed: Iterable[str], catalogue: Catalogue) -> tuple[Outgrown, ...]:
    """The kinds of fixing that failed, each with its size [mm]: only a thicker one of them is worth a try."""
    rows = [catalogue.fixing_by_key[key] for key in failed if key in catalogue.fixing_by_key]
    return tuple(Outgrown(*kind_and_size(row, catalogue.screw_by_key)) for row in rows)


def of_record(record: HoleRecord, catalogue: Catalogue) -> Existing:
    """A hole as it was recorded."""
    met = [catalogue.outcome_by_key[key] for key in record.met if key in catalogue.outcome_by_key]
    sits = record.fixing if record.holds is Holds.YES else None
    failed = set(record.failed)
    if record.fixing and (record.holds is Holds.NO or any(one.fails for one in met)):
        failed.add(record.fixing)
    return Existing(
        diameter_mm=record.bit_mm if sits is None else None,
        deepest_mm=record.depth_mm if any(one.no_deeper for one in met) else None,
        sits=sits,
        meant=record.fixing,
        failed=frozenset(failed),
        lost=record.given_up,
        outgrown=_outgrown(failed, catalogue) if any(one.fails and one.key != "out_of_stock" for one in met) else (),
        behind=next((one.behind for one in met if one.behind), None),
        from_mm=record.met_at_mm,
        clear_half_mm=_clear_half_mm(record, catalogue),
    )


def _clear_half_mm(record: HoleRecord, catalogue: Catalogue) -> float:
    """How far [mm] about its axis nothing stands, where an anchor that wants a void went in as planned; else nought."""
    row = catalogue.fixing_by_key.get(record.fixing or "")
    as_planned = record.met == ("as_planned",) and record.holds is not Holds.NO
    if row is None or not as_planned or method_of(row).kind_behind(BehindKind.OPEN) is not BehindKind.VOID:
        return 0.0
    return max((catalogue.figures.framing.hole_half_mm, *method_of(row).clear_halves_mm(row)))


def _of_old(one: OldFixing, catalogue: Catalogue) -> Existing:
    if one.how is FailedHow.HOLDS:
        return Existing(sits=one.fixing, diameter_mm=None if one.fixing else one.hole_mm)
    broke = one.how is FailedHow.BROKE
    failed = frozenset([one.fixing] if one.fixing else ())
    return Existing(
        diameter_mm=one.hole_mm,
        failed=failed,
        lost=broke and one.fixing is None,
        # what broke says nothing of its hole; whatever else gave way there gives way again unless it is thicker
        outgrown=() if broke else _outgrown(failed, catalogue),
    )


def same_hole(hole: PlacedHole, old_holes: Iterable[OldHole], within_mm: float) -> OldHole | None:
    """The old hole with something good in it that a hole of this fixture comes to lie on [within so many mm]."""
    here = [one for one in old_holes if one.good and hypot(one.x_mm - hole.x_mm, one.y_mm - hole.y_mm) <= within_mm]
    return min(here, key=lambda one: (hypot(one.x_mm - hole.x_mm, one.y_mm - hole.y_mm), one.id), default=None)


def existing_holes(job: JobDocument, holes: Iterable[PlacedHole], catalogue: Catalogue) -> dict[str, Existing]:
    """What is known of each hole that is there: by its record, else by what came loose, else what another job left."""
    records = {one.hole_id: one for one in job.records}
    loose = {one.hole_id: one for one in job.came_loose.holes if not one.left_behind} if job.came_loose else {}
    found: dict[str, Existing] = {}
    for hole in holes:
        if record := records.get(hole.id):
            one = of_record(record, catalogue)
            old = loose.get(hole.id)
            found[hole.id] = one if old is None else _with_old(one, _of_loose(hole, old, catalogue))
        elif old := loose.get(hole.id):
            found[hole.id] = _of_loose(hole, old, catalogue)
        elif there := same_hole(hole, job.wall.old_holes, catalogue.figures.plan.same_hole_mm):
            found[hole.id] = Existing(sits=there.fixing)
    return found


def _of_loose(hole: PlacedHole, old: OldFixing, catalogue: Catalogue) -> Existing:
    """What came loose at a hole; a clamp that slid off left none behind."""
    there = _of_old(old, catalogue)
    return replace(there, diameter_mm=None, outgrown=()) if hole.kind is HoleKind.CLAMPED else there


def _with_old(now: Existing, before: Existing) -> Existing:
    """A hole of a repair that was worked on: what failed in it before does not go into it now."""
    wide = [one for one in (now.diameter_mm, before.diameter_mm) if one is not None]
    return replace(
        now,
        diameter_mm=max(wide, default=None) if now.sits is None else None,
        failed=now.failed | before.failed,
        outgrown=(*now.outgrown, *before.outgrown),
    )
