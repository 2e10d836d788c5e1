"""Fifty phones drag fifty fixtures: what one core answers, what two do, and how long each phone waits."""

import asyncio
import json
import os
import random
import time
from pathlib import Path
from typing import Any

from rockpin.store import Store
from tests.attack.many_jobs import everything_of
from tests.attack.server import Server, serving

PHONES = 50
_HEAD = "POST {path} HTTP/1.1\r\nhost: {host}\r\nx-rock-pin: {device}\r\ncontent-type: application/json\r\n"


class Phone:
    """One device that drags the fixture of one job, as the screen does: one question under way, then the newest."""

    def __init__(self, server: Server, job_id: str, number: int) -> None:
        self._host = server.address.removeprefix("http://")
        self._path = f"/api/jobs/{job_id}/trial"
        self._device = f"phone-{number}"
        self._placement: Any = server.client().ok("GET", f"/api/jobs/{job_id}").json()["job"]["placement"]
        self._chance = random.Random(number)
        self.waited_s: list[float] = []

    async def drag(self, until: float, rest_s: tuple[float, float] | None) -> None:
        """Drags until a moment; with ``rest_s`` for a second at a time, and rests so long in between."""
        host, port = self._host.split(":")
        if rest_s:
            await asyncio.sleep(self._chance.uniform(0, rest_s[1]))
        reader, writer = await asyncio.open_connection(host, int(port))
        begun = time.perf_counter()
        while time.perf_counter() < until:
            start = time.perf_counter()
            await self._ask(reader, writer)
            self.waited_s.append(time.perf_counter() - start)
            if rest_s and time.perf_counter() - begun > 1:
                # a line that rests is closed, as a browser's is
                writer.close()
                await asyncio.sleep(self._chance.uniform(*rest_s))
                reader, writer = await asyncio.open_connection(host, int(port))
                begun = time.perf_counter()
        writer.close()

    async def _ask(self, reader: asyncio.StreamReader, writer: asyncio.StreamWriter) -> None:
        x_mm, y_mm = self._placement["x_mm"] + self._chance.randint(-40, 40), self._placement["y_mm"]
        body = json.dumps({"x_mm": x_mm, "y_mm": y_mm, "lines_up": True})
        head = _HEAD.format(path=self._path, host=self._host, device=self._device)
        writer.write(f"{head}content-length: {len(body)}\r\n\r\n{body}".encode())
        answer = (await reader.readuntil(b"\r\n\r\n")).decode().lower()
        assert " 200 " in answer.split("\r\n", 1)[0], answer
        length = next(line for line in answer.split("\r\n") if line.startswith("content-length:"))
        await reader.readexactly(int(length.split(":")[1]))


def _drag(phones: list[Phone], seconds: float, rest_s: tuple[float, float] | None = None) -> float:
    """All of them at once; how many answers a second."""

    async def all_of_them() -> None:
        until = time.perf_counter() + seconds
        await asyncio.gather(*(phone.drag(until, rest_s) for phone in phones))

    for phone in phones:
        phone.waited_s.clear()
    start = time.perf_counter()
    asyncio.run(all_of_them())
    return sum(len(phone.waited_s) for phone in phones) / (time.perf_counter() - start)


def _share_ms(phones: list[Phone], share: float) -> float:
    waited = sorted(wait for phone in phones for wait in phone.waited_s)
    return waited[min(len(waited) - 1, int(share * len(waited)))] * 1000


def drag_together(folder: Path, seconds: float = 20, phones: int = PHONES) -> list[str]:
    """Answers a second on one core and on all of them, and what the phones wait there."""
    data = folder / "crowd.sqlite"
    store = Store(data)
    store.bring_everything(everything_of(phones, 1))
    store.close()
    ids = [f"job-{number}-0" for number in range(phones)]
    cores = sorted(os.sched_getaffinity(0))
    with serving(data, {cores[0]}) as server:
        crowd = [Phone(server, job_id, number) for number, job_id in enumerate(ids)]
        _drag(crowd, 3)
        one_core = _drag(crowd, seconds)
    with serving(data) as server:
        crowd = [Phone(server, job_id, number) for number, job_id in enumerate(ids)]
        _drag(crowd, 3)
        _drag(crowd[:1], 5)
        alone = _share_ms(crowd[:1], 0.5)
        rate = _drag(crowd, seconds)
        without = _share_ms(crowd, 0.95)
        bursts = _drag(crowd, seconds, (3, 7))
        with_rests = _share_ms(crowd, 0.95)
    return [
        f"one core: {one_core:.0f} answers a second; {len(cores)} cores: {rate:.0f}, {rate / one_core:.2f} times (1.7)",
        f"one phone alone: {alone:.1f} ms",
        f"{phones} phones, a second's drag every 3 to 7 s: {bursts:.0f} answers a second, p95 {with_rests:.0f} ms, "
        f"{with_rests / alone:.1f} times one alone (12)",
        f"{phones} phones without a rest: p95 {without:.0f} ms, {without / alone:.1f} times",
    ]
