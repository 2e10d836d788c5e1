"""Self-tapping screws in the flange of a steel stud: pull-out, and tilting under shear with the board as a lever."""

from collections.abc import Sequence
from math import sqrt

from rockpin.core.base.quantities import show_share, show_summed_force
from rockpin.core.base.words import WorkLine
from rockpin.core.capacity.common import (
    Mode,
    Refusal,
    bending_line,
    does_not_pass,
    refuse,
    screw_here,
    too_short,
    wrong_place,
)
from rockpin.core.capacity.open_spots import open_proviso
from rockpin.core.capacity.tabled import ByCase, Factor, Raised, Setting, Tabled
from rockpin.core.document.fixings import Rating, Screw, SteelScrew
from rockpin.core.framing import Behind, BehindKind
from rockpin.core.hole import BitRule, HoleSpec, Spot
from rockpin.core.tables.by_room import CapacityTables
from rockpin.core.tables.figures import CapacityFigures

IS_A_SCREW = True
HOLDS_IN = BehindKind.STEEL

_AISI = "AISI S100-16"


def pull_out_n(flange_mm: float, screw_mm: float, strength_mpa: float) -> float:
    """Working pull-out [N], 0.85·t·d·F_u/3 (AISI S100-16, J4.4.1, safety 3.0)."""
    return 0.85 * flange_mm * screw_mm * strength_mpa / 3


def tilting_n(flange_mm: float, screw_mm: float, strength_mpa: float) -> float:
    """Working shear [N] by tilting of the screw in the flange, 4.2·√(t³·d)·F_u/3 (AISI S100-16, J4.3.1)."""
    return 4.2 * sqrt(flange_mm**3 * screw_mm) * strength_mpa / 3


def unfit(fixing: SteelScrew, spot: Spot, tables: CapacityTables) -> list[Refusal]:
    """What refuses a screw at every hole of this wall: no steel in it, damp, people."""
    if spot.reading.holding != "steel_studs":
        return [refuse("no-steel", "There is no steel stud in this wall for its thread.")]
    found = wrong_place(spot, fixing, tables)
    if spot.carries_people:
        found.append(refuse("steel-under-people", "A thin flange carries nobody's weight: put wood behind it."))
    return found


def _refusals(screw: Screw, spot: Spot, behind: Behind) -> list[Refusal]:
    found: list[Refusal] = []
    if behind.kind is BehindKind.TIMBER or (behind.member is not None and behind.member.timber):
        found.append(refuse("not-in-steel", "What is behind this hole is of wood."))
    elif behind.solid_wood < spot.framing.open_least:
        found.append(
            refuse(
                "not-in-steel",
                f"The chance of the stud's flange behind it is {show_share(behind.solid_wood)}; from "
                f"{show_share(spot.framing.solid_wood_credit)} it counts.",
                solid_wood=behind.solid_wood,
            )
        )
    if stuck := does_not_pass(screw.diameter_mm, spot):
        found.append(stuck)
    return found


def _lines(
    pull_n: float, tilt_n: float, setting: Setting, spot: Spot, figures: CapacityFigures, more: Sequence[Factor]
) -> tuple[WorkLine, ...]:
    flange, strength, screw = figures.steel_flange_mm, figures.steel_fu_mpa, setting.screw
    size = f"{screw.diameter_mm:.1f}"
    raised = tuple(WorkLine(text=f"both × {factor.value:g}, {factor.label}", source="planning") for factor in more)
    return (
        WorkLine(
            text=f"pull-out: 0.85 × {flange:g} × {size} × {strength:g} / 3 = {show_summed_force(pull_n, spot.units)}",
            source=f"{_AISI}, J4.4.1",
        ),
        WorkLine(
            text=f"tilting: 4.2 × √({flange:g}³ × {size}) × {strength:g} / 3 = {show_summed_force(tilt_n, spot.units)}",
            source=f"{_AISI}, J4.3.1",
        ),
        bending_line(screw, setting.lever_mm, setting.clamped, figures, spot.units, setting.skin_n),
        *raised,
    )


def _set(screw: Screw, spot: Spot, figures: CapacityFigures) -> Setting | list[Refusal]:
    """The screw with its hole in a bracket's hole of this kind, or why it cannot be set there."""
    under = spot.under_head_mm(screw)
    wanted = under + spot.reading.skin_mm + figures.steel_screw_past_mm
    length = screw.stock_length_mm(wanted)
    if length is None:
        return [too_short(screw, wanted, spot.units)]
    flange, strength, skin = figures.steel_flange_mm, figures.steel_fu_mpa, spot.reading.skin_mm
    pull = pull_out_n(flange, screw.diameter_mm, strength)
    tilt = tilting_n(flange, screw.diameter_mm, strength)
    hole = HoleSpec(
        diameter_mm=figures.steel_pilot_share * screw.root_mm,
        bit_rule=BitRule.PILOT,
        pilot_mm=None,
        depth_mm=skin + figures.steel_screw_past_mm,
        reach_mm=max(length - under, skin + figures.steel_screw_past_mm),
        grip_from_mm=skin,
        grip_to_mm=skin + flange,
        plug_length_mm=0.0,
        wing_mm=0.0,
        wing_depth_mm=0.0,
    )
    rating = Rating.model_construct(tension_n=pull, shear_n=tilt)
    setting = Setting(rating, screw, spot.skin_lever_mm, spot.clamped, hole, spot.pick(screw, length))
    return setting._replace(skin_n=spot.skin_bears_n_per_mm * screw.diameter_mm)


def prepare(fixing: SteelScrew, spot: Spot, tables: CapacityTables) -> Tabled | list[Refusal]:
    """A screw in a flange: N/Nₐ + V/Vₐ, the shear no more than the screw bears in bending through the board."""
    screw = screw_here(fixing.screw, spot, tables) or tables.screws[fixing.screw]
    behind = spot.behind(screw.diameter_mm)
    if found := _refusals(screw, spot, behind):
        return found
    chance, provisos = behind.solid_wood, []
    if chance < spot.framing.solid_wood_credit:
        what = "the flange of a steel stud is behind the screw"
        provisos.append(open_proviso(spot, fixing, chance, what, wood=True))
    setting = spot.cached_per_wall(tables.kept_as(fixing.key), lambda: _set(screw, spot, tables.figures))
    if isinstance(setting, list):
        return setting
    pull, tilt = setting.rating.tension_n, setting.rating.shear_n
    return Tabled(
        fixing,
        spot,
        pull,
        tilt,
        setting,
        Mode.FLANGE,
        lambda figures, more: _lines(pull, tilt, setting, spot, figures, more),
        ByCase(raised=Raised.FLANGE),
        always_bends=True,
        provisos=tuple(provisos),
    )
