"""Places near that are better in something: worked by hand on studs and bricks, and what must hold for all of them."""

from math import hypot

import pytest

from rockpin.catalogue import load_catalogue
from rockpin.core.base.findings import VerdictWord
from rockpin.core.base.keeping import Keep
from rockpin.core.base.model import Rect
from rockpin.core.document.fixture import Attachment, Fixture
from rockpin.core.document.job import JobDocument
from rockpin.core.document.record import HoleRecord
from rockpin.core.document.sweeps import Find, Scan, ScanMode
from rockpin.core.document.wall import Opening, OpeningKind, Point, Wall
from rockpin.core.fixture import build
from rockpin.core.plan import BetterPlace, better_places, make_plan, places_on_the_wall
from rockpin.core.plan.judged_places import Judged
from rockpin.core.plan.near_places import front_of
from rockpin.core.plan.placemap import front_of_map, map_places, mappable
from rockpin.core.plan.rearranged import arrangements
from tests.builders import brick_wall, concrete_wall, job, plate_fixture, stud_wall

CATALOGUE = load_catalogue()
ONE = plate_fixture(((50, 50),))
TWO = plate_fixture(((20, 50), (180, 50)), size_mm=(200, 100), mass_kg=6)


def places(wall: Wall, fixture: Fixture, x_mm: float, y_mm: float) -> tuple[BetterPlace, ...]:
    return better_places(job(wall, fixture, x_mm, y_mm), CATALOGUE)


def test_a_hole_between_studs_is_sent_onto_the_next_one() -> None:
    # its hole at 1150; the stud of 38 at 1200 wants 10 mm of wood beside the screw: from 1191 to 1209
    found = [one for one in places(stud_wall(), ONE, 1100, 1200) if one.holes_in_solid]
    assert found
    assert all(one.dy_mm == 0 and 41 <= one.dx_mm <= 59 for one in found[:1])
    assert found[0].sentence.startswith(f"{found[0].dx_mm:g} mm to the right: its hole in a stud, used to ")


def test_a_hole_in_a_joint_is_sent_into_the_brick() -> None:
    # courses of 75 from 0: its hole at 1120 lies in the joint from 1115 to 1125, bricks begin 5 mm above and below
    found = [one for one in places(brick_wall(), ONE, 900, 1070) if one.holes_in_solid]
    assert found
    for one in found:
        assert 8 <= abs(one.dy_mm) <= 67 or one.dy_mm == 0
        course, up = divmod(1120 + one.dy_mm, 75)
        assert 3 <= up <= 62, course
        assert "in a brick or block" in one.sentence


def test_out_of_the_way_of_a_pipe() -> None:
    pipe = Find(id="pipe", x_mm=1000, y_mm=0, x2_mm=1000, y2_mm=2400, depth_mm=20, sigma_mm=5, what="a pipe")
    sweep = Scan(
        id="sweep",
        mode=ScanMode.METAL,
        area=Rect(x_mm=0, y_mm=0, width_mm=2000, height_mm=2400),
        claimed_depth_mm=60,
        finds=(pipe,),
    )
    wall = brick_wall(12, scans=(sweep,))
    over = job(wall, TWO, 830, 1200)
    assert make_plan(over, CATALOGUE).verdict.word == "do_not_drill"
    found = better_places(over, CATALOGUE)
    assert found
    assert {one.word for one in found} <= {"ready", "prove_first"}
    # the nearest of them is hardly farther than it must be: 10 mm to the hole, the pipe's strip, and the set-out error
    assert min(abs(one.dx_mm) for one in found) < 80


@pytest.mark.parametrize(
    ("wall", "fixture", "x_mm"),
    [(stud_wall(), TWO, 1130), (brick_wall(), TWO, 700), (brick_wall(14), ONE, 444), (concrete_wall(), TWO, 900)],
)
def test_what_is_named_is_what_the_plan_says_there_and_better_in_something(
    wall: Wall, fixture: Fixture, x_mm: float
) -> None:
    here = job(wall, fixture, x_mm, 1111)
    before = make_plan(here, CATALOGUE)
    words = list(VerdictWord)
    for one in better_places(here, CATALOGUE):
        moved = here.model_copy(update={"placement": one.job.placement})
        plan = make_plan(moved, CATALOGUE)
        assert (plan.holes[0].x_mm - before.holes[0].x_mm, plan.holes[0].y_mm - before.holes[0].y_mm) == pytest.approx(
            (one.dx_mm, one.dy_mm)
        )
        assert plan.verdict.word is one.word
        assert words.index(one.word) <= words.index(before.verdict.word)
        uses = [hole.working.use for hole in plan.holes if hole.working]
        assert one.use == (max(uses) if len(uses) == len(plan.holes) else None)


