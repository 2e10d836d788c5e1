"""What people own by the set, and the words of the trade with what they mean."""

from rockpin.core.base.model import Id, Name
from rockpin.core.base.quantities import UnitSystem
from rockpin.core.base.row import Row


class OwnedSet(Row):
    """Bits [mm] and tools that are owned together; ``system``: None where it is the same everywhere."""

    system: UnitSystem | None = None
    bits_mm: tuple[float, ...] = ()
    tools: tuple[Id, ...] = ()


class TradeWord(Row):
    """A word of the trade, with what it is and what it is for; ``label_us``: what it is called in North America.

    ``forms``: as it stands inside a sentence, in small letters.
    """

    label_us: Name | None = None
    forms: tuple[Name, ...]
    says: str
