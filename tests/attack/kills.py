"""Kills in the middle of writing: nothing that was acknowledged is lost, and no process is left behind."""

import random
import threading
from pathlib import Path
from typing import Any

import psutil

from rockpin.store import Store
from rockpin.store.data_file import faults_of_file
from tests.attack.many_jobs import everything_of
from tests.attack.server import Client, Server

_WRITERS = 3
_WITH_PLANNERS = 15


class _Writer(threading.Thread):
    """Writes one number after the other into the note of a site, as fast as they are acknowledged."""

    def __init__(self, server: Server, number: int) -> None:
        super().__init__(daemon=True)
        self.site, self.acknowledged, self.begun, self.count = f"site-{number:03}", -1, -1, 0
        self._client: Client = server.client(f"writer-{number}")
        line = self._client.ok("GET", f"/api/sites/{self.site}").json()
        self._site: dict[str, Any] = line["site"]
        self._revision: int = line["revision"]
        note = line["site"]["note"]
        self.found = int(note) if note.isdigit() else -1

    def run(self) -> None:
        number = self.found
        try:
            while True:
                number += 1
                self.begun = number
                body = {"revision": self._revision, "site": {**self._site, "note": str(number)}}
                answer = self._client.ok("PUT", f"/api/sites/{self.site}", body)
                self._revision, self.acknowledged = answer.json()["revision"], number
                self.count += 1
        except Exception:
            # the server is gone: what is under way may be kept or not
            return


def kill_while_writing(folder: Path, kills: int = 300) -> list[str]:
    """Starts, writes with three hands, kills at a random moment; and looks after each kill what is there."""
    data = folder / "killed.sqlite"
    store = Store(data)
    store.bring_everything(everything_of(_WRITERS, 0))
    store.close()
    chance, written, lost, left = random.Random(3), 0, 0, 0
    last: dict[str, tuple[int, int]] = {}
    for kill in range(kills):
        # now and then with the processes that plan, which end with the server
        server = Server(data, planners=None if kill % _WITH_PLANNERS == 0 else 0)
        try:
            writers = [_Writer(server, number) for number in range(_WRITERS)]
            for writer in writers:
                acknowledged, begun = last.get(writer.site, (-1, -1))
                lost += not acknowledged <= writer.found <= max(begun, acknowledged)
                writer.start()
            threading.Event().wait(chance.uniform(0.02, 0.35))
            tree = server.tree()
        except AssertionError as error:
            raise AssertionError(f"{error}\n{server.said()}") from error
        finally:
            server.kill()
        for writer in writers:
            writer.join()
            written += writer.count
            last[writer.site] = (max(writer.acknowledged, writer.found), writer.begun)
        _, alive = psutil.wait_procs(tree, timeout=10)
        left += len(alive)
    faults = faults_of_file(data)
    assert (lost, left, faults) == (0, 0, []), (lost, left, faults)
    return [f"{kills} kills with {written} acknowledged writes: none lost, no process left, the file whole"]
