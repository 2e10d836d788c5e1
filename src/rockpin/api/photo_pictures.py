"""Pictures made of a photo of a wall: put upright, and as it was taken with the marks drawn in."""

from rockpin.api.context import AppContext
from rockpin.core.base.errors import BadInput, Fault, NotFound
from rockpin.core.base.quantities import UnitSystem
from rockpin.core.document.photo import WallPhoto
from rockpin.core.document.wall import Wall
from rockpin.core.photo import DrawnMark, Solution, Unsolved, put_upright, read_photo, solved, with_marks
from rockpin.core.tables.figures import PhotoFigures


def photo_named(wall: Wall, photo_id: str) -> WallPhoto:
    """A photo of a wall by its id. Raises NotFound."""
    found = next((one for one in wall.photos if one.id == photo_id), None)
    if found is None:
        raise NotFound(f"There is no photo “{photo_id[:80]}” of this wall; it may have been taken out.")
    return found


def lying_photo(photo: WallPhoto, figures: PhotoFigures) -> Solution:
    """How a photo lies on its wall. Raises BadInput where it does not yet."""
    found = solved(photo, figures)
    if isinstance(found, Unsolved):
        raise BadInput([Fault("photo", f"does not lie on the wall yet: {found.wants}")])
    return found


def picture_of(context: AppContext, photo: WallPhoto) -> bytes:
    """The picture itself. Raises NotFound where it is not beside this data file."""
    read = context.photos.read(photo.file)
    if read is None:
        raise NotFound("The picture itself is not here: it lies beside the data file that it was taken into.")
    return read


def photo_upright(context: AppContext, job_id: str, photo_id: str) -> bytes:
    """A photo of the wall of a job, put upright and to scale, as JPEG. Raises NotFound and BadInput."""
    wall, figures = context.store.document(job_id, context.catalogue).wall, context.catalogue.figures.photo
    photo = photo_named(wall, photo_id)
    solution, reading = lying_photo(photo, figures), read_photo(photo, wall, UnitSystem.METRIC, figures)
    if reading.area is None:
        raise BadInput([Fault("marks", "put the photo beside the wall; look at where they lie")])
    return put_upright(picture_of(context, photo), photo, solution, reading.area, figures)


def photo_marks(context: AppContext, job_id: str, photo_id: str) -> bytes:
    """A photo of the wall of a job as it was taken, with the marks of the job drawn in, as JPEG."""
    document = context.store.document(job_id, context.catalogue)
    photo = photo_named(document.wall, photo_id)
    solution = lying_photo(photo, context.catalogue.figures.photo)
    plan = context.plan_of(document)
    drawn = [
        DrawnMark(one.left_mm, one.up_mm, str(one.number), f"{one.left_text} / {one.up_text}")
        for one in plan.measures.marks
    ]
    return with_marks(picture_of(context, photo), photo, solution, drawn)
