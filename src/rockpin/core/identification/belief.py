"""What is this wall? A belief over build-ups: what is usual here, brought up to date by every check (Bayes' rule).

The chances P(outcome | build-up) are rows of the catalogue, each with its reason. A check repeated is no second
witness: its exponent is tempered by how near the two were done. What the user states is evidence like any other.
"""

from collections import defaultdict
from collections.abc import Sequence
from typing import NamedTuple

import numpy as np

from rockpin.core.base.model import Model
from rockpin.core.base.quantities import show_share
from rockpin.core.base.words import inside
from rockpin.core.document.evidence import Finish
from rockpin.core.document.job import Site
from rockpin.core.document.wall import Wall
from rockpin.core.identification.believed_layers import (
    match_build_up,
    readings_of,
    stated_reading,
    with_thinnest_leaf,
)
from rockpin.core.identification.reading import FAMILY_WORDS, Family, LayerReading, WallReading, read_stated
from rockpin.core.identification.tape import HypothesisLayers
from rockpin.core.identification.thickness import Whereabouts, usual_layers, whereabouts_of
from rockpin.core.identification.weighing import pins_of, prior_of, weigh
from rockpin.core.identification.witnesses import EvidenceReading, Probabilities, Witness, witnesses_of
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.identification import BuildUp


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


def _normal(logs: Probabilities) -> Probabilities:
    shifted = np.exp(logs - logs.max())
    return np.asarray(shifted / shifted.sum())


def _reason(row: BuildUp) -> str:
    return row.prior.reason if row.prior else ""


class _Weighed(NamedTuple):
    """Each build-up's chance before and after every check, and what spoke for and against it."""

    prior: Probabilities
    chances: Probabilities
    checks: list[EvidenceReading]


def _believe(
    wall: Wall, prior: Probabilities, checks: list[EvidenceReading], stated: BuildUp | None, catalogue: Catalogue
) -> _Weighed:
    """Bayes' rule: what is usual, times what each check says, and what somebody states."""
    rows = catalogue.hypotheses
    logs = np.log(prior) + sum((one.logs for one in checks), np.zeros(len(rows)))
    if stated:
        right = catalogue.belief.stated[wall.stated]
        rest = (1 - right) / (len(rows) - 1)
        word = np.log([right if row is stated else rest for row in rows])
        # what is usual here says nothing against somebody who saw the wall open
        logs += word - np.log(prior)
        said = EvidenceReading("stated", f"Stated: {inside(catalogue.belief.how_stated[wall.stated])}", word)
        checks = [*checks, said]
    return _Weighed(prior, _normal(logs), checks)


def _hypotheses(
    weighed: _Weighed, readings: Sequence[WallReading], tiled: bool, catalogue: Catalogue
) -> dict[int, Hypothesis]:
    """Every build-up by its row, the likeliest first."""
    rows, (prior, chances, checks) = catalogue.hypotheses, weighed
    considered = np.flatnonzero(chances >= catalogue.figures.identification.build_up_considered)
    witnesses = witnesses_of(considered, prior, checks)
    order = sorted(range(len(rows)), key=lambda index: (-chances[index], rows[index].key))
    return {
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


def _belief(wall: Wall, hypotheses: Sequence[Hypothesis], stated: BuildUp | None, catalogue: Catalogue) -> Belief:
    """The belief as it is told: build-ups by chance, and families by the sum of theirs."""
    families: dict[Family, float] = defaultdict(float)
    for one in hypotheses:
        families[one.family] += one.probability
    ready = catalogue.figures.identification.family_ready
    return Belief(
        hypotheses=tuple(hypotheses),
        families=tuple(
            FamilyBelief(
                family=family, label=FAMILY_WORDS[family], probability=share, probability_text=show_share(share)
            )
            for family, share in sorted(families.items(), key=lambda pair: -pair[1])
        ),
        told=bool(wall.build_up or wall.evidence),
        stated=stated.key if stated else None,
        doubted=stated is not None and families[read_stated(wall, catalogue).family] < ready,
    )


def identify(wall: Wall, site: Site, catalogue: Catalogue) -> Identified:
    """The belief over build-ups and the reading that the plan goes by.

    Where the stated layers stand as the likeliest, they are taken as stated; else the likeliest build-up's layers
    are taken with the thicknesses that were measured, or are usual.
    """
    figures = catalogue.figures.identification
    tiled = wall.finish is Finish.TILED
    here = whereabouts_of(wall, site, tiled, catalogue.belief)
    usual = catalogue.belief.once(
        f"usual {here}",
        lambda: HypothesisLayers.beside([usual_layers(row, here, catalogue) for row in catalogue.hypotheses]),
    )
    checks, layers = weigh((*wall.evidence, *pins_of(wall)), usual, tiled, site.units, catalogue)
    stated = match_build_up(wall.build_up, catalogue) if wall.build_up else None
    weighed = _believe(wall, prior_of(wall, here, catalogue), checks, stated, catalogue)
    chances = weighed.chances
    readings = readings_of(wall, chances, layers, usual, stated, here, catalogue)
    hypotheses = _hypotheses(weighed, readings, tiled, catalogue)
    first, *rest = hypotheses
    # layers that are an example of nothing are taken as they were stated
    unmatched = bool(wall.build_up) and stated is None
    reading = stated_reading(wall, catalogue) if unmatched else readings[first]
    considered = [i for i in rest if chances[i] >= figures.build_up_considered and not unmatched]
    return Identified(
        _belief(wall, list(hypotheses.values()), stated, catalogue),
        with_thinnest_leaf(reading, readings, chances, figures.size_plausible),
        tuple((hypotheses[i], readings[i]) for i in considered),
        here,
    )
