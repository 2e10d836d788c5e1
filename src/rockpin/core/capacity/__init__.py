"""What each fixing can take: one method a module, one signature, ``assess(fixing, spot, catalogue)``."""

from rockpin.core.capacity import board, concrete, masonry, wood
from rockpin.core.capacity.common import Assessment
from rockpin.core.spot import Spot
from rockpin.core.tables import BoardAnchor, Catalogue, ConcreteAnchor, MasonryPlug, WoodFastener


def assess(
    fixing: BoardAnchor | MasonryPlug | WoodFastener | ConcreteAnchor, spot: Spot, catalogue: Catalogue
) -> Assessment:
    """One fixing at one hole, by the method that its row names."""
    match fixing:
        case BoardAnchor():
            return board.assess(fixing, spot, catalogue)
        case MasonryPlug():
            return masonry.assess(fixing, spot, catalogue)
        case WoodFastener():
            return wood.assess(fixing, spot, catalogue)
        case ConcreteAnchor():
            return concrete.assess(fixing, spot, catalogue)


__all__ = ["Assessment", "assess"]
