"""Everything that a fixing has to deal with at one hole, gathered once so that each method reads from one place."""

from math import hypot

from pydantic import PrivateAttr

from rockpin.core.demand import HoleDemand
from rockpin.core.figures import Figures
from rockpin.core.fixture import Environment, HeadSeat, HoleKind
from rockpin.core.framing import Behind, MemberReading, look_behind
from rockpin.core.model import Model, Rect
from rockpin.core.outline import to_top_mm
from rockpin.core.quantities import UnitSystem
from rockpin.core.reading import WallReading
from rockpin.core.tables import Catalogue, Duty, Screw
from rockpin.core.wall import EdgeKind, Wall


class PlacedHole(Model):
    """A used hole of the fixture at its place on the wall [mm], with the plate it belongs to."""

    id: str
    number: int
    support: str
    support_label: str
    kind: HoleKind
    seat: HeadSeat
    x_mm: float
    y_mm: float
    diameter_mm: float
    plate: Rect
    plate_mm: float
    flexible: bool

    @property
    def cover_mm(self) -> float:
        """How far the plate reaches past the hole's middle, at the least."""
        return min(
            self.x_mm - self.plate.x_mm,
            self.plate.right_mm - self.x_mm,
            self.y_mm - self.plate.y_mm,
            self.plate.top_mm - self.y_mm,
        )

    @property
    def washer_wanted(self) -> bool:
        """A slot wants a washer under the head: the head alone would pull through it."""
        return self.kind in (HoleKind.SLOT_ACROSS, HoleKind.SLOT_UPRIGHT)


class Spot(Model):
    """One hole in its surroundings.

    ``neighbours``: offsets (dx, dy) [mm] of all other holes that get a fixing. ``free_edges_mm``: distances left,
    right, down, up to the nearest edge where masonry or concrete ends. ``board_edge_mm``: to the nearest cut
    edge of board. ``depth_limit_mm``: how deep one may go before the Hidden stage asks for proof.
    """

    hole: PlacedHole
    wall: Wall
    reading: WallReading
    members: tuple[MemberReading, ...]
    neighbours: tuple[tuple[float, float], ...]
    free_edges_mm: tuple[float, float, float, float]
    board_edge_mm: float
    depth_limit_mm: float | None
    duty: Duty
    environment: Environment
    demand: HoleDemand
    units: UnitSystem
    keyhole_play_mm: float
    _behind: dict[float, Behind] = PrivateAttr(default_factory=dict)

    @property
    def skin_lever_mm(self) -> float:
        """Lever [mm] of a load that stands off the layer that holds: skins, and a keyhole's proud screw."""
        return self.reading.skin_mm + self.proud_mm

    @property
    def proud_mm(self) -> float:
        return self.hole.plate_mm + self.keyhole_play_mm if self.hole.kind is HoleKind.KEYHOLE else 0.0

    def clamped(self, figures: Figures) -> bool:
        """Whether the plate holds the screw's head against turning: stiff, round-holed and drawn tight."""
        stiff = not self.hole.flexible and self.hole.plate_mm >= figures.clamp_plate_mm
        return stiff and self.hole.kind is HoleKind.ROUND

    def behind(self, screw_mm: float, catalogue: Catalogue) -> Behind:
        """What stands behind this hole for a screw of that diameter [mm]; looked up once for each diameter."""
        if screw_mm not in self._behind:
            self._behind[screw_mm] = look_behind(
                self.wall, self.reading, self.members, self.hole.x_mm, self.hole.y_mm, screw_mm, catalogue
            )
        return self._behind[screw_mm]

    def nearest_neighbour_mm(self) -> float:
        return min((hypot(dx, dy) for dx, dy in self.neighbours), default=1e6)


_FAR_MM = 1e6


def free_edges(wall: Wall, x_mm: float, y_mm: float) -> tuple[float, float, float, float]:
    """Distances [mm] left, right, down and up to where masonry ends: outer corners, free ends, the top, openings.

    An inside corner and the floor are no edges: the wall goes on behind them. The top counts as one, since nobody
    has said what stands on it.
    """
    left = x_mm if wall.left_edge is not EdgeKind.INTERNAL_CORNER else _FAR_MM
    right = wall.width_mm - x_mm if wall.right_edge is not EdgeKind.INTERNAL_CORNER else _FAR_MM
    # a sloped side counts as an edge above, by its true distance
    down, up = _FAR_MM, to_top_mm(wall, x_mm, y_mm)
    for opening in wall.openings:
        rect = opening.rect
        gap = rect.distance_to(x_mm, y_mm)
        # an opening diagonally away weakens both directions: it counts in each by its true distance
        if x_mm >= rect.right_mm:
            left = min(left, gap)
        if x_mm <= rect.x_mm:
            right = min(right, gap)
        if y_mm >= rect.top_mm:
            down = min(down, gap)
        if y_mm <= rect.y_mm:
            up = min(up, gap)
    return left, right, down, up


def board_edge(wall: Wall, x_mm: float, y_mm: float) -> float:
    """Distance [mm] to the nearest cut edge of board: the wall's ends, openings and known joints."""
    gaps = [x_mm, wall.width_mm - x_mm, y_mm, to_top_mm(wall, x_mm, y_mm)]
    gaps += [opening.rect.distance_to(x_mm, y_mm) for opening in wall.openings]
    gaps += [abs(x_mm - joint) for joint in wall.board_joints_mm]
    return min(gaps)


def fits_bracket(screw: Screw, hole: PlacedHole, figures: Figures) -> bool:
    """Whether the shank passes the bracket's hole with a little play."""
    return screw.diameter_mm + figures.bracket_play_mm <= hole.diameter_mm
