"""What is hidden? The zones of a rule school, what has been swept or opened, and what that means for a hole.

Zones are where a cable may lie by rule. They are cleared by opening the wall, or by metal and live sweeps with an
instrument proved on a known live cable; a sweep is believed to a share of its claimed depth only.
"""

from rockpin.core.findings import Finding, Severity, Stage, Where
from rockpin.core.model import Model, Rect
from rockpin.core.quantities import UnitSystem, show_length, show_limit
from rockpin.core.reading import Family, WallReading
from rockpin.core.tables import Catalogue, PointKind, Service, ZoneRule, ZoneSchool, ZoneShape
from rockpin.core.wall import EdgeKind, Face, Find, Point, Scan, ScanMode, Wall


class Zone(Model):
    """A strip or band where a cable may lie, with the reason in words and the face that it belongs to."""

    id: str
    rule: str
    area: Rect
    reason: str
    face: Face
    point: str | None


class PointReading(Model):
    """A point with its label and true size on the wall."""

    id: str
    kind: str
    label: str
    service: Service
    face: Face
    area: Rect


class FindReading(Model):
    """A find drawn true: the line or spot, and the area that nobody drills in."""

    id: str
    what: str
    x_mm: float
    y_mm: float
    x2_mm: float
    y2_mm: float
    depth_mm: float | None
    text: str
    keep_off_mm: float


class Hidden(Model):
    """All that is known of hidden services in one wall."""

    school: str | None
    zones: tuple[Zone, ...]
    points: tuple[PointReading, ...]
    finds: tuple[FindReading, ...]
    scans: tuple[Scan, ...]
    deep_mm: float | None
    thickness_mm: float
    hollow: bool


class HiddenAtHole(Model):
    """What section 5 says of one hole, reaching so deep: the zones it meets, and the greatest depth without them."""

    zones: tuple[Zone, ...]
    cleared_to_mm: float
    depth_limit_mm: float | None


def point_area(point: Point, kind: PointKind) -> Rect:
    """The face of a point on the wall: as measured, or as the catalogue has it."""
    width, height = point.width_mm or kind.width_mm, point.height_mm or kind.height_mm
    return Rect(x_mm=point.x_mm - width / 2, y_mm=point.y_mm - height / 2, width_mm=width, height_mm=height)


def _clip(area: Rect, face: Rect) -> Rect | None:
    left, low = max(area.x_mm, face.x_mm), max(area.y_mm, face.y_mm)
    right, top = min(area.right_mm, face.right_mm), min(area.top_mm, face.top_mm)
    if right <= left or top <= low:
        return None
    return Rect(x_mm=left, y_mm=low, width_mm=right - left, height_mm=top - low)


def _edge_zones(wall: Wall, rule: ZoneRule, units: UnitSystem) -> list[tuple[str, Rect, str]]:
    width = rule.width_mm or 0.0
    reason = rule.reason.format(width=show_length(width, units))
    if rule.shape is ZoneShape.TOP_STRIP:
        top = Rect(x_mm=0, y_mm=wall.height_mm - width, width_mm=wall.width_mm, height_mm=width)
        return [(f"{rule.key}", top, reason)]
    edges = (("left", wall.left_edge, 0.0), ("right", wall.right_edge, wall.width_mm - width))
    return [
        (f"{rule.key}-{side}", Rect(x_mm=x, y_mm=0, width_mm=width, height_mm=wall.height_mm), reason)
        for side, edge, x in edges
        if edge is not EdgeKind.FREE_END
    ]


def _band(wall: Wall, rule: ZoneRule, area: Rect) -> Rect:
    if rule.shape is ZoneShape.BAND_ACROSS:
        return Rect(x_mm=0, y_mm=area.y_mm, width_mm=wall.width_mm, height_mm=area.height_mm)
    return Rect(x_mm=area.x_mm, y_mm=0, width_mm=area.width_mm, height_mm=wall.height_mm)


