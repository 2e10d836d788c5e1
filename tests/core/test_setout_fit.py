"""Will the screws find their holes? Against a closed form, linear programmes and many drawn samples."""

from math import erf, hypot, sqrt

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.optimize import linprog

from rockpin.catalogue import load_catalogue
from rockpin.core.base.quantities import UnitSystem, show_length
from rockpin.core.plan import fit_reading, make_plan
from rockpin.core.setout import Marking, Screwed, fit_of, goes_on, spreads_of
from rockpin.demo import demo_documents
from tests.builders import brick_wall, concrete_wall, job, plate_fixture, stud_wall

TAPE = Marking(0.5, 0.3, 0.5)
PLATES: dict[str, list[Screwed]] = {
    "two": [Screwed(0, 0, 0.5), Screwed(300, 0, 0.5)],
    "three": [Screwed(0, 0, 0.75), Screwed(200, 0, 0.75), Screwed(100, 150, 0.75)],
    "four": [Screwed(0, 0, 0.8), Screwed(400, 0, 0.8), Screwed(0, 300, 0.8), Screwed(400, 300, 0.8)],
    "four, slots": [
        Screwed(0, 0, 0.8),
        Screwed(400, 0, 0.8, 4, 0),
        Screwed(0, 300, 0.8, 0, 4),
        Screwed(400, 300, 0.8, 4, 0),
    ],
    "six": [Screwed(x, y, 1.0) for x in (0, 200, 400) for y in (0, 300)],
}


def _drawn(plate: list[Screwed], count: int) -> np.ndarray:
    spreads = spreads_of(plate, TAPE, [1.0] * len(plate))
    return np.random.default_rng(3).normal(size=(count, len(plate), 2)) * spreads


def _by_programme(errors: np.ndarray, plate: list[Screwed]) -> bool:
    """Whether a shift and a turn exist, each round play a polygon of 64 sides about it."""
    places = np.array([[one.x_mm, one.y_mm] for one in plate])
    places = places - places.mean(axis=0)
    rows, most = [], []
    for (ex, ey), (x, y), one in zip(errors, places, plate, strict=True):
        for angle in np.arange(64) * 2 * np.pi / 64:
            c, s = np.cos(angle), np.sin(angle)
            rows.append([c, s, (s * x - c * y) / 100])
            most.append(one.play_mm + abs(c) * one.slot_x_mm + abs(s) * one.slot_y_mm - c * ex - s * ey)
    return bool(linprog([0, 0, 0], A_ub=rows, b_ub=most, bounds=[(None, None)] * 3).status == 0)


@pytest.mark.parametrize("name", PLATES)
def test_each_sample_is_judged_as_a_linear_programme_judges_it(name: str) -> None:
    errors = _drawn(PLATES[name], 120)
    ours = goes_on(errors, PLATES[name])
    theirs = np.array([_by_programme(one, PLATES[name]) for one in errors])
    # a polygon about the circle lets in a little more: 0.1 % of the play
    assert (ours & ~theirs).sum() == 0
    assert (ours != theirs).sum() <= 1
    assert 0 < ours.sum() < len(ours)


@pytest.mark.parametrize("name", PLATES)
def test_the_chance_is_that_of_many_drawn_samples(name: str) -> None:
    plate = PLATES[name]
    found = fit_of(plate, TAPE, [1.0] * len(plate)).chance
    # twenty thousand samples scatter by 0.35 % at the most, one standard deviation
    assert found == pytest.approx(goes_on(_drawn(plate, 20_000), plate).mean(), abs=0.01)
    assert found == fit_of(plate, TAPE, [1.0] * len(plate)).chance


def test_two_round_holes_by_the_closed_form() -> None:
    # only their distance matters: it must be right within both plays together
    spread = hypot(hypot(0.5, 1.0), hypot(0.5 + 0.3 * 0.3, 1.0))
    assert fit_of(PLATES["two"], TAPE, [1.0, 1.0]).chance == pytest.approx(erf(1.0 / spread / sqrt(2)), abs=0.006)


def test_how_far_off_level_two_holes_hang() -> None:
    # a turn of √(σ₁² + σ₂²) over 300 mm, and the slope of the level besides
    turn = 1000 * hypot(hypot(0.5, 1.0), hypot(0.5, 1.0)) / 300
    assert fit_of(PLATES["two"], TAPE, [1.0, 1.0]).off_level_mm == pytest.approx(1.96 * hypot(turn, 0.5), rel=1e-6)
    assert fit_of(PLATES["two"][:1], TAPE, [1.0]).chance == 1


