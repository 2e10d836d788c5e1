"""Sweeps of a wall for what is hidden: with what, where, how deep it claims to see, and what was found."""

from enum import StrEnum
from math import hypot

from pydantic import Field

from rockpin.core.base.model import (
    Day,
    Id,
    Model,
    Name,
    NonNegativeMm,
    Note,
    Rect,
    Spread,
    WallCoordinate,
)
from rockpin.core.document.evidence import ReadBy


class Screen(StrEnum):
    """What blunts a detector in this wall."""

    FOIL = "foil"
    METAL_MESH = "metal_mesh"
    DAMP_PLASTER = "damp_plaster"


class Refuted(StrEnum):
    """How a find was shown to be none."""

    OPENED = "opened"
    SECOND_INSTRUMENT = "second_instrument"


class ScanMode(StrEnum):
    LIVE = "live"
    METAL = "metal"
    DENSITY = "density"
    OPENED = "opened"


class Find(Model):
    """Something a detector or an opening showed: a line between two ends, or a spot where they coincide."""

    id: Id
    x_mm: WallCoordinate
    y_mm: WallCoordinate
    x2_mm: WallCoordinate
    y2_mm: WallCoordinate
    depth_mm: NonNegativeMm | None = None
    sigma_mm: float = Field(default=10, ge=0, le=200)
    photo_sigma_mm: Spread = 0
    what: Name = "something"
    refuted: Refuted | None = Field(default=None, description="how it was shown to be false; nothing else removes it")

    @property
    def spread_mm(self) -> float:
        """Spread of its place [mm]: of the instrument, and of the photo where it was tapped on one."""
        return hypot(self.sigma_mm, self.photo_sigma_mm)


class Scan(Model):
    """An area swept with a detector in one mode, or opened and looked into, and what it showed."""

    id: Id
    mode: ScanMode
    area: Rect
    day: Day | None = None
    claimed_depth_mm: NonNegativeMm = 50
    proved_on_live_cable: bool = False
    proved_depth_mm: NonNegativeMm | None = Field(
        default=None, description="how deep the known cable lay on which it was proved; None: nobody said"
    )
    circuits_on: bool = False
    finds: tuple[Find, ...] = Field(default=(), max_length=200)
    read_by: ReadBy = ReadBy.INSTRUMENT
    instrument: Note = ""
    note: Note = ""
