"""What goes over the wire, where it is not a model of the core itself."""

from datetime import date, datetime
from typing import Literal

from pydantic import Field

from rockpin.api.shop import BitLine, FixingLine, ScrewLine
from rockpin.core.base.model import Day, Id, Model, Name, Note, Rect
from rockpin.core.base.quantities import UnitSystem
from rockpin.core.document.evidence import Finish, HowStated, Location, Reading
from rockpin.core.document.fixture import Fixture, Link, Support
from rockpin.core.document.job import JobBody, Region, Site
from rockpin.core.document.kit import Kit
from rockpin.core.document.landmarks import Stairs, TileGrid
from rockpin.core.document.post import Post
from rockpin.core.document.sweeps import ScanMode
from rockpin.core.document.wall import Corner, MemberKind, OpeningKind, Wall
from rockpin.core.fixture import MeasuredKind
from rockpin.core.plan import Plan
from rockpin.core.tables.handbook import OwnedSet, TradeWord
from rockpin.core.tables.hands import Hand
from rockpin.core.tables.identification import BuildUp, Check, HitRow
from rockpin.core.tables.materials import Duty, MasonryUnit, Material, Species
from rockpin.core.tables.outcomes import Outcome
from rockpin.core.tables.posts import PostMaterial
from rockpin.core.tables.services import PointKind
from rockpin.core.tables.shapes import CommonThing, Shape
from rockpin.core.tables.starts import MemberStart, OpeningStart, ThingStart


class FaultOut(Model):
    """A fault by its place in what was sent, and as one sentence for whoever typed it."""

    path: str
    message: str
    says: str


class Problem(Model):
    """Why something was not done: a sentence, every fault, and for a stale write the revision that stands now.

    ``unplannable``: the document could not be planned; nothing was saved by the question.
    """

    title: str
    faults: tuple[FaultOut, ...] = ()
    current_revision: int | None = None
    unplannable: bool = False


class SiteNew(Model):
    name: Name
    region: Region = Region.BRITAIN
    units: UnitSystem = UnitSystem.METRIC
    built_year: int | None = Field(default=None, ge=1000, le=2200)
    note: Note = ""


class SiteSave(Model):
    revision: int
    site: Site


class WallNew(Model):
    """A new wall: started from a usual build-up, or left to the checks."""

    name: Name
    width_mm: float
    height_mm: float
    build_up: Id | None = None
    stated: HowStated = Field(default=HowStated.TOLD, description="how its build-up is known")
    stands: Location = Location.UNKNOWN
    finish: Finish = Finish.UNKNOWN
    built_year: int | None = Field(default=None, ge=1000, le=2200)
    practice: bool = Field(default=False, description="what it hides is made up, for stand-in instruments to read")


class SweepAsk(Model):
    """A level line to walk with the scanner [mm], and how fast [mm/s]."""

    y_mm: float
    from_mm: float
    to_mm: float
    speed_mm_s: float = Field(default=700, ge=50, le=100_000)


class ScanAsk(Model):
    """An area to sweep with the simulated detector, in which modes, and how it was prepared."""

    modes: tuple[Literal[ScanMode.METAL, ScanMode.LIVE, ScanMode.DENSITY], ...] = Field(min_length=1, max_length=3)
    area: Rect
    claimed_depth_mm: float = Field(default=80, gt=0, le=300)
    proved_on_live_cable: bool = False
    circuits_on: bool = False
    day: Day | None = None


class ReadingsIn(Model):
    """The text of a CSV file of readings; ``units`` is taken where its head names none."""

    text: str = Field(max_length=1_000_000)
    units: UnitSystem = UnitSystem.METRIC


class ReadingsOut(Model):
    readings: tuple[Reading, ...]


class WallSave(Model):
    revision: int
    summary: Name
    wall: Wall


class JobNew(Model):
    """A new job on a wall, its fixture made from a shape, or from a thing by its name; None: as its title names it."""

    title: Name
    wall_id: Id
    shape: Id | None = None


class JobSave(Model):
    revision: int
    summary: Name
    job: JobBody


class FixtureSave(Model):
    """Other parts of a fixture: what belonged to holes and supports that are gone goes with them."""

    revision: int
    summary: Name
    fixture: Fixture


class ShapeAsk(Model):
    """A shape and what was measured on it; measures left out stand at their start, those of a thing beside others
    where they are."""

    revision: int
    summary: Name = "shape set"
    shape: Id
    measures: dict[Id, float] = Field(default_factory=dict)
    piece_id: Id | None = Field(
        default=None, description="of the thing beside others that is measured; None: the first"
    )


class ShapeMeasured(Model):
    """A thing, by its everyday name or its shape, and what was measured on it, for its drawing."""

    shape: Id
    measures: dict[Id, float] = Field(default_factory=dict, max_length=40)


class BarAsk(Model):
    """A bar whose holes are to be put where the wall holds best."""

    revision: int
    support_id: Id


class PullAsk(Model):
    """A pull with the simulated gauge: on which fixing, up to which load [N], how fast [N/s]."""

    fixing: Id
    target_n: float = Field(gt=0, le=50_000)
    speed_n_s: float = Field(default=800, ge=50, le=1_000_000)


class KitSave(Model):
    revision: int
    summary: Name
    kit: Kit


class KitOut(Model):
    revision: int
    kit: Kit


class OwnOut(Model):
    """The user's own fixings, by name. ``changed``: those that stand for a shipped one with other values."""

    labels: tuple[str, ...]
    changed: tuple["Choice", ...] = ()


ListWord = Literal["ready", "prove_first", "do_not_drill", "unplannable", "not_worked_out"]
"""The word of a verdict, or that none can be given, or that none was made of what stands there now."""


