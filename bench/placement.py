"""The map of every millimetre: exact, and what it costs against copying, planning and a mixed-integer programme."""

import random
import time

import numpy as np

from bench.timing import reference_ms, sample_ms
from rockpin.catalogue import load_catalogue
from rockpin.core.base.keeping import Keep
from rockpin.core.document.fixture import Fixture
from rockpin.core.document.job import JobDocument
from rockpin.core.document.wall import Wall
from rockpin.core.placing import shifted
from rockpin.core.plan import make_plan
from rockpin.core.plan.placemap import PlaceMap, map_places, mappable
from rockpin.demo import demo_documents
from tests.builders import brick_wall, job, plate_fixture, stud_wall
from tests.mapped_walls import PLATES, WALLS

_CATALOGUE = load_catalogue()
_PLACES = 2000
_WIDE, _HIGH = 60, 20
_STEP_MM = 10
_AROUND_MM = 250
_LONGEST_S = 300
_HEAD = f"{'':<24}{'holes':>6}{'million':>9}{'s':>8}{'copies':>9}{'against plans':>14}{'combinations':>14}"


def _wrong(here: JobDocument, found: PlaceMap, places: list[tuple[int, int]]) -> int:
    keep = Keep(64)
    wrong = 0
    for dx, dy in places:
        put = here.model_copy(update={"placement": shifted(here.placement, dx, dy)})
        wrong += make_plan(put, _CATALOGUE, keep).verdict.word is not found.word(dx, dy)
    return wrong


