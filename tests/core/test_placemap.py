"""The map of every millimetre says what the plan says there; what must hold for it whatever the wall."""

import random
from collections.abc import Iterable
from math import hypot
from types import SimpleNamespace
from typing import cast

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from rockpin.catalogue import load_catalogue
from rockpin.core.base.errors import Overtaken
from rockpin.core.base.findings import Severity
from rockpin.core.base.keeping import Keep
from rockpin.core.base.model import Rect
from rockpin.core.capacity.board import bay_factor
from rockpin.core.document.evidence import CameOut, Ended, Evidence, Probe, ProbeInterval
from rockpin.core.document.fixture import Fixture, HeldBy, Limit, LimitKind
from rockpin.core.document.job import JobDocument, Region
from rockpin.core.document.kit import Kit, KitScrew
from rockpin.core.document.record import HoleRecord
from rockpin.core.document.sweeps import Scan, ScanMode
from rockpin.core.document.wall import Framing, HowKnown, Member, MemberKind, Point, SlideSide, StudRow, Wall
from rockpin.core.fixture import joined, started
from rockpin.core.framing import Widths, chance_clear, framed_grid, look_behind
from rockpin.core.framing.behind import chance_of_wood
from rockpin.core.framing.many import LEANS
from rockpin.core.hidden import HiddenGrid, PlannedHole, judge_hole
from rockpin.core.placing import shifted
from rockpin.core.plan import make_plan, wall_map
from rockpin.core.plan.judged_places import judge
from rockpin.core.plan.near_places import front_of
from rockpin.core.plan.placemap import PlaceMap, front_of_map, map_places, mappable
from rockpin.core.plan.placemap.bays import in_one_bay
from rockpin.core.plan.placemap.codes import Coded, together
from rockpin.core.plan.placemap.joint import Joint, solved
from rockpin.core.plan.placemap.lattice import Lattice
from rockpin.core.plan.placemap.outcomes import NOT_THERE, Outcome, Outcomes, Work
from rockpin.core.plan.placemap.standing import Shifts
from rockpin.core.plan.stages import compute_stages, read_wall
from rockpin.core.tables.references import thing_named
from tests.builders import brick_wall, job, plate_fixture, stud_wall
from tests.mapped_walls import PLATES, WALLS

CATALOGUE = load_catalogue()
READY, PROVE, STOP = 0, 1, 2


def moved(here: JobDocument, dx_mm: float, dy_mm: float) -> JobDocument:
    return here.model_copy(update={"placement": shifted(here.placement, dx_mm, dy_mm)})


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


def test_the_map_is_told_in_runs_and_is_the_same_wherever_the_fixture_stands() -> None:
    here = job(brick_wall(12, width_mm=1300, height_mm=1600), PLATES[2], 700, 1200)
    told = wall_map(here, CATALOGUE)
    assert told is not None
    found = map_places(here, CATALOGUE, uses=False)
    patterns = [np.repeat(runs[::2], runs[1::2]) for runs in told.patterns]
    rows = [
        patterns[number] for number, count in zip(told.rows[::2], told.rows[1::2], strict=True) for _ in range(count)
    ]
    assert (np.array(rows) == found.weights).all()
    assert told.ready == int((found.weights == READY).sum())
    assert (told.x_mm, told.y_mm) == (700 + found.dx_mm, 1200 + found.dy_mm)
    keep = Keep(8)
    again = wall_map(moved(here, -211, -97), CATALOGUE, keep)
    assert again == told
    # kept, not worked out anew
    assert wall_map(here, CATALOGUE, keep) is again


@pytest.mark.parametrize("name", ["studs by hits", "brick with courses", "concrete"])
def test_a_coarse_map_says_of_its_places_what_that_of_every_millimetre_says(name: str) -> None:
    here = moved(job(WALLS[name], PLATES[4], 1000, 1100), 3.25, 0.5)
    step = 25
    coarse = map_places(here, CATALOGUE, within=(-200, 300, -150, 200), uses=False, step_mm=step)
    every = map_places(here, CATALOGUE, within=(-200, 300, -150, 200), uses=False)
    assert (coarse.weights == every.weights[::step, ::step]).all()
    assert coarse.word(-175, 50) is every.word(-175, 50)


def test_a_coarse_map_is_told_with_its_step_and_has_where_the_fixture_stands() -> None:
    here = job(brick_wall(12, width_mm=1300, height_mm=1600), PLATES[2], 713, 1204)
    told, step = wall_map(here, CATALOGUE, coarse=True), CATALOGUE.remedies.map_coarse_mm
    assert told is not None
    assert told.step_mm == step > 1
    assert (713 - told.x_mm) % step == (1204 - told.y_mm) % step == 0
    # it goes as far as the wall does: no place more would fit on either side
    assert told.x_mm < step
    assert told.x_mm + told.columns * step > 1300 - PLATES[2].pieces[0].width_mm


