"""Gathers each hole's surroundings, for the wall as it is believed to be and for what else it may be."""

from collections.abc import Sequence

from rockpin.core.demand import Demand
from rockpin.core.fixings import Other
from rockpin.core.framing import BehindKind, MemberReading, look_behind
from rockpin.core.hidden import Hidden, at_hole
from rockpin.core.identify import Identified
from rockpin.core.job import Holds, JobDocument
from rockpin.core.placed_hole import PlacedHole
from rockpin.core.reading import WallReading
from rockpin.core.spot import AnchorGroup, Spot, board_edge, elsewhere, free_edges
from rockpin.core.tables import Catalogue

NOMINAL_SCREW_MM = 5.0
"""Screw [mm] by which a hole's wall is named before a fixing is chosen."""

NEARBY_MM = 400.0
"""Framing farther from a hole than this [mm] does not matter to any fixing in it."""


def spots_of(
    job: JobDocument,
    reading: WallReading,
    members: tuple[MemberReading, ...],
    holes: tuple[PlacedHole, ...],
    hidden: Hidden,
    demand: Demand,
    catalogue: Catalogue,
) -> list[Spot]:
    wall, figures = job.wall, catalogue.figures
    spots = []
    shared: dict[object, object] = {}
    # a hole that was drilled and does not hold its fixing yet
    drilled = {one.hole_id: one.bit_mm for one in job.records if one.bit_mm and one.holds is not Holds.YES}
    column = {hole_id: number for number, hole_id in enumerate(demand.table.hole_ids)}
    order = [column[hole.id] for hole in holes]
    edges = {hole.id: free_edges(wall, hole.x_mm, hole.y_mm) for hole in holes}
    group = AnchorGroup(
        hole_ids=tuple(hole.id for hole in holes),
        places=tuple((hole.x_mm, hole.y_mm) for hole in holes),
        edges=tuple(edges.values()),
        tension_n=demand.table.tension_n[:, order],
        shear_x_n=demand.table.shear_x_n[:, order],
        shear_y_n=demand.table.shear_y_n[:, order],
        table=demand.table,
    )
    for hole in holes:
        radius = hole.diameter_mm / 2 + figures.setout_error_mm
        behind = look_behind(wall, reading, members, hole.x_mm, hole.y_mm, NOMINAL_SCREW_MM, catalogue)
        in_stud = behind.kind in (BehindKind.TIMBER, BehindKind.STEEL)
        here = at_hole(hidden, hole.x_mm, hole.y_mm, radius, in_stud, catalogue)
        spots.append(
            Spot(
                hole=hole,
                wall=wall,
                reading=reading,
                members=tuple(one for one in members if one.rect.distance_to(hole.x_mm, hole.y_mm) < NEARBY_MM),
                neighbours=tuple(
                    (other.x_mm - hole.x_mm, other.y_mm - hole.y_mm) for other in holes if other.id != hole.id
                ),
                free_edges_mm=edges[hole.id],
                board_edge_mm=board_edge(wall, hole.x_mm, hole.y_mm),
                depth_limit_mm=here.depth_limit_mm,
                duty=catalogue.duty_by_key[job.fixture.duty],
                environment=job.fixture.environment,
                demand=demand.holes[hole.id],
                units=job.site.units,
                keyhole_play_mm=figures.keyhole_proud_mm,
                sold=job.site.sold,
                carries_people=job.fixture.carries_people,
                drilled_mm=drilled.get(hole.id),
                group=group,
                shared=shared,
            )
        )
    return spots


def others_of(identified: Identified, spots: Sequence[Spot], catalogue: Catalogue) -> tuple[Other, ...]:
    """What else the wall may well be, with each hole as it would be there."""
    found = []
    for one, reading in identified.others:
        if one.probability >= catalogue.figures.plausible_build_up / 2:
            shared: dict[object, object] = {}
            there = {spot.hole.id: elsewhere(spot, reading, shared) for spot in spots}
            found.append(Other(one.probability, one.label, there))
    return tuple(found)
