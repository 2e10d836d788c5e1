"""What the commands share: the application, the data file and how a refusal is told."""

import sys
from collections.abc import Iterator
from contextlib import contextmanager
from enum import StrEnum
from pathlib import Path
from typing import TYPE_CHECKING, Annotated, NoReturn

import typer

from rockpin.core.base.errors import BadInput, Fault, RockPinError

if TYPE_CHECKING:
    from rockpin.store import Store

# Each command imports what it needs itself: help and a plan start without the server, the sheets and the data file.

app = typer.Typer(
    no_args_is_help=True,
    pretty_exceptions_enable=False,
)


def _version(wanted: bool) -> None:
    if wanted:
        from rockpin import __version__

        print(f"rockpin {__version__}")
        raise typer.Exit


@app.callback()
def _everywhere(
    version: Annotated[
        bool, typer.Option("--version", callback=_version, is_eager=True, help="Say which version this is.")
    ] = False,
) -> None:
    """What a wall is made of, what is hidden in it, what will hold, and where to drill."""


Data = Annotated[Path | None, typer.Option(help="Data file; otherwise the one in your data folder.")]


def default_data_file() -> Path:
    """The data file in the user's data folder."""
    from platformdirs import user_data_path

    return user_data_path("rockpin", appauthor=False) / "rockpin.sqlite"


def open_store(data: Path | None) -> "Store":
    """The data file, to be written; one that is not there yet is made, after asking where somebody can answer."""
    from rockpin.store import BadDataFile, Store

    missing = data is not None and not data.exists()
    if missing and sys.stdin.isatty() and not typer.confirm(f"There is no {data} yet. Make a new data file there?"):
        raise typer.Exit(2)
    try:
        return Store(data or default_data_file())
    except BadDataFile as error:
        fail(error)


@contextmanager
def reading(data: Path | None) -> Iterator["Store"]:
    """The data file, to be read: it may be in use, of an earlier version or not to be written, and stays as it is.

    Without ``data`` and without a file in the data folder it is an empty one.
    """
    from rockpin.store import BadDataFile
    from rockpin.store.snapshot import snapshot

    path = data or default_data_file()
    try:
        with snapshot(path, or_empty=data is None) as store:
            yield store
    except BadDataFile as error:
        fail(error)


def fail(error: RockPinError) -> NoReturn:
    """Tells a refusal and ends with 2."""
    print(error, file=sys.stderr)
    raise typer.Exit(2)


def read_file(path: Path) -> bytes:
    """What is in a file of the user's, or comes in where it is called “-”. Ends with 2 where it cannot be read."""
    if str(path) == "-":
        return sys.stdin.buffer.read()
    try:
        return path.read_bytes()
    except OSError as error:
        print(f"{path}: cannot be read ({error.strerror}); give the path of a job document", file=sys.stderr)
        raise typer.Exit(2) from None


def read_text(path: Path) -> str:
    """A table of the user's as text. Raises BadInput where it is none."""
    try:
        return read_file(path).decode("utf-8-sig")
    except UnicodeDecodeError:
        raise BadInput([Fault("file", f"{path} is no UTF-8 text; save the table as CSV in UTF-8")]) from None


class DecimalHabit(StrEnum):
    POINT = "point"
    COMMA = "comma"


DecimalSign = Annotated[
    DecimalHabit, typer.Option(help="Decimal sign of a CSV; with the comma, semicolons part its cells.")
]
