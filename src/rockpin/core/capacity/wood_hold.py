"""What one screw of one length bears in wood, before any load is known: withdrawal, pull-through, joint and edges."""

from math import inf, pi
from typing import NamedTuple

import numpy as np

from rockpin.core.base.quantities import MM_PER_INCH, N_MM_PER_LB_IN, N_PER_LBF
from rockpin.core.capacity.common import Values
from rockpin.core.capacity.dowel import ACROSS_GRAIN, DowelJoint, Yield, bearing_mpa, bending_yield_mpa, reference_shear
from rockpin.core.capacity.sweep import shares
from rockpin.core.demand import Rows
from rockpin.core.document.fixings import Screw, WoodFastener
from rockpin.core.document.fixture import Environment
from rockpin.core.framing import MemberReading
from rockpin.core.hole import Spot
from rockpin.core.tables.by_room import CapacityTables
from rockpin.core.tables.figures import CapacityFigures


def wood_screw_withdrawal(specific_gravity: float, diameter_mm: float) -> float:
    """Reference withdrawal [N/mm of thread] of a wood screw: W = 2850·G²·D lb/in (NDS 2018 eq. 12.2-2)."""
    return 2850 * specific_gravity**2 * (diameter_mm / MM_PER_INCH) * N_MM_PER_LB_IN


def coach_screw_withdrawal(specific_gravity: float, diameter_mm: float) -> float:
    """Reference withdrawal [N/mm of thread] of a lag screw: W = 1800·G^1.5·D^0.75 lb/in (NDS 2018 eq. 12.2-1)."""
    return float(1800 * specific_gravity**1.5 * (diameter_mm / MM_PER_INCH) ** 0.75 * N_MM_PER_LB_IN)


def combined_use(pull_n: Values, across_n: Values, withdrawal_n: Values, lateral_n: Values) -> Rows:
    """Use [1] under pull and shear [N] together (NDS 2018 eq. 12.4-1), R/Z'α with Z'α = W'Z'/(W'cos²α + Z'sin²α).

    With cos α = V/R and sin α = N/R this is V²/(R·Z') + N²/(R·W'). Any of them an array; without bound where
    nothing is left to bear a part.
    """
    pull, across = np.asarray(pull_n, dtype=np.float64), np.asarray(across_n, dtype=np.float64)
    resultant = np.sqrt(pull**2 + across**2)
    by_shear = shares(across**2, resultant * lateral_n)
    return by_shear + shares(pull**2, resultant * withdrawal_n)


def head_pull_through_n(head_mm: float, board_mm: float, specific_gravity: float) -> float:
    """Reference pull-through [N] of a round head in a wooden side member (NDS 2018, eq. 12.2-6).

    690·π·D_H·G²·t lb up to t = 2.5·D_H, 1725·π·D_H²·G² lb in thicker boards.
    """
    head, board = head_mm / MM_PER_INCH, min(board_mm, 2.5 * head_mm) / MM_PER_INCH
    return 690 * pi * head * specific_gravity**2 * board * N_PER_LBF


def pilot_mm(fastener: WoodFastener, screw: Screw, specific_gravity: float, figures: CapacityFigures) -> float:
    """Pilot [mm]: a share of the root for wood screws (NDS 2018, 12.1.5), of the shank for coach screws (12.1.4.2)."""
    if fastener.withdrawal == "wood_screw":
        hard = specific_gravity > figures.pilot_hard_gravity
        return (figures.pilot_root_share_hard if hard else figures.pilot_root_share) * screw.root_mm
    if specific_gravity > figures.pilot_hard_gravity:
        return figures.coach_pilot_share_hard * screw.diameter_mm
    middling = specific_gravity > figures.coach_pilot_middle_gravity
    return (figures.coach_pilot_share_middle if middling else figures.coach_pilot_share) * screw.diameter_mm


class Held(NamedTuple):
    """What one screw of one length bears in this spot: references [N] for ten years' load, dry wood.

    Where its packet rates it in a stud, that working load stands for the formulas of thread and shank.
    """

    thread_mm: float
    per_mm: float
    withdrawal_n: float
    head_n: float | None
    joint: DowelJoint
    dowel: Yield
    wet: float

    @property
    def head_or_more_n(self) -> float:
        """What the head bears in a board [N], without bound in a metal bracket."""
        return inf if self.head_n is None else self.head_n


