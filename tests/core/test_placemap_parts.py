"""What the map is made of: codes, grids, bays, combinations and what weighs at a shift, each by itself."""

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
from rockpin.core.document.fixture import Fixture
from rockpin.core.document.record import HoleRecord
from rockpin.core.document.wall import Wall
from rockpin.core.framing import Widths, chance_clear, framed_grid, look_behind
from rockpin.core.framing.behind import chance_of_wood
from rockpin.core.framing.many import LEANS
from rockpin.core.hidden import HiddenGrid, PlannedHole, judge_hole
from rockpin.core.plan import wall_map
from rockpin.core.plan.placemap import map_places, mappable
from rockpin.core.plan.placemap.bays import in_one_bay
from rockpin.core.plan.placemap.codes import Coded, together
from rockpin.core.plan.placemap.joint import Joint, solved
from rockpin.core.plan.placemap.lattice import Lattice
from rockpin.core.plan.placemap.outcomes import NOT_THERE, Outcome, Outcomes, Work
from rockpin.core.plan.placemap.standing import Shifts
from rockpin.core.plan.stages import compute_stages, read_wall
from tests.builders import brick_wall, job, plate_fixture, stud_wall
from tests.mapped_walls import PLATES, PROVE, READY, STOP, WALLS, moved

CATALOGUE = load_catalogue()


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
