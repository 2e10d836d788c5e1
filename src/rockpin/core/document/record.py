"""What was done at the wall: each hole as it came out, the steps that are behind one, clocks that run, and photos."""

from enum import StrEnum
from typing import Annotated, Self

from pydantic import Field, StringConstraints, model_validator

from rockpin.core.base.model import Day, Id, Model, Name, NonNegativeMm, Note, PositiveMm, WallCoordinate
from rockpin.core.document.evidence import CameOut

Moment = Annotated[
    str, StringConstraints(pattern=r"^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2}(\.\d{1,6})?)?(Z|[+-]\d{2}:\d{2})?$")
]
"""A day and a time of it, as in 2026-05-04T16:20:00Z."""


class Holds(StrEnum):
    YES = "yes"
    DOUBTFUL = "doubtful"
    NO = "no"


class HoleRecord(Model):
    """One hole as drilled: what the bit met, how deep, what went in, and whether it holds.

    ``met``: what was reported, by key. ``met_at_mm``: how deep it began, from the face. ``off_x_mm``, ``off_y_mm``: how
    far the bit came out from its mark, to the right and up. ``failed``: fixings that were tried in it in
    vain. ``given_up``: nothing else goes into it.
    ``settled``: it was said how to go on after what was met.
    """

    hole_id: Id
    day: Day | None = None
    at: Moment | None = None
    who: Note = ""
    met: tuple[Id, ...] = Field(default=(), max_length=20)
    met_at_mm: NonNegativeMm | None = None
    came_out: CameOut | None = Field(default=None, description="the dust, if somebody looked")
    depth_mm: NonNegativeMm | None = None
    bit_mm: float | None = Field(default=None, gt=0, le=60, description="diameter that it was drilled with, or came to")
    off_x_mm: float = Field(default=0, ge=-200, le=200)
    off_y_mm: float = Field(default=0, ge=-200, le=200)
    fixing: Id | None = None
    failed: tuple[Id, ...] = Field(default=(), max_length=40)
    given_up: bool = False
    settled: bool = False
    pulled_n: float | None = Field(default=None, gt=0, le=100_000, description="what it was pulled with")
    holds: Holds | None = None
    note: Note = ""


class LeftHole(Model):
    """A hole of this job that was drilled and given up: it stays in the wall, filled or not.

    ``fixing``: what went in as planned, before it was given up.
    ``crumbled``: its rim is broken out, so that the next one keeps farther away.
    """

    id: Id
    name: Name
    x_mm: WallCoordinate
    y_mm: WallCoordinate
    diameter_mm: float = Field(gt=0, le=150)
    depth_mm: NonNegativeMm = 0
    met: tuple[Id, ...] = Field(default=(), max_length=20)
    fixing: Id | None = None
    crumbled: bool = False
    filled: bool = False
    on_second: bool = Field(default=False, description="in the wall round an inside corner, and measured on that")
    day: Day | None = None


class AsBuilt(Model):
    """A distance [mm] between two holes as it was measured once they were drilled."""

    first: Id
    second: Id
    distance_mm: PositiveMm

    @model_validator(mode="after")
    def _of_two(self) -> Self:
        if self.first == self.second:
            raise ValueError(f"second: is {self.second} again; a distance is measured from one hole to another")
        return self


class FailedHow(StrEnum):
    """How a fixing gave way."""

    PULLED_OUT = "pulled_out"
    SPUN = "spun"
    BOARD_CRUMBLED = "board_crumbled"
    BACKED_OUT = "backed_out"
    BROKE = "broke"
    HOLDS = "holds"


class OldFixing(Model):
    """What was in one hole of a thing that came loose. ``hole_mm``: how wide the hole is now.

    ``left_behind``: what came loose hangs elsewhere by now, and the hole is an old one.
    """

    hole_id: Id
    fixing: Id | None = Field(default=None, description="None: nobody knows")
    how: FailedHow
    hole_mm: float = Field(gt=0, le=60)
    depth_mm: NonNegativeMm | None = None
    pulled_n: float | None = Field(default=None, gt=0, le=100_000, description="what one that holds was pulled with")
    left_behind: bool = False


class CameLoose(Model):
    """A thing that came loose: what was in each of its holes. The job hangs it again.

    ``hung_x_mm``, ``hung_y_mm``: where its lower left corner was; None: where it is put now.
    """

    day: Day | None = None
    hung_x_mm: WallCoordinate | None = None
    hung_y_mm: WallCoordinate | None = None
    holes: tuple[OldFixing, ...] = Field(default=(), max_length=100)
    note: Note = ""

    @model_validator(mode="after")
    def _once_each(self) -> Self:
        ids = [one.hole_id for one in self.holes]
        if len(ids) != len(set(ids)):
            raise ValueError(f"holes: one entry a hole; {max(ids, key=ids.count)} stands twice")
        return self


class Photo(Model):
    """A photo kept beside the data file. ``file``: by what it holds, so that the same one is kept once."""

    id: Id
    file: Annotated[str, StringConstraints(pattern=r"^[0-9a-f]{32}\.jpg$")]
    hole_id: Id | None = None
    at: Moment | None = None
    who: Note = ""
    note: Note = ""


class DoneStep(Model):
    """A step of the work that is behind one."""

    step: Id
    at: Moment | None = None


class Clock(Model):
    """A wait that runs: of which step, and when it is over."""

    step: Id
    ends: Moment


CHECK_PARTS = "parts"
"""The step that counts what came against what the thing needs, by id."""


class Progress(Model):
    """How far the work has come: what lies ready, the steps that are done, and the clocks that run."""

    gathered: tuple[Id, ...] = Field(default=(), max_length=400)
    done: tuple[DoneStep, ...] = Field(default=(), max_length=400)
    clocks: tuple[Clock, ...] = Field(default=(), max_length=50)

    @model_validator(mode="after")
    def _once_each(self) -> Self:
        for label, ids in (
            ("gathered", list(self.gathered)),
            ("done", [one.step for one in self.done]),
            ("clocks", [one.step for one in self.clocks]),
        ):
            if len(ids) != len(set(ids)):
                raise ValueError(f"{label}: {max(ids, key=ids.count)} stands twice; name each once")
        return self

    def elsewhere(self) -> Self:
        """What of it is still so where the thing goes to another place: parts are counted, and what lies ready does.

        Circuits are proved dead anew, and whether the next holes make dust is read anew.
        """
        counted = tuple(one for one in self.done if one.step == CHECK_PARTS)
        return self.model_copy(update={"done": counted, "clocks": ()})
