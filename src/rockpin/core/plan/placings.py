"""Where the fixture of a job goes: said anew, dragged, or only asked what it could be measured from."""

from rockpin.core.base.errors import BadInput, Fault
from rockpin.core.base.keeping import NOTHING_KEPT, Keep
from rockpin.core.base.model import Model
from rockpin.core.document.arrangement import Spacing
from rockpin.core.document.job import JobDocument, Placement
from rockpin.core.document.placing import Feature, FeatureKind, Reference, Side, WallMark
from rockpin.core.fixture import with_fixture
from rockpin.core.placing import (
    Axis,
    Carried,
    NamedFeature,
    NamedMark,
    carried,
    features_of,
    held_from,
    mark_mm,
    marks_of,
)
from rockpin.core.plan.stages import read_wall, settled, surroundings_of
from rockpin.core.setout import hole_numbers
from rockpin.core.tables.catalogue import Catalogue


class AxisOptions(Model):
    """What can be measured in one direction, and what from."""

    features: tuple[NamedFeature, ...]
    marks: tuple[NamedMark, ...]


class PlacingOptions(Model):
    along: AxisOptions
    upright: AxisOptions


def standing(job: JobDocument, catalogue: Catalogue, keep: Keep = NOTHING_KEPT) -> JobDocument:
    """The job with its corner noted where it comes to lie now; what it is measured from stays as it was said.

    One with a hole on record stays where it was noted last.
    """
    now = settled(job, read_wall(job, catalogue, keep)).job.placement
    place = job.placement.model_copy(update={"x_mm": now.x_mm, "y_mm": now.y_mm})
    return job.model_copy(update={"placement": place})


def carry(
    job: JobDocument, x_mm: float, y_mm: float, catalogue: Catalogue, keep: Keep = NOTHING_KEPT, *, lines_up: bool
) -> Carried:
    """Where the fixture comes to lie when it is let go at (x, y) [mm]. ``lines_up``: with what stands near there."""
    here = surroundings_of(job, read_wall(job, catalogue, keep))
    within = catalogue.figures.setout.line_up_mm if lines_up else -1.0
    return carried(job, here, hole_numbers(job.fixture), x_mm, y_mm, within)


def measured_from(
    job: JobDocument, axis: Axis, held: Reference, catalogue: Catalogue, keep: Keep = NOTHING_KEPT, *, stay: bool
) -> JobDocument:
    """The job measured from something else. ``stay``: at the distance at which it stays where it is.

    Raises BadInput where there is no such thing.
    """
    read = read_wall(job, catalogue, keep)
    now = settled(job, read).job
    found = held_from(now, surroundings_of(job, read), axis, held, stay=stay)
    place = job.placement.model_copy(update={axis.value: found})
    # checked whole, so that nothing is measured across what has only a height
    place = type(place).model_validate(place.model_dump())
    # said anew it counts, also where holes are on record
    put = standing(job.model_copy(update={"placement": place, "records": ()}), catalogue, keep)
    return put.model_copy(update={"records": job.records})


def row_between(
    job: JobDocument,
    spacing: Spacing,
    between: tuple[WallMark, WallMark],
    catalogue: Catalogue,
    keep: Keep = NOTHING_KEPT,
) -> JobDocument:
    """The job with its things spaced out from one mark on the wall to another, whichever comes first.

    Raises BadInput where one of them is not there, or the things do not fit between.
    """
    here = surroundings_of(job, read_wall(job, catalogue, keep))
    places = [mark_mm(here, mark, Axis.ALONG, 0.0) for mark in between]
    known = [place for place in places if place is not None]
    if len(known) < len(places) or known[0] == known[1]:
        raise BadInput([Fault("between", "wants two different lines of this wall; pick both again")])
    left, right = sorted(known)
    first = between[known.index(left)]
    spaced = spacing.model_copy(update={"span_mm": right - left})
    held = Reference(feature=Feature(kind=FeatureKind.SPAN, side=Side.LOW), mark=first)
    place = Placement.model_validate({**job.placement.model_dump(), "along": held})
    fixture = job.fixture.model_copy(update={"spacing": spaced})
    return standing(with_fixture(job.model_copy(update={"placement": place}), fixture), catalogue, keep)


def placing_options(job: JobDocument, catalogue: Catalogue, keep: Keep = NOTHING_KEPT) -> PlacingOptions:
    """All lines of the fixture that can be measured, and all lines of the wall that it can be measured from."""
    here, numbers = surroundings_of(job, read_wall(job, catalogue, keep)), hole_numbers(job.fixture)
    return PlacingOptions(
        **{
            axis.value: AxisOptions(features=features_of(job.fixture, numbers, axis), marks=marks_of(here, axis))
            for axis in Axis
        }
    )
