"""Which check next? The one that is likeliest to change the decision for this job, for the minutes that it takes.

The decision is which fixing goes in, or that too little is known. A check that cannot change it is worth nothing,
however much it would teach about the wall; the expected drop in entropy is shown beside it. Marks cost extra, and
none is advised where the Hidden stage or an old coating forbids it.
"""

from collections.abc import Mapping, Sequence
from math import sqrt
from typing import NamedTuple

import numpy as np

from rockpin.core.belief_tables import BuildUp, Check, CheckForm, Mark
from rockpin.core.evidence import CameOut, Ended, Finish, Probe, ProbeInterval
from rockpin.core.identify import Belief, Chances, chances_of, hypotheses_of, surprise, updated
from rockpin.core.model import Model
from rockpin.core.probing import fit_probe
from rockpin.core.quantities import UnitSystem, show_length, show_share
from rockpin.core.reading import Family
from rockpin.core.tables import Catalogue, Role
from rockpin.core.thickness import usual_layers
from rockpin.core.wall import Wall

UNSURE = "unsure"
NOTHING = "nothing holds"


class Acceptance(NamedTuple):
    """What each build-up would let the job do: its family, and the fixings that would hold, best first."""

    families: tuple[Family, ...]
    holding: tuple[tuple[str, ...], ...]


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
    """What to do next, in a sentence, or that enough is known; ``options`` are all checks, the best first."""

    enough: bool
    sentence: str
    check: str | None
    how: str
    x_mm: float | None
    y_mm: float | None
    options: tuple[CheckValue, ...]


def decide(chances: Chances, acceptance: Acceptance, catalogue: Catalogue) -> str:
    """The decision on a belief: a fixing that holds whatever it may be, that nothing holds, or that one is unsure.

    The likeliest build-up's best fixing that hardly any other plausible build-up refuses, once one family is believed.
    """
    figures = catalogue.figures
    lead = int(chances.argmax())
    family = sum(
        float(share)
        for share, one in zip(chances, acceptance.families, strict=True)
        if one is acceptance.families[lead]
    )
    if family < figures.family_ready:
        return UNSURE
    if not acceptance.holding[lead]:
        return NOTHING
    for fixing in acceptance.holding[lead]:
        refused = sum(
            float(share) for share, held in zip(chances, acceptance.holding, strict=True) if fixing not in held
        )
        if refused < figures.plausible_build_up:
            return fixing
    return UNSURE


def _typical_probe(build_up: BuildUp, tiled: bool, catalogue: Catalogue) -> Probe:
    """The probe hole that a build-up would usually give."""
    layers = usual_layers(build_up, tiled, catalogue)
    dust = {row.material: row.came_out for row in catalogue.belief.dust}
    found: list[ProbeInterval] = []
    depth, reach = 0.0, catalogue.check_by_key["probe"].reach_mm
    for material, role, thickness in zip(layers.materials, layers.roles, layers.mean_mm, strict=True):
        if role in (Role.FRAME, Role.CAVITY):
            return Probe(intervals=tuple(found), ended=Ended.VOID, void_depth_mm=float(thickness))
        came_out = max(CameOut, key=lambda kind: dust[material].get(kind, 0.0))
        end = min(depth + float(thickness), max(reach, depth + 5))
        found.append(ProbeInterval(from_mm=depth, to_mm=end, came_out=came_out))
        depth = end
        if role in (Role.MASONRY, Role.CONCRETE):
            break
    return Probe(intervals=tuple(found), ended=Ended.SOLID)


def _probe_chances(tiled: bool, catalogue: Catalogue) -> Chances:
    """P(a probe like that of one build-up | another), each column summing to one."""

    def work() -> Chances:
        rows = hypotheses_of(catalogue)
        layers = [usual_layers(row, tiled, catalogue) for row in rows]
        probes = [_typical_probe(row, tiled, catalogue) for row in rows]
        logs = np.array(
            [
                [fit_probe(probe, row, some, catalogue).log_likelihood for row, some in zip(rows, layers, strict=True)]
                for probe in probes
            ]
        )
        table = np.exp(logs - logs.max(axis=0))
        return np.asarray(table / table.sum(axis=0))

    return catalogue.belief.once(f"probe {tiled}", work)


