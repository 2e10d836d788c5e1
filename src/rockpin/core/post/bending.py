"""A post as a beam that is held at the ground: its section, what it is stressed by, how far its top sways."""

from math import pi
from typing import NamedTuple

from rockpin.core.document.post import Post, PostSection


class Section(NamedTuple):
    """Second moment of area [mm⁴] and section modulus [mm³] of a post."""

    inertia_mm4: float
    modulus_mm3: float


def section_of(post: Post) -> Section:
    """I and Z of a tube or a square timber: π(D⁴ − d⁴)/64, (B⁴ − b⁴)/12, b⁴/12; Z = 2·I/D."""
    across = post.across_mm
    inner = across - 2 * post.section_wall_mm
    match post.section:
        case PostSection.ROUND_TUBE:
            inertia = pi * (across**4 - inner**4) / 64
        case PostSection.SQUARE_TUBE:
            inertia = (across**4 - inner**4) / 12
        case PostSection.TIMBER:
            inertia = across**4 / 12
    return Section(inertia, 2 * inertia / across)


def sway_push_mm(force_n: float, at_mm: float, high_mm: float, stiff_n_mm2: float) -> float:
    """How far the top [mm] goes under a push at a height [N, mm], E·I [N mm²]: F·a²·(3L − a)/(6·E·I)."""
    return force_n * at_mm**2 * (3 * high_mm - at_mm) / (6 * stiff_n_mm2)


def sway_moment_mm(moment_n_mm: float, at_mm: float, high_mm: float, stiff_n_mm2: float) -> float:
    """How far the top [mm] goes under a moment at a height [N mm, mm], E·I [N mm²]: M·a·(2L − a)/(2·E·I)."""
    return moment_n_mm * at_mm * (2 * high_mm - at_mm) / (2 * stiff_n_mm2)


def sway_wind_mm(line_n_per_mm: float, high_mm: float, stiff_n_mm2: float) -> float:
    """How far the top [mm] goes under wind all along it [N per mm], E·I [N mm²]: q·L⁴/(8·E·I)."""
    return line_n_per_mm * high_mm**4 / (8 * stiff_n_mm2)
