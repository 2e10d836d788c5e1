"""The map itself: each shift of a fixture by whole steps [mm], with the verdict of its plan there."""

from collections.abc import Sequence
from dataclasses import dataclass
from math import floor

import numpy as np
from numpy.typing import NDArray

from rockpin.core.base.findings import VerdictWord, weight
from rockpin.core.base.keeping import NOTHING_KEPT, GoOn, Keep, go_on_always
from rockpin.core.base.model import Rect
from rockpin.core.capacity import refused_here
from rockpin.core.document.fixings import AnyFixing
from rockpin.core.document.fixture import LimitKind
from rockpin.core.document.job import JobDocument
from rockpin.core.placing import seen_of
from rockpin.core.plan.corner import planes_of
from rockpin.core.plan.findings import looks_by_sweep, of_the_thing, of_the_wall, proof_findings
from rockpin.core.plan.placemap.codes import Codes, weighty
from rockpin.core.plan.placemap.joint import joint_of, solved
from rockpin.core.plan.placemap.lattice import Lattice, lattices_of
from rockpin.core.plan.placemap.outcomes import NOT_THERE, Outcome, Outcomes
from rockpin.core.plan.placemap.standing import room_weighs
from rockpin.core.plan.placemap.surroundings import asked_of
from rockpin.core.plan.stages import ComputedStages, compute_stages, read_wall
from rockpin.core.setout import place_fixture
from rockpin.core.tables.catalogue import Catalogue

Places = NDArray[np.float64]
Weights = NDArray[np.uint8]

WORDS = (VerdictWord.READY, VerdictWord.PROVE_FIRST, VerdictWord.DO_NOT_DRILL)
"""What a weight says."""

_MOST_SPOTS = 50e6
"""Spots of which the surroundings are worked out at once: each takes some 40 bytes."""

_BY_STUD = {LimitKind.STUDS_MIN_COUNT, LimitKind.STUD_SPACING_MAX_MM, LimitKind.STUD_SPACING_MIN_MM}


def mappable(job: JobDocument, catalogue: Catalogue, step_mm: int = 1) -> bool:
    """Whether the map of a job can be worked out: a flat wall of a building with a level top, nothing drilled yet.

    Pieces in a corner, posts, repairs, things that bring pipes or a screen of their own, and walls so large that their
    map takes more room than a small computer has, are judged place by place.
    """
    wall, fixture = job.wall, job.fixture
    holes = place_fixture(job, catalogue.figures.setout.channel_back_mm).holes
    if wall.width_mm * wall.height_mm * len(lattices_of(holes, step_mm)) > _MOST_SPOTS * step_mm**2:
        return False
    drilled = job.records or job.came_loose
    special = wall.outline or wall.post or fixture.device or fixture.tails or fixture.enclosure
    return (
        not drilled
        and not special
        and planes_of(job, catalogue.figures.demand) is None
        and seen_of(fixture) is not None
    )


@dataclass(frozen=True)
class PlaceMap:
    """What each shift of a fixture comes to. Arrays of shape (shifts up, shifts along); shifts are whole mm from where
    it stands, from ``dx_mm`` and ``dy_mm`` on, ``step_mm`` apart.

    ``weights``: a place in ``WORDS``. ``outcome``: a place in ``outcomes``, for rows that differ, with ``rows`` to tell
    which of them each shift up has. ``area``: what is seen of it where it stands. ``worked_out``: combinations planned.
    """

    area: Rect
    dx_mm: int
    dy_mm: int
    weights: Weights
    outcome: Codes
    rows: NDArray[np.int_]
    outcomes: tuple[Outcome, ...]
    lattice: Lattice
    worked_out: int = 0
    step_mm: int = 1

    def word(self, dx_mm: int, dy_mm: int) -> VerdictWord:
        """The verdict of a shift [mm] that the map has."""
        row, column = (dy_mm - self.dy_mm) // self.step_mm, (dx_mm - self.dx_mm) // self.step_mm
        return WORDS[self.weights[row, column]]

    @property
    def least_risk(self) -> float:
        """The risk [1] of any place: what need not be proved counts alike everywhere."""
        return self.lattice.done.hidden.tables.figures.risk_prove

    def risks(self) -> Places:
        """The greatest risk [1] of any hole at each shift where something may be drilled, to four digits."""
        found = np.full(self.weights.shape, self.least_risk)
        for number in range(len(self.lattice.holes)):
            drilled = [one.drilled[number] if one.drilled else None for one in self.outcomes]
            for way in {one for one in drilled if one is not None}:
                mine = np.array([one == way for one in drilled])[self.outcome][self.rows]
                np.maximum(found, self.lattice.risk(number, way), out=found, where=mine)
        return np.round(found, 4)


