"""The thing that goes on the wall: visible pieces on supports, each with its pattern of holes.

Fixture coordinates are millimetres from the fixture's lower left corner; z is measured off the wall's face.
"""

from enum import StrEnum
from typing import Self

from pydantic import Field, model_validator

from rockpin.core.base.model import (
    Id,
    MassKg,
    Model,
    Name,
    NonNegativeMm,
    Note,
    Rect,
    WallCoordinate,
    bounding,
    duplicated,
)
from rockpin.core.document.arrangement import Envelope, OwnLine, Spacing
from rockpin.core.document.assembly import AssemblyRating
from rockpin.core.document.fittings import Device, Enclosure, PipeTail


class HoleKind(StrEnum):
    ROUND = "round"
    SLOT_ACROSS = "slot_across"
    SLOT_UPRIGHT = "slot_upright"
    KEYHOLE = "keyhole"
    CLAMPED = "clamped"


class HeadSeat(StrEnum):
    """What the screw's head sits on."""

    FLAT = "flat"
    COUNTERSUNK = "countersunk"


class Attachment(StrEnum):
    """Whether a support is fixed to its piece, can slide along it, or is drilled by the user."""

    RIGID = "rigid"
    SLIDING = "sliding"
    USER_DRILLED = "user_drilled"


class LinkKind(StrEnum):
    """What stands between piece and wall. Boards and channels have own holes; the others are drilled through."""

    BACKING_BOARD = "backing_board"
    SPACER = "spacer"
    CHANNEL = "channel"
    STAND_OFF = "stand_off"
    ANCHOR_PLATE = "anchor_plate"

    @property
    def has_own_holes(self) -> bool:
        return self in (LinkKind.BACKING_BOARD, LinkKind.CHANNEL, LinkKind.ANCHOR_PLATE)

    @property
    def takes_bolts(self) -> bool:
        """Whether brackets are bolted to it at places that its maker rates: channel nuts, threads of a plate."""
        return self in (LinkKind.CHANNEL, LinkKind.ANCHOR_PLATE)


class RailKind(StrEnum):
    """What somebody holds on to: a rail that is only tugged at, or one that must carry a person."""

    RAIL = "rail"
    GRAB_RAIL = "grab_rail"
    HANDRAIL = "handrail"


class LimitKind(StrEnum):
    """What a fixture's own instructions limit."""

    COVERING_MAX_MM = "covering_max_mm"
    FASTENER_DIAMETER_MIN_MM = "fastener_diameter_min_mm"
    FASTENER_DIAMETER_MAX_MM = "fastener_diameter_max_mm"
    STUD_SPACING_MIN_MM = "stud_spacing_min_mm"
    STUD_SPACING_MAX_MM = "stud_spacing_max_mm"
    STUDS_MIN_COUNT = "studs_min_count"
    CLEARANCE_MIN_MM = "clearance_min_mm"
    NO_MORTAR_JOINTS = "no_mortar_joints"
    MASS_MAX_KG = "mass_max_kg"
    HEIGHT_MAX_MM = "height_max_mm"


class ClearOf(StrEnum):
    """From what a maker wants clear space, edge to edge."""

    ANYTHING = "anything"
    CEILING = "ceiling"
    SIDE_WALL = "side_wall"
    OPENING = "opening"
    LIGHT = "light"
    TAP = "tap"
    SOCKET = "socket"


class HeldBy(StrEnum):
    """What bears a piece's weight: the wall, or a floor or ceiling while the wall only steadies it."""

    WALL = "wall"
    FLOOR = "floor"
    ABOVE = "above"


class SupportMaterial(StrEnum):
    STEEL = "steel"
    CAST = "cast"
    ALUMINIUM = "aluminium"
    WOOD = "wood"
    PLASTIC = "plastic"

    @property
    def is_metal(self) -> bool:
        return self in (SupportMaterial.STEEL, SupportMaterial.CAST, SupportMaterial.ALUMINIUM)


class Environment(StrEnum):
    DRY = "dry"
    WET = "wet"
    OUTDOOR = "outdoor"

    @property
    def words(self) -> str:
        """Where that is, in a sentence."""
        return {Environment.DRY: "in the dry", Environment.WET: "in the wet", Environment.OUTDOOR: "outdoors"}[self]


class FixtureHole(Model):
    """A hole for a fastener, by the middle it is marked at: a slot's centre, the narrow end of a keyhole."""

    id: Id
    kind: HoleKind = HoleKind.ROUND
    x_mm: WallCoordinate
    y_mm: WallCoordinate
    diameter_mm: float = Field(gt=1, le=40, description="of a round hole; the width of a slot or of a keyhole's neck")
    slot_length_mm: NonNegativeMm = 0
    seat: HeadSeat = HeadSeat.FLAT
    used: bool = True


