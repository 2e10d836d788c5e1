"""The whole job from left to right: a job document goes in, a plan comes out, one call a room.

Same document and same catalogue, same plan: nothing here asks a clock, a file or chance.
"""

from rockpin.core import demand as demand_room
from rockpin.core.drawing import Cut, Elevation, behind_text, draw_cut, draw_elevation
from rockpin.core.drilling import DrillCard, card_of
from rockpin.core.findings import Finding, Stage, Verdict, verdict_of
from rockpin.core.fixings import ChosenBy, HoleChoice, choose, fixing_findings
from rockpin.core.fixture import HoleKind
from rockpin.core.fixture_rules import body_findings, fixture_findings
from rockpin.core.framing import Behind, MemberReading, look_behind, members_of
from rockpin.core.hidden import Hidden, at_hole, hidden_findings, judge_hole, read_hidden
from rockpin.core.identify import Family, WallReading, read_wall, wall_findings
from rockpin.core.job import JobDocument
from rockpin.core.model import Model
from rockpin.core.quantities import UnitSystem, show_force, show_length, show_mass
from rockpin.core.record import RecordLine, record_findings, record_lines
from rockpin.core.references import check_references
from rockpin.core.sequence import GatherItem, Step, gather, steps
from rockpin.core.setout import (
    PlacedPart,
    place_holes,
    place_pieces,
    place_supports,
    setout_findings,
    support_offsets,
)
from rockpin.core.spot import PlacedHole, Spot, board_edge, free_edges
from rockpin.core.tables import Catalogue


class RefusedFixing(Model):
    """A fixing that does not go here, and every reason why."""

    fixing: str
    label: str
    use: float
    reasons: tuple[str, ...]


class CandidateFixing(Model):
    """A fixing that holds here, as the panel compares it."""

    fixing: str
    label: str
    use: float
    governs: str
    case: str
    tension_text: str
    shear_text: str
    hole_text: str
    screw_text: str
    minutes: float
    removable: bool


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
    use: float
    governs: str
    case: str
    lines: tuple[str, ...]
    source: str


class HolePlan(Model):
    """Everything about one hole."""

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
    demand_tension_n: float
    demand_shear_n: float
    candidates: tuple[CandidateFixing, ...]
    refused: tuple[RefusedFixing, ...]
    chosen: str | None
    chosen_label: str | None
    chosen_by: ChosenBy
    working: Working | None
    card: DrillCard | None
    cut: Cut
    verdict: Verdict


class StagePlan(Model):
    """One stage: its verdict and all of its findings."""

    stage: Stage
    verdict: Verdict
    findings: tuple[Finding, ...]


class Plan(Model):
    """What comes out at the right of the house."""

    job_id: str
    title: str
    site: str
    wall_id: str
    wall: str
    units: UnitSystem
    verdict: Verdict
    stages: tuple[StagePlan, ...]
    reading: WallReading
    elevation: Elevation
    pieces: tuple[PlacedPart, ...]
    supports: tuple[PlacedPart, ...]
    holes: tuple[HolePlan, ...]
    mass_text: str
    floor_to_come_text: str | None
    people: int
    gather: tuple[GatherItem, ...]
    steps: tuple[Step, ...]
    cautions: tuple[str, ...]
    record: tuple[RecordLine, ...]

    @property
    def findings(self) -> tuple[Finding, ...]:
        return tuple(finding for stage in self.stages for finding in stage.findings)


_CLEAR = {
    Stage.WALL: "The wall is stated.",
    Stage.HIDDEN: "Every hole is clear of every zone, or was proved.",
    Stage.FIXTURE: "Every load of this fixture is reckoned with.",
    Stage.FIXING: "Every hole holds what it must.",
    Stage.SET_OUT: "All marks lie on the wall.",
    Stage.DRILL: "Bits, depths and screws are set.",
    Stage.RECORD: "Nothing recorded stands against it.",
}

CAUTIONS = (
    "Isolate and prove dead where a hole is in a cable zone. A detector that shows nothing proves little.",
    "No drilling near a gas run without somebody licensed. Know where the water's stop valve is.",
    "Fire-rated, party, structural, listed or rented walls: ask first. Local codes and licensed trades decide.",
    "Loads are planning values for a sound wall. Try what you have put up before you trust it.",
)


