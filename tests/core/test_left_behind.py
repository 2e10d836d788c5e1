"""What is drilled stays where it is in the wall, and what gave way there is told to whoever hangs the thing again."""

from math import hypot

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rockpin.catalogue import load_catalogue
from rockpin.core.base.findings import VerdictWord
from rockpin.core.document.fixture import Fixture
from rockpin.core.document.job import Choice, JobDocument
from rockpin.core.document.record import CameLoose, DoneStep, FailedHow, Holds, HoleRecord, OldFixing, Photo, Progress
from rockpin.core.document.wall import Wall
from rockpin.core.drilling import drilled_holes, existing_holes, stays_behind
from rockpin.core.placing import shifted
from rockpin.core.plan import PhotoTaken, Report, WayKind, better_places, make_plan, repair_of, take_in, ways_out
from rockpin.core.plan.happened import HoleAnswered
from rockpin.core.plan.way_out import body_of
from rockpin.core.setout import place_fixture
from tests.builders import brick_wall, job, plate_fixture, stud_wall

CATALOGUE = load_catalogue()
TWO = plate_fixture(((30, 30), (170, 30)), size_mm=(200, 60), mass_kg=3)
ON_STUD = plate_fixture(((20, 20), (20, 180)), size_mm=(40, 200), mass_kg=3)
DRILLED = HoleRecord(
    hole_id="h1", met=("as_planned",), bit_mm=8, depth_mm=55, off_x_mm=2, off_y_mm=-1, fixing="nylon_plug_8"
)


def _drilled(fixture: Fixture = TWO, **more: object) -> JobDocument:
    started = Progress(gathered=("plugs",), done=(DoneStep(step="parts"), DoneStep(step="safe"), DoneStep(step="mark")))
    picked = tuple(Choice(hole_id=one, fixing="nylon_plug_8") for one in ("h1", "h2"))
    changes = {"records": (DRILLED,), "progress": started, "choices": picked} | more
    return job(brick_wall(15), fixture, 1057, 1007).model_copy(update=changes)


def _put(document: JobDocument, dx: float, dy: float) -> JobDocument:
    return document.model_copy(update={"placement": shifted(document.placement, dx, dy)})


def _moved(document: JobDocument, dx: float, dy: float) -> JobDocument:
    return stays_behind(document, _put(document, dx, dy), CATALOGUE)


def _in_the_wall(document: JobDocument) -> list[tuple[float, float, float]]:
    found = drilled_holes("here", body_of(document), document.wall, CATALOGUE)
    return [(one.x_mm, one.y_mm, one.diameter_mm) for one in found]


@given(st.floats(-300, 300), st.floats(-300, 300))
def test_however_a_fixture_is_moved_its_drilled_holes_are_where_they_were(dx: float, dy: float) -> None:
    before = _drilled()
    after = _moved(before, dx, dy)
    (then,), (now,) = _in_the_wall(before), _in_the_wall(after)
    assert now == pytest.approx(then, abs=1e-6)
    # the hole came out 2 mm to the right of its mark and 1 mm below
    if hypot(2 - dx, -1 - dy) > CATALOGUE.figures.plan.same_hole_mm:
        assert not after.records
        assert [one.hole_id for one in after.choices] == ["h2"]
        counted = Progress(gathered=("plugs",), done=(DoneStep(step="parts"),))
        assert after.progress == counted, "it is marked and made safe anew; what is counted and lies ready stays so"
    else:
        assert after.records[0].met == DRILLED.met
        assert after.progress == before.progress


def test_nudged_again_and_again_a_mark_leaves_its_hole_behind() -> None:
    document = _drilled()
    repair = _repair(FailedHow.PULLED_OUT, "nylon_plug_6", _drilled(records=(), choices=()), 9)
    for _ in range(12):
        document, repair = _moved(document, -1, 0), _moved(repair, -1, 0)
    assert existing_holes(repair, place_fixture(repair, 0).holes, CATALOGUE) == {}
    assert not document.records
    (left,) = document.left
    assert (left.x_mm, left.y_mm) == pytest.approx(_in_the_wall(_drilled())[0][:2])


