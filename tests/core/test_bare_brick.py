"""A question about a wall whose joints one sees: nobody marks a hole in a joint, and each answer is its own fixing."""

from rockpin.catalogue import load_catalogue
from rockpin.core.framing import BehindKind
from rockpin.core.plan import make_plan
from rockpin.core.questions import Supposed, what_goes_in
from rockpin.core.questions.supposed import assumed, supposed_job

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


def test_what_fastens_the_board_is_asked_of_each_fixing_by_itself() -> None:
    answer = what_goes_in(Supposed(shape="on_board", wall="fair_faced_brick"), CATALOGUE)
    assert len({one.fixing for one in answer.fits}) == len(answer.fits) > 1
    assert len({one.holds_text for one in answer.fits}) > 1
