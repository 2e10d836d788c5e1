"""What a post has to bear with what is clamped to it: bending at the ground, sway, turning on it, and its footing."""

from collections.abc import Sequence
from math import hypot
from typing import NamedTuple

from rockpin.core.base.model import Model
from rockpin.core.base.quantities import UnitSystem, show_length, show_use
from rockpin.core.demand import LoadCase
from rockpin.core.document.job import JobBody
from rockpin.core.document.post import Post, PostSection, SetIn
from rockpin.core.document.wall import Wall
from rockpin.core.post.bending import section_of, sway_moment_mm, sway_push_mm, sway_wind_mm
from rockpin.core.post.footing import wanted_depth_mm
from rockpin.core.tables.figures import DemandFigures, PostFigures
from rockpin.core.tables.posts import PostTables


class AtGround(NamedTuple):
    """What one case puts on a post at the ground: push [N], bending and turning about its axis [N mm], sway [mm]."""

    case: str
    push_n: float
    moment_n_mm: float
    turning_n_mm: float
    sway_mm: float
    gust: bool


class PostReading(Model):
    """A post with what is on it. Each worst figure has its case.

    ``use``: bending stress over what may be borne. ``turning_n_mm``: about its axis. ``wanted_mm``: how deep it must
    stand in the earth; None where something stiff holds it (``held``). ``leans``: it
    is known to stand less deep. ``reach_mm``: how far what
    hangs there stands off it.
    """

    x_mm: float
    across_mm: float
    section: PostSection
    section_wall_mm: float
    high_mm: float
    stress_mpa: float
    limit_mpa: float
    use: float
    case: str
    turning_n_mm: float
    turning_case: str
    sway_mm: float
    wanted_mm: float | None
    deep_mm: float | None
    frost_mm: float | None
    foot_mm: float
    foot_seen: bool
    held: bool
    leans: bool
    clamps: int
    reach_mm: float
    text: str


def _wind_on_post(case: LoadCase, post: Post, pressure_pa: float, figures: PostFigures) -> tuple[float, float]:
    """Wind along the post [N per mm], to the right and off its face, as the case blows."""
    coefficient = figures.wind_round if post.section is PostSection.ROUND_TUBE else figures.wind_square
    line = coefficient * pressure_pa * 1e-6 * post.across_mm
    for way, across, out in (("wind-left", -1.0, 0.0), ("wind-right", 1.0, 0.0), ("wind-out", 0.0, 1.0)):
        if case.key.endswith(way):
            return across * line, out * line
    return 0.0, 0.0


def at_ground(
    case: LoadCase,
    job: JobBody,
    post: Post,
    high_mm: float,
    stiff_n_mm2: float,
    pressure_pa: float,
    figures: PostFigures,
) -> AtGround:
    """One case about the foot of a post ``high_mm`` high [mm], of E·I ``stiff_n_mm2`` [N mm²], wind in Pa.

    Statics: pushes by their height, weights by how far they hang off its axis.
    """
    dx, dy = job.placement.x_mm - post.x_mm, job.placement.y_mm
    axis = post.across_mm / 2
    across_line, out_line = _wind_on_post(case, post, pressure_pa, figures)
    push_x, push_z = across_line * high_mm, out_line * high_mm
    moment_x, moment_z = across_line * high_mm**2 / 2, out_line * high_mm**2 / 2
    turning = 0.0
    sway_x = sway_wind_mm(across_line, high_mm, stiff_n_mm2)
    sway_z = sway_wind_mm(out_line, high_mm, stiff_n_mm2)
    for force in case.forces:
        x, y, z = force.x_mm + dx, min(force.y_mm + dy, high_mm), force.z_mm + axis
        push_x += force.fx_n
        push_z += force.fz_n
        moment_x += force.fx_n * y - force.fy_n * x
        moment_z += force.fz_n * y - force.fy_n * z
        turning += force.fx_n * z - force.fz_n * x
        sway_x += sway_push_mm(force.fx_n, y, high_mm, stiff_n_mm2)
        sway_z += sway_push_mm(force.fz_n, y, high_mm, stiff_n_mm2)
        sway_x += sway_moment_mm(-force.fy_n * x, y, high_mm, stiff_n_mm2)
        sway_z += sway_moment_mm(-force.fy_n * z, y, high_mm, stiff_n_mm2)
    return AtGround(
        case=case.label.replace("off the wall", "off the post"),
        push_n=hypot(push_x, push_z),
        moment_n_mm=hypot(moment_x, moment_z),
        turning_n_mm=abs(turning),
        sway_mm=hypot(sway_x, sway_z),
        gust="wind" in case.key,
    )


def read_post(
    job: JobBody,
    wall: Wall,
    cases: Sequence[LoadCase],
    units: UnitSystem,
    tables: PostTables,
    figures: PostFigures,
    demand: DemandFigures,
) -> PostReading | None:
    """What a post bears in every case that is not a half-done state; None where the wall is none."""
    post = wall.post
    if post is None:
        return None
    material = next(row for row in tables.materials if row.key == post.material)
    section = section_of(post)
    stiff = material.modulus_mpa * section.inertia_mm4
    pressure = demand.wind_pa if job.fixture.wind_pa is None else job.fixture.wind_pa
    whole = [case for case in cases if not case.first_screw]
    found = [at_ground(case, job, post, wall.height_mm, stiff, pressure, figures) for case in whole]
    if not found:
        found = [AtGround("nothing hangs on it", 0.0, 0.0, 0.0, 0.0, False)]

    def limit_mpa(one: AtGround) -> float:
        if material.bending_mpa is not None:
            return material.bending_mpa * (material.short_factor if one.gust else 1.0)
        return (material.bending_share or 0.0) * (post.yield_mpa or material.yield_mpa or 0.0)

    worst = max(found, key=lambda one: one.moment_n_mm / limit_mpa(one))
    turned = max(found, key=lambda one: one.turning_n_mm)
    wanted = None
    if post.set_in is SetIn.EARTH:
        soil = next(row for row in tables.soils if row.key == post.soil)
        depths = [wanted_depth_mm(one.push_n, one.moment_n_mm, post.foot_mm, soil.lateral_kpa_per_m) for one in found]
        wanted = max(depths)
    stress, limit = worst.moment_n_mm / section.modulus_mm3, limit_mpa(worst)
    sway = max(one.sway_mm for one in found)
    deep = f" It must stand {show_length(wanted, units)} deep in the earth." if wanted is not None else ""
    return PostReading(
        x_mm=post.x_mm,
        across_mm=post.across_mm,
        section=post.section,
        section_wall_mm=post.section_wall_mm,
        high_mm=wall.height_mm,
        stress_mpa=stress,
        limit_mpa=limit,
        use=stress / limit,
        case=worst.case,
        turning_n_mm=turned.turning_n_mm,
        turning_case=turned.case,
        sway_mm=sway,
        wanted_mm=wanted,
        deep_mm=post.deep_mm,
        frost_mm=post.frost_mm,
        foot_mm=post.foot_mm,
        foot_seen=post.foot_seen,
        held=post.set_in is SetIn.HELD,
        leans=wanted is not None and post.deep_mm is not None and post.deep_mm < wanted,
        clamps=sum(hole.used for support in job.fixture.supports for hole in support.holes),
        reach_mm=max((piece.depth_mm for piece in job.fixture.pieces), default=0.0),
        text=f"Bent at the ground to {show_use(stress / limit)} of what it bears when {worst.case}; its top sways "
        f"{show_length(sway, units)}.{deep}",
    )
