"""Sites, walls and jobs in one SQLite file, with every revision kept."""

from rockpin.store.bodies import Broken, Saved
from rockpin.store.data_file import BadDataFile, DataFileGone
from rockpin.store.repository import Store

__all__ = ["BadDataFile", "Broken", "DataFileGone", "Saved", "Store"]
