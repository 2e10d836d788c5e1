"""What the capacity methods share: the form of an assessment, refusals, and the bending of the screw."""

from collections.abc import Callable
from math import pi, prod
from typing import NamedTuple

from rockpin.core.demand import CaseDemand
from rockpin.core.figures import Figures
from rockpin.core.findings import Finding, Severity, Stage, Where
from rockpin.core.model import Model
from rockpin.core.quantities import show_force
from rockpin.core.screws import HoleSpec, ScrewPick
from rockpin.core.spot import Spot
from rockpin.core.tables import FixingBase, Rating, Screw


class Factor(NamedTuple):
    """One factor of a capacity, with what it stands for."""

    label: str
    value: float


class Assessment(Model):
    """One fixing at one hole: refused with reasons, or its capacity, use, and the hole it wants.

    ``use`` is demand over capacity as the method combines them; 1 is full. Capacities are working loads [N].
    ``working`` shows the sums line by line. ``provisos`` come to count only if this fixing is taken.
    """

    fixing: str
    label: str
    refusals: tuple[Finding, ...]
    provisos: tuple[Finding, ...]
    use: float
    governs: str
    case: str
    demand_tension_n: float
    demand_shear_n: float
    tension_n: float
    shear_n: float
    working: tuple[str, ...]
    source: str
    minutes: float
    removable: bool
    hole: HoleSpec | None
    screw: ScrewPick | None

    @property
    def accepted(self) -> bool:
        return not self.refusals


def say(
    severity: Severity,
    spot: Spot,
    fixing: FixingBase,
    code: str,
    sentence: str,
    figures: dict[str, float],
    action: str | None = None,
    action_stage: Stage | None = None,
) -> Finding:
    """A finding about one fixing at one hole."""
    return Finding(
        severity=severity,
        stage=Stage.FIXING,
        code=code,
        sentence=sentence,
        action=action,
        action_stage=action_stage,
        figures=figures,
        where=Where(hole=spot.hole.id, fixing=fixing.key),
    )


def refuse(spot: Spot, fixing: FixingBase, code: str, sentence: str, **figures: float) -> Finding:
    """A refusal of one fixing at one hole, with the number that refuses it."""
    return say(Severity.REFUSE, spot, fixing, code, sentence, figures)


def refused(fixing: FixingBase, refusals: list[Finding]) -> Assessment:
    """An assessment that ends before anything could be reckoned."""
    return Assessment(
        fixing=fixing.key,
        label=fixing.label,
        refusals=tuple(refusals),
        provisos=(),
        use=0.0,
        governs="",
        case="",
        demand_tension_n=0.0,
        demand_shear_n=0.0,
        tension_n=0.0,
        shear_n=0.0,
        working=(),
        source=fixing.source,
        minutes=fixing.minutes,
        removable=fixing.removable,
        hole=None,
        screw=None,
    )


class Use(NamedTuple):
    """How far one case uses a fixing up, and what governs, in words."""

    use: float
    governs: str
    tension_capacity_n: float
    shear_capacity_n: float


def assessed(
    fixing: FixingBase,
    spot: Spot,
    use_of: Callable[[CaseDemand], Use],
    *,
    working: list[str],
    hole: HoleSpec,
    screw: ScrewPick | None,
    provisos: list[Finding] | None = None,
    refusals: list[Finding] | None = None,
) -> Assessment:
    """Puts every case to the fixing; one that is used beyond 1 is refused as too weak, with its numbers."""
    uses = [(use_of(case), case) for case in spot.demand.cases]
    worst, case = max(uses, key=lambda pair: pair[0].use)
    found = list(refusals or [])
    if worst.use > 1:
        found.append(
            refuse(
                spot,
                fixing,
                "too-weak",
                f"Too weak: {worst.governs} is used {min(worst.use, 99):.2f} times over when "
                f"{case.label} (pull-out {show_force(case.forces.tension_n, spot.units, demand=True)}, "
                f"shear {show_force(case.forces.shear_n, spot.units, demand=True)}).",
                use=worst.use,
                tension_n=case.forces.tension_n,
                shear_n=case.forces.shear_n,
            )
        )
    return Assessment(
        fixing=fixing.key,
        label=fixing.label,
        refusals=tuple(found),
        provisos=tuple(provisos or ()),
        use=worst.use,
        governs=worst.governs,
        case=case.label,
        demand_tension_n=case.forces.tension_n,
        demand_shear_n=case.forces.shear_n,
        tension_n=worst.tension_capacity_n,
        shear_n=worst.shear_capacity_n,
        working=tuple(working),
        source=fixing.source,
        minutes=fixing.minutes,
        removable=fixing.removable,
        hole=hole,
        screw=screw,
    )


