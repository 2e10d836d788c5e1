"""What the van holds against what a fixing needs: bits, tools, screws, and enough of it for all of its holes."""

from typing import NamedTuple

from rockpin.core.base.words import inside
from rockpin.core.capacity import Assessment, method_of
from rockpin.core.document.fixings import AnyFixing
from rockpin.core.document.kit import Kit
from rockpin.core.drilling import BIT_WORDS, BitPick, hole_bits
from rockpin.core.hole import ScrewPick, Spot
from rockpin.core.tables.catalogue import Catalogue


class Stock(NamedTuple):
    """What the van has for a fixing. ``have`` is None where nobody counted; ``lacks``: what is missing, in words."""

    have: int | None
    price: float | None
    lacks: tuple[str, ...]


NOT_TOLD = Stock(None, None, ())


def _boxed(screw: ScrewPick, kit: Kit) -> int:
    """How many of a screw the van counts in this length."""
    return sum(box.count for box in kit.screws if box.holds(screw.key, screw.length_mm))


def _count(fixing: AnyFixing, one: Assessment, kit: Kit) -> tuple[int | None, str]:
    """How many there are, and what is counted: what is bought by its screw goes by that one's size."""
    if fixing.in_hand:
        return fixing.stock, inside(fixing.label)
    counted = [item.count for item in kit.fixings if item.key == (fixing.counted_as or fixing.key)]
    if one.screw and fixing.counted_as is None and method_of(fixing).is_bought_by_its_screw(fixing):
        # whoever counted it among the fixings said no length
        told = bool(kit.screws) or bool(counted)
        return (_boxed(one.screw, kit) + sum(counted) if told else None), _called(one.screw)
    return (sum(counted) if kit.fixings else None), inside(fixing.label)


def _lacks_screws(fixing: AnyFixing, one: Assessment, need: int, kit: Kit, catalogue: Catalogue) -> list[str]:
    """What is missing of the screws that are bought besides the fixing."""
    screw, method = one.screw, method_of(fixing)
    if not kit.screws or not screw or screw.key not in catalogue.screw_by_key or method.is_bought_by_its_screw(fixing):
        return []
    if method.brings_its_screw(fixing) and all(box.key != screw.key for box in kit.screws):
        # such screws are not counted apart here: they lie in the packet
        return []
    have = _boxed(screw, kit)
    if have >= need:
        return []
    return [f"only {have} of {need} screws {screw.text}" if have else f"no screw {screw.text}"]


def _called(screw: ScrewPick) -> str:
    """A screw with its size said once: wood screw 5 × 60."""
    size = screw.text.partition(" × ")[0]
    return f"{inside(screw.label.removeprefix(size).removeprefix(' mm').strip())} {screw.text}"


def _kind_words(bit: BitPick, kit: Kit) -> str:
    """What a missing bit is called: by its kind where the van tells kinds apart."""
    return BIT_WORDS[bit.kind].partition(",")[0] if kit.bits else "bit"


def look_in_kit(one: Assessment, fixing: AnyFixing, spot: Spot, need: int, kit: Kit, catalogue: Catalogue) -> Stock:
    """What the van has for ``need`` holes of this kind. A list that nobody filled in is not held against it."""
    if not kit.told and not fixing.in_hand:
        return NOT_TOLD
    lacks: list[str] = []
    have, what = _count(fixing, one, kit)
    if have is not None and have < need:
        lacks.append(f"only {have} of {need} {what}" if have else f"no {what}")
    lacks += _lacks_screws(fixing, one, need, kit, catalogue)
    if kit.bits_told and one.hole and one.screw:
        bits = hole_bits(spot, one.hole, one.screw, fixing, kit, catalogue)
        missing = [pick for pick in (bits.whole, *(pick for _, pick in bits.of_layers)) if pick.buy]
        lacks += dict.fromkeys(f"no {pick.text} {_kind_words(pick, kit)}" for pick in missing)
        if bits.pilot and bits.pilot.buy:
            lacks.append(f"no bit near {bits.pilot.text} for the pilot")
        if bits.shank and bits.shank.buy:
            lacks.append(f"no {bits.shank.text} {_kind_words(bits.shank, kit)} for the plain shank")
    if kit.tools:
        wanted = list(fixing.tools)
        if spot.reading.hammered and one.hole and one.hole.depth_mm > spot.reading.skin_mm:
            wanted.append("hammer_drill")
        lacks += [f"no {catalogue.tool_by_key[tool].label.lower()}" for tool in wanted if tool not in kit.tools]
    price = next((item.price for item in kit.fixings if item.key in (fixing.key, fixing.counted_as)), None)
    return Stock(have, price, tuple(lacks))
