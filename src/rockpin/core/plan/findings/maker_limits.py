"""What the fixture's own maker limits, each with where it is written: checked, and said with both figures."""

from collections.abc import Sequence
from itertools import pairwise
from math import inf

from rockpin.core.base.findings import Finding, Severity, Stage
from rockpin.core.base.quantities import UnitSystem, show_across, show_length, show_limit, show_mass
from rockpin.core.choice import HoleChoice
from rockpin.core.document.fixture import ClearOf, Limit, LimitKind
from rockpin.core.document.job import JobDocument
from rockpin.core.framing import Behind, BehindKind
from rockpin.core.identification import WallReading
from rockpin.core.setout import Clearance


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
        f"The maker wants screws of at {'most' if thick else 'least'} {show_across(limit.value, units)} "
        f"({limit.source}); the {'thickest' if thick else 'thinnest'} of this plan has {show_across(planned, units)}."
    )
    action = "Choose a thinner fixing." if thick else "Choose a thicker fixing."
    return [_broken(limit, planned, sentence, action, Stage.FIXING)]


def limit_findings(
    job: JobDocument,
    clearances: Sequence[Clearance],
    reading: WallReading,
    behinds: dict[str, Behind],
    choices: Sequence[HoleChoice],
    units: UnitSystem,
) -> list[Finding]:
    """A finding for each limit that this plan breaks."""
    found: list[Finding] = []
    fixture = job.fixture

    def length(value: float) -> str:
        return show_length(value, units)

    short = {one.limit: one for one in clearances if not one.kept}
    for number, limit in enumerate(fixture.limits):
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
            case LimitKind.CLEARANCE_MIN_MM if number in short:
                gap, name = short[number].gap_mm, short[number].name
                if gap < value:
                    of = "around it" if limit.clear_of is ClearOf.ANYTHING else f"to {_CLEAR_WORDS[limit.clear_of]}"
                    sentence = (
                        f"The maker wants {length(value)} of clear space {of} ({source}); "
                        f"{name} is {show_limit(gap, units)} away."
                    )
                    found.append(_broken(limit, gap, sentence, "Move it.", Stage.SET_OUT))
    return found
