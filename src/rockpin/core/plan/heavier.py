"""What the next heavier hand would do to the fixings that are planned, and what would take it."""

from collections.abc import Sequence

from rockpin.core.base.keeping import NOTHING_KEPT, Keep
from rockpin.core.base.quantities import show_use
from rockpin.core.base.words import inside
from rockpin.core.capacity import Assessment, assess_pairs
from rockpin.core.choice import Maker, presses_in
from rockpin.core.document.fixture import Fixture
from rockpin.core.document.job import JobDocument
from rockpin.core.framing import BehindKind
from rockpin.core.hole import Spot
from rockpin.core.plan.stages import ComputedStages, respotted
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.hands import Hand


def heaviest_hand(fixture: Fixture, hands: Sequence[Hand]) -> str:
    """The heaviest that hands do to any piece. ``hands``: all of them, the lightest first."""
    rank = [row.key for row in hands]
    return max((fixture.hand_of(piece) for piece in fixture.pieces), key=rank.index, default=fixture.hand)


def in_hand(fixture: Fixture, hand: str) -> Fixture:
    """The same fixture with one hand for all of it."""
    pieces = tuple(piece.model_copy(update={"hand": None}) for piece in fixture.pieces)
    return fixture.model_copy(update={"hand": hand, "pieces": pieces})


def no_heavier_than(fixture: Fixture, hand: str, hands: Sequence[Hand]) -> Fixture:
    """The same fixture with this hand where a heavier one comes to it. ``hands``: as of :func:`heaviest_hand`."""
    rank = [row.key for row in hands]

    def lighter(one: str) -> str:
        return min(one, hand, key=rank.index)

    pieces = tuple(
        piece.model_copy(update={"hand": lighter(piece.hand)}) if piece.hand else piece for piece in fixture.pieces
    )
    return fixture.model_copy(update={"hand": lighter(fixture.hand), "pieces": pieces})


def decided_by_hand(done: ComputedStages, job: JobDocument, catalogue: Catalogue) -> str | None:
    """What hands do in the case under which the planned fixings are used most, in words; None where none is in it.

    Where several hands come to a row, the heaviest that decides of any of them.
    """
    chosen = [choice.chosen for choice in done.choices if choice.chosen and choice.chosen.accepted]
    keys = {job.fixture.hand_of(piece) for piece in job.fixture.pieces} or {job.fixture.hand}
    cases = [one.case for one in (chosen if len(keys) > 1 else sorted(chosen, key=lambda one: -one.use)[:1])]
    verbs = [row.verb for row in reversed(catalogue.hands) if row.key in keys]
    return next((verb for verb in verbs if any(verb in case for case in cases)), None)


def heavier_hand_text(
    done: ComputedStages, job: JobDocument, shipped: Catalogue, keep: Keep = NOTHING_KEPT
) -> str | None:
    """What the next heavier hand would do; None where there is none, or where nothing is planned or a person holds on.

    ``shipped``: the catalogue as it came, before the packets in hand.
    """
    chosen = [choice.chosen for choice in done.choices]
    hand = shipped.next_heavier(heaviest_hand(job.fixture, shipped.hands))
    reached = job.placement.y_mm + min((p.y_mm for p in job.fixture.pieces), default=0.0)
    if hand is None or not chosen or job.fixture.carries_people or reached >= shipped.figures.demand.reach_mm:
        return None
    planned = [one for one in chosen if one is not None and one.accepted]
    if len(planned) < len(chosen):
        return None
    fixture, catalogue = in_hand(job.fixture, hand.key), done.catalogue
    spots = respotted(job.model_copy(update={"fixture": fixture}), done, shipped, keep)
    pairs = [(catalogue.fixing_by_key[one.fixing], spot) for one, spot in zip(planned, spots, strict=True)]
    maker = Maker(fixture, spots, catalogue)
    plain = assess_pairs(pairs, catalogue.capacity)
    assessed = [maker.judge(one, spot) for one, spot in zip(plain, spots, strict=True)]
    if not maker.counts_throughout(assessed):
        assessed = [maker.by_parts().judge(one, spot) for one, spot in zip(plain, spots, strict=True)]
    # what is refused for another reason than its use comes to no figure, and is worst
    number = max(range(len(assessed)), key=lambda i: (not assessed[i].accepted, assessed[i].use))
    worst = assessed[number]
    kinds = {hole_id: behind.kind for hole_id, behind in done.behinds.items()}
    pressed = any(
        presses_in(one, spot, kinds[spot.hole.id], catalogue) for one, spot in zip(assessed, spots, strict=True)
    )
    if worst.accepted and pressed:
        return f"{hand.label} is more than the board bears: the plate's edge would press it in."
    if worst.accepted:
        return f"{hand.label} would be held too: used to {show_use(worst.use)}."
    if worst.use <= 1:
        return f"{hand.label} is more than it holds: {inside(worst.refusals[0].sentence)}"
    times = (
        "far more than"
        if worst.plainly_too_weak
        else f"{worst.use:.1f} times what"
        if worst.use >= 1.05
        else "a little more than"
    )
    held = f"{hand.label} is {times} it holds"
    other = _takes_it(done, spots, number, kinds, catalogue)
    return f"{held}; {inside(other.label)} would take it." if other else f"{held}, and nothing here would take it."


def _takes_it(
    done: ComputedStages, spots: list[Spot], number: int, kinds: dict[str, BehindKind], catalogue: Catalogue
) -> Assessment | None:
    """The first fixing, in the order in which they are planned, that bears that hand at the hole used most."""
    able = [catalogue.fixing_by_key[one.fixing] for one in done.choices[number].accepted if not one.provisos]
    spot = spots[number]
    tried = assess_pairs([(row, spot) for row in able], catalogue.capacity) if able else []
    able_too = (one for one in tried if one.accepted and not presses_in(one, spot, kinds[spot.hole.id], catalogue))
    return next(able_too, None)
