"""Screws and bolts in concrete after EN 1992-4:2018: one anchor with its share of the group's cone.

Cracked concrete of class C20/25. Design values over the mean load factor give working loads.
"""

from math import sqrt

from rockpin.core.capacity.common import (
    Assessment,
    Use,
    assessed,
    refuse,
    refused,
    screw_bending_shear_n,
    wrong_place,
)
from rockpin.core.capacity.masonry import through_refusal
from rockpin.core.demand import CaseDemand
from rockpin.core.figures import Figures
from rockpin.core.findings import Finding
from rockpin.core.fixture import HoleKind
from rockpin.core.quantities import show_length, show_limit
from rockpin.core.reading import Family
from rockpin.core.screws import BitRule, HoleSpec, ScrewPick, dust_mm
from rockpin.core.spot import Spot
from rockpin.core.tables import Catalogue, ConcreteAnchor

Edges = tuple[float, float, float, float]


def cone_resistance_n(hef_mm: float, fck_mpa: float, k1: float) -> float:
    """Characteristic cone resistance of one anchor far from edges, N⁰ = k₁·√fck·hef^1.5 [N] (7.2.1.4, eq. 7.2)."""
    return float(k1 * sqrt(fck_mpa) * hef_mm**1.5)


def cone_area_ratio(hef_mm: float, edges_mm: Edges, neighbours: tuple[tuple[float, float], ...]) -> float:
    """Share A_c,N/A⁰_c,N of one anchor's cone: cut at edges, and half-way to neighbours within 3·hef.

    Splitting the group's area between its anchors at half the spacing is on the safe side of the group's own area
    where anchors are loaded alike. A neighbour aslant cuts along the direction in which it is farther.
    """
    reach = 1.5 * hef_mm
    left, right, down, up = (min(reach, max(edge, 0.0)) for edge in edges_mm)
    for dx, dy in neighbours:
        if max(abs(dx), abs(dy)) >= 2 * reach:
            continue
        if abs(dx) >= abs(dy):
            right, left = (min(right, dx / 2), left) if dx > 0 else (right, min(left, -dx / 2))
        else:
            up, down = (min(up, dy / 2), down) if dy > 0 else (up, min(down, -dy / 2))
    return (left + right) * (down + up) / (2 * reach) ** 2


def edge_disturbance(edge_mm: float, critical_mm: float) -> float:
    """ψ_s = 0.7 + 0.3·c/c_cr ≤ 1 (eq. 7.4 and 7.45)."""
    return min(1.0, 0.7 + 0.3 * edge_mm / critical_mm)


def shell_spalling(hef_mm: float) -> float:
    """ψ_re = 0.5 + hef/200 ≤ 1, taken everywhere since the reinforcement is not known (eq. 7.5)."""
    return min(1.0, 0.5 + hef_mm / 200)


def edge_shear_n(
    anchor: ConcreteAnchor, edge_mm: float, aside_mm: tuple[float, float], wall_mm: float, figures: Figures
) -> float:
    """Characteristic resistance [N] of the concrete edge against shear towards it (7.2.2.5, eq. 7.40 to 7.46).

    V⁰ = k₉·d^α·l_f^β·√fck·c₁^1.5, α = 0.1·√(l_f/c₁), β = 0.1·(d/c₁)^0.2; the load is taken as right towards the edge.
    """
    d, lf = anchor.diameter_mm, min(anchor.hef_mm, 12 * anchor.diameter_mm)
    alpha, beta = 0.1 * sqrt(lf / edge_mm), 0.1 * (d / edge_mm) ** 0.2
    basic = figures.concrete_k9 * d**alpha * lf**beta * sqrt(figures.concrete_fck_mpa) * edge_mm**1.5
    wide = sum(min(1.5 * edge_mm, aside) for aside in aside_mm)
    deep = min(1.5 * edge_mm, wall_mm)
    area = wide * deep / (4.5 * edge_mm**2)
    thin = max(1.0, sqrt(1.5 * edge_mm / wall_mm))
    return float(basic * area * edge_disturbance(min(aside_mm), 1.5 * edge_mm) * thin)


