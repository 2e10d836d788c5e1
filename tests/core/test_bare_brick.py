"""A wall whose joints one sees: nobody marks a hole in one, and till a brick is measured none is reckoned by them."""

from itertools import combinations

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from rockpin.catalogue import load_catalogue
from rockpin.core.base.findings import VerdictWord
from rockpin.core.document.job import JobDocument, Region
from rockpin.core.document.wall import Courses, HowKnown, UnitSolidity
from rockpin.core.framing import BehindKind
from rockpin.core.plan import make_plan, ways_out
from rockpin.core.plan.stages import compute_stages
from rockpin.core.plan.way_out import WayKind
from rockpin.core.questions import Supposed, job_of, what_goes_in
from rockpin.core.questions.supposed import assumed, supposed_job
from rockpin.core.setout import off_joints
from rockpin.exchange.template import template_of
from tests.builders import job, plate_fixture, stud_wall

CATALOGUE = load_catalogue()


def test_a_hole_in_bare_brick_is_in_a_brick_that_one_sees() -> None:
    for thing in ("hook", "shelf", "cabinet", "grab_rail", "on_board"):
        asked = Supposed(shape=thing, wall="fair_faced_brick")
        plan = make_plan(supposed_job(asked, CATALOGUE), CATALOGUE)
        assert {hole.behind.kind for hole in plan.holes} == {BehindKind.UNIT}, thing
        # nothing is taken off for a joint that might be there, and nobody has to pull a plug for its sake
        texts = [str(line) for hole in plan.holes if hole.working for line in hole.working.lines]
        assert not any("hidden" in text for text in [*texts, *(hole.behind_text for hole in plan.holes)]), thing
    assert any("not in the joint" in one for one in what_goes_in(asked, CATALOGUE).assumed)


def test_a_rail_up_a_stair_meets_a_joint_somewhere_and_says_so() -> None:
    # twelve brackets of two holes at twenty-four heights: no shift of the courses takes all of them off the beds
    asked = Supposed(shape="handrail", wall="fair_faced_brick", measures={"rise": 1370, "brackets": 12})
    job = supposed_job(asked, CATALOGUE)
    met = sum(hole.behind.kind is BehindKind.JOINT for hole in make_plan(job, CATALOGUE).holes)
    assert met > 0
    assert any(f"{met} would meet a joint" in one for one in assumed(asked, job, CATALOGUE))


def test_how_much_a_thing_holds_that_the_floor_carries_is_no_question_of_its_fixings() -> None:
    (fit, *_) = what_goes_in(Supposed(shape="tall_cabinet", wall="fair_faced_brick"), CATALOGUE).fits
    assert fit.holds_text is None


def test_what_fastens_the_board_is_asked_of_each_fixing_by_itself() -> None:
    answer = what_goes_in(Supposed(shape="on_board", wall="fair_faced_brick"), CATALOGUE)
    assert len({one.fixing for one in answer.fits}) == len(answer.fits) > 1
    assert len({one.holds_text for one in answer.fits}) > 1


# --- nobody has measured where they lie -------------------------------------------------------------------------------


def _started(known: HowKnown | None = None, **measures: float) -> JobDocument:
    job = job_of(Supposed(shape="shelf", wall="fair_faced_brick", measures=measures, looked=True), CATALOGUE)
    assert job.wall.courses is not None
    courses = job.wall.courses.model_copy(update={"known": known} if known else {})
    return job.model_copy(update={"walls": (job.wall.model_copy(update={"courses": courses}),)})


