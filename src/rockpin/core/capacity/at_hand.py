"""A screw out of the van, or the one that a shop would sell: what is there is taken where it does as well."""

from math import inf

from rockpin.core.capacity.common import Assessment
from rockpin.core.hole import Spot
from rockpin.core.tables.by_room import CapacityTables


def rather(sold: Assessment, there: Assessment, spot: Spot, tables: CapacityTables) -> Assessment:
    """One fixing at one hole with the screw that is ``sold`` for it, or with one that is ``there``.

    Nobody buys a screw of 60 mm with a box of 70 in the van. But what is there is not taken where it holds worse than
    with room to spare and the other does not, asks for more proof, goes deeper than what is hidden allows (nor any
    deeper where both do), or much deeper than it need.
    """
    if not there.accepted or there.screw is None or there.hole is None:
        return sold
    if not sold.accepted or sold.screw is None or sold.hole is None:
        return there
    figures = tables.figures
    limit = inf if spot.depth_limit_mm is None else spot.depth_limit_mm
    worse = (
        there.use > figures.planned_use >= sold.use,
        len(there.provisos) > len(sold.provisos),
        there.hole.reach_mm > max(limit, sold.hole.reach_mm),
        there.screw.length_mm > sold.screw.length_mm + figures.at_hand_over_mm,
    )
    return sold if any(worse) else there
