"""What the fixture's own maker limits, each with where it is written: checked, and said with both figures."""

from collections.abc import Sequence
from itertools import pairwise
from math import inf

from rockpin.core.base.findings import Finding, Severity, Stage
from rockpin.core.base.quantities import UnitSystem, show_length, show_limit, show_mass
from rockpin.core.choice import HoleChoice
from rockpin.core.document.fixture import Limit, LimitKind
from rockpin.core.document.job import JobDocument
from rockpin.core.document.outline import to_top_mm
from rockpin.core.document.wall import EdgeKind, Wall, WallSide
from rockpin.core.framing import Behind, BehindKind
from rockpin.core.identification import WallReading
from rockpin.core.setout import PlacedPart


def _broken(limit: Limit, planned: float, sentence: str, action: str, stage: Stage | None = None) -> Finding:
    return Finding(
        severity=Severity.DO_NOT_DRILL,
        stage=Stage.FIXTURE,
        code="limit-broken",
        sentence=sentence,
        action=action,
        action_stage=stage,
        figures={"limit": limit.value, "planned": planned},
    )


def _between(one_low: float, one_high: float, low: float, high: float) -> float:
    """Gap [mm] between two stretches, 0 where they overlap."""
    return max(0.0, low - one_high, one_low - high)


def _clearance(pieces: Sequence[PlacedPart], wall: Wall) -> tuple[float, str]:
    """The smallest gap [mm] from a piece to what stands around it, and its name."""
    gaps: list[tuple[float, str]] = []
    for piece in pieces:
        area = piece.area
        around = [(opening.rect, opening.kind.value) for opening in wall.openings]
        gaps += [
            (
                (
                    _between(area.x_mm, area.right_mm, rect.x_mm, rect.right_mm) ** 2
                    + _between(area.y_mm, area.top_mm, rect.y_mm, rect.top_mm) ** 2
                )
                ** 0.5,
                f"the {name}",
            )
            for rect, name in around
        ]
        gaps += [
            (area.distance_to(point.x_mm, point.y_mm), f"the {point.kind.replace('_', ' ')}")
            for point in wall.points
            if point.face is WallSide.THIS
        ]
        gaps.append((to_top_mm(wall, area.centre_x_mm, area.top_mm), "the ceiling"))
        if wall.left_edge is EdgeKind.INTERNAL_CORNER:
            gaps.append((area.x_mm, "the corner at the left"))
        if wall.right_edge is EdgeKind.INTERNAL_CORNER:
            gaps.append((wall.width_mm - area.right_mm, "the corner at the right"))
    return min(gaps, default=(inf, "anything"))


def _studs(behinds: dict[str, Behind]) -> list[float]:
    """Centres [mm] of the studs that the holes stand in, from left to right."""
    members = {
        behind.member.id: behind.member.rect.centre_x_mm
        for behind in behinds.values()
        if behind.member and behind.kind in (BehindKind.TIMBER, BehindKind.STEEL) and not behind.member.horizontal
    }
    return sorted(members.values())


def limit_findings(
    job: JobDocument,
    pieces: Sequence[PlacedPart],
    reading: WallReading,
    behinds: dict[str, Behind],
    choices: Sequence[HoleChoice],
    units: UnitSystem,
) -> list[Finding]:
    """A finding for each limit that this plan breaks."""
    found: list[Finding] = []
    fixture, wall = job.fixture, job.wall

    def length(value: float) -> str:
        return show_length(value, units)

    for limit in fixture.limits:
        value, source = limit.value, limit.source
        match limit.kind:
            case LimitKind.MASS_MAX_KG:
                contents = sum(piece.contents_kg for piece in fixture.pieces)
                if contents > value:
                    sentence = (
                        f"The maker allows {show_mass(value, units)} in it ({source}); "
                        f"you plan {show_mass(contents, units)}."
                    )
                    found.append(_broken(limit, contents, sentence, "Put less in it."))
            case LimitKind.HEIGHT_MAX_MM:
                top = max((piece.rect.top_mm for piece in fixture.pieces), default=0.0) + job.placement.y_mm
                if top > value:
                    sentence = f"The maker allows its top at {length(value)} ({source}); it is at {length(top)}."
                    found.append(_broken(limit, top, sentence, "Hang it lower.", Stage.SET_OUT))
            case LimitKind.COVERING_MAX_MM:
                if reading.skin_mm > value + 1e-6:
                    sentence = (
                        f"The maker allows {length(value)} of covering in front of what holds ({source}); "
                        f"there is {length(reading.skin_mm)}."
                    )
                    action = "Take the covering off under the bracket, or ask the maker for longer fixings."
                    found.append(_broken(limit, reading.skin_mm, sentence, action))
            case LimitKind.FASTENER_DIAMETER_MIN_MM:
                thin = [
                    choice.chosen.screw.diameter_mm
                    for choice in choices
                    if choice.chosen and choice.chosen.screw and choice.chosen.screw.diameter_mm < value - 1e-6
                ]
                if thin:
                    sentence = (
                        f"The maker wants screws of at least {value:g} mm ({source}); "
                        f"the thinnest of this plan has {min(thin):g} mm."
                    )
                    found.append(_broken(limit, min(thin), sentence, "Choose a thicker fixing.", Stage.FIXING))
            case LimitKind.STUDS_MIN_COUNT:
                count = len(_studs(behinds))
                if count < value:
                    sentence = f"The maker wants it in {value:g} studs ({source}); its holes stand in {count}."
                    action = "Move it, or use the holes that meet studs."
                    found.append(_broken(limit, count, sentence, action, Stage.SET_OUT))
            case LimitKind.STUD_SPACING_MAX_MM:
                widest = max((b - a for a, b in pairwise(_studs(behinds))), default=0.0)
                if widest > value + 1e-6:
                    sentence = (
                        f"The maker allows studs {length(value)} apart ({source}); these are {length(widest)} apart."
                    )
                    found.append(_broken(limit, widest, sentence, "Put blocking or a backing board between them."))
            case LimitKind.CLEARANCE_MIN_MM:
                gap, name = _clearance(pieces, wall)
                if gap < value:
                    sentence = (
                        f"The maker wants {length(value)} of clear space around it ({source}); "
                        f"{name} is {show_limit(gap, units)} away."
                    )
                    found.append(_broken(limit, gap, sentence, "Move it.", Stage.SET_OUT))
    return found
