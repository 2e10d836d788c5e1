"""What a probe hole says: stretches laid over layers, ends, voids, and layers narrowed by measures."""

from dataclasses import replace
from math import log, sqrt
from statistics import NormalDist

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from rockpin.catalogue import load_catalogue
from rockpin.core.document.evidence import CameOut, Drilled, Ended, Filling, Location, Probe, ProbeInterval
from rockpin.core.document.job import Region
from rockpin.core.identification.probing import ProbeFit, fit_probe
from rockpin.core.identification.tape import HypothesisLayers
from rockpin.core.identification.thickness import Layers, Rest, Whereabouts, usual_layers
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.identification import BuildUp, Era

WHITE, RED, GREY, SHAVINGS, TILE = (
    CameOut.WHITE_CHALKY,
    CameOut.RED,
    CameOut.GREY_HARD,
    CameOut.SHAVINGS,
    CameOut.CERAMIC,
)


def row(key: str, catalogue: Catalogue) -> BuildUp:
    return next(one for one in catalogue.hypotheses if one.key == key)


def hole(*stretches: tuple[float, float, CameOut], ended: Ended, **more: object) -> Probe:
    intervals = tuple(
        ProbeInterval(from_mm=low, to_mm=high, came_out=came, drilled=Drilled.UNSAID) for low, high, came in stretches
    )
    return Probe.model_validate({"intervals": intervals, "ended": ended} | more)


def here(*, tiled: bool = False, stands: Location = Location.PARTITION) -> Whereabouts:
    return Whereabouts(Region.BRITAIN, Era.UNKNOWN, stands, tiled)


def fit(probe: Probe, key: str, catalogue: Catalogue, *, tiled: bool = False) -> ProbeFit:
    return fit_probe(
        probe, row(key, catalogue), usual_layers(row(key, catalogue), here(tiled=tiled), catalogue), catalogue
    )


def best(probe: Probe, catalogue: Catalogue, *, tiled: bool = False) -> str:
    return max(catalogue.hypotheses, key=lambda one: fit(probe, one.key, catalogue, tiled=tiled).log_likelihood).key


def test_a_change_of_dust_measures_what_lies_before_it(catalogue: Catalogue) -> None:
    found = fit(hole((0, 14, WHITE), (14, 45, RED), ended=Ended.SOLID), "plastered_brick", catalogue)
    (measure,) = found.measures
    # one layer, the plaster, is 14 mm, give or take what a tape on a bit errs
    assert (measure.first, measure.last, measure.value_mm) == (0, 1, 14)
    assert measure.sigma_mm == catalogue.figures.identification.probe_sigma_mm


def test_breakthrough_and_strip_measure_board_and_void(catalogue: Catalogue) -> None:
    found = fit(hole((0, 12.5, WHITE), ended=Ended.VOID, void_depth_mm=63), "board_on_studs", catalogue)
    assert [(one.first, one.last, one.value_mm) for one in found.measures] == [(0, 1, 12.5), (1, 2, 63)]
    # the strip is less exact than the bit
    assert (
        found.measures[1].sigma_mm
        == catalogue.figures.identification.void_sigma_mm
        > catalogue.figures.identification.probe_sigma_mm
    )


def test_under_tile_the_tile_is_a_layer_of_its_own(catalogue: Catalogue) -> None:
    probe = hole((0, 9, TILE), (9, 21.5, WHITE), ended=Ended.VOID)
    found = fit(probe, "board_on_studs", catalogue, tiled=True)
    assert [(one.first, one.last, one.value_mm) for one in found.measures] == [(0, 1, 9), (0, 2, 21.5)]
    assert row(best(probe, catalogue, tiled=True), catalogue).layers[0].material == "gypsum_board"


@pytest.mark.parametrize(
    ("probe", "key"),
    [
        (hole((0, 13, WHITE), (13, 45, GREY), ended=Ended.SOLID), "plastered_block"),
        (hole((0, 30, RED), ended=Ended.SOLID), "fair_faced_brick"),
        (hole((0, 4, SHAVINGS), ended=Ended.VOID, void_depth_mm=30, void_filling="rigid_foam"), "thin_panel_insulated"),
        (hole((0, 12.5, WHITE), (27, 45, GREY), ended=Ended.SOLID), "board_on_dabs"),
        (hole((0, 12.5, WHITE), (12.5, 25, WHITE), ended=Ended.VOID, void_depth_mm=89), "two_boards_on_studs"),
        (hole((0, 12.5, WHITE), (12.5, 20, CameOut.SWARF), ended=Ended.STOP), "board_on_steel_studs"),
    ],
)
def test_a_probe_alone_points_at_its_wall(probe: Probe, key: str, catalogue: Catalogue) -> None:
    assert best(probe, catalogue) == key


def test_a_gap_of_which_nothing_is_said_is_a_void_and_no_plaster(catalogue: Catalogue) -> None:
    without, within = (
        hole((0, 12.5, WHITE), (12.5, 45, GREY), ended=Ended.SOLID),
        hole((0, 12.5, WHITE), (30.5, 45, GREY), ended=Ended.SOLID),
    )

    def odds(probe: Probe) -> float:
        dabs, plaster = (fit(probe, key, catalogue).log_likelihood for key in ("board_on_dabs", "plastered_block"))
        return dabs - plaster

    assert odds(within) > odds(without) + 3


