"""Lines that hardly say anything are closed, and what is too much is turned away before it costs."""

import json
import socket
import threading
from collections.abc import Iterator
from pathlib import Path

import pytest
import uvicorn
from fastapi.testclient import TestClient

from rockpin.api import door, lines, make_app
from rockpin.api.weighing import MOST_ENTRIES, MOST_NAMES, weigh
from rockpin.catalogue import load_catalogue
from rockpin.store import Store

_POST = b"POST /api/sites HTTP/1.1\r\nhost: 127.0.0.1\r\nx-rock-pin: a\r\ncontent-type: application/json\r\n"


@pytest.fixture
def port(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> Iterator[int]:
    """A server that waits a tenth of a second where the real one waits long."""
    monkeypatch.setattr(lines, "HEAD_WITHIN_S", 0.1)
    monkeypatch.setattr(door, "BODY_WITHIN_S", 0.1)
    app = make_app(Store(tmp_path / "data.sqlite"), load_catalogue(), tmp_path)
    listener = socket.create_server(("127.0.0.1", 0))
    server = uvicorn.Server(uvicorn.Config(app, http=lines.PatientLine, log_level="error"))
    thread = threading.Thread(target=server.run, kwargs={"sockets": [listener]})
    thread.start()
    yield listener.getsockname()[1]
    server.should_exit = True
    thread.join()
    listener.close()


def _line(port: int, said: bytes) -> socket.socket:
    made = socket.create_connection(("127.0.0.1", port), timeout=20)
    made.sendall(said)
    return made


def _whole(line: socket.socket) -> bytes:
    """An answer to its announced end: head and body may come one after the other."""
    with line.makefile("rb") as read:
        head = b""
        while not head.endswith(b"\r\n\r\n"):
            head += read.readline()
        length = next(part.split(b":")[1] for part in head.splitlines() if part.lower().startswith(b"content-length:"))
        return head + read.read(int(length))


@pytest.mark.parametrize("said", [b"", b"GET /api/sites HTTP/1.1\r\nhost: 127.0.0.1\r\n"])
def test_a_line_on_which_no_question_comes_is_closed(port: int, said: bytes) -> None:
    with _line(port, said) as line:
        assert line.recv(100) == b""


def test_a_body_that_does_not_come_is_given_up_in_a_sentence(port: int) -> None:
    with _line(port, _POST + b'content-length: 100\r\n\r\n{"name":') as line:
        answer = _whole(line)
    assert answer.startswith(b"HTTP/1.1 408")
    assert b"better line" in answer


def test_a_question_that_is_worked_on_is_not_cut_off(port: int) -> None:
    body = json.dumps({"name": "Net loft"}).encode()
    with _line(port, _POST + f"content-length: {len(body)}\r\n\r\n".encode() + body) as line:
        assert line.recv(2000).startswith(b"HTTP/1.1 201")


def test_what_is_too_much_is_named() -> None:
    assert weigh(json.dumps({"walls": [{"points": [0] * (MOST_ENTRIES + 1)}]}).encode()) == (
        f"“points” holds {MOST_ENTRIES + 1} entries; {MOST_ENTRIES} are read at most"
    )
    wide = {f"k{number}": 0 for number in range(MOST_NAMES + 1)}
    assert "names" in str(weigh(json.dumps({"job": {"fixture": wide}}).encode()))
    assert weigh(json.dumps({"points": [0] * MOST_ENTRIES, **dict(list(wide.items())[:400])}).encode()) is None
    # what is no JSON is told by its reader
    assert weigh(b"[" * 100_000) is None


def test_too_much_is_turned_away_before_anything_reads_it(client: TestClient) -> None:
    body = json.dumps({"name": "x", **{f"k{number}": "y" * 100 for number in range(2000)}})
    answer = client.post("/api/sites", content=body, headers={"content-type": "application/json"})
    assert answer.status_code == 422
    assert "are read at most" in answer.json()["faults"][0]["message"]
