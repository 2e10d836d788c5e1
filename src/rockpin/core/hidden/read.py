"""What is hidden? Zones by rule, routes by habit, what was swept, opened and found, and what that means for a hole.

Zones are where a cable may lie by rule. They are cleared by opening the wall, or by metal and live sweeps with an
instrument proved on a known live cable, if what risk is left is small. Isolation and proving dead never lower a risk:
they permit careful opening by hand.
"""

from dataclasses import dataclass
from typing import NamedTuple

from rockpin.core.base.model import Model
from rockpin.core.base.quantities import UnitSystem, show_length
from rockpin.core.document.evidence import Finish, Location
from rockpin.core.document.job import Site
from rockpin.core.document.photo import within_mm
from rockpin.core.document.sweeps import Find, Scan, ScanMode
from rockpin.core.document.wall import Backing, Wall, WallSide
from rockpin.core.framing import MemberReading
from rockpin.core.hidden.risk import Found, RiskField, ScanConditions
from rockpin.core.hidden.routes import Route, read_routes
from rockpin.core.hidden.zones import PointReading, Zone, read_zones
from rockpin.core.identification import WallReading
from rockpin.core.tables.by_room import HiddenTables
from rockpin.core.tables.services import ZoneSchool, point_area

HARNESS = "maker_harness"
"""The school of what is no building."""

POST = "post"
"""The school of a post, which is clamped and not drilled."""

OPENED_TO_MM = 1e6
"""How deep [mm] a place is cleared that was opened and looked into."""


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
    refuted: bool


class HiddenAtHole(NamedTuple):
    """What section 5 says of one hole, reaching so deep: the zones it meets, and the greatest depth without them.

    ``told_by``: the sweeps and openings that tell of it.
    """

    zones: tuple[Zone, ...]
    cleared_to_mm: float
    depth_limit_mm: float | None
    told_by: tuple[Scan, ...]


@dataclass(frozen=True)
class Hidden:
    """All that is known of hidden services in one wall."""

    school: ZoneSchool
    zones: tuple[Zone, ...]
    points: tuple[PointReading, ...]
    finds: tuple[FindReading, ...]
    scans: tuple[Scan, ...]
    routes: tuple[Route, ...]
    field: RiskField
    tables: HiddenTables
    plates: tuple[tuple[Find, MemberReading], ...]
    thickness_mm: float
    front_mm: float
    hollow: bool

    @property
    def deep_mm(self) -> float | None:
        """Deeper than this [mm] a cable may run anywhere; None: the school knows no such depth."""
        return self.school.deep_mm

    def at_hole(self, x_mm: float, y_mm: float, radius_mm: float, in_stud: bool) -> HiddenAtHole:
        """The zones that a hole's circle [mm] touches on either face, what is cleared there, and how deep is free.

        ``depth_limit_mm`` is the depth up to which the hole meets nothing but what stands in ``zones`` of this face:
        50 mm in a hollow wall; in a solid one, up to 50 mm from the other face if a zone of that face lies here; in a
        stud of the North American school, 28 mm of it; where cables may leave the zones, no farther than into the void.
        In a zone of this face that was swept it is the depth to which the sweeps clear it: beyond it the zone counts.
        """
        zones = tuple(zone for zone in self.zones if zone.touches(x_mm, y_mm, radius_mm))
        limits = []
        if self.deep_mm is not None:
            if self.hollow:
                limits.append(self.deep_mm)
            if any(zone.face is WallSide.OTHER for zone in zones):
                limits.append(max(0.0, self.thickness_mm - self.deep_mm))
        if in_stud and self.school.stud_free_mm is not None:
            limits.append(self.front_mm + self.school.stud_free_mm)
        elif self.school.hollow_free and self.hollow and not in_stud:
            limits.append(self.front_mm + self.tables.figures.hollow_free_mm)
        limit = min(limits, default=None)
        told_by = self.field.covering(x_mm, y_mm, radius_mm)
        cleared = cleared_to_mm(told_by, self.tables.figures.sweep_depth_share)
        in_zone = any(zone.face is WallSide.THIS for zone in zones)
        if in_zone and 0 < cleared < OPENED_TO_MM:
            limit = cleared
        elif limit is not None:
            limit = max(limit, cleared)
        return HiddenAtHole(zones, cleared, limit, told_by)


def _veil(wall: Wall, reading: WallReading) -> ScanConditions:
    return ScanConditions(
        screens=frozenset(wall.screens),
        steel_studs=reading.holding == "steel_studs",
        board=reading.family.framed or reading.bonded,
        tiled=wall.finish is Finish.TILED or any(layer.material == "tile" for layer in reading.layers),
    )