def _thickness_chances(tiled: bool, catalogue: Catalogue) -> Chances:
    """P(a thickness at an opening within 20 mm | build-up), from the usual layers."""

    def work() -> Chances:
        steps = np.arange(10.0, 700.0, 20.0)
        table = []
        for row in hypotheses_of(catalogue):
            layers = usual_layers(row, tiled, catalogue)
            whole = len(layers.materials), catalogue.figures.thickness_sigma_mm, catalogue.figures.measure_outlier
            table.append([np.exp(layers.log_density(0, whole[0], float(at), whole[1], whole[2])) for at in steps])
        found = np.array(table).T
        return np.asarray(found / found.sum(axis=0))

    return catalogue.belief.once(f"thickness {tiled}", work)


def outcome_chances(check: Check, tiled: bool, catalogue: Catalogue) -> Chances:
    """P(outcome | build-up) of any check, those with a measure cut into steps."""
    match check.form:
        case CheckForm.OUTCOME:
            return chances_of(check.key, tiled, catalogue)
        case CheckForm.MEASURE:
            return _thickness_chances(tiled, catalogue)
        case CheckForm.PROBE:
            return _probe_chances(tiled, catalogue)


def _groups(chances: Chances, acceptance: Acceptance) -> Chances:
    """Belief in each decision that would be right: build-ups that take the same fixing best are one."""
    best = [f"{family} {held[:1]}" for family, held in zip(acceptance.families, acceptance.holding, strict=True)]
    names = sorted(set(best))
    return np.array([sum(float(p) for p, one in zip(chances, best, strict=True) if one == name) for name in names])


class _Worth(NamedTuple):
    """What a check is worth: chance to change the decision, bits about the wall, bits about the decision."""

    chance: float
    bits: float
    decision_bits: float


def _worth(chances: Chances, table: Chances, acceptance: Acceptance, catalogue: Catalogue) -> _Worth:
    now = decide(chances, acceptance, catalogue)
    total = _Worth(0.0, surprise(chances), surprise(_groups(chances, acceptance)))
    change, bits, decision_bits = total
    for row in table:
        likely = float(row @ chances)
        if likely < 1e-4:
            continue
        after = updated(chances, catalogue.figures.evidence_temper * np.log(np.maximum(row, 1e-12)))
        change += likely * (decide(after, acceptance, catalogue) != now)
        bits -= likely * surprise(after)
        decision_bits -= likely * surprise(_groups(after, acceptance))
    return _Worth(change, max(0.0, bits), max(0.0, decision_bits))


def _settles(chances: Chances, table: Chances, acceptance: Acceptance, labels: Sequence[str]) -> str | None:
    """The two build-ups of different decisions that a check tells apart best, the likely ones first."""
    best, names = 0.0, None
    for one in range(len(chances)):
        for other in range(one + 1, len(chances)):
            same = acceptance.families[one] is acceptance.families[other]
            if same and acceptance.holding[one][:1] == acceptance.holding[other][:1]:
                continue
            # Hellinger distance between the two rows of outcomes, weighed by how open the question is
            apart = 1 - float(np.sqrt(table[:, one] * table[:, other]).sum())
            weight = sqrt(float(chances[one] * chances[other])) * apart
            if weight > best:
                best, names = weight, (one, other)
    if names is None or best < 0.005:
        return None
    first, second = sorted(names, key=lambda index: -chances[index])
    return f"{_lower(labels[first])} against {_lower(labels[second])}"


def _lower(label: str) -> str:
    return label[:1].lower() + label[1:]


_COSTS = {Mark.NONE: 1.0}


