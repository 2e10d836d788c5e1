"""Screws and bolts in concrete after EN 1992-4:2018, as the group that they really are.

Cracked concrete of class C20/25. Design values over the mean load factor give working loads. Anchors whose cones
touch act as one group: all of them share its use. Pull-out and steel are checked anchor by anchor.
"""

from collections.abc import Sequence
from typing import NamedTuple, cast

import numpy as np

from rockpin.core.base.quantities import show_across, show_length, show_limit, show_summed_force, show_thickness
from rockpin.core.base.words import WorkLine
from rockpin.core.capacity.common import (
    Assessment,
    Mode,
    Refusal,
    Use,
    Values,
    does_not_pass,
    made,
    refuse,
    screw_bending_shear_n,
    through_refusal,
    wrong_place,
)
from rockpin.core.capacity.concrete_group import Solved, pullout_n, solved_group
from rockpin.core.capacity.setting_ways import Goes
from rockpin.core.capacity.sweep import Prepared, shares
from rockpin.core.demand import Rows
from rockpin.core.document.fixings import ConcreteAnchor
from rockpin.core.document.fixture import HoleKind
from rockpin.core.hole import AnchorGroup, BitRule, HoleSpec, ScrewPick, Spot, sized
from rockpin.core.identification import Family
from rockpin.core.tables.by_room import CapacityTables
from rockpin.core.tables.figures import CapacityFigures

LAST_TURN = "Tighten it to the packet's torque"

_EN = "EN 1992-4:2018"


def _steel(anchor: ConcreteAnchor, figures: CapacityFigures) -> tuple[float, float]:
    """Working pull-out and shear [N] of the steel (table 4.1, 7.2.1.3, 7.2.2.3)."""
    ratio, load = anchor.fyk_mpa / anchor.fuk_mpa, figures.concrete_load_factor
    pull = anchor.steel_area_mm2 * anchor.fuk_mpa / max(1.4, 1.2 / ratio) / load
    k6, gamma_v = (0.6 if anchor.fuk_mpa <= 500 else 0.5), (max(1.25, 1 / ratio) if ratio <= 0.8 else 1.5)
    return pull, k6 * anchor.steel_area_mm2 * anchor.fuk_mpa / gamma_v / load


def foreign(spot: Spot) -> Refusal | None:
    """What refuses every anchor in this wall: it is not of concrete."""
    if spot.reading.family is not Family.CONCRETE:
        return refuse("not-concrete", "It takes hold in concrete only.")
    return None


def unfit(anchor: ConcreteAnchor, spot: Spot, tables: CapacityTables) -> list[Refusal]:
    """What refuses an anchor at every hole of this wall: damp."""
    return wrong_place(spot, anchor, tables)


class _Barred(NamedTuple):
    """What refuses an anchor in every hole of one kind in this wall, in the order in which it is told."""

    by_wall: tuple[Refusal, ...]
    by_bracket: tuple[Refusal, ...]


def _barred(anchor: ConcreteAnchor, spot: Spot, depth_mm: float, figures: CapacityFigures) -> _Barred:
    units, holding_mm = spot.units, spot.reading.holding_mm
    by_wall: list[Refusal] = []
    if spot.hole.kind is HoleKind.KEYHOLE:
        says = "A keyhole hangs on a screw's head; this one ends in a nut or a hexagon."
        by_wall.append(refuse("keyhole-head", says))
    if anchor.hef_mm < figures.concrete_hef_min_mm:
        says = f"Its {show_across(anchor.hef_mm, units)} in the concrete is less than the method allows."
        by_wall.append(refuse("hef-short", says))
    least = max(2 * anchor.hef_mm, anchor.hef_mm + 30)
    if holding_mm < least:
        says = f"It needs {show_length(least, units)} of concrete, there is {show_limit(holding_mm, units)}."
        by_wall.append(refuse("wall-thin", says, needs_mm=least, has_mm=holding_mm))
    elif short := through_refusal(spot, depth_mm):
        by_wall.append(short)
    stuck = does_not_pass(anchor.diameter_mm, spot)
    return _Barred(tuple(by_wall), (stuck,) if stuck else ())


