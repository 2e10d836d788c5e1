"""Changes to what is kept: each is planned before it is saved, and what cannot be planned changes nothing."""

from rockpin.api.context import AppContext
from rockpin.api.schemas import Workspace
from rockpin.api.views import workspace_of
from rockpin.core.base.errors import BadInput, Fault
from rockpin.core.base.model import Model
from rockpin.core.document.job import JobBody, Site
from rockpin.core.document.wall import Wall
from rockpin.core.tables.references import job_faults, wall_faults
from rockpin.store.bodies import By


def _planned_then_saved(
    context: AppContext, job_id: str, document_id: str, body: Model, revision: int, summary: str, device: str
) -> Workspace:
    tried = context.store.document(job_id, context.catalogue, [body])
    plan = context.plan_of(tried)
    context.store.save(document_id, body, revision, summary, By(job_id, device or None))
    # somebody may have changed the wall in between: then the plan that was made is of another state
    stands = context.store.document(job_id, context.catalogue) == tried
    return workspace_of(context, job_id, plan if stands else None, device)


def save_job(
    context: AppContext, job_id: str, job: JobBody, revision: int, summary: str, device: str = ""
) -> Workspace:
    """Saves a job that can be planned, and answers with its screen. Raises BadInput, CannotPlan, StaleWrite."""
    if faults := job_faults(job, context.catalogue):
        raise BadInput(faults)
    context.store.check_walls(job_id, job)
    return _planned_then_saved(context, job_id, job_id, job, revision, summary, device)


def save_wall_of_job(
    context: AppContext, job_id: str, wall: Wall, revision: int, summary: str, device: str = ""
) -> Workspace:
    """Saves the wall that a job stands on, all jobs on it being plannable, and answers with the job's screen."""
    if context.store.job(job_id).body.placement.wall_id != wall.id:
        raise BadInput([Fault("wall.id", f"“{wall.id}” is not the wall that this job stands on")])
    check_wall(context, wall, besides=job_id)
    return _planned_then_saved(context, job_id, wall.id, wall, revision, summary, device)


def check_wall(context: AppContext, wall: Wall, besides: str | None = None) -> None:
    """Raises BadInput or CannotPlan where a wall cannot stand as it is now, with the jobs that are on it."""
    if faults := wall_faults(wall, context.catalogue, "wall."):
        raise BadInput(faults)
    for job in context.store.jobs(context.store.wall(wall.id).site_id):
        if job.id != besides and job.body.placement.wall_id == wall.id:
            context.must_stay_plannable(job.id, wall)


def check_site(context: AppContext, site: Site) -> None:
    """Raises CannotPlan where a site's region, units or year would leave one of its jobs without a plan."""
    for job in context.store.jobs(site.id):
        context.must_stay_plannable(job.id, site)
