"""What each hole comes to by itself: every fixing put to it, in this wall and in what else it may be, and doubts."""

from collections.abc import Collection, Sequence
from typing import NamedTuple

from rockpin.core.base.findings import Finding, Severity, Stage, Where
from rockpin.core.base.quantities import show_share
from rockpin.core.base.words import inside
from rockpin.core.capacity import Assessment, Proviso, assess_all, assess_pairs
from rockpin.core.choice.maker import Maker
from rockpin.core.framing import BehindKind
from rockpin.core.hole import Shared, Spot
from rockpin.core.identification import Hypothesis, WallReading
from rockpin.core.tables.catalogue import Catalogue

Holding = dict[str, dict[str, Assessment]]
"""What holds, by hole and fixing."""


class Other(NamedTuple):
    """What else the wall may be: its chance, what it is called, and each hole as it would be there."""

    chance: float
    label: str
    spots: dict[str, Spot]


def _others(
    hypotheses: Sequence[tuple[Hypothesis, WallReading]], spots: Sequence[Spot], plausible: float
) -> list[Other]:
    """What else the wall may well be, with each hole as it would be there."""
    found = []
    for one, reading in hypotheses:
        if one.probability >= plausible / 2:
            shared: Shared = {}
            found.append(
                Other(one.probability, one.label, {spot.hole.id: spot.in_wall(reading, shared) for spot in spots})
            )
    return found


def _elsewhere(
    holding: Holding, others: Sequence[Other], catalogue: Catalogue
) -> dict[tuple[str, str], list[tuple[Other, Assessment]]]:
    """What holds here, by hole and fixing, in everything else that the wall may be."""
    keys = [(hole, key) for hole, found in holding.items() for key in found]
    found: dict[tuple[str, str], list[tuple[Other, Assessment]]] = {key: [] for key in keys}
    for other in others:
        pairs = [(catalogue.fixing_by_key[key], other.spots[hole]) for hole, key in keys]
        for key, assessed in zip(keys, assess_pairs(pairs, catalogue.capacity), strict=True):
            found[key].append((other, assessed))
    return found


def _by_weakest(one: Assessment, elsewhere: Sequence[tuple[Other, Assessment]], catalogue: Catalogue) -> Assessment:
    """A plug as it would hold in the weakest units that the wall may well be made of, until dust or an edge tells."""
    if catalogue.fixing_by_key[one.fixing].method != "masonry":
        return one
    least = catalogue.figures.identification.weak_units
    weaker = [there for other, there in elsewhere if other.chance >= least and there.accepted and there.use > one.use]
    return max(weaker, key=lambda there: there.use, default=one)


def _doubted(
    one: Assessment, spot: Spot, elsewhere: Sequence[tuple[Other, Assessment]], catalogue: Catalogue
) -> Assessment:
    """The same with a proviso, where what else the wall may be would refuse it often enough to matter."""
    one = _by_weakest(one, elsewhere, catalogue)
    against = [(other, assessed) for other, assessed in elsewhere if not assessed.accepted]
    chance = sum(other.chance for other, _ in against)
    if not against or chance < catalogue.figures.identification.plausible_build_up:
        return one
    other, there = max(against, key=lambda pair: pair[0].chance)
    doubt = Proviso(_DEPENDS_ON_WALL, lambda: _doubt(one, spot, other, there, chance))
    return one._replace(provisos=(*one.provisos, doubt))


_DEPENDS_ON_WALL = "depends-on-wall"


def _doubt(one: Assessment, spot: Spot, other: Other, there: Assessment, chance: float) -> Finding:
    return Finding(
        severity=Severity.PROVE_FIRST,
        stage=Stage.FIXING,
        code=_DEPENDS_ON_WALL,
        sentence=f"Hole {spot.hole.number}: the wall may also be {inside(other.label)} "
        f"({show_share(other.chance)}), and there {inside(one.label)} is refused. "
        f"{there.refusals[0].sentence}",
        action="Find out what the wall is: the Wall stage names the next check.",
        action_stage=Stage.WALL,
        figures={"chance": chance},
        where=Where(hole=spot.hole.id, fixing=one.fixing),
    )


_PULL_ANSWERS = (_DEPENDS_ON_WALL, "packet-high")


def _proved(one: Assessment, proved: Collection[str]) -> Assessment:
    if one.fixing not in proved or not one.provisos:
        return one
    return one._replace(provisos=tuple(proviso for proviso in one.provisos if proviso.code not in _PULL_ANSWERS))


class Held(NamedTuple):
    """What a hole came to by itself: what holds there, with its doubts, and what does not, by fixing.

    ``ranks``: how what holds ranks for each kind of place, where no van has a say in it.
    """

    holds: dict[str, Assessment]
    refused: dict[str, Assessment]
    ranks: dict[BehindKind, dict[str, tuple[float, ...]]]


KeptHeld = dict[int, tuple[Spot, Held]]
"""What holes came to, by identity; with the hole, whose number is never given again."""


def _hold(
    spots: Sequence[Spot],
    catalogue: Catalogue,
    others: Sequence[tuple[Hypothesis, WallReading]],
    proved: Collection[str],
    maker: Maker | None,
) -> list[Held]:
    """Puts every fixing to every hole, in this wall and in what else it may be."""
    held: dict[str, Held] = {}
    at = {spot.hole.id: spot for spot in spots}
    for hole, assessed in assess_all(catalogue.fixings, spots, catalogue.capacity).items():
        found = assessed
        if maker and not maker.says_nothing:
            found = {key: maker.judge(one, at[hole]) for key, one in assessed.items()}
        held[hole] = Held({}, {}, {})
        for key, one in found.items():
            (held[hole].refused if one.refusals else held[hole].holds)[key] = one
    plausible = _others(others, spots, catalogue.figures.identification.plausible_build_up)
    if not plausible and not proved:
        # nothing else that it may be, and nothing pulled
        return [held[spot.hole.id] for spot in spots]
    elsewhere = _elsewhere({hole: one.holds for hole, one in held.items()}, plausible, catalogue)
    for hole, spot in at.items():
        here = held[hole].holds
        for key, one in here.items():
            here[key] = _proved(_doubted(one, spot, elsewhere[hole, key], catalogue), proved)
    return [held[spot.hole.id] for spot in spots]


def held_at(
    spots: Sequence[Spot],
    catalogue: Catalogue,
    others: Sequence[tuple[Hypothesis, WallReading]],
    proved: Collection[str],
    maker: Maker | None,
    kept: KeptHeld | None,
) -> list[Held]:
    if kept is None:
        return _hold(spots, catalogue, others, proved, maker)
    new = [spot for spot in spots if id(spot) not in kept]
    found = _hold(new, catalogue, others, proved, maker)
    kept |= {id(spot): (spot, one) for spot, one in zip(new, found, strict=True)}
    return [kept[id(spot)][1] for spot in spots]
