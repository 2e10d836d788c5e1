"""What a hole can answer when it is drilled and filled, and what that means for it."""

from typing import Literal

from pydantic import Field

from rockpin.core.base.model import Name
from rockpin.core.base.row import Row

Asked = Literal["met_at", "depth", "width", "offset"]
"""What is worth saying besides: where it began, how deep or wide the hole is now, how far it is off its mark."""


class Outcome(Row):
    """One answer of a hole.

    ``only``: where it can be the answer at all; None: anywhere. ``said``: what the hole did, as in "Hole 2 ran soft".
    ``behind``: what stands behind the hole after all. ``fails``: what was to hold there does not. ``lost``: nothing
    else goes into it. ``no_deeper``: the depth that is told is where the bit stays; where it still cuts none is told.
    ``wider_mm``: how much wider [mm] it is at the least where nobody measured. ``go_on``: how to go on with the same
    fixing; "" where that is no way. ``get_more``: how to go on once there is one of it again.
    """

    said: Name
    when: Literal["drilling", "setting", "turning"]
    only: (
        Literal[
            "planned",
            "plug",
            "anchor",
            "stud",
            "turned",
            "drilled",
            "tile",
            "glued",
            "not_void",
            "not_wood",
            "not_stud",
        ]
        | None
    ) = None
    stops: bool
    says: str
    asks: tuple[Asked, ...] = ()
    behind: Literal["joint", "wood", "void"] | None = None
    fails: bool = False
    lost: bool = False
    crumbled: bool = False
    no_deeper: bool = False
    wider_mm: float = Field(default=0, ge=0)
    go_on: str = ""
    get_more: str = ""
