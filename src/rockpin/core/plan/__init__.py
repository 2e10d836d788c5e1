"""The plan: every room in its order, and every sentence of judgement."""

from rockpin.core.plan.alternatives import HoleSet, hole_sets
from rockpin.core.plan.corner import wall_by_wall
from rockpin.core.plan.cut import Cut
from rockpin.core.plan.elevation import Elevation
from rockpin.core.plan.fitting import FitReading, FitWay, fit_reading
from rockpin.core.plan.going_on import ways_on
from rockpin.core.plan.happened import Happened, PhotoTaken, in_words, take_in
from rockpin.core.plan.held import is_held
from rockpin.core.plan.hole_case import WayOn, WaysOn
from rockpin.core.plan.hole_plan import HolePlan
from rockpin.core.plan.judged_places import WallPlaces, places_on_the_wall
from rockpin.core.plan.loose import LooseReading, repair_of
from rockpin.core.plan.make import make_plan
from rockpin.core.plan.near_places import BetterPlace, better_places
from rockpin.core.plan.other_jobs import PlannedBeside, planned_beside, reach_of
from rockpin.core.plan.placemap import WallMap, wall_map
from rockpin.core.plan.placings import PlacingOptions, carry, measured_from, placing_options, row_between, standing
from rockpin.core.plan.plan import Plan
from rockpin.core.plan.rearranged import bar_drilled
from rockpin.core.plan.remedies import board_across, brackets_on_studs, ways_out
from rockpin.core.plan.reporting import Report, reported
from rockpin.core.plan.rows import beside, with_the_rest_as_it_is
from rockpin.core.plan.spare_holes import Stud, StudFit, spare_columns, studs_among, used_on_studs
from rockpin.core.plan.stages import ComputedStages, clear_hole, compute_stages, read_wall
from rockpin.core.plan.stairs import along_stairs
from rockpin.core.plan.unfolded import wall_begins_mm
from rockpin.core.plan.van_count import counted_off
from rockpin.core.plan.way_out import WayKind, WayOut, with_what

__all__ = [
    "BetterPlace",
    "ComputedStages",
    "Cut",
    "Elevation",
    "FitReading",
    "FitWay",
    "Happened",
    "HolePlan",
    "HoleSet",
    "LooseReading",
    "PhotoTaken",
    "PlacingOptions",
    "Plan",
    "PlannedBeside",
    "Report",
    "Stud",
    "StudFit",
    "WallMap",
    "WallPlaces",
    "WayKind",
    "WayOn",
    "WayOut",
    "WaysOn",
    "along_stairs",
    "bar_drilled",
    "beside",
    "better_places",
    "board_across",
    "brackets_on_studs",
    "carry",
    "clear_hole",
    "compute_stages",
    "counted_off",
    "fit_reading",
    "hole_sets",
    "in_words",
    "is_held",
    "make_plan",
    "measured_from",
    "places_on_the_wall",
    "placing_options",
    "planned_beside",
    "reach_of",
    "read_wall",
    "repair_of",
    "reported",
    "row_between",
    "spare_columns",
    "standing",
    "studs_among",
    "take_in",
    "used_on_studs",
    "wall_begins_mm",
    "wall_by_wall",
    "wall_map",
    "ways_on",
    "ways_out",
    "with_the_rest_as_it_is",
    "with_what",
]
