"""How much shear does a screw in wood bear? The general dowel equations of AWC Technical Report 12 (2015), with a gap.

Single shear: a bracket bears on the screw at its head, then a gap carries nothing (board, tile, spacer), then comes
the wood. Each mode is the equilibrium of one way to yield: what bears crushes, or the screw bends at one or two places.
Values for design follow NDS 2018, 12.3: the lowest mode over its reduction term. Bearing is rounded to 50 psi, as the
printed tables have it.
"""

from functools import lru_cache
from math import sqrt
from typing import NamedTuple

from rockpin.core.base.quantities import MM_PER_INCH

MPA_PER_PSI = 0.006894757
ACROSS_GRAIN = 90.0


class Yield(NamedTuple):
    """One mode: its name in the report, what yields in words, and the force [N] at which it does."""

    mode: str
    words: str
    force_n: float


class DowelJoint(NamedTuple):
    """A screw in single shear: bearing strengths [MPa], bearing lengths [mm], the gap [mm], and the screw's section.

    ``diameter_mm``: of the section that yields, the root where the thread crosses the gap.
    """

    side_mpa: float
    side_mm: float
    main_mpa: float
    main_mm: float
    gap_mm: float
    diameter_mm: float
    yield_mpa: float


def bearing_mpa(specific_gravity: float, nominal_mm: float, angle_deg: float) -> float:
    """Dowel bearing strength of wood [MPa] (NDS 2018, 12.3.3): 16600·G^1.84 psi below 1/4 in, else by the grain.

    ``angle_deg``: of the load to the grain, 0 or 90. Raises ValueError for angles between them.
    """
    inches = nominal_mm / MM_PER_INCH

    def rounded(psi: float) -> float:
        return 50 * round(psi / 50)

    if inches < 0.25:
        return rounded(16600 * specific_gravity**1.84) * MPA_PER_PSI
    along = rounded(11200 * specific_gravity)
    across = rounded(6100 * specific_gravity**1.45 / sqrt(inches))
    share = angle_deg / ACROSS_GRAIN
    if share in (0, 1):
        return (across if share else along) * MPA_PER_PSI
    raise ValueError(f"angle_deg is {angle_deg:g}; only 0 and 90 are reckoned, take the lesser bearing of both")


def bending_yield_mpa(nominal_mm: float) -> float:
    """Bending yield strength of a screw [MPa] by its nominal diameter (NDS 2018, table I1)."""
    steps = ((0.142, 100_000), (0.177, 90_000), (0.236, 80_000), (0.273, 70_000), (0.344, 60_000))
    inches = nominal_mm / MM_PER_INCH
    return next((psi for most, psi in steps if inches <= most), 45_000) * MPA_PER_PSI


def _root(a: float, b: float, c: float) -> float:
    return (-b + sqrt(b * b - 4 * a * c)) / (2 * a)


def yields(joint: DowelJoint) -> tuple[Yield, ...]:
    """All six modes [N] (TR12, table 1-1): P from A·P² + B·P + C = 0 for those in which the screw turns or bends."""
    side, main = joint.side_mpa * joint.diameter_mm, joint.main_mpa * joint.diameter_mm
    ls, lm, gap = joint.side_mm, joint.main_mm, joint.gap_mm
    moment = joint.yield_mpa * joint.diameter_mm**3 / 6
    crush_s, crush_m = side * ls**2 / 4, main * lm**2 / 4
    return (
        Yield("Im", "crushing of the wood", main * lm),
        Yield("Is", "crushing at the bracket", side * ls),
        Yield(
            "II",
            "turning of the screw in the wood",
            _root(1 / (4 * side) + 1 / (4 * main), ls / 2 + gap + lm / 2, -crush_s - crush_m),
        ),
        Yield(
            "IIIm",
            "bending of the screw at the bracket",
            _root(1 / (2 * side) + 1 / (4 * main), gap + lm / 2, -moment - crush_m),
        ),
        Yield(
            "IIIs",
            "bending of the screw in the wood",
            _root(1 / (4 * side) + 1 / (2 * main), ls / 2 + gap, -crush_s - moment),
        ),
        Yield(
            "IV",
            "bending of the screw in the wood and at the bracket",
            _root(1 / (2 * side) + 1 / (2 * main), gap, -2 * moment),
        ),
    )


def reduction(mode: str, nominal_mm: float, diameter_mm: float, angle_deg: float) -> float:
    """The reduction term Rd [1] of one mode (NDS 2018, table 12.3.1B), by the diameter that yields."""
    inches, nominal = diameter_mm / MM_PER_INCH, nominal_mm / MM_PER_INCH
    turned = 1 + 0.25 * angle_deg / 90
    if inches < 0.25:
        small = 2.2 if inches <= 0.17 else 10 * inches + 0.5
        return small * turned if nominal >= 0.25 else small
    return {"Im": 4.0, "Is": 4.0, "II": 3.6}.get(mode, 3.2) * turned


@lru_cache(maxsize=8192)
def reference_shear(joint: DowelJoint, nominal_mm: float, angle_deg: float) -> Yield:
    """Reference design value Z [N] of one screw: the least of all modes over their reduction, and that mode."""
    return min(
        (
            one._replace(force_n=one.force_n / reduction(one.mode, nominal_mm, joint.diameter_mm, angle_deg))
            for one in yields(joint)
        ),
        key=lambda one: one.force_n,
    )
