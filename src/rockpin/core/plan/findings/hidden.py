"""What is to be said of what is hidden: each hazard of a hole in a sentence, with the way out."""

from collections.abc import Sequence
from typing import NamedTuple

from rockpin.core.base.findings import Finding, Severity, Stage, Where
from rockpin.core.base.model import Rect
from rockpin.core.base.quantities import UnitSystem, show_length, show_limit, show_risk
from rockpin.core.document.sweeps import ScanMode
from rockpin.core.document.wall import Wall, WallSide
from rockpin.core.hidden import Hazard, Hidden, Judged, PlannedHole

_WAYS = "See the ways to clear it."
_SWEEP = "Sweep here with metal and live, the instrument just proved on a known live cable, or "


def _to_clear(hazard: Hazard, units: UnitSystem, besides: str) -> str:
    """What clears a place that was not swept, or not deep enough for the hole."""
    cleared_mm = hazard.figures["cleared_to_mm"]
    if not cleared_mm:
        return f"{_SWEEP}{besides}"
    # a fixing that stays within it would have been taken: what else clears it is worked out, way by way
    return f"What was swept here counts to {show_limit(cleared_mm, units)}. {_WAYS}"


class _Said(NamedTuple):
    sentence: str
    action: str | None
    action_stage: Stage | None = None


def _say(hazard: Hazard, judged: Judged, hidden: Hidden, units: UnitSystem) -> _Said:
    """The sentence of a hazard and what would clear it."""
    hole, school, risk = judged.planned, hidden.school, judged.risk
    name = f"Hole {hole.number}"

    def length(mm: float) -> str:
        return show_length(mm, units)

    match hazard.code:
        case "find-near" if hazard.find:
            depth = "" if hazard.find.depth_mm is None else f" found at {length(hazard.find.depth_mm)} depth"
            return _Said(
                f"{name} is {length(hazard.figures['distance_mm'])} from {hazard.find.what}{depth}.",
                f"Move it at least {length(hazard.away_mm)} further away.",
                Stage.SET_OUT,
            )
        case "plate-on-stud":
            return _Said(
                f"{name}: the metal found on this stud {length(hazard.figures['depth_mm'])} deep is taken as a plate, "
                "and a plate means a cable or pipe bored through behind it.",
                "Use another stud, or open the board by hand and see, circuits isolated and proved dead.",
                Stage.SET_OUT,
            )
        case "zone-cleared":
            return _Said(f"{name}: opened, or swept with metal and live, deep enough and found clear.", None)
        case "in-zone" if hazard.zone:
            return _Said(f"{name} is where a cable may lie. {hazard.zone.reason}", _to_clear(hazard, units, "move it."))
        case "deeper-than-rule":
            return _Said(
                f"{name} reaches {length(hole.reach_mm)} into a hollow wall; deeper than "
                f"{show_limit(school.deep_mm or 0, units)} a cable may run anywhere.",
                _to_clear(hazard, units, "open the wall.")
                if hazard.figures["cleared_to_mm"]
                else "Take a shorter fixing, or sweep with metal and live deep enough, or open the wall.",
                Stage.FIXING,
            )
        case "zones-may-be-left":
            return _Said(
                f"{name} goes into the void of a hollow wall, where cables may leave the zones.",
                _to_clear(hazard, units, "open the wall."),
            )
        case "stud-depth":
            free = school.stud_free_mm or 0
            return _Said(
                f"{name} goes {length(hole.reach_mm - hidden.front_mm)} into a stud; a cable may be bored through it "
                f"more than {show_limit(free, units)} behind its face.",
                f"Take a screw that reaches no deeper than {show_limit(hidden.front_mm + free, units)} from the face, "
                "or sweep here with metal and live.",
                Stage.FIXING,
            )
        case "likely-place":
            most = risk.parts[0].says if risk.parts else "something hidden"
            return _Said(
                f"{name}: before it was swept something was as likely as {show_risk(risk.before)} here, most of all "
                f"{most}. Where it is that likely, sweeps alone do not clear it.",
                "Move it, or open the wall here by hand and look, circuits isolated and proved dead.",
            )
        case "gas-near":
            return _Said(
                f"{name} is where a gas pipe may run.",
                "No drilling near a gas run without somebody licensed for gas. Move it, or ask.",
            )
    worst = risk.parts[0]
    return _Said(
        f"{name}: {risk.text} chance of striking something, most likely {worst.says}, {worst.text}.",
        _WAYS,
    )


def hazard_findings(judged: Judged, hidden: Hidden, units: UnitSystem) -> list[Finding]:
    """A finding for each hazard of one hole."""
    found = []
    for hazard in judged.hazards:
        said = _say(hazard, judged, hidden, units)
        found.append(
            Finding(
                severity=hazard.severity,
                stage=Stage.HIDDEN,
                code=hazard.code,
                sentence=said.sentence,
                action=said.action,
                action_stage=said.action_stage,
                figures=hazard.figures,
                where=Where(
                    hole=judged.planned.hole_id,
                    area=hazard.zone.area if hazard.zone else None,
                    item=hazard.plate.id if hazard.plate else None,
                ),
            )
        )
    return found


def looks_by_sweep(wall: Wall) -> tuple[Rect, ...] | None:
    """Where nobody said what is on a wall: the areas in which a sweep stands for having looked; None where somebody
    said it, or nothing can be."""
    faces = {point.face for point in wall.points}
    if wall.post or wall.looked or (faces == set(WallSide) and not wall.stands.rides):
        return None
    # no sweep tells a hose or a bag from foam: behind the panel of a vehicle somebody has to look
    return tuple(scan.area for scan in wall.scans if scan.mode is ScanMode.OPENED or not wall.stands.rides)


def hidden_findings(wall: Wall, planned: Sequence[PlannedHole]) -> list[Finding]:
    """What is to be said of the whole wall before any hole is looked at: where nobody looked, nothing is clear.

    A sweep stands for having looked only where it reached: ``planned``, every hole lies in a swept area.
    """
    counted = looks_by_sweep(wall)
    if counted is None:
        return []
    if counted and all(
        any(area.covers_circle(hole.x_mm, hole.y_mm, hole.diameter_mm / 2) for area in counted) for hole in planned
    ):
        return []
    if wall.stands.rides:
        return [
            Finding(
                severity=Severity.PROVE_FIRST,
                stage=Stage.HIDDEN,
                code="harness-not-seen",
                sentence="Nobody has said yet what runs behind this panel: its maker's cables, hoses, belts and bags "
                "go by no rule.",
                action="Take the panel off or look behind it, or follow the maker's drawing; then say that you looked.",
                where=Where(wall=wall.id),
            )
        ]
    return [
        Finding(
            severity=Severity.PROVE_FIRST,
            stage=Stage.HIDDEN,
            code="not-looked",
            sentence="Nobody has said yet what is on this wall: sockets, switches, lights, taps or radiators, on this "
            "face or the other.",
            action="Look at both faces: place what is there, or say that there is nothing.",
            where=Where(wall=wall.id),
        )
    ]
