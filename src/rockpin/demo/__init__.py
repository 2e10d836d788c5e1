"""The demo site: Slipway House, the boathouse of a rowing club that nobody will find on a map."""

from typing import Any, Protocol

from rockpin.core.document.job import JobDocument
from rockpin.demo.boat_bay_photo import demo_pictures
from rockpin.demo.slipway_house import DEMO_SITE_ID, demo_documents

__all__ = ["DEMO_SITE_ID", "demo_documents", "load_demo"]


class KeepsPhotos(Protocol):
    """What keeps pictures beside those."""

    def bring(self, photos: dict[str, bytes]) -> None: ...


class Keeps(Protocol):
    """What keeps documents: the store, of which the demo knows no more."""

    @property
    def photos(self) -> KeepsPhotos: ...

    def has(self, document_id: str) -> bool: ...

    def restore(self, document_id: str) -> bool: ...

    def add_document(self, document: JobDocument, *, keep_ids: bool = False) -> Any: ...


def load_demo(store: Keeps) -> str:
    """Puts the demo site where it is not yet, or brings it back; the id of its first job."""
    documents = demo_documents()
    if not store.has(DEMO_SITE_ID) and not store.restore(DEMO_SITE_ID):
        for document in documents:
            store.add_document(document, keep_ids=True)
        store.photos.bring(demo_pictures())
    return documents[0].id