class Support(Model):
    """A bracket, plate, hook or bar: the part that touches the wall. Its holes count from its own corner."""

    id: Id
    name: Name
    x_mm: WallCoordinate
    y_mm: WallCoordinate
    width_mm: float = Field(gt=0, le=5_000)
    height_mm: float = Field(gt=0, le=5_000)
    thickness_mm: float = Field(default=2, ge=0, le=60)
    material: SupportMaterial = SupportMaterial.STEEL
    flexible: bool = False
    hung: bool = Field(default=False, description="the piece hangs on it, as on a hook or hanger")
    attachment: Attachment = Attachment.RIGID
    slide_mm: NonNegativeMm = 0
    leans: bool = Field(default=False, description="the whole back of the piece leans on the wall, not only this")
    clipped: bool = Field(default=False, description="takes part only once the piece is hung and clipped")
    glued: bool = Field(default=False, description="put on with glue besides its screws; no figure counts on that")
    marked_hung: bool = Field(default=False, description="its holes are marked from the piece once that hangs")
    bears_mm: float = Field(
        default=0, ge=0, le=2_000, description="how far off the wall a piece in a corner bears on it"
    )
    access_mm: float | None = Field(default=None, ge=0, le=3_000, description="room in front of its holes; None: free")
    holes: tuple[FixtureHole, ...] = Field(default=(), max_length=40)

    @model_validator(mode="after")
    def _consistent(self) -> Self:
        if twice := duplicated(self.holes):
            raise ValueError(f"holes: the id {twice[0]} stands twice; give each its own")
        for hole in self.holes:
            if not (0 <= hole.x_mm <= self.width_mm and 0 <= hole.y_mm <= self.height_mm):
                raise ValueError(
                    f"holes: {hole.id} at {hole.x_mm:g}, {hole.y_mm:g} mm lies outside its support of "
                    f"{self.width_mm:g} × {self.height_mm:g} mm; move the hole or correct the support's size"
                )
            if hole.kind in (HoleKind.SLOT_ACROSS, HoleKind.SLOT_UPRIGHT) and hole.slot_length_mm <= hole.diameter_mm:
                raise ValueError(
                    f"holes: slot {hole.id} is {hole.slot_length_mm:g} mm long and {hole.diameter_mm:g} mm wide; "
                    "give a length greater than its width, or make it a round hole"
                )
        return self

    @property
    def rect(self) -> Rect:
        return Rect(x_mm=self.x_mm, y_mm=self.y_mm, width_mm=self.width_mm, height_mm=self.height_mm)


class Piece(Model):
    """A visible part: its size, its mass, what it holds, and where its weight acts.

    Without measured values the centre of gravity lies in the middle of the piece. In a row of several things one of
    another shape has a use, hands and a shape of its own.
    """

    id: Id
    name: Name
    x_mm: WallCoordinate = 0
    y_mm: WallCoordinate = 0
    width_mm: float = Field(gt=0, le=10_000)
    height_mm: float = Field(gt=0, le=5_000)
    depth_mm: float = Field(gt=0, le=3_000, description="how far it reaches off the wall")
    mass_kg: MassKg
    contents_kg: MassKg = 0
    cog_x_mm: WallCoordinate | None = None
    cog_y_mm: WallCoordinate | None = None
    cog_z_mm: NonNegativeMm | None = None
    duty: Id | None = Field(default=None, description="what this piece goes through; None: as the whole fixture")
    hand: Id | None = Field(default=None, description="what hands do to this piece; None: as to the whole fixture")
    shape: Id | None = Field(default=None, description="the shape it was made from; None: that of the fixture")
    thing: Id | None = Field(default=None, description="what people call it, where it was put beside others so")
    measures: dict[Id, float] = Field(
        default_factory=dict, max_length=40, description="what its shape was made from, of the first piece of its thing"
    )
    held_by: HeldBy = HeldBy.WALL
    level_share: float = Field(
        default=1, gt=0, le=1, description="of a level push on it that comes to its own supports; others take the rest"
    )
    opens: bool = Field(default=False, description="has drawers or doors that a child can climb on")

    @property
    def rect(self) -> Rect:
        return Rect(x_mm=self.x_mm, y_mm=self.y_mm, width_mm=self.width_mm, height_mm=self.height_mm)

    @property
    def cog_mm(self) -> tuple[float, float, float]:
        """Centre of gravity (x, y, z) [mm] in fixture coordinates."""
        x = self.x_mm + (self.width_mm / 2 if self.cog_x_mm is None else self.cog_x_mm)
        y = self.y_mm + (self.height_mm / 2 if self.cog_y_mm is None else self.cog_y_mm)
        return x, y, self.depth_mm / 2 if self.cog_z_mm is None else self.cog_z_mm


