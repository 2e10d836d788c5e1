"""Where the edge of a plate bears on board over a void, and whether an anchor holds as much as the board is pressed.

Board breaks in between its anchors much as they break out of it: it bears no more than the tabled pull of the anchor
beside it (*planning*).
"""

from collections.abc import Iterable

from rockpin.core.capacity import Assessment, method_of
from rockpin.core.document.fixture import Fixture
from rockpin.core.framing import BehindKind
from rockpin.core.hole import Spot
from rockpin.core.identification import WallReading
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.materials import BoardKind


def edge_on_board(holes: Iterable[str], fixture: Fixture, reading: WallReading, catalogue: Catalogue) -> frozenset[str]:
    """Those of some holes, by their ids, whose plate may press bare board with its edge."""
    if not reading.family.framed or _lined(reading, catalogue):
        return frozenset()
    # a wide back that leans bears on the studs that it crosses, not on the board beside one anchor
    wide = max((piece.width_mm for piece in fixture.pieces), default=0.0) >= catalogue.figures.choice.leans_wide_mm
    leaning = {hole.id for support in fixture.supports if support.leans and wide for hole in support.holes}
    return frozenset(holes) - leaning


def _lined(reading: WallReading, catalogue: Catalogue) -> bool:
    """Whether the face is of wood: it spans from rib to rib, and its screws say nothing of what presses on it."""
    first = reading.layers[0].material if reading.layers else ""
    return first in catalogue.material_by_key and catalogue.material_by_key[first].board_kind is BoardKind.LINING


def on_board(fixing: str, kind: BehindKind, catalogue: Catalogue) -> bool:
    """Whether a fixing puts its load into board alone: over a void, or where a stud is not sure."""
    return method_of(catalogue.fixing_by_key[fixing]).kind_behind(kind) is BehindKind.VOID


def presses_in(one: Assessment, spot: Spot, kind: BehindKind, catalogue: Catalogue) -> bool:
    """Whether the edge would press the board in beside a fixing. ``kind``: what stands behind the hole."""
    return one.hole is not None and spot.edge_press_n > one.tension_n and on_board(one.fixing, kind, catalogue)
