"""What is usual where a wall stands, and what each check says of every build-up: the weights of Bayes' rule."""

from collections import defaultdict
from collections.abc import Sequence
from math import hypot

import numpy as np

from rockpin.core.base.quantities import UnitSystem
from rockpin.core.document.evidence import Evidence, Finish, HitKind
from rockpin.core.document.wall import Wall
from rockpin.core.identification.probing import fit_probe
from rockpin.core.identification.tape import HypothesisLayers
from rockpin.core.identification.thickness import Whereabouts
from rockpin.core.identification.witnesses import EvidenceReading, Probabilities, evidence_text
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.identification import BuildUp, CheckForm


def _looks(wall: Wall, row: BuildUp, catalogue: Catalogue) -> float:
    """P(what one sees of the wall | build-up); tile says nothing of what is behind it."""
    if wall.finish in (Finish.UNKNOWN, Finish.TILED):
        return 1.0
    front = row.layers[0].material
    return next(look.p[wall.finish] for look in catalogue.belief.faces if front in look.materials)


def prior_of(wall: Wall, here: Whereabouts, catalogue: Catalogue) -> Probabilities:
    """How common [1] each build-up is in such a region, era and place, with such a face; sums to one."""
    weights = [
        row.prior.region[here.region]
        * row.prior.era[here.era]
        * row.prior.stands[here.stands]
        * _looks(wall, row, catalogue)
        for row in catalogue.hypotheses
        if row.prior
    ]
    return np.array(weights) / sum(weights)


def chances_of(check: str, tiled: bool, catalogue: Catalogue) -> Probabilities:
    """P(outcome | build-up) [1], a row for each outcome of the check and a column for each build-up.

    The share of misreports is in it, and what tile in front does to the check.
    """

    def work() -> Probabilities:
        tables, wrong = catalogue.belief, catalogue.figures.identification.misreport
        rows = {key: row.p for row in tables.likelihoods if row.check == check for key in row.build_ups}
        outcomes = [outcome.key for outcome in catalogue.check_by_key[check].outcomes]
        plain = np.array([[rows[row.key][outcome] for row in catalogue.hypotheses] for outcome in outcomes])
        veil = next((one for one in tables.tile_answers if one.check == check), None) if tiled else None
        if veil:
            plain = (1 - veil.share) * plain + veil.share * np.array([[veil.p[outcome]] for outcome in outcomes])
        return np.asarray((1 - wrong) * plain + wrong / len(outcomes))

    return catalogue.belief.once(f"{check} {tiled}", work)


def exponents(evidence: Sequence[Evidence], catalogue: Catalogue) -> list[float]:
    """How much [1] each piece counts: 1/(1 + Σ ρ) over its repeats, so that n of them at one place weigh about one."""
    figures = catalogue.figures.identification
    same: dict[str, list[Evidence]] = defaultdict(list)
    for one in evidence:
        same[one.check].append(one)

    def alike(one: Evidence, other: Evidence) -> float:
        known = None not in (one.x_mm, one.y_mm, other.x_mm, other.y_mm)
        gap = hypot((one.x_mm or 0) - (other.x_mm or 0), (one.y_mm or 0) - (other.y_mm or 0)) if known else 0.0
        return figures.repeat_same if gap <= figures.same_place_mm else figures.repeat_far

    return [
        figures.evidence_temper / (1 + sum(alike(one, other) for other in same[one.check] if other is not one))
        for one in evidence
    ]


_PIN_TELLS = {HitKind.PIN_WOOD: "through_wood", HitKind.PIN_VOID: "through_free"}


def pins_of(wall: Wall) -> tuple[Evidence, ...]:
    """Pins that were put in to find the framing, as checks of what the wall is: no steel stud holds a pin tight.

    Those that a drilled hole told are checks already, or went as planned: a bit goes where no pin does, and where a
    stud was meant to be, wood is no news of the face.
    """
    told = {one.id for one in wall.evidence}
    return tuple(
        Evidence(id=hit.id, check="pin", outcome=_PIN_TELLS[hit.kind], x_mm=hit.x_mm, y_mm=hit.y_mm, day=hit.day)
        for hit in wall.hits
        if hit.kind in _PIN_TELLS and not hit.drilled and hit.id not in told
    )


def weigh(
    evidence: Sequence[Evidence], layers: HypothesisLayers, tiled: bool, units: UnitSystem, catalogue: Catalogue
) -> tuple[list[EvidenceReading], HypothesisLayers]:
    """Every check under every build-up, and the layers after all measures."""
    figures, rows = catalogue.figures.identification, catalogue.hypotheses
    weighed: list[EvidenceReading] = []
    for one, exponent in zip(evidence, exponents(evidence, catalogue), strict=True):
        check = catalogue.check_by_key[one.check]
        logs, cannot = np.zeros(len(rows)), ""
        if check.form is CheckForm.OUTCOME and one.outcome:
            place = [outcome.key for outcome in check.outcomes].index(one.outcome)
            logs = np.log(chances_of(one.check, tiled, catalogue)[place])
        elif check.form is CheckForm.MEASURE and one.value_mm is not None:
            tape = (one.value_mm, figures.thickness_sigma_mm, figures.measure_outlier)
            logs, layers = layers.tape_log_densities(*tape), layers.taped(*tape)
            if layers.unseen.any():
                cannot = " What may stand behind it is in that figure too: it does not tell how thick the leaf is."
        elif check.form is CheckForm.PROBE and one.probe:
            probed = [layers.of(index) for index in range(len(rows))]
            for index, row in enumerate(rows):
                fit = fit_probe(one.probe, row, probed[index], catalogue)
                logs[index] = fit.log_likelihood
                for measure in fit.measures:
                    probed[index] = probed[index].measured(*measure, figures.measure_outlier)
            layers = HypothesisLayers.beside(probed)
        weighed.append(EvidenceReading(one.id, evidence_text(one, units, catalogue), logs * exponent, cannot))
    return weighed, layers
