"""When the wall answers differently: every answer on every wall has a way or a stop, and stories worked by hand."""

from math import hypot

import pytest

from rockpin.core.base.errors import BadInput, NotFound
from rockpin.core.base.findings import VerdictWord
from rockpin.core.document.evidence import Hit, HitKind
from rockpin.core.document.fixture import Attachment, Fixture
from rockpin.core.document.job import Choice, JobDocument, Region
from rockpin.core.document.record import CameLoose, FailedHow, Holds, HoleRecord, OldFixing
from rockpin.core.document.wall import (
    Framing,
    HowKnown,
    Layer,
    Member,
    MemberKind,
    OldHole,
    StudRow,
    Wall,
)
from rockpin.core.drilling import drilled_holes, told_by_holes
from rockpin.core.drilling.existing import of_record
from rockpin.core.fixture import build
from rockpin.core.framing import BehindKind
from rockpin.core.hole.existing import kind_and_size
from rockpin.core.placing import shifted
from rockpin.core.plan import Plan, Report, make_plan, reported, ways_on
from rockpin.core.plan.answers import answers_of
from rockpin.core.plan.going_on import _otherwise
from rockpin.core.plan.hole_case import Case, OnKind
from rockpin.core.plan.leaving_the_hole import without
from rockpin.core.questions.supposed import Supposed, supposed_job
from rockpin.demo import demo_documents
from tests.answering import CATALOGUE, KEEP, TWO, answered, chosen, ways
from tests.builders import BOARD, brick_wall, concrete_wall, job, plate_fixture, stud_wall

STEEL = stud_wall(
    build_up=(BOARD, Layer(material="steel_studs", thickness_mm=75), BOARD),
    framing=Framing(row=StudRow(first_centre_mm=400, pitch_mm=400, stud_width_mm=50, known=HowKnown.SEEN)),
)
AERATED = brick_wall(build_up=(Layer(material="aerated_block", thickness_mm=200),), courses=None)
TILED = brick_wall(
    build_up=(Layer(material="tile", thickness_mm=10), Layer(material="brick", thickness_mm=215)), courses=None
)
WALLS: dict[str, tuple[Wall, float]] = {
    "between studs": (stud_wall(), 930),
    "on studs": (stud_wall(), 1170),
    "steel studs": (STEEL, 930),
    "brick": (brick_wall(), 1057),
    "plastered": (brick_wall(15), 1057),
    "tiled": (TILED, 1057),
    "aerated": (AERATED, 1057),
    "concrete": (concrete_wall(), 1057),
}


def taken(base: JobDocument, way: object) -> Plan:
    return make_plan(base.model_copy(update=dict(way.job)), CATALOGUE, KEEP)  # type: ignore[attr-defined]


WIDE = plate_fixture(((30, 30), (170, 30)), size_mm=(200, 60), mass_kg=3, hole_mm=10.5)


@pytest.mark.parametrize(
    ("fixing", "asked", "never"),
    [
        ("spring_toggle_m6", "anchor_will_not_open", "plug_spins"),
        ("folding_plug_10", "plug_spins", "anchor_will_not_open"),
        ("bare_screw", "no_grip", "anchor_will_not_open"),
        ("nylon_plug_8", "plug_will_not_go", "anchor_will_not_open"),
        ("expansion_bolt_m8", "anchor_will_not_open", "plug_proud"),
        ("pin_hook", "as_planned", "head_stripped"),
        (None, "as_planned", "plug_spins"),
    ],
)
def test_a_hole_answers_only_what_can_happen_to_what_goes_in(fixing: str | None, asked: str, never: str) -> None:
    row = CATALOGUE.fixing_by_key[fixing] if fixing else None
    found = answers_of(row, BehindKind.VOID, (), False, CATALOGUE)
    assert asked in found
    assert never not in found
    # a tile cracks only where there is one, and a void is no news where one was planned with
    assert not {"tile_cracked", "void"} & set(found)
    tiled = set(answers_of(row, BehindKind.UNIT, ("tile",), False, CATALOGUE))
    assert "tile_cracked" in tiled
    # nor behind a board that hangs off the bricks, for what is meant for the board
    assert ("void" in tiled) == (row is None or row.method != "board")


