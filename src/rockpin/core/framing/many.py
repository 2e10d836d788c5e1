"""What stands behind many spots at once: the same as for one spot, as whole numbers on a grid of rows and columns.

Of chances only those steps are told that anything is decided by: for how many of the widths that are asked for a screw
surely, likely or possibly meets wood, and for how many half widths it is surely, likely or possibly clear. Rows in
which nothing changes are worked out once.
"""

from collections.abc import Iterable, Sequence
from math import inf
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from rockpin.core.document.wall import Courses
from rockpin.core.framing.behind import MemberReading
from rockpin.core.framing.chances import MemberAcross, MemberChances, Places
from rockpin.core.tables.figures import FramingFigures

Steps = NDArray[np.uint8]
Numbers = NDArray[np.uint16]


class Widths(NamedTuple):
    """What is asked of framing: least wood beside screws [mm], and half widths that are to be clear [mm]; rising."""

    sides_mm: tuple[float, ...]
    halves_mm: tuple[float, ...]


class FramedGrid(NamedTuple):
    """What each spot meets in a framed wall, told for rows that differ: arrays of shape (rows that differ, columns).

    ``wood``: for how many of the sides it is surely wood; ``wood_open``: for how many it may be, and for how many it is
    likelier than not, as one number that is 0 where it may be for none; with ``LEANS`` besides where a thin screw
    meets it likelier than a hole is clear of it. ``clear``, ``clear_open``: the same of being clear for the half
    widths, which leans nowhere. ``member``: the number of the member met, counted from 1; 0
    where none may be. ``edge_mm``: the distance to its edge that is sure, without bound where none is met. ``rows``:
    which of them each row of the grid has.
    """

    wood: Steps
    wood_open: Numbers
    clear: Steps
    clear_open: Numbers
    member: Numbers
    edge_mm: Places
    rows: NDArray[np.int_]


class _Block(NamedTuple):
    """A part of the grid that some members may reach into: its rows and columns; of its rows those that stand for all,
    and which of them each is like."""

    down: slice
    across: slice
    members: list[MemberAcross]
    first: NDArray[np.int_]
    of: NDArray[np.int_]


_FEWER_THAN = 256
"""Two counts of widths go into one number: far fewer are asked of framing, of either kind."""

LEANS = 128
"""Stands in such a number beside its second count, which never comes near it."""


def _alike(
    x: Places, y: Places, members: Sequence[MemberAcross], widths: Widths, near_mm: float
) -> tuple[NDArray[np.int_], NDArray[np.int_]]:
    """Rows that stand for all, and which of them each row is like; columns are whole steps apart."""
    half_mm = max((*widths.halves_mm, *widths.sides_mm))
    bounds: set[float] = set()
    own = np.zeros(len(y), dtype=bool)
    for one in members:
        rect = one.member.rect
        for at in (rect.y_mm, rect.top_mm):
            # past an end what is narrow is clear of a member sooner than what is wide
            bounds |= {at, *(at + way * wide for wide in (*widths.halves_mm, *widths.sides_mm) for way in (-1, 1))}
        if one.level:
            own |= np.abs(y - one.centre) <= one.reach_mm(half_mm)
        elif near_mm < inf:
            away = np.maximum(rect.y_mm - y, y - rect.top_mm)
            own |= (away > 0) & (away <= near_mm)
    # every bound is a row of its own, the rows between two of them are alike
    edges = np.array(sorted(bounds))
    place = np.searchsorted(edges, y, side="left") + np.searchsorted(edges, y, side="right")
    keys = [np.where(own, 2 * len(edges) + 1 + np.arange(len(y)), place)]
    for one in members:
        if one.leans:
            keys += one.cells_met(float(x[0]), y, widths.sides_mm, widths.halves_mm)
    _, first, of = np.unique(np.stack(keys), axis=1, return_index=True, return_inverse=True)
    return first, of.reshape(-1)


def _clusters(at: Places, spans: Iterable[tuple[float, float]]) -> list[slice]:
    """Stretches of sorted places that lie in any span, put together where they touch."""
    found: list[list[int]] = []
    for low, high in sorted(spans):
        first, last = int(np.searchsorted(at, low, "left")), int(np.searchsorted(at, high, "right"))
        if first >= last:
            continue
        if found and first <= found[-1][1]:
            found[-1][1] = max(found[-1][1], last)
        else:
            found.append([first, last])
    return [slice(first, last) for first, last in found]


def framed_grid(
    members: Sequence[MemberReading],
    x: Places,
    y: Places,
    widths: Widths,
    figures: FramingFigures,
    near_mm: float = inf,
) -> FramedGrid:
    """What every spot of a grid meets in a framed wall [mm]. ``near_mm``: members farther from a spot do not count."""
    lean = figures.stud_lean_mm_per_m
    every = [MemberAcross(member, number, lean) for number, member in enumerate(members, 1)]
    blocks = _blocks(every, x, y, widths, near_mm)
    told = np.zeros((1 + len(blocks), len(y)), int)
    for number, block in enumerate(blocks):
        # how sure an edge is changes with every row of a stud that may lean
        leans = any(one.leans for one in block.members)
        told[number, block.down] = 1 + (np.arange(len(block.of)) if leans else block.of)
    _, first, rows = np.unique(told, axis=1, return_index=True, return_inverse=True)
    shape = (len(first), len(x))
    grid = FramedGrid(
        np.zeros(shape, np.uint8),
        np.zeros(shape, np.uint16),
        np.full(shape, len(widths.halves_mm), np.uint8),
        np.full(shape, (_FEWER_THAN + 1) * len(widths.halves_mm), np.uint16),
        np.zeros(shape, np.uint16),
        np.full(shape, inf),
        rows.reshape(-1),
    )
    for block in blocks:
        mine = np.flatnonzero((block.down.start <= first) & (first < block.down.stop))
        at = x[block.across], y[block.down]
        _fill(grid, (mine, first[mine] - block.down.start), block, at, widths, figures, near_mm)
    return grid


