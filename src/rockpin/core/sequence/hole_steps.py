"""The steps at the holes: marked, drilled or opened up, cleaned, and what goes in before the bracket."""

from collections.abc import Sequence
from itertools import takewhile
from typing import Any

from rockpin.core.base.quantities import show_length
from rockpin.core.base.words import holes_words, inside
from rockpin.core.capacity import Goes
from rockpin.core.document.fixture import HoleKind
from rockpin.core.document.job import JobDocument
from rockpin.core.document.kit import BitType
from rockpin.core.drilling import BIT_WORDS, DrillCard, DrillStep
from rockpin.core.hole import Existing
from rockpin.core.sequence.step import Draft, Phase, StepHole
from rockpin.core.sequence.work_site import WorkSite, wait_for


def marks(site: WorkSite, cards: Sequence[DrillCard]) -> Draft:
    at = []
    for one in site.at(cards):
        hole = site.holes[one.hole_id]
        along, up = show_length(hole.x_mm, site.units), show_length(hole.y_mm, site.units)
        foot = site.footing.above
        words = f"from the left edge · above the {foot}"
        if site.round_corner:
            there = one.hole_id in site.round_corner
            words = f"{'right wall, from the corner' if there else 'left wall, from its left edge'} · above the {foot}"
        figure = f"{along} · {up}"
        if site.on_post:
            # a post has but one line to measure along
            figure, words = up, "above the ground, on the middle of the post"
        at.append(one.model_copy(update={"figure": figure, "words": words}))
    keyholes = " Measure the keyholes on this very piece: no two backs are alike." if site.hanging.keyholes else ""
    tape = " Tape on the tiles first: it takes the pencil and keeps the bit from skidding." * any(
        card.tiled for card in cards
    )
    return Draft(
        id="mark",
        phase=Phase.MARK,
        title="Mark",
        sentence=f"Masking tape, then the marks from the {site.datum} and the left edge. Level the second from the "
        f"first.{keyholes}{tape}",
        minutes=site.figures.mark_minutes * len(cards),
        needs=["protect"],
        at=tuple(at),
    )


def _drilled_as_wanted(there: Existing | None, card: DrillCard, deep_mm: float | None) -> bool:
    """Whether a hole is there as its card wants it: wide enough, deep enough, or with something good in it."""
    if there is None:
        return False
    if there.sits:
        return True
    if there.diameter_mm is None:
        return False
    return there.diameter_mm >= card.bit_mm - 0.5 and (deep_mm is None or deep_mm >= card.depth_mm - 1)


def _answered(site: WorkSite, cards: Sequence[DrillCard], job: JobDocument) -> tuple[StepHole, ...]:
    """The holes of a step that asks for each of them, with those that are there as wanted."""
    deep_mm = {one.hole_id: one.depth_mm for one in job.records}
    done = {
        one.hole_id
        for one in cards
        if _drilled_as_wanted(site.existing.get(one.hole_id), one, deep_mm.get(one.hole_id))
    }
    return tuple(one.model_copy(update={"done": one.hole_id in done}) for one in site.at(cards))


def _hammer(card: DrillCard) -> tuple[str, ...]:
    """Hammer off, on, or plain first: a word or two, each a frame of its own on the screen."""
    said = list(dict.fromkeys(step.hammer for step in card.steps))
    if not any(one != "off" for one in said):
        return ("hammer off",)
    off = [inside(step.layer) for step in card.steps if step.hammer == "off"]
    first = f"off in {' and '.join(dict.fromkeys(off))}" if off else "plain first"
    past = [step.plain_past_text for step in card.steps if step.plain_past_text]
    return (first, "then hammer", *(f"off past {one}" for one in past))


def _through_first(card: DrillCard) -> tuple[DrillStep, ...]:
    """The layers in front that want another bit than the hole does: a tile, which the bit of the wall would crack."""
    tile = BIT_WORDS[BitType.TILE]
    return tuple(takewhile(lambda one: one.bit == tile or one.diameter_text != card.bit_text, card.steps[:-1]))


def _drill_through(
    layer: DrillStep, at: tuple[StepHole, ...], minutes: float, draft_id: str, needs: list[str]
) -> Draft:
    """The step through one layer in front, at all holes that are drilled alike, in so many minutes."""
    what = inside(layer.layer)
    return Draft(
        id=draft_id[:60],
        phase=Phase.DRILL,
        title=f"Drill through {what}",
        sentence=f"{holes_words([one.number for one in at])}: {layer.diameter_text} {layer.bit}, through {what} and no "
        f"farther than {layer.to_text}. Hammer off; {layer.speed}.",
        minutes=minutes,
        needs=needs,
        at=at,
        figure=layer.diameter_text,
        figure_words=f"{layer.bit}, through {what} only",
        hammer=("hammer off",),
        reversible=False,
        tie=(layer.diameter_text, layer.bit),
    )