def hold(fastener: WoodFastener, screw: Screw, spot: Spot, length_mm: float, tables: CapacityTables) -> Held:
    """What a screw of this length [mm] bears, a coach screw as if loaded across the grain: that bears least."""
    figures, reading, hole = tables.figures, spot.reading, spot.hole
    gravity = specific_gravity_of(spot, screw, tables)
    tip = length_mm - spot.under_head_mm(screw)
    penetration = tip - reading.skin_mm
    # a coach screw's tapered tip, about one diameter, does not hold (NDS 2018 12.2.1.1)
    tip_off = screw.diameter_mm if fastener.withdrawal == "coach_screw" else 0.0
    thread = max(0.0, min(penetration, screw.thread_share * length_mm) - tip_off)
    rate = wood_screw_withdrawal if fastener.withdrawal == "wood_screw" else coach_screw_withdrawal
    per_mm = rate(gravity, screw.diameter_mm)
    side_mpa, head_n = figures.bracket_bearing_mpa, None
    if hole.board_species is not None:
        board = tables.species[hole.board_species].specific_gravity
        side_mpa = bearing_mpa(board, screw.diameter_mm, ACROSS_GRAIN)
        head = spot.washer_mm(screw) or screw.head_mm
        head_n = head_pull_through_n(head, hole.plate_mm, board)
    joint = DowelJoint(
        side_mpa=side_mpa,
        side_mm=max(hole.plate_mm, figures.bracket_least_mm),
        main_mpa=bearing_mpa(gravity, screw.diameter_mm, ACROSS_GRAIN),
        main_mm=penetration - tip_off,
        gap_mm=spot.skin_lever_mm,
        diameter_mm=screw.root_mm,
        yield_mpa=bending_yield_mpa(screw.diameter_mm),
    )
    dowel = reference_shear(joint, screw.diameter_mm, ACROSS_GRAIN)
    if fastener.rated:
        dowel = dowel._replace(force_n=fastener.rated.shear_n)
    return Held(
        thread_mm=thread,
        per_mm=per_mm,
        withdrawal_n=fastener.rated.tension_n if fastener.rated else per_mm * thread,
        head_n=head_n,
        joint=joint,
        dowel=dowel,
        wet=figures.wood_wet if spot.environment is not Environment.DRY else 1.0,
    )


def over_formula(fastener: WoodFastener, screw: Screw, held: Held) -> float:
    """How many times [1] what thread and shank hold in the wood a packet claims, pulled or across; 0: it rates none.

    The shank is taken without a skin in front of the wood: what that costs is reckoned by itself.
    """
    if fastener.rated is None:
        return 0.0
    across = reference_shear(held.joint._replace(gap_mm=0.0), screw.diameter_mm, ACROSS_GRAIN)
    pulled_n = held.per_mm * held.thread_mm
    return max(fastener.rated.tension_n / pulled_n if pulled_n else inf, fastener.rated.shear_n / across.force_n)


def member_of(spot: Spot, screw: Screw) -> MemberReading | None:
    """The stud or noggin that a screw meets; None in a void."""
    return spot.behind(screw.diameter_mm).member


def specific_gravity_of(spot: Spot, screw: Screw, tables: CapacityTables) -> float:
    """Specific gravity [1] of the wood behind a hole: of the board let in, the stud, or else the frame."""
    member = member_of(spot, screw)
    of_member = member.species if member else None
    key = spot.wood_species or of_member or (spot.wall.framing.species if spot.wall.framing else "spruce")
    return tables.species[key].specific_gravity


def edge_share(edge_mm: float, diameter_mm: float, figures: CapacityFigures) -> float:
    """Share [1] of the full shear under a push towards an edge so far away [mm].

    Full from 4·D on, 2.5·D below 1/4 in; between that and 1.5·D in proportion. Planning: NDS 2018, 12.5.1C, wants the
    full distance; so near an edge the wood splits later than it says.
    """
    thick = diameter_mm >= figures.wood_edge_thick_mm
    full = (figures.wood_edge_thick_diameters if thick else figures.wood_edge_thin_diameters) * diameter_mm
    return min(1.0, max(edge_mm, 1.5 * diameter_mm) / full)
