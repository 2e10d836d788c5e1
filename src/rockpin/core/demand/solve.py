"""What pulls on each hole? Every load case carried through the supports, and through a board between, to every hole.

Two steps. The piece is shared among its supports: statics of a beam where they stand side by side, else all of
its holes are one group. Then each group of holes is an elastic fastener group behind a rigid plate. Where a board or
channel stands between, its own holes are a group under everything that its supports bring to it.
"""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from enum import StrEnum
from math import hypot
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from rockpin.core.base.model import Model
from rockpin.core.demand.beam import load_shares
from rockpin.core.demand.fastener_group import GroupRows, HoleForces, Rows, solve_rows, wrench_at
from rockpin.core.demand.loads import LoadCase, bodies_of
from rockpin.core.demand.support_groups import SupportGroup, first_screw, groups_of, link_group
from rockpin.core.document.fixture import Fixture
from rockpin.core.framing import BehindKind
from rockpin.core.tables.figures import DemandFigures
from rockpin.core.tables.hands import Allowance


class CaseDemand(Model):
    """What one case puts on one hole. ``stiff_ratio``: the softest fastener against the stiffest in this bound."""

    case: str
    label: str
    allowance: Allowance
    stiff_ratio: float
    forces: HoleForces


class BoundDemand(Model):
    """The greatest pull-out and shear [N] on a hole with the fasteners as stiff beside one another as given."""

    stiff_ratio: float
    tension_n: float
    shear_n: float


class HoleDemand(Model):
    """What a hole must bear: the cases that no other case exceeds in both pull-out and shear.

    No method's use falls where pull-out or shear grows, so these cases alone decide. ``no_lever_case``: one in which
    nothing would hold the plate, however strong; None where its holes have a lever in every case.
    """

    hole_id: str
    cases: tuple[CaseDemand, ...]
    bounds: tuple[BoundDemand, ...] = ()
    edge_compression_n: float = 0.0
    no_lever_case: str | None = None

    @property
    def tension_n(self) -> float:
        """The greatest pull-out [N] of all cases."""
        return max((case.forces.tension_n for case in self.cases), default=0.0)

    @property
    def shear_n(self) -> float:
        """The greatest shear [N] of all cases."""
        return max((case.forces.shear_n for case in self.cases), default=0.0)


class CaseRow(NamedTuple):
    """What a row of the table stands for: which case, and how stiff the fasteners are beside one another."""

    case: LoadCase
    stiff_ratio: float


@dataclass(frozen=True)
class DemandTable:
    """Forces [N] on all holes in all cases, arrays of shape (rows, holes); no lever: the forces there mean nothing."""

    hole_ids: tuple[str, ...]
    rows: tuple[CaseRow, ...]
    tension_n: Rows
    shear_x_n: Rows
    shear_y_n: Rows
    compression_n: Rows
    no_lever: NDArray[np.bool_]

    def case(self, row: int, hole_id: str) -> CaseDemand:
        """What one row puts on one hole."""
        told, column = self.rows[row], self.hole_ids.index(hole_id)
        return CaseDemand(
            case=told.case.key,
            label=told.case.label,
            allowance=told.case.allowance,
            stiff_ratio=told.stiff_ratio,
            forces=HoleForces(
                tension_n=float(self.tension_n[row, column]),
                shear_x_n=float(self.shear_x_n[row, column]),
                shear_y_n=float(self.shear_y_n[row, column]),
            ),
        )


@dataclass(frozen=True)
class Demand:
    """What the whole fixture puts on every hole, and what its pattern of holes cannot carry.

    ``holes``: those in the wall. ``joints``: those of brackets in a board or channel. ``mixed_links``: brackets above
    one another, of which only some stand on a board, which this room cannot tell apart.
    """

    holes: dict[str, HoleDemand]
    joints: dict[str, HoleDemand]
    table: DemandTable
    missing: tuple[str, ...]
    turns: "Turns"
    lifted: tuple[str, ...]
    mixed_links: bool


class Turns(StrEnum):
    """What turns a thing on its only hole: nothing, a hand alone, or its own weight and what swings or shakes it."""

    NOT = "not"
    BY_HAND = "by_hand"
    BY_WEIGHT = "by_weight"


