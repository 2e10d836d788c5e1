"""The holes that act together: of one support, of several that stand above one another, or of a board between.

A piece that lies on supports side by side is a beam on them; otherwise all of its holes are one group.
"""

from collections.abc import Collection, Sequence
from itertools import pairwise

from rockpin.core.base.model import Model, Rect, bounding
from rockpin.core.demand.fastener_group import GroupHole, Plate
from rockpin.core.document.fixture import Fixture, FixtureHole, HoleKind, Link

SPACER_MM = 16.0
"""Width [mm] of a stacked spacer round its screw: what bears where nothing else touches the wall."""


class SupportGroup(Model):
    """Holes that act as one. ``own``: the parts' own outline, whatever they bear on.

    ``carrier``: the board or channel they sit in; None: the wall itself.
    """

    support_ids: tuple[str, ...]
    holes: tuple[GroupHole, ...]
    keyholes: tuple[bool, ...]
    plate: Plate
    own: Rect
    stand_off_mm: float
    carrier: str | None

    @property
    def centre_x_mm(self) -> float:
        """The middle of its holes across [mm]."""
        return sum(hole.x_mm for hole in self.holes) / len(self.holes)


def _group_holes(
    holes: Sequence[FixtureHole], x_mm: float, y_mm: float, stiffness: dict[str, float]
) -> tuple[GroupHole, ...]:
    return tuple(
        GroupHole(
            id=hole.id,
            x_mm=x_mm + hole.x_mm,
            y_mm=y_mm + hole.y_mm,
            bears_across=hole.kind is not HoleKind.SLOT_ACROSS,
            bears_upright=hole.kind is not HoleKind.SLOT_UPRIGHT,
            stiffness=stiffness.get(hole.id, 1.0),
        )
        for hole in holes
    )


def _plate(area: Rect, flexible: bool) -> Plate:
    return Plate(area=area, bearing_width_mm=area.width_mm, bearing_height_mm=area.height_mm, flexible=flexible)


def groups_of(
    fixture: Fixture,
    offsets: dict[str, tuple[float, float]],
    stiffness: dict[str, float],
    without: Collection[str] = (),
) -> list[SupportGroup]:
    """The used holes of each support that takes part. ``offsets``: how far each was slid [mm].

    A support that leans bears with the whole back of the pieces; one on spacers bears under its spacers alone.
    """
    groups: list[SupportGroup] = []
    carriers = fixture.carriers
    for support in fixture.supports:
        used = [hole for hole in support.holes if hole.used]
        if not used or support.id in without:
            continue
        dx, dy = offsets.get(support.id, (0.0, 0.0))
        holes = _group_holes(used, support.x_mm + dx, support.y_mm + dy, stiffness)
        own = support.rect.model_copy(update={"x_mm": support.x_mm + dx, "y_mm": support.y_mm + dy})
        area = own
        if support.leans and fixture.pieces:
            area = bounding([area, *(piece.rect for piece in fixture.pieces)])
        stand_off = fixture.stand_off_mm(support.id)
        if stand_off:
            half = SPACER_MM / 2
            area = bounding(
                Rect(x_mm=hole.x_mm - half, y_mm=hole.y_mm - half, width_mm=SPACER_MM, height_mm=SPACER_MM)
                for hole in holes
            )
        groups.append(
            SupportGroup(
                support_ids=(support.id,),
                holes=holes,
                keyholes=tuple(support.hung or hole.kind is HoleKind.KEYHOLE for hole in used),
                plate=_plate(area, support.flexible),
                own=own,
                stand_off_mm=stand_off,
                carrier=carriers[support.id].id if support.id in carriers else None,
            )
        )
    if len(groups) > 1 and not side_by_side(groups):
        groups = [_merged(groups)]
    return sorted(groups, key=lambda group: group.centre_x_mm)


def link_group(link: Link, stiffness: dict[str, float]) -> SupportGroup | None:
    """The holes with which a board or channel is fixed to the wall, or None where it has none yet."""
    used = [hole for hole in link.holes if hole.used]
    if not used:
        return None
    return SupportGroup(
        support_ids=(link.id,),
        holes=_group_holes(used, link.x_mm, link.y_mm, stiffness),
        keyholes=(False,) * len(used),
        plate=_plate(link.rect, flexible=False),
        own=link.rect,
        stand_off_mm=0.0,
        carrier=None,
    )


def side_by_side(groups: Sequence[SupportGroup]) -> bool:
    """Whether the supports stand beside one another, none above another, so that the piece is a beam on them."""
    spans = sorted((group.own.x_mm, group.own.right_mm) for group in groups)
    return all(left[1] <= right[0] + 1e-9 for left, right in pairwise(spans))


def _merged(groups: Sequence[SupportGroup]) -> SupportGroup:
    """All groups as one. It bears on no more than the shortest edge among them."""
    carriers = {group.carrier for group in groups}
    return SupportGroup(
        support_ids=tuple(name for group in groups for name in group.support_ids),
        holes=tuple(hole for group in groups for hole in group.holes),
        keyholes=tuple(key for group in groups for key in group.keyholes),
        plate=Plate(
            area=bounding([group.plate.area for group in groups]),
            bearing_width_mm=min(group.plate.bearing_width_mm for group in groups),
            bearing_height_mm=min(group.plate.bearing_height_mm for group in groups),
            flexible=any(group.plate.flexible for group in groups),
        ),
        own=bounding([group.own for group in groups]),
        stand_off_mm=max(group.stand_off_mm for group in groups),
        carrier=carriers.pop() if len(carriers) == 1 else None,
    )


def first_screw(groups: Sequence[SupportGroup]) -> SupportGroup:
    """The topmost hole alone, behind the plate that it belongs to; a slot only where no hole bears the weight."""

    def order(pair: tuple[SupportGroup, int]) -> tuple[bool, bool, float, float]:
        hole = pair[0].holes[pair[1]]
        return hole.bears_upright, hole.bears_across, hole.y_mm, -hole.x_mm

    group, index = max(((group, index) for group in groups for index in range(len(group.holes))), key=order)
    return group.model_copy(update={"holes": (group.holes[index],), "keyholes": (group.keyholes[index],)})
