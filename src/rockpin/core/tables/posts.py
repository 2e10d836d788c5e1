"""The tables for posts: what their metal or wood bears, and what the earth round them does."""

from pydantic import Field

from rockpin.core.base.model import Model
from rockpin.core.base.row import Row
from rockpin.core.document.post import PostSection


class PostMaterial(Row):
    """What a post of some sections is made of. ``bending_mpa``: what it may bear for long; a metal's is a share of its
    yield.

    ``short_factor``: how much more in gusts; ``yield_mpa``: of metal, until its own is known.
    """

    sections: tuple[PostSection, ...] = Field(min_length=1)
    modulus_mpa: float = Field(gt=0)
    yield_mpa: float | None = None
    bending_share: float | None = Field(default=None, gt=0, le=1)
    bending_mpa: float | None = None
    short_factor: float = Field(default=1, ge=1)


class Soil(Row):
    """Earth round a post. ``lateral_kpa_per_m``: what it bears sideways for each metre below the ground."""

    lateral_kpa_per_m: float = Field(gt=0)


class PostTables(Model):
    """Both."""

    materials: tuple[PostMaterial, ...]
    soils: tuple[Soil, ...]
