"""A wall as somebody would first state it: a usual build-up, with its studs or courses where that has any."""

from typing import Any

from rockpin.core.base.errors import BadInput, Fault
from rockpin.core.document.wall import Courses, Framing, Layer, StudRow, Wall
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.identification import BuildUp


def build_up_of(key: str, catalogue: Catalogue) -> BuildUp:
    """The usual build-up of that name. Raises BadInput where there is none."""
    found = catalogue.build_up_by_key.get(key)
    if found is None:
        names = ", ".join(row.key for row in catalogue.build_ups)
        raise BadInput([Fault("build_up", f"“{key}” is no usual build-up; there are {names}")])
    return found


def starting_wall(build_up: str | None, catalogue: Catalogue, **known: Any) -> Wall:
    """A wall of a usual build-up, or one that is left to the checks. ``known``: its other fields, lengths in mm."""
    if build_up is None:
        return Wall(**known)
    start = build_up_of(build_up, catalogue)
    unit = next((row for row in catalogue.units if row.key == start.unit), None)
    return Wall(
        **known,
        build_up=start.layers,
        courses=Courses(
            unit_length_mm=unit.unit_length_mm,
            unit_height_mm=unit.unit_height_mm,
            joint_mm=unit.joint_mm,
            solidity=unit.solidity,
        )
        if unit
        else None,
        framing=Framing(
            row=StudRow(
                first_centre_mm=start.stud_pitch_mm,
                pitch_mm=start.stud_pitch_mm,
                stud_width_mm=start.stud_width_mm,
            )
        )
        if start.stud_pitch_mm and start.stud_width_mm
        else None,
    )


def with_plaster(layers: tuple[Layer, ...], plaster_mm: float) -> tuple[Layer, ...]:
    """The same layers under so much plaster [mm]: what is there in its place, or one more in front; 0 takes it off."""
    bare = layers[1:] if layers and layers[0].material == "plaster" else layers
    return (Layer(material="plaster", thickness_mm=plaster_mm), *bare) if plaster_mm else bare
