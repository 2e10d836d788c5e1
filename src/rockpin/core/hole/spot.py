"""Everything that a fixing has to deal with at one hole, gathered once so that each method reads from one place."""

from collections.abc import Callable
from dataclasses import dataclass, field, replace
from functools import cached_property
from math import hypot, inf, isfinite
from typing import NamedTuple, TypeVar, cast

import numpy as np

from rockpin.core.base.quantities import UnitSystem, show_length
from rockpin.core.demand import HoleDemand, Rows
from rockpin.core.document.fixings import Screw, ScrewKind
from rockpin.core.document.fixture import Environment, HeadSeat, HoleKind, SupportMaterial
from rockpin.core.document.wall import Wall
from rockpin.core.framing import Behind, BehindKind, MemberReading, chance_clear, look_behind, members_about
from rockpin.core.hole.anchor_group import AnchorGroup
from rockpin.core.hole.existing import Existing
from rockpin.core.hole.screws import ScrewPick, head_of
from rockpin.core.identification import WallReading
from rockpin.core.setout import PlacedHole
from rockpin.core.tables.figures import FramingFigures, HoleFigures
from rockpin.core.tables.materials import Duty

T = TypeVar("T")

Shared = dict[object, dict[str, object]]
"""What is the same at all holes of a fixture in a wall, by what the bracket's hole is and by a key."""


class LookedUp(NamedTuple):
    """What was looked up of a hole's place already, for every wall and all loads that it is asked for.

    ``behind``: by screw [mm] and by what the wall is; ``figures``: by key and by whether it is framed; ``clear``:
    chances [1] by whether it is framed and by how wide [mm] it is asked to be clear.
    """

    behind: dict[tuple[object, float], Behind]
    figures: dict[tuple[bool, str], object]
    clear: dict[tuple[bool, float], float]

    @classmethod
    def nothing(cls) -> "LookedUp":
        """Of a place where nothing was looked up yet."""
        return cls({}, {}, {})