def test_work_that_nobody_waits_for_ends() -> None:
    asked = 0

    def nobody_waits() -> None:
        nonlocal asked
        asked += 1
        if asked > 2:
            raise Overtaken("A newer one came.")

    keep = Keep(8)
    here = job(WALLS["board on studs"], PLATES[2], 1000, 1100)
    with pytest.raises(Overtaken):
        wall_map(here, CATALOGUE, keep, coarse=True, go_on=nobody_waits)
    # nothing half worked out is kept for the next who asks
    assert wall_map(here, CATALOGUE, keep, coarse=True) == wall_map(here, CATALOGUE, coarse=True)


def test_what_is_judged_place_by_place_has_no_map() -> None:
    here = job(WALLS["concrete"], PLATES[2], 700, 1200)
    drilled = here.model_copy(update={"records": (HoleRecord(hole_id="h1", met=("as_planned",)),)})
    assert mappable(here, CATALOGUE)
    assert not mappable(drilled, CATALOGUE)
    assert wall_map(drilled, CATALOGUE) is None
    # 400 million places take more room than a small computer has
    hall = job(brick_wall(width_mm=20_000, height_mm=6_000), PLATES[1], 700, 1200)
    assert wall_map(hall, CATALOGUE) is None
    assert wall_map(hall, CATALOGUE, coarse=True) is not None


@given(
    st.tuples(st.integers(-300, 300), st.integers(-300, 300), st.integers(1, 200), st.integers(1, 200)),
    st.integers(1, 150),
)
def test_what_comes_too_near_is_weighed_at_every_shift(other: tuple[int, int, int, int], than_mm: int) -> None:
    """Against the distance of two rectangles, worked out shift by shift."""
    area, there = (
        Rect(x_mm=10, y_mm=20, width_mm=120, height_mm=80),
        Rect(x_mm=other[0], y_mm=other[1], width_mm=other[2], height_mm=other[3]),
    )
    dx, dy = np.arange(-200.0, 201, 23), np.arange(-150.0, 151, 17)
    shifts, over = Shifts(dx, dy), Shifts(dx, dy)
    shifts.nearer(area, there, than_mm, 2)
    over.overlap(area, there, 1)
    for row, up in enumerate(dy):
        for column, along in enumerate(dx):
            aside = max(there.x_mm - (area.right_mm + along), area.x_mm + along - there.right_mm, 0.0)
            above = max(there.y_mm - (area.top_mm + up), area.y_mm + up - there.top_mm, 0.0)
            assert bool(shifts.found[row, column] == 2) == (hypot(aside, above) < than_mm)
            shared_x = min(area.right_mm + along, there.right_mm) - max(area.x_mm + along, there.x_mm)
            shared_y = min(area.top_mm + up, there.top_mm) - max(area.y_mm + up, there.y_mm)
            assert bool(over.found[row, column] == 1) == (shared_x > 0 and shared_y > 0)


def test_codes_are_alike_where_all_parts_are() -> None:
    one = np.array([[0, 1, 1], [0, 1, 2]], np.uint8)
    other = np.array([[5, 5, 0], [5, 5, 0]], np.uint8)
    found = together([one, other])
    assert found.size == 4
    assert found.of[0, 0] == found.of[1, 0]
    assert found.of[0, 1] == found.of[1, 1]
    assert len({found.of[0, 0], found.of[0, 1], found.of[0, 2], found.of[1, 2]}) == 4


