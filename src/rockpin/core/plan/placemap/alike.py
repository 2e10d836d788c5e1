"""Which surroundings of a hole come to the same for every fixing, whatever the loads: one of them is judged for all."""

from collections.abc import Callable, Hashable, Sequence
from dataclasses import dataclass, field, fields, replace
from math import inf
from typing import NamedTuple

import numpy as np

from rockpin.core.capacity import Same, told_of_place
from rockpin.core.demand import Demand, HoleDemand
from rockpin.core.document.job import JobDocument
from rockpin.core.framing import Behind
from rockpin.core.hole import AnchorGroup, LookedUp, Shared, Spot
from rockpin.core.identification import WallReading
from rockpin.core.plan.spots import NOMINAL_SCREW_MM, loads_together, spots_of
from rockpin.core.plan.stages import ComputedStages
from rockpin.core.setout import place_fixture
from rockpin.core.tables.catalogue import Catalogue


class Pinned(NamedTuple):
    """What is set for a hole whatever its place says [mm]: its stud's sure edge, and where concrete ends left, right,
    down and up of it; None: as it is."""

    stud_edge_mm: float | None = None
    edges_mm: tuple[float, float, float, float] | None = None


class At(NamedTuple):
    """Surroundings of one hole: its number, theirs, and what is set besides."""

    hole: int
    code: int
    pinned: Pinned


@dataclass(frozen=True)
class PinnedSpot(Spot):
    """A hole whose stud's edge is set, whatever its place says; kept for all combinations that it is part of."""

    stud_edge_mm: float | None = None
    _walls: dict[int, Spot] = field(default_factory=dict, init=False, compare=False, repr=False)
    _behind: dict[float, Behind] = field(default_factory=dict, init=False, compare=False, repr=False)

    def behind(self, screw_mm: float) -> Behind:
        if screw_mm not in self._behind:
            found = super().behind(screw_mm)
            if found.edge_mm is not None and self.stud_edge_mm is not None and self.wood_species is None:
                found = found.model_copy(update={"edge_mm": self.stud_edge_mm})
            self._behind[screw_mm] = found
        return self._behind[screw_mm]

    def in_wall(self, reading: WallReading, shared: Shared | None = None) -> Spot:
        # the same few walls are asked for again and again, and what was judged there is kept with the spot
        if id(reading) not in self._walls:
            self._walls[id(reading)] = super().in_wall(reading, shared)
        return self._walls[id(reading)]


Put = Callable[[], JobDocument]
"""The job where it is put, made once somebody asks for it."""


def holes_alike(spots: Sequence[Spot]) -> tuple[int, ...]:
    """For each hole of a fixture the first one that is told like it wherever both have the same surroundings.

    Holes of one kind, whose neighbours lie as far off along and up, to whichever side.
    """
    firsts: dict[Hashable, int] = {}
    return tuple(firsts.setdefault(_told_of_hole(spot), number) for number, spot in enumerate(spots))


_PLACE = ("id", "number", "support", "support_label", "x_mm", "y_mm", "plate")
"""What of a hole is its own wherever the fixture hangs."""

_DIGITS = 6
"""Lengths [mm] that differ beyond so many digits are the same: one is the other's mirror image."""


def _told_of_hole(spot: Spot) -> Hashable:
    kind = tuple(value for name, value in spot.hole if name not in _PLACE)
    offsets = sorted((round(abs(dx), _DIGITS), round(abs(dy), _DIGITS)) for dx, dy in spot.neighbours)
    return kind, spot.used_as, round(spot.cover_mm, _DIGITS), spot.edge_on_board, tuple(offsets)


