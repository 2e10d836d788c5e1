"""A data file to be read: a copy of one moment, brought to this version's tables, so that the file stays as it is."""

from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from tempfile import TemporaryDirectory

from rockpin.store.data_file import copy_to
from rockpin.store.repository import Store


@contextmanager
def snapshot(path: Path, *, or_empty: bool = False) -> Iterator[Store]:
    """The data file as it stands now. ``or_empty``: an empty one where there is none.

    Raises BadDataFile where it is none of ours, or damaged.
    """
    with TemporaryDirectory() as folder:
        copy = Path(folder) / "copy.sqlite"
        if path.exists() or not or_empty:
            copy_to(path, copy)
        store = Store(copy)
        try:
            yield store
        finally:
            store.close()
