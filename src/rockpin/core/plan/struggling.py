"""Of a row the things that do not hold: a way out changes those, and leaves what holds as it is."""

from collections.abc import Collection, Sequence
from typing import NamedTuple, TypeVar

from rockpin.core.base.words import inside, listed
from rockpin.core.document.fixture import Fixture, Link, Piece, Support
from rockpin.core.fixture import things_of
from rockpin.core.plan.plan import Plan

Part = TypeVar("Part", Piece, Support, Link)


class Struggling(NamedTuple):
    """``things``: those of a row of which something does not hold, and all that are like them. ``part``: a fixture of
    them alone; the very ``whole`` where it is all that there is."""

    whole: Fixture
    part: Fixture
    things: tuple[Fixture, ...]

    def only(self, some: Sequence[Fixture]) -> "Struggling":
        """Some of its things."""
        return self if len(some) == len(self.things) else _of_some(self.whole, some)

    def put_back(self, changed: Fixture) -> Fixture:
        """The whole row with its struggling things as they are changed; another hand or spacing goes with them."""
        if self.part is self.whole:
            return changed
        pieces = changed.pieces
        if changed.hand != self.whole.hand:
            pieces = tuple(one.model_copy(update={"hand": changed.hand_of(one)}) for one in pieces)
        return self.whole.model_copy(
            update={
                "pieces": _replaced(self.whole.pieces, pieces),
                "supports": _replaced(self.whole.supports, changed.supports),
                "links": _replaced(self.whole.links, changed.links),
                "spacing": changed.spacing,
            }
        )

    def told(self, sentence: str) -> str:
        """A sentence about them, named where others stand beside them that hold."""
        if self.part is self.whole:
            return sentence
        return f"{listed([called(thing) for thing in self.things])}: {inside(sentence)}"


def _replaced(all_of: Sequence[Part], some: Sequence[Part]) -> tuple[Part, ...]:
    by_id = {one.id: one for one in some}
    return tuple(by_id.get(one.id, one) for one in all_of)


def called(thing: Fixture) -> str:
    """What one thing of a row is called."""
    return thing.pieces[0].name if thing.pieces else thing.name


def _kind(whole: Fixture, thing: Fixture) -> frozenset[object]:
    """What makes things alike: what they were made as, and how they are used."""
    return frozenset((frozenset(whole.made_as(one)), one.duty, one.hand) for one in thing.pieces)


def struggling_of(fixture: Fixture, plan: Plan, about: Collection[str]) -> Struggling:
    """The things of which a hole has nothing that holds, or a finding of these codes speaks; all of them where one
    speaks of no hole."""
    things = things_of(fixture)
    told = [one.where.hole for one in plan.findings if one.code in about]
    support_of = {hole.id: hole.support for hole in plan.holes}
    supports = {support_of[hole] for hole in told if hole in support_of}
    kinds = {_kind(fixture, one) for one in things if supports & {support.id for support in one.supports}}
    some = tuple(one for one in things if _kind(fixture, one) in kinds)
    if None in told or not some or len(some) == len(things):
        return Struggling(fixture, fixture, things)
    return _of_some(fixture, some)


def _of_some(fixture: Fixture, some: Sequence[Fixture]) -> Struggling:
    names = {name: {one.id for thing in some for one in getattr(thing, name)} for name in ("pieces", "supports")}
    part = fixture.model_copy(
        update={
            **{name: tuple(one for one in getattr(fixture, name) if one.id in ids) for name, ids in names.items()},
            "rails": tuple(rail for thing in some for rail in thing.rails),
            "links": tuple(link for link in fixture.links if names["supports"] & set(link.support_ids)),
        }
    )
    return Struggling(fixture, part, tuple(some))