def test_joints_as_is_usual_decide_nothing_and_a_measured_brick_does() -> None:
    guessed, measured = (make_plan(_started(known, holds=40), CATALOGUE) for known in (None, HowKnown.SEEN))
    codes = [{one.code for one in plan.findings} for plan in (guessed, measured)]
    assert "joints-not-measured" in codes[0] - codes[1]
    assert {hole.behind_text for hole in guessed.holes} == {"brick or joint, not measured"}
    assert not any(hole.behind.joints_known for hole in guessed.holes)
    assert all(hole.behind.joints_known for hole in measured.holes)
    # by the courses as drawn a hole meets a joint: that is told where somebody says that they lie so, and not before
    assert any(hole.behind.kind is BehindKind.JOINT for hole in measured.holes)
    # a shelf of 44 kg is reckoned as if each hole met a joint, and says why
    heavy = [str(line) for hole in guessed.holes if hole.working for line in hole.working.lines]
    assert any("joints not measured, and it is heavy" in line for line in heavy)
    assert any("meets one, move the whole" in note for hole in guessed.holes if hole.card for note in hole.card.notes)
    # and the template draws no joint that is not there
    templates = [[line.layer for line in template_of(plan).lines] for plan in (guessed, measured)]
    assert "joints" in templates[1]
    assert "joints" not in templates[0]


def test_measuring_a_brick_is_a_way_where_that_is_what_it_takes() -> None:
    job = _started(holds=55)
    ways = {way.kind: way for way in ways_out(job, CATALOGUE)}
    assert WayKind.OFF_JOINTS in ways
    assert WayKind.OFF_JOINTS not in {way.kind for way in ways_out(_started(HowKnown.SEEN, holds=55), CATALOGUE)}


def test_a_brick_is_as_large_as_they_are_in_its_region() -> None:
    sizes = {}
    for region in (Region.BRITAIN, Region.CENTRAL_EUROPE, Region.NORTH_AMERICA):
        courses = job_of(Supposed(wall="fair_faced_brick", region=region), CATALOGUE).wall.courses
        assert courses is not None
        assert courses.solidity is UnitSolidity.SOLID
        sizes[region] = courses.unit_length_mm + courses.joint_mm, courses.unit_height_mm + courses.joint_mm
    # with its joint: 225 × 75; the normal format 252 × 83; modular brick 8 × 2 5/8 in, three courses to 8 in less 1/8
    assert sizes[Region.BRITAIN] == (225, 75)
    assert sizes[Region.CENTRAL_EUROPE] == (252, 83)
    assert sizes[Region.NORTH_AMERICA] == pytest.approx((8 * 25.4, 2.625 * 25.4), abs=0.01)


@given(
    st.lists(st.tuples(st.integers(0, 500), st.integers(0, 300)), min_size=2, max_size=5, unique=True),
    st.sampled_from([0.0, 0.5]),
)
@settings(max_examples=25, deadline=None)
def test_of_lays_that_meet_as_few_joints_and_ends_the_one_with_fewest_holes_to_a_brick_is_taken(
    at: list[tuple[int, int]], bond: float
) -> None:
    courses = Courses(unit_length_mm=215, unit_height_mm=65, joint_mm=10, course_shift=bond)
    plate = plate_fixture(tuple((float(x), float(y)) for x, y in at), size_mm=(520, 320))
    holes = compute_stages(job(stud_wall(), plate, 700, 700), CATALOGUE, advise=False).placed.holes
    figures = CATALOGUE.figures.framing

    def counts(left: float, low: float) -> tuple[int, int, int]:
        met, near, bricks = 0, 0, []
        for hole in holes:
            course, over = divmod(hole.y_mm - low, 75)
            brick, past = divmod(hole.x_mm - left - course * bond * 225, 225)
            end, bed = min(past, 215 - past), min(over, 65 - over)
            met += min(end, bed - figures.setout_error_mm) < 0
            near += end < figures.masonry_unit_end_share * 215
            bricks.append((course, brick))
        return met, near, sum(a == b for a, b in combinations(bricks, 2))

    laid = off_joints(courses, holes, figures)
    least = min(counts(5.0 * across, 5.0 * up) for across in range(45) for up in range(15))
    assert counts(laid.courses.origin_x_mm, laid.courses.origin_y_mm) == least


def test_four_holes_of_a_small_plate_are_not_all_put_in_one_brick() -> None:
    answer = what_goes_in(Supposed(shape="speaker", wall="fair_faced_brick"), CATALOGUE)
    assert answer.verdict.word is VerdictWord.READY
