"""Are plans the same as before? Keeps documents with their plans in a file, plans them again, compares field by field.

``python -m bench.same_plans keep FILE`` before a change, ``python -m bench.same_plans compare FILE`` after it.
"""

import gzip
import json
import sys
from collections import Counter
from pathlib import Path

from rockpin.catalogue import load_catalogue
from rockpin.core.document.job import JobDocument
from rockpin.core.plan import make_plan
from rockpin.demo import demo_documents
from rockpin.exchange.documents import read_data
from tests.random_jobs import random_jobs

_RANDOM = 200
_SEED = 20261125
_SHOWN = 40


def _planned(document: JobDocument) -> object:
    try:
        return json.loads(make_plan(document, load_catalogue()).model_dump_json())
    except Exception as error:
        # a crash is an answer too, to be compared
        return {"crashed": f"{type(error).__name__}: {error}"}


def keep(path: Path) -> None:
    """Writes the demo's documents and random ones, each with its plan."""
    documents = [*demo_documents(), *random_jobs(_RANDOM, _SEED, load_catalogue())]
    kept = [{"document": json.loads(one.model_dump_json()), "plan": _planned(one)} for one in documents]
    path.write_bytes(gzip.compress(json.dumps(kept).encode()))
    crashed = sum("crashed" in one["plan"] for one in kept)
    print(f"{len(kept)} documents kept, {crashed} of them cannot be planned")


def _differences(old: object, new: object, path: str, found: list[tuple[str, object, object]]) -> None:
    if isinstance(old, dict) and isinstance(new, dict):
        for key in sorted(old.keys() | new.keys()):
            _differences(old.get(key, "(absent)"), new.get(key, "(absent)"), f"{path}.{key}", found)
    elif isinstance(old, list) and isinstance(new, list) and len(old) == len(new):
        for index, (before, after) in enumerate(zip(old, new, strict=True)):
            _differences(before, after, f"{path}[{index}]", found)
    elif old != new:
        found.append((path, old, new))


def compare(path: Path) -> int:
    """Plans every document anew; the number of plans that differ."""
    differing, fields = 0, Counter[str]()
    shown = 0
    for one in json.loads(gzip.decompress(path.read_bytes())):
        document = read_data(one["document"], load_catalogue())
        found: list[tuple[str, object, object]] = []
        _differences(one["plan"], json.loads(json.dumps(_planned(document))), "", found)
        differing += bool(found)
        fields.update("".join(part.split("[")[0] + "/" for part in place.split("]")) for place, _, _ in found)
        for place, before, after in found[:3]:
            if shown < _SHOWN:
                shown += 1
                print(f"{document.id}{place}: {str(before)[:160]} -> {str(after)[:160]}")
    print(f"{differing} plans differ")
    for field, count in fields.most_common(25):
        print(f"{count:>7} {field}")
    return differing


if __name__ == "__main__":
    if len(sys.argv) != 3 or sys.argv[1] not in ("keep", "compare"):
        sys.exit("usage: python -m bench.same_plans keep|compare FILE")
    if sys.argv[1] == "keep":
        keep(Path(sys.argv[2]))
    else:
        sys.exit(min(1, compare(Path(sys.argv[2]))))
