"""What a thing brings with it besides its holes: the bolts of a device, the pipes of a heated rail, a box's sealing."""

from enum import StrEnum

from pydantic import Field

from rockpin.core.base.model import Id, Model, NonNegativeMm, WallCoordinate


class DeviceBack(StrEnum):
    """What the back of a device is like about its inserts."""

    FLAT = "flat"
    CURVED = "curved"
    BLOCKED = "blocked"


class Device(Model):
    """A screen, or another device that is screwed to its mount with bolts of its own thread.

    ``thread``: the thickest bolt that went into its inserts by hand; None: nobody tried. ``insert_depth_mm``: how deep
    a thin rod goes into an insert; None: nobody measured. ``proud_mm``: how far the back stands out beyond its inserts.
    """

    thread: Id | None = None
    insert_depth_mm: float | None = Field(default=None, gt=0, le=80)
    back: DeviceBack = DeviceBack.FLAT
    proud_mm: float = Field(default=0, ge=0, le=80)
    rail_mm: float = Field(default=2, ge=0.5, le=30, description="the mount's part under a bolt's head, thick")
    washer_mm: float = Field(default=1.5, ge=0, le=5)
    bolts: int = Field(default=4, ge=1, le=12)
    seat_mm: float = Field(default=450, ge=0, le=1_500, description="how high one sits to watch it; 0: one stands")
    joints: int = Field(default=0, ge=0, le=6, description="of the arm that carries it, each bending its cables")


class DrainSide(StrEnum):
    """The side of a box at which water that got in can leave it, as it hangs."""

    UNKNOWN = "unknown"
    NONE = "none"
    DOWN = "down"
    UP = "up"
    SIDE = "side"


class Enclosure(Model):
    """How a box keeps out what it must not let in. ``exposure``: what comes at it, by key; None: nobody said.

    ``solid_digit``, ``water_digit``: the two digits of its rating; None: nobody looked.
    """

    exposure: Id | None = None
    solid_digit: int | None = Field(default=None, ge=0, le=6)
    water_digit: int | None = Field(default=None, ge=0, le=9)
    drain: DrainSide = DrainSide.UNKNOWN


class TailFrom(StrEnum):
    """Where the pipe of a tail comes from."""

    FLOOR = "floor"
    WALL = "wall"


class PipeTail(Model):
    """Where a pipe is joined to the thing, in fixture coordinates, and where that pipe comes from."""

    id: Id
    x_mm: WallCoordinate
    y_mm: WallCoordinate
    comes_from: TailFrom = TailFrom.FLOOR
    off_mm: NonNegativeMm = Field(default=60, description="its middle off the wall")