def _spots(
    job: JobDocument,
    reading: WallReading,
    members: tuple[MemberReading, ...],
    holes: tuple[PlacedHole, ...],
    hidden: Hidden,
    demand: demand_room.Demand,
    catalogue: Catalogue,
) -> list[Spot]:
    wall, figures = job.wall, catalogue.figures
    spots = []
    for hole in holes:
        radius = hole.diameter_mm / 2 + figures.setout_error_mm
        here = at_hole(hidden, hole.x_mm, hole.y_mm, radius, catalogue)
        spots.append(
            Spot(
                hole=hole,
                wall=wall,
                reading=reading,
                members=tuple(one for one in members if one.rect.distance_to(hole.x_mm, hole.y_mm) < NEARBY_MM),
                neighbours=tuple(
                    (other.x_mm - hole.x_mm, other.y_mm - hole.y_mm) for other in holes if other.id != hole.id
                ),
                free_edges_mm=free_edges(wall, hole.x_mm, hole.y_mm),
                board_edge_mm=board_edge(wall, hole.x_mm, hole.y_mm),
                depth_limit_mm=here.depth_limit_mm,
                duty=catalogue.duty_by_key[job.fixture.duty],
                environment=job.fixture.environment,
                demand=demand.holes[hole.id],
                units=job.site.units,
                keyhole_play_mm=figures.keyhole_proud_mm,
            )
        )
    return spots


NEARBY_MM = 400.0
"""Framing farther from a hole than this [mm] does not matter to any fixing in it."""

NOMINAL_SCREW_MM = 5.0
"""Screw [mm] by which a hole's wall is named before a fixing is chosen."""


def _candidates(choice: HoleChoice, units: UnitSystem) -> tuple[CandidateFixing, ...]:
    return tuple(
        CandidateFixing(
            fixing=one.fixing,
            label=one.label,
            use=one.use,
            governs=one.governs,
            case=one.case,
            tension_text=show_force(one.tension_n, units, demand=False),
            shear_text=show_force(one.shear_n, units, demand=False),
            hole_text=f"{one.hole.diameter_mm:.1f}".removesuffix(".0") + " mm" if one.hole else "",
            screw_text=one.screw.text if one.screw else "",
            minutes=one.minutes,
            removable=one.removable,
        )
        for one in choice.accepted
    )


def _working(choice: HoleChoice, units: UnitSystem) -> Working | None:
    one = choice.chosen
    if one is None or one.hole is None:
        return None
    return Working(
        demand_tension_n=one.demand_tension_n,
        demand_shear_n=one.demand_shear_n,
        tension_n=one.tension_n,
        shear_n=one.shear_n,
        demand_tension_text=show_force(one.demand_tension_n, units, demand=True),
        demand_shear_text=show_force(one.demand_shear_n, units, demand=True),
        tension_text=show_force(one.tension_n, units, demand=False),
        shear_text=show_force(one.shear_n, units, demand=False),
        use=one.use,
        governs=one.governs,
        case=one.case,
        lines=one.working,
        source=one.source,
    )


def _hole_plan(
    spot: Spot,
    behind: Behind,
    choice: HoleChoice,
    card: DrillCard | None,
    findings: list[Finding],
) -> HolePlan:
    hole, units, chosen = spot.hole, spot.units, choice.chosen
    text = behind_text(spot, behind.kind, behind.solid_wood)
    own = [finding for finding in findings if finding.where.hole == hole.id]
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
        demand_tension_n=spot.demand.tension_n,
        demand_shear_n=spot.demand.shear_n,
        candidates=_candidates(choice, units),
        refused=tuple(
            RefusedFixing(
                fixing=one.fixing,
                label=one.label,
                use=one.use,
                reasons=tuple(refusal.sentence for refusal in one.refusals),
            )
            for one in choice.refused
        ),
        chosen=chosen.fixing if chosen else None,
        chosen_label=chosen.label if chosen else None,
        chosen_by=choice.by,
        working=_working(choice, units),
        card=card,
        cut=draw_cut(
            spot,
            spot.reading,
            behind.kind,
            text,
            chosen.hole if chosen else None,
            chosen.screw if chosen else None,
        ),
        verdict=verdict_of(own, f"Hole {hole.number} is clear and holds."),
    )


def _stages(findings: list[Finding]) -> tuple[StagePlan, ...]:
    return tuple(
        StagePlan(
            stage=stage,
            verdict=verdict_of((finding for finding in findings if finding.stage is stage), _CLEAR[stage]),
            findings=tuple(finding for finding in findings if finding.stage is stage),
        )
        for stage in Stage
    )


