"""How thick is each layer? What is usual for a build-up, brought up to date by what was measured.

Layers are taken as independent and normal before anything is measured; a measure is the sum of some neighbouring
layers with a normal error. One measure after the other is then the linear update of Kalman (1960, J. Basic Eng. 82).
"""

from math import exp, log, pi, sqrt
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from rockpin.core.tables.catalogue import Catalogue, Role
from rockpin.core.tables.identification import BuildUp

LEAST_MM = 0.5


def log_normal(value: float, mean: float, variance: float) -> float:
    """Log density [1/unit of the value] of a normal distribution."""
    return -0.5 * (log(2 * pi * variance) + (value - mean) ** 2 / variance)


class Layers(NamedTuple):
    """The layers of one build-up, front to back: mean thickness [mm] and covariance [mm²]."""

    materials: tuple[str, ...]
    roles: tuple[Role, ...]
    mean_mm: NDArray[np.float64]
    covariance_mm2: NDArray[np.float64]

    def span(self, first: int, last: int) -> tuple[float, float]:
        """Mean [mm] and variance [mm²] of the layers from ``first`` up to but without ``last`` together."""
        return float(self.mean_mm[first:last].sum()), float(self.covariance_mm2[first:last, first:last].sum())

    def log_density(self, first: int, last: int, value_mm: float, sigma_mm: float, outlier: float) -> float:
        """Log density [1/mm] of measuring these layers so, a share of measures being just wrong."""
        mean, variance = self.span(first, last)
        good = exp(max(-700.0, log_normal(value_mm, mean, variance + sigma_mm**2)))
        return log((1 - outlier) * good + outlier / 300)

    def measured(self, first: int, last: int, value_mm: float, sigma_mm: float) -> "Layers":
        """These layers after a measure of some of them. One that is out of all likelihood teaches nothing."""
        row = np.zeros(len(self.materials))
        row[first:last] = 1
        mean, variance = self.span(first, last)
        total = variance + sigma_mm**2
        if total == 0 or abs(value_mm - mean) > 4 * sqrt(total):
            return self
        gain = self.covariance_mm2 @ row / total
        return self._replace(
            mean_mm=np.maximum(LEAST_MM, self.mean_mm + gain * (value_mm - mean)),
            covariance_mm2=self.covariance_mm2 - np.outer(gain, row @ self.covariance_mm2),
        )

    def sigma_mm(self, index: int) -> float:
        """Standard deviation [mm] of one layer."""
        return sqrt(max(0.0, float(self.covariance_mm2[index, index])))


def usual_layers(build_up: BuildUp, tiled: bool, catalogue: Catalogue) -> Layers:
    """The layers of a build-up as they usually are, under tile where the face is tiled."""
    figures = catalogue.figures.identification
    materials = [layer.material for layer in build_up.layers]
    mean = [layer.thickness_mm for layer in build_up.layers]
    spread = list(build_up.spread_mm)
    if tiled:
        materials.insert(0, "tile")
        mean.insert(0, figures.tile_mm)
        spread.insert(0, figures.tile_spread_mm)
    return Layers(
        materials=tuple(materials),
        roles=tuple(catalogue.material_by_key[material].role for material in materials),
        mean_mm=np.array(mean, dtype=np.float64),
        covariance_mm2=np.diag(np.array(spread, dtype=np.float64) ** 2),
    )
