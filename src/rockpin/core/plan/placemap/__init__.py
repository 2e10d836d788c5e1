"""Where could it go, exactly? Every whole millimetre of a wall, with the verdict that the plan has there.

What the plan says of a place hangs on it only by what each hole meets there. So each hole's surroundings are told as
whole numbers all over the wall, every combination of them is planned once, and the map is looked up.
"""

from rockpin.core.plan.placemap.front import MappedPlace, front_of_map
from rockpin.core.plan.placemap.places import PlaceMap, map_places, mappable
from rockpin.core.plan.placemap.told import WallMap, wall_map

__all__ = ["MappedPlace", "PlaceMap", "WallMap", "front_of_map", "map_places", "mappable", "wall_map"]
