"""A packet of screws becomes a screw of its own with a fixing in wood; it is reckoned by the formulas of any other."""

from rockpin.core.base.quantities import UnitSystem
from rockpin.core.document.fixings import Screw, ScrewKind, WoodFastener
from rockpin.core.document.fixture import Environment, HeadSeat
from rockpin.core.document.packet import ScrewPacket, ScrewSteel
from rockpin.core.tables.catalogue import Catalogue


def screw_key(packet: ScrewPacket) -> str:
    """The key by which the screws of a packet are chosen as a fixing."""
    return f"screws-{packet.id}"[:60]


def yield_mpa(packet: ScrewPacket, catalogue: Catalogue) -> float:
    """Yield strength [MPa] of a packet's screws in bending, by their steel; unknown counts as the softest."""
    figures = catalogue.figures.packets
    return {
        ScrewSteel.HARDENED: figures.yield_hardened_mpa,
        ScrewSteel.MILD: figures.yield_mild_mpa,
        ScrewSteel.STAINLESS: figures.yield_stainless_mpa,
    }.get(packet.steel, figures.yield_brass_mpa)


def as_fastener(packet: ScrewPacket, catalogue: Catalogue) -> WoodFastener:
    """A row of the catalogue that brings its own screw."""
    figures, coach = catalogue.figures.packets, packet.kind == "coach"
    outdoors = packet.coated or packet.steel in (ScrewSteel.STAINLESS, ScrewSteel.BRASS)
    head_share = figures.coach_head_share if coach else figures.screw_head_share
    seats = (HeadSeat.COUNTERSUNK, HeadSeat.FLAT) if packet.countersunk and not coach else (HeadSeat.FLAT,)
    screw = Screw(
        key=f"{screw_key(packet)}-screw"[:60],
        label=packet.label,
        source="the packet in hand",
        kind=ScrewKind.COACH if coach else ScrewKind.WOOD,
        systems=(UnitSystem.METRIC, UnitSystem.IMPERIAL),
        diameter_mm=packet.diameter_mm,
        root_mm=packet.root_mm or figures.screw_root_share * packet.diameter_mm,
        head_mm=packet.head_mm or head_share * packet.diameter_mm,
        seats=seats,
        thread_share=packet.thread_share,
        yield_mpa=yield_mpa(packet, catalogue),
        stainless=outdoors,
        lengths_mm=tuple(sorted(set(packet.lengths_mm))),
    )
    likes = [row for row in catalogue.fixings if isinstance(row, WoodFastener)]
    like = next(row for row in likes if row.withdrawal == ("coach_screw" if coach else "wood_screw"))
    return WoodFastener(
        key=screw_key(packet),
        label=f"{packet.label} (packet)",
        source="the packet in hand",
        says="As its packet says.",
        environments=tuple(Environment) if outdoors else (Environment.DRY,),
        minutes=like.minutes,
        removable=True,
        tools=like.tools,
        grips=like.grips,
        stop=like.stop,
        screw=screw.key,
        withdrawal=like.withdrawal,
        least_penetration_diameters=like.least_penetration_diameters,
        shank_hole=like.shank_hole,
        brings=(screw,),
        in_hand=True,
        stock=packet.count,
    )
