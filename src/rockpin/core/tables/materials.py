"""What walls are made of and things are put up with: layers, units, wood, uses, bits, ways to mark, tools."""

from enum import StrEnum

from pydantic import Field

from rockpin.core.base.model import Name
from rockpin.core.base.quantities import UnitSystem
from rockpin.core.base.row import Row
from rockpin.core.document.kit import BitType
from rockpin.core.document.wall import UnitSolidity


class Role(StrEnum):
    """What a layer does for a fixing."""

    SKIN = "skin"
    BOARD = "board"
    CAVITY = "cavity"
    FRAME = "frame"
    MASONRY = "masonry"
    CONCRETE = "concrete"
    POST = "post"


class BoardKind(StrEnum):
    """How a board over a void takes an anchor."""

    GYPSUM = "gypsum"
    FIBRE_CEMENT = "fibre_cement"
    LATH = "lath"
    PANEL = "panel"
    LINING = "lining"


class Hammer(StrEnum):
    """Whether hammer action may be used in a layer."""

    NEVER = "never"
    ONCE_SEATED = "once_seated"


class Material(Row):
    """What a layer is made of: how it is drawn, drilled, and leaned on."""

    label_us: Name | None = None
    role: Role
    hatch: str
    bearing_mpa: float = Field(gt=0)
    skin_bears_mpa: float = Field(default=0.0, ge=0, description="beside a screw that it holds tight")
    unit_length_mm: float = Field(default=215, gt=0, description="of a unit where its joints are hidden")
    unit_height_mm: float = Field(default=65, gt=0)
    plug_share: float = Field(default=1.0, gt=0, le=1, description="of a plug's value in such a unit")
    bit: BitType
    bits_too: tuple[BitType, ...] = Field(default=(), description="what else cuts it as well as need be")
    bit_wander_mm: float = Field(gt=0, description="off its mark, one standard deviation")
    hammer: Hammer
    goes_plain: bool = Field(default=False, description="can be drilled on without hammer, near its back")
    speed: Name
    silica_dust: bool
    board_kind: BoardKind | None = None
    solidity: UnitSolidity | None = None
    usual_mm: tuple[float, ...] = ()

    @property
    def cut_by(self) -> tuple[BitType, ...]:
        """The kinds of bit that cut it, the one that is made for it first."""
        return (self.bit, *self.bits_too)


class MasonryUnit(Row):
    """A brick or block format."""

    unit_length_mm: float
    unit_height_mm: float
    joint_mm: float
    solidity: UnitSolidity


class Species(Row):
    specific_gravity: float = Field(gt=0.2, lt=1)


class Duty(Row):
    """How a fixture is used: its factor on the live part, whether the pull comes and goes, whether it swings."""

    says: str
    factor: float = Field(ge=1)
    whole_mass: bool = Field(description="the factor takes the fixture's own mass as well as its contents")
    repeated: bool = Field(description="pulled again and again: it loosens what is plastic")
    moves: bool = Field(default=False, description="swings or is shaken: it loosens metal in board too")
    sideways_g: float = Field(default=0, ge=0)
    body_support: bool = False


class BitSeries(Row):
    """The diameters that bits are sold in."""

    system: UnitSystem
    sizes_mm: tuple[float, ...]


class MarkingWay(Row):
    """A way to bring marks to the wall, with its errors of one standard deviation.

    ``base_mm`` and ``per_m_mm``: of each mark on each axis, and more for each metre from the first.
    ``level_per_m_mm``: of the one slope that all marks share.
    """

    base_mm: float = Field(ge=0)
    per_m_mm: float = Field(ge=0)
    level_per_m_mm: float = Field(ge=0)
    says: str


class Tool(Row):
    """A tool that a fixing may need."""

    label_us: Name | None = None