@pytest.mark.parametrize(
    ("where", "fixing"),
    [
        *((where, None) for where in WALLS),
        ("between studs", "spring_toggle_m5"),
        ("between studs", "strap_toggle_m6"),
        ("on studs", "coach_screw_8"),
        ("plastered", "resin_m8_solid"),
        ("plastered", "frame_plug_8"),
        ("plastered", "masonry_screw_6"),
        ("concrete", "expansion_bolt_m8"),
    ],
)
def test_every_answer_has_its_ways_or_its_stop(where: str, fixing: str | None) -> None:
    wall, x_mm = WALLS[where]
    choices = chosen(fixing, 1) if fixing else ()
    base = job(wall, WIDE if fixing else TWO, x_mm, 1007, choices=choices)
    plan = make_plan(base, CATALOGUE, KEEP)
    assert plan.verdict.word is not VerdictWord.DO_NOT_DRILL, plan.verdict.sentence
    assert plan.holes[0].chosen == (fixing or plan.holes[0].chosen)
    for key in plan.holes[0].answers:
        if key == "as_planned":
            continue
        outcome = CATALOGUE.outcome_by_key[key]
        after, now = answered(base, "h1", key, off_x_mm=9 if key == "wandered" else 0)
        assert now.verdict.word is not VerdictWord.READY, f"{key} was not heard"
        found = ways_on(after, "h1", CATALOGUE, KEEP)
        assert found.title == f"Hole 1 {outcome.said}"
        assert (found.stop is not None) == (not found.ways)
        assert len(found.ways) <= 3
        if outcome.stops:
            assert not found.ways
            assert outcome.says in (found.stop or "")
        for way in found.ways:
            again = taken(base, way)
            assert again.verdict.word is way.word, f"{key}: {way.title}"
            assert way.word is not VerdictWord.DO_NOT_DRILL
            assert "report-open" not in {one.code for one in again.findings}
            assert way.sentence.endswith(".")
            assert len(way.title) > 5
            here = next((hole for hole in again.holes if hole.id == "h1"), None)
            again_there = way.kind == "get_more"
            if here is not None and here.chosen and outcome.fails and way.new_holes == 0 and not again_there:
                assert here.chosen != plan.holes[0].chosen, "what failed is not offered again"


def test_a_hole_of_which_nothing_was_said_goes_on_as_planned() -> None:
    found = ways_on(job(brick_wall(), TWO, 1057, 1007), "h1", CATALOGUE, KEEP)
    assert (found.ways, found.stop is None) == ((), False)


def test_what_cannot_be_said_of_a_hole() -> None:
    base = job(brick_wall(), TWO, 1057, 1007)
    plan = make_plan(base, CATALOGUE)

    def say(hole: str, **report: object) -> None:
        reported(base, plan, hole, Report(**report), CATALOGUE)

    with pytest.raises(NotFound, match="no hole “h9” in this job any more"):
        say("h9", outcome="soft")
    with pytest.raises(BadInput, match="“bats” is nothing that a hole answers"):
        say("h1", outcome="bats")
    with pytest.raises(BadInput, match="width_mm: is 3 mm, narrower than the bit"):
        say("h1", outcome="hole_too_big", width_mm=3)
    with pytest.raises(BadInput, match="off_x_mm: is 0, and so is off_y_mm"):
        say("h1", outcome="wandered")


