"""Setting out: where each hole comes to lie on the wall, and what stands in its way."""

from collections.abc import Sequence
from typing import NamedTuple

from rockpin.core.base.model import Model, Rect
from rockpin.core.document.fixture import Fixture, FixtureHole, Link, LinkKind, Support, SupportMaterial
from rockpin.core.document.job import JobBody
from rockpin.core.setout.placed_hole import PlacedHole


class PlacedPart(Model):
    """A piece or a support where it comes to lie on the wall."""

    id: str
    label: str
    area: Rect


def support_offsets(job: JobBody) -> dict[str, tuple[float, float]]:
    """Shift (dx, dy) [mm] of each support against the fixture's own drawing."""
    return {place.support_id: (place.dx_mm, place.dy_mm) for place in job.placement.supports}


def _moved(area: Rect, dx: float, dy: float) -> Rect:
    return area.model_copy(update={"x_mm": area.x_mm + dx, "y_mm": area.y_mm + dy})


def _place_pieces(job: JobBody) -> tuple[PlacedPart, ...]:
    """The visible pieces on the wall."""
    at = job.placement
    return tuple(
        PlacedPart(id=piece.id, label=piece.name, area=_moved(piece.rect, at.x_mm, at.y_mm))
        for piece in job.fixture.pieces
    )


def _place_supports(job: JobBody) -> tuple[PlacedPart, ...]:
    """The supports on the wall, slid as the placement says."""
    at, offsets = job.placement, support_offsets(job)
    return tuple(
        PlacedPart(
            id=support.id,
            label=support.name,
            area=_moved(
                support.rect,
                at.x_mm + offsets.get(support.id, (0.0, 0.0))[0],
                at.y_mm + offsets.get(support.id, (0.0, 0.0))[1],
            ),
        )
        for support in job.fixture.supports
    )


LINK_WORDS = {
    LinkKind.BACKING_BOARD: "Backing board",
    LinkKind.SPACER: "Spacer",
    LinkKind.CHANNEL: "Channel",
    LinkKind.STAND_OFF: "Stand-off",
    LinkKind.ANCHOR_PLATE: "Anchor plate",
}


def _place_links(job: JobBody) -> tuple[PlacedPart, ...]:
    """The boards and channels behind the piece, on the wall."""
    at = job.placement
    return tuple(
        PlacedPart(id=link.id, label=LINK_WORDS[link.kind], area=_moved(link.rect, at.x_mm, at.y_mm))
        for link in job.fixture.links
        if link.kind.has_own_holes
    )


def _placed(
    part: Support | Link,
    hole: FixtureHole,
    label: str,
    plate: Rect,
    number: int,
    fixture: Fixture,
    channel_back_mm: float,
) -> PlacedHole:
    board = isinstance(part, Link) and part.kind is LinkKind.BACKING_BOARD
    return PlacedHole(
        id=hole.id,
        number=number,
        support=part.id,
        support_label=label,
        kind=hole.kind,
        seat=hole.seat,
        x_mm=plate.x_mm + hole.x_mm,
        y_mm=plate.y_mm + hole.y_mm,
        diameter_mm=hole.diameter_mm,
        plate=plate,
        plate_mm=channel_back_mm if isinstance(part, Link) and part.kind is LinkKind.CHANNEL else part.thickness_mm,
        flexible=isinstance(part, Support) and part.flexible,
        material=part.material
        if isinstance(part, Support)
        else SupportMaterial.WOOD
        if board
        else SupportMaterial.STEEL,
        spacer_mm=fixture.stand_off_mm(part.id),
        access_mm=part.access_mm if isinstance(part, Support) else None,
        board_species=part.species if isinstance(part, Link) and board else None,
        hung=isinstance(part, Support) and part.hung,
    )


def _place_holes(
    job: JobBody, supports: Sequence[PlacedPart], links: Sequence[PlacedPart], channel_back_mm: float
) -> tuple[PlacedHole, ...]:
    """The used holes in the wall, numbered in the order of the supports. Slots are marked at their middle.

    Where a board or channel stands between, its holes are the ones in the wall, not those of the brackets on it.
    """
    fixture, carriers = job.fixture, job.fixture.carriers
    parts = {part.id: part for part in (*supports, *links)}
    placed: list[PlacedHole] = []
    touching: tuple[Support | Link, ...] = (*fixture.supports, *fixture.links)
    for part in touching:
        if part.id in carriers:
            continue
        for hole in part.holes:
            if hole.used:
                at = parts[part.id]
                number = fixture.first_hole + len(placed)
                placed.append(_placed(part, hole, at.label, at.area, number, fixture, channel_back_mm))
    return tuple(placed)


def _place_joints(job: JobBody, supports: Sequence[PlacedPart], channel_back_mm: float) -> tuple[PlacedHole, ...]:
    """The used holes of brackets that are fixed to a board or channel, numbered among themselves."""
    parts = {part.id: part for part in supports}
    placed: list[PlacedHole] = []
    for support in job.fixture.supports:
        if support.id not in job.fixture.carriers:
            continue
        for hole in support.holes:
            if hole.used:
                at = parts[support.id]
                placed.append(_placed(support, hole, at.label, at.area, len(placed) + 1, job.fixture, channel_back_mm))
    return tuple(placed)


def hole_numbers(fixture: Fixture) -> dict[str, int]:
    """The numbers of the holes in the wall, by their ids, in the order of the supports."""
    touching: tuple[Support | Link, ...] = (*fixture.supports, *fixture.links)
    used = [hole.id for part in touching if part.id not in fixture.carriers for hole in part.holes if hole.used]
    return {name: number for number, name in enumerate(used, fixture.first_hole)}


class Placed(NamedTuple):
    """A fixture where it comes to lie on the wall: its parts, the holes in the wall, and those in boards between.

    ``offsets``: shift (dx, dy) [mm] of each support against the fixture's own drawing.
    """

    pieces: tuple[PlacedPart, ...]
    supports: tuple[PlacedPart, ...]
    links: tuple[PlacedPart, ...]
    holes: tuple[PlacedHole, ...]
    joints: tuple[PlacedHole, ...]
    offsets: dict[str, tuple[float, float]]


def place_fixture(job: JobBody, channel_back_mm: float) -> Placed:
    """Where everything of a job's fixture comes to lie. ``channel_back_mm``: of a channel's metal behind its screw."""
    supports, links = _place_supports(job), _place_links(job)
    return Placed(
        pieces=_place_pieces(job),
        supports=supports,
        links=links,
        holes=_place_holes(job, supports, links, channel_back_mm),
        joints=_place_joints(job, supports, channel_back_mm),
        offsets=support_offsets(job),
    )
