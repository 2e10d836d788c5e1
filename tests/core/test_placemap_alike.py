"""What the map asks once for all that is alike: holes, rows, and bands of a wall; and that nothing changes by it."""

from itertools import product
from math import inf

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from hypothesis.extra.numpy import arrays

from rockpin.catalogue import load_catalogue
from rockpin.core.document.fixture import Fixture, HoleKind
from rockpin.core.document.wall import EdgeKind, Framing, HowKnown, Member, MemberKind
from rockpin.core.framing import FramedGrid, Widths, framed_grid
from rockpin.core.hole.edges import free_edges
from rockpin.core.plan.placemap import alike, joint, map_places
from rockpin.core.plan.placemap.alike import holes_alike
from rockpin.core.plan.placemap.codes import Grid, GridRows, row_numbers, whole
from rockpin.core.plan.placemap.lattice import Lattice
from rockpin.core.plan.placemap.outcomes import Drilled
from rockpin.core.plan.placemap.surroundings import Around, asked_of
from rockpin.core.plan.stages import compute_stages, read_wall
from tests.builders import job, plate_fixture, stud_wall
from tests.mapped_walls import PLATES, WALLS

CATALOGUE = load_catalogue()

# studs that end at 1200, as over an opening
SHORT = stud_wall(
    width_mm=3000,
    framing=Framing(
        members=tuple(
            Member(
                id=f"stud-{x}",
                kind=MemberKind.STUD,
                x_mm=x,
                y_mm=0,
                width_mm=45,
                height_mm=1200,
                known=HowKnown.DETECTED,
            )
            for x in (400, 900)
        )
    ),
)

_SMALL = arrays(np.uint8, (6, 2), elements=st.integers(0, 1))


@given(_SMALL, _SMALL)
def test_rows_have_one_number_where_all_grids_are_alike(one: np.ndarray, other: np.ndarray) -> None:
    # the second is told for rows that differ, and they are turned about
    order = np.array([5, 4, 3, 2, 1, 0])
    parts: list[GridRows[Grid]] = [whole(one), GridRows(other[::-1], order), whole(np.zeros((1, 2), np.uint8), 6)]
    numbers = row_numbers(parts)
    both = np.hstack([one, other])
    for row in range(6):
        for beside in range(6):
            assert (numbers[row] == numbers[beside]) == bool((both[row] == both[beside]).all())


def _with_hole(plate: Fixture, number: int, **change: object) -> Fixture:
    (support,) = plate.supports
    holes = [one.model_copy(update=change) if at == number else one for at, one in enumerate(support.holes)]
    return plate.model_copy(update={"supports": (support.model_copy(update={"holes": tuple(holes)}),)})


_CORNERS = plate_fixture(((50, 50), (350, 50), (50, 250), (350, 250)), size_mm=(400, 300))
_LINE = plate_fixture(((50, 50), (250, 50), (450, 50)), size_mm=(500, 100))


@pytest.mark.parametrize(
    ("fixture", "expected"),
    [
        # mirrored from corner to corner, as far from the plate's edge
        (_CORNERS, (0, 0, 0, 0)),
        # the middle one has a neighbour on either side
        (_LINE, (0, 1, 0)),
        (_with_hole(_CORNERS, 3, kind=HoleKind.KEYHOLE), (0, 0, 0, 3)),
        (_with_hole(_CORNERS, 1, diameter_mm=9.0), (0, 1, 0, 0)),
        # moved 20 mm it is farther from the others, and so each of them from it: none is like another
        (_with_hole(_CORNERS, 0, x_mm=30.0), (0, 1, 2, 3)),
    ],
)
def test_holes_are_alike_whose_kind_and_neighbours_are(fixture: Fixture, expected: tuple[int, ...]) -> None:
    assert holes_alike(compute_stages(job(stud_wall(), fixture, 700, 700), CATALOGUE).spots) == expected


def test_a_hole_near_the_edge_of_its_plate_is_like_no_other() -> None:
    # the same four offsets, the plate cut off close beside the two on the left
    plate = plate_fixture(((15, 50), (315, 50), (15, 250), (315, 250)), size_mm=(400, 300))
    assert holes_alike(compute_stages(job(stud_wall(), plate, 700, 700), CATALOGUE).spots) == (0, 1, 0, 1)


@pytest.mark.parametrize("name", ["board on studs", "studs by hits", "studs with noggins", "brick with courses"])
def test_what_is_told_once_for_holes_that_are_alike_is_told_of_each(name: str, monkeypatch: pytest.MonkeyPatch) -> None:
    here = job(WALLS[name], PLATES[4], 700, 700)
    within = (-150, 150, -60, 90)
    shared = map_places(here, CATALOGUE, within=within)
    for room in (alike, joint):
        monkeypatch.setattr(room, "holes_alike", lambda spots: tuple(range(len(spots))))
    one_by_one = map_places(here, CATALOGUE, within=within)
    assert (shared.weights == one_by_one.weights).all()
    told = [np.array([str(one) for one in found.outcomes])[found.outcome][found.rows] for found in (shared, one_by_one)]
    assert (told[0] == told[1]).all()