class Link(Model):
    """A part between some supports and the wall.

    A backing board or a channel has its own outline and its own holes, which are the ones drilled in the wall; the
    supports are fixed to it. ``nut_tension_n``, ``nut_shear_n``: what its maker allows for one channel nut, or for one
    thread of an anchor plate; ``threads``: where that has them.
    """

    id: Id
    kind: LinkKind
    thickness_mm: NonNegativeMm
    support_ids: tuple[Id, ...] = Field(default=(), max_length=20)
    x_mm: WallCoordinate = 0
    y_mm: WallCoordinate = 0
    width_mm: float = Field(default=0, ge=0, le=5_000)
    height_mm: float = Field(default=0, ge=0, le=5_000)
    species: Id = "spruce"
    nut_tension_n: float | None = Field(default=None, gt=0, le=50_000)
    nut_shear_n: float | None = Field(default=None, gt=0, le=50_000)
    holes: tuple[FixtureHole, ...] = Field(default=(), max_length=40)
    threads: tuple[FixtureHole, ...] = Field(default=(), max_length=40)
    note: Note = ""

    @model_validator(mode="after")
    def _consistent(self) -> Self:
        if self.holes and not self.kind.has_own_holes:
            raise ValueError(
                f"holes: a {self.kind.replace('_', ' ')} is drilled through the bracket's own holes; take its holes out"
            )
        for hole in self.holes:
            if not (0 <= hole.x_mm <= self.width_mm and 0 <= hole.y_mm <= self.height_mm):
                raise ValueError(
                    f"holes: {hole.id} at {hole.x_mm:g}, {hole.y_mm:g} mm lies outside its part of "
                    f"{self.width_mm:g} × {self.height_mm:g} mm; move the hole or correct the part's size"
                )
        return self

    @property
    def rect(self) -> Rect:
        return Rect(x_mm=self.x_mm, y_mm=self.y_mm, width_mm=self.width_mm, height_mm=self.height_mm)


class Swing(Model):
    """A piece that turns about an upright pivot: 0° is straight out from the wall, 90° flat to the right along it."""

    piece_id: Id
    pivot_x_mm: WallCoordinate
    pivot_z_mm: NonNegativeMm = 0
    from_deg: float = Field(default=-90, ge=-180, le=180)
    to_deg: float = Field(default=90, ge=-180, le=180)

    @model_validator(mode="after")
    def _turns(self) -> Self:
        if self.to_deg < self.from_deg:
            raise ValueError(
                f"to_deg: is {self.to_deg:g} degrees, below the other, {self.from_deg:g} degrees; turn them round"
            )
        return self


class CornerPiece(Model):
    """A piece in an inside corner, drawn as if both walls lay in one plane.

    ``at_mm``: where the corner is, from the fixture's left end. ``second_supports``: those on the second, right wall.
    ``cog_u_mm``, ``cog_v_mm``: its centre of gravity from the corner, along the first wall and along the second.
    """

    at_mm: WallCoordinate
    second_supports: tuple[Id, ...] = Field(max_length=20)
    cog_u_mm: NonNegativeMm
    cog_v_mm: NonNegativeMm


class HeldRail(Model):
    """A line that hands hold on to, from end to end, ``z_mm`` off the wall."""

    id: Id
    kind: RailKind
    x_mm: WallCoordinate
    y_mm: WallCoordinate
    x2_mm: WallCoordinate
    y2_mm: WallCoordinate
    z_mm: NonNegativeMm
    returned: int = Field(default=2, ge=0, le=2, description="how many of its ends go back to the wall")


class Limit(Model):
    """A limit that the fixture's maker sets, with where it is written."""

    kind: LimitKind
    value: float = Field(ge=0)
    source: Name
    clear_of: ClearOf = ClearOf.ANYTHING


