"""The whole job from left to right: a job document goes in, a plan comes out, one call a room.

Same document and same catalogue, same plan: nothing here asks a clock, a file or chance.
"""

from rockpin.core.base.keeping import NOTHING_KEPT, Keep
from rockpin.core.document.job import JobDocument
from rockpin.core.plan.both_planes import both_planes
from rockpin.core.plan.corner import planes_of
from rockpin.core.plan.one_plane import one_plane
from rockpin.core.plan.plan import Plan
from rockpin.core.tables.catalogue import Catalogue


def make_plan(job: JobDocument, catalogue: Catalogue, keep: Keep = NOTHING_KEPT, at_rest: Plan | None = None) -> Plan:
    """The plan of a job. Raises BadInput where the document names what the catalogue does not have.

    ``keep``: what rooms have answered lately to the same questions; the plan is the same with it and without.
    ``at_rest``: the plan where the fixture stood, while somebody moves it. What nobody reads meanwhile is left: the
    next check, the heavier hand and the order of work are as they were there, no lists of what else holds at a hole
    are made, and what is said of a fixing does not say how far to move it. Verdicts are as they are.
    """
    planes = planes_of(job, catalogue.figures.demand)
    if planes is None:
        return one_plane(job, catalogue, keep, at_rest).plan
    return both_planes(job, planes, catalogue, keep, at_rest)
