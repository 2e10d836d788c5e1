"""One question and its answer: what is supposed is said, what is said holds, and nothing is ready that nobody saw."""

from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from rockpin.catalogue import load_catalogue
from rockpin.core.base.errors import BadInput
from rockpin.core.base.findings import Severity, VerdictWord
from rockpin.core.base.keeping import Keep
from rockpin.core.base.model import Rect
from rockpin.core.base.quantities import UnitSystem
from rockpin.core.document.evidence import Evidence
from rockpin.core.document.job import Choice, Region
from rockpin.core.document.sweeps import Scan, ScanMode
from rockpin.core.document.wall import Point, WallSide
from rockpin.core.fixture import build
from rockpin.core.framing import BehindKind
from rockpin.core.plan import make_plan
from rockpin.core.questions import (
    SpacingQuestion,
    Supposed,
    begun,
    how_deep,
    how_far_apart,
    job_of,
    may_drill,
    most_held_kg,
    what_goes_in,
    what_wall,
)
from rockpin.core.questions.starting_wall import starting_wall
from rockpin.core.questions.supposed import between_studs, supposed_job
from rockpin.core.setout import place_fixture
from tests.builders import brick_wall

CATALOGUE = load_catalogue()
SOCKET = Point(id="socket", kind="socket", x_mm=1500, y_mm=300)


# --- nobody looked ---------------------------------------------------------------------------------------------------


def _said(**more: Any) -> list[str]:
    job = job_of(Supposed(wall="cast_concrete", **more), CATALOGUE)
    plan = make_plan(job, CATALOGUE)
    assert plan.verdict.word is (VerdictWord.PROVE_FIRST if plan.verdict.count else VerdictWord.READY)
    return [one.code for one in plan.findings if one.severity is Severity.PROVE_FIRST]


def test_a_wall_on_which_nobody_looked_is_not_clear() -> None:
    assert "not-looked" in _said()
    assert _said(looked=True) == []
    # and what stands there as its risk says what that takes for granted
    unseen, seen = (may_drill(Supposed(wall="cast_concrete", looked=one), CATALOGUE) for one in (False, True))
    assert (unseen.risk_if, seen.risk_if) == ("if nothing is on either face", None)
    beside = may_drill(Supposed(wall="cast_concrete", points=(SOCKET,)), CATALOGUE)
    assert beside.risk_if == "if nothing else is on either face"
    # who placed something on both faces has looked at both, and so has who swept
    away = Point(id="socket", kind="socket", x_mm=200, y_mm=300)
    behind = away.model_copy(update={"id": "behind", "face": WallSide.OTHER})
    assert "not-looked" in _said(points=(away,))
    assert "not-looked" not in _said(points=(away, behind))
    job = job_of(Supposed(wall="cast_concrete"), CATALOGUE)
    face = Rect(x_mm=0, y_mm=0, width_mm=job.wall.width_mm, height_mm=job.wall.height_mm)
    # but only where the holes go
    elsewhere = Rect(x_mm=0, y_mm=0, width_mm=200, height_mm=200)
    for area, clear in ((face, True), (elsewhere, False)):
        swept = job.wall.model_copy(update={"scans": (Scan(id="metal", mode=ScanMode.METAL, area=area),)})
        plan = make_plan(job.model_copy(update={"walls": (swept,)}), CATALOGUE)
        assert ("not-looked" not in [one.code for one in plan.findings]) is clear
    # and round the whole hole that is drilled, no farther
    hole = make_plan(job, CATALOGUE).holes[0]
    assert hole.card is not None
    radius = hole.card.bit_mm / 2
    for past_mm, clear in ((radius + 1, True), (radius - 1, False)):
        left = hole.x_mm - past_mm
        area = face.model_copy(update={"x_mm": left, "width_mm": face.width_mm - left})
        swept = job.wall.model_copy(update={"scans": (Scan(id="metal", mode=ScanMode.METAL, area=area),)})
        plan = make_plan(job.model_copy(update={"walls": (swept,)}), CATALOGUE)
        assert ("not-looked" not in [one.code for one in plan.findings]) is clear
    # one sweep may end where the next begins
    halves = [face.model_copy(update={"width_mm": 1400}), face.model_copy(update={"x_mm": 1400, "width_mm": 1600})]
    scans = tuple(Scan(id=f"metal-{n}", mode=ScanMode.METAL, area=half) for n, half in enumerate(halves))
    swept = job.wall.model_copy(update={"scans": scans})
    shelf = job.model_copy(update={"walls": (swept,), "fixture": build(CATALOGUE.shape_by_key["shelf"], {})})
    assert "not-looked" not in [one.code for one in make_plan(shelf, CATALOGUE).findings]


