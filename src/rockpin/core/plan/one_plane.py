"""The plan of what stands on one wall, put together from what the rooms made of it."""

from collections import defaultdict
from collections.abc import Collection, Sequence
from typing import NamedTuple

from rockpin.core.base.findings import Finding, verdict_of
from rockpin.core.base.keeping import Keep
from rockpin.core.base.quantities import UnitSystem, show_length, show_mass
from rockpin.core.base.words import inside
from rockpin.core.choice import JointReading, check_joints
from rockpin.core.document.fixture import HeldRail
from rockpin.core.document.job import JobDocument, Placement
from rockpin.core.drilling import DrillCard, card_of, existing_holes
from rockpin.core.fittings import on_keyholes
from rockpin.core.fixture import bodies_of, outline_of, things_of
from rockpin.core.hidden import ALWAYS, SweepReading, around_holes, hidden_cautions, read_sweeps
from rockpin.core.identification import may_be_old
from rockpin.core.placing import Axis
from rockpin.core.plan.answers import is_bored
from rockpin.core.plan.because import because_of, clear_words
from rockpin.core.plan.cut import draw_runner_up
from rockpin.core.plan.elevation import draw_elevation
from rockpin.core.plan.findings import all_findings, as_built_findings
from rockpin.core.plan.fitting import read_as_built
from rockpin.core.plan.fixings_told import FixingsTold
from rockpin.core.plan.heavier import decided_by_hand, heavier_hand_text
from rockpin.core.plan.hole_plan import HolePlan, hole_plan, taken_for_granted
from rockpin.core.plan.loose import loose_readings
from rockpin.core.plan.plan import DecidingCase, HiddenReading, Plan
from rockpin.core.plan.ready import all_hold, ready_sentence, tried_sentence
from rockpin.core.plan.record_lines import record_lines
from rockpin.core.plan.stage_plans import not_yet_of, stage_plans
from rockpin.core.plan.stages import ComputedStages, compute_stages, wall_content
from rockpin.core.plan.van_count import van_count
from rockpin.core.sequence import JointFixings, Work, joined_with, work_of
from rockpin.core.setout import AsBuiltReading, Gap, SetOutMeasures, gaps_between, measures_of
from rockpin.core.tables.catalogue import Catalogue


def _deciding(done: ComputedStages) -> tuple[DecidingCase, ...]:
    """The cases under which the chosen fixings are used most."""
    holes: dict[str, list[int]] = {}
    lasts: dict[str, str] = {}
    for spot, choice in zip(done.spots, done.choices, strict=False):
        if choice.chosen and choice.chosen.case and choice.chosen.allowance:
            holes.setdefault(choice.chosen.case, []).append(spot.hole.number)
            # the case that decides need not be among those that are worst for the hole alone: a group has its own
            lasts[choice.chosen.case] = choice.chosen.allowance.label
    return tuple(
        DecidingCase(label=label, lasts=lasts[label], holes=tuple(numbers)) for label, numbers in holes.items()
    )


def _hangs_on_first(done: ComputedStages) -> bool:
    """Whether hanging by the first screw alone decides at some hole, and holding it up meanwhile would help."""
    # what hangs on keyholes is let down onto one head after the other, whoever holds it
    things = {body.number for body in bodies_of(done.job.fixture) if not on_keyholes(body.fixture)}
    labels = {row.case.label for row in done.demand.table.rows if row.case.first_screw and row.case.body in things}
    return any(choice.chosen is not None and choice.chosen.case in labels for choice in done.choices)


def lifted_kg(job: JobDocument) -> float:
    """The heaviest thing [kg] that is lifted at once, without what it will hold: several things go up one by one."""
    return max((sum(piece.mass_kg for piece in body.fixture.pieces) for body in bodies_of(job.fixture)), default=0.0)


def _gaps(job: JobDocument, units: UnitSystem) -> tuple[Gap, ...]:
    """The gaps between the things of a fixture, where they come to stand."""
    at, spacing = job.placement, job.fixture.spacing
    outlines = [outline_of(thing) for thing in things_of(job.fixture)] if job.fixture.pieces else []
    placed = [one.model_copy(update={"x_mm": one.x_mm + at.x_mm, "y_mm": one.y_mm + at.y_mm}) for one in outlines]
    return gaps_between(placed, (at.x_mm, at.x_mm + spacing.span_mm) if spacing else None, units)


def _on_the_wall(rail: HeldRail, at: Placement) -> HeldRail:
    moved = {"x_mm": rail.x_mm + at.x_mm, "x2_mm": rail.x2_mm + at.x_mm}
    return rail.model_copy(update={**moved, "y_mm": rail.y_mm + at.y_mm, "y2_mm": rail.y2_mm + at.y_mm})