@given(
    st.sampled_from(list(PLATES)),
    st.floats(0, 1),
    st.floats(-40, 40),
    st.floats(-40, 40),
    st.floats(-0.002, 0.002),
)
def test_what_holds_of_every_plate(name: str, more: float, dx: float, dy: float, turn: float) -> None:
    plate = PLATES[name]
    errors = _drawn(plate, 60)
    before = goes_on(errors, plate)
    # more play never keeps a plate off
    looser = [one._replace(play_mm=one.play_mm + more) for one in plate]
    assert (goes_on(errors, looser) >= before).all()
    # where all marks are off alike, shifted or turned, the plate follows
    if "slots" not in name:
        places = np.array([[one.x_mm, one.y_mm] for one in plate])
        shifted = errors + [dx, dy] + turn * np.stack([-places[:, 1], places[:, 0]], axis=1)
        assert (goes_on(shifted, plate) != before).mean() <= 0.05
    # mirrored, it is the same plate
    mirrored = [one._replace(x_mm=-one.x_mm) for one in plate]
    assert (goes_on(errors * [-1, 1], mirrored) == before).all()


def test_how_far_off_level_is_told_over_the_plate_wherever_it_hangs() -> None:
    """Two holes 300 apart: the turn of 300 mm, not of where they are on the wall."""
    plate = plate_fixture(((30, 30), (330, 30)), size_mm=(360, 60), mass_kg=2)
    catalogue, told = load_catalogue(), set()
    for x_mm in (300, 2300):
        reading = fit_reading(job(concrete_wall(), plate, x_mm, 1000), catalogue)
        assert reading
        told.add(reading.ways[0].off_level_text)
    # tape and level by the closed form: 1.96·√(σ² + σ²) of both holes, each 0.5 of the tape and 1.0 of the bit
    turn = hypot(hypot(0.5, 1.0), hypot(0.5 + 0.3 * 0.3, 1.0))
    assert told == {show_length(1.96 * hypot(turn, 0.5 * 0.3), UnitSystem.METRIC)}


def test_a_surer_way_of_marking_is_named_where_the_usual_will_not_do() -> None:
    catalogue = load_catalogue()
    found = {document.id: fit_reading(document, catalogue) for document in demo_documents()}
    assert found["tide-clock"] is None, "one screw finds its hole"
    # where nothing holds there is no screw whose play could be told
    shaky = next(one for one in demo_documents() if one.id == "chart-table")
    pieces = tuple(piece.model_copy(update={"mass_kg": 400}) for piece in shaky.fixture.pieces)
    heavy = shaky.model_copy(update={"fixture": shaky.fixture.model_copy(update={"pieces": pieces})})
    assert fit_reading(heavy, catalogue) is None
    # nor where it holds in one hole, and the other is too near the wall's free end for any
    edge = plate_fixture(((15, 30), (330, 30)), size_mm=(360, 60), mass_kg=2)
    assert fit_reading(job(brick_wall(left_edge="free_end"), edge, 0, 1000), catalogue) is None
    assert fit_reading(job(brick_wall(left_edge="free_end"), edge, 400, 1007), catalogue) is not None
    table = found["chart-table"]
    assert table is not None
    assert table.advice.startswith("Tape and spirit level will do")
    for reading in found.values():
        for way in reading.ways if reading else ():
            # a bit that wanders less never makes it worse
            assert way.chance_guided >= way.chance - 0.01
    rack = found["sail-bag-rack"]
    assert rack is not None
    assert "one hole" in rack.advice


def test_a_mark_is_as_sure_as_the_tape_is_long() -> None:
    # half a millimetre at the first mark, three tenths more for each metre along and up, and the bit's wander beside it
    plate = [Screwed(0, 0, 0.5), Screwed(1000, 0, 0.5), Screwed(0, 2000, 0.5)]
    spreads = spreads_of(plate, TAPE, [0.0, 0.0, 0.6])
    assert spreads[:2] == pytest.approx(np.array([[0.5, 0.5], [0.8, 0.5]]))
    assert spreads[2] == pytest.approx([hypot(0.5, 0.6), hypot(1.1, 0.6)])


def test_nothing_is_said_of_the_fit_until_every_hole_has_something_to_put_in() -> None:
    # one hole on a stud, one in board that holds nothing of forty kilograms
    heavy = plate_fixture(((20, 50), (180, 50)), size_mm=(200, 100), mass_kg=40)
    on_one = job(stud_wall(), heavy, 1180, 1000)
    catalogue = load_catalogue()
    chosen = [hole.chosen for hole in make_plan(on_one, catalogue).holes]
    assert None in chosen
    assert any(chosen)
    assert fit_reading(on_one, catalogue) is None
