"""The whole job from left to right: a job document goes in, a plan comes out, one call a room.

Same document and same catalogue, same plan: nothing here asks a clock, a file or chance.
"""

from collections import defaultdict
from collections.abc import Sequence
from typing import NamedTuple

from rockpin.core.base.findings import Finding, Severity, Stage, gathered, verdict_of
from rockpin.core.base.keeping import NOTHING_KEPT, Keep
from rockpin.core.base.quantities import UnitSystem, show_length, show_mass
from rockpin.core.choice import JointReading, check_joints
from rockpin.core.document.fixture import HeldRail
from rockpin.core.document.job import JobDocument, Placement
from rockpin.core.drilling import DrillCard, card_of, existing_holes
from rockpin.core.fixture import bodies_of, outline_of, things_of
from rockpin.core.hidden import ALWAYS, around_holes, hidden_cautions, read_sweeps
from rockpin.core.identification import may_be_old
from rockpin.core.placing import Axis
from rockpin.core.plan.answers import is_bored
from rockpin.core.plan.because import CLEAR, because_of, clear_words
from rockpin.core.plan.corner import Planes, planes_of
from rockpin.core.plan.cut import draw_runner_up
from rockpin.core.plan.elevation import draw_elevation
from rockpin.core.plan.findings import all_findings, as_built_findings, corner_findings, of_second_plane
from rockpin.core.plan.fitting import read_as_built
from rockpin.core.plan.fixings_told import FixingsTold
from rockpin.core.plan.heavier import decided_by_hand, heavier_hand_text
from rockpin.core.plan.hole_plan import hole_plan, taken_for_granted
from rockpin.core.plan.loose import loose_readings
from rockpin.core.plan.plan import DecidingCase, HiddenReading, Plan, StagePlan
from rockpin.core.plan.ready import all_hold, ready_sentence, tried_sentence
from rockpin.core.plan.record_lines import record_lines
from rockpin.core.plan.stages import ComputedStages, compute_stages, read_wall, settled, wall_content
from rockpin.core.plan.unfolded import unfolded
from rockpin.core.plan.van_count import van_count
from rockpin.core.sequence import JointFixings, Work, joined_with, work_of
from rockpin.core.setout import (
    AsBuiltReading,
    Gap,
    PlacedPart,
    gaps_between,
    measures_of,
    of_wall,
)
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.materials import Duty


def _clear(stage: Stage, findings: Sequence[Finding], words: dict[Stage, str]) -> str:
    """What is said of a stage that nothing stands against; what another sends one there for is not yet done."""
    sends = {one.stage for one in findings if one.action_stage is stage and one.severity is not Severity.NOTE}
    if stage is not Stage.WALL or not sends:
        return words[stage]
    senders = " and ".join(one.value.capitalize() for one in Stage if one in sends)
    return f"What it is built of is known; {senders} still {'asks' if len(sends) == 1 else 'ask'} for a look here."


def _stages(
    findings: list[Finding], because: dict[Stage, str], bored: bool = True, words: dict[Stage, str] = CLEAR
) -> tuple[StagePlan, ...]:
    return tuple(
        StagePlan(
            stage=stage,
            verdict=verdict_of((one for one in findings if one.stage is stage), _clear(stage, findings, words), bored),
            because=because[stage],
            findings=tuple(finding for finding in findings if finding.stage is stage),
            said=tuple(gathered(finding for finding in findings if finding.stage is stage)),
        )
        for stage in Stage
    )


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


def _not_yet(findings: Sequence[Finding]) -> tuple[str, ...]:
    """What forbids a job, in sentences, none of them twice."""
    against = (one for one in findings if one.severity is Severity.DO_NOT_DRILL)
    return tuple(dict.fromkeys(" ".join(filter(None, (one.sentence, one.action))) for one in against))


def _lifted_kg(job: JobDocument) -> float:
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


def _fixture_text(job: JobDocument, duty: Duty, units: UnitSystem) -> str:
    return (
        f"{job.fixture.name}, {show_mass(job.fixture.mass_kg, units)} with what it holds; {duty.label.lower()}, "
        f"factor {duty.factor:g} on the live part; {job.fixture.environment.words}."
    )


class _Judged(NamedTuple):
    joints: JointReading
    as_built: tuple[AsBuiltReading, ...]
    findings: list[Finding]


