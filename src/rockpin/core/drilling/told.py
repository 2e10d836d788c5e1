"""What every hole that was drilled tells of its wall: hits on the framing, checks, and holes that were given up."""

from typing import NamedTuple

from rockpin.core.base.model import Day
from rockpin.core.document.evidence import CameOut, Ended, Evidence, Hit, HitKind, Probe, ProbeInterval
from rockpin.core.document.job import JobDocument
from rockpin.core.drilling.record import given_up
from rockpin.core.placing import lying
from rockpin.core.setout import place_fixture
from rockpin.core.tables.catalogue import Catalogue

_BOARD_AT_MOST_MM = 40.0
"""What is deeper [mm] than this before the void is no board that a pin goes through."""


class _Told(NamedTuple):
    """One hole as a witness of its wall."""

    id: str
    x_mm: float
    y_mm: float
    met: tuple[str, ...]
    met_at_mm: float | None
    came_out: CameOut | None
    depth_mm: float | None
    fixing: str | None
    day: Day | None


def _told(job: JobDocument, catalogue: Catalogue) -> list[_Told]:
    at = lying(job, job.wall)
    placed = place_fixture(at, catalogue.figures.setout.channel_back_mm).holes if job.records else ()
    holes = {hole.id: hole for hole in placed}
    found = [
        _Told(
            f"met-{record.hole_id}",
            holes[record.hole_id].x_mm + record.off_x_mm,
            holes[record.hole_id].y_mm + record.off_y_mm,
            record.met,
            record.met_at_mm,
            record.came_out,
            record.depth_mm,
            record.fixing,
            record.day,
        )
        for record in job.records
        if record.hole_id in holes and record.met
    ]
    found += [_Told(one.id, one.x_mm, one.y_mm, one.met, None, None, None, one.fixing, one.day) for one in job.left]
    found += [
        _Told(one.id, one.x_mm, one.y_mm, one.reported, None, None, None, one.fixing, one.day)
        for one in job.wall.old_holes
        if one.reported
    ]
    return found


_HELD_MM = 60.0
"""A screw that went into a stud as planned went at least so deep [mm], where nobody measured."""


def _wood_to_mm(one: _Told, catalogue: Catalogue) -> float | None:
    """How deep [mm] a hole was in wood: a screw into a stud that went as planned, all the way; else nobody knows."""
    fixing = catalogue.fixing_by_key.get(one.fixing or "")
    if fixing is None or fixing.method != "wood" or "as_planned" not in one.met:
        return None
    return one.depth_mm or _HELD_MM


def _hit(one: _Told, catalogue: Catalogue) -> HitKind | None:
    """What a hole says of the framing, in a wall that has some."""
    behind = next((row.behind for key in one.met if (row := catalogue.outcome_by_key.get(key)) and row.behind), None)
    if behind == "wood":
        return HitKind.PIN_WOOD
    if behind == "void":
        return HitKind.PIN_VOID
    fixing = catalogue.fixing_by_key.get(one.fixing or "")
    if "as_planned" not in one.met or fixing is None:
        return None
    if fixing.method == "wood":
        return HitKind.PIN_WOOD
    return HitKind.PIN_VOID if fixing.method in ("board", "hanger") else None


def _evidence(one: _Told) -> Evidence | None:
    """A hole as a check of what the wall is: by its dust, else by what the bit felt."""
    depth = one.met_at_mm if "void" in one.met else one.depth_mm or one.met_at_mm
    if one.came_out and depth and depth <= 400:
        ended = Ended.VOID if "void" in one.met else Ended.SOLID
        probe = Probe(intervals=(ProbeInterval(from_mm=0, to_mm=depth, came_out=one.came_out),), ended=ended)
        return Evidence(id=one.id, check="probe", x_mm=one.x_mm, y_mm=one.y_mm, probe=probe, day=one.day)
    outcome = None
    if "void" in one.met and one.met_at_mm and one.met_at_mm <= _BOARD_AT_MOST_MM:
        outcome = "through_free"
    if "wood" in one.met:
        outcome = "through_wood"
    if outcome is None:
        return None
    return Evidence(id=one.id, check="pin", outcome=outcome, x_mm=one.x_mm, y_mm=one.y_mm, day=one.day)


def told_by_holes(job: JobDocument, catalogue: Catalogue) -> JobDocument:
    """The job with its wall as all holes in it have told it: its own, those given up, and those of other jobs.

    Asked again it changes nothing.
    """
    if not (job.records or job.left or any(one.reported for one in job.wall.old_holes)):
        return job
    wall = job.wall
    known = {one.id for items in (wall.hits, wall.evidence, wall.old_holes) for one in items}
    told = [one for one in _told(job, catalogue) if one.id not in {hit.id for hit in wall.hits}]
    hits = [
        Hit(
            id=one.id,
            kind=kind,
            x_mm=one.x_mm,
            y_mm=one.y_mm,
            depth_mm=_wood_to_mm(one, catalogue),
            day=one.day,
            drilled=True,
        )
        for one in told
        if (kind := _hit(one, catalogue)) and 0 <= one.x_mm <= wall.width_mm and 0 <= one.y_mm <= wall.height_mm
    ]
    checks = [found for one in told if one.id not in known and (found := _evidence(one))]
    left = [given_up(one, job.title) for one in job.left if one.id not in known]
    if not (hits or checks or left):
        return job
    told_wall = wall.model_copy(
        update={
            "hits": (*wall.hits, *hits),
            "evidence": (*wall.evidence, *checks),
            "old_holes": (*wall.old_holes, *left),
        }
    )
    return job.model_copy(update={"walls": tuple(told_wall if one is wall else one for one in job.walls)})
