"""What one hole meets wherever it comes to lie on a wall, told so finely that nothing else decides in the plan."""

from collections.abc import Collection, Sequence
from dataclasses import dataclass
from functools import cached_property
from math import inf
from typing import cast

import numpy as np
from numpy.typing import NDArray

from rockpin.core.capacity import method_of
from rockpin.core.document.fixings import AnyFixing
from rockpin.core.document.job import JobDocument
from rockpin.core.document.wall import EdgeKind
from rockpin.core.framing import BehindKind, FramedGrid, Widths, coursed_grid, framed_grid
from rockpin.core.hidden import HiddenGrid, rect_gaps, span
from rockpin.core.identification import Family
from rockpin.core.plan.placemap.codes import Coded, Grid, GridRows, whole
from rockpin.core.plan.spots import NEARBY_MM, NOMINAL_SCREW_MM
from rockpin.core.plan.stages import ReadWall
from rockpin.core.tables.catalogue import Catalogue

Places = NDArray[np.float64]

KINDS = tuple(BehindKind)


@dataclass(frozen=True)
class Asked:
    """What the fixings of a catalogue, and the plan, ask of a hole's surroundings [mm].

    ``families``: all that the wall may well be. ``edges_to_mm``: how near an edge every millimetre counts, in concrete.
    """

    families: frozenset[Family]
    sides_mm: tuple[float, ...]
    halves_mm: tuple[float, ...]
    edge_steps_mm: tuple[float, ...]
    edges_to_mm: float
    diameters_mm: tuple[float, ...]

    @cached_property
    def framed(self) -> bool:
        """Whether framing may stand behind the face."""
        return any(family.framed for family in self.families)

    @cached_property
    def coursed(self) -> bool:
        """Whether units and joints may."""
        return bool(self.families & {Family.MASONRY, Family.BONDED_BOARD})


def asked_of(catalogue: Catalogue, fixings: Sequence[AnyFixing], families: Collection[Family]) -> Asked:
    """Gathered from the methods of all fixings that may hold, and their screws."""
    framing, tables = catalogue.figures.framing, catalogue.capacity
    screws = [tables.screws[key] for fixing in fixings for key in fixing.screw_keys if key in tables.screws]
    diameters = {NOMINAL_SCREW_MM, 0.0, *(screw.diameter_mm for screw in screws)}
    methods = [(method_of(fixing), fixing) for fixing in fixings]
    halves = {half for method, fixing in methods for half in method.clear_halves_mm(fixing)}
    steps = {step for method, fixing in methods for step in method.edge_steps_mm(fixing, tables)}
    reach = max((method.edges_count_to_mm(fixing, tables) for method, fixing in methods), default=0.0)
    return Asked(
        families=frozenset(families),
        sides_mm=tuple(sorted({max(framing.wood_edge_diameters * d, framing.wood_edge_min_mm) for d in diameters})),
        halves_mm=tuple(sorted({framing.hole_half_mm, *halves})),
        edge_steps_mm=tuple(sorted(steps)),
        edges_to_mm=reach if Family.CONCRETE in families else 0.0,
        diameters_mm=tuple(sorted(diameters - {0.0})),
    )


