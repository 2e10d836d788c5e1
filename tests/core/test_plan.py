"""Whole jobs: the verdict and its reasons, and the choice of fixings."""

import re
from itertools import combinations
from math import hypot

import pytest

from rockpin.catalogue import load_catalogue
from rockpin.core.base.findings import VerdictWord
from rockpin.core.base.quantities import UnitSystem
from rockpin.core.choice.choosing import ChosenBy
from rockpin.core.document.job import Choice, Wish
from rockpin.core.document.wall import OldHole, Point
from rockpin.core.plan.fixings_told import CandidateFixing
from rockpin.core.setout import place_fixture
from rockpin.demo import demo_documents
from tests.builders import brick_wall, job, plate_fixture, stud_wall
from tests.demo_plans import SQUARE, codes, demo, plan

# --- verdicts --------------------------------------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("key", "word"),
    [
        ("chart-table", "ready"),
        ("tide-clock", "ready"),
        ("sail-bag-rack", "ready"),
        ("oar-cradle", "prove_first"),
        ("dry-suit-hanger", "ready"),
        ("barometer", "prove_first"),
    ],
)
def test_the_demo_jobs(key: str, word: str) -> None:
    assert plan(demo(key)).verdict.word == word


def test_no_two_things_of_the_demo_want_the_same_place() -> None:
    for one, other in combinations(demo_documents(), 2):
        if one.placement.wall_id != other.placement.wall_id:
            continue
        mine, theirs = ([piece.area for piece in place_fixture(job, 2.5).pieces] for job in (one, other))
        assert not any(area.overlaps(there) for area in mine for there in theirs), (one.id, other.id)


def test_the_chart_table_by_hand() -> None:
    # a hand at the left end: 40 N down and 20 N out at 450 off the wall, on top of 7.5 + 1.5·5 kg at 210
    hole = plan(demo("chart-table")).holes[0]
    left = 880 / 800  # share of a pull at x = 0 with brackets at 80 and 880
    half = 15 * 9.80665 / 2
    # while it is put up its first screw holds all of it by itself, which is more than half of it and the hand
    assert hole.demand_shear_n == pytest.approx(max(7.5 * 9.80665, (40 * left + half) / 2))
    lifting = 40 * left * 450 + half * 210 + 20 * left * (32 + 150)
    # bracket 300 high and 40 wide on gypsum: the bearing creeps in as a/3 = 2ΣT/(40·1)/3
    inset = 5.0
    for _ in range(50):
        levers = [270 - inset, 30 - inset]
        turning = lifting + 20 * left * (150 - inset)
        tension = [turning * lever / sum(one**2 for one in levers) for lever in levers]
        inset = max(5.0, 2 * sum(tension) / 40 / 3)
    assert hole.demand_tension_n == pytest.approx(tension[0], rel=1e-3)
    assert hole.working is not None
    assert hole.working.use <= 0.7


def test_the_worst_finding_speaks_and_the_earliest_stage_among_equals() -> None:
    switch = Point(id="s", kind="switch", x_mm=2000, y_mm=1200)
    wall = brick_wall(points=(switch,), old_holes=(OldHole(id="o", x_mm=2060, y_mm=1250, diameter_mm=10),))
    made = plan(job(wall, plate_fixture(((50, 50),)), 2000, 1190))
    assert {"in-zone", "old-hole-near"} <= codes(made)
    assert made.verdict.word is VerdictWord.PROVE_FIRST
    assert made.verdict.action_stage == "hidden"
    assert made.verdict.hole == "h1"


def test_a_plan_is_the_same_to_the_bit_and_units_change_no_verdict() -> None:
    for document in demo_documents():
        inches = document.model_copy(update={"site": document.site.model_copy(update={"units": UnitSystem.IMPERIAL})})
        once, again = plan(document), plan(document)
        assert once.model_dump_json() == again.model_dump_json()
        assert [h.demand_tension_n for h in plan(inches).holes] == [h.demand_tension_n for h in once.holes]
        assert plan(inches).verdict.word == once.verdict.word


def test_inches_are_shown_as_reduced_fractions_on_marks_bits_and_screws() -> None:
    made = plan(
        job(
            stud_wall(),
            plate_fixture(mass_kg=4, hole_mm=6),
            750,
            1000,
            units=UnitSystem.IMPERIAL,
            region="north_america",
        )
    )
    hole = made.holes[0]
    assert (hole.x_text, hole.y_text) == ("31 1/2 in", "41 5/16 in")
    assert hole.card is not None
    assert hole.card.screw_text.startswith("#")
    assert hole.card.bit_text.endswith(" in")


# --- fixings ---------------------------------------------------------------------------------------------------------


def test_every_fixing_is_answered_at_every_hole_with_a_reason() -> None:
    for document in demo_documents():
        for hole in plan(document).holes:
            answered = {one.fixing for one in hole.candidates} | {one.fixing for one in hole.refused}
            assert answered == {row.key for row in load_catalogue().fixings}
            assert all(one.reasons for one in hole.refused)
            elsewhere = {row.key for row in load_catalogue().fixings if UnitSystem.METRIC not in row.systems}
            assert elsewhere <= {one.fixing for one in hole.refused}