def _blocks(every: Sequence[MemberAcross], x: Places, y: Places, widths: Widths, near_mm: float) -> list[_Block]:
    """The parts of a grid that any member may reach into; where two are over each other the later tells of both."""
    most = max((*widths.halves_mm, *widths.sides_mm, 1.0))
    spans = [(one, one.centre - one.reach_mm(most), one.centre + one.reach_mm(most)) for one in every]
    columns = _clusters(x, [(low, high) for one, low, high in spans if not one.level])
    parts = [(slice(0, len(y)), part) for part in columns]
    for one, low, high in spans:
        if one.level:
            # past its ends it is met by nothing
            along = _clusters(x, [(one.low - most, one.high + most)])
            parts += [(part, across) for part in _clusters(y, [(low, high)]) for across in along]
    found = []
    for down, across in parts:
        near = [
            one
            for one, low, high in spans
            if (one.level and low <= y[down][-1] and high >= y[down][0])
            or (not one.level and low <= x[across][-1] and high >= x[across][0])
        ]
        found.append(_Block(down, across, near, *_alike(x[across], y[down], near, widths, near_mm)))
    return found


def _fill(
    grid: FramedGrid,
    rows: tuple[NDArray[np.int_], NDArray[np.int_]],
    filled: _Block,
    at: tuple[Places, Places],
    widths: Widths,
    figures: FramingFigures,
    near_mm: float,
) -> None:
    """Fills a part of a grid. ``rows``: rows of what the grid tells, and which of the part's own rows each is."""
    (x, y), (_, across, members, first, of) = at, filled
    most = max((*widths.halves_mm, *widths.sides_mm))
    block = MemberChances(members, x, y[first], near_mm, most)
    shape = (len(first), len(x))
    wood, wood_open, number = np.zeros(shape, np.uint8), np.zeros(shape, np.uint16), np.zeros(shape, int)
    for side in widths.sides_mm:
        chance, met = block.met(side)
        may = chance >= figures.open_least
        wood += (chance >= figures.solid_wood_credit).astype(np.uint8)
        wood_open += _FEWER_THAN * may.astype(np.uint16) + (chance >= figures.open_likely).astype(np.uint8)
        # the member that the thinnest screw meets; where none may be met it says nothing
        number = np.where((number == 0) & may, met, number)
    leans = block.met(widths.sides_mm[0])[0] >= block.clear(figures.hole_half_mm)
    wood_open += LEANS * (leans & (wood_open > 0)).astype(np.uint16)
    clear, may_clear = np.zeros(number.shape, np.uint8), np.zeros(number.shape, np.uint16)
    for half in widths.halves_mm:
        chance = block.clear(half)
        clear += (chance >= figures.clear_of_stud).astype(np.uint8)
        may_clear += _FEWER_THAN * (chance >= figures.open_least).astype(np.uint16)
        may_clear += (chance >= figures.open_likely).astype(np.uint8)
    mine, its = rows
    grid.wood[mine, across] = wood[of[its]]
    grid.wood_open[mine, across] = wood_open[of[its]]
    grid.clear[mine, across] = clear[of[its]]
    grid.clear_open[mine, across] = may_clear[of[its]]
    grid.member[mine, across] = number[of[its]].astype(np.uint16)
    whole = MemberChances(members, x, y, near_mm, most) if any(one.leans for one in members) else None
    edge = whole.edge_mm(number[of], figures) if whole else block.edge_mm(number, figures)
    grid.edge_mm[mine, across] = edge[its if whole else of[its]]


class CoursedGrid(NamedTuple):
    """What each spot meets in coursed masonry, told for rows that differ: a joint, or how near a unit's end it is [mm].

    ``joint``, ``end_mm``: of shape (rows that differ, columns); ``rows``: which of them each row of the grid has.
    """

    joint: NDArray[np.bool_]
    end_mm: Places
    rows: NDArray[np.int_]


def coursed_grid(courses: Courses, x: Places, y: Places, step_mm: float) -> CoursedGrid:
    """What every spot of a grid meets in courses; within ``step_mm`` of a joint above or below counts as in it."""
    rise, run = courses.unit_height_mm + courses.joint_mm, courses.unit_length_mm + courses.joint_mm
    course, up = np.divmod(np.stack([y, y + step_mm, y - step_mm]) - courses.origin_y_mm, rise)
    bed = up >= courses.unit_height_mm
    # along a course all rows are alike but for its bed: first the rows that differ, then the courses that these meet
    _, first, of = np.unique(np.concatenate([course, bed]), axis=1, return_index=True, return_inverse=True)
    met, course_of = np.unique(course[:, first], return_inverse=True)
    along = np.mod(x[None, :] - courses.origin_x_mm - (met * courses.course_shift * run)[:, None], run)
    upright = along >= courses.unit_length_mm
    joints = bed[:, first, None] | upright[course_of.reshape(3, -1)]
    here = course_of.reshape(3, -1)[0]
    end = np.where(joints[0], 0.0, np.minimum(along, courses.unit_length_mm - along)[here])
    return CoursedGrid(np.asarray(joints.any(axis=0)), end, of.reshape(-1))
