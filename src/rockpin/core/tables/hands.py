"""What hands do to a thing, and what a fixing may be used for by the way a load acts, as rows."""

from enum import StrEnum

from pydantic import Field

from rockpin.core.base.row import Row


class Acts(StrEnum):
    """How a load acts: each is a row of allowances."""

    LASTING = "lasting"
    LIVE = "live"
    TOUCH = "touch"
    HALF_DONE = "half_done"
    TUG = "tug"
    LEAN = "lean"
    WIND = "wind"
    SHAKEN = "shaken"
    GRAB_RAIL = "grab_rail"
    HANDRAIL_POINT = "handrail_point"
    HANDRAIL_LINE = "handrail_line"


class Allowance(Row):
    """Factors [1] on working values for one way of acting.

    ``wood``: load duration. ``table``: on this project's tables; ``board``: on anchors in board besides.
    ``concrete``: in concrete, plugs in it too. ``flange``: a steel stud's. ``skin``: what a clamped skin bears.
    ``screw_safety``: against yielding of a bent screw; None: the usual one. ``repeated``: whether the factors for
    pulls that come and go count.
    """

    key: Acts
    lasts: bool = False
    accident: bool = False
    person: bool = False
    wood: float = Field(gt=0)
    table: float = Field(default=1.0, ge=1)
    board: float = Field(default=1.0, gt=0)
    concrete: float = Field(default=1.0, ge=1)
    flange: float = Field(default=1.0, ge=1)
    skin: float = Field(default=1.0, ge=1)
    screw_safety: float | None = Field(default=None, ge=1)
    repeated: bool = True

    @property
    def factors(self) -> tuple[float, ...]:
        """Its factors [1] as a row of :class:`Factors`; the safety of a screw nought where the usual one holds."""
        return (
            self.wood,
            self.table,
            self.board,
            self.concrete,
            self.flange,
            self.skin,
            self.screw_safety or 0.0,
            float(self.repeated),
            float(self.person or self.accident),
        )


class Hand(Row):
    """What somebody does to a thing in reach: how hard down and out [N], and how that acts. ``verb``: in a sentence."""

    says: str
    verb: str
    down_n: float = Field(ge=0)
    out_n: float = Field(ge=0)
    allowance: Acts