# --- what goes in ----------------------------------------------------------------------------------------------------


def test_what_is_named_has_been_put_through_the_plan() -> None:
    asked = Supposed(wall="plastered_brick", shape="shelf", measures={"holds": 6})
    answer = what_goes_in(asked, CATALOGUE)
    assert answer.title == "Shelf on a plastered brick wall"
    assert answer.fits
    # its holes want no different fixings, and the sentence does not say so
    assert answer.verdict.sentence.startswith("It holds what it must, used so")
    job = supposed_job(asked, CATALOGUE)
    holes = [hole.id for support in job.fixture.supports for hole in support.holes if hole.used]
    for fit in answer.fits:
        picked = job.model_copy(update={"choices": tuple(Choice(hole_id=one, fixing=fit.fixing) for one in holes)})
        plan = make_plan(picked, CATALOGUE)
        assert all(
            hole.chosen == fit.fixing and hole.verdict.word is not VerdictWord.DO_NOT_DRILL for hole in plan.holes
        )
        worst = max(plan.holes, key=lambda hole: hole.working.use if hole.working else 0)
        assert (worst.working and worst.working.use_text, worst.card) == (fit.use_text, fit.card)
        assert fit.count == len(holes)


def test_it_never_says_ready_where_nobody_looked() -> None:
    answer = what_goes_in(Supposed(wall="cast_concrete", looked=True), CATALOGUE)
    assert answer.verdict.label == "Holds"
    assert answer.before


def test_board_alone_says_what_would_help_and_the_stud_holds() -> None:
    """A hard tug on one hook of 3 kg: 414 N come to the anchor, more than any in one board of 12.5 mm may take."""
    between = what_goes_in(Supposed(wall="board_on_studs"), CATALOGUE)
    assert (between.fits, between.verdict.label) == ((), "Nothing holds so")
    assert between.ways
    # what one tries before all else stands first
    assert between.ways[0].startswith("Put it where studs are, each hole in the middle of one: ")
    # no two studs stand as close together as the holes of a plate
    plate = what_goes_in(Supposed(wall="board_on_studs", shape="plate", measures={"holds": 22}), CATALOGUE)
    assert plate.ways
    assert not any(way.startswith("Put it where studs are") for way in plate.ways)
    assert any("Every hole is between the studs" in one for one in between.assumed)
    into = what_goes_in(Supposed(wall="board_on_studs", in_studs=True), CATALOGUE)
    assert "in the stud" in into.fits[0].label
    # one stud behind each column of holes
    shelf = supposed_job(Supposed(wall="board_on_studs", shape="shelf", in_studs=True), CATALOGUE)
    columns = {hole.x_mm for hole in place_fixture(shelf, CATALOGUE.figures.setout.channel_back_mm).holes}
    assert len(columns) == 2
    assert shelf.wall.framing
    assert sorted(one.rect.centre_x_mm for one in shelf.wall.framing.members) == sorted(columns)
    # the studs that the answer supposes are no studs that somebody found
    started = job_of(Supposed(wall="board_on_studs", in_studs=True), CATALOGUE)
    assert started.wall.framing
    assert started.wall.framing.members == ()


def test_an_arm_between_studs_is_sent_onto_a_board_across_them() -> None:
    """Its plate has two columns of holes, which no one stud takes: a board over the two beside it does."""
    asked = Supposed(wall="board_on_studs", shape="arm")
    ways = what_goes_in(asked, CATALOGUE).ways
    assert ways[0].startswith("Put a board ")
    assert "across the studs first" in ways[0]
    # a wall is opened last
    assert ways[-1].startswith("Open the wall")
    # from stud to stud, 400 apart, and 60 beyond either
    job = between_studs(asked, CATALOGUE)
    assert job
    assert "520 mm × " in ways[0]
    # it stands midway between them
    (one,) = job.fixture.supports
    middle = job.placement.x_mm + one.rect.centre_x_mm
    assert job.wall.framing
    assert job.wall.framing.row
    assert (middle - job.wall.framing.row.first_centre_mm) % 400 == pytest.approx(200)
    # without studs there is nothing to put a board across
    assert between_studs(asked.model_copy(update={"wall": "plastered_brick"}), CATALOGUE) is None