def test_what_has_no_plan_did_not_come_out_as_planned() -> None:
    heavy = plate_fixture(((30, 30), (170, 30)), size_mm=(200, 60), mass_kg=90)
    base = job(stud_wall(), heavy, 930, 1000)
    assert {hole.chosen for hole in make_plan(base, CATALOGUE, KEEP).holes} == {None}
    with pytest.raises(BadInput, match="hole 1 has no plan that it could go by"):
        answered(base, "h1", "as_planned")
    # whoever drilled all the same says what happened, and what went in
    drilled = base.model_copy(update={"records": (HoleRecord(hole_id="h1", fixing="strap_toggle_m6"),)})
    (record,) = answered(drilled, "h1", "as_planned")[0].records
    assert (record.met, record.fixing) == (("as_planned",), "strap_toggle_m6")
    assert answered(base, "h1", "metal")[0].records[0].met == ("metal",)


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


def test_wood_where_board_was_thought_moves_the_stud() -> None:
    loose = Framing(row=StudRow(first_centre_mm=400, pitch_mm=400, stud_width_mm=38, known=HowKnown.DETECTED))
    base = job(stud_wall(framing=loose), plate_fixture(), 1170 - 50, 1000)
    before, now = make_plan(base, CATALOGUE), answered(base, "h1", "wood")[1]
    chance = [plan.holes[0].behind.clear for plan in (before, now)]
    assert chance[1] < 0.05 < chance[0]
    stud = min(now.framing.members, key=lambda one: abs(one.rect.centre_x_mm - 1170))
    assert abs(stud.rect.centre_x_mm - 1170) <= 19


def test_shavings_of_a_lath_move_no_stud() -> None:
    lath = Layer(material="lath_and_plaster", thickness_mm=25)
    loose = Framing(row=StudRow(first_centre_mm=400, pitch_mm=400, stud_width_mm=38, known=HowKnown.DETECTED))
    wall = stud_wall(build_up=(lath, Layer(material="timber_studs", thickness_mm=89), lath), framing=loose)
    base = job(wall, plate_fixture(), 1170 - 50, 1000)
    before, now = make_plan(base, CATALOGUE), answered(base, "h1", "wood", met_at_mm=17)[1]
    assert now.framing.members == before.framing.members
    assert "wood-of-the-face" in {one.code for one in now.findings}


def test_a_stud_missed_by_14_mm_is_found_beside_the_old_hole() -> None:
    # drawn at 1200, it stands at 1214 + 19: the screw at 1200 went past it
    loose = Framing(row=StudRow(first_centre_mm=400, pitch_mm=400, stud_width_mm=38, known=HowKnown.DETECTED))
    one = plate_fixture(mass_kg=3, depth_mm=60)
    base = job(stud_wall(framing=loose), one, 1150, 1000, choices=(Choice(hole_id="h1", fixing="stud_screw_5_0"),))
    after, now = answered(base, "h1", "missed_stud")
    # where the screw was free there is no stud: it stands to the one side or the other
    assert make_plan(base, CATALOGUE).holes[0].behind.solid_wood > 0.5
    assert now.holes[0].behind.solid_wood < 0.01
    # to which one nobody knows: no screw looks for it blindly, and an anchor goes where it is likelier clear of it
    found = ways_on(after, "h1", CATALOGUE)
    assert found.look_first == (
        "Find the stud: push a pin in every 15 mm to either side of the hole, where the piece covers it, and put in "
        "under Wall what each met."
    )
    for way in found.ways:
        (there,) = taken(after, way).holes
        assert "in the stud" not in (way.puts_in or "")
        assert there.behind.clear > 0.5
        assert way.feel_first or there.behind.clear > 0.9
    pins = tuple(
        Hit(id=f"pin{x}", kind=HitKind.PIN_WOOD if x >= 1215 else HitKind.PIN_VOID, x_mm=x, y_mm=1000)
        for x in (1185, 1215, 1230, 1245)
    )
    wall = after.wall.model_copy(update={"hits": pins})
    pinned = ways_on(after.model_copy(update={"walls": (wall,)}), "h1", CATALOGUE)
    assert pinned.look_first is None
    onto = [one for one in pinned.ways if one.kind == "move" and "in the stud" in (one.puts_in or "")]
    assert [one.word for one in onto] == [VerdictWord.READY]
    # between the free bit at 1200 and the pin at 1245 it stands at 1226 to 1234
    assert 26 <= onto[0].job.placement.x_mm - 1150 <= 34


