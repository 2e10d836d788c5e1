"""What a packet says becomes fixings that compete with the catalogue's at once, one for each kind of wall it speaks of.

A rating holds for its own material, thickness and direction. What is printed as a breaking load, or not said to be a
working one, is divided: by 4 for metal in concrete or wood, by 5 for metal elsewhere, by 7 for plastic.
"""

from collections.abc import Sequence
from typing import Any, NamedTuple

from rockpin.core.base.quantities import UnitSystem
from rockpin.core.document.assembly import RatedIn
from rockpin.core.document.fixings import AnyFixing, BoardAnchor, MasonryPlug, Rating, Screw, ScrewKind, WoodFastener
from rockpin.core.document.fixture import Environment
from rockpin.core.document.packet import Packet, PacketBasis, PacketLoad
from rockpin.core.tables.catalogue import Catalogue

_HOLLOW = (RatedIn.BOARD, RatedIn.PANEL)


class Divided(NamedTuple):
    """A packet's load as a working load, and by what it was divided."""

    rating: Rating
    divisor: float


def packet_key(packet: Packet) -> str:
    """The key by which a packet is chosen as a fixing; for what else it is rated in, the key begins so."""
    return f"packet-{packet.id}"[:60]


def working_load(packet: Packet, load: PacketLoad, catalogue: Catalogue) -> Divided:
    """A printed load as a working load of one [N]. Where one load only is printed, shear is a share of it."""
    figures = catalogue.figures.packets
    divisor = 1.0
    if packet.basis is not PacketBasis.WORKING:
        divisor = figures.packet_plastic
        if not packet.plastic:
            deep = load.made_for in (RatedIn.CONCRETE, RatedIn.STUD)
            divisor = figures.packet_metal_concrete if deep else figures.packet_metal
    of_one = divisor * (2 if packet.per_pair else 1)
    if packet.hanging_only:
        # a load that only hangs says nothing of a pull: a share of it is all that is taken for one
        shear = load.tension_n / of_one
        return Divided(Rating(tension_n=shear * figures.packet_hanging_share, shear_n=shear), divisor)
    tension = load.tension_n / of_one
    shear = load.shear_n / of_one if load.shear_n else tension * figures.packet_shear_share
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


def _screws(of: "_Shared", kind: ScrewKind) -> list[Screw]:
    """The screws of a kind in the packet's range: those that are sold where it is used, where there are such."""
    least, most = of.packet.screw_min_mm - 0.05, of.packet.screw_max_mm + 0.05
    found = [
        screw
        for screw in of.catalogue.screws
        if screw.kind is kind and not screw.instead_of and least <= screw.diameter_mm <= most
    ]
    return [screw for screw in found if set(of.sold) & set(screw.systems)] or found


def _hole_mm(packet: Packet, catalogue: Catalogue) -> float:
    """The hole [mm] that it wants; of what drills its own, the widest such that the catalogue has."""
    if packet.hole_mm is not None:
        return packet.hole_mm
    anchors = (row for row in catalogue.fixings if isinstance(row, BoardAnchor) and row.kind == packet.works)
    return max(row.hole_mm for row in anchors)


def _over_table(packet: Packet, load: PacketLoad, claimed: Rating, catalogue: Catalogue) -> float:
    """How many times the catalogue's own value for the most alike fixing the packet claims, pulled or hanging.

    0 in a stud: there the formulas say what a screw holds, and how long it is is known only at the hole.
    """
    alike: list[tuple[float, Rating]] = []
    hole_mm = _hole_mm(packet, catalogue)
    for row in catalogue.fixings:
        if load.made_for in _HOLLOW:
            if isinstance(row, BoardAnchor) and row.kind == packet.works:
                table = row.panel if load.made_for is RatedIn.PANEL else row.rating
                alike += [(abs(row.hole_mm - hole_mm), table)] if table else []
        elif isinstance(row, MasonryPlug):
            alike += [
                (abs(row.hole_mm - hole_mm), rating)
                for key, rating in row.ratings.items()
                if key == load.made_for.value
            ]
    if not alike:
        return 0.0
    table = min(alike, key=lambda one: (one[0], one[1].tension_n))[1]
    return max(claimed.tension_n / table.tension_n, claimed.shear_n / table.shear_n)


_ANY_SCREW = (ScrewKind.WOOD, ScrewKind.MACHINE, ScrewKind.COACH, ScrewKind.TAPPING)
"""What goes with a packet's fixing: any screw or bolt of the diameters that are printed."""

_SAYS = {"source": "the packet in hand", "says": "As its packet says."}
_FEELS = {
    "grips": "Turning gets stiff once it grips; it must not turn with the screw.",
    "stop": "Stop when the head draws the bracket tight.",
}
_IN_WOOD = {
    "grips": "It turns evenly and gets heavier.",
    "stop": "Stop when the bracket is drawn to the wall.",
}


class _Shared(NamedTuple):
    """What all rows of one packet have in common."""

    packet: Packet
    catalogue: Catalogue
    sold: tuple[UnitSystem, ...]

    def row(self, key: str, load: PacketLoad) -> dict[str, Any]:
        """The fields of a row for one of its loads."""
        packet, divided = self.packet, working_load(self.packet, load, self.catalogue)
        return {
            **_SAYS,
            **_FEELS,
            "key": key,
            "label": f"{packet.label} (packet)",
            "environments": places_of(packet),
            "most_raise": most_raise(packet, divided, self.catalogue),
            "over_table": _over_table(packet, load, divided.rating, self.catalogue),
            "in_hand": True,
            "stock": packet.count,
        }


