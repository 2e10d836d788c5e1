"""What each fixing can take: one method a module, one signature, ``assess(fixing, spot, catalogue)``."""

from collections.abc import Iterable, Sequence
from dataclasses import replace
from importlib import import_module
from types import ModuleType
from typing import get_args

from rockpin.core.capacity.common import Assessment, Refusal, refuse, refused, say
from rockpin.core.findings import Severity
from rockpin.core.fixing_rows import AnyFixing
from rockpin.core.quantities import show_bit, show_length, show_limit
from rockpin.core.screws import BitRule
from rockpin.core.spot import Spot
from rockpin.core.tables import Catalogue


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


def _reached(made: Assessment, spot: Spot, catalogue: Catalogue) -> Assessment:
    """A driver must come at the screw past the fixture: the screw's own length and the tool, or room for a spanner."""
    room, figures = spot.hole.access_mm, catalogue.figures
    if room is None or made.screw is None or not made.accepted:
        return made
    by_spanner = made.screw.head in ("hexagon head", "nut and washer")
    needs = figures.access_spanner_mm if by_spanner else made.screw.length_mm + figures.access_driver_mm
    if room >= needs:
        return made
    sentence = (
        f"There is {show_limit(room, spot.units)} of room in front of the hole; "
        f"{'a spanner' if by_spanner else 'this screw with a short driver'} needs {show_length(needs, spot.units)}."
    )
    return replace(made, refusals=(refuse("no-access", sentence, room_mm=room, needs_mm=needs),))


def _no_lever(case: str) -> Refusal:
    return refuse(
        "no-lever",
        f"When {case}, no fixing however strong would hold it: its holes lie on the edge that the plate turns about.",
    )


METHODS: dict[str, ModuleType] = {
    row.model_fields["method"].default: import_module(f"{__name__}.{row.model_fields['method'].default}")
    for row in get_args(AnyFixing)
}
"""The module of each method that a fixing's row can name; each has ``unfit`` and ``assess`` of the same signature."""


def unfit(fixing: AnyFixing, spot: Spot, catalogue: Catalogue) -> list[Refusal]:
    """What refuses a fixing at every hole of this wall alike; empty where it depends on the hole."""
    found: list[Refusal] = METHODS[fixing.method].unfit(fixing, spot, catalogue)
    return found


def assess(fixing: AnyFixing, spot: Spot, catalogue: Catalogue) -> Assessment:
    """One fixing at one hole, by the method that its row names; what claims too much asks for proof."""
    if spot.demand.no_lever_case is not None:
        return refused(fixing, unfit(fixing, spot, catalogue) or [_no_lever(spot.demand.no_lever_case)])
    made: Assessment = METHODS[fixing.method].assess(fixing, spot, catalogue)
    made = _reached(_in_drilled_hole(made, spot, catalogue), spot, catalogue)
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
