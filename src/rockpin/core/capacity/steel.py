"""Self-tapping screws in the flange of a steel stud: pull-out, and tilting under shear with the board as a lever."""

from math import sqrt

from rockpin.core.base.quantities import show_limit, show_share
from rockpin.core.base.words import WorkLine
from rockpin.core.capacity.common import (
    Assessment,
    Mode,
    Refusal,
    Use,
    assessed,
    bending_line,
    refuse,
    refused,
    screw_bending_shear_n,
    share_of,
    wrong_place,
)
from rockpin.core.demand import CaseDemand
from rockpin.core.document.fixings import Screw, SteelScrew
from rockpin.core.framing import BehindKind
from rockpin.core.hole import BitRule, HoleSpec, Spot
from rockpin.core.tables.catalogue import CapacityTables

IS_A_SCREW = True

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
    found = wrong_place(spot, fixing)
    if spot.carries_people:
        found.append(refuse("steel-under-people", "A thin flange carries nobody's weight: put wood behind it."))
    return found


def _refusals(screw: Screw, spot: Spot, tables: CapacityTables) -> list[Refusal]:
    found: list[Refusal] = []
    behind = spot.behind(screw.diameter_mm)
    if behind.kind is not BehindKind.STEEL or behind.solid_wood < spot.framing.solid_wood_credit:
        found.append(
            refuse(
                "not-in-steel",
                f"The chance of the stud's flange behind it is {show_share(behind.solid_wood)}; from "
                f"{show_share(spot.framing.solid_wood_credit)} it counts.",
                solid_wood=behind.solid_wood,
            )
        )
    if not spot.passes(screw.diameter_mm):
        found.append(
            refuse(
                "bracket-hole",
                f"Its {screw.diameter_mm:.1f} mm shank does not pass the bracket's {spot.hole.diameter_mm:g} mm hole.",
                screw_mm=screw.diameter_mm,
                hole_mm=spot.hole.diameter_mm,
            )
        )
    return found


def assess(fixing: SteelScrew, spot: Spot, tables: CapacityTables) -> Assessment:
    """A screw in a flange: N/Nₐ + V/Vₐ, the shear no more than the screw bears in bending through the board."""
    figures, screw = tables.figures, tables.screws[fixing.screw]
    found = unfit(fixing, spot, tables) or _refusals(screw, spot, tables)
    if found:
        return refused(fixing, found)
    under = spot.under_head_mm(screw)
    length = screw.stock_length_mm(under + spot.reading.skin_mm + figures.steel_screw_past_mm)
    if length is None:
        longest = show_limit(screw.lengths_mm[-1], spot.units)
        return refused(fixing, [refuse("no-screw-length", f"No stock length reaches: the longest is {longest}.")])
    flange, strength = figures.steel_flange_mm, figures.steel_fu_mpa
    pull = pull_out_n(flange, screw.diameter_mm, strength)
    tilt = tilting_n(flange, screw.diameter_mm, strength)
    lever, clamped = spot.skin_lever_mm, spot.clamped

    def use_of(case: CaseDemand) -> Use:
        tension, across = case.forces.tension_n, case.forces.shear_n
        bending = screw_bending_shear_n(screw.diameter_mm, screw.root_mm, lever, clamped, tension, figures)
        shear = min(tilt, bending)
        bends = bending < tilt and share_of(across, shear) > tension / pull
        return Use(tension / pull + share_of(across, shear), Mode.BENDING if bends else Mode.FLANGE, pull, shear)

    def lines() -> tuple[WorkLine, ...]:
        size = f"{screw.diameter_mm:.1f}"
        return (
            WorkLine(
                text=f"pull-out: 0.85 × {flange:g} × {size} × {strength:g} / 3 = {pull:.0f} N",
                source=f"{_AISI}, J4.4.1",
            ),
            WorkLine(
                text=f"tilting: 4.2 × √({flange:g}³ × {size}) × {strength:g} / 3 = {tilt:.0f} N",
                source=f"{_AISI}, J4.3.1",
            ),
            bending_line(screw.diameter_mm, screw.root_mm, lever, clamped, figures),
        )

    tip = length - under
    return assessed(
        fixing,
        spot,
        use_of,
        lines=lines,
        hole=HoleSpec(
            diameter_mm=figures.steel_pilot_share * screw.root_mm,
            bit_rule=BitRule.PILOT,
            pilot_mm=None,
            depth_mm=spot.reading.skin_mm + figures.steel_screw_past_mm,
            reach_mm=max(tip, spot.reading.skin_mm + figures.steel_screw_past_mm),
            grip_from_mm=spot.reading.skin_mm,
            grip_to_mm=spot.reading.skin_mm + flange,
            plug_length_mm=0.0,
            wing_mm=0.0,
            wing_depth_mm=0.0,
        ),
        screw=spot.pick(screw, length),
    )
