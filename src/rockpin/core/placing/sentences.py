"""What a fixture is measured from, and how it lies, in words."""

from collections.abc import Mapping
from math import atan, degrees

from rockpin.core.base.quantities import UnitSystem, show_length
from rockpin.core.document.fixture import Fixture
from rockpin.core.document.placing import Lie, LieKind, MarkKind, Reference
from rockpin.core.placing.features import Axis, feature_label
from rockpin.core.placing.marks import Surroundings, mark_label

_M_PER_FOOT = 0.3048


def held_text(here: Surroundings, fixture: Fixture, numbers: Mapping[str, int], held: Reference, axis: Axis) -> str:
    """A reference in words: what of the fixture, how far, from what."""
    what = feature_label(fixture, numbers, held.feature, axis)
    mark = mark_label(here, held.mark, axis)
    if held.halfway_to:
        mark = f"half-way between {mark} and {mark_label(here, held.halfway_to, axis)}"
    far = show_length(abs(held.distance_mm), here.units)
    if abs(held.distance_mm) < 0.05:
        if held.halfway_to:
            return f"{what} {mark}"
        return f"{what} {'in line with' if axis is Axis.ALONG else 'level with'} {mark}"
    if axis is Axis.ALONG:
        way = "to the right of" if held.distance_mm > 0 else "to the left of"
        way = "from" if held.mark.kind in (MarkKind.LEFT_EDGE, MarkKind.RIGHT_EDGE) and not held.halfway_to else way
    else:
        way = "above" if held.distance_mm > 0 else "below"
    return f"{what} {far} {way} {mark}"


def climb_text(fixture: Fixture) -> str:
    """How steeply a fixture's rail climbs, as along stairs; empty where it has none that does."""
    for rail in fixture.rails:
        run, rise = rail.x2_mm - rail.x_mm, rail.y2_mm - rail.y_mm
        if run and rise:
            way = "right" if run * rise > 0 else "left"
            return f"climbing {degrees(atan(abs(rise / run))):.1f}° to the {way}"
    return ""


def lie_text(here: Surroundings, lie: Lie, slope_mm_per_m: float | None) -> str:
    """How the fixture lies, in words.

    ``slope_mm_per_m``: how far it rises to the right [mm per m]; None where that is known no more.
    """
    if slope_mm_per_m is None:
        return "level, since what it lay parallel to is gone"
    if lie.kind is LieKind.LEVEL:
        return "level"
    rise = f"{abs(slope_mm_per_m):.1f}".removesuffix(".0") + " mm per metre"
    if here.units is UnitSystem.IMPERIAL:
        # a fall is told by the foot where one measures in inches
        rise = f"{show_length(abs(slope_mm_per_m) * _M_PER_FOOT, here.units)} per foot"
    if lie.kind is LieKind.FALL:
        way = "right" if lie.fall_mm_per_m > 0 else "left"
        return f"with a fall of {rise} to the {way}" if slope_mm_per_m else "level"
    thing = next((one.name for one in here.wall.things if one.id == lie.thing), "an edge out of true")
    way = "rises" if slope_mm_per_m > 0 else "falls"
    return f"parallel to {thing}, which {way} {rise} to the right" if slope_mm_per_m else f"parallel to {thing}"
