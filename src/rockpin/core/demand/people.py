"""A person's weight on a grab rail or a handrail: at any point in any direction, or people all along it."""

from collections.abc import Iterator
from math import cos, hypot, radians, sin

import numpy as np

from rockpin.core.demand.hands import along_and_across, rail_spots
from rockpin.core.demand.loads import LoadCase, weights
from rockpin.core.document.fixture import Fixture, HeldRail, RailKind
from rockpin.core.tables.by_room import DemandTables
from rockpin.core.tables.hands import Acts


def directions(step_deg: float) -> list[tuple[float, float, float]]:
    """Pushes in every direction, as the corners of a body that holds the whole unit ball.

    On a grid of azimuth and elevation with half step h the nearest grid point has v·u of at least 2·cos h − 1, so
    corners that long times more enclose the ball: what is convex in the force is nowhere greater than at a corner.
    """
    stretch = 1 / (2 * cos(radians(step_deg / 2)) - 1)
    around = np.radians(np.arange(0, 360, step_deg))
    found = [(0.0, 0.0, 1.0), (0.0, 0.0, -1.0)]
    for up in np.radians(np.arange(-90 + step_deg, 90 - 1e-9, step_deg)):
        found += [(float(cos(up) * cos(a)), float(cos(up) * sin(a)), float(sin(up))) for a in around]
    return [(stretch * x, stretch * y, stretch * z) for x, y, z in found]


def _way_words(x: float, y: float, z: float) -> str:
    """The main direction of a push in words."""
    size = max(abs(x), abs(y), abs(z))
    parts = [
        word
        for part, words in ((y, ("up", "down")), (z, ("out", "in")), (x, ("right", "left")))
        if abs(part) > 0.35 * size
        for word in (words[0] if part > 0 else words[1],)
    ]
    return " and ".join(parts)


def person_cases(rail: HeldRail, fixture: Fixture, tables: DemandTables) -> Iterator[LoadCase]:
    """A person at a point of a rail, and on a handrail people all along it: cases of their own, never added.

    Every support's place along the rail is a spot too, since there the whole push goes into it.
    """
    figures, grab = tables.figures, rail.kind is RailKind.GRAB_RAIL
    hung = weights(fixture, tables)
    point_n = figures.grab_rail_n if grab else figures.handrail_point_n
    at_point = tables.allowances[Acts.GRAB_RAIL if grab else Acts.HANDRAIL_POINT]
    length = hypot(rail.x2_mm - rail.x_mm, rail.y2_mm - rail.y_mm)
    spots = rail_spots(rail, fixture)
    for x, y, z in directions(figures.push_step_deg):
        way = _way_words(x, y, z)
        for share, words in sorted(spots.items()):
            yield LoadCase(
                key=f"person-{rail.id}-{share:g}-{x:.2f}{y:.2f}{z:.2f}",
                label=f"a person hangs on at {words}, {way}",
                allowance=at_point,
                forces=(*hung, *along_and_across(rail, share, point_n * x, point_n * y, point_n * z)),
            )
        if not grab:
            all_n = figures.handrail_n_per_mm * length
            yield LoadCase(
                key=f"crowd-{rail.id}-{x:.2f}{y:.2f}{z:.2f}",
                label=f"people lean all along the rail, {way}",
                allowance=tables.allowances[Acts.HANDRAIL_LINE],
                forces=(*hung, *along_and_across(rail, 0.5, all_n * x, all_n * y, all_n * z, line=True)),
            )