class _Shared(NamedTuple):
    """What each group gets in each row: rows of :func:`wrench`, and the case that each row belongs to."""

    case_of_row: NDArray[np.int_]
    wrenches: list[Rows]


def _as_given(group: SupportGroup, cases: Sequence[LoadCase], *, hang_below: bool) -> _Shared:
    """One group takes everything. By its first screw alone a piece hangs with its weight below that."""
    rows = np.zeros((len(cases), 6))
    for row, case in enumerate(cases):
        for f in case.forces:
            x = group.holes[0].x_mm if hang_below else f.x_mm
            rows[row] += wrench_at(x, f.y_mm, f.z_mm + group.stand_off_mm, f.fx_n, f.fy_n, f.fz_n)
    if len(group.holes) == 1:
        # one hole takes no torsion; what turns the piece on it is told by itself, see _turning
        hole = group.holes[0]
        rows[:, 3] = rows[:, 1] * hole.x_mm - rows[:, 0] * hole.y_mm
    return _Shared(np.arange(len(cases)), [rows])


def _turning(group: SupportGroup, cases: Sequence[LoadCase], beside_mm: float) -> Turns:
    """Whether anything stands beside a single hole, so that the piece would turn on it."""
    hole, found = group.holes[0], Turns.NOT
    for case in cases:
        about = sum(f.fy_n * (f.x_mm - hole.x_mm) - f.fx_n * (f.y_mm - hole.y_mm) for f in case.forces)
        size = hypot(sum(f.fx_n for f in case.forces), sum(f.fy_n for f in case.forces))
        if size > 1e-9 and abs(about) / size > beside_mm:
            if not case.by_hand:
                return Turns.BY_WEIGHT
            found = Turns.BY_HAND
    return found


def _shared(groups: Sequence[SupportGroup], cases: Sequence[LoadCase]) -> _Shared:
    """Every way of sharing that is not ruled out, a row each.

    A force comes to its support at the support's middle: its lever along the beam has been used up by the sharing.
    So has the moment of a force along the wall about the upright axis: the supports take it as a couple. What a force
    along the wall turns in the wall's plane they take by an upright couple, or, where all of them have more than one
    hole, each by its own: nobody knows how stiff the joints are, so both ways are kept. The force along the wall itself
    all supports share alike that have a hole to bear it, wherever along the wall it acts.
    """
    centres = tuple(group.centre_x_mm for group in groups)
    heights = np.array([sum(hole.y_mm for hole in group.holes) / len(group.holes) for group in groups])
    rigid = all(len(group.holes) > 1 for group in groups)
    even = (1.0 / len(groups),) * len(groups)
    bear = np.array([float(any(hole.bears_across for hole in group.holes)) for group in groups])
    level_share = bear / bear.sum() if bear.any() else np.full(len(groups), 1.0 / len(groups))
    case_of_row: list[int] = []
    row_of: list[int] = []
    parts: list[tuple[float, ...]] = []
    shares: list[tuple[float, ...]] = []
    turns: list[tuple[float, ...]] = []
    for number, case in enumerate(cases):
        ways = [load_shares(centres, force.x_mm, force.spread_mm, force.line) for force in case.forces]
        sideways = any(abs(force.fx_n) > 1e-9 for force in case.forces)
        for own in (False, True) if sideways and rigid else (False,):
            for way in range(max((len(found) for found in ways), default=1)):
                row = len(case_of_row)
                case_of_row.append(number)
                for f, found in zip(case.forces, ways, strict=True):
                    chosen = found[min(way, len(found) - 1)]
                    row_of.append(row)
                    parts.append((f.x_mm, f.y_mm, f.z_mm, f.fx_n, f.fy_n, f.fz_n, f.slope, float(own)))
                    shares.append(even if f.even else chosen.shares)
                    turns.append(chosen.turns)
    if not parts:
        nothing: list[Rows] = [np.zeros((len(case_of_row), 6), dtype=np.float64) for _ in groups]
        return _Shared(np.array(case_of_row, dtype=int), nothing)
    at, level, off, fx, fy, fz, slope, owned = np.array(parts).T
    share, turn, index = np.array(shares), np.array(turns), np.array(row_of)
    # where the line of the force passes each support; a level one at its own height
    lines = level[:, None] + slope[:, None] * (np.array(centres)[None, :] - at[:, None])
    couple = -(fx[:, None] * level_share * (lines - heights[None, :])).sum(axis=1) * (1 - owned)
    wrenches: list[Rows] = []
    for g, group in enumerate(groups):
        z, x, part, y = off + group.stand_off_mm, centres[g], share[:, g], lines[:, g]
        out = fz * part - fx * z * turn[:, g]
        upright = fy * part + couple * turn[:, g]
        across, across_y = fx * level_share[g], np.where(owned > 0, y, heights[g])
        columns = (
            across,
            upright,
            out,
            upright * x - across * across_y,
            out * y - upright * z,
            out * x,
        )
        wrenches.append(np.column_stack([np.bincount(index, column, minlength=len(case_of_row)) for column in columns]))
    return _Shared(np.array(case_of_row), wrenches)


