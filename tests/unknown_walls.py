"""A wall that nobody has described, and what was seen and drilled of it."""

from rockpin.core.document.evidence import (
    CameOut,
    Drilled,
    Ended,
    Evidence,
    Filling,
    Finish,
    Probe,
    ProbeInterval,
)
from rockpin.core.document.wall import Opening, OpeningKind, Wall
from rockpin.core.plan.make import make_plan
from rockpin.core.plan.plan import Plan
from rockpin.core.tables.catalogue import Catalogue
from tests.builders import job, plate_fixture

DOOR = Opening(id="door", kind=OpeningKind.DOOR, x_mm=3100, y_mm=0, width_mm=760, height_mm=2000)


def unknown_wall(*evidence: Evidence, **more: object) -> Wall:
    """A wall that nobody has described."""
    values: dict[str, object] = {
        "id": "wall",
        "name": "Wall",
        "width_mm": 4000,
        "height_mm": 2400,
        "openings": (DOOR,),
        "finish": Finish.SMOOTH,
    }
    return Wall.model_validate(values | {"evidence": evidence} | more)


def saw(check: str, outcome: str, **more: object) -> Evidence:
    return Evidence.model_validate({"id": f"{check}-{outcome}", "check": check, "outcome": outcome} | more)


def probe(
    *stretches: tuple[float, CameOut, Drilled],
    ended: Ended,
    void_mm: float | None = None,
    filling: Filling = Filling.UNKNOWN,
) -> Evidence:
    """A probe hole by the depths at which its stretches end."""
    intervals, depth = [], 0.0
    for to_mm, came_out, drilled in stretches:
        intervals.append(ProbeInterval(from_mm=depth, to_mm=to_mm, came_out=came_out, drilled=drilled))
        depth = to_mm
    record = Probe(intervals=tuple(intervals), ended=ended, void_depth_mm=void_mm, void_filling=filling)
    return Evidence(id="probe", check="probe", probe=record, x_mm=1050, y_mm=1050)


def planned(wall: Wall, catalogue: Catalogue, **more: object) -> Plan:
    """The plan of a small plate at 1000, 1000 on a wall of a building from 2005 unless told otherwise."""
    values: dict[str, object] = {"built_year": 2005}
    return make_plan(job(wall, plate_fixture(mass_kg=3, hole_mm=6.5), 1000, 1000, **values | more), catalogue)