def map_places(
    job: JobDocument,
    catalogue: Catalogue,
    keep: Keep = NOTHING_KEPT,
    within: tuple[int, int, int, int] | None = None,
    *,
    uses: bool = True,
    step_mm: int = 1,
    go_on: GoOn = go_on_always,
) -> PlaceMap:
    """The verdict of every shift of a fixture over its wall. ``within``: least and most shift along, then up [mm].

    ``uses``: whether it is asked how far holes are used, which takes longer than verdicts alone. ``step_mm``: how far
    shifts lie apart; where it stands is one of them. ``go_on``: asked now and then, and raises where nobody waits any
    more.
    """
    done = compute_stages(job, catalogue, keep, advise=False)
    read = read_wall(job, catalogue, keep)
    at, wall = done.job.placement, done.job.wall
    seen = seen_of(done.job.fixture)
    assert seen is not None
    area = Rect(x_mm=at.x_mm + seen.x_mm, y_mm=at.y_mm + seen.y_mm, width_mm=seen.width_mm, height_mm=seen.height_mm)
    room = (area.x_mm, wall.width_mm - area.right_mm, area.y_mm, wall.height_mm - area.top_mm)
    left, right, down, up = (floor(max(0.0, side) / step_mm) * step_mm for side in room)
    low_x, high_x, low_y, high_y = within or (-left, right, -down, up)
    dx, dy = (np.arange(low, high + 1, step_mm, dtype=float) for low, high in ((low_x, high_x), (low_y, high_y)))
    plausible = done.catalogue.figures.identification.plausible_build_up / 2
    fixings = _fixings(done)
    by_name = any(limit.kind in _BY_STUD for limit in done.job.fixture.limits)
    readings = [
        done.identified.reading,
        *(read_ for one, read_ in done.identified.others if one.probability >= plausible),
    ]
    lattice = Lattice(done, read, asked_of(done.catalogue, fixings, [one.family for one in readings]), dx, dy, step_mm)
    weights = np.maximum(room_weighs(done, dx, dy, done.catalogue), np.uint8(_always(done)))
    if not done.identified.reading.family.planned or not lattice.holes:
        # nothing holds there by any plan
        return PlaceMap(
            area,
            low_x,
            low_y,
            np.full_like(weights, 2),
            np.zeros((1, len(dx)), np.int32),
            np.zeros(len(dy), int),
            (NOT_THERE,),
            lattice,
            step_mm=step_mm,
        )
    for number in range(len(lattice.holes)):
        np.maximum(weights, lattice.marks(number), out=weights)
    joint = joint_of(lattice, done, weights == 2, by_name, catalogue)
    go_on()
    working = Outcomes(done, catalogue, fixings, by_name=by_name, uses=uses, go_on=go_on)
    outcome, outcomes = solved(joint, lattice, working)
    np.maximum(weights, np.array([one.weight for one in outcomes], np.uint8)[outcome][joint.rows], out=weights)
    for group in lattice.groups:
        go_on()
        _hidden_weighs(weights, group, lattice, outcome, joint.rows, outcomes)
    return PlaceMap(area, low_x, low_y, weights, outcome, joint.rows, outcomes, lattice, working.worked_out, step_mm)


def _fixings(done: ComputedStages) -> list[AnyFixing]:
    """The fixings that may hold somewhere in this wall, and those that somebody picked."""
    picked = {choice.fixing for choice in done.job.choices}
    if not done.spots:
        return []
    uses, tables = {spot.used_as: spot for spot in done.spots}.values(), done.catalogue.capacity
    sold = set(done.spots[0].sold)
    return [
        row
        for row in done.catalogue.fixings
        if row.key in picked or (sold & set(row.systems) and not all(refused_here(row, one, tables) for one in uses))
    ]


def _always(done: ComputedStages) -> int:
    """What weighs against every place of the wall."""
    nowhere = done._replace(placed=done.placed._replace(holes=()))
    findings = [*of_the_wall(done.whole.counted(), nowhere), *of_the_thing(done.whole, done)]
    findings += proof_findings(done.proofs, done.catalogue, done.job.site.units)
    areas = looks_by_sweep(done.job.wall)
    return max([int(areas == ()), *map(weight, findings)])


def _hidden_weighs(
    weights: Weights,
    group: Sequence[int],
    lattice: Lattice,
    outcome: Codes,
    rows: NDArray[np.int_],
    outcomes: Sequence[Outcome],
) -> None:
    """Weighs what is hidden against the holes of a group, each as it is drilled at each shift, and asked only there."""
    drilled = {number: [one.drilled[number] if one.drilled else None for one in outcomes] for number in group}
    for way in {one for each in drilled.values() for one in each if one is not None}:
        used = {number: np.array([one == way for one in each]) for number, each in drilled.items()}
        where = {number: mine[outcome] for number, mine in used.items() if mine.any()}
        there = lattice.weighed_where(way, {number: (mine, rows) for number, mine in where.items()})
        parts = weighty(there)
        for number, mine in where.items():
            everywhere = mine.all()
            for part in parts:
                (down, across), spots = lattice.shifts_over(number, part)
                here, over = weights[down, across], there[spots]
                np.maximum(here, over if everywhere else over * mine[:, across][rows[down]], out=here)
