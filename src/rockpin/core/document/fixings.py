"""The rows of the catalogue that hold something: screws, and one model of fixing for each method of capacity."""

from enum import StrEnum
from typing import Annotated, Literal

from pydantic import Field

from rockpin.core.base.model import Id, Model, Name
from rockpin.core.base.quantities import UnitSystem
from rockpin.core.base.row import Row
from rockpin.core.document.fixture import Environment, HeadSeat
from rockpin.core.document.post import PostSection


class ScrewKind(StrEnum):
    WOOD = "wood"
    MACHINE = "machine"
    COACH = "coach"
    TAPPING = "tapping"
    MASONRY = "masonry"
    ROD = "rod"
    PIN = "pin"


class Screw(Row):
    """A screw by diameter, with the lengths it is sold in."""

    label_us: Name | None = None
    kind: ScrewKind
    systems: tuple[UnitSystem, ...] = Field(max_length=4)
    diameter_mm: float = Field(gt=0)
    root_mm: float = Field(gt=0)
    head_mm: float = Field(gt=0)
    seats: tuple[HeadSeat, ...] = Field(max_length=10)
    thread_share: float = Field(gt=0, le=1, description="threaded part of the length")
    yield_mpa: float = Field(default=400, gt=0, description="of its steel in bending; a hardened screw's until told")
    stainless: bool = Field(default=False, description="or coated: for places that are not dry")
    instead_of: Id | None = Field(default=None, description="the plain screw of the same size that it stands for there")
    lengths_mm: tuple[float, ...] = Field(max_length=60)

    def stock_length_mm(self, least_mm: float) -> float | None:
        """The next stock length [mm] up, or None where the longest is too short."""
        return next((length for length in self.lengths_mm if length >= least_mm - 1e-6), None)


class FixingBase(Row):
    """What all fixings have in common."""

    label_us: Name | None = None
    says: str = Field(max_length=600)
    systems: tuple[UnitSystem, ...] = Field(default=(UnitSystem.METRIC, UnitSystem.IMPERIAL), max_length=4)
    made_to: UnitSystem | None = Field(default=None, description="whose sizes it has where it is sold beside others'")
    environments: tuple[Environment, ...] = Field(max_length=20)
    minutes: float = Field(gt=0)
    removable: bool
    tools: tuple[Id, ...] = Field(default=(), max_length=40)
    grips: str = Field(max_length=600)
    stop: str = Field(max_length=600)
    carries_people: bool = Field(default=False, description="its packet says that it may carry a person, in board")
    pull_most_n: float | None = Field(default=None, gt=0, description="what pulls that failed on the spot allow")
    most_raise: float = Field(default=10.0, ge=1, description="how far a short load may raise its values")
    over_table: float = Field(default=0.0, ge=0, description="a packet's load over the table's own for such a fixing")
    brings: tuple[Screw, ...] = Field(default=(), max_length=20, description="screws that the catalogue has not")
    in_hand: bool = Field(default=False, description="a packet of the job itself, whatever else the van holds")
    counted_as: Id | None = Field(default=None, description="the row under which the van counts it, where not its own")
    stock: int | None = Field(default=None, ge=0, description="how many are left of what is in hand; None: enough")

    @property
    def screw_keys(self) -> tuple[Id, ...]:
        """The screws of the catalogue that go with it: its ``screw``, or the ``screws`` of its range."""
        # asked for each fixing at each hole: a model takes long to say that it has no such field
        one, several = self.__dict__.get("screw"), self.__dict__.get("screws", ())
        return (one,) if one else tuple(several)


class Rating(Model):
    """Working tension and shear [N]."""

    tension_n: float = Field(gt=0)
    shear_n: float = Field(gt=0)


class BoardAnchor(FixingBase):
    """An anchor for hollow board, rated in one 12.5 mm or 1/2 in board."""

    method: Literal["board"] = "board"
    kind: Literal[
        "plug",
        "self_drilling",
        "sleeve",
        "spring_toggle",
        "strap_toggle",
        "bare_screw",
        "rivet",
        "rivet_nut",
        "panel_bolt",
    ]
    plastic: bool
    rating: Rating
    panel: Rating | None = Field(default=None, description="in a thin panel of 3 to 6 mm; None: not rated there")
    hole_mm: float = Field(gt=0)
    screw: Id
    grip_min_mm: float = Field(ge=0)
    grip_max_mm: float = Field(gt=0)
    void_mm: float = Field(ge=0, description="clear depth that it needs behind the board")
    wing_mm: float = Field(ge=0, description="half the width that opens behind the board")
    needs_empty_void: bool
    flange_mm: float = Field(ge=0, description="diameter of the part that stays in front")
    screw_past_mm: float | None = Field(
        default=None, gt=0, description="how far its screw must come past the board; None: as for most"
    )
    screw_from_mm: float | None = Field(
        default=None, gt=0, description="the shortest screw that it is sold with; None: any that reaches"
    )
    for_board_mm: float | None = Field(default=None, description="the only board that its rating holds for")
    panel_only: bool = Field(default=False, description="rated in a thin panel and in nothing else")
    own_point: bool = Field(default=False, description="cuts its own hole in one board as it is turned in")


class BoardHanger(FixingBase):
    """A hook that is pushed or knocked into gypsum board by hand; rated in one 12.5 mm or 1/2 in board, hanging.

    ``reach_mm``: how deep it goes behind the face; ``behind_mm``: what must be clear of framing round it.
    """

    method: Literal["hanger"] = "hanger"
    rating: Rating
    pin_mm: float = Field(gt=0)
    front_max_mm: float = Field(gt=0, description="thickest front that it reaches through")
    reach_mm: float = Field(gt=0)
    behind_mm: float = Field(ge=0)
    pushed: str = Field(max_length=600, description="how it is put in, without a drill")


