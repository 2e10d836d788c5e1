"""Ways on from a hole that answered differently: stories worked by hand."""

from math import hypot

import pytest

from rockpin.core.base.findings import VerdictWord
from rockpin.core.document.fixture import Attachment, Fixture
from rockpin.core.document.job import Choice, Region
from rockpin.core.document.record import CameLoose, FailedHow, Holds, HoleRecord, OldFixing
from rockpin.core.document.wall import (
    Layer,
    OldHole,
)
from rockpin.core.drilling import drilled_holes
from rockpin.core.drilling.existing import of_record
from rockpin.core.fixture import build
from rockpin.core.hole.existing import kind_and_size
from rockpin.core.placing import shifted
from rockpin.core.plan import make_plan, ways_on
from rockpin.core.plan.going_on import _otherwise
from rockpin.core.plan.hole_case import Case, OnKind
from rockpin.core.plan.leaving_the_hole import without
from tests.answering import CATALOGUE, KEEP, TWO, WALLS, answered, chosen, supposed, taken, ways
from tests.builders import brick_wall, job, plate_fixture, stud_wall


def test_a_soft_joint_halves_the_plug_and_the_rail_moves_to_the_middle_of_a_course() -> None:
    four = plate_fixture(((20, 20), (180, 20), (20, 480), (180, 480)), size_mm=(200, 500), mass_kg=13)
    base = job(brick_wall(15), four, 1000, 1007, choices=chosen("nylon_plug_8", 4))
    before = make_plan(base, CATALOGUE)
    after, now = answered(base, "h2", "soft", met_at_mm=30)
    was, got = before.holes[1].working, now.holes[1].working
    assert was is not None
    assert got is not None
    # half as much holds in the joint; the doubt that joints were hidden is gone with it, 13 kg being light
    assert got.tension_n == pytest.approx(was.tension_n / 2)
    # (65 + 10) / 2 = 37.5: the middle of the next course; 4 × 8 mm would be nearer
    moves = [way for way in ways_on(after, "h2", CATALOGUE).ways if way.kind == "move"]
    assert all(hypot(d.x_mm - moves[0].old[0].x_mm, d.y_mm - moves[0].old[0].y_mm) >= 38 for d in moves[0].new[1:2])
    assert [way.new_holes for way in moves] == [4] * len(moves)
    assert abs(moves[0].job.placement.y_mm - base.placement.y_mm) == 38


def test_a_plug_has_no_place_in_a_void_unless_it_ends_before_it() -> None:
    base = job(brick_wall(15), TWO, 1057, 1007, choices=chosen("nylon_plug_8", 2))
    near = answered(base, "h1", "void", met_at_mm=40)[1].holes[0]
    far = answered(base, "h1", "void", met_at_mm=80)[1].holes[0]
    # 15 mm of plaster and 40 mm of plug end at 55 mm
    said = {one.fixing: one.reasons[0] for one in near.refused}
    assert said["nylon_plug_8"] == "The bit met a void: a plug needs something all round it."
    assert "nylon_plug_8" in {one.fixing for one in far.candidates}


def test_a_void_in_hollow_block_is_what_its_values_are_made_for() -> None:
    hollow = brick_wall(build_up=(Layer(material="hollow_block", thickness_mm=190),), courses=None)
    base = job(hollow, TWO, 1057, 1007, choices=chosen("nylon_plug_8", 2))
    met = answered(base, "h1", "void", met_at_mm=35)[1]
    told = {one.code: one.severity for one in met.findings if one.stage == "record"}
    assert told == {"void-of-its-units": "note"}
    assert "nylon_plug_8" in {one.fixing for one in met.holes[0].candidates}
    # in solid brick a void is nothing that the plan reckoned with, and somebody has to choose
    plugs = chosen("nylon_plug_8", 2)
    solid = answered(job(brick_wall(15), TWO, 1057, 1007, choices=plugs), "h1", "void", met_at_mm=40)
    assert "report-open" in {one.code for one in solid[1].findings}


@pytest.mark.parametrize(("apart_mm", "up"), [(45, False), (80, True)])
def test_what_is_moved_goes_no_farther_than_leaves_all_of_it_clear_of_all_old_holes(apart_mm: float, up: bool) -> None:
    at = tuple((30.0, 20 + apart_mm * number) for number in range(3))
    plate = plate_fixture(at, size_mm=(60, 40 + 2 * apart_mm), mass_kg=3)
    base = job(brick_wall(), plate, 1000, 1000)
    for hole in ("h1", "h2", "h3"):
        base = answered(base, hole, "as_planned")[0]
    after, before = answered(base, "h2", "screw_snapped")
    move = next(way for way in ways_on(after, "h2", CATALOGUE).ways if way.kind == "move")
    now = taken(after, move)
    assert now.verdict.word is VerdictWord.READY
    # four diameters of what is given up; between holes 45 mm above one another there is no such place
    keep_mm = 4 * 6.0
    gaps = [hypot(new.x_mm - old.x_mm, new.y_mm - old.y_mm) for new in now.holes for old in before.holes]
    assert min(gaps) == pytest.approx(keep_mm, abs=1)
    moved_up = now.holes[0].y_mm - before.holes[0].y_mm
    assert (moved_up > 0) is up
    assert hypot(moved_up, now.holes[0].x_mm - before.holes[0].x_mm) == pytest.approx(keep_mm, abs=1)


