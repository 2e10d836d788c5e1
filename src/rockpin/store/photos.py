"""Photos beside the data file: each by what it holds, upright, without its position, no larger than it need be."""

import hashlib
import os
import re
import tempfile
from collections.abc import Iterable
from contextlib import suppress
from pathlib import Path
from typing import Any, NamedTuple

from rockpin.core.photo import shrunk

_NAME = re.compile(r"[0-9a-f]{32}\.jpg")


class Kept(NamedTuple):
    """A photo that was kept: the name of its file, and its size [points]."""

    file: str
    width_px: int
    height_px: int


class Photos:
    """The folder of a data file's photos; made with the first one."""

    def __init__(self, data_file: Path) -> None:
        self.folder = data_file.with_name(f"{data_file.name}.photos")

    def keep(self, sent: bytes) -> Kept:
        """Keeps a photo, shrunk. Raises BadInput where it is none, or too large."""
        made = shrunk(sent)
        name = f"{hashlib.sha256(made.jpeg).hexdigest()[:32]}.jpg"
        self.folder.mkdir(exist_ok=True)
        self._write(self.folder / name, made.jpeg)
        return Kept(name, made.width_px, made.height_px)

    def copy_to(self, other: "Photos") -> int:
        """Copies every photo beside another data file, where those that are there stay; how many there are here."""
        mine = sorted(self.folder.glob("*.jpg")) if self.folder.is_dir() else []
        if mine:
            other.folder.mkdir(exist_ok=True)
        for path in mine:
            if not (other.folder / path.name).is_file():
                other._write(other.folder / path.name, path.read_bytes())
        return len(mine)

    def all(self) -> dict[str, bytes]:
        """Every photo by the name of its file."""
        found = sorted(self.folder.glob("*.jpg")) if self.folder.is_dir() else []
        return {path.name: path.read_bytes() for path in found if _NAME.fullmatch(path.name)}

    def bring(self, photos: dict[str, bytes]) -> None:
        """Puts photos beside the data file as they are; those whose name does not say what they hold are left."""
        for name, read in photos.items():
            if _NAME.fullmatch(name) and name == f"{hashlib.sha256(read).hexdigest()[:32]}.jpg":
                self.folder.mkdir(exist_ok=True)
                self._write(self.folder / name, read)

    def forget(self, names: Iterable[str]) -> None:
        """Removes photos that no document names any longer."""
        for name in names:
            if _NAME.fullmatch(name):
                (self.folder / name).unlink(missing_ok=True)

    def _write(self, path: Path, made: bytes) -> None:
        """All of it or nothing, also where the power fails in the middle."""
        handle, half = tempfile.mkstemp(dir=self.folder)
        try:
            with os.fdopen(handle, "wb") as file:
                file.write(made)
                file.flush()
                os.fsync(file.fileno())
            Path(half).replace(path)
        except BaseException:
            with suppress(OSError):
                Path(half).unlink()
            raise

    def read(self, name: str) -> bytes | None:
        """A photo by the name of its file; None where it is not there."""
        if not _NAME.fullmatch(name):
            return None
        path = self.folder / name
        return path.read_bytes() if path.is_file() else None


def photos_of(body: Any) -> set[str]:
    """The photos that the body of a job or a wall names, by their files; also of one that no longer reads."""
    listed = body.get("photos") if isinstance(body, dict) else None
    files = (one.get("file") for one in listed if isinstance(one, dict)) if isinstance(listed, list) else ()
    return {file for file in files if isinstance(file, str)}
