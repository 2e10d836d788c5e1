"""What is asked and answered of where a fixture goes, of the things in it, and of their row."""

from enum import StrEnum

from pydantic import Field

from rockpin.core.base.model import Id, Model, Name, WallCoordinate
from rockpin.core.document.arrangement import Spacing
from rockpin.core.document.job import Placement
from rockpin.core.document.placing import Reference, WallMark
from rockpin.core.placing import Axis, LineUp
from rockpin.core.plan import Plan


class ThingChange(StrEnum):
    COPY = "copy"
    REMOVE = "remove"
    EARLIER = "earlier"
    LATER = "later"


class ThingAsk(Model):
    """A change of one of the things of a fixture, by one of its pieces."""

    revision: int
    summary: Name
    piece_id: Id
    change: ThingChange


class ThingAdd(Model):
    """Another thing of a shape beside those that there are."""

    revision: int
    summary: Name
    shape: Id


class SpacingSave(Model):
    """How the things of a fixture stand in a row; None: as they were put. ``between``: marks that the span joins."""

    revision: int
    summary: Name
    spacing: Spacing | None
    between: tuple[WallMark, WallMark] | None = None


class StairsAsk(Model):
    """A handrail so high above the nosing line [mm], measured plumb."""

    revision: int
    summary: Name
    above_mm: float = Field(ge=0, le=3_000)


class Trial(Model):
    """Where the fixture's corner is held, to be answered without being saved. ``lines_up``: with what is near there."""

    x_mm: WallCoordinate
    y_mm: WallCoordinate
    lines_up: bool = False


class TrialAnswer(Model):
    """The plan where a fixture would come to lie, and what it would line up with."""

    plan: Plan
    placement: Placement
    line_ups: tuple[LineUp, ...]


class PlaceSave(Trial):
    """Where the fixture was let go: it is measured anew from what it lines up with there."""

    revision: int
    summary: Name


class ReferenceSave(Model):
    """What a fixture is measured from in one direction; None: from nothing. ``stay``: where it is now."""

    revision: int
    summary: Name
    axis: Axis
    reference: Reference | None
    stay: bool = False
