"""A fixture that does not lie level: piece, holes and what hangs in it turn about the first hole."""

from math import atan, cos, degrees, sin

from rockpin.core.document.arrangement import Envelope
from rockpin.core.document.fixture import Fixture, FixtureHole, Link, Piece, Support
from rockpin.core.document.placing import Lie, LieKind
from rockpin.core.document.wall import Wall

XY = tuple[float, float]


def slope_of(lie: Lie, wall: Wall) -> float | None:
    """How far the fixture rises to the right [mm per m]; None where the thing that it lies parallel to is gone."""
    match lie.kind:
        case LieKind.LEVEL:
            return 0.0
        case LieKind.FALL:
            return -lie.fall_mm_per_m
    if lie.thing is None:
        return 1000 * lie.rise_mm / lie.run_mm
    return next((one.slope_mm_per_m for one in wall.things if one.id == lie.thing), None)


def angle_deg(slope_mm_per_m: float) -> float:
    """The angle of a slope [degrees]."""
    return degrees(atan(slope_mm_per_m / 1000))


def pivot_of(fixture: Fixture) -> XY | None:
    """The first hole in the wall, in fixture coordinates [mm]; None where there is none."""
    carriers = fixture.carriers
    parts: list[Support | Link] = [one for one in fixture.supports if one.id not in carriers]
    parts += fixture.links
    for part in parts:
        for hole in part.holes:
            if hole.used:
                return part.x_mm + hole.x_mm, part.y_mm + hole.y_mm
    return None


class _Turn:
    def __init__(self, pivot: XY, slope_mm_per_m: float) -> None:
        angle = atan(slope_mm_per_m / 1000)
        self.pivot, self.cos, self.sin = pivot, cos(angle), sin(angle)

    def at(self, x_mm: float, y_mm: float) -> XY:
        dx, dy = x_mm - self.pivot[0], y_mm - self.pivot[1]
        return self.pivot[0] + self.cos * dx - self.sin * dy, self.pivot[1] + self.sin * dx + self.cos * dy

    def corner(self, x_mm: float, y_mm: float, width_mm: float, height_mm: float) -> XY:
        """Lower left corner of an upright rectangle about the turned middle."""
        middle = self.at(x_mm + width_mm / 2, y_mm + height_mm / 2)
        return middle[0] - width_mm / 2, middle[1] - height_mm / 2

    def holes(self, part: Support | Link, corner: XY) -> tuple[FixtureHole, ...]:
        turned = ((hole, self.at(part.x_mm + hole.x_mm, part.y_mm + hole.y_mm)) for hole in part.holes)
        return tuple(hole.model_copy(update={"x_mm": x - corner[0], "y_mm": y - corner[1]}) for hole, (x, y) in turned)

    def support(self, part: Support) -> Support:
        corner = self.corner(part.x_mm, part.y_mm, part.width_mm, part.height_mm)
        return part.model_copy(update={"x_mm": corner[0], "y_mm": corner[1], "holes": self.holes(part, corner)})

    def link(self, part: Link) -> Link:
        corner = self.corner(part.x_mm, part.y_mm, part.width_mm, part.height_mm)
        return part.model_copy(update={"x_mm": corner[0], "y_mm": corner[1], "holes": self.holes(part, corner)})

    def envelope(self, room: Envelope) -> Envelope:
        corner = self.corner(room.x_mm, room.y_mm, room.width_mm, room.height_mm)
        return room.model_copy(update={"x_mm": corner[0], "y_mm": corner[1]})

    def piece(self, piece: Piece) -> Piece:
        corner = self.corner(piece.x_mm, piece.y_mm, piece.width_mm, piece.height_mm)
        x, y, _ = piece.cog_mm
        weight = self.at(x, y)
        moved = {"cog_x_mm": weight[0] - corner[0], "cog_y_mm": weight[1] - corner[1]}
        return piece.model_copy(update={"x_mm": corner[0], "y_mm": corner[1], **moved})


def turned(fixture: Fixture, slope_mm_per_m: float) -> Fixture:
    """The fixture as it lies, rising so much to the right [mm per m]: holes, weights and lines where they come to.

    Outlines stay upright rectangles about their turned middle, so a plate's edges are out by up to half its size times
    the slope; the pattern of holes is exact. Without a hole there is nothing to turn about.
    """
    pivot = pivot_of(fixture)
    if slope_mm_per_m == 0 or pivot is None:
        return fixture
    turn = _Turn(pivot, slope_mm_per_m)
    rails = []
    for rail in fixture.rails:
        (x, y), (x2, y2) = turn.at(rail.x_mm, rail.y_mm), turn.at(rail.x2_mm, rail.y2_mm)
        rails.append(rail.model_copy(update={"x_mm": x, "y_mm": y, "x2_mm": x2, "y2_mm": y2}))
    pieces = {piece.id: piece for piece in fixture.pieces}
    swings = []
    for swing in fixture.swings:
        x, _ = turn.at(swing.pivot_x_mm, pieces[swing.piece_id].rect.centre_y_mm)
        swings.append(swing.model_copy(update={"pivot_x_mm": x}))
    return fixture.model_copy(
        update={
            "pieces": tuple(turn.piece(one) for one in fixture.pieces),
            "supports": tuple(turn.support(one) for one in fixture.supports),
            "links": tuple(turn.link(one) for one in fixture.links),
            "rails": tuple(rails),
            "envelopes": tuple(turn.envelope(one) for one in fixture.envelopes),
            "swings": tuple(swings),
        }
    )
