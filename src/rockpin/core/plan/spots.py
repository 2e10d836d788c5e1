"""Gathers each hole's surroundings, for the wall as it is believed to be and for what else it may be."""

from collections.abc import Collection, Mapping, Sequence
from math import sqrt

import numpy as np

from rockpin.core.choice import edge_on_board
from rockpin.core.demand import Demand
from rockpin.core.document.job import JobDocument
from rockpin.core.document.wall import Wall
from rockpin.core.drilling import existing_holes
from rockpin.core.fixture import uses_of
from rockpin.core.framing import Behind, BehindKind, MemberReading, look_behind, widest_bay_mm
from rockpin.core.hidden import Hidden
from rockpin.core.hole import AnchorGroup, Shared, Spot, edges_of
from rockpin.core.identification import WallReading
from rockpin.core.setout import PlacedHole
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.materials import Role

NOMINAL_SCREW_MM = 5.0
"""Screw [mm] by which a hole's wall is named before a fixing is chosen."""

NEARBY_MM = 400.0
"""Framing farther from a hole than this [mm] does not matter to any fixing in it."""


def outer_skin_mm(wall: Wall, reading: WallReading, keep_mm: float) -> float | None:
    """How deep [mm] one may go in the side of a vehicle or a boat: its outer skin less what is kept from it."""
    if not wall.stands.rides or not reading.layers:
        return None
    last = reading.layers[-1]
    if len(reading.layers) == 1:
        return None
    # where only what stands before the skin was told, it begins behind that
    before = reading.layers if last.role in (Role.CAVITY, Role.FRAME) else reading.layers[:-1]
    spread = 2 * sqrt(sum(layer.sigma_mm**2 for layer in before))
    return max(0.0, before[-1].back_mm - spread - keep_mm)


def loads_together(
    holes: Sequence[PlacedHole], edges: Sequence[tuple[float, float, float, float]], demand: Demand
) -> AnchorGroup:
    """All holes together, with what each row of the table puts on them."""
    column = {hole_id: number for number, hole_id in enumerate(demand.table.hole_ids)}
    order = [column[hole.id] for hole in holes]
    relief = np.array([row.case.allowance.concrete for row in demand.table.rows])
    return AnchorGroup(
        hole_ids=tuple(hole.id for hole in holes),
        places=tuple((hole.x_mm, hole.y_mm) for hole in holes),
        edges=tuple(edges),
        # where concrete is allowed more, the forces are put to it as so much less
        tension_n=demand.table.tension_n[:, order] / relief[:, None],
        shear_x_n=demand.table.shear_x_n[:, order] / relief[:, None],
        shear_y_n=demand.table.shear_y_n[:, order] / relief[:, None],
        table=demand.table,
        relief=relief,
    )


def under_other_loads(spots: Sequence[Spot], demand: Demand) -> list[Spot]:
    """The same holes under other loads."""
    group = loads_together([spot.hole for spot in spots], [spot.free_edges_mm for spot in spots], demand)
    return [spot.under(demand.holes[spot.hole.id], group) for spot in spots]


def spots_of(
    job: JobDocument,
    reading: WallReading,
    members: tuple[MemberReading, ...],
    holes: tuple[PlacedHole, ...],
    hidden: Hidden,
    demand: Demand,
    catalogue: Catalogue,
    proved: frozenset[str] = frozenset(),
    *,
    worded: bool = True,
    only: Collection[str] | None = None,
    shared: Shared | None = None,
    looked: Mapping[str, Behind] | None = None,
) -> list[Spot]:
    """All holes with what is round them. ``proved``: fixings that were pulled in this wall and held.

    ``worded``: whether the sentences are wanted that take work of their own and change no verdict. ``only``: the holes
    that are asked for, by id; None: all. ``shared``: what is the same at all holes, ``looked``: what stands behind each
    before anybody drilled, where it is known already.
    """
    wall, figures = job.wall, catalogue.figures
    spots = []
    shared = {} if shared is None else shared
    met = {one.hole_id for one in job.records if "as_planned" in one.met}
    existing = existing_holes(job, holes, catalogue)
    edges = {hole.id: edges_of(wall, hole.x_mm, hole.y_mm) for hole in holes}
    bay = widest_bay_mm(wall, job.site.region, catalogue) if reading.family.framed else None
    bare = edge_on_board((hole.id for hole in holes), job.fixture, reading, catalogue)
    group = loads_together(holes, [edges[hole.id].free_mm for hole in holes], demand)
    uses = uses_of(job.fixture, catalogue.duty_by_key)
    for hole in holes:
        if only is not None and hole.id not in only:
            continue
        radius = hole.diameter_mm / 2 + figures.framing.setout_error_mm
        behind = (looked or {}).get(hole.id) or look_behind(
            wall, reading, members, hole.x_mm, hole.y_mm, NOMINAL_SCREW_MM, figures.framing
        )
        in_stud = behind.kind in (BehindKind.TIMBER, BehindKind.STEEL, BehindKind.OPEN)
        there = existing.get(hole.id)
        met_reading = there.reading(reading) if there else reading
        here = hidden.at_hole(hole.x_mm, hole.y_mm, radius, in_stud)
        spots.append(
            Spot(
                hole=hole,
                wall=wall,
                reading=met_reading,
                members=tuple(one for one in members if one.rect.distance_to(hole.x_mm, hole.y_mm) < NEARBY_MM),
                neighbours=tuple(
                    (other.x_mm - hole.x_mm, other.y_mm - hole.y_mm) for other in holes if other.id != hole.id
                ),
                free_edges_mm=edges[hole.id].free_mm,
                board_edge_mm=edges[hole.id].board_mm,
                depth_limit_mm=here.depth_limit_mm,
                duty=uses[hole.support].duty,
                environment=job.fixture.environment,
                demand=demand.holes[hole.id],
                units=job.site.units,
                figures=figures.hole,
                framing=figures.framing,
                sold=job.site.sold,
                carries_people=uses[hole.support].carries_people,
                existing=there,
                outside_mm=outer_skin_mm(wall, met_reading, figures.hole.outer_skin_mm),
                mass_kg=uses[hole.support].mass_kg,
                edge_on_board=hole.id in bare,
                bay_mm=bay,
                joint_proved=None if hole.id in met else proved,
                group=group,
                worded=worded,
                shared=shared if met_reading is reading else {},
            )
        )
    return spots