def test_a_mark_that_is_put_on_the_hole_that_wandered_off_takes_it() -> None:
    wandered = DRILLED.model_copy(update={"off_x_mm": 9.0, "off_y_mm": 0.0})
    after = _moved(_drilled(records=(wandered,)), 9, 0)
    assert [(one.off_x_mm, one.off_y_mm) for one in after.records] == [(0, 0)]
    assert not after.left


def test_what_is_measured_anew_of_a_hole_that_is_drilled_counts() -> None:
    before = _drilled()
    again = DRILLED.model_copy(update={"off_x_mm": 9.0, "off_y_mm": 0.0, "depth_mm": 60})
    after = stays_behind(before, before.model_copy(update={"records": (again,)}), CATALOGUE)
    assert after.records == (again,)
    # with the thing moved in the same breath, from the mark where that is now
    put = before.model_copy(update={"placement": shifted(before.placement, 60, 0), "records": (again,)})
    assert stays_behind(before, put, CATALOGUE).records == (again,)
    # a depth that is said is no new place
    deeper = before.model_copy(update={"records": (DRILLED.model_copy(update={"depth_mm": 70}),)})
    (left,) = stays_behind(before, _put(deeper, 60, 0), CATALOGUE).left
    assert left.x_mm == pytest.approx(_in_the_wall(before)[0][0])
    assert left.depth_mm == 70


def test_a_hole_left_behind_is_kept_clear_of_and_tells_what_it_met() -> None:
    beside = make_plan(_moved(_drilled(), 8, 0), CATALOGUE)
    assert "old-hole-near" in {one.code for one in beside.findings}
    assert "old-hole-near" not in {one.code for one in make_plan(_moved(_drilled(), 60, 0), CATALOGUE).findings}
    # back on the very place of a hole that was given up, and filled since: no gap of nought millimetres
    on_it = make_plan(_moved(_moved(_drilled(), 60, 0), -60, 0), CATALOGUE)
    assert "Hole 1 is on an old hole." in {one.sentence for one in on_it.findings}
    wood = DRILLED.model_copy(update={"fixing": "stud_screw_5_0", "off_x_mm": 0})
    on_wood = job(stud_wall(), ON_STUD, 1180, 1000).model_copy(update={"records": (wood,)})
    left = _moved(on_wood, 0, 300).left
    assert [(one.met, one.fixing) for one in left] == [(("as_planned",), "stud_screw_5_0")]
    # what broke out round a hole keeps others further off
    cracked = on_wood.model_copy(update={"records": (wood.model_copy(update={"met": ("tile_cracked",)}),)})
    assert [one.crumbled for one in (*left, *_moved(cracked, 0, 300).left)] == [False, True]


def test_what_is_left_in_the_wall_is_told_until_it_is_filled() -> None:
    after = _moved(_drilled(), 60, 0)
    (found,) = [one for one in make_plan(after, CATALOGUE).findings if one.code == "holes-left"]
    # hole 1 lies 30 mm to the right of the corner and 30 mm above it, and came out 2 mm to the right and 1 mm below
    assert found.sentence == "A hole that was drilled stays behind in the wall: 1089 mm from the left and 1036 mm up."
    filled = tuple(one.model_copy(update={"filled": True}) for one in after.left)
    ticked = Progress(done=(DoneStep(step="fill"),))
    for done in (after.model_copy(update={"left": filled}), after.model_copy(update={"progress": ticked})):
        assert "holes-left" not in {one.code for one in make_plan(done, CATALOGUE).findings}


def test_a_hole_is_left_once_whoever_leaves_it_and_a_record_taken_back_leaves_none() -> None:
    before = _drilled()
    after = _moved(before, 60, 0)
    there = stays_behind(before, after, CATALOGUE)
    assert len(there.left) == 1
    taken_back = before.model_copy(update={"records": ()})
    assert stays_behind(before, taken_back, CATALOGUE) == taken_back
    # another fixture in its place, without that hole
    other = before.model_copy(update={"fixture": ON_STUD.model_copy(update={"supports": ()}), "records": ()})
    assert len(stays_behind(before, other, CATALOGUE).left) == 1


