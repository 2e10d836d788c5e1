"""Why a verdict is what it is: the figures that are told are those of the plan, and what they are held against."""

import re

import pytest

from rockpin.catalogue import load_catalogue
from rockpin.core.base.findings import Stage, VerdictWord
from rockpin.core.plan import Plan, make_plan
from rockpin.core.questions import Supposed, job_of
from rockpin.demo import demo_documents
from rockpin.demo.first_job import first_job, guide_of

CATALOGUE = load_catalogue()
PLANS = [make_plan(document, CATALOGUE) for document in demo_documents()]


@pytest.mark.parametrize("plan", PLANS, ids=[plan.job_id for plan in PLANS])
def test_each_stage_tells_its_worst_figure_and_its_limit(plan: Plan) -> None:
    because = {one.stage: one.because for one in plan.stages}
    assert set(because) == set(Stage)
    if plan.beside:
        # each stage is told for either wall, by its name
        assert all(told.startswith(f"{plan.wall}: ") and f" {plan.beside.wall}: " in told for told in because.values())
        return
    if plan.post:
        assert because[Stage.WALL] == plan.post.text
        return
    assert f"{plan.belief.family.probability_text}, where 80 % are wanted" in because[Stage.WALL]
    risk = max(hole.risk.chance for hole in plan.holes)
    (named,) = re.findall(r"greatest at hole (\d+)", because[Stage.HIDDEN])
    assert plan.holes[int(named) - 1].risk.chance == risk
    assert "Up to 1 % it may be drilled, above 10 % never" in because[Stage.HIDDEN]
    # as the card has it, rounded the same way
    cards = [hole.card for hole in plan.holes if hole.card and not hole.card.pushed]
    if len(cards) == len(plan.holes):
        assert max(cards, key=lambda card: card.depth_mm).depth_text in because[Stage.DRILL]
    used = {hole.number: hole.working.use for hole in plan.holes if hole.working}
    if len(used) == len(plan.holes):
        (number,) = re.findall(r"^Hole (\d+) is used most", because[Stage.FIXING])
        assert used[int(number)] == max(used.values())


def test_nobody_is_told_of_a_depth_where_nothing_holds() -> None:
    plan = make_plan(job_of(Supposed(wall="thin_panel_void", shape="grab_rail"), CATALOGUE), CATALOGUE)
    because = {one.stage: one.because for one in plan.stages}
    assert because[Stage.FIXING].startswith("Of the whole catalogue nothing holds at hole ")
    assert " mm" not in because[Stage.DRILL]


def test_the_first_job_begins_with_nothing_done_and_is_no_real_wall() -> None:
    document = first_job(CATALOGUE)
    plan = make_plan(document, CATALOGUE)
    assert plan.practice
    assert plan.verdict.word is VerdictWord.PROVE_FIRST
    steps = guide_of(plan, document).steps
    assert [step.stage for step in steps] == list(Stage)
    assert not any(step.done for step in steps)
