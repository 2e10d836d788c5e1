"""What people own by the set, and the words of the trade with what they mean."""

from typing import Self

from pydantic import model_validator

from rockpin.core.base.model import Id, Name
from rockpin.core.base.quantities import UnitSystem
from rockpin.core.base.row import Row
from rockpin.core.document.kit import BitType


class OwnedSet(Row):
    """Bits [mm] of one kind and tools that are owned together; ``system``: None where it is the same everywhere."""

    system: UnitSystem | None = None
    kind: BitType | None = None
    bits_mm: tuple[float, ...] = ()
    tools: tuple[Id, ...] = ()

    @model_validator(mode="after")
    def _bits_of_a_kind(self) -> Self:
        if bool(self.bits_mm) != (self.kind is not None):
            raise ValueError(f"kind: {self.key} has bits, and a set of bits is of one kind")
        return self


class TradeWord(Row):
    """A word of the trade, with what it is and what it is for; ``label_us``: what it is called in North America.

    ``forms``: as it stands inside a sentence, in small letters.
    """

    label_us: Name | None = None
    forms: tuple[Name, ...]
    says: str
