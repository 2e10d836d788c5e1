"""Spots that may be a stud or not: what is taken there asks for a pin, or for a move to where it is sure."""

from collections.abc import Iterable

from rockpin.core.base.findings import Finding, Severity, Stage
from rockpin.core.base.quantities import UnitSystem, show_length, show_share
from rockpin.core.capacity.common import Proviso, say
from rockpin.core.document.fixings import FixingBase
from rockpin.core.framing import Shift, nearest_sure
from rockpin.core.hole import Spot
from rockpin.core.tables.materials import BoardKind


def sure_places(spot: Spot, screw_mm: float, half_mm: float) -> tuple[Shift, ...]:
    """How far along the wall it is surely clear so many mm to both sides, and surely wood for a screw [mm]."""
    return nearest_sure(spot.members, spot.hole.x_mm, spot.hole.y_mm, screw_mm, half_mm, spot.framing)


def moves_text(shifts: Iterable[Shift], units: UnitSystem) -> str:
    """Moves to sure places, in words."""
    return " or ".join(
        f"{show_length(abs(one.dx_mm), units)} to the {'right' if one.dx_mm > 0 else 'left'}, "
        f"where it is {'surely in the stud' if one.wood else 'clear of it'}"
        for one in shifts
    )


_OPEN = "stud-open"


def open_proviso(spot: Spot, fixing: FixingBase, chance: float, what: str, *, wood: bool) -> Proviso:
    """Proof that is wanted where a place is neither surely wood nor surely clear. ``what``: what has to be so.

    ``wood``: whether that is a stud. Of two that both likely fail, the one of the likelier side is the lesser evil.
    """
    unlikely = 0
    if chance < spot.framing.open_likely:
        unlikely = 1 if spot.leans_to_wood is wood else 2
    return Proviso(_OPEN, lambda: _open_finding(spot, fixing, chance, what), unlikely)


def _open_finding(spot: Spot, fixing: FixingBase, chance: float, what: str) -> Finding:
    pin, what_it_met = "Push a pin in where the fixture covers it", "what it met"
    if spot.reading.board_kind in (BoardKind.LATH, BoardKind.LINING):
        # the face is wood itself: what a short pin meets there tells nothing
        pin, what_it_met = "Drive a long pin or a thin bit in where the fixture covers it", "what it met and how deep"
    return say(
        Severity.PROVE_FIRST,
        spot,
        fixing,
        _OPEN,
        f"Hole {spot.hole.number} may be a stud or not: {what} by {show_share(chance)}.",
        {"chance": chance},
        f"{pin}, and put in {what_it_met}.",
        Stage.WALL,
    )
