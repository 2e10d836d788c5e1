"""The whole job from left to right: a job document goes in, a plan comes out, one call a room.

Same document and same catalogue, same plan: nothing here asks a clock, a file or chance.
"""

from typing import NamedTuple

from rockpin.core.advice import Advice
from rockpin.core.blind import SweepReading, read_sweeps
from rockpin.core.capacity import Assessment
from rockpin.core.cautions import ALWAYS, hidden_cautions
from rockpin.core.clearing import ClearingWay, ways_to_clear
from rockpin.core.demand import Demand, solve_fixture, stiffness_of
from rockpin.core.drawing import Elevation, RunnerUp, draw_elevation, draw_runner_up
from rockpin.core.drilling import card_of
from rockpin.core.errors import NotFound
from rockpin.core.find_framing import FramingReading, read_framing
from rockpin.core.findings import Finding, Stage, Verdict, verdict_of
from rockpin.core.findings_fixings import fixing_findings
from rockpin.core.findings_kit import kit_findings
from rockpin.core.findings_marks import setout_findings
from rockpin.core.findings_pull_tests import proof_findings
from rockpin.core.findings_record import record_findings
from rockpin.core.fixings import HoleChoice, choose
from rockpin.core.fixture import Environment
from rockpin.core.fixture_rules import body_findings, fixture_findings, unused_findings
from rockpin.core.framing import Behind, BehindKind, look_behind
from rockpin.core.hazards import HoleAsk, Judged, hidden_findings, judge_hole
from rockpin.core.hidden import Hidden, read_hidden
from rockpin.core.hole_plan import HolePlan, hole_plan
from rockpin.core.identify import Belief, Identified, identify
from rockpin.core.job import JobDocument
from rockpin.core.joints import JointPlan, check_joints
from rockpin.core.limits import limit_findings
from rockpin.core.load_cases import Duration, load_cases
from rockpin.core.model import Model
from rockpin.core.next_check import next_check
from rockpin.core.packet_rows import with_packets
from rockpin.core.placed_hole import PlacedHole
from rockpin.core.planned import is_planned
from rockpin.core.pull_tests import Proof, confirmed_by, with_tests
from rockpin.core.quantities import UnitSystem, show_length, show_mass
from rockpin.core.reading import WallReading
from rockpin.core.record import RecordLine, record_lines
from rockpin.core.references import check_references
from rockpin.core.routes import Route
from rockpin.core.sequence import GatherItem, Step, gather, steps
from rockpin.core.setout import PlacedPart, place_holes, place_links, place_pieces, place_supports, support_offsets
from rockpin.core.spot import Spot
from rockpin.core.surroundings import NOMINAL_SCREW_MM, others_of, spots_of
from rockpin.core.tables import Catalogue, Duty
from rockpin.core.wall_findings import reading_findings, wall_findings


class StagePlan(Model):
    """One stage: its verdict and all of its findings."""

    stage: Stage
    verdict: Verdict
    findings: tuple[Finding, ...]


class DecidingCase(Model):
    """A load case that decides at some hole. ``lasts``: for how long it acts, in words."""

    label: str
    lasts: str
    holes: tuple[int, ...]


class HiddenReading(Model):
    """The rule school, the ways that services usually take, and what each sweep could not have seen.

    ``reach_mm``: how deep the deepest hole of this job reaches; the picture of the risk is drawn for it.
    """

    school: str
    school_label: str
    school_says: str
    school_source: str
    routes: tuple[Route, ...]
    sweeps: tuple[SweepReading, ...]
    reach_mm: float
    cautions: tuple[str, ...]


class Plan(Model):
    """What comes out at the right of the house."""

    job_id: str
    title: str
    site: str
    wall_id: str
    wall: str
    practice: bool
    units: UnitSystem
    verdict: Verdict
    stages: tuple[StagePlan, ...]
    reading: WallReading
    belief: Belief
    runner_up: RunnerUp | None
    advice: Advice
    framing: FramingReading
    hidden: HiddenReading
    elevation: Elevation
    pieces: tuple[PlacedPart, ...]
    supports: tuple[PlacedPart, ...]
    links: tuple[PlacedPart, ...]
    holes: tuple[HolePlan, ...]
    joints: tuple[JointPlan, ...]
    cases: tuple[DecidingCase, ...]
    cases_text: str
    fixture_text: str
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
    Stage.WALL: "Enough is known of the wall.",
    Stage.HIDDEN: "Every hole is clear of every zone, or was proved.",
    Stage.FIXTURE: "Every load of this fixture is reckoned with.",
    Stage.FIXING: "Every hole holds what it must.",
    Stage.SET_OUT: "All marks lie on the wall.",
    Stage.DRILL: "Bits, depths and screws are set.",
    Stage.RECORD: "Nothing recorded stands against it.",
}


def _stages(findings: list[Finding]) -> tuple[StagePlan, ...]:
    return tuple(
        StagePlan(
            stage=stage,
            verdict=verdict_of((finding for finding in findings if finding.stage is stage), _CLEAR[stage]),
            findings=tuple(finding for finding in findings if finding.stage is stage),
        )
        for stage in Stage
    )


