"""The hole and its screw: which stock screw, how deep the hole, how far anything reaches into the wall."""

from dataclasses import dataclass
from enum import StrEnum

from rockpin.core.figures import Figures
from rockpin.core.fixing_rows import Screw, ScrewKind
from rockpin.core.fixture import HeadSeat, HoleKind
from rockpin.core.placed_hole import PlacedHole
from rockpin.core.quantities import UnitSystem, show_length
from rockpin.core.spot import Spot


@dataclass(frozen=True)
class ScrewPick:
    """A stock screw as it is bought and put in."""

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


class BitRule(StrEnum):
    """How the bit's diameter follows from the hole's: a plug's may be a little under, a clearance never."""

    PLUG = "plug"
    PILOT = "pilot"
    CLEARANCE = "clearance"
    EXACT = "exact"
    ABOUT = "about"


@dataclass(frozen=True)
class HoleSpec:
    """The hole to drill and what comes to stand in it; depths [mm] from the wall's face.

    ``reach_mm`` is the deepest that bit, screw, plug or opened toggle get: what the Hidden stage checks.
    ``grip_from_mm`` to ``grip_to_mm`` is where the fixing holds.
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


def stock_length(screw: Screw, least_mm: float) -> float | None:
    """The next stock length [mm] up, or None where the longest is too short."""
    return next((length for length in screw.lengths_mm if length >= least_mm - 1e-6), None)


def head_of(screw: Screw, hole: PlacedHole) -> str:
    """The head that this bracket's hole wants, in words."""
    if screw.kind is ScrewKind.COACH:
        return "hexagon head"
    if screw.kind is ScrewKind.ROD:
        return "nut and washer"
    return "countersunk head" if hole.seat is HeadSeat.COUNTERSUNK else "pan head"


def washer_of(screw: Screw, hole: PlacedHole, figures: Figures) -> float:
    """Diameter [mm] of the washer needed, 0 for none: at least twice a slot's width, or past a wide round hole."""
    if hole.seat is HeadSeat.COUNTERSUNK or hole.kind is HoleKind.KEYHOLE:
        return 0.0
    if hole.washer_wanted:
        return 2 * hole.diameter_mm
    return 2 * hole.diameter_mm if screw.head_mm < figures.head_over_hole * hole.diameter_mm else 0.0


def pick(screw: Screw, length_mm: float, spot: Spot, figures: Figures) -> ScrewPick:
    """A screw of that stock length, written as the shop writes it."""
    in_inches = UnitSystem.IMPERIAL in screw.systems and spot.units is UnitSystem.IMPERIAL
    if UnitSystem.METRIC in screw.systems and not in_inches:
        size = (
            f"M{screw.diameter_mm:g}" if screw.kind in (ScrewKind.MACHINE, ScrewKind.ROD) else f"{screw.diameter_mm:g}"
        )
        text = f"{size} × {length_mm:g}"
    else:
        # bought by the size that its name begins with: "#8 wood screw", "3/8 in lag screw", "1/4-20 machine screw"
        first, second, *_ = screw.label.split(" ")
        size = f"{first} {second}" if second in ("in", "mm") else first
        text = f"{size} × {show_length(length_mm, UnitSystem.IMPERIAL)}"
    return ScrewPick(
        key=screw.key,
        label=screw.label,
        text=text,
        diameter_mm=screw.diameter_mm,
        root_mm=screw.root_mm,
        head_mm=screw.head_mm,
        length_mm=length_mm,
        head=head_of(screw, spot.hole),
        washer_mm=washer_of(screw, spot.hole, figures),
        proud_mm=spot.proud_mm,
    )


def under_head_mm(screw: Screw, spot: Spot, figures: Figures) -> float:
    """What lies between the screw's head and the wall [mm]: bracket, spacer, washer, or a keyhole's proud length.

    A countersunk head sinks into its plate, but its length counts from the top, so the plate's thickness stands.
    """
    spacer = spot.hole.spacer_mm
    if spot.hole.kind is HoleKind.KEYHOLE:
        return spacer + spot.proud_mm
    return spacer + spot.hole.plate_mm + (figures.backing_washer_mm if washer_of(screw, spot.hole, figures) else 0.0)


def dust_mm(screw_mm: float, figures: Figures) -> float:
    """Extra depth for dust [mm]: the larger of the least and one screw diameter."""
    return max(figures.dust_min_mm, screw_mm)


def left_behind_mm(holding_mm: float, hammered: bool, figures: Figures) -> float:
    """Least masonry [mm] that a hole must leave: it must not blow out the back."""
    least = max(figures.remaining_min_mm, figures.remaining_share * holding_mm)
    return max(least, figures.remaining_hammer_mm) if hammered else least
