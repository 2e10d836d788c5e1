"""How a thing goes up: what is fixed first, what hangs on it, and what is only fixed once it hangs."""

from typing import NamedTuple

from rockpin.core.base.words import inside
from rockpin.core.document.fixture import Fixture, LinkKind
from rockpin.core.fittings import lifted_on, on_keyholes, on_the_wall_first, stands
from rockpin.core.tables.catalogue import Catalogue


class Hanging(NamedTuple):
    """``first``: what goes up before the piece, in words; None: the piece itself is screwed to the wall.

    ``later``: holes that are only marked and drilled once the piece hangs, of ``later_name``. ``keyholes``: it hangs on
    proud heads. ``stands``: the floor carries it, and it is only pushed up to the wall. ``second``: brackets that are
    fastened to what goes up first before the piece is lifted on, in words.
    """

    first: str | None
    later: frozenset[str]
    keyholes: bool
    clipped: bool
    later_name: str
    stands: bool
    second: str | None = None


def way_of_hanging(fixture: Fixture, catalogue: Catalogue) -> Hanging:
    """What of a fixture goes up before what."""
    clipped = [support for support in fixture.supports if support.clipped or support.marked_hung]
    later = frozenset(hole.id for support in clipped for hole in support.holes if hole.used)
    later_name = "clips" if any(support.clipped for support in clipped) else "lower brackets"
    rest = (bool(clipped), later_name, stands(fixture))
    keyholes, touching = on_keyholes(fixture), on_the_wall_first(fixture)
    names = list(dict.fromkeys(inside(support.name) for support in touching))
    brackets = _one_word(names, len(touching)) if lifted_on(fixture, catalogue.brackets_first) else None
    behind = [link for link in fixture.links if link.kind.has_own_holes]
    if behind:
        kinds = {link.kind for link in behind}
        words = {LinkKind.CHANNEL: "the channel", LinkKind.ANCHOR_PLATE: "the plate"}
        first = next((word for kind, word in words.items() if kind in kinds), "the board")
        return Hanging(first, later, keyholes, *rest, brackets)
    if keyholes:
        return Hanging("the screws", later, keyholes, *rest)
    return Hanging(brackets, later, keyholes, *rest)


def _one_word(names: list[str], count: int) -> str:
    if len(names) == 1:
        return f"the {names[0]}"
    return f"the {count} brackets"
