"""What pulls on each hole? Load cases carried through supports, and boards between, to every hole."""

from rockpin.core.demand.cases import load_cases
from rockpin.core.demand.corner import Bearing, CornerShares, corner_shares
from rockpin.core.demand.demands import CaseDemand, Demand, DemandTable, HoleDemand, Turns
from rockpin.core.demand.fastener_group import Rows
from rockpin.core.demand.hands import reach_of_hands
from rockpin.core.demand.loads import LoadCase, weight_n
from rockpin.core.demand.solve import solve_fixture, stiffness_of

__all__ = [
    "Bearing",
    "CaseDemand",
    "CornerShares",
    "Demand",
    "DemandTable",
    "HoleDemand",
    "LoadCase",
    "Rows",
    "Turns",
    "corner_shares",
    "load_cases",
    "reach_of_hands",
    "solve_fixture",
    "stiffness_of",
    "weight_n",
]
