"""What a hole may meet that is hidden: finds, plates, zones that nobody cleared, and the risk that is left.

Above 10 % nobody drills, nor at a find. Proof is wanted in a zone and above 1 %. A zone is cleared by exposure, or by
proved metal and live sweeps deep enough, if no more than 1 % is left.
"""

from typing import NamedTuple

from rockpin.core.findings import Finding, Severity, Stage, Where
from rockpin.core.hidden import Hidden, HiddenAtHole, at_hole
from rockpin.core.quantities import UnitSystem, show_length, show_limit
from rockpin.core.risk import HoleRisk
from rockpin.core.tables import Catalogue
from rockpin.core.wall import Face, Wall


class HoleAsk(NamedTuple):
    """A hole to be judged: where, how wide, how deep drill, screw or toggle reach, and whether it goes into a stud."""

    hole_id: str
    number: int
    x_mm: float
    y_mm: float
    diameter_mm: float
    reach_mm: float
    in_stud: bool


class Judged(NamedTuple):
    """What is to be said of one hole, and the risk behind it."""

    findings: list[Finding]
    risk: HoleRisk


def _find_findings(hidden: Hidden, ask: HoleAsk, radius: float, units: UnitSystem) -> list[Finding]:
    found: list[Finding] = []
    where = Where(hole=ask.hole_id)
    lines = [find for find in hidden.finds if not find.refuted]
    for find, line in zip(lines, hidden.field.finds, strict=True):
        distance = line.distance_to(ask.x_mm, ask.y_mm)
        gap = distance - radius - find.keep_off_mm
        if gap >= 0 or (find.depth_mm is not None and ask.reach_mm <= find.depth_mm - find.keep_off_mm):
            continue
        depth = "" if find.depth_mm is None else f" found at {show_length(find.depth_mm, units)} depth"
        found.append(
            Finding(
                severity=Severity.DO_NOT_DRILL,
                stage=Stage.HIDDEN,
                code="find-near",
                sentence=f"Hole {ask.number} is {show_length(distance, units)} from {find.what}{depth}.",
                action=f"Move it at least {show_length(-gap + 1, units)} further away.",
                action_stage=Stage.SET_OUT,
                figures={"distance_mm": distance, "reach_mm": ask.reach_mm},
                where=where,
            )
        )
    for plate, member in hidden.plates:
        if ask.in_stud and abs(ask.x_mm - member.rect.centre_x_mm) <= member.rect.width_mm:
            found.append(
                Finding(
                    severity=Severity.DO_NOT_DRILL,
                    stage=Stage.HIDDEN,
                    code="plate-on-stud",
                    sentence=f"Hole {ask.number}: the metal found on this stud "
                    f"{show_length(plate.depth_mm or 0, units)} deep is taken as a plate, and a plate means a cable "
                    "or pipe bored through behind it.",
                    action="Use another stud, or open the board by hand and see, circuits isolated and proved dead.",
                    action_stage=Stage.SET_OUT,
                    figures={"depth_mm": plate.depth_mm or 0},
                    where=where.model_copy(update={"item": plate.id}),
                )
            )
    return found


