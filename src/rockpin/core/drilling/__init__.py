"""The card of each hole, and the order of work."""

from rockpin.core.drilling.card import DrillCard, bits_at_hand, card_of
from rockpin.core.drilling.record import drilled_holes
from rockpin.core.drilling.sequence import GatherItem, Step, work_of

__all__ = [
    "DrillCard",
    "GatherItem",
    "Step",
    "bits_at_hand",
    "card_of",
    "drilled_holes",
    "work_of",
]
