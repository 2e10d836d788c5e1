"""The ways to clear a hole that Hidden does not let pass, each worked out: sweep, move, shorten, another fixing, open.

Every way is tried on the hole itself and named only if the hole would then be clear; what a sweep leaves open is said.
"""

from collections.abc import Sequence
from dataclasses import replace
from enum import StrEnum
from math import ceil

import numpy as np
from shapely import contains_xy, prepare, union_all

from rockpin.core.base.model import Model, Rect
from rockpin.core.base.quantities import UnitSystem, show_length, show_limit
from rockpin.core.base.words import inside
from rockpin.core.capacity import Assessment
from rockpin.core.document.sweeps import Scan, ScanMode
from rockpin.core.document.wall import Wall, WallSide
from rockpin.core.hidden.judge import PlannedHole, judge_hole
from rockpin.core.hidden.read import Hidden
from rockpin.core.hidden.risk_map import map_risk

_CELL_MM = 20.0
_STEP_MM = 5.0


class WayKind(StrEnum):
    SWEEP = "sweep"
    MOVE = "move"
    SHORTEN = "shorten"
    FIXING = "fixing"
    OPEN = "open"


class ClearingWay(Model):
    """One way to clear a hole, with what it takes. ``clears`` is false where it only helps."""

    kind: WayKind
    says: str
    clears: bool
    minutes: float
    area: Rect | None = None
    modes: tuple[ScanMode, ...] = ()
    claimed_depth_mm: float | None = None
    dx_mm: float = 0
    dy_mm: float = 0
    reach_mm: float | None = None
    fixing: str | None = None
    risk_text: str | None = None


def _clear(hidden: Hidden, planned: PlannedHole) -> bool:
    return judge_hole(hidden, planned).clear


def _with_scans(hidden: Hidden, scans: Sequence[Scan]) -> Hidden:
    together = (*hidden.scans, *scans)
    return replace(hidden, scans=together, field=hidden.field._replace(scans=together))


def around_holes(hidden: Hidden, planned: Sequence[PlannedHole], wall: Wall) -> Rect | None:
    """What to sweep for some holes [mm]: each with its circle, set-out error and room beside it, as far as wall goes.

    None where there are no holes, or none of them near the wall.
    """
    if not planned:
        return None
    side = hidden.tables.figures.sweep_around_mm + hidden.tables.setout_error_mm
    left = max(0.0, min(one.x_mm - side - one.diameter_mm / 2 for one in planned))
    low = max(0.0, min(one.y_mm - side - one.diameter_mm / 2 for one in planned))
    right = min(wall.width_mm, max(one.x_mm + side + one.diameter_mm / 2 for one in planned))
    top = min(wall.height_mm, max(one.y_mm + side + one.diameter_mm / 2 for one in planned))
    if right <= left or top <= low:
        return None
    return Rect(x_mm=round(left), y_mm=round(low), width_mm=round(right - left), height_mm=round(top - low))


def _sweep(hidden: Hidden, planned: PlannedHole, wall: Wall, units: UnitSystem) -> ClearingWay | None:
    figures = hidden.tables.figures
    area = around_holes(hidden, [planned], wall)
    if area is None:
        return None
    # the instrument must see all of it to where the hole ends, with room to spare
    depth = max(50.0, 5.0 * ceil(planned.reach_mm / figures.sweep_whole_share / 5))
    modes = [ScanMode.METAL, ScanMode.LIVE]
    conditions = hidden.field.conditions
    if conditions.board and not conditions.tiled:
        modes.append(ScanMode.DENSITY)
    for count in (2, len(modes)):
        tried = [
            Scan(
                id=f"tried-{mode}",
                mode=mode,
                area=area,
                claimed_depth_mm=depth,
                proved_on_live_cable=True,
                circuits_on=True,
            )
            for mode in modes[:count]
        ]
        judged = judge_hole(_with_scans(hidden, tried), planned)
        clears = judged.clear
        if clears or count == len(modes):
            break
    words = " and ".join((", ".join(modes[: count - 1]), modes[count - 1]))
    size = f"{show_length(area.width_mm, units)} × {show_length(area.height_mm, units)}"
    left_over = judged.risk.text
    says = (
        f"Sweep {size} round it in {words} mode, every circuit on, with an instrument that claims "
        f"{show_length(depth, units)} or more and was just proved on a known live cable. "
    )
    if clears:
        says += f"If nothing shows, {left_over} is left."
    else:
        worst = judged.risk.parts[0].says if judged.risk.parts else "what no mode shows"
        says += f"That alone does not clear it: {left_over} would be left, most likely {worst}."
    return ClearingWay(
        kind=WayKind.SWEEP,
        says=says,
        clears=clears,
        minutes=figures.sweep_minutes + figures.mode_minutes * count,
        area=area,
        modes=tuple(modes[:count]),
        claimed_depth_mm=depth,
        risk_text=left_over,
    )


