"""The wall as it is described: its face, what it is built of, what stands in it and what is known of it.

Coordinates are wall millimetres: x from the left edge, y up from the finished floor.
Evidence, points, scans and old holes belong to the wall and outlive the job.
"""

from enum import StrEnum
from typing import Any, Self

from pydantic import Field, model_validator
from shapely import Polygon

from rockpin.core.base.model import (
    Day,
    Id,
    Model,
    Name,
    NonNegativeMm,
    Note,
    PositiveMm,
    Rect,
    Spread,
    WallCoordinate,
    duplicated,
)
from rockpin.core.document.evidence import Evidence, Filling, Finish, Hit, HowStated, Location, ReadBy, Trace
from rockpin.core.document.landmarks import Stairs, Thing, TileGrid
from rockpin.core.document.photo import WallPhoto
from rockpin.core.document.post import Post
from rockpin.core.document.sweeps import Scan, Screen


class HowKnown(StrEnum):
    """How a piece of framing came to be on the drawing; the catalogue gives each its spread."""

    SEEN = "seen"
    PINNED = "pinned"
    DETECTED = "detected"
    PREDICTED = "predicted"


class MemberKind(StrEnum):
    STUD = "stud"
    NOGGIN = "noggin"
    BLOCKING = "blocking"
    PLATE = "plate"


class OpeningKind(StrEnum):
    DOOR = "door"
    WINDOW = "window"
    HATCH = "hatch"


class SlideSide(StrEnum):
    """To which side a door slides into the wall."""

    LEFT = "left"
    RIGHT = "right"


class EdgeKind(StrEnum):
    """What the wall meets at its left or right end."""

    INTERNAL_CORNER = "internal_corner"
    EXTERNAL_CORNER = "external_corner"
    FREE_END = "free_end"


class Backing(StrEnum):
    """What is on the other face."""

    UNKNOWN = "unknown"
    DRY_ROOM = "dry_room"
    KITCHEN = "kitchen"
    BATHROOM = "bathroom"
    OUTSIDE = "outside"


class WallSide(StrEnum):
    THIS = "this"
    OTHER = "other"


class UnitSolidity(StrEnum):
    SOLID = "solid"
    CORED = "cored"
    HOLLOW = "hollow"
    AERATED = "aerated"


class Layer(Model):
    """One layer of the build-up, front to back. ``filling`` is for hollow layers only."""

    material: Id
    thickness_mm: float = Field(gt=0, le=1_000)
    filling: Filling | None = None


class Courses(Model):
    """Where the bricks or blocks lie: one unit's lower left corner, the unit's face and the joint.

    ``known``: as ``predicted`` they are as large as is usual, and where one of them lies nobody has measured.
    """

    unit_length_mm: float = Field(ge=50, le=1_000)
    unit_height_mm: float = Field(ge=30, le=600)
    joint_mm: float = Field(ge=0, le=30)
    origin_x_mm: WallCoordinate = 0
    origin_y_mm: WallCoordinate = 0
    course_shift: float = Field(default=0.5, ge=0, lt=1, description="share of a unit that each course steps")
    solidity: UnitSolidity = UnitSolidity.SOLID
    known: HowKnown = HowKnown.SEEN


class Member(Model):
    """A stud, noggin, plate or piece of blocking behind the face, as an area."""

    id: Id
    kind: MemberKind = MemberKind.STUD
    x_mm: WallCoordinate
    y_mm: WallCoordinate
    width_mm: PositiveMm
    height_mm: PositiveMm
    known: HowKnown = HowKnown.PREDICTED
    depth_mm: PositiveMm | None = Field(default=None, description="behind the face; None: as deep as the frame")
    species: Id | None = Field(default=None, description="None: as the rest of the frame")

    @property
    def rect(self) -> Rect:
        return Rect(x_mm=self.x_mm, y_mm=self.y_mm, width_mm=self.width_mm, height_mm=self.height_mm)


class StudRow(Model):
    """Studs at a regular pitch, full height, from the first centre to the right edge."""

    first_centre_mm: WallCoordinate
    pitch_mm: float = Field(ge=150, le=1_500)
    stud_width_mm: float = Field(ge=20, le=200)
    known: HowKnown = HowKnown.PREDICTED
    pinned: tuple[Id, ...] = Field(
        default=(), max_length=300, description="ids of its studs that were confirmed with a pin"
    )


ROW_STUD = "row-stud-"
FOUND_STUD = "found-stud-"


def row_stud_id(number: int) -> str:
    """The id of a stud of a regular row, counted from 0 at its first centre; it stays whatever stands beside it."""
    return f"{ROW_STUD}{number}"


class Framing(Model):
    """Studs by pitch, and single members of their own."""

    species: Id = "spruce"
    row: StudRow | None = None
    members: tuple[Member, ...] = Field(default=(), max_length=300)

    @model_validator(mode="after")
    def _names_apart(self) -> Self:
        for member in self.members:
            if member.id.startswith((ROW_STUD, FOUND_STUD)):
                raise ValueError(
                    f"members: the id {member.id} is kept for studs of a row or of hits; give it another name"
                )
        return self


