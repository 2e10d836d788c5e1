"""Which check next? The one that is likeliest to change the decision for this job, for the minutes that it takes.

The decision is which fixing goes in, or that too little is known. A check that cannot change it is worth nothing,
however much it would teach about the wall; the expected drop in entropy is shown beside it. Marks cost extra, and
none is advised where the Hidden stage or an old coating forbids it.
"""

from collections.abc import Mapping, Sequence
from math import sqrt
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from rockpin.core.advice.check_order import minutes_to_decision
from rockpin.core.advice.decisions import NOTHING, UNSURE, Acceptance, Decisions
from rockpin.core.base.model import Model
from rockpin.core.base.quantities import UnitSystem, show_bit, show_length, show_share
from rockpin.core.base.words import inside
from rockpin.core.document.evidence import Finish
from rockpin.core.document.wall import Wall
from rockpin.core.identification import Belief, Family, Probabilities, Whereabouts, outcome_chances
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.figures import AdviceFigures
from rockpin.core.tables.identification import BuildUp, Check, FaceLook, Mark


def entropy_bits(chances: Probabilities) -> Probabilities:
    """Entropy [bits] of a distribution of chances [1], or of each row of several."""
    logs = np.log2(chances, out=np.zeros_like(chances), where=chances > 0)
    return np.asarray(-(chances * logs).sum(axis=-1))


class MarkPlace(NamedTuple):
    """Where a marking check may be done, or why it may not."""

    x_mm: float | None
    y_mm: float | None
    why_not: str | None


class CheckValue(Model):
    """A check that could be done: the chance that it changes the decision, and what it would teach [bits]."""

    check: str
    label: str
    minutes: float
    mark: Mark
    chance: float
    chance_text: str
    bits: float
    bits_text: str
    settles: str | None
    why_not: str | None


class Advice(Model):
    """What to do next, in a sentence, or that enough is known; ``options`` are all checks, the best first.

    ``decided``: a fixing can be chosen on what is known, even if a check may still change it.
    """

    enough: bool
    decided: bool
    sentence: str
    check: str | None
    how: str
    x_mm: float | None
    y_mm: float | None
    options: tuple[CheckValue, ...]


NOT_ASKED = Advice(enough=False, decided=False, sentence="", check=None, how="", x_mm=None, y_mm=None, options=())
"""Where a place is only weighed against others, nobody asks what to do next."""


class _Worth(NamedTuple):
    """What a check is worth by itself: the chance that it changes the decision, and bits about the wall."""

    chance: float
    bits: float


def _worth(
    chances: Probabilities, table: Probabilities, decisions: Decisions, measuring: float, catalogue: Catalogue
) -> _Worth:
    likely = table @ chances
    after = chances * table**catalogue.figures.identification.evidence_temper
    after = after / after.sum(axis=1, keepdims=True)
    change = float(likely[decisions.of(after) != decisions.of(chances[None, :])[0]].sum())
    bits = float(entropy_bits(chances) - likely @ entropy_bits(after))
    return _Worth(1 - (1 - change) * (1 - measuring), max(0.0, bits))


Pair = tuple[int, int]
"""Two build-ups of different decisions by their places in the list, the likelier first."""


class _Telling(NamedTuple):
    """What checks tell apart. ``alike``: which faces pass for one another; ``looked``: what one sees was said."""

    chances: Probabilities
    tables: Mapping[str, Probabilities]
    acceptance: Acceptance
    labels: Sequence[str]
    alike: NDArray[np.bool_]
    looked: bool

    def _pair(self, key: str, among: NDArray[np.bool_]) -> Pair | None:
        """The two build-ups of different decisions that a check tells apart best, ``among`` those asked for."""
        chances, table, best, names = self.chances, self.tables[key], 0.0, None
        families, holding = self.acceptance
        for one in range(len(chances)):
            for other in range(one + 1, len(chances)):
                same = families[one] is families[other] and holding[one][:1] == holding[other][:1]
                if same or not among[one, other]:
                    continue
                # Hellinger distance between the two rows of outcomes, weighed by how open the question is
                apart = 1 - float(np.sqrt(table[:, one] * table[:, other]).sum())
                weight = sqrt(float(chances[one] * chances[other])) * apart
                if weight > best:
                    best, names = weight, (one, other)
        if names is None or best < 0.005:
            return None
        first, second = sorted(names, key=lambda index: -chances[index])
        return first, second

    def settles(self, key: str) -> str | None:
        """What a check would settle; what the eye tells no check has to."""
        pair = self._pair(key, self.alike | self.looked)
        return f"{inside(self.labels[pair[0]])} against {inside(self.labels[pair[1]])}" if pair else None

    def by_eye(self, key: str) -> str:
        """What is said before a check that would best tell apart what the eye tells; empty where it would not."""
        pair = None if self.looked else self._pair(key, np.ones_like(self.alike))
        if pair is None or self.alike[pair]:
            return ""
        one, other = (inside(self.labels[index]) for index in pair)
        return f"Say first what you see on its face: {one} and {other} look different. "


