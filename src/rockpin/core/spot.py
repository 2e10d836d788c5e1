"""Everything that a fixing has to deal with at one hole, gathered once so that each method reads from one place."""

from collections.abc import Callable
from dataclasses import dataclass, field, replace
from functools import cached_property
from math import hypot
from typing import TypeVar, cast

import numpy as np

from rockpin.core.demand import CaseDemand, DemandTable, HoleDemand
from rockpin.core.fastener_group import Rows
from rockpin.core.figures import Figures
from rockpin.core.fixing_rows import Screw
from rockpin.core.fixture import Environment, HoleKind
from rockpin.core.framing import Behind, BehindKind, MemberReading, look_behind
from rockpin.core.outline import to_top_mm
from rockpin.core.placed_hole import PlacedHole
from rockpin.core.quantities import UnitSystem
from rockpin.core.reading import WallReading
from rockpin.core.tables import Catalogue, Duty
from rockpin.core.wall import EdgeKind, Wall

T = TypeVar("T")


@dataclass(frozen=True)
class AnchorGroup:
    """All holes of a fixture with the forces on them in every row [N], for what must look at them together.

    ``edges``: of each hole, left, right, down, up [mm]. ``solved``: what a method has made of the group, by its key.
    """

    hole_ids: tuple[str, ...]
    places: tuple[tuple[float, float], ...]
    edges: tuple[tuple[float, float, float, float], ...]
    tension_n: Rows
    shear_x_n: Rows
    shear_y_n: Rows
    table: DemandTable | None = None
    alone: tuple[CaseDemand, ...] = ()
    solved: dict[tuple[str, float], object] = field(default_factory=dict, compare=False, repr=False)

    @cached_property
    def apart_mm(self) -> Rows:
        """How far any two holes are apart in the direction in which they are farther [mm], (holes, holes)."""
        places = np.array(self.places)
        away: Rows = np.abs(places[:, None, :] - places[None, :, :]).max(axis=2)
        return away

    def case_of(self, row: int, column: int) -> CaseDemand:
        """What a row puts on one hole."""
        return self.alone[row] if self.table is None else self.table.case(row, self.hole_ids[column])


@dataclass(frozen=True)
class Spot:
    """One hole in its surroundings.

    ``neighbours``: offsets (dx, dy) [mm] of all other holes that get a fixing. ``free_edges_mm``: distances left,
    right, down, up to the nearest edge where masonry or concrete ends. ``board_edge_mm``: to the nearest cut
    edge of board. ``depth_limit_mm``: how deep one may go before the Hidden stage asks for proof. ``shared``: what is
    the same at all holes of this fixture in this wall, see :meth:`alike`.
    """

    hole: PlacedHole
    wall: Wall
    reading: WallReading
    members: tuple[MemberReading, ...]
    neighbours: tuple[tuple[float, float], ...]
    free_edges_mm: tuple[float, float, float, float]
    board_edge_mm: float
    depth_limit_mm: float | None
    duty: Duty
    environment: Environment
    demand: HoleDemand
    units: UnitSystem
    keyhole_play_mm: float
    sold: tuple[UnitSystem, ...] = (UnitSystem.METRIC,)
    carries_people: bool = False
    wood_species: str | None = None
    drilled_mm: float | None = None
    group: AnchorGroup | None = None
    shared: dict[object, object] = field(default_factory=dict, compare=False, repr=False)
    _behind: dict[float, Behind] = field(default_factory=dict, init=False, compare=False, repr=False)
    _once: dict[str, float] = field(default_factory=dict, init=False, compare=False, repr=False)

    @property
    def skin_lever_mm(self) -> float:
        """Lever [mm] of a load that stands off the layer that holds: skins, spacers, and a keyhole's proud screw."""
        return self.reading.skin_mm + self.hole.spacer_mm + self.proud_mm

    @property
    def proud_mm(self) -> float:
        return self.hole.plate_mm + self.keyhole_play_mm if self.hole.kind is HoleKind.KEYHOLE else 0.0

    def clamped(self, figures: Figures) -> bool:
        """Whether the plate holds the screw's head against turning: stiff metal, round-holed and drawn tight."""
        hole = self.hole
        stiff = not hole.flexible and hole.plate_mm >= figures.clamp_plate_mm and hole.board_species is None
        return stiff and self.hole.kind is HoleKind.ROUND

    def behind(self, screw_mm: float, catalogue: Catalogue) -> Behind:
        """What stands behind this hole for a screw of that diameter [mm]; looked up once for each diameter."""
        if self.wood_species is not None:
            # a bracket's screw in a board of one's own: there is wood on every side
            return Behind(
                kind=BehindKind.TIMBER,
                member=None,
                solid_wood=1.0,
                clear_mm=0.0,
                unit_end_mm=None,
                joints_known=False,
            )
        if screw_mm not in self._behind:
            self._behind[screw_mm] = look_behind(
                self.wall, self.reading, self.members, self.hole.x_mm, self.hole.y_mm, screw_mm, catalogue
            )
        return self._behind[screw_mm]

    def anchor_group(self) -> AnchorGroup:
        """The fixture's holes together; a hole told by itself stands beside neighbours that bear what it bears."""
        if self.group is not None:
            return self.group
        cases, count = self.demand.cases, 1 + len(self.neighbours)

        def alike(values: list[float]) -> Rows:
            return np.repeat(np.array(values)[:, None], count, axis=1)

        left, right, down, up = self.free_edges_mm
        offsets = ((0.0, 0.0), *self.neighbours)
        return AnchorGroup(
            hole_ids=(self.hole.id, *(f"beside-{number}" for number in range(1, count))),
            places=offsets,
            edges=tuple((left + dx, right - dx, down + dy, up - dy) for dx, dy in offsets),
            tension_n=alike([case.forces.tension_n for case in cases]),
            shear_x_n=alike([case.forces.shear_x_n for case in cases]),
            shear_y_n=alike([case.forces.shear_y_n for case in cases]),
            alone=cases,
        )

    def once(self, key: str, work: Callable[[], float]) -> float:
        """A figure of this hole that is the same for every fixing of a kind, worked out once."""
        if key not in self._once:
            self._once[key] = work()
        return self._once[key]

    def alike(self, key: str, work: Callable[[], T]) -> T:
        """What a fixing is in every hole of this kind of the same fixture in the same wall, worked out once for all."""
        hole = self.hole
        kind = (key, hole.kind, hole.seat, hole.diameter_mm, hole.plate_mm, hole.spacer_mm, hole.board_species)
        found = self.shared.get((*kind, hole.flexible))
        if found is None:
            found = self.shared[(*kind, hole.flexible)] = work()
        return cast(T, found)

    def nearest_neighbour_mm(self) -> float:
        return self.spacings_mm[0] if self.neighbours else 1e6

    @cached_property
    def spacings_mm(self) -> tuple[float, ...]:
        """Distances [mm] to all other holes, the nearest first."""
        return tuple(sorted(hypot(dx, dy) for dx, dy in self.neighbours))


