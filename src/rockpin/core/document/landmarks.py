"""What stands on a wall already, and what a fixture is measured from: things, tiles, a flight of stairs."""

from typing import Self

from pydantic import Field, model_validator

from rockpin.core.base.model import Id, Model, Name, PositiveMm, Rect, Spread, WallCoordinate

STEEPEST_MM_PER_M = 50.0
"""Most that a piece is turned out of level [mm per m], three degrees: what is steeper wants a shape of its own."""


class Thing(Model):
    """Something that hangs or stands there and stays: a shelf, a mirror, a lamp, the hooks below.

    ``rise_mm``: how much higher its right end lies than its left, as measured from the floor.
    """

    id: Id
    name: Name
    x_mm: WallCoordinate
    y_mm: WallCoordinate
    width_mm: PositiveMm
    height_mm: PositiveMm
    rise_mm: float = Field(default=0, ge=-500, le=500)

    @model_validator(mode="after")
    def _nearly_level(self) -> Self:
        if abs(self.rise_mm) > STEEPEST_MM_PER_M * self.width_mm / 1000:
            raise ValueError(
                f"rise_mm: {self.rise_mm:g} mm on {self.width_mm:g} mm is steeper than {STEEPEST_MM_PER_M:g} mm per "
                "metre; measure both ends again"
            )
        return self

    @property
    def rect(self) -> Rect:
        return Rect(x_mm=self.x_mm, y_mm=self.y_mm, width_mm=self.width_mm, height_mm=self.height_mm)

    @property
    def slope_mm_per_m(self) -> float:
        """How far it rises to the right [mm per m]."""
        return 1000 * self.rise_mm / self.width_mm


class TileGrid(Model):
    """Where the tiles lie: one tile's lower left corner, a tile's face and the joint, rows straight or stepped."""

    tile_width_mm: float = Field(ge=10, le=3_000)
    tile_height_mm: float = Field(ge=10, le=3_000)
    joint_mm: float = Field(default=2, ge=0, le=30)
    origin_x_mm: WallCoordinate = 0
    origin_y_mm: WallCoordinate = 0
    course_shift: float = Field(default=0, ge=0, lt=1, description="share of a tile that each row steps")
    sigma_mm: Spread = 0


class Stairs(Model):
    """The nosing line of a flight: from its first nosing so many steps of this going and rise.

    Two points of the line are one step as long as they are apart. A negative going climbs to the left.
    """

    x_mm: WallCoordinate
    y_mm: WallCoordinate
    going_mm: float = Field(ge=-20_000, le=20_000, description="along the wall, for one step")
    rise_mm: float = Field(gt=0, le=10_000, description="up, for one step")
    steps: int = Field(default=1, ge=1, le=60)

    @model_validator(mode="after")
    def _goes_somewhere(self) -> Self:
        if abs(self.going_mm) < 1:
            raise ValueError(f"going_mm: is {self.going_mm:g} mm; a step goes at least 1 mm along the wall")
        return self

    @property
    def slope(self) -> float:
        """Rise to the right for each millimetre along [1]."""
        return self.rise_mm / self.going_mm

    def nosing_y_mm(self, x_mm: float) -> float:
        """Height [mm] of the nosing line, or of its continuation, at a place along the wall [mm]."""
        return self.y_mm + self.slope * (x_mm - self.x_mm)
