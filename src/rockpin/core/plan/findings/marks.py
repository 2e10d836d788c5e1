"""What is to be said of the marks: holes and pieces that lie where they cannot, or where somebody should look."""

from collections.abc import Iterable, Iterator
from math import hypot

from rockpin.core.base.findings import Finding, Severity, Stage, Where
from rockpin.core.base.quantities import UnitSystem, show_length, show_within
from rockpin.core.document.fixture import Fixture
from rockpin.core.document.job import JobDocument
from rockpin.core.document.outline import off_face_mm
from rockpin.core.document.photo import within_mm
from rockpin.core.document.record import FailedHow, Holds
from rockpin.core.document.wall import OldHole, Wall, WallSide
from rockpin.core.drilling import same_hole
from rockpin.core.fittings import stands
from rockpin.core.hidden import Hidden
from rockpin.core.placing import PlacingReading, skirting_word
from rockpin.core.plan.findings.keep_off import (
    KeepOff,
    Of,
    old_hole_keep_mm,
    openings_kept_off,
    pockets_kept_off,
    points_kept_off,
    things_kept_off,
)
from rockpin.core.setout import Placed, PlacedHole
from rockpin.core.tables.figures import PlanFigures


def _finding(severity: Severity, code: str, sentence: str, action: str, where: Where, **figures: float) -> Finding:
    return Finding(
        severity=severity,
        stage=Stage.SET_OUT,
        code=code,
        sentence=sentence,
        action=action,
        where=where,
        figures=figures,
    )


def _too_near(all_of: Iterable[KeepOff[Of]], hole: PlacedHole) -> Iterator[tuple[KeepOff[Of], float]]:
    """What a hole comes too near to, with how near [mm]."""
    for keep in all_of:
        if keep.area is not None and keep.met_at(hole.x_mm, hole.y_mm):
            yield keep, keep.area.distance_to(hole.x_mm, hole.y_mm)


def _at_openings(hole: PlacedHole, wall: Wall, units: UnitSystem) -> Iterator[Finding]:
    """A hole in a door or a window, or near one of which nobody has measured where it ends."""
    for keep, gap in _too_near(openings_kept_off(wall), hole):
        opening = keep.of
        where = Where(hole=hole.id, area=opening.rect)
        if keep.severity is Severity.DO_NOT_DRILL:
            sentence = f"Hole {hole.number} lies in the {opening.kind}."
            yield _finding(keep.severity, "hole-in-opening", sentence, "Move the fixture.", where)
        elif gap > 0:
            yield _finding(
                keep.severity,
                "opening-not-sure",
                f"Hole {hole.number} is {show_length(gap, units)} from the {opening.kind}, which was tapped and "
                f"not measured, and may lie {show_within(within_mm(opening.sigma_mm), units)} off.",
                f"Measure that side of the {opening.kind} with the tape.",
                where,
                gap_mm=gap,
            )


def _in_pockets(hole: PlacedHole, wall: Wall, figures: PlanFigures) -> Iterator[Finding]:
    """A hole where a door is when it is open."""
    for keep, _ in _too_near(pockets_kept_off(wall, figures), hole):
        yield _finding(
            keep.severity,
            "hole-in-pocket",
            f"Hole {hole.number} lies where the door slides into the wall: what goes in there jams it.",
            "Move the fixture, or glue up what is light.",
            Where(hole=hole.id, area=keep.area),
        )


def _at_points(hole: PlacedHole, hidden: Hidden, units: UnitSystem) -> Iterator[Finding]:
    """A hole that goes into a socket or the like, or may: one that was tapped on a photo may lie nearer."""
    for keep, gap in _too_near(points_kept_off(hidden.points, hole.diameter_mm), hole):
        point, name = keep.of, keep.of.label.lower()
        near = point.within_mm > 0 and gap >= hole.diameter_mm / 2
        yield _finding(
            keep.severity,
            "hole-on-point",
            f"Hole {hole.number} goes into the {name}."
            if not near
            else f"Hole {hole.number} is {show_length(gap, units)} from the {name}, which was "
            f"tapped and not measured, and may lie {show_within(point.within_mm, units)} off.",
            f"Measure where the {name} lies, or move the fixture." if near else "Move the fixture.",
            Where(hole=hole.id, area=point.area),
        )


