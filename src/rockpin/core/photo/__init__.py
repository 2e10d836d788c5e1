"""A photo of the wall: put upright and to scale, read with a spread, and drawn on."""

from rockpin.core.photo.picture import DrawnMark, Shrunk, put_upright, shrunk, with_marks
from rockpin.core.photo.read import PhotoReading, TapReading, read_photo, read_tap, solved
from rockpin.core.photo.solve import Solution, Unsolved

__all__ = [
    "DrawnMark",
    "PhotoReading",
    "Shrunk",
    "Solution",
    "TapReading",
    "Unsolved",
    "put_upright",
    "read_photo",
    "read_tap",
    "shrunk",
    "solved",
    "with_marks",
]
