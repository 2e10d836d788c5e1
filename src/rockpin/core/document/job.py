"""The job document: everything that goes in at the left of the house, for one fixture at one place."""

from enum import StrEnum
from typing import Literal, Self

from pydantic import Field, model_validator

from rockpin.core.base.model import Day, Id, Model, Name, Note, WallCoordinate, duplicated
from rockpin.core.base.quantities import UnitSystem
from rockpin.core.document.evidence import Location, ReadBy
from rockpin.core.document.fixings import Fixing
from rockpin.core.document.fixture import Environment, Fixture
from rockpin.core.document.kit import Kit
from rockpin.core.document.packet import Packet, ScrewPacket
from rockpin.core.document.placing import ALONG_ONLY, UPRIGHT_ONLY, FeatureKind, Lie, Reference
from rockpin.core.document.record import AsBuilt, CameLoose, HoleRecord, LeftHole, Photo, Progress
from rockpin.core.document.wall import Wall

SCHEMA_VERSION = 5


class Region(StrEnum):
    """Sets the rule school for cables and the trade words."""

    BRITAIN = "britain"
    IRELAND = "ireland"
    CENTRAL_EUROPE = "central_europe"
    NORTH_AMERICA = "north_america"
    UNKNOWN = "unknown"


class Wish(StrEnum):
    STRONGEST = "strongest"
    QUICKEST = "quickest"
    SMALLEST_HOLE = "smallest_hole"
    REMOVABLE = "removable"
    HIDDEN = "hidden"
    IN_THE_VAN = "in_the_van"


class Site(Model):
    """A building, with what all of its walls have in common."""

    id: Id
    name: Name
    region: Region = Region.BRITAIN
    units: UnitSystem = UnitSystem.METRIC
    built_year: int | None = Field(default=None, ge=1000, le=2200)
    note: Note = ""

    @property
    def sold(self) -> tuple[UnitSystem, ...]:
        """By which system fixings, screws and bits are sold here: that goes by the region, not by how one measures."""
        if self.region is Region.UNKNOWN:
            return (UnitSystem.METRIC, UnitSystem.IMPERIAL)
        return (UnitSystem.IMPERIAL,) if self.region is Region.NORTH_AMERICA else (UnitSystem.METRIC,)


class SupportPlace(Model):
    """Where one support stands, if not where the fixture says: slid along, or on another wall plane."""

    support_id: Id
    dx_mm: WallCoordinate = 0
    dy_mm: WallCoordinate = 0
    wall_id: Id | None = None


class Placement(Model):
    """Where the fixture's lower left corner lies on which wall, and what it is held to there.

    Where a reference is given it is what holds; ``x_mm`` and ``y_mm`` then say where that was when it was last said,
    and count again where what it was measured from is gone.
    """

    wall_id: Id
    x_mm: WallCoordinate
    y_mm: WallCoordinate
    along: Reference | None = Field(default=None, description="what it is measured from along the wall")
    upright: Reference | None = Field(default=None, description="what it is measured from up or down")
    lie: Lie = Lie()
    second_wall_id: Id | None = Field(default=None, description="the wall round an inside corner, to the right")
    supports: tuple[SupportPlace, ...] = Field(default=(), max_length=20)

    @model_validator(mode="after")
    def _of_its_direction(self) -> Self:
        for name, held, wrong, way in (
            ("along", self.along, UPRIGHT_ONLY, "up and down"),
            ("upright", self.upright, ALONG_ONLY, "along the wall"),
        ):
            for mark in held.marks if held else ():
                if mark.kind in wrong:
                    raise ValueError(f"{name}: a {mark.kind.replace('_', ' ')} is measured from {way} only")
        if self.along and self.along.feature.kind is FeatureKind.LINE:
            raise ValueError("along: an own line of the fixture has a height and no place along it")
        if self.upright and self.upright.feature.kind is FeatureKind.SPAN:
            raise ValueError("upright: the span of a row is measured along the wall only")
        return self


class Choice(Model):
    """The user's own pick for a hole, over the planned one."""

    hole_id: Id
    fixing: Id


class PullEnd(StrEnum):
    """How a pull test ended: it held, it moved, or it came out."""

    HELD = "held"
    MOVED = "moved"
    FAILED = "failed"


class PullTest(Model):
    """One pull with the gauge on a fixing in this wall: the greatest load [N] and how it ended."""

    id: Id
    fixing: Id
    hole_id: Id | None = Field(default=None, description="None: a trial hole of its own")
    day: Day | None = None
    load_n: float = Field(gt=0, le=100_000)
    ended: PullEnd
    read_by: ReadBy = ReadBy.INSTRUMENT
    note: Note = ""