def test_moves_that_are_proposed_leave_the_drilled_hole_where_it_is() -> None:
    bad = DRILLED.model_copy(update={"met": ("soft",), "fixing": None, "off_x_mm": 0, "off_y_mm": 0})
    before = _drilled(records=(bad,), choices=())
    (then,) = _in_the_wall(before)
    named = [one.job for one in better_places(before, CATALOGUE)]
    named += [one.job for one in ways_out(before, CATALOGUE) if one.job]
    assert named
    for body in named:
        after = before.model_copy(update={name: getattr(body, name) for name in type(body).model_fields})
        assert _in_the_wall(after) == [pytest.approx(then, abs=1e-6)]


def _repair(how: FailedHow, fixing: str, document: JobDocument, hole_mm: float) -> JobDocument:
    holes = [hole.id for hole in place_fixture(document, 0).holes]
    old = tuple(OldFixing(hole_id=one, fixing=fixing, how=how, hole_mm=hole_mm) for one in holes)
    body = repair_of(body_of(document), CameLoose(holes=old))
    return document.model_copy(update={name: getattr(body, name) for name in type(body).model_fields})


GAVE_WAY = [FailedHow.PULLED_OUT, FailedHow.SPUN, FailedHow.BOARD_CRUMBLED, FailedHow.BACKED_OUT]


@pytest.mark.parametrize("how", GAVE_WAY)
def test_where_a_screw_gave_way_no_other_of_its_size_goes_in(how: FailedHow) -> None:
    made = make_plan(_repair(how, "stud_screw_5_0", job(stud_wall(), ON_STUD, 1180, 1000), 3), CATALOGUE)
    for hole in made.holes:
        taken = {one.fixing for one in hole.candidates}
        assert not taken & {"stud_screw_5_0", "stud_screw_5_0_stainless", "stud_screw_4_0"}
        assert "stud_screw_6_0" in taken


def test_what_broke_says_nothing_of_its_hole() -> None:
    made = make_plan(_repair(FailedHow.BROKE, "stud_screw_5_0", job(stud_wall(), ON_STUD, 1180, 1000), 3), CATALOGUE)
    assert all("stud_screw_5_0_stainless" in {one.fixing for one in hole.candidates} for hole in made.holes)


@pytest.mark.parametrize(
    ("wall", "fixing", "says"),
    [
        (stud_wall(), "strap_toggle_m5", "Take the screw out: its wings fall into the void"),
        (stud_wall(), "spring_toggle_m5", "Take the screw out: its wings fall into the void"),
        (stud_wall(), "sleeve_m5", "Screw out; cut the flange off"),
        (stud_wall(), "self_drilling_zinc", "Turn it out."),
        (brick_wall(15), "nylon_plug_8", "Turn a screw a few turns into the plug"),
        (brick_wall(15), "resin_m8_solid", "A rod in resin is cut off flush"),
        (brick_wall(15), "masonry_screw_6", "Turn it out."),
    ],
)
def test_what_gave_way_comes_out_as_it_was_made_to_hold(wall: Wall, fixing: str, says: str) -> None:
    thing = plate_fixture(((30, 30), (170, 30)), size_mm=(200, 60), hole_mm=9)
    made = make_plan(_repair(FailedHow.SPUN, fixing, job(wall, thing, 500, 1007), 9), CATALOGUE)
    assert made.loose
    assert all(one.comes_out.startswith(says) for one in made.loose), made.loose


def _contradicted(document: JobDocument) -> list[str | None]:
    return [one.where.hole for one in make_plan(document, CATALOGUE).findings if one.code == "gave-way-unexplained"]


