"""What holds in a hole and what does not, in words: told once for all the holes of a plan where it is the same."""

from math import isfinite

from rockpin.core.base.model import Model
from rockpin.core.base.quantities import UnitSystem, show_force, show_length, show_use
from rockpin.core.capacity import NOT_SOLD, Assessment, method_of
from rockpin.core.choice import HoleChoice
from rockpin.core.document.fixings import AnyFixing
from rockpin.core.document.kit import Kit
from rockpin.core.drilling import deep_text, hole_bits
from rockpin.core.hole import BitRule, Spot
from rockpin.core.tables.catalogue import Catalogue


class RefusedFixing(Model):
    """A fixing that does not go here, and every reason why. ``use``: None where it came to no figure."""

    fixing: str
    label: str
    use: float | None
    reasons: tuple[str, ...]
    sold_here: bool


class CandidateFixing(Model):
    """A fixing that holds here, as the panel compares it."""

    fixing: str
    label: str
    use: float
    use_text: str
    governs: str
    case: str
    tension_text: str
    shear_text: str
    raises: str
    hole_text: str
    depth_text: str
    void_text: str | None
    screw_text: str
    tools: tuple[str, ...]
    minutes: float
    removable: bool
    have: int | None
    lacks: tuple[str, ...]
    price: float | None


def _void_text(fixing: AnyFixing, units: UnitSystem) -> str | None:
    void_mm: float | None = getattr(fixing, "void_mm", None)
    return None if void_mm is None else show_length(void_mm, units)


class FixingsTold:
    """The fixings of one plan in words. ``kit``: with the bits that are at hand."""

    def __init__(self, kit: Kit, catalogue: Catalogue) -> None:
        self._kit, self._catalogue = kit, catalogue
        self._bits: dict[tuple[float, BitRule, float | None], str] = {}
        self._tools: dict[str, tuple[str, ...]] = {}
        self._refused: dict[tuple[str, float | None, tuple[str, ...]], RefusedFixing] = {}
        self._by_one: dict[int, RefusedFixing] = {}

    def holding(self, choice: HoleChoice, spot: Spot) -> tuple[CandidateFixing, ...]:
        """What holds in a hole, best first."""
        units, rows = spot.units, self._catalogue.fixing_by_key
        return tuple(
            CandidateFixing(
                fixing=one.fixing,
                label=one.label,
                use=one.use,
                use_text=show_use(one.use),
                governs=one.governs,
                case=one.case,
                tension_text=show_force(one.tension_n, units, demand=False),
                shear_text=show_force(one.shear_n, units, demand=False),
                raises=one.mode.raises if one.mode else "",
                hole_text=self._bit(one, spot),
                depth_text=deep_text(one.hole, units) if one.hole else "",
                void_text=_void_text(rows[one.fixing], units),
                tools=self._tools_of(one.fixing),
                have=choice.stocks[one.fixing].have,
                lacks=choice.stocks[one.fixing].lacks,
                price=choice.stocks[one.fixing].price,
                screw_text=self._screw(one),
                minutes=one.minutes,
                removable=one.removable,
            )
            for one in choice.accepted
        )

    def refused(self, choice: HoleChoice) -> tuple[RefusedFixing, ...]:
        """What does not go into a hole, with every reason why."""
        return tuple([self._by_one.get(id(one)) or self._in_words(one) for one in choice.refused])

    def _in_words(self, one: Assessment) -> RefusedFixing:
        use = one.use if one.mode and isfinite(one.use) else None
        key = (one.fixing, use, tuple(refusal.sentence for refusal in one.refusals))
        found = self._refused.get(key)
        if found is None:
            sold_here = all(refusal.code != NOT_SOLD for refusal in one.refusals)
            found = RefusedFixing(fixing=one.fixing, label=one.label, use=use, reasons=key[2], sold_here=sold_here)
            self._refused[key] = found
        # what a wall refuses it refuses for all holes by one assessment
        self._by_one[id(one)] = found
        return found

    def _bit(self, one: Assessment, spot: Spot) -> str:
        """The bit as the card will name it, not the hole it was reckoned for."""
        if one.hole is None or one.screw is None:
            return ""
        key = one.hole.diameter_mm, one.hole.bit_rule, one.hole.most_mm
        # where the van tells kinds of bits apart, it depends on what the hole goes through
        if key in self._bits and not self._kit.bits:
            return self._bits[key]
        fixing = self._catalogue.fixing_by_key[one.fixing]
        found = hole_bits(spot, one.hole, one.screw, fixing, self._kit, self._catalogue).whole.text
        self._bits[key] = found
        return found

    def _tools_of(self, fixing: str) -> tuple[str, ...]:
        if fixing not in self._tools:
            tools = self._catalogue.tool_by_key
            self._tools[fixing] = tuple(tools[key].label for key in self._catalogue.fixing_by_key[fixing].tools)
        return self._tools[fixing]

    def _screw(self, one: Assessment) -> str:
        """The screw that goes with a fixing; "none" for what goes in or on without."""
        if one.screw is None or method_of(self._catalogue.fixing_by_key[one.fixing]).is_pushed_in:
            return "none"
        return one.screw.text