class JobBody(Model):
    """The part of the document that belongs to the job alone; walls and site outlive it."""

    title: Name
    fixture: Fixture
    placement: Placement
    wishes: tuple[Wish, ...] = Field(
        default=(), max_length=20, description="none: what a good tradesman would reach for"
    )
    choices: tuple[Choice, ...] = Field(default=(), max_length=400)
    kit: Kit = Kit()
    packets: tuple[Packet, ...] = Field(default=(), max_length=40, description="packets in hand")
    screw_packets: tuple[ScrewPacket, ...] = Field(default=(), max_length=40, description="packets of wood screws")
    own_fixings: tuple[Fixing, ...] = Field(
        default=(), max_length=1000, description="rows that the catalogue lacks or has otherwise; they count here"
    )
    records: tuple[HoleRecord, ...] = Field(default=(), max_length=400)
    left: tuple[LeftHole, ...] = Field(default=(), max_length=400, description="holes that were drilled and given up")
    came_loose: CameLoose | None = Field(default=None, description="what failed here before, if this is a repair")
    photos: tuple[Photo, ...] = Field(default=(), max_length=200)
    progress: Progress = Progress()
    as_built: tuple[AsBuilt, ...] = Field(default=(), max_length=200, description="distances measured after drilling")
    pull_tests: tuple[PullTest, ...] = Field(default=(), max_length=200)
    note: Note = ""

    @model_validator(mode="after")
    def _consistent(self) -> Self:
        support_ids = {support.id for support in self.fixture.supports}
        for place in self.placement.supports:
            if place.support_id not in support_ids:
                raise ValueError(f"placement.supports: {place.support_id} is no support of this fixture")
        for label, ids in (
            ("choices", [choice.hole_id for choice in self.choices]),
            ("records", [record.hole_id for record in self.records]),
        ):
            if len(ids) != len(set(ids)):
                raise ValueError(f"{label}: one entry a hole; {max(ids, key=ids.count)} stands twice")
        if twice := duplicated(self.pull_tests):
            raise ValueError(f"pull_tests: the id {twice[0]} stands twice; give each its own")
        for label, twice in (("left", duplicated(self.left)), ("photos", duplicated(self.photos))):
            if twice:
                raise ValueError(f"{label}: the id {twice[0]} stands twice; give each its own")
        for label, packets in (("packets", self.packets), ("screw_packets", self.screw_packets)):
            if twice := duplicated(packets):
                raise ValueError(f"{label}: the id {twice[0]} stands twice; give each its own")
        return self


class JobDocument(JobBody):
    """A whole job: the site, its walls and the job itself. What is exported, imported and planned."""

    schema_version: Literal[5] = 5
    id: Id
    site: Site
    walls: tuple[Wall, ...] = Field(min_length=1, max_length=12)

    @model_validator(mode="after")
    def _walls_known(self) -> Self:
        if twice := duplicated(self.walls):
            raise ValueError(f"walls: the id {twice[0]} stands twice; give each its own")
        known = {wall.id for wall in self.walls}
        wanted = [self.placement.wall_id, *(p.wall_id for p in self.placement.supports if p.wall_id)]
        wanted += [self.placement.second_wall_id] if self.placement.second_wall_id else []
        for wall_id in wanted:
            if wall_id not in known:
                raise ValueError(
                    f"placement: there is no wall {wall_id} in this document; its walls are {', '.join(sorted(known))}"
                )
        return self

    def counted(self) -> "JobDocument":
        """The document with the readings that count: those of stand-ins do so on practice walls alone."""
        pulls = self.pull_tests
        if not self.wall.is_practice:
            pulls = tuple(one for one in pulls if one.read_by is not ReadBy.STAND_IN)
        if len(pulls) == len(self.pull_tests) and not any(wall.uncounted for wall in self.walls):
            return self
        return self.model_copy(update={"walls": tuple(wall.counted for wall in self.walls), "pull_tests": pulls})

    @property
    def wall(self) -> Wall:
        """The wall plane that the fixture is placed on."""
        return next(wall for wall in self.walls if wall.id == self.placement.wall_id)

    @property
    def foot(self) -> str:
        """What heights count from, in a word: the floor, or the ground before an outer face and at a post."""
        wall = self.wall
        unsaid = wall.stands is Location.UNKNOWN and self.fixture.environment is Environment.OUTDOOR
        return "ground" if wall.post is not None or unsaid or wall.stands is Location.OUTER_FACE else "floor"

    @property
    def datum(self) -> str:
        """What the tape is held to for a height: the floor as it will lie once it is finished, or the ground."""
        return "finished floor" if self.foot == "floor" else self.foot
