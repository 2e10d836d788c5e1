"""The map of every millimetre says what the plan says there; what must hold for it whatever the wall."""

import random

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from rockpin.catalogue import load_catalogue
from rockpin.core.base.keeping import Keep
from rockpin.core.base.model import Rect
from rockpin.core.document.evidence import CameOut, Ended, Evidence, Probe, ProbeInterval
from rockpin.core.document.fixture import HeldBy, Limit, LimitKind
from rockpin.core.document.job import JobDocument, Region
from rockpin.core.document.kit import Kit, KitScrew
from rockpin.core.document.sweeps import Scan, ScanMode
from rockpin.core.document.wall import Framing, HowKnown, Member, MemberKind, Point, SlideSide, StudRow
from rockpin.core.fixture import joined, started
from rockpin.core.plan import make_plan
from rockpin.core.plan.judged_places import judge
from rockpin.core.plan.near_places import front_of
from rockpin.core.plan.placemap import PlaceMap, front_of_map, map_places
from rockpin.core.tables.references import thing_named
from tests.builders import brick_wall, job, plate_fixture, stud_wall
from tests.mapped_walls import PLATES, PROVE, READY, STOP, WALLS, moved

CATALOGUE = load_catalogue()


def borders(found: PlaceMap, count: int, seed: int) -> list[tuple[int, int]]:
    """Shifts beside which the verdict changes, and some anywhere: right there a map would go wrong first."""
    draw = random.Random(seed)
    rows, columns = found.weights.shape
    places = []
    for number in range(count):
        row, column = draw.randrange(rows), draw.randrange(columns)
        line = found.weights[row] if number % 2 else found.weights[:, column]
        edges = np.flatnonzero(line[1:] != line[:-1])
        if len(edges) and number % 5:
            at = int(draw.choice(edges.tolist())) + draw.randint(0, 1)
            row, column = (row, at) if number % 2 else (at, column)
        places.append((column + found.dx_mm, row + found.dy_mm))
    return places


def told_otherwise(here: JobDocument, found: PlaceMap, places: list[tuple[int, int]]) -> list[object]:
    keep = Keep(64)
    wrong: list[object] = []
    for dx, dy in places:
        word = make_plan(moved(here, dx, dy), CATALOGUE, keep).verdict.word
        if word is not found.word(dx, dy):
            wrong.append((dx, dy, word, found.word(dx, dy)))
    return wrong


@pytest.mark.parametrize("holes", PLATES)
@pytest.mark.parametrize("name", WALLS)
def test_the_map_says_what_the_plan_says_there(name: str, holes: int) -> None:
    here = job(WALLS[name], PLATES[holes], 700, 700, region=Region.BRITAIN)
    # over a stud, the pipe, the window's lower edge, the socket and the edge of what was swept; some to the wall's end
    aside = (-150, 250) if holes < 4 else (-150, 60)
    found = map_places(here, CATALOGUE, within=(*aside, -120, 160), uses=False)
    assert told_otherwise(here, found, borders(found, 40, holes)) == []


@pytest.mark.parametrize(("name", "holes"), [("board on studs", 1), ("brick with courses", 2), ("concrete", 1)])
def test_the_map_of_a_whole_wall(name: str, holes: int) -> None:
    here = job(WALLS[name], PLATES[holes], 1000, 1100)
    found = map_places(here, CATALOGUE, uses=False)
    width, height = PLATES[holes].pieces[0].width_mm, PLATES[holes].pieces[0].height_mm
    assert found.weights.shape == (WALLS[name].height_mm - height + 1, 3000 - width + 1)
    assert len(np.unique(found.weights)) == 3
    assert told_otherwise(here, found, borders(found, 60, holes)) == []


@pytest.mark.parametrize("name", ["board on studs", "plastered block"])
def test_the_map_with_what_the_van_has(name: str) -> None:
    """Screws that are there are taken where they do, and so change what is drilled and what that strikes."""
    screws = [("wood_5_0", 60), ("wood_4_5", 50), ("wood_6_0", 90)]
    kit = Kit(screws=tuple(KitScrew(key=key, length_mm=length, count=20) for key, length in screws))
    here = job(WALLS[name], PLATES[2], 700, 700, kit=kit)
    found = map_places(here, CATALOGUE, within=(-150, 200, -120, 160), uses=False)
    assert told_otherwise(here, found, borders(found, 60, 5)) == []


