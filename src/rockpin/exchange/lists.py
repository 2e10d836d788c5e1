"""The catalogue of fixings and the kit as CSV: written flat, read back with every fault named by its line and column.

One row a fixing, one column a field; a rating takes two columns (``rating_tension_n``, ``rating_shear_n``), a table by
material two for each (``solid_tension_n``), a list stands in one cell with ``|`` between, screws that a row brings as
JSON. Columns that a method does not have stay empty.
"""

import json
import re
from collections.abc import Collection, Iterable, Mapping, Sequence
from typing import Any

from pydantic import TypeAdapter, ValidationError

from rockpin.core.base.errors import BadInput, Fault, fault_of
from rockpin.core.document.fixings import AnyFixing, Fixing, OwnFixings
from rockpin.core.document.kit import BitType, Kit, KitBit, KitItem, KitScrew
from rockpin.core.tables.catalogue import Catalogue
from rockpin.exchange.forms import Decimal
from rockpin.exchange.table import clean_table, safe_cell, table_rows, table_text

MOST_LINES = 2000
_MOST_FAULTS = 20
_RATINGS = ("rating", "panel", "rated")
_MATERIALS = ("concrete", "solid", "cored", "hollow", "aerated")
_LISTS = ("systems", "environments", "tools", "screws", "lengths_mm", "body_lengths_mm", "sections")
_TUBE = "stand_off"
_FIRST = ("method", "key", "label", "source")


def _cell(value: object) -> str:
    if value is None:
        return ""
    if isinstance(value, bool):
        return "yes" if value else "no"
    if isinstance(value, list | tuple):
        return " | ".join(_cell(one) for one in value)
    if isinstance(value, float):
        return f"{value:g}"
    return safe_cell(value) if isinstance(value, str) else str(value)


def _flat(fixing: AnyFixing) -> dict[str, str]:
    """One fixing as cells by column."""
    cells: dict[str, str] = {}
    for name, value in fixing.model_dump(mode="json").items():
        if name in (*_RATINGS, _TUBE):
            for part, number in (value or {}).items():
                cells[f"{name}_{part}"] = _cell(number)
        elif name == "ratings":
            for material, rating in value.items():
                cells |= {f"{material}_{part}": _cell(number) for part, number in rating.items()}
        elif name == "brings":
            cells[name] = json.dumps(value) if value else ""
        else:
            cells[name] = _cell(value)
    return cells


def write_fixings(rows: Iterable[AnyFixing], decimal: Decimal = "point") -> str:
    """The rows as CSV, with one head line."""
    flat = [_flat(row) for row in rows]
    columns = list(dict.fromkeys([*_FIRST, *(name for cells in flat for name in cells)]))
    return table_text([columns, *([cells.get(name, "") for name in columns] for cells in flat)], decimal)


_COMMA_FIGURE = re.compile(r"-?\d+,\d+")


def _deep(cells: Mapping[str, str]) -> dict[str, Any]:
    """A row of cells as the fields of a fixing; empty cells are left to their defaults."""
    data: dict[str, Any] = {}
    for name, raw in cells.items():
        text = (raw or "").strip()
        if not text:
            continue
        if text.startswith("'") and safe_cell(text[1:]) == text:
            text = text[1:]
        if _COMMA_FIGURE.fullmatch(text):
            text = text.replace(",", ".")
        stem, _, part = name.partition("_")
        if stem in _RATINGS and part in ("tension_n", "shear_n"):
            data.setdefault(stem, {})[part] = text
        elif stem in _MATERIALS and part in ("tension_n", "shear_n"):
            data.setdefault("ratings", {}).setdefault(stem, {})[part] = text
        elif name.startswith(f"{_TUBE}_"):
            data.setdefault(_TUBE, {})[name.removeprefix(f"{_TUBE}_")] = text
        elif name == "brings":
            data[name] = _json(text)
        elif name in _LISTS:
            data[name] = [one.strip() for one in text.split("|") if one.strip()]
        else:
            data[name] = text
    return data