@pytest.mark.parametrize(
    ("region", "apart_mm", "each"),
    [
        # studs of 38 mm leave 9 mm to either side of their middle: 18 mm together
        (Region.BRITAIN, 400, True),
        (Region.BRITAIN, 418, True),
        (Region.BRITAIN, 420, False),
        (Region.BRITAIN, 240, False),
        (Region.BRITAIN, 600, True),
        (Region.BRITAIN, 520, False),
        # too far apart for one stud
        (Region.BRITAIN, 20, False),
        (Region.NORTH_AMERICA, 406, True),
        (Region.NORTH_AMERICA, 500, False),
    ],
)
def test_holes_are_all_in_studs_only_where_studs_stand_so(region: Region, apart_mm: float, each: bool) -> None:
    """Two hangers: what is as far apart as studs usually are goes onto them, and nothing else does."""
    measures = {"width": 700, "across": apart_mm}
    asked = Supposed(wall="board_on_studs", shape="keyholes", measures=measures, in_studs=True, region=region)
    job = supposed_job(asked, CATALOGUE)
    holes = [hole.x_mm for hole in place_fixture(job, CATALOGUE.figures.setout.channel_back_mm).holes]
    framing = job.wall.framing
    assert framing
    if framing.row is None:
        assert each
        for x in holes:
            assert min(abs(x - one.rect.centre_x_mm) for one in framing.members) <= 9
        return
    assert not each
    pitch = framing.row.pitch_mm
    off = sorted(abs((x - framing.row.first_centre_mm + pitch / 2) % pitch - pitch / 2) for x in holes)
    assert off[0] == pytest.approx(0, abs=1e-6)
    assert off[1] > 9
    answer = what_goes_in(asked, CATALOGUE)
    assert any("and its holes do not: 1 of 2 is in a stud, the others between them." in one for one in answer.assumed)


def test_no_grab_rail_is_held_by_studs_that_do_not_stand_so() -> None:
    """Each flange has one hole of three in a stud of 38 mm at the most, and board carries nobody."""
    answer = what_goes_in(Supposed(wall="board_on_studs", shape="grab_rail", in_studs=True), CATALOGUE)
    assert answer.verdict.word is VerdictWord.DO_NOT_DRILL
    assert any(way.startswith("Open the wall and put wood between the studs") for way in answer.ways)
    # a towel rail has one post on a stud, and the other one in the board
    rail = what_goes_in(Supposed(wall="board_on_studs", shape="towel_rail", in_studs=True), CATALOGUE)
    assert rail.together
    assert [fit.count for fit in rail.fits] == [2, 2]
    # a plate that offers a row of holes is screwed by those that are as far apart as studs
    screen = what_goes_in(Supposed(wall="board_on_studs", shape="tv_on_plate", in_studs=True), CATALOGUE)
    assert any(one.startswith("Every hole is in the middle of a stud") for one in screen.assumed)


def test_brackets_that_go_where_they_hold_are_on_studs_unless_somebody_measured_where() -> None:
    shelf = Supposed(wall="board_on_studs", shape="shelf", in_studs=True)
    assert any("and put its brackets there" in one for one in what_goes_in(shelf, CATALOGUE).assumed)
    measured = shelf.model_copy(update={"measures": {"margin": 150.0}})
    assert any("Studs stand 400 mm apart, and its" in one for one in what_goes_in(measured, CATALOGUE).assumed)
    # five of them on 800 mm stand nearer together than studs do
    many = shelf.model_copy(update={"measures": {"brackets": 5.0}})
    assert any("Studs stand 400 mm apart, and its" in one for one in what_goes_in(many, CATALOGUE).assumed)


def test_a_bar_is_drilled_on_as_many_studs_as_stand_behind_it() -> None:
    """A bar of 720 mm whose ends want some wood to spare has two studs behind it at 400; one of 360 has one."""
    for width, behind in ((800.0, 2), (400.0, 1)):
        asked = Supposed(wall="board_on_studs", shape="cabinet", measures={"width": width, "clips": 0}, in_studs=True)
        row = supposed_job(asked, CATALOGUE).wall.framing.row  # type: ignore[union-attr]
        assert row
        bar = (3000 - width) / 2 + (width - 0.9 * width) / 2, (3000 + width) / 2 - (width - 0.9 * width) / 2
        studs = [x for k in range(-10, 10) if bar[0] < (x := row.first_centre_mm + k * row.pitch_mm) < bar[1]]
        assert len(studs) == behind
    # one who asked for a place between them is not told that each hole finds a stud
    between = what_goes_in(asked.model_copy(update={"in_studs": False}), CATALOGUE)
    assert not any("each hole in the middle of one" in way for way in between.ways)


