"""Setting out: where each hole comes to lie on the wall, and what stands in its way."""

from math import hypot

from rockpin.core.findings import Finding, Severity, Stage, Where
from rockpin.core.fixture import Fixture, FixtureHole, Link, LinkKind, Support
from rockpin.core.hidden import Hidden
from rockpin.core.job import JobBody
from rockpin.core.model import Model, Rect
from rockpin.core.outline import off_face_mm
from rockpin.core.quantities import UnitSystem, show_length
from rockpin.core.spot import PlacedHole
from rockpin.core.tables import Catalogue
from rockpin.core.wall import Face, Wall

CHANNEL_WALL_MM = 2.5
"""Metal [mm] of a channel's back, between the screw's head and the wall."""


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


LINK_WORDS = {
    LinkKind.BACKING_BOARD: "Backing board",
    LinkKind.SPACER: "Spacer",
    LinkKind.CHANNEL: "Channel",
    LinkKind.STAND_OFF: "Stand-off",
}


def place_links(job: JobBody) -> tuple[PlacedPart, ...]:
    """The boards and channels behind the piece, on the wall."""
    at = job.placement
    return tuple(
        PlacedPart(id=link.id, label=LINK_WORDS[link.kind], area=_moved(link.rect, at.x_mm, at.y_mm))
        for link in job.fixture.links
        if link.kind.has_own_holes
    )


def _placed(
    part: Support | Link, hole: FixtureHole, label: str, plate: Rect, number: int, fixture: Fixture
) -> PlacedHole:
    board = isinstance(part, Link) and part.kind is LinkKind.BACKING_BOARD
    return PlacedHole(
        id=hole.id,
        number=number,
        support=part.id,
        support_label=label,
        kind=hole.kind,
        seat=hole.seat,
        x_mm=plate.x_mm + hole.x_mm,
        y_mm=plate.y_mm + hole.y_mm,
        diameter_mm=hole.diameter_mm,
        plate=plate,
        plate_mm=CHANNEL_WALL_MM if isinstance(part, Link) and not board else part.thickness_mm,
        flexible=isinstance(part, Support) and part.flexible,
        spacer_mm=fixture.stand_off_mm(part.id),
        access_mm=part.access_mm if isinstance(part, Support) else None,
        board_species=part.species if isinstance(part, Link) and board else None,
    )


def place_holes(job: JobBody) -> tuple[PlacedHole, ...]:
    """The used holes in the wall, numbered in the order of the supports. Slots are marked at their middle.

    Where a board or channel stands between, its holes are the ones in the wall, not those of the brackets on it.
    """
    fixture, carriers = job.fixture, job.fixture.carriers
    parts = {part.id: part for part in (*place_supports(job), *place_links(job))}
    placed: list[PlacedHole] = []
    touching: tuple[Support | Link, ...] = (*fixture.supports, *fixture.links)
    for part in touching:
        if part.id in carriers:
            continue
        for hole in part.holes:
            if hole.used:
                at = parts[part.id]
                placed.append(_placed(part, hole, at.label, at.area, len(placed) + 1, fixture))
    return tuple(placed)


def place_joints(job: JobBody) -> tuple[PlacedHole, ...]:
    """The used holes of brackets that are fixed to a board or channel, numbered among themselves."""
    parts = {part.id: part for part in place_supports(job)}
    placed: list[PlacedHole] = []
    for support in job.fixture.supports:
        if support.id not in job.fixture.carriers:
            continue
        for hole in support.holes:
            if hole.used:
                at = parts[support.id]
                placed.append(_placed(support, hole, at.label, at.area, len(placed) + 1, job.fixture))
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
