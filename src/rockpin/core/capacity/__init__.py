"""What each fixing can take: one method a module, one signature, ``assess(fixing, spot, catalogue)``."""

from dataclasses import replace

from rockpin.core.capacity import board, concrete, masonry, steel, wood
from rockpin.core.capacity.common import Assessment, say
from rockpin.core.findings import Severity
from rockpin.core.spot import Spot
from rockpin.core.tables import AnyFixing, BoardAnchor, Catalogue, ConcreteAnchor, MasonryPlug, SteelScrew, WoodFastener


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
