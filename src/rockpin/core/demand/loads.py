"""The form of a load case, and the weight of pieces as they are used.

Nothing is averaged between cases: every hole is checked in each.
"""

from collections.abc import Sequence
from dataclasses import dataclass

from rockpin.core.base.quantities import STANDARD_GRAVITY_M_S2
from rockpin.core.demand.fastener_group import Force
from rockpin.core.document.fixture import Fixture, HeldBy, Link, Piece, Support
from rockpin.core.tables.catalogue import Duty
from rockpin.core.tables.figures import DemandFigures
from rockpin.core.tables.hands import Allowance


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


@dataclass(frozen=True)
class Body:
    """What hangs together: pieces with the supports that bear them, and the links behind those.

    ``fixture``: these parts alone. ``elsewhere``: the supports of all other things of the job.
    """

    number: int
    fixture: Fixture
    elsewhere: tuple[str, ...]


def _touches(piece: Piece, support: Support) -> bool:
    a, b, slack = piece.rect, support.rect, 1.0
    across = a.x_mm <= b.right_mm + slack and b.x_mm <= a.right_mm + slack
    return across and a.y_mm <= b.top_mm + slack and b.y_mm <= a.top_mm + slack


def bodies_of(fixture: Fixture) -> tuple[Body, ...]:
    """The separate things of a fixture: pieces that share no support, backing board or channel are no one beam.

    A support bears the pieces that it touches; what touches none bears the nearest along the wall. A piece that no
    support touches lies on the piece that is nearest to it.
    """
    if len(fixture.pieces) < 2:
        return (Body(0, fixture, ()),)
    parent = {piece.id: piece.id for piece in fixture.pieces}

    def root(name: str) -> str:
        while parent[name] != name:
            name = parent[name]
        return name

    def join(names: Sequence[str]) -> None:
        for other in names[1:]:
            parent[root(other)] = root(names[0])

    def nearest(x_mm: float, y_mm: float, among: Sequence[Piece]) -> str:
        return min(among, key=lambda one: one.rect.distance_to(x_mm, y_mm)).id

    bears: dict[str, list[str]] = {}
    for support in fixture.supports:
        middle = support.rect.centre_x_mm, support.rect.centre_y_mm
        touched = [piece.id for piece in fixture.pieces if _touches(piece, support)]
        bears[support.id] = touched or [nearest(*middle, fixture.pieces)]
        join(bears[support.id])
    for link in fixture.links:
        if link.kind.has_own_holes:
            join([bears[name][0] for name in link.support_ids])
    borne = {name for names in bears.values() for name in names}
    for piece in fixture.pieces:
        others = [one for one in fixture.pieces if one.id in borne]
        if piece.id not in borne and others:
            join([nearest(piece.rect.centre_x_mm, piece.rect.centre_y_mm, others), piece.id])
    for swing in fixture.swings:
        # what turns is borne by what it turns on
        join([piece.id for piece in fixture.pieces if piece.id == swing.piece_id])
    for rail in fixture.rails:
        rail_on = nearest((rail.x_mm + rail.x2_mm) / 2, (rail.y_mm + rail.y2_mm) / 2, fixture.pieces)
        parent.setdefault(rail.id, rail_on)
    roots = list(dict.fromkeys(root(piece.id) for piece in fixture.pieces))
    home = {support.id: root(bears[support.id][0]) for support in fixture.supports}

    def link_home(link: Link) -> str | None:
        return home[link.support_ids[0]] if link.support_ids else None

    return tuple(
        Body(
            number,
            fixture.model_copy(
                update={
                    "pieces": tuple(piece for piece in fixture.pieces if root(piece.id) == one),
                    "supports": tuple(support for support in fixture.supports if home[support.id] == one),
                    "links": tuple(
                        link.model_copy(
                            update={"support_ids": tuple(name for name in link.support_ids if home[name] == one)}
                        )
                        for link in fixture.links
                        if link_home(link) == one or not link.kind.has_own_holes
                    ),
                    "swings": tuple(swing for swing in fixture.swings if root(swing.piece_id) == one),
                    "rails": tuple(rail for rail in fixture.rails if root(rail.id) == one),
                }
            ),
            tuple(support.id for support in fixture.supports if home[support.id] != one),
        )
        for number, one in enumerate(roots)
    )


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


def weights(fixture: Fixture, duty: Duty, figures: DemandFigures, but: str = "") -> tuple[Force, ...]:
    """The weight of every piece as used, without the one of that id."""
    return tuple(
        weight_at(piece, weight_n(piece, fixture, duty, figures)) for piece in fixture.pieces if piece.id != but
    )