def _in_old_anchor(hole: PlacedHole, mine: OldHole | None) -> Finding:
    """A hole that takes what sits there already: what it comes to lie on, or what held the thing before."""
    sits = mine.holds if mine is not None and mine.holds else "an anchor"
    return _finding(
        Severity.PROVE_FIRST,
        "old-anchor-used",
        f"Hole {hole.number} {'uses what held before' if mine is None else f'comes to lie on {sits}'}.",
        "See that nothing else hangs on it, pull it once more, and record that it holds.",
        Where(hole=hole.id),
    )


def _at_old_hole(hole: PlacedHole, old: OldHole, gap: float, units: UnitSystem, figures: PlanFigures) -> Finding | None:
    """A hole so near [mm] an old one that that one counts: for what it met, or for what is broken out round it."""
    where = Where(hole=hole.id)
    if old.stopped and gap < figures.metal_stop_keep_mm:
        day = f" on {old.day}" if old.day else ""
        return _finding(
            Severity.DO_NOT_DRILL,
            "old-hole-stopped",
            f"Hole {hole.number} is {show_length(gap, units)} from an old hole that met what nobody drills into"
            f"{day}: {old.met}.",
            f"Move it until {show_length(figures.metal_stop_keep_mm, units)} lie between, or find out what it was.",
            where,
            gap_mm=gap,
        )
    keep_mm = old_hole_keep_mm(old, hole.diameter_mm, figures)
    if gap >= keep_mm:
        return None
    away = f"Move it until {show_length(keep_mm, units)} lie between"
    on_it = gap < (old.diameter_mm + hole.diameter_mm) / 2
    return _finding(
        Severity.PROVE_FIRST,
        "old-hole-near",
        f"Hole {hole.number} is on an old hole."
        if on_it
        else f"Hole {hole.number} is {show_length(gap, units)} from an old hole.",
        f"{away}. Filler holds no plug: take a fixing that fills the old hole, and pull it first."
        if on_it
        else f"{away}, or fill the old hole and let it set.",
        where,
        gap_mm=gap,
        keep_mm=keep_mm,
    )


def _at_old_holes(hole: PlacedHole, job: JobDocument, units: UnitSystem, figures: PlanFigures) -> Iterator[Finding]:
    """What was drilled there before, and what sits in it."""
    loose = {one.hole_id: one for one in job.came_loose.holes if not one.left_behind} if job.came_loose else {}
    tried = any(one.hole_id == hole.id and one.holds is Holds.YES for one in job.records)
    mine = same_hole(hole, job.wall.old_holes, figures.same_hole_mm)
    kept = loose.get(hole.id)
    still = kept is not None and kept.how is FailedHow.HOLDS and kept.pulled_n is None
    if (mine is not None or still) and not tried:
        yield _in_old_anchor(hole, mine)
    # the holes of a thing that is hung again are its own, whatever they came to
    again = hole.id in loose
    for old in job.wall.old_holes:
        gap = max(0.0, hypot(old.x_mm - hole.x_mm, old.y_mm - hole.y_mm) - within_mm(old.sigma_mm))
        if old is mine or (again and not old.stopped and gap <= figures.same_hole_mm):
            continue
        if found := _at_old_hole(hole, old, gap, units, figures):
            yield found


def _hole_findings(hole: PlacedHole, job: JobDocument, hidden: Hidden, figures: PlanFigures) -> list[Finding]:
    """What a hole comes to lie on, or too near to."""
    units, where = job.site.units, Where(hole=hole.id)
    off = off_face_mm(job.wall, hole.x_mm, hole.y_mm) > 0
    outside = f"Hole {hole.number} lies outside the wall."
    return [
        *([_finding(Severity.DO_NOT_DRILL, "hole-off-wall", outside, "Move the fixture.", where)] if off else []),
        *_at_openings(hole, job.wall, units),
        *_in_pockets(hole, job.wall, figures),
        *_at_points(hole, hidden, units),
        *_at_old_holes(hole, job, units, figures),
    ]


