"""Where one stands to drill and to lift: on the floor, on steps, on a tower; more are hurt by falls than by walls."""

from collections.abc import Iterable
from typing import NamedTuple

from rockpin.core.base.quantities import UnitSystem, show_length, show_mass
from rockpin.core.document.landmarks import Stairs
from rockpin.core.setout import PlacedHole
from rockpin.core.tables.figures import DrillingFigures


def stood_on_mm(stairs: Stairs | None, x_mm: float) -> float:
    """Height [mm] of what one stands on at a place along the wall [mm]: the floor, a flight's step, or its landing."""
    if stairs is None:
        return 0.0
    up = (x_mm - stairs.x_mm) / (stairs.going_mm * stairs.steps)
    if up < 0:
        return max(0.0, stairs.y_mm - stairs.rise_mm)
    return stairs.y_mm + stairs.rise_mm * stairs.steps * min(1.0, up)


class Footing(NamedTuple):
    """How high one works.

    ``highest_mm``: of the holes; ``lift_mm``: the lower edge of something heavy that is lifted, 0 of something light;
    both above what one stands on. ``above``: the floor or the ground, in words. ``on_stairs``: there is a flight along
    the wall.
    """

    highest_mm: float
    lift_mm: float
    above: str
    on_stairs: bool
    units: UnitSystem
    figures: DrillingFigures

    @property
    def wants_steps(self) -> bool:
        return self.highest_mm > self.figures.steps_from_mm or self.lift_mm > self.figures.lift_from_steps_mm

    @property
    def wants_tower(self) -> bool:
        return self.highest_mm > self.figures.tower_from_mm

    @property
    def label(self) -> str:
        """What to stand on, as it is fetched."""
        return "Tower, or a ladder that is tied at its top" if self.wants_tower else "Steps to stand on"

    @property
    def caution(self) -> str | None:
        """What to think of before one climbs; None where one stands on the floor."""
        if not self.wants_steps:
            return None
        high = f"{show_length(max(self.highest_mm, self.lift_mm), self.units)} above the {self.above}"
        if self.wants_tower:
            return (
                f"Work {high} wants a tower, or a ladder that is tied at its top and footed by a second person; who "
                "has neither leaves it to a firm that does. A bit that jams throws one off a ladder."
            )
        flight = " On a flight only with a platform made for stairs." if self.on_stairs else ""
        return (
            f"Work {high} is done from steps, and a bit that jams throws one off them: opened fully on level, firm "
            "ground, facing the wall, never on the top two treads and never leaning out past their side."
            f"{flight}"
        )

    def lifting_text(self, mass_kg: float) -> str:
        """What is added where something is too heavy [kg] for two, or is lifted higher than from the floor."""
        if mass_kg > self.figures.team_lift_kg:
            return " That is more than two should lift: props or a lift below it, or more hands."
        if self.lift_mm <= self.figures.lift_from_steps_mm:
            return ""
        most = show_mass(self.figures.steps_load_kg, self.units)
        return f" Nobody carries more than {most} up steps: two lift it, each from a footing of their own."


def footing_of(
    holes: Iterable[PlacedHole],
    lower_edge_mm: float,
    middle_x_mm: float,
    mass_kg: float,
    stairs: Stairs | None,
    above: str,
    units: UnitSystem,
    figures: DrillingFigures,
) -> Footing:
    """``lower_edge_mm``, ``middle_x_mm``, ``mass_kg``: of what is lifted, above the floor and along the wall [mm]."""
    heights = [hole.y_mm - stood_on_mm(stairs, hole.x_mm) for hole in holes]
    heavy = mass_kg > figures.steps_load_kg
    lift_mm = lower_edge_mm - stood_on_mm(stairs, middle_x_mm) if heavy else 0.0
    return Footing(max(heights, default=0.0), lift_mm, above, stairs is not None, units, figures)
