"""Old coatings and boards: which may hold asbestos, and when no check may mark them before a test."""

from rockpin.core.document.evidence import Finish
from rockpin.core.document.job import Site
from rockpin.core.document.wall import Wall
from rockpin.core.tables.figures import IdentificationFigures

HAZARDOUS_FINISHES = (Finish.TEXTURED, Finish.CEMENT_SHEET, Finish.INSULATING_BOARD)


def may_be_old(wall: Wall, site: Site, figures: IdentificationFigures) -> bool:
    """Whether a wall is from the time of such coatings; an age that nobody said counts as old."""
    year = wall.built_year or site.built_year
    return year is None or year < figures.old_before_year


def coating_forbids_marks(wall: Wall, site: Site, figures: IdentificationFigures) -> str | None:
    """Why no check may mark this face before a test, or None. An age that nobody said counts as old."""
    if wall.coating_tested:
        return None
    if not may_be_old(wall, site, figures):
        return None
    if wall.finish in HAZARDOUS_FINISHES:
        return "No check that marks before the coating or board has been tested for asbestos."
    if wall.finish is Finish.UNKNOWN:
        return "Say what the face is first: an old textured coating or board must be tested before anything marks it."
    return None
