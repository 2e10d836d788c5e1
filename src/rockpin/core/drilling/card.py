"""The drilling card of one hole: bit for each layer, hammer on or off, depth, screw, and how it should feel."""

from collections.abc import Sequence

from pydantic import Field

from rockpin.core.base.model import Model
from rockpin.core.base.quantities import UnitSystem, show_length, show_limit, show_thickness
from rockpin.core.base.words import inside
from rockpin.core.capacity import Assessment, Goes, method_of
from rockpin.core.document.fixings import AnyFixing
from rockpin.core.document.fixture import HoleKind
from rockpin.core.document.kit import Kit
from rockpin.core.drilling.bits import BIT_WORDS, BitPick, HoleBits, hole_bits, layer_met, layers_cut
from rockpin.core.framing import BehindKind
from rockpin.core.hole import BitRule, HoleSpec, ScrewPick, Spot
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.materials import Hammer, Role


class DrillStep(Model):
    """One layer under the bit."""

    layer: str
    bit: str
    diameter_text: str
    buy: bool = Field(exclude=True)
    hammer: str
    plain_past_text: str | None = Field(default=None, description="from where on the hammer is off again")
    speed: str
    to_mm: float
    to_text: str


class DrillCard(Model):
    """All that the hand needs at one hole."""

    hole_id: str
    number: int
    bit_mm: float
    bit_text: str
    leaves_mm: float = Field(exclude=True, description="how wide the hole is once this was in it")
    bit_buy: bool
    bit_words: str
    hammer_text: str
    depth_mm: float
    depth_text: str
    depth_made_text: str | None
    tape_text: str
    pilot_text: str | None
    pilot_bit_text: str | None
    pilot_bit_buy: bool
    pilot_bit_words: str = Field(exclude=True)
    more_bits: tuple[BitPick, ...] = Field(exclude=True, description="what the hole is opened up with besides")
    steps: tuple[DrillStep, ...]
    fixing: str = Field(exclude=True)
    goes: Goes = Field(exclude=True)
    tiled: bool = Field(exclude=True)
    kind: HoleKind = Field(exclude=True)
    dusty: bool = Field(exclude=True, description="its dust harms the lungs")
    set_notes: tuple[str, ...] = Field(exclude=True, description="how it is tried and set")
    screw_apart: bool = Field(exclude=True, description="the screw is bought besides the fixing")
    fixing_label: str
    screw_key: str = Field(exclude=True)
    screw_length_mm: float = Field(exclude=True)
    screw_text: str
    screw_label: str
    screw_words: str = Field(description="what is turned in or bolted on, with its size and head")
    washer_text: str | None
    drawn: bool = Field(exclude=True, description="a rivet: a tool draws its stem, and no screw is turned")
    pushed: bool = Field(exclude=True, description="goes in by hand, without a drill and without a screw")
    turned_in: bool = Field(exclude=True, description="cuts its own hole as it is turned in; its screw comes after")
    put_in_text: str
    proud_text: str | None
    last_turn: str
    feel_text: str = Field(description="what should come out, layer by layer")
    grips: str
    grips_at_setting: bool = Field(exclude=True, description="felt while it is set, not when its screw is turned")
    stop: str
    notes: tuple[str, ...]

    @property
    def drilled(self) -> bool:
        """Whether a bit goes in."""
        return not (self.pushed or self.turned_in)

    @property
    def also_text(self) -> str:
        """With what a hole is drilled besides its bit, before it or after; empty where that is all."""
        if not self.drilled:
            return ""
        told = [f"first {self.pilot_bit_text} {self.pilot_bit_words}"] if self.pilot_bit_text else []
        for step in self.steps:
            if (step.diameter_text, step.bit) not in ((self.bit_text, self.bit_words), (self.pilot_bit_text, step.bit)):
                told.append(f"through the {inside(step.layer)}: {step.diameter_text} {step.bit}")
        told += [f"then {bit.text} in front for the plain shank" for bit in self.more_bits]
        return "; ".join(told)

    @property
    def work_text(self) -> str:
        """With what the hole is made, and how deep; how it goes in, where nothing is drilled."""
        if self.pushed:
            return self.put_in_text
        if self.turned_in:
            return f"no bit, {self.bit_words}; turned in {self.depth_text}"
        return f"{self.bit_text} {self.bit_words}, {self.depth_text} deep"


