"""Fixtures as somebody may change them: larger plates, wider holes, more of them, less in it, a board behind."""

from collections.abc import Sequence
from itertools import pairwise
from math import ceil, floor, hypot

from rockpin.core.document.fixture import Attachment, Fixture, FixtureHole, HoleKind, Link, LinkKind, Support
from rockpin.core.document.job import JobDocument
from rockpin.core.framing import MemberReading
from rockpin.core.tables.remedies import MasonryBoard, RemedyTable, SoldSizes


def scaled(support: Support, by: float) -> Support:
    """A support so many times larger [1] about its middle, its holes as much farther apart."""
    wide, high = support.width_mm * by, support.height_mm * by
    holes = tuple(
        hole.model_copy(update={"x_mm": round(hole.x_mm * by, 1), "y_mm": round(hole.y_mm * by, 1)})
        for hole in support.holes
    )
    return support.model_copy(
        update={
            "x_mm": support.x_mm - (wide - support.width_mm) / 2,
            "y_mm": support.y_mm - (high - support.height_mm) / 2,
            "width_mm": wide,
            "height_mm": high,
            "holes": holes,
        }
    )


def larger_ones_sold(fixture: Fixture, plates: Sequence[Support], sizes: RemedyTable) -> bool:
    """Whether a thing may be had with such plates in place of its own: no bar that is drilled on the spot, nor larger
    than plates are."""
    if fixture.carriers or any(one.attachment is Attachment.USER_DRILLED for one in plates):
        return False
    return all(max(one.width_mm, one.height_mm) <= sizes.plate_largest_mm for one in plates)


def closer(bar: Support, often: int) -> Support:
    """A bar with its holes so many times closer together."""
    holes = sorted(bar.holes, key=lambda hole: hole.x_mm)
    between = [
        a.model_copy(update={"id": f"{a.id}-{k}", "x_mm": round(a.x_mm + (b.x_mm - a.x_mm) * k / often, 1)})
        for a, b in pairwise(holes)
        for k in range(1, often)
    ]
    return bar.model_copy(update={"holes": tuple(sorted([*holes, *between], key=lambda hole: hole.x_mm))})


def lighter(fixture: Fixture, share: float) -> Fixture:
    """A fixture with that share [1] of what it holds."""
    pieces = tuple(piece.model_copy(update={"contents_kg": piece.contents_kg * share}) for piece in fixture.pieces)
    return fixture.model_copy(update={"pieces": pieces})


def metal_left_mm(support: Support, hole: FixtureHole, wide_mm: float) -> float:
    """How much of a plate stays [mm] beside a hole of a width [mm]: to the plate's edge and to the next hole."""
    to_edge = min(hole.x_mm, support.width_mm - hole.x_mm, hole.y_mm, support.height_mm - hole.y_mm)
    to_next = (
        hypot(one.x_mm - hole.x_mm, one.y_mm - hole.y_mm) - max(one.diameter_mm, wide_mm) / 2
        for one in support.holes
        if one.id != hole.id
    )
    return min((to_edge, *to_next)) - wide_mm / 2


def drilled(fixture: Fixture, wide_mm: float, left_mm: float) -> Fixture | None:
    """A fixture whose round holes are at least so wide [mm]; None where less metal than that would stay beside one.

    Nothing is asked of a hole that is as wide already. A keyhole's narrow end is never drilled: heads would slip out.
    """

    def narrow(hole: FixtureHole) -> bool:
        return hole.slot_length_mm == 0 and hole.diameter_mm < wide_mm

    def of(support: Support) -> Support:
        holes = (hole.model_copy(update={"diameter_mm": wide_mm}) if narrow(hole) else hole for hole in support.holes)
        return support.model_copy(update={"holes": tuple(holes)})

    wider = [(support, hole) for support in fixture.supports for hole in support.holes if narrow(hole)]
    if any(
        hole.kind is not HoleKind.ROUND or metal_left_mm(support, hole, wide_mm) < left_mm for support, hole in wider
    ):
        return None
    return fixture.model_copy(update={"supports": tuple(of(support) for support in fixture.supports)})


def with_hangers(fixture: Fixture, wide_mm: float) -> Fixture | None:
    """A piece that hangs on keyholes alone, with hangers whose narrow end is so wide [mm]; None where it has others."""
    kinds = {hole.kind for support in fixture.supports for hole in support.holes}
    if kinds != {HoleKind.KEYHOLE}:
        return None

    def of(support: Support) -> Support:
        holes = (hole.model_copy(update={"diameter_mm": wide_mm}) for hole in support.holes)
        return support.model_copy(update={"holes": tuple(holes)})

    return fixture.model_copy(update={"supports": tuple(of(support) for support in fixture.supports)})