def _plates(
    wall: Wall, reading: WallReading, members: tuple[MemberReading, ...], tables: HiddenTables
) -> tuple[tuple[Find, MemberReading], ...]:
    """Metal right behind the board at a stud is a plate, and a plate means a service behind it."""
    least = reading.front_mm + tables.figures.stud_plate_mm
    return tuple(
        (find, member)
        for scan in wall.scans
        if scan.mode is ScanMode.METAL
        for find in scan.finds
        if find.refuted is None and find.depth_mm is not None and find.depth_mm <= least
        for member in members
        if not member.horizontal and member.rect.distance_to(find.x_mm, find.y_mm) <= find.spread_mm
    )


def _background(wall: Wall, cable: float, year: int | None, tables: HiddenTables) -> tuple[tuple[str, float], ...]:
    """Chances at one hole of what no rule and no habit explains: cables, more where owners added some, and pipes."""
    figures = tables.figures
    old = figures.unknown_year_background
    if year is not None:
        old = figures.old_background if year < figures.old_background_before else 1.0
    pipes = figures.pipe_background * tables.backs[wall.backs_onto]
    if wall.stands is Location.WET_ROOM:
        pipes *= tables.backs[Backing.BATHROOM]
    return (("mains_cable", cable * old), ("water_pipe", pipes * old))


def read_hidden(
    wall: Wall,
    reading: WallReading,
    members: tuple[MemberReading, ...],
    site: Site,
    tables: HiddenTables,
) -> Hidden:
    """Zones, routes, points, finds and sweeps of a wall, ready to be drawn and asked."""
    own = POST if wall.post else HARNESS if wall.stands.rides else wall.school
    school = tables.school_of(site.region, own)
    kinds = [(point, tables.points[point.kind]) for point in wall.points]
    points = tuple(
        PointReading(
            id=point.id,
            kind=point.kind,
            label=kind.label,
            symbol=kind.symbol,
            services=kind.services,
            face=point.face,
            area=point_area(point, kind),
            within_mm=within_mm(point.sigma_mm),
        )
        for point, kind in kinds
    )
    year = wall.built_year or site.built_year
    lined = reading.family.framed or reading.bonded
    routes = read_routes(wall, points, reading, school.key, tables)
    finds = tuple(find for scan in wall.scans for find in scan.finds)
    front = reading.front_mm if lined else 0.0
    depths = (front, max(front + 1.0, reading.thickness_mm if lined else 50.0))
    field = RiskField(
        routes=routes,
        finds=tuple(
            Found(find.what, find.x_mm, find.y_mm, find.x2_mm, find.y2_mm, find.spread_mm, find.depth_mm)
            for find in finds
            if find.refuted is None
        ),
        scans=wall.scans,
        conditions=_veil(wall, reading),
        background=_background(wall, school.background, year, tables),
        background_depths=depths,
        tables=tables,
        known_depths={},
        known_unknown={},
    )
    return Hidden(
        school=school,
        zones=read_zones(
            wall, school, points, members, reading.thickness_mm, year, site.units, framed=reading.family.framed
        ),
        points=points,
        finds=tuple(_read_find(find, site.units, tables) for find in finds),
        scans=wall.scans,
        routes=routes,
        field=field,
        tables=tables,
        plates=_plates(wall, reading, members, tables),
        thickness_mm=reading.thickness_mm,
        front_mm=front,
        # the gap behind a bonded board belongs to the zones of its face, and behind it is solid masonry
        hollow=reading.family.framed or (reading.bonded and reading.skin_mm > tables.figures.hollow_gap_mm),
    )


def _read_find(find: Find, units: UnitSystem, tables: HiddenTables) -> FindReading:
    deep = "" if find.depth_mm is None else f", {show_length(find.depth_mm, units)} deep"
    return FindReading(
        id=find.id,
        what=find.what,
        x_mm=find.x_mm,
        y_mm=find.y_mm,
        x2_mm=find.x2_mm,
        y2_mm=find.y2_mm,
        depth_mm=find.depth_mm,
        text=find.what + deep + (", refuted" if find.refuted else ""),
        keep_off_mm=tables.figures.find_margin_mm + 2 * find.spread_mm,
        refuted=find.refuted is not None,
    )


def cleared_to_mm(scans: tuple[Scan, ...], share: float) -> float:
    """Depth [mm] to which these sweeps clear a zone: by opening, or by proved metal and live sweeps."""
    if any(scan.mode is ScanMode.OPENED for scan in scans):
        return OPENED_TO_MM
    depths = {
        mode: max(
            (
                share * scan.claimed_depth_mm
                for scan in scans
                if scan.mode is mode and scan.proved_on_live_cable and (scan.circuits_on or mode is ScanMode.METAL)
            ),
            default=0.0,
        )
        for mode in (ScanMode.METAL, ScanMode.LIVE)
    }
    return min(depths.values())