def _zones(
    wall: Wall, school: ZoneSchool, points: tuple[PointReading, ...], thickness_mm: float, units: UnitSystem
) -> tuple[Zone, ...]:
    """Zones of this face, and those of the other face; the latter say so.

    The corner of an outside angle counts too: BS 7671 speaks of an angle formed by two walls, and the safer
    reading takes both kinds.
    """
    zones: list[Zone] = []
    for rule in school.rules:
        if rule.shape in (ZoneShape.TOP_STRIP, ZoneShape.CORNER_STRIP):
            for face in Face:
                for zone_id, area, reason in _edge_zones(wall, rule, units):
                    clipped = _clip(area, wall.face)
                    if clipped:
                        zones.append(
                            Zone(
                                id=f"{zone_id}-{face}",
                                rule=rule.key,
                                area=clipped,
                                reason=reason,
                                face=face,
                                point=None,
                            )
                        )
            continue
        for point in points:
            clipped = _clip(_band(wall, rule, point.area), wall.face)
            if point.service not in rule.services or clipped is None:
                continue
            # on a thin wall, a point of the other face counts as one of this face
            thin = thickness_mm <= school.thin_wall_mm
            face = Face.THIS if point.face is Face.THIS or thin else Face.OTHER
            side = " on the other face" if point.face is Face.OTHER else ""
            reason = rule.reason.format(point=point.label.lower() + side)
            zones.append(
                Zone(
                    id=f"{rule.key}-{point.id}",
                    rule=rule.key,
                    area=clipped,
                    reason=reason,
                    face=face,
                    point=point.id,
                )
            )
    return tuple(zones)


def read_hidden(
    wall: Wall, reading: WallReading, school: ZoneSchool | None, units: UnitSystem, catalogue: Catalogue
) -> Hidden:
    """Zones, points, finds and sweeps of a wall, ready to be drawn and asked."""
    points = tuple(
        PointReading(
            id=point.id,
            kind=point.kind,
            label=catalogue.point_by_key[point.kind].label,
            service=catalogue.point_by_key[point.kind].service,
            face=point.face,
            area=point_area(point, catalogue.point_by_key[point.kind]),
        )
        for point in wall.points
    )
    zones = _zones(wall, school, points, reading.thickness_mm, units) if school else ()
    return Hidden(
        school=school.key if school else None,
        zones=zones,
        points=points,
        finds=tuple(_read_find(find, units, catalogue) for scan in wall.scans for find in scan.finds),
        scans=wall.scans,
        deep_mm=school.deep_mm if school else None,
        thickness_mm=reading.thickness_mm,
        hollow=reading.family.framed or reading.family is Family.BONDED_BOARD,
    )


def _read_find(find: Find, units: UnitSystem, catalogue: Catalogue) -> FindReading:
    deep = "" if find.depth_mm is None else f", {show_length(find.depth_mm, units)} deep"
    return FindReading(
        id=find.id,
        what=find.what,
        x_mm=find.x_mm,
        y_mm=find.y_mm,
        x2_mm=find.x2_mm,
        y2_mm=find.y2_mm,
        depth_mm=find.depth_mm,
        text=find.what + deep,
        keep_off_mm=catalogue.figures.find_margin_mm + 2 * find.sigma_mm,
    )


def _to_segment(find: FindReading, x_mm: float, y_mm: float) -> float:
    dx, dy = find.x2_mm - find.x_mm, find.y2_mm - find.y_mm
    length2 = dx * dx + dy * dy
    share = 0.0 if length2 == 0 else ((x_mm - find.x_mm) * dx + (y_mm - find.y_mm) * dy) / length2
    share = min(1.0, max(0.0, share))
    nearest_x, nearest_y = find.x_mm + share * dx, find.y_mm + share * dy
    return float(((x_mm - nearest_x) ** 2 + (y_mm - nearest_y) ** 2) ** 0.5)