def fixture_text(job: JobDocument, catalogue: Catalogue, units: UnitSystem) -> str:
    """What goes up, how heavy, what is done with it and in what air; of a row also what is done with others of it."""
    fixture, duties = job.fixture, catalogue.duty_by_key
    duty, hands = duties[fixture.duty], {row.key: row.label for row in catalogue.hands}
    of_all = (
        f"{fixture.name}, {show_mass(fixture.mass_kg, units)} with what it holds; {duty.label.lower()}, "
        f"factor {duty.factor:g} on the live part; {fixture.environment.words}."
    )
    others = [
        f"{piece.name}: {duties[piece.duty].label.lower()}, {inside(hands[fixture.hand_of(piece)])}."
        for piece in fixture.pieces
        if piece.duty
    ]
    return " ".join([of_all, *others])


class Judged(NamedTuple):
    """What was found of a job, with what it was read from besides."""

    joints: JointReading
    as_built: tuple[AsBuiltReading, ...]
    findings: list[Finding]


def findings_of(done: ComputedStages) -> Judged:
    """All that is to be said of a job, with what it was read from besides."""
    joints = check_joints(done.job, done.placed.joints, done.demand, done.catalogue)
    built = read_as_built(done)
    return Judged(joints, built, [*all_findings(done.whole, done, joints.findings), *as_built_findings(built)])


def _joined(joints: JointReading, job: JobDocument, catalogue: Catalogue) -> JointFixings:
    """What fastens the brackets to what they stand on, with the cards of what is screwed into a board."""
    cards = (card_of(one.spot, one.screw, job.kit, catalogue) for one in joints.screwed)
    return joined_with(job.fixture, [card for card in cards if card], joints.bolts)


def _cards(done: ComputedStages) -> dict[str, DrillCard]:
    """The card of each hole that something holds, by hole."""
    cards = {
        spot.hole.id: card_of(spot, choice.chosen, done.job.kit, done.catalogue)
        for spot, choice in zip(done.spots, done.choices, strict=False)
        if choice.chosen
    }
    return {hole: card for hole, card in cards.items() if card}


def _lacking(done: ComputedStages) -> set[str]:
    """The chosen fixings of which the van has too little."""
    chosen = [(choice, choice.chosen.fixing) for choice in done.choices if choice.chosen]
    return {fixing for choice, fixing in chosen if fixing in choice.stocks and choice.stocks[fixing].lacks}


def _cautions(done: ComputedStages, findings: Sequence[Finding]) -> tuple[str, ...]:
    """What is to be minded whatever the verdict says."""
    wall = done.job.wall
    old = not wall.coating_tested and may_be_old(wall, done.job.site, done.catalogue.figures.identification)
    unseen = any(finding.code == "not-looked" for finding in findings)
    return hidden_cautions(done.hidden, done.judged, wall.stands, unseen=unseen, old=old)


def _work(
    done: ComputedStages,
    cards: Sequence[DrillCard],
    joints: JointReading,
    lacking: Collection[str],
    refused: bool,
    at_rest: Plan | None,
) -> Work:
    """The order of work; while the fixture is moved, that of where it stood."""
    job, holes = done.job, done.placed.holes
    # a hole that is left behind by the move is work of its own
    if at_rest and not (job.records or job.left):
        return Work(at_rest.gather, at_rest.steps, at_rest.people, None)
    return work_of(
        job,
        cards if len(cards) == len(holes) and (job.records or not refused) else (),
        holes,
        existing_holes(job, holes, done.catalogue),
        lifted_kg(job),
        lacking,
        done.fittings,
        _joined(joints, job, done.catalogue),
        done.catalogue,
    )


def _hole_plans(
    done: ComputedStages, cards: dict[str, DrillCard], findings: Sequence[Finding], told: FixingsTold | None
) -> tuple[HolePlan, ...]:
    """Every hole. ``told``: what tells of what else holds there; None: nothing does."""
    job = done.job
    stacks = {name: one.spacers_mm for one in done.fittings.stacks for name in one.support_ids}
    risk_if = taken_for_granted(findings, job.wall)
    glued = any(not link.kind.has_own_holes or link.species for link in job.fixture.links)
    filled = {record.hole_id for record in job.records if record.fixing}
    of_hole: dict[str | None, list[Finding]] = defaultdict(list)
    for finding in findings:
        of_hole[finding.where.hole].append(finding)
    return tuple(
        hole_plan(
            spot,
            done.behinds[spot.hole.id],
            choice,
            told,
            cards.get(spot.hole.id),
            judged.risk,
            of_hole[spot.hole.id],
            risk_if,
            glued,
            spot.hole.id in filled,
            stacks.get(spot.hole.support, ()),
            done.catalogue,
        )
        for spot, choice, judged in zip(done.spots, done.choices, done.judged, strict=False)
    )


