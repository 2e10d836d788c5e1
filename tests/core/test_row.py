"""Things in a row, and parts entered by hand: gaps worked by hand, copies, order, and nothing lost."""

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rockpin.catalogue import load_catalogue
from rockpin.core.base.errors import BadInput
from rockpin.core.document.arrangement import OwnLine, Spacing, SpacingKind
from rockpin.core.document.fixture import Fixture, FixtureHole, Piece, Support, SupportMaterial
from rockpin.core.document.placing import Feature, FeatureKind, MarkKind, Reference, Side, WallMark
from rockpin.core.fixture import build, copied, in_row, places_in, removed, reordered, things_of, with_fixture
from rockpin.core.plan import make_plan
from tests.builders import job, stud_wall

CATALOGUE = load_catalogue()
SHAPES = CATALOGUE.shape_by_key


def pictures(*widths_mm: float, **more: Any) -> Fixture:
    """Pictures beside one another, each with its own plate, hole and mass."""
    pieces, supports, x = [], [], 0.0
    for number, width in enumerate(widths_mm, 1):
        pieces.append(
            Piece(
                id=f"picture-{number}",
                name=f"Picture {number}",
                x_mm=x,
                width_mm=width,
                height_mm=300,
                depth_mm=20,
                mass_kg=number,
            )
        )
        hole = FixtureHole(id=f"hole-{number}", x_mm=20, y_mm=15, diameter_mm=5)
        supports.append(
            Support(
                id=f"plate-{number}",
                name=f"Plate {number}",
                x_mm=x + width / 2 - 20,
                y_mm=250,
                width_mm=40,
                height_mm=30,
                holes=(hole,),
            )
        )
        x += width + 50
    return Fixture(name="Pictures", pieces=tuple(pieces), supports=tuple(supports), hand="none", duty="display", **more)


def lefts(fixture: Fixture) -> list[float]:
    return [piece.x_mm for piece in fixture.pieces]


@pytest.mark.parametrize(
    ("spacing", "widths", "places"),
    [
        # (2000 − 300 − 500 − 400)/4 = 200
        (Spacing(span_mm=2000), (300, 500, 400), [200, 700, 1400]),
        # (3000 − (200 + 300 + 400 + 300 + 200))/6 = 266.67
        (
            Spacing(span_mm=3000),
            (200, 300, 400, 300, 200),
            [266.6667, 733.3333, 1300, 1966.6667, 2533.3333],
        ),
        # 100 at the ends; (2000 − 200 − 1200)/2 = 300 between
        (Spacing(kind=SpacingKind.MARGINS, span_mm=2000, margin_mm=100), (300, 500, 400), [100, 700, 1500]),
        # (3000 − 160 − 1400)/4 = 360 between five
        (
            Spacing(kind=SpacingKind.MARGINS, span_mm=3000, margin_mm=80),
            (200, 300, 400, 300, 200),
            [80, 640, 1300, 2060, 2720],
        ),
        # 1200 + 2·60 = 1320 in 2000: 340 before and after
        (Spacing(kind=SpacingKind.FIXED_GAPS, span_mm=2000, gap_mm=60), (300, 500, 400), [340, 700, 1260]),
        (Spacing(kind=SpacingKind.MARGINS, span_mm=1000, margin_mm=80), (300,), [350]),
        (Spacing(span_mm=1000), (300,), [350]),
        # middles at 150, 750 and 1350
        (Spacing(kind=SpacingKind.CENTRES, span_mm=1, pitch_mm=600), (300, 500, 400), [0, 500, 1150]),
    ],
)
def test_rows_worked_by_hand(spacing: Spacing, widths: tuple[float, ...], places: list[float]) -> None:
    assert places_in(spacing, widths) == pytest.approx(places, abs=1e-3)
    row = in_row(pictures(*widths, spacing=spacing))
    assert lefts(row) == pytest.approx(places, abs=1e-3)
    # what belongs to a thing goes with it
    for piece, support in zip(row.pieces, row.supports, strict=True):
        assert support.rect.centre_x_mm == pytest.approx(piece.rect.centre_x_mm)


def test_gaps_stand_on_the_picture_and_the_row_is_measured_from_its_ends() -> None:
    row = in_row(pictures(300, 500, 400, spacing=Spacing(span_mm=2000)))
    span = Feature(kind=FeatureKind.SPAN, side=Side.LOW)
    said = job(stud_wall(), row, 0, 1400)
    place = said.placement.model_copy(
        update={
            "along": Reference(
                feature=span, mark=WallMark(kind=MarkKind.MEMBER, id="row-stud-0", side=Side.MIDDLE), distance_mm=0
            )
        }
    )
    plan = make_plan(said.model_copy(update={"placement": place}), CATALOGUE)
    assert [(gap.from_mm, gap.to_mm, gap.text) for gap in plan.gaps] == [
        (400, 600, "200 mm"),
        (900, 1100, "200 mm"),
        (1600, 1800, "200 mm"),
        (2200, 2400, "200 mm"),
    ]
    assert [hole.x_mm for hole in plan.holes] == [750, 1350, 2000]
    # each is reckoned by itself: its own mass on its own hole, the permanent part of it
    shears = [hole.demand_shear_n or 0 for hole in plan.holes]
    assert shears == pytest.approx([9.80665 * mass for mass in (1, 2, 3)])


