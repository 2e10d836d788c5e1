"""What a learner has done on one practice wall: what he guessed, what he spent, how far each hole has gone."""

from enum import StrEnum

from pydantic import Field

from rockpin.core.base.model import Id, Model, Name
from rockpin.core.document.evidence import CameOut, Drilled
from rockpin.core.document.job import Region


class HunchKind(StrEnum):
    """What is guessed: which wall, whether a stud is behind a hole, whether it is safe to drill, which fixing holds."""

    WALL = "wall"
    STUD = "stud"
    SAFE = "safe"
    FIXING = "fixing"


class Hunch(Model):
    """A guess before it is known, and how sure [0.5 to 1]. ``says``: a family, yes or no, or a fixing by its key.

    ``belief``: the chance that the plan gave to the same thing then [0 to 1]; None where it says nothing of it.
    """

    kind: HunchKind
    says: Name
    sure: float = Field(ge=0.0, le=1.0)
    hole_id: Id | None = None
    belief: float | None = Field(default=None, ge=0, le=1)


class Stretch(Model):
    """What the bit went through: from where to where [mm], what came out and how it went."""

    from_mm: float = Field(ge=0)
    to_mm: float = Field(ge=0)
    came_out: CameOut | None
    drilled: Drilled
    says: str


class Bored(Model):
    """How far a hole has gone. ``struck``: what was hit; ``cracked``: a tile broke; it ends there."""

    hole_id: Id
    x_mm: float
    y_mm: float
    bit_mm: float = Field(gt=0, le=150)
    hammer: bool = False
    depth_mm: float = Field(ge=0)
    stretches: tuple[Stretch, ...] = Field(default=(), max_length=60)
    struck: str | None = None
    cracked: bool = False
    through: bool = False
    says: str = ""

    @property
    def ended(self) -> bool:
        """Whether nothing more can be drilled there."""
        return self.struck is not None or self.cracked or self.through


class Run(Model):
    """One practice wall as far as somebody has come with it."""

    id: Id
    wall_id: Id = "practice-wall"
    seed: int = Field(ge=0, lt=2**32)
    step: int = Field(ge=1, le=5)
    region: Region = Region.BRITAIN
    lesson: Id | None = None
    minutes: float = Field(default=0, ge=0)
    pinpricks: int = Field(default=0, ge=0)
    small_holes: int = Field(default=0, ge=0)
    checks: int = Field(default=0, ge=0)
    hunches: tuple[Hunch, ...] = Field(default=(), max_length=200)
    bored: tuple[Bored, ...] = Field(default=(), max_length=200)
    opened: bool = False

    def guessed(self, kind: HunchKind) -> bool:
        return any(one.kind is kind for one in self.hunches)

    @property
    def marks(self) -> int:
        """How many marks were left in the wall, those that the thing covers too."""
        return self.pinpricks + self.small_holes + len(self.bored)
