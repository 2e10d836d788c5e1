"""Generated questions for every address, from the schema that the server itself tells."""

import re
import subprocess
import sys
from pathlib import Path

from rockpin.demo import load_demo
from rockpin.store import Store
from tests.attack.server import serving

_VENV = Path(__file__).parent.parent.parent / ".run" / "attack-venv" / "bin"


def generate(folder: Path, examples: int = 60) -> list[str]:
    """As many examples for each address as asked; no answer may be of the server's own failing."""
    data = folder / "generated.sqlite"
    store = Store(data)
    load_demo(store)
    store.close()
    with serving(data) as server:
        command = [str(_VENV / "schemathesis"), "run", f"{server.address}/openapi.json", "--url", server.address]
        command += ["--header", "x-rock-pin: generated", "--max-examples", str(examples), "--seed", "1"]
        command += ["--phases", "examples,coverage,fuzzing", "--checks", "not_a_server_error", "--no-color"]
        done = subprocess.run(command, capture_output=True, text=True, timeout=3000, cwd=folder, check=False)
        client = server.client()
        assert client.ok("GET", "/api/sites").status == 200
    said = done.stdout + done.stderr
    if done.returncode:
        print(said[-6000:], file=sys.stderr)
    assert done.returncode == 0, "a generated question brought the server's own failing"
    counted = re.search(r"([\d,]+) (?:test cases|generated)", said, re.IGNORECASE)
    return [f"generated questions: {counted[1] if counted else 'some'}, none of the server's own failing"]
