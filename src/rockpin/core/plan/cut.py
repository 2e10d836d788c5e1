"""The cut through each hole: the layers, what goes in and what it meets, and the wall that it may also be."""

from collections.abc import Sequence
from math import floor, log10, sqrt

from rockpin.core.base.model import Model
from rockpin.core.base.quantities import (
    UnitSystem,
    show_limit,
    show_share,
    show_thickness,
)
from rockpin.core.document.evidence import Filling
from rockpin.core.drilling import layer_met
from rockpin.core.framing import Behind, BehindKind
from rockpin.core.hole import HoleSpec, ScrewPick, Spot
from rockpin.core.identification import Family, Identified, LayerReading
from rockpin.core.plan.ruler import Tick, ruler
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.materials import BoardKind, Role


class CutLayer(Model):
    """A layer in the cut. ``back_spread_mm``: two standard deviations of where it ends."""

    label: str
    hatch: str
    front_mm: float
    back_mm: float
    back_spread_mm: float
    text: str


class RunnerUp(Model):
    """The build-up that comes second, cut through to be set beside the first."""

    label: str
    probability_text: str
    layers: tuple[CutLayer, ...]
    total_mm: float


class Cut(Model):
    """The cut through one hole, seen from the side; depths [mm] from the face, negative towards the room.

    ``plate_hatch``: of a board of one's own instead of a bracket. ``spacers_mm``: those of a stack, from the
    wall out. ``head_at_mm``: where the head's underside sits, ``tip_at_mm``: where the screw ends. What is held by a
    nut ends where it holds, and stands out of the nut with the rest.
    """

    layers: tuple[CutLayer, ...]
    total_mm: float
    behind_text: str
    plate_mm: float
    plate_hatch: str | None
    spacer_mm: float
    spacers_mm: tuple[float, ...]
    washer_mm: float
    head_at_mm: float
    tip_at_mm: float
    hole: HoleSpec | None
    screw: ScrewPick | None
    limit_mm: float | None
    limit_text: str | None
    ruler: tuple[Tick, ...]


def _cut_layers(layers: Sequence[LayerReading], kind: BehindKind, units: UnitSystem) -> tuple[CutLayer, ...]:
    variance = 0.0
    found = []
    for layer in layers:
        variance += layer.sigma_mm**2
        found.append(_cut_layer(layer, 2 * sqrt(variance), kind, units))
    return tuple(found)


def _cut_layer(layer: LayerReading, spread_mm: float, kind: BehindKind, units: UnitSystem) -> CutLayer:
    label, hatch = layer_met(layer, kind), layer.hatch
    if layer.role is Role.FRAME:
        if kind is BehindKind.TIMBER:
            hatch = "timber"
        elif kind is BehindKind.STEEL:
            label, hatch = "Steel stud", "void"
        else:
            filled = layer.filling in (Filling.MINERAL_WOOL, Filling.RIGID_FOAM)
            label, hatch = ("Insulation", "insulation") if filled else ("Void", "void")
            if layer.filling in (None, Filling.UNKNOWN):
                label = "Void, filling not known"
    elif layer.role is Role.MASONRY and kind is BehindKind.JOINT:
        hatch = "plaster"
    return CutLayer(
        label=label,
        hatch=hatch,
        front_mm=layer.front_mm,
        back_mm=layer.back_mm,
        back_spread_mm=spread_mm,
        text=_thickness_text(layer, units),
    )


def _thickness_text(layer: LayerReading, units: UnitSystem) -> str:
    """A thickness, with two standard deviations, to two digits, where it is not sure to half a millimetre."""
    text = show_thickness(layer.thickness_mm, units)
    if layer.sigma_mm <= 0.25:
        return text
    spread = 2 * layer.sigma_mm
    return f"{text} ± {show_thickness(round(spread, 1 - floor(log10(spread))), units)}"


def draw_runner_up(identified: Identified, units: UnitSystem, catalogue: Catalogue) -> RunnerUp | None:
    """The second build-up, where it is likely enough to matter and of another family or fixing."""
    if (
        not identified.others
        or identified.others[0][0].probability < 2 * catalogue.figures.identification.plausible_build_up
    ):
        return None
    other, reading = identified.others[0]
    layers = _cut_layers(reading.layers, BehindKind.UNKNOWN, units)
    return RunnerUp(
        label=other.label,
        probability_text=other.probability_text,
        layers=layers,
        total_mm=reading.layers[-1].back_mm if reading.layers else 0.0,
    )