@given(
    st.lists(st.tuples(st.integers(0, 599), st.integers(0, 299), st.integers(1, 200), st.integers(1, 60)), max_size=3),
    st.sampled_from([25.0, 45.0, 70.0]),
    st.booleans(),
)
@settings(max_examples=15, deadline=None)
def test_what_is_hidden_is_the_same_in_bands_and_over_all_of_the_wall(
    spots: list[tuple[int, int, int, int]], reach_mm: float, in_stud: bool
) -> None:
    # over the pipe, the socket and the edge of what was swept
    here = job(WALLS["studs by hits"], PLATES[4], 700, 100)
    done, read = compute_stages(here, CATALOGUE, advise=False), read_wall(here, CATALOGUE)
    asked = asked_of(CATALOGUE, CATALOGUE.fixings[:1], [done.identified.reading.family])
    dx, dy = np.arange(-150.0, 150.0), np.arange(-50.0, 550.0)
    lattice = Lattice(done, read, asked, dx, dy)
    drilled = Drilled(8.0, reach_mm, in_stud)
    mine = np.zeros((600, 300), bool)
    for row, column, high, wide in spots:
        mine[row : row + high, column : column + wide] = True
    every = np.arange(600)
    group = lattice.groups[0]
    found = lattice.weighed_where(drilled, dict.fromkeys(group, (mine, every)))
    for number in group:
        assert (lattice.mine(number, found)[mine] == lattice.weighed(number, drilled)[mine]).all()


def _told(grid: FramedGrid) -> tuple[np.ndarray, ...]:
    return grid.wood, grid.wood_open, grid.clear, grid.clear_open, grid.member, grid.edge_mm


@pytest.mark.parametrize("near_mm", [60.0, inf])
@pytest.mark.parametrize("name", ["studs with noggins", "studs by hits", "short studs"])
def test_rows_that_are_told_as_one_are_alike(name: str, near_mm: float) -> None:
    wall = SHORT if name == "short studs" else WALLS[name]
    members = read_wall(job(wall, PLATES[1], 700, 700), CATALOGUE).framing.members
    x, y = np.arange(300.0, 1300.0), np.arange(1105.0, 1305.0, 7.0)
    widths, figures = Widths((6.0, 14.0), (4.0, 25.0)), CATALOGUE.figures.framing
    whole_wall = framed_grid(members, x, y, widths, figures, near_mm)
    for row in range(len(y)):
        alone = framed_grid(members, x, y[row : row + 1], widths, figures, near_mm)
        for told, its in zip(_told(whole_wall), _told(alone), strict=True):
            assert (told[whole_wall.rows[row]] == its[alone.rows[0]]).all()


@pytest.mark.parametrize("right", [EdgeKind.EXTERNAL_CORNER, EdgeKind.INTERNAL_CORNER])
def test_the_edges_of_concrete_are_as_far_as_from_one_hole(right: EdgeKind) -> None:
    wall = WALLS["concrete"].model_copy(update={"right_edge": right})
    here = job(wall, PLATES[1], 700, 700)
    read = read_wall(here, CATALOGUE)
    asked = asked_of(CATALOGUE, CATALOGUE.fixings, [read.identified.reading.family])
    x, y = np.arange(0.5, wall.width_mm, 83), np.arange(0.5, wall.height_mm, 79)
    sides = Around(here, read, asked, x, y, 8.0).edges_mm
    for row, column in product(range(len(y)), range(len(x))):
        found = [float(np.broadcast_to(side, (len(y), len(x)))[row, column]) for side in sides]
        true = free_edges(wall, float(x[column]), float(y[row]))
        assert found == pytest.approx([min(one, asked.edges_to_mm) for one in true])


def test_a_good_old_hole_is_met_where_it_is() -> None:
    wall = WALLS["brick with courses"]
    (plug,) = (one for one in wall.old_holes if one.good)
    here = job(wall, PLATES[1], 700, 700)
    read = read_wall(here, CATALOGUE)
    asked = asked_of(CATALOGUE, CATALOGUE.fixings[:1], [read.identified.reading.family])
    x, y = plug.x_mm + np.arange(-30.0, 31.0), plug.y_mm + np.arange(-30.0, 31.0)
    met = Around(here, read, asked, x, y, 8.0).parts(by_name=False)[-1].of
    assert (
        (met > 0) == (np.hypot(x - plug.x_mm, (y - plug.y_mm)[:, None]) <= CATALOGUE.figures.plan.same_hole_mm)
    ).all()
