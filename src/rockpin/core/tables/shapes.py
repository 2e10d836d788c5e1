"""The shapes that a fixture can be made from, as rows: what is to be measured on each, within which limits."""

from enum import StrEnum
from typing import NamedTuple, Self

from pydantic import Field, model_validator

from rockpin.core.base.model import Id, Model, Name
from rockpin.core.base.row import Row


class MeasureUnit(StrEnum):
    MM = "mm"
    SIGNED = "signed"
    KG = "kg"
    COUNT = "count"
    DEG = "deg"
    FORCE = "N"
    YES = "yes"


class Measure(Model):
    """One thing to measure on a shape, with its limits. ``start``: until it has been measured."""

    key: Id
    label: Name
    unit: MeasureUnit = MeasureUnit.MM
    start: float
    least: float
    most: float


class ShapePlace(StrEnum):
    """Where a shape goes: on a wall, into an inside corner, round a post."""

    WALL = "wall"
    CORNER = "corner"
    POST = "post"


class Shape(Row):
    """A shape that a fixture can be made from.

    ``usual``: sizes of its lesser parts that nobody is asked for [mm, or shares of another size]: a usual one, to be
    changed on the made part.
    """

    short: Name = Field(description="what a job of it is called")
    says: str
    duty: Id
    hand: Id
    brackets_first: bool = Field(default=False, description="its brackets go up before the piece")
    place: ShapePlace = ShapePlace.WALL
    measures: tuple[Measure, ...] = Field(min_length=1)
    usual: dict[Id, float] = Field(default_factory=dict)

    @model_validator(mode="after")
    def _each_size_once(self) -> Self:
        if twice := set(self.usual) & {one.key for one in self.measures}:
            raise ValueError(f"{self.key}: {', '.join(sorted(twice))} is both asked for and usual; keep one")
        return self


class CommonThing(Row):
    """What people put up, by the name they call it: a shape with measures of its own to start from.

    ``measures``: where they start otherwise than the shape's do; ``hand``: what hands do to it, if otherwise.
    """

    shape: Id
    measures: dict[Id, float] = Field(default_factory=dict)
    hand: Id | None = None

    @property
    def short(self) -> str:
        """What a job of it is called."""
        return self.label


class ShapeStart(NamedTuple):
    """What a thing starts as: its shape, what is said of its measures, what hands do to it, what a job is called."""

    shape: Shape
    measures: dict[str, float]
    hand: str
    short: str
