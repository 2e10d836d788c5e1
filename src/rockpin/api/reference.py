"""Lists for the screen, and the reading of quantities."""

from fastapi import APIRouter

from rockpin.api.context import Context
from rockpin.api.schemas import Lists, QuantityIn, QuantityOut
from rockpin.api.views import lists_of
from rockpin.core.base.quantities import parse_force_n, parse_length_mm, parse_mass_kg

router = APIRouter(prefix="/api", tags=["reference"])

_PARSERS = {"length": parse_length_mm, "mass": parse_mass_kg, "force": parse_force_n}


@router.get("/lists")
def read_lists(context: Context) -> Lists:
    return lists_of(context.catalogue)


@router.post("/quantity")
def read_quantity(given: QuantityIn) -> QuantityOut:
    """A length [mm], mass [kg] or force [N] from what a person wrote."""
    return QuantityOut(value=_PARSERS[given.kind](given.text, given.units, given.field))