@pytest.mark.parametrize(("stays_at_mm", "goes_on"), [(None, True), (31, False)])
def test_a_bit_that_still_cuts_goes_on_and_one_that_stays_where_it_is_does_not(
    stays_at_mm: float | None, goes_on: bool
) -> None:
    base = job(brick_wall(), plate_fixture(mass_kg=3), 1000, 1000)
    after, plan = answered(base, "h1", "harder", met_at_mm=31, depth_mm=stays_at_mm)
    found = ways_on(after, "h1", CATALOGUE).ways
    assert (plan.holes[0].chosen is not None) is goes_on
    assert (found[0].kind == "go_on") is goes_on


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


def supposed(shape: str, wall: str, region: Region, **more: object) -> JobDocument:
    return supposed_job(Supposed.model_validate({"shape": shape, "wall": wall, "region": region, **more}), CATALOGUE)


@pytest.mark.parametrize("shape", ["tall_cabinet", "radiator", "screen_arm", "screen_plate", "shelf"])
def test_where_a_stud_was_missed_no_way_is_a_guess(shape: str) -> None:
    base = supposed(shape, "board_on_studs", Region.NORTH_AMERICA, in_studs=True, looked=True)
    first = make_plan(base, CATALOGUE).holes[0].id
    after, now = answered(base, first, "missed_stud")
    assert now.holes[0].behind.solid_wood < 0.02
    found = ways_on(after, first, CATALOGUE, KEEP)
    assert (found.stop or found.look_first or "").startswith("Find the stud: push a pin in every 15 mm")
    for way in found.ways:
        holes = taken(after, way).holes
        assert all(hole.behind.solid_wood > 0.5 or "stud" not in (hole.chosen or "") for hole in holes)


def test_a_bracket_that_is_put_where_it_holds_goes_onto_the_stud_that_was_found_alone() -> None:
    base = supposed("shelf", "board_on_studs", Region.IRELAND, in_studs=True, looked=True)
    plan = make_plan(base, CATALOGUE)
    missed = plan.holes[0]
    after, _ = answered(base, missed.id, "missed_stud")
    pins = tuple(
        Hit(id=f"pin{dx}", kind=HitKind.PIN_WOOD if dx > 0 else HitKind.PIN_VOID, x_mm=missed.x_mm + dx, y_mm=1100)
        for dx in (-15, 15, 30)
    )
    wall = after.wall.model_copy(update={"hits": pins})
    way = ways_on(after.model_copy(update={"walls": (wall,)}), missed.id, CATALOGUE, KEEP).ways[0]
    assert (way.kind, way.new_holes, way.word) == ("slide", 2, VerdictWord.READY)
    assert way.title.startswith("Put bracket 1 ")
    far = {hole.id: round(hole.x_mm) for hole in taken(after, way).holes}
    moved = {hole.id: far[hole.id] - round(hole.x_mm) for hole in plan.holes}
    assert {moved[hole.id] for hole in plan.holes if hole.support == missed.support} <= set(range(20, 36))
    assert {moved[hole.id] for hole in plan.holes if hole.support != missed.support} == {0}


def test_where_the_bit_met_wood_the_likelier_side_is_taken_and_the_way_leads_to_where_it_is_sure() -> None:
    base = supposed("shelf", "board_on_studs", Region.IRELAND, hand="none", looked=True)
    holes = make_plan(base, CATALOGUE).holes
    after, now = answered(base, holes[0].id, "wood")
    # below it the stud is likely; 610 to the right one of a row of 600 may be, and is not likely
    foot, beside = now.holes[1], now.holes[2]
    assert foot.behind.solid_wood > 0.5 > beside.behind.solid_wood > 0.05
    assert ("stud_screw" in (foot.chosen or ""), "stud_screw" in (beside.chosen or "")) == (True, False)
    way = ways_on(after, holes[0].id, CATALOGUE, KEEP).ways[0]
    assert (way.kind, way.word, way.feel_first) == ("move", VerdictWord.READY, False)
    # a bit that met wood is in a stud of 38, which ends 38 beside it at the most
    there = taken(after, way).holes
    assert all(abs(hole.x_mm - holes[0].x_mm) > 38 for hole in there[:2])