def _refusals(anchor: ConcreteAnchor, spot: Spot, depth_mm: float, figures: CapacityFigures) -> list[Refusal]:
    barred = spot.cached_per_wall(f"{anchor.key} barred", lambda: _barred(anchor, spot, depth_mm, figures))
    edge, near, units = spot.free_edge_mm, spot.nearest_neighbour_mm(), spot.units
    here: list[Refusal] = []
    if edge < anchor.edge_min_mm:
        says = f"The edge is {show_limit(max(edge, 0), units)} away; it needs {show_length(anchor.edge_min_mm, units)}."
        here.append(refuse("concrete-edge", says, edge_mm=edge, needs_mm=anchor.edge_min_mm))
    if near < anchor.spacing_min_mm:
        says = f"The next hole is {show_limit(near, units)} away; it needs {show_length(anchor.spacing_min_mm, units)}."
        here.append(refuse("too-close", says, spacing_mm=near, needs_mm=anchor.spacing_min_mm))
    return [*barred.by_wall, *here, *barred.by_bracket]


def edges_count_to_mm(anchor: ConcreteAnchor, tables: CapacityTables) -> float:
    """How near [mm] an edge must be to count: for splitting of groups, and for shear and the ends beside it.

    EN 1992-4, 7.2.1.7(2) and 7.2.2.5(1): max(10·hef, 60·d), with half as much again beside it.
    """
    splits = 1.2 * tables.figures.concrete_split_hefs * anchor.hef_mm
    return max(splits, 1.5 * max(10 * anchor.hef_mm, 60 * anchor.diameter_mm))


def as_told(figures: CapacityFigures, spot: Spot) -> CapacityFigures:
    """The figures with the strength of this wall's concrete, where somebody told it."""
    told = spot.wall.concrete_mpa
    return figures if told is None else figures.model_copy(update={"concrete_fck_mpa": told})


def _lines(
    anchor: ConcreteAnchor, spot: Spot, solved: Solved, at: int, figures: CapacityFigures
) -> tuple[WorkLine, ...]:
    """The sums, line by line."""
    steel_n, steel_v = _steel(anchor, figures)
    load, gamma = figures.concrete_load_factor, figures.concrete_gamma_mc
    lines = []
    if at in solved.cones:
        cone, count = solved.cones[at]
        working = cone.resistance_n / (gamma * anchor.gamma_inst * load)
        depth = f"{cone.hef_mm:g}" if cone.hef_mm == anchor.hef_mm else f"{cone.hef_mm:.1f} (narrow member)"
        together = "one anchor" if count == 1 else f"{count} anchors together"
        lines += [
            WorkLine(
                text=f"cone: {figures.concrete_k1:g} × √{figures.concrete_fck_mpa:g} × {depth}^1.5 = "
                f"{show_summed_force(cone.basic_n, spot.units)}",
                source=f"{_EN}, 7.2.1.4, eq. 7.2",
            ),
            WorkLine(
                text=f"{together}: × {cone.area_ratio:.2f} area × {cone.psi_s:.2f} edge × {cone.psi_re:.2f} "
                f"reinforcement = {show_summed_force(cone.resistance_n, spot.units)}; "
                f"/ ({gamma:g} × {anchor.gamma_inst:g}) / {load:g} = "
                f"{show_summed_force(working, spot.units)} where they are pulled alike",
                source=f"{_EN}, 7.2.1.4, eq. 7.1 to 7.6; table 4.1",
            ),
        ]
    lines += [
        WorkLine(
            text=f"pull-out of one anchor: {pullout_n(anchor, figures):.0f} / ({gamma:g} × {anchor.gamma_inst:g}) / "
            f"{load:g} = "
            f"{show_summed_force(pullout_n(anchor, figures) / (gamma * anchor.gamma_inst * load), spot.units)}",
            source=f"{_EN}, 7.2.1.5; value: {anchor.source}",
        ),
        WorkLine(
            text=f"steel: {anchor.steel_area_mm2:g} mm² × {anchor.fuk_mpa:g} MPa gives "
            f"{show_summed_force(steel_n, spot.units)} pulled, {show_summed_force(steel_v, spot.units)} across",
            source=f"{_EN}, 7.2.1.3, 7.2.2.3; table 4.1",
        ),
    ]
    if spot.skin_lever_mm > 0:
        bent = min(steel_v, float(_bending_shear_n(anchor, spot, 0.0, figures)))
        lines.append(
            WorkLine(
                text=f"the load stands {show_thickness(spot.skin_lever_mm, spot.units)} off the concrete: "
                f"bending of the steel bears "
                f"{show_summed_force(bent, spot.units)}",
                source=f"{_EN}, 7.2.2.3.2",
            )
        )
    lines.append(
        WorkLine(
            text="together: concrete (βN^1.5 + βV^1.5)^(2/3), steel √(βN² + βV²); the greater counts",
            source=f"{_EN}, 7.2.3",
        )
    )
    return tuple(lines)


