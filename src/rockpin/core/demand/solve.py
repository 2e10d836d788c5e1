"""What pulls on each hole? Every load case carried through the supports, and through a board between, to every hole.

Two steps. The piece is shared among its supports: statics of a beam where they stand side by side, else all of
its holes are one group. Then each group of holes is an elastic fastener group behind a rigid plate. Where a board or
channel stands between, its own holes are a group under everything that its supports bring to it.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from rockpin.core.base.model import Model
from rockpin.core.demand.beam import load_shares
from rockpin.core.demand.cases import Duration, LoadCase
from rockpin.core.demand.fastener_group import Force, GroupRows, HoleForces, Rows, solve_rows, wrench_at
from rockpin.core.demand.support_groups import SupportGroup, first_screw, groups_of, link_group
from rockpin.core.document.fixture import Fixture
from rockpin.core.framing import BehindKind
from rockpin.core.tables.figures import DemandFigures


class CaseDemand(Model):
    """What one case puts on one hole. ``stiff_ratio``: the softest fastener against the stiffest in this bound."""

    case: str
    label: str
    duration: Duration
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
            duration=told.case.duration,
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
    swings_free: bool
    lifted: tuple[str, ...]
    mixed_links: bool


class _Shared(NamedTuple):
    """What each group gets in each row: rows of :func:`wrench`, and the case that each row belongs to."""

    case_of_row: NDArray[np.int_]
    wrenches: list[Rows]


def _as_given(group: SupportGroup, cases: Sequence[LoadCase], *, hang_below: bool) -> _Shared:
    """One group takes everything. One fastener cannot stop the piece from turning: it hangs below it."""
    rows = np.zeros((len(cases), 6))
    for row, case in enumerate(cases):
        for f in case.forces:
            x = group.holes[0].x_mm if hang_below else f.x_mm
            rows[row] += wrench_at(x, f.y_mm, f.z_mm + group.stand_off_mm, f.fx_n, f.fy_n, f.fz_n)
    return _Shared(np.arange(len(cases)), [rows])


def _shared(groups: Sequence[SupportGroup], cases: Sequence[LoadCase]) -> _Shared:
    """Every way of sharing that is not ruled out, a row each.

    A force comes to its support at the support's middle: its lever along the beam has been used up by the sharing.
    So has the moment of a force along the wall about the upright axis: the supports take it as a couple.
    """
    centres = tuple(group.centre_x_mm for group in groups)
    case_of_row: list[int] = []
    row_of: list[int] = []
    parts: list[tuple[float, ...]] = []
    shares: list[tuple[float, ...]] = []
    turns: list[tuple[float, ...]] = []
    for number, case in enumerate(cases):
        ways = [load_shares(centres, force.x_mm, force.spread_mm) for force in case.forces]
        for way in range(max((len(found) for found in ways), default=1)):
            row = len(case_of_row)
            case_of_row.append(number)
            for f, found in zip(case.forces, ways, strict=True):
                chosen = found[min(way, len(found) - 1)]
                row_of.append(row)
                parts.append((f.y_mm, f.z_mm, f.fx_n, f.fy_n, f.fz_n))
                shares.append(chosen.shares)
                turns.append(chosen.turns)
    if not parts:
        nothing: list[Rows] = [np.zeros((len(case_of_row), 6), dtype=np.float64) for _ in groups]
        return _Shared(np.array(case_of_row, dtype=int), nothing)
    y, off, fx, fy, fz = np.array(parts).T
    share, turn, index = np.array(shares), np.array(turns), np.array(row_of)
    wrenches: list[Rows] = []
    for g, group in enumerate(groups):
        z, x, part = off + group.stand_off_mm, centres[g], share[:, g]
        out = fz * part - fx * z * turn[:, g]
        columns = (
            fx * part,
            fy * part,
            out,
            part * (fy * x - fx * y),
            out * y - fy * part * z,
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


def _keyholes(group: SupportGroup, found: GroupRows, wrenches: Rows) -> GroupRows:
    """Of two keyholes each must carry all: no two backs are alike. Of more, the worst pair shares it."""
    is_key = np.array(group.keyholes)
    count = int(is_key.sum())
    if count < 2:
        return found
    part = 1.0 if count == 2 else 0.5
    tension, shear_y = found.tension_n.copy(), found.shear_y_n.copy()
    alone = part * found.tension_n.sum(axis=1, keepdims=True)
    down = part * np.abs(wrenches[:, 1:2])
    tension[:, is_key] = np.maximum(tension[:, is_key], alone)
    shear_y[:, is_key] = -np.maximum(np.abs(shear_y[:, is_key]), down)
    return found._replace(tension_n=tension, shear_y_n=shear_y)


class _Part(NamedTuple):
    """The answer of one group: whose holes, in the wall or in a board, and which case each row is of."""

    hole_ids: tuple[str, ...]
    in_wall: bool
    found: GroupRows


class _Solver:
    """Solves one fixture under one state of half-done work and one bound of stiffness."""

    def __init__(self, fixture: Fixture, bearing_mpa: float, figures: DemandFigures) -> None:
        self.fixture, self.bearing_mpa, self.inset_mm = fixture, bearing_mpa, figures.bearing_inset_min_mm
        self.missing: set[str] = set()
        self.lifted: set[str] = set()
        self.swings_free = False
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
            alone = len(groups[0].holes) == 1
            if alone and not cases[0].first_screw:
                self.swings_free |= any(_turns(groups[0], case.forces) for case in cases)
            shared = _as_given(groups[0], cases, hang_below=alone)
        else:
            shared = _shared(groups, cases)
            lasting = np.array([cases[c].duration is Duration.PERMANENT for c in shared.case_of_row])
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
        for link in self.fixture.links:
            between = link_group(link, stiffness) if link.kind.has_own_holes else None
            brought = [rows for one, rows in zip(groups, shared.wrenches, strict=True) if one.carrier == link.id]
            if between and brought:
                together: Rows = np.sum(brought, axis=0)
                parts.append(self._group(between, _farther_off(together, link.thickness_mm), in_wall=True))
        return shared.case_of_row, parts

    def _group(self, group: SupportGroup, rows: Rows, *, in_wall: bool) -> _Part:
        found = solve_rows(group.holes, group.plate, rows, self.bearing_mpa, self.inset_mm)
        self.missing.update(found.missing)
        return _Part(tuple(hole.id for hole in group.holes), in_wall, _keyholes(group, found, rows))


def _turns(group: SupportGroup, forces: Sequence[Force]) -> bool:
    hole = group.holes[0]
    weight = sum(abs(force.fy_n) for force in forces)
    return weight > 0 and abs(sum(force.fy_n * (force.x_mm - hole.x_mm) for force in forces)) / weight > 1.0


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
    lasting = np.array([row.case.duration is Duration.PERMANENT for row in table.rows], dtype=bool)
    ratios = np.array([row.stiff_ratio for row in table.rows])
    shear = np.hypot(table.shear_x_n, table.shear_y_n)
    holes: dict[str, HoleDemand] = {}
    for column, hole_id in enumerate(table.hole_ids):
        kept: list[int] = []
        stuck = table.no_lever[:, column]
        held = ~stuck
        for group in (np.flatnonzero(lasting & held), np.flatnonzero(~lasting & held)):
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
    table = wall.table()
    return Demand(
        holes=demands_of(table),
        joints=demands_of(joints.table()),
        table=table,
        missing=tuple(sorted(solver.missing)),
        swings_free=solver.swings_free,
        lifted=tuple(sorted(solver.lifted)),
        mixed_links=solver.mixed_links,
    )


def stiffness_of(kinds: dict[str, BehindKind], figures: DemandFigures) -> dict[str, float]:
    """How stiff [1] each hole's fixing is beside a screw in a stud; all alike where the wall does not differ."""
    if len({kind is BehindKind.VOID for kind in kinds.values()}) < 2:
        return dict.fromkeys(kinds, 1.0)
    return {hole: figures.board_stiffness if kind is BehindKind.VOID else 1.0 for hole, kind in kinds.items()}
