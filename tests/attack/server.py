"""Rock Pin as a user starts it, on a data file of its own, to be asked, loaded and killed."""

import http.client
import json
import re
import socket
import subprocess
import sys
import time
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any, NamedTuple

import psutil

_RESTS_S = 3.0


class Answer(NamedTuple):
    status: int
    body: bytes

    def json(self) -> Any:
        return json.loads(self.body)


class Client:
    """One open line to the server, without the cost of a larger client: what is timed is the server."""

    def __init__(self, address: str, device: str = "attacker") -> None:
        self._line = http.client.HTTPConnection(address.removeprefix("http://"), timeout=120)
        self._headers = {"x-rock-pin": device}
        self._last = 0.0

    def ask(self, method: str, path: str, body: Any = None) -> Answer:
        return self.send(method, path, None if body is None else json.dumps(body).encode(), "application/json")

    def send(
        self, method: str, path: str, body: bytes | None, kind: str, headers: dict[str, str] | None = None
    ) -> Answer:
        """A body as it is; ``headers`` stand over the usual ones, and an empty one is left out."""
        if time.monotonic() - self._last > _RESTS_S:
            # the server closes a line that rests, as a browser knows
            self._line.close()
        if self._line.sock is None:
            self._line.connect()
            line: Any = self._line.sock
            line.setsockopt(socket.IPPROTO_TCP, socket.TCP_NODELAY, 1)
        told = {**self._headers, "content-type": kind, **(headers or {})}
        try:
            self._line.request(method, path, body, {name: value for name, value in told.items() if value})
        except (BrokenPipeError, ConnectionResetError):
            # refused before all of it was sent, or a line that rested: once more on a fresh one
            self._line.close()
            self._line.request(method, path, body, {name: value for name, value in told.items() if value})
        answer = self._line.getresponse()
        found = Answer(answer.status, answer.read())
        self._last = time.monotonic()
        return found

    def ok(self, method: str, path: str, body: Any = None) -> Answer:
        """An answer that has to be one."""
        found = self.ask(method, path, body)
        assert found.status < 300, found.body[:300]
        return found


class Server:
    """A running server at ``address``."""

    def __init__(self, data: Path, cores: set[int] | None = None, planners: int | None = None) -> None:
        command = [sys.executable, "-m", "rockpin", "serve", "--data", str(data), "--port", "0"]
        command += [] if planners is None else ["--planners", str(planners)]
        self._log = data.with_name(f"{data.name}.log")
        with self._log.open("ab") as log:
            self.process = subprocess.Popen(command, stdout=subprocess.PIPE, stderr=log, text=True)
        if cores:
            psutil.Process(self.process.pid).cpu_affinity(sorted(cores))
        assert self.process.stdout is not None
        found = re.search(r"http://127\.0\.0\.1:\d+", self.process.stdout.readline())
        assert found, "the server did not print its address"
        self.address = found[0]

    def said(self) -> str:
        """The last of what it said of its own troubles."""
        return self._log.read_text("utf-8", "replace")[-3000:]

    def client(self, device: str = "attacker") -> Client:
        return Client(self.address, device)

    def tree(self) -> list[psutil.Process]:
        """The server and the processes that plan for it."""
        own = psutil.Process(self.process.pid)
        return [own, *own.children(recursive=True)]

    def memory_mb(self) -> float:
        """What all of them hold together [MB], what they share counted once each."""
        return sum(one.memory_info().rss for one in self.tree()) / 1e6

    def processor_s(self) -> float:
        """What all of them have used of the processor [s]."""
        return sum(sum(one.cpu_times()[:2]) for one in self.tree())

    def kill(self) -> None:
        """Ends the server as a power cut would, as far as a process can."""
        self.process.kill()
        self.process.wait()

    def stop(self) -> None:
        self.process.terminate()
        try:
            self.process.wait(timeout=10)
        except subprocess.TimeoutExpired:
            self.kill()


@contextmanager
def serving(data: Path, cores: set[int] | None = None) -> Iterator[Server]:
    """A server that is stopped at the end."""
    server = Server(data, cores)
    try:
        yield server
    finally:
        server.stop()


def median_ms(times_s: list[float]) -> float:
    return sorted(times_s)[len(times_s) // 2] * 1000


def timed(work: object, count: int) -> list[float]:
    """How long some work takes, so many times over [s]."""
    assert callable(work)
    found = []
    for _ in range(count):
        start = time.perf_counter()
        work()
        found.append(time.perf_counter() - start)
    return found