def _farther_off(rows: Rows, by_mm: float) -> Rows:
    """The same forces about a face that lies so much deeper: their lever off the wall grows."""
    moved = rows.copy()
    moved[:, 4] -= rows[:, 1] * by_mm
    moved[:, 5] -= rows[:, 0] * by_mm
    return moved


def _hung(groups: Sequence[SupportGroup], parts: Sequence["_Part"], wrenches: Sequence[Rows]) -> list["_Part"]:
    """Of two keyholes or hooks, on one plate or on two, each must carry all: no two backs are alike.

    Of more, the worst pair shares it.
    """
    keys = [np.array(group.keyholes) for group in groups]
    count = sum(int(some.sum()) for some in keys)
    if count < 2:
        return list(parts)
    part = 1.0 if count == 2 else 0.5
    on_keys = [index for index, some in enumerate(keys) if some.any()]
    alone = part * np.sum([parts[index].found.tension_n.sum(axis=1) for index in on_keys], axis=0)[:, None]
    down = part * np.abs(np.sum([wrenches[index][:, 1] for index in on_keys], axis=0))[:, None]
    told = list(parts)
    for index in on_keys:
        found, is_key = parts[index].found, keys[index]
        tension, shear_y = found.tension_n.copy(), found.shear_y_n.copy()
        tension[:, is_key] = np.maximum(tension[:, is_key], alone)
        shear_y[:, is_key] = -np.maximum(np.abs(shear_y[:, is_key]), down)
        told[index] = parts[index]._replace(found=found._replace(tension_n=tension, shear_y_n=shear_y))
    return told


class _Part(NamedTuple):
    """The answer of one group: whose holes, in the wall or in a board, and which case each row is of."""

    hole_ids: tuple[str, ...]
    in_wall: bool
    found: GroupRows


class _Solver:
    """Solves one fixture under one state of half-done work and one bound of stiffness."""

    def __init__(self, fixture: Fixture, bearing_mpa: float, figures: DemandFigures) -> None:
        self.fixture, self.bearing_mpa, self.figures = fixture, bearing_mpa, figures
        self.missing: set[str] = set()
        self.lifted: set[str] = set()
        self.turns = Turns.NOT
        self.mixed_links = False

    def solve(
        self,
        cases: Sequence[LoadCase],
        offsets: dict[str, tuple[float, float]],
        stiffness: dict[str, float],
    ) -> tuple[NDArray[np.int_], list[_Part]]:
        """All groups under cases that share their state; rows are in the same order in each."""
        groups = groups_of(self.fixture, offsets, stiffness, cases[0].without)
        if not groups:
            return np.zeros(0, dtype=int), []
        if cases[0].first_screw:
            groups = [first_screw(groups)]
        if len(groups) == 1:
            first = cases[0].first_screw
            if len(groups[0].holes) == 1 and not first and self.turns is not Turns.BY_WEIGHT:
                turns = _turning(groups[0], cases, self.figures.one_hole_beside_mm)
                self.turns = turns if turns is not Turns.NOT else self.turns
            shared = _as_given(groups[0], cases, hang_below=first)
        else:
            shared = _shared(groups, cases)
            lasting = np.array([cases[c].allowance.lasts for c in shared.case_of_row])
            for group, rows in zip(groups, shared.wrenches, strict=True):
                if (rows[lasting, 1] > 1e-6).any():
                    self.lifted.update(group.support_ids)
        carriers = self.fixture.carriers
        self.mixed_links |= any(
            group.carrier is None and any(name in carriers for name in group.support_ids) for group in groups
        )
        parts = [
            self._group(group, rows, in_wall=group.carrier is None)
            for group, rows in zip(groups, shared.wrenches, strict=True)
        ]
        parts = _hung(groups, parts, shared.wrenches)
        for link in self.fixture.links:
            between = link_group(link, stiffness) if link.kind.has_own_holes else None
            brought = [rows for one, rows in zip(groups, shared.wrenches, strict=True) if one.carrier == link.id]
            if between and brought:
                together: Rows = np.sum(brought, axis=0)
                parts.append(self._group(between, _farther_off(together, link.thickness_mm), in_wall=True))
        return shared.case_of_row, parts

    def _group(self, group: SupportGroup, rows: Rows, *, in_wall: bool) -> _Part:
        found = solve_rows(group.holes, group.plate, rows, self.bearing_mpa, self.figures.bearing_inset_min_mm)
        self.missing.update(found.missing)
        return _Part(tuple(hole.id for hole in group.holes), in_wall, found)