def _ask(spot: Spot, chosen: Assessment | None, catalogue: Catalogue) -> HoleAsk:
    """The hole as it will really be drilled; before anything is chosen, as deep as most holes go."""
    hole = spot.hole
    behind = spot.behind(NOMINAL_SCREW_MM, catalogue).kind
    return HoleAsk(
        hole_id=hole.id,
        number=hole.number,
        x_mm=hole.x_mm,
        y_mm=hole.y_mm,
        diameter_mm=chosen.hole.diameter_mm if chosen and chosen.hole else hole.diameter_mm,
        reach_mm=chosen.hole.reach_mm if chosen and chosen.hole else catalogue.figures.unchosen_reach_mm,
        in_stud=behind in (BehindKind.TIMBER, BehindKind.STEEL),
    )


def _ready_sentence(count: int) -> str:
    if count == 1:
        return "The hole holds and is clear of every zone, or proved."
    holes = "Both holes" if count == 2 else f"All {count} holes"
    return f"{holes} hold and are clear of every zone, or proved."


class Worked(NamedTuple):
    """What the rooms have made of a job, before it is put together as a plan."""

    catalogue: Catalogue
    identified: Identified
    framing: FramingReading
    hidden: Hidden
    holes: tuple[PlacedHole, ...]
    behinds: dict[str, Behind]
    demand: Demand
    advice: Advice
    spots: list[Spot]
    choices: tuple[HoleChoice, ...]
    judged: tuple[Judged, ...]
    asks: tuple[HoleAsk, ...]
    proofs: list[Proof]


class Inside(NamedTuple):
    """What a wall is and hides, whatever goes up on it."""

    catalogue: Catalogue
    identified: Identified
    framing: FramingReading
    hidden: Hidden


def look_inside(job: JobDocument, catalogue: Catalogue) -> Inside:
    """The rooms that ask the wall alone. Raises BadInput where the document names what the catalogue does not have."""
    check_references(job, catalogue)
    job = job.counted()
    wall, site = job.wall, job.site
    catalogue = with_packets(catalogue.with_fixings(job.own_fixings).in_words_of(site.region), job.packets)
    identified = identify(wall, site, catalogue)
    framing = read_framing(wall, identified.reading, site.region, site.units, catalogue)
    return Inside(
        catalogue, identified, framing, read_hidden(wall, identified.reading, framing.members, site, catalogue)
    )


def work_out(job: JobDocument, catalogue: Catalogue) -> Worked:
    """Every room in its order. Raises BadInput where the document names what the catalogue does not have."""
    job = job.counted()
    wall, units = job.wall, job.site.units
    catalogue, identified, framing, hidden = look_inside(job, catalogue)
    reading, members = identified.reading, framing.members
    catalogue, proofs = with_tests(catalogue, job.pull_tests, reading)

    holes = place_holes(job)
    behinds = {
        hole.id: look_behind(wall, reading, members, hole.x_mm, hole.y_mm, NOMINAL_SCREW_MM, catalogue)
        for hole in holes
    }
    kinds = {hole_id: behind.kind for hole_id, behind in behinds.items()}
    demand = solve_fixture(
        job.fixture,
        load_cases(job.fixture, catalogue.duty_by_key[job.fixture.duty], job.placement.y_mm, catalogue.figures),
        support_offsets(job),
        stiffness_of(kinds, catalogue.figures),
        reading.bearing_mpa,
        catalogue.figures,
    )
    spots = spots_of(job, reading, members, holes, hidden, demand, catalogue)
    advice = next_check(job, identified, spots, hidden, catalogue)
    own = {choice.hole_id: choice.fixing for choice in job.choices}
    others = others_of(identified, spots, catalogue)
    choices = (
        choose(spots, kinds, own, job.wishes, catalogue, others, job.kit, confirmed_by(proofs))
        if is_planned(reading.family)
        else ()
    )
    # where nothing is planned for the wall, its holes are still judged for what they may strike
    chosen = [choice.chosen for choice in choices] or [None] * len(spots)
    asks = tuple(_ask(spot, one, catalogue) for spot, one in zip(spots, chosen, strict=True))
    judged = tuple(judge_hole(hidden, ask, units, catalogue) for ask in asks)
    return Worked(
        catalogue, identified, framing, hidden, holes, behinds, demand, advice, spots, choices, judged, asks, proofs
    )


def clear_hole(job: JobDocument, hole_id: str, catalogue: Catalogue) -> tuple[ClearingWay, ...]:
    """The ways to clear one hole of a job. Raises NotFound where there is no such hole."""
    done = work_out(job, catalogue)
    index = next((index for index, ask in enumerate(done.asks) if ask.hole_id == hole_id), None)
    if index is None:
        raise NotFound(f"There is no hole “{hole_id}” in this job; it may have been taken out of use.")
    accepted = done.choices[index].accepted if done.choices else ()
    return ways_to_clear(done.hidden, done.asks[index], accepted, job.wall, job.site.units, done.catalogue)


_LASTS = {Duration.PERMANENT: "always", Duration.SHORT: "for a short time"}


