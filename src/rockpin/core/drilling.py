"""The drilling card of one hole: bit for each layer, hammer on or off, depth, screw, and how it should feel."""

from bisect import bisect_left, bisect_right
from collections.abc import Collection

from rockpin.core.capacity import Assessment
from rockpin.core.figures import Figures
from rockpin.core.fixing_rows import BoardAnchor, ConcreteAnchor, FixingBase, MasonryPlug, WoodFastener
from rockpin.core.fixture import HoleKind
from rockpin.core.framing import BehindKind
from rockpin.core.job import Kit
from rockpin.core.model import Model
from rockpin.core.quantities import UnitSystem, show_bit, show_length, show_limit, show_thickness
from rockpin.core.reading import LayerReading
from rockpin.core.screws import BitRule, HoleSpec, ScrewPick, under_head_mm
from rockpin.core.spot import Spot
from rockpin.core.tables import BitType, Catalogue, Hammer, Role

BIT_WORDS = {
    BitType.WOOD: "wood bit",
    BitType.TWIST: "twist bit",
    BitType.MASONRY: "masonry bit",
    BitType.TILE: "tile bit, spear or diamond",
}


class BitPick(Model):
    """A bit from the series or the kit, or the one to buy."""

    diameter_mm: float
    text: str
    buy: bool


class DrillStep(Model):
    """One layer under the bit."""

    layer: str
    bit: str
    diameter_text: str
    hammer: str
    speed: str
    to_mm: float
    to_text: str


class DrillCard(Model):
    """All that the hand needs at one hole."""

    hole_id: str
    number: int
    bit_mm: float
    bit_text: str
    bit_buy: bool
    bit_words: str
    hammer_text: str
    depth_mm: float
    depth_text: str
    depth_made_text: str | None
    tape_text: str
    pilot_text: str | None
    pilot_bit_text: str | None
    steps: tuple[DrillStep, ...]
    fixing_label: str
    screw_text: str
    screw_label: str
    washer_text: str | None
    proud_text: str | None
    last_turn: str
    grips: str
    stop: str
    notes: tuple[str, ...]


def choose_bit(
    diameter_mm: float, rule: BitRule, sizes_mm: tuple[float, ...], units: UnitSystem, figures: Figures
) -> BitPick:
    """The bit of a series for a hole [mm]; the sizes rise.

    A plug's hole: the nearest not larger, at most 0.3 mm under; a clearance hole: the nearest not smaller; a pilot:
    the nearest not larger; the first of two steps: the nearest of about that size. Otherwise the nominal bit has to
    be bought.
    """
    tolerance = 0.05
    if rule is BitRule.ABOUT:
        near = min(sizes_mm, key=lambda one: abs(one - diameter_mm), default=0.0)
        size = near if abs(near - diameter_mm) <= figures.step_up_about * diameter_mm else None
    elif rule is BitRule.CLEARANCE:
        size = next(iter(sizes_mm[bisect_left(sizes_mm, diameter_mm - tolerance) :]), None)
    else:
        not_over = bisect_right(sizes_mm, diameter_mm + tolerance)
        size = sizes_mm[not_over - 1] if not_over else None
        under = {BitRule.PLUG: figures.plug_bit_under_mm, BitRule.EXACT: tolerance}.get(rule)
        if size is not None and under is not None and diameter_mm - size > under + 1e-9:
            size = None
    if size is None:
        return BitPick(diameter_mm=diameter_mm, text=show_bit(diameter_mm, UnitSystem.METRIC), buy=True)
    return BitPick(diameter_mm=size, text=show_bit(size, units), buy=False)


def bit_sizes(kit: Kit, sold: Collection[UnitSystem], catalogue: Catalogue) -> tuple[float, ...]:
    """The user's own bits, or the series that is sold here where he has not told."""
    if kit.bits_mm:
        return tuple(sorted(kit.bits_mm))
    return tuple(sorted(size for series in catalogue.bits if series.system in sold for size in series.sizes_mm))


def _through(spot: Spot, depth_mm: float, kind: BehindKind) -> list[LayerReading]:
    """The layers that the bit cuts: not the void between studs."""
    return [
        layer
        for layer in spot.reading.layers
        if layer.front_mm < depth_mm and not (layer.role is Role.FRAME and kind is not BehindKind.TIMBER)
    ]


def _steps(spot: Spot, hole: HoleSpec, bit: BitPick, kind: BehindKind, catalogue: Catalogue) -> tuple[DrillStep, ...]:
    steps: list[DrillStep] = []
    for layer in _through(spot, hole.depth_mm, kind):
        material = catalogue.material_by_key[layer.material]
        joint = kind is BehindKind.JOINT and layer.role is Role.MASONRY
        hammer = "off"
        if material.hammer is Hammer.ONCE_SEATED and not joint:
            hammer = "off until the bit sits, then on"
        to_mm = min(layer.back_mm, hole.depth_mm)
        steps.append(
            DrillStep(
                layer=layer.label if not joint else "Mortar joint",
                bit=BIT_WORDS[material.bit],
                diameter_text=bit.text,
                hammer=hammer,
                speed=material.speed,
                to_mm=to_mm,
                to_text=show_thickness(to_mm, spot.units) if to_mm < hole.depth_mm else show_limit(to_mm, spot.units),
            )
        )
    return tuple(steps)


