"""The registry of methods, and what the rest of the house asks one, so that nobody has to know which there are."""

from collections.abc import Callable
from functools import cache
from importlib import import_module
from types import ModuleType
from typing import get_args

from rockpin.core.capacity.common import Assessment, Refusal
from rockpin.core.capacity.setting_ways import Goes
from rockpin.core.document.fixings import AnyFixing, Rating
from rockpin.core.framing import BehindKind
from rockpin.core.hole import ScrewPick, Spot
from rockpin.core.identification import WallReading
from rockpin.core.tables.by_room import CapacityTables
from rockpin.core.tables.figures import CapacityFigures

METHODS: dict[str, ModuleType] = {
    row.model_fields["method"].default: import_module(f"{__package__}.{row.model_fields['method'].default}")
    for row in get_args(AnyFixing)
}
"""The module of each method that a fixing's row can name.

Each has ``unfit`` and ``prepare`` of the same signature. What else it may say of its fixings, with what is taken where
it says nothing, stands in :class:`Method`.
"""


class Method:
    """What the rest of the house asks a method, so that nobody has to know which methods there are."""

    def __init__(self, module: ModuleType) -> None:
        self._module = module
        self._shut_out: Callable[[Spot], Refusal | None] | None = getattr(module, "shut_out", None)

    @property
    def is_a_screw(self) -> bool:
        """Whether the fixing is a screw itself, bought by diameter and length; else its screw is bought besides."""
        return bool(getattr(self._module, "IS_A_SCREW", False))

    @property
    def is_pushed_in(self) -> bool:
        """Whether it goes in by hand, without a drill and without a screw."""
        return bool(getattr(self._module, "IS_PUSHED_IN", False))

    @property
    def by_hand_words(self) -> str:
        """How what goes in without a drill goes in, in a few words."""
        return str(getattr(self._module, "BY_HAND_WORDS", "pushed in by hand"))

    @property
    def put_in_words(self) -> str:
        """What stands on the card of what goes in without a drill, in place of a screw."""
        return str(getattr(self._module, "PUT_IN", "Without a screw: it is the hook itself"))

    def kind_behind(self, behind: BehindKind) -> BehindKind:
        """What is drilled and drawn behind the hole where it is open: what this fixing wants there."""
        wanted: BehindKind | None = getattr(self._module, "HOLDS_IN", None)
        return wanted if wanted and behind is BehindKind.OPEN else behind

    def goes(self, fixing: AnyFixing) -> Goes:
        """When it goes in, seen from the bracket."""
        if self._has("goes"):
            found: Goes = self._module.goes(fixing)
            return found
        if self.is_pushed_in:
            return Goes.PUSHED
        return Goes.DRIVEN if self.is_a_screw else Goes.BEFORE

    def is_bought_by_its_screw(self, fixing: AnyFixing) -> bool:
        """Whether it is bought, and counted, by the diameter and length of its screw: there is one thing, not two."""
        return self.is_a_screw or (self._has("bought_by_its_screw") and bool(self._module.bought_by_its_screw(fixing)))

    def brings_its_screw(self, fixing: AnyFixing) -> bool:
        """Whether its packet brings a screw with it, as a rule."""
        return self._has("brings_its_screw") and bool(self._module.brings_its_screw(fixing))

    def grips_at_setting(self, fixing: AnyFixing) -> bool:
        """Whether how it grips is felt while it is set, and not when its screw is turned."""
        if self._has("grips_at_setting"):
            return bool(self._module.grips_at_setting(fixing))
        return self.is_pushed_in

    def clear_halves_mm(self, fixing: AnyFixing) -> tuple[float, ...]:
        """Half widths [mm] that it wants clear of framing behind a hole."""
        found: tuple[float, ...] = self._module.clear_halves_mm(fixing) if self._has("clear_halves_mm") else ()
        return found

    def foreign(self, spot: Spot) -> Refusal | None:
        """What refuses every fixing of the method in this wall, whatever its size."""
        found: Refusal | None = self._module.foreign(spot) if self._has("foreign") else None
        return found

    def shut_out(self, spot: Spot) -> Refusal | None:
        """What stands behind this hole and refuses every fixing of the method, whatever its size."""
        return self._shut_out(spot) if self._shut_out else None

    def edge_steps_mm(self, fixing: AnyFixing, tables: CapacityTables) -> tuple[float, ...]:
        """Distances [mm] to an edge of board or masonry from which on something is decided otherwise."""
        found: tuple[float, ...] = self._module.edge_steps_mm(fixing, tables) if self._has("edge_steps_mm") else ()
        return found

    def edges_count_to_mm(self, fixing: AnyFixing, tables: CapacityTables) -> float:
        """How near [mm] an edge must be for each millimetre to count; 0: only the steps do."""
        found: float = self._module.edges_count_to_mm(fixing, tables) if self._has("edges_count_to_mm") else 0.0
        return found

    @property
    def last_turn(self) -> str | None:
        """How it is drawn up at the end; None: as the face asks for."""
        found: str | None = getattr(self._module, "LAST_TURN", None)
        return found

    def shank_hole_mm(
        self, fixing: AnyFixing, screw: ScrewPick, spot: Spot, tables: CapacityTables
    ) -> tuple[float, float] | None:
        """Diameter and depth [mm] of a wider hole in front, for a screw's plain shank; None where there is none."""
        found: tuple[float, float] | None = None
        if self._has("shank_hole_mm"):
            found = self._module.shank_hole_mm(fixing, screw, spot, tables)
        return found

    def set_notes(self, fixing: AnyFixing, made: Assessment, spot: Spot, tables: CapacityTables) -> list[str]:
        """How it is tried and set, in sentences for the card."""
        notes: list[str] = self._module.set_notes(fixing, made, spot, tables) if self._has("set_notes") else []
        return notes

    def tested_rating(self, fixing: AnyFixing, reading: WallReading, figures: CapacityFigures) -> Rating | None:
        """The tabled value that pulls on the spot speak of; None where it goes by formula or has no value here."""
        found: Rating | None = None
        if self._has("tested_rating"):
            found = self._module.tested_rating(fixing, reading, figures)
        return found

    def with_rating(
        self, fixing: AnyFixing, reading: WallReading, rating: Rating, figures: CapacityFigures
    ) -> dict[str, object]:
        """What changes in a row whose value was tested in this wall."""
        changed: dict[str, object] = self._module.with_rating(fixing, reading, rating, figures)
        return changed

    def _has(self, name: str) -> bool:
        return hasattr(self._module, name)


@cache
def method_named(name: str) -> Method:
    """The method of a name in ``METHODS``."""
    return Method(METHODS[name])


def method_of(fixing: AnyFixing) -> Method:
    """The method by which a fixing is judged."""
    return method_named(fixing.method)