def _drill_findings(spot: Spot, choice: HoleChoice, hidden: Hidden, catalogue: Catalogue) -> list[Finding]:
    """What the Hidden stage says of the hole as it will really be drilled."""
    hole, chosen = spot.hole, choice.chosen
    diameter = chosen.hole.diameter_mm if chosen and chosen.hole else hole.diameter_mm
    # before anything is chosen, a hole is judged as if it went as deep as most do
    reach = chosen.hole.reach_mm if chosen and chosen.hole else catalogue.figures.unchosen_reach_mm
    return judge_hole(hidden, hole.id, hole.number, hole.x_mm, hole.y_mm, diameter, reach, spot.units, catalogue)


def _ready_sentence(count: int) -> str:
    if count == 1:
        return "The hole holds and is clear of every zone, or proved."
    holes = "Both holes" if count == 2 else f"All {count} holes"
    return f"{holes} hold and are clear of every zone, or proved."


def make_plan(job: JobDocument, catalogue: Catalogue) -> Plan:
    """The plan of a job. Raises BadInput where the document names what the catalogue does not have."""
    check_references(job, catalogue)
    wall, units = job.wall, job.site.units
    catalogue = catalogue.in_words_of(job.site.region)

    reading = read_wall(wall, catalogue)
    findings = wall_findings(wall, reading, job.site.built_year)
    members = members_of(wall, catalogue)

    school = catalogue.school_of(job.site.region)
    hidden = read_hidden(wall, reading, school, units, catalogue)
    findings += hidden_findings(wall, hidden, school is not None)

    holes = place_holes(job)
    behinds = {
        hole.id: look_behind(wall, reading, members, hole.x_mm, hole.y_mm, NOMINAL_SCREW_MM, catalogue)
        for hole in holes
    }
    kinds = {hole_id: behind.kind for hole_id, behind in behinds.items()}
    duty = catalogue.duty_by_key[job.fixture.duty]
    demand = demand_room.solve_fixture(
        job.fixture,
        demand_room.load_cases(job.fixture, duty, job.placement.y_mm, catalogue.figures),
        support_offsets(job),
        demand_room.stiffness_of(kinds, catalogue.figures),
        reading.bearing_mpa,
        catalogue.figures,
    )
    findings += fixture_findings(job, demand, duty, units)
    spots = _spots(job, reading, members, holes, hidden, demand, catalogue)

    own = {choice.hole_id: choice.fixing for choice in job.choices}
    planned = reading.family is not Family.UNKNOWN
    choices = choose(spots, kinds, own, job.wishes, catalogue) if planned else ()
    findings += fixing_findings(choices, {hole.id: hole.number for hole in holes})
    findings += body_findings(job, kinds, demand, choices, reading, duty, catalogue)
    for spot, choice in zip(spots, choices, strict=False):
        findings += _drill_findings(spot, choice, hidden, catalogue)
    findings += setout_findings(job, wall, holes, hidden, catalogue, units)

    cards = {
        spot.hole.id: card_of(spot, choice.chosen, job.kit, catalogue)
        for spot, choice in zip(spots, choices, strict=False)
        if choice.chosen
    }
    findings += record_findings(job, {hole.id: hole.number for hole in holes}, catalogue)
    drawn = [card for card in cards.values() if card]
    mass = job.fixture.mass_kg
    work = steps(drawn, holes, kinds, mass, units, catalogue) if drawn else ()
    return Plan(
        job_id=job.id,
        title=job.title,
        site=job.site.name,
        wall_id=wall.id,
        wall=wall.name,
        units=units,
        verdict=verdict_of(
            findings,
            _ready_sentence(len(holes)),
        ),
        stages=_stages(findings),
        reading=reading,
        elevation=draw_elevation(wall, members, hidden, units),
        pieces=place_pieces(job),
        supports=place_supports(job),
        holes=tuple(
            _hole_plan(spot, behinds[spot.hole.id], choice, cards.get(spot.hole.id), findings)
            for spot, choice in zip(spots, choices, strict=False)
        ),
        mass_text=show_mass(mass, units),
        floor_to_come_text=show_length(wall.floor_to_come_mm, units) if wall.floor_to_come_mm else None,
        people=max((step.people for step in work), default=1),
        gather=gather(drawn, [choice.chosen.fixing for choice in choices if choice.chosen], catalogue),
        steps=work,
        cautions=CAUTIONS,
        record=record_lines(job, holes, catalogue),
    )