def test_between_studs_is_midway_between_two_of_them() -> None:
    asked = Supposed(wall="board_on_studs", shape="hook")
    job = between_studs(asked, CATALOGUE)
    assert job is not None
    assert job.wall.framing is not None
    row = job.wall.framing.row
    assert row is not None
    (hole,) = place_fixture(job, CATALOGUE.figures.setout.channel_back_mm).holes
    assert (hole.x_mm - row.first_centre_mm) % row.pitch_mm == pytest.approx(row.pitch_mm / 2)


def test_a_bar_that_has_no_holes_is_carried_by_no_clip() -> None:
    """A cabinet of 40 kg on lath and plaster alone: nothing holds its bar, however well its clips hold."""
    cabinet = {"shape": "cabinet", "measures": {"holds": 40}}
    nothing = what_goes_in(Supposed(wall="lath_and_plaster", **cabinet), CATALOGUE)
    assert (nothing.fits, nothing.verdict.label) == ((), "Nothing holds so")
    brick = what_goes_in(Supposed(wall="plastered_brick", **cabinet), CATALOGUE)
    # two clips, and the bar drilled for him
    assert all(fit.count > 2 and fit.holds_text is None for fit in brick.fits)


def test_holes_that_want_different_fixings_are_each_told_theirs() -> None:
    """A cabinet into studs: coach screws in its bar, which no clip's hole lets through."""
    answer = what_goes_in(Supposed(wall="board_on_studs", shape="cabinet", in_studs=True), CATALOGUE)
    assert (answer.together, answer.verdict.label) == (True, "Holds")
    assert answer.verdict.sentence.endswith("Its holes want different fixings.")
    bar, clips = answer.fits
    assert (bar.where, clips.where) == ("Bar", "Clip 1 and Clip 2")
    assert bar.fixing != clips.fixing
    assert bar.card.fixing == bar.fixing
    job = supposed_job(Supposed(wall="board_on_studs", shape="cabinet", in_studs=True), CATALOGUE)
    assert clips.count == sum(len(one.holes) for one in job.fixture.supports if one.clipped) == 2
    # one fixing for all of it is no mixture
    assert not what_goes_in(Supposed(wall="plastered_brick", shape="cabinet"), CATALOGUE).together


def test_one_bar_takes_one_fixing_though_its_clips_take_another() -> None:
    """In hollow block one hole of the bar wants a rod in resin: all of the bar get one, and the clips their plugs."""
    answer = what_goes_in(Supposed(wall="plastered_hollow_block", shape="cabinet"), CATALOGUE)
    assert [fit.where for fit in answer.fits] == ["Bar", "Clip 1 and Clip 2"]


def test_what_wants_two_walls_or_none_is_no_question_of_one() -> None:
    for shape in ("corner_shelf", "box_on_post"):
        with pytest.raises(BadInput, match="start it as a job"):
            what_goes_in(Supposed(wall="plastered_brick", shape=shape), CATALOGUE)


def test_a_wall_that_nobody_knows_is_asked_for_first() -> None:
    answer = what_goes_in(Supposed(), CATALOGUE)
    assert (answer.fits, answer.ways, answer.verdict.label) == ((), (), "Find out the wall first")


def test_the_most_it_holds_is_held_and_a_little_more_is_not() -> None:
    asked = Supposed(wall="cast_concrete", shape="shelf")
    job, shape = supposed_job(asked, CATALOGUE), CATALOGUE.shape_by_key["shelf"]
    holes = [hole.id for support in job.fixture.supports for hole in support.holes]
    fixing = what_goes_in(asked, CATALOGUE).fits[0].fixing
    picked = job.model_copy(update={"choices": tuple(Choice(hole_id=one, fixing=fixing) for one in holes)})
    most = most_held_kg(picked, CATALOGUE, Keep(32))
    assert most is not None

    def held(mass_kg: float) -> bool:
        plan = make_plan(picked.model_copy(update={"fixture": build(shape, {"holds": mass_kg})}), CATALOGUE)
        return all(not any(one.fixing == fixing for one in hole.refused) for hole in plan.holes)

    assert held(most)
    # rounded down by less than 1 kg or a tenth, and found to a hundredth of the range it was looked for in
    assert not held(most * 1.12 + 2)


