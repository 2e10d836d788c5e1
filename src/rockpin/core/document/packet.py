"""The packet in hand: what is printed on it, as it is typed in. Nothing here is judged."""

from enum import StrEnum
from typing import Literal, Self

from pydantic import Field, model_validator

from rockpin.core.base.model import Id, Model, Name, PositiveMm
from rockpin.core.document.fixture import Environment


class PacketBasis(StrEnum):
    """What the printed load is. Nobody's word for it counts as a breaking load."""

    WORKING = "working"
    BREAKING = "breaking"
    UNKNOWN = "unknown"


class PacketFor(StrEnum):
    """What the printed load is for."""

    BOARD = "board"
    CONCRETE = "concrete"
    SOLID = "solid"
    CORED = "cored"
    HOLLOW = "hollow"
    AERATED = "aerated"


class Packet(Model):
    """What a packet says. Board fixings want the board they are rated in and the thickness that they grip."""

    id: Id
    label: Name
    made_for: PacketFor
    works: Literal["plug", "self_drilling", "sleeve", "spring_toggle", "strap_toggle"] = "plug"
    plastic: bool = True
    tension_n: float = Field(gt=0, le=50_000)
    shear_n: float | None = Field(default=None, gt=0, le=50_000, description="None: the packet gives one load only")
    basis: PacketBasis = PacketBasis.UNKNOWN
    hole_mm: float = Field(gt=0, le=60)
    hole_max_mm: float | None = Field(default=None, gt=0, le=60, description="where a range of holes is printed")
    places: tuple[Environment, ...] = Field(default=(), description="printed; none: its material decides")
    hanging_only: bool = Field(default=False, description="the load holds for hanging weight alone, never pulled out")
    length_mm: PositiveMm
    screw_min_mm: float = Field(gt=0, le=20)
    screw_max_mm: float = Field(gt=0, le=20)
    board_mm: PositiveMm | None = None
    grip_min_mm: float = Field(default=0, ge=0, le=300)
    grip_max_mm: float = Field(default=0, ge=0, le=300)
    void_mm: float = Field(default=0, ge=0, le=300, description="clear depth that it needs behind the board")
    carries_people: bool = Field(default=False, description="the packet says that it may carry a person in board")

    @model_validator(mode="after")
    def _whole(self) -> Self:
        if self.hole_max_mm is not None and self.hole_max_mm < self.hole_mm:
            raise ValueError(f"hole_max_mm: is {self.hole_max_mm:g}, below hole_mm {self.hole_mm:g}; turn them round")
        if self.screw_max_mm < self.screw_min_mm:
            raise ValueError(
                f"screw_max_mm: is {self.screw_max_mm:g}, below screw_min_mm {self.screw_min_mm:g}; turn them round"
            )
        if self.made_for is PacketFor.BOARD:
            if self.board_mm is None:
                raise ValueError("board_mm: a load in board holds for one thickness; give the board it is printed for")
            if self.grip_max_mm <= self.grip_min_mm:
                raise ValueError(
                    f"grip_max_mm: is {self.grip_max_mm:g}; give the greatest thickness that it grips, above "
                    f"{self.grip_min_mm:g}"
                )
        return self
