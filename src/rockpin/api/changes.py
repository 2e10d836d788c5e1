"""Changes to what is kept: each is planned before it is saved, and what cannot be planned changes nothing."""

from rockpin.api.context import AppContext
from rockpin.api.handed import TakenIn, part_of
from rockpin.api.planning import Planner
from rockpin.core.base.errors import BadInput, CannotPlan, Fault, StaleWrite
from rockpin.core.base.model import Model
from rockpin.core.document.job import JobBody, Site
from rockpin.core.document.wall import Wall
from rockpin.core.drilling import drilled_elsewhere, stays_behind
from rockpin.core.fixture import in_row
from rockpin.core.plan import Happened, standing
from rockpin.core.tables.references import job_faults, wall_faults
from rockpin.store.bodies import By


def save_job(
    context: AppContext,
    planner: Planner,
    job_id: str,
    job: JobBody,
    revision: int,
    summary: str,
    device: str = "",
    taken_in: str | None = None,
) -> bytes:
    """Saves a job that can be planned, and answers with its screen. Raises BadInput, CannotPlan, StaleWrite.

    ``taken_in``: the id of what happened at the wall, where that is what changes the job.
    """
    if faults := job_faults(job, context.catalogue):
        raise BadInput(faults)
    job = job.model_copy(update={"fixture": in_row(job.fixture)})
    context.store.check_walls(job_id, job)
    job = _left_where_drilled(context, job_id, _noted(context, job_id, job))
    planner.ask("tried", job_id, *part_of(job))
    context.store.save(job_id, job, revision, summary, By(job_id, device or None), taken_in)
    return planner.ask("workspace", job_id, device)


_TRIES = 6


def take_in_happened(context: AppContext, planner: Planner, job_id: str, thing: Happened, device: str) -> bytes:
    """Takes in what happened at the wall, once, on top of whatever stands by then; answers with the job's screen.

    Raises NotFound where what it speaks of is not there any more, BadInput where what is said cannot be.
    """
    for left in reversed(range(_TRIES)):
        taken_in_by = context.store.taken_in_by(thing.id)
        if taken_in_by == job_id:
            return planner.ask("workspace", job_id, device)
        if taken_in_by is not None:
            raise BadInput(
                [Fault("id", f"“{thing.id}” was said of another job already; give this one an id of its own")]
            )
        revision = context.store.job(job_id).revision
        made = TakenIn.model_validate_json(planner.ask("taken_in", job_id, thing.model_dump_json()))
        try:
            return save_job(context, planner, job_id, made.job, revision, made.summary, device, taken_in=thing.id)
        except StaleWrite:
            # somebody else was faster: it is taken in on top of theirs
            if not left:
                raise
    raise AssertionError("unreachable")


def _noted(context: AppContext, job_id: str, job: JobBody) -> JobBody:
    """The job with its place noted as it comes out now: from the first hole on record on it is what counts."""
    held = job.placement.along or job.placement.upright
    if held is None or context.store.job(job_id).body.records:
        return job
    try:
        document = context.store.document(job_id, context.catalogue, [job.model_copy(update={"records": ()})])
        at = standing(document, context.catalogue, context.keep).placement
    except CannotPlan:
        return job
    return job.model_copy(update={"placement": job.placement.model_copy(update={"x_mm": at.x_mm, "y_mm": at.y_mm})})


def _left_where_drilled(context: AppContext, job_id: str, job: JobBody) -> JobBody:
    """The job with every drilled hole where it is in the wall, wherever the fixture has been put.

    Raises BadInput where that would be another wall.
    """
    kept = context.store.job(job_id).body
    if not (kept.records or kept.came_loose or kept.left):
        return job
    try:
        before, after = (
            standing(context.store.document(job_id, context.catalogue, changed), context.catalogue, context.keep)
            for changed in ([], [job])
        )
    except CannotPlan:
        return job
    if faults := drilled_elsewhere(before, job.placement, context.catalogue):
        raise BadInput(faults)
    left = stays_behind(before, after, context.catalogue)
    if left is after:
        return job
    parts = ("records", "left", "choices", "progress", "came_loose")
    return job.model_copy(update={name: getattr(left, name) for name in parts})


def save_wall_of_job(
    context: AppContext, planner: Planner, job_id: str, wall: Wall, revision: int, summary: str, device: str = ""
) -> bytes:
    """Saves the wall that a job stands on, all jobs on it being plannable, and answers with the job's screen."""
    if context.store.job(job_id).body.placement.wall_id != wall.id:
        raise BadInput([Fault("wall.id", f"“{wall.id}” is not the wall that this job stands on")])
    check_wall(context, planner, wall, besides=job_id)
    planner.ask("tried", job_id, *part_of(wall))
    context.store.save(wall.id, wall, revision, summary, By(job_id, device or None))
    return planner.ask("workspace", job_id, device)


def check_wall(context: AppContext, planner: Planner, wall: Wall, besides: str | None = None) -> None:
    """Raises BadInput or CannotPlan where a wall cannot stand as it is now, with the jobs that are on it."""
    if faults := wall_faults(wall, context.catalogue, "wall."):
        raise BadInput(faults)
    jobs = context.store.jobs(context.store.wall(wall.id).site_id)
    on_it = [job.id for job in jobs if job.id != besides and job.body.placement.wall_id == wall.id]
    _must_stay_plannable(planner, on_it, wall)


def check_site(context: AppContext, planner: Planner, site: Site) -> None:
    """Raises CannotPlan where a site's region, units or year would leave one of its jobs without a plan."""
    _must_stay_plannable(planner, [job.id for job in context.store.jobs(site.id)], site)


def _must_stay_plannable(planner: Planner, job_ids: list[str], changed: Model) -> None:
    part = part_of(changed)
    for job_id in job_ids:
        planner.ask("stays_plannable", job_id, *part)
