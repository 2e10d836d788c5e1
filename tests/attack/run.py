"""The whole attack, or the parts that are named: ``./run attack``, ``./run attack kills crowd``."""

import sys
import time
from collections.abc import Callable
from pathlib import Path
from tempfile import TemporaryDirectory

from tests.attack.bodies import send_bodies
from tests.attack.crowd import drag_together
from tests.attack.generated import generate
from tests.attack.kills import kill_while_writing
from tests.attack.many_jobs import ask_among_many
from tests.attack.strangers import knock
from tests.attack.together import edit_together
from tests.attack.whole import out_and_in

PARTS: dict[str, Callable[[Path], list[str]]] = {
    "strangers": knock,
    "together": edit_together,
    "whole": out_and_in,
    "bodies": send_bodies,
    "many": ask_among_many,
    "crowd": drag_together,
    "generated": generate,
    "kills": kill_while_writing,
}


def main(names: list[str]) -> int:
    """Runs the parts in turn, each in a folder of its own; ends with 1 where one found something."""
    unknown = set(names) - PARTS.keys()
    if unknown:
        print(f"There is no part {', '.join(sorted(unknown))}; there are {', '.join(PARTS)}.", file=sys.stderr)
        return 2
    failed = 0
    for name in names or PARTS:
        start = time.monotonic()
        with TemporaryDirectory(prefix="rockpin-attack-") as folder:
            try:
                lines = PARTS[name](Path(folder))
            except AssertionError as error:
                lines, failed = [f"FOUND: {error}"], 1
        print(f"{name} ({time.monotonic() - start:.0f} s)")
        for line in lines:
            print(f"  {line}", flush=True)
    return failed


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
