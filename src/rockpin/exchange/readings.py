"""Readings of a wall scanner from a CSV file: forgiving in form, strict in sense, every fault named by its line.

Columns, in any order and case: ``position`` (also ``x``), ``density``, ``metal``, ``live``. Position and density are
wanted. A unit may stand behind the name of the position, ``position (in)`` or ``x_mm``; else ``unit`` of the reader is
taken. Shares of full scale run from 0 to 1, or to 100 behind a name with ``%``.
"""

import re

from rockpin.core.base.errors import BadInput, Fault
from rockpin.core.base.quantities import UnitSystem, parse_length_mm
from rockpin.core.document.evidence import Reading
from rockpin.exchange.table import clean_table, table_rows

MOST_READINGS = 4000
_MOST_FAULTS = 20
_NAMES = {
    "position": ("position", "pos", "x", "distance", "place"),
    "density": ("density", "dense"),
    "metal": ("metal", "iron"),
    "live": ("live", "voltage", "ac"),
}
_UNITS = {"mm": "mm", "millimetre": "mm", "cm": "cm", "m": "m", "in": "in", "inch": "in", "ft": "ft"}


def _dialect(head: str) -> str:
    """The separator: whichever of these the head has most of."""
    return max((";", "\t", ",", "|"), key=head.count)


def _named(cell: str) -> tuple[str, str]:
    """A column's name and its unit: ``Position (in)`` is ("position", "in")."""
    words = [word for word in re.split(r"[^a-z%]+", cell.strip().lower()) if word]
    unit = next((_UNITS[word] for word in words[1:] if word in _UNITS), "%" if "%" in words or "%" in cell else "")
    name = next((key for key, names in _NAMES.items() if words and words[0] in names), "")
    return name, unit


def _cells(line: str, separator: str, number: int) -> list[str]:
    return next(table_rows(line, separator, number), (number, []))[1]


def _number(cell: str) -> float:
    return float(cell.strip().replace(" ", "").replace(",", "."))


def read_readings(text: str, units: UnitSystem) -> tuple[Reading, ...]:
    """Readings in the order of their place. Raises BadInput with every fault and its line."""
    lines = [(number, line) for number, line in enumerate(clean_table(text).split("\n"), 1) if line.strip()]
    lines = [(number, line) for number, line in lines if not line.lstrip().startswith("#")]
    if not lines:
        raise BadInput([Fault("file", "holds no line; give a head line with position and density, then the readings")])
    separator = _dialect(lines[0][1])
    head = _cells(lines[0][1], separator, lines[0][0])
    columns: dict[str, tuple[int, str]] = {}
    for place, cell in enumerate(head):
        name, unit = _named(cell)
        if name and name not in columns:
            columns[name] = (place, unit)
    missing = [name for name in ("position", "density") if name not in columns]
    if missing:
        raise BadInput(
            [
                Fault(
                    f"line {lines[0][0]}",
                    f"names no column {' and no column '.join(missing)}; its columns are {', '.join(head)[:80]}",
                )
            ]
        )
    found: dict[float, Reading] = {}
    faults: list[Fault] = []
    for number, line in lines[1:]:
        cells = _cells(line, separator, number)
        try:
            reading = _reading(cells, columns, units)
        except _Faulty as fault:
            faults.append(Fault(f"line {number}", str(fault)))
            continue
        if reading.x_mm in found:
            faults.append(Fault(f"line {number}", f"the place {reading.x_mm:g} mm was read before; leave one of them"))
        found[reading.x_mm] = reading
    if len(found) > MOST_READINGS:
        faults.append(Fault("file", f"holds {len(found)} readings, at most {MOST_READINGS} are taken; thin them out"))
    if not found and not faults:
        faults.append(Fault("file", "holds a head line but no reading"))
    if faults:
        more = len(faults) - _MOST_FAULTS
        last = [Fault("file", f"has {more} more faulty lines")] if more > 0 else []
        raise BadInput(faults[:_MOST_FAULTS] + last)
    return tuple(found[place] for place in sorted(found))


class _Faulty(ValueError):
    """What is wrong with one line."""


def _reading(cells: list[str], columns: dict[str, tuple[int, str]], units: UnitSystem) -> Reading:
    values: dict[str, float] = {}
    for name, (place, unit) in columns.items():
        cell = cells[place].strip() if place < len(cells) else ""
        if not cell:
            if name in ("position", "density"):
                raise _Faulty(f"has no {name}")
            continue
        try:
            if name == "position":
                written = cell if re.search(r"[a-z\"']", cell, re.IGNORECASE) or not unit else f"{cell} {unit}"
                values["x_mm"] = round(parse_length_mm(written, units, "position"), 1)
            else:
                values[name] = _number(cell) / (100 if unit == "%" else 1)
        except (ValueError, BadInput) as error:
            raise _Faulty(f"the {name} “{cell}” is no number") from error
        if name != "position" and not -0.5 <= values[name] <= 1.5:
            raise _Faulty(f"the {name} {cell} is out of scale; shares run from 0 to 1, or to 100 in a column with %")
    return Reading(**values)