def test_what_fills_the_void_counts_by_how_usual_it_is(catalogue: Catalogue) -> None:
    def chance(filling: Filling, key: str) -> float:
        probe = hole((0, 4, SHAVINGS), ended=Ended.VOID, void_filling=filling)
        return fit(probe, key, catalogue).log_likelihood

    for key in ("thin_panel_void", "thin_panel_insulated"):
        usual = row(key, catalogue).filling
        foam, empty = (
            np.log(
                (1 - catalogue.figures.identification.misreport) * usual.get(one, 0.0)
                + catalogue.figures.identification.misreport / 3
            )
            for one in (Filling.RIGID_FOAM, Filling.EMPTY)
        )
        assert chance(Filling.RIGID_FOAM, key) - chance(Filling.EMPTY, key) == pytest.approx(foam - empty)


@pytest.mark.parametrize(
    ("values", "message"),
    [
        ([(5, 3, WHITE)], "stretch 1 ends at 3 mm, before it begins at 5 mm"),
        ([(0, 12, WHITE), (10, 20, RED)], "stretch 2 begins at 10 mm, inside the one before, which ends at 12 mm"),
    ],
)
def test_stretches_out_of_order_are_refused(values: list[tuple[float, float, CameOut]], message: str) -> None:
    with pytest.raises(ValueError, match=message):
        hole(*values, ended=Ended.SOLID)
    with pytest.raises(ValueError, match="a void was measured, but the hole did not end in one"):
        hole((0, 12, WHITE), ended=Ended.SOLID, void_depth_mm=50)


# --- layers narrowed by measures -----------------------------------------------------------------------------------

KEYS = [one.key for one in load_catalogue().hypotheses]


def layers(key: str) -> Layers:
    catalogue = load_catalogue()
    return usual_layers(row(key, catalogue), here(), catalogue)


@given(st.sampled_from(KEYS), st.floats(-2, 2), st.floats(0.3, 8))
def test_a_measure_never_widens_and_pulls_towards_itself(key: str, off: float, sigma: float) -> None:
    before = layers(key)
    count = len(before.materials)
    means, variances = before.span(0, count)
    value = means[0] + off * float(np.sqrt(variances[0]))
    after = before.measured(0, count, value, sigma)
    for size, (mean, variance) in enumerate(zip(means, variances, strict=True)):
        found, left = (part[size] for part in after.span(0, count))
        assert left <= variance + 1e-9
        assert abs(found - value) <= abs(mean - value) + 1e-6
        # two normal densities: weights by one over the variance; out of all likelihood it teaches nothing
        near = abs(value - mean) <= 4 * np.sqrt(variance + sigma**2)
        assert left == pytest.approx(1 / (1 / variance + 1 / sigma**2) if near else variance)
    assert sum(after.weights) == pytest.approx(1)


def test_a_measure_out_of_all_likelihood_teaches_nothing() -> None:
    before = layers("board_on_studs")
    assert before.measured(0, 1, 80.0, 0.8) is before
    # but it speaks against the build-up, as far as a slip goes
    good, bad = (before.log_density(0, 1, value, 0.8, 0.02) for value in (12.5, 80.0))
    assert good - bad > 4
    assert bad == pytest.approx(np.log(0.02 / 300), abs=1e-6)


def test_a_tape_makes_sizes_thicker_than_it_shows_unlikely_where_a_rest_may_stand_behind() -> None:
    before = replace(layers("plastered_block"), rest=Rest(0.5, 60.0, 20.0, 0.1))
    value, sigma, outlier = 150.0, 5.0, 0.02
    means, variances = before.span(0, len(before.materials))
    normal = NormalDist()
    shares = [
        weight * (outlier + (1 - outlier) * normal.cdf((value - mean) / sqrt(variance + sigma**2)))
        for weight, mean, variance in zip(before.weights, means, variances, strict=True)
    ]
    # beside another with other numbers of sizes and layers, and with the rest told for certain
    sure = replace(before, rest=Rest(1.0, 60.0, 20.0, 0.1))
    all_three = HypothesisLayers.beside([layers("board_on_studs"), before, sure])
    taped = all_three.taped(value, sigma, outlier)
    after = taped.of(1)
    assert after.weights == pytest.approx([share / sum(shares) for share in shares])
    # no size becomes another thickness: the tape has not measured the leaf
    assert (after.mean_mm == before.mean_mm).all()
    thick, thin = max(range(len(means)), key=means.__getitem__), min(range(len(means)), key=means.__getitem__)
    assert after.weights[thick] / before.weights[thick] < after.weights[thin] / before.weights[thin]
    # where something is sure to stand behind, it tells nothing at all
    assert taped.of(2).weights == before.weights
    # with the chance of the rest, or without it
    density = [
        weight
        * (
            0.5 * NormalDist(mean, sqrt(variance + sigma**2)).pdf(value)
            + 0.5 * NormalDist(mean + 60, sqrt(variance + sigma**2 + 400)).pdf(value)
        )
        for weight, mean, variance in zip(before.weights, means, variances, strict=True)
    ]
    expected = log((1 - outlier) * sum(density) + outlier / 300)
    assert all_three.tape_log_densities(value, sigma, outlier)[1] == pytest.approx(expected)


def test_a_tape_measures_all_layers_together_where_nothing_stands_behind_them() -> None:
    before = replace(layers("board_on_studs"), rest=Rest(0.0, 12.5, 1.0, 0.1))
    beside = HypothesisLayers.beside([layers("plastered_block"), before]).taped(100.0, 3.0, 0.02).of(1)
    alone = before.measured(0, len(before.materials), 87.5, sqrt(3.0**2 + 1), 0.02)
    assert beside.weights == pytest.approx(alone.weights)
    assert beside.mean_mm == pytest.approx(alone.mean_mm)
    assert beside.covariance_mm2 == pytest.approx(alone.covariance_mm2)
