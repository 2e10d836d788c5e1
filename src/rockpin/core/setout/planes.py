"""Which part of a job stands on which wall: a piece in an inside corner stands on two, each with its own supports.

The first wall is the left one and ends at the corner; the second begins there.
"""

from collections.abc import Sequence, Set
from typing import TypeVar

from rockpin.core.document.fixture import Link
from rockpin.core.document.job import JobBody
from rockpin.core.document.wall import Wall

Job = TypeVar("Job", bound=JobBody)


def _links_on(links: Sequence[Link], there: Set[str]) -> tuple[Link, ...]:
    """What stands between the wall and some of a fixture's supports; a part of its own is on the wall of its first."""
    found = []
    for link in links:
        ours = tuple(name for name in link.support_ids if name in there)
        elsewhere = link.kind.has_own_holes and bool(link.support_ids) and link.support_ids[0] not in there
        if not elsewhere and (ours or not link.support_ids):
            found.append(link.model_copy(update={"support_ids": ours}))
    return tuple(found)


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
            "links": _links_on(job.fixture.links, {one.id for one in ours}),
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
    changes: dict[str, object] = {
        "fixture": fixture,
        "placement": placement,
        "left": tuple(one for one in job.left if one.on_second is second),
    }
    if job.came_loose and job.came_loose.hung_x_mm is not None:
        # it hung in the same corner
        changes["came_loose"] = job.came_loose.model_copy(update={"hung_x_mm": placement.x_mm})
    return job.model_copy(update=changes)
