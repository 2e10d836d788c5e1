"""Bodies that no screen sends: each is answered in a sentence, and none costs more than it may."""

import json
import random
import time
from collections.abc import Iterable
from pathlib import Path

from rockpin.catalogue import load_catalogue
from rockpin.core.document.kit import Kit
from rockpin.exchange.lists import write_fixings, write_kit
from tests.attack.server import Server, serving
from tests.reliability.broken import HOSTILE, broken_documents, odd_tables, overgrown

_PROCESSOR_S = 2.0
_MEMORY_MB = 300.0


class _Cost:
    """The dearest question so far, in processor time and in memory."""

    def __init__(self, server: Server) -> None:
        self._server, self.processor_s, self.memory_mb = server, 0.0, 0.0
        self.dearest, self._base = "", server.memory_mb()

    def of(self, name: str, before_s: float) -> None:
        spent = self._server.processor_s() - before_s
        if spent > self.processor_s:
            self.processor_s, self.dearest = spent, name
        self.memory_mb = max(self.memory_mb, self._server.memory_mb() - self._base)


def _ask_all(server: Server, path: str, bodies: Iterable[tuple[str, bytes]], kind: str, cost: _Cost) -> int:
    client = server.client()
    count = 0
    for name, body in bodies:
        before = server.processor_s()
        answer = client.send("POST", path, body, kind)
        assert answer.status < 500, (path, name, answer.body[:300])
        cost.of(name, before)
        count += 1
    return count


def send_bodies(folder: Path, documents: int = 3000, tables: int = 1000) -> list[str]:
    """Broken documents, odd tables and hostile bodies, by hand and by chance, each with what it cost."""
    chance, lines = random.Random(7), []
    with serving(folder / "bodies.sqlite") as server:
        _warm(server)
        cost = _Cost(server)
        by_hand = [(f"{path} {name}", path, body) for path in _JSON_PATHS for name, body in HOSTILE.items()]
        by_hand += [(f"plan {name}", "/api/plan", body) for name, body in overgrown()]
        for name, path, body in by_hand:
            _ask_all(server, path, [(name, body)], "application/json", cost)
        lines.append(f"{len(by_hand)} hostile bodies by hand: {_told(cost)}")
        cost = _Cost(server)
        broken = (
            (f"document {n}", json.dumps(one).encode()) for n, one in enumerate(broken_documents(chance, documents))
        )
        count = _ask_all(server, "/api/plan", broken, "application/json", cost)
        lines.append(f"{count} broken documents: {_told(cost)}")
        cost, good = (
            _Cost(server),
            {
                "/api/fixings.csv": "\n".join(write_fixings(load_catalogue().fixings).split("\n")[:25]),
                "/api/kit.csv": write_kit(Kit(bits_mm=(5, 6, 8, 10))),
            },
        )
        count = sum(
            _ask_all(server, path, ((path, one) for one in odd_tables(chance, table, tables // 2)), "text/csv", cost)
            for path, table in good.items()
        )
        lines.append(f"{count} odd tables: {_told(cost)}")
    return lines


_JSON_PATHS = ("/api/documents", "/api/sites", "/api/plan")


def _warm(server: Server) -> None:
    time.sleep(3)
    server.client().ok("GET", "/api/lists")


def _told(cost: _Cost) -> str:
    said = f"none over {cost.processor_s:.2f} s of the processor ({cost.dearest}) or {cost.memory_mb:.0f} MB more"
    within = cost.processor_s <= _PROCESSOR_S and cost.memory_mb <= _MEMORY_MB
    return said if within else f"{said}; {_PROCESSOR_S:.0f} s and {_MEMORY_MB:.0f} MB were allowed"