class Fixture(Model):
    """What is hung, and how it is used."""

    name: Name
    pieces: tuple[Piece, ...] = Field(default=(), max_length=20)
    supports: tuple[Support, ...] = Field(default=(), max_length=20)
    links: tuple[Link, ...] = Field(default=(), max_length=20)
    limits: tuple[Limit, ...] = Field(default=(), max_length=20)
    rated: AssemblyRating | None = Field(default=None, description="its maker's rating of the whole, if there is one")
    swings: tuple[Swing, ...] = Field(default=(), max_length=4)
    rails: tuple[HeldRail, ...] = Field(default=(), max_length=4)
    envelopes: tuple[Envelope, ...] = Field(default=(), max_length=20, description="room that it claims in use")
    apart_mm: float = Field(default=0, ge=0, le=100, description="how far its supports can be pulled apart")
    together_mm: float = Field(default=0, ge=0, le=100, description="how far its supports can be pushed together")
    spacing: Spacing | None = Field(default=None, description="if its things stand in a row")
    lines: tuple[OwnLine, ...] = Field(default=(), max_length=20, description="lines that the user measures by")
    corner: CornerPiece | None = Field(default=None, description="if it spans an inside corner")
    first_hole: int = Field(default=1, ge=1, le=1000, description="the number its holes begin with")
    held_up: bool = Field(default=False, description="somebody or a prop holds it until all of its screws are in")
    device: Device | None = Field(default=None, description="what is bolted to it with bolts of its own")
    enclosure: Enclosure | None = Field(default=None, description="how a box of it keeps water and dust out")
    tails: tuple[PipeTail, ...] = Field(default=(), max_length=8, description="where pipes are joined to it")
    duty: Id = "storage"
    environment: Environment = Environment.DRY
    hand: Id = Field(default="use", description="what hands do to it in reach")
    wind_pa: float | None = Field(default=None, ge=0, le=5_000, description="None: the planning value outdoors")
    shape: Id | None = Field(default=None, description="the shape that it was made from")
    thing: Id | None = Field(default=None, description="what people call it, where it was started from such a name")
    measures: dict[Id, float] = Field(default_factory=dict, description="what was measured for that shape")
    note: Note = ""

    @model_validator(mode="after")
    def _consistent(self) -> Self:
        for label, twice in (
            ("pieces", duplicated(self.pieces)),
            ("supports", duplicated(self.supports)),
            ("links", duplicated(self.links)),
            ("rails", duplicated(self.rails)),
            ("lines", duplicated(self.lines)),
            ("envelopes", duplicated(self.envelopes)),
            ("tails", duplicated(self.tails)),
        ):
            if twice:
                raise ValueError(f"{label}: the id {twice[0]} stands twice; give each its own")
        touching: tuple[Support | Link, ...] = (*self.supports, *self.links)
        if twice := duplicated(hole for part in touching for hole in part.holes):
            raise ValueError(f"supports: the hole id {twice[0]} stands twice; holes are told apart by it on the wall")
        known = {support.id for support in self.supports}
        carried: set[str] = set()
        for link in self.links:
            if unknown := set(link.support_ids) - known:
                raise ValueError(f"links: {link.id} names the support {min(unknown)}, which does not exist")
            if link.kind.has_own_holes:
                if again := carried & set(link.support_ids):
                    raise ValueError(f"links: the support {min(again)} stands on two parts; it can stand on one only")
                carried |= set(link.support_ids)
        pieces = {piece.id for piece in self.pieces}
        for swing in self.swings:
            if swing.piece_id not in pieces:
                raise ValueError(f"swings: there is no piece {swing.piece_id} that could swing")
        return self

    @property
    def outline(self) -> Rect:
        """The rectangle around all pieces and supports; at least one of them is needed."""
        parts: tuple[Piece | Support | Link, ...] = (*self.pieces, *self.supports, *self.links)
        return bounding(part.rect for part in parts if part.rect.width_mm)

    @property
    def carriers(self) -> dict[str, Link]:
        """The board or channel that each support stands on, where it stands on one."""
        return {name: link for link in self.links if link.kind.has_own_holes for name in link.support_ids}

    def stand_off_mm(self, support_id: str) -> float:
        """How far spacers hold a support off what is behind it [mm]."""
        return sum(
            link.thickness_mm for link in self.links if not link.kind.has_own_holes and support_id in link.support_ids
        )

    def duty_of(self, piece: Piece) -> Id:
        """What a piece goes through."""
        return piece.duty or self.duty

    def hand_of(self, piece: Piece) -> Id:
        """What hands do to a piece."""
        return piece.hand or self.hand

    def made_as(self, piece: Piece) -> set[Id | None]:
        """The shape of a piece, and what people call it."""
        return {piece.shape, piece.thing} if piece.shape else {self.shape, self.thing}

    @property
    def carries_people(self) -> bool:
        return any(rail.kind is not RailKind.RAIL for rail in self.rails)

    @property
    def mass_kg(self) -> float:
        """Own mass and contents [kg]."""
        return sum(piece.mass_kg + piece.contents_kg for piece in self.pieces)
