"""What a person did at the wall and saw there: checks, probe holes, hits on the framing, and sweeps of a scanner.

Nothing here is judged. Evidence belongs to the wall, keeps its place and day, and outlives the job.
"""

from enum import StrEnum
from itertools import pairwise
from typing import Self

from pydantic import Field, model_validator

from rockpin.core.base.model import Day, Id, Model, NonNegativeMm, Note, PositiveMm, Spread, WallCoordinate


class Filling(StrEnum):
    """What fills a hollow layer."""

    EMPTY = "empty"
    MINERAL_WOOL = "mineral_wool"
    RIGID_FOAM = "rigid_foam"
    UNKNOWN = "unknown"


class Location(StrEnum):
    """Where a wall stands in the building, or what else it is the side of."""

    OUTSIDE = "outside"
    OUTER_FACE = "outer_face"
    BETWEEN_DWELLINGS = "between_dwellings"
    PARTITION = "partition"
    WET_ROOM = "wet_room"
    CHIMNEY_BREAST = "chimney_breast"
    BASEMENT = "basement"
    VEHICLE = "vehicle"
    BOAT = "boat"
    UNKNOWN = "unknown"

    @property
    def rides(self) -> bool:
        """Whether it is no building: it shakes, has a thin outer skin, and its maker's own cables."""
        return self in (Location.VEHICLE, Location.BOAT)


class Finish(StrEnum):
    """What one sees and touches."""

    UNKNOWN = "unknown"
    SMOOTH = "smooth"
    PAPERED = "papered"
    BARE = "bare"
    TILED = "tiled"
    WOOD = "wood"
    TEXTURED = "textured"
    CEMENT_SHEET = "cement_sheet"
    INSULATING_BOARD = "insulating_board"


class HowStated(StrEnum):
    """How somebody knows the layers that he states."""

    SEEN = "seen"
    TOLD = "told"
    GUESSED = "guessed"


class CameOut(StrEnum):
    """What a small bit brings out of a wall."""

    WHITE_CHALKY = "white_chalky"
    GREY_HARD = "grey_hard"
    GREY_SOFT = "grey_soft"
    RED = "red"
    SANDY = "sandy"
    BROWN_FIBRE = "brown_fibre"
    SHAVINGS = "shavings"
    SWARF = "swarf"
    CERAMIC = "ceramic"


class Drilled(StrEnum):
    """How a small bit went in without hammer action."""

    EASILY = "easily"
    STEADILY = "steadily"
    HARDLY = "hardly"
    UNSAID = "unsaid"


class Ended(StrEnum):
    """How a probe hole ended: through into a void, still in solid stuff, or on something the bit would not cut."""

    VOID = "void"
    SOLID = "solid"
    STOP = "stop"


class ProbeInterval(Model):
    """One stretch of a probe hole, from the face of the wall."""

    from_mm: float = Field(ge=0, le=400)
    to_mm: float = Field(gt=0, le=400)
    came_out: CameOut
    drilled: Drilled = Drilled.UNSAID


class Probe(Model):
    """The record of a probe hole: what came out at which depth, how it ended, and the void behind."""

    intervals: tuple[ProbeInterval, ...] = Field(min_length=1, max_length=8)
    ended: Ended
    void_depth_mm: NonNegativeMm | None = Field(default=None, description="by a bent strip, behind the breakthrough")
    void_filling: Filling = Filling.UNKNOWN

    @model_validator(mode="after")
    def _in_order(self) -> Self:
        depth = 0.0
        for number, one in enumerate(self.intervals, 1):
            if one.to_mm <= one.from_mm:
                raise ValueError(
                    f"intervals: stretch {number} ends at {one.to_mm:g} mm, before it begins at {one.from_mm:g} mm"
                )
            if one.from_mm < depth - 1e-6:
                raise ValueError(
                    f"intervals: stretch {number} begins at {one.from_mm:g} mm, inside the one before, "
                    f"which ends at {depth:g} mm; give them in the order of depth"
                )
            depth = one.to_mm
        if self.void_depth_mm is not None and self.ended is not Ended.VOID:
            raise ValueError("void_depth_mm: a void was measured, but the hole did not end in one; correct either")
        return self

    @property
    def depth_mm(self) -> float:
        """Where the drilling ended [mm from the face]."""
        return self.intervals[-1].to_mm


class Evidence(Model):
    """One check of what the wall is, done at one place, and its outcome: a word, a measure, or a probe's record."""

    id: Id
    check: Id
    outcome: Id | None = None
    x_mm: WallCoordinate | None = None
    y_mm: WallCoordinate | None = None
    value_mm: NonNegativeMm | None = None
    probe: Probe | None = None
    day: Day | None = None
    note: Note = ""


class HitKind(StrEnum):
    """How a piece of framing answered."""

    MAGNET = "magnet"
    DETECTOR_CENTRE = "detector_centre"
    DETECTOR_EDGES = "detector_edges"
    DULL_KNOCK = "dull_knock"
    PIN_WOOD = "pin_wood"
    PIN_VOID = "pin_void"


class Hit(Model):
    """One answer of the framing at one place.

    ``width_mm``: between the two edges of a detector's edge pair. ``depth_mm``: how deep from the face a pin was still
    in wood, for a face that is wood itself. ``drilled``: the bit of a hole met it, no pin.
    """

    id: Id
    kind: HitKind
    x_mm: WallCoordinate
    y_mm: WallCoordinate
    width_mm: PositiveMm | None = None
    depth_mm: PositiveMm | None = None
    sigma_mm: Spread = 0
    drilled: bool = False
    day: Day | None = None


class ReadBy(StrEnum):
    """What a reading was taken with: a hand or an instrument at the wall, or a stand-in that knows no real wall."""

    INSTRUMENT = "instrument"
    STAND_IN = "stand_in"


class Reading(Model):
    """One reading of a wall scanner. Density, metal and live are shares of full scale, -0.5 to 1.5."""

    x_mm: float
    density: float = Field(ge=-0.5, le=1.5)
    metal: float = Field(default=0, ge=-0.5, le=1.5)
    live: float = Field(default=0, ge=-0.5, le=1.5)


class Trace(Model):
    """One sweep along a level line. ``struck``: peaks, by their names, that the user does not believe."""

    id: Id
    y_mm: WallCoordinate
    readings: tuple[Reading, ...] = Field(min_length=1, max_length=4000)
    struck: tuple[Id, ...] = Field(default=(), max_length=200)
    read_by: ReadBy = ReadBy.INSTRUMENT
    day: Day | None = None
    note: Note = ""

    @model_validator(mode="after")
    def _in_order(self) -> Self:
        places = [reading.x_mm for reading in self.readings]
        if any(after <= before for before, after in pairwise(places)):
            raise ValueError("readings: the positions must grow from reading to reading; sort them, one at each place")
        return self
