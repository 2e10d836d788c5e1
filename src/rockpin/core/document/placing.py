"""Where a fixture goes, as its user says it: which line of it, how far from what, and how it lies."""

from enum import StrEnum
from typing import Self

from pydantic import Field, model_validator

from rockpin.core.base.model import Id, Model, WallCoordinate
from rockpin.core.document.landmarks import STEEPEST_MM_PER_M


class Side(StrEnum):
    """Which side of something is meant: along the wall left, middle or right, upright lower, middle or upper."""

    LOW = "low"
    MIDDLE = "middle"
    HIGH = "high"


class FeatureKind(StrEnum):
    """What of the fixture is measured."""

    OUTLINE = "outline"
    PIECE = "piece"
    SUPPORT = "support"
    HOLE = "hole"
    RAIL = "rail"
    LINE = "line"
    SPAN = "span"


class Feature(Model):
    """A line or a point of the fixture. ``id``: of the piece, support, hole, rail or own line that it is of."""

    kind: FeatureKind
    id: Id | None = None
    side: Side = Side.MIDDLE

    @model_validator(mode="after")
    def _of_something(self) -> Self:
        if (self.kind in (FeatureKind.OUTLINE, FeatureKind.SPAN)) != (self.id is None):
            raise ValueError(f"id: name the {self.kind} that is measured; outline and span are one and have no id")
        return self


class MarkKind(StrEnum):
    """What on the wall it is measured from."""

    FLOOR = "floor"
    TODAYS_FLOOR = "todays_floor"
    SKIRTING = "skirting"
    CEILING = "ceiling"
    LEFT_EDGE = "left_edge"
    RIGHT_EDGE = "right_edge"
    OPENING = "opening"
    POINT = "point"
    OLD_HOLE = "old_hole"
    THING = "thing"
    MEMBER = "member"
    COURSE = "course"
    TILE = "tile"
    NOSING = "nosing"
    POST = "post"


NAMED_MARKS = (MarkKind.OPENING, MarkKind.POINT, MarkKind.OLD_HOLE, MarkKind.THING, MarkKind.MEMBER)
COUNTED_MARKS = (MarkKind.COURSE, MarkKind.TILE)
UPRIGHT_ONLY = (MarkKind.FLOOR, MarkKind.TODAYS_FLOOR, MarkKind.SKIRTING, MarkKind.CEILING, MarkKind.NOSING)
ALONG_ONLY = (MarkKind.LEFT_EDGE, MarkKind.RIGHT_EDGE, MarkKind.POST)


class WallMark(Model):
    """A line of the wall. ``number``: of the joint, counted from the one below or left of the origin as 0."""

    kind: MarkKind
    id: Id | None = None
    side: Side = Side.MIDDLE
    number: int | None = Field(default=None, ge=-1000, le=1000)

    @model_validator(mode="after")
    def _told_apart(self) -> Self:
        if (self.kind in NAMED_MARKS) != (self.id is not None):
            raise ValueError(
                f"id: name which {self.kind.replace('_', ' ')} is meant"
                if self.id is None
                else f"id: there is only one {self.kind.replace('_', ' ')}; leave it out"
            )
        if (self.kind in COUNTED_MARKS) != (self.number is not None):
            raise ValueError(
                "number: say which joint is meant, counted from the origin"
                if self.number is None
                else f"number: a {self.kind.replace('_', ' ')} is not counted; leave it out"
            )
        return self


class Reference(Model):
    """A feature of the fixture at a distance [mm] from a mark, to the right or up, or from half-way to another mark.

    What stands plumb above something, or in line with it, is at a distance of nought.
    """

    feature: Feature
    mark: WallMark
    halfway_to: WallMark | None = None
    distance_mm: WallCoordinate = 0

    @property
    def marks(self) -> tuple[WallMark, ...]:
        return (self.mark,) if self.halfway_to is None else (self.mark, self.halfway_to)


class LieKind(StrEnum):
    LEVEL = "level"
    PARALLEL = "parallel"
    FALL = "fall"


class Lie(Model):
    """How the fixture lies: level, parallel to an edge out of true, or with a wanted fall to the right [mm per m].

    The edge is that of a thing on the wall, or told by how much it rises [mm] to the right on so many mm.
    """

    kind: LieKind = LieKind.LEVEL
    thing: Id | None = None
    rise_mm: float = Field(default=0, ge=-1_000, le=1_000)
    run_mm: float = Field(default=1_000, gt=0, le=20_000)
    fall_mm_per_m: float = Field(default=0, ge=-STEEPEST_MM_PER_M, le=STEEPEST_MM_PER_M)

    @model_validator(mode="after")
    def _nearly_level(self) -> Self:
        if self.kind is LieKind.PARALLEL and abs(self.rise_mm) > STEEPEST_MM_PER_M * self.run_mm / 1000:
            raise ValueError(
                f"rise_mm: {self.rise_mm:g} mm on {self.run_mm:g} mm is steeper than {STEEPEST_MM_PER_M:g} mm per "
                "metre; measure both ends again"
            )
        return self
