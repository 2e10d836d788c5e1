"""The card of each hole, and the order of work."""

from rockpin.core.drilling.bits import BIT_WORDS, BitPick, bit_for, hole_bits, layer_met
from rockpin.core.drilling.card import DrillCard, DrillStep, card_of, deep_text
from rockpin.core.drilling.existing import existing_holes, same_hole
from rockpin.core.drilling.left_behind import drilled_elsewhere, is_drilled, left_with, stays_behind, where_it_hung
from rockpin.core.drilling.record import drilled_holes, hangs_again, hung_things, laid_pipes
from rockpin.core.drilling.told import told_by_holes

__all__ = [
    "BIT_WORDS",
    "BitPick",
    "DrillCard",
    "DrillStep",
    "bit_for",
    "card_of",
    "deep_text",
    "drilled_elsewhere",
    "drilled_holes",
    "existing_holes",
    "hangs_again",
    "hole_bits",
    "hung_things",
    "is_drilled",
    "laid_pipes",
    "layer_met",
    "left_with",
    "same_hole",
    "stays_behind",
    "told_by_holes",
    "where_it_hung",
]