class _Resistances:
    """Working resistances [N] of one anchor, by mode."""

    def __init__(self, anchor: ConcreteAnchor, spot: Spot, figures: Figures) -> None:
        hef, edges = anchor.hef_mm, spot.free_edges_mm
        load = figures.concrete_load_factor
        self.basic = cone_resistance_n(hef, figures.concrete_fck_mpa, figures.concrete_k1)
        self.area = cone_area_ratio(hef, edges, spot.neighbours)
        self.psi_s = edge_disturbance(min(edges), 1.5 * hef)
        self.psi_re = shell_spalling(hef)
        cone = self.basic * self.area * self.psi_s * self.psi_re
        self.gamma_n = figures.concrete_gamma_mc * anchor.gamma_inst
        self.cone = cone / self.gamma_n / load
        ratio = anchor.fyk_mpa / anchor.fuk_mpa
        # steel: EN 1992-4 table 4.1 and 7.2.1.3, 7.2.2.3
        self.steel_n = anchor.steel_area_mm2 * anchor.fuk_mpa / max(1.4, 1.2 / ratio) / load
        k6, gamma_v = (0.6 if anchor.fuk_mpa <= 500 else 0.5), (max(1.25, 1 / ratio) if ratio <= 0.8 else 1.5)
        self.steel_v = k6 * anchor.steel_area_mm2 * anchor.fuk_mpa / gamma_v / load
        self.pry = (1.0 if hef < 60 else 2.0) * cone / figures.concrete_gamma_mc / load
        self.edge = self._edge(anchor, spot, figures)

    @staticmethod
    def _edge(anchor: ConcreteAnchor, spot: Spot, figures: Figures) -> float:
        """Edge failure towards the nearest edge; it need not be checked beyond max(10·hef, 60·d) (7.2.2.5(1))."""
        edges = spot.free_edges_mm
        nearest = min(range(4), key=lambda side: edges[side])
        if edges[nearest] > max(10 * anchor.hef_mm, 60 * anchor.diameter_mm):
            return 1e9
        aside = (edges[2], edges[3]) if nearest < 2 else (edges[0], edges[1])
        resistance = edge_shear_n(anchor, edges[nearest], aside, spot.reading.holding_mm, figures)
        near = sum(1 for dx, dy in spot.neighbours if max(abs(dx), abs(dy)) < 3 * edges[nearest])
        return resistance / (1 + near) / figures.concrete_gamma_mc / figures.concrete_load_factor


def _refusals(anchor: ConcreteAnchor, spot: Spot, depth_mm: float, catalogue: Catalogue) -> list[Finding]:
    figures, reading, units = catalogue.figures, spot.reading, spot.units
    found: list[Finding] = []

    def no(code: str, sentence: str, **numbers: float) -> None:
        found.append(refuse(spot, anchor, code, sentence, **numbers))

    if reading.family is not Family.CONCRETE:
        no("not-concrete", "It takes hold in concrete only.")
        return found
    found += wrong_place(spot, anchor)
    if spot.hole.kind is HoleKind.KEYHOLE:
        no("keyhole-head", "A keyhole hangs on a screw's head; this one ends in a nut or a hexagon.")
    if anchor.hef_mm < figures.concrete_hef_min_mm:
        no("hef-short", f"Its {anchor.hef_mm:g} mm in the concrete is less than the method allows.")
    least = max(2 * anchor.hef_mm, anchor.hef_mm + 30)
    if reading.holding_mm < least:
        no(
            "wall-thin",
            f"It needs {show_length(least, units)} of concrete, there is {show_limit(reading.holding_mm, units)}.",
            needs_mm=least,
            has_mm=reading.holding_mm,
        )
    elif short := through_refusal(spot, depth_mm, catalogue):
        no(
            "wall-thin",
            f"Its hole leaves {show_limit(max(short[0], 0), units)} of the wall; "
            f"{show_length(short[1], units)} must stay.",
            left_mm=short[0],
            needs_mm=short[1],
        )
    edge, near = min(spot.free_edges_mm), spot.nearest_neighbour_mm()
    if edge < anchor.edge_min_mm:
        no(
            "concrete-edge",
            f"The edge is {show_limit(max(edge, 0), units)} away; it needs {show_length(anchor.edge_min_mm, units)}.",
            edge_mm=edge,
            needs_mm=anchor.edge_min_mm,
        )
    if near < anchor.spacing_min_mm:
        no(
            "too-close",
            f"The next hole is {show_limit(near, units)} away; it needs {show_length(anchor.spacing_min_mm, units)}.",
            spacing_mm=near,
            needs_mm=anchor.spacing_min_mm,
        )
    if anchor.diameter_mm + figures.bracket_play_mm > spot.hole.diameter_mm:
        no(
            "bracket-hole",
            f"Its {anchor.diameter_mm:g} mm shank does not pass the bracket's {spot.hole.diameter_mm:g} mm hole.",
            screw_mm=anchor.diameter_mm,
            hole_mm=spot.hole.diameter_mm,
        )
    return found


