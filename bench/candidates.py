"""All fixings for all holes of a large fixture: how long it takes, against the plain loop over every case."""

from dataclasses import replace

from bench.timing import quantile, reference_ms, sample_ms
from rockpin.catalogue import load_catalogue
from rockpin.core.capacity import assess
from rockpin.core.choice import choose
from rockpin.core.demand import HoleDemand
from rockpin.core.document.fixture import Fixture, FixtureHole, Piece, Support
from rockpin.core.document.job import JobDocument, Placement
from rockpin.core.document.wall import Wall
from rockpin.core.hole import Spot
from rockpin.core.plan import ComputedStages, compute_stages
from rockpin.core.tables.catalogue import Catalogue
from rockpin.demo.slipway_house import BOAT_BAY, CREW_ROOM, PLANT_ROOM, SITE

_FIXINGS = 120
_COLUMNS, _ROWS = 4, 3


def hole_grid(wall: Wall, x_mm: float, columns: int, rows: int) -> JobDocument:
    """A heavy tool board on plates of up to three rows of holes, 200 mm apart across and 150 mm up, handled daily."""
    width = 200.0 * columns - 120
    plates = []
    for low in range(0, rows, 3):
        high = min(3, rows - low)
        holes = tuple(
            FixtureHole(id=f"h{low + row}{column}", x_mm=40 + 200 * column, y_mm=40 + 150 * row, diameter_mm=11)
            for row in range(high)
            for column in range(columns)
        )
        plates.append(
            Support(
                id=f"plate{low}",
                name=f"Plate {low // 3 + 1}",
                x_mm=0,
                y_mm=150.0 * low,
                width_mm=width,
                height_mm=150.0 * high - 70,
                thickness_mm=4,
                holes=holes,
            )
        )
    height = 150.0 * rows - 70
    piece = Piece(id="p", name="Tool board", width_mm=width, height_mm=height, depth_mm=160, mass_kg=12, contents_kg=25)
    fixture = Fixture(name="Tool board", pieces=(piece,), supports=tuple(plates), duty="shaken")
    return JobDocument(
        id="tool-board",
        title="Tool board",
        site=SITE,
        walls=(wall,),
        fixture=fixture,
        placement=Placement(wall_id=wall.id, x_mm=x_mm, y_mm=1100),
    )


def _of_size(catalogue: Catalogue, count: int) -> Catalogue:
    """The catalogue brought to so many fixings that are sold here, by rows of one's own that repeat it."""
    sold = [row for row in catalogue.fixings if set(SITE.sold) & set(row.systems)]
    more = [row.model_copy(update={"key": f"{row.key}_own"}) for row in sold]
    return catalogue.with_fixings(more[: max(0, count - len(sold))])


def _every_case(spot: Spot, done: ComputedStages) -> Spot:
    """The hole with all of its cases, not only those that decide."""
    table = done.demand.table
    cases = tuple(table.case(row, spot.hole.id) for row in range(len(table.rows)))
    return replace(spot, demand=HoleDemand(hole_id=spot.hole.id, cases=cases))


def _try(name: str, wall: Wall, x_mm: float, base: Catalogue, loop: float) -> None:
    document = hole_grid(wall, x_mm, _COLUMNS, _ROWS)
    done = compute_stages(document, _of_size(base, _FIXINGS))
    kinds = {hole_id: behind.kind for hole_id, behind in done.behinds.items()}
    fixings = [row for row in done.catalogue.fixings if set(SITE.sold) & set(row.systems)]
    assert (len(done.spots), len(fixings)) == (_COLUMNS * _ROWS, _FIXINGS)
    whole = [_every_case(spot, done) for spot in done.spots]

    def fresh(spots: list[Spot]) -> list[Spot]:
        """The same holes with nothing looked up yet."""
        group = replace(spots[0].anchor_group(), solved={})
        return [replace(spot, group=group) for spot in spots]

    def together() -> object:
        return choose(fresh(done.spots), kinds, {}, document.wishes, done.catalogue)

    def plainly() -> object:
        return [assess(fixing, spot, done.catalogue.capacity) for spot in fresh(whole) for fixing in fixings]

    found, plain = sample_ms(together, 60), sample_ms(plainly, 10)
    p50, p95, slow = quantile(found, 0.5), quantile(found, 0.95), quantile(plain, 0.5)
    print(f"{name:<24}{p50:>8.1f}{p95:>8.1f}{p95 / loop:>14.1f}{slow:>10.1f}{slow / p50:>7.1f}")


def measure_candidates() -> None:
    """p50 and p95 of putting 120 fixings to twelve holes, in milliseconds and against the plain loop."""
    base, loop = load_catalogue(), reference_ms()
    print(f"{'120 fixings, 12 holes':<24}{'p50 ms':>8}{'p95 ms':>8}{'p95 in loops':>14}{'plain ms':>10}{'times':>7}")
    _try("board and studs", CREW_ROOM, 1160, base, loop)
    _try("brick", BOAT_BAY, 1900, base, loop)
    _try("concrete", PLANT_ROOM, 1400, base, loop)