class JobLine(Model):
    """A job in the list of a site. ``area``: where its thing hangs on its wall, once that was worked out."""

    id: str
    title: str
    wall_id: str | None
    wall: str
    word: ListWord
    label: str
    sentence: str
    area: Rect | None
    touched: datetime
    put_away: bool


class WallFace(Model):
    """What is drawn of a wall where it is small: its size, its outline, openings, studs, and what its face is of."""

    width_mm: float
    height_mm: float
    outline: tuple[Corner, ...]
    openings: tuple[Rect, ...]
    studs_mm: tuple[float, ...]
    hatch: str | None


class WallLine(Model):
    """A wall in the list of a site. ``face``: None where it cannot be read."""

    id: str
    name: str
    size_text: str
    build_up: str
    face: WallFace | None = None


class SiteLine(Model):
    """A site in the list. ``away``: how many of its jobs are put away."""

    id: str
    revision: int
    site: Site
    touched: datetime
    walls: tuple[WallLine, ...]
    jobs: tuple[JobLine, ...]
    jobs_in_all: int
    away: int


class TrashLine(Model):
    """Something that was removed and can be brought back until it is forgotten for good."""

    id: str
    kind: str = Field(description="site, wall or job")
    name: str
    site: str
    removed_at: datetime
    forgotten_on: date


class NewName(Model):
    """What a job or a wall shall be called."""

    name: Name


class CopyAsk(Model):
    """Where a copy of a job goes; None: onto the same wall."""

    wall_id: Id | None = None


class SitePage(Model):
    """A page of the list of sites. ``in_all``: sites that match. ``next``: where the next page begins, if any."""

    sites: tuple[SiteLine, ...]
    in_all: int
    next: int | None


class WallOut(Model):
    revision: int
    wall: Wall


class StudRowStart(Model):
    """A new row of studs: its first centre, pitch and width [mm]."""

    first_centre_mm: float
    pitch_mm: float
    stud_width_mm: float


class Starts(Model):
    """What new things are given on the screen of a job, by the region of its site."""

    species: str
    stud_row: StudRowStart
    members: dict[MemberKind, MemberStart]
    openings: dict[OpeningKind, OpeningStart]
    support: Support
    link: Link
    find_sigma_mm: float
    sweep_height_mm: float
    claimed_depth_mm: float
    rail_above_mm: float
    thing: ThingStart
    tiles: TileGrid
    stairs: Stairs
    post: Post
    paper: Literal["a4", "letter"]


class Standing(Model):
    """What the plan of a job is made from now, and what was done last where another device or another job did it.

    ``stands``: alike only where nothing has changed that the plan is made from.
    """

    stands: str
    elsewhere: str | None


class Workspace(Model):
    """All that the screen of one job needs. ``stands``: what its plan was made from, as in :class:`Standing`."""

    job_id: str
    revision: int
    stands: str
    job: JobBody
    site: Site
    site_walls: tuple[WallLine, ...]
    wall: WallOut
    plan: Plan
    starts: Starts
    kinds: tuple[MeasuredKind, ...]
    undo: str | None
    redo: str | None


class Made(Model):
    id: str


class PackageLine(Model):
    """A package that this program is built with."""

    name: str
    version: str
    license: str


class About(Model):
    """What this program is."""

    version: str
    license: str
    packages: tuple[PackageLine, ...]


class QuantityIn(Model):
    text: str = Field(max_length=60)
    kind: str = Field(pattern="^(length|mass|force)$")
    units: UnitSystem = UnitSystem.METRIC
    field: str = "value"


class Called(Model):
    """The key of the thing or shape that is meant; None: nothing that is said is the name of one.

    ``beyond``: why what is named is not planned here, and what to do instead.
    """

    key: str | None
    beyond: str | None = None


class QuantityOut(Model):
    value: float


class Choice(Model):
    """An entry of a list on the screen."""

    key: str
    label: str
    says: str = ""


class RegionChoice(Choice):
    """A region, with what one mostly measures in there."""

    units: UnitSystem


class Lists(Model):
    """Every list that the screen offers, from the catalogue."""

    materials: tuple[Material, ...]
    build_ups: tuple[BuildUp, ...]
    units: tuple[MasonryUnit, ...]
    species: tuple[Species, ...]
    points: tuple[PointKind, ...]
    duties: tuple[Duty, ...]
    hands: tuple[Hand, ...]
    outcomes: tuple[Outcome, ...]
    fixings: tuple[FixingLine, ...]
    shapes: tuple[Shape, ...]
    common_things: tuple[CommonThing, ...]
    device_bolts: tuple[Choice, ...]
    exposures: tuple[Choice, ...]
    post_materials: tuple[PostMaterial, ...]
    soils: tuple[Choice, ...]
    tools: tuple[Choice, ...]
    sets: tuple[OwnedSet, ...]
    trade_words: tuple[TradeWord, ...]
    screws: tuple[ScrewLine, ...]
    bits: tuple[BitLine, ...]
    bit_kinds: tuple[Choice, ...]
    regions: tuple[RegionChoice, ...]
    wishes: tuple[Choice, ...]
    known: tuple[Choice, ...]
    checks: tuple[Check, ...]
    hits: tuple[HitRow, ...]
    places: tuple[Choice, ...]
    backs: tuple[Choice, ...]
    finishes: tuple[Choice, ...]
    came_out: tuple[Choice, ...]
    drilled: tuple[Choice, ...]
    ended: tuple[Choice, ...]
    fillings: tuple[Choice, ...]
    how_stated: tuple[Choice, ...]
    tap_finger_px: float = Field(description="spread of a fingertip on the screen, where something is put by a tap")
    schools: tuple[Choice, ...]
    screens: tuple[Choice, ...]
    refuted: tuple[Choice, ...]
