"""How a thing goes up: what is fixed first, what hangs on it, and what is only fixed once it hangs."""

from typing import NamedTuple

from rockpin.core.base.words import inside
from rockpin.core.document.fixture import Attachment, Fixture, HoleKind, LinkKind, Support
from rockpin.core.fittings import stands
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


def _is_hung_on(support: Support) -> bool:
    loose = support.attachment in (Attachment.USER_DRILLED, Attachment.SLIDING)
    return loose or support.hung or any(hole.kind is HoleKind.KEYHOLE for hole in support.holes if hole.used)


def way_of_hanging(fixture: Fixture, catalogue: Catalogue) -> Hanging:
    """What of a fixture goes up before what."""
    clipped = [support for support in fixture.supports if support.clipped or support.marked_hung]
    later = frozenset(hole.id for support in clipped for hole in support.holes if hole.used)
    later_name = "clips" if any(support.clipped for support in clipped) else "lower brackets"
    rest = (bool(clipped), later_name, stands(fixture))
    keyholes = any(hole.kind is HoleKind.KEYHOLE for one in fixture.supports for hole in one.holes if hole.used)
    touching = [support for support in fixture.supports if support not in clipped]
    shape = catalogue.shape_by_key.get(fixture.shape or "")
    thing = catalogue.common_thing_by_key.get(fixture.thing or "")
    first_up = (shape is not None and shape.brackets_first) or (thing is not None and thing.brackets_first)
    by_brackets = first_up or any(_is_hung_on(one) for one in touching)
    names = list(dict.fromkeys(inside(support.name) for support in touching))
    brackets = _one_word(names, len(touching)) if by_brackets and not keyholes else None
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