class _Collected:
    """Rows of all states and bounds put together into one table."""

    def __init__(self, hole_ids: Sequence[str]) -> None:
        self.column = {hole_id: number for number, hole_id in enumerate(hole_ids)}
        self.rows: list[CaseRow] = []
        self.blocks: list[Rows] = []
        self.stuck: list[NDArray[np.bool_]] = []

    def add(self, rows: Sequence[CaseRow], parts: Sequence[_Part]) -> None:
        block = np.zeros((4, len(rows), len(self.column)))
        stuck = np.zeros((len(rows), len(self.column)), dtype=bool)
        for part in parts:
            at = [self.column[hole_id] for hole_id in part.hole_ids]
            found = part.found
            for layer, values in enumerate((found.tension_n, found.shear_x_n, found.shear_y_n)):
                block[layer][:, at] = values
            block[3][:, at] = found.compression_n[:, None]
            stuck[:, at] = found.no_lever[:, None]
        self.rows += rows
        self.blocks.append(block)
        self.stuck.append(stuck)

    def table(self) -> DemandTable:
        whole = np.concatenate(self.blocks, axis=1) if self.blocks else np.zeros((4, 0, len(self.column)))
        stuck = np.concatenate(self.stuck) if self.stuck else np.zeros((0, len(self.column)), dtype=bool)
        tension, shear_x, shear_y, compression = whole
        return DemandTable(tuple(self.column), tuple(self.rows), tension, shear_x, shear_y, compression, stuck)


def _front(tension: Rows, shear: Rows) -> list[int]:
    """Rows that no other row exceeds in both; of equal ones the first."""
    order = np.lexsort((np.arange(len(tension)), -shear, -tension))
    ordered = shear[order]
    best_before = np.concatenate([[-1.0], np.maximum.accumulate(ordered)[:-1]])
    return sorted(int(row) for row in order[ordered > best_before])


def demands_of(table: DemandTable) -> dict[str, HoleDemand]:
    """The deciding cases of each hole."""
    ways = [row.case.allowance.key for row in table.rows]
    acts = [np.array([way == one for way in ways], dtype=bool) for one in dict.fromkeys(ways)]
    ratios = np.array([row.stiff_ratio for row in table.rows])
    shear = np.hypot(table.shear_x_n, table.shear_y_n)
    holes: dict[str, HoleDemand] = {}
    for column, hole_id in enumerate(table.hole_ids):
        kept: list[int] = []
        stuck = table.no_lever[:, column]
        held = ~stuck
        for group in (np.flatnonzero(one & held) for one in acts):
            if len(group):
                kept += [int(group[row]) for row in _front(table.tension_n[group, column], shear[group, column])]
        if not kept and not stuck.any():
            continue
        holes[hole_id] = HoleDemand(
            hole_id=hole_id,
            cases=tuple(table.case(row, hole_id) for row in kept),
            bounds=tuple(
                BoundDemand(
                    stiff_ratio=float(ratio),
                    tension_n=float(table.tension_n[held & (ratios == ratio), column].max()),
                    shear_n=float(shear[held & (ratios == ratio), column].max()),
                )
                for ratio in sorted(set(ratios[held].tolist()), reverse=True)
            ),
            edge_compression_n=float(table.compression_n[:, column].max()),
            no_lever_case=table.rows[int(stuck.argmax())].case.label if stuck.any() else None,
        )
    return holes