def screw_bending_shear_n(
    diameter_mm: float,
    root_mm: float,
    lever_mm: float,
    clamped: bool,
    tension_n: float,
    figures: Figures,
    yield_mpa: float | None = None,
) -> float:
    """Shear [N] that a screw bears in bending where the load stands ``lever_mm`` off what holds it.

    V = α·M/(e + d/2), M = f_y·d_root³/(6·1.67): the plastic section of a round bar, d³/6, over the safety factor of
    AISC 360-16 F1. α = 2 where the head is held against turning. Tension takes its share of M first.
    """
    strength = yield_mpa or figures.screw_fy_mpa
    moment = strength * root_mm**3 / (6 * figures.screw_safety)
    steel_n = strength * pi * root_mm**2 / 4 / figures.screw_safety
    moment *= max(0.0, 1 - tension_n / steel_n)
    return (2.0 if clamped else 1.0) * moment / (lever_mm + diameter_mm / 2)


def bending_working(diameter_mm: float, root_mm: float, lever_mm: float, clamped: bool, figures: Figures) -> str:
    """The sum of :func:`screw_bending_shear_n` without tension, written out."""
    alpha = 2 if clamped else 1
    shear = screw_bending_shear_n(diameter_mm, root_mm, lever_mm, clamped, 0.0, figures)
    return (
        f"screw in bending: {alpha} × {figures.screw_fy_mpa:g} × {root_mm:.2f}³ / (6 × {figures.screw_safety:g}) "
        f"/ ({lever_mm:g} + {diameter_mm:.2f}/2) = {shear:.0f} N"
    )


def table_use(
    tension_n: float, shear_n: float, holder: str, screw: Screw, lever_mm: float, clamped: bool, figures: Figures
) -> Callable[[CaseDemand], Use]:
    """N/Nₐ + V/Vₐ with tabled values [N], the shear no more than the screw bears in bending over its lever [mm]."""

    def use_of(case: CaseDemand) -> Use:
        pull, across = case.forces.tension_n, case.forces.shear_n
        limit, governs = shear_n, holder
        if lever_mm > 0:
            bending = screw_bending_shear_n(screw.diameter_mm, screw.root_mm, lever_mm, clamped, pull, figures)
            if bending < limit:
                limit, governs = bending, "bending of the screw in front of what holds"
        return Use(
            use=pull / tension_n + across / max(limit, 1e-9),
            governs=governs,
            tension_capacity_n=tension_n,
            shear_capacity_n=limit,
        )

    return use_of


def table_working(
    rating: Rating, factors: list[Factor], screw: Screw, lever_mm: float, clamped: bool, figures: Figures
) -> list[str]:
    """The sums of a tabled value, line by line."""
    written = "".join(f" × {factor.value:.2f}" for factor in factors)
    total = prod(factor.value for factor in factors)
    lines = [
        f"pull-out: {rating.tension_n:g}{written} = {rating.tension_n * total:.0f} N",
        f"shear: {rating.shear_n:g}{written} = {rating.shear_n * total:.0f} N",
        *(f"{factor.value:.2f}: {factor.label}" for factor in factors if factor.value != 1),
    ]
    if lever_mm > 0:
        lines.append(bending_working(screw.diameter_mm, screw.root_mm, lever_mm, clamped, figures))
    return lines


def wrong_place(spot: Spot, fixing: FixingBase) -> list[Finding]:
    """Refusals that hold for any method: damp, weather."""
    if spot.environment in fixing.environments:
        return []
    return [
        refuse(
            spot,
            fixing,
            "corrodes",
            f"Not for {spot.environment} places: it rusts or weakens there.",
        )
    ]
