"""What the fixture's own maker limits, each with where it is written: checked, and said with both figures."""

from collections.abc import Sequence
from itertools import pairwise
from math import hypot, inf

from rockpin.core.base.findings import Finding, Severity, Stage
from rockpin.core.base.model import Rect
from rockpin.core.base.quantities import UnitSystem, show_bit, show_length, show_limit, show_mass
from rockpin.core.choice import HoleChoice
from rockpin.core.document.fixture import ClearOf, Limit, LimitKind
from rockpin.core.document.job import JobDocument
from rockpin.core.document.outline import to_top_mm
from rockpin.core.document.wall import EdgeKind, Wall, WallSide
from rockpin.core.framing import Behind, BehindKind
from rockpin.core.identification import WallReading
from rockpin.core.setout import PlacedPart
from rockpin.core.tables.services import PointKind


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


_POINTS_LIKE = {
    ClearOf.LIGHT: ("light",),
    ClearOf.TAP: ("tap", "shower", "valve"),
    ClearOf.SOCKET: ("socket", "switch"),
}
"""What a point's kind is called, for each thing that a maker wants clear space from."""


def _apart(a: Rect, b: Rect) -> float:
    """Gap [mm] between the edges of two rectangles, 0 where they overlap."""
    across = _between(a.x_mm, a.right_mm, b.x_mm, b.right_mm)
    return hypot(across, _between(a.y_mm, a.top_mm, b.y_mm, b.top_mm))


def _around(area: Rect, wall: Wall, points: dict[str, PointKind]) -> list[tuple[ClearOf, float, str]]:
    """Every gap [mm] round a piece, edge to edge: what kind of thing it is, how far, and its name."""
    gaps = [(ClearOf.OPENING, _apart(area, one.rect), f"the {one.kind.value}") for one in wall.openings]
    for point in wall.points:
        if point.face is not WallSide.THIS:
            continue
        kind = points.get(point.kind)
        wide = point.width_mm or (kind.width_mm if kind else 0.0)
        high = point.height_mm or (kind.height_mm if kind else 0.0)
        rect = Rect.model_construct(
            x_mm=point.x_mm - wide / 2, y_mm=point.y_mm - high / 2, width_mm=wide, height_mm=high
        )
        name = point.kind.replace("_", " ")
        what = next((one for one, words in _POINTS_LIKE.items() if any(word in name for word in words)), None)
        gaps.append((what or ClearOf.ANYTHING, _apart(area, rect), f"the {name}"))
    gaps.append((ClearOf.CEILING, to_top_mm(wall, area.centre_x_mm, area.top_mm), "the ceiling"))
    if wall.left_edge is EdgeKind.INTERNAL_CORNER:
        gaps.append((ClearOf.SIDE_WALL, area.x_mm, "the corner at the left"))
    if wall.right_edge is EdgeKind.INTERNAL_CORNER:
        gaps.append((ClearOf.SIDE_WALL, wall.width_mm - area.right_mm, "the corner at the right"))
    return gaps


def _clearance(
    pieces: Sequence[PlacedPart], wall: Wall, clear_of: ClearOf, points: dict[str, PointKind]
) -> tuple[float, str]:
    """The smallest gap [mm] from a piece's edge to what its maker names, and what that is."""
    gaps = [
        (gap, name)
        for piece in pieces
        for what, gap, name in _around(piece.area, wall, points)
        if clear_of in (ClearOf.ANYTHING, what)
    ]
    return min(gaps, default=(inf, "anything"))


def _studs(behinds: dict[str, Behind]) -> list[float]:
    """Centres [mm] of the studs that the holes stand in, from left to right."""
    members = {
        behind.member.id: behind.member.rect.centre_x_mm
        for behind in behinds.values()
        if behind.member and behind.kind in (BehindKind.TIMBER, BehindKind.STEEL) and not behind.member.horizontal
    }
    return sorted(members.values())


_CLEAR_WORDS = {
    ClearOf.CEILING: "the ceiling",
    ClearOf.SIDE_WALL: "a side wall",
    ClearOf.OPENING: "a door or window",
    ClearOf.LIGHT: "a light",
    ClearOf.TAP: "a tap",
    ClearOf.SOCKET: "a socket or switch",
}


def _diameter(limit: Limit, choices: Sequence[HoleChoice], units: UnitSystem) -> list[Finding]:
    """A screw thinner or thicker than the maker allows, where no other was left to choose or the user took it."""
    thick = limit.kind is LimitKind.FASTENER_DIAMETER_MAX_MM
    sizes = [choice.chosen.screw.diameter_mm for choice in choices if choice.chosen and choice.chosen.screw]
    wrong = [size for size in sizes if (size > limit.value + 1e-6 if thick else size < limit.value - 1e-6)]
    if not wrong:
        return []
    planned = max(wrong) if thick else min(wrong)
    sentence = (
        f"The maker wants screws of at {'most' if thick else 'least'} {show_bit(limit.value, units)} ({limit.source}); "
        f"the {'thickest' if thick else 'thinnest'} of this plan has {show_bit(planned, units)}."
    )
    action = "Choose a thinner fixing." if thick else "Choose a thicker fixing."
    return [_broken(limit, planned, sentence, action, Stage.FIXING)]


def limit_findings(
    job: JobDocument,
    pieces: Sequence[PlacedPart],
    reading: WallReading,
    behinds: dict[str, Behind],
    choices: Sequence[HoleChoice],
    units: UnitSystem,
    points: dict[str, PointKind],
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
            case LimitKind.FASTENER_DIAMETER_MIN_MM | LimitKind.FASTENER_DIAMETER_MAX_MM:
                found += _diameter(limit, choices, units)
            case LimitKind.NO_MORTAR_JOINTS:
                joints = [key for key, behind in behinds.items() if behind.kind is BehindKind.JOINT]
                if joints:
                    lie = "1 hole lies" if len(joints) == 1 else f"{len(joints)} holes lie"
                    sentence = f"The maker wants no mortar joints ({source}); {lie} in one."
                    found.append(_broken(limit, len(joints), sentence, "Move it off the joint.", Stage.SET_OUT))
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
            case LimitKind.STUD_SPACING_MIN_MM:
                nearest = min((b - a for a, b in pairwise(_studs(behinds))), default=inf)
                if nearest < value - 1e-6:
                    sentence = (
                        f"The maker wants studs at least {length(value)} apart ({source}); these are "
                        f"{length(nearest)} apart."
                    )
                    found.append(_broken(limit, nearest, sentence, "Use studs farther apart."))
            case LimitKind.CLEARANCE_MIN_MM:
                gap, name = _clearance(pieces, wall, limit.clear_of, points)
                if gap < value:
                    of = "around it" if limit.clear_of is ClearOf.ANYTHING else f"to {_CLEAR_WORDS[limit.clear_of]}"
                    sentence = (
                        f"The maker wants {length(value)} of clear space {of} ({source}); "
                        f"{name} is {show_limit(gap, units)} away."
                    )
                    found.append(_broken(limit, gap, sentence, "Move it.", Stage.SET_OUT))
    return found