class _Anchored(NamedTuple):
    """An anchor at a hole, among the same anchors in the fixture's other holes."""

    fixing: ConcreteAnchor
    spot: Spot
    hole: HoleSpec
    pick: ScrewPick

    @staticmethod
    def answer(prepared: Sequence[Prepared], tables: CapacityTables) -> list[Assessment]:
        """All of them together."""
        return _answer(prepared, tables)


def _pick(anchor: ConcreteAnchor, length_mm: float, under_head_mm: float) -> ScrewPick:
    called = sized(anchor.label, length_mm, f"{anchor.hole_mm:g}")
    return ScrewPick(
        key=anchor.key,
        label=called.name,
        text=called.text,
        diameter_mm=anchor.diameter_mm,
        root_mm=anchor.root_mm,
        head_mm=2 * anchor.diameter_mm,
        length_mm=length_mm,
        head=anchor.head,
        washer_mm=0.0,
        proud_mm=0.0,
        under_head_mm=under_head_mm,
        blunt=True,
        named=called.named,
    )


def prepare(anchor: ConcreteAnchor, spot: Spot, tables: CapacityTables) -> _Anchored | list[Refusal]:
    """An anchor at a hole: what refuses it, or the length and the hole that it takes there."""
    figures, reading = tables.figures, spot.reading
    dust = spot.dust_mm(anchor.diameter_mm)
    least_mm = reading.skin_mm + anchor.embedment_mm
    if found := _refusals(anchor, spot, least_mm + dust, figures):
        return found
    fits = spot.cached_per_wall(f"{anchor.key} set", lambda: _set(anchor, spot, dust, figures))
    return fits if isinstance(fits, list) else _Anchored(anchor, spot, *fits)


def _set(
    anchor: ConcreteAnchor, spot: Spot, dust: float, figures: CapacityFigures
) -> tuple[HoleSpec, ScrewPick] | list[Refusal]:
    """The hole and the length of an anchor in a bracket's hole of this kind, or why it cannot be set there."""
    reading = spot.reading
    least_mm = reading.skin_mm + anchor.embedment_mm
    # a bolt that ends in a nut must hold fixture, washer and the whole nut beyond the concrete
    nut = figures.nut_diameters * anchor.diameter_mm if "nut" in anchor.head else 0.0
    plate = spot.hole.plate_mm + spot.hole.spacer_mm + nut
    length = next((one for one in anchor.lengths_mm if one >= plate + least_mm), None)
    if length is None:
        longest = show_limit(anchor.lengths_mm[-1], spot.units)
        return [refuse("no-screw-length", f"No length reaches: the longest is {longest}.")]
    depth = max(least_mm, length - plate) + dust
    if short := through_refusal(spot, depth):
        return [short]
    hole = HoleSpec(
        diameter_mm=anchor.hole_mm,
        bit_rule=BitRule.EXACT,
        pilot_mm=figures.step_up_share * anchor.hole_mm if anchor.hole_mm >= figures.step_up_from_mm else None,
        depth_mm=depth,
        reach_mm=depth,
        grip_from_mm=reading.skin_mm,
        grip_to_mm=least_mm,
        plug_length_mm=0.0,
        dust_mm=dust,
        wing_mm=0.0,
        wing_depth_mm=0.0,
    )
    under = spot.hole.plate_mm + spot.hole.spacer_mm
    return hole, _pick(anchor, length, max(under, length - least_mm) if nut else under)


def _bending_shear_n(anchor: ConcreteAnchor, spot: Spot, pull_n: Values, figures: CapacityFigures) -> Rows:
    """Shear [N] that the anchor's steel bears in bending over the covering in front of the concrete."""
    return screw_bending_shear_n(
        anchor.diameter_mm,
        anchor.root_mm,
        spot.skin_lever_mm,
        spot.clamped,
        pull_n,
        anchor.fyk_mpa,
        figures.screw_safety,
    )


class _Steel(NamedTuple):
    """Uses of the steel at some holes, arrays of shape (rows, holes), and what it bears across there [N]."""

    use: Rows
    shear_n: Rows


def _steel_uses(some: Sequence[_Anchored], at: Sequence[int], figures: CapacityFigures) -> _Steel:
    anchor, group = some[0].fixing, some[0].spot.anchor_group()
    pull = group.tension_n[:, at]
    across = group.across_n[:, at]
    steel_n, steel_v = _steel(anchor, figures)
    bears = np.full(pull.shape, steel_v)
    for column, one in enumerate(some):
        if one.spot.skin_lever_mm > 0:
            bent = _bending_shear_n(anchor, one.spot, pull[:, column], figures)
            bears[:, column] = np.minimum(steel_v, bent)
    return _Steel(np.hypot(pull / steel_n, shares(across, bears)), bears)


