"""The wheel carries the built screen: it starts where there is no Node and no checkout."""

import re
import subprocess
import sys
import urllib.request
import venv
import zipfile
from collections.abc import Iterator
from pathlib import Path

import pytest

ROOT = Path(__file__).parents[2]
PIP = ("-m", "pip", "--disable-pip-version-check", "--quiet")


@pytest.fixture(scope="module")
def wheel(tmp_path_factory: pytest.TempPathFactory) -> Path:
    folder = tmp_path_factory.mktemp("wheel")
    command = [sys.executable, *PIP, "wheel", "--no-deps", "--no-build-isolation", "-w", str(folder), str(ROOT)]
    subprocess.run(command, check=True, capture_output=True)
    (made,) = folder.glob("rockpin-*.whl")
    return made


@pytest.fixture(scope="module")
def rockpin(wheel: Path, tmp_path_factory: pytest.TempPathFactory) -> Path:
    """The command in a fresh environment, with what the lock names and nothing else."""
    home = tmp_path_factory.mktemp("home") / "venv"
    venv.create(home, with_pip=True)
    python = str(home / "bin" / "python")
    lock = str(ROOT / "requirements.lock")
    subprocess.run([python, *PIP, "install", "--require-hashes", "-r", lock], check=True, capture_output=True)
    subprocess.run([python, *PIP, "install", "--no-deps", str(wheel)], check=True, capture_output=True)
    return home / "bin" / "rockpin"


@pytest.fixture
def address(rockpin: Path, tmp_path: Path) -> Iterator[str]:
    # no path: nothing but the environment's own Python may be found
    command = [str(rockpin), "demo", "--data", str(tmp_path / "demo.sqlite"), "--port", "0"]
    with subprocess.Popen(
        command, stdout=subprocess.PIPE, text=True, env={"HOME": str(tmp_path), "PATH": ""}
    ) as server:
        assert server.stdout is not None
        found = re.search(r"http://127\.0\.0\.1:\d+", server.stdout.readline())
        assert found, "it did not print its address"
        yield found[0]
        server.terminate()


def test_the_wheel_holds_the_screen_the_tables_and_the_migrations(wheel: Path) -> None:
    names = zipfile.ZipFile(wheel).namelist()
    for part in ("rockpin/web/index.html", "rockpin/catalogue/data/figures.toml", "rockpin/store/migrations/env.py"):
        assert part in names
    assert any(re.fullmatch(r"rockpin/web/assets/.*\.js", name) for name in names)
    assert not any(name.endswith((".sqlite", ".pyc")) or "node_modules" in name for name in names)


def test_it_starts_from_the_wheel_alone_and_serves_the_screen(rockpin: Path, address: str) -> None:
    said = subprocess.run([rockpin, "--version"], check=True, capture_output=True, text=True, env={"PATH": ""})
    assert re.fullmatch(r"rockpin \d+\.\d+\.\d+\n", said.stdout)
    page = urllib.request.urlopen(f"{address}/").read().decode()
    script = re.search(r'src="(/assets/[^"]+\.js)"', page)
    assert script
    assert len(urllib.request.urlopen(address + script[1]).read()) > 10_000
    assert b"Slipway House" in urllib.request.urlopen(f"{address}/api/sites").read()


def test_a_document_comes_in_and_a_plan_goes_out_by_the_standard_streams(rockpin: Path, address: str) -> None:
    document = urllib.request.urlopen(f"{address}/api/jobs/tide-clock/document").read()
    made = subprocess.run([rockpin, "plan", "-"], input=document, check=True, capture_output=True, env={"PATH": ""})
    assert b'"title": "Tide-clock"' in made.stdout
