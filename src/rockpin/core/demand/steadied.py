"""What stands on the floor, or hangs from above, and leaves to the wall only what would tip it.

It turns about the edge that bears it, as a door stands on its sill: a push at any height comes to the brackets in the
share of the two heights above that edge. Sideways its own weight keeps it upright first.
"""

from rockpin.core.base.quantities import STANDARD_GRAVITY_M_S2
from rockpin.core.demand.fastener_group import Force
from rockpin.core.document.fixture import Fixture, HeldBy, Piece

_LEAST_LEVER_MM = 20.0
"""Brackets nearer to the bearing edge [mm] hold nothing by turning about it: the push counts where it acts."""


def free_end_mm(piece: Piece) -> float:
    """Height [mm] of the end that neither floor nor ceiling holds."""
    return piece.y_mm if piece.held_by is HeldBy.ABOVE else piece.rect.top_mm


def _brackets_mm(fixture: Fixture) -> float | None:
    """Middle height [mm] of the holes that are used; None where there is none."""
    heights = [support.y_mm + hole.y_mm for support in fixture.supports for hole in support.holes if hole.used]
    return sum(heights) / len(heights) if heights else None


def at_brackets(push: Force, piece: Piece, fixture: Fixture) -> Force:
    """What of a level push [N] on a piece comes to its brackets, at their height.

    Moments about the edge that bears it: R = F·a/b with a, b the heights of push and brackets over that edge; sideways
    R = (F·a − G·w/2)/b with its own weight G and width w, never less than nothing.
    """
    height = _brackets_mm(fixture)
    if piece.held_by is HeldBy.WALL or height is None:
        return push
    sill = piece.y_mm if piece.held_by is HeldBy.FLOOR else piece.rect.top_mm
    a, b = abs(push.y_mm - sill), abs(height - sill)
    if b < _LEAST_LEVER_MM:
        return push
    upright = piece.mass_kg * STANDARD_GRAVITY_M_S2 * piece.width_mm / 2 if piece.held_by is HeldBy.FLOOR else 0.0
    sideways = max(0.0, abs(push.fx_n) * a - upright) / b
    return push._replace(
        y_mm=height, fz_n=push.fz_n * a / b, fx_n=sideways if push.fx_n > 0 else -sideways, fy_n=push.fy_n
    )


def thrown_at_brackets(piece: Piece, fixture: Fixture, right_g: float, out_g: float) -> Force:
    """What comes to the brackets of a piece that floor or ceiling carries when it is thrown so many g sideways [1].

    All of its mass and contents at its centre of gravity, about the edge that bears it; its own weight keeps nothing
    down meanwhile.
    """
    x, y, z = piece.cog_mm
    newtons = (piece.mass_kg + piece.contents_kg) * STANDARD_GRAVITY_M_S2
    weightless = piece.model_copy(update={"mass_kg": 0.0})
    thrown = Force(x_mm=x, y_mm=y, z_mm=z, fx_n=right_g * newtons, fz_n=out_g * newtons)
    return at_brackets(thrown, weightless, fixture)
