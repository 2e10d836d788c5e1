"""The command line: serve, demo, plan, ways, sheet, export, import, backup, restore, check, jobs, kit, fixings, ask."""

import sys

from rockpin.cli import data_file, documents, lists, questions, serving
from rockpin.cli.shared import app
from rockpin.core.base.errors import RockPinError

__all__ = ["app", "data_file", "documents", "lists", "main", "questions", "serving"]


def main() -> None:
    try:
        app()
    except RockPinError as error:
        # what goes wrong in the middle, as a disk that fills up
        print(error, file=sys.stderr)
        sys.exit(2)
