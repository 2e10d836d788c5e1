"""A stud that only pins at one height speak of may be a noggin, which goes on to both sides and not up and down."""

from collections.abc import Sequence

from rockpin.core.base.findings import Finding, Severity, Stage, Where
from rockpin.core.base.quantities import UnitSystem, show_length
from rockpin.core.base.words import holes_words
from rockpin.core.document.evidence import Hit, HitKind
from rockpin.core.document.wall import HowKnown, MemberKind, Wall
from rockpin.core.framing import Behind, BehindKind, MemberReading
from rockpin.core.setout import PlacedHole
from rockpin.core.tables.figures import PlanFigures


def _felt_at_mm(member: MemberReading, hits: Sequence[Hit], figures: PlanFigures) -> float | None:
    """The one height [mm] at which a stud was felt and might be a noggin; None where something tells the two apart."""
    middle, half = member.rect.centre_x_mm, member.rect.width_mm / 2 + figures.noggin_high_mm / 2
    here = [hit for hit in hits if abs(hit.x_mm - middle) <= half]
    wood = [hit.y_mm for hit in here if hit.kind is HitKind.PIN_WOOD]
    if not wood or max(wood) - min(wood) > figures.noggin_high_mm:
        return None
    height = sum(wood) / len(wood)
    # a screw line, an edge or a knock is found along a stud; a void close beside it at that height ends the wood there
    if any(hit.kind not in (HitKind.PIN_WOOD, HitKind.PIN_VOID) for hit in here):
        return None
    voids = [hit for hit in hits if hit.kind is HitKind.PIN_VOID and abs(hit.y_mm - height) <= figures.noggin_high_mm]
    ends = any(abs(hit.x_mm - middle) <= member.rect.width_mm / 2 + figures.noggin_void_beside_mm for hit in voids)
    return None if ends else height


def noggin_findings(
    wall: Wall, holes: Sequence[PlacedHole], behinds: dict[str, Behind], figures: PlanFigures, units: UnitSystem
) -> list[Finding]:
    """Holes that count on a stud well above or below the only height at which anybody has felt it."""
    felt: dict[str, tuple[float, list[PlacedHole]]] = {}
    for hole in holes:
        behind = behinds[hole.id]
        member = behind.member
        if behind.kind is not BehindKind.TIMBER or member is None or member.kind is not MemberKind.STUD:
            continue
        if member.in_row or member.known is HowKnown.SEEN or not member.timber:
            continue
        height = _felt_at_mm(member, wall.hits, figures)
        if height is not None and abs(hole.y_mm - height) > figures.noggin_high_mm:
            felt.setdefault(member.id, (height, []))[1].append(hole)
    return [
        Finding(
            severity=Severity.NOTE,
            stage=Stage.WALL,
            code="may-be-noggin",
            sentence=f"{holes_words([hole.number for hole in on])}: the stud there was felt at one height only, "
            f"{show_length(height, units)} up. A cross-piece from stud to stud feels the same there.",
            action="Push a pin in at the height of the hole too, where the fixture will cover it.",
            where=Where(hole=on[0].id),
            figures={"felt_at_mm": height},
        )
        for height, on in felt.values()
    ]