def _exact() -> None:
    """Random places of whole walls, and every millimetre of a window where verdicts change."""
    draw = random.Random(1)
    print(f"{'wall':<22}{'holes':>6}{'places':>8}{'wrong':>7}{'window':>8}{'wrong':>7}{'s':>8}")
    for name, wall in WALLS.items():
        for holes, plate in PLATES.items():
            here = job(wall, plate, 1000, 1100)
            start = time.perf_counter()
            found = map_places(here, _CATALOGUE, uses=False)
            took = time.perf_counter() - start
            rows, columns = found.weights.shape
            some = [
                (draw.randrange(columns) + found.dx_mm, draw.randrange(rows) + found.dy_mm)
                for _ in range(_PLACES // len(PLATES))
            ]
            row, column = draw.randrange(rows - _HIGH), draw.randrange(columns - _WIDE)
            line = np.flatnonzero(found.weights[row, 1:-_WIDE] != found.weights[row, : -_WIDE - 1])
            column = max(0, int(draw.choice(line.tolist())) - _WIDE // 2) if len(line) else column
            window = [(column + i + found.dx_mm, row + j + found.dy_mm) for i in range(_WIDE) for j in range(_HIGH)]
            wrong = _wrong(here, found, some), _wrong(here, found, window if holes < 4 else window[::6])
            print(
                f"{name:<22}{holes:>6}{len(some):>8}{wrong[0]:>7}{len(window if holes < 4 else window[::6]):>8}"
                f"{wrong[1]:>7}{took:>8.2f}",
                flush=True,
            )


def _copying_s(holes: int, cells: int) -> float:
    """How long it takes to copy as many bytes as the codes of all holes at all places have [s]."""
    codes = np.ones((holes, cells), np.int32)
    other = np.empty_like(codes)
    best = np.inf
    for _ in range(3):
        start = time.perf_counter()
        np.copyto(other, codes)
        best = min(best, time.perf_counter() - start)
    return float(best)


def _timed(here: JobDocument) -> tuple[float, PlaceMap]:
    """The least time of three that a map takes [s], with the collector set as in the server's planners."""
    found: list[PlaceMap] = []

    def work() -> None:
        found[:] = [map_places(here, _CATALOGUE, uses=False)]

    return min(sample_ms(work, 3)) / 1000, found[0]


def _plan_s(here: JobDocument, found: PlaceMap) -> float:
    """How long a plan takes at places drawn at random [s]."""
    draw, keep = random.Random(2), Keep(64)
    rows, columns = found.weights.shape
    start = time.perf_counter()
    for _ in range(200):
        place = shifted(here.placement, draw.randrange(columns) + found.dx_mm, draw.randrange(rows) + found.dy_mm)
        make_plan(here.model_copy(update={"placement": place}), _CATALOGUE, keep)
    return (time.perf_counter() - start) / 200


def _row(name: str, wall: Wall, fixture: Fixture) -> None:
    here = job(wall, fixture, 300, 700)
    took, found = _timed(here)
    cells = found.weights.size
    holes = sum(len(one.holes) for one in fixture.supports)
    plan = _plan_s(here, found)
    print(
        f"{name:<24}{holes:>6}{cells / 1e6:>9.2f}{took:>8.2f}{took / _copying_s(holes, cells):>9.0f}"
        f"{cells * plan / took:>14.0f}{found.worked_out:>14}",
        flush=True,
    )


def _plate(holes: int) -> Fixture:
    """So many holes in two rows, 80 apart."""
    columns = max(1, holes // 2)
    places = tuple((40.0 + 80 * i, y) for i in range(columns) for y in ((40.0, 200.0) if holes > 1 else (40.0,)))
    return plate_fixture(places, size_mm=(80.0 * columns, 240), mass_kg=2.0 * holes)


def _costs() -> None:
    print(f"\nwall of 4 × 2.5 m\n{_HEAD}")
    brick, studs = brick_wall(height_mm=2500), stud_wall(height_mm=2500)
    _row("brick with courses", brick, _plate(4))
    _row("plastered brick", brick_wall(12, height_mm=2500), _plate(4))
    _row("board on studs", studs, _plate(4))
    print(f"\nmore holes\n{_HEAD}")
    for holes in (1, 2, 4, 8, 12):
        _row("brick with courses", brick, _plate(holes))
    print(f"\nmore wall\n{_HEAD}")
    for share in (0.25, 0.5, 1.0, 2.0):
        _row(f"brick, {share:g} of it", brick_wall(height_mm=2500, width_mm=4000 * share), _plate(4))


def _first_looks() -> None:
    """The walls of the demo, with all that hangs and runs there: some places of each first, then every millimetre."""
    step, loop = _CATALOGUE.remedies.map_coarse_mm, reference_ms()
    print(f"\nwalls of the demo\n{'':<24}{f'{step} mm, s':>12}{'in loops':>10}{'every mm, s':>12}{'combinations':>14}")
    for document in demo_documents():
        if not mappable(document, _CATALOGUE):
            continue
        took = []
        for apart in (step, 1):
            start = time.perf_counter()
            found = map_places(document, _CATALOGUE, uses=False, step_mm=apart)
            took.append(time.perf_counter() - start)
        told = f"{took[0]:>12.2f}{took[0] * 1000 / loop:>10.0f}{took[1]:>12.2f}{found.worked_out:>14}"
        print(f"{document.id:<24}{told}", flush=True)


def _milp() -> None:
    """The nearest ready place on a lattice, by the map and by a mixed-integer programme.

    The programme is told where each hole is ready by itself; one hole is in one spot of the lattice, and all are as far
    apart as on the plate. On plastered brick nothing else decides. HiGHS finds nothing in ten minutes for a whole wall:
    it is asked for a part of it.
    """
    from scipy.optimize import Bounds, LinearConstraint, milp
    from scipy.sparse import coo_array

    wall = brick_wall(
        12, height_mm=2500, points=WALLS["plastered block"].points, openings=WALLS["plastered block"].openings
    )
    here = job(wall, _plate(4), 880, 300)
    start = time.perf_counter()
    found = map_places(here, _CATALOGUE, within=(-_AROUND_MM, _AROUND_MM, -_AROUND_MM, _AROUND_MM), uses=False)
    by_map = time.perf_counter() - start
    rows, columns = found.weights.shape
    dx = np.arange(found.dx_mm + (-found.dx_mm) % _STEP_MM, found.dx_mm + columns, _STEP_MM)
    dy = np.arange(found.dy_mm + (-found.dy_mm) % _STEP_MM, found.dy_mm + rows, _STEP_MM)
    start = time.perf_counter()
    ready = found.weights[np.ix_(dy - found.dy_mm, dx - found.dx_mm)] == 0
    away = np.hypot(dx[None, :], dy[:, None])
    best = float(np.where(ready, away, np.inf).min())
    looked_up = time.perf_counter() - start
    per_hole = [found.lattice.marks(number) == 0 for number in range(4)]
    one = found.outcomes[int(np.bincount(found.outcome.reshape(-1)).argmax())]
    for number, drilled in enumerate(one.drilled):
        per_hole[number] = per_hole[number] & (found.lattice.weighed(number, drilled) == 0)
    lattice = [grid[np.ix_(dy - found.dy_mm, dx - found.dx_mm)] for grid in per_hole]
    cells = ready.size
    start = time.perf_counter()
    # one choice of a spot for each hole, and the same shift for all of them
    spots = np.arange(cells)
    cost = np.concatenate([away.reshape(-1), np.zeros(3 * cells)])
    entries: list[tuple[np.ndarray, np.ndarray, np.ndarray]] = []
    rights: list[float] = []
    for hole in range(4):
        entries.append((np.full(cells, len(rights)), hole * cells + spots, np.ones(cells)))
        rights.append(1.0)
    for hole in range(1, 4):
        for place in (np.tile(dx, len(dy)), np.repeat(dy, len(dx))):
            entries.append((np.full(cells, len(rights)), spots, place.astype(float)))
            entries.append((np.full(cells, len(rights)), hole * cells + spots, -place.astype(float)))
            rights.append(0.0)
    at, of, value = (np.concatenate([entry[i] for entry in entries]) for i in range(3))
    table = coo_array((value, (at, of)), shape=(len(rights), 4 * cells)).tocsr()
    upper = np.concatenate([grid.reshape(-1).astype(float) for grid in lattice])
    solved = milp(
        cost,
        integrality=np.ones(4 * cells),
        bounds=Bounds(0, upper),
        constraints=LinearConstraint(table, rights, rights),
        options={"time_limit": _LONGEST_S},
    )
    by_programme = time.perf_counter() - start
    print(f"\nthe nearest ready place at {_STEP_MM} mm, {cells} places, four holes")
    print(f"by the map {best:.1f} mm off, the whole map in {by_map:.2f} s, looked up in {looked_up * 1000:.1f} ms")
    told = f"{solved.fun:.1f} mm off" if solved.success else "nothing within its time"
    print(f"by a mixed-integer programme {told}, {by_programme:.1f} s: {by_programme / by_map:.0f} times the map")


def measure_placement() -> None:
    """All of it."""
    _costs()
    _first_looks()
    _milp()
    _exact()
