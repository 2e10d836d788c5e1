"""Every sentence of judgement: what the rooms have decided, put into findings with their figures and the way out."""

from collections.abc import Sequence
from typing import NamedTuple

from rockpin.core.base.findings import Finding
from rockpin.core.document.job import JobDocument
from rockpin.core.fixture import things_of
from rockpin.core.plan.findings.board_alone import board_findings
from rockpin.core.plan.findings.corner import corner_findings, no_second_wall, of_second_plane
from rockpin.core.plan.findings.fittings import OFF_THE_FLOOR, OFF_THE_FLOOR_MM, fitting_findings
from rockpin.core.plan.findings.fixings import concrete_findings, fixing_findings, open_findings
from rockpin.core.plan.findings.fixture import fixture_findings, unused_findings, weather_findings
from rockpin.core.plan.findings.hidden import hazard_findings, hidden_findings, looks_by_sweep
from rockpin.core.plan.findings.keep_off import clear_of_old_mm, kept_off, old_hole_keep_mm
from rockpin.core.plan.findings.kit import kit_findings
from rockpin.core.plan.findings.maker_limits import limit_findings
from rockpin.core.plan.findings.marks import placing_findings, setout_findings
from rockpin.core.plan.findings.noggin import noggin_findings
from rockpin.core.plan.findings.post import post_findings
from rockpin.core.plan.findings.pull_tests import proof_findings
from rockpin.core.plan.findings.rated import rating_findings
from rockpin.core.plan.findings.record import (
    DOES_NOT_HOLD,
    REPORT_OPEN,
    as_built_findings,
    contradicted_findings,
    left_findings,
    record_findings,
)
from rockpin.core.plan.findings.rooms import clash_sentence, clash_severity, room_findings
from rockpin.core.plan.findings.wall import reading_findings, wall_findings
from rockpin.core.plan.stages import ComputedStages
from rockpin.core.setout import clashes_within

__all__ = [
    "DOES_NOT_HOLD",
    "OFF_THE_FLOOR_MM",
    "REPORT_OPEN",
    "all_findings",
    "as_built_findings",
    "clash_sentence",
    "clash_severity",
    "clear_of_old_mm",
    "corner_findings",
    "kept_off",
    "looks_by_sweep",
    "of_second_plane",
    "of_the_thing",
    "of_the_wall",
    "old_hole_keep_mm",
    "proof_findings",
    "what_holds",
]


def all_findings(whole: JobDocument, done: ComputedStages, of_joints: Sequence[Finding]) -> list[Finding]:
    """What is to be said of a job. ``whole``: the document with all of its readings, those that do not count too."""
    job = whole.counted()
    catalogue, wall, units = done.catalogue, job.wall, job.site.units
    numbers = {hole.id: hole.number for hole in done.placed.holes}

    holding = what_holds(job, done)
    findings = reading_findings(whole) + hidden_findings(wall, [one.planned for one in done.judged])
    findings += holding.loads
    findings += fitting_findings(job, done.fittings, units, catalogue.figures.fittings)
    findings += post_findings(job, done, units, catalogue.figures.post, catalogue.figures.capacity)
    findings += no_second_wall(job)
    findings += of_joints
    findings += holding.limits
    findings += room_findings(done.clashes, units) + _within(job, done)
    findings += holding.rated
    findings += of_the_wall(job, done)
    findings += noggin_findings(wall, done.placed.holes, done.behinds, catalogue.figures.plan, units)
    findings += holding.fixings
    findings += proof_findings(done.proofs, catalogue, units)
    findings += holding.board
    for judged in done.judged:
        findings += hazard_findings(judged, done.hidden, units)
    findings += setout_findings(job, done.placing, done.placed, done.hidden, catalogue.figures.plan)
    findings += contradicted_findings(job, done) + left_findings(job)
    return findings + record_findings(job, numbers, catalogue.outcome_by_key, done)


def _within(job: JobDocument, done: ComputedStages) -> list[Finding]:
    """What of a row stands in the room of another thing of it."""
    lift_mm = done.catalogue.figures.setout.lift_on_mm
    return room_findings(clashes_within(job, things_of(job.fixture), lift_mm), job.site.units)


def of_the_thing(whole: JobDocument, done: ComputedStages) -> list[Finding]:
    """What is to be said of the thing, and of how it is put, wherever it hangs; not that it stands off the floor."""
    job = whole.counted()
    fittings = fitting_findings(job, done.fittings, job.site.units, done.catalogue.figures.fittings)
    found = [*reading_findings(whole), *no_second_wall(job), *placing_findings(job, done.placing)]
    found += _within(job, done)
    return found + [one for one in fittings if one.code != OFF_THE_FLOOR]


def of_the_wall(job: JobDocument, done: ComputedStages) -> list[Finding]:
    """What is to be said of the wall, wherever holes come to lie but for probes near."""
    holes, action = done.placed.holes, done.advice.sentence
    return wall_findings(job.wall, job.site, done.identified, done.framing, holes, action, done.catalogue)


class _Holding(NamedTuple):
    """What is to be said of loads and fixings: it hangs on a place only by what the holes meet there."""

    loads: list[Finding]
    limits: list[Finding]
    rated: list[Finding]
    fixings: list[Finding]
    board: list[Finding]


def what_holds(job: JobDocument, done: ComputedStages) -> _Holding:
    """Loads, the maker's limits and his rating, the fixings, and what board alone must bear."""
    catalogue, units = done.catalogue, job.site.units
    reading, choices = done.identified.reading, done.choices
    numbers = {hole.id: hole.number for hole in done.placed.holes}
    kinds = {hole_id: behind.kind for hole_id, behind in done.behinds.items()}
    duty = catalogue.duty_by_key[done.job.fixture.duty]
    unused = unused_findings(job, done.placed.offsets, done.demand, reading, units, catalogue.demand)
    limits = limit_findings(job, done.clearances, reading, done.behinds, choices, units)
    told, board = done.identified.belief.told, list[Finding]()
    if not told:
        # whatever is made of the likeliest of many walls is no judgement of this one
        fixings = open_findings(done.identified, done.spots)
    else:
        fixings = fixing_findings(choices, done.spots, job.fixture, catalogue)
        fixings += concrete_findings(choices, job.wall, catalogue) + kit_findings(choices, numbers)
        board = board_findings(job, kinds, done.demand, choices, done.spots, reading, units, catalogue)
    return _Holding(
        loads=fixture_findings(job, done.demand, duty, units) + weather_findings(job.fixture, done.identified),
        limits=unused + limits,
        rated=rating_findings(job, done.maker, choices, units),
        fixings=fixings,
        board=board,
    )