def with_clips(fixture: Fixture, wide_mm: float) -> Fixture:
    """The same with clips whose slots are at least so wide [mm]: a slot is not drilled, but a clip is soon another."""

    def of(support: Support) -> Support:
        narrow = [hole for hole in support.holes if support.clipped and hole.kind in _SLOTS]
        holes = {
            hole.id: hole.model_copy(update={"diameter_mm": wide_mm, "slot_length_mm": hole.slot_length_mm + grown})
            for hole in narrow
            if (grown := wide_mm - hole.diameter_mm) > 0
        }
        return support.model_copy(update={"holes": tuple(holes.get(hole.id, hole) for hole in support.holes)})

    return fixture.model_copy(update={"supports": tuple(of(support) for support in fixture.supports)})


_SLOTS = (HoleKind.SLOT_ACROSS, HoleKind.SLOT_UPRIGHT)


def board_behind(
    job: JobDocument, members: tuple[MemberReading, ...], sizes: RemedyTable, sold: SoldSizes
) -> Link | None:
    """A board over the studs behind the piece and beside it, with two holes in each; None where there are none."""
    if job.fixture.links or not job.fixture.supports:
        return None
    at, rects = job.placement, [support.rect for support in job.fixture.supports]
    left = at.x_mm + min(rect.x_mm for rect in rects)
    right = at.x_mm + max(rect.right_mm for rect in rects)
    low, high = min(rect.y_mm for rect in rects), max(rect.top_mm for rect in rects)
    studs = sorted(one.rect.centre_x_mm for one in members if not one.horizontal)
    before = [stud for stud in studs if stud <= left + 20]
    after = [stud for stud in studs if stud >= right - 20]
    if not before or not after:
        return None
    over = [stud for stud in studs if before[-1] <= stud <= after[0]]
    if len(over) > _MOST_SCREWS // 2 or max((b - a for a, b in pairwise(over)), default=0.0) > sizes.board_over_mm:
        return None
    end, edge = sizes.board_end_mm, sizes.board_edge_mm
    if over[-1] - over[0] + 2 * end > sizes.board_longest_mm:
        return None
    tall = ceil(max(high - low + 40, sizes.board_least_high_mm) / 10) * 10
    x0, y0 = over[0] - end - at.x_mm, (low + high) / 2 - tall / 2
    holes = tuple(
        FixtureHole(id=f"board-{n}-{k}", x_mm=stud - over[0] + end, y_mm=y, diameter_mm=sold.board_hole_mm)
        for n, stud in enumerate(over, 1)
        for k, y in enumerate((tall - edge, edge), 1)
    )
    return Link(
        id="backing-board",
        kind=LinkKind.BACKING_BOARD,
        thickness_mm=sold.board_thick_mm[0],
        support_ids=tuple(support.id for support in job.fixture.supports),
        x_mm=x0,
        y_mm=y0,
        width_mm=over[-1] - over[0] + 2 * end,
        height_mm=tall,
        holes=holes,
    )


_MOST_SCREWS = 40


def board_on_units(
    job: JobDocument, board: MasonryBoard, unit_mm: float, sizes: RemedyTable, sold: SoldSizes
) -> Link | None:
    """A board on masonry behind all supports, its columns of holes about a brick [mm] apart, in blocks closer; None
    where none is so long."""
    rects, edge = [support.rect for support in job.fixture.supports], sizes.board_edge_mm
    left = min(rect.x_mm for rect in rects) - board.beyond_mm
    wide = max(rect.right_mm for rect in rects) + board.beyond_mm - left
    if wide > sizes.board_longest_mm:
        return None
    low, high = min(rect.y_mm for rect in rects), max(rect.top_mm for rect in rects)
    tall = max(board.high_mm, ceil((high - low + 40) / 10) * 10)
    # a column to a brick; blocks are longer than a board needs its screws apart, and share them
    between = wide - 2 * edge
    bricks = unit_mm + 10 <= sizes.masonry_pitch_mm
    columns = max(2, 1 + (floor(between / (unit_mm + 10)) if bricks else ceil(between / sizes.masonry_pitch_mm)))
    # from end to end, also where a long board would want more screws than it may have
    columns = min(columns, _MOST_SCREWS // board.rows)
    holes = tuple(
        FixtureHole(
            id=f"board-{n + 1}-{k + 1}",
            x_mm=round(edge + n * (wide - 2 * edge) / (columns - 1), 1),
            y_mm=round(tall - edge - k * (tall - 2 * edge) / (board.rows - 1), 1),
            diameter_mm=sold.coach_hole_mm,
        )
        for n in range(columns)
        for k in range(board.rows)
    )
    return Link(
        id="backing-board",
        kind=LinkKind.BACKING_BOARD,
        thickness_mm=board.thick_mm,
        support_ids=tuple(support.id for support in job.fixture.supports),
        x_mm=left,
        y_mm=(low + high) / 2 - tall / 2,
        width_mm=wide,
        height_mm=tall,
        holes=holes,
    )