@pytest.mark.parametrize("name", ["brick with courses", "plastered block"])
@pytest.mark.parametrize("things", [("on_board",), ("hanging_basket", "on_board")])
def test_the_map_of_things_on_a_board_and_beside_it(things: tuple[str, ...], name: str) -> None:
    """Brackets go with the board that they are on: however far, they stay as deep within its edges."""
    first, *others = (started(thing_named(key, CATALOGUE), {}) for key in things)
    for other in others:
        first = joined(first, other)
    here = job(WALLS[name], first, 640, 900)
    found = map_places(here, CATALOGUE, within=(-200, 240, -150, 150), uses=False)
    assert READY in found.weights
    assert told_otherwise(here, found, borders(found, 50, 5)) == []


@pytest.mark.parametrize(("name", "at"), [("studs with noggins", (380, 1140)), ("brick with courses", (1330, 860))])
def test_at_every_millimetre_of_a_window(name: str, at: tuple[int, int]) -> None:
    here = job(WALLS[name], PLATES[1], *at)
    found = map_places(here, CATALOGUE, within=(0, 23, 0, 11))
    assert found.weights.shape == (12, 24)
    assert told_otherwise(here, found, [(dx, dy) for dx in range(24) for dy in range(12)]) == []


@pytest.mark.parametrize(
    ("name", "holes", "at", "within"),
    [
        # about the old hole that met metal, and along the free end and below the top of concrete
        ("brick with courses", 1, (2550, 650), (-260, 260, -100, 300)),
        ("concrete", 4, (20, 2000), (-20, 250, 0, 290)),
    ],
)
def test_old_holes_and_free_ends(name: str, holes: int, at: tuple[int, int], within: tuple[int, int, int, int]) -> None:
    here = job(WALLS[name], PLATES[holes], *at)
    found = map_places(here, CATALOGUE, within=within, uses=False)
    assert len(np.unique(found.weights)) > 1
    assert told_otherwise(here, found, borders(found, 80, 5)) == []


@pytest.mark.parametrize(
    ("region", "name"),
    [
        (Region.NORTH_AMERICA, "studs by hits"),
        (Region.CENTRAL_EUROPE, "plastered block"),
        (Region.CENTRAL_EUROPE, "board on studs"),
    ],
)
def test_other_schools_and_sizes(region: Region, name: str) -> None:
    here = job(WALLS[name], PLATES[2], 1000.4, 1100.7, region=region)
    found = map_places(here, CATALOGUE, within=(-200, 100, -100, 100), uses=False)
    assert told_otherwise(here, found, borders(found, 50, 9)) == []


@pytest.mark.parametrize("at", [(700.0, 1300.0), (None, None)])
def test_a_probe_that_stopped_bars_the_map_about_it_and_all_of_it_where_nobody_said_where(
    at: tuple[float | None, float | None],
) -> None:
    stretch = ProbeInterval(from_mm=0, to_mm=30, came_out=CameOut.RED)
    probe = Probe(intervals=(stretch,), ended=Ended.STOP)
    stopped = Evidence(id="stopped", check="probe", x_mm=at[0], y_mm=at[1], probe=probe)
    here = job(brick_wall(evidence=(stopped,)), PLATES[1], 650, 1250)
    found = map_places(here, CATALOGUE, within=(-150, 150, -40, 40), uses=False)
    assert found.word(0, 0) == "do_not_drill"
    if at[0] is None:
        assert (found.weights == STOP).all()
    assert told_otherwise(here, found, borders(found, 30, 2)) == []


def test_what_a_maker_limits_is_in_the_map() -> None:
    limits = (
        Limit(kind=LimitKind.HEIGHT_MAX_MM, value=1500, source="leaflet"),
        Limit(kind=LimitKind.CLEARANCE_MIN_MM, value=120, source="leaflet"),
        Limit(kind=LimitKind.STUDS_MIN_COUNT, value=1, source="leaflet"),
    )
    fixture = PLATES[2].model_copy(update={"limits": limits})
    here = job(WALLS["studs with noggins"], fixture, 1000, 1100)
    found = map_places(here, CATALOGUE, within=(-1000, -500, 250, 450), uses=False)
    assert (found.weights != STOP).any()
    # 100 high: with its top at 1501 it hangs too high
    assert (found.weights[1401 - 1100 - found.dy_mm :] == STOP).all()
    # 119 from the wall's left end
    assert (found.weights[:, : 119 - 1000 - found.dx_mm + 1] == STOP).all()
    assert told_otherwise(here, found, borders(found, 40, 3)) == []


