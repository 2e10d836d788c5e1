"""Fixings that go by a tabled value: N/Nₐ + V/Vₐ, the shear no more than the screw bears in bending over its lever."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from math import prod
from typing import ClassVar, NamedTuple, cast

import numpy as np

from rockpin.core.base.words import WorkLine
from rockpin.core.capacity.common import Assessment, Mode, Use, bending_line, made, screw_bending_shear_n
from rockpin.core.capacity.sweep import Answer, Prepared, cases_of, shares, worst_rows
from rockpin.core.document.fixings import FixingBase, Rating, Screw
from rockpin.core.hole import HoleSpec, ScrewPick, Spot
from rockpin.core.tables.catalogue import CapacityTables
from rockpin.core.tables.figures import CapacityFigures


class Factor(NamedTuple):
    """One factor of a capacity, with what it stands for."""

    label: str
    value: float


class Setting(NamedTuple):
    """What a tabled fixing is in one kind of bracket hole, wherever in this wall the hole lies.

    ``factors``: of its values, the same at every hole of the wall.
    """

    rating: Rating
    screw: Screw
    lever_mm: float
    clamped: bool
    hole: HoleSpec
    pick: ScrewPick
    factors: tuple[Factor, ...] = ()


def table_lines(
    setting: Setting, factors: Sequence[Factor], source: str, figures: CapacityFigures
) -> tuple[WorkLine, ...]:
    """The sums of a tabled value, line by line."""
    rating, screw = setting.rating, setting.screw
    written = "".join(f" × {factor.value:.2f}" for factor in factors)
    total = prod(factor.value for factor in factors)
    lines = [
        WorkLine(text=f"pull-out: {rating.tension_n:g}{written} = {rating.tension_n * total:.0f} N", source=source),
        WorkLine(text=f"shear: {rating.shear_n:g}{written} = {rating.shear_n * total:.0f} N", source=source),
        WorkLine(
            text="the factors in turn: " + "; ".join(f"{factor.value:.2f} {factor.label}" for factor in factors),
            source="planning",
        ),
    ]
    if setting.lever_mm > 0:
        lines.append(bending_line(screw.diameter_mm, screw.root_mm, setting.lever_mm, setting.clamped, figures))
    lines.append(WorkLine(text="together: N/Nₐ + V/Vₐ ≤ 1", source="planning: straight line, on the safe side"))
    return tuple(lines)


Lines = Callable[[CapacityFigures], tuple[WorkLine, ...]]


@dataclass(frozen=True)
class Tabled:
    """A fixing with working values [N] at a hole. ``always_bends``: its bending counts without a lever too."""

    fixing: FixingBase
    spot: Spot
    tension_n: float
    shear_n: float
    setting: Setting
    mode: Mode
    lines: Lines
    always_bends: bool = False
    answer: ClassVar[Answer]


def tabled(fixing: FixingBase, spot: Spot, setting: Setting, factors: Sequence[Factor], mode: Mode) -> Tabled:
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
        lambda figures: table_lines(setting, every, fixing.source, figures),
    )


def _answer(prepared: Sequence[Prepared], tables: CapacityTables) -> list[Assessment]:
    some, figures = cast(Sequence[Tabled], prepared), tables.figures
    cases = cases_of([one.spot for one in some])
    settings = [one.setting for one in some]
    values = np.array(
        [
            (
                one.tension_n,
                one.shear_n,
                setting.screw.diameter_mm,
                setting.screw.root_mm,
                setting.lever_mm,
                2.0 if setting.clamped else 1.0,
                one.always_bends or setting.lever_mm > 0,
            )
            for one, setting in zip(some, settings, strict=True)
        ]
    )
    tension, shear, diameter, root, lever, alpha, bends = values[cases.of].T
    bending = screw_bending_shear_n(diameter, root, lever, alpha > 1, cases.pull_n, figures)
    bent = (bends > 0) & (bending < shear)
    limit = np.where(bent, bending, shear)
    of_pull, of_shear = cases.pull_n / tension, shares(cases.across_n, limit)
    use = of_pull + of_shear
    found = []
    for number, (one, row) in enumerate(zip(some, worst_rows(use, cases.of, cases.starts).tolist(), strict=True)):
        mode = Mode.BENDING if bent[row] and of_pull[row] <= of_shear[row] else one.mode
        worst = Use(float(use[row]), mode, one.tension_n, float(limit[row]))
        case = one.spot.demand.cases[row - int(cases.starts[number])]
        lines, setting = one.lines, one.setting
        found.append(
            made(
                one.fixing,
                one.spot,
                worst,
                case,
                lines=lambda lines=lines: lines(figures),  # type: ignore[misc]
                hole=setting.hole,
                screw=setting.pick,
            )
        )
    return found


Tabled.answer = _answer
