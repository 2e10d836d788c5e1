"""Many at once: two tabs, twenty editors, and one who removes what another puts something on."""

import threading
from collections.abc import Callable
from functools import partial
from pathlib import Path
from typing import Any

from rockpin.store import Store
from tests.attack.many_jobs import everything_of
from tests.attack.server import Client, serving


def _all_at_once(work: list[Callable[[], None]]) -> None:
    gate = threading.Barrier(len(work))
    wrong: list[Exception] = []

    def run(one: Callable[[], None]) -> None:
        gate.wait()
        try:
            one()
        except Exception as error:
            wrong.append(error)

    threads = [threading.Thread(target=run, args=(one,)) for one in work]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert not wrong, wrong[0]


def edit_together(folder: Path, editors: int = 20, rounds: int = 15) -> list[str]:
    """How often each of these came out as it must."""
    data = folder / "together.sqlite"
    store = Store(data)
    store.bring_everything(everything_of(2, 9))
    store.close()
    with serving(data) as server:
        tabs = _two_tabs([server.client("tab-1"), server.client("tab-2")], 20)
        saved = _editors([server.client(f"editor-{number}") for number in range(editors)], rounds)
        races = _races(server.client("one"), server.client("two"), 40)
        assert server.client().ok("GET", "/api/sites").json()["in_all"] == 2
    return [
        f"two tabs with the same state: {tabs} of {tabs} times one was kept and the other told",
        f"{editors} editors of one job: {saved} changes, each kept once",
        f"{races} races of removing a wall and putting a job on it: no job without a wall",
    ]


def _two_tabs(tabs: list[Client], times: int) -> int:
    def save(tab: Client, note: str, now: Any, told: list[int]) -> None:
        body = {"revision": now["revision"], "summary": "note", "job": {**now["job"], "note": note}}
        told.append(tab.ask("PUT", "/api/jobs/job-0-0", body).status)

    for time in range(times):
        now = tabs[0].ok("GET", "/api/jobs/job-0-0").json()
        statuses: list[int] = []
        _all_at_once([partial(save, tab, f"{time} of tab {n}", now, statuses) for n, tab in enumerate(tabs)])
        assert sorted(statuses) == [200, 409], statuses
    return times


def _editors(editors: list[Client], rounds: int) -> int:
    """Each counts the note up, again and again until its change is taken."""
    start = editors[0].ok("GET", "/api/jobs/job-0-1").json()
    body = {"revision": start["revision"], "summary": "begun", "job": {**start["job"], "note": "0"}}
    editors[0].ok("PUT", "/api/jobs/job-0-1", body)

    def edit(client: Client) -> None:
        for _ in range(rounds):
            while True:
                now = client.ok("GET", "/api/jobs/job-0-1").json()
                job = {**now["job"], "note": str(int(now["job"]["note"]) + 1)}
                body = {"revision": now["revision"], "summary": "counted", "job": job}
                answer = client.ask("PUT", "/api/jobs/job-0-1", body)
                if answer.status == 200:
                    break
                assert answer.status == 409, answer.body[:300]

    _all_at_once([partial(edit, client) for client in editors])
    end = int(editors[0].ok("GET", "/api/jobs/job-0-1").json()["job"]["note"])
    assert end == len(editors) * rounds, end
    return end


def _races(one: Client, two: Client, times: int) -> int:
    def remove(wall: str, told: dict[str, int]) -> None:
        told["remove"] = one.ask("DELETE", f"/api/walls/{wall}").status

    def put(wall: str, told: dict[str, int]) -> None:
        new = {"title": "Hook", "wall_id": wall, "shape": "shelf"}
        told["put"] = two.ask("POST", "/api/sites/site-000/jobs", new).status

    for _ in range(times):
        new = {"name": "Spare", "width_mm": 3000, "height_mm": 2400, "build_up": "plastered_brick"}
        wall = one.ok("POST", "/api/sites/site-000/walls", new).json()["id"]
        statuses: dict[str, int] = {}
        _all_at_once([partial(remove, wall, statuses), partial(put, wall, statuses)])
        assert sorted(statuses.values()) in ([201, 422], [204, 404], [204, 422]), statuses
    return times
