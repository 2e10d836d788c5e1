"""Which check next? Decisions by hand, the cheapest order by hand, and when no check is wanted."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from rockpin.catalogue import load_catalogue
from rockpin.core.advice.check_order import minutes_to_decision
from rockpin.core.advice.decisions import NOTHING, UNSURE, Acceptance, Decisions
from rockpin.core.base.findings import VerdictWord
from rockpin.core.document.evidence import CameOut, Drilled, Ended, Evidence, Finish, HowStated, Location
from rockpin.core.document.job import Region, Site
from rockpin.core.document.wall import Point, Wall
from rockpin.core.fixture import build
from rockpin.core.identification import Whereabouts
from rockpin.core.identification.likelihoods import outcome_chances
from rockpin.core.identification.reading import Family
from rockpin.core.plan.make import make_plan
from rockpin.core.questions import Supposed, job_of
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.identification import Era
from tests.builders import brick_wall, job, plate_fixture, stud_wall
from tests.unknown_walls import planned, probe, saw, unknown_wall

BOARD, BRICK = Family.BOARD_ON_STUDS, Family.MASONRY


def decisions(catalogue: Catalogue, *rows: tuple[Family, tuple[str, ...]]) -> Decisions:
    return Decisions(Acceptance(tuple(family for family, _ in rows), tuple(held for _, held in rows)), catalogue)


def test_a_fixing_is_chosen_once_one_family_is_believed_and_hardly_anything_refuses_it(catalogue: Catalogue) -> None:
    made = decisions(catalogue, (BOARD, ("toggle", "sleeve")), (BOARD, ("sleeve",)), (BRICK, ("plug",)))
    beliefs = np.array(
        [
            [0.5, 0.2, 0.3],  # 70 % on boards is too little
            [0.97, 0.0, 0.03],  # the toggle is best, 3 % refuse it
            [0.6, 0.37, 0.03],  # 40 % refuse the toggle; the sleeve holds in both boards
            [0.1, 0.05, 0.85],  # brick, but 15 % refuse the plug
            [0.02, 0.01, 0.97],
        ]
    )
    found = made.of(beliefs)
    names = [made.fixings[one] if one >= 0 else one for one in found]
    assert names == [UNSURE, "toggle", "sleeve", UNSURE, "plug"]
    assert list(made.open(beliefs)) == [True, False, False, True, False]
    none = decisions(catalogue, (BOARD, ()), (BRICK, ("plug",)))
    assert list(none.of(np.array([[0.9, 0.1], [0.7, 0.3]]))) == [NOTHING, UNSURE]


@given(
    st.lists(
        st.tuples(st.sampled_from([BOARD, BRICK, Family.CONCRETE]), st.sets(st.sampled_from("abcd")).map(sorted)),
        min_size=1,
        max_size=6,
    ),
    st.integers(0, 10_000),
)
def test_open_says_what_of_says(rows: list[tuple[Family, list[str]]], seed: int) -> None:
    made = decisions(load_catalogue(), *((family, tuple(held)) for family, held in rows))
    beliefs = np.random.default_rng(seed).dirichlet(np.full(len(rows), 0.4), size=50)
    assert list(made.open(beliefs)) == list(made.of(beliefs) == UNSURE)


def test_the_cheapest_way_to_a_decision_by_hand(catalogue: Catalogue) -> None:
    # two walls, even odds; one check tells them apart for certain, the other is a coin
    made = decisions(catalogue, (BOARD, ("toggle",)), (BRICK, ("plug",)))
    sure = np.array([[1.0, 0.0], [0.0, 1.0]])
    coin = np.full((2, 2), 0.5)
    even = np.array([0.5, 0.5])
    found = minutes_to_decision(even, {"sure": sure, "coin": coin}, {"sure": 8.0, "coin": 1.0}, made, catalogue)
    assert found == pytest.approx({"sure": 8.0, "coin": 9.0})
    # a cheap check that settles nine in ten goes first: 1 + 0.1 · 8 minutes against 8
    nine = np.array([[0.9, 0.0], [0.0, 0.9], [0.1, 0.1]])
    found = minutes_to_decision(even, {"sure": sure, "nine": nine}, {"sure": 8.0, "nine": 1.0}, made, catalogue)
    assert found["sure"] == pytest.approx(8)
    assert found["nine"] == pytest.approx(1 + 0.1 * 8, abs=0.25)  # played through with 96 courses


def test_every_check_answers_something_under_every_build_up(catalogue: Catalogue) -> None:
    for check in catalogue.belief.checks:
        for tiled in (False, True):
            here = Whereabouts(Region.BRITAIN, Era.UNKNOWN, Location.OUTSIDE, tiled)
            table = outcome_chances(check, here, catalogue)
            assert table.sum(axis=0) == pytest.approx(np.ones(table.shape[1]))


def test_enough_is_known_when_no_check_would_change_what_is_done(catalogue: Catalogue) -> None:
    made = planned(stud_wall(stated=HowStated.SEEN), catalogue)
    assert made.advice.enough
    assert made.advice.sentence == "Enough is known for this fixture."
    assert made.advice.check is None
    assert max(one.chance for one in made.advice.options) < catalogue.figures.advice.advice_least
    # the same wall by hearsay and an unlucky knock asks again
    rumour = stud_wall(stated=HowStated.GUESSED, evidence=(saw("knock", "hard_everywhere"),))
    assert planned(rumour, catalogue).advice.check is not None


def test_brick_or_block_is_worth_nothing_where_one_plug_serves_both(catalogue: Catalogue) -> None:
    evidence = (
        saw("knock", "hard_everywhere"),
        saw("density", "dense_everywhere"),
        Evidence(id="thick", check="thickness", value_mm=230),
    )
    made = planned(unknown_wall(*evidence, finish=Finish.UNKNOWN, stands=Location.OUTSIDE), catalogue, built_year=1965)
    edge = next(one for one in made.advice.options if one.check == "edge")
    assert edge.bits > 0.25  # it would still teach something about the wall
    assert edge.chance < 0.08  # but hardly change what goes in


def test_a_tape_says_nothing_of_a_leaf_with_something_unseen_behind_it(catalogue: Catalogue) -> None:
    hole = probe((13, CameOut.WHITE_CHALKY, Drilled.EASILY), (45, CameOut.GREY_SOFT, Drilled.EASILY), ended=Ended.SOLID)
    thick = Evidence(id="thick", check="thickness", value_mm=290)
    outer = planned(unknown_wall(hole, saw("edge", "block"), thick, stands=Location.OUTSIDE), catalogue)
    # aerated block of 100 is the thinnest leaf that is usual: 2 mm of spread to the safe side, whatever the tape shows
    assert outer.reading.back_unseen
    assert outer.reading.holding_mm == pytest.approx(100 - 1.28 * 2, abs=0.5)
    said = [one.says for one in outer.belief.leading.witnesses if one.evidence == "thick"]
    assert "it does not tell how thick the leaf is" in said[0]
    # between two rooms the tape does tell: 215 of block, its coat and that of the far face
    inner = planned(
        unknown_wall(hole, saw("edge", "block"), thick.model_copy(update={"value_mm": 237}), stands=Location.PARTITION),
        catalogue,
    )
    assert not inner.reading.back_unseen
    assert inner.reading.holding_mm == pytest.approx(215, abs=10)


@pytest.mark.parametrize("finish", [Finish.TEXTURED, Finish.CEMENT_SHEET, Finish.INSULATING_BOARD])
@pytest.mark.parametrize("year", [1955, None])
def test_no_mark_in_an_old_coating_before_a_test(finish: Finish, year: int | None, catalogue: Catalogue) -> None:
    def why(wall: Wall, built: int | None) -> set[str | None]:
        advice = planned(wall, catalogue, built_year=built).advice
        return {one.why_not for one in advice.options if one.mark != "none"}

    untested = unknown_wall(finish=finish)
    assert why(untested, year) == {"No check that marks before the coating or board has been tested for asbestos."}
    assert why(unknown_wall(finish=finish, coating_tested=True), year) == {None}
    assert why(untested, 2004) == {None}


def test_marks_only_where_hidden_allows_a_hole_of_that_depth(catalogue: Catalogue) -> None:
    switch = Point(id="switch", kind="switch", x_mm=1050, y_mm=600)
    advice = planned(unknown_wall(points=(switch,)), catalogue).advice
    marking = [one for one in advice.options if one.mark != "none"]
    assert len(marking) == 2
    for one in marking:
        assert one.why_not == "No hole of this fixture is clear for a mark yet: settle the Hidden stage first."
    assert advice.check is not None
    assert next(one for one in advice.options if one.check == advice.check).mark == "none"


def test_the_sentence_says_what_where_how_long_and_what_it_settles(catalogue: Catalogue) -> None:
    made = planned(unknown_wall(saw("press", "firm"), stands=Location.PARTITION), catalogue, built_year=1990)
    sentence = made.advice.sentence
    assert made.advice.check == "knock"
    assert sentence.startswith("Knock along the line at the height of the holes, 1050 mm up: it would settle ")
    assert sentence.endswith(". It takes 1 minute and leaves no mark.")
    assert " against " in sentence
    # nobody needs a torch to tell board from bare brick
    american = Site(id="s", name="Site", region=Region.NORTH_AMERICA, built_year=1978)
    document = job(unknown_wall(), plate_fixture(), 1500, 1500).model_copy(update={"site": american})
    told = [one.settles for one in make_plan(document, catalogue).advice.options if one.settles]
    assert told
    assert not any("exposed brick" in one and "drywall" in one for one in told)
    # where the eye would do most of it, that is said before the check; and no more once it was said
    asked = Supposed(region=Region.NORTH_AMERICA, built_year=1978, shape="mirror")
    eyed = make_plan(job_of(asked, catalogue), catalogue).advice.sentence
    assert eyed.startswith(
        "Say first what you see on its face: drywall on wood studs and exposed brick look different. "
    )
    smooth = asked.model_copy(update={"finish": Finish.SMOOTH})
    assert "what you see" not in make_plan(job_of(smooth, catalogue), catalogue).advice.sentence
    # once every check that may be done is done, it says so and what remains
    everything = brick_wall(stated=HowStated.GUESSED)
    assert planned(everything, catalogue).advice.options


def test_what_is_usual_is_not_known_before_anybody_looked(catalogue: Catalogue) -> None:
    """A partition of 2012 over there is board on studs in nineteen of twenty; nobody drills on that alone."""
    site = Site(id="s", name="Site", region=Region.NORTH_AMERICA, built_year=2012)
    wall = unknown_wall(stands=Location.PARTITION)
    document = job(wall, plate_fixture(), 1500, 1500).model_copy(update={"site": site})
    untold = make_plan(document, catalogue)
    assert untold.belief.families[0].probability > 0.9
    assert untold.advice.check is not None
    assert not untold.advice.enough
    assert untold.verdict.word is VerdictWord.DO_NOT_DRILL
    # one look is enough where nothing else would change what is done
    knocked = wall.model_copy(update={"evidence": (saw("knock", "hollow_dull_lines"),)})
    told = make_plan(document.model_copy(update={"walls": (knocked,)}), catalogue)
    assert "wall-not-stated" not in {one.code for one in told.findings}


def test_something_is_looked_at_even_where_hardly_anything_would_change_what_is_done(catalogue: Catalogue) -> None:
    """A chimney breast of 1890 is brick as good as surely: it is looked at all the same before anybody drills."""
    site = Site(id="s", name="Site", region=Region.CENTRAL_EUROPE, built_year=1890)
    plate = build(catalogue.shape_by_key["plate"], {})
    wall = unknown_wall(stands=Location.CHIMNEY_BREAST)
    made = make_plan(job(wall, plate, 1000, 1200).model_copy(update={"site": site}), catalogue)
    able = [one for one in made.advice.options if one.why_not is None]
    assert max(one.chance for one in able) < catalogue.figures.advice.advice_least
    assert made.advice.decided
    assert not made.advice.enough
    assert made.advice.check in {one.check for one in able}
    assert made.verdict.word is VerdictWord.DO_NOT_DRILL
