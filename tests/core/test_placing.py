"""Where a fixture goes as its user says it: hand-worked places, slopes, and what must hold for all of them."""

from itertools import pairwise
from math import atan, cos, hypot, sin
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from rockpin.catalogue import load_catalogue
from rockpin.core.base.quantities import UnitSystem
from rockpin.core.document.arrangement import OwnLine
from rockpin.core.document.fixture import Fixture, FixtureHole, Piece, Support
from rockpin.core.document.job import JobDocument, Placement, SupportPlace
from rockpin.core.document.landmarks import Stairs, Thing, TileGrid
from rockpin.core.document.placing import (
    Feature,
    FeatureKind,
    Lie,
    LieKind,
    MarkKind,
    Reference,
    Side,
    WallMark,
)
from rockpin.core.document.wall import Corner, OldHole, Opening, OpeningKind, Point, Wall
from rockpin.core.placing import Axis, seen_of
from rockpin.core.placing.features import feature_mm
from rockpin.core.plan import PlacingOptions, carry, make_plan, measured_from, placing_options, standing
from tests.builders import brick_wall, job, plate_fixture, stud_wall

CATALOGUE = load_catalogue()

OUTLINE = FeatureKind.OUTLINE
TOP = Feature(kind=OUTLINE, side=Side.HIGH)
LOW = Feature(kind=OUTLINE, side=Side.LOW)
MIDDLE = Feature(kind=OUTLINE, side=Side.MIDDLE)
LEFT, RIGHT = LOW, TOP


def hole(name: str) -> Feature:
    return Feature(kind=FeatureKind.HOLE, id=name)


def held(
    job_: JobDocument, *, along: Reference | None = None, upright: Reference | None = None, lie: Lie | None = None
) -> JobDocument:
    place = job_.placement.model_copy(update={"along": along, "upright": upright, "lie": lie or job_.placement.lie})
    return job_.model_copy(update={"placement": Placement.model_validate(place.model_dump())})


def holes_of(job_: JobDocument) -> list[tuple[float, float]]:
    return [(one.x_mm, one.y_mm) for one in make_plan(job_, CATALOGUE).holes]


def two_holes(**more: Any) -> Fixture:
    """A rail 600 long and 40 high, a hole at 50 and at 550 along it, both 30 up."""
    return plate_fixture(((50, 30), (550, 30)), size_mm=(600, 40), **more)


DOOR = Opening(id="door", kind=OpeningKind.DOOR, x_mm=2500, y_mm=0, width_mm=760, height_mm=1980)
SHELF = Thing(id="shelf", name="the net shelf", x_mm=400, y_mm=1500, width_mm=1800, height_mm=40, rise_mm=7)
HOOKS = OldHole(id="hooks-2", name="hole 2 of the lower hooks", x_mm=812, y_mm=930, diameter_mm=6)