def _of_one_group(some: Sequence[_Anchored], figures: CapacityFigures) -> list[Assessment]:
    """One anchor at several holes of one group.

    Concrete β_N^1.5 + β_V^1.5 ≤ 1, steel β_N² + β_V² ≤ 1 (7.2.3), each as a share of 1, in the worst row.
    """
    anchor, group = some[0].fixing, some[0].spot.anchor_group()
    at = [group.hole_ids.index(one.spot.hole.id) for one in some]
    solved = solved_group(anchor, group, some[0].spot.reading.holding_mm, figures)
    steel = _steel_uses(some, at, figures)
    beta_n = solved.pulls[:, :, at].max(axis=0)
    beta_v = np.maximum(solved.pry[:, at], solved.edge[:, at])
    in_concrete = (beta_n**1.5 + beta_v**1.5) ** (2 / 3)
    uses = np.maximum(in_concrete, steel.use)
    found = []
    for column, (one, hole, row) in enumerate(zip(some, at, uses.argmax(axis=0).tolist(), strict=True)):
        betas = float(beta_n[row, column]), float(beta_v[row, column])
        by_steel = bool(steel.use[row, column] > in_concrete[row, column])
        worst = _use(
            anchor, group, solved, (row, hole), betas, float(steel.shear_n[row, column]), by_steel, figures
        )._replace(use=float(uses[row, column]))
        found.append(
            made(
                anchor,
                one.spot,
                worst,
                group.case_of(row, hole),
                lines=lambda one=one, hole=hole: _lines(  # type: ignore[misc]
                    anchor, one.spot, solved, hole, figures
                ),
                hole=one.hole,
                screw=one.pick,
            )
        )
    return found


def _use(
    anchor: ConcreteAnchor,
    group: AnchorGroup,
    solved: Solved,
    place: tuple[int, int],
    betas: tuple[float, float],
    bears_n: float,
    by_steel: bool,
    figures: CapacityFigures,
) -> Use:
    """What governs in one row at one hole, and what is borne there in the directions of its forces."""
    row, at = place
    beta_n, beta_v = betas
    steel_n, steel_v = _steel(anchor, figures)
    single = solved.cones.get(at)
    safe = figures.concrete_gamma_mc * anchor.gamma_inst * figures.concrete_load_factor
    own_n = single[0].resistance_n / single[1] / safe if single else steel_n
    pull, across = group.tension_n[row, at], group.across_n[row, at]
    tension_n = min(steel_n, pull / beta_n if beta_n > 0 else own_n)
    shear_n = min(bears_n, across / beta_v if beta_v > 0 else steel_v)
    if by_steel:
        mode = Mode.BENDING if bears_n < steel_v else Mode.STEEL
    elif beta_v > beta_n:
        mode = Mode.EDGE if solved.edge[row, at] >= solved.pry[row, at] else Mode.PRY_OUT
    else:
        mode = (Mode.CONE, Mode.SPLITTING, Mode.PULL_OUT)[int(solved.pulls[:, row, at].argmax())]
    raised = float(group.allowed[row, 0])
    return Use(0.0, mode, raised * float(tension_n), raised * float(shear_n))


def _answer(prepared: Sequence[Prepared], tables: CapacityTables) -> list[Assessment]:
    """Each anchor at its holes together; holes of several groups each in its own."""
    some = cast(Sequence[_Anchored], prepared)
    together: dict[tuple[object, ...], list[int]] = {}
    for number, one in enumerate(some):
        whose = id(one.spot.group) if one.spot.group is not None else ("alone", number)
        together.setdefault((one.fixing.key, whose, one.spot.reading.holding_mm), []).append(number)
    found: dict[int, Assessment] = {}
    for numbers in together.values():
        here = [some[number] for number in numbers]
        made_here = _of_one_group(here, as_told(tables.figures, here[0].spot))
        found |= dict(zip(numbers, made_here, strict=True))
    return [found[number] for number in range(len(some))]


def set_notes(anchor: ConcreteAnchor, made: Assessment, spot: Spot, tables: CapacityTables) -> list[str]:
    """How a bolt is knocked in; a screw cuts its own thread."""
    if goes(anchor) is not Goes.THROUGH:
        return []
    return ["Knock it in, its nut flush with the end of the thread, until its washer lies on the bracket."]


def goes(anchor: ConcreteAnchor) -> Goes:
    """A bolt is knocked in through the bracket, a concrete screw is driven through it."""
    return Goes.THROUGH if "hammer" in anchor.tools else Goes.DRIVEN
