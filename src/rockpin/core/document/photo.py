"""A photo of a wall, with what was marked on it: places that are known, distances, and edges that are straight.

Picture coordinates are points of the kept picture: u from its left edge, v down from its upper edge.
"""

from math import log, sqrt
from typing import Self

from pydantic import Field, model_validator

from rockpin.core.base.model import Day, Id, Model, Name, Note, PositiveMm, WallCoordinate, duplicated

SURE_SPREADS = sqrt(-2 * log(0.05))
"""Spreads within which 95 of 100 places lie that err alike in both directions (Rayleigh's law)."""


def within_mm(sigma_mm: float) -> float:
    """How far [mm] something may lie from where it was read off a photo, by its spread [mm]; 95 of 100 lie nearer."""
    return SURE_SPREADS * sigma_mm


class PicturePoint(Model):
    """A place on a picture [points]."""

    u_px: float = Field(ge=-200, le=20_000)
    v_px: float = Field(ge=-200, le=20_000)


class PhotoMark(PicturePoint):
    """Something seen on the photo that was marked there, and what is known of its place on the wall.

    ``zoom``: points of the screen to one of the picture when it was marked; a finger errs by points of the screen.
    """

    id: Id
    name: Name
    x_mm: WallCoordinate | None = Field(default=None, description="from the left edge; None: not measured")
    y_mm: WallCoordinate | None = Field(default=None, description="above the floor; None: not measured")
    zoom: float = Field(default=1, ge=0.02, le=50)
    waits: bool = Field(default=False, description="put on the photo, not yet on its place: it says nothing so far")


class PhotoDistance(Model):
    """A distance between two marks, by tape. ``check``: kept out of the sum, to see how good that is."""

    id: Id
    first: Id
    second: Id
    distance_mm: PositiveMm
    check: bool = False


class StraightEdge(Model):
    """Points along something that is straight in truth: a door frame, a tile joint, a strip of tape."""

    id: Id
    points: tuple[PicturePoint, ...] = Field(min_length=3, max_length=40)
    zoom: float = Field(default=1, ge=0.02, le=50)


class WallPhoto(Model):
    """A photo of one wall. ``file``: its name beside the data file; size as it is kept [points]."""

    id: Id
    file: str = Field(pattern=r"^[0-9a-f]{32}\.jpg$")
    width_px: int = Field(ge=16, le=10_000)
    height_px: int = Field(ge=16, le=10_000)
    marks: tuple[PhotoMark, ...] = Field(default=(), max_length=60)
    distances: tuple[PhotoDistance, ...] = Field(default=(), max_length=60)
    edges: tuple[StraightEdge, ...] = Field(default=(), max_length=20)
    day: Day | None = None
    note: Note = ""

    def placed(self) -> Self:
        """The same photo with the marks that sit on their places alone, and the distances between those."""
        waiting = {mark.id for mark in self.marks if mark.waits}
        if not waiting:
            return self
        marks = tuple(mark for mark in self.marks if not mark.waits)
        distances = tuple(one for one in self.distances if waiting.isdisjoint((one.first, one.second)))
        return self.model_copy(update={"marks": marks, "distances": distances})

    @model_validator(mode="after")
    def _marks_are_there(self) -> Self:
        for label, items in (("marks", self.marks), ("distances", self.distances), ("edges", self.edges)):
            if twice := duplicated(items):
                raise ValueError(f"{label}: the id {twice[0]} stands twice; give each its own")
        known = {mark.id for mark in self.marks}
        for one in self.distances:
            for end in (one.first, one.second):
                if end not in known:
                    raise ValueError(f"distances: {one.id} goes to “{end}”, which is not marked; mark it")
            if one.first == one.second:
                raise ValueError(f"distances: {one.id} goes from “{one.first}” to itself; choose two marks")
        return self