def _hidden_reading(done: ComputedStages, sweeps: tuple[SweepReading, ...], cautions: tuple[str, ...]) -> HiddenReading:
    """What may run in the wall, as it is drawn and told."""
    hidden = done.hidden
    return HiddenReading(
        school=hidden.school.key,
        school_label=hidden.school.label,
        school_says=hidden.school.says,
        school_source=hidden.school.source,
        routes=hidden.routes,
        sweeps=sweeps,
        reach_mm=max((one.reach_mm for one in done.planned), default=done.catalogue.figures.plan.unchosen_reach_mm),
        around_holes=around_holes(hidden, done.planned, done.job.wall),
        cautions=cautions,
    )


def _measures(done: ComputedStages) -> SetOutMeasures:
    """Where the marks come, each by as much as what it is measured from is unsure."""
    wall, off = done.job.wall, {one.axis: one.within_mm for one in done.placing.unsure}
    return measures_of(
        done.placed.holes,
        wall.width_mm,
        wall.floor_to_come_mm,
        done.job.site.units,
        along_within_mm=off.get(Axis.ALONG, 0.0),
        up_within_mm=off.get(Axis.UPRIGHT, 0.0),
    )


class PlanePlan(NamedTuple):
    """The plan of what stands on one wall, with what its steps are made from."""

    plan: Plan
    done: ComputedStages
    cards: list[DrillCard]
    findings: list[Finding]
    lacking: set[str]


def one_plane(job: JobDocument, catalogue: Catalogue, keep: Keep, at_rest: Plan | None) -> PlanePlan:
    """The plan of what stands on one wall."""
    done = compute_stages(job, catalogue, keep, advice=at_rest.advice if at_rest else None)
    job, shipped = done.job, catalogue
    catalogue, wall, units = done.catalogue, job.wall, job.site.units
    reading, holes = done.identified.reading, done.placed.holes
    elevation, runner_up, sweeps = keep.of(
        "drawing",
        shipped,
        wall_content(job),
        lambda: (
            draw_elevation(wall, done.framing.members, done.hidden, units, catalogue),
            draw_runner_up(done.identified, units, catalogue),
            read_sweeps(done.hidden, units),
        ),
    )
    joints, built, findings = findings_of(done)
    chosen = [catalogue.fixing_by_key[one.chosen.fixing] for one in done.choices if one.chosen]
    bored = not chosen or any(map(is_bored, chosen))
    tried = all_hold(job, holes)
    not_yet = not_yet_of(findings)
    cautions, cards, lacking = _cautions(done, findings), _cards(done), _lacking(done)
    drawn = list(cards.values())
    work = _work(done, drawn, joints, lacking, bool(not_yet), at_rest)
    planned = _hole_plans(done, cards, findings, None if at_rest else FixingsTold(job.kit, catalogue))
    measures = _measures(done)
    of_fixture = fixture_text(job, catalogue, units)
    cases_text = f"{len({row.case.key for row in done.demand.table.rows})} load cases were put to every hole."
    plan = Plan(
        job_id=job.id,
        title=job.title,
        site=job.site.name,
        wall_id=wall.id,
        wall=wall.name,
        practice=wall.is_practice,
        units=units,
        verdict=verdict_of(
            findings,
            tried_sentence(len(holes), done.post, bored)
            if tried
            else ready_sentence(len(holes), decided_by_hand(done, job, catalogue), done.post, bored),
            bored,
            tried,
        ),
        not_yet=not_yet,
        stages=stage_plans(
            findings, because_of(done, planned, measures, of_fixture, cases_text), bored, clear_words(done, planned)
        ),
        reading=reading,
        belief=done.identified.belief,
        runner_up=runner_up,
        advice=done.advice,
        framing=done.framing,
        framed=reading.family.framed,
        hidden=_hidden_reading(done, sweeps, cautions),
        elevation=elevation,
        pieces=done.placed.pieces,
        supports=done.placed.supports,
        links=done.placed.links,
        joints=joints.plans,
        holes=planned,
        placing=done.placing,
        gaps=_gaps(job, units),
        claims=done.claims,
        clearances=done.clearances,
        as_built=built,
        rails=tuple(_on_the_wall(rail, job.placement) for rail in job.fixture.rails),
        measures=measures,
        heavier_text=at_rest.heavier_text if at_rest else heavier_hand_text(done, job, shipped, keep),
        cases=_deciding(done),
        hangs_on_first=_hangs_on_first(done),
        cases_text=cases_text,
        fixture_text=of_fixture,
        mass_text=show_mass(job.fixture.mass_kg, units),
        foot=job.foot,
        datum=job.datum,
        floor_to_come_text=show_length(wall.floor_to_come_mm, units) if wall.floor_to_come_mm else None,
        people=work.people,
        gather=work.gather,
        steps=work.steps,
        cautions=(*cautions, *((work.climbing,) if work.climbing else ()), *ALWAYS),
        record=record_lines(job, holes, units, catalogue),
        van=van_count(job, planned, catalogue),
        loose=loose_readings(done),
        fittings=done.fittings,
        post=done.post,
        beside=None,
    )
    return PlanePlan(plan, done, drawn, findings, lacking)
