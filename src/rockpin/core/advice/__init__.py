"""The next best check: what would change the decision, for the fewest minutes and marks."""

from rockpin.core.advice.asking import next_check
from rockpin.core.advice.check_value import Advice

__all__ = [
    "Advice",
    "next_check",
]
