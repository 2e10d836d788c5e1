"""A job begun from a question stands where the answer said that it holds."""

import pytest

from rockpin.catalogue import load_catalogue
from rockpin.core.base.findings import VerdictWord
from rockpin.core.base.keeping import Keep
from rockpin.core.document.job import Region
from rockpin.core.framing import BehindKind
from rockpin.core.plan import make_plan
from rockpin.core.questions import (
    Supposed,
    begun,
    job_of,
    what_goes_in,
)

CATALOGUE = load_catalogue()


@pytest.mark.parametrize(
    ("thing", "wall"),
    [
        ("bookshelf", "board_on_studs"),
        ("curtain_pole", "lath_and_plaster"),
        ("panel_radiator", "board_on_studs"),
        ("floating_shelf", "board_on_studs"),
        # what would hold between them too is put on them all the same
        ("towel_ring", "board_on_studs"),
        ("heated_towel_rail", "lath_and_plaster"),
        ("on_board", "board_on_studs"),
        ("cabinet", "board_on_studs"),
        # two studs about its middle bear what one beside the end does not
        ("floating_shelf", "tiled_board_on_studs"),
    ],
)
def test_what_was_answered_to_hold_in_studs_is_not_begun_beside_them(thing: str, wall: str) -> None:
    """“Holds”, and a press later “do not drill”: the job puts it on the studs that are usual there, to be found yet."""
    asked = Supposed(shape=thing, wall=wall, in_studs=True)
    assert what_goes_in(asked, CATALOGUE).verdict.word is VerdictWord.READY
    job = begun(asked, CATALOGUE, Keep(60))
    plan = make_plan(job, CATALOGUE)
    assert plan.holes
    assert plan.verdict.word is VerdictWord.PROVE_FIRST
    methods = {CATALOGUE.fixing_by_key[hole.chosen or ""].method for hole in plan.holes}
    assert "wood" in methods
    assert methods == {"wood"} or thing == "panel_radiator"
    # nothing of the thing is another for that, and nobody says that the studs were found
    assert job.fixture.measures == job_of(asked, CATALOGUE).fixture.measures
    assert job.wall == job_of(asked, CATALOGUE).wall


def test_a_board_nobody_measured_is_begun_as_long_as_studs_are_apart() -> None:
    asked = Supposed(shape="on_board", wall="timber_frame_brick_skin", in_studs=True)
    assert what_goes_in(asked, CATALOGUE).verdict.word is VerdictWord.READY
    plan = make_plan(begun(asked, CATALOGUE, Keep(60)), CATALOGUE)
    assert plan.verdict.word is VerdictWord.PROVE_FIRST
    assert sorted({hole.x_mm % 600 for hole in plan.holes}) == [0]
    # a board that is there is no longer than it is
    has = asked.model_copy(update={"measures": {"board_width": 560.0}})
    assert begun(has, CATALOGUE, Keep(60)).fixture.links[0].width_mm == 560


def test_of_places_that_may_be_studs_the_middle_of_them_is_begun_on() -> None:
    """Holes 600 apart and studs 609.6: as far beside the middle of theirs on either side."""
    asked = Supposed(shape="screen_plate", wall="board_on_steel_studs", region=Region.NORTH_AMERICA, in_studs=True)
    plan = make_plan(begun(asked, CATALOGUE, Keep(60)), CATALOGUE)
    assert plan.framing.members
    middles = [one.rect.centre_x_mm for one in plan.framing.members]
    off = {round(min(abs(hole.x_mm - middle) for middle in middles), 1) for hole in plan.holes}
    assert off == {4.8}
    assert {CATALOGUE.fixing_by_key[hole.chosen or ""].method for hole in plan.holes} == {"steel"}


def test_what_was_answered_to_hold_between_studs_is_not_begun_on_them() -> None:
    """A plate as wide as usual studs are apart, whose holes would all be on the supposed ones."""
    asked = Supposed(shape="screen_plate", wall="board_on_steel_studs")
    assert what_goes_in(asked, CATALOGUE).verdict.word is VerdictWord.READY
    there = make_plan(job_of(asked, CATALOGUE), CATALOGUE)
    assert {hole.behind.kind for hole in there.holes} == {BehindKind.OPEN}
    plan = make_plan(begun(asked, CATALOGUE, Keep(60)), CATALOGUE)
    assert plan.verdict.word is VerdictWord.PROVE_FIRST
    assert {hole.behind.kind for hole in plan.holes} == {BehindKind.VOID}
    # no part of it is put off a wall that is hardly wider than the thing
    narrow = asked.model_copy(update={"width_mm": 1000.0})
    assert 0 <= begun(narrow, CATALOGUE, Keep(60)).placement.x_mm <= 1000 - 970
    # whoever said where it goes has it there
    put = asked.model_copy(update={"across_mm": 1500.0})
    assert begun(put, CATALOGUE, Keep(60)).placement.x_mm == job_of(put, CATALOGUE).placement.x_mm


def test_where_somebody_said_that_it_goes_the_job_is_begun() -> None:
    """A pole at a measured place, its brackets measured: nothing of that is moved for the sake of a stud."""
    said = {"wall": "board_on_studs", "in_studs": True, "across_mm": 613, "up_mm": 2010}
    asked = Supposed(shape="curtain_pole", measures={"margin": 95}, **said)
    job, told = begun(asked, CATALOGUE, Keep(60)), job_of(asked, CATALOGUE)
    assert make_plan(told, CATALOGUE).verdict.word is VerdictWord.DO_NOT_DRILL
    assert (job.placement, job.fixture) == (told.placement, told.fixture)
