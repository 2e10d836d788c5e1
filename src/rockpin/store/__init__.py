"""Sites, walls and jobs in one SQLite file, with every revision kept."""

from rockpin.store.repository import Saved, Store

__all__ = ["Saved", "Store"]
