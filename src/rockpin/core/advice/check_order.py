"""How many minutes to a decision? The cheapest order of the checks that may be done, as far as one can see from here.

Each build-up is played through with a few courses of outcomes, evenly spread over what it may answer (Halton 1960,
Numer. Math. 2). Whether the wall is told after a set of checks is then worked out for every set, and the cheapest order
is the shortest way through the sets: each check costs its minutes times the chance that it is still wanted. After each
answer to the first check the rest of the order is chosen anew (partial open-loop feedback control with one step of
rollout, Bertsekas 2005, Dynamic Programming and Optimal Control, 6.2 and 6.4); only that first check is done before
everything is reckoned again.
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
) -> tuple[list[Probabilities], list[Probabilities]]:
    """Courses of outcomes: for each check, their weights by its outcome, and its tempered log likelihoods."""
    points = _spread(len(tables), catalogue)
    counts = np.maximum(_LEAST_COURSES, np.round(chances * _COURSES).astype(int))
    truths = np.repeat(np.arange(len(chances)), counts)
    places = np.concatenate([np.arange(count) for count in counts])
    weights = (chances / counts)[truths]
    parted, logs = [], []
    for index, table in enumerate(tables):
        steps = np.cumsum(table, axis=0)[:-1, truths]
        outcomes = (points[places, index][None, :] > steps).sum(axis=0)
        parted.append(weights[:, None] * (outcomes[:, None] == np.arange(len(table))))
        logs.append(catalogue.figures.identification.evidence_temper * np.log(np.maximum(table, 1e-12))[outcomes])
    return parted, logs


def _still_open(
    chances: Probabilities, weights: Probabilities, logs: list[Probabilities], decisions: Decisions
) -> Probabilities:
    """The chance that it is still open what the wall is, after each set of checks (a bit for each check).

    ``weights``: of the courses, a column for each question; the answer has a row for each set.
    """
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
    parted, logs = _play(chances, [tables[name] for name in names], catalogue)
    still_open = _still_open(chances, np.concatenate(parted, axis=1), logs, decisions)
    prices = np.array([costs[name] for name in names])
    ahead = _shortest(still_open, prices)
    columns = np.split(np.arange(still_open.shape[1]), np.cumsum([one.shape[1] for one in parted])[:-1])
    return {name: float(prices[bit] + ahead[1 << bit, columns[bit]].sum()) for bit, name in enumerate(names)}


def _shortest(still_open: Probabilities, prices: Probabilities) -> Probabilities:
    """Minutes from each set of checks on to the end, by the cheapest order of those that are left, for each column."""
    count = len(prices)
    sets = np.arange(1 << count)
    sizes = np.array([int(one).bit_count() for one in sets])
    ahead: NDArray[np.float64] = np.full(still_open.shape, np.inf)
    ahead[-1] = 0.0
    for size in range(count - 1, -1, -1):
        done = sets[sizes == size]
        for bit in range(count):
            without = done[done >> bit & 1 == 0]
            on = still_open[without] * prices[bit] + ahead[without | 1 << bit]
            ahead[without] = np.minimum(ahead[without], on)
    return ahead
