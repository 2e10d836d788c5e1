"""How soon a question is answered, in plans of the job that it supposes; and a home of 500 jobs."""

import json
from pathlib import Path
from tempfile import TemporaryDirectory

from fastapi.testclient import TestClient

from bench.timing import quantile, sample_ms
from rockpin.api import make_app
from rockpin.catalogue import load_catalogue
from rockpin.core.plan import make_plan
from rockpin.core.questions import (
    BitQuestion,
    Supposed,
    how_deep,
    may_drill,
    what_goes_in,
    what_wall,
    which_bit,
)
from rockpin.core.questions.supposed import supposed_job
from rockpin.demo import demo_documents
from rockpin.store import Store
from rockpin.store.bodies import renamed

_WALLS = ("plastered_brick", "board_on_studs", "cast_concrete", "lath_and_plaster")
_JOBS = 500


def measure_asking() -> None:
    """The answers, each against one plan from nothing of the job that it supposes."""
    catalogue = load_catalogue()
    print(f"\n{'asked':<30}{'plan ms':>9}{'p50 ms':>8}{'p95 ms':>8}{'p50 in plans':>14}{'p95 in plans':>14}")
    for wall in _WALLS:
        asked = Supposed(wall=wall, shape="shelf", in_studs=wall == "board_on_studs")
        job = supposed_job(asked, catalogue)
        plan = quantile(sample_ms(lambda job=job: make_plan(job, catalogue), 15), 0.5)  # type: ignore[misc]
        for name, work in (
            ("what goes in", lambda asked=asked: what_goes_in(asked, catalogue)),
            ("may I drill here", lambda asked=asked: may_drill(asked, catalogue)),
            ("how deep", lambda asked=asked: how_deep(asked, catalogue)),
            ("what wall", lambda asked=asked: what_wall(asked, catalogue)),
            ("which bit", lambda wall=wall: which_bit(BitQuestion(wall=wall), catalogue)),
        ):
            times = sample_ms(work, 10)
            p50, p95 = quantile(times, 0.5), quantile(times, 0.95)
            print(f"{wall + ', ' + name:<30}{plan:>9.0f}{p50:>8.0f}{p95:>8.0f}{p50 / plan:>14.1f}{p95 / plan:>14.1f}")


def measure_home() -> None:
    """The first page of a home of 500 jobs on 55 sites, and a search in it, against a question that answers nothing."""
    with TemporaryDirectory() as folder:
        store = Store(Path(folder) / "data.sqlite")
        catalogue = load_catalogue()
        documents = demo_documents()
        for number in range(_JOBS):
            document = documents[number % len(documents)]
            site = document.site.model_copy(update={"id": f"site-{number // 9}", "name": f"Shed {number // 9}"})
            names = {wall.id: f"{wall.id}-{number // 9}" for wall in document.walls}
            walls = tuple(wall.model_copy(update={"id": names[wall.id]}) for wall in document.walls)
            at = renamed(document, names).placement
            parts = {"id": f"job-{number}", "site": site, "walls": walls, "placement": at}
            store.add_document(document.model_copy(update=parts), keep_ids=True)
        client = TestClient(make_app(store, catalogue))
        least = quantile(sample_ms(lambda: client.get("/api/about"), 30), 0.5)
        print(f"\n{'home of 500 jobs':<30}{'ms p50':>8}{'ms p95':>8}{'in least questions, p95':>25}")
        for name, path in (("first page", "/api/sites"), ("a word", "/api/sites?search=shed 4")):
            times = sample_ms(lambda path=path: client.get(path), 30)  # type: ignore[misc]
            size = len(json.dumps(client.get(path).json()))
            p50, p95 = quantile(times, 0.5), quantile(times, 0.95)
            print(f"{name + f', {size / 1000:.0f} kB':<30}{p50:>8.0f}{p95:>8.0f}{p95 / least:>25.1f}")
        store.close()
