"""What a hole may meet that is hidden: finds, plates, zones that nobody cleared, and the risk that is left.

Above 10 % nobody drills, nor at a find. Proof is wanted in a zone and above 1 %. A zone is cleared by exposure, or by
proved metal and live sweeps deep enough, if no more than 1 % is left. The plan puts into words what is decided here.
"""

from typing import NamedTuple

from rockpin.core.base.findings import Severity
from rockpin.core.document.sweeps import Find
from rockpin.core.document.wall import WallSide
from rockpin.core.hidden.read import OPENED_TO_MM, FindReading, Hidden, HiddenAtHole
from rockpin.core.hidden.risk import HoleRisk
from rockpin.core.hidden.zones import Zone


class PlannedHole(NamedTuple):
    """A hole to be judged: where, how wide, how deep drill, screw or toggle reach, and whether it goes into a stud."""

    hole_id: str
    number: int
    x_mm: float
    y_mm: float
    diameter_mm: float
    reach_mm: float
    in_stud: bool


class Hazard(NamedTuple):
    """One thing that stands against a hole, or clears it, with what it is about.

    ``code``: of the finding that tells it. ``away_mm``: how much farther from a find the hole must go.
    """

    code: str
    severity: Severity
    figures: dict[str, float]
    zone: Zone | None = None
    find: FindReading | None = None
    plate: Find | None = None
    away_mm: float = 0.0


class Judged(NamedTuple):
    """What stands against one hole, and the risk behind it."""

    planned: PlannedHole
    hazards: list[Hazard]
    risk: HoleRisk

    @property
    def clear(self) -> bool:
        """Whether nothing asks for proof and nothing forbids."""
        return not any(one.severity in (Severity.PROVE_FIRST, Severity.DO_NOT_DRILL) for one in self.hazards)


def _finds(hidden: Hidden, planned: PlannedHole, radius_mm: float) -> list[Hazard]:
    found: list[Hazard] = []
    lines = [find for find in hidden.finds if not find.refuted]
    for find, line in zip(lines, hidden.field.finds, strict=True):
        distance = line.distance_to(planned.x_mm, planned.y_mm)
        gap = distance - radius_mm - find.keep_off_mm
        if gap >= 0 or (find.depth_mm is not None and planned.reach_mm <= find.depth_mm - find.keep_off_mm):
            continue
        figures = {"distance_mm": distance, "reach_mm": planned.reach_mm}
        found.append(Hazard("find-near", Severity.DO_NOT_DRILL, figures, find=find, away_mm=1 - gap))
    for plate, member in hidden.plates:
        if planned.in_stud and abs(planned.x_mm - member.rect.centre_x_mm) <= member.rect.width_mm:
            figures = {"depth_mm": plate.depth_mm or 0}
            found.append(Hazard("plate-on-stud", Severity.DO_NOT_DRILL, figures, plate=plate))
    return found


def _zones(hidden: Hidden, planned: PlannedHole, here: HiddenAtHole, risk: HoleRisk) -> list[Hazard]:
    """Zones of the rule school, depths beyond which they say nothing, and studs that cables are bored through."""
    reach, school = planned.reach_mm, hidden.school
    deep_from = hidden.thickness_mm - (school.deep_mm or 0.0)
    # a zone of the other face counts where the hole comes near that face
    met = [zone for zone in here.zones if zone.face is WallSide.THIS or reach > deep_from]
    deep = school.deep_mm is not None and hidden.hollow and reach > school.deep_mm
    free = hidden.front_mm + hidden.tables.figures.hollow_free_mm
    may_leave = school.hollow_free and hidden.hollow and not planned.in_stud and reach > free
    in_stud = planned.in_stud and school.stud_free_mm is not None and reach - hidden.front_mm > school.stud_free_mm
    if not (met or deep or may_leave or in_stud):
        return []
    figures = {"reach_mm": reach, "cleared_to_mm": min(here.cleared_to_mm, hidden.thickness_mm), "risk": risk.chance}
    if here.cleared_to_mm >= reach:
        if risk.chance > hidden.tables.figures.risk_prove:
            return []  # the risk that is left speaks for itself
        return [Hazard("zone-cleared", Severity.PERMIT, figures)]
    prove = Severity.PROVE_FIRST
    found = [Hazard("in-zone", prove, figures, zone=zone) for zone in met[:1]]
    if deep:
        found.append(Hazard("deeper-than-rule", prove, figures))
    if may_leave and not met:
        found.append(Hazard("zones-may-be-left", prove, figures))
    if in_stud:
        found.append(Hazard("stud-depth", prove, figures))
    return found


def _risks(hidden: Hidden, planned: PlannedHole, risk: HoleRisk, *, opened: bool) -> list[Hazard]:
    figures, found = hidden.tables.figures, []
    if risk.gas > figures.gas_prove:
        found.append(Hazard("gas-near", Severity.PROVE_FIRST, {"gas": risk.gas}))
    if not opened and risk.before >= figures.risk_likely and risk.chance <= figures.risk_stop:
        # where something is likely, sweeps alone do not clear it: all of one hand may have failed
        return [*found, Hazard("likely-place", Severity.PROVE_FIRST, {"before": risk.before, "risk": risk.chance})]
    if risk.parts and risk.chance > figures.risk_prove:
        stop = risk.chance > figures.risk_stop
        told = {"risk": risk.chance, "reach_mm": planned.reach_mm}
        severity = Severity.DO_NOT_DRILL if stop else Severity.PROVE_FIRST
        found.append(Hazard("risk-high" if stop else "risk", severity, told))
    return found


def judge_hole(hidden: Hidden, planned: PlannedHole) -> Judged:
    """What a hole meets when drill, screw or toggle reach so deep."""
    radius = planned.diameter_mm / 2 + hidden.tables.setout_error_mm
    here = hidden.at_hole(planned.x_mm, planned.y_mm, radius, planned.in_stud)
    risk = hidden.field.at(planned.x_mm, planned.y_mm, radius, planned.reach_mm, here.told_by)
    hazards = _finds(hidden, planned, radius) + _zones(hidden, planned, here, risk)
    # a find is said by itself, and a zone asks for proof already: the risk that they make would only say it again
    said = {one.code for one in hazards}
    opened = here.cleared_to_mm >= OPENED_TO_MM
    for one in _risks(hidden, planned, risk, opened=opened):
        if "find-near" not in said and not (one.code == "risk" and "in-zone" in said):
            hazards.append(one)
    return Judged(planned, hazards, risk)
