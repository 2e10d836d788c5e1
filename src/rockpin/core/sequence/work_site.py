"""What the steps of a job are made from."""

from collections.abc import Iterable
from typing import NamedTuple

from rockpin.core.base.quantities import UnitSystem
from rockpin.core.document.fixture import Fixture
from rockpin.core.document.kit import Kit
from rockpin.core.drilling import DrillCard
from rockpin.core.fittings import FittingsReading
from rockpin.core.hole import Existing
from rockpin.core.sequence.footing import Footing
from rockpin.core.sequence.hanging import Hanging
from rockpin.core.sequence.joined import JointFixings
from rockpin.core.sequence.step import StepHole, Wait, WaitTime
from rockpin.core.setout import PlacedHole
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.figures import DrillingFigures


class WorkSite(NamedTuple):
    """What the steps are made from. ``round_corner``: holes on the second wall of an inside corner.

    ``sold``: by which systems bits are sold there.
    """

    cards: list[DrillCard]
    holes: dict[str, PlacedHole]
    existing: dict[str, Existing]
    fixture: Fixture
    hanging: Hanging
    mass_kg: float
    units: UnitSystem
    sold: tuple[UnitSystem, ...]
    kit: Kit
    fittings: FittingsReading
    catalogue: Catalogue
    joined: JointFixings
    footing: Footing
    on_post: bool
    datum: str
    round_corner: frozenset[str] = frozenset()

    @property
    def figures(self) -> DrillingFigures:
        return self.catalogue.figures.drilling

    @property
    def lift_people(self) -> int:
        """How many lift it [people]."""
        alone = self.catalogue.figures.demand.two_people_kg
        if self.mass_kg > self.figures.team_lift_kg:
            return 3
        return 2 if self.mass_kg > alone or self.footing.lifting_text(self.mass_kg) else 1

    def at(self, cards: Iterable[DrillCard]) -> tuple[StepHole, ...]:
        return tuple(
            StepHole(hole_id=one.hole_id, number=one.number) for one in sorted(cards, key=lambda card: card.number)
        )


def wait_for(key: str, units: UnitSystem, catalogue: Catalogue) -> Wait:
    row = next(one for one in catalogue.waits if one.key == key)

    def at(from_c: float | None) -> str:
        if from_c is None:
            return "at any temperature"
        if units is UnitSystem.IMPERIAL:
            return f"from {from_c * 9 / 5 + 32:.0f} °F"
        return f"from {from_c:g} °C"

    return Wait(
        label=row.label, times=tuple(WaitTime(at_text=at(one.from_c), minutes=one.minutes) for one in row.times)
    )
