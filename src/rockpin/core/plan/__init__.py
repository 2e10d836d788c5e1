"""The plan: every room in its order, and every sentence of judgement."""

from rockpin.core.plan.alternatives import HoleSet, hole_sets
from rockpin.core.plan.fitting import FitReading, FitWay, fit_reading
from rockpin.core.plan.hole_plan import HolePlan
from rockpin.core.plan.judged_places import WallPlaces, places_on_the_wall
from rockpin.core.plan.make import Plan, make_plan
from rockpin.core.plan.near_places import BetterPlace, better_places
from rockpin.core.plan.placings import PlacingOptions, carry, measured_from, placing_options, row_between, standing
from rockpin.core.plan.rearranged import bar_drilled
from rockpin.core.plan.remedies import ways_out
from rockpin.core.plan.stages import ComputedStages, clear_hole, compute_stages, read_wall
from rockpin.core.plan.stairs import along_stairs
from rockpin.core.plan.way_out import WayOut

__all__ = [
    "BetterPlace",
    "ComputedStages",
    "FitReading",
    "FitWay",
    "HolePlan",
    "HoleSet",
    "PlacingOptions",
    "Plan",
    "WallPlaces",
    "WayOut",
    "along_stairs",
    "bar_drilled",
    "better_places",
    "carry",
    "clear_hole",
    "compute_stages",
    "fit_reading",
    "hole_sets",
    "make_plan",
    "measured_from",
    "places_on_the_wall",
    "placing_options",
    "read_wall",
    "row_between",
    "standing",
    "ways_out",
]