MasonryKind = Literal["concrete", "solid", "cored", "hollow", "aerated"]
"""What a plug may stand in, as its table has it."""


class Tube(Model):
    """A steel tube by its outside and its bore [mm]; so much of it stands in the wall."""

    outside_mm: float = Field(gt=0, le=60)
    bore_mm: float = Field(gt=0, le=60)
    yield_mpa: float = Field(gt=0, le=1200)
    in_wall_mm: float = Field(gt=0, le=60)


class MasonryPlug(FixingBase):
    """A plug, resin or screw in masonry; rated by what it stands in.

    ``plug_length_mm``: what must stand in the masonry itself. ``body_lengths_mm``: of a plug that reaches from the face
    through every skin, a frame plug through the bracket too; empty for what is pushed in behind them. ``sieve``: the
    resin is filled into a sleeve that keeps it from running away in hollow units. ``stand_off``: a steel sleeve over
    the screw, from the face through every gap into the wall.
    """

    method: Literal["masonry"] = "masonry"
    kind: Literal["plug", "frame_plug", "resin", "masonry_screw"] = "plug"
    sieve: bool = False
    plastic: bool = True
    hole_mm: float = Field(gt=0)
    plug_length_mm: float = Field(gt=0)
    body_lengths_mm: tuple[float, ...] = Field(default=(), max_length=60)
    stand_off: Tube | None = None
    screws: tuple[Id, ...] = Field(max_length=60)
    ratings: dict[MasonryKind, Rating] = Field(max_length=40)
    hole_max_mm: float | None = Field(default=None, gt=0, description="where its packet gives a range of holes")


class WoodFastener(FixingBase):
    """A wood screw or a coach screw straight into framing."""

    method: Literal["wood"] = "wood"
    screw: Id
    withdrawal: Literal["wood_screw", "coach_screw"]
    least_penetration_diameters: float
    shank_hole: bool = False
    rated: Rating | None = Field(default=None, description="its packet's working load in a stud, for the formulas")


class LiningScrew(FixingBase):
    """A wood screw that holds in a lining of timber or plywood itself, wherever its studs are."""

    method: Literal["lining"] = "lining"
    screw: Id


class FoamSpiral(FixingBase):
    """A plastic spiral that holds in the foam of an insulated facade, behind its thin render."""

    method: Literal["insulation"] = "insulation"
    rating: Rating
    hole_mm: float = Field(gt=0, description="that is opened in the render")
    length_mm: float = Field(gt=0)
    front_max_mm: float = Field(gt=0, description="the thickest render that its collar sits in")
    screws: tuple[Id, ...] = Field(min_length=1, max_length=20)
    turned_in: str = Field(max_length=600, description="how it is put in")


class SteelScrew(FixingBase):
    """A self-tapping screw in the flange of a steel stud."""

    method: Literal["steel"] = "steel"
    screw: Id


class ConcreteAnchor(FixingBase):
    """A screw or bolt that takes hold in concrete itself."""

    method: Literal["concrete"] = "concrete"
    hole_mm: float = Field(gt=0)
    diameter_mm: float = Field(gt=0)
    hef_mm: float = Field(gt=0)
    embedment_mm: float = Field(gt=0, description="length of anchor in the concrete")
    lengths_mm: tuple[float, ...] = Field(max_length=60)
    steel_area_mm2: float = Field(gt=0)
    fuk_mpa: float = Field(gt=0)
    fyk_mpa: float = Field(gt=0)
    gamma_inst: float = Field(ge=1)
    edge_min_mm: float
    spacing_min_mm: float
    root_mm: float
    pullout_n: float = Field(gt=0, description="characteristic pull-out in cracked C20/25")
    head: Name = "nut and washer"


class PostClamp(FixingBase):
    """A band or a bow that clamps a bracket to a post; nothing is drilled.

    ``pull_n``: what each of its two sides is drawn up to. ``band_mm``: how wide it lies on the post.
    """

    method: Literal["clamp"] = "clamp"
    pull_n: float = Field(gt=0)
    band_mm: float = Field(gt=0)
    across_min_mm: float = Field(gt=0)
    across_max_mm: float = Field(gt=0)
    sections: tuple[PostSection, ...] = Field(min_length=1)
    stainless: bool
    put_on: str = Field(max_length=600, description="how it is put on, without a drill")


class PostBolt(FixingBase):
    """A bolt right through a timber post, with a nut and a wide washer on its far side.

    ``edge_diameters``: least distance to either side of the post, in diameters.
    """

    method: Literal["post_bolt"] = "post_bolt"
    diameter_mm: float = Field(gt=0)
    root_mm: float = Field(gt=0)
    lengths_mm: tuple[float, ...] = Field(min_length=1, max_length=60)
    edge_diameters: float = Field(gt=0)
    put_in: str = Field(max_length=600, description="how it is put in")


AnyFixing = (
    BoardAnchor
    | BoardHanger
    | MasonryPlug
    | WoodFastener
    | LiningScrew
    | FoamSpiral
    | SteelScrew
    | ConcreteAnchor
    | PostClamp
    | PostBolt
)
Fixing = Annotated[AnyFixing, Field(discriminator="method")]


class OwnFixings(Model):
    """The user's own rows of the catalogue, beside those that ship with it."""

    rows: tuple[Fixing, ...] = Field(default=(), max_length=1000)