@pytest.mark.parametrize(("dx_mm", "clear"), [(0, False), (23, False), (25, True)])
def test_no_way_puts_a_new_hole_nearer_than_four_diameters_to_one_that_it_gives_up(dx_mm: float, clear: bool) -> None:
    """Whoever works a way out, wherever he puts it: the way itself is refused."""
    base = answered(job(brick_wall(), TWO, 1000, 1000), "h1", "screw_snapped")[0]
    case = Case(base, "h1", CATALOGUE, KEEP)
    leaves, diameter = case.drilled, case.drilled[0].bit_mm
    assert diameter == 6
    moved = base.model_copy(update={"placement": shifted(base.placement, dx_mm, 0.0)})
    anew = without(moved, leaves, case.left(leaves))
    assert bool(case.way(OnKind.MOVE, anew, "Move it", str, leaves=leaves)) is clear
    # what nobody drills anew may stay where it is
    assert case.way(OnKind.MOVE, anew, "Move it", str, leaves=leaves, must_use=False) is not None


def test_another_hole_of_the_bracket_is_named_by_where_it_is() -> None:
    base = supposed("screen_plate", "board_on_studs", Region.BRITAIN, in_studs=True, looked=True, measures={"own": 16})
    first = make_plan(base, CATALOGUE).holes[0]
    after, _ = answered(base, first.id, "missed_stud")
    others = [one for one in ways_on(after, first.id, CATALOGUE, KEEP).ways if one.kind == "other_hole"]
    assert others
    for way in others:
        (new,) = {hole.x_mm for hole in taken(after, way).holes} - {
            hole.x_mm for hole in make_plan(after, CATALOGUE).holes
        }
        off, side = new - first.x_mm, "right" if new > first.x_mm else "left"
        assert way.title == f"Take the bracket's hole {round(abs(off))} mm to the {side}"


def test_from_a_cracked_tile_new_holes_keep_fifty() -> None:
    wall, x_mm = WALLS["tiled"]
    found = ways(job(wall, TWO, x_mm, 1007), "h1", "tile_cracked")
    assert {way.kind for way in found.ways} >= {"go_on", "move"}
    for way in found.ways:
        for dot in way.new:
            assert all(hypot(dot.x_mm - old.x_mm, dot.y_mm - old.y_mm) >= 49.5 for old in way.old)


def test_a_plug_that_spins_is_followed_by_a_thicker_one() -> None:
    roomy = plate_fixture(((30, 30), (170, 30)), size_mm=(200, 60), mass_kg=3, hole_mm=8.5)
    base = job(brick_wall(15), roomy, 1057, 1007, choices=chosen("nylon_plug_8", 2))
    after, now = answered(base, "h1", "plug_spins")
    assert after.records[0].bit_mm == 8.5
    hole = now.holes[0]
    assert {"nylon_plug_8", "nylon_plug_7", "nylon_plug_6"} <= {one.fixing for one in hole.refused}
    assert "nylon_plug_10" in {one.fixing for one in hole.candidates}
    assert now.holes[1].chosen == "nylon_plug_8", "what went well elsewhere stays"


def test_what_gave_way_is_followed_by_nothing_of_its_kind_that_is_no_thicker() -> None:
    strap = (Choice(hole_id="h1", fixing="strap_toggle_m6"),)
    base = job(stud_wall(), plate_fixture(hole_mm=6.5), 950, 1000, choices=strap)
    refused = {one.fixing: one.reasons[0] for one in answered(base, "h1", "anchor_will_not_open")[1].holes[0].refused}
    assert refused["strap_toggle_m5"] == "One of its kind, no thinner than this, gave way in this hole."


