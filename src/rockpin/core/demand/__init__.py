"""What pulls on each hole? Load cases carried through supports, and boards between, to every hole."""

from rockpin.core.demand.cases import Duration, load_cases, weight_n
from rockpin.core.demand.fastener_group import Rows
from rockpin.core.demand.solve import CaseDemand, Demand, DemandTable, HoleDemand, solve_fixture, stiffness_of

__all__ = [
    "CaseDemand",
    "Demand",
    "DemandTable",
    "Duration",
    "HoleDemand",
    "Rows",
    "load_cases",
    "solve_fixture",
    "stiffness_of",
    "weight_n",
]