def test_what_gave_way_though_it_should_have_held_is_proved_first() -> None:
    repair = _repair(FailedHow.PULLED_OUT, "nylon_plug_6", _drilled(records=(), choices=()), 6)
    assert _contradicted(repair) == ["h1", "h2"]
    assert make_plan(repair, CATALOGUE).verdict.word is not VerdictWord.READY
    # wherever on this wall it is hung now
    assert _contradicted(_moved(repair, 200, 0)) == ["h1", "h2"]
    held = HoleRecord(hole_id="h1", fixing="nylon_plug_8", bit_mm=8, holds=Holds.YES)
    assert _contradicted(repair.model_copy(update={"records": (held,)})) == ["h2"]
    # where one was too weak the others went with it
    four = plate_fixture(((30, 20), (170, 20), (30, 180), (170, 180)), size_mm=(200, 200), mass_kg=30, depth_mm=400)
    uses = _repair(FailedHow.PULLED_OUT, "nylon_plug_6", job(brick_wall(15), four, 1057, 1007), 6)
    told = [one.why for one in make_plan(uses, CATALOGUE).loose]
    assert any("times too much" in why for why in told)
    assert any(why.endswith("by itself: it went with the others.") for why in told)
    assert _contradicted(uses) == []
    # what was too weak by the figures too, and what broke, is no riddle
    heavy = job(brick_wall(15), plate_fixture(((30, 30), (170, 30)), size_mm=(200, 60), mass_kg=90), 1057, 1007)
    assert _contradicted(_repair(FailedHow.PULLED_OUT, "nylon_plug_6", heavy, 6)) == []
    assert _contradicted(_repair(FailedHow.BROKE, "nylon_plug_6", _drilled(records=()), 6)) == []


def test_a_repair_that_is_moved_has_fresh_holes_and_leaves_the_old_ones() -> None:
    repair = _repair(FailedHow.PULLED_OUT, "nylon_plug_6", _drilled(records=(), choices=()), 9)
    there = place_fixture(repair, 0).holes
    assert set(existing_holes(repair, there, CATALOGUE)) == {"h1", "h2"}
    aside = _moved(repair, 200, 0)
    assert existing_holes(aside, place_fixture(aside, 0).holes, CATALOGUE) == {}
    assert [(one.x_mm, one.y_mm, one.diameter_mm) for one in aside.left] == [
        (hole.x_mm, hole.y_mm, 9) for hole in there
    ]
    # why it gave way is a matter of where it hung
    assert [one.why for one in make_plan(aside, CATALOGUE).loose] == [
        one.why for one in make_plan(repair, CATALOGUE).loose
    ]


@pytest.mark.parametrize(
    ("says", "drilled"),
    [
        ({"met": ("soft",)}, True),
        ({"bit_mm": 8}, True),
        ({"holds": Holds.YES}, True),
        ({"depth_mm": 0}, True),
        ({}, False),
    ],
)
def test_whatever_is_recorded_of_a_hole_says_that_it_is_in_the_wall(says: dict[str, object], drilled: bool) -> None:
    before = _drilled(records=(HoleRecord.model_validate({"hole_id": "h1"} | says),))
    assert bool(_moved(before, 200, 0).left) is drilled


def test_a_photo_that_is_sent_twice_is_kept_once() -> None:
    document = _drilled()
    for sent, photo in (("first", "a"), ("again", "a"), ("another", "b")):
        taken = PhotoTaken(id=sent, photo=Photo(id=photo, file=f"{'0' * 32}.jpg", hole_id="h2"))
        body = take_in(document, make_plan(document, CATALOGUE), taken, CATALOGUE)
        document = document.model_copy(update={"photos": body.photos})
    assert [one.id for one in document.photos] == ["a", "b"]


@pytest.mark.parametrize(("moved_mm", "recorded"), [(0, True), (2.5, True), (60, False)])
def test_what_is_heard_late_of_a_hole_is_where_its_mark_was_then(moved_mm: float, recorded: bool) -> None:
    seen = make_plan(_drilled(records=()), CATALOGUE).holes[0]
    # somebody else has moved the thing before the phone was heard
    document = _moved(_drilled(records=()), moved_mm, 0)
    report = Report(outcome="wandered", off_x_mm=0, off_y_mm=-4)
    said = HoleAnswered(id="late", hole_id="h1", report=report, mark_x_mm=seen.x_mm, mark_y_mm=seen.y_mm)
    body = take_in(document, make_plan(document, CATALOGUE), said, CATALOGUE)
    assert [one.hole_id for one in body.records] == (["h1"] if recorded else [])
    assert [(one.x_mm, one.y_mm, one.met) for one in body.left] == (
        [] if recorded else [(seen.x_mm, seen.y_mm - 4, ("wandered",))]
    )
    twice = document.model_copy(update={"left": body.left})
    again = take_in(twice, make_plan(twice, CATALOGUE), said.model_copy(update={"id": "b"}), CATALOGUE)
    assert len({one.id for one in again.left}) == len(again.left)