@pytest.mark.parametrize(
    ("wall", "upright", "first_y_mm"),
    [
        # a hole so high above the finished floor
        (stud_wall(), Reference(feature=hole("h1"), mark=WallMark(kind=MarkKind.FLOOR), distance_mm=1450), 1450),
        # the top of the piece, 10 above its holes, above today's floor, which lies 18 below the finished one
        (
            stud_wall(floor_to_come_mm=18),
            Reference(feature=TOP, mark=WallMark(kind=MarkKind.TODAYS_FLOOR), distance_mm=1450),
            1450 - 18 - 10,
        ),
        # the lower edge, 30 below its holes, above the skirting
        (
            stud_wall(skirting_mm=120),
            Reference(feature=LOW, mark=WallMark(kind=MarkKind.SKIRTING), distance_mm=200),
            120 + 200 + 30,
        ),
        (stud_wall(), Reference(feature=TOP, mark=WallMark(kind=MarkKind.CEILING), distance_mm=-300), 2400 - 300 - 10),
        # under a window's upper edge, over a shelf, on a joint
        (
            stud_wall(openings=(DOOR,)),
            Reference(feature=TOP, mark=WallMark(kind=MarkKind.OPENING, id="door", side=Side.HIGH)),
            1980 - 10,
        ),
        (
            stud_wall(things=(SHELF,)),
            Reference(feature=LOW, mark=WallMark(kind=MarkKind.THING, id="shelf", side=Side.HIGH), distance_mm=250),
            1540 + 250 + 30,
        ),
        # courses of 65 with joints of 10 from the floor: the middle of the 17th joint lies 17·75 − 5 up
        (brick_wall(), Reference(feature=hole("h1"), mark=WallMark(kind=MarkKind.COURSE, number=17)), 17 * 75 - 5),
        # tiles of 200 with joints of 3, the first row from 13: joint 5 at 13 − 1.5 + 5·203
        (
            stud_wall(tiles=TileGrid(tile_width_mm=300, tile_height_mm=200, joint_mm=3, origin_y_mm=13)),
            Reference(feature=hole("h1"), mark=WallMark(kind=MarkKind.TILE, number=5)),
            13 - 1.5 + 5 * 203,
        ),
        # half-way between the top of the door and the ceiling
        (
            stud_wall(openings=(DOOR,)),
            Reference(
                feature=hole("h1"),
                mark=WallMark(kind=MarkKind.OPENING, id="door", side=Side.HIGH),
                halfway_to=WallMark(kind=MarkKind.CEILING),
            ),
            (1980 + 2400) / 2,
        ),
    ],
)
def test_heights_worked_by_hand(wall: Wall, upright: Reference, first_y_mm: float) -> None:
    ((_, y), _) = holes_of(held(job(wall, two_holes(), 300, 999), upright=upright))
    assert y == pytest.approx(first_y_mm, abs=1e-6)


@pytest.mark.parametrize(
    ("along", "first_x_mm"),
    [
        (Reference(feature=LEFT, mark=WallMark(kind=MarkKind.LEFT_EDGE), distance_mm=400), 450),
        (Reference(feature=RIGHT, mark=WallMark(kind=MarkKind.RIGHT_EDGE), distance_mm=-150), 4000 - 150 - 600 + 50),
        # its right side 100 off the door frame
        (
            Reference(feature=RIGHT, mark=WallMark(kind=MarkKind.OPENING, id="door", side=Side.LOW), distance_mm=-100),
            2500 - 100 - 600 + 50,
        ),
        # plumb above an old hole, on a stud's centre, half-way between the corner and the door
        (Reference(feature=hole("h1"), mark=WallMark(kind=MarkKind.OLD_HOLE, id="hooks-2")), 812),
        (Reference(feature=hole("h2"), mark=WallMark(kind=MarkKind.MEMBER, id="row-stud-2")), 1200 - 500),
        (
            Reference(
                feature=MIDDLE,
                mark=WallMark(kind=MarkKind.LEFT_EDGE),
                halfway_to=WallMark(kind=MarkKind.OPENING, id="door", side=Side.LOW),
            ),
            2500 / 2 - 300 + 50,
        ),
        # plumb above the middle of a tap
        (Reference(feature=MIDDLE, mark=WallMark(kind=MarkKind.POINT, id="tap")), 1700 - 300 + 50),
    ],
)
def test_places_along_worked_by_hand(along: Reference, first_x_mm: float) -> None:
    tap = Point(id="tap", kind="tap", x_mm=1700, y_mm=600)
    wall = stud_wall(openings=(DOOR,), old_holes=(HOOKS,), points=(tap,))
    ((x, _), _) = holes_of(held(job(wall, two_holes(), 300, 999), along=along))
    assert x == pytest.approx(first_x_mm, abs=1e-6)


