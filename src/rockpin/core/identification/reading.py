"""A build-up as a fixing meets it: which family, how deep each layer lies, what holds, and what is only a skin.

Thicknesses may be measured, stated or only usual for such a wall. Where they are unsure, each figure here is taken
on its safe side: skins thick, voids and walls thin.
"""

from collections.abc import Sequence
from enum import StrEnum
from math import hypot
from typing import NamedTuple

from pydantic import Field

from rockpin.core.base.model import Model
from rockpin.core.document.evidence import Filling
from rockpin.core.document.wall import Layer, UnitSolidity, Wall
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.figures import IdentificationFigures
from rockpin.core.tables.materials import BoardKind, Hammer, Role


class Family(StrEnum):
    """What a fixing has to deal with. ``framed``: skins on framing, hollow in between."""

    framed: bool

    BOARD_ON_STUDS = "board_on_studs"
    LATH_AND_PLASTER = "lath_and_plaster"
    BONDED_BOARD = "bonded_board"
    THIN_PANEL = "thin_panel"
    TIMBER_LINING = "timber_lining"
    MASONRY = "masonry"
    CONCRETE = "concrete"
    POST = "post"
    UNKNOWN = "unknown"

    def __init__(self, value: str) -> None:
        # asked at every hole for every fixing
        self.framed = value in ("board_on_studs", "lath_and_plaster", "thin_panel", "timber_lining")

    @property
    def planned(self) -> bool:
        """Whether fixings are worked out for walls of this family."""
        return self is not Family.UNKNOWN


FAMILY_WORDS = {
    Family.BOARD_ON_STUDS: "board on studs",
    Family.LATH_AND_PLASTER: "lath and plaster",
    Family.BONDED_BOARD: "a face that stands off brick, block or stone",
    Family.THIN_PANEL: "thin panel",
    Family.TIMBER_LINING: "timber lining",
    Family.MASONRY: "brick, block or stone",
    Family.CONCRETE: "concrete",
    Family.POST: "a post",
    Family.UNKNOWN: "something not planned for",
}


class Measured(NamedTuple):
    """A layer with how surely its thickness is known [mm].

    ``least_mm``: what it may plausibly be at the least, where it comes in sizes. ``unseen_back``: of what holds, that
    nobody can tell from an opening how thick it is.
    """

    material: str
    thickness_mm: float
    sigma_mm: float
    filling: Filling | None
    least_mm: float | None = None
    unseen_back: bool = False


class LayerReading(Model):
    """A layer with its place: depths from the face [mm], the spread of its thickness, and what it is made of."""

    index: int
    material: str
    label: str
    hatch: str
    role: Role
    front_mm: float
    back_mm: float
    sigma_mm: float
    filling: Filling | None

    @property
    def thickness_mm(self) -> float:
        """How thick it is [mm]."""
        return self.back_mm - self.front_mm