def _alike(rows: Sequence[BuildUp], faces: Sequence[FaceLook], least: float) -> NDArray[np.bool_]:
    """Which build-ups may be taken for one another: what one sees of them overlaps [1] by ``least`` or more."""
    seen = [next(face.p for face in faces if row.layers[0].material in face.materials) for row in rows]
    roots = np.sqrt([[chances[look] for look in sorted(chances)] for chances in seen])
    return np.asarray(roots @ roots.T >= least)


def advise(
    wall: Wall,
    belief: Belief,
    acceptance: Mapping[str, tuple[Family, tuple[str, ...]]],
    here: Whereabouts,
    measuring: Mapping[str, float],
    mark_at: Mapping[str, MarkPlace],
    around_mm: tuple[float, float],
    units: UnitSystem,
    catalogue: Catalogue,
) -> Advice:
    """The next check for this job.

    ``acceptance``: by build-up, its family and the fixings that would hold there, best first; a build-up left out is
    taken as hardly possible. ``measuring``: by check, the chance that the thicknesses it measures change what holds.
    ``mark_at``: for each marking check, where it may be done. ``around_mm``: where the
    holes are, for checks on the face.
    """
    figures = catalogue.figures.advice
    considered = [one for one in belief.hypotheses if one.key in acceptance]
    place = {row.key: index for index, row in enumerate(catalogue.hypotheses)}
    columns = [place[one.key] for one in considered]
    chances = np.array([one.probability for one in considered])
    chances = chances / chances.sum()
    seen = Acceptance(
        families=tuple(acceptance[one.key][0] for one in considered),
        holding=tuple(acceptance[one.key][1] for one in considered),
    )
    done = {one.check for one in wall.evidence}
    waiting = [check for check in catalogue.belief.checks if check.key not in done]
    tables = {check.key: outcome_chances(check, here, catalogue)[:, columns] for check in waiting}
    rows = [catalogue.hypotheses[column] for column in columns]
    alike = _alike(rows, catalogue.belief.faces, figures.look_alike)
    labels = [one.label for one in considered]
    telling = _Telling(chances, tables, seen, labels, alike, wall.finish is not Finish.UNKNOWN)
    decisions = Decisions(seen, catalogue)
    now = int(decisions.of(chances[None, :])[0])
    why_not = {check.key: _why_not(check, wall, mark_at) for check in waiting}
    costs = {check.key: _cost(check, figures) for check in waiting}
    may = {key: cost for key, cost in costs.items() if not why_not[key]}
    ahead = minutes_to_decision(chances, tables, may, decisions, catalogue) if now == UNSURE else {}
    worths = {
        key: _worth(chances, table, decisions, measuring.get(key, 0.0), catalogue) for key, table in tables.items()
    }

    def first(check: Check) -> tuple[object, ...]:
        # what is open wants the shortest way to a decision; what is decided, the likeliest to overturn it
        overturns = worths[check.key].chance / costs[check.key]
        return (why_not[check.key] is not None, ahead.get(check.key, 0.0), -overturns, check.key)

    ranked = tuple(
        _valued(check, worths[check.key], telling, why_not[check.key]) for check in sorted(waiting, key=first)
    )
    able = [value for value in ranked if value.why_not is None]
    worthwhile = [value for value in able if value.chance >= figures.advice_least or now == UNSURE]
    best = worthwhile[0] if worthwhile else None
    if best is None and now != UNSURE and not belief.told and able:
        # what is usual is not known: something is looked at before anybody drills, and be it a knock
        best = max(able, key=lambda value: value.bits / costs[value.check])
    if best is not None:
        return _do(best, telling.by_eye(best.check), now != UNSURE, mark_at, around_mm, ranked, units, catalogue)
    return _at_a_loss(ranked) if now == UNSURE else _enough(now, ranked)


