"""How many minutes to a decision? The cheapest order of the checks that may be done, as far as one can see from here.

Each build-up is played through with a few courses of outcomes, evenly spread over what it may answer (Halton 1960,
Numer. Math. 2). Whether the wall is told after a set of checks is then worked out for every set, and the cheapest order
is the shortest way through the sets: each check costs its minutes times the chance that it is still wanted. Only its
first check is done before everything is reckoned again, so that the answer to it counts (open-loop feedback control,
Bertsekas 2005, Dynamic Programming and Optimal Control, 6.2).
"""

from collections.abc import Mapping

import numpy as np
from numpy.typing import NDArray

from rockpin.core.advice.decisions import Decisions
from rockpin.core.identification import Probabilities
from rockpin.core.tables.catalogue import Catalogue

_COURSES = 96
_LEAST_COURSES = 3
_MOST_CHECKS = 9
_PRIMES = (2, 3, 5, 7, 11, 13, 17, 19, 23)


def van_der_corput(base: int, count: int) -> list[float]:
    """The first points [1] of the sequence in (0, 1): the digits of 1, 2, 3 … behind the point, turned round.

    One sequence for each prime base together make a Halton sequence (Halton 1960).
    """
    found = []
    for number in range(1, count + 1):
        place, point = 1.0, 0.0
        while number:
            number, digit = divmod(number, base)
            place /= base
            point += digit * place
        found.append(point)
    return found


def _spread(checks: int, catalogue: Catalogue) -> Probabilities:
    """Points evenly spread over the unit cube, a column for each check."""
    return catalogue.belief.once(
        f"spread {checks}", lambda: np.array([van_der_corput(base, _COURSES) for base in _PRIMES[:checks]]).T
    )


def _play(
    chances: Probabilities, tables: list[Probabilities], catalogue: Catalogue
) -> tuple[Probabilities, list[Probabilities]]:
    """Courses of outcomes: the weight of each, and for each check its tempered log likelihoods."""
    points = _spread(len(tables), catalogue)
    counts = np.maximum(_LEAST_COURSES, np.round(chances * _COURSES).astype(int))
    truths = np.repeat(np.arange(len(chances)), counts)
    places = np.concatenate([np.arange(count) for count in counts])
    logs = []
    for index, table in enumerate(tables):
        steps = np.cumsum(table, axis=0)[:-1, truths]
        outcomes = (points[places, index][None, :] > steps).sum(axis=0)
        logs.append(catalogue.figures.identification.evidence_temper * np.log(np.maximum(table, 1e-12))[outcomes])
    return np.asarray((chances / counts)[truths]), logs


def _still_open(
    chances: Probabilities, weights: Probabilities, logs: list[Probabilities], decisions: Decisions
) -> Probabilities:
    """The chance that it is still open what the wall is, after each set of checks (a bit for each check)."""
    beliefs = np.broadcast_to(np.log(np.maximum(chances, 1e-12)), (1, *logs[0].shape))
    for one in logs:
        beliefs = np.concatenate([beliefs, beliefs + one[None]])
    shares = np.exp(beliefs - beliefs.max(axis=2, keepdims=True))
    shares /= shares.sum(axis=2, keepdims=True)
    still = decisions.open(shares.reshape(-1, shares.shape[2])).reshape(shares.shape[:2])
    return np.asarray(still @ weights)


def minutes_to_decision(
    chances: Probabilities,
    tables: Mapping[str, Probabilities],
    costs: Mapping[str, float],
    decisions: Decisions,
    catalogue: Catalogue,
) -> dict[str, float]:
    """Minutes to a decision that begin with each check of ``costs`` [min, with the penalty for marks].

    ``tables``: for each check, P(outcome | build-up). What no order decides costs the same whichever comes first.
    """
    names = sorted(costs, key=lambda key: (costs[key], key))[:_MOST_CHECKS]
    if not names:
        return {}
    weights, logs = _play(chances, [tables[name] for name in names], catalogue)
    still_open = _still_open(chances, weights, logs, decisions)
    prices = np.array([costs[name] for name in names])
    count = len(names)
    ahead: NDArray[np.float64] = np.zeros(1 << count)
    for done in range((1 << count) - 2, -1, -1):
        left = [bit for bit in range(count) if not done >> bit & 1]
        ahead[done] = min(still_open[done] * prices[bit] + ahead[done | 1 << bit] for bit in left)
    return {name: float(prices[bit] + ahead[1 << bit]) for bit, name in enumerate(names)}
