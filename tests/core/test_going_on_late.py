"""The last hole answers differently when all others hold: there is a way on from there too, and it is planned whole."""

from math import hypot

import pytest

from rockpin.core.base.findings import VerdictWord
from rockpin.core.document.job import JobDocument
from rockpin.core.document.record import Holds, HoleRecord
from rockpin.core.fixture import build
from rockpin.core.plan import Plan, WaysOn, make_plan, ways_on
from tests.answering import CATALOGUE, KEEP, TWO, WALLS, answered, chosen, taken
from tests.builders import brick_wall, job, plate_fixture, stud_wall


def but_one_up(base: JobDocument) -> tuple[JobDocument, Plan]:
    """Every hole but the first drilled as planned, tried and holding."""
    plan = make_plan(base, CATALOGUE, KEEP)
    up = tuple(
        HoleRecord(
            hole_id=hole.id,
            met=("as_planned",),
            bit_mm=hole.card.bit_mm,
            depth_mm=hole.card.depth_mm,
            fixing=hole.chosen,
            holds=Holds.YES,
        )
        for hole in plan.holes[1:]
        if hole.card
    )
    assert len(up) == len(plan.holes) - 1
    return base.model_copy(update={"records": up}), plan


def late(base: JobDocument, outcome: str, **more: object) -> tuple[WaysOn, Plan]:
    up, plan = but_one_up(base)
    first = plan.holes[0].id
    return ways_on(answered(up, first, outcome, **more)[0], first, CATALOGUE, KEEP), plan


@pytest.mark.parametrize("where", WALLS)
def test_nobody_is_left_with_three_holes_that_hold_and_one_that_does_not(where: str) -> None:
    wall, x_mm = WALLS[where]
    base = job(wall, TWO, x_mm, 1007)
    for key in make_plan(base, CATALOGUE, KEEP).holes[0].answers:
        outcome = CATALOGUE.outcome_by_key[key]
        if key == "as_planned" or outcome.stops:
            continue
        found, _ = late(base, key, off_x_mm=9 if key == "wandered" else 0)
        assert found.ways or found.look_first, f"{where}: {key} ends here"
        for way in found.ways:
            assert taken(base, way).verdict.word is way.word is not VerdictWord.DO_NOT_DRILL


def test_what_is_taken_down_is_drilled_anew_clear_of_every_old_hole() -> None:
    base = job(brick_wall(15), build(CATALOGUE.shape_by_key["keyholes"], {}), 1057, 1007)
    found, plan = late(base, "harder", met_at_mm=20, depth_mm=20)
    way = next(one for one in found.ways if one.kind == "take_down")
    assert way.title.startswith("Take it down and move it ")
    assert way.new_holes == len(plan.holes) == 2
    assert way.job.records == ()
    old = [(one.x_mm, one.y_mm, one.diameter_mm) for one in way.job.left]
    assert len(old) == 2
    again = taken(base, way)
    for hole in again.holes:
        # four diameters of the wider of the two, from hole to hole
        assert all(hypot(hole.x_mm - x, hole.y_mm - y) >= 4 * wide - 0.5 for x, y, wide in old)
    titles = [step.title for step in again.steps]
    assert titles.index("Take out the old fixings") < titles.index("Mark")
    assert "2 of them" in next(step.sentence for step in again.steps if step.title == "Take out the old fixings")


def test_of_what_cuts_its_own_hole_none_left_means_none_cut() -> None:
    base = job(stud_wall(), TWO, 930, 1007, choices=chosen("self_drilling_zinc", 2))
    after, _ = answered(base, "h1", "out_of_stock")
    assert after.records[0].bit_mm is None
    found = ways_on(after, "h1", CATALOGUE, KEEP)
    assert "get_more" in {way.kind for way in found.ways}
    # pulled out again it leaves a hole as wide as its thread
    spun, _ = answered(base, "h1", "plug_spins")
    assert (spun.records[0].bit_mm or 0) > 12


def test_a_board_is_drilled_elsewhere_and_the_rest_of_it_stays() -> None:
    boarded = build(CATALOGUE.shape_by_key["on_board"], {})
    base = job(brick_wall(15), boarded, 1057, 1007)
    found, plan = late(base, "screw_snapped")
    (board,) = boarded.links
    slid = next(one for one in found.ways if one.kind == "slide")
    assert slid.title.startswith("Drill the board ")
    assert (slid.new_holes, len(slid.job.left), len(slid.job.records)) == (1, 1, len(plan.holes) - 1)
    (now,) = slid.job.fixture.links
    moved = [(one, was) for one, was in zip(now.holes, board.holes, strict=True) if one != was]
    ((one, was),) = moved
    assert was.id == plan.holes[0].id
    assert 0 < one.x_mm < board.width_mm
    assert 0 < one.y_mm < board.height_mm
    assert hypot(one.x_mm - was.x_mm, one.y_mm - was.y_mm) >= 4 * slid.job.left[0].diameter_mm - 0.5
    # as near its edges as it is drilled anyway, and no nearer
    assert min(one.x_mm, board.width_mm - one.x_mm) >= min(min(h.x_mm, board.width_mm - h.x_mm) for h in board.holes)


FOUR = plate_fixture(((30, 30), (170, 30), (30, 150), (170, 150)), size_mm=(200, 180), mass_kg=3, hole_mm=8)


@pytest.mark.parametrize("tried", [True, False])
def test_two_holes_that_fail_are_seen_to_one_after_the_other(tried: bool) -> None:
    """A thicker plug in each: neither shuts off the other's way, and nobody is sent to move the whole for it."""
    base = job(brick_wall(15), FOUR, 1057, 1007)
    plan = make_plan(base, CATALOGUE, KEEP)
    if tried:
        gave = [
            HoleRecord(hole_id=hole.id, met=("as_planned",), bit_mm=5, fixing=hole.chosen, holds=Holds.NO)
            for hole in plan.holes[:2]
        ]
        both = base.model_copy(update={"records": tuple(gave)})
    else:
        both = answered(answered(base, "h1", "plug_spins")[0], "h2", "plug_spins")[0]
    first = ways_on(both, "h1", CATALOGUE, KEEP).ways[0]
    assert first.kind == "same_hole"
    assert first.word is VerdictWord.PROVE_FIRST, "the other one is still open"
    assert first.sentence.endswith("Hole 2 still waits for a way on.")
    then = both.model_copy(update=dict(first.job))
    assert (make_plan(then, CATALOGUE, KEEP).verdict.word is VerdictWord.DO_NOT_DRILL) is tried
    second = ways_on(then, "h2", CATALOGUE, KEEP).ways[0]
    assert second.kind == "same_hole"
    assert "waits" not in second.sentence
    assert taken(then, second).verdict.word is second.word is VerdictWord.READY


def test_who_cannot_go_on_here_is_sent_to_the_hole_that_stops_it() -> None:
    base = job(brick_wall(15), FOUR, 1057, 1007)
    # the second hole is too wide for whatever there is, and of the first there is merely none left
    spent = HoleRecord(hole_id="h2", met=("as_planned",), bit_mm=55, holds=Holds.NO)
    both = answered(base.model_copy(update={"records": (spent,)}), "h1", "out_of_stock")[0]
    found = ways_on(both, "h1", CATALOGUE, KEEP)
    assert found.ways == ()
    assert found.stop == "Hole 2 does not hold either: see first what leads on from there."
