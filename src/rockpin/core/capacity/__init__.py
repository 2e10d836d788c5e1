"""What each fixing can take: one method a module, one signature, ``assess(fixing, spot, catalogue)``."""

from collections.abc import Iterable, Sequence
from dataclasses import replace
from types import ModuleType

from rockpin.core.capacity import board, concrete, masonry, steel, wood
from rockpin.core.capacity.common import Assessment, Refusal, refuse, refused, say
from rockpin.core.findings import Severity
from rockpin.core.quantities import show_bit
from rockpin.core.screws import BitRule
from rockpin.core.spot import Spot
from rockpin.core.tables import AnyFixing, Catalogue


def _in_drilled_hole(made: Assessment, spot: Spot, catalogue: Catalogue) -> Assessment:
    """Where the hole is drilled already, only what wants a hole no smaller goes into it."""
    drilled, hole = spot.drilled_mm, made.hole
    if drilled is None or hole is None or not made.accepted:
        return made
    # a screw in wood bites as long as its root is thicker than the hole
    most = made.screw.root_mm if hole.bit_rule is BitRule.PILOT and made.screw else hole.diameter_mm
    if drilled <= most + catalogue.figures.drilled_over_mm:
        return made
    sentence = (
        f"The hole is drilled {show_bit(drilled, spot.units)} already; this wants no more than "
        f"{show_bit(most, spot.units)}."
    )
    return replace(made, refusals=(refuse("hole-too-big", sentence, drilled_mm=drilled, most_mm=most),))


METHODS: dict[str, ModuleType] = {
    "board": board,
    "masonry": masonry,
    "wood": wood,
    "steel": steel,
    "concrete": concrete,
}
"""The module of each method of a fixing's row; each has ``unfit`` and ``assess`` of the same signature."""


def unfit(fixing: AnyFixing, spot: Spot, catalogue: Catalogue) -> list[Refusal]:
    """What refuses a fixing at every hole of this wall alike; empty where it depends on the hole."""
    found: list[Refusal] = METHODS[fixing.method].unfit(fixing, spot, catalogue)
    return found


def assess(fixing: AnyFixing, spot: Spot, catalogue: Catalogue) -> Assessment:
    """One fixing at one hole, by the method that its row names; what claims too much asks for proof."""
    made: Assessment = METHODS[fixing.method].assess(fixing, spot, catalogue)
    made = _in_drilled_hole(made, spot, catalogue)
    if fixing.over_table <= catalogue.figures.packet_over_table:
        return made
    doubt = say(
        Severity.PROVE_FIRST,
        spot,
        fixing,
        "packet-high",
        f"Hole {spot.hole.number}: {fixing.label} claims {fixing.over_table:.1f} times what such a fixing usually "
        "holds.",
        {"over_table": fixing.over_table},
        "Read again whether that is a working or a breaking load, or pull one to see.",
    )
    return replace(made, provisos=(*made.provisos, doubt))


def assess_all(
    fixings: Iterable[AnyFixing], spots: Sequence[Spot], catalogue: Catalogue
) -> dict[str, dict[str, Assessment]]:
    """Every fixing at every hole of one fixture, by hole and fixing; what the wall refuses, it refuses for all."""
    table: dict[str, dict[str, Assessment]] = {spot.hole.id: {} for spot in spots}
    for fixing in fixings if spots else ():
        nowhere = unfit(fixing, spots[0], catalogue)
        everywhere = refused(fixing, nowhere) if nowhere else None
        for spot in spots:
            table[spot.hole.id][fixing.key] = everywhere or assess(fixing, spot, catalogue)
    return table


__all__ = ["METHODS", "Assessment", "assess", "assess_all", "unfit"]
