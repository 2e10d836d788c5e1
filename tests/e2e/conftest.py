"""The built application, as the demo's command starts it, and a browser to drive it."""

import os
import re
import select
import signal
import subprocess
import sys
from collections.abc import Callable, Generator, Iterator
from pathlib import Path
from typing import IO

import pytest
from playwright.sync_api import Browser, ConsoleMessage, Page, Request, expect, sync_playwright

from bench.browser import FLAGS

CHROMIUM = "/usr/bin/chromium"
ROOT = Path(__file__).parents[2]

# generous, so that a busy machine is slow instead of wrong
PATIENCE_MS = 120_000
expect.set_options(timeout=PATIENCE_MS)

OpenPage = Callable[..., Page]

FAILED = pytest.StashKey[bool]()


@pytest.hookimpl(wrapper=True)
def pytest_runtest_makereport(
    item: pytest.Item, call: pytest.CallInfo[None]
) -> Generator[None, pytest.TestReport, pytest.TestReport]:
    """Lets what tidies up know that its test failed: what the screen said then is the first thing that is asked."""
    report = yield
    if call.when == "call":
        item.stash[FAILED] = report.failed
    return report


@pytest.fixture(scope="session")
def nursery(tmp_path_factory: pytest.TempPathFactory) -> Iterator[tuple[IO[str], Path]]:
    """Where servers are asked for (nursery.py), and what the processes that plan have complained of."""
    complaints = tmp_path_factory.mktemp("nursery") / "complaints"
    command = [sys.executable, "-m", "tests.e2e.nursery"]
    with (
        complaints.open("w") as log,
        subprocess.Popen(command, cwd=ROOT, stdin=subprocess.PIPE, stdout=log, stderr=log, text=True) as running,
    ):
        assert running.stdin is not None
        yield running.stdin, complaints


@pytest.fixture
def address(nursery: tuple[IO[str], Path], tmp_path: Path) -> Iterator[str]:
    """The demo on a fresh data file, at a free port."""
    ask, complaints = nursery
    pipe = tmp_path / "said"
    os.mkfifo(pipe)
    # opened before anybody writes into it: who never starts is waited for no longer than a screen
    reading = os.open(pipe, os.O_RDONLY | os.O_NONBLOCK)
    print(tmp_path / "demo.sqlite", pipe, sep="\t", file=ask, flush=True)
    with os.fdopen(reading, encoding="utf-8") as said:
        assert select.select([said], [], [], PATIENCE_MS / 1000)[0], complaints.read_text("utf-8")
        os.set_blocking(reading, True)
        server = int(said.readline())
        found = re.search(r"http://127\.0\.0\.1:\d+", said.readline())
        assert found, "the application did not print its address"
        yield found[0]
        os.kill(server, signal.SIGTERM)
        rest = said.read().splitlines()
    # a normal run says where its data is and how to stop it, and nothing else
    assert [line for line in rest if not line.startswith(("Data: ", "Stop it with "))] == []
    assert complaints.read_text("utf-8") == ""


@pytest.fixture(scope="session")
def browser() -> Iterator[Browser]:
    with sync_playwright() as playwright:
        opened = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
        yield opened
        opened.close()


@pytest.fixture
def open_page(browser: Browser, address: str, request: pytest.FixtureRequest) -> Iterator[OpenPage]:
    """Opens pages, and afterwards holds that none complained and none asked anybody but the application."""
    complaints: list[str] = []
    strangers: list[str] = []
    contexts = []

    def listen(message: ConsoleMessage) -> None:
        # a refusal by the server is shown on the screen; the browser also logs its status
        if message.type in ("error", "warning") and "Failed to load resource" not in message.text:
            complaints.append(message.text)

    def watch(asked: Request) -> None:
        if not asked.url.startswith((address, "data:", "blob:")):
            strangers.append(asked.url)

    def open_one(path: str = "/", width: int = 1280, height: int = 800, *, touch: bool = False) -> Page:
        context = browser.new_context(viewport={"width": width, "height": height}, has_touch=touch)
        contexts.append(context)
        page = context.new_page()
        page.set_default_timeout(PATIENCE_MS)
        page.on("console", listen)
        page.on("pageerror", lambda error: complaints.append(str(error)))
        page.on("request", watch)
        page.goto(address + path)
        return page

    yield open_one
    if request.node.stash.get(FAILED, False):
        for number, page in enumerate((page for context in contexts for page in context.pages), 1):
            print(f"page {number}, {page.url}:\n{page.locator('body').aria_snapshot()}")
    for context in contexts:
        context.close()
    assert complaints == []
    assert strangers == []
