"""Everything about one hole, put together for the screen, the card and the record."""

from collections.abc import Sequence

from pydantic import Field

from rockpin.core.base.findings import Finding, Verdict, verdict_of
from rockpin.core.base.model import Model
from rockpin.core.base.quantities import UnitSystem, show_force, show_length, show_use
from rockpin.core.base.words import WorkLine
from rockpin.core.capacity import Assessment, method_of
from rockpin.core.choice import ChosenBy, HoleChoice, proof_wanted, rated_in
from rockpin.core.demand import HoleDemand
from rockpin.core.document.assembly import RatedIn
from rockpin.core.document.fixture import HoleKind
from rockpin.core.document.wall import Wall
from rockpin.core.drilling import DrillCard
from rockpin.core.framing import Behind
from rockpin.core.hidden import HoleRisk
from rockpin.core.hole import Spot
from rockpin.core.plan.answers import answers_of, is_bored
from rockpin.core.plan.cut import Cut, behind_text, draw_cut
from rockpin.core.plan.fixings_told import CandidateFixing, FixingsTold, RefusedFixing
from rockpin.core.tables.catalogue import Catalogue


class BoundText(Model):
    """What the hole gets with the fasteners as stiff beside one another as given."""

    label: str
    tension_text: str
    shear_text: str


FAR_OVER = 2.0
"""Where a bar ends, as a share of what is held."""


class UseBar(Model):
    """One bar of demand against capacity: its share, whether that is too much, and both in words."""

    label: str
    share: float
    over: bool
    text: str


class Working(Model):
    """The sums behind the chosen fixing, line by line."""

    demand_tension_n: float
    demand_shear_n: float
    tension_n: float
    shear_n: float
    demand_tension_text: str
    demand_shear_text: str
    tension_text: str
    shear_text: str
    bars: tuple[UseBar, ...]
    use: float
    use_text: str
    governs: str
    case: str
    raises: str
    proof_n: float
    proof_moved_mm: float
    proof_says: str
    lines: tuple[WorkLine, ...]
    source: str
    bounds: tuple[BoundText, ...]


class HolePlan(Model):
    """Everything about one hole. The demand is None where nothing would hold the plate, however strong."""

    id: str
    number: int
    support: str
    support_label: str
    kind: HoleKind
    x_mm: float
    y_mm: float
    x_text: str
    y_text: str
    diameter_mm: float
    behind: Behind
    behind_text: str
    rated_in: RatedIn | None = Field(description="what a packet's load has to be printed for, to count here")
    demand_tension_n: float | None
    demand_shear_n: float | None
    candidates: tuple[CandidateFixing, ...]
    refused: tuple[RefusedFixing, ...]
    chosen: str | None
    chosen_label: str | None
    chosen_by: ChosenBy
    van_fixing: str | None
    van_label: str | None
    working: Working | None
    card: DrillCard | None
    answers: tuple[str, ...]
    risk: HoleRisk
    risk_if: str | None = Field(description="what the risk takes for granted, where nobody has looked yet")
    cut: Cut
    verdict: Verdict


def _bounds(demand: HoleDemand, units: UnitSystem) -> tuple[BoundText, ...]:
    """Both bounds of a mixed group; nothing to tell where all holes are alike."""
    if len(demand.bounds) < 2:
        return ()
    return tuple(
        BoundText(
            label="all fixings equally stiff"
            if bound.stiff_ratio == 1
            else f"anchors in board 1/{1 / bound.stiff_ratio:.0f} as stiff",
            tension_text=show_force(bound.tension_n, units, demand=True),
            shear_text=show_force(bound.shear_n, units, demand=True),
        )
        for bound in demand.bounds
    )


def _bars(one: Assessment, units: UnitSystem) -> tuple[UseBar, ...]:
    """Pull, shear and both together against what the fixing holds; nothing left to hold counts as far over."""

    def bar(label: str, share: float, text: str) -> UseBar:
        return UseBar(label=label, share=min(share, FAR_OVER), over=share > 1, text=text)

    def against(label: str, demand_n: float, capacity_n: float) -> UseBar:
        share = demand_n / capacity_n if capacity_n > 0 else FAR_OVER * (demand_n > 0)
        told = show_force(demand_n, units, demand=True), show_force(capacity_n, units, demand=False)
        return bar(label, share, " of ".join(told))

    return (
        against("Pull-out", one.demand_tension_n, one.tension_n),
        against("Shear", one.demand_shear_n, one.shear_n),
        bar("Together", one.use, show_use(one.use)),
    )