def _things(placed: Placed, fixture: Fixture, wall: Wall, skirting: str) -> list[Finding]:
    """Holes and pieces where something hangs or stands already, or a skirting runs."""
    # what stands off the wall by its stacks stands in front of a skirting too
    clear = stands(fixture) and any(fixture.stand_off_mm(support.id) for support in fixture.supports)
    found: list[Finding] = []
    for keep in things_kept_off(wall):
        thing = keep.of
        for hole in placed.holes:
            if keep.met_at(hole.x_mm, hole.y_mm):
                where = Where(hole=hole.id, area=thing.rect)
                sentence = f"Hole {hole.number} lies behind {thing.name}."
                found.append(_finding(keep.severity, "hole-behind-thing", sentence, "Move the fixture.", where))
        for piece in placed.pieces:
            if piece.area.overlaps(thing.rect):
                where = Where(area=thing.rect, item=piece.id)
                sentence = f"{piece.label} and {thing.name} want the same place."
                stop = Severity.DO_NOT_DRILL
                found.append(_finding(stop, "piece-over-thing", sentence, "Move one of the two.", where))
    for part in (*placed.pieces, *placed.supports):
        if wall.skirting_mm and part.area.y_mm < wall.skirting_mm and not clear:
            sentence = f"{part.label} reaches down over the {skirting} and does not lie flat on the wall there."
            note = Severity.NOTE
            found.append(
                _finding(note, "over-skirting", sentence, "Pack it out, or hang it higher.", Where(item=part.id))
            )
    return found


def placing_findings(job: JobDocument, placing: PlacingReading) -> list[Finding]:
    """What is to be said of how it was said where the fixture goes, wherever it comes to lie."""
    found = [
        _finding(
            Severity.PROVE_FIRST,
            "measured-from-nothing",
            f"What it was measured from is gone ({lost.text}): it stands where it stood then.",
            "Say anew where it goes.",
            Where(),
        )
        for lost in placing.lost
    ]
    found += [
        _finding(
            Severity.NOTE,
            "measured-from-a-photo",
            f"What it is measured from was tapped and not measured ({one.text}): the distance to the end of the wall "
            f"or the floor may come out {show_within(one.within_mm, job.site.units)} off.",
            "Measure from the thing itself, or measure with the tape where that lies.",
            Where(),
            within_mm=one.within_mm,
        )
        for one in placing.unsure
    ]
    for place in job.placement.supports:
        if place.wall_id and place.wall_id != job.placement.wall_id:
            found.append(
                _finding(
                    Severity.DO_NOT_DRILL,
                    "support-on-another-wall",
                    "A single support is said to stand on another wall; only a piece for a corner stands on two.",
                    "Choose the shape for a corner, or plan that support as a job of its own on its wall.",
                    Where(item=place.support_id),
                )
            )
    return found


def setout_findings(
    job: JobDocument, placing: PlacingReading, placed: Placed, hidden: Hidden, figures: PlanFigures
) -> list[Finding]:
    """Holes and pieces that lie where they cannot, or where somebody should look."""
    wall = job.wall
    found = placing_findings(job, placing)
    found += [finding for hole in placed.holes for finding in _hole_findings(hole, job, hidden, figures)]
    found += _things(placed, job.fixture, wall, skirting_word(job.site.region))
    for piece in placed.pieces:
        for opening in wall.openings:
            if piece.area.overlaps(opening.rect):
                found.append(
                    _finding(
                        Severity.NOTE,
                        "piece-over-opening",
                        f"{piece.label} reaches over the {opening.kind}.",
                        "See that it still opens.",
                        Where(area=opening.rect, item=piece.id),
                    )
                )
        for point in hidden.points:
            if point.face is WallSide.THIS and piece.area.overlaps(point.area):
                found.append(
                    _finding(
                        Severity.NOTE,
                        "piece-over-point",
                        f"{piece.label} covers the {point.label.lower()}.",
                        "Move it, unless that is meant.",
                        Where(area=point.area, item=piece.id),
                    )
                )
    return found
