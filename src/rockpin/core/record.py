"""The record: what each hole turned out to be, beside what was planned."""

from rockpin.core.job import Holds, JobBody
from rockpin.core.model import Model
from rockpin.core.placed_hole import PlacedHole
from rockpin.core.setout import place_holes
from rockpin.core.tables import Catalogue
from rockpin.core.wall import OldHole


class RecordLine(Model):
    """One hole's record, in words."""

    hole_id: str
    number: int
    done: bool
    text: str


def drilled(job_id: str, job: JobBody, catalogue: Catalogue) -> tuple[OldHole, ...]:
    """The holes that a job has recorded, as old holes of its wall for every other job there."""
    holes = {hole.id: hole for hole in place_holes(job)}
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


_HOLDS = {Holds.YES: "holds", Holds.DOUBTFUL: "doubtful", Holds.NO: "does not hold"}


def record_lines(job: JobBody, holes: tuple[PlacedHole, ...], catalogue: Catalogue) -> tuple[RecordLine, ...]:
    """A line for each hole, recorded or not."""
    records = {record.hole_id: record for record in job.records}
    lines = []
    for hole in holes:
        record = records.get(hole.id)
        parts: list[str] = []
        if record:
            parts += [catalogue.outcome_by_key[met].label.lower() for met in record.met]
            parts += [f"{record.depth_mm:g} mm deep"] if record.depth_mm is not None else []
            parts += [catalogue.fixing_by_key[record.fixing].label] if record.fixing else []
            parts += [_HOLDS[record.holds]] if record.holds else []
        done = bool(record and record.holds)
        lines.append(
            RecordLine(hole_id=hole.id, number=hole.number, done=done, text=", ".join(parts) or "not drilled yet")
        )
    return tuple(lines)
