"""Do the screws still go in? Distances between holes as they came out, against what slots, play and the piece allow.

Along the line from hole to hole each screw can lie off its hole's middle by the play, and by so much of a slot's length
as lies along it; the piece itself may give a little, pushed together or pulled apart, each with its own limit. The
support function of a slot along a direction is exact; that both screws move along the one line leaves out what a turn
of the plate could add, so a distance that fits is sure to fit, for these two.
"""

from collections import Counter
from collections.abc import Sequence
from math import hypot
from typing import NamedTuple

from rockpin.core.base.model import Model
from rockpin.core.base.quantities import UnitSystem, show_length
from rockpin.core.setout.fit import Screwed

_LEAST_MM = 0.05


class DrilledHole(NamedTuple):
    """A hole by its number, with the screw that goes into it and the room it has."""

    number: int
    screwed: Screwed


class Measured(NamedTuple):
    """A distance between two holes as it came out [mm]."""

    first: str
    second: str
    distance_mm: float


class Give(NamedTuple):
    """How far a piece can be pulled apart and pushed together [mm]."""

    apart_mm: float
    together_mm: float


class AsBuiltReading(Model):
    """One measured distance against what was planned. ``beyond_mm``: how much more than all allow; 0 where it fits."""

    first: int
    second: int
    planned_mm: float
    distance_mm: float
    off_mm: float
    beyond_mm: float
    fits: bool
    text: str
    sentence: str


def _reach_mm(screwed: Screwed, across: float, up: float) -> tuple[float, float]:
    """How far a screw can lie off its mark along a direction [mm]: by play alone, and by its slot besides."""
    return screwed.play_mm, abs(across) * screwed.slot_x_mm + abs(up) * screwed.slot_y_mm


def _holes_text(numbers: Sequence[int]) -> str:
    return " and ".join(f"hole {number}" for number in numbers)


def as_built(
    holes: dict[str, DrilledHole], measured: Sequence[Measured], give: Give, lengthen_most_mm: float, units: UnitSystem
) -> tuple[AsBuiltReading, ...]:
    """What each measured distance comes to; those of holes that are gone are left out.

    ``lengthen_most_mm``: by how much a bracket's hole is lengthened at the most [mm].
    """
    known = [one for one in measured if one.first in holes and one.second in holes]
    read = [_read(holes[one.first], holes[one.second], one.distance_mm, give) for one in known]
    # where one hole is in several that do not fit, it is the one that wandered
    misfits = Counter(number for one in read if not one.fits for number in (one.first, one.second))
    found = []
    for one, raw in zip(known, read, strict=True):
        slots = tuple(
            holes[name].number
            for name in (one.first, one.second)
            if holes[name].screwed.slot_x_mm or holes[name].screwed.slot_y_mm
        )
        found.append(_told(raw, slots, misfits, give, lengthen_most_mm, units))
    return tuple(found)


class _Raw(NamedTuple):
    first: int
    second: int
    planned_mm: float
    distance_mm: float
    off_mm: float
    beyond_mm: float
    by_play: bool
    by_slots: bool

    @property
    def fits(self) -> bool:
        return self.beyond_mm <= 0


def _read(first: DrilledHole, second: DrilledHole, distance_mm: float, give: Give) -> _Raw:
    one, other = first.screwed, second.screwed
    planned = hypot(other.x_mm - one.x_mm, other.y_mm - one.y_mm)
    across, up = ((other.x_mm - one.x_mm) / planned, (other.y_mm - one.y_mm) / planned) if planned else (1.0, 0.0)
    (play1, slot1), (play2, slot2) = _reach_mm(one, across, up), _reach_mm(other, across, up)
    off = distance_mm - planned
    away = abs(off)
    beyond = away - (play1 + play2 + slot1 + slot2 + (give.apart_mm if off > 0 else give.together_mm))
    return _Raw(
        first.number,
        second.number,
        planned,
        distance_mm,
        off,
        max(0.0, beyond) if beyond > 1e-9 else 0.0,
        away <= play1 + play2 + 1e-9,
        away <= play1 + play2 + slot1 + slot2 + 1e-9,
    )


def _told(
    raw: _Raw, slots: Sequence[int], misfits: Counter[int], give: Give, lengthen_most_mm: float, units: UnitSystem
) -> AsBuiltReading:
    way = "farther apart" if raw.off_mm > 0 else "closer together"
    off = show_length(abs(raw.off_mm), units)
    pair = f"Holes {raw.first} and {raw.second}"
    if abs(raw.off_mm) < _LEAST_MM:
        said = f"{pair} are as far apart as planned."
    elif raw.by_play:
        said = f"{pair} are {off} {way} than planned: the play in their holes takes it."
    elif raw.by_slots:
        said = f"{pair} are {off} {way} than planned: the slot of {_holes_text(slots)} takes it."
    elif raw.fits:
        force = "pulled apart" if raw.off_mm > 0 else "pushed together"
        most = show_length(give.apart_mm if raw.off_mm > 0 else give.together_mm, units)
        said = f"{pair} are {off} {way} than planned: the piece is {force}, which it stands by up to {most}."
    else:
        worst = max((raw.first, raw.second), key=lambda number: (misfits[number], number))
        other = raw.first if worst == raw.second else raw.second
        towards = "towards" if raw.off_mm > 0 else "away from"
        beyond = show_length(raw.beyond_mm, units)
        said = f"{pair} are {off} {way} than planned, {beyond} more than play, slots and the piece allow: "
        anew = (
            f"fill hole {worst} with what sets as hard as the wall, and drill it anew {beyond} {towards} hole {other}."
        )
        if raw.beyond_mm <= lengthen_most_mm:
            said += f"lengthen the bracket's hole {worst} by that; or {anew}"
        else:
            said += f"so much no hole is lengthened by. Where the tape is right, {anew}"
    return AsBuiltReading(
        first=raw.first,
        second=raw.second,
        planned_mm=raw.planned_mm,
        distance_mm=raw.distance_mm,
        off_mm=raw.off_mm,
        beyond_mm=raw.beyond_mm,
        fits=raw.fits,
        text=show_length(raw.distance_mm, units),
        sentence=said,
    )