def elsewhere(spot: Spot, reading: WallReading, shared: dict[object, object] | None = None) -> Spot:
    """The same hole in a wall that is read otherwise. Framing counts only where that wall has any.

    ``shared``: one for all holes that are looked at in that wall.
    """
    members = spot.members if reading.family.framed else ()
    return replace(spot, reading=reading, members=members, shared={} if shared is None else shared)


_FAR_MM = 1e6


def free_edges(wall: Wall, x_mm: float, y_mm: float) -> tuple[float, float, float, float]:
    """Distances [mm] left, right, down and up to where masonry ends: outer corners, free ends, the top, openings.

    An inside corner and the floor are no edges: the wall goes on behind them. The top counts as one, since nobody
    has said what stands on it.
    """
    left = x_mm if wall.left_edge is not EdgeKind.INTERNAL_CORNER else _FAR_MM
    right = wall.width_mm - x_mm if wall.right_edge is not EdgeKind.INTERNAL_CORNER else _FAR_MM
    # a sloped side counts as an edge above, by its true distance
    down, up = _FAR_MM, to_top_mm(wall, x_mm, y_mm)
    for opening in wall.openings:
        rect = opening.rect
        gap = rect.distance_to(x_mm, y_mm)
        # an opening diagonally away weakens both directions: it counts in each by its true distance
        if x_mm >= rect.right_mm:
            left = min(left, gap)
        if x_mm <= rect.x_mm:
            right = min(right, gap)
        if y_mm >= rect.top_mm:
            down = min(down, gap)
        if y_mm <= rect.y_mm:
            up = min(up, gap)
    return left, right, down, up


def board_edge(wall: Wall, x_mm: float, y_mm: float) -> float:
    """Distance [mm] to the nearest cut edge of board: the wall's ends, openings and known joints."""
    gaps = [x_mm, wall.width_mm - x_mm, y_mm, to_top_mm(wall, x_mm, y_mm)]
    gaps += [opening.rect.distance_to(x_mm, y_mm) for opening in wall.openings]
    gaps += [abs(x_mm - joint) for joint in wall.board_joints_mm]
    return min(gaps)


def fits_bracket(screw: Screw, hole: PlacedHole, figures: Figures) -> bool:
    """Whether the shank passes the bracket's hole with a little play."""
    return screw.diameter_mm + figures.bracket_play_mm <= hole.diameter_mm