def test_under_a_sloped_ceiling_the_height_is_taken_where_it_is_measured() -> None:
    outline = tuple(Corner(x_mm=x, y_mm=y) for x, y in ((0, 0), (4000, 0), (4000, 2400), (0, 1200)))
    held_there = held(
        job(stud_wall(outline=outline), two_holes(), 0, 0),
        along=Reference(feature=hole("h1"), mark=WallMark(kind=MarkKind.LEFT_EDGE), distance_mm=1000),
        upright=Reference(feature=hole("h1"), mark=WallMark(kind=MarkKind.CEILING), distance_mm=-200),
    )
    assert holes_of(held_there)[0] == pytest.approx((1000, 1200 + 0.3 * 1000 - 200))


def test_the_sentence_stands_as_it_was_said_and_holds_when_the_measures_change() -> None:
    wall = stud_wall(floor_to_come_mm=18, old_holes=(HOOKS,))
    said = held(
        job(wall, two_holes(lines=(OwnLine(id="tips", name="hooks' tips", y_mm=-20),)), 0, 0),
        upright=Reference(
            feature=Feature(kind=FeatureKind.LINE, id="tips"), mark=WallMark(kind=MarkKind.FLOOR), distance_mm=1450
        ),
        along=Reference(feature=hole("h1"), mark=WallMark(kind=MarkKind.OLD_HOLE, id="hooks-2")),
    )
    sentence = "Hooks' tips 1450 mm above the finished floor, hole 1 in line with hole 2 of the lower hooks; level."
    plan = make_plan(said, CATALOGUE)
    assert plan.placing.sentence == sentence
    assert (plan.holes[0].x_mm, plan.holes[0].y_mm) == (812, 1450 + 20 + 30)
    higher = plate_fixture(
        ((80, 90), (720, 90)), size_mm=(800, 120), lines=(OwnLine(id="tips", name="hooks' tips", y_mm=-35),)
    )
    again = make_plan(said.model_copy(update={"fixture": higher}), CATALOGUE)
    assert again.placing.sentence == sentence
    assert (again.holes[0].x_mm, again.holes[0].y_mm) == (812, 1450 + 35 + 90)


def test_what_it_was_measured_from_and_is_gone_is_told_and_it_stays_where_it_stood() -> None:
    lost = held(
        job(stud_wall(), two_holes(), 700, 1200),
        along=Reference(feature=hole("h1"), mark=WallMark(kind=MarkKind.OLD_HOLE, id="gone")),
        upright=Reference(feature=hole("no-more"), mark=WallMark(kind=MarkKind.FLOOR), distance_mm=1),
    )
    plan = make_plan(lost, CATALOGUE)
    assert (plan.holes[0].x_mm, plan.holes[0].y_mm) == (750, 1230)
    assert [one.code for one in plan.findings].count("measured-from-nothing") == 2
    assert plan.verdict.word == "prove_first"


def test_parallel_to_a_shelf_that_rises_7_mm_on_1800() -> None:
    said = held(job(stud_wall(things=(SHELF,)), two_holes(), 900, 1700), lie=Lie(kind=LieKind.PARALLEL, thing="shelf"))
    plan = make_plan(said, CATALOGUE)
    (x1, y1), (x2, y2) = ((one.x_mm, one.y_mm) for one in plan.holes)
    angle = atan(7 / 1800)
    # it turns about the first hole, and the holes stay 500 apart
    assert (x1, y1) == (950, 1730)
    assert (x2 - x1, y2 - y1) == pytest.approx((500 * cos(angle), 500 * sin(angle)), abs=1e-9)
    assert y2 - y1 == pytest.approx(1.944, abs=0.001)
    assert plan.placing.sentence.endswith("; parallel to the net shelf, which rises 3.9 mm per metre to the right.")


def test_what_it_lay_parallel_to_and_is_gone_is_told() -> None:
    plan = make_plan(
        held(job(stud_wall(), two_holes(), 900, 1700), lie=Lie(kind=LieKind.PARALLEL, thing="x")), CATALOGUE
    )
    assert "measured-from-nothing" in {one.code for one in plan.findings}


