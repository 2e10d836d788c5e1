"""A post or mast that things are clamped to: bent at the ground, swaying, turned about its axis, set in the earth."""

from rockpin.core.post.bending import Section, section_of, sway_moment_mm, sway_push_mm, sway_wind_mm
from rockpin.core.post.footing import wanted_depth_mm
from rockpin.core.post.read import AtGround, PostReading, at_ground, read_post

__all__ = [
    "AtGround",
    "PostReading",
    "Section",
    "at_ground",
    "read_post",
    "section_of",
    "sway_moment_mm",
    "sway_push_mm",
    "sway_wind_mm",
    "wanted_depth_mm",
]