def test_a_screw_in_the_wrong_wall_is_refused_when_somebody_insists() -> None:
    own = (Choice(hole_id="h1", fixing="nylon_plug_8"),)
    made = plan(job(stud_wall(), plate_fixture(), 550, 1000, choices=own))
    assert made.verdict.word is VerdictWord.DO_NOT_DRILL
    assert made.verdict.sentence == (
        "Hole 1: Nylon expanding plug 8 × 40 is refused. "
        "It takes hold in masonry: in board a plug has nothing to spread against, loosens and falls."
    )
    assert made.holes[0].chosen_by is ChosenBy.YOU


def test_one_type_for_all_holes_unless_the_wall_differs() -> None:
    # two holes on the stud at 800, two in the board beside it
    fixture = plate_fixture(((30, 30), (30, 230), (230, 30), (230, 230)), size_mm=(260, 260), mass_kg=3)
    made = plan(job(stud_wall(), fixture, 770, 1000))
    chosen = [hole.chosen for hole in made.holes]
    assert chosen[0] == chosen[1] != chosen[2] == chosen[3]
    assert [hole.behind.kind for hole in made.holes] == ["timber", "timber", "void", "void"]


def test_a_mixed_group_must_pass_with_stiff_screws_taking_nearly_all() -> None:
    # two holes on the stud at 800, two in the board 200 mm beside it, weight in the middle
    corners = ((30, 30), (30, 230), (230, 30), (230, 230))
    made = plan(job(stud_wall(), plate_fixture(corners, size_mm=(260, 260), mass_kg=10), 770, 1000))
    weight, soft = 10 * 9.80665, 0.05
    centre = (2 * 30 + 2 * soft * 230) / (2 + 2 * soft)
    polar = 2 * ((30 - centre) ** 2 + 100**2) + 2 * soft * ((230 - centre) ** 2 + 100**2)
    turn = -weight * (130 - centre) / polar
    upright = -weight / (2 + 2 * soft) + turn * (30 - centre)
    assert made.holes[0].demand_shear_n == pytest.approx(hypot(upright, turn * 100))
    # the soft bound would leave the board next to nothing: it must still pass as if all were alike
    assert made.holes[2].demand_shear_n == pytest.approx(weight / 4)


@pytest.mark.parametrize("wish", list(Wish))
def test_wishes_rank_what_holds(wish: Wish) -> None:
    made = plan(job(brick_wall(), plate_fixture(mass_kg=1, hole_mm=9), 57, 1057, wishes=(wish,)))
    first, *others = made.holes[0].candidates

    def value(one: CandidateFixing) -> float:
        hole = float(one.hole_text.split()[0])
        by_wish = {Wish.STRONGEST: one.use, Wish.QUICKEST: one.minutes, Wish.SMALLEST_HOLE: hole}
        return by_wish.get(wish, float(not one.removable))

    assert all(value(first) <= value(other) for other in others)
    assert others


def test_where_nothing_holds_the_nearest_is_named() -> None:
    made = plan(job(brick_wall(), plate_fixture(mass_kg=300), 57, 1057))
    assert made.verdict.word is VerdictWord.DO_NOT_DRILL
    assert made.verdict.action is not None
    assert "one bears 1200 N" in made.verdict.action
    # where strength is what is missing, the nearest is named with what would raise it
    board = plan(job(stud_wall(), plate_fixture(mass_kg=60, depth_mm=200), 550, 1000))
    assert board.verdict.action is not None
    assert re.match(r"The nearest is .* used [1-9][0-9.]* times over\.", board.verdict.action)


def test_board_is_neither_overhung_nor_pressed_in() -> None:
    # 30 kg on a piece 400 long in board alone: 294 N / 400 mm
    heavy = plate_fixture(SQUARE, size_mm=(400, 150), mass_kg=30)
    found = next(f for f in plan(job(stud_wall(), heavy, 420, 1000)).findings if f.code == "board-overhung")
    assert found.figures["n_per_mm"] == pytest.approx(30 * 9.80665 / 400)
    assert "bears no more than 20 kg in one place; there would be 30 kg" in found.sentence
    # 10 kg over 1,000 mm are 0.1 N/mm of 0.4, but 0.31 m out of 0.3: DIN 4103-1
    far = plate_fixture(SQUARE, size_mm=(1000, 150), mass_kg=10, depth_mm=620)
    says = next(f for f in plan(job(stud_wall(), far, 420, 1000)).findings if f.code == "board-overhung").sentence
    # 0.4 N/mm are 40.8 kg to each metre
    assert (
        "no farther than 300 mm off the wall, and 40.8 kg to each metre along it; this is 310 mm and 10 kg to" in says
    )
    near = plate_fixture(SQUARE, size_mm=(1000, 150), mass_kg=10, depth_mm=590)
    assert "board-overhung" not in codes(plan(job(stud_wall(), near, 420, 1000)))
    arm = plate_fixture(SQUARE, size_mm=(150, 150), mass_kg=6, depth_mm=620)
    assert {"board-overhung", "board-pressed-in"} & codes(plan(job(stud_wall(), arm, 520, 1000)))
