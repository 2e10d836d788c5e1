"""What a new thing is given until it is measured: usual sizes, a usual pitch, what an instrument usually claims."""

from pydantic import Field

from rockpin.core.base.model import Id, Model, Name
from rockpin.core.document.fixture import LinkKind
from rockpin.core.document.job import Region
from rockpin.core.document.landmarks import Stairs, TileGrid
from rockpin.core.document.post import Post
from rockpin.core.document.wall import MemberKind, OpeningKind


class MemberStart(Model):
    """The usual size of a piece of framing [mm]; None: as wide or as high as the wall."""

    label: Name
    width_mm: float | None = Field(default=None, gt=0)
    height_mm: float | None = Field(default=None, gt=0)


class OpeningStart(Model):
    """The usual size of an opening and how high its foot lies [mm]."""

    label: Name
    y_mm: float = Field(ge=0)
    width_mm: float = Field(gt=0)
    height_mm: float = Field(gt=0)


class SupportStart(Model):
    """The usual size of a bracket or plate [mm]."""

    width_mm: float = Field(gt=0)
    height_mm: float = Field(gt=0)
    thickness_mm: float = Field(gt=0)


class LinkStart(Model):
    """What stands between piece and wall until somebody says, and its usual size [mm]."""

    kind: LinkKind
    thickness_mm: float = Field(gt=0)
    width_mm: float = Field(gt=0)
    height_mm: float = Field(gt=0)


class ThingStart(Model):
    """What is there already until somebody says [mm]."""

    name: Name
    y_mm: float
    width_mm: float = Field(gt=0)
    height_mm: float = Field(gt=0)


class StartTable(Model):
    """All starting values.

    ``find_sigma_mm``: spread of a find that nobody measured. ``rail_above_mm``: a handrail above the nosing line.
    ``sized_for``: regions whose sizes the usual build-ups have as they stand. Elsewhere a size is usual from
    ``usual_share`` [1] of what is built there, and a pitch is the same within ``pitch_within`` [1] of it. Studs may be
    expected as far apart as they are in ``common_pitch_share`` [1] of the walls.
    """

    source: Name
    species: str
    find_sigma_mm: float
    sweep_height_mm: float
    claimed_depth_mm: float
    rail_above_mm: float
    stud_pitch_mm: dict[Region, float]
    brick: dict[Region, Id]
    sized_for: tuple[Region, ...]
    usual_share: float = Field(gt=0, lt=1)
    pitch_within: float = Field(gt=0, lt=1)
    common_pitch_share: float = Field(gt=0, lt=1)
    members: dict[MemberKind, MemberStart]
    openings: dict[OpeningKind, OpeningStart]
    thing: ThingStart
    tiles: TileGrid
    stairs: Stairs
    support: SupportStart
    link: LinkStart
    post: Post
