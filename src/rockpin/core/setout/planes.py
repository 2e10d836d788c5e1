"""Which part of a job stands on which wall: a piece in an inside corner stands on two, each with its own supports.

The first wall is the left one and ends at the corner; the second begins there.
"""

from typing import TypeVar

from rockpin.core.document.job import JobBody
from rockpin.core.document.wall import Wall

Job = TypeVar("Job", bound=JobBody)


def of_wall(job: Job, wall: Wall) -> Job:
    """What of a job stands on one wall, in that wall's own coordinates; the job itself where it stands on one alone.

    Holes on the second wall are numbered on from those on the first.
    """
    corner, at = job.fixture.corner, job.placement
    if corner is None or at.second_wall_id is None:
        return job
    there = set(corner.second_supports)
    second = wall.id == at.second_wall_id
    ours = tuple(one for one in job.fixture.supports if (one.id in there) is second)
    before = sum(hole.used for one in job.fixture.supports if one.id not in there for hole in one.holes)
    fixture = job.fixture.model_copy(
        update={
            "supports": ours,
            "corner": None,
            "envelopes": (),
            "first_hole": job.fixture.first_hole + (before if second else 0),
        }
    )
    placement = at.model_copy(
        update={
            "wall_id": wall.id,
            "x_mm": -corner.at_mm if second else wall.width_mm - corner.at_mm,
            "along": None,
            "second_wall_id": None,
        }
    )
    return job.model_copy(update={"fixture": fixture, "placement": placement})
