"""A maker's rating of the whole outranks its parts where every condition that he names is met, and only there."""

from typing import Any

import pytest

from bench.ordinary_jobs import grab_rail, job, masonry, picked, rated_arm, studs, two_boards
from rockpin.catalogue import load_catalogue
from rockpin.core.base.findings import VerdictWord
from rockpin.core.document.assembly import AssemblyRating, RatedIn
from rockpin.core.document.fixture import Fixture, FixtureHole, Link, LinkKind
from rockpin.core.document.job import JobDocument
from rockpin.core.document.wall import Wall
from rockpin.core.fixture import copied, moved_along, started, things_of
from rockpin.core.placing import shifted
from rockpin.core.plan import Plan, WayKind, make_plan, ways_out
from rockpin.core.tables.references import thing_named


def _planned(fixture: Fixture, wall: Any = None) -> Plan:
    document: JobDocument = job(wall or studs(), fixture, 1170, 1300)
    return make_plan(document, load_catalogue())


def _rated(**changes: Any) -> Fixture:
    made = rated_arm()
    assert made.rated
    return made.model_copy(update={"rated": made.rated.model_copy(update=changes)})


def _said(plan: Plan, code: str) -> str:
    return next((one.sentence for one in plan.findings if one.code == code), "")


def test_the_whole_counts_and_its_parts_stand_beside_it() -> None:
    plan = _planned(rated_arm())
    assert plan.verdict.word is VerdictWord.READY
    # 25 of 30 kg
    assert [round(hole.working.use, 4) for hole in plan.holes if hole.working] == [0.8333] * 4
    assert {hole.working.governs for hole in plan.holes if hole.working} == {"the maker's rating of the whole"}
    assert "its instructions, page 4" in _said(plan, "rated-whole")
    assert "times over, by bending of the screw" in _said(plan, "rated-whole")
    # without it the upper and lower screws hold by no figure of their own
    assert _planned(rated_arm().model_copy(update={"rated": None})).verdict.word is VerdictWord.DO_NOT_DRILL


@pytest.mark.parametrize(
    "changes",
    [
        {"mass_max_kg": 25},
        {"fasteners_least": 4},
        # right to the size, as a leaflet says it
        {"screw_min_mm": 8, "screw_max_mm": 8},
    ],
)
def test_a_condition_that_is_just_met_counts(changes: dict[str, Any]) -> None:
    plan = _planned(_rated(**changes))
    assert plan.verdict.word is VerdictWord.READY
    assert _said(plan, "rated-whole")


@pytest.mark.parametrize(
    ("changes", "says"),
    [
        ({"mass_max_kg": 24.9}, "it holds for 24.9 kg, and this is 25 kg"),
        ({"reach_max_mm": 400}, "it holds for a weight 400 mm off the wall"),
        ({"covering_max_mm": 12}, "it allows 12 mm in front of what holds"),
        ({"fasteners_least": 5}, "it wants 5 screws, and 4 are used"),
        ({"hand": "none"}, "it holds for"),
        ({"screw_max_mm": 7.9, "screw_min_mm": 7.5}, "does not count at every hole"),
        ({"embedment_min_mm": 90}, "does not count at every hole"),
        ({"rated_in": ("solid",)}, "does not count at every hole"),
    ],
)
def test_one_condition_missed_and_it_goes_by_its_parts(changes: dict[str, Any], says: str) -> None:
    plan = _planned(_rated(**changes))
    assert plan.verdict.word is VerdictWord.DO_NOT_DRILL
    assert says in _said(plan, "rating-unmet")


def test_it_lifts_nothing_but_strength() -> None:
    # a stud that may not be there stays open, whatever the plate is rated for
    beside = make_plan(job(studs(), rated_arm(), 1160, 1300), load_catalogue())
    assert beside.verdict.word is not VerdictWord.READY
    # more board in front than it allows
    assert "it allows 16 mm" in _said(_planned(rated_arm(), two_boards()), "rating-unmet")
    # another wall than it names
    assert "does not count" in _said(_planned(rated_arm(), masonry("aerated_block")), "rating-unmet")
    # a person's weight that it says nothing of
    held = _rated().model_copy(update={"rails": grab_rail().rails})
    assert "a person's weight" in _said(_planned(held), "rating-unmet")
    # a board of one's own between the plate and the wall that it was tested in
    (plate,) = _rated().supports
    hole = FixtureHole(id="b1", x_mm=50, y_mm=50, diameter_mm=8.5)
    board = Link(
        id="board",
        kind=LinkKind.BACKING_BOARD,
        thickness_mm=38,
        support_ids=(plate.id,),
        x_mm=plate.x_mm - 100,
        y_mm=plate.y_mm - 50,
        width_mm=plate.width_mm + 200,
        height_mm=plate.height_mm + 100,
        species="spruce",
        holes=(hole, hole.model_copy(update={"id": "b2", "y_mm": plate.height_mm})),
    )
    on_board = _rated().model_copy(update={"links": (board,)})
    assert "it stands on a part of its own, not on the wall" in _said(_planned(on_board), "rating-unmet")