class Alike:
    """Surroundings by what decides of them. ``catalogue``: with the fixings that are asked, ``others``: the walls that
    this one may also be."""

    def __init__(
        self, base: ComputedStages, catalogue: Catalogue, others: Sequence[WallReading], proved: frozenset[str]
    ) -> None:
        self._base, self._catalogue, self._others, self._proved = base, catalogue, others, proved
        self._like = holes_alike(base.spots)
        self._unloaded = _without_loads(base.demand)
        self._shared: Shared = {}
        self._shared_in: dict[int, Shared] = {id(reading): {} for reading in others}
        self._looked_up: dict[tuple[int, int], LookedUp] = {}
        self._number_of: dict[At, int] = {}
        self._told_of: dict[At, int] = {}
        self._told: dict[Hashable, int] = {}
        self._numbers: dict[tuple[int, int], int] = {}
        self._first: list[Spot] = []
        self._loaded: dict[tuple[int, int], Spot] = {}
        self._groups: dict[int, AnchorGroup] = {}

    def numbers(self, put: Put, at: Sequence[At]) -> tuple[int, ...]:
        """For each hole of a job, put where it has these surroundings, a number: alike for those that come to the
        same."""
        if any(one not in self._number_of for one in at):
            self._learn(put(), [one for one in at if one not in self._number_of])
        return tuple(self._number_of[one] for one in at)

    def _learn(self, put: JobDocument, missing: Sequence[At]) -> None:
        spots: dict[At, Spot] = {}
        # what a hole like it was told of the same surroundings holds for this one too
        shared = {one: one._replace(hole=self._like[one.hole]) for one in missing}
        firsts = {shared[one]: one for one in reversed(missing) if shared[one] not in self._told_of}
        spots |= self._pinned_at(put, list(firsts.values()))
        for of, one in firsts.items():
            self._told_of[of] = self._told.setdefault(self._telling(spots[one]), len(self._told))
        numbers = {one: (one.hole, self._told_of[shared[one]]) for one in missing}
        new = {number: one for one, number in numbers.items() if number not in self._numbers}
        spots |= self._pinned_at(put, [one for one in new.values() if one not in spots])
        for number, one in new.items():
            self._numbers[number] = len(self._first)
            self._first.append(spots[one])
        self._number_of |= {one: self._numbers[number] for one, number in numbers.items()}

    def _pinned_at(self, put: JobDocument, at: Sequence[At]) -> dict[At, Spot]:
        if not at:
            return {}
        fresh = self._gathered(put, self._unloaded, {self._base.placed.holes[one.hole].id for one in at})
        of = {spot.hole.id: spot for spot in fresh}
        return {one: self._pinned(of[self._base.placed.holes[one.hole].id], one) for one in at}

    def under(self, number: int, demand: Demand) -> Spot:
        """The hole with surroundings of a number, under such loads."""
        key = (number, id(demand))
        if key not in self._loaded:
            spot = self._first[number]
            if id(demand) not in self._groups:
                holes = self._base.placed.holes
                # edges count for a group in concrete alone, which is not put together here
                self._groups[id(demand)] = loads_together(holes, [_NO_EDGES] * len(holes), demand)
            self._loaded[key] = replace(spot, demand=demand.holes[spot.hole.id], group=self._groups[id(demand)])
        return self._loaded[key]

    def each(self, put: JobDocument, at: Sequence[At], demand: Demand) -> list[Spot]:
        """All holes where they are put, one by one under such loads."""
        fresh = self._gathered(put, demand, {hole.id for hole in self._base.placed.holes})
        return [self._pinned(spot, one) for spot, one in zip(fresh, at, strict=True)]

    def shared_in(self, reading: WallReading) -> Shared:
        """What is the same at all holes in another wall that this one may be."""
        return self._shared_in[id(reading)]

    def _gathered(self, put: JobDocument, demand: Demand, only: set[str]) -> list[Spot]:
        base = self._base
        holes = place_fixture(put, base.catalogue.figures.setout.channel_back_mm).holes
        reading, members = base.identified.reading, base.framing.members
        told = (put, reading, members, holes, base.hidden, demand, base.catalogue, self._proved)
        return spots_of(*told, worded=False, only=only)

    def _pinned(self, spot: Spot, at: At) -> Spot:
        """A hole with its stud's edge set; what was looked up of its surroundings once is not looked up again."""
        told = {one.name: getattr(spot, one.name) for one in fields(spot) if one.init}
        if spot.existing is None:
            told["shared"] = self._shared
        told["looked_up"] = self._looked_up.setdefault((at.hole, at.code), LookedUp.nothing())
        return PinnedSpot(**told, stud_edge_mm=at.pinned.stud_edge_mm)

    def _telling(self, spot: Spot) -> Hashable:
        """All that decides of a hole's surroundings."""
        tables, fixings = self._catalogue.capacity, self._catalogue.fixings
        there = spot.existing and Same(spot.existing)
        likely = spot.behind(0.0).solid_wood >= spot.framing.open_likely
        told: list[Hashable] = [spot.depth_limit_mm, spot.behind(NOMINAL_SCREW_MM).kind, likely, there]
        told.append(spot.leans_to_wood)
        here = [told_of_place(row, spot, tables) for row in fixings]
        told += here
        for reading in self._others:
            # of what does not hold in the likeliest wall nobody asks what it comes to in another
            other = spot.in_wall(reading, self._shared_in[id(reading)])
            told += [one and told_of_place(row, other, tables) for row, one in zip(fixings, here, strict=True)]
        return tuple(told)


_NO_EDGES = (inf, inf, inf, inf)


def _without_loads(demand: Demand) -> Demand:
    """The same holes with nothing on them."""
    table = demand.table
    nought = np.zeros_like(table.tension_n)
    bare = replace(table, tension_n=nought, shear_x_n=nought, shear_y_n=nought)
    holes = {hole_id: HoleDemand(hole_id=hole_id, cases=()) for hole_id in demand.holes}
    return replace(demand, holes=holes, table=bare)