def _cleared_to_mm(scans: tuple[Scan, ...], x_mm: float, y_mm: float, radius_mm: float, share: float) -> float:
    """Depth [mm] to which the hole's circle has been cleared: by opening, or by proved metal and live sweeps."""
    covering = [scan for scan in scans if scan.area.covers_circle(x_mm, y_mm, radius_mm)]
    if any(scan.mode is ScanMode.OPENED for scan in covering):
        return 1e6
    depths = {
        mode: max(
            (
                share * scan.claimed_depth_mm
                for scan in covering
                if scan.mode is mode and scan.proved_on_live_cable and (scan.circuits_on or mode is ScanMode.METAL)
            ),
            default=0.0,
        )
        for mode in (ScanMode.METAL, ScanMode.LIVE)
    }
    return min(depths.values())


def at_hole(hidden: Hidden, x_mm: float, y_mm: float, radius_mm: float, catalogue: Catalogue) -> HiddenAtHole:
    """The zones that a hole's circle [mm] touches on either face, what is cleared there, and how deep is free.

    ``depth_limit_mm`` is the depth up to which the hole meets nothing but what stands in ``zones`` of this face:
    50 mm in a hollow wall; in a solid one, up to 50 mm from the other face if a zone of that face lies here.
    """
    zones = tuple(zone for zone in hidden.zones if zone.area.distance_to(x_mm, y_mm) < radius_mm)
    limit = None
    if hidden.deep_mm is not None:
        limits = [hidden.deep_mm] if hidden.hollow else []
        if any(zone.face is Face.OTHER for zone in zones):
            limits.append(max(0.0, hidden.thickness_mm - hidden.deep_mm))
        limit = min(limits, default=None)
    cleared = _cleared_to_mm(hidden.scans, x_mm, y_mm, radius_mm, catalogue.figures.sweep_depth_share)
    if limit is not None:
        limit = max(limit, cleared)
    return HiddenAtHole(zones=zones, cleared_to_mm=cleared, depth_limit_mm=limit)


def judge_hole(
    hidden: Hidden,
    hole_id: str,
    number: int,
    x_mm: float,
    y_mm: float,
    diameter_mm: float,
    reach_mm: float,
    units: UnitSystem,
    catalogue: Catalogue,
) -> list[Finding]:
    """What a hole of this diameter meets when drill, screw or toggle reach this deep [mm]."""
    figures = catalogue.figures
    radius = diameter_mm / 2 + figures.setout_error_mm
    here = at_hole(hidden, x_mm, y_mm, radius, catalogue)
    where = Where(hole=hole_id)
    findings: list[Finding] = []

    for find in hidden.finds:
        gap = _to_segment(find, x_mm, y_mm) - radius - find.keep_off_mm
        if gap < 0 and (find.depth_mm is None or reach_mm > find.depth_mm - find.keep_off_mm):
            depth = "" if find.depth_mm is None else f" found at {show_length(find.depth_mm, units)} depth"
            findings.append(
                Finding(
                    severity=Severity.DO_NOT_DRILL,
                    stage=Stage.HIDDEN,
                    code="find-near",
                    sentence=f"Hole {number} is {show_length(_to_segment(find, x_mm, y_mm), units)} from "
                    f"{find.what}{depth}.",
                    action=f"Move it at least {show_length(-gap + 1, units)} further away.",
                    action_stage=Stage.SET_OUT,
                    figures={"distance_mm": _to_segment(find, x_mm, y_mm), "reach_mm": reach_mm},
                    where=where,
                )
            )

    findings += _pipes_near(hidden, number, x_mm, where, catalogue)
    deep_from = hidden.thickness_mm - (hidden.deep_mm or 0.0)
    met = [zone for zone in here.zones if zone.face is Face.THIS or reach_mm > deep_from]
    deep = hidden.deep_mm is not None and hidden.hollow and reach_mm > hidden.deep_mm
    if not met and not deep:
        return findings
    if here.cleared_to_mm >= reach_mm:
        findings.append(
            Finding(
                severity=Severity.PERMIT,
                stage=Stage.HIDDEN,
                code="zone-cleared",
                sentence=f"Hole {number}: opened, or swept with metal and live, deep enough and found clear.",
                figures={"cleared_to_mm": min(here.cleared_to_mm, hidden.thickness_mm), "reach_mm": reach_mm},
                where=where,
            )
        )
        return findings
    for zone in met[:1]:
        findings.append(
            Finding(
                severity=Severity.PROVE_FIRST,
                stage=Stage.HIDDEN,
                code="in-zone",
                sentence=f"Hole {number} is where a cable may lie. {zone.reason}",
                action="Sweep here with metal and live, the instrument just proved on a known live cable, or move it.",
                figures={"reach_mm": reach_mm, "cleared_to_mm": here.cleared_to_mm},
                where=where.model_copy(update={"area": zone.area}),
            )
        )
    if deep and hidden.deep_mm is not None:
        findings.append(
            Finding(
                severity=Severity.PROVE_FIRST,
                stage=Stage.HIDDEN,
                code="deeper-than-rule",
                sentence=f"Hole {number} reaches {show_length(reach_mm, units)} into a hollow wall; deeper than "
                f"{show_limit(hidden.deep_mm, units)} a cable may run anywhere.",
                action="Take a shorter fixing, or sweep with metal and live deep enough, or open the wall.",
                action_stage=Stage.FIXING,
                figures={
                    "reach_mm": reach_mm,
                    "limit_mm": hidden.deep_mm,
                    "cleared_to_mm": here.cleared_to_mm,
                },
                where=where,
            )
        )
    return findings


