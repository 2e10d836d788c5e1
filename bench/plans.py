"""How long plans take: from nothing, while a finger drags, with ten times the holes; and how soon a command starts."""

import subprocess
import sys
import tempfile
from itertools import count
from pathlib import Path
from resource import RUSAGE_CHILDREN, getrusage

from bench.candidates import hole_grid
from bench.timing import quantile, reference_ms, sample_ms
from rockpin.catalogue import load_catalogue
from rockpin.core.base.keeping import Keep
from rockpin.core.document.job import JobDocument
from rockpin.core.plan import make_plan
from rockpin.demo import demo_documents
from rockpin.demo.slipway_house import CREW_ROOM
from rockpin.exchange import write_document

_HEAD = f"{'p50 ms':>8}{'p95 ms':>8}{'p50 in loops':>14}{'p95 in loops':>14}"


def _print(name: str, found: list[float], loop: float) -> None:
    p50, p95 = quantile(found, 0.5), quantile(found, 0.95)
    print(f"{name:<22}{p50:>8.1f}{p95:>8.1f}{p50 / loop:>14.1f}{p95 / loop:>14.1f}")


def measure_plans() -> None:
    """p50 and p95 of the plan of each demo job from nothing."""
    catalogue, loop = load_catalogue(), reference_ms()
    print(f"reference: a loop of 100,000 additions, p50 {loop:.2f} ms\n\n{'plan':<22}{_HEAD}")
    middles = {}
    for document in demo_documents():
        found = sample_ms(lambda document=document: make_plan(document, catalogue), 60)  # type: ignore[misc]
        _print(document.id, found, loop)
        middles[document.id] = quantile(found, 0.5)
    slowest = max(middles, key=lambda name: middles[name])
    print(f"the slowest, {slowest}, takes {middles[slowest] / middles['chart-table']:.2f} times the chart table")


def _moved(document: JobDocument, by_mm: float) -> JobDocument:
    placement = document.placement.model_copy(update={"x_mm": document.placement.x_mm + by_mm})
    return document.model_copy(update={"placement": placement})


def measure_drag_plans() -> None:
    """The same plan moved by a millimetre at a time, as a drag asks for it, with what is kept."""
    catalogue, loop, keep = load_catalogue(), reference_ms(), Keep(60)
    print(f"\n{'plan of a drag':<22}{_HEAD}")
    for document in demo_documents():
        step, at_rest = count(), make_plan(document, catalogue, keep)
        found = sample_ms(
            lambda document=document, step=step, at_rest=at_rest: make_plan(  # type: ignore[misc]
                _moved(document, next(step) % 40), catalogue, keep, at_rest
            ),
            60,
        )
        _print(document.id, found, loop)


def measure_many_holes() -> None:
    """The plan of sixty holes against that of six on the same wall."""
    catalogue, loop = load_catalogue(), reference_ms()
    print(f"\n{'holes':<22}{_HEAD}")
    middles = []
    for columns, rows in ((3, 2), (10, 6)):
        document = hole_grid(CREW_ROOM, 300, columns, rows)
        found = sample_ms(lambda document=document: make_plan(document, catalogue), 20)  # type: ignore[misc]
        _print(f"{columns * rows} holes", found, loop)
        middles.append(quantile(found, 0.5))
    print(f"sixty take {middles[1] / middles[0]:.1f} times as long as six")


def _seconds(*arguments: str) -> float:
    """Processor time [s] of a command, the least of five."""
    found = []
    for _ in range(5):
        before = getrusage(RUSAGE_CHILDREN)
        subprocess.run([sys.executable, "-m", "rockpin", *arguments], check=True, stdout=subprocess.DEVNULL)
        after = getrusage(RUSAGE_CHILDREN)
        found.append(after.ru_utime + after.ru_stime - before.ru_utime - before.ru_stime)
    return min(found)


def measure_start() -> None:
    """Processor time of commands, against loading everything that there is."""
    with tempfile.TemporaryDirectory() as folder:
        file = Path(folder) / "job.json"
        file.write_text(write_document(demo_documents()[0]), encoding="utf-8")
        everything, bare, planned = _seconds("openapi"), _seconds("--help"), _seconds("plan", str(file))
    print(f"\n{'start':<22}{'s':>8}{'of openapi':>14}")
    for name, found in (("openapi", everything), ("--help", bare), ("plan", planned)):
        print(f"{name:<22}{found:>8.2f}{found / everything:>14.2f}")
