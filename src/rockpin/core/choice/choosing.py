"""Which fixing at which hole: every row of the catalogue is put to every hole, refused with its reason or ranked.

One type for all holes of a kind, unless the wall differs; the user's own pick stands over the planned one.
"""

from collections import Counter
from collections.abc import Collection, Sequence
from dataclasses import dataclass, field
from enum import StrEnum
from itertools import islice
from typing import NamedTuple

from rockpin.core.capacity import Assessment, assess_pairs, fit_for
from rockpin.core.choice.bare_board import presses_in
from rockpin.core.choice.holding import Held, Holding, KeptHeld, held_at
from rockpin.core.choice.kit import NOT_TOLD, Stock, look_in_kit
from rockpin.core.choice.maker import Maker
from rockpin.core.document.job import Wish
from rockpin.core.document.kit import Kit
from rockpin.core.framing import BehindKind
from rockpin.core.hole import Spot
from rockpin.core.identification import Hypothesis, WallReading
from rockpin.core.tables.catalogue import Catalogue


class ChosenBy(StrEnum):
    PLAN = "plan"
    YOU = "you"
    NOBODY = "nobody"


@dataclass(frozen=True)
class HoleChoice:
    """All fixings for one hole: those that hold, best first, those refused, and the one that is taken."""

    hole_id: str
    accepted: tuple[Assessment, ...]
    refused: tuple[Assessment, ...]
    chosen: Assessment | None
    by: ChosenBy
    stocks: dict[str, Stock] = field(default_factory=dict)

    @property
    def in_the_van(self) -> Assessment | None:
        """The best that holds here and that the van can serve; None too where nobody told what it has."""
        if not any(stock.lacks or stock.have is not None for stock in self.stocks.values()):
            return None
        return next((one for one in self.accepted if not self.stocks[one.fixing].lacks), None)


def _wish_value(wish: Wish, one: Assessment, stock: Stock) -> float:
    match wish:
        case Wish.STRONGEST:
            return one.use
        case Wish.QUICKEST:
            return one.minutes
        case Wish.SMALLEST_HOLE:
            return one.hole.diameter_mm if one.hole else 0.0
        case Wish.REMOVABLE:
            return 0.0 if one.removable else 1.0
        case Wish.HIDDEN:
            return one.screw.head_mm if one.screw else 0.0
        case Wish.IN_THE_VAN:
            # what nobody counted may be there; what was counted is
            return len(stock.lacks) + (0.5 if stock.have is None else 0.0)


class Taste(NamedTuple):
    """What goes before what: the user's wishes in their order, and what a good tradesman would reach for besides.

    ``mm_per_minute``: how much wider a hole [mm] he would rather drill than work a minute longer.
    """

    wishes: Sequence[Wish]
    planned_use: float
    mm_per_minute: float


def _taste(wishes: Sequence[Wish], catalogue: Catalogue) -> Taste:
    return Taste(wishes, catalogue.figures.capacity.planned_use, catalogue.figures.choice.hole_mm_per_minute)


def _rank(one: Assessment, spot: Spot, taste: Taste, stock: Stock, pressed: bool) -> tuple[float, ...]:
    """Smaller is better: first what asks for no proof that is likely to fail, and for as little as may be, then the
    wishes in their order.

    Before all of it what the board bears: nobody drills for an anchor beside which it is ``pressed`` in.

    Beyond them what a good tradesman reaches for: of what the shops here have, the smallest hole and least work among
    those with room to spare, of what is at hand. Where nothing has room to spare, what has most of it.
    """
    reach = one.hole.reach_mm if one.hole else 0.0
    beyond = spot.depth_limit_mm is not None and reach > spot.depth_limit_mm
    wished = tuple(_wish_value(wish, one, stock) for wish in taste.wishes)
    tight = max(0.0, one.use - taste.planned_use)
    width = one.hole.diameter_mm if one.hole else 0.0
    # a head that needs a washer only because it is small for the bracket's hole is the wrong screw, the looser the more
    washer = one.screw is not None and one.screw.washer_mm > 0 and not spot.hole.washer_wanted
    small = 1.0 + spot.hole.diameter_mm - one.screw.diameter_mm if washer and one.screw else 0.0
    unlikely = max((each.unlikely for each in one.provisos), default=0)
    doubts = (float(pressed), float(unlikely), float(len(one.provisos) + beyond))
    first = (*doubts, *wished, float(one.from_afar), tight, float(len(stock.lacks)))
    return (*first, small, width + taste.mm_per_minute * one.minutes, one.use)


Ranks = dict[str, dict[str, tuple[float, ...]]]
"""How what holds ranks, by hole and fixing."""


def _best_first(holding: Holding, ranks: Ranks, hole: str) -> list[Assessment]:
    here = ranks[hole]
    return sorted(holding[hole].values(), key=lambda one: (here[one.fixing], one.fixing))