def _plug_notes(plug: MasonryPlug, spot: Spot) -> list[str]:
    """How a plug, a rod in resin or a masonry screw is set."""
    match plug.kind:
        case "resin":
            return [
                "Blow, brush, blow again: dust lets resin fail. Fill from the bottom up, turn the rod in slowly.",
                "Wait as long as the packet says for the temperature of the wall before anything hangs on it.",
            ]
        case "frame_plug":
            return ["Blow out the dust. Push the plug through the bracket until its collar sits, then the screw."]
        case "masonry_screw":
            return ["Blow out the dust. No plug: the screw cuts its own thread, once."]
    notes = ["Blow out the dust. Try the plug by hand: if it is tight, one bit size up; never force it."]
    if spot.reading.skin_mm:
        notes.append("Push the plug in until it stands wholly in the wall behind the plaster.")
    return notes


def _depth_made_text(spot: Spot, hole: HoleSpec) -> str | None:
    """What the depth is made of, where dust needs room."""
    if not hole.dust_mm:
        return None
    units, skin = spot.units, spot.reading.skin_mm
    rest = hole.depth_mm - skin - hole.dust_mm
    parts = [f"{show_thickness(skin, units)} of covering"] if skin else []
    parts += [f"{show_thickness(rest, units)} in the wall", f"{show_thickness(hole.dust_mm, units)} for dust"]
    return f"Made of {', '.join(parts)}."


def _shank_note(spot: Spot, screw: ScrewPick, catalogue: Catalogue) -> str:
    """The full size above the thread, for a coach screw's plain shank (NDS 2018, 12.1.4.2)."""
    row = catalogue.screw_by_key[screw.key]
    plain = (1 - row.thread_share) * screw.length_mm - under_head_mm(row, spot, catalogue.figures)
    deep = max(spot.reading.skin_mm, plain)
    return (
        f"Open the hole to {show_bit(screw.diameter_mm, spot.units)}, {show_thickness(deep, spot.units)} deep, "
        "for the plain shank."
    )


def _notes(spot: Spot, hole: HoleSpec, screw: ScrewPick, fixing: FixingBase, catalogue: Catalogue) -> list[str]:
    notes: list[str] = []
    roles = {layer.role for layer in spot.reading.layers}
    materials = {layer.material for layer in spot.reading.layers}
    if isinstance(fixing, MasonryPlug):
        notes += _plug_notes(fixing, spot)
    elif isinstance(fixing, BoardAnchor) and fixing.kind == "plug":
        notes.append("Try the anchor by hand: if it is tight, one bit size up; never force it.")
    if "tile" in materials:
        notes.append("Tape on the tile, no hammer until the tile is through; seal the hole in a wet room.")
    if any(catalogue.material_by_key[name].silica_dust for name in materials):
        notes.append("Masonry dust harms the lungs: vacuum at the hole or water, and a mask that fits. Eyes and ears.")
    if isinstance(fixing, WoodFastener) and fixing.shank_hole and Role.FRAME in roles:
        notes.append(_shank_note(spot, screw, catalogue))
    if spot.hole.washer_wanted:
        notes.append("Mark and drill at the middle of the slot, so that it can still be moved both ways.")
    return notes


def _last_turn(spot: Spot, fixing: FixingBase) -> str:
    """How the last turn is made: by torque in concrete, by hand on anything soft or brittle."""
    if isinstance(fixing, ConcreteAnchor):
        return "Tighten it to the packet's torque"
    if spot.reading.layers[0].role in (Role.BOARD, Role.SKIN):
        return "Lowest clutch, last turn by hand"
    return "A clutch that slips in time, last turn by hand"


def card_of(spot: Spot, chosen: Assessment, kit: Kit, catalogue: Catalogue) -> DrillCard | None:
    """The card of a hole with its chosen fixing, or None where that fixing could not be reckoned."""
    hole, screw = chosen.hole, chosen.screw
    if hole is None or screw is None:
        return None
    fixing, units = catalogue.fixing_by_key[chosen.fixing], spot.units
    sizes = bit_sizes(kit, spot.sold, catalogue)
    bit = choose_bit(hole.diameter_mm, hole.bit_rule, sizes, units, catalogue.figures)
    kind = spot.behind(screw.diameter_mm, catalogue).kind
    steps = _steps(spot, hole, bit, kind, catalogue)
    pilot = choose_bit(hole.pilot_mm, BitRule.ABOUT, sizes, units, catalogue.figures) if hole.pilot_mm else None
    deepest = steps[-1] if steps else None
    return DrillCard(
        hole_id=spot.hole.id,
        number=spot.hole.number,
        bit_mm=bit.diameter_mm,
        bit_text=bit.text,
        bit_buy=bit.buy,
        bit_words=deepest.bit if deepest else "bit",
        hammer_text=f"hammer {deepest.hammer}" if deepest else "hammer off",
        depth_mm=hole.depth_mm,
        depth_text=show_limit(hole.depth_mm, units),
        depth_made_text=_depth_made_text(spot, hole),
        tape_text=f"Tape round the bit, {show_limit(hole.depth_mm, units)} from its tip.",
        pilot_text=f"First {pilot.text}, then {bit.text}." if pilot else None,
        pilot_bit_text=pilot.text if pilot else None,
        steps=steps,
        fixing_label=chosen.label,
        screw_text=screw.text,
        screw_label=f"{screw.label}, {screw.head}" if screw.label != chosen.label else screw.head,
        washer_text=f"washer at least {show_length(screw.washer_mm, units)} across" if screw.washer_mm else None,
        proud_text=f"Leave the head {show_thickness(screw.proud_mm, units)} proud for the keyhole."
        if spot.hole.kind is HoleKind.KEYHOLE
        else None,
        last_turn=_last_turn(spot, fixing),
        grips=fixing.grips,
        stop=fixing.stop,
        notes=tuple(_notes(spot, hole, screw, fixing, catalogue)),
    )
