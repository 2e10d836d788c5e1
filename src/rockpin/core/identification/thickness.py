"""How thick is each layer? What is usual for a build-up, brought up to date by what was measured.

One layer of a build-up comes in steps (studs, units, cast walls): it is a mixture of the sizes that are usual in the
region. Within each size all layers are independent and normal before anything is measured; a measure is the sum of
some neighbouring layers with a normal error. One measure after the other is then the linear update of Kalman (1960, J.
Basic Eng. 82) within each size, and Bayes' rule between the sizes.

What a tape shows at an opening may hold more than these layers: a cavity, an outer leaf, a lining behind. Where such
an unseen rest is possible the tape only rules out what is thicker than itself.
"""

from collections.abc import Sequence
from dataclasses import dataclass, field, replace
from math import erf, exp, inf, log, pi, sqrt
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from rockpin.core.document.evidence import Location
from rockpin.core.document.job import Region, Site
from rockpin.core.document.wall import Wall
from rockpin.core.tables.catalogue import Catalogue, Role
from rockpin.core.tables.identification import BeliefTables, BuildUp, Era, RestRow

LEAST_MM = 0.5
Values = NDArray[np.float64]


class Whereabouts(NamedTuple):
    """Where and when a wall was built, as far as that says what it is made of, and whether its face is tiled."""

    region: Region
    era: Era
    stands: Location
    tiled: bool = False


def whereabouts_of(wall: Wall, site: Site, tiled: bool, tables: BeliefTables) -> Whereabouts:
    """Where a wall stands; its own year goes before the building's."""
    return Whereabouts(site.region, tables.era_of(wall.built_year or site.built_year), wall.stands, tiled)


def normal(value: float, mean: float, variance: float) -> float:
    """Density [1/unit of the value] of a normal distribution; nought where it is too small to be told."""
    off = value - mean
    return exp(-0.5 * off * off / variance) / sqrt(2 * pi * variance)


class Rest(NamedTuple):
    """What may stand behind these layers and in a tape's measure: its chance [1], mean and spread [mm].

    Where nothing may stand there unseen, mean and spread are of a coat on the far face.
    """

    chance: float
    mean_mm: float
    sigma_mm: float
    possible_from: float

    @property
    def unseen(self) -> bool:
        """Whether so much may stand behind that a tape says nothing of the layer that holds."""
        return self.chance >= self.possible_from


class Span(NamedTuple):
    """Some neighbouring layers together, in each size of the mixture: means [mm] and variances [mm²]."""

    means_mm: tuple[float, ...]
    variances_mm2: tuple[float, ...]


