"""Where is the framing? Studs with their spread, and what stands behind a spot."""

from rockpin.core.framing.behind import Behind, BehindKind, MemberReading, look_behind
from rockpin.core.framing.find import FramingReading, read_framing

__all__ = [
    "Behind",
    "BehindKind",
    "FramingReading",
    "MemberReading",
    "look_behind",
    "read_framing",
]
