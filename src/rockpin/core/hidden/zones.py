"""Where may a cable lie by rule? Each rule of a school becomes areas of the wall's face, with a reason in words.

Areas are polygons, so that a sloped ceiling has its strip along the slope and a band ends where a door begins.
"""

from collections.abc import Iterable, Sequence
from functools import cached_property
from itertools import pairwise

from shapely import LineString, MultiPolygon, Point, Polygon, box
from shapely.geometry.base import BaseGeometry

from rockpin.core.base.model import Model, Rect
from rockpin.core.base.quantities import UnitSystem, show_length
from rockpin.core.document.outline import UPRIGHT_MM, edges_of, face_shape, top_edges
from rockpin.core.document.photo import within_mm
from rockpin.core.document.wall import Corner, EdgeKind, Wall, WallSide
from rockpin.core.framing import MemberReading
from rockpin.core.tables.services import Service, ZoneRule, ZoneSchool, ZoneShape

_LEAST_MM2 = 1.0


class Zone(Model):
    """A part of the face where a cable may lie, with the reason in words and the face that it belongs to."""

    id: str
    rule: str
    area: Rect
    outline: tuple[Corner, ...]
    reason: str
    face: WallSide
    point: str | None

    @cached_property
    def shape(self) -> Polygon:
        return Polygon([(corner.x_mm, corner.y_mm) for corner in self.outline])

    @cached_property
    def _fills_its_area(self) -> bool:
        corners = {(corner.x_mm, corner.y_mm) for corner in self.outline}
        return corners == {
            (x, y) for x in (self.area.x_mm, self.area.right_mm) for y in (self.area.y_mm, self.area.top_mm)
        }

    def distance_to(self, x_mm: float, y_mm: float) -> float:
        """Distance [mm] from a point of the face to this zone, 0 inside."""
        if self._fills_its_area:
            return self.area.distance_to(x_mm, y_mm)
        return float(self.shape.distance(Point(x_mm, y_mm)))

    def touches(self, x_mm: float, y_mm: float, radius_mm: float) -> bool:
        """Whether a circle [mm] of the face reaches into this zone."""
        # its outline is nowhere nearer than its area is
        return self.area.distance_to(x_mm, y_mm) < radius_mm and self.distance_to(x_mm, y_mm) < radius_mm


class PointReading(Model):
    """A point with its label and true size on the wall. ``within_mm``: how far off it may lie, read off a photo."""

    id: str
    kind: str
    label: str
    symbol: str
    services: tuple[Service, ...]
    face: WallSide
    area: Rect
    within_mm: float = 0.0


def _rect(area: Rect) -> Polygon:
    return box(area.x_mm, area.y_mm, area.right_mm, area.top_mm)


def _pieces(shape: BaseGeometry) -> list[Polygon]:
    parts = shape.geoms if isinstance(shape, MultiPolygon) else [shape]
    kept = [part for part in parts if isinstance(part, Polygon) and part.area > _LEAST_MM2]
    return sorted(kept, key=lambda part: part.bounds)


def _upright_edges(face: Polygon, wall: Wall) -> list[tuple[str, LineString]]:
    """Upright sides where another wall meets this one."""
    found = []
    for a, b in edges_of(face):
        if abs(a[0] - b[0]) > UPRIGHT_MM:
            continue
        side, kind = ("left", wall.left_edge) if b[1] < a[1] else ("right", wall.right_edge)
        if kind is not EdgeKind.FREE_END:
            found.append((side, LineString((a, b))))
    return found