def findings_of(done: ComputedStages) -> _Judged:
    """All that is to be said of a job, with what it was read from besides."""
    joints = check_joints(done.job, done.placed.joints, done.demand, done.catalogue)
    built = read_as_built(done)
    return _Judged(joints, built, [*all_findings(done.whole, done, joints.findings), *as_built_findings(built)])


def _joined(joints: JointReading, job: JobDocument, catalogue: Catalogue) -> JointFixings:
    """What fastens the brackets to what they stand on, with the cards of what is screwed into a board."""
    cards = (card_of(one.spot, one.screw, job.kit, catalogue) for one in joints.screwed)
    return joined_with(job.fixture, [card for card in cards if card], joints.bolts)


class _OnePlane(NamedTuple):
    """The plan of what stands on one wall, with what its steps are made from."""

    plan: Plan
    done: ComputedStages
    cards: list[DrillCard]
    findings: list[Finding]
    lacking: set[str]


def make_plan(job: JobDocument, catalogue: Catalogue, keep: Keep = NOTHING_KEPT, at_rest: Plan | None = None) -> Plan:
    """The plan of a job. Raises BadInput where the document names what the catalogue does not have.

    ``keep``: what rooms have answered lately to the same questions; the plan is the same with it and without.
    ``at_rest``: the plan where the fixture stood, while somebody moves it. What nobody reads meanwhile is left: the
    next check, the heavier hand and the order of work are as they were there, no lists of what else holds at a hole
    are made, and what is said of a fixing says neither how far to move it nor why all of a kind are shut out. Verdicts
    are as they are.
    """
    planes = planes_of(job, catalogue.figures.demand)
    if planes is None:
        return _one_plane(job, catalogue, keep, at_rest).plan
    return _both_planes(job, planes, catalogue, keep, at_rest)


def _both_planes(job: JobDocument, planes: Planes, catalogue: Catalogue, keep: Keep, at_rest: Plan | None) -> Plan:
    """A piece in an inside corner: both planes side by side, one verdict, one order of work."""
    first, second = (_one_plane(part, catalogue, keep, at_rest) for part in (planes.first, planes.second))
    whole = first.done.catalogue
    units, at = job.site.units, first.done.job.placement
    of_corner = corner_findings(job, planes.shares)
    findings = [*first.findings, *of_corner, *of_second_plane(second.findings, second.plan.wall)]
    not_yet = _not_yet(findings)
    cards = [*first.cards, *second.cards]
    holes = (*first.done.placed.holes, *second.done.placed.holes)
    existing = {
        hole_id: there
        for one in (first.done, second.done)
        for hole_id, there in existing_holes(one.job, one.placed.holes, whole).items()
    }
    work = work_of(
        job,
        cards if len(cards) == len(holes) and (job.records or not not_yet) else (),
        holes,
        existing,
        _lifted_kg(job),
        first.lacking | second.lacking,
        first.done.fittings,
        JointFixings(),
        whole,
        frozenset(hole.id for hole in second.done.placed.holes),
    )
    because = {
        one.stage: f"{first.plan.wall}: {one.because} {second.plan.wall}: {other.because}"
        for one, other in zip(first.plan.stages, second.plan.stages, strict=True)
    }
    pieces = tuple(
        PlacedPart(
            id=piece.id,
            label=piece.name,
            area=piece.rect.model_copy(update={"x_mm": piece.x_mm + at.x_mm, "y_mm": piece.y_mm + at.y_mm}),
        )
        for piece in job.fixture.pieces
    )
    return unfolded(
        first.plan,
        second.plan,
        planes.beyond_mm,
        {
            "verdict": verdict_of(
                findings,
                "Every hole on both walls was tried and holds."
                if all_hold(job, holes)
                else "Every hole on both walls holds and is clear of every zone, or proved.",
                done=all_hold(job, holes),
            ),
            "not_yet": not_yet,
            "stages": _stages(findings, because),
            "pieces": pieces,
            "placing": settled(of_wall(job, job.wall), read_wall(planes.first, catalogue, keep)).reading,
            "fixture_text": _fixture_text(job, whole.duty_by_key[first.done.job.fixture.duty], units),
            "mass_text": show_mass(job.fixture.mass_kg, units),
            "people": work.people,
            "gather": work.gather,
            "steps": work.steps,
            "van": van_count(job, (*first.plan.holes, *second.plan.holes), whole),
        },
    )


