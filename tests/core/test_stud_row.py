"""One row of studs and one stud of it, by hand formulas."""

from math import exp, log, pi, sqrt

import numpy as np
import pytest

from rockpin.core.document.evidence import HitKind
from rockpin.core.document.job import Region
from rockpin.core.framing.stud_row import Located, fit_lattice, fit_stud, mixture_moments, offset_logs
from rockpin.core.tables.catalogue import Catalogue

STUD_MM = 38.0


def magnet(x_mm: float, sigma_mm: float = 8.0) -> Located:
    return Located(f"m{x_mm:g}", HitKind.MAGNET, x_mm, sigma_mm, None)


def test_a_hit_is_of_the_row_or_falls_anywhere(catalogue: Catalogue) -> None:
    figures, pitch, off = catalogue.figures.framing, 400.0, 5.0
    nowhere = np.zeros(1)
    found = offset_logs(pitch, np.array([100.0]), [magnet(900 + off)], np.array([]), nowhere, catalogue)
    spread = sqrt(8.0**2 + figures.stud_wander_mm**2)
    near = pitch * exp(-0.5 * (off / spread) ** 2) / (spread * sqrt(2 * pi))
    # the share of wrong hits is one of four multiples of the usual one, none above 0.6, each as likely
    shares = [min(0.6, figures.hit_spurious * times) for times in (0.3, 1.0, 2.0, 3.5)]
    assert float(found[0]) == pytest.approx(log(sum((1 - share) * near + share for share in shares) / 4))


def test_a_pin_into_the_void_speaks_against_a_row_that_puts_a_stud_there(catalogue: Catalogue) -> None:
    figures, voids = catalogue.figures.framing, np.array([500.0])
    there, beside = (
        float(offset_logs(400.0, np.array([at]), [magnet(at)], voids, np.zeros(1), catalogue)[0])
        for at in (100.0, 300.0)
    )
    assert there - beside == pytest.approx(log(figures.stud_missing + figures.stud_off_pitch))


def test_where_two_rows_put_one_stud_it_may_be_at_either_place() -> None:
    # 1200 with 0.6 and 1220 with 0.2: mean 1205, variance (0.6·(4 + 25) + 0.2·(4 + 225)) / 0.8 = 79
    mean, sigma, chance = mixture_moments([(1200.0, 2.0, 0.6), (1220.0, 2.0, 0.2)])
    assert (mean, sigma**2, chance) == pytest.approx((1205.0, 79.0, 0.8))
    assert mixture_moments([(1200.0, 3.0, 0.7)]) == pytest.approx((1200.0, 3.0, 0.7))


def test_a_stud_that_nobody_hit_is_as_sure_as_its_row_and_may_be_missing(catalogue: Catalogue) -> None:
    figures = catalogue.figures.framing
    fit = fit_stud((1200.0, 2.0, 0.8), [], STUD_MM, catalogue)
    assert fit.exists == pytest.approx(0.8 * (1 - figures.stud_missing))
    assert fit.centre_mm == pytest.approx(1200, abs=0.1)
    # most of it lies as far off as studs wander, the share that stands off the pitch anywhere
    assert fit.high_mm - fit.low_mm > 2 * 1.96 * sqrt(2.0**2 + figures.stud_wander_mm**2)


def test_what_was_hit_is_drawn_to_its_row_only_as_far_as_the_row_is_sure(catalogue: Catalogue) -> None:
    hits = [magnet(1232.0), magnet(1233.0)]
    sure, unsure = (fit_stud((1200.0, 3.0, chance), hits, STUD_MM, catalogue) for chance in (0.97, 0.3))
    assert 1200 < sure.centre_mm < unsure.centre_mm < 1233
    assert unsure.centre_mm == pytest.approx(1232.5, abs=5)


def test_two_likely_pitches_leave_open_where_the_next_stud_stands(catalogue: Catalogue) -> None:
    hits = [magnet(300.0), magnet(903.0), magnet(1508.0)]
    lattice = fit_lattice(hits, [], 4000, Region.UNKNOWN, catalogue)
    metric, inches = lattice.pitches[:2]
    assert (metric.pitch_mm, inches.pitch_mm) == (600, 609.6)
    assert inches.chance > catalogue.figures.framing.pitch_drawn
    # the fourth stud of either row: their places, weighed by the chance of each
    places = [(fit.offset_mm + 3 * fit.pitch_mm, fit.offset_sigma_mm, fit.chance) for fit in (metric, inches)]
    (there,) = [one for one in lattice.centres if 2050 < one[0] < 2150]
    assert there == pytest.approx(mixture_moments(places))
    assert there[1] > 1.5 * max(sigma for _, sigma, _ in places)


def test_a_pin_that_met_nothing_takes_from_the_stud_what_it_ruled_out_by_bayes(catalogue: Catalogue) -> None:
    before = fit_stud((1200.0, 2.0, 0.8), [], STUD_MM, catalogue)
    pin = Located("p", HitKind.PIN_VOID, 1200.0, 1.0, None)
    after = fit_stud((1200.0, 2.0, 0.8), [pin], STUD_MM, catalogue)
    # far from the pin nothing was ruled out, so that there the density has only grown by what is left of the whole
    left = before.density[5] / after.density[5]
    assert 0 < left < 0.5
    assert after.exists == pytest.approx(before.exists * left / (before.exists * left + 1 - before.exists))


@pytest.mark.parametrize("sigma_mm", [2.0, 10.0])
def test_a_stud_that_is_stated_and_not_met_stands_beside_or_nowhere_by_bayes(
    sigma_mm: float, catalogue: Catalogue
) -> None:
    """Somebody who states a stud where there is none is wrong by the share that is planned with: as often because it
    stands elsewhere, evenly spread over 181 mm, as because there is none."""
    wrong, pin = catalogue.figures.framing.stated_wrong, Located("p", HitKind.PIN_VOID, 1200.0, 1.0, None)
    fit = fit_stud((1200.0, sigma_mm, 1.0), [pin], STUD_MM, catalogue, stated=True)
    grid = np.arange(-90, 91)
    near = np.exp(-0.5 * (grid / sigma_mm) ** 2) / (sigma_mm * sqrt(2 * pi))
    left = float(((1 - wrong) * near + wrong / 181)[np.abs(grid) > STUD_MM / 2].sum())
    assert fit.exists == pytest.approx((1 - wrong) * left / ((1 - wrong) * left + wrong), rel=1e-3)
    # what agrees with him, or says nothing of it, leaves it certain
    assert fit_stud((1200.0, sigma_mm, 1.0), [], STUD_MM, catalogue, stated=True).exists == 1.0
    met = Located("w", HitKind.PIN_WOOD, 1225.0, 1.0, None)
    assert fit_stud((1200.0, sigma_mm, 1.0), [pin, met], STUD_MM, catalogue, stated=True).exists == 1.0
