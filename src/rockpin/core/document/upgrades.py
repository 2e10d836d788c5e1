"""Documents of older versions, brought to the present one. Each step can be taken twice without harm.

Version 2: a reading knows what it was taken with, and a row's studs are confirmed by their ids instead of by numbers.
"""

from collections.abc import Callable
from typing import Any

from rockpin.core.document.evidence import ReadBy
from rockpin.core.document.wall import row_stud_id

Data = dict[str, Any]

_STAND_INS = {"scans": ("instrument", "simulated detector"), "traces": ("note", "simulated scanner")}
"""How version 1 noted that a stand-in had been used."""


def _wall_from_1(wall: Data) -> Data:
    wall = dict(wall)
    for name, (field, note) in _STAND_INS.items():
        if isinstance(wall.get(name), list):
            wall[name] = [
                {**one, "read_by": ReadBy.STAND_IN.value}
                if isinstance(one, dict) and "read_by" not in one and one.get(field) == note
                else one
                for one in wall[name]
            ]
    framing = wall.get("framing")
    row = framing.get("row") if isinstance(framing, dict) else None
    if isinstance(framing, dict) and isinstance(row, dict) and isinstance(row.get("pinned"), list):
        pinned = [row_stud_id(one) if isinstance(one, int) else one for one in row["pinned"]]
        wall["framing"] = {**framing, "row": {**row, "pinned": pinned}}
    return wall


def _document_from_1(document: Data) -> Data:
    walls = document.get("walls")
    if isinstance(walls, list):
        walls = [_wall_from_1(wall) if isinstance(wall, dict) else wall for wall in walls]
    return {**document, "schema_version": 2, **({"walls": walls} if walls is not None else {})}


UPGRADES: dict[int, Callable[[Data], Data]] = {1: _document_from_1}
"""From a version of the job document to the next."""


def upgraded_part(kind: str, data: Data) -> Data:
    """A part of a document as it was kept, a wall or a job, as the present version has it."""
    return _wall_from_1(data) if kind == "wall" else data