@pytest.mark.parametrize("wall", ["board_on_studs", "two_boards_on_studs"])
@pytest.mark.parametrize("shape", ["plate", "shelf", "heated_rail", "box_on_channel", "bar_on_plate"])
def test_nothing_is_said_to_hold_more_than_board_alone_bears(shape: str, wall: str) -> None:
    """Not only its anchors count: no more than 20 kg in one place, and no edge that would be pressed in."""
    asked = Supposed(wall=wall, shape=shape, looked=True)
    job = supposed_job(asked, CATALOGUE)
    offered = [one for one in what_goes_in(asked, CATALOGUE).fits if one.holds_text]
    for fit in offered[:1]:
        picks = tuple(
            Choice(hole_id=hole.id, fixing=fit.fixing)
            for one in job.fixture.supports
            for hole in one.holes
            if hole.used
        )
        job = job.model_copy(update={"choices": picks})
    most = most_held_kg(job, CATALOGUE)
    assert (most is None) is (not offered)
    if most is not None:
        row = next(one for one in CATALOGUE.shapes if one.key == shape)
        made = build(row, {**job.fixture.measures, "holds": most})
        plan = make_plan(job.model_copy(update={"fixture": made}), CATALOGUE)
        forbids = {one.code for one in plan.findings if one.severity is Severity.DO_NOT_DRILL}
        assert forbids == set()
        assert sum(piece.mass_kg + piece.contents_kg for piece in made.pieces) <= 20


# --- may I drill here, how deep --------------------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("region", "in_studs", "deep_mm", "says"),
    [
        # BS 7671, 522.6.202: 50 mm; DIN 18015-3: cables may leave the zones in hollow walls, 10 mm into the void
        ("britain", False, 50, "a cable may run anywhere in a hollow wall"),
        ("central_europe", False, 22.5, "cables may leave the zones"),
        # NEC 300.4: 28 mm of the stud behind the board; nothing is said of the void
        ("north_america", True, 12.5 + 28, "into a stud a cable may be bored through it"),
        ("north_america", False, None, "the bit falls into the void"),
        ("unknown", True, 12.5 + 28, "into a stud a cable may be bored through it"),
    ],
)
def test_how_deep_in_a_framed_wall_by_its_school(
    region: Region, in_studs: bool, deep_mm: float | None, says: str
) -> None:
    answer = how_deep(Supposed(wall="board_on_studs", region=region, in_studs=in_studs, looked=True), CATALOGUE)
    assert answer.depth_mm == (None if deep_mm is None else pytest.approx(deep_mm))
    assert any(says in one for one in answer.because)
    # a stud is no void, and what lies beside it is no board
    assert any("falls into the void" in one for one in answer.because) is not in_studs
    assert any(one.startswith("The stud ends at") for one in answer.because) is in_studs


def test_a_screw_that_stays_in_the_lining_goes_before_one_that_asks_for_a_sweep() -> None:
    """Central Europe, a lining of wood before a void: of two screws that hold, the one that ends in it."""
    asked = Supposed(region=Region.CENTRAL_EUROPE, wall="timber_lining", shape="hook", hand="none", looked=True)
    plan = make_plan(supposed_job(asked.model_copy(update={"measures": {"holds": 2.2}}), CATALOGUE), CATALOGUE)
    assert plan.verdict.word is VerdictWord.READY
    assert "zones-may-be-left" not in {one.code for one in plan.findings}


def test_above_a_socket_nobody_drills_and_beside_it_one_may() -> None:
    above = may_drill(Supposed(wall="plastered_brick", points=(SOCKET,), across_mm=1500, up_mm=1400), CATALOGUE)
    assert (above.x_mm, above.y_mm) == (1500, 1400)
    assert above.verdict.word is not VerdictWord.READY
    assert above.clearing
    beside = may_drill(
        Supposed(wall="plastered_brick", points=(SOCKET,), looked=True, across_mm=900, up_mm=1400), CATALOGUE
    )
    assert beside.verdict.word is VerdictWord.READY
    nobody = may_drill(Supposed(wall="plastered_brick", across_mm=900, up_mm=1400), CATALOGUE)
    assert nobody.verdict.word is VerdictWord.PROVE_FIRST
    assert not any("Hole 1" in one for one in above.says)


