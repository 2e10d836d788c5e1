"""Where to drill a bar that has no holes of its own: on the studs behind it, else evenly along it in the units."""

from rockpin.core.base.model import Rect
from rockpin.core.document.fixture import FixtureHole, Support
from rockpin.core.document.wall import Wall
from rockpin.core.framing import BehindKind, MemberReading, look_behind
from rockpin.core.identification import WallReading
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.figures import SetoutFigures

_NUDGE_MM = 5.0


def _on_studs(area: Rect, members: tuple[MemberReading, ...], figures: SetoutFigures) -> list[float]:
    """Middles of the upright members that pass behind the bar, at least the least distance from its ends."""
    return sorted(
        member.rect.centre_x_mm
        for member in members
        if not member.horizontal
        and member.rect.y_mm <= area.centre_y_mm <= member.rect.top_mm
        and area.x_mm + figures.bar_end_mm <= member.rect.centre_x_mm <= area.right_mm - figures.bar_end_mm
    )


def _evenly(area: Rect, figures: SetoutFigures) -> list[float]:
    """At both ends and no farther apart than is usual."""
    low, high = area.x_mm + figures.bar_end_mm, area.right_mm - figures.bar_end_mm
    if high <= low:
        return [area.centre_x_mm]
    gaps = max(1, round((high - low) / figures.bar_spacing_mm + 0.499))
    return [low + number * (high - low) / gaps for number in range(gaps + 1)]


def _off_joint(
    x_mm: float, area: Rect, wall: Wall, reading: WallReading, screw_mm: float, catalogue: Catalogue
) -> float:
    """The nearest place along the bar where the bit meets brick well in from its ends; the same where there is none."""
    figures = catalogue.figures.setout
    if wall.measured_courses is None:
        return x_mm
    keep = catalogue.figures.framing.masonry_unit_end_share * wall.measured_courses.unit_length_mm
    low, high = area.x_mm + figures.bar_end_mm, area.right_mm - figures.bar_end_mm
    steps = range(int(wall.measured_courses.unit_length_mm / 2 / _NUDGE_MM) + 1)
    for at in (x_mm + sign * step * _NUDGE_MM for step in steps for sign in (1, -1)):
        behind = look_behind(wall, reading, (), at, area.centre_y_mm, screw_mm, catalogue.figures.framing)
        if low <= at <= high and behind.kind is BehindKind.UNIT and (behind.unit_end_mm or 0.0) >= keep:
            return at
    return x_mm


def bar_holes(
    support: Support,
    area: Rect,
    wall: Wall,
    reading: WallReading,
    members: tuple[MemberReading, ...],
    hole_mm: float,
    catalogue: Catalogue,
) -> tuple[FixtureHole, ...]:
    """Holes for a bar that lies on the wall at ``area``, in the bar's own coordinates.

    On framing: one on every stud behind it; if there are fewer than two, evenly along it. In masonry each is nudged
    off joints and brick ends where the courses are known.
    """
    figures = catalogue.figures.setout
    places = _on_studs(area, members, figures) if reading.family.framed else []
    if len(places) < 2:
        # beside a lone stud, the others of the row keep clear of it
        apart = figures.bar_spacing_mm / 2
        places = sorted([*places, *(x for x in _evenly(area, figures) if all(abs(x - p) > apart for p in places))])
    if wall.measured_courses and not reading.family.framed:
        places = [_off_joint(x, area, wall, reading, hole_mm, catalogue) for x in places]
    return tuple(
        FixtureHole(
            id=f"{support.id}-{number}",
            x_mm=round(min(max(x - area.x_mm, 0.0), area.width_mm), 1),
            y_mm=support.height_mm / 2,
            diameter_mm=hole_mm,
        )
        for number, x in enumerate(places, 1)
    )
