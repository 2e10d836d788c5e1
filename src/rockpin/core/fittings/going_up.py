"""What of a thing goes up before the rest of it."""

from collections.abc import Collection

from rockpin.core.document.fixture import Attachment, Fixture, HoleKind, Support


def on_the_wall_first(fixture: Fixture) -> list[Support]:
    """The supports that are fixed before the piece hangs: all but clips, and what is marked from it once it does."""
    return [support for support in fixture.supports if not (support.clipped or support.marked_hung)]


def on_keyholes(fixture: Fixture) -> bool:
    """Whether it hangs on the heads of screws that are driven first."""
    return any(hole.kind is HoleKind.KEYHOLE for one in fixture.supports for hole in one.holes if hole.used)


def carries_itself_first(fixture: Fixture, brackets_first: Collection[str]) -> bool:
    """Whether it hangs on the first screw alone for a while: it is screwed to the wall itself, and nobody holds it up.

    ``brackets_first``: as of :func:`lifted_on`. What hangs on keyholes is let down onto one head after the other.
    """
    held_up = fixture.held_up and not on_keyholes(fixture)
    return not (fixture.carriers or held_up or lifted_on(fixture, brackets_first))


def lifted_on(fixture: Fixture, brackets_first: Collection[str]) -> bool:
    """Whether it is lifted onto brackets or a bar that are fast to the wall, with all of their screws in.

    ``brackets_first``: the shapes and everyday things of which that is so, by their keys.
    """
    if on_keyholes(fixture):
        return False
    made_as = [fixture.made_as(piece) for piece in fixture.pieces] or [{fixture.shape, fixture.thing}]
    return all(not one.isdisjoint(brackets_first) for one in made_as) or any(
        support.hung or support.attachment in (Attachment.USER_DRILLED, Attachment.SLIDING)
        for support in on_the_wall_first(fixture)
    )