def test_a_towel_rail_that_came_loose_is_hung_by_toggles_through_its_old_holes() -> None:
    rail = build(CATALOGUE.shape_by_key["rail"], {})
    base = job(stud_wall(), rail, 900, 1100)
    ids = [hole.id for hole in make_plan(base, CATALOGUE).holes]
    old = [OldFixing(hole_id=one, fixing="flanged_plug", how=FailedHow.PULLED_OUT, hole_mm=13) for one in ids]
    made = make_plan(base.model_copy(update={"came_loose": CameLoose(holes=tuple(old))}), CATALOGUE)
    assert [one.number for one in made.loose] == [1, 2, 3, 4]
    for one in made.loose:
        assert one.why.startswith(f"Hole {one.number}: flanged plastic plug pulled out. ")
        assert "times too much" in one.why or "never belonged" in one.why
        assert one.now.startswith("This time ")
    assert "old-hole-near" not in {one.code for one in made.findings}
    for hole in made.holes:
        assert hole.card is not None
        assert hole.card.bit_mm >= 13 - 0.3, "no cure wants a smaller hole than the one that is there"
        assert "toggle" in (hole.chosen_label or "").lower()


def test_an_anchor_that_holds_is_kept_by_whoever_comes_next() -> None:
    old = OldHole(id="old", x_mm=1087, y_mm=1037, diameter_mm=8, depth_mm=50, fixing="nylon_plug_8", good=True)
    made = make_plan(job(brick_wall(15, old_holes=(old,)), TWO, 1057, 1007), CATALOGUE)
    first, second = made.holes
    assert [one.fixing for one in first.candidates] == ["nylon_plug_8"]
    # whoever hung something on it may have it hanging there still
    assert made.verdict.word is VerdictWord.PROVE_FIRST
    assert "old-anchor-used" in {one.code for one in made.findings}
    assert "old-hole-near" not in {one.code for one in made.findings}
    drilled = [number for step in made.steps if step.asks for number in step.holes]
    assert drilled == [second.number]
    unknown = old.model_copy(update={"good": False})
    near = make_plan(job(brick_wall(15, old_holes=(unknown,)), TWO, 1057, 1007), CATALOGUE)
    assert "old-hole-near" in {one.code for one in near.findings}


def test_no_new_hole_comes_to_lie_on_an_old_one() -> None:
    # 40 apart, one over the other: 32 up or down would put the one 8 beside where the other was
    two = plate_fixture(((30, 10), (30, 50)), size_mm=(60, 60), mass_kg=2)
    base = job(brick_wall(15), two, 1057, 1007, choices=chosen("nylon_plug_8", 2))
    after, _ = answered(base, "h1", "screw_snapped")
    beside = HoleRecord(hole_id="h2", met=("as_planned",), bit_mm=8, fixing="nylon_plug_8")
    found = ways_on(after.model_copy(update={"records": (*after.records, beside)}), "h1", CATALOGUE)
    moved = next(way for way in found.ways if way.kind == "move")
    assert len(moved.old) == 2
    for dot in moved.new:
        assert all(hypot(dot.x_mm - old.x_mm, dot.y_mm - old.y_mm) >= 31.5 for old in moved.old)


def test_what_came_out_beside_its_mark_is_kept_off_from_where_it_is() -> None:
    base = job(brick_wall(15), TWO, 1057, 1007, choices=chosen("nylon_plug_8", 2))
    for off_x, off_y in ((25.0, 0.0), (-25.0, 6.0)):
        after, plan = answered(base, "h1", "screw_snapped", off_x_mm=off_x, off_y_mm=off_y)
        hole = next(one for one in plan.holes if one.id == "h1")
        there = (hole.x_mm + off_x, hole.y_mm + off_y)
        moved = [way for way in ways_on(after, "h1", CATALOGUE, KEEP).ways if way.kind == "move"]
        assert moved
        for way in moved:
            assert [(dot.x_mm, dot.y_mm) for dot in way.old if dot.number == hole.number] == [there]
            assert all(hypot(dot.x_mm - there[0], dot.y_mm - there[1]) >= 4 * 8 - 0.5 for dot in way.new)


def test_what_holds_is_not_moved_away_from() -> None:
    base = job(brick_wall(15), TWO, 1057, 1007, choices=chosen("nylon_plug_8", 2))
    after, _ = answered(base, "h1", "screw_snapped")
    held = HoleRecord(hole_id="h2", met=("as_planned",), bit_mm=8, fixing="nylon_plug_8", holds=Holds.YES)
    both = after.model_copy(update={"records": (*after.records, held)})
    found = ways_on(both, "h1", CATALOGUE)
    assert all(way.kind not in ("move", "same_hole") for way in found.ways)


def test_a_hole_of_a_bar_is_drilled_beside_the_one_that_failed() -> None:
    bar = TWO.supports[0].model_copy(update={"attachment": Attachment.USER_DRILLED})
    fixture = Fixture(**TWO.model_dump() | {"supports": (bar.model_dump(),)})
    found = ways(job(brick_wall(15), fixture, 1057, 1007), "h1", "screw_snapped")
    slid = next(way for way in found.ways if way.kind == "slide")
    assert slid.new_holes == 1
    left = slid.job.left[0]
    assert hypot(left.x_mm - slid.new[0].x_mm, left.y_mm - slid.new[0].y_mm) >= 4 * left.diameter_mm - 0.5


