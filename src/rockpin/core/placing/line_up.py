"""What a fixture lines up with while it is dragged, and the reference that it takes when it is let go there."""

from typing import NamedTuple

from rockpin.core.base.model import Model
from rockpin.core.document.fixture import Fixture
from rockpin.core.document.job import JobDocument, Placement
from rockpin.core.document.placing import FeatureKind, MarkKind, Reference, Side, WallMark
from rockpin.core.placing.features import Axis, Offsets, feature_mm, features_of
from rockpin.core.placing.marks import Surroundings, mark_lines
from rockpin.core.placing.sentences import held_text
from rockpin.core.placing.settling import settle, shifted


class LineUp(Model):
    """A line of the fixture that stands in line with one of the wall. ``at_mm``: where; ``text``: both in words."""

    axis: Axis
    reference: Reference
    at_mm: float
    text: str


class Carried(NamedTuple):
    """A placement where a fixture is let go, and what it lines up with there."""

    placement: Placement
    line_ups: tuple[LineUp, ...]


_LAST_KINDS = (MarkKind.COURSE, MarkKind.TILE, MarkKind.SKIRTING)
_FIRST_FEATURES = (FeatureKind.HOLE, FeatureKind.LINE, FeatureKind.RAIL)


def _between(here: Surroundings, axis: Axis) -> list[tuple[WallMark, WallMark, float]]:
    """The middle between the wall's ends, along it."""
    if axis is Axis.UPRIGHT:
        return []
    ends = WallMark(kind=MarkKind.LEFT_EDGE), WallMark(kind=MarkKind.RIGHT_EDGE)
    return [(*ends, here.wall.width_mm / 2)]


def _lines_to(here: Surroundings, axis: Axis) -> list[tuple[WallMark, float]]:
    """Marks that one lines up with by eye: not the wall's ends and the floor, which everything stands off."""
    away = (MarkKind.LEFT_EDGE, MarkKind.RIGHT_EDGE, MarkKind.FLOOR, MarkKind.TODAYS_FLOOR, MarkKind.CEILING)
    return [
        (mark, at)
        for mark, at in mark_lines(here, axis)
        if mark.kind not in away and at is not None and not _half_up_an_opening(mark, axis)
    ]


def _half_up_an_opening(mark: WallMark, axis: Axis) -> bool:
    """Half-way up a door is no line that anybody sees."""
    return axis is Axis.UPRIGHT and mark.kind is MarkKind.OPENING and mark.side is Side.MIDDLE


def _line_up(
    here: Surroundings,
    fixture: Fixture,
    offsets: Offsets,
    numbers: dict[str, int],
    axis: Axis,
    corner_mm: float,
    within_mm: float,
) -> tuple[Reference, float] | None:
    """The nearest pair of a feature and a mark, and how far the fixture must go for it [mm]; None beyond the limit."""
    best: tuple[tuple[float, bool, bool], Reference, float] | None = None
    targets: list[tuple[WallMark, WallMark | None, float]] = [(mark, None, at) for mark, at in _lines_to(here, axis)]
    targets += list(_between(here, axis))
    for named in features_of(fixture, numbers, axis):
        at = feature_mm(fixture, offsets, named.feature, axis)
        if at is None:
            continue
        for mark, halfway_to, line_mm in targets:
            away = line_mm - (corner_mm + at)
            if abs(away) > within_mm:
                continue
            # of several as near, what is marked on the wall before what is only drawn there
            rank = (round(abs(away)), mark.kind in _LAST_KINDS, named.feature.kind not in _FIRST_FEATURES)
            if best is None or rank < best[0]:
                best = rank, Reference(feature=named.feature, mark=mark, halfway_to=halfway_to), away
    return None if best is None else best[1:]


def carried(
    job: JobDocument, here: Surroundings, numbers: dict[str, int], x_mm: float, y_mm: float, within_mm: float
) -> Carried:
    """The placement of a job whose fixture's corner is let go at (x, y), with what it lines up with there.

    Along and upright by themselves: where a line of it comes within ``within_mm`` of one of the wall it is put in line
    and measured from that; else what it is measured from stays, and the distance changes.
    """
    now = settle(job, here, numbers)
    at, placed = job.placement, now.job.placement
    moved = shifted(at, x_mm - placed.x_mm, y_mm - placed.y_mm).model_copy(update={"x_mm": x_mm, "y_mm": y_mm})
    offsets = {one.support_id: (one.dx_mm, one.dy_mm) for one in placed.supports}
    line_ups = []
    for axis, corner in ((Axis.ALONG, x_mm), (Axis.UPRIGHT, y_mm)):
        met = _line_up(here, now.job.fixture, offsets, numbers, axis, corner, within_mm)
        if met is None:
            continue
        reference, away = met
        at_mm = corner + away + (feature_mm(now.job.fixture, offsets, reference.feature, axis) or 0.0)
        text = held_text(here, job.fixture, numbers, reference, axis)
        line_ups.append(LineUp(axis=axis, reference=reference, at_mm=at_mm, text=text))
        place = {"along": reference, "x_mm": x_mm + away} if axis is Axis.ALONG else {}
        place |= {"upright": reference, "y_mm": y_mm + away} if axis is Axis.UPRIGHT else {}
        moved = moved.model_copy(update=place)
    return Carried(moved, tuple(line_ups))