def _steps(spot: Spot, hole: HoleSpec, bits: HoleBits, kind: BehindKind, catalogue: Catalogue) -> tuple[DrillStep, ...]:
    """The layers under the bit, each with its own bit."""
    steps: list[DrillStep] = []
    for layer, bit in bits.of_layers:
        material = catalogue.material_by_key[layer.material]
        joint = kind is BehindKind.JOINT and layer.role is Role.MASONRY
        hammer, plain_past = "off", None
        if material.hammer is Hammer.ONCE_SEATED and not joint:
            hammer = "off until the bit sits, then on"
            if layer.role is Role.MASONRY and hole.depth_mm > spot.hammer_to_mm() + 1e-6:
                plain_past = show_limit(spot.hammer_to_mm(), spot.units)
                hammer += f", and off again past {plain_past}"
        to_mm = min(layer.back_mm, hole.depth_mm)
        steps.append(
            DrillStep(
                layer=layer_met(layer, kind),
                bit=BIT_WORDS[bit.kind],
                diameter_text=bit.text,
                buy=bit.buy,
                hammer=hammer,
                plain_past_text=plain_past,
                speed=material.speed,
                to_mm=to_mm,
                to_text=show_thickness(to_mm, spot.units) if to_mm < hole.depth_mm else show_limit(to_mm, spot.units),
            )
        )
    return tuple(steps)


def _feel(spot: Spot, hole: HoleSpec, kind: BehindKind, catalogue: Catalogue) -> str:
    """The dust that each layer should bring out, in the order of the bit."""
    if hole.bit_rule.by_hand or kind is BehindKind.JOINT:
        return ""
    dust = {row.material: row.came_out for row in catalogue.belief.dust}
    told: list[tuple[str, str]] = []
    for layer in layers_cut(spot, hole.depth_mm, kind):
        if shares := dust.get(layer.material):
            colour = inside(catalogue.belief.came_out[max(shares, key=lambda one: shares[one])])
            # what looks as what came before is no sign of the next layer
            if not told or told[-1][0] != colour:
                met = inside(layer_met(layer, kind))
                told.append((colour, f"the {met}" if layer.role is Role.FRAME else met))
    told_apart = ", then ".join(f"{colour} from {label}" for colour, label in told)
    return f"What should come out: {told_apart}." if told else ""


def _depth_made_text(spot: Spot, hole: HoleSpec) -> str | None:
    """What the depth is made of, where dust needs room."""
    if not hole.dust_mm:
        return None
    units, skin = spot.units, spot.reading.skin_mm
    rest = hole.depth_mm - skin - hole.dust_mm
    parts = [f"{show_thickness(skin, units)} of covering"] if skin else []
    parts += [f"{show_thickness(rest, units)} in the wall", f"{show_thickness(hole.dust_mm, units)} for dust"]
    return f"Made of {', '.join(parts)}."


def _sure_of_its_back_mm(spot: Spot, leaf_mm: float) -> float:
    """How deep [mm] from the face one may go, hammer and all, where the leaf may be so thick [mm]."""
    deep = spot.reading.skin_mm + leaf_mm - spot.must_stay_mm(leaf_mm)
    return min(deep, spot.hammer_to_mm(leaf_mm)) if spot.reading.hammered else deep


def _pilot_text(bits: HoleBits, units: UnitSystem) -> str | None:
    """What else is drilled in a hole: a narrower one first, a wider one in front for the shank."""
    said = [f"First {bits.pilot.text}, then {bits.whole.text}."] if bits.pilot else []
    if bits.shank:
        deep = show_thickness(bits.shank_deep_mm, units)
        said.append(f"Then open it to {bits.shank.text}, {deep} deep, for the plain shank.")
    return " ".join(said) or None


