"""One hole in its surroundings, and what can go into it: the sizes of hole and screw.

A :class:`Spot` is asked by every method of capacity; it knows the bracket's hole, what stands behind it, its edges,
its neighbours and what it must bear.
"""

from rockpin.core.hole.anchor_group import AnchorGroup
from rockpin.core.hole.edges import edges_of
from rockpin.core.hole.existing import Existing, Outgrown, kind_and_size
from rockpin.core.hole.screws import BitRule, HoleSpec, Opens, ScrewPick, sized
from rockpin.core.hole.spot import LookedUp, Shared, Spot

__all__ = [
    "AnchorGroup",
    "BitRule",
    "Existing",
    "HoleSpec",
    "LookedUp",
    "Opens",
    "Outgrown",
    "ScrewPick",
    "Shared",
    "Spot",
    "edges_of",
    "kind_and_size",
    "sized",
]
