"""The demo, served on a file of its own, and a browser on it: for measuring and for pictures."""

import re
import subprocess
import sys
import tempfile
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from playwright.sync_api import Browser, sync_playwright

FLAGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
]


@contextmanager
def demo_in_browser() -> Iterator[tuple[Browser, str]]:
    """A browser and the address of a fresh demo."""
    with tempfile.TemporaryDirectory() as folder:
        command = [sys.executable, "-m", "rockpin", "demo", "--data", str(Path(folder) / "demo.sqlite"), "--port", "0"]
        with subprocess.Popen(command, stdout=subprocess.PIPE, text=True) as server, sync_playwright() as playwright:
            assert server.stdout is not None
            found = re.search(r"http://127\.0\.0\.1:\d+", server.stdout.readline())
            if not found:
                raise RuntimeError("the application did not print its address")
            browser = playwright.chromium.launch(executable_path="/usr/bin/chromium", args=FLAGS)
            try:
                yield browser, found[0]
            finally:
                browser.close()
                server.terminate()