def _deciding(done: Worked) -> tuple[DecidingCase, ...]:
    """The cases under which the chosen fixings are used most."""
    holes: dict[str, list[int]] = {}
    lasts: dict[str, Duration] = {}
    for spot, choice in zip(done.spots, done.choices, strict=False):
        if choice.chosen and choice.chosen.case and choice.chosen.duration:
            holes.setdefault(choice.chosen.case, []).append(spot.hole.number)
            # the case that decides need not be among those that are worst for the hole alone: a group has its own
            lasts[choice.chosen.case] = choice.chosen.duration
    return tuple(
        DecidingCase(label=label, lasts=_LASTS[lasts[label]], holes=tuple(numbers)) for label, numbers in holes.items()
    )


def _fixture_text(job: JobDocument, duty: Duty, units: UnitSystem) -> str:
    where = {Environment.DRY: "in the dry", Environment.WET: "in the wet", Environment.OUTDOOR: "outdoors"}
    return (
        f"{job.fixture.name}, {show_mass(job.fixture.mass_kg, units)} with what it holds; {duty.label.lower()}, "
        f"factor {duty.factor:g} on the live part; {where[job.fixture.environment]}."
    )


def make_plan(job: JobDocument, catalogue: Catalogue) -> Plan:
    """The plan of a job. Raises BadInput where the document names what the catalogue does not have."""
    done = work_out(job, catalogue)
    stand_ins = reading_findings(job)
    job = job.counted()
    catalogue, wall, units = done.catalogue, job.wall, job.site.units
    identified, framing, hidden, holes = done.identified, done.framing, done.hidden, done.holes
    reading, choices = identified.reading, done.choices
    kinds = {hole_id: behind.kind for hole_id, behind in done.behinds.items()}
    numbers = {hole.id: hole.number for hole in holes}
    duty = catalogue.duty_by_key[job.fixture.duty]

    findings = stand_ins + hidden_findings(wall)
    findings += fixture_findings(job, done.demand, duty)
    joints, joint_findings = check_joints(job, done.demand, catalogue)
    findings += joint_findings
    findings += unused_findings(job, done.demand, reading, units, catalogue)
    findings += limit_findings(job, reading, done.behinds, choices, units)
    findings += wall_findings(wall, job.site, identified, framing, holes, done.advice.sentence, catalogue)
    findings += fixing_findings(choices, numbers)
    findings += kit_findings(choices, numbers)
    findings += proof_findings(done.proofs, catalogue, units)
    findings += body_findings(job, kinds, done.demand, choices, reading, duty, units, catalogue)
    for judged in done.judged:
        findings += judged.findings
    findings += setout_findings(job, wall, holes, hidden, catalogue, units)

    cautions = hidden_cautions(wall, job.site, hidden, done.judged)
    cards = {
        spot.hole.id: card_of(spot, choice.chosen, job.kit, catalogue)
        for spot, choice in zip(done.spots, choices, strict=False)
        if choice.chosen
    }
    findings += record_findings(job, numbers, catalogue)
    drawn = [card for card in cards.values() if card]
    mass = job.fixture.mass_kg
    work = steps(drawn, holes, kinds, mass, units, catalogue) if drawn else ()
    return Plan(
        job_id=job.id,
        title=job.title,
        site=job.site.name,
        wall_id=wall.id,
        wall=wall.name,
        practice=wall.is_practice,
        units=units,
        verdict=verdict_of(
            findings,
            _ready_sentence(len(holes)),
        ),
        stages=_stages(findings),
        reading=reading,
        belief=identified.belief,
        runner_up=draw_runner_up(identified, units, catalogue),
        advice=done.advice,
        framing=framing,
        hidden=HiddenReading(
            school=hidden.school.key,
            school_label=hidden.school.label,
            school_says=hidden.school.says,
            school_source=hidden.school.source,
            routes=hidden.routes,
            sweeps=read_sweeps(hidden, units, catalogue),
            reach_mm=max((ask.reach_mm for ask in done.asks), default=catalogue.figures.unchosen_reach_mm),
            cautions=cautions,
        ),
        elevation=draw_elevation(wall, framing.members, hidden, units, catalogue),
        pieces=place_pieces(job),
        supports=place_supports(job),
        links=place_links(job),
        joints=tuple(joints),
        holes=tuple(
            hole_plan(
                spot,
                done.behinds[spot.hole.id],
                choice,
                cards.get(spot.hole.id),
                judged.risk,
                findings,
                job.kit,
                catalogue,
            )
            for spot, choice, judged in zip(done.spots, choices, done.judged, strict=False)
        ),
        cases=_deciding(done),
        cases_text=f"{len({row.case.key for row in done.demand.table.rows})} load cases were put to every hole.",
        fixture_text=_fixture_text(job, duty, units),
        mass_text=show_mass(mass, units),
        floor_to_come_text=show_length(wall.floor_to_come_mm, units) if wall.floor_to_come_mm else None,
        people=max((step.people for step in work), default=1),
        gather=gather(drawn, [choice.chosen.fixing for choice in choices if choice.chosen], catalogue),
        steps=work,
        cautions=(*cautions, *ALWAYS),
        record=record_lines(job, holes, catalogue),
    )