def test_where_a_spot_is_open_one_goes_by_what_is_likelier() -> None:
    # a stud that was seen at 1200 and not met there: 30 beside it wood is possible and a void is likely
    own = Member(id="own", kind=MemberKind.STUD, x_mm=1181, y_mm=0, width_mm=38, height_mm=2400, known=HowKnown.SEEN)
    free = Hit(id="free", kind=HitKind.PIN_VOID, x_mm=1200, y_mm=1100)
    hole = make_plan(job(stud_wall(framing=Framing(members=(own,)), hits=(free,)), TWO, 1000, 1100), CATALOGUE).holes[1]
    assert hole.behind.kind is BehindKind.OPEN
    assert 0.05 <= hole.behind.solid_wood < 0.5 < hole.behind.clear
    screws = [one.fixing for one in hole.candidates if "stud_screw" in one.fixing]
    assert screws, "a screw would do if there were a stud"
    assert hole.chosen not in screws


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


def test_the_last_one_is_gone_and_the_hole_is_drilled() -> None:
    base = job(brick_wall(15), TWO, 1057, 1007, choices=chosen("nylon_plug_8", 2))
    found = ways(base, "h1", "out_of_stock")
    gone = {one.fixing: one.reasons[0] for one in answered(base, "h1", "out_of_stock")[1].holes[0].refused}
    assert gone["nylon_plug_8"] == "It was tried in this hole, or given up for it."
    # what there is none of is missing at another place too
    assert {way.kind for way in found.ways} == {"same_hole", "get_more"}
    (more,) = [way for way in found.ways if way.kind == "get_more"]
    assert (more.title, more.lacks) == ("Get another nylon expanding plug 8 × 40", ("Nylon expanding plug 8 × 40",))
    waiting = taken(answered(base, "h1", "out_of_stock")[0], more)
    assert (waiting.verdict.word, waiting.holes[0].chosen) == (VerdictWord.READY, "nylon_plug_8")
    assert more.job.records[0].bit_mm == 8, "the hole is not drilled again"
    same = [way for way in found.ways if way.kind == "same_hole"]
    assert same
    for way in same:
        record = way.job.records[0]
        assert (record.bit_mm, record.settled, record.fixing) == (8, True, None)
        assert way.puts_in != "Nylon expanding plug 8 × 40"


def test_metal_stops_but_where_a_steel_stud_is_just_behind_the_board() -> None:
    on_studs = job(STEEL, plate_fixture(), 1150, 1000)
    flange = answered(on_studs, "h1", "metal", met_at_mm=14)[1]
    assert {one.code for one in flange.findings} >= {"flange-met"}
    assert "bit-met-stop" not in {one.code for one in flange.findings}
    deep = answered(on_studs, "h1", "metal", met_at_mm=40)[1]
    assert "bit-met-stop" in {one.code for one in deep.findings}
    between = answered(job(STEEL, plate_fixture(), 950, 1000), "h1", "metal", met_at_mm=14)[1]
    assert between.verdict.word is VerdictWord.DO_NOT_DRILL
    assert ways(job(stud_wall(), plate_fixture(), 1150, 1000), "h1", "metal", met_at_mm=14).ways == ()


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


def test_what_goes_as_planned_changes_nothing_for_the_rest() -> None:
    # the lower holes lie in a joint and want more: once they are done, the others still get the same
    four = plate_fixture(((20, 20), (180, 20), (20, 57), (180, 57)), size_mm=(200, 77), mass_kg=6)
    jobs = [*demo_documents(), job(brick_wall(), four, 1057, 1050)]
    for base in jobs:
        plan = make_plan(base, CATALOGUE, KEEP)
        meant = [hole.chosen for hole in plan.holes]
        for hole in plan.holes:
            if hole.chosen:
                base, plan = answered(base, hole.id, "as_planned")
                assert [one.chosen for one in plan.holes] == meant, f"{base.title}: hole {hole.number}"


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


