"""What belongs to a fixture besides its parts: the lines it is measured by, its row, and the room that it claims."""

from enum import StrEnum

from pydantic import Field

from rockpin.core.base.model import Id, Model, Name, NonNegativeMm, PositiveMm, Rect, WallCoordinate


class EnvelopeKind(StrEnum):
    """What claims room beside the piece itself."""

    HANGS = "hangs"
    OPENS = "opens"
    PULLED_OUT = "pulled_out"
    LIFTED_ON = "lifted_on"
    SWINGS = "swings"


class Envelope(Model):
    """Room on the wall that something of the fixture claims: what hangs from it, a door leaf, a drawer, a swing."""

    id: Id
    kind: EnvelopeKind
    name: Name
    x_mm: WallCoordinate
    y_mm: WallCoordinate
    width_mm: PositiveMm
    height_mm: PositiveMm
    piece_id: Id | None = Field(default=None, description="the piece that claims it; None: the one that it lies at")

    @property
    def rect(self) -> Rect:
        return Rect(x_mm=self.x_mm, y_mm=self.y_mm, width_mm=self.width_mm, height_mm=self.height_mm)


class OwnLine(Model):
    """A level line of the fixture that its user measures by: a seat, the lowest rung, the hooks' tips."""

    id: Id
    name: Name
    y_mm: WallCoordinate


class SpacingKind(StrEnum):
    EQUAL_GAPS = "equal_gaps"
    MARGINS = "margins"
    FIXED_GAPS = "fixed_gaps"
    CENTRES = "centres"


class Spacing(Model):
    """How the things of a fixture stand in a row, in the order of its pieces, within a span from its left end on.

    Equal gaps stand at both ends too; margins leave so much at the ends and share the rest; fixed gaps are centred.
    With centres the middles are ``pitch_mm`` apart, as studs are, and the span is as long as that comes to.
    """

    kind: SpacingKind = SpacingKind.EQUAL_GAPS
    span_mm: PositiveMm
    margin_mm: NonNegativeMm = 0
    gap_mm: NonNegativeMm = 0
    pitch_mm: NonNegativeMm = 0
