"""Which combination of surroundings each shift of a fixture has, and what all of them come to."""

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from rockpin.core.capacity import bay_reach_mm
from rockpin.core.demand import reach_of_hands
from rockpin.core.framing import widest_bay_mm
from rockpin.core.plan.placemap.alike import Pinned, holes_alike
from rockpin.core.plan.placemap.bays import in_one_bay
from rockpin.core.plan.placemap.codes import Coded, Codes, Grid, row_numbers, together, whole
from rockpin.core.plan.placemap.lattice import Lattice
from rockpin.core.plan.placemap.outcomes import NOT_THERE, Outcome, Outcomes, Work
from rockpin.core.plan.placemap.surroundings import Asked, steps_of
from rockpin.core.plan.stages import ComputedStages
from rockpin.core.tables.catalogue import Catalogue

Places = NDArray[np.float64]


@dataclass(frozen=True)
class Joint:
    """Which combination of surroundings each shift has, told for rows that differ.

    ``rows``: of each shift up, its row; ``at``: of each row, a shift up that has it. ``open``: places in the table
    where nothing stands against the fixture by itself. ``measures``: numbers for what is told besides, with what each
    of them stands for.
    """

    rows: NDArray[np.int_]
    at: NDArray[np.int_]
    open: NDArray[np.int_]
    holes: tuple[Coded, ...]
    of: Coded
    measures: tuple[Coded, ...]
    tables: tuple[Places, ...]


def joint_of(
    lattice: Lattice, done: ComputedStages, barred: NDArray[np.bool_], by_name: bool, catalogue: Catalogue
) -> Joint:
    """Told for rows that differ; ``barred``: where something stands against the fixture by itself."""
    numbers = range(len(lattice.holes))
    parts = [[one.part(lattice.window[number]) for one in lattice.parts(number, by_name)] for number in numbers]
    measured = [one.part(lattice.window[number]) for number in numbers for one in lattice.measured(number)]
    alike = [lattice.rows(number, by_name) for number in numbers]
    if lattice.asked.framed:
        bay = widest_bay_mm(done.job.wall, done.job.site.region, catalogue)
        widest = lattice.asked.halves_mm[-1] + catalogue.figures.framing.setout_error_mm
        surely = bay_reach_mm(bay, widest, catalogue.figures.capacity)
        bays = in_one_bay(
            lattice.holes, done.framing.members, lattice.dx, lattice.dy, (surely, bay), catalogue.figures.capacity
        )
        for number in numbers:
            parts[number] += bays[number].grids
            alike.append(row_numbers(bays[number].grids))
    reach = reach_of_hands(done.job.fixture, catalogue.demand)
    foot = done.job.placement.y_mm + lattice.dy
    step = np.searchsorted(np.array(reach.steps_mm), foot, side="right")
    foot = reach.counted(foot)
    alike += [step, np.unique(foot, return_inverse=True)[1].reshape(-1), row_numbers([whole(barred)])]
    _, at, rows = np.unique(np.stack(alike), axis=1, return_index=True, return_inverse=True)
    rows = rows.reshape(-1)
    shape = (len(at), len(lattice.dx))
    holes = _of_holes([[one.at(at) for one in some] for some in parts], holes_alike(done.spots))
    of = together([*(one.of for one in holes), np.broadcast_to(step[at][:, None].astype(np.int32), shape)])
    # what is alike all along or all the way up is told once
    compact = [one.at(at) if len(one.of) > 1 else one.of for one in measured]
    coded, tables = steps_of([*compact, foot[at][:, None]], shape)
    return Joint(rows, at, np.flatnonzero(~barred[at]), holes, of, tuple(coded), tuple(tables))


def _of_holes(parts: Sequence[Sequence[Grid]], alike: Sequence[int]) -> tuple[Coded, ...]:
    """What each hole meets as one number; the same number for the same surroundings of holes that are told alike.

    ``alike``: for each hole the first one that is told like it.
    """
    found: dict[int, Coded] = {}
    for first in dict.fromkeys(alike):
        some = [number for number, one in enumerate(alike) if one == first]
        every = together([np.stack(grids) for grids in zip(*(parts[number] for number in some), strict=True)])
        found |= {number: Coded(every.of[place], every.size) for place, number in enumerate(some)}
    return tuple(found[number] for number in range(len(parts)))


class _Box(NamedTuple):
    """Shifts of one combination, by their places in the table, with a shift [mm] that has it."""

    cells: NDArray[np.int_]
    codes: tuple[int, ...]
    place: tuple[int, int]


def solved(joint: Joint, lattice: Lattice, outcomes: Outcomes) -> tuple[Codes, tuple[Outcome, ...]]:
    """The outcome of every combination, as a number for each row and shift along.

    Where the least and the most of all measures of a combination come to the same, so does all between: a stud's edge
    or an edge of concrete farther off never makes a place worse. Else its shifts are parted at the middle.
    """
    shape = joint.of.of.shape
    flat = joint.of.of.reshape(-1)
    order = joint.open[np.argsort(flat[joint.open], kind="stable")]
    _, starts = np.unique(flat[order], return_index=True)
    bounds = np.append(starts, len(order))
    boxes = []
    for start, end in pairwise(bounds):
        first = divmod(int(order[start]), shape[1])
        codes = tuple(int(one.of[first]) for one in joint.holes)
        boxes.append(_Box(order[start:end], codes, (int(lattice.dx[first[1]]), int(lattice.dy[joint.at[first[0]]]))))
    found: dict[Outcome, int] = {NOT_THERE: 0}
    number_of = np.zeros(len(flat), np.int32)
    while boxes:
        corners = []
        for box in boxes:
            row, column = np.divmod(box.cells, shape[1])
            here = np.stack([one.of[row, column] for one in joint.measures])
            corners.append((here, here.min(axis=1), here.max(axis=1)))
        works = [
            [_work(joint, lattice.asked, box.place, box.codes, at.tolist()) for at in (low, high)]
            for box, (_, low, high) in zip(boxes, corners, strict=True)
        ]
        known = outcomes.of_all(work for both in works for work in both)
        smaller = []
        for box, (here, low, high), (least, most) in zip(boxes, corners, works, strict=True):
            if known[least] == known[most]:
                number_of[box.cells] = found.setdefault(known[least], len(found))
                continue
            axis = int((high - low).argmax())
            below = here[axis] <= (low[axis] + high[axis]) // 2
            smaller += [box._replace(cells=box.cells[part]) for part in (below, ~below)]
        boxes = smaller
    return number_of.reshape(shape), tuple(found)


def _work(joint: Joint, asked: Asked, place: tuple[int, int], codes: tuple[int, ...], at: Sequence[int]) -> Work:
    values = [float(table[number]) for table, number in zip(joint.tables, at, strict=True)]
    each = (1 if asked.framed else 0) + (4 if asked.edges_to_mm else 0)
    pinned = []
    for number in range(len(codes)):
        mine = values[number * each : (number + 1) * each]
        edge = mine.pop(0) if asked.framed else None
        pinned.append(Pinned(edge, (mine[0], mine[1], mine[2], mine[3]) if mine else None))
    return Work(*place, codes, tuple(pinned), values[-1])
