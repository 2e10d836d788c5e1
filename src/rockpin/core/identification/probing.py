"""What a probe hole says: which layer each stretch of dust came from, and how deep the layers therefore are.

The stretches are laid over the layers of a build-up in order, the best way of doing so is found by dynamic
programming (Viterbi 1967, IEEE Trans. Inf. Theory 13), and its changes of material become measures of thickness.
"""

from itertools import pairwise
from math import erf, log, sqrt
from typing import NamedTuple

from rockpin.core.document.evidence import Drilled, Ended, Filling, Probe, ProbeInterval
from rockpin.core.identification.thickness import Layers, normal
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.identification import BuildUp, Dust
from rockpin.core.tables.materials import Role

_HOLLOW = (Role.CAVITY, Role.FRAME)
_CORED = ("cored_brick", "hollow_block", "clay_block")
_NOWHERE = -1e9


class LayerMeasure(NamedTuple):
    """A measured depth: the layers from ``first`` up to but without ``last`` are so thick [mm]."""

    first: int
    last: int
    value_mm: float
    sigma_mm: float


class ProbeFit(NamedTuple):
    """How well a probe fits a build-up (log likelihood), and what it measures there."""

    log_likelihood: float
    measures: tuple[LayerMeasure, ...]


class _Step(NamedTuple):
    """One way to go on from a layer: its log likelihood, and what the change of material measures."""

    log_likelihood: float
    measures: tuple[LayerMeasure, ...]


def _emission(one: ProbeInterval, layer: int, layers: Layers, dust: dict[str, Dust], catalogue: Catalogue) -> float:
    """Log P(this dust, drilled so | the bit is in this layer)."""
    figures, row = catalogue.figures.identification, dust[layers.materials[layer]]
    wrong = figures.misreport
    total = log((1 - wrong) * row.came_out.get(one.came_out, 0.0) + wrong / len(row.came_out))
    if one.drilled is not Drilled.UNSAID:
        total += log((1 - wrong) * row.drilled.get(one.drilled, 0.0) + wrong / len(row.drilled))
    if layers.roles[layer] is Role.FRAME:
        total += log(figures.probe_meets_stud)
    if layers.roles[layer] is Role.CAVITY:
        total += log(figures.probe_meets_dab)
    return total


def _missed(layer: int, layers: Layers, catalogue: Catalogue) -> float:
    """Log chance that the bit finds a hollow layer hollow."""
    figures = catalogue.figures.identification
    met = figures.probe_meets_stud if layers.roles[layer] is Role.FRAME else figures.probe_meets_dab
    return log(1 - met)


def _onward(
    before: ProbeInterval, after: ProbeInterval, here: int, there: int, layers: Layers, catalogue: Catalogue
) -> _Step | None:
    """Going from one stretch to the next: within a layer, into the next one, across a void, or past a thin skin."""
    figures = catalogue.figures.identification
    anywhere = -log(figures.probe_range_mm)
    unreported = after.from_mm - before.to_mm
    error = normal(unreported, 0.0, 4 * figures.probe_sigma_mm**2)
    # a stretch of which nothing is said is a void, or a slip in the report
    no_gap = log((1 - figures.measure_outlier) * error + figures.measure_outlier / figures.probe_range_mm)
    if there == here:
        return _Step(log(figures.probe_split) + anywhere + no_gap, ())
    if there == here + 1:
        measure = LayerMeasure(0, there, before.to_mm, figures.probe_sigma_mm)
        return _Step(layers.log_density(*measure, figures.measure_outlier) + no_gap, (measure,))
    if there == here + 2:
        middle = here + 1
        if layers.roles[middle] in _HOLLOW:
            near = LayerMeasure(0, middle, before.to_mm, figures.probe_sigma_mm)
            far = LayerMeasure(middle, there, after.from_mm - before.to_mm, figures.probe_sigma_mm * 2)
            total = sum(layers.log_density(*one, figures.measure_outlier) for one in (near, far))
            return _Step(total + _missed(middle, layers, catalogue), (near, far))
        if layers.roles[middle] is Role.SKIN:
            return _Step(log(figures.probe_skips_skin) + anywhere + no_gap, ())
    return None


