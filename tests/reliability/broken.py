"""What is sent to break it: broken documents, odd tables, hostile bodies; for the short tests and the long attack."""

import copy
import json
import random
from collections.abc import Iterator
from typing import Any

from rockpin.demo import demo_documents

Path = tuple[str | int, ...]
_ODD_VALUES: list[Any] = [
    None,
    True,
    -1,
    0,
    1e9,
    -1e9,
    1e300,
    "",
    "x",
    "x" * 5000,
    [],
    {},
    [[]],
    {"a": 1},
    "none",
    ["a"] * 3000,
]


def _paths(node: Any, path: Path = ()) -> Iterator[Path]:
    if path:
        yield path
    steps = node.items() if isinstance(node, dict) else enumerate(node[:6]) if isinstance(node, list) else ()
    for step, inner in steps:
        yield from _paths(inner, (*path, step))


def _break(document: dict[str, Any], path: Path, chance: random.Random) -> None:
    holder: Any = document
    for step in path[:-1]:
        holder = holder[step]
    value, how = holder[path[-1]], chance.random()
    if how < 0.15:
        del holder[path[-1]]
    elif how < 0.25 and isinstance(value, list):
        holder[path[-1]] = value * chance.choice([2, 50])
    elif how < 0.6 and isinstance(value, int | float) and not isinstance(value, bool):
        holder[path[-1]] = value * chance.choice([-1, 0, 0.01, 0.5, 1.5, 3, 100])
    else:
        holder[path[-1]] = chance.choice(_ODD_VALUES)


def broken_documents(chance: random.Random, count: int) -> Iterator[dict[str, Any]]:
    """Documents of the demonstration with something broken in each."""
    documents = [json.loads(document.model_dump_json()) for document in demo_documents()]
    places = [list(_paths(document)) for document in documents]
    for _ in range(count):
        which = chance.randrange(len(documents))
        broken = copy.deepcopy(documents[which])
        _break(broken, chance.choice(places[which]), chance)
        broken["schema_version"] = chance.choice([broken.get("schema_version"), 1, 2, 3, 4, 5])
        yield broken


_ODD_SIGNS = ["\r", "\n", "\r\n", '"', ",", ";", "\0", "\x1a", "é", "x" * 3000, "9" * 500, "=", "\ufeff", "\u2028"]
_ODD_SIGNS += ["\t", "'", "", "[", "1e400", "nan", "-inf", "x" * 140_000, "|", "{}"]


def odd_tables(chance: random.Random, good: str, count: int) -> Iterator[bytes]:
    """A good table with odd signs in it."""
    for _ in range(count):
        signs = list(good)
        for _ in range(chance.randint(1, 20)):
            signs[chance.randrange(len(signs))] = chance.choice(_ODD_SIGNS)
        yield "".join(signs).encode()


_DEEP = 100_000
HOSTILE: dict[str, bytes] = {
    "lists in lists": b"[" * _DEEP + b"]" * _DEEP,
    "objects in objects": b'{"a":' * _DEEP + b"1" + b"}" * _DEEP,
    "6,000 digits": b'{"format":' + b"9" * 6000 + b"}",
    "6,000 digits in a list": b'{"job":{"name":[' + b"9" * 6000 + b"]}}",
    "a name of 5 MB": json.dumps({"name": "x" * 5_000_000}).encode(),
    "a key of 5 MB": json.dumps({"x" * 5_000_000: 1}).encode(),
    "19 MB of blanks": b" " * 19_000_000,
    "no number": b'{"format":NaN,"name":Infinity}',
    "two bytes a letter": '{"nome":"a"}'.encode("utf-16"),
    "no letter at all": b'{"name":"\xff\xfe"}',
    "half a letter": b'{"name":"\\ud800"}',
    "200,000 keys": json.dumps({f"k{i}": i for i in range(200_000)}).encode(),
    "one key often": b"{" + b",".join(b'"nome":"a"' for _ in range(100_000)) + b"}",
    "cut off": b'{"name":"a',
    "nothing": b"",
    "a word": b"null",
    "names of the inside": b'{"__class__":"x","__proto__":{"a":1},"constructor":{}}',
}
"""Bodies that no screen sends."""


def _corners(count: int) -> list[dict[str, float]]:
    return [{"x_mm": float(number % 3000), "y_mm": float(number * 7 % 2000)} for number in range(count)]


def overgrown() -> Iterator[tuple[str, bytes]]:
    """Documents of the demonstration with far too much of one thing in each, by name."""
    whole = json.loads(demo_documents()[0].model_dump_json())
    wall = whole["walls"][0]
    hole = whole["fixture"]["supports"][0]["holes"][0]["id"]
    much: dict[str, tuple[dict[str, Any], str, Any]] = {
        "outline of 20,000 corners": (wall, "outline", _corners(20_000)),
        "outline of 100 corners": (wall, "outline", _corners(100)),
        "100,000 points": (wall, "points", [{"kind": "socket", "x_mm": 1, "y_mm": 1}] * 100_000),
        "19,000 points": (wall, "points", [{"kind": "socket", "x_mm": 1, "y_mm": 1}] * 19_000),
        "1,000 points": (wall, "points", [{"kind": "socket", "x_mm": n * 3, "y_mm": n * 2} for n in range(1000)]),
        "20,000 records, one twice": (whole, "records", [{"hole_id": f"h{n % 19_999}"} for n in range(20_000)]),
        "400 records of one hole": (whole, "records", [{"hole_id": hole}] * 400),
        "2,000 old holes": (
            wall,
            "old_holes",
            [{"id": f"o{n}", "x_mm": n, "y_mm": n, "diameter_mm": 8, "depth_mm": 40} for n in range(2000)],
        ),
        "10,000 choices": (whole, "choices", [{"hole_id": hole, "fixing": "none"}] * 10_000),
        "a title of 5 MB": (whole, "title", "x" * 5_000_000),
        "a site of lists": (whole, "site", [[[]]] * 10_000),
        "4,000 walls": (whole, "walls", [wall] * 400),
    }
    for name, (place, field, value) in much.items():
        before = place.get(field)
        place[field] = value
        yield name, json.dumps(whole).encode()
        place[field] = before