def test_a_fall_of_12_mm_per_metre_lowers_the_right_hand_hole_by_6_on_500() -> None:
    said = held(
        job(stud_wall(), two_holes(), 900, 1700),
        upright=Reference(feature=hole("h1"), mark=WallMark(kind=MarkKind.FLOOR), distance_mm=1000),
        lie=Lie(kind=LieKind.FALL, fall_mm_per_m=12),
    )
    (_, y1), (_, y2) = holes_of(said)
    assert y1 == 1000
    assert y2 == pytest.approx(1000 - 500 * sin(atan(0.012)))
    assert y2 == pytest.approx(994.0, abs=0.001)


def test_loads_are_those_of_the_piece_as_it_lies() -> None:
    """A weight 100 below the first hole swings 100·sin of the slope aside; two holes side by side share it by that."""
    plate = Support(
        id="bar",
        name="Bar",
        x_mm=0,
        y_mm=100,
        width_mm=600,
        height_mm=40,
        holes=tuple(FixtureHole(id=f"h{n}", x_mm=x, y_mm=20, diameter_mm=6.5) for n, x in ((1, 50), (2, 550))),
    )
    piece = Piece(id="piece", name="Board", width_mm=600, height_mm=140, depth_mm=1, mass_kg=10, cog_y_mm=20)
    fixture = Fixture(name="Board", hand="none", duty="display", pieces=(piece,), supports=(plate,))
    level = make_plan(job(stud_wall(), fixture, 500, 1500), CATALOGUE)
    fall = make_plan(
        held(job(stud_wall(), fixture, 500, 1500), lie=Lie(kind=LieKind.FALL, fall_mm_per_m=50)), CATALOGUE
    )
    # the second hole's share follows the lever of the weight from the first (which once carries all of it alone)
    share = (250 - 100 * 0.05) / 500
    weight_n = 10 * 9.80665
    assert level.holes[1].demand_shear_n == pytest.approx(weight_n / 2)
    assert fall.holes[1].demand_shear_n == pytest.approx(share * weight_n, rel=1e-4)
    assert fall.holes[0].demand_shear_n == pytest.approx(weight_n)


def test_brackets_slide_along_the_piece_as_it_lies() -> None:
    said = held(job(stud_wall(), two_holes(), 900, 1700), lie=Lie(kind=LieKind.FALL, fall_mm_per_m=-20))
    slid = said.placement.model_copy(update={"supports": (SupportPlace(support_id="plate", dx_mm=100, dy_mm=30),)})
    level_x, level_y = holes_of(said)[0]
    x, y = holes_of(said.model_copy(update={"placement": slid}))[0]
    along, up = cos(atan(0.02)), sin(atan(0.02))
    assert (x - level_x, y - level_y) == pytest.approx((100 * along - 30 * up, 100 * up + 30 * along))


def test_above_the_nosing_line_of_a_stair_of_37_degrees() -> None:
    """Going 239, rise 180: atan(180/239) is 37.0°. 500 along, the nosing is 500·180/239 higher."""
    wall = stud_wall(stairs=Stairs(x_mm=500, y_mm=0, going_mm=239, rise_mm=180, steps=8))
    said = held(
        job(wall, two_holes(), 0, 0),
        along=Reference(feature=hole("h1"), mark=WallMark(kind=MarkKind.LEFT_EDGE), distance_mm=1000),
        upright=Reference(feature=hole("h1"), mark=WallMark(kind=MarkKind.NOSING), distance_mm=900),
    )
    assert holes_of(said)[0][1] == pytest.approx(500 * 180 / 239 + 900)
    assert Stairs(x_mm=0, y_mm=0, going_mm=-239, rise_mm=180).nosing_y_mm(-239) == 180