def _notes(spot: Spot, chosen: Assessment, fixing: AnyFixing, catalogue: Catalogue) -> list[str]:
    set_notes = method_of(fixing).set_notes(fixing, chosen, spot, catalogue.capacity)
    materials = {layer.material for layer in spot.reading.layers}
    # how a plug is tried comes before the cautions of the face, what is opened afterwards comes after them
    late = method_of(fixing).is_a_screw
    notes = [] if late else set_notes
    if "tile" in materials:
        notes.append("Tape on the tile, no hammer until the tile is through; seal the hole in a wet room.")
    if any(catalogue.material_by_key[name].silica_dust for name in materials):
        notes.append("Masonry dust harms the lungs: vacuum at the hole or water, and a mask that fits. Eyes and ears.")
    if spot.reading.leaf_unseen:
        thick = show_limit(spot.reading.holding_mm, spot.units)
        notes.append(
            f"How thick the wall is was never seen: the depth is reckoned with {thick} of it. Feel for its back."
        )
    least, hole = spot.reading.leaf_may_be_mm, chosen.hole
    if least is not None and hole and hole.depth_mm > _sure_of_its_back_mm(spot, least):
        notes.append(
            f"How thick the wall is was told and not seen; there are such of {show_limit(least, spot.units)}, and this "
            f"hole goes {show_length(hole.depth_mm - spot.reading.skin_mm, spot.units)} in. Feel for the back: stop "
            "where it gives."
        )
    if late:
        notes += set_notes
    behind = spot.behind(chosen.screw.diameter_mm if chosen.screw else 5.0)
    if behind.kind is BehindKind.UNIT and not behind.joints_known:
        notes.append(
            "Nobody has measured where the joints lie: where this mark meets one, move the whole thing off it, or "
            "measure a brick first. A plug holds half as much there."
            if spot.wall.courses
            else "The joints are hidden: if the bit runs soft and the dust turns pale, it is in one. Stop and report "
            "it: a plug holds half as much there."
        )
    if spot.hole.washer_wanted:
        notes.append("Mark and drill at the middle of the slot, so that it can still be moved both ways.")
    return notes


def _hammer_text(steps: Sequence[DrillStep]) -> str:
    """Hammer or not, by layer where the layers differ: a tile is never hammered, whatever stands behind it."""
    if not steps:
        return "hammer off"
    on = [step for step in steps if step.hammer != "off"]
    if not on:
        return "hammer off"
    off = [inside(step.layer) for step in steps if step.hammer == "off"]
    then = f"hammer {on[-1].hammer}"
    return f"no hammer in {' and '.join(dict.fromkeys(off))}; in {inside(on[-1].layer)} {then}" if off else then


def _stop(spot: Spot, fixing: AnyFixing, screw: ScrewPick) -> str:
    """When to stop turning: a keyhole's head stays proud, all others are drawn tight."""
    if spot.hole.kind is not HoleKind.KEYHOLE:
        return fixing.stop
    proud = show_thickness(screw.proud_mm, spot.units)
    return f"Stop with the head {proud} off the wall, and try the piece on it. What spins is not holding."


def _last_turn(spot: Spot, fixing: AnyFixing, screw: ScrewPick) -> str:
    """How the last turn is made: by torque in concrete, by hand on anything soft or brittle."""
    if method_of(fixing).is_pushed_in:
        return "By hand"
    if own := method_of(fixing).last_turn:
        return own
    if screw.drawn:
        return "By its tool, until the stem breaks off"
    if screw.head in ("hexagon head", "nut and washer"):
        return "Socket or ring, by feel, not by machine"
    if spot.reading.layers[0].role in (Role.BOARD, Role.SKIN):
        return "Lowest clutch, last turn by hand"
    return "A clutch that slips in time, last turn by hand"


def _screw_words(screw: ScrewPick, label: str) -> str:
    """A screw, a bolt, a rod or a rivet by the name that it is asked for over the counter."""
    if screw.named:
        return screw.named if screw.drawn else f"{screw.named}, {screw.head}"
    if screw.head != "nut and washer":
        return f"Screw {screw.text}, {label}"
    name = screw.label.split(" ", 1)[1].capitalize() if "threaded rod" in screw.label else "Bolt"
    return f"{name} {screw.text}, nut and washer"


