"""Documents of older versions, brought to the present one. Each step can be taken twice without harm.

Version 2: a reading knows what it was taken with, and a row's studs are confirmed by their ids instead of by numbers.
Version 3: hands are picked by what they do, instead of a thing being grasped or not; the strongest is a wish.
Version 4: a place may be said by what it is measured from; walls know tiles, stairs and things that are there.
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


_HANDS = {"hook": "tug", "keyholes": "touch", "arm": "touch", "on_spacers": "touch", "box_on_channel": "touch"}
"""The hand that the shapes of version 2 had, where it was not ordinary use."""


def _fixture_from_2(fixture: Data) -> Data:
    if "graspable" not in fixture:
        return fixture
    grasped = fixture["graspable"]
    hand = _HANDS.get(str(fixture.get("shape")), "use") if grasped else "touch"
    return {**{key: value for key, value in fixture.items() if key != "graspable"}, "hand": hand}


def _job_from_2(job: Data) -> Data:
    fixture = job.get("fixture")
    if not isinstance(fixture, dict) or "graspable" not in fixture:
        return job
    # the strongest was what version 2 took where nobody wished for anything
    wishes: Data = {"wishes": []} if job.get("wishes") == ["strongest"] else {}
    return {**job, "fixture": _fixture_from_2(fixture), **wishes}


def _document_from_2(document: Data) -> Data:
    return {**_job_from_2(document), "schema_version": 3}


def _document_from_3(document: Data) -> Data:
    return {**document, "schema_version": 4}


def _document_from_4(document: Data) -> Data:
    return {**document, "schema_version": 5}


UPGRADES: dict[int, Callable[[Data], Data]] = {
    1: _document_from_1,
    2: _document_from_2,
    3: _document_from_3,
    4: _document_from_4,
}
"""From a version of the job document to the next."""


_PARTS: dict[int, dict[str, Callable[[Data], Data]]] = {1: {"wall": _wall_from_1}, 2: {"job": _job_from_2}}
"""What a version of the job document changed in its parts."""


def upgraded_part(kind: str, data: Data, version: int | None = None) -> Data:
    """A part of a document as it was kept, a wall or a job, as the present version has it.

    ``version``: in which it was kept; None where nobody noted it, and every step is taken.
    """
    for step, parts in sorted(_PARTS.items()):
        if kind in parts and (version is None or version <= step):
            data = parts[kind](data)
    return data