@pytest.mark.parametrize("build_up", ["board_on_studs", "fibre_cement_on_studs"])
@pytest.mark.parametrize(("left_mm", "found"), [(1170, True), (970, True), (970, False)])
def test_what_goes_as_planned_makes_nothing_less_sure(build_up: str, left_mm: float, found: bool) -> None:
    """Studs that were seen, or looked for by nobody: a bit that meets what was expected asks for no more proof."""
    wall = stud_wall(build_up=CATALOGUE.build_up_by_key[build_up].layers, stated="told")
    wall = wall if found else wall.model_copy(update={"framing": None})
    fixture = plate_fixture(((30, 30), (30, 130)), size_mm=(60, 160), mass_kg=3)
    base = job(wall, fixture, left_mm, 1000)
    plan = make_plan(base, CATALOGUE, KEEP)
    assert plan.verdict.word is VerdictWord.READY
    meant = [hole.chosen for hole in plan.holes]
    for hole in plan.holes:
        base, plan = answered(base, hole.id, "as_planned")
        assert plan.verdict.word is VerdictWord.READY, plan.verdict.sentence
        assert [one.chosen for one in plan.holes] == meant


def test_a_hole_for_an_anchor_that_went_in_is_no_stud_however_wide_its_wing() -> None:
    # nobody is sure of the studs; what went in as planned shows that none is there, for what is as wide
    wall = stud_wall(
        framing=Framing(row=StudRow(first_centre_mm=400, pitch_mm=400, stud_width_mm=38, known="predicted"))
    )
    base = job(wall, plate_fixture(((30, 30),), size_mm=(60, 60), mass_kg=1), 1130, 1000)
    open_before = {one.code for one in make_plan(base, CATALOGUE, KEEP).findings}
    assert "stud-open" in open_before
    after, plan = answered(base, "h1", "as_planned")
    assert "stud-open" not in {one.code for one in plan.findings}
    # a toggle, whose wing reaches farther, is not shown to be clear by a narrow anchor
    wide = after.model_copy(update={"choices": chosen("spring_toggle_m6", 1)})
    assert plan.holes[0].chosen != "spring_toggle_m6"
    assert "stud-open" in {one.code for one in make_plan(wide, CATALOGUE, KEEP).findings}


def test_a_hole_deeper_than_any_probe_is_told_all_the_same() -> None:
    """A probe is told down to 400 mm; a hole through a thick wall may be deeper, and the job is planned on."""
    base = job(brick_wall(15, 600), TWO, 1057, 1007)
    after, plan = answered(base, "h1", "harder", came_out="red", depth_mm=500)
    assert plan.holes
    assert not [one for one in told_by_holes(after, CATALOGUE).wall.evidence if one.probe]
    shallow, _ = answered(base, "h1", "harder", came_out="red", depth_mm=400)
    (told,) = (one.probe for one in told_by_holes(shallow, CATALOGUE).wall.evidence)
    assert told is not None
    assert told.intervals[-1].to_mm == 400


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


@pytest.mark.parametrize(("depth_mm", "deep_mm"), [(None, 60), (45, 45)])
def test_a_screw_that_went_into_a_stud_as_planned_tells_how_deep_wood_is(
    depth_mm: float | None, deep_mm: float
) -> None:
    base = job(stud_wall(), plate_fixture(((30, 30),), size_mm=(60, 60), mass_kg=1), 1170, 1000)
    for met, known in (("as_planned", deep_mm), ("wood", None)):
        record = HoleRecord(hole_id="h1", met=(met,), fixing="stud_screw_5_0", depth_mm=depth_mm)
        (told,) = told_by_holes(base.model_copy(update={"records": (record,)}), CATALOGUE).wall.hits
        assert told.depth_mm == known
