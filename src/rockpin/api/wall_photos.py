"""Photos of a wall: kept, put upright under the elevation, read by a tap, and handed back with the marks drawn in."""

from typing import Annotated, Any

from fastapi import APIRouter, Body, Query, Response
from pydantic import Field

from rockpin.api.context import Body as Sent
from rockpin.api.context import Context, sent_as
from rockpin.api.photo_pictures import photo_named
from rockpin.api.planning import Planning
from rockpin.core.base.model import Model, WallCoordinate
from rockpin.core.document.photo import WallPhoto
from rockpin.core.photo import PhotoReading, TapReading, read_photo, read_tap

router = APIRouter(prefix="/api/jobs/{job_id}/wall-photos", tags=["photos of a wall"])


class KeptPicture(Model):
    """A picture that was kept: the name of its file, and its size [points]."""

    file: str
    width_px: int
    height_px: int


class Tapped(Model):
    """A tap on the wall drawn with a photo under it. ``px_per_mm``: how large it was drawn on the screen."""

    x_mm: WallCoordinate
    y_mm: WallCoordinate
    px_per_mm: float = Field(gt=0.001, le=100)


@router.post("", status_code=201, openapi_extra=sent_as("image/jpeg", {"type": "string", "format": "binary"}))
def keep_picture(job_id: str, sent: Sent, context: Context) -> KeptPicture:
    """Keeps a picture beside the data file, shrunk and without its position; it is put on the wall with the wall."""
    context.store.job(job_id)
    return KeptPicture(**context.photos.keep(sent)._asdict())


@router.post("/reading")
def read_wall_photo(job_id: str, photo: Annotated[WallPhoto, Body()], context: Context) -> PhotoReading:
    """How a photo lies on the wall of a job by its marks, saved or not, and what can be read off it."""
    document = context.store.document(job_id, context.catalogue)
    return read_photo(photo, document.wall, document.site.units, context.catalogue.figures.photo)


@router.post("/{photo_id}/tap")
def tap_photo(job_id: str, photo_id: str, tapped: Tapped, context: Context) -> TapReading | None:
    """How good a place is that was tapped on a photo; null where the photo does not show it."""
    document = context.store.document(job_id, context.catalogue)
    photo, figures = photo_named(document.wall, photo_id), context.catalogue.figures.photo
    return read_tap(photo, tapped.x_mm, tapped.y_mm, tapped.px_per_mm, document.site.units, figures)


_PICTURE: dict[int | str, dict[str, Any]] = {
    200: {"content": {"image/jpeg": {"schema": {"type": "string", "format": "binary"}}}}
}


@router.get("/{photo_id}/upright.jpg", response_class=Response, responses=_PICTURE)
async def upright_photo(
    job_id: str, photo_id: str, planning: Planning, v: Annotated[str, Query(max_length=80)] = ""
) -> Response:
    """The part of the wall that a photo shows, front on and to scale. ``v``: of the wall, to be fetched once."""
    body = await planning.later("photo_upright", job_id, photo_id)
    kept = "private, max-age=31536000, immutable" if v else "no-cache"
    return Response(body, media_type="image/jpeg", headers={"cache-control": kept})


@router.get("/{photo_id}/marks.jpg", response_class=Response, responses=_PICTURE)
async def marked_photo(job_id: str, photo_id: str, planning: Planning) -> Response:
    """The photo as it was taken with the marks of the job drawn in, to hand to somebody."""
    body = await planning.later("photo_marks", job_id, photo_id)
    name = f'attachment; filename="{job_id}-marks.jpg"'
    return Response(body, media_type="image/jpeg", headers={"Content-Disposition": name})
