"""The van: what the user owns, fixings and screws with their number, bits with what they cut, tools."""

from enum import StrEnum
from typing import Annotated, Self

from pydantic import Field, model_validator

from rockpin.core.base.model import Id, Model, PositiveMm


class BitType(StrEnum):
    """What a bit is made to cut."""

    WOOD = "wood"
    TWIST = "twist"
    MASONRY = "masonry"
    TILE = "tile"


_DiameterMm = Annotated[float, Field(gt=0, le=200)]


_SAME_MM = 1.0


class KitItem(Model):
    """So many of a fixing; ``price``: of one, in whatever money the user counts."""

    key: Id
    count: int = Field(ge=0, le=100_000)
    price: float | None = Field(default=None, ge=0, le=10_000)


class KitScrew(Model):
    """So many screws of a kind and a length."""

    key: Id
    length_mm: PositiveMm
    count: int = Field(ge=0, le=100_000)

    def holds(self, key: Id, length_mm: float) -> bool:
        """Whether such a screw lies in this box: lengths [mm] so near one another are one."""
        return self.key == key and abs(self.length_mm - length_mm) < _SAME_MM


class KitBit(Model):
    """A bit of a kind and a diameter."""

    kind: BitType
    diameter_mm: _DiameterMm


class KitSpent(Model):
    """The holes of a job whose fixings were taken off the counts, so that none is taken off twice."""

    job_id: Id
    hole_ids: tuple[Id, ...] = Field(max_length=400)


class Kit(Model):
    """What the user owns. Empty lists mean: not told, so the standard series is assumed.

    ``bits_mm``: bits whose kind nobody told; each counts for whatever is drilled. ``spent``: what jobs took from it.
    """

    fixings: tuple[KitItem, ...] = Field(default=(), max_length=500)
    screws: tuple[KitScrew, ...] = Field(default=(), max_length=500)
    bits_mm: tuple[_DiameterMm, ...] = Field(default=(), max_length=200)
    bits: tuple[KitBit, ...] = Field(default=(), max_length=500)
    tools: tuple[Id, ...] = Field(default=(), max_length=100)
    spent: tuple[KitSpent, ...] = Field(default=(), max_length=5_000)

    @property
    def told(self) -> bool:
        return bool(self.fixings or self.screws or self.bits_told or self.tools)

    @property
    def bits_told(self) -> bool:
        """Whether anybody said which bits there are."""
        return bool(self.bits_mm or self.bits)

    @model_validator(mode="after")
    def _once_each(self) -> Self:
        keys = [item.key for item in self.fixings]
        if len(keys) != len(set(keys)):
            raise ValueError(f"fixings: {max(keys, key=keys.count)} stands twice; add the counts up")
        sizes = [(item.key, item.length_mm) for item in self.screws]
        if len(sizes) != len(set(sizes)):
            key, length = max(sizes, key=sizes.count)
            raise ValueError(f"screws: {key} of {length:g} mm stands twice; add the counts up")
        jobs = [one.job_id for one in self.spent]
        if len(jobs) != len(set(jobs)):
            raise ValueError(f"spent: the job {max(jobs, key=jobs.count)} stands twice; put its holes together")
        return self
