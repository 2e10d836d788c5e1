"""10,000 jobs in 500 sites: what a page of the list, a search, opening, saving and undoing cost."""

import random
from datetime import UTC, datetime
from pathlib import Path
from typing import Any

from rockpin.demo import demo_documents
from rockpin.store import Store
from tests.attack.server import Client, median_ms, serving, timed

SITES, JOBS = 500, 20
_LIMIT = 30


def _renamed(part: Any, walls: set[str], number: int) -> Any:
    """A part of a document whose walls are those of a site by number."""
    if isinstance(part, dict):
        return {key: _renamed(value, walls, number) for key, value in part.items()}
    if isinstance(part, list):
        return [_renamed(value, walls, number) for value in part]
    return f"{part}-{number}" if isinstance(part, str) and part in walls else part


def everything_of(sites: int, jobs: int) -> list[dict[str, Any]]:
    """Documents with one state each, as the file of everything has them: the demo over and over under other names."""
    demo, made, state = demo_documents(), [], 100

    def add(name: str, kind: str, site: str | None, body: dict[str, Any]) -> None:
        nonlocal state
        state += 1
        at = datetime(2026, 11, 25, tzinfo=UTC).isoformat()
        one = {"id": state, "parent": None, "at": at, "summary": "made", "job": None, "device": None, "body": body}
        made.append({"id": name, "kind": kind, "site": site, "removed": False, "head": state, "states": [one]})

    walls = {wall.id: wall for document in demo for wall in document.walls}
    for number in range(sites):
        site = f"site-{number:03}"
        body = demo[0].site.model_copy(update={"id": site, "name": f"Boathouse {number:03}"})
        add(site, "site", None, body.model_dump(mode="json"))
        for wall in walls.values():
            name = f"{wall.id}-{number}"
            add(name, "wall", site, wall.model_copy(update={"id": name}).model_dump(mode="json"))
        for place in range(jobs):
            document = demo[place % len(demo)]
            copy = document.model_copy(update={"title": f"{document.title} {number:03}/{place}"})
            # whatever else names a wall, the one round a corner for one, names that site's own
            whole = _renamed(copy.model_dump(mode="json", exclude={"site", "walls", "id"}), set(walls), number)
            add(f"job-{number}-{place}", "job", site, {key: whole[key] for key in whole if key != "schema_version"})
    return made


def ask_among_many(folder: Path, sites: int = SITES, jobs: int = JOBS) -> list[str]:
    """The cost of each question as a multiple of the server's smallest one, and the memory before and after."""
    data = folder / "many.sqlite"
    store = Store(data)
    store.bring_everything(everything_of(sites, jobs))
    store.close()
    chance = random.Random(5)
    lines = []
    with serving(data) as server:
        client = server.client()
        # both processes have been asked, and what is loaded at the start is loaded
        for number in range(4):
            client.ok("GET", f"/api/jobs/job-{number}-0")
        least = median_ms(timed(lambda: client.ok("POST", "/api/quantity", {"text": "400", "kind": "length"}), 300))

        def some_job() -> str:
            # an ordinary one: each of the demo's kinds in turn
            return f"job-{chance.randrange(sites)}-{chance.randrange(jobs)}"

        def save() -> None:
            job_id = some_job()
            now = client.ok("GET", f"/api/jobs/{job_id}").json()
            spent.append(_save(client, job_id, now))
            spent_undo.append(_undo(client, job_id))

        spent: list[float] = []
        spent_undo: list[float] = []
        first = timed(lambda: client.ok("GET", "/api/sites"), 30)
        search = timed(lambda: client.ok("GET", f"/api/sites?search=cradle+{chance.randrange(sites):03}"), 30)
        before = server.memory_mb()
        opening = timed(lambda: client.ok("GET", f"/api/jobs/{some_job()}"), 150)
        for _ in range(60):
            save()
        between = server.memory_mb()
        timed(lambda: client.ok("GET", f"/api/jobs/{some_job()}"), 300)
        after = server.memory_mb()
        for name, found in (
            ("first page", first),
            ("search", search),
            ("open", opening),
            ("save", spent),
            ("undo", spent_undo),
        ):
            ratio = median_ms(found) / least
            lines.append(
                f"{name}: {median_ms(found):.1f} ms, {ratio:.1f} times the smallest question (at most {_LIMIT})"
            )
        lines.append(f"smallest question: {least:.2f} ms; memory {before:.0f}, {between:.0f}, {after:.0f} MB")
    return lines


def _save(client: Client, job_id: str, now: Any) -> float:
    body = {
        "revision": now["revision"],
        "summary": "renamed",
        "job": {**now["job"], "title": now["job"]["title"] + "!"},
    }
    return timed(lambda: client.ok("PUT", f"/api/jobs/{job_id}", body), 1)[0]


def _undo(client: Client, job_id: str) -> float:
    return timed(lambda: client.ok("POST", f"/api/jobs/{job_id}/undo"), 1)[0]