def _one_plane(job: JobDocument, catalogue: Catalogue, keep: Keep, at_rest: Plan | None) -> _OnePlane:
    """The plan of what stands on one wall."""
    done = compute_stages(job, catalogue, keep, advice=at_rest.advice if at_rest else None)
    job, shipped = done.job, catalogue
    catalogue, wall, units = done.catalogue, job.wall, job.site.units
    identified, framing, hidden, holes = done.identified, done.framing, done.hidden, done.placed.holes
    reading, choices = identified.reading, done.choices
    duty = catalogue.duty_by_key[job.fixture.duty]

    elevation, runner_up = keep.of(
        "drawing",
        shipped,
        wall_content(job),
        lambda: (
            draw_elevation(wall, framing.members, hidden, units, catalogue),
            draw_runner_up(identified, units, catalogue),
        ),
    )
    joints, built, findings = findings_of(done)
    chosen = [catalogue.fixing_by_key[one.chosen.fixing] for one in choices if one.chosen]
    bored = not chosen or any(map(is_bored, chosen))
    tried = all_hold(job, holes)
    not_yet = _not_yet(findings)

    untested = not wall.coating_tested and may_be_old(wall, job.site, catalogue.figures.identification)
    unseen = any(finding.code == "not-looked" for finding in findings)
    cautions = hidden_cautions(hidden, done.judged, wall.stands, unseen=unseen, old=untested)
    cards = {
        spot.hole.id: card_of(spot, choice.chosen, job.kit, catalogue)
        for spot, choice in zip(done.spots, choices, strict=False)
        if choice.chosen
    }
    drawn = [card for card in cards.values() if card]
    mass = job.fixture.mass_kg
    lacking = {
        choice.chosen.fixing
        for choice in choices
        if choice.chosen and choice.chosen.fixing in choice.stocks and choice.stocks[choice.chosen.fixing].lacks
    }
    work = (
        Work(at_rest.gather, at_rest.steps, at_rest.people, None)
        # a hole that is left behind by the move is work of its own
        if at_rest and not (job.records or job.left)
        else work_of(
            job,
            drawn if len(drawn) == len(holes) and (job.records or not not_yet) else (),
            holes,
            existing_holes(job, holes, catalogue),
            _lifted_kg(job),
            lacking,
            done.fittings,
            _joined(joints, job, catalogue),
            catalogue,
        )
    )
    stacks = {name: one.spacers_mm for one in done.fittings.stacks for name in one.support_ids}
    told = None if at_rest else FixingsTold(job.kit, catalogue)
    risk_if = taken_for_granted(findings, wall)
    of_hole: dict[str | None, list[Finding]] = defaultdict(list)
    for finding in findings:
        of_hole[finding.where.hole].append(finding)
    planned = tuple(
        hole_plan(
            spot,
            done.behinds[spot.hole.id],
            choice,
            told,
            cards.get(spot.hole.id),
            judged.risk,
            of_hole[spot.hole.id],
            risk_if,
            any(not link.kind.has_own_holes or link.species for link in job.fixture.links),
            stacks.get(spot.hole.support, ()),
            catalogue,
        )
        for spot, choice, judged in zip(done.spots, choices, done.judged, strict=False)
    )
    off = {one.axis: one.within_mm for one in done.placing.unsure}
    measures = measures_of(
        holes,
        wall.width_mm,
        wall.floor_to_come_mm,
        units,
        along_within_mm=off.get(Axis.ALONG, 0.0),
        up_within_mm=off.get(Axis.UPRIGHT, 0.0),
    )
    fixture_text = _fixture_text(job, duty, units)
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
        stages=_stages(
            findings, because_of(done, planned, measures, fixture_text, cases_text), bored, clear_words(done)
        ),
        reading=reading,
        belief=identified.belief,
        runner_up=runner_up,
        advice=done.advice,
        framing=framing,
        framed=reading.family.framed,
        hidden=HiddenReading(
            school=hidden.school.key,
            school_label=hidden.school.label,
            school_says=hidden.school.says,
            school_source=hidden.school.source,
            routes=hidden.routes,
            sweeps=read_sweeps(hidden, units),
            reach_mm=max((one.reach_mm for one in done.planned), default=catalogue.figures.plan.unchosen_reach_mm),
            around_holes=around_holes(done.hidden, done.planned, wall),
            cautions=cautions,
        ),
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
        cases_text=cases_text,
        fixture_text=fixture_text,
        mass_text=show_mass(mass, units),
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
    return _OnePlane(plan, done, drawn, findings, lacking)
