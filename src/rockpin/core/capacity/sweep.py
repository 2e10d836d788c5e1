"""Many fixings at many holes in one go: every case of every one of them is a row of the same arrays.

A method prepares each fixing at each hole (what refuses it, or its values there) and answers for all that it has
prepared together. Formulas take numbers and arrays alike.
"""

from collections.abc import Sequence
from typing import ClassVar, NamedTuple, Protocol

import numpy as np
from numpy.typing import NDArray

from rockpin.core.capacity.common import Assessment, Values
from rockpin.core.demand import Rows
from rockpin.core.hole import Spot
from rockpin.core.tables.by_room import CapacityTables


class Same:
    """Stands for one thing, equal to itself alone, where its parts need not be looked at."""

    __slots__ = ("of",)

    def __init__(self, of: object) -> None:
        self.of = of

    def __eq__(self, other: object) -> bool:
        return isinstance(other, Same) and other.of is self.of

    def __hash__(self) -> int:
        return id(self.of)


class Prepared(Protocol):
    """A fixing at a hole that nothing refuses before its loads are looked at.

    What also has ``told(tables)`` says by it all that decides of the hole's place for its answer, so that places alike
    are answered for once.
    """

    spot: Spot
    answer: ClassVar["Answer"]


class Answer(Protocol):
    """How one method answers for all that it has prepared, in the same order."""

    def __call__(self, prepared: Sequence[Prepared], tables: CapacityTables) -> list[Assessment]: ...


class Factors(NamedTuple):
    """What may be raised or must be lowered in each row by the way that its case acts, arrays [1].

    ``safety``: of a screw in bending, nought for the usual one. ``repeated``: whether pulls that come and go count;
    ``doubted``: whether a person or an accident is in it.
    """

    wood: Rows
    table: Rows
    board: Rows
    concrete: Rows
    flange: Rows
    skin: Rows
    safety: Rows
    repeated: Rows
    doubted: Rows

    def screw_safety(self, usual: float) -> Rows:
        """The safety factor [1] on bending of a screw in each row."""
        return np.where(self.safety > 0, self.safety, usual)


class Cases(NamedTuple):
    """The deciding cases of some holes below one another: forces [N], how they act, and whose each row is."""

    pull_n: Rows
    shear_n: Rows
    across_n: Rows
    up_n: Rows
    by: Factors
    of: NDArray[np.int_]
    starts: NDArray[np.int_]


def cases_of(spots: Sequence[Spot]) -> Cases:
    """The cases of holes, each as often as it is named."""
    counts = np.array([len(spot.demand.cases) for spot in spots])
    parts = [spot.case_arrays for spot in spots]
    pull, shear, across, up = np.concatenate([part[0] for part in parts]).T
    factors = Factors(*np.concatenate([part[1] for part in parts]).T)
    starts = np.concatenate([[0], np.cumsum(counts)[:-1]])
    return Cases(pull, shear, np.abs(across), np.abs(up), factors, np.repeat(np.arange(len(spots)), counts), starts)


def worst_rows(use: Rows, of: NDArray[np.int_], starts: NDArray[np.int_]) -> NDArray[np.int_]:
    """For each of them the first row in which it is used most."""
    most = np.maximum.reduceat(use, starts)
    at = np.flatnonzero(use == most[of])
    whose = of[at]
    first = np.concatenate([[True], whose[1:] != whose[:-1]])
    return np.asarray(at[first])


def shares(demand: Rows, capacity: Values) -> Rows:
    """How far [1] demands use capacities up, both in one unit: without bound where nothing is there to bear one."""
    found = np.where(demand > 0, np.inf, 0.0)
    np.divide(demand, capacity, out=found, where=(capacity > 0) & (demand > 0))
    return found
