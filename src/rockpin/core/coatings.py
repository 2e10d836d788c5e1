"""Old coatings and boards: which may hold asbestos, and when no check may mark them before a test."""

from rockpin.core.evidence import Finish
from rockpin.core.job import Site
from rockpin.core.wall import Wall

LAST_CENTURY = 2000
"""Walls from before this year may have coatings and boards with asbestos."""


HAZARDOUS_FINISHES = (Finish.TEXTURED, Finish.CEMENT_SHEET, Finish.INSULATING_BOARD)


def coating_forbids_marks(wall: Wall, site: Site) -> str | None:
    """Why no check may mark this face before a test, or None. An age that nobody said counts as old."""
    if wall.coating_tested:
        return None
    year = wall.built_year or site.built_year
    if year is not None and year >= LAST_CENTURY:
        return None
    if wall.finish in HAZARDOUS_FINISHES:
        return "No check that marks before the coating or board has been tested for asbestos."
    if wall.finish is Finish.UNKNOWN:
        return "Say what the face is first: an old textured coating or board must be tested before anything marks it."
    return None