def _in_board(of: _Shared, key: str, load: PacketLoad) -> BoardAnchor:
    packet, catalogue = of.packet, of.catalogue
    # an anchor that cuts its thread in the board takes a wood screw, of metal too
    wooden = packet.plastic or packet.works == "self_drilling"
    first = ScrewKind.WOOD if wooden else ScrewKind.MACHINE
    kinds = (first, *(kind for kind in _ANY_SCREW if kind is not first))
    screws = next((some for kind in kinds if (some := _screws(of, kind))), [])
    if not screws:
        raise ValueError(_no_screw(packet))
    toggle, panel = packet.works in ("spring_toggle", "strap_toggle"), load.made_for is RatedIn.PANEL
    hole_mm = _hole_mm(packet, catalogue)
    rating = working_load(packet, load, catalogue).rating
    return BoardAnchor(
        **of.row(key, load),
        minutes=4,
        removable=False,
        kind=packet.works,
        plastic=packet.plastic,
        rating=rating,
        panel=rating if panel else None,
        panel_only=panel,
        hole_mm=hole_mm,
        screw=max(screws, key=lambda screw: screw.diameter_mm).key,
        grip_min_mm=packet.grip_min_mm,
        grip_max_mm=packet.grip_max_mm,
        void_mm=packet.void_mm or packet.length_mm,
        wing_mm=packet.length_mm / 2 if toggle else hole_mm,
        needs_empty_void=toggle,
        flange_mm=hole_mm + 6,
        # it draws up the far end of its sleeve
        screw_from_mm=(packet.length_mm or None) if packet.works == "sleeve" else None,
        for_board_mm=load.board_mm,
        carries_people=packet.carries_people,
        own_point=packet.hole_mm is None,
    )


def _in_masonry(of: _Shared, key: str, loads: Sequence[PacketLoad]) -> MasonryPlug:
    packet, catalogue = of.packet, of.catalogue
    screws = [screw for kind in _ANY_SCREW for screw in _screws(of, kind)]
    if not screws:
        raise ValueError(_no_screw(packet))
    shared = of.row(key, loads[0])
    # each load is held against its own table; what claims most for its wall decides for the packet
    divided = {one.made_for.value: working_load(packet, one, catalogue) for one in loads}
    over = max(_over_table(packet, one, divided[one.made_for.value].rating, catalogue) for one in loads)
    raises = min(most_raise(packet, one, catalogue) for one in divided.values())
    return MasonryPlug(
        **shared | {"over_table": over, "most_raise": raises},
        minutes=2,
        removable=True,
        hole_mm=_hole_mm(packet, catalogue),
        plug_length_mm=packet.length_mm,
        screws=tuple(screw.key for screw in screws),
        plastic=packet.plastic,
        hole_max_mm=packet.hole_max_mm,
        ratings={made_for: one.rating for made_for, one in divided.items()},
    )


def _in_stud(of: _Shared, key: str, load: PacketLoad) -> WoodFastener:
    """The screw of the packet in a stud: its own rating there instead of the formulas for its thread and its shank."""
    packet, catalogue = of.packet, of.catalogue
    kinds = (ScrewKind.WOOD, ScrewKind.COACH)
    screws = next((some for kind in kinds if (some := _screws(of, kind))), [])
    if not screws:
        raise ValueError(_no_screw(packet))
    screw = max(screws, key=lambda one: one.diameter_mm)
    return WoodFastener(
        **of.row(key, load) | _IN_WOOD,
        minutes=2,
        removable=True,
        screw=screw.key,
        withdrawal="coach_screw" if screw.kind is ScrewKind.COACH else "wood_screw",
        least_penetration_diameters=catalogue.figures.packets.stud_penetration_diameters,
        rated=working_load(packet, load, catalogue).rating,
    )


def as_fixings(packet: Packet, catalogue: Catalogue, sold: tuple[UnitSystem, ...] = ()) -> list[AnyFixing]:
    """Rows that are judged like any other, the first under the packet's own key.

    ``sold``: by which system screws are sold where it is used; empty: by any.

    Raises ValueError where no screw of the catalogue is in its range.
    """
    of, key = _Shared(packet, catalogue, sold), packet_key(packet)
    solid = [load for load in packet.loads if load.made_for not in (*_HOLLOW, RatedIn.STUD)]
    found: list[AnyFixing] = []

    def named(what: str) -> str:
        return f"{key}-{what}"[:60] if found else key

    for load in packet.loads:
        if load.made_for in _HOLLOW:
            found.append(_in_board(of, named(f"{load.made_for.value}-{load.board_mm:g}".replace(".", "-")), load))
        elif load.made_for is RatedIn.STUD:
            found.append(_in_stud(of, named("stud"), load))
        elif load is solid[0]:
            found.append(_in_masonry(of, named("masonry"), solid))
    return found


def _no_screw(packet: Packet) -> str:
    return (
        f"no screw from {packet.screw_min_mm:g} to {packet.screw_max_mm:g} mm is in the catalogue; "
        "give the range of diameters on the packet"
    )
