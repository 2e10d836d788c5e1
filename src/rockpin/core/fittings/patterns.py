"""Pattern laid over pattern: whether the threads of an anchor plate come under the holes or slots of a part on it."""

from collections.abc import Iterable, Sequence
from itertools import product
from math import hypot
from typing import NamedTuple

from rockpin.core.base.model import Model
from rockpin.core.document.fixture import Fixture, FixtureHole, HoleKind, Link, LinkKind, Support

_TURNS = (0, 90, 180, 270)


class ThreadsUnder(Model):
    """How many of a part's used holes meet a thread of the plate behind it: as it is drawn, and at best.

    ``turn_deg``, ``dx_mm``, ``dy_mm``: the plate turned to the left and moved for that. ``covered``: wall holes of the
    plate that lie behind the part, by number on the plate from one on.
    """

    link_id: str
    support_id: str
    holes: int
    as_drawn: int
    at_best: int
    turn_deg: int
    dx_mm: float
    dy_mm: float
    covered: tuple[int, ...]


class _Thread(NamedTuple):
    x_mm: float
    y_mm: float
    diameter_mm: float


def _turned(thread: FixtureHole, link: Link, degrees: int) -> _Thread:
    """A thread of a plate that was turned to the left about its middle, in fixture coordinates."""
    x, y = thread.x_mm - link.width_mm / 2, thread.y_mm - link.height_mm / 2
    for _ in range(degrees // 90):
        x, y = -y, x
    return _Thread(link.rect.centre_x_mm + x, link.rect.centre_y_mm + y, thread.diameter_mm)


def _under(thread: _Thread, x_mm: float, y_mm: float, hole: FixtureHole) -> bool:
    """Whether a screw in a thread passes a hole whose middle lies there [mm]."""
    play = (hole.diameter_mm - thread.diameter_mm) / 2
    if play < 0:
        return False
    along = max(0.0, (hole.slot_length_mm - hole.diameter_mm) / 2)
    dx, dy = abs(thread.x_mm - x_mm), abs(thread.y_mm - y_mm)
    if hole.kind is HoleKind.SLOT_ACROSS:
        dx = max(0.0, dx - along)
    elif hole.kind is HoleKind.SLOT_UPRIGHT:
        dy = max(0.0, dy - along)
    return hypot(dx, dy) <= play + 1e-6


def _met(threads: Sequence[_Thread], support: Support, holes: Iterable[FixtureHole], dx: float, dy: float) -> int:
    """How many holes of a part meet a thread each, the plate moved so far [mm]."""
    left = [_Thread(one.x_mm + dx, one.y_mm + dy, one.diameter_mm) for one in threads]
    met = 0
    for hole in holes:
        x, y = support.x_mm + hole.x_mm, support.y_mm + hole.y_mm
        found = next((one for one in left if _under(one, x, y, hole)), None)
        if found is not None:
            left.remove(found)
            met += 1
    return met


def threads_under(link: Link, support: Support) -> ThreadsUnder:
    """The turn and the shift of a plate by which most of a part's holes meet its threads; the least of them.

    Every thread is laid under every hole in every quarter turn; what is not needed is not turned.
    """
    holes = [hole for hole in support.holes if hole.used]
    drawn = _met([_turned(one, link, 0) for one in link.threads], support, holes, 0.0, 0.0)
    best = (-drawn, 0, 0.0, 0.0, 0.0)
    for turn in _TURNS:
        threads = [_turned(one, link, turn) for one in link.threads]
        for thread, hole in product(threads, holes):
            dx, dy = support.x_mm + hole.x_mm - thread.x_mm, support.y_mm + hole.y_mm - thread.y_mm
            found = (-_met(threads, support, holes, dx, dy), turn, round(hypot(dx, dy), 3), dx, dy)
            best = min(best, found)
    area = support.rect
    covered = tuple(
        number
        for number, hole in enumerate(link.holes, 1)
        if hole.used and area.distance_to(link.x_mm + hole.x_mm, link.y_mm + hole.y_mm) < hole.diameter_mm
    )
    return ThreadsUnder(
        link_id=link.id,
        support_id=support.id,
        holes=len(holes),
        as_drawn=drawn,
        at_best=-best[0],
        turn_deg=best[1],
        dx_mm=best[3],
        dy_mm=best[4],
        covered=covered,
    )


def patterns_of(fixture: Fixture) -> tuple[ThreadsUnder, ...]:
    """Each part that goes on an anchor plate with threads, laid over them."""
    supports = {support.id: support for support in fixture.supports}
    return tuple(
        threads_under(link, supports[name])
        for link in fixture.links
        if link.kind is LinkKind.ANCHOR_PLATE
        for name in link.support_ids
    )