def test_what_does_not_fit_is_refused_with_how_much_it_lacks() -> None:
    with pytest.raises(BadInput) as refused:
        in_row(pictures(300, 500, 400, spacing=Spacing(kind=SpacingKind.FIXED_GAPS, span_mm=1300, gap_mm=60)))
    assert refused.value.faults[0].message.startswith("1300 mm is 20 mm too short for these 3 things;")
    # (500 + 400)/2 is the least from middle to middle
    close = Spacing(kind=SpacingKind.CENTRES, span_mm=1, pitch_mm=440)
    with pytest.raises(BadInput) as refused:
        in_row(pictures(300, 500, 400, spacing=close))
    assert refused.value.faults[0].path == "spacing.pitch_mm"
    assert "give at least 450 mm" in refused.value.faults[0].message


def test_on_centres_a_row_is_as_long_as_it_comes_to() -> None:
    row = in_row(pictures(300, 500, 400, spacing=Spacing(kind=SpacingKind.CENTRES, span_mm=1, pitch_mm=600)))
    assert row.spacing is not None
    assert row.spacing.span_mm == 1550
    assert in_row(row) == row
    # without anything at the ends two gaps are left, (500 − 300) and (1150 − 1000)
    plan = make_plan(job(stud_wall(), row, 100, 1200), CATALOGUE)
    assert [gap.text for gap in plan.gaps] == ["200 mm", "150 mm"]


def test_a_copy_brings_all_that_belongs_to_it_and_is_reckoned_by_itself() -> None:
    shelf = build(SHAPES["shelf"], {})
    both = copied(shelf, "piece")
    assert [piece.name for piece in both.pieces] == ["Shelf", "Shelf 2"]
    holes = [hole.id for support in both.supports for hole in support.holes]
    assert len(holes) == len(set(holes)) == 2 * sum(len(one.holes) for one in shelf.supports)
    one, other = things_of(both)
    assert len(one.supports) == len(other.supports) == len(shelf.supports)
    demands = [hole.demand_tension_n for hole in make_plan(job(stud_wall(), both, 100, 1200), CATALOGUE).holes]
    half = len(demands) // 2
    assert demands[:half] == pytest.approx(demands[half:], rel=1e-9)
    assert Fixture.model_validate(both.model_dump()) == both
    again = removed(both, both.pieces[1].id)
    assert again.pieces == shelf.pieces
    assert again.supports == shelf.supports
    many = both
    while len(many.supports) < 20:
        many = copied(many, "piece")
    with pytest.raises(BadInput, match="would be 22, and a fixture has at most 20") as refused:
        copied(many, "piece")
    assert refused.value.faults[0].path == "fixture.supports"


def test_changing_places_keeps_gap_and_room() -> None:
    row = pictures(300, 500, 400)
    other = reordered(row, "picture-1", 1)
    assert [piece.id for piece in other.pieces] == ["picture-2", "picture-1", "picture-3"]
    assert lefts(other) == [0, 550, 900]
    # 300 | 50 | 500 becomes 500 | 50 | 300: the room of both together is as it was
    assert other.pieces[1].rect.right_mm == row.pieces[1].rect.right_mm
    assert reordered(row, "picture-1", -1) == row
    spaced = in_row(pictures(300, 500, 400, spacing=Spacing(span_mm=2000)))
    moved = reordered(spaced, "picture-3", -2)
    assert [piece.id for piece in moved.pieces] == ["picture-3", "picture-1", "picture-2"]
    assert lefts(moved) == pytest.approx([200, 800, 1300])


@given(
    st.lists(st.floats(50, 500), min_size=1, max_size=6),
    st.sampled_from([SpacingKind.EQUAL_GAPS, SpacingKind.MARGINS, SpacingKind.FIXED_GAPS]),
    st.floats(0, 100),
    st.integers(0, 5),
)
def test_rows_stand_in_their_span_in_order_with_like_gaps(
    widths: list[float], kind: SpacingKind, aside: float, which: int
) -> None:
    spacing = Spacing(kind=kind, span_mm=5000, margin_mm=aside, gap_mm=aside)
    row = in_row(pictures(*widths, spacing=spacing))
    edges = [0.0, *(edge for piece in row.pieces for edge in (piece.x_mm, piece.rect.right_mm)), 5000.0]
    gaps = [right - left for left, right in zip(edges[::2], edges[1::2], strict=True)]
    assert gaps[0] == pytest.approx(gaps[-1], abs=1e-6)
    assert max(gaps[1:-1], default=0) - min(gaps[1:-1], default=0) < 1e-6
    assert min(gaps) >= -1e-9
    name = row.pieces[which % len(row.pieces)].id
    grown = copied(row, name)
    again = removed(grown, grown.pieces[-1].id)
    assert [one.id for one in again.supports] == [one.id for one in row.supports]
    assert lefts(again) == pytest.approx(lefts(row), abs=1e-6)


