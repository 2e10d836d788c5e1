"""Documents of the demonstration with a few things broken in them: each is read and planned, or refused by name."""

import copy
import json
import random
from collections.abc import Iterator
from typing import Any

from rockpin.catalogue import load_catalogue
from rockpin.core.base.errors import BadInput, Fault
from rockpin.core.plan import make_plan
from rockpin.demo import demo_documents
from rockpin.exchange.documents import read_data

Path = tuple[str | int, ...]
_ODD: list[Any] = [
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
        holder[path[-1]] = chance.choice(_ODD)


def test_a_broken_document_is_read_or_refused_by_name() -> None:
    catalogue, chance = load_catalogue(), random.Random(11)
    documents = [json.loads(document.model_dump_json()) for document in demo_documents()]
    places = [list(_paths(document)) for document in documents]
    planned = 0
    for _ in range(600):
        which = chance.randrange(len(documents))
        broken = copy.deepcopy(documents[which])
        _break(broken, chance.choice(places[which]), chance)
        broken["schema_version"] = chance.choice([broken.get("schema_version"), 1, 2, 3])
        faults: tuple[Fault, ...] = ()
        try:
            document = read_data(broken, catalogue)
        except BadInput as refused:
            faults = refused.faults
        assert all(fault.path and fault.message for fault in faults)
        if not faults and planned < 30:
            planned += 1
            assert make_plan(document, catalogue).verdict.sentence
    assert planned == 30, "enough of them can still be read for this to say anything"