class Around:
    """All that a hole of one diameter [mm] may meet at each spot of a grid [mm], (rows, columns)."""

    def __init__(
        self, job: JobDocument, read: ReadWall, asked: Asked, x: Places, y: Places, diameter_mm: float
    ) -> None:
        self.job, self.read, self.asked, self.x, self.y = job, read, asked, x, y
        self.shape = (len(y), len(x))
        self._figures = read.catalogue.figures
        radius = diameter_mm / 2 + self._figures.framing.setout_error_mm
        self.hidden = HiddenGrid(read.hidden, x, y, radius)

    @cached_property
    def _framed(self) -> FramedGrid:
        members = self.read.framing.members
        near = NEARBY_MM
        widths = Widths(self.asked.sides_mm, self.asked.halves_mm)
        return framed_grid(members, self.x, self.y, widths, self._figures.framing, near)

    @cached_property
    def _nominal(self) -> FramedGrid:
        figures = self._figures.framing
        side = max(figures.wood_edge_diameters * NOMINAL_SCREW_MM, figures.wood_edge_min_mm)
        return framed_grid(self.read.framing.members, self.x, self.y, Widths((side,), (figures.hole_half_mm,)), figures)

    @cached_property
    def kind(self) -> GridRows[Grid]:
        """What stands behind each spot, as a place in ``KINDS``."""
        family = self.read.identified.reading.family
        if family is Family.CONCRETE:
            return self._everywhere(KINDS.index(BehindKind.CONCRETE))
        if family in (Family.MASONRY, Family.BONDED_BOARD):
            unit, joint = KINDS.index(BehindKind.UNIT), KINDS.index(BehindKind.JOINT)
            if self._coursed is None:
                return self._everywhere(unit)
            in_joint, _ = self._coursed
            return GridRows(np.where(in_joint.of, np.uint8(joint), np.uint8(unit)), in_joint.rows)
        if not family.framed:
            return self._everywhere(KINDS.index(BehindKind.UNKNOWN))
        grid = self._nominal
        void, open_ = KINDS.index(BehindKind.VOID), KINDS.index(BehindKind.OPEN)
        found = np.where(grid.clear > 0, np.uint8(void), np.uint8(open_))
        kinds = [
            KINDS.index(BehindKind.TIMBER if one.timber else BehindKind.STEEL) for one in self.read.framing.members
        ]
        wood = grid.wood > 0
        found[wood] = np.array([0, *kinds], np.uint8)[grid.member[wood]]
        return GridRows(found, grid.rows)

    def _everywhere(self, number: int) -> GridRows[Grid]:
        """One number at every spot."""
        return whole(np.full((1, self.shape[1]), number, np.uint8), self.shape[0])

    @cached_property
    def _coursed(self) -> tuple[GridRows[NDArray[np.bool_]], GridRows[NDArray[np.bool_]]] | None:
        """Where a joint is, and where a unit's end is near."""
        courses, figures = self.job.wall.measured_courses, self._figures.framing
        if courses is None:
            return None
        grid = coursed_grid(courses, self.x, self.y, figures.setout_error_mm)
        near_end = grid.end_mm < figures.masonry_unit_end_share * courses.unit_length_mm
        return GridRows(grid.joint, grid.rows), GridRows(near_end, grid.rows)

    @cached_property
    def _free_steps(self) -> Grid:
        """Below which of the steps each distance lies to a free edge of masonry."""
        wall, level = self.job.wall, []
        if wall.left_edge is not EdgeKind.INTERNAL_CORNER:
            level.append(self.x)
        if wall.right_edge is not EdgeKind.INTERNAL_CORNER:
            level.append(wall.width_mm - self.x)
        return self._stepped(level, [wall.height_mm - self.y])

    @cached_property
    def _board_steps(self) -> Grid:
        """Below which of the steps each distance lies to a cut edge of board."""
        wall, x, y = self.job.wall, self.x, self.y
        joints = [np.abs(x - joint) for joint in wall.board_joints_mm]
        return self._stepped([x, wall.width_mm - x, *joints], [y, wall.height_mm - y])

    def _stepped(self, level: Sequence[Places], upright: Sequence[Places]) -> Grid:
        """Below which of the steps the least of some distances lies; openings are edges too."""
        steps = np.array(self.asked.edge_steps_mm)
        small = np.uint8 if len(steps) < 1 << 8 else np.uint16

        def place(gaps: Places) -> Grid:
            return np.asarray(np.searchsorted(steps, gaps, side="right").astype(small))

        # the least of distances lies below as many steps as the least of their places
        far = small(len(steps))
        column = np.min([np.full(len(self.x), far), *map(place, level)], axis=0)
        row = np.min([np.full(len(self.y), far), *map(place, upright)], axis=0)
        found = np.minimum(row[:, None], column[None, :])
        reach = steps[-1] if len(steps) else 0.0
        for opening in self.job.wall.openings:
            area = opening.rect
            window = (
                span(self.y, area.y_mm - reach, area.top_mm + reach),
                span(self.x, area.x_mm - reach, area.right_mm + reach),
            )
            gap = rect_gaps(area, self.x[window[1]], self.y[window[0]])
            found[window] = np.minimum(found[window], place(gap))
        return np.asarray(found)

    @cached_property
    def edges_mm(self) -> tuple[Places, ...]:
        """Distances left, right, down, up [mm] to where concrete ends, as far as they count; each (rows, columns), or
        one row or column where all are alike."""
        wall, far = self.job.wall, self.asked.edges_to_mm
        x, y = self.x[None, :], self.y[:, None]
        every = np.full((1, 1), far)
        left = np.minimum(x, far) if wall.left_edge is not EdgeKind.INTERNAL_CORNER else every
        right = np.minimum(wall.width_mm - x, far) if wall.right_edge is not EdgeKind.INTERNAL_CORNER else every
        sides = [left, right, every, np.minimum(wall.height_mm - y, far)]
        for opening in wall.openings:
            area = opening.rect
            gap = rect_gaps(area, self.x, self.y)
            beyond = (x >= area.right_mm, x <= area.x_mm, y >= area.top_mm, y <= area.y_mm)
            sides = [np.where(part, np.minimum(side, gap), side) for side, part in zip(sides, beyond, strict=True)]
        return tuple(sides)

    @cached_property
    def _old(self) -> NDArray[np.uint16]:
        """The old hole with something good in it that each spot comes to lie on, counted from 1."""
        found = np.zeros(self.shape, np.uint16)
        within = self._figures.plan.same_hole_mm
        best = np.full(self.shape, inf)
        # the nearest counts, the first by name of those that are as near
        good = [one for one in self.job.wall.old_holes if one.good]
        for number, old in enumerate(sorted(good, key=lambda one: one.id), 1):
            gap = np.hypot(self.x[None, :] - old.x_mm, self.y[:, None] - old.y_mm)
            nearer = (gap <= within) & (gap < best)
            found[nearer], best[nearer] = number, gap[nearer]
        return found

    def parts(self, by_name: bool) -> list[GridRows[Grid]]:
        """All that decides at a spot but for a stud's edge and the edges of concrete, each a grid of small numbers.

        ``by_name``: whether it matters which stud is met, not only what it is like.
        """
        found: list[GridRows[Grid]] = [self.kind]
        if self.asked.framed:
            grid = self._framed
            told = (grid.wood, grid.wood_open, grid.clear, grid.clear_open, self._like(grid.member, by_name))
            found += [GridRows(one, grid.rows) for one in told]
        if self.asked.coursed and self._coursed is not None:
            found += [GridRows(one.of.view(np.uint8), one.rows) for one in self._coursed]
        return found + [self._whole(one) for one in self._besides()]

    def _besides(self) -> list[Grid]:
        """What decides whatever stands behind."""
        found: list[Grid] = []
        if self.asked.edge_steps_mm:
            if not all(family.framed for family in self.asked.families):
                found.append(self._free_steps)
            if self.asked.framed or Family.BONDED_BOARD in self.asked.families:
                found.append(self._board_steps)
        if self.read.hidden.deep_mm is not None:
            found.append(self.hidden.other_face.view(np.uint8))
        found += [self.hidden.cleared, self.hidden.in_swept_zone.view(np.uint8)]
        if any(one.good for one in self.job.wall.old_holes):
            found.append(self._old)
        return found

    def _whole(self, grid: Grid) -> GridRows[Grid]:
        """A grid of every spot, or of one that stands for all."""
        told = cast(Grid, np.broadcast_to(grid, (len(grid), self.shape[1])))
        return whole(told, self.shape[0], self._every)

    @cached_property
    def _every(self) -> NDArray[np.int_]:
        return np.arange(self.shape[0])

    def _like(self, member: NDArray[np.uint16], by_name: bool) -> NDArray[np.uint16]:
        """Members as fixings tell them apart; none of them, where none is met."""
        names: dict[object, int] = {}
        table = [0]
        for one in self.read.framing.members:
            like = one.id if by_name else (one.horizontal, one.timber, one.depth_mm, one.species)
            table.append(1 + names.setdefault(like, len(names)))
        return np.array(table, np.uint16)[member]

    @cached_property
    def measured(self) -> list[GridRows[Places]]:
        """What is measured at a spot besides [mm]."""
        found = [self.stud_edge_mm] if self.asked.framed else []
        if self.asked.edges_to_mm:
            found += [whole(grid, self.shape[0], self._every) for grid in self.edges_mm]
        return found

    @cached_property
    def stud_edge_mm(self) -> GridRows[Places]:
        """The sure distance [mm] to the edge of the stud that may be met, as far as it decides; alike where none is."""
        tables, framing = self.read.catalogue.capacity, self._figures.framing
        diameters = self.asked.diameters_mm
        least = min(max(framing.wood_edge_diameters * d, framing.wood_edge_min_mm) for d in diameters)
        figures = tables.figures
        full = max(figures.wood_edge_thick_diameters, figures.wood_edge_thin_diameters) * max(diameters)
        grid = self._framed
        return GridRows(np.where(grid.wood_open > 0, np.clip(grid.edge_mm, least, full), full), grid.rows)


def steps_of(values: Sequence[Places], shape: tuple[int, int]) -> tuple[list[Coded], list[Places]]:
    """Measures as whole numbers in their order, of a shape that they broadcast to, with what each number stands for."""
    coded, tables = [], []
    for grid in values:
        table, of = np.unique(grid, return_inverse=True)
        coded.append(Coded(np.broadcast_to(of.reshape(grid.shape).astype(np.int32), shape), len(table)))
        tables.append(table)
    return coded, tables