def test_in_inches_the_sentence_is_told_to_a_sixteenth() -> None:
    said = held(
        job(stud_wall(), two_holes(), 0, 0, units=UnitSystem.IMPERIAL, region="north_america"),
        upright=Reference(feature=hole("h1"), mark=WallMark(kind=MarkKind.FLOOR), distance_mm=57.0625 * 25.4),
        along=Reference(feature=hole("h1"), mark=WallMark(kind=MarkKind.LEFT_EDGE), distance_mm=12.34 * 25.4),
        lie=Lie(kind=LieKind.FALL, fall_mm_per_m=1000 / 48),
    )
    plan = make_plan(said, CATALOGUE)
    assert plan.placing.sentence == (
        "Hole 1 57 1/16 in above the floor, hole 1 12 5/16 in from the left end of the wall; "
        "with a fall of 1/4 in per foot to the right."
    )


def every_pair(options: PlacingOptions) -> list[tuple[Axis, Reference]]:
    return [
        (axis, Reference(feature=feature.feature, mark=mark.mark))
        for axis, some in ((Axis.ALONG, options.along), (Axis.UPRIGHT, options.upright))
        for feature in some.features
        for mark in some.marks
    ]


def furnished() -> JobDocument:
    """A job on a wall that has one of everything, with a fixture that has one of everything."""
    wall = stud_wall(
        openings=(DOOR,),
        things=(SHELF,),
        old_holes=(HOOKS,),
        points=(Point(id="tap", kind="tap", x_mm=1700, y_mm=600),),
        floor_to_come_mm=18,
        skirting_mm=120,
        tiles=TileGrid(tile_width_mm=600, tile_height_mm=300),
        stairs=Stairs(x_mm=500, y_mm=0, going_mm=240, rise_mm=180, steps=8),
    )
    return job(wall, two_holes(lines=(OwnLine(id="tips", name="tips", y_mm=-20),)), 731, 1222)


def test_the_joints_to_measure_from_are_those_that_lie_on_the_wall() -> None:
    """From the first to the last: none beyond either end of the wall, and none left out before it."""
    wall = stud_wall(tiles=TileGrid(origin_x_mm=130, origin_y_mm=70, tile_width_mm=600, tile_height_mm=300))
    options = placing_options(job(wall, two_holes(), 731, 1222), CATALOGUE)
    for some, length in ((options.along, wall.width_mm), (options.upright, wall.height_mm)):
        joints = [one.at_mm for one in some.marks if one.mark.kind is MarkKind.TILE]
        places = [at for at in joints if at is not None]
        assert len(places) == len(joints)
        steps = {round(b - a, 6) for a, b in pairwise(places)}
        assert len(steps) == 1
        assert 0 <= places[0] < min(steps)
        assert length - min(steps) < places[-1] <= length


@pytest.mark.parametrize("fall_mm_per_m", [0, 12, -50])
def test_what_was_said_is_what_is_measured_back(fall_mm_per_m: float) -> None:
    """Measured from anything without moving, the fixture stays where it is; at a distance it lies just that far off."""
    start = held(furnished(), lie=Lie(kind=LieKind.FALL, fall_mm_per_m=fall_mm_per_m))
    before = standing(start, CATALOGUE).placement
    pairs = every_pair(placing_options(start, CATALOGUE))
    assert {reference.mark.kind for _, reference in pairs} == set(MarkKind) - {MarkKind.COURSE, MarkKind.POST}
    assert {reference.feature.kind for _, reference in pairs} == {
        FeatureKind.OUTLINE, FeatureKind.HOLE, FeatureKind.LINE, FeatureKind.SUPPORT,
    }  # fmt: skip
    for axis, reference in pairs:
        told = measured_from(start, axis, reference, CATALOGUE, stay=True)
        assert (told.placement.x_mm, told.placement.y_mm) == pytest.approx((before.x_mm, before.y_mm), abs=1e-3)
        found = told.placement.along if axis is Axis.ALONG else told.placement.upright
        assert found is not None
        again = measured_from(
            start, axis, found.model_copy(update={"distance_mm": found.distance_mm + 40}), CATALOGUE, stay=False
        )
        moved = (again.placement.x_mm - before.x_mm, again.placement.y_mm - before.y_mm)
        assert moved == pytest.approx((40, 0) if axis is Axis.ALONG else (0, 40), abs=1e-3)


