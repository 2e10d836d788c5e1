"""What a room needs of the catalogue, put together for it."""

from collections.abc import Sequence
from typing import NamedTuple

from rockpin.core.document.fixings import Screw
from rockpin.core.document.job import Region
from rockpin.core.document.wall import Backing
from rockpin.core.tables.figures import CapacityFigures, DemandFigures, HiddenFigures
from rockpin.core.tables.hands import Acts, Allowance, Hand
from rockpin.core.tables.materials import Duty, Species
from rockpin.core.tables.services import FeedHabit, PointKind, Run, ServiceKind, ZoneSchool


class CapacityTables(NamedTuple):
    """What is needed to say what a fixing can take: screws and kinds of wood by their keys, and single figures.

    ``at_hand``: the same where the screws ``in_van`` come in the lengths that are there; None where nobody told.
    """

    screws: dict[str, Screw]
    species: dict[str, Species]
    figures: CapacityFigures
    weatherproof: dict[str, Screw]
    at_hand: "CapacityTables | None" = None
    in_van: frozenset[str] = frozenset()

    def kept_as(self, key: str) -> str:
        """What is worked out by these tables is kept apart from what is by others: under this name."""
        return f"{key} at hand" if self.in_van else key

    def uses_van(self, keys: Sequence[str]) -> bool:
        """Whether any of some screws, or the one that stands for it where it is not dry, is in the van."""
        twins = (self.weatherproof.get(key) for key in keys)
        return not self.in_van.isdisjoint(keys) or any(twin is not None and twin.key in self.in_van for twin in twins)

    def fit(self, key: str, dry: bool) -> Screw | None:
        """The screw of that key, or in places that are not dry the stainless or coated one of its size."""
        screw = self.screws[key]
        return screw if dry or screw.stainless else self.weatherproof.get(key)


class DemandTables(NamedTuple):
    """What is needed to say what pulls on a fixture: uses, hands and ways of acting by their keys, single figures.

    ``brackets_first``: the shapes and everyday things whose brackets go up before the piece does.
    """

    duties: dict[str, Duty]
    hands: dict[str, Hand]
    allowances: dict[Acts, Allowance]
    brackets_first: frozenset[str]
    figures: DemandFigures


class HiddenTables(NamedTuple):
    """What is needed to say what a wall hides: points, services, habits and rule schools, and single figures."""

    points: dict[str, PointKind]
    services: dict[str, ServiceKind]
    ways: dict[str, FeedHabit]
    runs: tuple[Run, ...]
    schools: tuple[ZoneSchool, ...]
    backs: dict[Backing, float]
    figures: HiddenFigures
    setout_error_mm: float

    def school_of(self, region: Region, chosen: str | None = None) -> ZoneSchool:
        """The rule school that was chosen for a wall, or else that of its region."""
        return next(row for row in self.schools if (row.key == chosen if chosen else region in row.regions))
