"""A post or mast: what it is made of, how it is set, and what it is set in."""

from enum import StrEnum
from typing import Self

from pydantic import Field, model_validator

from rockpin.core.base.model import Id, Model, WallCoordinate


class PostSection(StrEnum):
    ROUND_TUBE = "round_tube"
    SQUARE_TUBE = "square_tube"
    TIMBER = "timber"


class SetIn(StrEnum):
    """What holds a post at its foot."""

    EARTH = "earth"
    HELD = "held"


class Post(Model):
    """A post in the middle of its plane, upright from the ground, of the plane's height.

    ``section_wall_mm``: thickness of a tube's wall. ``yield_mpa``: of its metal; None: the planning value of its
    material. ``set_in``: in earth or a footing in it, or held by something stiff (deck, wall, machine bed) that
    somebody else answers for. ``foot_mm``: how wide the footing is, or the post itself where there is none.
    ``foot_seen``: somebody looked at its foot and found no rot, rust or crack.
    ``deep_mm``: how deep it stands in the earth; None: nobody knows. ``frost_mm``: how deep the ground freezes there by
    the local code; None: nobody has said.
    """

    section: PostSection = PostSection.ROUND_TUBE
    material: Id = "steel_tube"
    across_mm: float = Field(gt=15, le=500)
    section_wall_mm: float = Field(default=3, ge=1, le=40)
    yield_mpa: float | None = Field(default=None, ge=50, le=1_000)
    x_mm: WallCoordinate = Field(description="where its middle stands on its plane")
    set_in: SetIn = SetIn.EARTH
    foot_seen: bool = False
    soil: Id = "sand"
    foot_mm: float = Field(default=300, gt=15, le=3_000)
    deep_mm: float | None = Field(default=None, ge=0, le=6_000)
    frost_mm: float | None = Field(default=None, ge=0, le=4_000)

    @model_validator(mode="after")
    def _hollow(self) -> Self:
        if self.section is not PostSection.TIMBER and 2 * self.section_wall_mm >= self.across_mm:
            raise ValueError(
                f"section_wall_mm: a wall of {self.section_wall_mm:g} mm fills a tube of {self.across_mm:g} mm; "
                "measure it at its open end"
            )
        return self
