"""The order of work: what to have at hand, and one step after the other, from what each needs and gives."""

from rockpin.core.sequence.gathering import GatherItem
from rockpin.core.sequence.joined import JointFixings, joined_with
from rockpin.core.sequence.step import Phase, Step, StepHole, Wait, WaitTime
from rockpin.core.sequence.work import FILL, Work, work_of

__all__ = [
    "FILL",
    "GatherItem",
    "JointFixings",
    "Phase",
    "Step",
    "StepHole",
    "Wait",
    "WaitTime",
    "Work",
    "joined_with",
    "work_of",
]