def advise(
    wall: Wall,
    belief: Belief,
    acceptance: Mapping[str, tuple[Family, tuple[str, ...]]],
    mark_at: Mapping[str, MarkPlace],
    around_mm: tuple[float, float],
    units: UnitSystem,
    catalogue: Catalogue,
) -> Advice:
    """The next check for this job.

    ``acceptance``: by build-up, its family and the fixings that would hold there, best first; a build-up left out is
    taken as hardly possible. ``mark_at``: for each marking check, where it may be done. ``around_mm``: where the
    holes are, for checks on the face.
    """
    figures, tiled = catalogue.figures, wall.finish is Finish.TILED
    rows = hypotheses_of(catalogue)
    place = {row.key: index for index, row in enumerate(rows)}
    considered = [one for one in belief.hypotheses if one.key in acceptance]
    columns = [place[one.key] for one in considered]
    chances = np.array([one.probability for one in considered])
    chances = chances / chances.sum()
    seen = Acceptance(
        families=tuple(acceptance[one.key][0] for one in considered),
        holding=tuple(acceptance[one.key][1] for one in considered),
    )
    labels = [one.label for one in considered]
    done = {one.check for one in wall.evidence}
    costs = _COSTS | {Mark.PINPRICK: figures.mark_cost_pinprick, Mark.HOLE: figures.mark_cost_hole}
    options: list[tuple[float, CheckValue]] = []
    for check in catalogue.belief.checks:
        if check.key in done:
            continue
        table = outcome_chances(check, tiled, catalogue)[:, columns]
        worth = _worth(chances, table, seen, catalogue)
        why_not = mark_at[check.key].why_not if check.mark is not Mark.NONE else None
        if check.key == "thickness" and not wall.openings:
            why_not = "There is no opening on the drawing; add one if the wall has a door or window."
        score = (worth.chance + figures.advice_bits * worth.decision_bits) / (check.minutes * costs[check.mark])
        options.append(
            (
                score,
                CheckValue(
                    check=check.key,
                    label=check.label,
                    minutes=check.minutes,
                    mark=check.mark,
                    chance=worth.chance,
                    chance_text=show_share(worth.chance),
                    bits=worth.bits,
                    bits_text=f"{worth.bits:.2f} bits",
                    settles=_settles(chances, table, seen, labels),
                    why_not=why_not,
                ),
            )
        )
    options.sort(key=lambda pair: (pair[1].why_not is not None, -pair[0], pair[1].check))
    ranked = tuple(value for _, value in options)
    able = [value for value in ranked if value.why_not is None]
    now = decide(chances, seen, catalogue)
    worthwhile = [value for value in able if value.chance >= figures.advice_least or now == UNSURE]
    if now != UNSURE and not worthwhile:
        return _enough(now, ranked)
    if not worthwhile:
        return _at_a_loss(ranked)
    return _do(worthwhile[0], mark_at, around_mm, ranked, units, catalogue)


def _enough(now: str, ranked: tuple[CheckValue, ...]) -> Advice:
    sentence = "Enough is known for this fixture."
    if now == NOTHING:
        sentence = "Enough is known: no fixing in the catalogue holds this fixture in such a wall."
    return Advice(enough=True, sentence=sentence, check=None, how="", x_mm=None, y_mm=None, options=ranked)


def _at_a_loss(ranked: tuple[CheckValue, ...]) -> Advice:
    reasons = list(dict.fromkeys(value.why_not for value in ranked if value.why_not))
    sentence = "Every check that may be done here is done, and it is still open what this wall is."
    return Advice(
        enough=False,
        sentence=" ".join([sentence, *reasons[:2]]),
        check=None,
        how="Ask somebody who knows the building, or have the wall opened carefully by hand, circuits isolated.",
        x_mm=None,
        y_mm=None,
        options=ranked,
    )


def _do(
    value: CheckValue,
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
        Mark.HOLE: f"leaves a hole of {check.diameter_mm:g} mm",
    }[check.mark]
    settles = f": it would settle {value.settles}" if value.settles else ""
    return Advice(
        enough=False,
        sentence=f"{check.advice}{where}{settles}. It takes {minutes} and {leaves}.",
        check=check.key,
        how=check.how,
        x_mm=x_mm,
        y_mm=y_mm,
        options=ranked,
    )
