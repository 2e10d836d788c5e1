"""The record: what each hole turned out to be, in words."""

from rockpin.core.base.model import Model
from rockpin.core.base.quantities import UnitSystem, show_length
from rockpin.core.document.fixture import HoleKind
from rockpin.core.document.job import JobBody
from rockpin.core.document.record import Holds
from rockpin.core.setout import PlacedHole
from rockpin.core.tables.catalogue import Catalogue


class RecordLine(Model):
    """One hole's record, in words."""

    hole_id: str
    number: int
    done: bool
    text: str


_HOLDS = {Holds.YES: "holds", Holds.DOUBTFUL: "doubtful", Holds.NO: "does not hold"}


def record_lines(
    job: JobBody, holes: tuple[PlacedHole, ...], units: UnitSystem, catalogue: Catalogue
) -> tuple[RecordLine, ...]:
    """A line for each hole, recorded or not."""
    records = {record.hole_id: record for record in job.records}
    lines = []
    for hole in holes:
        record = records.get(hole.id)
        parts: list[str] = []
        if record:
            parts += [catalogue.outcome_by_key[met].label.lower() for met in record.met]
            parts += [f"{show_length(record.depth_mm, units)} deep"] if record.depth_mm is not None else []
            parts += [catalogue.fixing_by_key[record.fixing].label] if record.fixing else []
            parts += [_HOLDS[record.holds]] if record.holds else []
        done = bool(record and record.holds)
        undone = "not put up yet" if hole.kind is HoleKind.CLAMPED else "not drilled yet"
        lines.append(RecordLine(hole_id=hole.id, number=hole.number, done=done, text=", ".join(parts) or undone))
    return tuple(lines)
