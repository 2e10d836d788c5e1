"""Fastenings in concrete after EN 1992-4:2018, clause 7.2: cone, splitting and edge of a real group of anchors.

Characteristic resistances [N] in concrete of strength ``fck_mpa``; partial factors are the caller's. Distances to
edges are (left, right, down, up) [mm].
"""

from collections.abc import Sequence
from math import sqrt
from typing import NamedTuple

import numpy as np

from rockpin.core.demand import Rows

Location = tuple[float, float]
Edges = tuple[float, float, float, float]


def cone_resistance_n(hef_mm: float, fck_mpa: float, k1: float) -> float:
    """Characteristic cone resistance of one anchor far from edges, N⁰ = k₁·√fck·hef^1.5 [N] (7.2.1.4, eq. 7.2)."""
    return float(k1 * sqrt(fck_mpa) * hef_mm**1.5)


def projected_area_mm2(places: Sequence[Location], edges: Sequence[Edges], half_mm: float) -> float:
    """Area A_c,N [mm²] of a group's idealised cones: squares of twice ``half_mm`` about the anchors, cut at the edges.

    What two squares share counts once (7.2.1.4(3), fig. 7.5): the union of rectangles, on the grid of their sides.
    """
    sides = [
        (
            x - min(half_mm, max(left, 0.0)),
            x + min(half_mm, max(right, 0.0)),
            y - min(half_mm, max(down, 0.0)),
            y + min(half_mm, max(up, 0.0)),
        )
        for (x, y), (left, right, down, up) in zip(places, edges, strict=True)
    ]
    if len(sides) == 1:
        from_left, to_right, from_below, to_top = sides[0]
        return float((to_right - from_left) * (to_top - from_below))
    boxes = np.array(sides)
    xs = np.array(sorted(set(boxes[:, :2].ravel().tolist())))
    ys = np.array(sorted(set(boxes[:, 2:].ravel().tolist())))
    mid_x, mid_y = (xs[:-1] + xs[1:]) / 2, (ys[:-1] + ys[1:]) / 2
    in_x = (boxes[:, :1] < mid_x) & (mid_x < boxes[:, 1:2])
    in_y = (boxes[:, 2:3] < mid_y) & (mid_y < boxes[:, 3:])
    covered = (in_x[:, :, None] & in_y[:, None, :]).any(axis=0)
    return float(np.diff(xs) @ covered @ np.diff(ys))


def edge_disturbance(edge_mm: float, critical_mm: float) -> float:
    """ψ_s [1] = 0.7 + 0.3·c/c_cr ≤ 1 (eq. 7.4 and 7.45)."""
    return min(1.0, 0.7 + 0.3 * edge_mm / critical_mm)


def shell_spalling(hef_mm: float) -> float:
    """ψ_re [1] = 0.5 + hef/200 ≤ 1, taken everywhere since the reinforcement is not known (eq. 7.5)."""
    return min(1.0, 0.5 + hef_mm / 200)


def eccentricity(e_mm: Rows, critical_mm: float) -> Rows:
    """ψ_ec [1] = 1/(1 + 2e/s_cr) ≤ 1 for each e (eq. 7.6); for shear s_cr is 3·c₁ (eq. 7.47)."""
    return 1 / (1 + 2 * np.abs(e_mm) / critical_mm)


class Cone(NamedTuple):
    """A cone of a group without eccentricity, and what it was made of."""

    resistance_n: float
    basic_n: float
    area_ratio: float
    psi_s: float
    psi_re: float
    critical_spacing_mm: float
    hef_mm: float


def narrow_hef_mm(places: Sequence[Location], edges: Sequence[Edges], hef_mm: float) -> float:
    """hef′ [mm] for three or more edges within 1.5·hef (7.2.1.4(8), eq. 7.8): max(c_max/1.5, s_max/3), else hef."""
    nearest = [min(one[side] for one in edges) for side in range(4)]
    near = [edge for edge in nearest if edge < 1.5 * hef_mm]
    if len(near) < 3:
        return hef_mm
    spacings = [max(abs(a[0] - b[0]), abs(a[1] - b[1])) for i, a in enumerate(places) for b in places[i + 1 :]]
    return min(hef_mm, max(max(near) / 1.5, max(spacings, default=0.0) / 3))


def group_cone(
    places: Sequence[Location],
    edges: Sequence[Edges],
    hef_mm: float,
    fck_mpa: float,
    k1: float,
    *,
    critical_hefs: float = 1.5,
    most_n: float = 1e12,
) -> Cone:
    """Cone of a group [N]: N⁰·A_c/A⁰·ψ_s·ψ_re (eq. 7.1), ψ_M = 1.

    ``critical_hefs``: c_cr in hef, 1.5 for the cone, that of the product for splitting, where the basic value is no
    more than ``most_n`` (7.2.1.7).
    """
    hef = narrow_hef_mm(places, edges, hef_mm) if critical_hefs == 1.5 else hef_mm
    half = critical_hefs * hef
    basic = min(most_n, cone_resistance_n(hef, fck_mpa, k1))
    ratio = projected_area_mm2(places, edges, half) / (2 * half) ** 2
    psi_s, psi_re = edge_disturbance(max(0.0, min(min(one) for one in edges)), half), shell_spalling(hef)
    return Cone(basic * ratio * psi_s * psi_re, basic, ratio, psi_s, psi_re, 2 * half, hef)


class EdgeRow(NamedTuple):
    """The anchors nearest to one edge: how far it is, how far apart they are along it, and what ends beside them."""

    c1_mm: float
    span_mm: float
    aside_mm: tuple[float, float]


def edge_shear_n(diameter_mm: float, hef_mm: float, row: EdgeRow, wall_mm: float, fck_mpa: float, k9: float) -> float:
    """Characteristic resistance [N] of the concrete edge to shear square to it (7.2.2.5, eq. 7.40 to 7.46).

    V⁰ = k₉·d^α·l_f^β·√fck·c₁^1.5, α = 0.1·√(l_f/c₁), β = 0.1·(d/c₁)^0.2. In a thin and narrow member c₁ is
    reduced to c₁′ = max(c₂/1.5, h/1.5, s₂/3).
    """
    c1 = row.c1_mm
    if max(row.aside_mm) < 1.5 * c1 and wall_mm < 1.5 * c1:
        c1 = min(c1, max(max(row.aside_mm) / 1.5, wall_mm / 1.5, row.span_mm / 3))
    lf = min(hef_mm, 12 * diameter_mm)
    alpha, beta = 0.1 * sqrt(lf / c1), 0.1 * (diameter_mm / c1) ** 0.2
    basic = k9 * diameter_mm**alpha * lf**beta * sqrt(fck_mpa) * c1**1.5
    wide = sum(min(1.5 * c1, aside) for aside in row.aside_mm) + row.span_mm
    deep = min(1.5 * c1, wall_mm)
    thin = max(1.0, sqrt(1.5 * c1 / wall_mm))
    return float(basic * wide * deep / (4.5 * c1**2) * edge_disturbance(min(row.aside_mm), 1.5 * c1) * thin)


def along_edge(towards_n: Rows, along_n: Rows) -> Rows:
    """ψ_α [1] = √(1/(cos²α + (0.5·sin α)²)) ≥ 1 a row, α between load and the line square to the edge (eq. 7.48)."""
    load = np.hypot(towards_n, along_n)
    some = np.where(load > 0, load, 1.0)
    turned: Rows = np.where(load > 0, some / np.maximum(np.hypot(towards_n, 0.5 * along_n), 1e-12), 1.0)
    return turned