def _pipes_near(hidden: Hidden, number: int, x_mm: float, where: Where, catalogue: Catalogue) -> list[Finding]:
    """Pipes have no zones; until their ways are worked out, a hole above, below or beside a point wants proof."""
    findings: list[Finding] = []
    for point in hidden.points:
        gas = point.service is Service.GAS
        if point.service not in (Service.WATER, Service.GAS):
            continue
        side = catalogue.figures.gas_side_mm if gas else catalogue.figures.pipe_side_mm
        if point.area.x_mm - side < x_mm < point.area.right_mm + side:
            findings.append(
                Finding(
                    severity=Severity.PROVE_FIRST,
                    stage=Stage.HIDDEN,
                    code="gas-not-planned" if gas else "pipes-not-planned",
                    sentence=f"Hole {number} is above, below or beside the {point.label.lower()}, "
                    "and the way of its pipes is not worked out yet.",
                    action="Drill near a gas run only with somebody licensed for gas."
                    if gas
                    else "Expect a pipe straight below and above it; move the hole, or open the wall by hand.",
                    where=where.model_copy(update={"item": point.id, "area": point.area}),
                )
            )
    return findings


def hidden_findings(wall: Wall, hidden: Hidden, school_known: bool) -> list[Finding]:
    """What is to be said of the whole wall before any hole is looked at."""
    findings: list[Finding] = []
    where = Where(wall=wall.id)
    if not school_known:
        findings.append(
            Finding(
                severity=Severity.PROVE_FIRST,
                stage=Stage.HIDDEN,
                code="school-not-planned",
                sentence="The cable rules of this region are not planned yet; no zone is drawn.",
                action="Take every hole as one where a cable may lie, and open the wall by hand or ask an electrician.",
                where=where,
            )
        )
    if not wall.points:
        findings.append(
            Finding(
                severity=Severity.NOTE,
                stage=Stage.HIDDEN,
                code="no-points",
                sentence="No socket, switch, light, tap or radiator has been placed, on this face or the other.",
                action="Look at both faces and place what is there; if there is none, carry on.",
                where=where,
            )
        )
    return findings
