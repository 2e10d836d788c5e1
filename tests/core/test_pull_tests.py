"""What pulls on the spot prove, after the practice of BS 8539."""

from statistics import mean

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rockpin.catalogue import load_catalogue
from rockpin.core.choice.pull_tests import Divisors, divisors_of, prove, with_tests
from rockpin.core.document.fixings import BoardAnchor
from rockpin.core.document.job import Choice, PullEnd, PullTest
from rockpin.core.document.wall import Layer
from rockpin.core.identification.reading import read_stated
from rockpin.core.plan.make import make_plan
from rockpin.core.plan.plan import Plan
from rockpin.core.tables.catalogue import Catalogue
from tests.builders import brick_wall, concrete_wall, job, plate_fixture, stud_wall

SOFT = Divisors(5, 4)


def pulls(*loads: float, ended: PullEnd = PullEnd.HELD, fixing: str = "nylon_plug_8") -> tuple[PullTest, ...]:
    return tuple(
        PullTest(id=f"{ended}-{number}", fixing=fixing, load_n=load, ended=ended) for number, load in enumerate(loads)
    )


def test_three_proofs_confirm_and_do_not_raise() -> None:
    figures = load_catalogue().figures.choice
    proof = prove(pulls(600, 600, 900), 400, SOFT, figures)
    assert (proof.confirmed, proof.working_n, proof.proofs) == (True, 400, 3)
    assert not prove(pulls(600, 600), 400, SOFT, figures).confirmed
    assert not prove(pulls(600, 600, 599), 400, SOFT, figures).confirmed
    # one that failed right at the proof load has borne it
    at_last = pulls(600, ended=PullEnd.FAILED)
    assert prove(pulls(600, 600) + at_last, 400, SOFT, figures).proofs == 3
    assert prove(pulls(600, 600) + pulls(599, ended=PullEnd.FAILED), 400, SOFT, figures).proofs == 2
    # one that moved below the proof load undoes them
    assert not prove(pulls(600, 600, 600) + pulls(500, ended=PullEnd.MOVED), 400, SOFT, figures).confirmed


def test_proofs_leave_the_row_as_it_is(catalogue: Catalogue) -> None:
    """What the table says was confirmed: its source is still the table's, and nothing is raised by less than before."""
    reading = read_stated(brick_wall(), catalogue)
    proved, proofs = with_tests(catalogue, pulls(600, 600, 600), reading)
    assert [one.confirmed for one in proofs] == [True]
    assert proved.fixing_by_key["nylon_plug_8"] is catalogue.fixing_by_key["nylon_plug_8"]
    failed, _ = with_tests(catalogue, pulls(300, ended=PullEnd.FAILED), reading)
    assert failed.fixing_by_key["nylon_plug_8"].source.startswith("1 pull tests on the spot")


def test_five_to_failure_raise_by_the_lesser_of_mean_and_lowest() -> None:
    figures = load_catalogue().figures.choice
    loads = (2600.0, 2900.0, 3100.0, 2500.0, 2400.0)
    broke = pulls(*loads, ended=PullEnd.FAILED)
    assert prove(broke, 400, SOFT, figures).working_n == pytest.approx(min(mean(loads) / 5, 2400 / 4))
    assert prove(broke, 400, Divisors(4, 3), figures).working_n == pytest.approx(min(mean(loads) / 4, 2400 / 3))
    # four do not raise; what failed high has proved the value on its way
    few = prove(broke[:4], 400, SOFT, figures)
    assert (few.working_n, few.confirmed) == (400, True)


def test_a_wall_that_shows_itself_weak_is_believed_at_once() -> None:
    figures = load_catalogue().figures.choice
    weak = prove(pulls(450, ended=PullEnd.FAILED), 400, SOFT, figures)
    assert weak.working_n == pytest.approx(450 / 5)


@given(st.lists(st.tuples(st.floats(50, 4000), st.sampled_from(list(PullEnd))), min_size=1, max_size=9))
def test_only_failures_raise_and_no_test_raises_above_its_rule(found: list[tuple[float, PullEnd]]) -> None:
    tests = tuple(
        PullTest(id=f"t{number}", fixing="f", load_n=load, ended=end) for number, (load, end) in enumerate(found)
    )
    proof = prove(tests, 300, SOFT, load_catalogue().figures.choice)
    failed = [load for load, end in found if end is PullEnd.FAILED]
    if len(failed) < 5:
        assert proof.working_n <= 300
    else:
        assert proof.working_n == pytest.approx(min(mean(failed) / 5, min(failed) / 4))


