"""The whole job from left to right: a job document goes in, a plan comes out, one call a room.

Same document and same catalogue, same plan: nothing here asks a clock, a file or chance.
"""

from rockpin.core import demand as demand_room
from rockpin.core.advice import Advice
from rockpin.core.drawing import Elevation, RunnerUp, draw_elevation, draw_runner_up
from rockpin.core.drilling import card_of
from rockpin.core.find_framing import FramingReading, read_framing
from rockpin.core.findings import Finding, Stage, Verdict, verdict_of
from rockpin.core.fixings import HoleChoice, choose, fixing_findings
from rockpin.core.fixture_rules import body_findings, fixture_findings
from rockpin.core.framing import look_behind
from rockpin.core.hidden import Hidden, hidden_findings, judge_hole, read_hidden
from rockpin.core.hole_plan import HolePlan, hole_plan
from rockpin.core.identify import Belief, identify
from rockpin.core.job import JobDocument
from rockpin.core.model import Model
from rockpin.core.next_check import next_check
from rockpin.core.quantities import UnitSystem, show_length, show_mass
from rockpin.core.reading import WallReading
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
from rockpin.core.spot import Spot
from rockpin.core.surroundings import others_of, spots_of
from rockpin.core.tables import Catalogue
from rockpin.core.wall_findings import is_planned, wall_findings


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
    belief: Belief
    runner_up: RunnerUp | None
    advice: Advice
    framing: FramingReading
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
    Stage.WALL: "Enough is known of the wall.",
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


NOMINAL_SCREW_MM = 5.0
"""Screw [mm] by which a hole's wall is named before a fixing is chosen."""


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

    identified = identify(wall, job.site, catalogue)
    reading = identified.reading
    framing = read_framing(wall, reading, job.site.region, units, catalogue)
    members = framing.members

    school = catalogue.school_of(job.site.region)
    hidden = read_hidden(wall, reading, school, units, catalogue)
    findings = hidden_findings(wall, hidden, school is not None)

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
    spots = spots_of(job, reading, members, holes, hidden, demand, catalogue)
    advice = next_check(job, identified, spots, hidden, catalogue)
    findings += wall_findings(wall, job.site, identified, framing, holes, advice.sentence, catalogue)

    own = {choice.hole_id: choice.fixing for choice in job.choices}
    others = others_of(identified, spots, catalogue)
    choices = choose(spots, kinds, own, job.wishes, catalogue, others) if is_planned(reading.family) else ()
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
        belief=identified.belief,
        runner_up=draw_runner_up(identified, units, catalogue),
        advice=advice,
        framing=framing,
        elevation=draw_elevation(wall, members, hidden, units, catalogue),
        pieces=place_pieces(job),
        supports=place_supports(job),
        holes=tuple(
            hole_plan(spot, behinds[spot.hole.id], choice, cards.get(spot.hole.id), findings)
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