def _column(steps: Sequence[str | int]) -> str:
    """The column, or the columns, that a field of a fixing is read from."""
    match list(steps):
        case []:
            # the first step into a union is its method, which the reader of a table does not know
            return "method"
        case ["ratings"]:
            return f"{' or '.join(f'{one}_tension_n' for one in _MATERIALS)}, each with its shear"
        case [name] if name in _RATINGS:
            return f"{name}_tension_n and {name}_shear_n"
        case ["ratings", *rest]:
            steps = rest
    # a list stands in one cell
    return "_".join(step for step in steps if isinstance(step, str))


def _json(text: str) -> Any:
    """What a cell of JSON says, or its text, which then is refused as what it should have been."""
    try:
        return json.loads(text)
    except ValueError:
        return text


def _lines(text: str, wanted: tuple[str, ...]) -> list[tuple[int, dict[str, str]]]:
    """Rows with their line numbers. Raises BadInput where there is no head with the wanted columns."""
    clean = clean_table(text)
    head = next((line for line in clean.split("\n") if line.strip()), "")
    table = table_rows(clean, max((",", ";", "\t"), key=head.count))
    names = [name.strip().lower() for name in next(table, (1, []))[1]]
    if missing := [name for name in wanted if name not in names]:
        there = ", ".join(names)[:80] or "none"
        raise BadInput([Fault("line 1", f"names no column {' and no column '.join(missing)}; its columns are {there}")])
    if twice := next((name for name in names if name and names.count(name) > 1), None):
        raise BadInput([Fault("line 1", f"names the column “{twice}” twice; leave one of them")])
    rows = []
    for number, cells in table:
        if any(cell.strip() for cell in cells[len(names) :]):
            raise BadInput([Fault(f"line {number}", "has more cells than the head has columns; put text in quotes")])
        if any(cell.strip() for cell in cells):
            rows.append((number, dict(zip(names, cells, strict=False))))
    if len(rows) > MOST_LINES:
        raise BadInput([Fault("file", f"holds {len(rows)} rows, at most {MOST_LINES} are taken; split it")])
    return rows


def _raise_any(faults: list[Fault]) -> None:
    if faults:
        more = len(faults) - _MOST_FAULTS
        raise BadInput(faults[:_MOST_FAULTS] + ([Fault("file", f"has {more} more faults")] if more > 0 else []))


_ADAPTER: TypeAdapter[AnyFixing] = TypeAdapter(Fixing)


def read_fixings(text: str, catalogue: Catalogue) -> OwnFixings:
    """Fixings from CSV. Raises BadInput with every fault by its line; nothing is read half.

    Rows that are in the shipped catalogue unchanged are left out: only what differs is the user's own.
    """
    faults: list[Fault] = []
    found: dict[str, AnyFixing] = {}
    for number, cells in _lines(text, ("method", "key", "label")):
        data = _deep(cells)
        data.setdefault("source", "own list")
        try:
            row = _ADAPTER.validate_python(data)
        except ValidationError as error:
            for one in error.errors():
                alien = f"is no column of the method {cells['method']}; leave the cell empty"
                says = alien if one["type"] == "extra_forbidden" else fault_of(dict(one)).message[:300]
                faults.append(Fault(f"line {number}, {_column(one['loc'][1:])}", says))
            continue
        if row.key in found:
            faults.append(Fault(f"line {number}, key", f"“{row.key}” stands twice; give each its own"))
        screws = getattr(row, "screws", ()) or tuple(filter(None, (getattr(row, "screw", None),)))
        faults += [
            Fault(f"line {number}, screw", f"“{screw}” is no screw here; see the list of screws")
            for screw in screws
            if screw not in catalogue.screw_by_key and screw not in {one.key for one in row.brings}
        ]
        faults += [
            Fault(f"line {number}, tools", f"“{tool}” is no tool here; there are {', '.join(catalogue.tool_by_key)}")
            for tool in row.tools
            if tool not in catalogue.tool_by_key
        ]
        found[row.key] = row
    if not found and not faults:
        faults.append(Fault("file", "holds a head line but no fixing"))
    _raise_any(faults)
    return OwnFixings(rows=tuple(row for key, row in found.items() if catalogue.fixing_by_key.get(key) != row))


