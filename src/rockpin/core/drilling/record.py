"""What a job has drilled is in its wall for every other job there."""

from rockpin.core.document.job import JobBody
from rockpin.core.document.wall import OldHole, Wall
from rockpin.core.placing import lying
from rockpin.core.setout import place_fixture
from rockpin.core.tables.catalogue import Catalogue


def drilled_holes(job_id: str, job: JobBody, wall: Wall, catalogue: Catalogue) -> tuple[OldHole, ...]:
    """The holes that a job has recorded, as old holes of its wall for every other job there."""
    job = lying(job, wall)
    holes = {hole.id: hole for hole in place_fixture(job, catalogue.figures.setout.channel_back_mm).holes}
    found = []
    for record in job.records:
        hole = holes.get(record.hole_id)
        if hole is None or not (record.met or record.holds or record.depth_mm is not None):
            continue
        outcomes = [catalogue.outcome_by_key[met] for met in record.met if met in catalogue.outcome_by_key]
        fixing = catalogue.fixing_by_key.get(record.fixing or "")
        found.append(
            OldHole(
                id=f"{job_id}-{hole.id}"[:60],
                name=f"hole {hole.number} of {job.title}"[:120],
                x_mm=hole.x_mm,
                y_mm=hole.y_mm,
                diameter_mm=hole.diameter_mm,
                depth_mm=record.depth_mm or 0,
                met=", ".join([job.title, *(outcome.label.lower() for outcome in outcomes)]),
                holds=fixing.label if fixing else "",
                stopped=any(outcome.stops for outcome in outcomes),
                day=record.day,
            )
        )
    return tuple(found)
