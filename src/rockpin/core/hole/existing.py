"""A hole that is there already: how wide and deep it came out, what it met, what sits in it and what failed in it."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal, NamedTuple

from rockpin.core.document.fixings import AnyFixing, Screw
from rockpin.core.document.wall import UnitSolidity
from rockpin.core.framing import Behind, BehindKind
from rockpin.core.identification import Family, WallReading

_MASONRY = (Family.MASONRY, Family.BONDED_BOARD)


class Outgrown(NamedTuple):
    """A kind of fixing that gave way in a hole, and how thick it was [mm]: no thinner one holds there."""

    kind: str
    size_mm: float


def kind_and_size(fixing: AnyFixing, screws: Mapping[str, Screw]) -> tuple[str, float]:
    """What a fixing is, in so far as another of its kind would give way alike, and how thick [mm]."""
    kind = f"{fixing.method} {getattr(fixing, 'kind', '')}".strip()
    own: float | None = getattr(fixing, "hole_mm", None)
    if own is None:
        own = max((screws[key].diameter_mm for key in fixing.screw_keys if key in screws), default=0.0)
    return kind, own


@dataclass(frozen=True)
class Existing:
    """What a hole came out as.

    ``diameter_mm``: how wide it is [mm], None where nobody noted it. ``deepest_mm``: it could not be drilled deeper.
    ``sits``: the fixing in it that was tried and holds. ``meant``: what it was drilled for.
    ``failed``: fixings that do not go here. ``lost``: nothing else goes into it. ``outgrown``: what gave way in it.
    ``behind``: what stands behind it after all, from ``from_mm`` deep on. ``clear_half_mm``: an anchor for hollow board
    went in as planned, so that no stud stands so near its axis [mm].
    """

    diameter_mm: float | None = None
    deepest_mm: float | None = None
    sits: str | None = None
    meant: str | None = None
    failed: frozenset[str] = frozenset()
    lost: bool = False
    outgrown: tuple[Outgrown, ...] = ()
    behind: Literal["joint", "wood", "void"] | None = None
    from_mm: float | None = None
    clear_half_mm: float = 0.0

    def reading(self, reading: WallReading) -> WallReading:
        """The wall as it is at this hole: a unit in which the bit met a void is no solid one."""
        if self.behind == "void" and reading.family in _MASONRY and reading.solidity is UnitSolidity.SOLID:
            return reading.model_copy(update={"solidity": UnitSolidity.CORED})
        return reading

    def seen(self, behind: Behind, reading: WallReading) -> Behind:
        """What stands behind this hole, now that it was drilled."""
        if self.behind == "joint" and reading.family in _MASONRY:
            return behind.model_copy(update={"kind": BehindKind.JOINT, "unit_end_mm": 0.0, "joints_known": True})
        if self.clear_half_mm and behind.kind is BehindKind.OPEN:
            return behind.model_copy(update={"kind": BehindKind.VOID, "member": None, "clear": 1.0, "solid_wood": 0.0})
        return behind
