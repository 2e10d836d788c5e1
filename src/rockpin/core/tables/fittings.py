"""The tables of what comes with a thing: bolts for devices, spacers that are sold, what comes at a box outdoors."""

from pydantic import Field

from rockpin.core.base.model import Model
from rockpin.core.base.quantities import UnitSystem
from rockpin.core.base.row import Row


class DeviceBolt(Row):
    """A thread of the inserts in a device's back, with the lengths that its bolts are sold in."""

    diameter_mm: float = Field(gt=0)
    lengths_mm: tuple[float, ...] = Field(min_length=1)


class SpacerSeries(Row):
    """The thicknesses that spacers are sold in."""

    system: UnitSystem
    sizes_mm: tuple[float, ...] = Field(min_length=1)


class Exposure(Row):
    """What comes at a box, and the least digits of the rating that keeps it out."""

    says: str
    solid_digit: int = Field(ge=0, le=6)
    water_digit: int = Field(ge=0, le=9)


class FittingTables(Model):
    """All three."""

    bolts: tuple[DeviceBolt, ...]
    spacers: tuple[SpacerSeries, ...]
    exposures: tuple[Exposure, ...]

    def spacers_of(self, system: UnitSystem) -> tuple[float, ...]:
        """The thicknesses [mm] sold where one measures so."""
        return next(row.sizes_mm for row in self.spacers if row.system is system)
