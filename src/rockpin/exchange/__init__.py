"""Files in and out. Every document comes in by one path, whoever brings it."""

from rockpin.exchange.documents import read_document, write_document

__all__ = ["read_document", "write_document"]
