"""A piece in an inside corner: one job on two planes, each support planned on its own wall, drawn side by side.

The first wall is the left one; the second begins where the first ends, and what stands beyond that end stands on it.
"""

from typing import NamedTuple

from rockpin.core.demand import Bearing, CornerShares, corner_shares
from rockpin.core.document.fixture import Piece, Support
from rockpin.core.document.job import JobDocument
from rockpin.core.document.wall import Wall
from rockpin.core.fixture import with_fixture
from rockpin.core.setout import of_wall
from rockpin.core.tables.figures import DemandFigures


class Planes(NamedTuple):
    """Both parts of such a job, each as a job on its own wall; ``beyond_mm``: how far the second is drawn beside the
    first. ``shares``: of the weight, support by support."""

    first: JobDocument
    second: JobDocument
    beyond_mm: float
    shares: CornerShares


def second_wall(job: JobDocument) -> Wall | None:
    """The wall round the corner; None where nobody has said which."""
    wanted = job.placement.second_wall_id
    return next((wall for wall in job.walls if wall.id == wanted), None)


def _bearing(support: Support, corner_x_mm: float, on_second: bool) -> Bearing:
    along = abs(support.rect.centre_x_mm - corner_x_mm)
    return Bearing(support.bears_mm, along) if on_second else Bearing(along, support.bears_mm)


def _borne(piece: Piece, support: Support, share: float, lever_mm: float, level_share: float) -> Piece:
    """What one support bears of a piece: a piece of its own over that support, its weight where it bears.

    A hand that presses down presses on one support alone; one that pushes level pushes at all of them, and against the
    other wall.
    """
    return Piece(
        id=f"{piece.id}-on-{support.id}"[:60],
        name=piece.name,
        x_mm=support.x_mm,
        y_mm=piece.y_mm,
        width_mm=support.width_mm,
        height_mm=piece.height_mm,
        depth_mm=max(2 * lever_mm, 20.0),
        mass_kg=share * piece.mass_kg,
        contents_kg=share * piece.contents_kg,
        cog_z_mm=lever_mm,
        hand=piece.hand,
        level_share=min(1.0, level_share),
    )


def _part(job: JobDocument, wall: Wall, borne: dict[str, Piece]) -> JobDocument:
    """What stands on one wall, with what its supports bear in place of the piece."""
    part = of_wall(job, wall)
    pieces = tuple(borne[one.id] for one in part.fixture.supports if one.id in borne)
    alone = part.model_copy(update={"walls": (wall,), "placement": part.placement.model_copy(update={"supports": ()})})
    return with_fixture(alone, part.fixture.model_copy(update={"pieces": pieces}))


def plane_with(job: JobDocument, hole_id: str, figures: DemandFigures) -> JobDocument:
    """The part of a job in a corner that a hole belongs to; the job itself where it stands on one wall."""
    planes = planes_of(job, figures)
    if planes is None:
        return job
    there = {hole.id for support in planes.second.fixture.supports for hole in support.holes}
    return planes.second if hole_id in there else planes.first


def planes_of(job: JobDocument, figures: DemandFigures) -> Planes | None:
    """Both parts of a job in a corner; None where it is none, or nobody has said what the second wall is."""
    corner, other = job.fixture.corner, second_wall(job)
    if corner is None or other is None or not job.fixture.pieces:
        return None
    there = set(corner.second_supports)
    piece = job.fixture.pieces[0]
    supports = [support for support in job.fixture.supports if any(hole.used for hole in support.holes)]
    if not supports:
        return None
    bearings = [_bearing(one, corner.at_mm, one.id in there) for one in supports]
    shares = corner_shares(bearings, Bearing(corner.cog_u_mm, corner.cog_v_mm))
    share = {one.id: part for one, part in zip(supports, shares.shares, strict=True)}
    # a level push comes to all supports of a stiff piece, to one of them in more than its share
    level_share = figures.corner_uneven / len(supports)
    borne = {
        one.id: _borne(piece, one, share[one.id], max(one.bears_mm + shares.beside_mm, 1.0), level_share)
        for one in supports
    }
    return Planes(_part(job, job.wall, borne), _part(job, other, borne), job.wall.width_mm, shares)


def wall_by_wall(job: JobDocument, figures: DemandFigures) -> tuple[JobDocument, ...]:
    """What of a job stands on each of its walls, as jobs on one wall each; the job itself where it stands on one."""
    planes = planes_of(job, figures)
    return (job,) if planes is None else (planes.first, planes.second)
