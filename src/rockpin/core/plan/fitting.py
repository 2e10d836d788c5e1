"""Whether the screws of a planned fixture will find their holes, by the way in which they are marked."""

from collections.abc import Sequence
from math import prod

from rockpin.core.base.keeping import NOTHING_KEPT, Keep
from rockpin.core.base.model import Model
from rockpin.core.base.quantities import UnitSystem, show_length, show_share
from rockpin.core.choice import HoleChoice
from rockpin.core.document.fixture import HeadSeat, HoleKind, Link, Support
from rockpin.core.document.job import JobDocument
from rockpin.core.hole import Spot
from rockpin.core.plan.stages import ComputedStages, compute_stages
from rockpin.core.setout import (
    AsBuiltReading,
    DrilledHole,
    Fit,
    Give,
    Marking,
    Measured,
    Screwed,
    as_built,
    fit_of,
)
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.materials import MarkingWay


def read_as_built(done: ComputedStages) -> tuple[AsBuiltReading, ...]:
    """What the distances measured after drilling come to, with the screws that are planned."""
    job = done.job
    if not job.as_built or not done.choices:
        return ()
    screwed = screwed_holes(job, done.spots, done.choices, done.catalogue.figures.setout.countersunk_play_mm)
    holes = {spot.hole.id: DrilledHole(spot.hole.number, one) for spot, one in zip(done.spots, screwed, strict=True)}
    measured = [Measured(one.first, one.second, one.distance_mm) for one in job.as_built]
    give, figures = Give(job.fixture.apart_mm, job.fixture.together_mm), done.catalogue.figures.setout
    return as_built(holes, measured, give, figures.lengthen_most_mm, job.site.units)


class FitWay(Model):
    """One way of marking: the chance [1] that every screw finds its hole, also with the bit held in a guide."""

    key: str
    label: str
    says: str
    chance: float
    chance_guided: float
    chance_text: str
    guided_text: str
    off_level_text: str


class FitReading(Model):
    """All ways from the usual on. ``advice``: the first by which all screws go in without force, in a sentence."""

    ways: tuple[FitWay, ...]
    advice: str


def _screwed(spot: Spot, choice: HoleChoice, slot_mm: float, countersunk_play_mm: float) -> Screwed:
    hole, chosen = spot.hole, choice.chosen
    screw = chosen.screw if chosen else None
    # what has no screw that is known by itself is taken to fill the hole but for the usual half millimetre to any side
    thick = screw.diameter_mm if screw else hole.diameter_mm - 2 * countersunk_play_mm
    play = countersunk_play_mm if hole.seat is HeadSeat.COUNTERSUNK else max(0.0, (hole.diameter_mm - thick) / 2)
    more = max(0.0, (slot_mm - hole.diameter_mm) / 2)
    return Screwed(
        hole.x_mm,
        hole.y_mm,
        play,
        more if hole.kind is HoleKind.SLOT_ACROSS else 0.0,
        more if hole.kind is HoleKind.SLOT_UPRIGHT else 0.0,
    )


def screwed_holes(
    job: JobDocument, spots: Sequence[Spot], choices: Sequence[HoleChoice], play_mm: float
) -> list[Screwed]:
    """Every hole with the room that its planned screw has in it. ``play_mm``: under a countersunk head."""
    touching: list[Support | Link] = [*job.fixture.supports, *job.fixture.links]
    slots = {hole.id: hole.slot_length_mm for part in touching for hole in part.holes}
    return [
        _screwed(spot, choice, slots.get(spot.hole.id, 0.0), play_mm)
        for spot, choice in zip(spots, choices, strict=False)
    ]


def _wander_mm(spot: Spot, depth_mm: float, catalogue: Catalogue) -> float:
    """How far the bit drifts [mm]: by the worst of what it goes through."""
    materials = catalogue.material_by_key
    met = [layer for layer in spot.reading.layers if layer.front_mm < depth_mm and layer.material in materials]
    return max((materials[layer.material].bit_wander_mm for layer in met), default=1.0)


def fit_reading(job: JobDocument, catalogue: Catalogue, keep: Keep = NOTHING_KEPT) -> FitReading | None:
    """The chance by each way of marking; None where nothing can be missed, or a hole has nothing to put in yet.

    Each plate is a thing by itself; that all go on is the product.
    """
    done = compute_stages(job, catalogue, keep)
    if any(choice.chosen is None for choice in done.choices):
        return None
    job = done.job
    figures, units = done.catalogue.figures.setout, job.site.units
    plates: dict[str, list[tuple[Screwed, float]]] = {}
    all_screwed = screwed_holes(job, done.spots, done.choices, figures.countersunk_play_mm)
    for spot, choice, screwed in zip(done.spots, done.choices, all_screwed, strict=False):
        depth = choice.chosen.hole.depth_mm if choice.chosen and choice.chosen.hole else 50.0
        plates.setdefault(spot.hole.support, []).append((screwed, _wander_mm(spot, depth, done.catalogue)))
    several = [plate for plate in plates.values() if len(plate) > 1]
    if not several:
        return None
    ways = tuple(_way(row, several, figures.guided_wander_mm, units) for row in done.catalogue.markings)
    return FitReading(ways=ways, advice=_advice(ways, figures.fit_wanted))


def _way(
    row: MarkingWay, plates: Sequence[Sequence[tuple[Screwed, float]]], guided_mm: float, units: UnitSystem
) -> FitWay:
    marking = Marking(row.base_mm, row.per_m_mm, row.level_per_m_mm)

    def fits(most_wander_mm: float | None) -> list[Fit]:
        return [
            fit_of(
                [screwed for screwed, _ in plate],
                marking,
                [wander if most_wander_mm is None else min(wander, most_wander_mm) for _, wander in plate],
            )
            for plate in plates
        ]

    free, guided = fits(None), fits(guided_mm)
    width = max(max(one.x_mm for one, _ in plate) - min(one.x_mm for one, _ in plate) for plate in plates)
    off_level = max(fit.off_level_mm for fit in free) * width / 1000
    chance, chance_guided = prod(fit.chance for fit in free), prod(fit.chance for fit in guided)
    return FitWay(
        key=row.key,
        label=row.label,
        says=row.says,
        chance=chance,
        chance_guided=chance_guided,
        chance_text=show_share(chance),
        guided_text=show_share(chance_guided),
        off_level_text=show_length(off_level, units) if width > 0 else "",
    )


def _advice(ways: Sequence[FitWay], wanted: float) -> str:
    usual, best = ways[0], max(ways, key=lambda way: way.chance)
    if usual.chance >= wanted:
        return f"{usual.label} will do: every screw goes in without force by {usual.chance_text}."
    first = next((way for way in ways if way.chance >= wanted), None)
    if first is not None:
        return (
            f"By {usual.label.lower()} {usual.chance_text}, by {first.label.lower()} {first.chance_text}. {first.says}"
        )
    guided = next((way for way in ways if way.chance_guided >= wanted), None)
    if guided is not None:
        return (
            f"By {usual.label.lower()} {usual.chance_text}. Through tape or a guide, so that the bit does not wander, "
            f"{guided.label.lower()} comes to {guided.guided_text}. {guided.says}"
        )
    guide = f", by {best.guided_text} with the bit held in a guide" if best.guided_text != best.chance_text else ""
    return (
        f"The holes are tight on their screws: all go in at once without force by {best.chance_text} at the "
        f"best{guide}. Drill one hole, hang it, and drill the next through it."
    )