def _working(choice: HoleChoice, spot: Spot, catalogue: Catalogue) -> Working | None:
    one, units = choice.chosen, spot.units
    if one is None or one.hole is None or one.mode is None:
        return None
    fixing = catalogue.fixing_by_key[one.fixing]
    figures = catalogue.figures
    proof = proof_wanted(fixing, spot.reading, one.tension_n, figures.choice, figures.capacity)
    return Working(
        demand_tension_n=one.demand_tension_n,
        demand_shear_n=one.demand_shear_n,
        tension_n=one.tension_n,
        shear_n=one.shear_n,
        demand_tension_text=show_force(one.demand_tension_n, units, demand=True),
        demand_shear_text=show_force(one.demand_shear_n, units, demand=True),
        tension_text=show_force(one.tension_n, units, demand=False),
        shear_text=show_force(one.shear_n, units, demand=False),
        bars=_bars(one, units),
        use=one.use,
        use_text=show_use(one.use),
        governs=one.governs,
        case=one.case,
        proof_n=proof.load_n,
        proof_moved_mm=proof.moved_mm,
        proof_says=proof.says,
        raises=one.mode.raises,
        lines=one.working,
        source=one.source,
        bounds=_bounds(spot.demand, units),
    )


def taken_for_granted(findings: Sequence[Finding], wall: Wall) -> str | None:
    """What a risk takes for granted where nobody has looked."""
    codes = {one.code for one in findings}
    if "harness-not-seen" in codes:
        return "if nothing runs behind the panel"
    if "not-looked" in codes:
        return f"if nothing {'else ' if wall.points else ''}is on either face"
    return None


def hole_plan(
    spot: Spot,
    behind: Behind,
    choice: HoleChoice,
    told: FixingsTold | None,
    card: DrillCard | None,
    risk: HoleRisk,
    own: Sequence[Finding],
    risk_if: str | None,
    glued: bool,
    filled: bool,
    stack: Sequence[float],
    catalogue: Catalogue,
) -> HolePlan:
    """One hole, for the plan. ``own``: what was found of it; ``risk_if``: what its risk takes for granted; ``filled``:
    somebody said what went in.

    ``told``: what tells of what holds there and what does not; None: neither is told.
    """
    hole, units, chosen = spot.hole, spot.units, choice.chosen
    text = behind_text(spot, behind, chosen.hole if chosen else None)
    return HolePlan(
        id=hole.id,
        number=hole.number,
        support=hole.support,
        support_label=hole.support_label,
        kind=hole.kind,
        x_mm=hole.x_mm,
        y_mm=hole.y_mm,
        x_text=show_length(hole.x_mm, units),
        y_text=show_length(hole.y_mm, units),
        diameter_mm=hole.diameter_mm,
        behind=behind,
        behind_text=text,
        rated_in=rated_in(behind.kind, spot.reading),
        demand_tension_n=spot.demand.tension_n if spot.demand.no_lever_case is None else None,
        demand_shear_n=spot.demand.shear_n if spot.demand.no_lever_case is None else None,
        candidates=told.holding(choice, spot) if told else (),
        refused=told.refused(choice) if told else (),
        chosen=chosen.fixing if chosen else None,
        chosen_label=chosen.label if chosen else None,
        chosen_by=choice.by,
        van_fixing=choice.in_the_van.fixing if choice.in_the_van else None,
        van_label=choice.in_the_van.label if choice.in_the_van else None,
        working=_working(choice, spot, catalogue),
        card=card,
        answers=answers_of(
            catalogue.fixing_by_key[chosen.fixing] if chosen else None,
            behind.kind,
            [layer.material for layer in spot.reading.layers],
            glued,
            card is not None or filled,
            catalogue,
        ),
        risk=risk,
        risk_if=risk_if,
        cut=draw_cut(
            spot,
            method_of(catalogue.fixing_by_key[chosen.fixing]).kind_behind(behind.kind) if chosen else behind.kind,
            text,
            chosen.hole if chosen else None,
            chosen.screw if chosen else None,
            stack,
        ),
        verdict=verdict_of(
            own,
            f"Clamp {hole.number} holds."
            if hole.kind is HoleKind.CLAMPED
            else f"Hole {hole.number} is clear and holds.",
            is_bored(catalogue.fixing_by_key[chosen.fixing] if chosen else None),
        ),
    )
