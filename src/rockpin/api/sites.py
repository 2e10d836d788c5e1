"""Sites and their walls."""

from typing import Annotated
from zlib import crc32

from fastapi import APIRouter, Query, Response

from rockpin.api.changes import check_site, check_wall
from rockpin.api.context import Context
from rockpin.api.planning import Planning
from rockpin.api.schemas import Made, SiteLine, SiteNew, SitePage, SiteSave, WallNew, WallOut, WallSave
from rockpin.api.views import page_of_sites, whole_site
from rockpin.core.base.errors import BadInput, Fault
from rockpin.core.document.job import Site
from rockpin.core.document.wall import Wall
from rockpin.core.questions import starting_wall
from rockpin.store.bodies import new_id
from rockpin.store.listing import Order

router = APIRouter(prefix="/api", tags=["sites"])


@router.get("/sites")
def list_sites(
    context: Context,
    search: Annotated[str, Query(max_length=120)] = "",
    start: Annotated[int, Query(ge=0, le=1_000_000)] = 0,
    order: Order = Order.TOUCHED,
    away: bool = False,
) -> SitePage:
    """A page of the sites that hold every word of ``search`` in a name or a verdict. Nothing is planned.

    ``away``: only jobs that are put away.
    """
    return page_of_sites(context, search, start, order, away)


@router.get("/sites/{site_id}")
def read_site(site_id: str, context: Context) -> SiteLine:
    """A site with all of its jobs."""
    return whole_site(context, site_id)


@router.post("/sites", status_code=201)
def make_site(new: SiteNew, context: Context) -> Made:
    """A new site: a building, with its region and how one measures there."""
    site = Site(id=new_id("site"), **new.model_dump())
    return Made(id=context.store.add_site(site).id)


@router.put("/sites/{site_id}")
def save_site(site_id: str, save: SiteSave, context: Context, planning: Planning) -> SiteLine:
    """Saves a site; refused as stale where it was changed since that revision."""
    if save.site.id != site_id:
        raise BadInput([Fault("site.id", f"is {save.site.id}, but the address says {site_id}")])
    check_site(context, planning, save.site)
    context.store.save(site_id, save.site, save.revision, "site changed")
    return whole_site(context, site_id)


@router.delete("/sites/{site_id}", status_code=204)
def remove_site(site_id: str, context: Context) -> Response:
    """Puts a site into the trash, with its walls and jobs."""
    context.store.remove(Site, site_id)
    return Response(status_code=204)


@router.post("/sites/{site_id}/walls", status_code=201)
def make_wall(site_id: str, new: WallNew, context: Context) -> Made:
    """A wall from a usual build-up, with its studs or courses where that has any; or one left to the checks."""
    name = new_id("wall")
    known = {
        "stands": new.stands,
        "finish": new.finish,
        "built_year": new.built_year,
        "stated": new.stated,
        "practice_seed": crc32(name.encode()) if new.practice else None,
    }
    size = {"name": new.name, "width_mm": new.width_mm, "height_mm": new.height_mm}
    region = context.store.site(site_id).body.region
    wall = starting_wall(new.build_up, region, context.catalogue, id=name, **size, **known)
    return Made(id=context.store.add_wall(site_id, wall).id)


@router.get("/walls/{wall_id}")
def read_wall(wall_id: str, context: Context) -> WallOut:
    """A wall with the revision that it stands at."""
    saved = context.store.wall(wall_id)
    return WallOut(revision=saved.revision, wall=saved.body)


@router.put("/walls/{wall_id}")
def save_wall(wall_id: str, save: WallSave, context: Context, planning: Planning) -> WallOut:
    """Saves a wall, where every job on it can still be planned."""
    if save.wall.id != wall_id:
        raise BadInput([Fault("wall.id", f"is {save.wall.id}, but the address says {wall_id}")])
    check_wall(context, planning, save.wall)
    saved = context.store.save(wall_id, save.wall, save.revision, save.summary)
    return WallOut(revision=saved.revision, wall=saved.body)


@router.delete("/walls/{wall_id}", status_code=204)
def remove_wall(wall_id: str, context: Context) -> Response:
    """Puts a wall into the trash; refused where jobs stand on it."""
    context.store.remove(Wall, wall_id)
    return Response(status_code=204)
