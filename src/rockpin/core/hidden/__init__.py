"""What is hidden? Zones by rule, routes by habit, sweeps and finds, and what that means for a hole.

The rule for "50 mm from either face" stands in :mod:`rockpin.core.hidden.judge`."""

from rockpin.core.hidden.cautions import ALWAYS, hidden_cautions
from rockpin.core.hidden.clearing import ClearingWay, WayKind, around_holes, ways_to_clear
from rockpin.core.hidden.gaps import line_gaps, rect_gaps, span
from rockpin.core.hidden.judge import Hazard, Judged, PlannedHole, judge_hole
from rockpin.core.hidden.many import HiddenGrid
from rockpin.core.hidden.read import FindReading, Hidden, read_hidden
from rockpin.core.hidden.risk import HoleRisk
from rockpin.core.hidden.risk_map import map_risk
from rockpin.core.hidden.routes import Route
from rockpin.core.hidden.sweep_limits import SweepReading, read_sweeps
from rockpin.core.hidden.zones import PointReading, Zone

__all__ = [
    "ALWAYS",
    "ClearingWay",
    "FindReading",
    "Hazard",
    "Hidden",
    "HiddenGrid",
    "HoleRisk",
    "Judged",
    "PlannedHole",
    "PointReading",
    "Route",
    "SweepReading",
    "WayKind",
    "Zone",
    "around_holes",
    "hidden_cautions",
    "judge_hole",
    "line_gaps",
    "map_risk",
    "read_hidden",
    "read_sweeps",
    "rect_gaps",
    "span",
    "ways_to_clear",
]
