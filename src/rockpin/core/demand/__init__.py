"""What pulls on each hole? Load cases carried through supports, and boards between, to every hole."""

from rockpin.core.demand.cases import load_cases
from rockpin.core.demand.corner import Bearing, CornerShares, corner_shares
from rockpin.core.demand.demands import CaseDemand, Demand, DemandTable, HoleDemand, Turns
from rockpin.core.demand.fastener_group import Rows
from rockpin.core.demand.hands import reach_of_hands
from rockpin.core.demand.loads import LoadCase, weight_n
from rockpin.core.demand.solve import EVEN, Stiffness, solve_fixture, stiffness_bounds

__all__ = [
    "EVEN",
    "Bearing",
    "CaseDemand",
    "CornerShares",
    "Demand",
    "DemandTable",
    "HoleDemand",
    "LoadCase",
    "Rows",
    "Stiffness",
    "Turns",
    "corner_shares",
    "load_cases",
    "reach_of_hands",
    "solve_fixture",
    "stiffness_bounds",
    "weight_n",
]
