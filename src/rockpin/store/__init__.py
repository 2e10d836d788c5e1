"""Sites, walls and jobs in one SQLite file, with every revision kept."""

from rockpin.store.repository import Broken, Saved, Store

__all__ = ["Broken", "Saved", "Store"]
