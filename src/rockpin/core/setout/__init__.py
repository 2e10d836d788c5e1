"""Where does everything come to lie on the wall, and where is a bar drilled?"""

from rockpin.core.setout.bar import bar_holes
from rockpin.core.setout.fit import Fit, Marking, Screwed, fit_of, goes_on, spreads_of
from rockpin.core.setout.gaps import Gap, gaps_between
from rockpin.core.setout.measures import MarkDistance, MarkMeasures, SetOutMeasures, measures_of
from rockpin.core.setout.place import LINK_WORDS, Placed, PlacedPart, hole_numbers, place_fixture
from rockpin.core.setout.placed_hole import PlacedHole

__all__ = [
    "LINK_WORDS",
    "Fit",
    "Gap",
    "MarkDistance",
    "MarkMeasures",
    "Marking",
    "Placed",
    "PlacedHole",
    "PlacedPart",
    "Screwed",
    "SetOutMeasures",
    "bar_holes",
    "fit_of",
    "gaps_between",
    "goes_on",
    "hole_numbers",
    "measures_of",
    "place_fixture",
    "spreads_of",
]