@dataclass(frozen=True)
class Layers:
    """The layers of one build-up, front to back, in each size that the stepped one comes in.

    ``weights``: chance of each size; ``mean_mm``: (sizes, layers); ``covariance_mm2``: (sizes, layers, layers).
    ``rest``: what may stand behind them unseen.
    """

    materials: tuple[str, ...]
    roles: tuple[Role, ...]
    weights: tuple[float, ...]
    mean_mm: Values
    covariance_mm2: Values
    rest: Rest
    _spans: dict[tuple[int, int], Span] = field(default_factory=dict, init=False, compare=False, repr=False)

    def span(self, first: int, last: int) -> Span:
        """The layers from ``first`` up to but without ``last`` together."""
        found = self._spans.get((first, last))
        if found is None:
            means = self.mean_mm[:, first:last].sum(axis=1)
            variances = self.covariance_mm2[:, first:last, first:last].sum(axis=(1, 2))
            found = self._spans[first, last] = Span(tuple(means.tolist()), tuple(variances.tolist()))
        return found

    def log_density(self, first: int, last: int, value_mm: float, sigma_mm: float, outlier: float) -> float:
        """Log density [1/mm] of measuring these layers so, a share of measures being just wrong."""
        span = self.span(first, last)
        good = sum(
            weight * normal(value_mm, mean, variance + sigma_mm**2)
            for weight, mean, variance in zip(self.weights, *span, strict=True)
        )
        return log((1 - outlier) * good + outlier / 300)

    def measured(self, first: int, last: int, value_mm: float, sigma_mm: float, outlier: float = 0.0) -> "Layers":
        """These layers after a measure of some of them. One that is out of all likelihood teaches nothing.

        ``outlier``: share [1] of measures that are just wrong.
        """
        span = self.span(first, last)
        totals = [variance + sigma_mm**2 for variance in span.variances_mm2]
        near = [
            total > 0 and abs(value_mm - middle) <= 4 * sqrt(total)
            for middle, total in zip(span.means_mm, totals, strict=True)
        ]
        if not any(near):
            return self
        weights = [
            weight * ((1 - outlier) * normal(value_mm, middle, total) + outlier / 300)
            if close
            else weight * outlier / 300
            for weight, middle, total, close in zip(self.weights, span.means_mm, totals, near, strict=True)
        ]
        whole = sum(weights)
        if whole <= 0:
            return self
        # of each size, how far every layer goes with the sum of those that were measured
        along = self.covariance_mm2[:, :, first:last].sum(axis=2)
        moved = np.where(np.array(near)[:, None], along / np.maximum(np.array(totals), 1e-12)[:, None], 0.0)
        off = value_mm - np.array(span.means_mm)
        return replace(
            self,
            weights=tuple(one / whole for one in weights),
            mean_mm=np.maximum(LEAST_MM, self.mean_mm + moved * off[:, None]),
            covariance_mm2=self.covariance_mm2 - moved[:, :, None] * along[:, None, :],
        )

    def tape_log_density(self, value_mm: float, sigma_mm: float, outlier: float) -> float:
        """Log density [1/mm] of such a thickness at an opening, with or without something behind these layers."""
        span, rest = self.span(0, len(self.materials)), self.rest
        good = 0.0
        for weight, mean, variance in zip(self.weights, *span, strict=True):
            more = variance + sigma_mm**2 + rest.sigma_mm**2
            behind = normal(value_mm, mean + rest.mean_mm, more)
            if not rest.unseen:
                good += weight * behind
                continue
            alone = normal(value_mm, mean, variance + sigma_mm**2)
            good += weight * ((1 - rest.chance) * alone + rest.chance * behind)
        return log((1 - outlier) * good + outlier / 300)

    def taped(self, value_mm: float, sigma_mm: float, outlier: float) -> "Layers":
        """These layers after a thickness at an opening; ``outlier``: share [1] of measures that are just wrong.

        Where a rest may stand behind them, only sizes that are thicker than the tape shows become unlikely; where more
        than what holds is among the layers, it tells nothing of any one of them.
        """
        rest = self.rest
        if not rest.unseen:
            return self.measured(
                0, len(self.materials), value_mm - rest.mean_mm, sqrt(sigma_mm**2 + rest.sigma_mm**2), outlier
            )
        if rest.chance >= 1:
            return self
        span = self.span(0, len(self.materials))
        weights = [
            weight * (outlier + (1 - outlier) * 0.5 * (1 + erf((value_mm - mean) / sqrt(2 * (variance + sigma_mm**2)))))
            for weight, mean, variance in zip(self.weights, *span, strict=True)
        ]
        whole = sum(weights)
        if whole <= 0:
            return self
        found = replace(self, weights=tuple(one / whole for one in weights))
        # only how likely each size is has changed
        found._spans.update(self._spans)
        return found

    def thickness_mm(self, index: int) -> float:
        """How thick a layer is [mm]: in the likeliest size, where it comes in sizes."""
        return float(self.mean_mm[max(range(len(self.weights)), key=lambda size: self.weights[size]), index])

    def sigma_mm(self, index: int) -> float:
        """Standard deviation [mm] of one layer about that, over all sizes."""
        about, total = self.thickness_mm(index), 0.0
        for weight, mean, covariance in zip(self.weights, self.mean_mm, self.covariance_mm2, strict=True):
            total += weight * (max(0.0, float(covariance[index, index])) + (float(mean[index]) - about) ** 2)
        return sqrt(total)

    def least_mm(self, index: int, share: float, sigmas: float) -> float:
        """The least that a layer may plausibly be [mm]: sizes that are less likely than ``share`` are left out.

        ``sigmas``: standard deviations to the safe side within the size.
        """
        found = inf
        for size, weight in enumerate(self.weights):
            if weight >= min(share, max(self.weights)):
                spread = sqrt(max(0.0, float(self.covariance_mm2[size, index, index])))
                found = min(found, float(self.mean_mm[size, index]) - sigmas * spread)
        return max(LEAST_MM, found)


