"""Things of several kinds in one row: each kind goes up in its own way, with steps of its own."""

from collections.abc import Sequence
from itertools import chain
from typing import NamedTuple

from rockpin.core.document.fixture import Fixture
from rockpin.core.drilling import DrillCard
from rockpin.core.fixture import bodies_of
from rockpin.core.sequence.hanging import way_of_hanging
from rockpin.core.sequence.joined import JointFixings
from rockpin.core.sequence.step import Draft
from rockpin.core.sequence.work_site import WorkSite
from rockpin.core.tables.catalogue import Catalogue


class KindSite(NamedTuple):
    """What the steps of one kind are made from, and what their ids end in."""

    site: WorkSite
    suffix: str

    def of(self, cards: Sequence[DrillCard]) -> list[DrillCard]:
        """Those cards that are of holes of this kind."""
        mine = {one.hole_id for one in self.site.cards}
        return [card for card in cards if card.hole_id in mine]

    def named(self, drafts: Sequence[Draft]) -> list[Draft]:
        """The same steps under ids of this kind, as far as they need one another."""
        own = {one.id for one in drafts}
        for one in drafts:
            one.id += self.suffix
            one.needs = [f"{need}{self.suffix}" if need in own else need for need in one.needs]
        return list(drafts)


def _name(thing: Fixture, catalogue: Catalogue) -> str:
    """What people call a thing that was put beside others."""
    row = catalogue.common_thing_by_key.get(thing.thing or "") or catalogue.shape_by_key.get(thing.shape or "")
    return row.label if row else thing.pieces[0].name


def _parts(thing: Fixture) -> set[str]:
    return {part.id for some in (thing.supports, thing.links) for part in some}


def kinds_of(site: WorkSite) -> list[KindSite]:
    """The kinds of a row in the order of their first pieces; one, where all of it is of one kind."""
    kinds: dict[frozenset[str | None], list[Fixture]] = {}
    for body in bodies_of(site.fixture):
        made_as = site.fixture.made_as(body.fixture.pieces[0]) if body.fixture.pieces else set()
        kinds.setdefault(frozenset(made_as), []).append(body.fixture)
    if len(kinds) < 2:
        return [KindSite(site, "")]
    found, others = [], _parts(site.fixture).difference(*map(_parts, chain(*kinds.values())))
    for number, things in enumerate(kinds.values()):
        first = things[0].pieces[0]
        fixture = things[0].model_copy(
            update={
                name: tuple(part for thing in things for part in getattr(thing, name))
                for name in ("pieces", "supports", "links", "swings", "rails", "envelopes", "tails")
            }
        )
        if first.shape:
            fixture = fixture.model_copy(update={"shape": first.shape, "thing": first.thing})
            fixture = fixture.model_copy(update={"name": _name(fixture, site.catalogue)})
        # a board that nothing is fastened to yet goes up with the first
        parts = _parts(fixture) if number else _parts(fixture) | others
        mine = site._replace(
            fixture=fixture,
            cards=[card for card in site.cards if site.holes[card.hole_id].support in parts],
            hanging=way_of_hanging(fixture, site.catalogue),
            mass_kg=max(sum(piece.mass_kg for piece in thing.pieces) for thing in things),
            joined=site.joined if any(link.kind.has_own_holes for link in fixture.links) else JointFixings(),
        )
        found.append(KindSite(mine, f"-{number + 1}" if number else ""))
    return found
