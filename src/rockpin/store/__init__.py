"""Sites, walls and jobs in one SQLite file, with every revision kept."""

from rockpin.store.data_file import BadDataFile
from rockpin.store.repository import Broken, Saved, Store

__all__ = ["BadDataFile", "Broken", "Saved", "Store"]