@given(x_mm=st.integers(0, 3300), y_mm=st.integers(150, 2200))
def test_let_go_without_lining_up_it_lies_just_there_and_keeps_what_it_is_measured_from(x_mm: int, y_mm: int) -> None:
    start = held(
        furnished(),
        along=Reference(feature=RIGHT, mark=WallMark(kind=MarkKind.OPENING, id="door", side=Side.LOW), distance_mm=-9),
        upright=Reference(feature=hole("h2"), mark=WallMark(kind=MarkKind.NOSING), distance_mm=100),
    )
    at, line_ups = carry(start, x_mm, y_mm, CATALOGUE, lines_up=False)
    assert line_ups == ()
    moved = standing(start.model_copy(update={"placement": at}), CATALOGUE).placement
    assert moved.x_mm == pytest.approx(x_mm, abs=1e-3)
    # a mark that climbs is met elsewhere along, so the height changes with the place by its slope
    climbs = 180 / 240 * (x_mm - standing(start, CATALOGUE).placement.x_mm)
    assert moved.y_mm == pytest.approx(y_mm + climbs, abs=1e-2)
    kept = start.placement.along
    assert kept is not None
    assert at.along is not None
    assert at.along.mark == kept.mark


def test_dragged_near_a_stud_and_a_shelf_it_takes_both_as_references() -> None:
    # hole 2 comes to 1203, 3 right of a stud's centre; its top to 1498, 2 below the lower edge of the shelf
    there = job(stud_wall(things=(SHELF,), tiles=TileGrid(tile_width_mm=600, tile_height_mm=900)), two_holes(), 0, 0)
    at, line_ups = carry(there, 653, 1458, CATALOGUE, lines_up=True)
    assert [(one.axis, one.text, one.at_mm) for one in line_ups] == [
        (Axis.ALONG, "hole 2 in line with the upright tile joint at 1203 mm", 1203),
        (Axis.UPRIGHT, "its top level with the lower edge of the net shelf", 1500),
    ]
    moved = standing(there.model_copy(update={"placement": at}), CATALOGUE).placement
    assert (moved.x_mm, moved.y_mm) == (653, 1460)
    (stud, *_), far = (
        carry(there, 651, 1451, CATALOGUE, lines_up=True)[1],
        carry(there, 645, 1451, CATALOGUE, lines_up=True),
    )
    assert stud.text == "hole 2 in line with the centre of the stud at 1200 mm"
    assert (far.line_ups, far.placement.along) == ((), None)
    # its lower edge, at nought in its own measures, on the shelf's upper one
    (_, upper) = carry(there, 700, SHELF.rect.top_mm + 2, CATALOGUE, lines_up=True)[1]
    assert upper.text == "its lower edge level with the upper edge of the net shelf"
    assert upper.at_mm == SHELF.rect.top_mm


def test_a_thing_that_is_there_is_not_hung_over() -> None:
    over = make_plan(job(stud_wall(things=(SHELF,)), two_holes(), 700, 1490), CATALOGUE)
    codes = {one.code for one in over.findings}
    assert {"piece-over-thing", "hole-behind-thing"} <= codes
    assert over.verdict.word == "do_not_drill"
    low = make_plan(job(stud_wall(skirting_mm=120), two_holes(), 700, 100), CATALOGUE)
    assert "over-skirting" in {one.code for one in low.findings}


