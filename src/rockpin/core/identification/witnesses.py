"""What each check says for or against a build-up, in words."""

from collections.abc import Sequence
from math import log
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from rockpin.core.base.model import Model
from rockpin.core.base.quantities import UnitSystem, show_length
from rockpin.core.base.words import inside
from rockpin.core.document.evidence import Ended, Evidence
from rockpin.core.tables.catalogue import Catalogue

Probabilities = NDArray[np.float64]


class Witness(Model):
    """What one check says for or against a build-up: ``weight`` is the natural log of the ratio of chances."""

    evidence: str
    text: str
    weight: float
    says: str


class EvidenceReading(NamedTuple):
    """One piece of evidence in words: its log likelihood under each build-up, tempered, and what it cannot tell."""

    id: str
    text: str
    logs: Probabilities
    cannot: str = ""


_STRENGTH = ((log(10), "strongly"), (log(3), "clearly"), (log(1.25), "a little"))


def _in_words(weight: float) -> str:
    strength = next((word for least, word in _STRENGTH if abs(weight) >= least), None)
    if strength is None:
        return "says nothing either way"
    return f"speaks {strength} {'for' if weight > 0 else 'against'} it"


def evidence_text(one: Evidence, units: UnitSystem, catalogue: Catalogue) -> str:
    """A check and its outcome, in a few words."""
    check = catalogue.check_by_key[one.check]
    outcome = next((row.label for row in check.outcomes if row.key == one.outcome), "")
    if one.value_mm is not None:
        outcome = show_length(one.value_mm, units)
    if one.probe:
        words = catalogue.belief.came_out
        parts = [
            f"{words[stretch.came_out].lower()} to {show_length(stretch.to_mm, units)}"
            for stretch in one.probe.intervals
        ]
        ends = {Ended.VOID: "then a void", Ended.SOLID: "still solid", Ended.STOP: "then it stopped"}
        outcome = f"{', '.join(parts)}, {ends[one.probe.ended]}"
        if one.probe.void_depth_mm is not None:
            outcome += f" of {show_length(one.probe.void_depth_mm, units)}"
    return f"{check.label}: {inside(outcome)}"


def witnesses_of(
    wanted: NDArray[np.int_], prior: Probabilities, weighed: Sequence[EvidenceReading]
) -> dict[int, tuple[Witness, ...]]:
    """For each build-up that is wanted, each check as a ratio, the strongest first.

    The ratio is its chance under this build-up over its chance under all the others as they stood.
    """
    if not weighed:
        return {}
    logs = np.array([one.logs for one in weighed])
    others = np.tile(prior, (len(wanted), 1))
    others[np.arange(len(wanted)), wanted] = 0
    weights = logs[:, wanted].T - np.log(others / others.sum(axis=1, keepdims=True) @ np.exp(logs).T)
    found = {}
    for index, row in zip(wanted.tolist(), weights.tolist(), strict=True):
        said = [
            Witness(
                evidence=one.id,
                text=one.text,
                weight=weight,
                says=_in_words(weight) + (f".{one.cannot}" if one.cannot else ""),
            )
            for one, weight in zip(weighed, row, strict=True)
        ]
        found[index] = tuple(sorted(said, key=lambda witness: -abs(witness.weight)))
    return found
