"""Every sentence of judgement: what the rooms have decided, put into findings with their figures and the way out."""

from collections.abc import Sequence

from rockpin.core.base.findings import Finding
from rockpin.core.document.job import JobDocument
from rockpin.core.plan.findings.board_alone import board_findings
from rockpin.core.plan.findings.corner import corner_findings, no_second_wall, of_second_plane
from rockpin.core.plan.findings.fittings import fitting_findings
from rockpin.core.plan.findings.fixings import concrete_findings, fixing_findings
from rockpin.core.plan.findings.fixture import fixture_findings, unused_findings
from rockpin.core.plan.findings.hidden import hazard_findings, hidden_findings
from rockpin.core.plan.findings.kit import kit_findings
from rockpin.core.plan.findings.maker_limits import limit_findings
from rockpin.core.plan.findings.marks import setout_findings
from rockpin.core.plan.findings.post import post_findings
from rockpin.core.plan.findings.pull_tests import proof_findings
from rockpin.core.plan.findings.rated import rating_findings
from rockpin.core.plan.findings.record import as_built_findings, record_findings
from rockpin.core.plan.findings.rooms import room_findings
from rockpin.core.plan.findings.wall import reading_findings, wall_findings
from rockpin.core.plan.stages import ComputedStages

__all__ = ["all_findings", "as_built_findings", "corner_findings", "of_second_plane"]


def all_findings(whole: JobDocument, done: ComputedStages, of_joints: Sequence[Finding]) -> list[Finding]:
    """What is to be said of a job. ``whole``: the document with all of its readings, those that do not count too."""
    job = whole.counted()
    catalogue, wall, units = done.catalogue, job.wall, job.site.units
    reading, holes, choices = done.identified.reading, done.placed.holes, done.choices
    numbers = {hole.id: hole.number for hole in holes}
    kinds = {hole_id: behind.kind for hole_id, behind in done.behinds.items()}
    duty = catalogue.duty_by_key[done.job.fixture.duty]

    findings = reading_findings(whole) + hidden_findings(wall, [one.planned for one in done.judged])
    findings += fixture_findings(job, done.demand, duty, units)
    findings += fitting_findings(job, done.fittings, units, catalogue.figures.fittings)
    findings += post_findings(job, done, units, catalogue.figures.post, catalogue.figures.capacity)
    findings += no_second_wall(job)
    findings += of_joints
    findings += unused_findings(job, done.placed.offsets, done.demand, reading, units, catalogue.demand)
    findings += limit_findings(job, done.clearances, reading, done.behinds, choices, units)
    findings += room_findings(done.clashes, units)
    findings += rating_findings(job, done.maker, choices, units)
    findings += wall_findings(wall, job.site, done.identified, done.framing, holes, done.advice.sentence, catalogue)
    findings += fixing_findings(choices, numbers, catalogue)
    findings += concrete_findings(choices, wall, catalogue)
    findings += kit_findings(choices, numbers)
    findings += proof_findings(done.proofs, catalogue, units)
    findings += board_findings(job, kinds, done.demand, choices, reading, units, catalogue)
    for judged in done.judged:
        findings += hazard_findings(judged, done.hidden, units)
    findings += setout_findings(job, done.placing, done.placed, done.hidden, catalogue.figures.plan)
    return findings + record_findings(job, numbers, catalogue.outcome_by_key, done)