def deep_text(hole: HoleSpec, units: UnitSystem) -> str:
    """How deep a hole is, in words; what is put on without a drill has none, what is turned in ends with the face."""
    if hole.bit_rule is BitRule.OWN:
        return "flush"
    return show_limit(hole.depth_mm, units) if hole.depth_mm else "not drilled"


def card_of(spot: Spot, chosen: Assessment, kit: Kit, catalogue: Catalogue) -> DrillCard | None:
    """The card of a hole with its chosen fixing, or None where that fixing could not be reckoned."""
    hole, screw = chosen.hole, chosen.screw
    if hole is None or screw is None:
        return None
    fixing, units = catalogue.fixing_by_key[chosen.fixing], spot.units
    kind = method_of(fixing).kind_behind(spot.behind(screw.diameter_mm).kind)
    bits = hole_bits(spot, hole, screw, fixing, kit, catalogue)
    bit, pilot = bits.whole, bits.pilot
    steps = _steps(spot, hole, bits, kind, catalogue)
    deepest = steps[-1] if steps else None
    pushed, turned_in = method_of(fixing).is_pushed_in, hole.bit_rule is BitRule.OWN
    by_hand = "it cuts its own hole" if turned_in else method_of(fixing).by_hand_words if pushed else None
    label = f"{screw.label}, {screw.head}" if screw.label != chosen.label else screw.head
    washer = f"washer at least {show_length(screw.washer_mm, units)} across" if screw.washer_mm else None
    return DrillCard(
        hole_id=spot.hole.id,
        number=spot.hole.number,
        bit_mm=bit.diameter_mm,
        bit_text=bit.text,
        leaves_mm=hole.leaves_mm if turned_in else bit.diameter_mm,
        bit_buy=bit.buy,
        bit_words=by_hand or (deepest.bit if deepest else "bit"),
        hammer_text="by hand" if by_hand else _hammer_text(steps),
        depth_mm=hole.depth_mm,
        depth_text=deep_text(hole, units),
        depth_made_text=_depth_made_text(spot, hole),
        tape_text="" if by_hand else f"Tape round the bit, {show_limit(hole.depth_mm, units)} from its tip.",
        pilot_text=_pilot_text(bits, units),
        pilot_bit_text=pilot.text if pilot else None,
        pilot_bit_buy=pilot.buy if pilot else False,
        pilot_bit_words=BIT_WORDS[pilot.kind] if pilot else "",
        more_bits=(bits.shank,) if bits.shank else (),
        steps=steps,
        fixing=chosen.fixing,
        goes=method_of(fixing).goes(fixing),
        tiled=any(layer.material == "tile" for layer in spot.reading.layers),
        kind=spot.hole.kind,
        dusty=any(catalogue.material_by_key[layer.material].silica_dust for layer in spot.reading.layers),
        screw_apart=method_of(fixing).goes(fixing) is not Goes.DRIVEN and screw.key in catalogue.screw_by_key,
        fixing_label=chosen.label,
        screw_key=screw.key,
        screw_length_mm=screw.length_mm,
        screw_text=screw.text,
        screw_label=label,
        screw_words=_screw_words(screw, label),
        washer_text=washer,
        drawn=screw.drawn,
        pushed=pushed,
        turned_in=turned_in,
        put_in_text=method_of(fixing).put_in_words
        if pushed
        else f"{_screw_words(screw, label)}{f', {washer}' if washer else ''}",
        proud_text=f"Leave the head {show_thickness(screw.proud_mm, units)} proud for the keyhole."
        if spot.hole.kind is HoleKind.KEYHOLE
        else None,
        last_turn=_last_turn(spot, fixing, screw),
        feel_text=_feel(spot, hole, kind, catalogue),
        grips=fixing.grips,
        grips_at_setting=method_of(fixing).grips_at_setting(fixing),
        stop=_stop(spot, fixing, screw),
        notes=tuple(_notes(spot, chosen, fixing, catalogue)),
        set_notes=tuple(method_of(fixing).set_notes(fixing, chosen, spot, catalogue.capacity)),
    )
