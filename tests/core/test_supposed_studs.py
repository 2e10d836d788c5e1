"""What holds in studs that nobody has found: only where they may stand so, and as they are built in the region."""

import pytest

from rockpin.catalogue import load_catalogue
from rockpin.core.base.findings import VerdictWord
from rockpin.core.document.job import Region
from rockpin.core.questions import (
    Supposed,
    job_of,
    what_goes_in,
)
from rockpin.core.questions.starting_wall import starting_wall
from rockpin.core.questions.supposed import between_studs, supposed_job
from rockpin.core.setout import place_fixture

CATALOGUE = load_catalogue()


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
