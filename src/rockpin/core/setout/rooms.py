"""The room that a fixture claims in use, and what stands in it: swings, doors, what hangs below, what is lifted on."""

from collections.abc import Sequence
from math import cos, radians, sin

from shapely import box

from rockpin.core.base.model import Model, Rect, bounding
from rockpin.core.base.words import inside
from rockpin.core.document.arrangement import EnvelopeKind
from rockpin.core.document.fixture import Attachment, Fixture, HoleKind, Piece, Swing
from rockpin.core.document.job import JobBody
from rockpin.core.document.outline import face_shape
from rockpin.core.document.wall import EdgeKind, Wall

_STEP_DEG = 5


class Claim(Model):
    """Room on the wall that something claims. ``item``: the piece, or the envelope of the fixture, that it is of."""

    item: str
    kind: EnvelopeKind
    name: str
    area: Rect


class Neighbour(Model):
    """Something on the wall, or where the wall ends at something. ``flat``: as a socket is, that nothing strikes."""

    name: str
    area: Rect
    ends: bool = False
    flat: bool = False


class Clash(Model):
    """A claim with what stands in it, or where the wall ends within it."""

    claim: Claim
    name: str
    area: Rect
    ends: bool


def _swept(piece: Piece, swing: Swing) -> Rect:
    """What a swinging piece passes over, seen from the front: its corners at every few degrees."""
    sides = (piece.x_mm - swing.pivot_x_mm, piece.rect.right_mm - swing.pivot_x_mm)
    span = swing.to_deg - swing.from_deg
    steps = max(1, int(span / _STEP_DEG))
    places = []
    for step in range(steps + 1):
        angle = radians(swing.from_deg + span * step / steps)
        places += [swing.pivot_x_mm + z * sin(angle) + x * cos(angle) for x in sides for z in (0.0, piece.depth_mm)]
    low, high = min(places), max(places)
    return Rect(x_mm=low, y_mm=piece.y_mm, width_mm=high - low, height_mm=piece.height_mm)


def _lifted(fixture: Fixture, lift_mm: float) -> list[Claim]:
    """Room above what is lifted onto keyholes, hooks or a bar."""
    hung = any(
        support.hung
        or support.attachment is Attachment.USER_DRILLED
        or any(hole.used and hole.kind is HoleKind.KEYHOLE for hole in support.holes)
        for support in fixture.supports
    )
    if not hung or not fixture.pieces:
        return []
    whole = bounding(piece.rect for piece in fixture.pieces)
    area = Rect(x_mm=whole.x_mm, y_mm=whole.top_mm, width_mm=whole.width_mm, height_mm=lift_mm)
    name = fixture.pieces[0].name
    return [Claim(item=fixture.pieces[0].id, kind=EnvelopeKind.LIFTED_ON, name=name, area=area)]


def claims_of(job: JobBody, things: Sequence[Fixture], lift_mm: float) -> tuple[Claim, ...]:
    """All room that a fixture claims where it comes to stand. ``things``: the separate things of it.

    ``lift_mm``: how high one is lifted to be hung on, unless the fixture says so itself.
    """
    at, claims = job.placement, []
    for thing in things:
        told = {one.kind for one in thing.envelopes}
        pieces = {piece.id: piece for piece in thing.pieces}
        claims += [Claim(item=one.id, kind=one.kind, name=one.name, area=one.rect) for one in thing.envelopes]
        if EnvelopeKind.SWINGS not in told:
            for swing in thing.swings:
                piece = pieces[swing.piece_id]
                area = _swept(piece, swing)
                claims.append(Claim(item=piece.id, kind=EnvelopeKind.SWINGS, name=piece.name, area=area))
        if EnvelopeKind.LIFTED_ON not in told:
            claims += _lifted(thing, lift_mm)
    return tuple(
        one.model_copy(
            update={
                "area": one.area.model_copy(update={"x_mm": one.area.x_mm + at.x_mm, "y_mm": one.area.y_mm + at.y_mm})
            }
        )
        for one in claims
    )


