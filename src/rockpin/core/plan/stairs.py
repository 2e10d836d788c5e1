"""A handrail along a flight of stairs: its slope and place from the nosing line, its brackets on the studs."""

from collections.abc import Sequence

from rockpin.core.base.errors import BadInput, Fault
from rockpin.core.base.keeping import NOTHING_KEPT, Keep
from rockpin.core.document.fixture import Attachment, RailKind
from rockpin.core.document.job import JobDocument, SupportPlace
from rockpin.core.document.landmarks import Stairs
from rockpin.core.document.placing import Feature, FeatureKind, Lie, MarkKind, Reference, WallMark
from rockpin.core.fixture import build, with_fixture
from rockpin.core.plan.placings import standing
from rockpin.core.plan.stages import read_wall
from rockpin.core.tables.catalogue import Catalogue

_SHAPE = "handrail"


def _nosing(job: JobDocument) -> Stairs:
    if job.wall.stairs is None:
        raise BadInput(
            [Fault("stairs", "nobody has said where the stairs run; give the nosing line of this wall first")]
        )
    if job.fixture.shape != _SHAPE:
        raise BadInput([Fault("fixture.shape", "is no handrail; choose that shape first")])
    return job.wall.stairs


def _onto(studs: Sequence[float], wanted: Sequence[float]) -> list[float]:
    """For each place the nearest stud that none before it has taken; the place itself where none is left."""
    free, found = sorted(studs), []
    for place in wanted:
        stud = min(free, key=lambda one: abs(one - place), default=None)
        if stud is None:
            found.append(place)
            continue
        free.remove(stud)
        found.append(stud)
    return found


def along_stairs(job: JobDocument, above_mm: float, catalogue: Catalogue, keep: Keep = NOTHING_KEPT) -> JobDocument:
    """The job with its handrail so high above the nosing line [mm, plumb], as long as the flight, parallel to it.

    On a wall with studs each bracket is slid to the nearest one that is free, its holes their offset below the rail.
    Raises BadInput where there are no stairs, or no handrail.
    """
    stairs = _nosing(job)
    run = stairs.going_mm * stairs.steps
    measures = {**job.fixture.measures, "width": abs(run), "rise": abs(run) * stairs.slope}
    shape = catalogue.shape_by_key[_SHAPE]
    fixture = build(
        shape, {key: value for key, value in measures.items() if key in {m.key for m in shape.measures}}, job.fixture
    )
    rail = next(one for one in fixture.rails if one.kind is RailKind.HANDRAIL)
    middle = Feature(kind=FeatureKind.RAIL, id=rail.id)
    place = job.placement.model_copy(
        update={
            "along": Reference(
                feature=middle, mark=WallMark(kind=MarkKind.LEFT_EDGE), distance_mm=stairs.x_mm + run / 2
            ),
            "upright": Reference(feature=middle, mark=WallMark(kind=MarkKind.NOSING), distance_mm=above_mm),
            "lie": Lie(),
            "supports": (),
        }
    )
    laid = with_fixture(job.model_copy(update={"placement": place}), fixture)
    whole = standing(
        job.model_copy(update={name: getattr(laid, name) for name in type(laid).model_fields}), catalogue, keep
    )
    return _on_studs(whole, catalogue, keep)


def _on_studs(job: JobDocument, catalogue: Catalogue, keep: Keep) -> JobDocument:
    read = read_wall(job, catalogue, keep)
    sliding = [one for one in job.fixture.supports if one.attachment is Attachment.SLIDING]
    if not read.identified.reading.family.framed or not sliding:
        return job
    rail = job.fixture.rails[0]
    low, high = sorted((rail.x_mm + job.placement.x_mm, rail.x2_mm + job.placement.x_mm))
    studs = [
        one.rect.centre_x_mm
        for one in read.framing.members
        if not one.horizontal and low <= one.rect.centre_x_mm <= high
    ]
    wanted = [one.rect.centre_x_mm + job.placement.x_mm for one in sliding]
    places = tuple(
        SupportPlace(support_id=one.id, dx_mm=round(stud - place, 4))
        for one, stud, place in zip(sliding, _onto(studs, wanted), wanted, strict=True)
        if abs(stud - place) > 1e-3
    )
    return job.model_copy(update={"placement": job.placement.model_copy(update={"supports": places})})
