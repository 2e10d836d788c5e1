"""The shapes of the tables by which hidden services are reckoned: points, what feeds them, and rule schools."""

from enum import StrEnum
from typing import Literal

from pydantic import Field, model_validator

from rockpin.core.base.model import Id, Model, Name, Rect
from rockpin.core.base.row import Row
from rockpin.core.document.job import Region
from rockpin.core.document.sweeps import ScanMode
from rockpin.core.document.wall import Point


class Service(StrEnum):
    """What feeds or drains a point."""

    CABLE = "cable"
    LOW_VOLTAGE = "low_voltage"
    WATER = "water"
    HEATING = "heating"
    GAS = "gas"
    WASTE = "waste"


class Direction(StrEnum):
    UP = "up"
    DOWN = "down"
    LEFT = "left"
    RIGHT = "right"


class PointKind(Row):
    """A thing on the wall that cables or pipes feed. ``symbol``: how it is drawn; ``ways``: how it is usually fed."""

    label_us: Name | None = None
    services: tuple[Service, ...] = Field(min_length=1)
    symbol: Literal["socket", "switch", "light", "board", "data", "water", "heat", "gas", "waste"]
    ways: tuple[Id, ...]
    width_mm: float = Field(gt=0)
    height_mm: float = Field(gt=0)


def point_area(point: Point, kind: PointKind) -> Rect:
    """The face of a point on the wall: as measured, or as the catalogue has it."""
    width, height = point.width_mm or kind.width_mm, point.height_mm or kind.height_mm
    return Rect(x_mm=point.x_mm - width / 2, y_mm=point.y_mm - height / 2, width_mm=width, height_mm=height)


class Make(Model):
    """One thing that a service may be made of, how common, and the chance that each mode misses it."""

    key: Id
    share: float = Field(gt=0, le=1)
    miss: dict[ScanMode, float]
    only_board: bool = Field(default=False, description="found by density behind board only")

    @model_validator(mode="after")
    def _chances(self) -> "Make":
        wanted = {ScanMode.METAL, ScanMode.LIVE, ScanMode.DENSITY}
        if set(self.miss) != wanted or not all(0 <= one <= 1 for one in self.miss.values()):
            raise ValueError(f"{self.key}: a miss from 0 to 1 is wanted for metal, live and density")
        return self


class ServiceKind(Row):
    """What runs hidden: its thickness, how deep it lies in solid walls, and of what it is made.

    ``solid_mm``: from and to below the face of masonry or concrete [mm]; in a hollow wall it lies anywhere in the void.
    """

    service: Service
    width_mm: float = Field(gt=0)
    solid_mm: tuple[float, float]
    makes: tuple[Make, ...]

    @model_validator(mode="after")
    def _whole(self) -> "ServiceKind":
        if abs(sum(make.share for make in self.makes) - 1) > 1e-6:
            raise ValueError(f"{self.key}: the shares of its makes must sum to one")
        if not 0 <= self.solid_mm[0] < self.solid_mm[1]:
            raise ValueError(f"{self.key}: solid_mm runs from a lesser to a greater depth")
        return self


class FeedHabit(Row):
    """How a point is usually fed: one direction of a group excludes the others, groups go by themselves.

    ``beside_mm``: standard deviation of the line beside the point's middle, on top of a share of the point's width.
    """

    kind: Id
    groups: tuple[dict[Direction, float], ...]
    by_school: dict[Id, tuple[dict[Direction, float], ...]] = Field(default_factory=dict)
    beside_mm: float = Field(gt=0)
    beside_share: float = Field(ge=0)

    @model_validator(mode="after")
    def _chances(self) -> "FeedHabit":
        for group in (*self.groups, *(one for groups in self.by_school.values() for one in groups)):
            if sum(group.values()) > 1 or min(group.values(), default=0) < 0:
                raise ValueError(f"{self.key}: the chances of one group must not sum to more than 1")
        return self


class Run(Row):
    """How two neighbouring points of one system are joined: level between them, or along near the floor.

    Under the ceiling feeders run the whole wall, whatever stands on it, in the schools that are named.
    """

    service: Service
    kind: Id
    chance: float = Field(gt=0, lt=1)
    level: Literal["at_points", "near_floor", "under_ceiling"]
    schools: tuple[Id, ...] = ()
    height_mm: float = Field(default=0, ge=0)
    beside_mm: float = Field(gt=0)


class ZoneShape(StrEnum):
    TOP_STRIP = "top_strip"
    CORNER_STRIP = "corner_strip"
    BAND_ACROSS = "band_across"
    BAND_UPRIGHT = "band_upright"
    LEVEL_BAND = "level_band"
    BESIDE_CORNER = "beside_corner"
    BESIDE_OPENING = "beside_opening"
    STUD_BAYS = "stud_bays"
    BETWEEN_BOXES = "between_boxes"


class ZoneRule(Model):
    """One rule of a school: which strip or band of the wall may hold a cable, and why.

    ``from_mm``, ``to_mm``: of a band from the floor, or from the ceiling where ``below_ceiling``; of a strip from a
    corner or an opening; of stud bays, ``to_mm`` is how far they go where no stud is known.
    ``margin_mm`` widens a point's band. ``reason_without_studs``: what is said in a wall that has none. ``only``: where
    the rule holds at all. ``built_before``: not in buildings of that year or later.
    """

    key: Id
    shape: ZoneShape
    width_mm: float | None = Field(default=None, description="None: as wide as the point itself")
    from_mm: float = 0
    to_mm: float = 0
    below_ceiling: bool = False
    margin_mm: float = 0
    only: Literal["always", "workroom"] = "always"
    built_before: int | None = None
    services: tuple[Service, ...] = ()
    reason: str
    reason_without_studs: str | None = None

    @model_validator(mode="after")
    def _bays_have_a_width(self) -> "ZoneRule":
        if self.shape is ZoneShape.STUD_BAYS and self.to_mm <= 0:
            raise ValueError(f"rule {self.key}: stud bays need to_mm, how far they go where no stud is known")
        return self


class ZoneSchool(Row):
    """A rule school. ``deep_mm``: deeper than this from either face a cable may run anywhere; None: no such depth.

    ``hollow_free``: in hollow walls cables may leave the zones. ``stud_free_mm``: how far a fixing may go into a stud
    that nobody cleared. ``background``: chance of a service where no rule and no habit puts one, at one hole.
    """

    says: str
    regions: tuple[Region, ...]
    thin_wall_mm: float = Field(description="up to this thickness, points on the other face count")
    deep_mm: float | None = None
    hollow_free: bool = False
    stud_free_mm: float | None = None
    background: float = Field(gt=0, lt=0.01)
    rules: tuple[ZoneRule, ...]