def test_no_place_of_the_front_is_beaten_and_none_that_is_not_is_left_out() -> None:
    def at(dx: float, solid: int, use: float, risk: float) -> Judged:
        return Judged(dx, 0.0, VerdictWord.READY, solid, use, risk)

    best = [at(10, 1, 0.8, 0.02), at(30, 2, 0.5, 0.02), at(80, 2, 0.5, 0.01), at(90, 0, 0.2, 0.02)]
    beaten = [at(20, 1, 0.8, 0.02), at(40, 2, 0.6, 0.02), at(95, 0, 0.2, 0.02)]
    assert set(front_of([*beaten, *best])) == set(best)


def whole_wall(job_: JobDocument) -> dict[tuple[float, float], VerdictWord]:
    found: dict[tuple[float, float], VerdictWord] = {}
    keep = Keep(64)
    for part in range(1000):
        some = places_on_the_wall(job_, part, CATALOGUE, keep)
        for one in some.places:
            assert (one.x_mm, one.y_mm) not in found
            found[one.x_mm, one.y_mm] = one.word
        if some.last:
            return found
    raise AssertionError("it never ends")


WINDOW = Opening(id="window", kind=OpeningKind.WINDOW, x_mm=600, y_mm=900, width_mm=500, height_mm=700)
SOCKET = Point(id="socket", kind="socket", x_mm=1500, y_mm=300)


@pytest.mark.parametrize(
    ("wall", "fixture"),
    [
        (stud_wall(width_mm=2000, openings=(WINDOW,)), TWO),
        (brick_wall(12, width_mm=2000, points=(SOCKET,)), ONE),
        (concrete_wall(width_mm=2000, openings=(WINDOW,), points=(SOCKET,)), TWO),
    ],
)
def test_every_place_of_the_picture_is_what_the_plan_says_there(wall: Wall, fixture: Fixture) -> None:
    here = job(wall, fixture, 700, 1100)
    found = whole_wall(here)
    width, height = fixture.pieces[0].width_mm, fixture.pieces[0].height_mm
    # every 100 mm from where it stands, as far as the wall goes
    assert {x for x, _ in found} == {x for x in range(0, 2001, 100) if x <= 2000 - width}
    assert {y for _, y in found} == {y for y in range(0, 2601, 100) if y <= wall.height_mm - height}
    assert len(set(found.values())) > 1
    for x_mm, y_mm in sorted(found)[::23]:
        there = here.model_copy(update={"placement": here.placement.model_copy(update={"x_mm": x_mm, "y_mm": y_mm})})
        assert make_plan(there, CATALOGUE).verdict.word is found[x_mm, y_mm], (x_mm, y_mm)


def test_a_mirrored_wall_has_a_mirrored_picture() -> None:
    mirrored = WINDOW.model_copy(update={"x_mm": 2000 - 600 - 500})
    socket = SOCKET.model_copy(update={"x_mm": 500.0})
    wall = stud_wall(width_mm=2000, openings=(WINDOW,), points=(SOCKET,))
    other = stud_wall(width_mm=2000, openings=(mirrored,), points=(socket,))
    one = whole_wall(job(wall, TWO, 700, 1100))
    two = whole_wall(job(other, TWO, 2000 - 700 - 200, 1100))
    assert {(1800 - x, y): word for (x, y), word in two.items()} == one


def test_a_bar_is_drilled_on_the_studs_where_it_comes_to_hang() -> None:
    cabinet = build(CATALOGUE.shape_by_key["cabinet"], {})
    here = job(stud_wall(), cabinet, 1000, 1400)
    assert make_plan(here, CATALOGUE).verdict.word == "do_not_drill"
    found = better_places(here, CATALOGUE)
    assert found[0].sentence.startswith("Its bar drilled anew: ")
    assert (found[0].dx_mm, found[0].dy_mm) == (0, 0)
    moved = here.model_copy(update={"fixture": found[0].job.fixture})
    bar = [hole for hole in make_plan(moved, CATALOGUE).holes if hole.support == "bar"]
    assert len(bar) >= 2
    assert all(hole.x_mm % 400 == 0 for hole in bar)