def test_what_must_stay_behind_a_hole_sets_its_depth() -> None:
    """Brick of 215 mm, its back seen: a fifth of it stays, 43 mm. Concrete of 150 mm is hammered: 30 mm stay."""
    assert how_deep(Supposed(wall="fair_faced_brick"), CATALOGUE).depth_mm == pytest.approx(215 - 43)
    assert how_deep(Supposed(wall="cast_concrete"), CATALOGUE).depth_mm == pytest.approx(150 - 30)
    # what sets the depth is said first: a cable 50 mm behind the other face, at 100, before what must stay, at 120
    behind = SOCKET.model_copy(update={"face": WallSide.OTHER})
    concrete = how_deep(Supposed(wall="cast_concrete", points=(behind,)), CATALOGUE)
    assert concrete.depth_mm == pytest.approx(150 - 50)
    cable, stays = concrete.because
    assert cable.startswith("A cable of the other face")
    assert stays.startswith("30 mm must stay")
    board = how_deep(Supposed(wall="board_on_studs"), CATALOGUE)
    assert board.depth_mm == CATALOGUE.hidden.school_of(Region.BRITAIN, None).deep_mm
    unknown = how_deep(Supposed(), CATALOGUE)
    assert (unknown.depth_mm, unknown.depth_text) == (None, "not known yet")


# --- what is this wall -----------------------------------------------------------------------------------------------


def test_a_check_moves_the_belief_and_what_is_taken_for_granted_does_not() -> None:
    knocked = (Evidence(id="knock", check="knock", outcome="hard_everywhere"),)
    before, after = what_wall(Supposed(), CATALOGUE), what_wall(Supposed(evidence=knocked), CATALOGUE)
    hollow = {one.key: one.chance for one in before.may_be}["board_on_studs"]
    assert {one.key: one.chance for one in after.may_be}.get("board_on_studs", 0.0) < hollow / 5
    assert what_wall(Supposed(wall="cast_concrete"), CATALOGUE) == before
    assert before.check == "knock"
    assert "at the height where you mean to drill" in before.advice, "no hole is planned yet"


# --- how far apart ---------------------------------------------------------------------------------------------------


def test_gaps_worked_by_hand() -> None:
    """Five of 80 mm on 2400: (2400 − 400) / 6 = 333.3 between them; with 100 at the ends (2200 − 400) / 4 = 450."""
    same = how_far_apart(SpacingQuestion(count=5, each_mm=80, width_mm=2400))
    assert same.gap_mm == pytest.approx(2000 / 6)
    assert (same.width_mm, same.each_mm) == (2400, 80)
    assert same.middles_mm == pytest.approx([40 + 2000 / 6 + n * (80 + 2000 / 6) for n in range(5)])
    ends = how_far_apart(SpacingQuestion(count=5, each_mm=80, width_mm=2400, margin_mm=100))
    assert (ends.gap_mm, ends.middles_mm[0], ends.middles_mm[-1]) == (450, 140, 2260)
    inches = how_far_apart(SpacingQuestion(count=3, each_mm=0, width_mm=2438.4, units=UnitSystem.IMPERIAL))
    assert inches.middles_text == ("24 in", "48 in", "72 in")
    with pytest.raises(BadInput, match="do not fit"):
        how_far_apart(SpacingQuestion(count=5, each_mm=500, width_mm=2400))


@settings(max_examples=60)
@given(
    count=st.integers(1, 20),
    each=st.floats(0, 200),
    spare=st.floats(0, 5000),
    margin=st.none() | st.floats(0, 1),
)
def test_they_stand_in_order_inside_and_mirrored(count: int, each: float, spare: float, margin: float | None) -> None:
    width = count * each + spare + 1
    wanted = None if margin is None else margin * (spare + 1) / 2
    found = how_far_apart(SpacingQuestion(count=count, each_mm=each, width_mm=width, margin_mm=wanted)).middles_mm
    assert list(found) == sorted(found)
    assert found[0] - each / 2 >= -1e-6
    assert [width - one for one in reversed(found)] == pytest.approx(list(found), abs=1e-6)


# --- the card of a refused job ---------------------------------------------------------------------------------------


