"""Setting out: where each hole comes to lie on the wall, and what stands in its way."""

from math import hypot

from rockpin.core.findings import Finding, Severity, Stage, Where
from rockpin.core.hidden import Hidden
from rockpin.core.job import JobBody
from rockpin.core.model import Model, Rect
from rockpin.core.outline import off_face_mm
from rockpin.core.quantities import UnitSystem, show_length
from rockpin.core.spot import PlacedHole
from rockpin.core.tables import Catalogue
from rockpin.core.wall import Face, Wall


class PlacedPart(Model):
    """A piece or a support where it comes to lie on the wall."""

    id: str
    label: str
    area: Rect


def support_offsets(job: JobBody) -> dict[str, tuple[float, float]]:
    """Shift (dx, dy) [mm] of each support against the fixture's own drawing."""
    return {place.support_id: (place.dx_mm, place.dy_mm) for place in job.placement.supports}


def _moved(area: Rect, dx: float, dy: float) -> Rect:
    return area.model_copy(update={"x_mm": area.x_mm + dx, "y_mm": area.y_mm + dy})


def place_pieces(job: JobBody) -> tuple[PlacedPart, ...]:
    """The visible pieces on the wall."""
    at = job.placement
    return tuple(
        PlacedPart(id=piece.id, label=piece.name, area=_moved(piece.rect, at.x_mm, at.y_mm))
        for piece in job.fixture.pieces
    )


def place_supports(job: JobBody) -> tuple[PlacedPart, ...]:
    """The supports on the wall, slid as the placement says."""
    at, offsets = job.placement, support_offsets(job)
    return tuple(
        PlacedPart(
            id=support.id,
            label=support.name,
            area=_moved(
                support.rect,
                at.x_mm + offsets.get(support.id, (0.0, 0.0))[0],
                at.y_mm + offsets.get(support.id, (0.0, 0.0))[1],
            ),
        )
        for support in job.fixture.supports
    )


def place_holes(job: JobBody) -> tuple[PlacedHole, ...]:
    """The used holes on the wall, numbered in the order of the supports. Slots are marked at their middle."""
    plates = {part.id: part.area for part in place_supports(job)}
    placed: list[PlacedHole] = []
    for support in job.fixture.supports:
        plate = plates[support.id]
        for hole in support.holes:
            if hole.used:
                placed.append(
                    PlacedHole(
                        id=hole.id,
                        number=len(placed) + 1,
                        support=support.id,
                        support_label=support.name,
                        kind=hole.kind,
                        seat=hole.seat,
                        x_mm=plate.x_mm + hole.x_mm,
                        y_mm=plate.y_mm + hole.y_mm,
                        diameter_mm=hole.diameter_mm,
                        plate=plate,
                        plate_mm=support.thickness_mm,
                        flexible=support.flexible,
                    )
                )
    return tuple(placed)


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


def _hole_findings(
    hole: PlacedHole, wall: Wall, hidden: Hidden, catalogue: Catalogue, units: UnitSystem
) -> list[Finding]:
    where, stop = Where(hole=hole.id), Severity.DO_NOT_DRILL
    found: list[Finding] = []
    if off_face_mm(wall, hole.x_mm, hole.y_mm) > 0:
        found.append(
            _finding(stop, "hole-off-wall", f"Hole {hole.number} lies outside the wall.", "Move the fixture.", where)
        )
    for opening in wall.openings:
        if opening.rect.distance_to(hole.x_mm, hole.y_mm) == 0:
            found.append(
                _finding(
                    stop,
                    "hole-in-opening",
                    f"Hole {hole.number} lies in the {opening.kind}.",
                    "Move the fixture.",
                    where.model_copy(update={"area": opening.rect}),
                )
            )
    for point in hidden.points:
        if point.face is Face.THIS and point.area.distance_to(hole.x_mm, hole.y_mm) < hole.diameter_mm / 2:
            found.append(
                _finding(
                    stop,
                    "hole-on-point",
                    f"Hole {hole.number} goes into the {point.label.lower()}.",
                    "Move the fixture.",
                    where.model_copy(update={"area": point.area}),
                )
            )
    for old in wall.old_holes:
        gap = hypot(old.x_mm - hole.x_mm, old.y_mm - hole.y_mm)
        if old.stopped and gap < catalogue.figures.metal_stop_keep_mm:
            day = f" on {old.day}" if old.day else ""
            found.append(
                _finding(
                    stop,
                    "old-hole-stopped",
                    f"Hole {hole.number} is {show_length(gap, units)} from an old hole that met what nobody drills into"
                    f"{day}: {old.met}.",
                    f"Move it until {show_length(catalogue.figures.metal_stop_keep_mm, units)} lie between, or find "
                    "out what it was.",
                    where,
                    gap_mm=gap,
                )
            )
            continue
        keep = catalogue.figures.old_hole_diameters * max(old.diameter_mm, hole.diameter_mm)
        if gap < keep:
            found.append(
                _finding(
                    Severity.PROVE_FIRST,
                    "old-hole-near",
                    f"Hole {hole.number} is {show_length(gap, units)} from an old hole.",
                    f"Move it until {show_length(keep, units)} lie between, or fill the old hole and let it set.",
                    where,
                    gap_mm=gap,
                    keep_mm=keep,
                )
            )
    return found


def setout_findings(
    job: JobBody, wall: Wall, holes: tuple[PlacedHole, ...], hidden: Hidden, catalogue: Catalogue, units: UnitSystem
) -> list[Finding]:
    """Holes and pieces that lie where they cannot, or where somebody should look."""
    found = [finding for hole in holes for finding in _hole_findings(hole, wall, hidden, catalogue, units)]
    for place in job.placement.supports:
        if place.wall_id and place.wall_id != job.placement.wall_id:
            found.append(
                _finding(
                    Severity.DO_NOT_DRILL,
                    "second-wall-not-planned",
                    "A support on a second wall is not planned yet.",
                    "Plan that support as a job of its own on its wall.",
                    Where(item=place.support_id),
                )
            )
    for piece in place_pieces(job):
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
            if point.face is Face.THIS and piece.area.overlaps(point.area):
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
