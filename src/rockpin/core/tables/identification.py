"""The shapes of the tables from which a wall is told: build-ups and their priors, checks and their likelihoods.

Each row of a table of chances carries a sentence of reason; its chances sum to one.
"""

from collections.abc import Callable
from enum import StrEnum
from typing import Self, TypeVar, cast

from pydantic import Field, PrivateAttr, model_validator

from rockpin.core.base.model import Id, Model, Name
from rockpin.core.base.row import Row
from rockpin.core.document.evidence import CameOut, Drilled, Filling, HitKind, HowStated, Location
from rockpin.core.document.job import Region
from rockpin.core.document.wall import Layer

T = TypeVar("T")


class Era(StrEnum):
    """When a wall was built, in the steps that changed how walls are built."""

    BEFORE_1920 = "before_1920"
    FROM_1920 = "from_1920"
    FROM_1946 = "from_1946"
    FROM_1980 = "from_1980"
    FROM_2000 = "from_2000"
    UNKNOWN = "unknown"


class Prior(Model):
    """How common a build-up is: one weight each for region, era and place, multiplied together.

    ``stands``: for the places inside, for the outer face of a house, or for both: what is met on one side of an outer
    wall is not asked of the other.
    """

    region: dict[Region, float]
    era: dict[Era, float]
    stands: dict[Location, float]
    reason: str

    @model_validator(mode="after")
    def _whole(self) -> Self:
        for name, table, keys in (("region", self.region, Region), ("era", self.era, Era)):
            if set(table) != set(keys):
                raise ValueError(f"{name}: a weight above 0 is wanted for each of {', '.join(keys)}")
        inside = set(Location) - {Location.OUTER_FACE}
        if set(self.stands) not in (inside, {Location.OUTER_FACE}, set(Location)):
            raise ValueError(
                f"stands: a weight above 0 is wanted for outer_face, for each of {', '.join(inside)}, or both"
            )
        if any(weight <= 0 for table in (self.region, self.era, self.stands) for weight in table.values()):
            raise ValueError("a weight is above 0: nothing is impossible before it is looked at")
        return self

    def faces(self, *, outdoors: bool) -> bool:
        """Whether such walls are met outdoors, or inside and as the sides of what rides."""
        return (Location.OUTER_FACE if outdoors else Location.PARTITION) in self.stands


class BuildUp(Row):
    """A usual make of wall: what a user can start from, and what the checks decide between.

    ``spread_mm``: standard deviation of each layer's thickness among such walls. ``prior`` is missing where it is
    only a start, such as the tiled form of another row.
    """

    label_us: Name | None = None
    also: tuple[Name, ...] = Field(default=(), description="what else people call it")
    alone: tuple[Name, ...] = Field(default=(), description="what it is called where nothing else is said")
    short: Name = Field(description="as a wall in a sentence, with its article")
    says: str
    layers: tuple[Layer, ...]
    spread_mm: tuple[float, ...] = ()
    filling: dict[Filling, float] = Field(default_factory=dict)
    unit: Id | None = None
    stud_width_mm: float | None = None
    stud_pitch_mm: float | None = None
    whole: bool = Field(default=False, description="its layers go through to the far face")
    prior: Prior | None = None

    @model_validator(mode="after")
    def _spreads_match(self) -> Self:
        if self.prior and len(self.spread_mm) != len(self.layers):
            raise ValueError(f"{self.key}: one spread for each of its {len(self.layers)} layers is wanted")
        return self


class Mark(StrEnum):
    """What a check leaves on the wall."""

    NONE = "none"
    PINPRICK = "pinprick"
    HOLE = "hole"


class CheckForm(StrEnum):
    """How the outcome of a check is told."""

    OUTCOME = "outcome"
    MEASURE = "measure"
    PROBE = "probe"


class CheckOutcome(Model):
    """One way in which a check can turn out, and how that sounds, looks or feels."""

    key: Id
    label: Name
    says: str


class Check(Row):
    """Something to do at the wall to tell what it is. ``reach_mm``: how deep it goes; 0 stays on the face."""

    form: CheckForm
    how: str
    advice: str
    minutes: float = Field(gt=0)
    mark: Mark
    reach_mm: float = Field(ge=0)
    diameter_mm: float = Field(ge=0)
    outcomes: tuple[CheckOutcome, ...] = ()


class ChanceTable(Model):
    """A table row of chances, with its reason."""

    p: dict[str, float]
    reason: str

    @model_validator(mode="after")
    def _sums_to_one(self) -> Self:
        if abs(sum(self.p.values()) - 1) > 1e-6 or min(self.p.values()) < 0:
            raise ValueError(f"the chances must sum to one, these sum to {sum(self.p.values()):g}: {self.p}")
        return self


