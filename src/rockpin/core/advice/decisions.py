"""What would be decided on a belief: which fixing goes in, that none holds, or that the wall is not told yet."""

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from rockpin.core.identification import Family, Probabilities
from rockpin.core.tables.catalogue import Catalogue

UNSURE = -1
NOTHING = -2


class Acceptance(NamedTuple):
    """What each build-up would let the job do: its family, and the fixings that would hold, best first."""

    families: tuple[Family, ...]
    holding: tuple[tuple[str, ...], ...]


class Decisions:
    """The decision on any belief over some build-ups, worked out for many beliefs at once.

    A fixing, by its number, that is the likeliest build-up's best and that hardly any other plausible build-up
    refuses, once one family is believed; else ``UNSURE`` or ``NOTHING``.
    """

    def __init__(self, acceptance: Acceptance, catalogue: Catalogue) -> None:
        figures = catalogue.figures.identification
        self._ready, self._plausible = figures.family_ready, figures.plausible_build_up
        families = sorted(set(acceptance.families))
        self._family = np.array([[float(one is family) for family in families] for one in acceptance.families])
        self.fixings = sorted({fixing for held in acceptance.holding for fixing in held})
        far = len(self.fixings) + 1
        self._rank = np.array(
            [[held.index(fixing) if fixing in held else far for fixing in self.fixings] for held in acceptance.holding],
            dtype=np.float64,
        ).reshape(len(acceptance.holding), len(self.fixings))
        self._refused = (self._rank == far).astype(np.float64)
        self._far = far
        # fixings that hold in the same build-ups settle the same: one of each kind tells whether anything is settled
        self._held = np.unique(1 - self._refused, axis=1)

    def of(self, beliefs: Probabilities) -> NDArray[np.int64]:
        """The decision on each row of ``beliefs``."""
        lead = beliefs.argmax(axis=1)
        believed = beliefs @ self._family
        sure = (believed * self._family[lead]).sum(axis=1) >= self._ready
        if not self.fixings:
            return np.where(sure, NOTHING, UNSURE)
        ranks = np.where(beliefs @ self._refused < self._plausible, self._rank[lead], self._far)
        found = np.where(ranks.min(axis=1) < self._far, ranks.argmin(axis=1), UNSURE)
        found = np.where(self._rank[lead].min(axis=1) < self._far, found, NOTHING)
        return np.where(sure, found, UNSURE)

    def open(self, beliefs: Probabilities) -> NDArray[np.bool_]:
        """Whether each row of ``beliefs`` still leaves the decision ``UNSURE``."""
        lead = beliefs.argmax(axis=1)
        believed = beliefs @ self._family
        sure = np.take_along_axis(believed, self._family.argmax(axis=1)[lead][:, None], axis=1)[:, 0] >= self._ready
        settles = (self._held[lead] > 0) & (beliefs @ (1 - self._held) < self._plausible)
        return np.asarray(~sure | (~settles.any(axis=1) & (self._held[lead] > 0).any(axis=1)))
