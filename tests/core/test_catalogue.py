"""The data of the trade holds together: sources, ranges, monotone ratings, no maker's colours."""

from itertools import pairwise

import pytest
from pydantic import ValidationError

from rockpin.core.base.quantities import UnitSystem
from rockpin.core.document.fixings import BoardAnchor, ConcreteAnchor, MasonryPlug, ScrewKind, SteelScrew, WoodFastener
from rockpin.core.document.wall import HowKnown
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.identification import ChanceTable, Era


def test_every_row_has_a_source_and_so_has_every_figure(catalogue: Catalogue) -> None:
    for table in ("materials", "build_ups", "units", "species", "points", "schools", "duties", "screws", "fixings"):
        assert all(row.source for row in getattr(catalogue, table)), table
    names = [name for _, group in catalogue.figures for name, _ in group]
    assert sorted(catalogue.figure_sources) == sorted(names)


def test_there_is_enough_to_choose_from(catalogue: Catalogue) -> None:
    assert len(catalogue.fixings) >= 60
    assert len(catalogue.screws) >= 40
    assert {row.method for row in catalogue.fixings} == {
        *("board", "hanger", "masonry", "wood", "lining", "insulation", "steel", "concrete", "clamp", "post_bolt"),
    }
    assert set(catalogue.member_sigma_mm) == set(HowKnown)
    # what is seen is surer than what is pinned, found, guessed
    sigmas = [catalogue.member_sigma_mm[known] for known in HowKnown]
    assert sigmas == sorted(sigmas)


def test_plugs_carry_more_the_larger_they_are_and_the_harder_the_wall(catalogue: Catalogue) -> None:
    plugs = sorted((f for f in catalogue.fixings if isinstance(f, MasonryPlug)), key=lambda plug: plug.hole_mm)
    for kind in ("plug", "frame_plug", "resin", "masonry_screw"):
        for only_here in (True, False):
            row = [one for one in plugs if one.kind == kind and (one.systems == (UnitSystem.IMPERIAL,)) is only_here]
            # what reaches from the face into the wall holds there as a plug of its width does
            row = [one for one in row if kind != "plug" or not one.body_lengths_mm]
            for wall in ("concrete", "solid", "cored", "hollow", "aerated"):
                # ribbed plugs for one material stand beside the plain ones, and so do rods with and without a sieve
                ratings = [one.ratings[wall] for one in row if wall in one.ratings and len(one.ratings) != 1]
                assert all(a.tension_n < b.tension_n and a.shear_n < b.shear_n for a, b in pairwise(ratings))
    for plug in plugs:
        order = [
            plug.ratings[wall].tension_n
            for wall in ("concrete", "solid", "cored", "hollow", "aerated")
            if wall in plug.ratings
        ]
        assert order == sorted(order, reverse=True)
        assert list(plug.body_lengths_mm) == sorted(plug.body_lengths_mm)
        if plug.stand_off:
            # the sleeve passes its hole, and every screw the sleeve
            assert plug.stand_off.outside_mm <= plug.hole_mm
            assert max(catalogue.screw_by_key[key].diameter_mm for key in plug.screws) < plug.stand_off.bore_mm
        for key in plug.screws:
            screw = catalogue.screw_by_key[key]
            # a masonry screw cuts its thread in the wall, everything else goes into its hole
            assert (plug.hole_mm < screw.diameter_mm) is (plug.kind == "masonry_screw")
            assert 0.4 * plug.hole_mm <= screw.diameter_mm <= 1.4 * plug.hole_mm


def test_board_anchors_of_a_kind_grow_with_their_size(catalogue: Catalogue) -> None:
    anchors = [f for f in catalogue.fixings if isinstance(f, BoardAnchor)]
    for kind in ("sleeve", "spring_toggle", "strap_toggle", "rivet", "rivet_nut", "panel_bolt"):
        row = sorted(
            (one for one in anchors if one.kind == kind and UnitSystem.METRIC in one.systems),
            key=lambda one: catalogue.screw_by_key[one.screw].diameter_mm,
        )
        assert len(row) >= 2
        for a, b in pairwise(row):
            thicker = catalogue.screw_by_key[a.screw].diameter_mm < catalogue.screw_by_key[b.screw].diameter_mm
            assert a.rating.tension_n <= b.rating.tension_n
            assert a.rating.shear_n <= b.rating.shear_n
            assert not thicker or a.hole_mm <= b.hole_mm + 6.5  # a strap toggle's bar goes through at a slant
            assert not thicker or kind in ("strap_toggle",) or a.rating.tension_n < b.rating.tension_n
    for one in anchors:
        if one.panel:
            assert one.panel.tension_n <= one.rating.tension_n
        if one.kind in ("sleeve", "spring_toggle", "strap_toggle"):
            # they come with their screw: none of a shorter stock is put in instead
            lengths = catalogue.screw_by_key[one.screw].lengths_mm
            assert (one.screw_from_mm or lengths[0]) in [length for length in lengths if length > 25]
    for one in anchors:
        assert one.grip_min_mm < one.grip_max_mm
        # these make their own hole, and a rivet has no screw: its row stands in for the shank
        own = one.kind in ("self_drilling", "bare_screw", "rivet")
        assert catalogue.screw_by_key[one.screw].diameter_mm <= one.hole_mm or own


