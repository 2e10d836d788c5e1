"""The packet in hand: what is printed on it, as it is typed in. Nothing here is judged."""

from enum import StrEnum
from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from rockpin.core.base.model import Id, Model, Name, PositiveMm
from rockpin.core.document.assembly import RatedIn
from rockpin.core.document.fixture import Environment


class PacketBasis(StrEnum):
    """What the printed load is. Nobody's word for it counts as a breaking load."""

    WORKING = "working"
    BREAKING = "breaking"
    UNKNOWN = "unknown"


class PacketLoad(Model):
    """A load that a packet prints, with what it holds in. Board and panel want the thickness that it is printed for."""

    made_for: RatedIn
    tension_n: float = Field(gt=0, le=50_000)
    shear_n: float | None = Field(default=None, gt=0, le=50_000, description="None: the packet gives one load only")
    board_mm: PositiveMm | None = None

    @model_validator(mode="after")
    def _of_one_thickness(self) -> Self:
        if self.made_for in (RatedIn.BOARD, RatedIn.PANEL) and self.board_mm is None:
            raise ValueError("board_mm: a load in board holds for one thickness; give the board it is printed for")
        return self


class Packet(PacketLoad):
    """What a packet of anchors or plugs says. ``others``: what it prints for other walls.

    ``per_pair``: its loads are for two of them together. ``count``: how many are left in it; None: enough.
    """

    id: Id
    label: Name
    others: tuple[PacketLoad, ...] = Field(default=(), max_length=8)
    per_pair: bool = False
    count: int | None = Field(default=None, ge=0, le=100_000)
    works: Literal["plug", "self_drilling", "sleeve", "spring_toggle", "strap_toggle"] = "plug"
    plastic: bool = True
    basis: PacketBasis = PacketBasis.UNKNOWN
    hole_mm: float | None = Field(default=None, gt=0, le=60, description="None: it drills its own")
    hole_max_mm: float | None = Field(default=None, gt=0, le=60, description="where a range of holes is printed")
    places: tuple[Environment, ...] = Field(
        default=(), max_length=20, description="printed; none: its material decides"
    )
    hanging_only: bool = Field(default=False, description="the load holds for hanging weight alone, never pulled out")
    length_mm: PositiveMm
    screw_min_mm: float = Field(gt=0, le=20)
    screw_max_mm: float = Field(gt=0, le=20)
    grip_min_mm: float = Field(default=0, ge=0, le=300)
    grip_max_mm: float = Field(default=0, ge=0, le=300)
    void_mm: float = Field(default=0, ge=0, le=300, description="clear depth that it needs behind the board")
    carries_people: bool = Field(default=False, description="the packet says that it may carry a person in board")

    @property
    def drills_itself(self) -> bool:
        """Whether it goes into board by itself, and into nothing else."""
        return self.works == "self_drilling" and all(one.made_for is RatedIn.BOARD for one in self.loads)

    @property
    def loads(self) -> tuple[PacketLoad, ...]:
        """Every load that it prints, its first one first."""
        return (self, *self.others)

    @model_validator(mode="after")
    def _whole(self) -> Self:
        if self.hole_mm is None and not self.drills_itself:
            raise ValueError("hole_mm: is missing; give the hole that is printed")
        if self.hole_max_mm is not None and self.hole_mm is not None and self.hole_max_mm < self.hole_mm:
            raise ValueError(
                f"hole_max_mm: is {self.hole_max_mm:g} mm, below the least, {self.hole_mm:g} mm; turn them round"
            )
        if self.screw_max_mm < self.screw_min_mm:
            raise ValueError(
                f"screw_max_mm: is {self.screw_max_mm:g} mm, below the least, {self.screw_min_mm:g} mm; turn them round"
            )
        told = [(load.made_for, load.board_mm) for load in self.loads]
        if len(told) != len(set(told)):
            twice = max(told, key=told.count)[0]
            raise ValueError(f"others: a load in {twice.value} stands twice; one load for each wall and thickness")
        hollow = any(load.made_for in (RatedIn.BOARD, RatedIn.PANEL) for load in self.loads)
        if hollow and self.grip_max_mm <= self.grip_min_mm:
            raise ValueError(
                f"grip_max_mm: is {self.grip_max_mm:g} mm; give the greatest thickness that it grips, above "
                f"{self.grip_min_mm:g} mm"
            )
        return self


class ScrewSteel(StrEnum):
    """What a screw is made of; nobody's word for it counts as the softest."""

    HARDENED = "hardened"
    MILD = "mild"
    STAINLESS = "stainless"
    BRASS = "brass"
    UNKNOWN = "unknown"


class ScrewPacket(Model):
    """A packet of screws for wood: what can be read or measured of them.

    ``root_mm``: across the core of the thread; None: the least that is usual. ``thread_share``: threaded part of the
    length. ``coated``: it says that it may be in damp and outdoors. ``count``: of each length; None: enough.
    """

    id: Id
    label: Name
    kind: Literal["wood", "coach"] = "wood"
    diameter_mm: float = Field(ge=2, le=20)
    root_mm: float | None = Field(default=None, gt=0, le=20)
    head_mm: float | None = Field(default=None, gt=0, le=60)
    countersunk: bool = True
    lengths_mm: tuple[Annotated[float, Field(gt=5, le=600)], ...] = Field(min_length=1, max_length=20)
    thread_share: float = Field(default=0.6, gt=0, le=1)
    steel: ScrewSteel = ScrewSteel.UNKNOWN
    coated: bool = False
    count: int | None = Field(default=None, ge=0, le=100_000)

    @model_validator(mode="after")
    def _thinner_at_its_root(self) -> Self:
        if self.root_mm is not None and not self.diameter_mm / 2 <= self.root_mm < self.diameter_mm:
            raise ValueError(
                f"root_mm: is {self.root_mm:g} mm; the core of the thread of a {self.diameter_mm:g} mm screw lies "
                f"between {self.diameter_mm / 2:g} mm and {self.diameter_mm:g} mm"
            )
        return self