def assess(anchor: ConcreteAnchor, spot: Spot, catalogue: Catalogue) -> Assessment:
    """An anchor at a hole: concrete β_N^1.5 + β_V^1.5 ≤ 1, steel β_N² + β_V² ≤ 1 (7.2.3), each as a share of 1."""
    figures, reading = catalogue.figures, spot.reading
    depth = reading.skin_mm + anchor.embedment_mm + dust_mm(anchor.diameter_mm, figures)
    found = _refusals(anchor, spot, depth, catalogue)
    if found:
        return refused(anchor, found)
    least = spot.hole.plate_mm + reading.skin_mm + anchor.embedment_mm
    length = next((one for one in anchor.lengths_mm if one >= least), None)
    if length is None:
        longest = show_limit(anchor.lengths_mm[-1], spot.units)
        return refused(
            anchor, [refuse(spot, anchor, "no-screw-length", f"No length reaches: the longest is {longest}.")]
        )
    depth = max(depth, length - spot.hole.plate_mm + figures.dust_min_mm)
    if short := through_refusal(spot, depth, catalogue):
        left, wanted = show_limit(max(short[0], 0), spot.units), show_length(short[1], spot.units)
        return refused(
            anchor,
            [
                refuse(
                    spot,
                    anchor,
                    "wall-thin",
                    f"Its hole leaves {left} of the wall; {wanted} must stay.",
                    left_mm=short[0],
                    needs_mm=short[1],
                )
            ],
        )
    resist = _Resistances(anchor, spot, figures)
    lever, clamped = spot.skin_lever_mm, spot.clamped(figures)

    def use_of(case: CaseDemand) -> Use:
        pull, across = case.forces.tension_n, case.forces.shear_n
        steel_v = resist.steel_v
        if lever > 0:
            bending = screw_bending_shear_n(
                anchor.diameter_mm, anchor.root_mm, lever, clamped, pull, figures, anchor.fyk_mpa
            )
            steel_v = max(min(steel_v, bending), 1e-9)
        shear_c = min(resist.pry, resist.edge)
        pull_n, shear_n = min(resist.cone, resist.steel_n), min(steel_v, shear_c)
        in_concrete = ((pull / resist.cone) ** 1.5 + (across / shear_c) ** 1.5) ** (2 / 3)
        in_steel = sqrt((pull / resist.steel_n) ** 2 + (across / steel_v) ** 2)
        if in_steel > in_concrete:
            return Use(
                use=in_steel, governs="the steel of the anchor", tension_capacity_n=pull_n, shear_capacity_n=shear_n
            )
        edge_first = resist.edge < resist.pry and across / resist.edge > pull / resist.cone
        return Use(
            use=in_concrete,
            governs="the concrete's edge" if edge_first else "the cone of concrete",
            tension_capacity_n=pull_n,
            shear_capacity_n=shear_n,
        )

    working = [
        f"cone: {figures.concrete_k1:g} × √{figures.concrete_fck_mpa:g} × {anchor.hef_mm:g}^1.5 = {resist.basic:.0f} N",
        f"× {resist.area:.2f} area × {resist.psi_s:.2f} edge × {resist.psi_re:.2f} reinforcement "
        f"/ {resist.gamma_n:.2f} / {figures.concrete_load_factor:g} = {resist.cone:.0f} N",
        f"steel: {resist.steel_n:.0f} N pull, {resist.steel_v:.0f} N shear; pry-out {resist.pry:.0f} N",
    ]
    return assessed(
        anchor,
        spot,
        use_of,
        working=working,
        hole=HoleSpec(
            diameter_mm=anchor.hole_mm,
            bit_rule=BitRule.EXACT,
            pilot_mm=figures.step_up_share * anchor.hole_mm if anchor.hole_mm >= figures.step_up_from_mm else None,
            depth_mm=depth,
            reach_mm=depth,
            grip_from_mm=reading.skin_mm,
            grip_to_mm=reading.skin_mm + anchor.embedment_mm,
            plug_length_mm=0.0,
            wing_mm=0.0,
            wing_depth_mm=0.0,
        ),
        screw=ScrewPick(
            key=anchor.key,
            label=anchor.label,
            text=f"{anchor.hole_mm:g} × {length:g}",
            diameter_mm=anchor.diameter_mm,
            root_mm=anchor.root_mm,
            head_mm=2 * anchor.diameter_mm,
            length_mm=length,
            head="hexagon head" if "screw" in anchor.key else "nut and washer",
            washer_mm=0.0,
            proud_mm=0.0,
        ),
    )
