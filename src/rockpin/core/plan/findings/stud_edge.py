"""A hole where nothing holds because it stands on the edge of a stud: to where a little aside something would."""

from rockpin.core.capacity import assess_pairs, fit_for, method_of, moves_text, sure_places
from rockpin.core.document.fixings import AnyFixing
from rockpin.core.framing import BehindKind
from rockpin.core.hole import Spot
from rockpin.core.tables.catalogue import Catalogue

_SCREW_MM = 6.0
"""Screw [mm] for which wood is looked for on both sides, before one is chosen."""


def _opens_in_a_void(fixing: AnyFixing) -> bool:
    return method_of(fixing).kind_behind(BehindKind.OPEN) is BehindKind.VOID


def move_off_the_edge(spot: Spot, catalogue: Catalogue) -> str | None:
    """How far to move a hole that has neither wood on both sides nor room for an anchor, in words; None where it stands
    on no stud's edge, or nothing holds beside it either."""
    figures = spot.framing
    # a hole that is drilled already stays where it is
    if not spot.worded or not spot.reading.family.framed or spot.existing is not None:
        return None
    wood = spot.behind(_SCREW_MM).solid_wood >= figures.solid_wood_credit
    if wood or spot.chance_clear(figures.hole_half_mm) >= figures.clear_of_stud:
        return None
    able = fit_for(catalogue.fixings, spot, catalogue.capacity)
    holding = []
    for shift in sure_places(spot, _SCREW_MM, figures.hole_half_mm):
        there = spot.aside(shift.dx_mm)
        # what opens in a void is not asked on a stud, nor a screw for wood beside it
        asked = [fixing for fixing in able if _opens_in_a_void(fixing) is not shift.wood]
        found = assess_pairs([(fixing, there) for fixing in asked], catalogue.capacity)
        if any(one.accepted and not one.provisos for one in found):
            holding.append(shift)
    return moves_text(holding, spot.units) or None