def test_no_ready_place_is_missed_and_each_named_one_is_ready() -> None:
    # one hole in bare brick of 65 high: ready wherever it keeps off the joints; two edges of the band by hand
    here = job(brick_wall(), plate_fixture(((50, 50),)), 1000, 1000)
    column = map_places(here, CATALOGUE, within=(0, 0, 0, 74)).weights[:, 0]
    for row, weight in enumerate(column):
        up = (1050 + row) % 75
        # within 3 mm of a joint it counts as in the joint, which is to be proved or not at all
        in_unit = 3 <= up < 65 - 3
        plan = make_plan(moved(here, 0, row), CATALOGUE)
        assert (plan.holes[0].behind.kind == "unit") is in_unit
        assert bool(weight == READY) is bool(plan.verdict.word == "ready")


@pytest.mark.parametrize(("name", "holes"), [("brick with courses", 2), ("studs with noggins", 4), ("concrete", 1)])
def test_the_front_of_the_map_is_the_front_of_all_its_places(name: str, holes: int) -> None:
    here = job(WALLS[name], PLATES[holes], 700, 1300)
    keep = Keep(64)
    found = map_places(here, CATALOGUE, keep, within=(-9, 8, -5, 6))
    every = [
        judge(moved(here, dx, dy), float(dx), float(dy), CATALOGUE, keep) for dx in range(-9, 9) for dy in range(-5, 7)
    ]
    best = int(found.weights.min())
    words = ("ready", "prove_first", "do_not_drill")
    brute = front_of([one for one in every if one.word == words[best]])
    mapped = front_of_map(found)
    assert {one.figures for one in brute} == {
        (one.away_mm, -float(one.solid), one.use, round(one.risk, 4)) for one in mapped
    }


def test_a_mirrored_wall_has_a_mirrored_map() -> None:
    door = WALLS["board on studs"].openings[0]
    socket = WALLS["board on studs"].points[0]
    # studs from 200 to 2600 on 2800
    framing = Framing(row=StudRow(first_centre_mm=200, pitch_mm=400, stud_width_mm=38, known=HowKnown.SEEN))
    wall = stud_wall(width_mm=2800, framing=framing, openings=(door,), points=(socket,))
    other = stud_wall(
        width_mm=2800,
        framing=framing,
        openings=(door.model_copy(update={"x_mm": 2800 - door.x_mm - door.width_mm, "slides_into": SlideSide.LEFT}),),
        points=(socket.model_copy(update={"x_mm": 2800 - socket.x_mm}),),
    )
    # one hole: of two the first is screwed in first, and holds the thing alone meanwhile
    one = map_places(job(wall, PLATES[1], 1000, 1100), CATALOGUE, within=(-300, 500, -300, 100), uses=False)
    two = map_places(job(other, PLATES[1], 1700, 1100), CATALOGUE, within=(-500, 300, -300, 100), uses=False)
    assert (one.weights == two.weights[:, ::-1]).all()


@settings(max_examples=12, deadline=None)
@given(
    st.sampled_from(sorted(WALLS)),
    st.integers(-150, 150),
    st.integers(-150, 150),
    st.integers(1, 40),
    st.integers(1, 20),
)
def test_a_part_of_the_map_is_the_map_of_that_part(name: str, dx: int, dy: int, wide: int, high: int) -> None:
    here = job(WALLS[name], PLATES[1], 700, 1200)
    part = map_places(here, CATALOGUE, within=(dx, dx + wide, dy, dy + high), uses=False)
    whole = map_places(here, CATALOGUE, within=(dx - 7, dx + wide + 9, dy - 5, dy + high + 3), uses=False)
    assert (whole.weights[5 : 5 + high + 1, 7 : 7 + wide + 1] == part.weights).all()
    # a smaller window never finds a better place
    assert part.weights.min() >= whole.weights.min()