class _Face:
    """What the rules of one school need of a wall."""

    def __init__(
        self, wall: Wall, points: Sequence[PointReading], members: Sequence[MemberReading], built_year: int | None
    ) -> None:
        self.wall, self.points, self.built_year = wall, points, built_year
        self.outline = face_shape(wall)
        openings: BaseGeometry = Polygon()
        for opening in wall.openings:
            openings = openings.union(_rect(opening.rect))
        self.solid = self.outline.difference(openings)
        self.studs = sorted(one.rect.centre_x_mm for one in members if not one.horizontal and one.exists >= 0.5)

    def holds(self, rule: ZoneRule) -> bool:
        """Whether a rule holds on this wall at all; an age that nobody said counts as old."""
        if rule.only == "workroom" and not self.wall.workroom:
            return False
        return rule.built_before is None or self.built_year is None or self.built_year < rule.built_before

    def below(self, edge: LineString, from_mm: float, to_mm: float) -> BaseGeometry:
        """The strip of the face so far from a side above it, square to that."""
        strip = edge.buffer(to_mm)
        return strip.difference(edge.buffer(from_mm)) if from_mm > 0 else strip

    def aside(self, edge: LineString, from_mm: float, to_mm: float) -> BaseGeometry:
        """The strip so far beside an upright side, and on over its ends where the face goes on there."""
        x, low, _, high = edge.bounds
        strip = box(x - to_mm, low - to_mm, x + to_mm, high + to_mm)
        return strip.difference(box(x - from_mm, low - to_mm, x + from_mm, high + to_mm)) if from_mm > 0 else strip

    def level_band(self, rule: ZoneRule) -> BaseGeometry:
        if rule.below_ceiling:
            bands = [self.below(edge, rule.from_mm, rule.to_mm) for edge in top_edges(self.outline)]
            whole: BaseGeometry = Polygon()
            for band in bands:
                whole = whole.union(band)
            return whole
        return box(0, rule.from_mm, self.wall.width_mm, rule.to_mm)

    def edge_shapes(self, rule: ZoneRule) -> list[tuple[str, BaseGeometry]]:
        """Strips and bands that hang on the wall's own edges and openings."""
        match rule.shape:
            case ZoneShape.TOP_STRIP:
                width = rule.width_mm or 0.0
                return [("", self.below(edge, 0, width)) for edge in top_edges(self.outline)]
            case ZoneShape.CORNER_STRIP:
                uprights = _upright_edges(self.outline, self.wall)
                return [(side, self.aside(edge, 0, rule.width_mm or 0.0)) for side, edge in uprights]
            case ZoneShape.BESIDE_CORNER:
                uprights = _upright_edges(self.outline, self.wall)
                return [(side, self.aside(edge, rule.from_mm, rule.to_mm)) for side, edge in uprights]
            case ZoneShape.LEVEL_BAND:
                return [("", self.level_band(rule))]
            case ZoneShape.BESIDE_OPENING:
                found: list[tuple[str, BaseGeometry]] = []
                for opening in self.wall.openings:
                    left, right, high = opening.rect.x_mm, opening.rect.right_mm, self.wall.height_mm
                    off = within_mm(opening.sigma_mm)
                    near, far = max(0.0, rule.from_mm - off), rule.to_mm + off
                    found.append((f"{opening.id}-left", box(left - far, 0, left - near, high)))
                    found.append((f"{opening.id}-right", box(right + near, 0, right + far, high)))
                return found
        return []

    def point_shape(self, rule: ZoneRule, point: PointReading) -> BaseGeometry:
        """The band of one point, up to where an opening or the end of the wall stops it."""
        area, margin = point.area, rule.margin_mm + point.within_mm
        low, high = area.y_mm - margin, area.top_mm + margin
        left, right = area.x_mm - margin, area.right_mm + margin
        if rule.shape is ZoneShape.BAND_ACROSS:
            band = box(0, low, self.wall.width_mm, high)
        elif rule.shape is ZoneShape.BAND_UPRIGHT:
            band = box(left, 0, right, self.wall.height_mm)
        else:
            left, right = self.bays(area.grown(point.within_mm), rule.to_mm)
            band = box(left, 0, right, self.wall.height_mm)
        reached = [piece for piece in _pieces(band.intersection(self.solid)) if piece.intersects(_rect(area))]
        return MultiPolygon(reached)

    def bays(self, area: Rect, usual_mm: float) -> tuple[float, float]:
        """From where to where [mm] the bays beside a box go: to the studs beyond, or a usual pitch where none is known.

        A box is nailed to a stud at one of its sides; which one, nobody sees, so both bays count from either.
        """
        before = [x for x in self.studs if x < area.x_mm]
        after = [x for x in self.studs if x > area.right_mm]
        left = before[-2] if len(before) > 1 else area.x_mm - usual_mm
        right = after[1] if len(after) > 1 else area.right_mm + usual_mm
        return max(0.0, left), min(self.wall.width_mm, right)

    def between(self, rule: ZoneRule) -> list[tuple[PointReading, PointReading, BaseGeometry]]:
        """Bands between neighbouring boxes, as high as both."""
        boxes = sorted(
            (point for point in self.points if set(point.services) & set(rule.services)),
            key=lambda point: (point.area.centre_x_mm, point.id),
        )
        return [
            (
                one,
                other,
                box(
                    min(one.area.x_mm - one.within_mm, other.area.x_mm - other.within_mm),
                    min(one.area.y_mm - one.within_mm, other.area.y_mm - other.within_mm) - rule.margin_mm,
                    max(one.area.right_mm + one.within_mm, other.area.right_mm + other.within_mm),
                    max(one.area.top_mm + one.within_mm, other.area.top_mm + other.within_mm) + rule.margin_mm,
                ).intersection(self.solid),
            )
            for one, other in pairwise(boxes)
        ]