class WallReading(Model):
    """The wall as the other rooms need it.

    ``skin_mm``: what lies in front of the layer that holds and carries nothing itself. ``front_mm``: the skins in
    front of the first void, which a board anchor grips, at least ``front_low_mm`` and at most ``front_high_mm``.
    Boards over a void are skin to a screw in the stud, and the holding layer to an anchor.
    """

    family: Family
    layers: tuple[LayerReading, ...]
    skin_mm: float
    front_mm: float
    front_low_mm: float
    front_high_mm: float
    board_mm: float
    board_count: int
    board_kind: BoardKind | None
    void_mm: float
    filling: Filling | None
    holding: str | None
    holding_mm: float
    thickness_mm: float
    bearing_mpa: float
    solidity: UnitSolidity | None
    back_unseen: bool = Field(default=False, description="nobody has seen how thick the layer that holds is")
    leaf_may_be_mm: float | None = Field(default=None, description="thinnest usual leaf, where it was only told")
    unit_mm: tuple[float, float] = Field(default=(215.0, 65.0), exclude=True, description="length and height of a unit")
    plug_share: float = Field(default=1.0, exclude=True, description="of a plug's value in such a unit")
    skin_bears_n_per_mm: float = Field(default=0.0, exclude=True, description="of a screw that its skins hold tight")
    hammered: bool = Field(default=False, exclude=True, description="whether what holds is drilled with hammer action")
    goes_plain: bool = Field(default=False, exclude=True, description="whether that goes on without it near its back")

    @property
    def leaf_unseen(self) -> bool:
        """Whether what holds is masonry or concrete that nobody has seen the back of."""
        return self.back_unseen and not self.family.framed

    @property
    def unsure(self) -> bool:
        """Whether a measure could still change how thick a layer is taken to be, or what fills the void."""
        return any(layer.sigma_mm > 0 or layer.filling is Filling.UNKNOWN for layer in self.layers)

    def as_if_measured(self, catalogue: Catalogue) -> "WallReading":
        """The same layers, each as thick as it is believed to be for certain, and an unknown void empty."""
        measured = [
            Measured(
                layer.material,
                layer.thickness_mm,
                0.0,
                Filling.EMPTY if layer.filling is Filling.UNKNOWN else layer.filling,
            )
            for layer in self.layers
        ]
        return read_layers(measured, self.solidity, catalogue, catalogue.figures.identification)

    @property
    def bonded(self) -> bool:
        """Whether its face is board that stands off masonry: cables run in the gap as in a hollow wall."""
        return self.family is Family.BONDED_BOARD and self.board_kind is not None

    @property
    def wood_frame(self) -> bool:
        """Whether what stands between the voids takes a wood screw."""
        return self.family.framed and self.holding != "steel_studs"


_HOLDING = {
    Role.FRAME: Family.BOARD_ON_STUDS,
    Role.MASONRY: Family.MASONRY,
    Role.CONCRETE: Family.CONCRETE,
    Role.POST: Family.POST,
}
_BY_BOARD = {
    BoardKind.LATH: Family.LATH_AND_PLASTER,
    BoardKind.PANEL: Family.THIN_PANEL,
    BoardKind.LINING: Family.TIMBER_LINING,
}


def _place(layers: Sequence[Measured], catalogue: Catalogue) -> tuple[LayerReading, ...]:
    placed: list[LayerReading] = []
    depth = 0.0
    for index, layer in enumerate(layers):
        material = catalogue.material_by_key[layer.material]
        # whoever leaves open what fills a void does not know it
        unsaid = Filling.UNKNOWN if material.role in (Role.FRAME, Role.CAVITY) else None
        placed.append(
            LayerReading(
                index=index,
                material=layer.material,
                label=material.label,
                hatch=material.hatch,
                role=material.role,
                front_mm=depth,
                back_mm=depth + layer.thickness_mm,
                sigma_mm=layer.sigma_mm,
                filling=layer.filling or unsaid,
            )
        )
        depth += layer.thickness_mm
    return tuple(placed)


def _family(holding: LayerReading | None, boards: Sequence[BoardKind], cavity: bool) -> Family:
    if holding is None:
        return Family.UNKNOWN
    family = _HOLDING[holding.role]
    if family is Family.BOARD_ON_STUDS:
        return _BY_BOARD.get(boards[0], family) if boards else Family.UNKNOWN
    # a face that stands off what holds is bridged, whether it is board, render or plaster
    return Family.BONDED_BOARD if cavity else family