@pytest.mark.parametrize("name", ["studs by hits", "brick with courses", "concrete"])
def test_a_coarse_map_says_of_its_places_what_that_of_every_millimetre_says(name: str) -> None:
    here = moved(job(WALLS[name], PLATES[4], 1000, 1100), 3.25, 0.5)
    step = 25
    coarse = map_places(here, CATALOGUE, within=(-200, 300, -150, 200), uses=False, step_mm=step)
    every = map_places(here, CATALOGUE, within=(-200, 300, -150, 200), uses=False)
    assert (coarse.weights == every.weights[::step, ::step]).all()
    assert coarse.word(-175, 50) is every.word(-175, 50)


def test_the_map_reaches_from_edge_to_edge_of_what_one_sees() -> None:
    # the piece hangs 60 to the right of the fixture's corner and 120 above it, on a plate at the corner
    plate = plate_fixture(((30, 30),), size_mm=(60, 60), mass_kg=1)
    (piece,) = plate.pieces
    aside = plate.model_copy(update={"pieces": (piece.model_copy(update={"x_mm": 60.0, "y_mm": 120.0}),)})
    here = job(brick_wall(13), aside, 500, 700)
    found = map_places(here, CATALOGUE, uses=False, step_mm=10)
    wall, rows, columns = here.wall, *found.weights.shape
    assert (found.dx_mm, found.dy_mm) == (-(500 + 60), -(700 + 120))
    assert found.dx_mm + 10 * (columns - 1) == wall.width_mm - (500 + 60 + piece.width_mm)
    assert found.dy_mm + 10 * (rows - 1) == wall.height_mm - (700 + 120 + piece.height_mm)


def test_what_stands_on_the_floor_has_its_places_along_it_alone() -> None:
    piece = PLATES[2].pieces[0].model_copy(update={"held_by": HeldBy.FLOOR})
    limits = (
        Limit(kind=LimitKind.STUDS_MIN_COUNT, value=1, source="leaflet"),
        Limit(kind=LimitKind.CLEARANCE_MIN_MM, value=40, source="leaflet"),
    )
    stands = PLATES[2].model_copy(update={"pieces": (piece,), "limits": limits})
    here = job(WALLS["studs with noggins"], stands, 1000, 0)
    found = map_places(here, CATALOGUE, within=(-300, 300, 0, 30), uses=False)
    assert (found.weights[0] != STOP).any()
    assert (found.weights[-1] == STOP).all()
    assert told_otherwise(here, found, borders(found, 40, 4)) == []


def test_the_map_over_the_edge_of_what_was_swept() -> None:
    """What was swept and what was not are all that differ: a socket's band is cleared on the one side of it only."""
    socket = Point(id="s", kind="socket", x_mm=1000, y_mm=300)
    area = Rect(x_mm=600, y_mm=200, width_mm=1000, height_mm=900)
    scans = tuple(
        Scan(id=mode.value, mode=mode, area=area, claimed_depth_mm=100, proved_on_live_cable=True, circuits_on=True)
        for mode in (ScanMode.METAL, ScanMode.LIVE)
    )
    here = job(brick_wall(12, points=(socket,), scans=scans, looked=True), PLATES[1], 950, 1000)
    found = map_places(here, CATALOGUE, within=(-60, 60, -60, 140), uses=False)
    assert {READY, PROVE} <= set(np.unique(found.weights).tolist())
    assert told_otherwise(here, found, borders(found, 60, 8)) == []


def test_the_map_past_the_ends_of_a_short_piece_of_wood() -> None:
    """Blocking that stands by itself between two studs: a hole beside its end, above it and on its edge."""
    blocking = Member(
        id="block", kind=MemberKind.BLOCKING, x_mm=520, y_mm=1200, width_mm=160, height_mm=90, known=HowKnown.SEEN
    )
    row = StudRow(first_centre_mm=400, pitch_mm=400, stud_width_mm=38, known=HowKnown.SEEN)
    wall = stud_wall(width_mm=2000, framing=Framing(row=row, members=(blocking,)))
    here = job(wall, PLATES[1], 550, 1195)
    found = map_places(here, CATALOGUE, within=(-110, 110, -80, 80), uses=False)
    assert len(np.unique(found.weights)) > 1
    assert told_otherwise(here, found, borders(found, 80, 6)) == []
