"""What to have at hand before starting: parts, fixings, tools, what is used up, and what protects."""

import re
from collections import Counter
from collections.abc import Iterable, Sequence
from typing import Literal

from rockpin.core.base.model import Model
from rockpin.core.base.quantities import UnitSystem, show_thickness
from rockpin.core.document.fixings import BoardAnchor, MasonryPlug
from rockpin.core.document.fixture import Fixture, LinkKind
from rockpin.core.document.kit import Kit
from rockpin.core.drilling import BIT_WORDS, DrillCard
from rockpin.core.fittings import FittingsReading
from rockpin.core.sequence.joined import JointFixings
from rockpin.core.sequence.joining_steps import keeping_screws, own_bits
from rockpin.core.sequence.kinds import kinds_of
from rockpin.core.sequence.work_site import WorkSite
from rockpin.core.tables.catalogue import Catalogue

Group = Literal["parts", "fixings", "tools", "used_up", "protection"]


class GatherItem(Model):
    """A thing to have at hand before starting. ``buy``: the van does not have it, or not enough."""

    id: str
    group: Group
    count: int
    label: str
    buy: bool


def _named(group: Group, label: str, count: int = 1, *, buy: bool = False) -> GatherItem:
    stem = re.sub(r"[^a-z0-9]+", "-", label.lower()).strip("-")[:50] or "thing"
    return GatherItem(id=f"{group[:4]}-{stem}", group=group, count=count, label=label, buy=buy)


_LINKS = {
    LinkKind.BACKING_BOARD: "Backing board",
    LinkKind.SPACER: "Spacer",
    LinkKind.CHANNEL: "Channel",
    LinkKind.STAND_OFF: "Stand-off",
    LinkKind.ANCHOR_PLATE: "Anchor plate",
}


def _parts(fixture: Fixture, fittings: FittingsReading, units: UnitSystem) -> list[GatherItem]:
    """Everything that came in the box, or was cut for it."""
    names = Counter(piece.name for piece in fixture.pieces)
    names.update(support.name for support in fixture.supports if support.name not in names)
    names.update(_LINKS[link.kind] for link in fixture.links if link.kind is not LinkKind.SPACER)
    items = [_named("parts", name, count) for name, count in names.items()]
    holes = {support.id: sum(hole.used for hole in support.holes) for support in fixture.supports}
    spacers: Counter[float] = Counter()
    for stack in fittings.stacks:
        for size in stack.spacers_mm:
            spacers[size] += sum(holes[one] for one in stack.support_ids)
    if bolt := fittings.bolt:
        for size in bolt.spacers_mm:
            spacers[size] += bolt.count
        if bolt.length_mm is not None:
            items.append(_named("parts", f"Bolt {bolt.thread} × {bolt.length_mm:g} and washer", bolt.count))
    items += [
        _named("parts", f"Spacer, {show_thickness(size, units)}", count) for size, count in sorted(spacers.items())
    ]
    return items


def _joints(joined: JointFixings) -> list[GatherItem]:
    """What fastens the brackets to a board, a channel or a plate behind them."""
    items = [_named("fixings", f"{label[0].upper()}{label[1:]}", count) for label, count in joined.bolts]
    if joined.nuts:
        items.append(_named("parts", "Channel nut, bolt and washer", joined.nuts))
    if joined.threads:
        items.append(_named("parts", "Screw for the plate's thread, and washer", joined.threads))
    return items


