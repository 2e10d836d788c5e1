"""A wall that nobody knows: what would go in on each that it may be is what the question says of that wall."""

import pytest

from rockpin.catalogue import load_catalogue
from rockpin.core.base.findings import VerdictWord
from rockpin.core.base.keeping import Keep
from rockpin.core.document.evidence import Evidence
from rockpin.core.document.fixture import Environment
from rockpin.core.document.job import Choice
from rockpin.core.questions import Supposed, by_wall, what_goes_in, what_wall
from tests.builders import job, plate_fixture, stud_wall

CATALOGUE = load_catalogue()
KEEP = Keep(64)
SAID = {
    VerdictWord.READY: "Holds",
    VerdictWord.PROVE_FIRST: "Holds, if it is proved",
    VerdictWord.DO_NOT_DRILL: "Nothing holds so",
}


@pytest.mark.parametrize("shape", ["shelf", "picture", "grab_rail"])
def test_of_each_wall_it_says_what_is_answered_where_that_wall_is_told(shape: str) -> None:
    answer = what_goes_in(Supposed(shape=shape), CATALOGUE, KEEP)
    likely = [one.key for one in what_wall(Supposed(shape=shape), CATALOGUE, KEEP).may_be if one.chance >= 0.05]
    assert list(dict.fromkeys(one.wall for one in answer.by_wall)) == likely
    # what is refused in the likeliest wall is no answer for one that nobody knows
    assert (answer.fits, answer.refused) == ((), ())
    for row in answer.by_wall:
        there = what_goes_in(Supposed(shape=shape, wall=row.wall, in_studs=row.in_studs), CATALOGUE, KEEP)
        assert there.by_wall == ()
        if there.fits:
            assert there.verdict.label == SAID[row.word]
            # the most used of several where each hole wants its own
            assert any(row.says.endswith(f"used to {fit.use_text}.") for fit in there.fits)
            assert all(
                fit.label.lower() in row.says.lower() for fit in (there.fits if there.together else there.fits[:1])
            )
        else:
            assert (row.word, row.says) == (VerdictWord.DO_NOT_DRILL, "Nothing holds so.")


def test_a_framed_wall_is_answered_between_its_studs_and_in_them() -> None:
    rows = what_goes_in(Supposed(shape="shelf"), CATALOGUE, KEEP).by_wall
    framed = {key for key, one in CATALOGUE.build_up_by_key.items() if one.stud_width_mm}
    for key in {one.wall for one in rows}:
        assert [one.in_studs for one in rows if one.wall == key] == ([False, True] if key in framed else [False])


def test_what_was_tried_on_the_wall_leaves_fewer_and_no_room_face_hangs_in_the_weather() -> None:
    hollow = Evidence(id="k", check="knock", outcome="hollow")
    walls = [one.wall for one in what_goes_in(Supposed(shape="shelf", evidence=(hollow,)), CATALOGUE, KEEP).by_wall]
    assert "board_on_studs" in walls
    assert "plastered_brick" not in walls
    outdoors = what_goes_in(Supposed(shape="shelf", environment=Environment.OUTDOOR), CATALOGUE, KEEP).by_wall
    assert {"board_on_studs", "board_on_dabs", "lath_and_plaster"}.isdisjoint({one.wall for one in outdoors})
    assert {"fair_faced_brick", "rendered_brick"} < {one.wall for one in outdoors}


def test_a_job_is_answered_with_what_hangs_and_was_said_of_its_wall_and_not_with_what_was_drilled() -> None:
    unknown = job(stud_wall(build_up=(), framing=None), plate_fixture(((20, 20), (20, 80)), mass_kg=3), 550, 1000)
    rows = by_wall(unknown, False, CATALOGUE, KEEP)
    assert {"board_on_studs", "plastered_brick"} <= {one.wall for one in rows}
    picked = unknown.model_copy(update={"choices": (Choice(hole_id="h1", fixing="bare_screw"),)})
    assert by_wall(picked, False, CATALOGUE, KEEP) == rows
    heavy = unknown.model_copy(update={"fixture": plate_fixture(((20, 20), (20, 80)), mass_kg=60)})
    between = next(one for one in by_wall(heavy, False, CATALOGUE, KEEP) if one.wall == "board_on_studs")
    assert (between.word, between.says) == (VerdictWord.DO_NOT_DRILL, "Nothing holds so.")
