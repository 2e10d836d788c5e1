"""Simulated framing with the defects of real life, and the hits that somebody gets on it.

Studs stand off the pitch, are doubled, are missing or set where a door once was; screws miss the stud's middle; some
hits come from pipes, noggins or nothing at all. The figures are this module's own.
"""

from dataclasses import dataclass

import numpy as np

from rockpin.core.document.evidence import Hit, HitKind
from rockpin.devices.simulated_walls import Trade

Rng = np.random.Generator


@dataclass(frozen=True)
class SimulatedStud:
    """A stud by its centre at the foot and width [mm]; ``screw_x_mm``: where the board's screws stand beside that.

    ``lean``: how far it goes to the right in a millimetre of height.
    """

    centre_mm: float
    width_mm: float
    screw_x_mm: float | None
    lean: float = 0.0

    def centre_at(self, y_mm: float) -> float:
        """Its centre [mm] at a height [mm]."""
        return self.centre_mm + self.lean * y_mm


@dataclass(frozen=True)
class SimulatedFraming:
    """The studs behind one board."""

    width_mm: float
    pitch_mm: float
    stud_mm: float
    studs: tuple[SimulatedStud, ...]


def draw_framing(
    rng: Rng,
    pitches_mm: tuple[float, ...],
    width_mm: float = 4000,
    stud_mm: float = 38,
    trade: Trade = Trade.CAREFUL,
) -> SimulatedFraming:
    """Framing of a wall: a row at one of these pitches, with defects, and a stud at each end.

    A hasty hand sets studs farther off, leaves more out, leans them, and keeps no pitch now and then.
    """
    hasty = trade is Trade.HASTY
    wander, strays, missing = (7.0, 0.1, 0.06) if hasty else (4.5, 0.05, 0.035)
    irregular = rng.random() < (0.1 if hasty else 0.03)
    pitch = float(pitches_mm[int(rng.integers(len(pitches_mm)))])
    # the row is measured from one end of the wall as often as it is shifted by a door or an old partition
    first = float(rng.uniform(0.1, 1.0) * pitch)
    studs: list[SimulatedStud] = []

    def put(centre: float, width: float) -> None:
        missed = rng.random() < 0.05
        screw = None if missed else centre + float(rng.choice([-1, 1]) * abs(rng.normal(7, 4)))
        lean = float(rng.normal(0, 0.003 if hasty else 0.0018))
        studs.append(SimulatedStud(centre, width, screw, lean))

    centre = first
    while centre < width_mm - stud_mm:
        if rng.random() >= missing:
            off = rng.random() < strays or irregular
            place = centre + float(rng.uniform(-70, 70) if off else rng.normal(0, wander))
            put(place, 2 * stud_mm if rng.random() < 0.04 else stud_mm)
        centre += pitch
    put(stud_mm / 2, stud_mm)
    put(width_mm - stud_mm / 2, stud_mm)
    return SimulatedFraming(width_mm, pitch, stud_mm, tuple(sorted(studs, key=lambda stud: stud.centre_mm)))


PIN_MM = 70.0
"""How deep [mm] a pin or a thin bit is driven."""


def _true_hit(rng: Rng, stud: SimulatedStud, number: int, y_mm: float, off: dict[HitKind, float]) -> Hit | None:
    """A hit at a height [mm]; ``off``: what instrument and hand err by all along the wall, by kind."""
    kind = HitKind(
        rng.choice(
            ["magnet", "detector_centre", "detector_edges", "dull_knock", "pin_wood"], p=[0.3, 0.2, 0.28, 0.17, 0.05]
        )
    )
    width, deep = None, None
    match kind:
        case HitKind.MAGNET:
            if stud.screw_x_mm is None:
                return None
            x_mm = stud.screw_x_mm + stud.lean * y_mm + rng.normal(0, 3)
        case HitKind.DETECTOR_CENTRE:
            x_mm = stud.centre_at(y_mm) + rng.normal(0, 6)
        case HitKind.DETECTOR_EDGES:
            x_mm = stud.centre_at(y_mm) + rng.normal(0, 5)
            width = max(15.0, stud.width_mm + rng.normal(0, 6))
        case HitKind.DULL_KNOCK:
            x_mm = stud.centre_at(y_mm) + rng.normal(0, 21)
        case _:
            x_mm = stud.centre_at(y_mm) + rng.uniform(-stud.width_mm / 2, stud.width_mm / 2)
            # driven on past laths, which are wood too
            deep = PIN_MM
    x_mm += off.get(kind, 0.0)
    return Hit(id=f"h{number}", kind=kind, x_mm=max(0.0, float(x_mm)), y_mm=y_mm, width_mm=width, depth_mm=deep)


def draw_hits(
    rng: Rng, framing: SimulatedFraming, true_hits: int, spurious_share: float, trade: Trade = Trade.CAREFUL
) -> tuple[Hit, ...]:
    """So many hits on studs of the row, some studs twice, and up to a share of hits that are wrong.

    Each instrument errs by something all along the wall; pins do not.
    """
    hits: list[Hit] = []
    number = 0
    shared = 5.0 if trade is Trade.HASTY else 3.5
    kinds = (HitKind.MAGNET, HitKind.DETECTOR_CENTRE, HitKind.DETECTOR_EDGES, HitKind.DULL_KNOCK)
    off = {kind: float(rng.normal(0, shared)) for kind in kinds}
    height = float(rng.uniform(700, 1700))
    while len(hits) < true_hits:
        stud = framing.studs[int(rng.integers(len(framing.studs)))]
        number += 1
        hit = _true_hit(rng, stud, number, height, off)
        if hit and hit.x_mm <= framing.width_mm:
            hits.append(hit)
    wrong = int(rng.binomial(true_hits, spurious_share / (1 - spurious_share))) if spurious_share else 0
    for extra in range(min(wrong, int(true_hits * spurious_share / (1 - spurious_share)))):
        kind = HitKind(rng.choice(["magnet", "detector_centre", "dull_knock"]))
        hits.append(Hit(id=f"w{extra}", kind=kind, x_mm=float(rng.uniform(0, framing.width_mm)), y_mm=height))
    return tuple(hits)
