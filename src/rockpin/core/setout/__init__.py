"""Where does everything come to lie on the wall, and where is a bar drilled?"""

from rockpin.core.setout.bar import bar_holes
from rockpin.core.setout.place import LINK_WORDS, Placed, PlacedPart, place_fixture
from rockpin.core.setout.placed_hole import PlacedHole

__all__ = [
    "LINK_WORDS",
    "Placed",
    "PlacedHole",
    "PlacedPart",
    "bar_holes",
    "place_fixture",
]