@pytest.mark.parametrize("name", WALLS)
def test_grids_say_what_is_said_of_one_spot(name: str) -> None:
    wall: Wall = WALLS[name]
    fixture: Fixture = PLATES[1]
    read = read_wall(job(wall, fixture, 700, 1200), CATALOGUE)
    framing, members = CATALOGUE.figures.framing, read.framing.members
    x, y = np.arange(0.5, 3000, 7), np.arange(0.25, wall.height_mm, 11)
    sides, halves = (6.0, 9.0, 14.0), (4.0, 25.0)
    grid = framed_grid(members, x, y, Widths(sides, halves), framing)
    hidden = HiddenGrid(read.hidden, x, y, 5.5)
    weights = {(reach, stud): hidden.weighs(reach, stud) for reach in (40.0, 90.0) for stud in (False, True)}
    draw = random.Random(4)
    for _ in range(300):
        row, column = draw.randrange(len(y)), draw.randrange(len(x))
        at, told = (float(x[column]), float(y[row])), (grid.rows[row], column)
        wood = [
            max((chance_of_wood(one, *at, side, framing.stud_lean_mm_per_m) for one in members), default=0.0)
            for side in sides
        ]
        clear = [chance_clear(members, *at, half, framing.stud_lean_mm_per_m) for half in halves]
        assert grid.wood[told] == sum(one >= framing.solid_wood_credit for one in wood)
        hole_clear = chance_clear(members, *at, framing.hole_half_mm, framing.stud_lean_mm_per_m)
        for steps, chances, leans in ((grid.wood_open, wood, wood[0] >= hole_clear), (grid.clear_open, clear, False)):
            may, likely = (sum(one >= least for one in chances) for least in (framing.open_least, framing.open_likely))
            assert divmod(int(steps[told]), 256) == (may, likely + LEANS * (leans and may > 0))
        assert grid.clear[told] == sum(one >= framing.clear_of_stud for one in clear)
        behind = look_behind(wall, read.identified.reading, members, *at, 5.0, framing)
        if grid.member[told] and behind.member:
            assert members[grid.member[told] - 1].id == behind.member.id
            assert grid.edge_mm[told] == pytest.approx(behind.edge_mm)
        for (reach, stud), weight in weights.items():
            diameter = 2 * (5.5 - read.hidden.tables.setout_error_mm)
            judged = judge_hole(read.hidden, PlannedHole("h", 1, *at, diameter, reach, stud))
            weighs = {Severity.PROVE_FIRST: PROVE, Severity.DO_NOT_DRILL: STOP}
            assert weight[row, column] == max(
                (weighs.get(one.severity, READY) for one in judged.hazards), default=READY
            )


class _ByEdge:
    """Stands for the plan: ready from so far [mm] from the stud's edge on."""

    def __init__(self, ready_mm: float) -> None:
        self.ready_mm, self.asked = ready_mm, 0

    def of_all(self, works: Iterable[Work]) -> dict[Work, Outcome]:
        found = {}
        for work in works:
            self.asked += 1
            edge = work.pinned[0].stud_edge_mm
            assert edge is not None
            found[work] = Outcome(0, (), 1, 0.0) if edge >= self.ready_mm else NOT_THERE
        return found


@given(
    st.lists(st.integers(0, 19), min_size=1, max_size=30),
    st.integers(0, 20),
)
def test_a_combination_is_parted_until_both_ends_of_its_measures_come_to_the_same(edges: list[int], ready: int) -> None:
    count = len(edges)
    table, of = np.unique(np.array(edges, float), return_inverse=True)
    plain = Coded(np.zeros((1, count), np.int32), 1)
    joint = Joint(
        rows=np.zeros(1, int),
        at=np.zeros(1, int),
        open=np.arange(count),
        holes=(plain,),
        of=plain,
        measures=(Coded(of.reshape(1, count).astype(np.int32), len(table)), plain),
        tables=(table, np.array([700.0])),
    )
    lattice = SimpleNamespace(
        dx=np.arange(count, dtype=float), dy=np.zeros(1), asked=SimpleNamespace(framed=True, edges_to_mm=0.0)
    )
    plan = _ByEdge(float(ready))
    number, outcomes = solved(joint, cast(Lattice, lattice), cast(Outcomes, plan))
    assert [outcomes[one].weight for one in number[0]] == [0 if edge >= ready else 2 for edge in edges]
    # by halving, not one by one
    assert plan.asked <= 4 * len(table)


@given(
    st.lists(st.tuples(st.integers(0, 1200), st.integers(0, 900)), min_size=1, max_size=6, unique=True),
    st.integers(0, 900),
)
@settings(max_examples=40)
def test_holes_of_one_bay_are_counted_alike_hole_by_hole_and_on_the_whole_map(
    places: list[tuple[int, int]], left: int
) -> None:
    spread = plate_fixture(tuple((float(x), float(y)) for x, y in places), size_mm=(1300, 1000))
    here = job(stud_wall(), spread, left, 600)
    done = compute_stages(here, CATALOGUE, advise=False)
    figures = CATALOGUE.figures.capacity
    at_rest = np.array([0.0])
    # studs of 35 mm every 600: bays of 565; the widest anchor wants 42 clear on either side, and 3 for the set-out
    bays = in_one_bay(done.placed.holes, done.framing.members, at_rest, at_rest, (565 - 90, 565), figures)
    for spot, bay in zip(done.spots, bays, strict=True):
        for half in (4.0, 24.0, 42.0):
            count = int(bay.near[0, 0]) + sum(bool(shared) for (apart, _), shared in bay.far if apart <= 559 - 2 * half)
            expected = min(1.0, figures.board_bay_singles / (1 + count))
            assert bay_factor(spot, half, figures) == pytest.approx(expected)


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
