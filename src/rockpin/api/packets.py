"""A packet of one job kept in the van: from then on it competes in every job."""

from fastapi import APIRouter

from rockpin.api.context import Context
from rockpin.api.kit import own_out
from rockpin.api.schemas import OwnOut
from rockpin.core.base.errors import NotFound
from rockpin.core.base.words import inside
from rockpin.core.document.fixings import OwnFixings
from rockpin.core.tables.packets import kept
from rockpin.store.bodies import FIXINGS_ID, KIT_ID

router = APIRouter(prefix="/api", tags=["kit"])


@router.post("/jobs/{job_id}/packets/{packet_id}/keep")
def keep_packet(job_id: str, packet_id: str, context: Context) -> OwnOut:
    """Puts a packet among the user's own fixings, and what is left of it into the van."""
    job = context.store.job(job_id)
    sold = context.store.site(job.site_id).body.sold
    found = kept(job.body, packet_id, context.catalogue, sold)
    if found is None:
        raise NotFound(f"There is no packet “{packet_id}” in this job; it may have been taken out.")
    own, kit = context.store.own_fixings(), context.store.kit()
    name = inside(found.rows[0].label)
    context.store.save(FIXINGS_ID, OwnFixings(rows=(*own.body.rows, *found.rows)), own.revision, f"{name} kept")
    if found.fixings or found.screws:
        body = kit.body.model_copy(
            update={
                "fixings": (*kit.body.fixings, *found.fixings),
                "screws": (*kit.body.screws, *found.screws),
            }
        )
        context.store.save(KIT_ID, body, kit.revision, f"{name} put in the van")
    return own_out(context)
