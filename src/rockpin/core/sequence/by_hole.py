"""What a step says of several holes: once where it is the same at all of them, else with the holes that it is for."""

from collections.abc import Callable, Sequence

from rockpin.core.base.words import holes_words, inside
from rockpin.core.drilling import DrillCard


def told_by_hole(cards: Sequence[DrillCard], text: Callable[[DrillCard], str | None]) -> str | None:
    """The sentences of cards for a step; None where no card has any."""
    said: dict[str, list[int]] = {}
    for card in cards:
        if words := text(card):
            said.setdefault(words, []).append(card.number)
    if len(said) == 1:
        ((words, numbers),) = said.items()
        if len(numbers) == len(cards):
            return words
    return " ".join(f"{holes_words(sorted(numbers))}: {inside(words)}" for words, numbers in said.items()) or None


def felt_as_it_is_drawn_up(cards: Sequence[DrillCard]) -> str | None:
    """How it feels when the screws are turned; what is felt while an anchor is set was felt before."""
    return told_by_hole(cards, lambda card: None if card.grips_at_setting else card.grips)


def screws_of(cards: Sequence[DrillCard]) -> tuple[str | None, str | None, str]:
    """The figure of a step that drives screws with its words; where they differ, a sentence that tells them apart."""
    if len({card.screw_words for card in cards}) == 1:
        return cards[0].screw_text, cards[0].screw_label, ""
    return None, None, f" {told_by_hole(cards, lambda card: f'{card.screw_words}.')}"