def _end(probe: Probe, here: int, build_up: BuildUp, layers: Layers, catalogue: Catalogue) -> _Step:
    """How the hole ended, seen from the layer it ended in."""
    figures = catalogue.figures.identification
    anywhere, wrong = -log(figures.probe_range_mm), figures.misreport
    depth, count = probe.depth_mm, len(layers.materials)
    if probe.ended is Ended.STOP:
        steel = here + 1 < count and layers.materials[here + 1] == "steel_studs"
        return _Step(log(figures.probe_stops_steel if steel else figures.probe_stops) + anywhere, ())
    if probe.ended is Ended.SOLID:
        deep_enough = sum(
            weight * 0.5 * (1 + erf((mean - depth) / sqrt(2 * (variance + figures.probe_sigma_mm**2))))
            for weight, mean, variance in zip(layers.weights, *layers.span(0, here + 1), strict=True)
        )
        holds = layers.roles[here] in (Role.MASONRY, Role.CONCRETE, Role.FRAME)
        share = 1.0 if holds or layers.materials[here] == "timber_lining" else figures.probe_given_up
        return _Step(log(wrong + (1 - wrong) * deep_enough * share), ())
    if here + 1 < count and layers.roles[here + 1] in _HOLLOW:
        near = LayerMeasure(0, here + 1, depth, figures.probe_sigma_mm)
        total = layers.log_density(*near, figures.measure_outlier) + _missed(here + 1, layers, catalogue)
        measures = [near]
        if probe.void_depth_mm is not None:
            far = LayerMeasure(here + 1, here + 2, probe.void_depth_mm, figures.void_sigma_mm)
            total += layers.log_density(*far, figures.measure_outlier)
            measures.append(far)
        if probe.void_filling is not Filling.UNKNOWN:
            total += log((1 - wrong) * build_up.filling.get(probe.void_filling, 0.0) + wrong / 3)
        return _Step(total, tuple(measures))
    cored = layers.materials[here] in _CORED
    total = log(figures.probe_meets_core if cored else wrong / 2) + anywhere
    total += anywhere if probe.void_depth_mm is not None else 0.0
    if probe.void_filling is not Filling.UNKNOWN:
        total += log(figures.core_empty if probe.void_filling is Filling.EMPTY else figures.core_filled)
    return _Step(total, ())


def fit_probe(probe: Probe, build_up: BuildUp, layers: Layers, catalogue: Catalogue) -> ProbeFit:
    """The best way to lay a probe's stretches over a build-up's layers."""
    dust = {row.material: row for row in catalogue.belief.dust}
    count = len(layers.materials)
    first = probe.intervals[0]
    ways: list[_Step] = []
    for layer in range(count):
        skipped = all(layers.roles[one] is Role.SKIN for one in range(layer))
        if layer > 0 and not (skipped and layer == 1):
            ways.append(_Step(_NOWHERE, ()))
            continue
        start = log(catalogue.figures.identification.probe_skips_skin) if layer else 0.0
        ways.append(_Step(start + _emission(first, layer, layers, dust, catalogue), ()))
    for before, after in pairwise(probe.intervals):
        following: list[_Step] = []
        for there in range(count):
            best = _Step(_NOWHERE, ())
            for here in range(max(0, there - 2), there + 1):
                step = _onward(before, after, here, there, layers, catalogue)
                if step and ways[here].log_likelihood + step.log_likelihood > best.log_likelihood:
                    best = _Step(ways[here].log_likelihood + step.log_likelihood, ways[here].measures + step.measures)
            emission = _emission(after, there, layers, dust, catalogue)
            following.append(_Step(best.log_likelihood + emission, best.measures))
        ways = following
    finished = []
    for here, way in enumerate(ways):
        end = _end(probe, here, build_up, layers, catalogue)
        finished.append(ProbeFit(way.log_likelihood + end.log_likelihood, way.measures + end.measures))
    return max(finished, key=lambda fit: fit.log_likelihood)
