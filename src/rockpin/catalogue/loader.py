"""Reads the data files into the core's tables. A bad row stops the start with the file and the row named."""

import tomllib
from functools import cache
from importlib.resources import files
from typing import Any, get_args

from pydantic import ValidationError

from rockpin.core.document.fixings import AnyFixing
from rockpin.core.tables.catalogue import Catalogue

_DATA = files("rockpin.catalogue") / "data"
_TABLES = (
    "materials",
    "build_ups",
    "units",
    "species",
    "points",
    "service_kinds",
    "ways",
    "runs",
    "schools",
    "duties",
    "hands",
    "allowances",
    "screws",
    "bits",
    "outcomes",
    "waits",
    "shapes",
    "common_things",
    "beyond",
    "sets",
    "trade_words",
    "tools",
    "markings",
)
_BELIEF = ("checks", "likelihoods", "tile_answers", "faces", "dust", "pitches", "hits", "thicknesses", "rests")
_FIXINGS = tuple(row.model_fields["method"].default for row in get_args(AnyFixing))


def _read(name: str) -> dict[str, Any]:
    return tomllib.loads((_DATA / f"{name}.toml").read_text(encoding="utf-8"))


def _fixings(method: str) -> list[dict[str, Any]]:
    """The rows of a method: in metric sizes or in all, and where it has a file of them, in inch sizes."""
    names = (f"fixings_{method}", f"fixings_{method}_inch")
    return [row for name in names if (_DATA / f"{name}.toml").is_file() for row in _read(name)["rows"]]


@cache
def load_catalogue() -> Catalogue:
    """The catalogue that ships with Rock Pin, validated. Raises RuntimeError naming what is wrong in it."""
    tables: dict[str, Any] = {name: _read(name)["rows"] for name in _TABLES}
    tables["fixings"] = [row | {"method": method} for method in _FIXINGS for row in _fixings(method)]
    tables |= {
        "starts": _read("starts"),
        "remedies": _read("remedies"),
        "fittings": _read("fittings"),
        "posts": _read("posts"),
    }
    figures = _read("figures")
    tables["figures"] = {room: {name: row["value"] for name, row in rows.items()} for room, rows in figures.items()}
    tables["figure_sources"] = {name: row["source"] for rows in figures.values() for name, row in rows.items()}
    tables |= _read("words")
    tables["belief"] = {name: _read(name)["rows"] for name in _BELIEF} | _read("telling_words")
    priors = {row.pop("build_up"): row for row in _read("priors")["rows"]}
    for row in tables["build_ups"]:
        row["prior"] = priors.pop(row["key"], None)
    if priors:
        raise RuntimeError(f"priors: {', '.join(priors)} is no build-up")
    try:
        return Catalogue.model_validate(tables)
    except ValidationError as error:
        raise RuntimeError(f"the catalogue's data does not hold together: {error}") from error
