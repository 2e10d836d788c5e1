"""A wall scanner behind the protocol that a real one would use, and the simulated one that ships.

The simulated scanner walks a level line over a hidden wall and answers like a cheap instrument: its density signal is
blurred by the size of its plate, drifts, is noisy, and now and then it was calibrated over a stud.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Protocol

import numpy as np

from rockpin.core.base.model import Rect
from rockpin.core.document.evidence import Reading
from rockpin.core.document.wall import Wall, WallSide
from rockpin.devices.simulated_framing import draw_framing

STEP_MM = 4.0
_PLATE_MM = 14.0
_SCREW_SPACING_MM = 230.0


class WallScanner(Protocol):
    """Anything that reads a wall along a level line, from left to right."""

    def sweep(self, y_mm: float, from_mm: float, to_mm: float) -> Iterator[Reading]:
        """Readings in the order of their place; the density, metal and live channels as shares of full scale."""
        ...


@dataclass(frozen=True)
class HiddenWall:
    """What stands behind the face: studs (centre, width), the screws in them, and live cables that run up and down."""

    studs: tuple[tuple[float, float], ...]
    screws_x_mm: tuple[float, ...]
    cables_x_mm: tuple[float, ...]
    damping: float
    openings: tuple[Rect, ...]


def hidden_wall(wall: Wall, pitches_mm: tuple[float, ...], framed: bool) -> HiddenWall:
    """The simulated truth behind a wall: its stated row with the wander of real studs, or one drawn for this wall.

    The same practice wall always hides the same things. A wall without framing hides none. Raises ValueError for a
    real wall, of which nobody here knows anything.
    """
    if wall.practice_seed is None:
        raise ValueError(f"{wall.id} is a real wall; a stand-in reads practice walls only")
    rng = np.random.default_rng(wall.practice_seed)
    studs: list[tuple[float, float]] = []
    row = wall.framing.row if wall.framing else None
    if framed and row:
        number = 0
        while (centre := row.first_centre_mm + number * row.pitch_mm) <= wall.width_mm:
            studs.append((centre + float(rng.normal(0, 4)), row.stud_width_mm))
            number += 1
    elif framed:
        drawn = draw_framing(rng, pitches_mm, wall.width_mm)
        studs = [(stud.centre_mm, stud.width_mm) for stud in drawn.studs]
    return HiddenWall(
        studs=tuple(studs),
        screws_x_mm=tuple(centre + float(rng.choice([-1, 1]) * rng.uniform(3, 12)) for centre, _ in studs),
        cables_x_mm=tuple(
            point.x_mm + float(rng.normal(0, 15))
            for point in wall.points
            if point.face is WallSide.THIS
            and ("socket" in point.kind or "switch" in point.kind or "spur" in point.kind)
        ),
        damping=1.0 if framed else 0.15,
        openings=tuple(opening.rect for opening in wall.openings),
    )


class SimulatedScanner:
    """The stand-in: one instrument with its own noise, drift and luck at calibrating."""

    def __init__(self, hidden: HiddenWall, seed: int) -> None:
        self._hidden = hidden
        self._rng = np.random.default_rng(seed)

    def sweep(self, y_mm: float, from_mm: float, to_mm: float) -> Iterator[Reading]:
        rng, hidden = self._rng, self._hidden
        x = np.arange(min(from_mm, to_mm), max(from_mm, to_mm) + STEP_MM / 2, STEP_MM)
        if not len(x):
            return
        density = np.zeros(len(x))
        from scipy.special import erf

        for centre, width in hidden.studs:
            blur = _PLATE_MM * np.sqrt(2)
            edges = erf((x - centre + width / 2) / blur) - erf((x - centre - width / 2) / blur)
            density += 0.3 * rng.uniform(0.8, 1.1) * edges
        drift = 0.1 + 0.05 * np.sin(x / rng.uniform(500, 900) + rng.uniform(0, 6)) + 0.00004 * (x - x[0])
        # where the line crosses a door or window there is nothing behind the plate
        open_air = np.zeros(len(x), dtype=bool)
        for gap in hidden.openings:
            if gap.y_mm <= y_mm <= gap.top_mm:
                open_air |= (x > gap.x_mm) & (x < gap.right_mm)
        if rng.random() < 0.15:
            # calibrated over a stud: everything else reads too light
            drift = drift - 0.25
        density = density * ~open_air * max(hidden.damping, 0.2) + drift + rng.normal(0, 0.018, len(x))
        # screws stand above each other; a line between two of them shows little
        off = abs((y_mm + _SCREW_SPACING_MM / 2) % _SCREW_SPACING_MM - _SCREW_SPACING_MM / 2)
        reach = float(np.exp(-((off / 60) ** 2)))
        metal = sum((0.5 * reach * np.exp(-(((x - at) / 9) ** 2)) for at in hidden.screws_x_mm), np.zeros(len(x)))
        metal = metal + sum((0.35 * np.exp(-(((x - at) / 16) ** 2)) for at in hidden.cables_x_mm), np.zeros(len(x)))
        live = sum((0.7 * np.exp(-(((x - at) / 45) ** 2)) for at in hidden.cables_x_mm), np.zeros(len(x)))
        metal = metal * ~open_air + rng.normal(0, 0.012, len(x))
        live = live * ~open_air + rng.normal(0, 0.02, len(x))
        for at, dense, iron, volts in zip(x, density, metal, live, strict=True):
            yield Reading(x_mm=round(float(at), 1), density=_scale(dense), metal=_scale(iron), live=_scale(volts))


def _scale(value: float) -> float:
    """Within the instrument's scale, in steps of its converter."""
    return round(float(np.clip(value, -0.5, 1.5)), 3)
