"""Which families of walls fixings are worked out for."""

from rockpin.core.reading import Family

_PLANNED = (
    Family.BOARD_ON_STUDS,
    Family.LATH_AND_PLASTER,
    Family.THIN_PANEL,
    Family.BONDED_BOARD,
    Family.MASONRY,
    Family.CONCRETE,
)


def is_planned(family: Family) -> bool:
    """Whether fixings are worked out for this family."""
    return family in _PLANNED
