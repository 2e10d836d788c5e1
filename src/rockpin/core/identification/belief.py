"""What is this wall? A belief over build-ups: what is usual here, brought up to date by every check (Bayes' rule).

The chances P(outcome | build-up) are rows of the catalogue, each with its reason. A check repeated is no second
witness: its exponent is tempered by how near the two were done. What the user states is evidence like any other.
"""

from collections import defaultdict
from collections.abc import Sequence
from math import hypot
from typing import NamedTuple

import numpy as np

from rockpin.core.base.model import Model
from rockpin.core.base.quantities import UnitSystem, show_share
from rockpin.core.base.words import inside
from rockpin.core.document.evidence import Evidence, Filling, Finish, HitKind, HowStated
from rockpin.core.document.job import Site
from rockpin.core.document.wall import Layer, Wall
from rockpin.core.identification.probing import fit_probe
from rockpin.core.identification.reading import (
    FAMILY_WORDS,
    Family,
    LayerReading,
    Measured,
    WallReading,
    as_measured,
    read_layers,
    read_stated,
)
from rockpin.core.identification.tape import HypothesisLayers
from rockpin.core.identification.thickness import Layers, Whereabouts, usual_layers, whereabouts_of
from rockpin.core.identification.witnesses import EvidenceReading, Probabilities, Witness, evidence_text, witnesses_of
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.figures import IdentificationFigures
from rockpin.core.tables.identification import BuildUp, CheckForm
from rockpin.core.tables.materials import Role


class Hypothesis(Model):
    """One build-up with its chance, its layers as believed, and what spoke for and against it."""

    key: str
    label: str
    says: str
    family: Family
    prior: float
    probability: float
    probability_text: str
    reason: str
    layers: tuple[LayerReading, ...]
    witnesses: tuple[Witness, ...]


class FamilyBelief(Model):
    family: Family
    label: str
    probability: float
    probability_text: str


class Belief(Model):
    """Build-ups by chance, families by chance, and whether anything but what is usual here speaks for them.

    ``stated``: the build-up that the stated layers are an example of. ``doubted``: the checks speak against it.
    """

    hypotheses: tuple[Hypothesis, ...]
    families: tuple[FamilyBelief, ...]
    told: bool
    stated: str | None
    doubted: bool

    @property
    def leading(self) -> Hypothesis:
        return self.hypotheses[0]

    @property
    def family(self) -> FamilyBelief:
        return self.families[0]


class Identified(NamedTuple):
    """The belief, the reading that the plan goes by, and the readings of the other build-ups that matter.

    ``here``: where the wall stands, as far as that tells what it is.
    """

    belief: Belief
    reading: WallReading
    others: tuple[tuple[Hypothesis, WallReading], ...]
    here: Whereabouts


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


def match_build_up(layers: Sequence[Layer], catalogue: Catalogue) -> BuildUp | None:
    """The build-up that stated layers are an example of: the same materials from the face to what holds."""

    def front(some: Sequence[Layer]) -> list[str]:
        found = []
        for layer in some:
            role = catalogue.material_by_key[layer.material].role
            if role is not Role.SKIN:
                found.append(layer.material)
            if role in (Role.FRAME, Role.MASONRY, Role.CONCRETE):
                break
        return found

    def skins(some: Sequence[Layer]) -> float:
        roles = [(catalogue.material_by_key[layer.material].role, layer) for layer in some if layer.material != "tile"]
        return sum(layer.thickness_mm for role, layer in roles if role is Role.SKIN)

    fitting = [row for row in catalogue.hypotheses if front(row.layers) == front(layers)]
    return min(fitting, key=lambda row: abs(skins(row.layers) - skins(layers)), default=None)