def drill_steps(
    site: WorkSite, cards: Sequence[DrillCard], later: str, needs: list[str], job: JobDocument
) -> list[Draft]:
    """One step for all holes that share bit, hammer, depth and pilot; what is opened up is told apart."""
    groups: dict[tuple[Any, ...], list[DrillCard]] = {}
    for card in cards:
        there = site.existing.get(card.hole_id)
        again = there is not None and there.diameter_mm is not None and there.diameter_mm < card.bit_mm - 0.5
        key = (card.bit_text, card.bit_words, card.depth_text, card.hammer_text, card.pilot_text or "")
        groups.setdefault((*key, "again" if again else "", _through_first(card)), []).append(card)
    drafts: list[Draft] = []
    for (bit, words, depth, hammer, pilot, wider, through), same in groups.items():
        card = same[0]
        at = _answered(site, same, job)
        numbers = holes_words([one.number for one in at])
        soft = [note for note in card.notes if "soft" in note]
        before = needs
        for number, layer in enumerate(() if wider else through, 1):
            draft_id = f"through{later}-{same[0].hole_id}-{number}"
            drafts.append(_drill_through(layer, at, site.figures.drill_minutes * len(same), draft_id, before))
            before = [drafts[-1].id]
        drafts.append(
            Draft(
                id=f"drill{later}-{same[0].hole_id}{'-again' if wider else ''}"[:60],
                phase=Phase.DRILL,
                title="Open up" if wider else "Drill",
                sentence=f"{numbers}: {bit} {words}, {hammer}, {depth} deep by tape." + (f" {pilot}" if pilot else ""),
                minutes=site.figures.drill_minutes * len(same),
                needs=before,
                at=at,
                figure=bit,
                figure_words=f"{words}, {depth} deep to the tape",
                hammer=_hammer(card),
                feel=card.feel_text or None,
                stop=soft[0] if soft else None,
                reversible=False,
                asks=True,
                tie=(bit, words),
            )
        )
    return drafts


def _goes_in(card: DrillCard) -> str:
    """What is done with it, as the title of its step."""
    if card.turned_in:
        return "Turn in"
    if card.pushed:
        return "Clamp it" if card.kind is HoleKind.CLAMPED else "Push in"
    return "Fill and set" if card.goes is Goes.CURES else "Set"


def set_steps(
    site: WorkSite, cards: Sequence[DrillCard], later: str, needs: list[str], job: JobDocument
) -> list[Draft]:
    """Dust out, tape off, and what goes in before the bracket, a step for each kind of fixing."""
    drafts: list[Draft] = []
    drilled = [card for card in cards if card.drilled]
    tried = any(card.goes in (Goes.BEFORE, Goes.CURES) for card in drilled)
    if drilled:
        by_hand = " Try each fixing in its hole by hand." if tried else ""
        stony = any(card.dusty for card in drilled)
        out = "Blow and brush the dust" if stony else "Get shavings and crumbs"
        off = " Take the tape off the tiles." if any(card.tiled for card in drilled) else ""
        drafts.append(
            Draft(
                id=f"dust{later}",
                phase=Phase.SET,
                title="Clean and try" if tried else "Clean",
                sentence=f"{out} out of every hole.{off}{by_hand}",
                minutes=site.figures.set_minutes * len(drilled),
                needs=list(needs),
                at=site.at(drilled),
            )
        )
        needs = [f"dust{later}"]
    # how far a plug goes in differs from wall to wall, and a step says it once for its holes
    kinds: dict[tuple[str, tuple[str, ...]], list[DrillCard]] = {}
    for card in cards:
        if card.goes in (Goes.BEFORE, Goes.CURES, Goes.PUSHED):
            said = card.set_notes[: 2 if card.goes is Goes.CURES else 1]
            kinds.setdefault((card.fixing, said), []).append(card)
    for number, ((key, said), same) in enumerate(kinds.items()):
        card, cures = same[0], same[0].goes is Goes.CURES
        again = any(other == key for other, _ in list(kinds)[:number])
        drafts.append(
            Draft(
                id=f"set{later}-{key}{f'-{card.hole_id}' if again else ''}"[:60],
                phase=Phase.SET,
                title=_goes_in(card),
                sentence=" ".join(
                    [
                        f"{holes_words(sorted(one.number for one in same))}: {inside(card.fixing_label)}.",
                        *said,
                    ]
                ),
                minutes=site.figures.set_minutes * len(same),
                needs=list(needs),
                # what is turned in without a drill meets the wall here
                at=_answered(site, same, job) if card.turned_in else site.at(same),
                asks=card.turned_in,
                figure=card.fixing_label,
                feel=card.grips if card.grips_at_setting else None,
                stop=card.stop if card.pushed else None,
                wait=wait_for("resin", site.units, site.catalogue) if cures else None,
                danger="Nothing may touch the rods until the resin is hard." if cures else None,
                reversible=False if cures else site.catalogue.fixing_by_key[key].removable,
                tie=(key,),
            )
        )
    return drafts
