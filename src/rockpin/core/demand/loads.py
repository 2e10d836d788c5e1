"""The form of a load case, and the weight of pieces as they are used.

Nothing is averaged between cases: every hole is checked in each.
"""

from dataclasses import dataclass

from rockpin.core.base.quantities import STANDARD_GRAVITY_M_S2
from rockpin.core.demand.fastener_group import Force
from rockpin.core.document.fixture import Fixture, HeldBy, Piece
from rockpin.core.tables.by_room import DemandTables
from rockpin.core.tables.figures import DemandFigures
from rockpin.core.tables.hands import Allowance
from rockpin.core.tables.materials import Duty


@dataclass(frozen=True)
class LoadCase:
    """Forces that act together, named as the panel says it.

    ``without``: supports that do not take part: not yet, or because they bear another piece. ``first_screw``: the
    piece hangs on its topmost screw alone. ``by_hand``: hands act in it. ``body``: number of the thing that it is of.
    """

    key: str
    label: str
    allowance: Allowance
    forces: tuple[Force, ...]
    without: tuple[str, ...] = ()
    first_screw: bool = False
    by_hand: bool = False
    body: int = 0


def use_factor(piece: Piece, fixture: Fixture, duty: Duty, figures: DemandFigures) -> tuple[float, float]:
    """Factors [1] on the piece's own mass and on its contents; what an arm carries swings whatever it is used for."""
    own = duty.factor if duty.whole_mass else 1.0
    if any(swing.piece_id == piece.id for swing in fixture.swings):
        return max(own, figures.swing_factor), max(duty.factor, figures.swing_factor)
    return own, duty.factor


def weight_n(piece: Piece, fixture: Fixture, duty: Duty, figures: DemandFigures) -> float:
    """Weight [N] of a piece and its contents as used, that the wall bears: nought where a floor or ceiling does."""
    if piece.held_by is not HeldBy.WALL:
        return 0.0
    own, live = use_factor(piece, fixture, duty, figures)
    return (piece.mass_kg * own + piece.contents_kg * live) * STANDARD_GRAVITY_M_S2


def weight_at(piece: Piece, newtons: float) -> Force:
    """A weight [N] at the piece's centre of gravity.

    It is spread as far as it can be with its middle there, so that it changes evenly wherever that middle lies.
    """
    x, y, z = piece.cog_mm
    spread = max(0.0, 2 * min(x - piece.rect.x_mm, piece.rect.right_mm - x))
    return Force(x_mm=x, y_mm=y, z_mm=z, fy_n=-newtons, spread_mm=spread)


def weights(fixture: Fixture, tables: DemandTables, but: str = "") -> tuple[Force, ...]:
    """The weight [N] of every piece as it is used, without the one of that id."""
    return tuple(
        weight_at(piece, weight_n(piece, fixture, tables.duties[fixture.duty_of(piece)], tables.figures))
        for piece in fixture.pieces
        if piece.id != but
    )
