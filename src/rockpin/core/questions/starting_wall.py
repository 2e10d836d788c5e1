"""A wall as somebody would first state it: a usual build-up, with its studs or courses where that has any."""

from typing import Any

from rockpin.core.base.errors import BadInput, Fault
from rockpin.core.document.evidence import Location
from rockpin.core.document.job import Region
from rockpin.core.document.wall import Courses, Framing, HowKnown, Layer, StudRow, Wall
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.identification import BuildUp
from rockpin.core.tables.materials import MasonryUnit


def build_up_of(key: str, catalogue: Catalogue) -> BuildUp:
    """The usual build-up of that name. Raises BadInput where there is none."""
    found = catalogue.build_up_by_key.get(key)
    if found is None:
        names = ", ".join(row.key for row in catalogue.build_ups)
        raise BadInput([Fault("build_up", f"“{key}” is no usual build-up; there are {names}")])
    return found


def _usual_layers(start: BuildUp, region: Region, catalogue: Catalogue) -> tuple[Layer, ...]:
    """The layers as they are usual in a region: what comes in sizes has the usual one nearest to the catalogue's."""
    starts = catalogue.starts
    if region in starts.sized_for:
        return start.layers
    found = []
    for layer in start.layers:
        rows = [one for one in catalogue.belief.thicknesses if one.material == layer.material and region in one.regions]
        row = next((one for one in rows if not one.build_ups or start.key in one.build_ups), None)
        if row:
            usual = [
                mm
                for mm, share in zip(row.mm, row.weights, strict=True)
                if share >= starts.usual_share * sum(row.weights)
            ]
            nearest = min(usual or row.mm, key=lambda mm: abs(mm - layer.thickness_mm))
            layer = layer.model_copy(update={"thickness_mm": nearest})
        found.append(layer)
    return tuple(found)


def _usual_pitch_mm(pitch_mm: float, region: Region, catalogue: Catalogue) -> float:
    """How far apart studs stand in a region that stand so far apart in the catalogue [mm]."""
    by_region, within = catalogue.starts.stud_pitch_mm, catalogue.starts.pitch_within
    if pitch_mm == by_region[Region.BRITAIN]:
        return by_region[region]
    weights = {row.pitch_mm: row.regions[region] for row in catalogue.belief.pitches}
    # 600 mm is 24 in where that is the commoner of the two
    near = [one for one in weights if abs(one - pitch_mm) <= within * pitch_mm]
    return max(near, key=lambda one: weights[one], default=pitch_mm)


def _usual_unit(key: str | None, region: Region, catalogue: Catalogue) -> MasonryUnit | None:
    """The brick or block of the catalogue, a brick as large as they are in a region."""
    units, bricks = {row.key: row for row in catalogue.units}, catalogue.starts.brick
    unit = units.get(key or "")
    if unit is None or unit.key != bricks[Region.BRITAIN]:
        return unit
    return units[bricks[region]].model_copy(update={"solidity": unit.solidity})


def starting_wall(build_up: str | None, region: Region, catalogue: Catalogue, **known: Any) -> Wall:
    """A wall of a usual build-up, or one that is left to the checks. ``known``: its other fields, lengths in mm.

    What is met outdoors alone is an outer face.
    """
    if build_up is None:
        return Wall(**known)
    start = build_up_of(build_up, catalogue)
    if start.prior and not start.prior.faces(outdoors=False):
        said = {key: one for key, one in known.items() if one is not Location.UNKNOWN}
        known = {"stands": Location.OUTER_FACE} | said
    pitch_mm = _usual_pitch_mm(start.stud_pitch_mm, region, catalogue) if start.stud_pitch_mm else None
    unit = _usual_unit(start.unit, region, catalogue)
    return Wall(
        **known,
        build_up=_usual_layers(start, region, catalogue),
        courses=Courses(
            unit_length_mm=unit.unit_length_mm,
            unit_height_mm=unit.unit_height_mm,
            joint_mm=unit.joint_mm,
            solidity=unit.solidity,
            known=HowKnown.PREDICTED,
        )
        if unit
        else None,
        framing=Framing(
            row=StudRow(
                first_centre_mm=pitch_mm,
                pitch_mm=pitch_mm,
                stud_width_mm=start.stud_width_mm,
            )
        )
        if pitch_mm and start.stud_width_mm
        else None,
    )


def with_plaster(layers: tuple[Layer, ...], plaster_mm: float) -> tuple[Layer, ...]:
    """The same layers under so much plaster [mm]: what is there in its place, or one more in front; 0 takes it off."""
    bare = layers[1:] if layers and layers[0].material == "plaster" else layers
    return (Layer(material="plaster", thickness_mm=plaster_mm), *bare) if plaster_mm else bare
