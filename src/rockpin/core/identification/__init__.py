"""What is this wall? A belief over build-ups, and the reading of the wall that the plan goes by."""

from rockpin.core.identification.belief import Belief, Hypothesis, Identified, identify
from rockpin.core.identification.coatings import HAZARDOUS_FINISHES, coating_forbids_marks, may_be_old
from rockpin.core.identification.likelihoods import outcome_chances
from rockpin.core.identification.reading import Family, LayerReading, WallReading, read_stated
from rockpin.core.identification.thickness import Whereabouts
from rockpin.core.identification.witnesses import Probabilities, evidence_text

__all__ = [
    "HAZARDOUS_FINISHES",
    "Belief",
    "Family",
    "Hypothesis",
    "Identified",
    "LayerReading",
    "Probabilities",
    "WallReading",
    "Whereabouts",
    "coating_forbids_marks",
    "evidence_text",
    "identify",
    "may_be_old",
    "outcome_chances",
    "read_stated",
]
