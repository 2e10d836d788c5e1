"""Whether everything in a data file opens and has a plan."""

from collections.abc import Iterator

from rockpin.api.context import AppContext
from rockpin.catalogue import load_catalogue
from rockpin.core.base.errors import RockPinError
from rockpin.core.document.job import JobBody, Site
from rockpin.core.document.wall import Wall
from rockpin.store import Broken, Store


def what_is_wrong(store: Store) -> list[str]:
    """Every site, wall and job that does not open or has no plan, each with why; empty where all are whole."""
    found = []
    for site in store.listed(Site, None):
        if isinstance(site, Broken):
            found.append(f"site “{site.label}”: {site.why}")
        found += [f"wall “{one.label}”: {one.why}" for one in store.listed(Wall, site.id) if isinstance(one, Broken)]
    return found + [f"job “{title}”: {why}" for _, title, why in _faulty(store)]


def faulty_jobs(store: Store) -> list[str]:
    """The ids of the jobs that do not open or have no plan."""
    return [job_id for job_id, _, _ in _faulty(store)]


def _faulty(store: Store) -> Iterator[tuple[str, str, str]]:
    """Id, title and why."""
    context = AppContext(store=store, shipped=load_catalogue())
    for site in store.listed(Site, None):
        for job in store.listed(JobBody, site.id):
            if isinstance(job, Broken):
                yield job.id, job.label, job.why
                continue
            try:
                context.plan_of(store.document(job.id, context.catalogue))
            except RockPinError as error:
                yield job.id, job.body.title, str(error)
