"""What a tape at an opening says of all build-ups at once: their layers stand one beside the other in arrays.

Where a rest may stand behind the layers unseen, the tape only rules out what is thicker than itself.
"""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from math import erf

import numpy as np

from rockpin.core.identification.thickness import FAR_OFF_MM, LayerMixture, Layers, Values, learnt, normal_density


@dataclass(frozen=True)
class HypothesisLayers:
    """The layers of all build-ups, each in all its sizes.

    ``usual``: before any tape. ``sizes``: as they are now. ``chance``, ``rest_mm``, ``rest_sigma_mm``, ``unseen``: for
    each build-up, what may stand behind its layers (:class:`~.thickness.Rest`).
    """

    usual: tuple[Layers, ...]
    sizes: LayerMixture
    chance: Values
    rest_mm: Values
    rest_sigma_mm: Values
    unseen: np.ndarray[tuple[int, ...], np.dtype[np.bool_]]

    @classmethod
    def beside(cls, usual: Sequence[Layers]) -> "HypothesisLayers":
        """Some build-ups' layers one beside the other, filled up with nought to the most sizes and layers of any."""
        most = max(len(one.weights) for one in usual), max(len(one.materials) for one in usual)
        sizes = LayerMixture(
            np.zeros((len(usual), most[0])), np.zeros((len(usual), *most)), np.zeros((len(usual), *most, most[1]))
        )
        for index, one in enumerate(usual):
            some, layers = one.mean_mm.shape
            sizes.weights[index, :some] = one.weights
            sizes.mean_mm[index, :some, :layers] = one.mean_mm
            sizes.covariance_mm2[index, :some, :layers, :layers] = one.covariance_mm2
        rests = [one.rest for one in usual]
        return cls(
            tuple(usual),
            sizes,
            np.array([one.chance for one in rests]),
            np.array([one.mean_mm for one in rests]),
            np.array([one.sigma_mm for one in rests]),
            np.array([one.unseen for one in rests]),
        )

    def of(self, index: int) -> Layers:
        """The layers of one build-up as they are now."""
        usual = self.usual[index]
        some, layers = usual.mean_mm.shape
        return replace(
            usual,
            weights=tuple(self.sizes.weights[index, :some].tolist()),
            mean_mm=self.sizes.mean_mm[index, :some, :layers],
            covariance_mm2=self.sizes.covariance_mm2[index, :some, :layers, :layers],
        )

    def tape_log_densities(self, value_mm: float, sigma_mm: float, outlier: float) -> Values:
        """Log density [1/mm] of such a thickness for each build-up, with or without something behind its layers."""
        weights, mean, variance = self.sizes.weights, *self.sizes.together(slice(None))
        behind = normal_density(
            value_mm - mean - self.rest_mm[:, None], variance + sigma_mm**2 + self.rest_sigma_mm[:, None] ** 2
        )
        alone = normal_density(value_mm - mean, variance + sigma_mm**2)
        # where nothing stands there unseen, the rest is a coat on the far face that is always there
        chance = np.where(self.unseen, self.chance, 1.0)
        good = (1 - chance) * (weights * alone).sum(axis=1) + chance * (weights * behind).sum(axis=1)
        return np.asarray(np.log((1 - outlier) * good + outlier / FAR_OFF_MM))

    def taped(self, value_mm: float, sigma_mm: float, outlier: float) -> "HypothesisLayers":
        """These layers after a thickness at an opening; ``outlier``: share [1] of measures that are just wrong.

        Where a rest may stand behind them, only sizes that are thicker than the tape shows become unlikely; where more
        than what holds is among the layers, it tells nothing of any one of them.
        """
        weights, mean_mm, covariance_mm2 = (part.copy() for part in self.sizes)
        seen = np.flatnonzero(~self.unseen)
        if seen.size:
            variance = sigma_mm**2 + self.rest_sigma_mm[seen] ** 2
            some = LayerMixture(*(part[seen] for part in self.sizes))
            weights[seen], mean_mm[seen], covariance_mm2[seen] = learnt(
                some, slice(None), value_mm - self.rest_mm[seen], variance, outlier
            )
        maybe = np.flatnonzero(self.unseen & (self.chance < 1))
        if maybe.size:
            mean, variance = LayerMixture(*(part[maybe] for part in self.sizes)).together(slice(None))
            deviations = (value_mm - mean) / np.sqrt(2 * (variance + sigma_mm**2))
            thinner = np.array([0.5 * (1 + erf(one)) for one in deviations.flat]).reshape(deviations.shape)
            shares = weights[maybe] * (outlier + (1 - outlier) * thinner)
            whole = shares.sum(axis=1, keepdims=True)
            weights[maybe] = np.divide(shares, whole, out=weights[maybe], where=whole > 0)
        return replace(self, sizes=LayerMixture(weights, mean_mm, covariance_mm2))
