"""When a fixing goes in: before the bracket, through it, or as the screw that holds it."""

from enum import StrEnum


class Goes(StrEnum):
    """``BEFORE``: set in its hole before anything is put up. ``THROUGH``: set through the bracket, never before it.

    ``DRIVEN``: is the screw itself. ``PUSHED``: by hand, without a drill. ``CURES``: set before, and left to harden.
    """

    BEFORE = "before"
    THROUGH = "through"
    DRIVEN = "driven"
    PUSHED = "pushed"
    CURES = "cures"