def test_a_refused_job_says_what_is_missing_and_a_wall_of_the_builders_is_looked_at() -> None:
    assert brick_wall().looked
    plan = make_plan(job_of(Supposed(wall="board_on_studs", shape="grab_rail", looked=True), CATALOGUE), CATALOGUE)
    assert plan.verdict.word is VerdictWord.DO_NOT_DRILL
    assert plan.not_yet
    assert plan.steps == ()
    assert len(set(plan.not_yet)) == len(plan.not_yet)
    ready = make_plan(job_of(Supposed(wall="cast_concrete", looked=True), CATALOGUE), CATALOGUE)
    assert (ready.verdict.word, ready.not_yet) == (VerdictWord.READY, ())


def test_a_usual_wall_is_as_they_are_built_in_its_region() -> None:
    catalogue = load_catalogue()

    def start(build_up: str, region: Region) -> tuple[float, float | None]:
        wall = starting_wall(build_up, region, catalogue, id="w", name="Wall", width_mm=3000, height_mm=2400)
        row = wall.framing.row if wall.framing else None
        holding = next(layer for layer in wall.build_up if layer.material in ("timber_studs", "steel_studs", "brick"))
        return holding.thickness_mm, row.pitch_mm if row else None

    # 38 × 63 at 400; 2 × 4 as dressed at 16 in; 60 × 60 at half a board of 1250
    assert start("board_on_studs", Region.BRITAIN) == (63, 400)
    assert start("board_on_studs", Region.NORTH_AMERICA) == (89, 406.4)
    assert start("board_on_studs", Region.CENTRAL_EUROPE) == (60, 625)
    # steel at 600, 24 in and 625
    pitches = [start("board_on_steel_studs", region)[1] for region in Region if region is not Region.IRELAND]
    assert pitches == [600, 625, 609.6, 600]
    # one brick: 215, 240 in the normal format, two wythes of modular brick
    assert [start("plastered_brick", region)[0] for region in Region if region is not Region.IRELAND] == [
        215,
        240,
        194,
        215,
    ]


def test_a_towel_rail_on_board_holds_by_toggles_though_nobody_has_found_a_stud() -> None:
    # posts 538 mm apart: clear of studs as each toggle must be, they cannot stand in one bay of 600 or 625
    for region in (Region.BRITAIN, Region.CENTRAL_EUROPE):
        answer = what_goes_in(Supposed(shape="towel_rail", wall="board_on_studs", region=region), CATALOGUE)
        assert answer.verdict.word is VerdictWord.READY, answer.verdict.sentence
        assert answer.fits[0].fixing == "strap_toggle_m6"
    # posts that may both be in one bay share what its board bears
    narrow = Supposed(shape="towel_rail", wall="board_on_studs", measures={"width": 450})
    assert what_goes_in(narrow, CATALOGUE).verdict.word is VerdictWord.DO_NOT_DRILL


def test_of_two_that_likely_fail_the_one_of_the_likelier_side_is_taken() -> None:
    # its left post 22 mm beside where a stud usually is: wood for a screw by 6 %, clear for a wing by less than half
    started = job_of(Supposed(shape="towel_rail", wall="board_on_studs"), CATALOGUE)
    left, right = (make_plan(started, CATALOGUE).holes[number] for number in (0, 2))
    assert (left.behind.kind, right.behind.kind) == (BehindKind.OPEN, BehindKind.VOID)
    assert left.behind.solid_wood < 0.1 < left.behind.clear
    assert left.chosen == "strap_toggle_m6"


def test_a_handrail_on_three_hole_brackets_holds_in_studs_of_three_and_a_half_inches() -> None:
    asked = Supposed(shape="handrail", wall="board_on_studs", region=Region.NORTH_AMERICA, in_studs=True)
    answer = what_goes_in(asked, CATALOGUE)
    assert answer.verdict.word is VerdictWord.READY, answer.verdict.sentence
    assert {fit.count for fit in answer.fits} == {12}
    bracket = job_of(asked, CATALOGUE).fixture.supports[0]
    assert [hole.y_mm - bracket.height_mm / 2 for hole in bracket.holes] == [50, 0, -50]
    # the same with two in each of them is refused
    two = asked.model_copy(update={"measures": {"holes": 2}})
    assert what_goes_in(two, CATALOGUE).verdict.word is VerdictWord.DO_NOT_DRILL


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
