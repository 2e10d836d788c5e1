"""Where a fixture comes to lie by what it is measured from, and as what it lies there."""

from collections.abc import Mapping
from typing import NamedTuple, TypeVar

from rockpin.core.base.errors import BadInput, Fault
from rockpin.core.base.model import Model, Rect
from rockpin.core.base.quantities import show_length
from rockpin.core.document.fixture import Attachment, Fixture
from rockpin.core.document.job import JobBody, JobDocument, Placement, SupportPlace
from rockpin.core.document.placing import Lie, MarkKind, Reference, WallMark
from rockpin.core.document.wall import Wall
from rockpin.core.placing.features import Axis, Offsets, feature_mm, seen_of
from rockpin.core.placing.marks import Surroundings, mark_label, mark_mm, mark_within_mm
from rockpin.core.placing.sentences import climb_text, held_text, lie_text
from rockpin.core.placing.turning import angle_deg, slope_of, turned

Job = TypeVar("Job", bound=JobBody)


class Lost(Model):
    """What a fixture was measured from and is gone, or what of it was measured."""

    axis: Axis
    text: str


class Unsure(Model):
    """A reference to something that was read off a photo, in words, and how far off that may lie [mm]."""

    axis: Axis
    text: str
    within_mm: float


class PlacingReading(Model):
    """Where a fixture goes, in words that can be pressed one by one.

    ``x_mm``, ``y_mm``: of its corner; ``left_mm``, ``low_mm``: of what one sees of it. ``turn_deg``: how far it is
    turned out of level, anticlockwise about hole 1. ``in_corner``: whether a corner of two walls holds it where it is
    along them.
    """

    upright_text: str
    along_text: str
    lie_text: str
    sentence: str
    x_mm: float
    y_mm: float
    left_mm: float
    low_mm: float
    slope_mm_per_m: float
    turn_deg: float
    in_corner: bool = False
    lost: tuple[Lost, ...]
    unsure: tuple[Unsure, ...]


class Settled(NamedTuple):
    """A job with its fixture where it comes to lie and as it lies there, and how that is said."""

    job: JobDocument
    reading: PlacingReading


def _along_the_rail(fixture: Fixture, places: tuple[SupportPlace, ...]) -> tuple[SupportPlace, ...]:
    """Brackets slid along a rail that climbs keep their distance below it, measured plumb."""
    rail = next((one for one in fixture.rails if one.y_mm != one.y2_mm and one.x_mm != one.x2_mm), None)
    if rail is None:
        return places
    climb = (rail.y2_mm - rail.y_mm) / (rail.x2_mm - rail.x_mm)
    sliding = {one.id for one in fixture.supports if one.attachment is Attachment.SLIDING}
    return tuple(
        one.model_copy(update={"dy_mm": one.dy_mm + climb * one.dx_mm}) if one.support_id in sliding else one
        for one in places
    )


def _turned_slides(places: tuple[SupportPlace, ...], slope_mm_per_m: float) -> tuple[SupportPlace, ...]:
    """A bracket slides along the piece as it lies, not along the floor."""
    slope = slope_mm_per_m / 1000
    across = (1 + slope * slope) ** -0.5
    return tuple(
        one.model_copy(
            update={
                "dx_mm": across * (one.dx_mm - slope * one.dy_mm),
                "dy_mm": across * (slope * one.dx_mm + one.dy_mm),
            }
        )
        for one in places
    )


def _offsets(places: tuple[SupportPlace, ...]) -> Offsets:
    return {one.support_id: (one.dx_mm, one.dy_mm) for one in places}


def resolved_mm(
    here: Surroundings, fixture: Fixture, offsets: Offsets, held: Reference, axis: Axis, corner_x_mm: float
) -> float | None:
    """Where the fixture's corner comes to lie [mm] by a reference; None where one of its ends is gone."""
    feature = feature_mm(fixture, offsets, held.feature, axis)
    over = feature_mm(fixture, offsets, held.feature, Axis.ALONG)
    if feature is None:
        return None
    # a line across the whole fixture is measured at its middle
    whole = seen_of(fixture)
    middle = whole.centre_x_mm if whole else 0.0
    x_mm = corner_x_mm + (middle if over is None else over)
    marks = [mark_mm(here, mark, axis, x_mm) for mark in held.marks]
    known = [mark for mark in marks if mark is not None]
    if len(known) < len(marks):
        return None
    return sum(known) / len(known) + held.distance_mm - feature


def _sentence(upright: str, along: str, lie: str) -> str:
    text = f"{upright}, {along}; {lie}."
    return text[:1].upper() + text[1:]


def lying(job: Job, wall: Wall) -> Job:
    """A job with its fixture and its slid brackets as they lie, where its corner was last said to be."""
    at, slope = job.placement, slope_of(job.placement.lie, wall)
    places = _along_the_rail(job.fixture, at.supports)
    places = _turned_slides(places, slope) if slope else places
    lain = at.model_copy(update={"supports": places, "lie": Lie()})
    return job.model_copy(update={"placement": lain, "fixture": turned(job.fixture, slope or 0.0)})


