"""How likely is each answer of a check, for each build-up? Checks with a measure are cut into steps."""

import numpy as np

from rockpin.core.document.evidence import CameOut, Ended, Probe, ProbeInterval
from rockpin.core.identification.probing import fit_probe
from rockpin.core.identification.tape import HypothesisLayers
from rockpin.core.identification.thickness import Whereabouts, usual_layers
from rockpin.core.identification.weighing import chances_of
from rockpin.core.identification.witnesses import Probabilities
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.identification import BuildUp, Check, CheckForm
from rockpin.core.tables.materials import Role


def _typical_probe(build_up: BuildUp, here: Whereabouts, catalogue: Catalogue) -> Probe:
    """The probe hole that a build-up would usually give."""
    layers = usual_layers(build_up, here, catalogue)
    dust = {row.material: row.came_out for row in catalogue.belief.dust}
    found: list[ProbeInterval] = []
    depth, reach = 0.0, catalogue.check_by_key["probe"].reach_mm
    for index, (material, role) in enumerate(zip(layers.materials, layers.roles, strict=True)):
        thickness = layers.thickness_mm(index)
        if role in (Role.FRAME, Role.CAVITY):
            return Probe(intervals=tuple(found), ended=Ended.VOID, void_depth_mm=thickness)
        came_out = max(CameOut, key=lambda kind: dust[material].get(kind, 0.0))
        end = min(depth + thickness, max(reach, depth + 5))
        found.append(ProbeInterval(from_mm=depth, to_mm=end, came_out=came_out))
        depth = end
        if role in (Role.MASONRY, Role.CONCRETE):
            break
    return Probe(intervals=tuple(found), ended=Ended.SOLID)


def _probe_chances(here: Whereabouts, catalogue: Catalogue) -> Probabilities:
    """P(a probe like that of one build-up | another), each column summing to one."""

    def work() -> Probabilities:
        rows = catalogue.hypotheses
        layers = [usual_layers(row, here, catalogue) for row in rows]
        probes = [_typical_probe(row, here, catalogue) for row in rows]
        logs = np.array(
            [
                [fit_probe(probe, row, some, catalogue).log_likelihood for row, some in zip(rows, layers, strict=True)]
                for probe in probes
            ]
        )
        table = np.exp(logs - logs.max(axis=0))
        return np.asarray(table / table.sum(axis=0))

    return catalogue.belief.once(f"probe {here.region} {here.tiled}", work)


def _thickness_chances(here: Whereabouts, catalogue: Catalogue) -> Probabilities:
    """P(a thickness at an opening within 20 mm | build-up), from the usual layers and what may stand behind them."""

    def work() -> Probabilities:
        steps = np.arange(10.0, 700.0, 20.0)
        figures = catalogue.figures.identification
        layers = HypothesisLayers.beside([usual_layers(row, here, catalogue) for row in catalogue.hypotheses])
        spread = (figures.thickness_sigma_mm, figures.measure_outlier)
        found = np.exp([layers.tape_log_densities(float(at), *spread) for at in steps])
        return np.asarray(found / found.sum(axis=0))

    return catalogue.belief.once(f"thickness {here}", work)


def outcome_chances(check: Check, here: Whereabouts, catalogue: Catalogue) -> Probabilities:
    """P(outcome | build-up) [1] of any check, those with a measure cut into steps."""
    match check.form:
        case CheckForm.OUTCOME:
            return chances_of(check.key, here.tiled, catalogue)
        case CheckForm.MEASURE:
            return _thickness_chances(here, catalogue)
        case CheckForm.PROBE:
            return _probe_chances(here, catalogue)
