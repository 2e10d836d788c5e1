"""Fixings that go by a tabled value: N/Nₐ + V/Vₐ, the shear no more than the screw bears in bending over its lever."""

from collections.abc import Callable, Hashable, Sequence
from enum import StrEnum
from functools import partial
from math import prod
from typing import NamedTuple, cast

import numpy as np

from rockpin.core.base.quantities import UnitSystem, show_summed_force
from rockpin.core.base.words import WorkLine
from rockpin.core.capacity.common import (
    Assessment,
    Mode,
    Proviso,
    Use,
    bending_line,
    made,
    screw_bending_shear_n,
    sleeve_line,
    tube_bending_n,
)
from rockpin.core.capacity.sweep import Prepared, Same, cases_of, shares, worst_rows
from rockpin.core.document.fixings import FixingBase, Rating, Screw, Tube
from rockpin.core.hole import HoleSpec, ScrewPick, Spot
from rockpin.core.tables.by_room import CapacityTables
from rockpin.core.tables.figures import CapacityFigures
from rockpin.core.tables.hands import Allowance


class Factor(NamedTuple):
    """One factor of a capacity, with what it stands for."""

    label: str
    value: float


class Setting(NamedTuple):
    """What a tabled fixing is in one kind of bracket hole, wherever in this wall the hole lies.

    ``factors``: of its values, the same at every hole of the wall. ``skin_n``: what tight skins bear beside its screw.
    ``sleeve``: round the screw, up to the face; ``outside_mm``: how much of the lever is in front of that.
    """

    rating: Rating
    screw: Screw
    lever_mm: float
    clamped: bool
    hole: HoleSpec
    pick: ScrewPick
    factors: tuple[Factor, ...] = ()
    skin_n: float = 0.0
    sleeve: Tube | None = None
    outside_mm: float = 0.0


class Raised(StrEnum):
    """By which factor of an allowance a tabled value may be raised."""

    TABLE = "table"
    CONCRETE = "concrete"
    FLANGE = "flange"
    WOOD = "wood"


class ByCase(NamedTuple):
    """What changes a tabled value from case to case.

    ``most``: how far it may be raised at all. ``repeated``, ``doubted``: factors [1] where a pull comes and goes,
    where a person or an accident is in it. ``board``: whether what only board bears counts besides.
    """

    raised: Raised = Raised.TABLE
    most: float = 10.0
    repeated: float = 1.0
    doubted: Factor = Factor("", 1.0)
    board: bool = False

    def of(self, allowance: Allowance) -> list[Factor]:
        """The factors of one case."""
        raised = {
            Raised.TABLE: allowance.table,
            Raised.CONCRETE: allowance.concrete,
            Raised.FLANGE: allowance.flange,
            Raised.WOOD: allowance.wood,
        }[self.raised]
        found = [Factor(f"acting {allowance.label}", min(raised, self.most))]
        if self.board:
            found.append(Factor(f"board, acting {allowance.label}", allowance.board))
        if allowance.repeated:
            found.append(Factor("pull that comes and goes", self.repeated))
        if allowance.person or allowance.accident:
            found.append(self.doubted)
        return [factor for factor in found if factor.value != 1.0]


def table_lines(
    setting: Setting, factors: Sequence[Factor], source: str, figures: CapacityFigures, units: UnitSystem
) -> tuple[WorkLine, ...]:
    """The sums of a tabled value, line by line."""
    rating, screw = setting.rating, setting.screw
    written = "".join(f" × {factor.value:.2f}" for factor in factors)
    total = prod(factor.value for factor in factors)
    lines = [
        WorkLine(
            text=f"{name}: {f'{of_one:g}{written} = ' if written else ''}{show_summed_force(of_one * total, units)}",
            source=source,
        )
        for name, of_one in (("pull-out", rating.tension_n), ("shear", rating.shear_n))
    ]
    if factors:
        told = "; ".join(f"{factor.value:.2f} {factor.label}" for factor in factors)
        lines.append(WorkLine(text=f"the factors in turn: {told}", source="planning"))
    if setting.lever_mm > 0:
        lines.append(bending_line(screw, setting.lever_mm, setting.clamped, figures, units, setting.skin_n))
        if setting.sleeve:
            lines.append(sleeve_line(setting.sleeve, setting.lever_mm, figures, units))
            if setting.outside_mm > 0:
                lines.append(bending_line(screw, setting.outside_mm, setting.clamped, figures, units))
    lines.append(WorkLine(text="together: N/Nₐ + V/Vₐ ≤ 1", source="planning: straight line, on the safe side"))
    return tuple(lines)


Lines = Callable[[CapacityFigures, Sequence[Factor]], tuple[WorkLine, ...]]


