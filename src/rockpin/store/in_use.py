"""Whether a data file is being served: one server to a file, and no other file put in its place meanwhile."""

from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from filelock import FileLock, Timeout

from rockpin.store.data_file import BadDataFile


@contextmanager
def only_user_of(path: Path, what: str) -> Iterator[None]:
    """Holds a data file for one server, or for putting another in its place; ends by itself with the process.

    Raises BadDataFile where another holds it. ``what``: would be done, in words.
    """
    lock = FileLock(f"{path.resolve()}.in-use")
    try:
        lock.acquire(timeout=0)
    except Timeout as error:
        raise BadDataFile(
            f"{path} is in use: another Rock Pin serves it. Go on in that one, or stop it first; then {what}."
        ) from error
    except OSError as error:
        raise BadDataFile(f"{path} cannot be used ({error.strerror}); look whether you may write beside it.") from error
    try:
        yield
    finally:
        lock.release()
