"""The layers of a wall as they are believed of each build-up, and the reading that the plan goes by."""

from collections.abc import Sequence

import numpy as np

from rockpin.core.document.evidence import Evidence, Filling, Finish, HowStated
from rockpin.core.document.wall import Layer, UnitSolidity, Wall
from rockpin.core.identification.reading import Measured, WallReading, as_measured, read_layers
from rockpin.core.identification.tape import HypothesisLayers
from rockpin.core.identification.thickness import Layers, Whereabouts
from rockpin.core.identification.witnesses import Probabilities
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.figures import IdentificationFigures
from rockpin.core.tables.identification import BuildUp
from rockpin.core.tables.materials import Role


def match_build_up(layers: Sequence[Layer], catalogue: Catalogue) -> BuildUp | None:
    """The build-up that stated layers are an example of: the same materials from the face to what holds."""

    def front(some: Sequence[Layer]) -> list[str]:
        found = []
        for layer in some:
            role = catalogue.material_by_key[layer.material].role
            if role is not Role.SKIN:
                found.append(layer.material)
            if role in (Role.FRAME, Role.MASONRY, Role.CONCRETE):
                break
        return found

    def skins(some: Sequence[Layer]) -> float:
        roles = [(catalogue.material_by_key[layer.material].role, layer) for layer in some if layer.material != "tile"]
        return sum(layer.thickness_mm for role, layer in roles if role is Role.SKIN)

    fitting = [row for row in catalogue.hypotheses if front(row.layers) == front(layers)]
    return min(fitting, key=lambda row: abs(skins(row.layers) - skins(layers)), default=None)


def filling_of(evidence: Sequence[Evidence]) -> Filling | None:
    """What a probe found in the void, the last one that said."""
    said = [one.probe.void_filling for one in evidence if one.probe and one.probe.void_filling is not Filling.UNKNOWN]
    return said[-1] if said else None


def _measured(row: BuildUp, layers: Layers, filling: Filling | None, figures: IdentificationFigures) -> list[Measured]:
    """The layers as believed. A void's filling is known only where a probe said so, or where the kind implies it.

    A layer that comes in sizes is at least as thick as the least that it may plausibly be.
    """
    sure_from, stepped = figures.filling_sure, len(layers.weights) > 1
    usual = {layer.material: layer.filling for layer in row.layers}
    found = []
    holding = next(
        (i for i, role in enumerate(layers.roles) if role in (Role.FRAME, Role.MASONRY, Role.CONCRETE)), None
    )
    for index, material in enumerate(layers.materials):
        hollow = layers.roles[index] in (Role.FRAME, Role.CAVITY)
        sure = max(row.filling, key=lambda one: row.filling[one]) if row.filling else None
        fills = filling or (sure if sure and row.filling[sure] >= sure_from else Filling.UNKNOWN)
        found.append(
            Measured(
                material,
                layers.thickness_mm(index),
                layers.sigma_mm(index),
                fills if hollow else usual.get(material),
                layers.least_mm(index, figures.size_plausible, figures.measure_surety_sigmas)
                if stepped and index == holding
                else None,
                layers.rest.unseen and index == holding,
            )
        )
    return found


def _stated(wall: Wall, filling: Filling | None, catalogue: Catalogue) -> list[Measured]:
    """The stated layers; what a probe found in the void fills in where nobody said.

    A face that is told to be tiled has its tile in front of them, also where nobody stated that layer.
    """
    rows, figures = catalogue.material_by_key, catalogue.figures.identification

    def unsaid(layer: Measured) -> bool:
        return rows[layer.material].role in (Role.FRAME, Role.CAVITY) and layer.filling in (None, Filling.UNKNOWN)

    found = [one._replace(filling=filling) if filling and unsaid(one) else one for one in as_measured(wall.build_up)]
    if wall.finish is Finish.TILED and all(one.material != "tile" for one in found):
        found.insert(0, Measured("tile", figures.tile_mm, figures.tile_spread_mm, None))
    return found


def _solidity(wall: Wall) -> UnitSolidity | None:
    return wall.courses.solidity if wall.courses else None


def stated_reading(wall: Wall, catalogue: Catalogue) -> WallReading:
    """The stated layers as they are read, with what a probe found in the void."""
    layers = _stated(wall, filling_of(wall.evidence), catalogue)
    return read_layers(layers, _solidity(wall), catalogue, catalogue.figures.identification)


def readings_of(
    wall: Wall,
    chances: Probabilities,
    layers: HypothesisLayers,
    usual: HypothesisLayers,
    stated: BuildUp | None,
    here: Whereabouts,
    catalogue: Catalogue,
) -> list[WallReading]:
    """A reading of each build-up: what is likely as it was measured, what was stated as it was stated.

    What is hardly possible is told as it usually is: its thicknesses matter to nobody.
    """
    figures, rows = catalogue.figures.identification, catalogue.hypotheses
    solidity, filling = _solidity(wall), filling_of(wall.evidence)
    found = list(
        catalogue.belief.once(
            f"usual readings {here} {solidity}",
            lambda: [
                read_layers(_measured(row, some, None, figures), solidity, catalogue, figures)
                for row, some in zip(rows, usual.usual, strict=True)
            ],
        )
    )
    for index in np.flatnonzero(chances >= figures.build_up_considered).tolist():
        believed = _measured(rows[index], layers.of(index), filling, figures)
        found[index] = read_layers(believed, solidity, catalogue, figures)
    if stated:
        index = rows.index(stated)
        as_usual, told = found[index], stated_reading(wall, catalogue)
        # somebody's word for a thickness that nobody saw: where it may be less, whoever drills feels for the back
        heard = wall.stated is not HowStated.SEEN and as_usual.leaf_unseen
        thinner = heard and as_usual.holding_mm < told.holding_mm
        found[index] = told.model_copy(update={"leaf_may_be_mm": as_usual.holding_mm}) if thinner else told
    return found


def with_thinnest_leaf(
    reading: WallReading, readings: Sequence[WallReading], chances: Probabilities, plausible: float
) -> WallReading:
    """A reading whose leaf nobody has seen, with the thinnest [mm] of all that it may be: it counts for every depth.

    ``plausible``: the least chance [1] at which a build-up counts.
    """
    if not reading.leaf_unseen:
        return reading
    alike = [readings[i] for i in np.flatnonzero(chances >= plausible).tolist() if readings[i].leaf_unseen]
    thinnest = min((one.holding_mm for one in alike), default=reading.holding_mm)
    if thinnest >= reading.holding_mm:
        return reading
    less = reading.holding_mm - thinnest
    return reading.model_copy(update={"holding_mm": thinnest, "thickness_mm": reading.thickness_mm - less})
