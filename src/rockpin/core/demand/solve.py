"""What pulls on each hole? Every load case carried through the supports, and through a board between, to every hole.

Two steps. The piece is shared among its supports: statics of a beam where they stand side by side, else all of
its holes are one group. Then each group of holes is an elastic fastener group behind a rigid plate. Where a board or
channel stands between, its own holes are a group under everything that its supports bring to it.
"""

from collections.abc import Collection, Sequence
from dataclasses import replace
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from rockpin.core.demand.demands import CaseRow, Demand, DemandTable, Turns, demands_of
from rockpin.core.demand.fastener_group import GroupRows, Rows, solve_rows
from rockpin.core.demand.loads import LoadCase
from rockpin.core.demand.long_board import is_long, solve_board
from rockpin.core.demand.sharing import as_given, share_out, turning
from rockpin.core.demand.support_groups import SupportGroup, first_screw, groups_of, link_group
from rockpin.core.document.fixture import Fixture, LinkKind
from rockpin.core.fixture import bodies_of
from rockpin.core.framing import BehindKind
from rockpin.core.tables.figures import DemandFigures


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


Stiffness = dict[str, float]
"""How stiff [1] holes are against one another, by their ids."""

EVEN: tuple[Stiffness, ...] = ({},)
"""The one bound of holes that are all alike."""


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
                turns = turning(groups[0], cases, self.figures.one_hole_beside_mm)
                self.turns = turns if turns is not Turns.NOT else self.turns
            shared = as_given(groups[0], cases, hang_below=first)
        else:
            shared = share_out(groups, cases)
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
            on_it = [(one, rows) for one, rows in zip(groups, shared.wrenches, strict=True) if one.carrier == link.id]
            if not between or not on_it:
                continue
            brought = [_farther_off(rows, link.thickness_mm) for _, rows in on_it]
            if link.kind in (LinkKind.BACKING_BOARD, LinkKind.CHANNEL) and is_long(between):
                parts.append(self._board(between, [one for one, _ in on_it], brought))
            else:
                parts.append(self._group(between, np.sum(brought, axis=0), in_wall=True))
        return shared.case_of_row, parts

    def _group(self, group: SupportGroup, rows: Rows, *, in_wall: bool) -> _Part:
        # what lies on a steel plate bears on steel, whatever the wall behind is made of
        on_steel = any(link.id == group.carrier and link.kind is LinkKind.ANCHOR_PLATE for link in self.fixture.links)
        bearing = self.figures.steel_bearing_mpa if on_steel else self.bearing_mpa
        found = solve_rows(group.holes, group.plate, rows, bearing, self.figures.bearing_inset_min_mm)
        self.missing.update(found.missing)
        return _Part(tuple(hole.id for hole in group.holes), in_wall, found)

    def _board(self, board: SupportGroup, brackets: Sequence[SupportGroup], brought: Sequence[Rows]) -> _Part:
        found = solve_board(board, brackets, brought, self.bearing_mpa, self.figures.bearing_inset_min_mm)
        self.missing.update(found.missing)
        return _Part(tuple(hole.id for hole in board.holes), True, found)


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


def solve_fixture(
    fixture: Fixture,
    cases: Sequence[LoadCase],
    offsets: dict[str, tuple[float, float]],
    bounds: Sequence[Stiffness],
    bearing_mpa: float,
    figures: DemandFigures,
) -> Demand:
    """Demand on every used hole in every case.

    ``offsets``: shift [mm] of each support; ``bounds``: how stiff each hole is against the others, in turn; a hole that
    is not named counts in full. All of them are kept.
    """
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


def stiffness_bounds(
    kinds: dict[str, BehindKind], leaning: Collection[str], figures: DemandFigures
) -> tuple[Stiffness, ...]:
    """How stiff [1] each hole's fixing is beside a screw in a stud, bound by bound; all alike comes first.

    ``leaning``: the holes that may be in a stud and likelier are. They count as in board and as in a stud.
    """
    board = {hole for hole, kind in kinds.items() if kind in (BehindKind.VOID, BehindKind.OPEN)}
    found = [*EVEN]
    for soft in (board, board - set(leaning)):
        bound = {hole: figures.board_stiffness if hole in soft else 1.0 for hole in kinds}
        if 0 < len(soft) < len(kinds) and bound not in found:
            found.append(bound)
    return tuple(found)
