"""One question and its answer, before anything has a name: what is not said is taken as usual, and that is told."""

from rockpin.core.questions.apart import SpacingAnswer, SpacingQuestion, how_far_apart
from rockpin.core.questions.bit import BitAnswer, BitQuestion, InHand, which_bit
from rockpin.core.questions.by_wall import OnAWall, by_wall
from rockpin.core.questions.goes_in import FixingAnswer, most_held_kg, what_goes_in
from rockpin.core.questions.here import DepthAnswer, SpotAnswer, how_deep, may_drill
from rockpin.core.questions.planned import begun
from rockpin.core.questions.starting_wall import starting_wall
from rockpin.core.questions.supposed import Supposed, job_of
from rockpin.core.questions.wall_itself import WallAnswer, what_wall

__all__ = [
    "BitAnswer",
    "BitQuestion",
    "DepthAnswer",
    "FixingAnswer",
    "InHand",
    "OnAWall",
    "SpacingAnswer",
    "SpacingQuestion",
    "SpotAnswer",
    "Supposed",
    "WallAnswer",
    "begun",
    "by_wall",
    "how_deep",
    "how_far_apart",
    "job_of",
    "may_drill",
    "most_held_kg",
    "starting_wall",
    "what_goes_in",
    "what_wall",
    "which_bit",
]