@dataclass(frozen=True)
class Spot:
    """One hole in its surroundings.

    ``neighbours``: offsets (dx, dy) [mm] of all other holes that get a fixing. ``free_edges_mm``: distances left,
    right, down, up to the nearest edge where masonry or concrete ends. ``board_edge_mm``: to the nearest cut
    edge of board. ``depth_limit_mm``: how deep one may go before the Hidden stage asks for proof. ``shared``: what is
    the same at all holes of this fixture in this wall, see :meth:`cached_per_wall`. ``mass_kg``: of what hangs there in
    all. ``joint_proved``: fixings whose pull has shown that hidden joints do not matter; None: what the bit met has.
    ``edge_on_board``: whether the plate may press bare board with its edge.
    ``existing``: the hole, where it is drilled already. ``outside_mm``: how deep [mm] one comes to an outer skin that
    nothing may go through; None: there is none. ``worded``: whether somebody reads what is said of it, beyond the
    verdict.
    ``bay_mm``: the widest that studs leave between them here; None: the wall has none.
    ``looked_up``: goes with the hole wherever it is put. ``figures``, ``framing``: single figures of this room and of
    what stands behind it.
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
    figures: HoleFigures
    framing: FramingFigures
    sold: tuple[UnitSystem, ...]
    carries_people: bool = False
    wood_species: str | None = None
    existing: Existing | None = None
    outside_mm: float | None = None
    mass_kg: float = 0.0
    edge_on_board: bool = False
    bay_mm: float | None = None
    joint_proved: frozenset[str] | None = frozenset()
    group: AnchorGroup | None = None
    worded: bool = True
    shared: Shared = field(default_factory=dict, compare=False, repr=False)
    looked_up: LookedUp = field(default_factory=LookedUp.nothing, compare=False, repr=False)
    _once: dict[str, object] = field(default_factory=dict, init=False, compare=False, repr=False)
    assessed: dict[str, tuple[object, object, object]] = field(
        default_factory=dict, init=False, compare=False, repr=False
    )
    """What fixings came to here, by key, with the row and the tables that they were judged by."""

    @property
    def edge_press_n(self) -> float:
        """How hard [N] the plate's edge presses board that has nothing behind it, at the most."""
        return self.demand.edge_compression_n if self.edge_on_board else 0.0

    @property
    def skin_lever_mm(self) -> float:
        """Lever [mm] of a load that stands off the layer that holds: skins, spacers, and a keyhole's proud screw."""
        return self.reading.skin_mm + self.hole.spacer_mm + self.proud_mm

    @property
    def proud_mm(self) -> float:
        """How far a keyhole's screw stands out of the wall [mm], 0 in any other hole."""
        return self.hole.plate_mm + self.figures.keyhole_proud_mm if self.hole.kind is HoleKind.KEYHOLE else 0.0

    @property
    def clamped(self) -> bool:
        """Whether the plate holds the screw's head against turning: stiff metal, round-holed and drawn tight."""
        hole = self.hole
        stiff = not hole.flexible and hole.plate_mm >= self.figures.clamp_plate_mm and hole.board_species is None
        return stiff and hole.material.is_metal and hole.kind is HoleKind.ROUND

    @property
    def skin_bears_n_per_mm(self) -> float:
        """What skins bear [N per mm of screw] that are clamped between a metal plate and what holds, drilled tight."""
        tight = self.clamped and not self.hole.spacer_mm and self.wood_species is None
        return self.reading.skin_bears_n_per_mm if tight else 0.0

    def passes(self, shank_mm: float) -> bool:
        """Whether a shank of this diameter [mm] passes the bracket's hole with a little play."""
        return shank_mm + self.figures.bracket_play_mm <= self.hole.diameter_mm

    def washer_mm(self, screw: Screw) -> float:
        """Diameter [mm] of the washer needed, 0 for none: at least twice a slot's width, or past a wide round hole."""
        hole = self.hole
        if hole.seat is HeadSeat.COUNTERSUNK or hole.kind is HoleKind.KEYHOLE:
            return 0.0
        if hole.washer_wanted or hole.material is SupportMaterial.PLASTIC:
            return 2 * hole.diameter_mm
        return 2 * hole.diameter_mm if screw.head_mm < self.figures.head_over_hole * hole.diameter_mm else 0.0

    def under_head_mm(self, screw: Screw) -> float:
        """What lies between the screw's head and the wall [mm]: bracket, spacer, washer, or a keyhole's proud length.

        A countersunk head sinks into its plate, but its length counts from the top, so the plate's thickness stands.
        """
        hole = self.hole
        if hole.kind is HoleKind.KEYHOLE:
            return hole.spacer_mm + self.proud_mm
        return hole.spacer_mm + hole.plate_mm + (self.figures.backing_washer_mm if self.washer_mm(screw) else 0.0)

    def dust_mm(self, screw_mm: float) -> float:
        """Extra depth for dust [mm]: the larger of the least and one screw diameter [mm]."""
        return max(self.figures.dust_min_mm, screw_mm)

    def must_stay_mm(self, leaf_mm: float | None = None) -> float:
        """Least masonry [mm] that a hole must leave behind it: it must not blow out the back.

        ``leaf_mm``: of a leaf so thick [mm]; None: of this wall's.
        """
        thick = self.reading.holding_mm if leaf_mm is None else leaf_mm
        least = max(self.figures.remaining_min_mm, self.figures.remaining_share * thick)
        to_the_end = self.reading.hammered and not self.reading.goes_plain
        return max(least, self.figures.remaining_hammer_mm) if to_the_end else least

    def hammer_to_mm(self, leaf_mm: float | None = None) -> float:
        """How deep [mm] from the face the hammer may be on: behind that its blows break out the back.

        ``leaf_mm``: of a leaf so thick [mm]; None: of this wall's.
        """
        thick = self.reading.holding_mm if leaf_mm is None else leaf_mm
        return max(0.0, self.reading.skin_mm + thick - self.figures.remaining_hammer_mm)

    def pick(self, screw: Screw, length_mm: float) -> ScrewPick:
        """A screw of that stock length [mm], written as the shop writes it."""
        in_inches = UnitSystem.IMPERIAL in screw.systems and self.units is UnitSystem.IMPERIAL
        if UnitSystem.METRIC in screw.systems and not in_inches:
            thread = "M" if screw.kind in (ScrewKind.MACHINE, ScrewKind.ROD) else ""
            text = f"{thread}{screw.diameter_mm:g} × {length_mm:g}"
        else:
            # bought by the size that its name begins with: "#8 wood screw", "3/8 in lag screw", "1/4-20 machine screw"
            first, second, *_ = screw.label.split(" ")
            size = f"{first} {second}" if second in ("in", "mm") else first
            text = f"{size} × {show_length(length_mm, UnitSystem.IMPERIAL)}"
        return ScrewPick(
            key=screw.key,
            label=screw.label,
            text=text,
            diameter_mm=screw.diameter_mm,
            root_mm=screw.root_mm,
            head_mm=screw.head_mm,
            length_mm=length_mm,
            head=head_of(screw, self.hole),
            washer_mm=self.washer_mm(screw),
            proud_mm=self.proud_mm,
            under_head_mm=self.under_head_mm(screw),
            blunt=screw.kind in (ScrewKind.MACHINE, ScrewKind.ROD),
        )

    def behind(self, screw_mm: float) -> Behind:
        """What stands behind this hole for a screw of that diameter [mm]; looked up once for each diameter."""
        if self.wood_species is not None:
            # a bracket's screw in a board of one's own: there is wood on every side
            return Behind(
                kind=BehindKind.TIMBER,
                member=None,
                solid_wood=1.0,
                clear=0.0,
                edge_mm=self.board_edge_mm if isfinite(self.board_edge_mm) else None,
                unit_end_mm=None,
                joints_known=False,
            )
        family, known = self.reading.family, self.looked_up.behind
        # nothing but the family of a wall decides what stands behind a place of it, and of framing alone the screw
        kind = family.framed or family
        key = kind, screw_mm if family.framed else 0.0
        if key not in known and family.framed:
            # where a thinner screw finds no wood at all, a thicker one finds none either
            none = (one for (of, mm), one in known.items() if of is kind and mm <= screw_mm and one.solid_wood == 0)
            if bare := next(none, None):
                known[key] = bare
        if key not in known:
            clear = self.chance_clear(self.framing.hole_half_mm)
            at = self.hole.x_mm, self.hole.y_mm
            behind = look_behind(self.wall, self.reading, self._about, *at, screw_mm, self.framing, clear)
            known[key] = self.existing.seen(behind, self.reading) if self.existing else behind
        return known[key]

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
            relief=np.array([case.allowance.concrete for case in cases]),
        )

    def cached_per_hole(self, key: str, work: Callable[[], T]) -> T:
        """What is the same at this hole for every fixing of a kind, worked out once."""
        if key not in self._once:
            self._once[key] = work()
        return cast(T, self._once[key])

    def cached_per_place(self, key: str, work: Callable[[], T]) -> T:
        """What is so of this hole's place, worked out once: no load changes it, and of a wall only whether it is
        framed."""
        known, of = self.looked_up.figures, (self.reading.family.framed, key)
        if of not in known:
            known[of] = work()
        return cast(T, known[of])

    def cached_per_wall(self, key: str, work: Callable[[], T]) -> T:
        """What a fixing is in every hole of this kind of the same fixture in the same wall, worked out once for all."""
        here = self._of_its_kind
        found = here.get(key)
        if found is None:
            found = here[key] = work()
        return cast(T, found)

    @cached_property
    def _of_its_kind(self) -> dict[str, object]:
        """What is the same at all holes of this one's kind."""
        hole = self.hole
        board = (hole.spacer_mm, hole.board_species, hole.flexible)
        kind = (hole.kind, hole.seat, hole.diameter_mm, hole.plate_mm, *board)
        return self.shared.setdefault((*kind, *self.used_as), {})

    @property
    def used_as(self) -> tuple[str, bool, float]:
        """What the thing that it is of goes through, whether it carries a person, and its mass [kg]: another in the row
        has its own."""
        return self.duty.key, self.carries_people, self.mass_kg

    def nearest_neighbour_mm(self) -> float:
        """Distance [mm] to the nearest other hole, without bound where there is none."""
        return self.spacings_mm[0] if self.neighbours else inf

    def in_wall(self, reading: WallReading, shared: Shared | None = None) -> "Spot":
        """The same hole in a wall that is read otherwise. Framing counts only where that wall has any.

        ``shared``: one for all holes that are looked at in that wall.
        """
        members = self.members if reading.family.framed else ()
        if self.existing:
            met = self.existing.reading(reading)
            # what a wall is at one hole is not what it is at the others
            reading, shared = met, shared if met is reading else {}
        if shared is None and reading is self.reading and members == self.members:
            return self
        return replace(self, reading=reading, members=members, shared={} if shared is None else shared)

    def aside(self, dx_mm: float) -> "Spot":
        """The same hole so much farther along [mm], where neighbours and edges are about as far as here."""
        hole = self.hole.model_copy(update={"x_mm": self.hole.x_mm + dx_mm})
        return replace(self, hole=hole, looked_up=LookedUp.nothing(), worded=False)

    def under(self, demand: HoleDemand, group: AnchorGroup) -> "Spot":
        """The same hole under other loads."""
        return replace(self, demand=demand, group=group)

    @cached_property
    def case_arrays(self) -> tuple[Rows, Rows]:
        """Of each deciding case pull-out, shear, and its parts across and up [N]; and the factors of how it acts."""
        cases = self.demand.cases
        forces = [(one.tension_n, one.shear_n, one.shear_x_n, one.shear_y_n) for one in (case.forces for case in cases)]
        return np.array(forces), np.array([case.allowance.factors for case in cases])

    @cached_property
    def cover_mm(self) -> float:
        """How far the plate reaches past the hole's middle [mm], at the least."""
        return self.hole.cover_mm

    @cached_property
    def free_edge_mm(self) -> float:
        """Distance [mm] to the nearest edge where masonry or concrete ends."""
        return min(self.free_edges_mm)

    @property
    def leans_to_wood(self) -> bool:
        """Whether a thin screw likelier meets a stud here than a hole is clear of it."""
        behind = self.behind(0.0)
        return behind.solid_wood >= behind.clear

    def chance_clear(self, half_mm: float) -> float:
        """Chance [1] that no framing stands within so many mm of this hole's axis."""
        if self.existing and half_mm <= self.existing.clear_half_mm:
            return 1.0
        # where all is surely clear well about the hole, it is so for whatever is narrower
        if half_mm <= _WELL_ABOUT_MM and self._surely_clear:
            return 1.0
        return self._chance_clear(half_mm)

    def _chance_clear(self, half_mm: float) -> float:
        known, of = self.looked_up.clear, (self.reading.family.framed, half_mm)
        if of not in known:
            hole, lean = self.hole, self.framing.stud_lean_mm_per_m
            members = self._about if half_mm <= _WELL_ABOUT_MM else self.members
            known[of] = chance_clear(members, hole.x_mm, hole.y_mm, half_mm, lean)
        return known[of]

    @property
    def _about(self) -> tuple[MemberReading, ...]:
        """The members that may stand anywhere near this hole."""
        at = self.hole.x_mm, self.hole.y_mm
        return self.cached_per_place("members about", lambda: members_about(self.members, *at, _WELL_ABOUT_MM))

    @cached_property
    def _surely_clear(self) -> bool:
        return self._chance_clear(_WELL_ABOUT_MM) == 1.0

    @cached_property
    def spacings_mm(self) -> tuple[float, ...]:
        """Distances [mm] to all other holes, the nearest first."""
        return self.cached_per_place("spacings", lambda: tuple(distance for distance, _, _ in self.nearest_first))

    @cached_property
    def nearest_first(self) -> tuple[tuple[float, float, float], ...]:
        """All other holes, the nearest first: how far off, how far along and how far up or down [mm]."""
        return self.cached_per_place(
            "nearest first", lambda: tuple(sorted((hypot(dx, dy), abs(dx), abs(dy)) for dx, dy in self.neighbours))
        )


_WELL_ABOUT_MM = 100.0
"""Farther about a hole [mm] than any anchor wants the back of the board clear."""
