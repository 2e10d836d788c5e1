"""A fixture moved once it is drilled for leaves its holes behind: they are in the wall, it is not nailed to them."""

from collections.abc import Iterable, Iterator
from math import hypot, inf

from rockpin.core.base.errors import Fault
from rockpin.core.document.fixture import HoleKind
from rockpin.core.document.job import JobDocument, Placement
from rockpin.core.document.record import FailedHow, HoleRecord, LeftHole, OldFixing
from rockpin.core.document.wall import Wall
from rockpin.core.drilling.record import drilled_holes
from rockpin.core.placing import lying
from rockpin.core.setout import PlacedHole, of_wall, place_fixture
from rockpin.core.tables.catalogue import Catalogue

_SAME_MM = 1e-6
"""What lies no farther apart [mm] than this has not moved."""


def _marks(job: JobDocument, catalogue: Catalogue) -> dict[str, PlacedHole]:
    placed = place_fixture(lying(job, job.wall), catalogue.figures.setout.channel_back_mm)
    return {hole.id: hole for hole in placed.holes}


def _of_old(hole: PlacedHole, old: OldFixing, *, on_second: bool) -> LeftHole:
    return LeftHole(
        id=f"loose-{hole.id}"[:60],
        name=f"old hole {hole.number}",
        x_mm=hole.x_mm,
        y_mm=hole.y_mm,
        diameter_mm=old.hole_mm,
        depth_mm=old.depth_mm or 0,
        crumbled=old.how is FailedHow.BOARD_CRUMBLED,
        on_second=on_second,
    )


def _of_record(
    record: HoleRecord,
    number: int,
    at_mm: tuple[float, float],
    wide_mm: float,
    catalogue: Catalogue,
    *,
    on_second: bool,
) -> LeftHole:
    outcomes = [catalogue.outcome_by_key[key] for key in record.met if key in catalogue.outcome_by_key]
    return LeftHole(
        id=f"left-{record.hole_id}"[:60],
        name=f"old hole {number}",
        x_mm=at_mm[0],
        y_mm=at_mm[1],
        diameter_mm=record.bit_mm or wide_mm,
        depth_mm=record.depth_mm or 0,
        met=record.met,
        fixing=record.fixing,
        crumbled=any(one.crumbled for one in outcomes),
        on_second=on_second,
        day=record.day,
    )


def _among(lefts: Iterable[LeftHole], left: LeftHole) -> LeftHole:
    """A hole with an id that none of the others has."""
    ids, name, number = {one.id for one in lefts}, left.id, 1
    while name in ids:
        number += 1
        name = f"{left.id[:56]}-{number}"
    return left.model_copy(update={"id": name})


def left_with(
    lefts: tuple[LeftHole, ...],
    record: HoleRecord,
    number: int,
    at_mm: tuple[float, float],
    wide_mm: float,
    catalogue: Catalogue,
    *,
    on_second: bool = False,
) -> tuple[LeftHole, ...]:
    """The holes that are left behind, with one more that was drilled at (x, y) [mm] by its record.

    ``wide_mm``: how wide it is [mm], where the record does not say. ``on_second``: whether it is in the wall round a
    corner, and measured there.
    """
    return (*lefts, _among(lefts, _of_record(record, number, at_mm, wide_mm, catalogue, on_second=on_second)))


def where_it_hung(job: JobDocument) -> JobDocument:
    """A thing that came loose where it hung before it did, by the wall's own corner; any other job as it is."""
    loose = job.came_loose
    if loose is None or loose.hung_x_mm is None or loose.hung_y_mm is None:
        return job
    hung = {"x_mm": loose.hung_x_mm, "y_mm": loose.hung_y_mm, "along": None, "upright": None}
    return job.model_copy(update={"placement": job.placement.model_copy(update=hung)})


def is_drilled(record: HoleRecord) -> bool:
    """Whether a record says that its hole is in the wall."""
    return bool(record.met or record.bit_mm or record.holds or record.depth_mm is not None)


def _comes_to_lie(
    before: JobDocument, after: JobDocument, catalogue: Catalogue
) -> Iterator[tuple[PlacedHole, HoleRecord | OldFixing, tuple[float, float] | None]]:
    """Every drilled hole by the mark that it was drilled at, with how far from its mark it lies now (x, y) [mm].

    None where the mark is gone, or went so far that the hole is its own no more.
    """
    then, now = _marks(before, catalogue), _marks(after, catalogue)
    loose = [one for one in before.came_loose.holes if not one.left_behind] if before.came_loose else []
    hung = _marks(where_it_hung(before), catalogue) if loose else {}
    drilled: dict[str, HoleRecord | OldFixing] = {one.hole_id: one for one in loose}
    drilled |= {one.hole_id: one for one in before.records if is_drilled(one)}
    said = {one.hole_id: one for one in after.records if is_drilled(one)}
    for hole_id, what in drilled.items():
        was = (then if isinstance(what, HoleRecord) else hung).get(hole_id)
        if was is None:
            continue
        mark, x, y = now.get(hole_id), 0.0, 0.0
        if isinstance(what, HoleRecord):
            x, y, what = what.off_x_mm, what.off_y_mm, said.get(hole_id, what)
            if mark and (x, y) != (what.off_x_mm, what.off_y_mm):
                # it was measured anew, from its mark where that is now
                yield was, what, (what.off_x_mm, what.off_y_mm)
                continue
        within = max(catalogue.figures.plan.same_hole_mm, hypot(x, y)) + _SAME_MM
        off = (was.x_mm + x - mark.x_mm, was.y_mm + y - mark.y_mm) if mark else (inf, inf)
        yield was, what, off if hypot(*off) <= within else None