_UNIT_WORDS = {
    "dense_block": "block",
    "hollow_block": "hollow block",
    "aerated_block": "aerated block",
    "stone": "stone",
    "clinker_block": "clinker block",
    "clay_block": "clay block",
}
_FACE_WORDS = {BoardKind.LATH: "laths", BoardKind.LINING: "lining", BoardKind.PANEL: "panel"}


def behind_text(spot: Spot, behind: Behind, hole: HoleSpec | None) -> str:
    """What stands behind a hole, in a few words. ``hole``: what is drilled there, as far as anybody knows: what holds
    in the face never comes to the wall that the face stands off."""
    filled = spot.reading.filling in (Filling.MINERAL_WOOL, Filling.RIGID_FOAM)
    match behind.kind:
        case BehindKind.TIMBER:
            return f"stud {show_share(behind.solid_wood)}"
        case BehindKind.OPEN:
            if behind.solid_wood < spot.framing.open_least:
                return f"clear {show_share(behind.clear)}, or the edge of a stud"
            wood = f"stud {show_share(behind.solid_wood)}"
            # beside a stud that is surely there, "clear" says nothing
            return f"{wood}, or clear {show_share(behind.clear)}" if behind.clear >= spot.framing.open_least else wood
        case BehindKind.STEEL:
            return "steel stud"
        case BehindKind.VOID:
            face = _FACE_WORDS.get(spot.reading.board_kind or BoardKind.GYPSUM, "board")
            return f"{face}, {'insulation' if filled else 'void'} behind"
        case BehindKind.UNIT:
            unit = _UNIT_WORDS.get(spot.reading.holding or "", "brick")
            face = "board" if spot.reading.board_kind else "face"
            bonded = spot.reading.family is Family.BONDED_BOARD
            if bonded and hole and hole.grip_to_mm < spot.reading.skin_mm:
                return f"{face}, {'insulation' if filled else 'a gap'} behind"
            through = f"through the {face} into " if bonded else ""
            if spot.wall.measured_courses:
                return f"{through}{unit}"
            return f"{through}{unit} or joint, {'not measured' if spot.wall.courses else 'hidden'}"
        case BehindKind.JOINT:
            return "mortar joint"
        case BehindKind.CONCRETE:
            return "concrete"
        case BehindKind.POST:
            return "the post"
    return "not known"


def draw_cut(
    spot: Spot,
    kind: BehindKind,
    text: str,
    hole: HoleSpec | None,
    screw: ScrewPick | None,
    stack: Sequence[float] = (),
) -> Cut:
    """The cut through one hole, with the fixing in it if there is one. ``stack``: spacers [mm] behind it."""
    limit, reading = spot.depth_limit_mm, spot.reading
    front = spot.hole.plate_mm + spot.hole.spacer_mm
    nut = screw is not None and screw.head == "nut and washer"
    head = -(screw.under_head_mm if screw and not nut else front)
    tip = screw.length_mm - screw.under_head_mm if screw else 0.0
    if nut and hole:
        tip = min(tip, hole.grip_to_mm)
    shown = limit is not None and limit < reading.thickness_mm
    return Cut(
        layers=spot.cached_per_wall(f"layers {kind}", lambda: _cut_layers(reading.layers, kind, spot.units)),
        total_mm=reading.layers[-1].back_mm if reading.layers else 0.0,
        behind_text=text,
        plate_mm=spot.hole.plate_mm,
        plate_hatch="timber" if spot.hole.board_species else None,
        spacer_mm=spot.hole.spacer_mm,
        spacers_mm=tuple(stack),
        washer_mm=screw.washer_mm if screw else 0.0,
        head_at_mm=head,
        tip_at_mm=tip,
        hole=hole,
        screw=screw,
        limit_mm=limit if shown else None,
        limit_text=f"past {show_limit(limit, spot.units)} not cleared" if shown and limit else None,
        ruler=ruler(reading.thickness_mm, spot.units, 12),
    )
