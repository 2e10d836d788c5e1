"""A fixture moved once it is drilled for leaves its holes behind: they are in the wall, it is not nailed to them."""

from collections.abc import Iterable
from math import hypot

from rockpin.core.document.job import JobDocument
from rockpin.core.document.record import HoleRecord, LeftHole, OldFixing, Progress
from rockpin.core.placing import lying
from rockpin.core.setout import PlacedHole, place_fixture
from rockpin.core.tables.catalogue import Catalogue


def _marks(job: JobDocument, catalogue: Catalogue) -> dict[str, PlacedHole]:
    placed = place_fixture(lying(job, job.wall), catalogue.figures.setout.channel_back_mm)
    return {hole.id: hole for hole in placed.holes}


def _left(hole: PlacedHole, what: HoleRecord | OldFixing, catalogue: Catalogue) -> LeftHole:
    name = f"old hole {hole.number}"
    if isinstance(what, OldFixing):
        return LeftHole(
            id=f"loose-{hole.id}"[:60],
            name=name,
            x_mm=hole.x_mm,
            y_mm=hole.y_mm,
            diameter_mm=what.hole_mm,
            depth_mm=what.depth_mm or 0,
        )
    outcomes = [catalogue.outcome_by_key[key] for key in what.met if key in catalogue.outcome_by_key]
    return LeftHole(
        id=f"left-{hole.id}"[:60],
        name=name,
        x_mm=hole.x_mm + what.off_x_mm,
        y_mm=hole.y_mm + what.off_y_mm,
        diameter_mm=what.bit_mm or hole.diameter_mm,
        depth_mm=what.depth_mm or 0,
        met=what.met,
        fixing=what.fixing,
        crumbled=any(one.crumbled for one in outcomes),
        day=what.day,
    )


def _with_its_own_id(left: LeftHole, taken: Iterable[str]) -> LeftHole:
    ids, number = set(taken), 2
    while (name := left.id if number == 2 else f"{left.id[:56]}-{number}") in ids:
        number += 1
    return left.model_copy(update={"id": name})


def is_drilled(record: HoleRecord) -> bool:
    """Whether a record says that its hole is in the wall."""
    return bool(record.met or record.bit_mm or record.holds or record.depth_mm is not None)


def stays_behind(before: JobDocument, after: JobDocument, catalogue: Catalogue) -> JobDocument:
    """The job after a change, with every drilled hole where it is in the wall and not where its mark went.

    A mark that moved no farther than an anchor is off the hole that it sits in takes its hole along, as one that came
    out beside it; the hole of one that went farther, or is gone, stays behind as an old one. In a corner, where a
    hole is given up on either wall, nothing is done.
    """
    loose = [one for one in before.came_loose.holes if not one.left_behind] if before.came_loose else []
    drilled: dict[str, HoleRecord | OldFixing] = {one.hole_id: one for one in loose}
    drilled |= {one.hole_id: one for one in before.records if is_drilled(one)}
    if not drilled or after.placement.second_wall_id or before.placement.wall_id != after.placement.wall_id:
        return after
    then, now = _marks(before, catalogue), _marks(after, catalogue)
    same_mm = catalogue.figures.plan.same_hole_mm
    gone: set[str] = set()
    off: dict[str, tuple[float, float]] = {}
    lefts = list(after.left)
    for hole_id, what in drilled.items():
        was, mark = then.get(hole_id), now.get(hole_id)
        if was is None:
            continue
        by = (was.x_mm - mark.x_mm, was.y_mm - mark.y_mm) if mark else None
        if by and hypot(*by) <= same_mm:
            off[hole_id] = by
            continue
        gone.add(hole_id)
        left = _left(was, what, catalogue)
        # whoever moved it may have left the hole behind already, and of a repair the first job knows it
        known = [(one.x_mm, one.y_mm) for items in (lefts, before.wall.old_holes) for one in items]
        if not any(hypot(x - left.x_mm, y - left.y_mm) <= same_mm for x, y in known):
            lefts.append(_with_its_own_id(left, (one.id for one in lefts)))
    moved = {hole_id for hole_id, by in off.items() if hypot(*by) > 1e-6}
    if not gone and not moved:
        return after
    records = tuple(
        one.model_copy(
            update={"off_x_mm": one.off_x_mm + off[one.hole_id][0], "off_y_mm": one.off_y_mm + off[one.hole_id][1]}
        )
        if one.hole_id in moved
        else one
        for one in after.records
        if one.hole_id not in gone
    )
    changes: dict[str, object] = {"records": records}
    if gone:
        # marked, drilled and filled was another place
        changes |= {
            "left": tuple(lefts),
            "choices": tuple(one for one in after.choices if one.hole_id not in gone),
            "progress": Progress(gathered=after.progress.gathered),
        }
    if after.came_loose:
        told = (
            one.model_copy(update={"left_behind": one.left_behind or one.hole_id in gone})
            for one in after.came_loose.holes
        )
        changes["came_loose"] = after.came_loose.model_copy(update={"holes": tuple(told)})
    return after.model_copy(update=changes)
