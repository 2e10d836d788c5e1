"""Checks played on a practice wall: answered from what it hides, with the noise of whoever does them."""

from dataclasses import dataclass

import numpy as np

from rockpin.core.base.model import Rect
from rockpin.core.document.evidence import Evidence, Hit, HitKind
from rockpin.core.document.sweeps import Find, ScanMode
from rockpin.devices.simulated_checks import observe
from rockpin.devices.simulated_framing import PIN_MM, SimulatedStud
from rockpin.devices.simulated_services import FAILS, sweep_area
from rockpin.practice.ground import Ground

HIT_MINUTES = {
    HitKind.MAGNET: 0.5,
    HitKind.DETECTOR_CENTRE: 0.3,
    HitKind.DETECTOR_EDGES: 0.5,
    HitKind.DULL_KNOCK: 0.3,
    HitKind.PIN_WOOD: 1.0,
    HitKind.PIN_VOID: 1.0,
}
"""Minutes that one try at one place takes."""

_REACH_MM = {
    HitKind.MAGNET: 40.0,
    HitKind.DETECTOR_CENTRE: 70.0,
    HitKind.DETECTOR_EDGES: 70.0,
    HitKind.DULL_KNOCK: 60.0,
}
_NOISE_MM = {
    HitKind.MAGNET: 3.0,
    HitKind.DETECTOR_CENTRE: 6.0,
    HitKind.DETECTOR_EDGES: 5.0,
    HitKind.DULL_KNOCK: 18.0,
}
_SHARED_MM = 3.5


def _rng(ground: Ground, *what: object) -> np.random.Generator:
    """The luck of one try: the same try has the same luck, whoever asks."""
    text = " ".join(str(one) for one in what)
    return np.random.default_rng([ground.seed, ground.step, *text.encode()])


@dataclass(frozen=True)
class Tried:
    """What came of a try at the framing: a hit where something answered; in words."""

    hit: Hit | None
    says: str


def play_check(ground: Ground, check: str, number: int, x_mm: float | None, y_mm: float | None) -> Evidence:
    """A check done at the wall. ``number``: how often it was done before; its luck is its own."""
    found = observe(_rng(ground, check, number), ground.truth.wall, check, number)
    return found.model_copy(update={"x_mm": x_mm, "y_mm": y_mm})


def _near(ground: Ground, x_mm: float, y_mm: float, reach_mm: float) -> SimulatedStud | None:
    studs = ground.truth.framing.studs if ground.truth.framing else ()
    near = min(studs, key=lambda stud: abs(stud.centre_at(y_mm) - x_mm), default=None)
    return near if near and abs(near.centre_at(y_mm) - x_mm) <= reach_mm + near.width_mm / 2 else None


def play_hit(ground: Ground, kind: HitKind, x_mm: float, y_mm: float, hit_id: str) -> Tried:
    """A magnet, a detector, a knock or a pin at a place: where something answers, if it does."""
    rng = _rng(ground, kind, round(x_mm), round(y_mm), hit_id)
    if kind in (HitKind.PIN_WOOD, HitKind.PIN_VOID):
        return _pin(ground, x_mm, y_mm, hit_id)
    off = float(_rng(ground, kind, "all along").normal(0, _SHARED_MM))
    stud = _near(ground, x_mm, y_mm, _REACH_MM[kind])
    dull = not ground.truth.wall.framed and stud is not None
    if stud is None or (dull and rng.random() < 0.5):
        return Tried(None, "Nothing answers there.")
    at = stud.centre_at(y_mm)
    if kind is HitKind.MAGNET:
        if stud.screw_x_mm is None:
            return Tried(None, "The magnet finds no screw there.")
        at = stud.screw_x_mm + stud.lean * y_mm
    at += off + float(rng.normal(0, _NOISE_MM[kind]))
    wide = max(15.0, stud.width_mm + float(rng.normal(0, 6))) if kind is HitKind.DETECTOR_EDGES else None
    hit = Hit(id=hit_id, kind=kind, x_mm=round(max(0.0, at), 1), y_mm=y_mm, width_mm=wide and round(wide, 1))
    return Tried(hit, "It answers there.")


def _pin(ground: Ground, x_mm: float, y_mm: float, hit_id: str) -> Tried:
    """A pin tells of the very place it goes in; in solid stuff it tells of no stud."""
    if ground.truth.framing is None or ground.truth.wall.holding in ("timber_lining", "fibre_cement_board"):
        return Tried(None, "The pin stops; it tells of no stud.")
    wood = ground.truth.stud_at(x_mm, y_mm)
    kind = HitKind.PIN_WOOD if wood else HitKind.PIN_VOID
    says = "It goes in tight, in wood." if wood else "It is free behind the board."
    # the pin is long enough to go on past laths, which are wood too
    deep = PIN_MM if wood else None
    return Tried(Hit(id=hit_id, kind=kind, x_mm=round(x_mm, 1), y_mm=y_mm, depth_mm=deep), says)


def play_sweep(
    ground: Ground, mode: ScanMode, area: Rect, claimed_depth_mm: float, circuits_on: bool, name: str
) -> tuple[Find, ...]:
    """A sweep of an area with a cheap detector, or the wall opened there and looked into."""
    services = ground.truth.services
    if mode is ScanMode.OPENED:
        wide = sweep_area(_rng(ground, name), services, ScanMode.METAL, area, 5000, True, name)
        return wide
    rng = _rng(ground, mode, area, name)
    works = bool(rng.random() >= FAILS[ground.truth.wall.trade])
    return sweep_area(rng, services, mode, area, claimed_depth_mm, circuits_on, name, works)