class Likelihood(ChanceTable):
    """P(outcome of a check | build-up), the same for each build-up named."""

    check: Id
    build_ups: tuple[Id, ...]


class TileAnswer(ChanceTable):
    """What tile does to a check: with the chance ``share`` it answers for the tile, by ``p``."""

    check: Id
    share: float = Field(ge=0, le=1)


class FaceLook(ChanceTable):
    """P(what one sees | front material), for a face that is not tiled."""

    materials: tuple[Id, ...]


class Dust(Model):
    """What a small bit brings out of a material, and how it goes in."""

    material: Id
    came_out: dict[CameOut, float]
    drilled: dict[Drilled, float]
    reason: str

    @model_validator(mode="after")
    def _sums_to_one(self) -> Self:
        for name, table in (("came_out", self.came_out), ("drilled", self.drilled)):
            if abs(sum(table.values()) - 1) > 1e-6:
                raise ValueError(f"{self.material}: {name} must sum to one, it sums to {sum(table.values()):g}")
        return self


class Pitch(Row):
    """A usual spacing of studs, and how common it is where."""

    pitch_mm: float = Field(gt=0)
    regions: dict[Region, float]


class HitRow(Row):
    """A kind of hit on framing: its spread [mm] about the stud's centre and how it is done."""

    kind: HitKind
    sigma_mm: float = Field(gt=0)
    how: str


class ThicknessRow(Model):
    """The sizes that a material comes in [mm] with how common each is, and the spread of each [mm].

    ``build_ups``: for which the row is; empty: any that no earlier row speaks of.
    """

    material: Id
    regions: tuple[Region, ...]
    build_ups: tuple[Id, ...] = ()
    mm: tuple[float, ...] = Field(min_length=1)
    weights: tuple[float, ...]
    sigma_mm: float = Field(gt=0)
    source: str

    @model_validator(mode="after")
    def _one_weight_each(self) -> Self:
        if len(self.mm) != len(self.weights) or min(self.weights) <= 0:
            raise ValueError(f"{self.material}: one weight above 0 for each of its {len(self.mm)} sizes is wanted")
        return self


class RestRow(Model):
    """What may stand unseen behind the layers of a build-up, and in a tape's measure: the first row that fits counts.

    ``roles``: what holds in it; empty: anything. ``chance``: that there is any.
    """

    stands: tuple[Location, ...]
    eras: tuple[Era, ...] = ()
    regions: tuple[Region, ...] = ()
    roles: tuple[str, ...] = ()
    chance: float = Field(ge=0, le=1)
    mean_mm: float = Field(ge=0)
    sigma_mm: float = Field(gt=0)
    reason: str


class BeliefTables(Model):
    """All tables from which a wall is told."""

    checks: tuple[Check, ...]
    likelihoods: tuple[Likelihood, ...]
    tile_answers: tuple[TileAnswer, ...]
    faces: tuple[FaceLook, ...]
    dust: tuple[Dust, ...]
    pitches: tuple[Pitch, ...]
    hits: tuple[HitRow, ...]
    thicknesses: tuple[ThicknessRow, ...]
    rests: tuple[RestRow, ...]
    stud_width_mm: dict[Region, float]
    stated: dict[HowStated, float]
    eras: dict[Era, int] = Field(description="the first year of each era but the oldest and the unknown one")
    places: dict[Location, str]
    finishes: dict[str, str]
    came_out: dict[CameOut, str]
    drilled: dict[Drilled, str]
    ended: dict[str, str]
    fillings: dict[Filling, str]
    how_stated: dict[HowStated, str]
    _worked_out: dict[str, object] = PrivateAttr(default_factory=dict)

    @model_validator(mode="after")
    def _eras_part_the_years(self) -> Self:
        if set(self.eras) != set(Era) - {Era.BEFORE_1920, Era.UNKNOWN}:
            raise ValueError("eras: a first year is wanted for each era but the oldest and the unknown one")
        return self

    def era_of(self, built_year: int | None) -> Era:
        """The era of a year: the latest that had begun by then."""
        if built_year is None:
            return Era.UNKNOWN
        begun = [era for era, first in self.eras.items() if built_year >= first]
        return max(begun, key=self.eras.__getitem__, default=Era.BEFORE_1920)

    def once(self, key: str, work: Callable[[], T]) -> T:
        """What follows from these tables alone, worked out once and kept with them."""
        if key not in self._worked_out:
            self._worked_out[key] = work()
        return cast(T, self._worked_out[key])
