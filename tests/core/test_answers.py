"""What can be said of a hole, and what becomes of it where nobody says anything."""

import pytest

from rockpin.core.base.errors import BadInput, NotFound
from rockpin.core.base.findings import VerdictWord
from rockpin.core.document.record import HoleRecord
from rockpin.core.drilling import told_by_holes
from rockpin.core.framing import BehindKind
from rockpin.core.plan import Report, make_plan, reported, ways_on
from rockpin.core.plan.answers import answers_of
from rockpin.demo import demo_documents
from tests.answering import CATALOGUE, KEEP, STEEL, TWO, WALLS, answered, chosen, taken, ways
from tests.builders import brick_wall, job, plate_fixture, stud_wall

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
    found = answers_of(row, BehindKind.VOID, (), False, True, CATALOGUE)
    assert asked in found
    assert never not in found
    # a tile cracks only where there is one, and a void is no news where one was planned with
    assert not {"tile_cracked", "void"} & set(found)
    tiled = set(answers_of(row, BehindKind.UNIT, ("tile",), False, True, CATALOGUE))
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
    holes = make_plan(base, CATALOGUE, KEEP).holes
    assert {hole.chosen for hole in holes} == {None}
    assert not any("as_planned" in hole.answers for hole in holes)
    with pytest.raises(BadInput, match="hole 1 has no plan that it could go by"):
        answered(base, "h1", "as_planned")
    # whoever drilled all the same says what happened, and what went in
    drilled = base.model_copy(update={"records": (HoleRecord(hole_id="h1", fixing="strap_toggle_m6"),)})
    assert ["as_planned" in hole.answers for hole in make_plan(drilled, CATALOGUE, KEEP).holes] == [True, False]
    (record,) = answered(drilled, "h1", "as_planned")[0].records
    assert (record.met, record.fixing) == (("as_planned",), "strap_toggle_m6")
    assert answered(base, "h1", "metal")[0].records[0].met == ("metal",)


@pytest.mark.parametrize(("stays_at_mm", "goes_on"), [(None, True), (31, False)])
def test_a_bit_that_still_cuts_goes_on_and_one_that_stays_where_it_is_does_not(
    stays_at_mm: float | None, goes_on: bool
) -> None:
    base = job(brick_wall(), plate_fixture(mass_kg=3), 1000, 1000)
    after, plan = answered(base, "h1", "harder", met_at_mm=31, depth_mm=stays_at_mm)
    found = ways_on(after, "h1", CATALOGUE).ways
    assert (plan.holes[0].chosen is not None) is goes_on
    assert (found[0].kind == "go_on") is goes_on


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