def _wall_by_wall(before: JobDocument, after: JobDocument) -> list[tuple[JobDocument, JobDocument]]:
    """Both jobs as they stand on one wall, or in a corner on each, as jobs of that wall alone."""
    second = before.placement.second_wall_id
    if before.fixture.corner is None or second is None:
        return [(before, after)]
    walls = [before.wall, *(wall for wall in before.walls if wall.id == second)]
    return [(of_wall(before, wall), of_wall(after, wall)) for wall in walls]


def _in_walls(job: JobDocument) -> Iterator[tuple[str, Wall]]:
    """The walls that a job stands on, each by the field of its place that names it."""
    walls = {wall.id: wall for wall in job.walls}
    for field in ("wall_id", "second_wall_id"):
        wall = walls.get(getattr(job.placement, field) or "")
        if wall is not None and (field == "wall_id" or job.fixture.corner is not None):
            yield field, wall


def drilled_elsewhere(before: JobDocument, after: Placement, catalogue: Catalogue) -> list[Fault]:
    """What is wrong with putting a job onto another wall: its drilled holes are in the one that it stands on.

    Holes do not go along, nor does what is told of them; so a job stays on a wall as long as it has holes in it.
    """
    faults = []
    for field, wall in _in_walls(before):
        if getattr(after, field) == wall.id:
            continue
        loose = before.came_loose is not None and any(
            not one.left_behind and one.hole_id in _marks(of_wall(where_it_hung(before), wall), catalogue)
            for one in before.came_loose.holes
        )
        if loose or drilled_holes(before.id, before, wall, catalogue):
            text = (
                f"holes of this job are drilled in “{wall.name}”: copy the job for another wall, or, if they are not "
                "there, take back first what is on record"
            )
            faults.append(Fault(f"placement.{field}", text))
    return faults


def stays_behind(before: JobDocument, after: JobDocument, catalogue: Catalogue) -> JobDocument:
    """The job after a change, with every drilled hole where it is in the wall and not where its mark went.

    A hole is still that of its mark where it lies no farther from it than before, or so near that it counts as the
    same; it then came out as far beside it. Any other stays behind as an old hole, in a corner in its own wall.
    """
    then, now = before.placement, after.placement
    elsewhere = (then.wall_id, then.second_wall_id) != (now.wall_id, now.second_wall_id)
    if not (before.records or before.came_loose) or elsewhere:
        return after
    same_mm, offs, gone, lefts = catalogue.figures.plan.same_hole_mm, {}, set(), list(after.left)
    for here, there in _wall_by_wall(before, after):
        on_second = here.wall.id != before.wall.id
        for was, what, off in _comes_to_lie(here, there, catalogue):
            if off is not None:
                offs[was.id] = off
                continue
            gone.add(was.id)
            if was.kind is HoleKind.CLAMPED:
                # a clamp that is taken off leaves nothing in the post
                continue
            if isinstance(what, HoleRecord):
                at = (was.x_mm + what.off_x_mm, was.y_mm + what.off_y_mm)
                left = _of_record(what, was.number, at, was.diameter_mm, catalogue, on_second=on_second)
            else:
                left = _of_old(was, what, on_second=on_second)
            # whoever moved it may have left the hole behind already, and of a repair the first job knows it
            known = [(one.x_mm, one.y_mm) for one in lefts if one.on_second is on_second]
            known += [(one.x_mm, one.y_mm) for one in here.wall.old_holes]
            if not any(hypot(x - left.x_mm, y - left.y_mm) <= same_mm for x, y in known):
                lefts.append(_among(lefts, left))
    records = tuple(_beside(one, offs.get(one.hole_id)) for one in after.records if one.hole_id not in gone)
    if not gone and records == after.records:
        return after
    changes: dict[str, object] = {"records": records}
    if gone:
        # marked, drilled and filled was another place
        changes |= {
            "left": tuple(lefts),
            "choices": tuple(one for one in after.choices if one.hole_id not in gone),
            "progress": after.progress.elsewhere(),
        }
    if after.came_loose:
        told = (
            one.model_copy(update={"left_behind": one.left_behind or one.hole_id in gone})
            for one in after.came_loose.holes
        )
        changes["came_loose"] = after.came_loose.model_copy(update={"holes": tuple(told)})
    return after.model_copy(update=changes)


def _beside(record: HoleRecord, off: tuple[float, float] | None) -> HoleRecord:
    if off is None or hypot(off[0] - record.off_x_mm, off[1] - record.off_y_mm) <= _SAME_MM:
        return record
    return record.model_copy(update={"off_x_mm": off[0], "off_y_mm": off[1]})