def _fixings(cards: Sequence[DrillCard], short: frozenset[str], catalogue: Catalogue) -> list[GatherItem]:
    items: list[GatherItem] = []
    # what is a screw itself is listed once, by its size
    separate = {card.fixing: card.screw_apart for card in cards}
    pushed = {card.fixing for card in cards if card.pushed}
    for key, count in Counter(card.fixing for card in cards).items():
        row = catalogue.fixing_by_key[key]
        if isinstance(row, MasonryPlug) and row.kind == "resin":
            # bought by the cartridge, whatever the rod; the rod itself is listed by its size
            items.append(_named("used_up", "Resin and its mixing nozzle", buy=key in short))
            if row.sieve:
                words = f"Sieve for resin, {row.hole_mm:g} × {row.plug_length_mm:g} mm"
                items.append(_named("fixings", words, count, buy=key in short))
        elif isinstance(row, BoardAnchor) and row.kind == "panel_bolt":
            # the bolt itself is listed by its size
            sizes = Counter(card.screw_text.partition(" × ")[0] for card in cards if card.fixing == key)
            items += [_named("fixings", f"Nut and wide washer {size}", many) for size, many in sizes.items()]
        elif separate[key] or key in pushed:
            items.append(_named("fixings", row.label, count, buy=key in short))
    screws = Counter((card.screw_words, card.fixing) for card in cards if not card.pushed)
    items += [
        _named("fixings", words, count, buy=key in short and not separate[key])
        for (words, key), count in screws.items()
    ]
    washers = Counter(card.washer_text for card in cards if card.washer_text)
    items += [_named("fixings", text.capitalize(), count) for text, count in washers.items() if text]
    return items


def _tools(cards: Sequence[DrillCard], kit: Kit, catalogue: Catalogue) -> list[GatherItem]:
    bits = {(step.diameter_text, step.bit, step.buy) for card in cards for step in card.steps}
    bits |= {(card.pilot_bit_text, card.pilot_bit_words, card.pilot_bit_buy) for card in cards if card.pilot_bit_text}
    bits |= {(bit.text, BIT_WORDS[bit.kind], bit.buy) for card in cards for bit in card.more_bits}
    items = [_named("tools", f"{text} {words}", buy=buy) for text, words, buy in sorted(bits)]
    hammered = any(step.hammer != "off" for card in cards for step in card.steps)
    plain = any(step.hammer == "off" for card in cards for step in card.steps)
    tools = dict.fromkeys(tool for card in cards for tool in catalogue.fixing_by_key[card.fixing].tools)
    # a hammer drill with its hammer off does for the layers that want none
    own = ["hammer_drill"] if hammered else ["drill"] if plain else []
    by_spanner = [card for card in cards if card.screw_label.endswith(("hexagon head", "nut and washer"))]
    own += ["screwdriver"] if len(by_spanner) + sum(card.pushed or card.drawn for card in cards) < len(cards) else []
    own += ["spanner"] if by_spanner and "socket_spanner" not in tools else []
    for tool in dict.fromkeys([*own, *tools]):
        lacks = bool(kit.tools) and tool not in kit.tools
        items.append(_named("tools", catalogue.tool_by_key[tool].label, buy=lacks))
    items.append(_named("tools", "Level, tape measure, pencil"))
    return items


def gather(
    site: WorkSite, cards: Sequence[DrillCard], lacking: Iterable[str], *, sealed: bool, filled: bool
) -> tuple[GatherItem, ...]:
    """All that has to lie ready.

    ``cards``: of what is still to be drilled. ``lacking``: fixings of which the van has too few. ``sealed``,
    ``filled``: whether holes are sealed against water, and old ones filled.
    """
    every = [*cards, *site.joined.screws]
    keeping = [found for kind in kinds_of(site) if (found := keeping_screws(kind.site))]
    items = [
        *_parts(site.fixture, site.fittings, site.units),
        *_joints(site.joined),
        *_fixings(every, frozenset(lacking), site.catalogue),
        *(_named("fixings", *each) for each in keeping),
        *_tools(every, site.kit, site.catalogue),
        *(_named("tools", f"{bit.text} {BIT_WORDS[bit.kind]}", buy=bit.buy) for bit in own_bits(site)),
    ]
    if site.footing.wants_steps:
        items.append(_named("tools", site.footing.label))
    items.append(_named("used_up", "Masking tape"))
    if sealed:
        items.append(_named("used_up", "Sealant"))
    if filled:
        items.append(_named("used_up", "Filler and knife"))
    if any(card.dusty for card in cards):
        items.append(_named("protection", "Vacuum or water at the hole, mask, eyes and ears"))
    elif any(card.steps for card in cards):
        items.append(_named("protection", "Eyes, and a dust sheet below"))
    seen: dict[str, GatherItem] = {}
    for item in items:
        seen.setdefault(item.id, item)
    return tuple(seen.values())
