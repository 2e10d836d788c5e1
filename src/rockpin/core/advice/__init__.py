"""The next best check: what would change the decision, for the fewest minutes and marks."""

from rockpin.core.advice.asking import next_check
from rockpin.core.advice.check_value import NOT_ASKED, Advice

__all__ = [
    "NOT_ASKED",
    "Advice",
    "next_check",
]
