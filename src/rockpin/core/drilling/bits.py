"""The bits of a hole: one for each layer, of a kind that cuts it, from the van or from the shop."""

from bisect import bisect_left, bisect_right
from collections.abc import Iterable
from dataclasses import dataclass, replace

from rockpin.core.base.quantities import UnitSystem, show_bit
from rockpin.core.capacity import method_of
from rockpin.core.document.fixings import AnyFixing
from rockpin.core.document.kit import BitType, Kit
from rockpin.core.framing import BehindKind
from rockpin.core.hole import BitRule, HoleSpec, ScrewPick, Spot
from rockpin.core.identification import LayerReading
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.figures import DrillingFigures
from rockpin.core.tables.materials import Role

BIT_WORDS = {
    BitType.WOOD: "wood bit",
    BitType.TWIST: "twist bit",
    BitType.MASONRY: "masonry bit",
    BitType.TILE: "tile bit, spear or diamond",
}


@dataclass(frozen=True)
class BitPick:
    """A bit from the series or the kit, or the one to buy; ``kind``: what it is made to cut."""

    diameter_mm: float
    text: str
    buy: bool
    kind: BitType = BitType.TWIST


@dataclass(frozen=True)
class BitBox:
    """The bits to choose from, their diameters [mm] rising: one's own, or the series that is sold."""

    sizes_mm: tuple[float, ...]
    units: UnitSystem
    figures: DrillingFigures

    def choose(self, diameter_mm: float, rule: BitRule, most_mm: float | None = None) -> BitPick:
        """The bit for a hole of this diameter [mm].

        A plug's hole: the nearest not larger, at most 0.3 mm under; a clearance hole: the nearest not smaller, at most
        2 mm over; a pilot: the nearest not larger, at most a quarter under; the first of two steps: the nearest of
        about that size. Otherwise the nominal bit has to be bought. ``most_mm``: the widest hole [mm] that a packet
        prints; the narrowest bit from the hole to that one is taken.
        """
        if rule.by_hand:
            return BitPick(diameter_mm, "none", buy=False)
        sizes, figures, tolerance = self.sizes_mm, self.figures, 0.05
        not_under = next(iter(sizes[bisect_left(sizes, diameter_mm - tolerance) :]), None)
        if not_under is not None and not_under <= (most_mm or 0.0) + tolerance:
            return BitPick(not_under, show_bit(not_under, self.units), buy=False)
        size: float | None
        if rule is BitRule.ABOUT:
            near = min(sizes, key=lambda one: abs(one - diameter_mm), default=0.0)
            size = near if abs(near - diameter_mm) <= figures.step_up_about * diameter_mm else None
        elif rule is BitRule.CLEARANCE:
            wide = not_under is not None and not_under > diameter_mm + figures.clearance_bit_over_mm + tolerance
            size = None if wide else not_under
        else:
            not_over = bisect_right(sizes, diameter_mm + tolerance)
            size = sizes[not_over - 1] if not_over else None
            under = {
                BitRule.PLUG: figures.plug_bit_under_mm,
                BitRule.EXACT: tolerance,
                BitRule.PILOT: figures.pilot_bit_under_share * diameter_mm,
            }[rule]
            if size is not None and diameter_mm - size > under + 1e-9:
                size = None
        if size is None:
            return BitPick(diameter_mm, show_bit(diameter_mm, self.units), buy=True)
        return BitPick(size, show_bit(size, self.units), buy=False)


@dataclass(frozen=True)
class HoleBits:
    """The bits of one hole: for its whole depth, for what is drilled first, and layer by layer.

    ``shank``: what it is opened up with in front, so deep [mm], for a screw's plain shank.
    """

    whole: BitPick
    pilot: BitPick | None
    shank: BitPick | None
    shank_deep_mm: float
    of_layers: tuple[tuple[LayerReading, BitPick], ...]


def layers_cut(spot: Spot, depth_mm: float, kind: BehindKind) -> list[LayerReading]:
    """The layers that a bit cuts down to this depth [mm]: not the void between studs."""
    return [
        layer
        for layer in spot.reading.layers
        if layer.front_mm < depth_mm and not (layer.role is Role.FRAME and kind is not BehindKind.TIMBER)
    ]


def layer_met(layer: LayerReading, kind: BehindKind) -> str:
    """What a bit meets of a layer, by its name: the stud and not the row of them, the joint and not the brick."""
    if layer.role is Role.MASONRY and kind is BehindKind.JOINT:
        return "Mortar joint"
    if layer.role is Role.FRAME and kind is BehindKind.TIMBER:
        # "Timber studs and void", as the region calls it; a piece of wood between steel studs is no stud
        return "Wood" if layer.material == "steel_studs" else f"{layer.label.split(' studs')[0]} stud"
    return layer.label