@pytest.mark.parametrize(
    ("made", "says"),
    [
        (lambda: WallMark(kind=MarkKind.THING), "id: name which thing is meant"),
        (lambda: WallMark(kind=MarkKind.FLOOR, id="x"), "id: there is only one floor; leave it out"),
        (lambda: WallMark(kind=MarkKind.TILE), "number: say which joint is meant"),
        (lambda: Lie(kind=LieKind.PARALLEL, rise_mm=100, run_mm=1000), "steeper than 50 mm per metre"),
        (lambda: Thing(id="a", name="a", x_mm=0, y_mm=0, width_mm=100, height_mm=9, rise_mm=6), "measure both ends"),
        (lambda: Stairs(x_mm=0, y_mm=0, going_mm=0, rise_mm=180), "a step goes at least 1 mm along"),
        (
            lambda: Placement(
                wall_id="w", x_mm=0, y_mm=0, along=Reference(feature=LEFT, mark=WallMark(kind=MarkKind.FLOOR))
            ),
            "a floor is measured from up and down only",
        ),
    ],
)
def test_what_cannot_be_meant_is_said_with_its_remedy(made: object, says: str) -> None:
    with pytest.raises(ValidationError, match=says):
        made()  # type: ignore[operator]


def test_plates_stay_exact_where_they_are_turned() -> None:
    said = held(job(stud_wall(), two_holes(), 900, 1700), lie=Lie(kind=LieKind.FALL, fall_mm_per_m=50))
    (x1, y1), (x2, y2) = holes_of(said)
    assert hypot(x2 - x1, y2 - y1) == pytest.approx(500)


def test_what_is_seen_of_a_fixture_are_its_pieces_else_all_its_parts() -> None:
    whole = two_holes()
    support = whole.supports[0].model_copy(update={"x_mm": -30.0, "width_mm": 700.0})
    seen = seen_of(whole.model_copy(update={"supports": (support,)}))
    assert seen is not None
    assert (seen.x_mm, seen.width_mm) == (0, 600)
    plate = seen_of(whole.model_copy(update={"pieces": (), "supports": (support,)}))
    assert plate is not None
    assert (plate.x_mm, plate.width_mm) == (-30, 700)
    assert seen_of(whole.model_copy(update={"pieces": (), "supports": ()})) is None


def test_a_feature_lies_where_its_bracket_was_slid_to() -> None:
    hole_in_it = FixtureHole(id="h", x_mm=30, y_mm=80, diameter_mm=6)
    support = Support(id="s", name="Bracket", x_mm=40, y_mm=20, width_mm=60, height_mm=100, holes=(hole_in_it,))
    piece = Piece(id="p", name="Box", width_mm=400, height_mm=300, depth_mm=100, mass_kg=2)
    fixture = Fixture(name="Box", pieces=(piece,), supports=(support,))
    slid = {"s": (12.0, 7.0)}

    def at(kind: FeatureKind, name: str, side: Side, axis: Axis) -> float | None:
        return feature_mm(fixture, slid, Feature(kind=kind, id=name, side=side), axis)

    # 40 + 12 and 20 + 7; the hole 30 and 80 further; the piece stays
    bracket, hole_, whole = FeatureKind.SUPPORT, FeatureKind.HOLE, FeatureKind.PIECE
    assert [at(bracket, "s", one, Axis.ALONG) for one in (Side.LOW, Side.MIDDLE, Side.HIGH)] == [52, 82, 112]
    assert [at(bracket, "s", one, Axis.UPRIGHT) for one in (Side.LOW, Side.MIDDLE, Side.HIGH)] == [27, 77, 127]
    assert (at(hole_, "h", Side.MIDDLE, Axis.ALONG), at(hole_, "h", Side.MIDDLE, Axis.UPRIGHT)) == (82, 107)
    assert at(whole, "p", Side.HIGH, Axis.UPRIGHT) == 300
    assert at(bracket, "gone", Side.LOW, Axis.ALONG) is None