def _zone_findings(
    hidden: Hidden, ask: HoleAsk, here: HiddenAtHole, risk: HoleRisk, units: UnitSystem, catalogue: Catalogue
) -> list[Finding]:
    """Zones of the rule school, depths beyond which they say nothing, and studs that cables are bored through."""
    where, reach, school = Where(hole=ask.hole_id), ask.reach_mm, hidden.school
    deep_from = hidden.thickness_mm - (school.deep_mm or 0.0)
    met = [zone for zone in here.zones if zone.face is Face.THIS or reach > deep_from]
    deep = school.deep_mm is not None and hidden.hollow and reach > school.deep_mm
    free = hidden.front_mm + catalogue.figures.hollow_free_mm
    may_leave = school.hollow_free and hidden.hollow and not ask.in_stud and reach > free
    in_stud = ask.in_stud and school.stud_free_mm is not None and reach - hidden.front_mm > school.stud_free_mm
    if not (met or deep or may_leave or in_stud):
        return []
    figures = {"reach_mm": reach, "cleared_to_mm": min(here.cleared_to_mm, hidden.thickness_mm), "risk": risk.chance}

    def finding(severity: Severity, code: str, sentence: str, action: str | None, **more: object) -> Finding:
        return Finding.model_validate(
            {
                "severity": severity,
                "stage": Stage.HIDDEN,
                "code": code,
                "sentence": sentence,
                "action": action,
                "figures": figures,
                "where": where,
            }
            | more
        )

    if here.cleared_to_mm >= reach:
        if risk.chance > catalogue.figures.risk_prove:
            return []  # the risk that is left speaks for itself
        sentence = f"Hole {ask.number}: opened, or swept with metal and live, deep enough and found clear."
        return [finding(Severity.PERMIT, "zone-cleared", sentence, None)]
    prove, found = Severity.PROVE_FIRST, []
    for zone in met[:1]:
        found.append(
            finding(
                prove,
                "in-zone",
                f"Hole {ask.number} is where a cable may lie. {zone.reason}",
                "Sweep here with metal and live, the instrument just proved on a known live cable, or move it.",
                where=where.model_copy(update={"area": zone.area}),
            )
        )
    if deep and school.deep_mm is not None:
        found.append(
            finding(
                prove,
                "deeper-than-rule",
                f"Hole {ask.number} reaches {show_length(reach, units)} into a hollow wall; deeper than "
                f"{show_limit(school.deep_mm, units)} a cable may run anywhere.",
                "Take a shorter fixing, or sweep with metal and live deep enough, or open the wall.",
                action_stage=Stage.FIXING,
            )
        )
    if may_leave and not met:
        found.append(
            finding(
                prove,
                "zones-may-be-left",
                f"Hole {ask.number} goes into the void of a hollow wall, where cables may leave the zones.",
                "Sweep here with metal and live, the instrument just proved on a known live cable, or open the wall.",
            )
        )
    if in_stud and school.stud_free_mm is not None:
        free_to = show_limit(hidden.front_mm + school.stud_free_mm, units)
        found.append(
            finding(
                prove,
                "stud-depth",
                f"Hole {ask.number} goes {show_length(reach - hidden.front_mm, units)} into a stud; "
                f"a cable may be bored through it more than {show_limit(school.stud_free_mm, units)} behind its face.",
                f"Take a screw that reaches no deeper than {free_to} from the face, or sweep here with metal and live.",
                action_stage=Stage.FIXING,
            )
        )
    return found


def _risk_findings(ask: HoleAsk, risk: HoleRisk, catalogue: Catalogue) -> list[Finding]:
    figures, where, found = catalogue.figures, Where(hole=ask.hole_id), []
    worst = risk.parts[0] if risk.parts else None
    if risk.gas > figures.gas_prove:
        found.append(
            Finding(
                severity=Severity.PROVE_FIRST,
                stage=Stage.HIDDEN,
                code="gas-near",
                sentence=f"Hole {ask.number} is where a gas pipe may run.",
                action="No drilling near a gas run without somebody licensed for gas. Move it, or ask.",
                figures={"gas": risk.gas},
                where=where,
            )
        )
    if worst is not None and risk.chance > figures.risk_prove:
        stop = risk.chance > figures.risk_stop
        found.append(
            Finding(
                severity=Severity.DO_NOT_DRILL if stop else Severity.PROVE_FIRST,
                stage=Stage.HIDDEN,
                code="risk-high" if stop else "risk",
                sentence=f"Hole {ask.number}: {risk.text} chance of striking something, most likely {worst.says}, "
                f"{worst.text}.",
                action="See the ways to clear it.",
                figures={"risk": risk.chance, "reach_mm": ask.reach_mm},
                where=where,
            )
        )
    return found


def judge_hole(hidden: Hidden, ask: HoleAsk, units: UnitSystem, catalogue: Catalogue) -> Judged:
    """What a hole meets when drill, screw or toggle reach so deep."""
    radius = ask.diameter_mm / 2 + catalogue.figures.setout_error_mm
    here = at_hole(hidden, ask.x_mm, ask.y_mm, radius, ask.in_stud, catalogue)
    risk = hidden.field.at(ask.x_mm, ask.y_mm, radius, ask.reach_mm)
    findings = _find_findings(hidden, ask, radius, units)
    findings += _zone_findings(hidden, ask, here, risk, units, catalogue)
    # a find is said by itself, and a zone asks for proof already: the risk that they make would only say it again
    said = {finding.code for finding in findings}
    for finding in _risk_findings(ask, risk, catalogue):
        if "find-near" not in said and not (finding.code == "risk" and "in-zone" in said):
            findings.append(finding)
    return Judged(findings, risk)


def hidden_findings(wall: Wall) -> list[Finding]:
    """What is to be said of the whole wall before any hole is looked at."""
    if wall.points:
        return []
    return [
        Finding(
            severity=Severity.NOTE,
            stage=Stage.HIDDEN,
            code="no-points",
            sentence="No socket, switch, light, tap or radiator has been placed, on this face or the other.",
            action="Look at both faces and place what is there; if there is none, carry on.",
            where=Where(wall=wall.id),
        )
    ]