def _cost(check: Check, figures: AdviceFigures) -> float:
    """What a check costs [min]: its minutes, times so much more where it leaves a mark."""
    marks = {Mark.NONE: 1.0, Mark.PINPRICK: figures.mark_cost_pinprick, Mark.HOLE: figures.mark_cost_hole}
    return check.minutes * marks[check.mark]


def _valued(check: Check, worth: _Worth, telling: _Telling, why_not: str | None) -> CheckValue:
    return CheckValue(
        check=check.key,
        label=check.label,
        minutes=check.minutes,
        mark=check.mark,
        chance=worth.chance,
        chance_text=show_share(worth.chance),
        bits=worth.bits,
        bits_text=f"{worth.bits:.2f} bits",
        settles=telling.settles(check.key),
        why_not=why_not,
    )


def _why_not(check: Check, wall: Wall, mark_at: Mapping[str, MarkPlace]) -> str | None:
    """Why a check cannot be done here, or None."""
    if check.mark is not Mark.NONE:
        return mark_at[check.key].why_not
    if check.key == "thickness" and not wall.openings:
        return "There is no opening on the drawing; add one if the wall has a door or window."
    return None


def _enough(now: int, ranked: tuple[CheckValue, ...]) -> Advice:
    sentence = "Enough is known for this fixture."
    if now == NOTHING:
        sentence = "Enough is known: no fixing in the catalogue holds this fixture in such a wall."
    return Advice(
        enough=True, decided=True, sentence=sentence, check=None, how="", x_mm=None, y_mm=None, options=ranked
    )


def _at_a_loss(ranked: tuple[CheckValue, ...]) -> Advice:
    reasons = list(dict.fromkeys(value.why_not for value in ranked if value.why_not))
    sentence = "Every check that may be done here is done, and it is still open what this wall is."
    return Advice(
        enough=False,
        decided=False,
        sentence=" ".join([sentence, *reasons[:2]]),
        check=None,
        how="Ask somebody who knows the building, or have the wall opened carefully by hand, circuits isolated.",
        x_mm=None,
        y_mm=None,
        options=ranked,
    )


def _do(
    value: CheckValue,
    before: str,
    decided: bool,
    mark_at: Mapping[str, MarkPlace],
    around_mm: tuple[float, float],
    ranked: tuple[CheckValue, ...],
    units: UnitSystem,
    catalogue: Catalogue,
) -> Advice:
    check = catalogue.check_by_key[value.check]
    x_mm, y_mm = around_mm
    if check.mark is not Mark.NONE:
        spot = mark_at[value.check]
        x_mm, y_mm = spot.x_mm or 0.0, spot.y_mm or 0.0
        where = f" at {show_length(x_mm, units)} from the left, {show_length(y_mm, units)} up"
    elif check.key in ("thickness", "edge"):
        where = ""
    else:
        where = f" at the height of the holes, {show_length(y_mm, units)} up"
    minutes = f"{check.minutes:g} minute{'s' if check.minutes > 1 else ''}"
    if check.minutes < 1:
        minutes = "less than a minute"
    leaves = {
        Mark.NONE: "leaves no mark",
        Mark.PINPRICK: "leaves a pinprick",
        Mark.HOLE: f"leaves a hole of {show_bit(check.diameter_mm, units)}",
    }[check.mark]
    settles = f": it would settle {value.settles}" if value.settles else ""
    return Advice(
        enough=False,
        decided=decided,
        sentence=f"{before}{check.advice}{where}{settles}. It takes {minutes} and {leaves}.",
        check=check.key,
        how=check.how,
        x_mm=x_mm,
        y_mm=y_mm,
        options=ranked,
    )