def test_what_was_entered_by_hand_stays_when_a_measure_changes() -> None:
    shape = SHAPES["shelf"]
    made = build(shape, {})
    first, *others = made.supports
    moved = first.model_copy(
        update={
            "material": SupportMaterial.CAST,
            "holes": (
                first.holes[0].model_copy(update={"y_mm": first.holes[0].y_mm - 7}),
                first.holes[1],
                FixtureHole(id="my-hole", x_mm=5, y_mm=60, diameter_mm=4),
            ),
        }
    )
    mine = Support(id="my-clip", name="Clip of mine", x_mm=10, y_mm=0, width_mm=20, height_mm=20)
    piece = made.pieces[0].model_copy(update={"cog_z_mm": 77.0})
    line = OwnLine(id="books", name="books' backs", y_mm=120)
    by_hand = made.model_copy(update={"supports": (moved, *others, mine), "pieces": (piece,), "lines": (line,)})
    by_hand = by_hand.model_copy(update={"pieces": (*by_hand.pieces,)})
    wider = build(shape, {**by_hand.measures, "width": 1111.0, "hole": 8.0}, by_hand)
    plain = build(shape, {**by_hand.measures, "width": 1111.0, "hole": 8.0})
    # what follows from the measures follows them
    assert wider.pieces[0].width_mm == 1111
    assert wider.supports[1] == plain.supports[1]
    assert wider.supports[0].x_mm == plain.supports[0].x_mm
    # what was entered stays: a moved hole in its new size, one of his own, a material, a weight's place, a clip, a line
    hole, second, own = wider.supports[0].holes
    assert (hole.y_mm, hole.diameter_mm) == (first.holes[0].y_mm - 7, 8)
    assert second == plain.supports[0].holes[1]
    assert own == moved.holes[2]
    assert wider.supports[0].material == "cast"
    assert wider.pieces[0].cog_z_mm == 77
    assert wider.supports[-1] == mine
    assert wider.lines == (line,)
    # what was taken out stays out
    fewer = by_hand.model_copy(update={"supports": (moved, mine)})
    assert len(build(shape, {**by_hand.measures, "width": 900.0}, fewer).supports) == 2


def test_a_row_of_a_shape_follows_its_measures_and_keeps_its_copies() -> None:
    shape = SHAPES["keyholes"]
    made = build(shape, {})
    row = copied(copied(made, "piece"), "piece").model_copy(update={"spacing": Spacing(span_mm=4000)})
    body = with_fixture(job(stud_wall(width_mm=5000), row, 0, 1000), in_row(row))
    taller = build(shape, {**made.measures, "width": made.measures["width"] + 60}, body.fixture)
    after = with_fixture(body, taller).fixture
    assert [piece.width_mm - made.pieces[0].width_mm for piece in after.pieces] == [60, 0, 0]
    widths = [piece.width_mm for piece in after.pieces]
    assert lefts(after) == pytest.approx(places_in(Spacing(span_mm=4000), widths))
    plain = build(shape, {**made.measures, "width": made.measures["width"] + 60})
    offset = plain.supports[0].x_mm - plain.pieces[0].x_mm
    assert after.supports[0].x_mm - after.pieces[0].x_mm == pytest.approx(offset)


def test_what_cannot_be_kept_is_named() -> None:
    shape = SHAPES["shelf"]
    made = build(shape, {})
    first, *others = made.supports
    own = FixtureHole(id="my-hole", x_mm=5, y_mm=first.height_mm - 1, diameter_mm=4)
    by_hand = made.model_copy(update={"supports": (first.model_copy(update={"holes": (*first.holes, own)}), *others)})
    with pytest.raises(BadInput) as refused:
        build(shape, {**made.measures, "bracket_height": first.height_mm - 40}, by_hand)
    assert "my-hole at 5" in refused.value.faults[0].message


@pytest.mark.parametrize("shape", ["box_on_channel", "on_spacers", "on_board"])
def test_a_copy_stands_on_parts_of_its_own_and_on_the_same_spacers(shape: str) -> None:
    one = build(SHAPES[shape], {})
    two = copied(one, "piece")
    assert len(two.supports) == 2 * len(one.supports)
    own = [link for link in two.links if link.kind.has_own_holes]
    assert len(own) == 2 * sum(link.kind.has_own_holes for link in one.links)
    # each part with holes of its own carries one support, and none carries that of the copy
    assert all(len(link.support_ids) == 1 for link in own)
    assert len({name for link in own for name in link.support_ids}) == len(own)
    for link in two.links:
        if not link.kind.has_own_holes:
            assert set(link.support_ids) == {support.id for support in two.supports}


def test_a_piece_moved_by_hand_stays_there_where_nothing_is_spaced_out() -> None:
    shape = SHAPES["plate"]
    made = build(shape, {})
    aside = made.pieces[0].model_copy(update={"x_mm": made.pieces[0].x_mm + 35})
    by_hand = made.model_copy(update={"pieces": (aside,)})
    after = build(shape, {**by_hand.measures, "own": 3.5}, by_hand)
    assert (after.pieces[0].x_mm, after.pieces[0].mass_kg) == (aside.x_mm, 3.5)
    assert after.supports == made.supports