def read_layers(
    measured: Sequence[Measured], solidity: UnitSolidity | None, catalogue: Catalogue, figures: IdentificationFigures
) -> WallReading:
    """The family of some layers and the depths in them [mm]; layers where nothing holds are ``UNKNOWN``.

    ``solidity``: of the units as the user states it; the material's own stands where nobody did.
    """
    layers = _place(measured, catalogue)
    holding = next((layer for layer in layers if layer.role in _HOLDING), None)
    front = layers[: holding.index] if holding else layers
    cavity = next((layer for layer in front if layer.role is Role.CAVITY), None)
    gripped = front[: cavity.index] if cavity else front
    boards = [layer for layer in front if layer.role is Role.BOARD]
    kinds = [kind for layer in boards if (kind := catalogue.material_by_key[layer.material].board_kind)]
    void = cavity or (holding if holding and holding.role is Role.FRAME else None)
    z = figures.measure_surety_sigmas
    # a skin bears beside a screw only where all of them do: nothing behind a void, nothing under a tile's wide hole
    bearing = [catalogue.material_by_key[layer.material].skin_bears_mpa for layer in front]

    def total(some: Sequence[LayerReading]) -> float:
        return sum(layer.thickness_mm for layer in some)

    def spread(some: Sequence[LayerReading]) -> float:
        return z * hypot(*(layer.sigma_mm for layer in some))

    skin = total(front) + spread(front)
    back = total([*front, holding]) - spread([*front, holding]) if holding else 0.0
    as_told = measured[holding.index] if holding else None
    least = as_told.least_mm if as_told else None
    thinner = holding.thickness_mm - least if holding and least is not None else 0.0
    unit = catalogue.material_by_key[holding.material].solidity if holding else None
    return WallReading(
        family=_family(holding, kinds, cavity is not None),
        layers=layers,
        skin_mm=skin if holding else 0.0,
        front_mm=total(gripped),
        front_low_mm=total(gripped) - spread(gripped),
        front_high_mm=total(gripped) + spread(gripped),
        board_mm=total(boards),
        board_count=len(boards),
        board_kind=kinds[0] if kinds else None,
        void_mm=(least if least is not None and void is holding else max(0.0, void.thickness_mm - z * void.sigma_mm))
        if void
        else 0.0,
        filling=void.filling if void else None,
        holding=holding.material if holding else None,
        holding_mm=max(0.0, back - skin) if least is None else least,
        thickness_mm=max(
            0.0,
            total(layers) - spread(layers)
            if least is None
            else total(layers) - thinner - spread([one for one in layers if one is not holding]),
        ),
        back_unseen=as_told is not None and as_told.unseen_back,
        # a thin face is pressed into what it lies on
        bearing_mpa=min(
            (
                catalogue.material_by_key[one.material].bearing_mpa
                for one in [*layers[:1], *([cavity] if cavity else [])]
            ),
            default=1.0,
        ),
        unit_mm=(
            catalogue.material_by_key[holding.material].unit_length_mm,
            catalogue.material_by_key[holding.material].unit_height_mm,
        )
        if holding
        else (215.0, 65.0),
        plug_share=catalogue.material_by_key[holding.material].plug_share if holding else 1.0,
        skin_bears_n_per_mm=sum(
            mpa * max(0.0, layer.thickness_mm - z * layer.sigma_mm) for mpa, layer in zip(bearing, front, strict=True)
        )
        if all(bearing)
        else 0.0,
        hammered=holding is not None and catalogue.material_by_key[holding.material].hammer is Hammer.ONCE_SEATED,
        goes_plain=holding is not None and catalogue.material_by_key[holding.material].goes_plain,
        solidity=(unit if unit is not UnitSolidity.SOLID else solidity or unit) if unit else None,
    )


def as_measured(layers: Sequence[Layer]) -> list[Measured]:
    """Layers as stated, without spread."""
    return [Measured(layer.material, layer.thickness_mm, 0.0, layer.filling) for layer in layers]


def read_stated(wall: Wall, catalogue: Catalogue) -> WallReading:
    """The reading of the build-up as it is stated, taken at its word."""
    solidity = wall.courses.solidity if wall.courses else None
    return read_layers(as_measured(wall.build_up), solidity, catalogue, catalogue.figures.identification)