def _move(hidden: Hidden, planned: PlannedHole, wall: Wall, units: UnitSystem) -> ClearingWay | None:
    """The shortest level or upright move to a place that is clear."""
    figures = hidden.tables.figures
    radius = planned.diameter_mm / 2 + hidden.tables.setout_error_mm
    mapped = map_risk(hidden.field, wall.face, radius, planned.reach_mm, _CELL_MM)
    deep = hidden.school.deep_mm or 0.0
    meets_far = planned.reach_mm > hidden.thickness_mm - deep
    shapes = [zone.shape.buffer(radius) for zone in hidden.zones if zone.face is WallSide.THIS or meets_far]
    zones = union_all(shapes)
    prepare(zones)
    best: tuple[float, float, float] | None = None
    for dx, dy in ((1, 0), (-1, 0), (0, 1), (0, -1)):
        steps = np.arange(_STEP_MM, figures.way_search_mm + _STEP_MM, _STEP_MM)
        x, y = planned.x_mm + dx * steps, planned.y_mm + dy * steps
        on = (x > radius) & (x < wall.width_mm - radius) & (y > radius) & (y < wall.height_mm - radius)
        column = np.clip((x / _CELL_MM).astype(int), 0, mapped.risk.shape[1] - 1)
        row = np.clip((y / _CELL_MM).astype(int), 0, mapped.risk.shape[0] - 1)
        # a cell is not the spot itself: what is near the limit is looked at, and each is then judged for itself
        likely = on & (mapped.risk[row, column] <= 2 * figures.risk_prove)
        likely &= ~contains_xy(zones, x, y) | mapped.swept[row, column]
        for step in steps[likely]:
            if best is not None and step >= best[0]:
                break
            there = planned._replace(x_mm=planned.x_mm + dx * step, y_mm=planned.y_mm + dy * step)
            if _clear(hidden, there):
                best = (float(step), dx * float(step), dy * float(step))
                break
    if best is None:
        return None
    step, dx_mm, dy_mm = best
    word = "right" if dx_mm > 0 else "left" if dx_mm < 0 else "up" if dy_mm > 0 else "down"
    return ClearingWay(
        kind=WayKind.MOVE,
        says=f"Move the hole {show_length(step, units)} {word}; what stands behind it may then be another.",
        clears=True,
        minutes=figures.redo_minutes,
        dx_mm=dx_mm,
        dy_mm=dy_mm,
    )


def _deepest(hidden: Hidden, planned: PlannedHole) -> float | None:
    """The greatest reach [mm], in whole millimetres, at which the hole is clear; deeper is never safer."""
    # at its own reach it is not clear; the last whole millimetre before that may be
    high = ceil(planned.reach_mm)
    if not _clear(hidden, planned._replace(reach_mm=8.0)):
        return None
    low = 8
    while high - low > 1:
        middle = (low + high) // 2
        if _clear(hidden, planned._replace(reach_mm=float(middle))):
            low = middle
        else:
            high = middle
    return float(low)


def ways_to_clear(
    hidden: Hidden,
    planned: PlannedHole,
    accepted: Sequence[Assessment],
    wall: Wall,
    units: UnitSystem,
) -> tuple[ClearingWay, ...]:
    """Every way out for one hole, the quickest first; none where nothing stands against it.

    ``accepted``: the fixings that hold there, best first.
    """
    if _clear(hidden, planned):
        return ()
    figures = hidden.tables.figures
    found: list[ClearingWay] = []
    deepest = _deepest(hidden, planned)
    if deepest is not None:
        found.append(
            ClearingWay(
                kind=WayKind.SHORTEN,
                says=f"Let nothing reach deeper than {show_limit(deepest, units)} from the face: "
                "a shorter screw and hole.",
                clears=True,
                minutes=figures.shorten_minutes,
                reach_mm=deepest,
            )
        )
        for one in accepted:
            if one.hole is None:
                continue
            other = planned._replace(diameter_mm=one.hole.diameter_mm, reach_mm=one.hole.reach_mm)
            if _clear(hidden, other):
                found.append(
                    ClearingWay(
                        kind=WayKind.FIXING,
                        says=f"Take {inside(one.label)}: it reaches "
                        f"{show_limit(one.hole.reach_mm, units)} and holds here.",
                        clears=True,
                        minutes=figures.redo_minutes,
                        fixing=one.fixing,
                        reach_mm=one.hole.reach_mm,
                    )
                )
                break
    if move := _move(hidden, planned, wall, units):
        found.append(move)
    if sweep := _sweep(hidden, planned, wall, units):
        found.append(sweep)
    found.append(
        ClearingWay(
            kind=WayKind.OPEN,
            says="Open the wall carefully by hand here, the circuits isolated and proved dead, and look. Isolating "
            "alone lowers no risk: it only lets you open.",
            clears=True,
            minutes=figures.open_minutes,
        )
    )
    return tuple(sorted(found, key=lambda way: (not way.clears, way.minutes)))
