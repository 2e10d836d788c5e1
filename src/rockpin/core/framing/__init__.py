"""Where is the framing? Studs with their spread, and what stands behind a spot."""

from rockpin.core.framing.behind import (
    Behind,
    BehindKind,
    MemberReading,
    chance_clear,
    leans_to_wood,
    look_behind,
    members_about,
    members_of,
)
from rockpin.core.framing.find import FramingReading, read_framing
from rockpin.core.framing.many import CoursedGrid, FramedGrid, Widths, coursed_grid, framed_grid
from rockpin.core.framing.pitches import usual_pitches_mm, widest_bay_mm
from rockpin.core.framing.sure_places import Shift, nearest_sure

__all__ = [
    "Behind",
    "BehindKind",
    "CoursedGrid",
    "FramedGrid",
    "FramingReading",
    "MemberReading",
    "Shift",
    "Widths",
    "chance_clear",
    "coursed_grid",
    "framed_grid",
    "leans_to_wood",
    "look_behind",
    "members_about",
    "members_of",
    "nearest_sure",
    "read_framing",
    "usual_pitches_mm",
    "widest_bay_mm",
]