def holding_at(spots: Sequence[Spot], wishes: Sequence[Wish], kit: Kit, catalogue: Catalogue) -> list[tuple[str, ...]]:
    """The fixings that hold at each of some holes by itself, best first."""
    able = [fit_for(catalogue.fixings, spot, catalogue.capacity) for spot in spots]
    # many walls at once go through the sums of a method together
    pairs = [(row, spot) for rows, spot in zip(able, spots, strict=True) for row in rows]
    assessed = iter(assess_pairs(pairs, catalogue.capacity))
    taste = _taste(wishes, catalogue)
    found = []
    for rows, spot in zip(able, spots, strict=True):
        here = [one for one in islice(assessed, len(rows)) if one.accepted]
        stocks = {
            one.fixing: look_in_kit(one, catalogue.fixing_by_key[one.fixing], spot, 1, kit, catalogue) for one in here
        }
        kind = spot.behind(0.0).kind
        pressed = {one.fixing: presses_in(one, spot, kind, catalogue) for one in here}
        ranked = sorted(
            here, key=lambda one: (_rank(one, spot, taste, stocks[one.fixing], pressed[one.fixing]), one.fixing)
        )
        found.append(tuple(one.fixing for one in ranked))
    return found


def _alike(kind: BehindKind, spot: Spot) -> tuple[BehindKind, bool]:
    """Kinds of place that one fixing may do for: a plug in the brick does in the joint too, if it holds there; of two
    places that may be a stud or not, one is likelier the stud and the other is not."""
    likely = kind is BehindKind.OPEN and spot.behind(0.0).solid_wood >= spot.framing.open_likely
    return BehindKind.UNIT if kind is BehindKind.JOINT else kind, likely


_Doubts = tuple[float, int, int]


def _doubts(one: Assessment, spot: Spot, ranks: Ranks) -> _Doubts:
    """Whether the board is pressed in beside a fixing, how likely a proof fails, and how much of it is asked for."""
    unlikely = max((proviso.unlikely for proviso in one.provisos), default=0)
    return ranks[spot.hole.id][one.fixing][0], unlikely, len(one.provisos)


def _group_pick(
    spots: Sequence[Spot], holding: Holding, ranks: Ranks, begun: Sequence[str] = ()
) -> dict[str, Assessment]:
    """One fixing for all holes of a group, the one whose worst hole ranks best; where none does for all, one for each
    bracket or bar; where that has none either, each hole's own best.

    ``begun``: what holes were drilled for already. It is gone on with where it holds and asks for no more proof: nobody
    changes the bit half-way because the hole that wanted it is done.
    """
    ids = [spot.hole.id for spot in spots]
    common = set.intersection(*(set(holding[hole]) for hole in ids))
    if common:

        def worst(key: str) -> tuple[tuple[float, ...], str]:
            return max(ranks[hole][key] for hole in ids), key

        best = min(common, key=worst)

        def doubts(key: str) -> _Doubts:
            return max(_doubts(holding[spot.hole.id][key], spot, ranks) for spot in spots)

        best = next((key for key in begun if key in common and doubts(key) <= doubts(best)), best)
        return {hole: holding[hole][best] for hole in ids}
    parts = list(dict.fromkeys(spot.hole.support for spot in spots))
    if len(parts) > 1:
        picks: dict[str, Assessment] = {}
        for part in parts:
            picks |= _group_pick([spot for spot in spots if spot.hole.support == part], holding, ranks, begun)
        return picks
    return {hole: _best_first(holding, ranks, hole)[0] for hole in ids if holding[hole]}


def _in_existing(spot: Spot, holding: Holding, ranks: Ranks) -> Assessment | None:
    """What goes into a hole that is there: what it was drilled for, as long as that asks for no more proof."""
    here = holding[spot.hole.id]
    ranked = _best_first(holding, ranks, spot.hole.id)
    meant = here.get((spot.existing.meant if spot.existing else None) or "")
    if meant is not None and ranked and _doubts(meant, spot, ranks) <= _doubts(ranked[0], spot, ranks):
        return meant
    return next(iter(ranked), None)


NO_KIT = Kit()


def _stocks(
    spots: Sequence[Spot], holding: Holding, wanted: Counter[str], kit: Kit, catalogue: Catalogue
) -> dict[str, dict[str, Stock]]:
    """What the van has of each fixing that holds, by hole; of what sits already nothing is wanted."""
    return {
        spot.hole.id: {
            key: NOT_TOLD
            if _sits(spot)
            else look_in_kit(one, catalogue.fixing_by_key[key], spot, wanted[key], kit, catalogue)
            for key, one in holding[spot.hole.id].items()
        }
        for spot in spots
    }


def _sits(spot: Spot) -> bool:
    """Whether a fixing sits in the hole already."""
    return spot.existing is not None and bool(spot.existing.sits)


