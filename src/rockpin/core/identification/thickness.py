"""How thick is each layer? What is usual for a build-up, brought up to date by what was measured.

One layer of a build-up comes in steps (studs, units, cast walls): it is a mixture of the sizes that are usual in the
region. Within each size all layers are independent and normal before anything is measured; a measure is the sum of
some neighbouring layers with a normal error. One measure after the other is then the linear update of Kalman (1960, J.
Basic Eng. 82) within each size, and Bayes' rule between the sizes.

What a tape shows at an opening may hold more than these layers: a cavity, an outer leaf, a lining behind
(:mod:`~.tape`).
"""

from collections.abc import Sequence
from dataclasses import dataclass, field, replace
from math import exp, inf, log, pi, sqrt
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from rockpin.core.document.evidence import Location
from rockpin.core.document.job import Region, Site
from rockpin.core.document.wall import Wall
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.identification import BeliefTables, BuildUp, Era, RestRow
from rockpin.core.tables.materials import Role

LEAST_MM = 0.5
FAR_OFF_MM = 300.0
"""A measure that is just wrong is anywhere in so much [mm]."""
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


def normal_density(off: Values, variance: Values) -> Values:
    """Density [1/unit of ``off``] of a normal distribution so far off its mean; of no variance it is none."""
    some = np.maximum(variance, 1e-12)
    return np.asarray(np.exp(-0.5 * off**2 / some) / np.sqrt(2 * pi * some))


class LayerMixture(NamedTuple):
    """Layers of several build-ups, each in the sizes that it comes in; nought where one has fewer than another.

    ``weights`` [1]: (build-ups, sizes); ``mean_mm``: a value more for each layer; ``covariance_mm2``: layers twice.
    """

    weights: Values
    mean_mm: Values
    covariance_mm2: Values

    def together(self, some: slice) -> tuple[Values, Values]:
        """Some neighbouring layers together: means [mm] and variances [mm²] of each size."""
        return self.mean_mm[..., some].sum(axis=-1), self.covariance_mm2[..., some, some].sum(axis=(-2, -1))


def learnt(sizes: LayerMixture, some: slice, value_mm: Values, variance_mm2: Values, outlier: float) -> LayerMixture:
    """Layers after a measure of some neighbouring ones of each build-up: a value [mm] and its variance [mm²] for each.

    Within each size the update of Kalman, between the sizes Bayes' rule. A measure that is out of all likelihood for
    every size of a build-up teaches nothing of it. ``outlier``: share [1] of measures that are just wrong.
    """
    middle, own = sizes.together(some)
    total = own + variance_mm2[:, None]
    off = value_mm[:, None] - middle
    near = (sizes.weights > 0) & (total > 0) & (np.abs(off) <= 4 * np.sqrt(total))
    odd = outlier / FAR_OFF_MM
    shares = sizes.weights * (odd + np.where(near, (1 - outlier) * normal_density(off, total), 0.0))
    whole = shares.sum(axis=1, keepdims=True)
    taught = near.any(axis=1, keepdims=True) & (whole > 0)
    if not taught.any():
        return sizes
    # of each size, how far every layer goes with the sum of those that were measured
    along = sizes.covariance_mm2[..., some].sum(axis=-1)
    moved = np.where((near & taught)[..., None], along / np.maximum(total, 1e-12)[..., None], 0.0)
    return LayerMixture(
        np.where(taught, shares / np.where(taught, whole, 1.0), sizes.weights),
        np.where(moved != 0, np.maximum(LEAST_MM, sizes.mean_mm + moved * off[..., None]), sizes.mean_mm),
        sizes.covariance_mm2 - moved[..., :, None] * along[..., None, :],
    )


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
        return log((1 - outlier) * good + outlier / FAR_OFF_MM)

    def measured(self, first: int, last: int, value_mm: float, sigma_mm: float, outlier: float = 0.0) -> "Layers":
        """These layers after a measure of some of them. One that is out of all likelihood teaches nothing.

        ``outlier``: share [1] of measures that are just wrong.
        """
        sizes = LayerMixture(np.array([self.weights]), self.mean_mm[None], self.covariance_mm2[None])
        found = learnt(sizes, slice(first, last), np.array([value_mm]), np.array([sigma_mm**2]), outlier)
        if found is sizes:
            return self
        return replace(
            self,
            weights=tuple(found.weights[0].tolist()),
            mean_mm=found.mean_mm[0],
            covariance_mm2=found.covariance_mm2[0],
        )

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