def clashes_within(job: JobBody, things: Sequence[Fixture], lift_mm: float) -> tuple[Clash, ...]:
    """What of a row stands in the room that another thing of it claims, wherever all of them hang. ``lift_mm``: as of
    :func:`claims_of`.

    A door or a drawer passes what stands no farther off the wall, and clothes hang beside clothes.
    """
    found = []
    for thing in things:
        front = max((piece.depth_mm for piece in thing.pieces), default=0.0)
        others = [one for one in things if one is not thing]
        for claim in claims_of(job, (thing,), lift_mm) if others else ():
            for other, piece in ((one, piece) for one in others for piece in one.pieces):
                shift = {"x_mm": piece.x_mm + job.placement.x_mm, "y_mm": piece.y_mm + job.placement.y_mm}
                area = piece.rect.model_copy(update=shift)
                passes = claim.kind in _OPENED and piece.depth_mm <= front
                alike = claim.kind in {one.kind for one in other.envelopes} & {EnvelopeKind.HANGS}
                if claim.area.overlaps(area) and not passes and not alike:
                    found.append(Clash(claim=claim, name=f"the {inside(piece.name)}", area=area, ends=False))
    return tuple(found)


_OPENED = (EnvelopeKind.OPENS, EnvelopeKind.PULLED_OUT)


def _ends(wall: Wall) -> list[Neighbour]:
    """Where the wall ends at something: floor, ceiling, and a wall at an inside corner."""
    far = 100_000.0
    width, height = wall.width_mm, wall.height_mm
    found = [
        Neighbour(name="the floor", area=Rect(x_mm=-far, y_mm=-far, width_mm=2 * far, height_mm=far), ends=True),
        Neighbour(name="the ceiling", area=Rect(x_mm=-far, y_mm=height, width_mm=2 * far, height_mm=far), ends=True),
    ]
    if wall.left_edge is EdgeKind.INTERNAL_CORNER:
        area = Rect(x_mm=-far, y_mm=0, width_mm=far, height_mm=height)
        found.append(Neighbour(name="the wall at the left", area=area, ends=True))
    if wall.right_edge is EdgeKind.INTERNAL_CORNER:
        area = Rect(x_mm=width, y_mm=0, width_mm=far, height_mm=height)
        found.append(Neighbour(name="the wall at the right", area=area, ends=True))
    return found


def _over_the_face(area: Rect, wall: Wall) -> bool:
    """Whether room reaches above a face whose top is sloped or stepped, but not above the wall's highest point."""
    above = box(area.x_mm, max(area.y_mm, 0.0), area.right_mm, max(area.top_mm, 0.0)).difference(face_shape(wall))
    inside = above.intersection(box(0, 0, wall.width_mm, wall.height_mm))
    return bool(inside.area > 1.0) and area.top_mm <= wall.height_mm


def clashes_of(claims: Sequence[Claim], wall: Wall, points: Sequence[Neighbour]) -> tuple[Clash, ...]:
    """What stands in the room that is claimed. ``points``: those on this face; a flat one is only hung over."""
    sloped = [claim for claim in claims if wall.outline and _over_the_face(claim.area, wall)]
    there = neighbours_of(wall, points)
    under = tuple(Clash(claim=claim, name="the ceiling", area=claim.area, ends=True) for claim in sloped)
    return under + tuple(
        Clash(claim=claim, name=one.name, area=one.area if not one.ends else claim.area, ends=one.ends)
        for claim in claims
        for one in there
        if claim.area.overlaps(one.area) and may_strike(claim, one)
    )


def neighbours_of(wall: Wall, points: Sequence[Neighbour]) -> list[Neighbour]:
    """All that may stand in room that is claimed: things, points, and where the wall ends at something."""
    return [*(Neighbour(name=one.name, area=one.rect) for one in wall.things), *points, *_ends(wall)]


def may_strike(claim: Claim, one: Neighbour) -> bool:
    """Whether something in the room that is claimed is in its way: what is flat is only hung over."""
    return not one.flat or claim.kind is EnvelopeKind.HANGS