class Opening(Model):
    id: Id
    kind: OpeningKind
    x_mm: WallCoordinate
    y_mm: NonNegativeMm
    width_mm: PositiveMm
    height_mm: PositiveMm
    sigma_mm: Spread = 0
    slides_into: SlideSide | None = Field(default=None, description="the side of it where a door slides into the wall")

    @property
    def rect(self) -> Rect:
        return Rect(x_mm=self.x_mm, y_mm=self.y_mm, width_mm=self.width_mm, height_mm=self.height_mm)

    def pocket(self, track_mm: float) -> Rect | None:
        """Where the door is when it is open, inside the wall, with its track above it [mm]; None where it swings."""
        if self.slides_into is None:
            return None
        left = self.x_mm + (self.width_mm if self.slides_into is SlideSide.RIGHT else -self.width_mm)
        return Rect(x_mm=left, y_mm=self.y_mm, width_mm=self.width_mm, height_mm=self.height_mm + track_mm)


class Point(Model):
    """A socket, switch, tap or other point, by its centre. Its size comes from the catalogue unless measured."""

    id: Id
    kind: Id
    x_mm: WallCoordinate
    y_mm: WallCoordinate
    face: WallSide = WallSide.THIS
    width_mm: PositiveMm | None = None
    height_mm: PositiveMm | None = None
    sigma_mm: Spread = 0
    note: Note = ""


class OldHole(Model):
    """A hole that is already in the wall, and what it met: the best evidence there is."""

    id: Id
    name: Name | None = Field(default=None, description="what it is called, as in hole 2 of the lower hooks")
    x_mm: WallCoordinate
    y_mm: WallCoordinate
    diameter_mm: float = Field(gt=0, le=150)
    depth_mm: NonNegativeMm = 0
    met: Note = ""
    holds: Note = ""
    stopped: bool = Field(default=False, description="the bit met metal, water or a cable")
    reported: tuple[Id, ...] = Field(default=(), max_length=20, description="what the bit met, by key")
    fixing: Id | None = Field(default=None, description="what sits in it, by key")
    good: bool = Field(default=False, description="what sits in it was tried and holds")
    crumbled: bool = Field(default=False, description="its rim is broken out")
    sigma_mm: Spread = 0
    day: Day | None = None


class Corner(Model):
    """A corner of a wall's outline."""

    x_mm: WallCoordinate
    y_mm: WallCoordinate


