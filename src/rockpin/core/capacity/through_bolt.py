"""A bolt through a board of one's own, with a wide washer and a nut behind it: head pull-through and dowel yielding."""

from collections.abc import Iterable
from typing import NamedTuple

from rockpin.core.capacity.common import Mode
from rockpin.core.capacity.dowel import ACROSS_GRAIN, DowelJoint, bearing_mpa, bending_yield_mpa, reference_shear
from rockpin.core.capacity.wood_hold import combined_use, head_pull_through_n
from rockpin.core.demand import HoleDemand
from rockpin.core.document.fixings import Screw, ScrewKind
from rockpin.core.document.fixture import Environment, Link
from rockpin.core.hole import Spot
from rockpin.core.setout import PlacedHole
from rockpin.core.tables.by_room import CapacityTables


class Bolted(NamedTuple):
    """A bolt through the board with a nut and a wide washer behind it: how far it is used, by what, in which case."""

    screw: Screw
    use: float
    governs: str
    case: str


def through_bolt(
    hole: PlacedHole, link: Link, demand: HoleDemand, screw: Screw, environment: Environment, tables: CapacityTables
) -> Bolted:
    """A machine screw through the board: its washer by head pull-through, across by the dowel equations.

    NDS 2018, eq. 12.2-6 with a washer of three diameters, 12.3 with the board as the main member, 12.4.1.
    """
    figures, gravity = tables.figures, tables.species[link.species].specific_gravity
    wet = figures.wood_wet if environment is not Environment.DRY else 1.0
    # its nut and washer are let into the back of the board before that goes up, so only the rest of it holds
    rest_mm = max(0.0, link.thickness_mm - figures.nut_diameters * screw.diameter_mm)
    pull_n = head_pull_through_n(figures.bolt_washer_diameters * screw.diameter_mm, rest_mm, gravity)
    joint = DowelJoint(
        side_mpa=figures.bracket_bearing_mpa,
        side_mm=max(hole.plate_mm, figures.bracket_least_mm),
        main_mpa=bearing_mpa(gravity, screw.diameter_mm, ACROSS_GRAIN),
        main_mm=rest_mm,
        gap_mm=0.0,
        diameter_mm=screw.root_mm,
        yield_mpa=bending_yield_mpa(screw.diameter_mm),
    )
    dowel = reference_shear(joint, screw.diameter_mm, ACROSS_GRAIN)
    worst = Bolted(screw, -1.0, "", "")
    for case in demand.cases:
        factor = wet * case.allowance.wood
        pull, across = case.forces.tension_n, case.forces.shear_n
        withdrawal, lateral = factor * pull_n, factor * dowel.force_n
        use = max(float(combined_use(pull, across, withdrawal, lateral)), pull / withdrawal, across / lateral)
        if use > worst.use:
            by = Mode.HEAD.words if pull / withdrawal > across / lateral else dowel.words
            worst = Bolted(screw, use, by, case.label)
    return worst


def bolt_through(spot: Spot, link: Link, sold: Iterable[Screw], tables: CapacityTables) -> Bolted | None:
    """The machine screw of those sold here that is used least; None where none passes the bracket or reaches.

    Where it is not dry it is a stainless one.
    """
    hole = spot.hole
    bolts = [
        screw
        for screw in sold
        if screw.kind is ScrewKind.MACHINE
        and screw.stainless is (spot.environment is not Environment.DRY)
        and screw.diameter_mm >= tables.figures.bolt_least_mm
        and spot.passes(screw.diameter_mm)
        and link.thickness_mm >= (tables.figures.nut_diameters + 1.5) * screw.diameter_mm
        and screw.stock_length_mm(hole.plate_mm + link.thickness_mm + 2 * screw.diameter_mm) is not None
    ]
    tried = [through_bolt(hole, link, spot.demand, screw, spot.environment, tables) for screw in bolts]
    return min(tried, key=lambda one: (one.use, one.screw.key), default=None)