def test_divisors_by_material() -> None:
    catalogue = load_catalogue()
    plug, screw = catalogue.fixing_by_key["nylon_plug_8"], catalogue.fixing_by_key["masonry_screw_6"]
    solid, board = read_stated(brick_wall(), catalogue), read_stated(stud_wall(), catalogue)
    assert divisors_of(plug, solid, catalogue.figures.choice) == (5, 4)
    assert divisors_of(screw, solid, catalogue.figures.choice) == (4, 3)
    assert divisors_of(catalogue.fixing_by_key["sleeve_m5"], board, catalogue.figures.choice) == (5, 4)
    assert divisors_of(screw, read_stated(concrete_wall(), catalogue), catalogue.figures.choice) == (4, 3)


def planned(tests: tuple[PullTest, ...]) -> Plan:
    document = job(brick_wall(), plate_fixture(mass_kg=3, hole_mm=7), 57, 1007, pull_tests=tests)
    return make_plan(document, load_catalogue())


def test_tests_reach_the_plan_with_their_words() -> None:
    def use(made: Plan) -> float:
        return next(one.use for one in made.holes[0].candidates if one.fixing == "nylon_plug_8")

    def codes(made: Plan) -> set[str]:
        return {finding.code for finding in made.findings if finding.code.startswith("tests")}

    plain = planned(())
    raised = planned(pulls(4000, 4200, 4100, 4300, 4400, ended=PullEnd.FAILED))
    assert codes(raised) == {"tests-raise"}
    assert use(raised) < use(plain)
    assert codes(planned(pulls(600, 600, 600))) == {"tests-confirm"}
    assert use(planned(pulls(600, 600, 600))) == use(plain)
    lowered = planned(pulls(300, ended=PullEnd.FAILED))
    assert codes(lowered) == {"tests-lower"}
    assert use(lowered) > use(plain)
    assert codes(planned(pulls(600))) == {"tests-few"}


def test_a_pull_that_fails_low_caps_what_goes_by_formula(catalogue: Catalogue) -> None:
    broke = pulls(400, ended=PullEnd.FAILED, fixing="stud_screw_5_0")
    choices = (Choice(hole_id="h1", fixing="stud_screw_5_0"),)
    made = make_plan(
        job(stud_wall(), plate_fixture(mass_kg=1), 750, 1000, choices=choices, pull_tests=broke), catalogue
    )
    free = make_plan(job(stud_wall(), plate_fixture(mass_kg=1), 750, 1000, choices=choices), catalogue)
    assert "tests-cap" in {finding.code for finding in made.findings}
    working, before = made.holes[0].working, free.holes[0].working
    assert working is not None
    assert before is not None
    # min(400/5, 400/4) in wood
    assert working.tension_n == 80 < before.tension_n
    assert working.use == pytest.approx(before.use * before.tension_n / 80)


def test_a_pull_in_board_speaks_of_the_board_it_was_made_in(catalogue: Catalogue) -> None:
    thin = Layer(material="gypsum_board", thickness_mm=9.5)
    wall = stud_wall(build_up=(thin, *stud_wall().build_up[1:]))
    reading = read_stated(wall, catalogue)
    # 150 N in 12.5 mm, 0.65 of it in 9.5: 97.5; three pulls of 1.5 times that confirm it
    held = [PullTest(id=str(n), fixing="sleeve_m5", load_n=150, ended=PullEnd.HELD) for n in range(3)]
    _, (proof,) = with_tests(catalogue, held, reading)
    assert proof.tabled_n == pytest.approx(150 * 0.65)
    assert proof.confirmed
    broke = [PullTest(id=str(n), fixing="sleeve_m5", load_n=200, ended=PullEnd.FAILED) for n in range(5)]
    tested, _ = with_tests(catalogue, broke, reading)
    row = tested.fixing_by_key["sleeve_m5"]
    assert isinstance(row, BoardAnchor)
    # 200/5 in this board, so 40/0.65 in the row; a short load raises tested values by half at most
    assert row.rating.tension_n == pytest.approx(40 / 0.65)
    assert row.most_raise == 1.5


def test_what_moved_at_the_proof_load_itself_shows_no_weakness() -> None:
    figures = load_catalogue().figures.choice
    at_it = prove(pulls(600, ended=PullEnd.MOVED), 400, SOFT, figures)
    assert (at_it.working_n, at_it.proofs) == (400, 0)
    below = prove(pulls(590, ended=PullEnd.MOVED), 400, SOFT, figures)
    assert below.working_n == pytest.approx(590 / 5)