class Wall(Model):
    """One wall plane, seen front on."""

    id: Id
    name: Name
    width_mm: float = Field(ge=100, le=20_000)
    height_mm: float = Field(ge=100, le=10_000)
    floor_to_come_mm: float = Field(
        default=0, ge=0, le=500, description="how far the finished floor will lie above today's floor"
    )
    left_edge: EdgeKind = EdgeKind.INTERNAL_CORNER
    right_edge: EdgeKind = EdgeKind.INTERNAL_CORNER
    outline: tuple[Corner, ...] = Field(
        default=(), max_length=100, description="corners of a face that is no rectangle"
    )
    edge_slope_mm_per_m: float = Field(default=0, ge=-100, le=100, description="how far the left edge is out of plumb")
    stands: Location = Field(default=Location.UNKNOWN, description="where in the building")
    backs_onto: Backing = Field(default=Backing.UNKNOWN, description="what is on its other face")
    built_year: int | None = Field(default=None, ge=1000, le=2200, description="if not as old as the building")
    finish: Finish = Finish.UNKNOWN
    practice_seed: int | None = Field(
        default=None, ge=0, lt=2**32, description="of a practice wall's hidden truth; None: a real wall"
    )
    build_up: tuple[Layer, ...] = Field(default=(), max_length=12, description="as stated; empty: left to the checks")
    stated: HowStated = Field(default=HowStated.SEEN, description="how the stated layers are known")
    courses: Courses | None = None
    tiles: TileGrid | None = None
    skirting_mm: float = Field(default=0, ge=0, le=1_000, description="how high a skirting is or will be; 0: none")
    stairs: Stairs | None = None
    things: tuple[Thing, ...] = Field(default=(), max_length=100, description="what hangs or stands there and stays")
    post: Post | None = Field(default=None, description="if it is no wall but the plane of a post or mast")
    framing: Framing | None = None
    board_joints_mm: tuple[WallCoordinate, ...] = Field(default=(), max_length=200)
    openings: tuple[Opening, ...] = Field(default=(), max_length=100)
    points: tuple[Point, ...] = Field(default=(), max_length=1000)
    looked: bool = Field(
        default=False, description="somebody looked at both faces; every socket, tap and the like there is placed"
    )
    evidence: tuple[Evidence, ...] = Field(default=(), max_length=500)
    hits: tuple[Hit, ...] = Field(default=(), max_length=500)
    traces: tuple[Trace, ...] = Field(default=(), max_length=40)
    scans: tuple[Scan, ...] = Field(default=(), max_length=200)
    old_holes: tuple[OldHole, ...] = Field(default=(), max_length=2000)
    school: Id | None = Field(default=None, description="rule school for cables, if not the region's")
    concrete_mpa: float | None = Field(
        default=None,
        ge=8,
        le=60,
        description="strength of its concrete on cylinders; None: as weak as usual",
    )
    workroom: bool = Field(default=False, description="kitchen, utility or workroom, with a worktop")
    screens: tuple[Screen, ...] = Field(default=(), max_length=10, description="what blunts a detector here")
    photos: tuple[WallPhoto, ...] = Field(default=(), max_length=20, description="of its face, with what was marked")
    back_reached: bool = Field(default=False, description="somebody can get at its far face to put a nut on")
    coating_tested: bool = Field(default=False, description="tested for asbestos and lead, and found free")
    note: Note = ""

    @model_validator(mode="before")
    @classmethod
    def _built_of_its_post(cls, data: Any) -> Any:
        """A post is all that stands in its plane: nobody states its layers besides."""
        post = data.get("post") if isinstance(data, dict) else None
        if isinstance(post, Post):
            post = post.model_dump()
        if not post or not isinstance(post, dict):
            return data
        layer = {"material": post.get("material", "steel_tube"), "thickness_mm": post.get("across_mm")}
        return {**data, "build_up": [layer], "framing": None, "courses": None, "tiles": None}

    @model_validator(mode="after")
    def _consistent(self) -> Self:
        for label, items in (
            ("openings", self.openings),
            ("things", self.things),
            ("points", self.points),
            ("evidence", self.evidence),
            ("hits", self.hits),
            ("traces", self.traces),
            ("scans", self.scans),
            ("old_holes", self.old_holes),
            ("photos", self.photos),
            ("framing.members", self.framing.members if self.framing else ()),
        ):
            if twice := duplicated(items):
                raise ValueError(f"{label}: the id {twice[0]} stands twice; give each its own")
        if self.outline:
            self._outline_fits()
        for opening in self.openings:
            if opening.rect.right_mm > self.width_mm or opening.x_mm < 0 or opening.rect.top_mm > self.height_mm:
                raise ValueError(
                    f"openings: the {opening.kind} at {opening.x_mm:g} mm reaches outside the wall of "
                    f"{self.width_mm:g} × {self.height_mm:g} mm; move it or correct the wall's size"
                )
        for hit in self.hits:
            if not (0 <= hit.x_mm <= self.width_mm and 0 <= hit.y_mm <= self.height_mm):
                raise ValueError(
                    f"hits: the {hit.kind.replace('_', ' ')} at {hit.x_mm:g}, {hit.y_mm:g} mm lies outside the wall of "
                    f"{self.width_mm:g} × {self.height_mm:g} mm; move it or correct the wall's size"
                )
        for point in self.points:
            if not (0 <= point.x_mm <= self.width_mm and 0 <= point.y_mm <= self.height_mm):
                kind = point.kind.replace("_", " ")
                raise ValueError(
                    f"points: the {kind} at {point.x_mm:g}, {point.y_mm:g} mm lies outside the wall of "
                    f"{self.width_mm:g} × {self.height_mm:g} mm; move it or correct the wall's size"
                )
        return self

    def _outline_fits(self) -> None:
        ring = Polygon([(corner.x_mm, corner.y_mm) for corner in self.outline]) if len(self.outline) > 2 else Polygon()
        if ring.area <= 0 or not ring.is_valid:
            raise ValueError(
                f"outline: its {len(self.outline)} corners make no face; give at least three, walked round the face"
            )
        left, low, right, top = ring.bounds
        if left < 0 or low < 0 or right > self.width_mm or top > self.height_mm:
            raise ValueError(
                f"outline: a corner lies outside the wall of {self.width_mm:g} × {self.height_mm:g} mm; "
                "move it or correct the wall's size"
            )

    @property
    def is_practice(self) -> bool:
        """Whether what this wall hides is made up, so that stand-in instruments can read it."""
        return self.practice_seed is not None

    @property
    def uncounted(self) -> tuple[Scan | Trace, ...]:
        """Readings of stand-ins, which know nothing of a real wall: they neither clear nor find anything there."""
        readings: tuple[Scan | Trace, ...] = (*self.scans, *self.traces)
        return () if self.is_practice else tuple(one for one in readings if one.read_by is ReadBy.STAND_IN)

    @property
    def counted(self) -> "Wall":
        """The wall with the readings that count on it."""
        if not self.uncounted:
            return self
        return self.model_copy(
            update={
                "scans": tuple(one for one in self.scans if one.read_by is not ReadBy.STAND_IN),
                "traces": tuple(one for one in self.traces if one.read_by is not ReadBy.STAND_IN),
            }
        )

    @property
    def measured_courses(self) -> Courses | None:
        """Its courses, if somebody has measured where they lie: else a joint may be anywhere, as under plaster."""
        return None if self.courses is None or self.courses.known is HowKnown.PREDICTED else self.courses

    @property
    def face(self) -> Rect:
        return Rect(x_mm=0, y_mm=0, width_mm=self.width_mm, height_mm=self.height_mm)

    @property
    def thickness_mm(self) -> float:
        """Total thickness [mm] of the stated build-up; 0 where none is stated."""
        return sum(layer.thickness_mm for layer in self.build_up)
