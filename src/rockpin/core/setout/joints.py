"""Where courses lie best for some holes: nobody marks a hole in a joint that he sees."""

from collections.abc import Sequence
from typing import NamedTuple

import numpy as np

from rockpin.core.document.wall import Courses, HowKnown
from rockpin.core.setout.placed_hole import PlacedHole
from rockpin.core.tables.figures import FramingFigures

_STEP_MM = 5.0


class CoursesShift(NamedTuple):
    """Courses as they lie, and how many holes [count] meet a joint even so."""

    courses: Courses
    met: int


def off_joints(courses: Courses, holes: Sequence[PlacedHole], figures: FramingFigures) -> CoursesShift:
    """The courses where the fewest holes meet a joint, then the fewest are close to a brick's end, then the fewest
    share a brick with another.

    Whoever sees the joints moves the whole thing by as much as half a brick; here the courses are moved [mm] instead.
    """
    if not holes:
        return CoursesShift(courses, 0)
    rise, run = courses.unit_height_mm + courses.joint_mm, courses.unit_length_mm + courses.joint_mm
    x, y = np.array([hole.x_mm for hole in holes]), np.array([hole.y_mm for hole in holes])
    along, up = np.arange(0.0, run, _STEP_MM)[:, None, None], np.arange(0.0, rise, _STEP_MM)[None, :, None]
    course, over = np.divmod(y - up, rise)
    past = np.mod(x - along - course * courses.course_shift * run, run)
    # how far each hole is inside its brick, below nought in the joint or so near a bed that it counts as in it
    ends, beds = np.minimum(past, courses.unit_length_mm - past), np.minimum(over, courses.unit_height_mm - over)
    inside_mm = np.minimum(ends, beds - figures.setout_error_mm)
    met = (inside_mm < 0).sum(axis=-1)
    near = (ends < figures.masonry_unit_end_share * courses.unit_length_mm).sum(axis=-1)
    # what pulls in one brick pulls on all of it
    brick = np.floor_divide(x - along - course * courses.course_shift * run, run)
    one, other = np.triu_indices(len(holes), 1)
    shared = ((brick[..., one] == brick[..., other]) & (course[..., one] == course[..., other])).sum(axis=-1)
    order = np.lexsort((-inside_mm.min(axis=-1).ravel(), shared.ravel(), near.ravel(), met.ravel()))
    best = np.unravel_index(order[0], met.shape)
    at = {"origin_x_mm": float(along[best[0], 0, 0]), "origin_y_mm": float(up[0, best[1], 0])}
    return CoursesShift(courses.model_copy(update={**at, "known": HowKnown.SEEN}), int(met[best]))