_BIT_KINDS = " or ".join(BitType)
_KIT_COLUMNS = ("what", "key", "length_mm", "count", "price", "kind")


def write_kit(kit: Kit, decimal: Decimal = "point") -> str:
    """The kit as CSV: ``what`` is fixing, screw, bit or tool; a bit's key is its diameter in mm."""
    rows: list[Iterable[object]] = [_KIT_COLUMNS]
    rows += [("fixing", item.key, "", item.count, _cell(item.price), "") for item in kit.fixings]
    rows += [("screw", screw.key, f"{screw.length_mm:g}", screw.count, "", "") for screw in kit.screws]
    rows += [("bit", f"{bit:g}", "", 1, "", "") for bit in kit.bits_mm]
    rows += [("bit", f"{bit.diameter_mm:g}", "", 1, "", bit.kind.value) for bit in kit.bits]
    rows += [("tool", tool, "", 1, "", "") for tool in kit.tools]
    return table_text(rows, decimal)


def read_kit(text: str, catalogue: Catalogue) -> Kit:
    """A kit from CSV. Raises BadInput with every fault by its line; nothing is read half."""
    faults: list[Fault] = []
    parts: dict[str, list[Any]] = {"fixing": [], "screw": [], "bit": [], "tool": []}
    known: dict[str, Collection[str]] = {
        "fixing": catalogue.fixing_by_key.keys(),
        "screw": catalogue.screw_by_key.keys(),
        "tool": catalogue.tool_by_key.keys(),
    }
    for number, cells in _lines(text, ("what", "key")):
        what, key = (cells.get("what") or "").strip().lower(), (cells.get("key") or "").strip()
        if what not in parts:
            faults.append(Fault(f"line {number}, what", f"is “{what}”; it must be fixing, screw, bit or tool"))
            continue
        kind = (cells.get("kind") or "").strip().lower()
        if kind and kind not in set(BitType):
            faults.append(Fault(f"line {number}, kind", f"is “{kind}”; it must be {_BIT_KINDS}, or empty: not told"))
            continue
        if what in known and key not in known[what]:
            faults.append(Fault(f"line {number}, key", f"“{key}” is no {what} of the catalogue"))
            continue
        try:
            count = int((cells.get("count") or "1").strip() or 1)
            price = (cells.get("price") or "").strip().replace(",", ".")
            match what:
                case "fixing":
                    parts[what].append(KitItem(key=key, count=count, price=float(price) if price else None))
                case "screw":
                    length = float((cells.get("length_mm") or "").strip().replace(",", "."))
                    parts[what].append(KitScrew(key=key, length_mm=length, count=count))
                case "bit":
                    size = float(key.replace(",", "."))
                    parts[what].append(KitBit(kind=BitType(kind), diameter_mm=size) if kind else size)
                case _:
                    parts[what].append(key)
        except ValidationError as error:
            faults += [Fault(f"line {number}, {one['loc'][0]}", fault_of(dict(one)).message) for one in error.errors()]
        except ValueError:
            faults.append(Fault(f"line {number}", "a count, length, price or bit here is no number"))
    _raise_any(faults)
    try:
        return Kit(
            fixings=tuple(parts["fixing"]),
            screws=tuple(parts["screw"]),
            bits_mm=tuple(dict.fromkeys(bit for bit in parts["bit"] if not isinstance(bit, KitBit))),
            bits=tuple(dict.fromkeys(bit for bit in parts["bit"] if isinstance(bit, KitBit))),
            tools=tuple(dict.fromkeys(parts["tool"])),
        )
    except ValidationError as error:
        raise BadInput([Fault("file", one["msg"].removeprefix("Value error, ")) for one in error.errors()]) from None
