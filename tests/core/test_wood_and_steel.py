"""Screws in wood and in a steel flange, against NDS 2018 and by hand."""

from dataclasses import replace

import pytest

from bench.ordinary_jobs import steel
from rockpin.core.capacity.steel import pull_out_n, tilting_n
from rockpin.core.capacity.wood_hold import coach_screw_withdrawal, combined_use, wood_screw_withdrawal
from tests.builders import stud_wall
from tests.one_hole import codes, put, spot

LB_PER_IN = 4.4482216152605 / 25.4


@pytest.mark.parametrize(
    ("gravity", "inches", "pounds_per_inch"),
    [(0.50, 0.190, 135), (0.50, 0.164, 117)],
)
def test_wood_screw_withdrawal_as_printed(gravity: float, inches: float, pounds_per_inch: float) -> None:
    # NDS 2018 table 12.2B
    assert round(wood_screw_withdrawal(gravity, inches * 25.4) / LB_PER_IN) == pounds_per_inch


@pytest.mark.parametrize(
    ("gravity", "inches", "pounds_per_inch"), [(0.50, 3 / 8, 305), (0.42, 1 / 4, 173), (0.50, 1 / 4, 225)]
)
def test_lag_screw_withdrawal_as_printed(gravity: float, inches: float, pounds_per_inch: float) -> None:
    # NDS 2018 table 12.2A
    assert round(coach_screw_withdrawal(gravity, inches * 25.4) / LB_PER_IN) == pounds_per_inch


def test_a_screw_in_a_stud_by_hand() -> None:
    # 5 × 60 through 3 mm of plate and 12.5 mm of board: 44.5 mm in the stud, of it 0.6·60 = 36 mm of thread
    one = put("stud_screw_5_0", spot(stud_wall(), 800, 1000, pull_n=300, shear_n=1, depth_limit_mm=60, diameter_mm=6))
    assert one.screw is not None
    assert one.hole is not None
    length = one.screw.length_mm
    thread = min(length - 3 - 12.5, 0.6 * length)
    assert one.tension_n == pytest.approx(wood_screw_withdrawal(0.42, 5) * thread * 0.9)
    assert one.hole.reach_mm == length - 3
    assert one.accepted


def test_the_shortest_length_that_carries_is_taken_and_a_limit_is_kept() -> None:
    light = put("stud_screw_5_0", spot(stud_wall(), 800, 1000, diameter_mm=6))
    # at least 6 diameters in the stud: 3 + 12.5 + 30 = 45.5, so the next stock length, 50
    assert light.screw is not None
    assert light.screw.length_mm == 50
    heavy = spot(stud_wall(), 800, 1000, pull_n=580, diameter_mm=6)
    free, held = put("stud_screw_5_0", heavy), put("stud_screw_5_0", replace(heavy, depth_limit_mm=50))
    assert free.screw is not None
    assert free.screw.length_mm > 50
    # with room to spare where nothing limits it
    assert free.use <= 0.7
    # nothing inside the limit carries it: the shortest that does is shown, and Hidden asks for proof of its depth
    assert held.screw is not None
    assert 50 < held.screw.length_mm < free.screw.length_mm
    assert 0.7 < held.use <= 1
    # a shorter one that carries inside the limit goes before a longer one with more room to spare
    inside = put("stud_screw_5_0", replace(heavy, depth_limit_mm=held.screw.length_mm - 3))
    assert inside.screw == held.screw


def test_pull_and_shear_together_after_nds() -> None:
    # Z'α = W'Z'/(W'cos²α + Z'sin²α), α from the shear direction
    pull, across, withdrawal, lateral = 120.0, 160.0, 500.0, 400.0
    resultant, cos2, sin2 = 200.0, (160 / 200) ** 2, (120 / 200) ** 2
    allowed = withdrawal * lateral / (withdrawal * cos2 + lateral * sin2)
    assert combined_use(pull, across, withdrawal, lateral) == pytest.approx(resultant / allowed)


def test_a_stud_only_guessed_asks_for_a_pin_and_a_missed_one_is_no_wood() -> None:
    wall = stud_wall()
    assert wall.framing is not None
    assert wall.framing.row is not None
    wide = wall.framing.row.model_copy(update={"known": "detected", "stud_width_mm": 45})
    detected = stud_wall(framing=wall.framing.model_copy(update={"row": wide}))
    found = put("stud_screw_4_0", spot(detected, 800, 1000, diameter_mm=6))
    assert [proviso.code for proviso in found.provisos] == ["stud-open"]  # 2Φ(12.5/8) − 1 = 0.88
    assert "88 %" in found.provisos[0].finding.sentence
    assert codes(put("stud_screw_4_0", spot(wall, 816, 1000))) == {"not-in-wood"}


def test_a_screw_in_a_steel_flange_by_hand() -> None:
    # AISI S100-16: 0.85·0.5·4.2·310/3 and 4.2·√(0.5³·4.2)·310/3
    assert pull_out_n(0.5, 4.2, 310) == pytest.approx(184.45, abs=0.01)
    assert tilting_n(0.5, 4.2, 310) == pytest.approx(314.46, abs=0.01)
    one = put("flange_screw_4_2", spot(steel(), 1150, 1200))
    assert one.hole is not None
    assert one.screw is not None
    # all of the screw but what the plate of 3 and a washer of 1.5 take goes into the wall
    assert one.hole.reach_mm == one.screw.length_mm - 3 - 1.5