def test_brackets_that_slide_are_slid_onto_studs_and_no_farther_than_they_go() -> None:
    shelf = build(CATALOGUE.shape_by_key["shelf"], {})
    supports = tuple(
        one.model_copy(update={"attachment": Attachment.SLIDING, "slide_mm": 60.0}) for one in shelf.supports
    )
    sliding = shelf.model_copy(update={"supports": supports})
    middles = [one.rect.centre_x_mm for one in supports]
    # the first bracket 50 left of a stud; the second one somewhere
    here = job(stud_wall(), sliding, 800 - 50 - middles[0], 1400)
    found = [one for one in better_places(here, CATALOGUE) if one.sentence.startswith("Its brackets slid onto studs")]
    for one in found:
        for place in one.job.placement.supports:
            assert abs(place.dx_mm) <= 60
    slid = arrangements(here, CATALOGUE)[1]
    assert slid.says == "its brackets slid onto studs"
    assert {one.support_id: one.dx_mm for one in slid.job.placement.supports}[supports[0].id] == pytest.approx(50)
    far = job(stud_wall(), sliding, 800 - 61 - middles[0], 1400)
    for arranged in arrangements(far, CATALOGUE):
        assert supports[0].id not in {one.support_id for one in arranged.job.placement.supports}


def test_holes_that_the_bracket_offers_are_taken_where_that_helps() -> None:
    plate = TWO.supports[0]
    idle = plate.model_copy(update={"holes": (plate.holes[0], plate.holes[1].model_copy(update={"used": False}))})
    here = job(brick_wall(12), TWO.model_copy(update={"supports": (idle,)}), 900, 1200)
    found = better_places(here, CATALOGUE)
    assert any(one.sentence.startswith("With all of its holes: ") for one in found)


def test_what_is_drilled_is_not_moved() -> None:
    cabinet = build(CATALOGUE.shape_by_key["cabinet"], {})
    clip = next(hole.id for one in cabinet.supports for hole in one.holes)
    here = job(stud_wall(), cabinet, 1000, 1400, records=(HoleRecord(hole_id=clip, met=("as_planned",)),))
    assert [one.says for one in arrangements(here, CATALOGUE)] == [""]


@pytest.mark.parametrize(("wall", "x_mm", "y_mm"), [(stud_wall(), 1130, 1111), (brick_wall(), 700, 1066)])
def test_the_nearest_and_the_best_of_every_millimetre_are_named(wall: Wall, x_mm: float, y_mm: float) -> None:
    here = job(wall, TWO, x_mm, y_mm)
    far = int(CATALOGUE.remedies.move_farthest_mm)
    front = [
        one
        for one in front_of_map(map_places(here, CATALOGUE, within=(-far, far, -far, far)))
        if 0 < one.away_mm <= far
    ]
    named = [one for one in better_places(here, CATALOGUE) if one.sentence.split()[0].isdigit()]
    away = [hypot(one.dx_mm, one.dy_mm) for one in named]
    assert away == sorted(away)
    assert away[0] == pytest.approx(min(one.away_mm for one in front))
    assert max(one.holes_in_solid for one in named) == max(one.solid for one in front)
    assert min(one.risk for one in named) == pytest.approx(min(one.risk for one in front), abs=1e-4)


def test_the_picture_goes_as_far_as_what_is_seen_of_a_thing_is_on_the_wall() -> None:
    """A piece of 200 × 100 that begins 100 to the right of its fixture's corner and 50 above it."""
    piece = TWO.pieces[0].model_copy(update={"x_mm": 100.0, "y_mm": 50.0})
    here = job(stud_wall(width_mm=2000), TWO.model_copy(update={"pieces": (piece,)}), 500, 1000)
    found = whole_wall(here)
    assert {x for x, _ in found} == {float(x) for x in range(-100, 1701, 100)}
    assert {y for _, y in found} == {float(y) for y in range(0, 2201, 100)}
    middle = (100 + 100, 50 + 50)
    some = places_on_the_wall(here, 0, CATALOGUE)
    assert all((one.middle_x_mm - one.x_mm, one.middle_y_mm - one.y_mm) == middle for one in some.places)


def test_what_has_no_map_is_looked_at_place_by_place() -> None:
    """A hall too large for a map of every millimetre: out of the joint of a brick wall all the same."""
    hall = brick_wall(width_mm=20_000, height_mm=6_000)
    here = job(hall, ONE, 900, 1070)
    assert not mappable(here, CATALOGUE)
    found = better_places(here, CATALOGUE)
    assert any(one.holes_in_solid for one in found)
