"""The thing that goes on the wall: visible pieces on supports, each with its pattern of holes.

Fixture coordinates are millimetres from the fixture's lower left corner; z is measured off the wall's face.
"""

from enum import StrEnum
from typing import Self

from pydantic import Field, model_validator

from rockpin.core.model import Id, MassKg, Model, Name, NonNegativeMm, Note, Rect, WallCoordinate, duplicated


class HoleKind(StrEnum):
    ROUND = "round"
    SLOT_ACROSS = "slot_across"
    SLOT_UPRIGHT = "slot_upright"
    KEYHOLE = "keyhole"


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
    BACKING_BOARD = "backing_board"
    SPACER = "spacer"
    CHANNEL = "channel"
    STAND_OFF = "stand_off"


class LimitKind(StrEnum):
    """What a fixture's own instructions limit."""

    COVERING_MAX_MM = "covering_max_mm"
    FASTENER_DIAMETER_MIN_MM = "fastener_diameter_min_mm"
    STUD_SPACING_MAX_MM = "stud_spacing_max_mm"
    STUDS_MIN_COUNT = "studs_min_count"
    CLEARANCE_MIN_MM = "clearance_min_mm"
    MASS_MAX_KG = "mass_max_kg"
    HEIGHT_MAX_MM = "height_max_mm"


class Environment(StrEnum):
    DRY = "dry"
    WET = "wet"
    OUTDOOR = "outdoor"


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
    flexible: bool = False
    attachment: Attachment = Attachment.RIGID
    slide_mm: NonNegativeMm = 0
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

    Without measured values the centre of gravity lies in the middle of the piece.
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
    """A part between piece and wall."""

    id: Id
    kind: LinkKind
    thickness_mm: NonNegativeMm
    support_ids: tuple[Id, ...] = ()
    note: Note = ""


class Limit(Model):
    """A limit that the fixture's maker sets, with where it is written."""

    kind: LimitKind
    value: float = Field(ge=0)
    source: Name


class Fixture(Model):
    """What is hung, and how it is used."""

    name: Name
    pieces: tuple[Piece, ...] = Field(default=(), max_length=20)
    supports: tuple[Support, ...] = Field(default=(), max_length=20)
    links: tuple[Link, ...] = ()
    limits: tuple[Limit, ...] = ()
    duty: Id = "storage"
    environment: Environment = Environment.DRY
    graspable: bool = True
    note: Note = ""

    @model_validator(mode="after")
    def _consistent(self) -> Self:
        for label, items in (("pieces", self.pieces), ("supports", self.supports), ("links", self.links)):
            if twice := duplicated(items):
                raise ValueError(f"{label}: the id {twice[0]} stands twice; give each its own")
        if twice := duplicated(hole for support in self.supports for hole in support.holes):
            raise ValueError(f"supports: the hole id {twice[0]} stands twice; holes are told apart by it on the wall")
        known = {support.id for support in self.supports}
        for link in self.links:
            if unknown := set(link.support_ids) - known:
                raise ValueError(f"links: {link.id} names the support {min(unknown)}, which does not exist")
        return self

    @property
    def mass_kg(self) -> float:
        """Own mass and contents [kg]."""
        return sum(piece.mass_kg + piece.contents_kg for piece in self.pieces)
