"""Whether a job holds what hangs on it, by all that is said of loads and fixings; not whether one may drill there."""

from rockpin.core.base.findings import Severity
from rockpin.core.base.keeping import NOTHING_KEPT, Keep
from rockpin.core.document.job import JobDocument
from rockpin.core.plan.findings import what_holds
from rockpin.core.plan.stages import compute_stages
from rockpin.core.tables.catalogue import Catalogue


def is_held(job: JobDocument, catalogue: Catalogue, keep: Keep = NOTHING_KEPT) -> bool:
    """Whether every hole has a fixing that holds, and nothing of maker, loads or board alone forbids it."""
    done = compute_stages(job, catalogue, keep, advise=False)
    if not done.choices or not all(one.chosen is not None and one.chosen.accepted for one in done.choices):
        return False
    said = what_holds(done.whole.counted(), done)
    return not any(one.severity is Severity.DO_NOT_DRILL for some in said for one in some)
