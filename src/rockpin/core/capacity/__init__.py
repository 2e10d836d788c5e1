"""What each fixing can take: one method a module, one signature, ``assess(fixing, spot, catalogue)``."""

from dataclasses import replace

from rockpin.core.capacity import board, concrete, masonry, steel, wood
from rockpin.core.capacity.common import Assessment, refuse, say
from rockpin.core.findings import Severity
from rockpin.core.quantities import show_bit
from rockpin.core.screws import BitRule
from rockpin.core.spot import Spot
from rockpin.core.tables import AnyFixing, BoardAnchor, Catalogue, ConcreteAnchor, MasonryPlug, SteelScrew, WoodFastener


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


def assess(fixing: AnyFixing, spot: Spot, catalogue: Catalogue) -> Assessment:
    """One fixing at one hole, by the method that its row names; what claims too much asks for proof."""
    match fixing:
        case BoardAnchor():
            made = board.assess(fixing, spot, catalogue)
        case MasonryPlug():
            made = masonry.assess(fixing, spot, catalogue)
        case WoodFastener():
            made = wood.assess(fixing, spot, catalogue)
        case SteelScrew():
            made = steel.assess(fixing, spot, catalogue)
        case ConcreteAnchor():
            made = concrete.assess(fixing, spot, catalogue)
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


__all__ = ["Assessment", "assess"]