def _weigh(
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


def _normal(logs: Probabilities) -> Probabilities:
    shifted = np.exp(logs - logs.max())
    return np.asarray(shifted / shifted.sum())


def _filling(evidence: Sequence[Evidence]) -> Filling | None:
    """What a probe found in the void, the last one that said."""
    said = [one.probe.void_filling for one in evidence if one.probe and one.probe.void_filling is not Filling.UNKNOWN]
    return said[-1] if said else None


def _measured(row: BuildUp, layers: Layers, filling: Filling | None, figures: IdentificationFigures) -> list[Measured]:
    """The layers as believed. A void's filling is known only where a probe said so, or where the kind implies it.

    A layer that comes in sizes is at least as thick as the least that it may plausibly be.
    """
    sure_from, stepped = figures.filling_sure, len(layers.weights) > 1
    usual = {layer.material: layer.filling for layer in row.layers}
    found = []
    holding = next(
        (i for i, role in enumerate(layers.roles) if role in (Role.FRAME, Role.MASONRY, Role.CONCRETE)), None
    )
    for index, material in enumerate(layers.materials):
        hollow = layers.roles[index] in (Role.FRAME, Role.CAVITY)
        sure = max(row.filling, key=lambda one: row.filling[one]) if row.filling else None
        fills = filling or (sure if sure and row.filling[sure] >= sure_from else Filling.UNKNOWN)
        found.append(
            Measured(
                material,
                layers.thickness_mm(index),
                layers.sigma_mm(index),
                fills if hollow else usual.get(material),
                layers.least_mm(index, figures.size_plausible, figures.measure_surety_sigmas)
                if stepped and index == holding
                else None,
                layers.rest.unseen and index == holding,
            )
        )
    return found


_PIN_TELLS = {HitKind.PIN_WOOD: "through_wood", HitKind.PIN_VOID: "through_free"}


def _pins(wall: Wall) -> tuple[Evidence, ...]:
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


def identify(wall: Wall, site: Site, catalogue: Catalogue) -> Identified:
    """The belief over build-ups and the reading that the plan goes by.

    Where the stated layers stand as the likeliest, they are taken as stated; else the likeliest build-up's layers
    are taken with the thicknesses that were measured, or are usual.
    """
    figures, units = catalogue.figures.identification, site.units
    rows = catalogue.hypotheses
    tiled = wall.finish is Finish.TILED
    here = whereabouts_of(wall, site, tiled, catalogue.belief)
    prior = prior_of(wall, here, catalogue)
    usual = catalogue.belief.once(
        f"usual {here}", lambda: HypothesisLayers.beside([usual_layers(row, here, catalogue) for row in rows])
    )
    evidence = (*wall.evidence, *_pins(wall))
    weighed, layers = _weigh(evidence, usual, tiled, units, catalogue)
    logs = np.log(prior) + sum((one.logs for one in weighed), np.zeros(len(rows)))
    stated = match_build_up(wall.build_up, catalogue) if wall.build_up else None
    if stated:
        right = catalogue.belief.stated[wall.stated]
        rest = (1 - right) / (len(rows) - 1)
        word = np.log([right if row is stated else rest for row in rows])
        # what is usual here says nothing against somebody who saw the wall open
        logs += word - np.log(prior)
        weighed.append(EvidenceReading("stated", f"Stated: {inside(catalogue.belief.how_stated[wall.stated])}", word))
    chances = _normal(logs)

    solidity = wall.courses.solidity if wall.courses else None
    filling = _filling(wall.evidence)
    # what is hardly possible is told as it usually is: its thicknesses matter to nobody
    readings = list(
        catalogue.belief.once(
            f"usual readings {here} {solidity}",
            lambda: [
                read_layers(_measured(row, some, None, figures), solidity, catalogue, figures)
                for row, some in zip(rows, usual.usual, strict=True)
            ],
        )
    )
    for index, row in enumerate(rows):
        if chances[index] >= figures.build_up_considered:
            readings[index] = read_layers(
                _measured(row, layers.of(index), filling, figures), solidity, catalogue, figures
            )
    if stated:
        index = rows.index(stated)
        usual_one, told = readings[index], read_layers(_stated(wall, filling, catalogue), solidity, catalogue, figures)
        # somebody's word for a thickness that nobody saw: where it may be less, whoever drills feels for the back
        heard = wall.stated is not HowStated.SEEN and usual_one.leaf_unseen
        thinner = heard and usual_one.holding_mm < told.holding_mm
        readings[index] = told.model_copy(update={"leaf_may_be_mm": usual_one.holding_mm}) if thinner else told
    order = sorted(range(len(rows)), key=lambda index: (-chances[index], rows[index].key))
    witnesses = witnesses_of(np.flatnonzero(chances >= figures.build_up_considered), prior, weighed)
    hypotheses = {
        index: Hypothesis(
            key=rows[index].key,
            label=("Tiled: " if tiled else "") + rows[index].label,
            says=rows[index].says,
            family=readings[index].family,
            prior=float(prior[index]),
            probability=float(chances[index]),
            probability_text=show_share(float(chances[index])),
            reason=_reason(rows[index]),
            layers=readings[index].layers,
            witnesses=witnesses.get(index, ()),
        )
        for index in order
    }
    families: dict[Family, float] = defaultdict(float)
    for index in order:
        families[readings[index].family] += float(chances[index])
    unmatched = bool(wall.build_up) and stated is None
    doubted = stated is not None and families[read_stated(wall, catalogue).family] < figures.family_ready
    belief = Belief(
        hypotheses=tuple(hypotheses[index] for index in order),
        families=tuple(
            FamilyBelief(
                family=family, label=FAMILY_WORDS[family], probability=share, probability_text=show_share(share)
            )
            for family, share in sorted(families.items(), key=lambda pair: -pair[1])
        ),
        told=bool(wall.build_up or wall.evidence),
        stated=stated.key if stated else None,
        doubted=doubted,
    )
    reading = (
        read_layers(_stated(wall, filling, catalogue), solidity, catalogue, figures)
        if unmatched
        else readings[order[0]]
    )
    if reading.leaf_unseen:
        # whatever else of the kind it may be, the thinnest leaf of them counts for every depth
        alike = [readings[i] for i in order if chances[i] >= figures.size_plausible and readings[i].leaf_unseen]
        thinnest = min((one.holding_mm for one in alike), default=reading.holding_mm)
        if thinnest < reading.holding_mm:
            reading = reading.model_copy(
                update={
                    "holding_mm": thinnest,
                    "thickness_mm": reading.thickness_mm - (reading.holding_mm - thinnest),
                }
            )
    others = tuple(
        (hypotheses[index], readings[index])
        for index in order[1:]
        if chances[index] >= figures.build_up_considered and not unmatched
    )
    return Identified(belief, reading, others, here)


def _reason(row: BuildUp) -> str:
    return row.prior.reason if row.prior else ""


def _stated(wall: Wall, filling: Filling | None, catalogue: Catalogue) -> list[Measured]:
    """The stated layers; what a probe found in the void fills in where nobody said.

    A face that is told to be tiled has its tile in front of them, also where nobody stated that layer.
    """
    rows, figures = catalogue.material_by_key, catalogue.figures.identification

    def unsaid(layer: Measured) -> bool:
        return rows[layer.material].role in (Role.FRAME, Role.CAVITY) and layer.filling in (None, Filling.UNKNOWN)

    found = [one._replace(filling=filling) if filling and unsaid(one) else one for one in as_measured(wall.build_up)]
    if wall.finish is Finish.TILED and all(one.material != "tile" for one in found):
        found.insert(0, Measured("tile", figures.tile_mm, figures.tile_spread_mm, None))
    return found