def test_on_another_wall_and_round_another_corner_nothing_is_taken_along() -> None:
    """A thing that is put on another wall has no hole there."""
    before = _drilled()
    for placement in ({"wall_id": "other"}, {"second_wall_id": "other"}):
        after = before.model_copy(update={"placement": _put(before, 400, 0).placement.model_copy(update=placement)})
        assert stays_behind(before, after, CATALOGUE) is after


@pytest.mark.parametrize(("fixing", "cause"), [("nylon_plug_8", "too wide for it"), ("stud_screw_5_0", "less wood")])
def test_what_spun_though_it_should_have_held_did_so_by_its_kind(fixing: str, cause: str) -> None:
    wood = fixing.startswith("stud")
    wall, x_mm = (stud_wall(), 1180) if wood else (brick_wall(15), 1057)
    fixture = ON_STUD if wood else TWO
    old = tuple(OldFixing(hole_id=one, fixing=fixing, how=FailedHow.SPUN, hole_mm=5) for one in ("h1", "h2"))
    plan = make_plan(job(wall, fixture, x_mm, 1007, came_loose=CameLoose(holes=old)), CATALOGUE)
    said = [one.why for one in plan.loose]
    assert len(said) == 2
    assert all("though by the figures it should have held" in one for one in said)
    assert all(cause in one for one in said)


@pytest.mark.parametrize(
    ("how", "keeps_mm"),
    # four of its diameters, and 50 mm where the wall round it is gone
    [(FailedHow.PULLED_OUT, 44.0), (FailedHow.BOARD_CRUMBLED, 50.0)],
)
def test_whoever_moves_a_thing_that_came_loose_drills_well_clear_of_its_old_holes(
    how: FailedHow, keeps_mm: float
) -> None:
    old = tuple(OldFixing(hole_id=one, how=how, hole_mm=11, depth_mm=35) for one in ("h1", "h2"))
    again = job(brick_wall(15), TWO, 1057, 1007, came_loose=CameLoose(holes=old))
    was = [(one.x_mm, one.y_mm) for one in place_fixture(again, 0).holes]
    ways = {way.kind: way for way in ways_out(again, CATALOGUE)}
    assert WayKind.MOVE in ways
    # a larger plate has its holes elsewhere: what is in the wall does not move with them
    for kind in (WayKind.MOVE, WayKind.LARGER_PLATE):
        if body := ways[kind].job if kind in ways else None:
            after = again.model_copy(update={n: getattr(body, n) for n in type(body).model_fields})
            now = [(one.x_mm, one.y_mm) for one in place_fixture(after, 0).holes]
            assert all(hypot(x - u, y - v) >= keeps_mm for x, y in now for u, v in was)
            assert {one.crumbled for one in after.left} == {how is FailedHow.BOARD_CRUMBLED}


def test_wood_that_is_put_behind_the_board_has_none_of_its_old_holes() -> None:
    old = tuple(OldFixing(hole_id=one, how=FailedHow.BOARD_CRUMBLED, hole_mm=16) for one in ("h1", "h2"))
    heavy = plate_fixture(((30, 30), (170, 30)), size_mm=(200, 60), mass_kg=30)
    again = job(stud_wall(), heavy, 560, 1007, came_loose=CameLoose(holes=old))
    fresh = again.model_copy(update={"came_loose": None})
    # the wall is opened for it: what was drilled in the board says nothing of the wood
    told = [next(one for one in ways_out(it, CATALOGUE) if one.kind is WayKind.BLOCKING) for it in (again, fresh)]
    assert told[0].sentence == told[1].sentence
