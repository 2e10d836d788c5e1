"""What comes with a thing besides its holes: bolts of a device, stacks of spacers, pipes, the sealing of a box."""

from rockpin.core.fittings.bolts import BoltFit, BoltTrouble, fit_bolt
from rockpin.core.fittings.going_up import carries_itself_first, lifted_on, on_keyholes, on_the_wall_first
from rockpin.core.fittings.patterns import ThreadsUnder, threads_under
from rockpin.core.fittings.read import (
    FittingsReading,
    RowsReach,
    Sealing,
    TailReading,
    Viewing,
    feet_mm,
    read_fittings,
    stacks_of,
    stands,
)
from rockpin.core.fittings.stacks import Stack, stack_over, stack_within

__all__ = [
    "BoltFit",
    "BoltTrouble",
    "FittingsReading",
    "RowsReach",
    "Sealing",
    "Stack",
    "TailReading",
    "ThreadsUnder",
    "Viewing",
    "carries_itself_first",
    "feet_mm",
    "fit_bolt",
    "lifted_on",
    "on_keyholes",
    "on_the_wall_first",
    "read_fittings",
    "stack_over",
    "stack_within",
    "stacks_of",
    "stands",
    "threads_under",
]
