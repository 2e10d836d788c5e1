"""Things put beside others on a wall: at the height at which each usually hangs, while the rest stays where it is."""

from rockpin.core.base.errors import BadInput
from rockpin.core.base.keeping import NOTHING_KEPT, Keep
from rockpin.core.document.fixture import Fixture
from rockpin.core.document.job import JobDocument
from rockpin.core.fittings import stands
from rockpin.core.fixture import joined, raised, start_height_mm, started, with_fixture
from rockpin.core.placing import Axis, held_from
from rockpin.core.plan.placings import standing
from rockpin.core.plan.stages import read_wall, surroundings_of
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.shapes import ShapeStart


def beside(document: JobDocument, start: ShapeStart, catalogue: Catalogue, keep: Keep = NOTHING_KEPT) -> JobDocument:
    """The job with another thing at the end of its row. Raises BadInput where that would be too many parts.

    What stands goes on the floor; what usually hangs at another height goes there, and else level with the rest.
    """
    here = standing(document, catalogue, keep)
    thing = started(start, {})
    up = _up_mm(here, thing, start, catalogue) if here.fixture.pieces else 0.0
    return with_the_rest_as_it_is(here, joined(here.fixture, raised(thing, up)), catalogue, keep)


def _up_mm(here: JobDocument, thing: Fixture, start: ShapeStart, catalogue: Catalogue) -> float:
    """How much higher than the rest [mm] a thing goes."""
    at_mm, figures = here.placement.y_mm, catalogue.figures.setout
    if stands(thing):
        return -at_mm
    kinds = {one for piece in here.fixture.pieces for one in here.fixture.made_as(piece)}
    if not stands(here.fixture) and (start.lower_edge_mm is None or start.shape.key in kinds):
        return 0.0
    up = start_height_mm(start, thing, here.wall.height_mm, figures.start_height_mm) - at_mm
    return up if abs(up) > figures.beside_level_mm else 0.0


def with_the_rest_as_it_is(
    here: JobDocument, fixture: Fixture, catalogue: Catalogue, keep: Keep = NOTHING_KEPT
) -> JobDocument:
    """The job where it stands with another row of things: whatever its edges are now, none of the others goes up or
    down for it."""
    job = with_fixture(here, fixture)
    held = job.placement.upright
    if held is None:
        return job
    try:
        read = read_wall(job, catalogue, keep)
        stays = held_from(job, surroundings_of(job, read), Axis.UPRIGHT, held, stay=True)
    except BadInput:
        # what it was measured by went with a thing that is gone
        stays = None
    return job.model_copy(update={"placement": job.placement.model_copy(update={"upright": stays})})
