"""Which fixing goes into which hole, what the van has for it, and what pulls on the spot have shown."""

from rockpin.core.choice.backing_joints import JointPlan, JointReading, check_joints
from rockpin.core.choice.bare_board import edge_on_board, on_board, presses_in
from rockpin.core.choice.choosing import ChosenBy, HoleChoice, choose, holding_at
from rockpin.core.choice.holding import KeptHeld
from rockpin.core.choice.maker import Maker, rated_in, rated_in_words
from rockpin.core.choice.pull_tests import Proof, divisors_of, how_it_ended, proof_wanted, with_tests

__all__ = [
    "ChosenBy",
    "HoleChoice",
    "JointPlan",
    "JointReading",
    "KeptHeld",
    "Maker",
    "Proof",
    "check_joints",
    "choose",
    "divisors_of",
    "edge_on_board",
    "holding_at",
    "how_it_ended",
    "on_board",
    "presses_in",
    "proof_wanted",
    "rated_in",
    "rated_in_words",
    "with_tests",
]
