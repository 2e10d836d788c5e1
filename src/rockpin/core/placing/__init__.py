"""Where does it go, as its user says it: which line of the fixture, how far from what, and how it lies?"""

from rockpin.core.placing.features import Axis, NamedFeature, feature_mm, features_of, seen_of
from rockpin.core.placing.line_up import Carried, LineUp, carried
from rockpin.core.placing.marks import NamedMark, Surroundings, mark_mm, marks_of, skirting_word
from rockpin.core.placing.settling import PlacingReading, Settled, held_from, in_a_corner, lying, settle, shifted

__all__ = [
    "Axis",
    "Carried",
    "LineUp",
    "NamedFeature",
    "NamedMark",
    "PlacingReading",
    "Settled",
    "Surroundings",
    "carried",
    "feature_mm",
    "features_of",
    "held_from",
    "in_a_corner",
    "lying",
    "mark_mm",
    "marks_of",
    "seen_of",
    "settle",
    "shifted",
    "skirting_word",
]
