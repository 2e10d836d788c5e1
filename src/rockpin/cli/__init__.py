"""The command line: serve, demo, plan, ways, sheet, export, import, backup, restore, check, jobs, kit, fixings."""

from rockpin.cli import data_file, documents, lists, serving
from rockpin.cli.serving import load_demo
from rockpin.cli.shared import app

__all__ = ["app", "data_file", "documents", "lists", "load_demo", "main", "serving"]


def main() -> None:
    app()
