"""The shapes that a fixture can be made from, as rows: what is to be measured on each, within which limits."""

from collections.abc import Mapping
from enum import StrEnum
from typing import NamedTuple, Self

from pydantic import Field, model_validator

from rockpin.core.base.model import Id, Model, Name
from rockpin.core.base.row import Row
from rockpin.core.document.fixture import Environment


class MeasureUnit(StrEnum):
    MM = "mm"
    SIGNED = "signed"
    KG = "kg"
    COUNT = "count"
    DEG = "deg"
    FORCE = "N"
    YES = "yes"


class MeasureShare(Model):
    """The measure that another is taken on, and which share [1] of it that is at the most until it is measured."""

    of: Id
    share: float = Field(gt=0, le=1)


class Measure(Model):
    """One thing to measure on a shape, with its limits. ``start``: until it has been measured."""

    key: Id
    label: Name
    unit: MeasureUnit = MeasureUnit.MM
    start: float
    least: float
    most: float
    within: MeasureShare | None = None

    def usual(self, before: Mapping[str, float]) -> float:
        """What it is until it is measured [mm, kg, N or degrees, as it says].

        ``before``: those that stand before it, as they are. A smaller part has its holes nearer together.
        """
        if self.within is None:
            return self.start
        return max(self.least, min(self.start, float(round(self.within.share * before[self.within.of]))))


class ShapePlace(StrEnum):
    """Where a shape goes: on a wall, into an inside corner, round a post."""

    WALL = "wall"
    CORNER = "corner"
    POST = "post"


class KeptOn(Model):
    """What keeps a piece on the brackets that it was lifted on: a step of its own, and what is dangerous until then.

    ``takes``: what is driven in then, two for each bracket, where it does not come with the thing.
    """

    title: Name
    says: str
    danger: str
    takes: Name | None = None


class Shape(Row):
    """A shape that a fixture can be made from.

    ``usual``: sizes of its lesser parts that nobody is asked for [mm, or shares of another size]: a usual one, to be
    changed on the made part.
    """

    label_us: Name | None = None
    short: Name = Field(description="what a job of it is called")
    also: tuple[Name, ...] = Field(default=(), description="what else people call it")
    says: str
    duty: Id
    hand: Id
    brackets_first: bool = Field(default=False, description="its brackets go up before the piece")
    kept_on: KeptOn | None = None
    brackets_free: bool = Field(default=False, description="whoever hangs it puts its brackets where they hold")
    rated_by_maker: bool = Field(default=False, description="its instructions often rate plate and screws together")
    lower_edge_mm: float | None = Field(default=None, ge=0, description="how high above the floor it usually hangs")
    place: ShapePlace = ShapePlace.WALL
    measures: tuple[Measure, ...] = Field(min_length=1)
    usual: dict[Id, float] = Field(default_factory=dict)

    @model_validator(mode="after")
    def _each_size_once(self) -> Self:
        if twice := set(self.usual) & {one.key for one in self.measures}:
            raise ValueError(f"{self.key}: {', '.join(sorted(twice))} is both asked for and usual; keep one")
        return self

    @model_validator(mode="after")
    def _each_within_one_before(self) -> Self:
        starts: dict[str, float] = {}
        for one in self.measures:
            if one.within and one.within.of not in starts:
                raise ValueError(f"{self.key}: {one.key} lies within {one.within.of}, which does not stand before it")
            if one.usual(starts) != one.start:
                raise ValueError(f"{self.key}: {one.key} starts as a larger share of {one.within} than that")
            starts[one.key] = one.start
        return self

    def starting(self, starts: Mapping[str, float]) -> "Shape":
        """The shape with some measures [mm, kg, N or degrees] that start otherwise, by key."""
        made: dict[str, Measure] = {}
        for one in self.measures:
            start, within = starts.get(one.key, one.start), one.within
            if within and one.key in starts:
                # as it is usual on this thing, so it is on a smaller one
                within = MeasureShare(of=within.of, share=min(1.0, max(within.share, start / made[within.of].start)))
            made[one.key] = one.model_copy(update={"start": start, "within": within})
        return self.model_copy(update={"measures": tuple(made.values())})


class CommonThing(Row):
    """What people put up, by the name they call it: a shape with measures of its own to start from.

    ``also``: what else it is called, ``alone``: where nothing else is said, since such a word also tells a place or a
    part of something. ``measures``: where they start otherwise than the shape's do; ``hand``: what hands do to it,
    ``environment``: where it hangs, if otherwise. ``brackets_first``, ``kept_on``: as of a shape, if otherwise.
    ``wired``: its wires are joined once it is up.
    """

    label_us: Name | None = None
    shape: Id
    also: tuple[Name, ...] = ()
    alone: tuple[Name, ...] = ()
    measures: dict[Id, float] = Field(default_factory=dict)
    hand: Id | None = None
    environment: Environment | None = None
    brackets_free: bool = False
    brackets_first: bool = False
    kept_on: KeptOn | None = None
    wired: bool = False
    lower_edge_mm: float | None = Field(default=None, ge=0)

    @property
    def short(self) -> str:
        """What a job of it is called."""
        return self.label


class Beyond(Row):
    """What people hang up and is not planned here, by the names they call it: why not, and what to do instead.

    ``alone``: as of an everyday thing. ``places``: where nothing is planned, whatever goes there.
    """

    also: tuple[Name, ...] = ()
    alone: tuple[Name, ...] = ()
    places: tuple[Name, ...] = ()
    why: str
    instead: str

    def says(self, said: str) -> str:
        """The same in sentences, of what somebody called it."""
        return f"“{said}” is not planned here. {self.why} {self.instead}"


class ShapeStart(NamedTuple):
    """What a thing starts as: its shape, where its measures start, what hands do to it, what a job is called.

    ``brackets_free``: whoever hangs it puts its brackets where they hold. ``lower_edge_mm``: how high above the floor
    it usually hangs; None: at chest height. ``environment``: None: as its shape is made. ``thing``: the everyday name
    that it was found by.
    """

    shape: Shape
    hand: str
    short: str
    brackets_free: bool
    lower_edge_mm: float | None
    environment: Environment | None
    thing: str | None = None
