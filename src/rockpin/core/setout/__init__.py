"""Where does everything come to lie on the wall, and where is a bar drilled?"""

from rockpin.core.setout.bar import bar_holes
from rockpin.core.setout.measures import MarkDistance, MarkMeasures, SetOutMeasures, measures_of
from rockpin.core.setout.place import LINK_WORDS, Placed, PlacedPart, place_fixture
from rockpin.core.setout.placed_hole import PlacedHole

__all__ = [
    "LINK_WORDS",
    "MarkDistance",
    "MarkMeasures",
    "Placed",
    "PlacedHole",
    "PlacedPart",
    "SetOutMeasures",
    "bar_holes",
    "measures_of",
    "place_fixture",
]