def _zone(zone_id: str, rule: ZoneRule, piece: Polygon, reason: str, face: WallSide, point: str | None) -> Zone:
    left, low, right, top = piece.bounds
    return Zone(
        id=zone_id,
        rule=rule.key,
        area=Rect(x_mm=left, y_mm=low, width_mm=right - left, height_mm=top - low),
        outline=tuple(Corner(x_mm=x, y_mm=y) for x, y in list(piece.exterior.coords)[:-1]),
        reason=reason,
        face=face,
        point=point,
    )


def _numbered(zone_id: str, pieces: Sequence[Polygon]) -> Iterable[tuple[str, Polygon]]:
    for number, piece in enumerate(pieces):
        yield (zone_id if number == 0 else f"{zone_id}-{number + 1}"), piece


def read_zones(
    wall: Wall,
    school: ZoneSchool,
    points: Sequence[PointReading],
    members: Sequence[MemberReading],
    thickness_mm: float,
    built_year: int | None,
    units: UnitSystem,
    *,
    framed: bool = True,
) -> tuple[Zone, ...]:
    """Zones of this face, and those of the other face; the latter say so.

    The corner of an outside angle counts too: BS 7671 speaks of an angle formed by two walls, and the safer
    reading takes both kinds. Bands of a point end at an opening that they cannot cross. ``framed``: there are studs.
    """
    face = _Face(wall, points, members, built_year)
    zones: list[Zone] = []

    def side_of(point: PointReading) -> tuple[WallSide, str]:
        # on a thin wall, a point of the other face counts as one of this face
        thin = thickness_mm <= school.thin_wall_mm
        side = WallSide.THIS if point.face is WallSide.THIS or thin else WallSide.OTHER
        return side, " on the other face" if point.face is WallSide.OTHER else ""

    for rule in school.rules:
        if not face.holds(rule):
            continue
        words = {
            "width": show_length(rule.width_mm or 0, units),
            "from": show_length(rule.from_mm, units),
            "to": show_length(rule.to_mm, units),
        }
        told = rule.reason if framed else rule.reason_without_studs or rule.reason
        for name, shape in face.edge_shapes(rule):
            reason = told.format(**words)
            stem = "-".join(part for part in (rule.key, name) if part)
            for side in WallSide:
                for zone_id, piece in _numbered(f"{stem}-{side}", _pieces(shape.intersection(face.solid))):
                    zones.append(_zone(zone_id, rule, piece, reason, side, None))
        if rule.shape is ZoneShape.BETWEEN_BOXES:
            for one, other, shape in face.between(rule):
                side = WallSide.THIS if WallSide.THIS in (side_of(one)[0], side_of(other)[0]) else WallSide.OTHER
                reason = told.format(point=one.label.lower(), other=other.label.lower(), **words)
                for zone_id, piece in _numbered(f"{rule.key}-{one.id}-{other.id}", _pieces(shape)):
                    zones.append(_zone(zone_id, rule, piece, reason, side, one.id))
        if rule.shape in (ZoneShape.BAND_ACROSS, ZoneShape.BAND_UPRIGHT, ZoneShape.STUD_BAYS):
            for point in points:
                if not set(point.services) & set(rule.services):
                    continue
                side, words_side = side_of(point)
                reason = told.format(point=point.label.lower() + words_side, other="", **words)
                for zone_id, piece in _numbered(f"{rule.key}-{point.id}", _pieces(face.point_shape(rule, point))):
                    zones.append(_zone(zone_id, rule, piece, reason, side, point.id))
    return tuple(zones)