def test_screws_and_anchors_have_possible_sizes(catalogue: Catalogue) -> None:
    for screw in catalogue.screws:
        assert 0.5 * screw.diameter_mm < screw.root_mm < screw.diameter_mm < screw.head_mm
        assert list(screw.lengths_mm) == sorted(set(screw.lengths_mm))
    anchors = [one for one in catalogue.fixings if isinstance(one, ConcreteAnchor)]
    for family in ("concrete_screw", "expansion_bolt_m", "sleeve_bolt"):
        row = [one for one in anchors if one.key.startswith(family) and one.key[-2:] != "in"]
        for a, b in pairwise(sorted(row, key=lambda one: (one.diameter_mm, one.key))):
            assert (a.hef_mm, a.pullout_n, a.edge_min_mm) <= (b.hef_mm, b.pullout_n, b.edge_min_mm)
    for anchor in anchors:
        assert 40 <= anchor.hef_mm < anchor.embedment_mm < anchor.lengths_mm[0] + 1
        assert anchor.fyk_mpa < anchor.fuk_mpa


def test_screws_in_wood_and_steel_are_of_the_kind_that_their_method_is_for(catalogue: Catalogue) -> None:
    for row in catalogue.fixings:
        if isinstance(row, WoodFastener):
            coach = row.withdrawal == "coach_screw"
            kind = ScrewKind.COACH if coach else ScrewKind.WOOD
            assert catalogue.screw_by_key[row.screw].kind is kind
            # least penetration in shear, NDS 2018 12.1.4.6 and 12.1.5.6
            assert row.least_penetration_diameters == (4 if coach else 6)
            assert row.shank_hole is coach
        if isinstance(row, SteelScrew):
            assert catalogue.screw_by_key[row.screw].kind is ScrewKind.TAPPING
        if isinstance(row, MasonryPlug):
            kinds = {catalogue.screw_by_key[key].kind for key in row.screws}
            wanted = {"resin": {ScrewKind.ROD}, "masonry_screw": {ScrewKind.MASONRY}}
            assert kinds <= wanted.get(row.kind, {ScrewKind.WOOD, ScrewKind.COACH})


def test_nothing_is_raised_but_for_a_tug_and_for_an_accident(catalogue: Catalogue) -> None:
    """Tug 1.5 and lean 2 on tables, both 1.4 in concrete and 1.2 in a steel flange; never a person's weight."""
    raised = {str(row.key): (row.table, row.concrete, row.flange) for row in catalogue.allowances}
    assert raised.pop("tug") == (1.5, 1.4, 1.2)
    assert raised.pop("lean") == (2.0, 1.4, 1.2)
    assert set(raised.values()) == {(1.0, 1.0, 1.0)}
    assert {row.key for row in catalogue.allowances if row.skin > 1 or row.screw_safety} == {"lean"}
    assert all(row.board <= 1 for row in catalogue.allowances)


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


def test_a_table_of_chances_sums_to_one_of_shares_that_are_none_below_nought() -> None:
    assert ChanceTable(p={"firm": 0.75, "gives": 0.25}, reason="made up")
    for wrong in ({"firm": 0.75, "gives": 0.3}, {"firm": 1.5, "gives": -0.5}):
        with pytest.raises(ValidationError, match="the chances must sum to one"):
            ChanceTable(p=wrong, reason="made up")


@pytest.mark.parametrize("table", ["materials", "build_ups", "hands", "screws", "fixings", "markings"])
def test_no_two_rows_of_a_table_carry_one_key(table: str, catalogue: Catalogue) -> None:
    rows = getattr(catalogue, table)
    twice = {table: (*rows, rows[0])}
    with pytest.raises(ValidationError, match=f"{table}: the key {rows[0].key} stands twice"):
        Catalogue.model_validate({name: getattr(catalogue, name) for name in Catalogue.model_fields} | twice)


def test_eras_begin_where_the_table_says(catalogue: Catalogue) -> None:
    years = (None, 1890, 1919, 1920, 1945, 1946, 1979, 1980, 1999, 2000)
    old, twenties, after, eighties, late = list(Era)[:5]
    assert [catalogue.belief.era_of(year) for year in years] == [
        Era.UNKNOWN, old, old, twenties, twenties, after, after, eighties, eighties, late,
    ]  # fmt: skip
