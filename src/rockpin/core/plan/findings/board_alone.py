"""What hollow board itself must bear besides its anchors: the plate's edge, and what sticks out without framing."""

from collections.abc import Sequence

from rockpin.core.base.findings import Finding, Severity, Stage, Where
from rockpin.core.base.quantities import (
    MM_PER_INCH,
    STANDARD_GRAVITY_M_S2,
    UnitSystem,
    show_force,
    show_length,
    show_limit,
    show_mass,
)
from rockpin.core.choice import HoleChoice, on_board, presses_in
from rockpin.core.demand import Demand
from rockpin.core.document.fixture import HeldBy
from rockpin.core.document.job import JobBody
from rockpin.core.fixture import Body, bodies_of
from rockpin.core.framing import BehindKind
from rockpin.core.hole import Spot
from rockpin.core.identification import WallReading
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.figures import PlanFigures


def board_findings(
    job: JobBody,
    kinds: dict[str, BehindKind],
    demand: Demand,
    choices: Sequence[HoleChoice],
    spots: Sequence[Spot],
    reading: WallReading,
    units: UnitSystem,
    catalogue: Catalogue,
) -> list[Finding]:
    """What board over a void cannot bear of what is planned on it."""
    if not reading.family.framed:
        return []
    pressed = _pressed(choices, spots, kinds, units, catalogue)
    alone = {
        choice.hole_id
        for choice in choices
        if (
            kinds[choice.hole_id] is BehindKind.VOID
            if choice.chosen is None
            else on_board(choice.chosen.fixing, kinds[choice.hole_id], catalogue)
        )
    }
    return pressed + _overhung(job, alone, demand, reading, units, catalogue.figures.plan)


def _pressed(
    choices: Sequence[HoleChoice],
    spots: Sequence[Spot],
    kinds: dict[str, BehindKind],
    units: UnitSystem,
    catalogue: Catalogue,
) -> list[Finding]:
    found = []
    for choice, spot in zip(choices, spots, strict=True):
        if choice.chosen is None or not presses_in(choice.chosen, spot, kinds[choice.hole_id], catalogue):
            continue
        pressed, most = spot.edge_press_n, choice.chosen.tension_n
        found.append(
            Finding(
                severity=Severity.DO_NOT_DRILL,
                stage=Stage.FIXING,
                code="board-pressed-in",
                sentence=f"Hole {spot.hole.number}: its plate's edge presses the board with "
                f"{show_force(pressed, units, demand=True)}; over a void it bears "
                f"{show_force(most, units, demand=False)}.",
                action="Put a backing board across two studs behind the piece, or move it onto framing.",
                action_stage=Stage.SET_OUT,
                figures={"compression_n": pressed, "limit_n": most},
                where=Where(hole=choice.hole_id),
            )
        )
    return found


def _share_on_board(body: Body, alone: set[str], demand: Demand) -> float:
    """Share [1] of a thing's weight that holes over board alone carry while it hangs as used."""
    table = demand.table
    row = next(
        (number for number, one in enumerate(table.rows) if one.case.body == body.number and one.case.allowance.lasts),
        None,
    )
    own = {hole.id for support in body.fixture.supports for hole in support.holes}
    own |= {hole.id for link in body.fixture.links for hole in link.holes}
    columns = [number for number, hole in enumerate(table.hole_ids) if hole in own]
    if row is None or not columns:
        return 0.0
    down = {table.hole_ids[number]: abs(float(table.shear_y_n[row, number])) for number in columns}
    total = sum(down.values())
    return sum(force for hole, force in down.items() if hole in alone) / total if total else 0.0


def _overhung(
    job: JobBody, alone: set[str], demand: Demand, reading: WallReading, units: UnitSystem, figures: PlanFigures
) -> list[Finding]:
    """Cantilevers on board alone (DIN 4103-1): what stands above one another shares one length of wall."""
    spans: list[tuple[float, float, float]] = []
    arm = 0.0
    for body in bodies_of(job.fixture):
        share = _share_on_board(body, alone, demand)
        pieces = [piece for piece in body.fixture.pieces if piece.held_by is HeldBy.WALL]
        mass = share * sum(piece.mass_kg + piece.contents_kg for piece in pieces)
        if mass <= 0:
            continue
        spans.append((min(one.x_mm for one in pieces), max(one.rect.right_mm for one in pieces), mass))
        arm = max(arm, *(piece.cog_mm[2] for piece in pieces))
    if not spans:
        return []
    stacks = _over_one_another(spans)
    per_mm = max(
        mass * STANDARD_GRAVITY_M_S2 / max(high - low, figures.cantilever_least_length_mm) for low, high, mass in stacks
    )
    total = max(mass for _, _, mass in stacks)
    most = figures.cantilever_n_per_mm if reading.board_count < 2 else figures.cantilever_double_n_per_mm
    if per_mm <= most and arm <= figures.cantilever_arm_mm and total <= figures.board_alone_kg:
        return []
    says = (
        f"Board alone bears no more than {show_mass(figures.board_alone_kg, units)} in one place; there would be "
        f"{show_mass(total, units)}."
        if total > figures.board_alone_kg
        else "Board without framing bears weight no farther than "
        f"{show_limit(figures.cantilever_arm_mm, units)} off the wall, and {_to_each(most, units)} along it; this is "
        f"{show_length(arm, units)} and {_to_each(per_mm, units)}."
    )
    return [
        Finding(
            severity=Severity.DO_NOT_DRILL,
            stage=Stage.FIXING,
            code="board-overhung",
            sentence=says,
            action="Move it so that holes stand on studs, or put a backing board across two studs.",
            action_stage=Stage.SET_OUT,
            figures={"n_per_mm": per_mm, "arm_mm": arm, "mass_kg": total},
        )
    ]


def _to_each(n_per_mm: float, units: UnitSystem) -> str:
    """A line of weight [N/mm] as a mass to each metre or foot."""
    unit_mm, each = (1000.0, "metre") if units is UnitSystem.METRIC else (12 * MM_PER_INCH, "foot")
    return f"{show_mass(n_per_mm * unit_mm / STANDARD_GRAVITY_M_S2, units)} to each {each}"


def _over_one_another(spans: Sequence[tuple[float, float, float]]) -> list[tuple[float, float, float]]:
    """Things (from, to [mm], mass [kg]) that share a length of wall, put together."""
    found: list[tuple[float, float, float]] = []
    for low, high, mass in sorted(spans):
        if found and low < found[-1][1]:
            start, end, before = found[-1]
            found[-1] = (start, max(end, high), before + mass)
        else:
            found.append((low, high, mass))
    return found