class Tabled(NamedTuple):
    """A fixing with working values [N] at a hole. ``always_bends``: its bending counts without a lever too."""

    fixing: FixingBase
    spot: Spot
    tension_n: float
    shear_n: float
    setting: Setting
    mode: Mode
    lines: Lines
    by: ByCase
    always_bends: bool = False
    provisos: tuple[Proviso, ...] = ()

    def told(self, tables: CapacityTables) -> Hashable:
        """All that decides of its place."""
        codes = tuple((proviso.code, proviso.unlikely) for proviso in self.provisos)
        return self.tension_n, self.shear_n, Same(self.setting), self.mode, self.by, self.always_bends, codes

    @staticmethod
    def answer(prepared: Sequence[Prepared], tables: CapacityTables) -> list[Assessment]:
        """All of them together, each in its worst case."""
        return _answer(prepared, tables)

    def worked(self, allowance: Allowance, figures: CapacityFigures) -> tuple[WorkLine, ...]:
        """The lines of its working in a case that acts so."""
        return self.lines(figures, self.by.of(allowance))

    def with_lines(self, lines: Lines) -> "Tabled":
        """The same with other lines for its working."""
        return self._replace(lines=lines)


def tabled(
    fixing: FixingBase,
    spot: Spot,
    setting: Setting,
    factors: Sequence[Factor],
    mode: Mode,
    by: ByCase,
    provisos: Sequence[Proviso] = (),
) -> Tabled:
    """A fixing with its tabled value at a hole: under its factors in this wall, and those of the hole."""
    every = (*setting.factors, *factors)
    total = prod(factor.value for factor in every)
    return Tabled(
        fixing,
        spot,
        setting.rating.tension_n * total,
        setting.rating.shear_n * total,
        setting,
        mode,
        lambda figures, more: table_lines(setting, (*every, *more), fixing.source, figures, spot.units),
        by,
        provisos=tuple(provisos),
    )


def _answer(prepared: Sequence[Prepared], tables: CapacityTables) -> list[Assessment]:
    some, figures = cast(Sequence[Tabled], prepared), tables.figures
    cases = cases_of([one.spot for one in some])
    values = np.array([_values(one) for one in some])
    tension, shear, diameter, root, steel, lever, alpha, bends, skin, sleeve, outside, *changes = values[cases.of].T
    in_concrete, in_flange, in_wood, most, repeated, doubted, in_board = changes
    acts = cases.by
    raised = np.where(in_concrete > 0, acts.concrete, np.where(in_flange > 0, acts.flange, acts.table))
    raised = np.where(in_wood > 0, acts.wood, raised)
    factor = np.minimum(raised, most) * np.where(in_board > 0, acts.board, 1.0)
    factor = factor * np.where(acts.repeated > 0, repeated, 1.0) * np.where(acts.doubted > 0, doubted, 1.0)
    tension, shear = tension * factor, shear * factor
    safety = acts.screw_safety(figures.screw_safety)
    bending = screw_bending_shear_n(diameter, root, lever, alpha > 1, cases.pull_n, steel, safety) + skin * acts.skin
    # a sleeve ends at the face: what stands off it hangs on the screw alone
    outer = screw_bending_shear_n(diameter, root, outside, alpha > 1, cases.pull_n, steel, safety)
    bending = np.where(sleeve > 0, np.minimum(bending + sleeve / safety, outer), bending)
    bent = (bends > 0) & (bending < shear)
    limit = np.where(bent, bending, shear)
    of_pull, of_shear = cases.pull_n / tension, shares(cases.shear_n, limit)
    use = of_pull + of_shear
    rows = worst_rows(use, cases.of, cases.starts)
    by_bending = bent[rows] & (of_pull[rows] <= of_shear[rows])
    worst = np.stack([use[rows], tension[rows], limit[rows]]).T.tolist()
    found = []
    for one, (used, pull_n, shear_n), bends_first, at in zip(
        some, worst, by_bending.tolist(), (rows - cases.starts).tolist(), strict=True
    ):
        case, setting = one.spot.demand.cases[at], one.setting
        found.append(
            made(
                one.fixing,
                one.spot,
                Use(used, Mode.BENDING if bends_first else one.mode, pull_n, shear_n),
                case,
                lines=partial(one.worked, case.allowance, figures),
                hole=setting.hole,
                screw=setting.pick,
                provisos=one.provisos,
            )
        )
    return found


def _values(one: Tabled) -> tuple[float, ...]:
    setting, screw, by = one.setting, one.setting.screw, one.by
    return (
        one.tension_n,
        one.shear_n,
        screw.diameter_mm,
        screw.root_mm,
        screw.yield_mpa,
        setting.lever_mm,
        2.0 if setting.clamped else 1.0,
        one.always_bends or setting.lever_mm > 0,
        setting.skin_n,
        tube_bending_n(setting.sleeve, setting.lever_mm) if setting.sleeve else 0.0,
        setting.outside_mm,
        by.raised is Raised.CONCRETE,
        by.raised is Raised.FLANGE,
        by.raised is Raised.WOOD,
        min(by.most, one.fixing.most_raise),
        by.repeated,
        by.doubted.value,
        by.board,
    )
