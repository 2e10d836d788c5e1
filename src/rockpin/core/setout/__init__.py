"""Where does everything come to lie on the wall, and where is a bar drilled?"""

from rockpin.core.setout.bar import bar_holes
from rockpin.core.setout.clearances import Clearance, around_piece, clearances_of
from rockpin.core.setout.drilled_distances import AsBuiltReading, DrilledHole, Give, Measured, as_built
from rockpin.core.setout.fit import Fit, Marking, Screwed, fit_of, goes_on, spreads_of
from rockpin.core.setout.gaps import Gap, gaps_between
from rockpin.core.setout.joints import CoursesShift, off_joints
from rockpin.core.setout.measures import MarkDistance, MarkMeasures, SetOutMeasures, measures_of
from rockpin.core.setout.place import LINK_WORDS, Placed, PlacedPart, hole_numbers, place_fixture
from rockpin.core.setout.placed_hole import PlacedHole
from rockpin.core.setout.planes import of_wall
from rockpin.core.setout.rooms import (
    Claim,
    Clash,
    Neighbour,
    claims_of,
    clashes_of,
    clashes_within,
    may_strike,
    neighbours_of,
)
from rockpin.core.setout.starting_place import start_along_mm

__all__ = [
    "LINK_WORDS",
    "AsBuiltReading",
    "Claim",
    "Clash",
    "Clearance",
    "CoursesShift",
    "DrilledHole",
    "Fit",
    "Gap",
    "Give",
    "MarkDistance",
    "MarkMeasures",
    "Marking",
    "Measured",
    "Neighbour",
    "Placed",
    "PlacedHole",
    "PlacedPart",
    "Screwed",
    "SetOutMeasures",
    "around_piece",
    "as_built",
    "bar_holes",
    "claims_of",
    "clashes_of",
    "clashes_within",
    "clearances_of",
    "fit_of",
    "gaps_between",
    "goes_on",
    "hole_numbers",
    "may_strike",
    "measures_of",
    "neighbours_of",
    "of_wall",
    "off_joints",
    "place_fixture",
    "spreads_of",
    "start_along_mm",
]