def _along_text(here: Surroundings, seen: Rect) -> str:
    """Where along the wall it lies while nobody has said from what that is measured, in words."""
    post = here.wall.post
    if post is None:
        return f"its left side {show_length(seen.x_mm, here.units)} from the left end of the wall"
    beside = seen.centre_x_mm - post.x_mm
    if abs(beside) < _IN_LINE_MM:
        return "its middle in line with the post"
    return f"its middle {show_length(abs(beside), here.units)} to the {'right' if beside > 0 else 'left'} of the post"


_IN_LINE_MM = 0.05


def settle(job: JobDocument, here: Surroundings, numbers: Mapping[str, int]) -> Settled:
    """A job with its place worked out from what it is measured from, and its fixture as it lies there.

    ``numbers``: of the holes in the wall. Where an end of a reference is gone, the place last said counts, and the
    reading tells it. Once a hole is on record nothing moves the fixture any more, and the distances are told as they
    come out.
    """
    at, slope, lain = job.placement, slope_of(job.placement.lie, here.wall), lying(job, here.wall)
    fixture, offsets = lain.fixture, _offsets(lain.placement.supports)
    unsure: list[Unsure] = []
    place, lost, texts = {Axis.ALONG: at.x_mm, Axis.UPRIGHT: at.y_mm}, [], {}
    for axis, held in ((Axis.ALONG, at.along), (Axis.UPRIGHT, at.upright)):
        if held is None:
            continue
        found = resolved_mm(here, fixture, offsets, held, axis, place[Axis.ALONG])
        if found is None:
            lost.append(Lost(axis=axis, text=held_text(here, job.fixture, numbers, held, axis)))
            continue
        if job.records:
            held = held.model_copy(update={"distance_mm": held.distance_mm + place[axis] - found})
        else:
            place[axis] = found
        texts[axis] = held_text(here, job.fixture, numbers, held, axis)
        if off := max(mark_within_mm(here, mark) for mark in held.marks):
            unsure.append(Unsure(axis=axis, text=texts[axis], within_mm=off))
    if slope is None:
        lost.append(Lost(axis=Axis.UPRIGHT, text="parallel to what is there no more"))
    x_mm, y_mm = place[Axis.ALONG], place[Axis.UPRIGHT]
    whole = seen_of(fixture) or Rect(x_mm=0, y_mm=0, width_mm=0, height_mm=0)
    left, low = x_mm + whole.x_mm, y_mm + whole.y_mm
    floor = mark_label(here, WallMark(kind=MarkKind.FLOOR), Axis.UPRIGHT)
    along = texts.get(Axis.ALONG) or _along_text(here, whole.model_copy(update={"x_mm": left}))
    upright = texts.get(Axis.UPRIGHT) or f"its lower edge {show_length(low, here.units)} above {floor}"
    lie = climb_text(job.fixture) or lie_text(here, at.lie, slope)
    placed = lain.placement.model_copy(update={"x_mm": x_mm, "y_mm": y_mm})
    reading = PlacingReading(
        upright_text=upright,
        along_text=along,
        lie_text=lie,
        sentence=_sentence(upright, along, lie),
        x_mm=x_mm,
        y_mm=y_mm,
        left_mm=left,
        low_mm=low,
        slope_mm_per_m=slope or 0.0,
        turn_deg=angle_deg(slope or 0.0),
        lost=tuple(lost),
        unsure=tuple(unsure),
    )
    return Settled(lain.model_copy(update={"placement": placed}), reading)


def in_a_corner(reading: PlacingReading) -> PlacingReading:
    """The same in an inside corner, which says where it goes along both walls."""
    along = "in the corner of both walls"
    sentence = _sentence(reading.upright_text, along, reading.lie_text)
    return reading.model_copy(update={"along_text": along, "sentence": sentence, "in_corner": True})


def held_from(job: JobDocument, here: Surroundings, axis: Axis, held: Reference, *, stay: bool) -> Reference:
    """A reference of a settled job. ``stay``: with the distance at which the fixture stays where it is.

    Raises BadInput where the fixture has no such feature, or the wall no such mark.
    """
    offsets = _offsets(job.placement.supports)
    if feature_mm(job.fixture, offsets, held.feature, axis) is None:
        raise BadInput([Fault("feature", "is nothing that this fixture has; pick another line of it")])
    corner = resolved_mm(here, job.fixture, offsets, held, axis, job.placement.x_mm)
    if corner is None:
        raise BadInput([Fault("mark", "is nothing that is on this wall; pick another line to measure from")])
    now = job.placement.x_mm if axis is Axis.ALONG else job.placement.y_mm
    return held.model_copy(update={"distance_mm": round(held.distance_mm + now - corner, 4)}) if stay else held


def shifted(placement: Placement, dx_mm: float, dy_mm: float) -> Placement:
    """The placement so many mm to the right and up: what it is measured from stays, its distance changes."""

    def farther(held: Reference | None, by_mm: float) -> Reference | None:
        return held and held.model_copy(update={"distance_mm": round(held.distance_mm + by_mm, 4)})

    return placement.model_copy(
        update={
            "x_mm": placement.x_mm + dx_mm,
            "y_mm": placement.y_mm + dy_mm,
            "along": farther(placement.along, dx_mm),
            "upright": farther(placement.upright, dy_mm),
        }
    )