def solve_fixture(
    fixture: Fixture,
    cases: Sequence[LoadCase],
    offsets: dict[str, tuple[float, float]],
    stiffness: dict[str, float],
    bearing_mpa: float,
    figures: DemandFigures,
) -> Demand:
    """Demand on every used hole in every case.

    ``offsets``: shift [mm] of each support; ``stiffness``: of each hole against the others. Where holes differ, both
    bounds are kept: all alike, and as given.
    """
    bounds: list[dict[str, float]] = [{}] if all(value == 1.0 for value in stiffness.values()) else [{}, stiffness]
    carriers = fixture.carriers
    in_support = {hole.id: support.id for support in fixture.supports for hole in support.holes if hole.used}
    in_wall = [hole for hole, support in in_support.items() if support not in carriers]
    in_wall += [hole.id for link in fixture.links for hole in link.holes if hole.used]
    wall, joints = _Collected(in_wall), _Collected([h for h, support in in_support.items() if support in carriers])
    solver = _Solver(fixture, bearing_mpa, figures)
    states = dict.fromkeys((case.without, case.first_screw) for case in cases)
    for state in states:
        together = [case for case in cases if (case.without, case.first_screw) == state]
        for bound in bounds:
            case_of_row, parts = solver.solve(together, offsets, bound)
            ratio = min(bound.values(), default=1.0)
            rows = [CaseRow(together[number], ratio) for number in case_of_row]
            wall.add(rows, [part for part in parts if part.in_wall and set(part.hole_ids) <= wall.column.keys()])
            joints.add(rows, [part for part in parts if set(part.hole_ids) <= joints.column.keys()])
    table = _beside_others(wall.table(), fixture)
    return Demand(
        holes=demands_of(table),
        joints=demands_of(joints.table()),
        table=table,
        missing=tuple(sorted(solver.missing)),
        turns=solver.turns,
        lifted=tuple(sorted(solver.lifted)),
        mixed_links=solver.mixed_links,
    )


def _beside_others(table: DemandTable, fixture: Fixture) -> DemandTable:
    """While one thing is put to a case, all others of the job hang beside it as used."""
    bodies = sorted({row.case.body for row in table.rows})
    if len(bodies) < 2:
        return table
    of_row = np.array([row.case.body for row in table.rows])
    parts = {body: set(found.elsewhere) for body, found in ((one.number, one) for one in bodies_of(fixture))}
    carriers = fixture.carriers
    support_of = {hole.id: support.id for support in fixture.supports for hole in support.holes}
    on_link = {link.id: name for name, link in carriers.items()}
    support_of |= {hole.id: on_link.get(link.id, "") for link in fixture.links for hole in link.holes}
    layers = [table.tension_n.copy(), table.shear_x_n.copy(), table.shear_y_n.copy(), table.compression_n.copy()]
    for body in bodies:
        own = [number for number, hole in enumerate(table.hole_ids) if support_of[hole] not in parts[body]]
        rest = np.flatnonzero(of_row != body)
        hanging = int(np.argmax(of_row == body))
        for layer in layers:
            layer[np.ix_(rest, np.array(own))] = layer[hanging, own]
    return replace(table, tension_n=layers[0], shear_x_n=layers[1], shear_y_n=layers[2], compression_n=layers[3])


def stiffness_of(kinds: dict[str, BehindKind], figures: DemandFigures) -> dict[str, float]:
    """How stiff [1] each hole's fixing is beside a screw in a stud; all alike where the wall does not differ."""
    soft = (BehindKind.VOID, BehindKind.OPEN)
    if len({kind in soft for kind in kinds.values()}) < 2:
        return dict.fromkeys(kinds, 1.0)
    return {hole: figures.board_stiffness if kind in soft else 1.0 for hole, kind in kinds.items()}
