"""What a packet says becomes a fixing that competes with the catalogue's at once.

A rating holds for its own material, thickness and direction. What is printed as a breaking load, or not said to be a
working one, is divided: by 4 for metal in concrete, by 5 for metal elsewhere, by 7 for plastic.
"""

from collections.abc import Sequence
from typing import NamedTuple

from rockpin.core.base.errors import Fault
from rockpin.core.document.fixings import BoardAnchor, MasonryPlug, Rating, Screw, ScrewKind
from rockpin.core.document.fixture import Environment
from rockpin.core.document.packet import Packet, PacketBasis, PacketFor
from rockpin.core.tables.catalogue import Catalogue


class Divided(NamedTuple):
    """A packet's load as a working load, and by what it was divided."""

    rating: Rating
    divisor: float


def packet_key(packet: Packet) -> str:
    """The key by which a packet is chosen as a fixing."""
    return f"packet-{packet.id}"[:60]


def working_load(packet: Packet, catalogue: Catalogue) -> Divided:
    """The printed load as a working load [N]. Where one load only is printed, shear is a share of it."""
    figures = catalogue.figures.packets
    divisor = 1.0
    if packet.basis is not PacketBasis.WORKING:
        divisor = figures.packet_plastic
        if not packet.plastic:
            concrete = packet.made_for is PacketFor.CONCRETE
            divisor = figures.packet_metal_concrete if concrete else figures.packet_metal
    if packet.hanging_only:
        # a load that only hangs says nothing of a pull: a share of it is all that is taken for one
        shear = packet.tension_n / divisor
        return Divided(Rating(tension_n=shear * figures.packet_hanging_share, shear_n=shear), divisor)
    tension = packet.tension_n / divisor
    shear = packet.shear_n / divisor if packet.shear_n else tension * figures.packet_shear_share
    return Divided(Rating(tension_n=tension, shear_n=shear), divisor)


def most_raise(packet: Packet, divided: Divided, catalogue: Catalogue) -> float:
    """How far [1] a short load may raise a packet's working load: to its mean over 2.5, and only by a known divisor."""
    if packet.basis is not PacketBasis.BREAKING:
        return 1.0
    return max(1.0, divided.divisor / catalogue.figures.packets.packet_least_divisor)


def places_of(packet: Packet) -> tuple[Environment, ...]:
    """Where a packet's fixing may be: as printed, else plastic anywhere, since it does not rust; metal in the dry."""
    if packet.places:
        return packet.places
    return tuple(Environment) if packet.plastic else (Environment.DRY,)


def _screws(packet: Packet, kind: ScrewKind, catalogue: Catalogue) -> list[Screw]:
    least, most = packet.screw_min_mm - 0.05, packet.screw_max_mm + 0.05
    return [
        screw
        for screw in catalogue.screws
        if screw.kind is kind and not screw.instead_of and least <= screw.diameter_mm <= most
    ]


def _over_table(packet: Packet, tension_n: float, catalogue: Catalogue) -> float:
    """How many times the catalogue's own value for the most alike fixing the packet claims."""
    alike: list[tuple[float, float]] = []
    for row in catalogue.fixings:
        if packet.made_for is PacketFor.BOARD:
            if isinstance(row, BoardAnchor) and row.kind == packet.works:
                alike.append((abs(row.hole_mm - packet.hole_mm), row.rating.tension_n))
        elif isinstance(row, MasonryPlug):
            alike += [
                (abs(row.hole_mm - packet.hole_mm), rating.tension_n)
                for key, rating in row.ratings.items()
                if key == packet.made_for.value
            ]
    return tension_n / min(alike)[1] if alike else 0.0


_ANY_SCREW = (ScrewKind.WOOD, ScrewKind.MACHINE, ScrewKind.COACH, ScrewKind.TAPPING)
"""What goes with a packet's fixing: any screw or bolt of the diameters that are printed."""

_SAYS = {"source": "the packet in hand", "says": "As its packet says."}
_FEELS = {
    "grips": "Turning gets stiff once it grips; it must not turn with the screw.",
    "stop": "Stop when the head draws the bracket tight.",
}


def as_fixing(packet: Packet, catalogue: Catalogue) -> BoardAnchor | MasonryPlug:
    """A row that is judged like any other. Raises ValueError where no screw of the catalogue is in its range."""
    divided = working_load(packet, catalogue)
    shared = _SAYS | _FEELS
    label = f"{packet.label} (packet)"
    over = _over_table(packet, divided.rating.tension_n, catalogue)
    if packet.made_for is PacketFor.BOARD:
        first = ScrewKind.WOOD if packet.plastic else ScrewKind.MACHINE
        kinds = (first, *(kind for kind in _ANY_SCREW if kind is not first))
        screws = next((some for kind in kinds if (some := _screws(packet, kind, catalogue))), [])
        if not screws:
            raise ValueError(_no_screw(packet))
        toggle = packet.works in ("spring_toggle", "strap_toggle")
        return BoardAnchor(
            key=packet_key(packet),
            label=label,
            **shared,
            environments=places_of(packet),
            most_raise=most_raise(packet, divided, catalogue),
            minutes=4,
            removable=False,
            kind=packet.works,
            plastic=packet.plastic,
            rating=divided.rating,
            hole_mm=packet.hole_mm,
            screw=max(screws, key=lambda screw: screw.diameter_mm).key,
            grip_min_mm=packet.grip_min_mm,
            grip_max_mm=packet.grip_max_mm,
            void_mm=packet.void_mm or packet.length_mm,
            wing_mm=packet.length_mm / 2 if toggle else packet.hole_mm,
            needs_empty_void=toggle,
            flange_mm=packet.hole_mm + 6,
            for_board_mm=packet.board_mm,
            carries_people=packet.carries_people,
            over_table=over,
        )
    screws = [screw for kind in _ANY_SCREW for screw in _screws(packet, kind, catalogue)]
    if not screws:
        raise ValueError(_no_screw(packet))
    return MasonryPlug(
        key=packet_key(packet),
        label=label,
        **shared,
        environments=places_of(packet),
        most_raise=most_raise(packet, divided, catalogue),
        minutes=2,
        removable=True,
        hole_mm=packet.hole_mm,
        plug_length_mm=packet.length_mm,
        screws=tuple(screw.key for screw in screws),
        plastic=packet.plastic,
        hole_max_mm=packet.hole_max_mm,
        ratings={packet.made_for.value: divided.rating},
        over_table=over,
    )


def _no_screw(packet: Packet) -> str:
    return (
        f"no screw from {packet.screw_min_mm:g} to {packet.screw_max_mm:g} mm is in the catalogue; "
        "give the range of diameters on the packet"
    )


def packet_faults(packets: Sequence[Packet], catalogue: Catalogue) -> list[Fault]:
    """Packets that no screw of the catalogue fits."""
    found = []
    for index, packet in enumerate(packets):
        try:
            as_fixing(packet, catalogue)
        except ValueError as error:
            found.append(Fault(f"packets.{index}.screw_max_mm", str(error)))
    return found


def with_packets(catalogue: Catalogue, packets: Sequence[Packet]) -> Catalogue:
    """The catalogue with the packets in hand as rows of their own."""
    return catalogue.with_fixings([as_fixing(packet, catalogue) for packet in packets]) if packets else catalogue
