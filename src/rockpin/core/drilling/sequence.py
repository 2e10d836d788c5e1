"""The order of work at the wall: what to gather, then step by step, with people and minutes."""

from collections import Counter
from collections.abc import Sequence
from typing import NamedTuple

from rockpin.core.base.model import Model
from rockpin.core.base.quantities import UnitSystem, show_mass
from rockpin.core.document.fixture import HoleKind
from rockpin.core.drilling.card import DrillCard
from rockpin.core.setout import PlacedHole
from rockpin.core.tables.catalogue import Catalogue


class GatherItem(Model):
    """A thing to have at hand before starting."""

    count: int
    label: str
    buy: bool


class Step(Model):
    """One step of the work."""

    number: int
    title: str
    sentence: str
    people: int
    minutes: float
    holes: tuple[int, ...]


def _gather(cards: Sequence[DrillCard], catalogue: Catalogue) -> tuple[GatherItem, ...]:
    """Fixings, screws, bits and tools, counted."""
    items: list[GatherItem] = []
    # what is a screw itself is listed once, by its size
    separate = {card.fixing: card.screw_apart for card in cards}
    pushed = {card.fixing for card in cards if card.pushed}
    screws = Counter((card.screw_text, card.screw_label) for card in cards if not card.pushed)
    for key, count in Counter(card.fixing for card in cards).items():
        fixing = catalogue.fixing_by_key[key]
        if separate[key] or key in pushed:
            items.append(GatherItem(count=count, label=fixing.label, buy=False))
    items += [
        GatherItem(count=count, label=f"Screw {text}, {label}", buy=False) for (text, label), count in screws.items()
    ]
    washers = Counter(card.washer_text for card in cards if card.washer_text)
    items += [GatherItem(count=count, label=text.capitalize(), buy=False) for text, count in washers.items() if text]
    nuts = Counter(card.screw_text for card in cards if "nut" in card.screw_label)
    items += [GatherItem(count=count, label=f"Nut and washer for {text}", buy=False) for text, count in nuts.items()]
    bits = {(step.diameter_text, step.bit, step.buy) for card in cards for step in card.steps}
    bits |= {(card.pilot_bit_text, card.bit_words, card.pilot_bit_buy) for card in cards if card.pilot_bit_text}
    items += [GatherItem(count=1, label=f"{text} {words}", buy=buy) for text, words, buy in sorted(bits)]
    hammered = any(step.hammer != "off" for card in cards for step in card.steps)
    plain = any(step.hammer == "off" for card in cards for step in card.steps)
    tools = dict.fromkeys(tool for key in separate for tool in catalogue.fixing_by_key[key].tools)
    # a hammer drill with its hammer off does for the layers that want none
    own = ["hammer_drill"] if hammered else ["drill"] if plain else []
    by_spanner = [card for card in cards if card.screw_label.endswith(("hexagon head", "nut and washer"))]
    by_hand = sum(card.pushed for card in cards)
    own += ["screwdriver"] if len(by_spanner) + by_hand < len(cards) else []
    own += ["spanner"] if by_spanner and "socket_spanner" not in tools else []
    names = dict.fromkeys([*own, *tools])
    items += [GatherItem(count=1, label=catalogue.tool_by_key[tool].label, buy=False) for tool in names]
    if any(card.dusty for card in cards):
        items.append(GatherItem(count=1, label="Vacuum or water at the hole, mask, eyes and ears", buy=False))
    items.append(GatherItem(count=1, label="Level, tape measure, pencil, masking tape", buy=False))
    return tuple(items)


def _steps(
    cards: Sequence[DrillCard],
    holes: Sequence[PlacedHole],
    mass_kg: float,
    units: UnitSystem,
    catalogue: Catalogue,
) -> tuple[Step, ...]:
    """The steps in order. Holes with the same bit are drilled together, so that it changes least.

    Two people from 15 kg on. Screws go in loose until the last one bites; the drawing up comes after the level.
    """
    figures = catalogue.figures.drilling
    people = 2 if mass_kg > catalogue.figures.demand.two_people_kg else 1
    all_numbers = tuple(hole.number for hole in holes)
    order = {hole.id: hole.number for hole in holes}
    done: list[Step] = []

    def add(title: str, sentence: str, minutes: float, numbers: tuple[int, ...] = (), hands: int = 1) -> None:
        done.append(
            Step(number=len(done) + 1, title=title, sentence=sentence, people=hands, minutes=minutes, holes=numbers)
        )

    add(
        "Make safe",
        "Switch off and prove dead any circuit that may run here; know where the stop valve is.",
        figures.prove_minutes,
    )
    keyholes = any(hole.kind is HoleKind.KEYHOLE for hole in holes)
    measured = " Measure the keyholes on this very piece: no two backs are alike." if keyholes else ""
    add(
        "Mark",
        "Masking tape, then the marks from the finished floor and the left edge. Level the second from the first."
        + measured,
        figures.mark_minutes * len(holes),
        all_numbers,
    )
    # only what really shares bit, hammer, depth and pilot is drilled as one
    groups: dict[tuple[str, ...], list[DrillCard]] = {}
    for card in cards:
        if card.pushed:
            continue
        key = (card.bit_text, card.bit_words, card.depth_text, card.hammer_text, card.pilot_text or "")
        groups.setdefault(key, []).append(card)
    for (bit, words, depth, hammer, pilot), same in groups.items():
        numbers = tuple(order[card.hole_id] for card in same)
        add(
            "Drill",
            f"{_holes_words(numbers)}: {bit} {words}, {hammer}, {depth} deep by tape." + (f" {pilot}" if pilot else ""),
            figures.drill_minutes * len(same),
            numbers,
        )
    by_hand = tuple(order[card.hole_id] for card in cards if card.pushed)
    if by_hand:
        add("Push in", f"{_holes_words(by_hand)}: no drill.", figures.set_minutes * len(by_hand), by_hand)
    apart = [card for card in cards if card.screw_apart]
    if apart:
        add(
            "Set the fixings",
            "Blow out the dust and set each plug or anchor; check each by hand before anything hangs on it.",
            figures.set_minutes * len(apart),
            tuple(order[card.hole_id] for card in apart),
        )
    add(
        "Put up",
        f"Lift the piece ({show_mass(mass_kg, units)}) and start every screw. "
        "Check the level while it can still move, then draw them up in turn.",
        figures.lift_minutes + figures.screw_minutes * len(holes),
        all_numbers,
        people,
    )
    add(
        "Prove and record",
        "Pull on it as hard as it will ever be pulled. Write down what each hole met, and make good.",
        figures.prove_minutes,
        all_numbers,
    )
    return tuple(done)


def _holes_words(numbers: Sequence[int]) -> str:
    """Holes by their numbers: "Hole 3", "Holes 1, 2 and 4"."""
    if len(numbers) == 1:
        return f"Hole {numbers[0]}"
    return f"Holes {', '.join(str(one) for one in numbers[:-1])} and {numbers[-1]}"


class Work(NamedTuple):
    """The order of work: what to have at hand, the steps, and how many people they take at the most."""

    gather: tuple[GatherItem, ...]
    steps: tuple[Step, ...]
    people: int


def work_of(
    cards: Sequence[DrillCard],
    holes: Sequence[PlacedHole],
    mass_kg: float,
    units: UnitSystem,
    catalogue: Catalogue,
) -> Work:
    """The work on holes that have a card; no steps where none has."""
    steps = _steps(cards, holes, mass_kg, units, catalogue) if cards else ()
    return Work(_gather(cards, catalogue), steps, max((step.people for step in steps), default=1))
