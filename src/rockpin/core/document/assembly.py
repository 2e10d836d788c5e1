"""What a maker rates as a whole: this plate, with these screws, in this wall. Nothing here is judged."""

from enum import StrEnum
from typing import Self

from pydantic import Field, model_validator

from rockpin.core.base.model import Id, MassKg, Model, Name, NonNegativeMm


class RatedIn(StrEnum):
    """What a printed load holds in: what stands behind the face where the screw goes in."""

    BOARD = "board"
    PANEL = "panel"
    STUD = "stud"
    CONCRETE = "concrete"
    SOLID = "solid"
    CORED = "cored"
    HOLLOW = "hollow"
    AERATED = "aerated"


class AssemblyRating(Model):
    """A tested whole: what it may hold, and every condition that its maker names.

    ``hand``: the heaviest that it may meet; ``carries_people``: it says that it may take a person's weight.
    """

    source: Name
    rated_in: tuple[RatedIn, ...] = Field(
        max_length=10, min_length=1, description="what may stand behind every hole of it"
    )
    mass_max_kg: MassKg = Field(gt=0, description="of the whole thing with what it holds")
    reach_max_mm: NonNegativeMm | None = Field(default=None, description="of its weight off the wall, folded out")
    covering_max_mm: NonNegativeMm | None = Field(default=None, description="in front of what holds")
    fasteners_least: int = Field(default=1, ge=1, le=40)
    screw_min_mm: float = Field(gt=0, le=30)
    screw_max_mm: float = Field(gt=0, le=30)
    embedment_min_mm: NonNegativeMm = Field(default=0, description="of the screw in what holds")
    hand: Id = "touch"
    carries_people: bool = False

    @model_validator(mode="after")
    def _turned_round(self) -> Self:
        if self.screw_max_mm < self.screw_min_mm:
            raise ValueError(
                f"screw_max_mm: is {self.screw_max_mm:g} mm, below the least, {self.screw_min_mm:g} mm; turn them round"
            )
        return self
