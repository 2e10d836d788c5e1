"""What is this wall? Reads the stated build-up into one of the families that the other rooms can reckon with.

This version takes the build-up as the user states it. Checks that were reported are kept with the wall and
answered with a finding, not weighed yet.
"""

from enum import StrEnum

from rockpin.core.findings import Finding, Severity, Stage, Where
from rockpin.core.model import Model
from rockpin.core.tables import Catalogue, Material, Role
from rockpin.core.wall import Filling, Layer, UnitSolidity, Wall


class Family(StrEnum):
    """What a fixing has to deal with."""

    BOARD_ON_STUDS = "board_on_studs"
    MASONRY = "masonry"
    CONCRETE = "concrete"
    UNKNOWN = "unknown"


class LayerReading(Model):
    """A layer with its place: depths from the face [mm], and what it is made of."""

    index: int
    material: str
    label: str
    hatch: str
    role: Role
    front_mm: float
    back_mm: float
    filling: Filling | None

    @property
    def thickness_mm(self) -> float:
        return self.back_mm - self.front_mm


class WallReading(Model):
    """The wall as the other rooms need it.

    ``skin_mm``: what lies in front of the layer that holds and carries nothing itself. Boards over a void are
    skin to a screw in the stud, and the holding layer to an anchor.
    """

    family: Family
    layers: tuple[LayerReading, ...]
    skin_mm: float
    board_mm: float
    board_count: int
    void_mm: float
    filling: Filling | None
    holding_mm: float
    thickness_mm: float
    bearing_mpa: float
    solidity: UnitSolidity | None
    fibre_cement: bool


def _place(layers: tuple[Layer, ...], catalogue: Catalogue) -> tuple[LayerReading, ...]:
    placed: list[LayerReading] = []
    depth = 0.0
    for index, layer in enumerate(layers):
        material = catalogue.material_by_key[layer.material]
        placed.append(
            LayerReading(
                index=index,
                material=layer.material,
                label=material.label,
                hatch=material.hatch,
                role=material.role,
                front_mm=depth,
                back_mm=depth + layer.thickness_mm,
                filling=layer.filling,
            )
        )
        depth += layer.thickness_mm
    return tuple(placed)


_HOLDING = {
    Role.FRAME: Family.BOARD_ON_STUDS,
    Role.MASONRY: Family.MASONRY,
    Role.CONCRETE: Family.CONCRETE,
}


def _solidity(wall: Wall, holding: LayerReading) -> UnitSolidity | None:
    if holding.role is not Role.MASONRY:
        return None
    if holding.material == "cored_brick":
        return UnitSolidity.CORED
    return wall.courses.solidity if wall.courses else UnitSolidity.SOLID


def read_wall(wall: Wall, catalogue: Catalogue) -> WallReading:
    """The family of a stated build-up and the depths in it [mm]. A wall with no such layer is ``UNKNOWN``."""
    layers = _place(wall.build_up, catalogue)
    holding = next((layer for layer in layers if layer.role in _HOLDING), None)
    front = layers[: holding.index] if holding else layers
    boards = [layer for layer in front if layer.role is Role.BOARD]
    face: Material | None = catalogue.material_by_key[layers[0].material] if layers else None
    void_mm = holding.thickness_mm if holding and holding.role is Role.FRAME else 0.0
    family = _HOLDING[holding.role] if holding else Family.UNKNOWN
    if family is Family.BOARD_ON_STUDS and not boards:
        family = Family.UNKNOWN
    return WallReading(
        family=family,
        layers=layers,
        skin_mm=holding.front_mm if holding else 0.0,
        board_mm=sum(layer.thickness_mm for layer in boards),
        board_count=len(boards),
        void_mm=void_mm,
        filling=(holding.filling or Filling.UNKNOWN) if void_mm and holding else None,
        holding_mm=holding.thickness_mm if holding else 0.0,
        thickness_mm=layers[-1].back_mm if layers else 0.0,
        bearing_mpa=face.bearing_mpa if face else 1.0,
        solidity=_solidity(wall, holding) if holding else None,
        fibre_cement=any(layer.material == "fibre_cement_board" for layer in boards),
    )


def _finding(severity: Severity, code: str, wall: Wall, sentence: str, action: str | None) -> Finding:
    return Finding(
        severity=severity,
        stage=Stage.WALL,
        code=code,
        sentence=sentence,
        action=action,
        where=Where(wall=wall.id),
    )


def wall_findings(wall: Wall, reading: WallReading, built_year: int | None) -> list[Finding]:
    """What is wrong with, or not known of, the wall as stated."""
    findings: list[Finding] = []
    prove, stop, note = Severity.PROVE_FIRST, Severity.DO_NOT_DRILL, Severity.NOTE
    if not wall.build_up:
        findings.append(
            _finding(
                stop,
                "wall-not-stated",
                wall,
                "Nobody has said what this wall is built of.",
                "State its layers.",
            )
        )
    elif reading.family is Family.UNKNOWN:
        findings.append(
            _finding(
                stop,
                "wall-not-planned",
                wall,
                "This build-up is not planned yet: Rock Pin knows board on timber studs, brick and concrete.",
                "If the layers are right, ask somebody who knows this kind of wall.",
            )
        )
    if len(wall.outline) > 0:
        findings.append(
            _finding(
                prove,
                "outline-not-planned",
                wall,
                "Sloped or stepped outlines are not planned yet; the wall is drawn and checked as a rectangle.",
                "Check by tape that every hole lies on the wall, and look for the true top edge.",
            )
        )
    if wall.edge_slope_mm_per_m:
        findings.append(
            _finding(
                note,
                "edge-slope-not-planned",
                wall,
                f"The left edge is {abs(wall.edge_slope_mm_per_m):g} mm in a metre out of plumb. "
                "That is not reckoned with yet.",
                "Measure from a plumb line dropped at the left edge, not from the edge itself.",
            )
        )
    if wall.evidence:
        findings.append(
            _finding(
                note,
                "evidence-not-weighed",
                wall,
                f"{len(wall.evidence)} reported checks are kept with the wall; they are not weighed yet. "
                "The stated layers count.",
                None,
            )
        )
    if built_year is not None and built_year < 2000 and not wall.coating_tested:
        findings.append(
            _finding(
                prove,
                "old-building",
                wall,
                f"The building is from {built_year}: textured coatings, cement sheet and boards of that time may "
                "hold asbestos, old paint lead.",
                "Have the coating and the board tested, and note it with the wall.",
            )
        )
    return findings