def _own(kit: Kit, kind: BitType, units: UnitSystem, catalogue: Catalogue) -> BitBox:
    """The user's own bits of a kind, with those whose kind he has not told."""
    sizes = [*kit.bits_mm, *(bit.diameter_mm for bit in kit.bits if bit.kind is kind)]
    return BitBox(tuple(sorted(sizes)), units, catalogue.figures.drilling)


def _shop(sold: Iterable[str], units: UnitSystem, catalogue: Catalogue) -> BitBox:
    """The series that are sold."""
    systems = set(sold)
    sizes = sorted(size for row in catalogue.bits if row.system in systems for size in row.sizes_mm)
    return BitBox(tuple(sizes), units, catalogue.figures.drilling)


def _thin_is_twist(cut_by: tuple[BitType, ...], diameter_mm: float, catalogue: Catalogue) -> BitType:
    """The kind of bit to name for a layer at this diameter [mm]: bits for wood and masonry are not made so thin."""
    return BitType.TWIST if diameter_mm < catalogue.figures.drilling.twist_below_mm else cut_by[0]


def bit_for(
    diameter_mm: float,
    rule: BitRule,
    cut_by: tuple[BitType, ...],
    kit: Kit,
    sold: Iterable[str],
    units: UnitSystem,
    catalogue: Catalogue,
    most_mm: float | None = None,
) -> BitPick:
    """The bit for a hole [mm]: one's own of the kind made for what it cuts, else one that does as well, else to buy.

    ``cut_by``: the kinds that cut it, the one made for it first. What has to be bought is of a size that is ``sold``
    there. Nobody who has told no bits of his own has to buy any.
    """
    for kind in cut_by if kit.bits else cut_by[:1]:
        if kit.bits_told:
            found = _own(kit, kind, units, catalogue).choose(diameter_mm, rule, most_mm)
            if not found.buy:
                known = kind if kit.bits else _thin_is_twist(cut_by, found.diameter_mm, catalogue)
                return replace(found, kind=known)
    there = _shop(sold, units, catalogue).choose(diameter_mm, rule, most_mm)
    return replace(there, buy=there.buy or kit.bits_told, kind=_thin_is_twist(cut_by, there.diameter_mm, catalogue))


def _pick(
    kit: Kit,
    cut_by: tuple[BitType, ...],
    spot: Spot,
    catalogue: Catalogue,
    diameter_mm: float,
    rule: BitRule,
    most_mm: float | None = None,
) -> BitPick:
    return bit_for(diameter_mm, rule, cut_by, kit, spot.sold, spot.units, catalogue, most_mm)


def hole_bits(
    spot: Spot, hole: HoleSpec, screw: ScrewPick, fixing: AnyFixing, kit: Kit, catalogue: Catalogue
) -> HoleBits:
    """The bits of a hole for this fixing with its screw.

    The deepest layer decides on the diameter. A layer before it is cut by the same size, or a little wider where the
    van has none of a kind that cuts it; a tile so wide that no thread cracks it.
    """
    kind = method_of(fixing).kind_behind(spot.behind(screw.diameter_mm).kind)
    layers = layers_cut(spot, hole.depth_mm, kind) if not hole.bit_rule.by_hand else []
    cut_by = [catalogue.material_by_key[layer.material].cut_by for layer in layers]
    deepest = cut_by[-1] if cut_by else (BitType.TWIST,)
    whole = _pick(kit, deepest, spot, catalogue, hole.diameter_mm, hole.bit_rule, hole.most_mm)
    pilot = _pick(kit, deepest, spot, catalogue, hole.pilot_mm, BitRule.ABOUT) if hole.pilot_mm else None
    of_layers: list[tuple[LayerReading, BitPick]] = []
    for layer, kinds in zip(layers, cut_by, strict=True):
        wanted_mm = whole.diameter_mm
        if layer.material == "tile":
            wanted_mm = max(wanted_mm, screw.diameter_mm + catalogue.figures.drilling.tile_play_mm)
        if wanted_mm != whole.diameter_mm or (kit.bits and whole.kind not in kinds):
            here = _pick(kit, kinds, spot, catalogue, wanted_mm, BitRule.CLEARANCE)
        else:
            # one bit for all that it cuts; what it does not cut names its own
            here = (
                whole
                if kit.bits or whole.kind in kinds
                else replace(whole, kind=_thin_is_twist(kinds, wanted_mm, catalogue))
            )
        of_layers.append((layer, here))
    wider = method_of(fixing).shank_hole_mm(fixing, screw, spot, catalogue.capacity)
    shank = None
    if wider:
        # as wide as the shank: what lies in the wood bears there
        play = catalogue.figures.drilling.shank_play_mm
        shank = _pick(kit, deepest, spot, catalogue, wider[0], BitRule.EXACT, wider[0] + play)
    return HoleBits(whole, pilot, shank, wider[1] if wider else 0.0, tuple(of_layers))
