"""A thing put beside others hangs where it usually hangs, stands where it stands, and the rest stays where it is."""

import pytest

from rockpin.catalogue import load_catalogue
from rockpin.core.document.job import JobDocument
from rockpin.core.document.placing import Feature, FeatureKind, MarkKind, Reference, Side, WallMark
from rockpin.core.fixture import kind_with, remeasured, removed, started
from rockpin.core.plan import beside, make_plan, standing, with_the_rest_as_it_is
from rockpin.core.plan.placemap import map_places
from rockpin.core.tables.references import thing_named
from tests.builders import brick_wall, job

CATALOGUE = load_catalogue()


def at(first: str, y_mm: float) -> JobDocument:
    return job(brick_wall(13, width_mm=8000, height_mm=2500), started(thing_named(first, CATALOGUE), {}), 1500, y_mm)


def feet(document: JobDocument) -> list[float]:
    """How high the foot of each piece comes to hang [mm]."""
    return [standing(document, CATALOGUE).placement.y_mm + piece.y_mm for piece in document.fixture.pieces]


@pytest.mark.parametrize(
    ("first", "y_mm", "other", "foot_mm"),
    [
        # a chest stands on the floor, and a radiator hangs low; their pieces begin at their own lower edges
        ("coat_hook", 1600, "chest_of_drawers", 0),
        ("mirror", 1200, "tall_cabinet", 0),
        ("mirror", 1300, "radiator", 150),
        # a hook's piece begins 25 above its plate, and nobody hangs one at the foot of a chest
        ("chest_of_drawers", 0, "coat_hook", 1625),
    ],
)
def test_each_goes_to_its_usual_height(first: str, y_mm: float, other: str, foot_mm: float) -> None:
    before = at(first, y_mm)
    after = beside(before, thing_named(other, CATALOGUE), CATALOGUE)
    assert feet(after) == [feet(before)[0], foot_mm]
    assert "stands-in-the-air" not in {one.code for one in make_plan(after, CATALOGUE).findings}
    assert "hole-off-wall" not in {one.code for one in make_plan(after, CATALOGUE).findings}


def test_what_hangs_about_as_high_is_level_with_it() -> None:
    # the usual height of a hook is 1600
    after = beside(at("mirror", 1500), thing_named("coat_hook", CATALOGUE), CATALOGUE)
    assert after.fixture.pieces[1].y_mm == 25
    # and so is what is made alike
    again = beside(at("coat_hook", 900), thing_named("hook", CATALOGUE), CATALOGUE)
    assert [one.y_mm for one in again.fixture.supports] == [0, 0]


def low_edge(document: JobDocument, mm: float) -> JobDocument:
    edge = Feature(kind=FeatureKind.OUTLINE, side=Side.LOW)
    held = Reference(feature=edge, mark=WallMark(kind=MarkKind.FLOOR), distance_mm=mm)
    return document.model_copy(update={"placement": document.placement.model_copy(update={"upright": held})})


def test_the_rest_stays_where_it_was_measured_to_whatever_comes_or_goes_below_it() -> None:
    mirror = low_edge(at("mirror", 1300), 1300)
    both = beside(mirror, thing_named("radiator", CATALOGUE), CATALOGUE)
    assert feet(both) == [1300, 150]
    assert both.placement.upright
    assert both.placement.upright.distance_mm == 150
    left = removed(both.fixture, both.fixture.pieces[1].id)
    again = with_the_rest_as_it_is(standing(both, CATALOGUE), left, CATALOGUE)
    assert feet(again) == [1300]
    assert again.placement.upright == mirror.placement.upright


def test_what_stands_is_told_off_the_floor_wherever_else_the_rest_hangs_and_by_the_map_too() -> None:
    row = beside(at("mirror", 1200), thing_named("chest_of_drawers", CATALOGUE), CATALOGUE)
    higher = row.model_copy(update={"placement": row.placement.model_copy(update={"y_mm": 1230.0})})
    (told,) = [one for one in make_plan(higher, CATALOGUE).findings if one.code == "stands-in-the-air"]
    assert told.figures == {"foot_mm": 30}
    assert told.sentence.startswith("One of its things stands on the floor, and its foot is planned 30")
    found = map_places(row, CATALOGUE, within=(0, 3, -2, 2), uses=False)
    assert [found.word(1, dy) is make_plan(row, CATALOGUE).verdict.word for dy in (-2, -1, 0, 1, 2)] == [
        False,
        False,
        True,
        False,
        False,
    ]


def test_a_measure_of_what_hangs_lower_keeps_it_as_low() -> None:
    both = beside(at("mirror", 1300), thing_named("radiator", CATALOGUE), CATALOGUE)
    piece = both.fixture.pieces[1]
    kind = kind_with(both.fixture, piece.id, "radiator", CATALOGUE)
    alone = started(thing_named("radiator", CATALOGUE), {**kind.measures, "height": 450.0})
    shape = CATALOGUE.shape_by_key["radiator"]
    grown = remeasured(both.fixture, shape, {**kind.measures, "height": 450.0}, {}, kind)
    offs = [one.y_mm - grown.pieces[1].y_mm for one in grown.supports[1:]]
    assert grown.pieces[1].y_mm == piece.y_mm
    assert offs == pytest.approx([one.y_mm - alone.pieces[0].y_mm for one in alone.supports])