@pytest.mark.parametrize(
    ("changes", "says"),
    [
        ({"duty": "shaken"}, "it says nothing of shaking"),
        ({"environment": "outdoor"}, "it says nothing of wind"),
        ({"floor": True}, "it says nothing of a thing that only leans"),
    ],
)
def test_a_rating_by_weight_was_not_tested_for_what_else_acts(changes: dict[str, Any], says: str) -> None:
    data = rated_arm().model_dump(mode="json")
    if changes.pop("floor", False):
        data["pieces"][0]["held_by"] = "floor"
    plan = _planned(Fixture.model_validate(data | changes))
    assert says in _said(plan, "rating-unmet")
    assert all(hole.working is None or hole.working.governs != "the maker's rating of the whole" for hole in plan.holes)


def test_it_counts_at_every_hole_or_at_none() -> None:
    # with another screw in one hole it is not the plate that was tested, so the other three go by their parts too
    made = picked(job(studs(), rated_arm(), 1170, 1300), "stud_screw_6_0")
    plan = make_plan(made.model_copy(update={"choices": made.choices[:1]}), load_catalogue())
    assert plan.verdict.word is VerdictWord.DO_NOT_DRILL
    assert "does not count at every hole" in _said(plan, "rating-unmet")
    assert not any(hole.working and hole.working.governs == "the maker's rating of the whole" for hole in plan.holes)


def _ways(thing: str, wall: Wall, **changes: Any) -> list[str]:
    catalogue = load_catalogue()
    fixture = started(thing_named(thing, catalogue), {"own": 25} if thing == "tv_on_arm" else {})
    here = job(wall, fixture.model_copy(update=changes), 1000, 1300)
    # its holes on the middle of a stud, where there are any
    plan = make_plan(here, catalogue)
    studs_mm = [one.rect.centre_x_mm for one in plan.framing.members]
    if studs_mm:
        along = min((at - plan.holes[0].x_mm for at in studs_mm), key=abs)
        here = here.model_copy(update={"placement": shifted(here.placement, along, 0)})
    return [one.sentence for one in ways_out(here, catalogue) if one.kind is WayKind.MAKERS_RATING]


def test_where_the_parts_do_not_hold_the_makers_instructions_are_worth_a_look() -> None:
    (says,) = _ways("tv_on_arm", studs())
    assert "into a wooden stud" in says
    assert "if they rate the whole for 28 kg or more" in says
    # a rating that is put in and does not count is no way; nor is one for what a person hangs on
    too_little = AssemblyRating(
        source="page 4", rated_in=(RatedIn.STUD,), mass_max_kg=5, screw_min_mm=6, screw_max_mm=8
    )
    assert not _ways("tv_on_arm", studs(), rated=too_little)
    assert not _ways("grab_rail", studs())
    # shaken it was not tested, and a shelf's instructions rate no wall
    assert not _ways("tv_on_arm", studs(), duty="shaken")
    assert not _ways("shelf", masonry("aerated_block"))


@pytest.mark.parametrize(("least", "says"), [(4, ""), (5, "it wants 5 screws, and 4 are used")])
def test_each_of_two_in_a_row_is_one_that_was_tested(least: int, says: str) -> None:
    """Each weighs 25 kg and hangs on four screws; what was tested holds 30 kg. Eight in all are eight for neither."""
    two = moved_along(copied(_rated(fasteners_least=least), rated_arm().pieces[0].id), [0.0, 1040.0])
    plan = make_plan(job(studs(), two, 1170, 1300), load_catalogue())
    assert len(things_of(two)) == 2
    assert bool(_said(plan, "rated-whole")) is not bool(says)
    assert says in " ".join(one.sentence for one in plan.findings)
