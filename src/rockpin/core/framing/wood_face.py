"""Faces that are wood themselves, laths and linings: a pin that finds wood there has found no stud yet."""

from collections.abc import Sequence

from rockpin.core.base.quantities import UnitSystem, show_length
from rockpin.core.document.evidence import HitKind
from rockpin.core.document.wall import Wall
from rockpin.core.identification import WallReading
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.materials import BoardKind

_OF_WOOD = {BoardKind.LATH: "lath", BoardKind.LINING: "a lining"}


def wood_past_mm(readings: Sequence[WallReading], catalogue: Catalogue) -> float | None:
    """How deep from the face [mm] wood has to go on to be framing, by all that the wall may be.

    Laths and a lining are wood too: a pin in them tells of no stud. None where no face that it may be is of wood.
    """
    of_wood = [one for one in readings if one.family.framed and one.board_kind in _OF_WOOD]
    if not of_wood:
        return None
    return max(one.front_high_mm for one in of_wood) + catalogue.figures.framing.wood_past_mm


def wood_words(readings: Sequence[WallReading], past_mm: float, units: UnitSystem) -> str:
    """What wood in a pin means before such a face; ``past_mm``: how deep [mm] it has to go on."""
    named = [_OF_WOOD.get(one.board_kind or BoardKind.GYPSUM) for one in readings]
    stands = next(filter(None, named), "")
    # the first is what the wall is taken for
    known = f"{stands[:1].upper()}{stands[1:]} is wood too"
    says = known if named[0] else f"It may have {stands}, and that is wood too"
    return f"{says}: only wood that goes on past {show_length(past_mm, units)} is a stud."


def only_face_hits(wall: Wall, past_mm: float | None) -> tuple[str, ...]:
    """Pins in wood that may be no more than the face's own: not known to go on as deep as that [mm]."""
    if past_mm is None:
        return ()
    return tuple(hit.id for hit in wall.hits if hit.kind is HitKind.PIN_WOOD and (hit.depth_mm or 0.0) < past_mm)