def rest_of(build_up: BuildUp, here: Whereabouts, catalogue: Catalogue) -> Rest:
    """What may stand behind a build-up in such a place and era: the first row of the table that speaks of it."""
    holding = next(
        (
            catalogue.material_by_key[layer.material].role
            for layer in build_up.layers
            if catalogue.material_by_key[layer.material].role in (Role.FRAME, Role.MASONRY, Role.CONCRETE)
        ),
        Role.MASONRY,
    )

    def speaks(row: RestRow) -> bool:
        return (
            here.stands in row.stands
            and (not row.eras or here.era in row.eras)
            and (not row.regions or here.region in row.regions)
            and (not row.roles or holding in row.roles)
        )

    figures = catalogue.figures.identification
    if build_up.whole:
        # all that stands there is among its layers, so a tape says no more of any one of them
        return Rest(1.0, figures.far_coat_mm, figures.far_coat_spread_mm, figures.rest_possible)
    found = next(row for row in catalogue.belief.rests if speaks(row))
    possible = figures.rest_possible
    return Rest(found.chance, found.mean_mm, found.sigma_mm, possible)


def _sizes(
    material: str, build_up: str, region: Region, catalogue: Catalogue
) -> Sequence[tuple[float, float, float]] | None:
    """Usual sizes of a material in a build-up in a region: thickness and spread [mm], and weight."""
    rows = [one for one in catalogue.belief.thicknesses if one.material == material and region in one.regions]
    row = next((one for one in rows if not one.build_ups or build_up in one.build_ups), None)
    if row is None:
        return None
    figures, whole = catalogue.figures.identification, sum(row.weights)
    odd = figures.size_odd
    sizes = [(mm, row.sigma_mm, (1 - odd) * weight / whole) for mm, weight in zip(row.mm, row.weights, strict=True)]
    # now and then a wall is of none of the usual sizes: about their mean, as wide as they differ
    middle = sum(mm * weight for mm, weight in zip(row.mm, row.weights, strict=True)) / whole
    return [*sizes, (middle, figures.size_odd_spread * middle, odd)]


def usual_layers(build_up: BuildUp, here: Whereabouts, catalogue: Catalogue) -> Layers:
    """The layers of a build-up as they usually are in such a place, under tile where the face is tiled."""
    figures = catalogue.figures.identification
    materials = [layer.material for layer in build_up.layers]
    mean = [layer.thickness_mm for layer in build_up.layers]
    spread = list(build_up.spread_mm)
    if here.tiled:
        materials.insert(0, "tile")
        mean.insert(0, figures.tile_mm)
        spread.insert(0, figures.tile_spread_mm)
    roles = tuple(catalogue.material_by_key[material].role for material in materials)
    holding = next((i for i, role in enumerate(roles) if role in (Role.FRAME, Role.MASONRY, Role.CONCRETE)), None)
    sizes = None if holding is None else _sizes(materials[holding], build_up.key, here.region, catalogue)
    if sizes is None or holding is None:
        sizes, holding = [(mean[-1], spread[-1], 1.0)], len(mean) - 1
    means, covariances = [], []
    for thick, sigma, _ in sizes:
        means.append([*mean[:holding], thick, *mean[holding + 1 :]])
        covariances.append(np.diag(np.array([*spread[:holding], sigma, *spread[holding + 1 :]]) ** 2))
    return Layers(
        materials=tuple(materials),
        roles=roles,
        weights=tuple(weight for *_, weight in sizes),
        mean_mm=np.array(means, dtype=np.float64),
        covariance_mm2=np.array(covariances, dtype=np.float64),
        rest=rest_of(build_up, here, catalogue),
    )
