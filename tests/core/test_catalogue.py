"""The data of the trade holds together: sources, ranges, monotone ratings, no maker's colours."""

from itertools import pairwise

import pytest

from rockpin.core.tables import BoardAnchor, Catalogue, ConcreteAnchor, MasonryPlug
from rockpin.core.wall import HowKnown


def test_every_row_has_a_source_and_so_has_every_figure(catalogue: Catalogue) -> None:
    for table in ("materials", "build_ups", "units", "species", "points", "schools", "duties", "screws", "fixings"):
        assert all(row.source for row in getattr(catalogue, table)), table
    assert set(catalogue.figure_sources) == set(type(catalogue.figures).model_fields)


def test_there_is_enough_to_choose_from(catalogue: Catalogue) -> None:
    assert len(catalogue.fixings) >= 16
    assert set(catalogue.member_sigma_mm) == set(HowKnown)
    # what is seen is surer than what is pinned, found, guessed
    sigmas = [catalogue.member_sigma_mm[known] for known in HowKnown]
    assert sigmas == sorted(sigmas)


def test_plugs_carry_more_the_larger_they_are_and_the_harder_the_wall(catalogue: Catalogue) -> None:
    plugs = sorted((f for f in catalogue.fixings if isinstance(f, MasonryPlug)), key=lambda plug: plug.hole_mm)
    for wall in ("concrete", "solid", "cored", "hollow", "aerated"):
        ratings = [plug.ratings[wall] for plug in plugs]
        assert all(a.tension_n < b.tension_n and a.shear_n < b.shear_n for a, b in pairwise(ratings))
    for plug in plugs:
        order = [plug.ratings[wall].tension_n for wall in ("concrete", "solid", "cored", "aerated")]
        assert order == sorted(order, reverse=True)
        for key in plug.screws:
            assert 0.4 * plug.hole_mm <= catalogue.screw_by_key[key].diameter_mm < plug.hole_mm


def test_board_anchors_of_a_kind_grow_with_their_size(catalogue: Catalogue) -> None:
    anchors = [f for f in catalogue.fixings if isinstance(f, BoardAnchor)]
    for kind in ("sleeve", "spring_toggle", "strap_toggle"):
        row = [one for one in anchors if one.kind == kind]
        assert len(row) >= 2
        assert [one.rating.tension_n for one in row] == sorted(one.rating.tension_n for one in row)
    for one in anchors:
        assert one.grip_min_mm < one.grip_max_mm
        assert catalogue.screw_by_key[one.screw].diameter_mm <= one.hole_mm or one.kind in (
            "self_drilling",
            "bare_screw",
        )


def test_screws_and_anchors_have_possible_sizes(catalogue: Catalogue) -> None:
    for screw in catalogue.screws:
        assert 0.5 * screw.diameter_mm < screw.root_mm < screw.diameter_mm < screw.head_mm
        assert list(screw.lengths_mm) == sorted(set(screw.lengths_mm))
    for anchor in (f for f in catalogue.fixings if isinstance(f, ConcreteAnchor)):
        assert 40 <= anchor.hef_mm < anchor.embedment_mm < anchor.lengths_mm[0] + 1
        assert anchor.fyk_mpa < anchor.fuk_mpa


def test_bit_series_are_the_standard_steps(catalogue: Catalogue) -> None:
    metric, inch = (series.sizes_mm for series in catalogue.bits)
    assert metric == tuple(0.5 * k for k in range(2, 27)) + tuple(float(k) for k in range(14, 33))
    # 1/32 to 1/4 by 64ths, to 1/2 by 32nds, to 1 1/4 by 16ths
    steps = [k / 64 for k in range(2, 17)] + [k / 32 for k in range(9, 17)] + [k / 16 for k in range(9, 21)]
    assert inch == pytest.approx([step * 25.4 for step in steps])


def test_nothing_is_told_apart_by_colour(catalogue: Catalogue) -> None:
    colours = {"red", "brown", "blue", "yellow", "grey", "gray", "white", "green", "orange", "black"}
    for row in (*catalogue.fixings, *catalogue.screws):
        words = set(f"{row.key} {row.label}".lower().replace("_", " ").split())
        assert not words & colours


def test_american_words_change_labels_only(catalogue: Catalogue) -> None:
    other = catalogue.american
    assert other.material_by_key["gypsum_board"].label == "Drywall"
    assert catalogue.material_by_key["gypsum_board"].label == "Plasterboard"
    assert [row.key for row in other.fixings] == [row.key for row in catalogue.fixings]