def test_for_the_next_job_a_drilled_hole_is_as_it_came_out() -> None:
    document = job(brick_wall(15), TWO, 1057, 1007)
    places = {hole.id: (hole.x_mm, hole.y_mm) for hole in make_plan(document, CATALOGUE, KEEP).holes}
    records = (
        HoleRecord(hole_id="h1", met=("as_planned",), bit_mm=8, depth_mm=55, off_x_mm=4, off_y_mm=-3, holds=Holds.YES),
        HoleRecord(hole_id="h2", holds=Holds.NO),
    )
    body = document.model_copy(update={"records": records})
    told = {one.id.removeprefix("here-"): one for one in drilled_holes("here", body, document.wall, CATALOGUE)}
    x_mm, y_mm = places["h1"]
    assert (told["h1"].x_mm, told["h1"].y_mm) == (x_mm + 4, y_mm - 3)
    assert (told["h1"].diameter_mm, told["h1"].depth_mm, told["h1"].good) == (8, 55, True)
    # one thing that it met is enough to stop whoever drills near it
    hit = HoleRecord(hole_id="h1", met=("harder", "water"), bit_mm=8)
    (stopped,) = drilled_holes("here", document.model_copy(update={"records": (hit,)}), document.wall, CATALOGUE)
    assert stopped.stopped
    # of the other nobody said what bit; that it does not hold makes it no anchor to keep
    assert (told["h2"].x_mm, told["h2"].y_mm) == places["h2"]
    assert (told["h2"].diameter_mm, told["h2"].good) == (TWO.supports[0].holes[1].diameter_mm, False)


def test_no_board_is_put_behind_a_thing_of_which_one_hole_holds() -> None:
    after, plan = answered(job(stud_wall(), TWO, 930, 1007), "h1", "too_deep")
    for holds in (None, Holds.YES):
        put_in = plan.holes[1].chosen
        other = HoleRecord(hole_id="h2", met=("as_planned",), bit_mm=8, fixing=put_in, holds=holds)
        both = after.model_copy(update={"records": (*after.records, other)})
        kinds = {way.kind for way in _otherwise(Case(both, "h1", CATALOGUE, KEEP)) if way}
        assert ("backing_board" in kinds) is (holds is None)


def test_what_failed_in_a_hole_is_what_sat_in_it_and_did_not_hold() -> None:
    plug, other = "nylon_plug_8", "nylon_plug_6"
    for record, failed, outgrown in (
        (HoleRecord(hole_id="h", fixing=plug, met=("as_planned",)), set(), 0),
        (HoleRecord(hole_id="h", fixing=plug, met=("as_planned",), holds=Holds.NO), {plug}, 0),
        (HoleRecord(hole_id="h", fixing=plug, met=("plug_spins",)), {plug}, 1),
        (HoleRecord(hole_id="h", met=("plug_spins",), holds=Holds.NO), set(), 0),
        (HoleRecord(hole_id="h", failed=(other,), fixing=plug, met=("plug_spins",)), {plug, other}, 2),
    ):
        found = of_record(record, CATALOGUE)
        assert set(found.failed) == failed
        assert len(found.outgrown) == outgrown
    # a stud screw has no hole of its own: it is as thick as its thickest screw
    screw = CATALOGUE.fixing_by_key["stud_screw_5_0"]
    thick = max(CATALOGUE.screw_by_key[key].diameter_mm for key in screw.screw_keys)
    assert kind_and_size(screw, CATALOGUE.screw_by_key)[1] == thick


def test_another_hole_of_the_bracket_leaves_the_one_that_failed_and_no_other() -> None:
    plate = plate_fixture(((30, 30), (100, 30), (170, 30)), size_mm=(200, 60), mass_kg=3).supports[0]
    spare = plate.model_copy(update={"holes": (*plate.holes[:2], plate.holes[2].model_copy(update={"used": False}))})
    base = job(brick_wall(15), TWO.model_copy(update={"supports": (spare,)}), 1057, 1007)
    after, _ = answered(base, "h2", "as_planned")
    way = next(one for one in ways(after, "h1", "screw_snapped").ways if one.kind == "other_hole")
    assert way.job is not None
    assert [one.id for one in way.job.left] == ["left-h1"]
    assert [one.hole_id for one in way.job.records] == ["h2"]
    assert [hole.id for hole in way.job.fixture.supports[0].holes if hole.used] == ["h2", "h3"]
