"""The hole to drill and the screw that goes in, as what they are: sizes, depths, heads."""

import re
from dataclasses import dataclass
from enum import StrEnum
from typing import Literal, NamedTuple

from rockpin.core.base.quantities import UnitSystem, show_length
from rockpin.core.base.words import inside
from rockpin.core.document.fixings import Screw, ScrewKind
from rockpin.core.document.fixture import HeadSeat
from rockpin.core.setout import PlacedHole

_SIZE = re.compile(r"(?<!\w)(?:(?P<thread>M\d[\d.]*)|(?P<mm>\d[\d.]*) ?mm|(?P<inch>\d[\d./]*)″)(?!\w)")


@dataclass(frozen=True)
class ScrewPick:
    """A stock screw as it is bought and put in. ``blunt``: it ends flat, as bolts, rods and machine screws do.

    ``drawn``: it is no screw but a rivet, whose stem a tool draws until it breaks. ``named``: what it is asked for as,
    where it is the fixing itself; none: as a screw of its size.
    """

    key: str
    label: str
    text: str
    diameter_mm: float
    root_mm: float
    head_mm: float
    length_mm: float
    head: str
    washer_mm: float
    proud_mm: float
    under_head_mm: float = 0.0
    blunt: bool = False
    drawn: bool = False
    named: str | None = None


class _Sized(NamedTuple):
    """What is sold by size and length: both, the name with both, the name without."""

    text: str
    named: str
    name: str


def sized(label: str, length_mm: float, otherwise: str) -> _Sized:
    """A fixing that is its own screw, in a length [mm]: concrete screw 8 mm is one of 8 × 80, expansion bolt M10,
    stainless one of M10 × 110.

    ``otherwise``: its size where its label tells none.
    """
    found = _SIZE.search(label)
    if found is None:
        text = f"{otherwise} × {length_mm:g}"
        return _Sized(text, f"{label} {text}", inside(label))
    size = found["thread"] or found["mm"] or found["inch"]
    text = f"{size} in × {show_length(length_mm, UnitSystem.IMPERIAL)}" if found["inch"] else f"{size} × {length_mm:g}"
    before, after = label[: found.start()].rstrip(), label[found.end() :]
    return _Sized(text, f"{before} {text}{after}".strip(), inside(f"{before}{after}".strip()))


class BitRule(StrEnum):
    """How the bit's diameter follows from the hole's: a plug's may be a little under, a clearance never.

    What is pushed in by hand wants no bit, and no more does what cuts its own hole as it is turned in.
    """

    PLUG = "plug"
    PILOT = "pilot"
    CLEARANCE = "clearance"
    EXACT = "exact"
    ABOUT = "about"
    PUSHED = "pushed"
    OWN = "own"

    @property
    def by_hand(self) -> bool:
        """Whether nothing is drilled."""
        return self in (BitRule.PUSHED, BitRule.OWN)


Opens = Literal["legs", "wings", "bar", "thread"]
"""What becomes of an anchor behind a board: it folds, springs open, lies across, or has cut its thread in the board."""


@dataclass(frozen=True)
class HoleSpec:
    """The hole to drill and what comes to stand in it; depths [mm] from the wall's face.

    ``reach_mm`` is the deepest that bit, screw, plug or opened toggle get: what the Hidden stage checks.
    ``grip_from_mm`` to ``grip_to_mm`` is where the fixing holds. ``most_mm``: the widest hole of a printed range.
    ``sleeve_mm``: how long a sleeve round the screw is, from the face on; 0: there is none. ``opens``: in board.
    """

    diameter_mm: float
    bit_rule: BitRule
    pilot_mm: float | None
    depth_mm: float
    reach_mm: float
    grip_from_mm: float
    grip_to_mm: float
    plug_length_mm: float
    wing_mm: float
    wing_depth_mm: float
    dust_mm: float = 0.0
    most_mm: float | None = None
    sleeve_mm: float = 0.0
    opens: Opens = "legs"

    @property
    def leaves_mm(self) -> float:
        """How wide [mm] the board is open where it was: what cut its own hole cut it as wide as its thread."""
        return 2 * self.wing_mm if self.bit_rule is BitRule.OWN else self.diameter_mm

    def __post_init__(self) -> None:
        # what is put on without a drill has no hole
        drilled = self.bit_rule is not BitRule.PUSHED or self.depth_mm < 0
        if (drilled and self.depth_mm <= 0) or self.diameter_mm <= 0:
            raise ValueError(f"a hole of {self.depth_mm:g} mm depth and {self.diameter_mm:g} mm width is none")


def head_of(screw: Screw, hole: PlacedHole) -> str:
    """The head that this bracket's hole wants, in words."""
    if screw.kind is ScrewKind.COACH:
        return "hexagon head"
    if screw.kind is ScrewKind.ROD:
        return "nut and washer"
    return "countersunk head" if hole.seat is HeadSeat.COUNTERSUNK else "pan head"