def _ranks(
    spots: Sequence[Spot],
    held: Sequence[Held],
    kinds: dict[str, BehindKind],
    stocks: dict[str, dict[str, Stock]],
    taste: Taste,
    catalogue: Catalogue,
    alone: bool,
) -> Ranks:
    """How what holds ranks at each hole. ``alone``: it is the same wherever the other holes are, and is kept."""
    ranks: Ranks = {}
    for spot, one in zip(spots, held, strict=True):
        kind = kinds[spot.hole.id]
        if alone and kind in one.ranks:
            ranks[spot.hole.id] = one.ranks[kind]
            continue
        here = ranks[spot.hole.id] = {
            key: _rank(made, spot, taste, stocks[spot.hole.id][key], presses_in(made, spot, kind, catalogue))
            for key, made in one.holds.items()
        }
        if alone:
            one.ranks[kind] = here
    return ranks


def _picks(
    spots: Sequence[Spot], kinds: dict[str, BehindKind], holding: Holding, ranks: Ranks
) -> dict[str, Assessment]:
    """What the plan takes at each hole: one fixing for all that are alike."""
    # a hole that is there already goes its own way, and drives nobody else's
    fresh = [spot for spot in spots if spot.existing is None]
    begun = [spot.existing.meant for spot in spots if spot.existing and spot.existing.meant]
    groups = {spot.hole.id: _alike(kinds[spot.hole.id], spot) for spot in fresh}
    picks: dict[str, Assessment] = {}
    for alike in dict.fromkeys(groups.values()):
        picks |= _group_pick([spot for spot in fresh if groups[spot.hole.id] == alike], holding, ranks, begun)
    for spot in spots:
        if spot.existing is not None and (there := _in_existing(spot, holding, ranks)):
            picks[spot.hole.id] = there
    return picks


def _choose(
    spots: Sequence[Spot],
    kinds: dict[str, BehindKind],
    own: dict[str, str],
    wishes: Sequence[Wish],
    catalogue: Catalogue,
    others: Sequence[tuple[Hypothesis, WallReading]],
    kit: Kit,
    proved: Collection[str],
    maker: Maker | None,
    kept: KeptHeld | None,
) -> tuple[HoleChoice, ...]:
    held = held_at(spots, catalogue, others, proved, maker, kept)
    holding: Holding = {spot.hole.id: one.holds for spot, one in zip(spots, held, strict=True)}
    # a fixing is wanted at every hole that it holds in, but not where one sits already
    wanted = Counter(key for spot in spots if not _sits(spot) for key in holding[spot.hole.id])
    stocks = _stocks(spots, holding, wanted, kit, catalogue)
    # without a van, and nothing in hand, how they rank is the same wherever the other holes are
    alone = not kit.told and not any(catalogue.fixing_by_key[key].in_hand for key in wanted)
    ranks = _ranks(spots, held, kinds, stocks, _taste(wishes, catalogue), catalogue, alone)
    picks = _picks(spots, kinds, holding, ranks)
    choices: list[HoleChoice] = []
    for spot, one in zip(spots, held, strict=True):
        hole, mine = spot.hole.id, own.get(spot.hole.id, "")
        picked = one.holds.get(mine) or one.refused.get(mine)
        planned = picks.get(hole)
        choices.append(
            HoleChoice(
                hole_id=hole,
                accepted=tuple(_best_first(holding, ranks, hole)),
                refused=tuple(one.refused.values()),
                chosen=picked or planned,
                by=ChosenBy.YOU if picked else ChosenBy.PLAN if planned else ChosenBy.NOBODY,
                stocks=stocks[hole],
            )
        )
    return tuple(choices)


def choose(
    spots: Sequence[Spot],
    kinds: dict[str, BehindKind],
    own: dict[str, str],
    wishes: Sequence[Wish],
    catalogue: Catalogue,
    others: Sequence[tuple[Hypothesis, WallReading]] = (),
    kit: Kit = NO_KIT,
    proved: Collection[str] = (),
    maker: Maker | None = None,
    kept: KeptHeld | None = None,
) -> tuple[HoleChoice, ...]:
    """Assesses and ranks every fixing at every hole. ``kinds``: what stands behind each; ``own``: the user's picks.

    ``others``: what else the wall may well be. A fixing that would be refused there asks for proof, so one that
    holds in all of them goes before it. ``kit``: what the van has. ``proved``: fixings that were pulled in this wall,
    which leaves nothing open that a pull can answer. ``maker``: of what is hung, with what he allows. ``kept``: what
    holes by themselves came to, where the same are asked for again with all else as it is.
    """
    choices = _choose(spots, kinds, own, wishes, catalogue, others, kit, proved, maker, kept)
    if maker and not maker.counts_throughout([choice.chosen for choice in choices]):
        return _choose(spots, kinds, own, wishes, catalogue, others, kit, proved, maker.by_parts(), None)
    return choices
