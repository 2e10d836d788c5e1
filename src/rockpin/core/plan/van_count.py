"""What a job's holes that hold have taken from the van: counted off once for each hole, by one press."""

from collections import Counter
from collections.abc import Sequence
from typing import NamedTuple, TypeVar

from rockpin.core.base.model import Model
from rockpin.core.base.quantities import show_length
from rockpin.core.capacity import method_of
from rockpin.core.document.job import JobDocument
from rockpin.core.document.kit import Kit, KitItem, KitScrew, KitSpent
from rockpin.core.document.record import Holds, HoleRecord
from rockpin.core.plan.hole_plan import HolePlan
from rockpin.core.tables.catalogue import Catalogue

Counted = TypeVar("Counted", KitItem, KitScrew)


class SpentLine(Model):
    """So many of something that the van counts went into the wall; ``left``: how many it has without them."""

    label: str
    count: int
    left: int


class SpentLines(Model):
    """What is to be taken off the van's counts; empty where all of it is off already."""

    lines: tuple[SpentLine, ...]


class _Spent(NamedTuple):
    fixings: Counter[str]
    screws: Counter[tuple[str, float]]


def _of_hole(record: HoleRecord, hole: HolePlan, kit: Kit, catalogue: Catalogue, spent: _Spent) -> None:
    """Adds what one hole took: what sits in it, and what failed in it before."""
    for key in (*record.failed, *([record.fixing] if record.fixing else ())):
        row = catalogue.fixing_by_key.get(key)
        # what the job brought in a packet of its own is none of the van's
        if row is None or row.in_hand:
            continue
        by_screw = method_of(row).is_bought_by_its_screw(row) and row.counted_as is None
        if not by_screw:
            spent.fixings[row.counted_as or row.key] += 1
        if hole.card is None or key != hole.chosen or key != record.fixing:
            continue
        mine, long_mm = hole.card.screw_key, hole.card.screw_length_mm
        near = [box for box in kit.screws if box.holds(mine, long_mm)]
        for box in near[:1]:
            spent.screws[box.key, box.length_mm] += 1
        if by_screw and not near:
            spent.fixings[row.key] += 1


def _spent(job: JobDocument, holes: Sequence[HolePlan], catalogue: Catalogue) -> tuple[_Spent, tuple[str, ...]]:
    """What the holes took that hold and were not counted off yet, and which those are."""
    counted = {hole for one in job.kit.spent if one.job_id == job.id for hole in one.hole_ids}
    by_id = {hole.id: hole for hole in holes}
    spent, found = _Spent(Counter(), Counter()), []
    for record in job.records:
        if record.holds is Holds.YES and record.hole_id in by_id and record.hole_id not in counted:
            _of_hole(record, by_id[record.hole_id], job.kit, catalogue, spent)
            found.append(record.hole_id)
    return spent, tuple(found)


def van_count(job: JobDocument, holes: Sequence[HolePlan], catalogue: Catalogue) -> SpentLines | None:
    """What is to be taken off the van's counts; None where the van counts nothing that went in."""
    spent, _ = _spent(job, holes, catalogue)
    screws = catalogue.screw_by_key
    lines = [
        _line(catalogue.fixing_by_key[item.key].label, spent.fixings[item.key], item.count)
        for item in job.kit.fixings
        if spent.fixings[item.key] and item.key in catalogue.fixing_by_key
    ]
    for box in job.kit.screws:
        count = spent.screws[box.key, box.length_mm]
        if count and box.key in screws:
            label = f"{screws[box.key].label}, {show_length(box.length_mm, job.site.units)}"
            lines.append(_line(label, count, box.count))
    counted = any(one.job_id == job.id for one in job.kit.spent)
    return SpentLines(lines=tuple(lines)) if lines or counted else None


def _line(label: str, count: int, have: int) -> SpentLine:
    return SpentLine(label=label, count=count, left=max(0, have - count))


def counted_off(job: JobDocument, holes: Sequence[HolePlan], catalogue: Catalogue) -> Kit:
    """The van without what the job's holes took that hold; nothing is taken off twice for one hole."""
    kit = job.kit
    spent, counted = _spent(job, holes, catalogue)
    before = next((one.hole_ids for one in kit.spent if one.job_id == job.id), ())
    others = tuple(one for one in kit.spent if one.job_id != job.id)
    return kit.model_copy(
        update={
            "fixings": tuple(_less(item, spent.fixings[item.key]) for item in kit.fixings),
            "screws": tuple(_less(box, spent.screws[box.key, box.length_mm]) for box in kit.screws),
            "spent": (*others, KitSpent(job_id=job.id, hole_ids=(*before, *counted))) if before or counted else others,
        }
    )


def _less(one: Counted, spent: int) -> Counted:
    return one.model_copy(update={"count": max(0, one.count - spent)})
