"""Everything in a data file as one open file: a zip of JSON with a manifest, and back into an empty data file.

``manifest.json`` says what it is and how much; ``documents.json`` holds every site, wall, job, the van and the own
fixings, each with all of its states in the order in which they were saved; ``photos/`` holds the photos.
"""

import io
import json
import zipfile
from typing import Any

from rockpin import __version__
from rockpin.core.base.errors import BadInput, Fault

FORMAT = "rockpin-everything"
VERSION = 1
_PHOTOS = "photos/"
MOST_BYTES = 2_000_000_000
"""What the parts of such a file may be together, unpacked."""


def write_everything(documents: list[dict[str, Any]], photos: dict[str, bytes] | None = None) -> bytes:
    """The zip of all documents with their states, and of the photos by the names of their files."""
    counts: dict[str, int] = {}
    for one in documents:
        counts[one["kind"]] = counts.get(one["kind"], 0) + 1
    manifest = {
        "format": FORMAT,
        "version": VERSION,
        "written_by": f"Rock Pin {__version__}",
        "documents": counts,
        "states": sum(len(one["states"]) for one in documents),
    }
    packed = io.BytesIO()
    with zipfile.ZipFile(packed, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, content in (("manifest.json", manifest), ("documents.json", documents)):
            archive.writestr(name, json.dumps(content, ensure_ascii=False, indent=1))
        for name, photo in (photos or {}).items():
            # packed already
            archive.writestr(f"{_PHOTOS}{name}", photo, zipfile.ZIP_STORED)
    return packed.getvalue()


def read_everything(data: bytes) -> tuple[list[dict[str, Any]], dict[str, bytes]]:
    """All documents of such a zip, and its photos by name. Raises BadInput naming what is wrong with it."""

    def wrong(says: str) -> BadInput:
        return BadInput([Fault("file", says)])

    try:
        with zipfile.ZipFile(io.BytesIO(data)) as archive:
            if sum(part.file_size for part in archive.infolist()) > MOST_BYTES:
                raise wrong("unpacks to more than 2 GB; that is no file of Rock Pin")
            manifest = json.loads(archive.read("manifest.json"))
            documents = json.loads(archive.read("documents.json"))
            names = [part.filename for part in archive.infolist() if part.filename.startswith(_PHOTOS)]
            photos = {name.removeprefix(_PHOTOS): archive.read(name) for name in names}
    except (zipfile.BadZipFile, KeyError, ValueError, RuntimeError, EOFError) as error:
        raise wrong(f"is no whole file of everything ({type(error).__name__}); export it again") from error
    if not isinstance(manifest, dict) or manifest.get("format") != FORMAT:
        raise wrong("is a zip of something else; give one that was made with export --all")
    if manifest.get("version") != VERSION:
        raise wrong(f"was written by a newer Rock Pin (version {manifest.get('version')}); read it with that one")
    if not isinstance(documents, list) or not all(isinstance(one, dict) for one in documents):
        raise wrong("holds no list of documents; export it again")
    states = sum(len(one.get("states") or ()) for one in documents)
    if states != manifest.get("states"):
        raise wrong(f"holds {states} states where its manifest counts {manifest.get('states')}; export it again")
    return documents, photos
