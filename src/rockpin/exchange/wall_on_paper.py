"""What is in the wall already, on a drawing at full size: framing, joints, edges, and what nobody may drill into."""

from itertools import pairwise

from shapely import LineString, Polygon, box

from rockpin.core.document.wall import MemberKind
from rockpin.core.framing import MemberReading
from rockpin.core.hidden import FindReading, Zone
from rockpin.core.plan import Elevation
from rockpin.exchange.drawing import Box, Drawing

_KINDS = {
    MemberKind.STUD: "stud",
    MemberKind.NOGGIN: "noggin",
    MemberKind.BLOCKING: "blocking",
    MemberKind.PLATE: "plate",
}
_SPOT_MM = 6.0
"""Arm of the cross where a find is a spot."""
_WORDS_MM = 2.6


def draw_wall(drawing: Drawing, wall: Elevation, from_mm: float) -> None:
    """A wall's own things as far as the drawing reaches; ``from_mm``: where its left end lies in the drawing."""
    seen = drawing.box
    here = Box(seen.left_mm - from_mm, seen.bottom_mm, seen.right_mm - from_mm, seen.top_mm)
    onto = _Onto(drawing, from_mm, here)
    for member in wall.members:
        onto.member(member)
    if wall.courses_measured:
        onto.joints(wall)
    for x in (0.0, wall.width_mm):
        if here.left_mm <= x <= here.right_mm:
            onto.line("edges", x, max(0.0, here.bottom_mm), x, min(wall.height_mm, here.top_mm))
    for y in (0.0, wall.height_mm):
        if here.bottom_mm <= y <= here.top_mm:
            onto.line("edges", max(0.0, here.left_mm), y, min(wall.width_mm, here.right_mm), y)
    for zone in wall.zones:
        onto.zone(zone)
    for find in wall.finds:
        onto.find(find)


class _Onto:
    """Draws in one wall's own coordinates."""

    def __init__(self, drawing: Drawing, from_mm: float, box: Box) -> None:
        self._drawing, self._from_mm, self._box = drawing, from_mm, box

    def line(self, layer: str, x1_mm: float, y1_mm: float, x2_mm: float, y2_mm: float) -> None:
        self._drawing.line(layer, x1_mm + self._from_mm, y1_mm, x2_mm + self._from_mm, y2_mm)

    def _say(self, layer: str, x_mm: float, y_mm: float, text: str) -> None:
        self._drawing.say(layer, x_mm + self._from_mm, y_mm, _WORDS_MM, text)

    def member(self, member: MemberReading) -> None:
        area, seen = member.rect, self._box
        left, right = max(area.x_mm, seen.left_mm), min(area.right_mm, seen.right_mm)
        bottom, top = max(area.y_mm, seen.bottom_mm), min(area.top_mm, seen.top_mm)
        if left < right and bottom < top:
            self._drawing.rect("studs", left + self._from_mm, bottom, right + self._from_mm, top)
            self._say("words", left + 1, top - 5, _KINDS[member.kind])

    def joints(self, wall: Elevation) -> None:
        seen, courses = self._box, wall.courses
        if courses is None:
            return
        for bed in courses.beds_mm:
            if seen.bottom_mm <= bed <= seen.top_mm:
                self.line("joints", max(0.0, seen.left_mm), bed, min(wall.width_mm, seen.right_mm), bed)
        for row in courses.uprights:
            low, high = max(row.low_mm, seen.bottom_mm), min(row.high_mm, seen.top_mm)
            for x in row.joints_mm if low < high else ():
                if seen.left_mm <= x <= seen.right_mm:
                    self.line("joints", x, low, x, high)

    def _outlines(self, shape: Polygon) -> list[Polygon]:
        """Draws what of a shape is on the paper, which may be several parts, and answers with them."""
        on_paper = shape.intersection(box(*self._box))
        parts = [one for one in getattr(on_paper, "geoms", [on_paper]) if isinstance(one, Polygon) and not one.is_empty]
        for part in parts:
            for (x1, y1), (x2, y2) in pairwise(part.exterior.coords):
                self.line("zones", x1, y1, x2, y2)
        return parts

    def zone(self, zone: Zone) -> None:
        for part in self._outlines(zone.shape):
            left, _, _, top = part.bounds
            self._say("zones", left + 1, top - 9, zone.reason)

    def find(self, find: FindReading) -> None:
        """What was found and not ruled out: its line, thick, between two where nobody drills."""
        if find.refuted:
            return
        way = LineString([(find.x_mm, find.y_mm), (find.x2_mm, find.y2_mm)])
        keep_off = self._outlines(way.buffer(find.keep_off_mm, quad_segs=4))
        if not keep_off:
            return
        if way.length:
            self.line("finds", find.x_mm, find.y_mm, find.x2_mm, find.y2_mm)
        else:
            for slope in (-_SPOT_MM, _SPOT_MM):
                self.line("finds", find.x_mm - _SPOT_MM, find.y_mm - slope, find.x_mm + _SPOT_MM, find.y_mm + slope)
        left, _, _, top = keep_off[0].bounds
        self._say("finds", left + 1, top - 5, f"{find.text}: do not drill inside these lines")
