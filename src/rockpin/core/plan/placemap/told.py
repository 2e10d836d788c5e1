"""The map as it is told: rows of runs, each row that differs once, in whole steps over the wall."""

from itertools import groupby
from math import floor

import numpy as np

from rockpin.core.base.keeping import NOTHING_KEPT, GoOn, Keep, go_on_always
from rockpin.core.base.model import Model
from rockpin.core.document.job import JobDocument
from rockpin.core.plan.placemap.places import WORDS, PlaceMap, map_places, mappable
from rockpin.core.plan.placings import standing
from rockpin.core.plan.stages import wall_content
from rockpin.core.tables.catalogue import Catalogue


class WallMap(Model):
    """Where a fixture could go, at every whole millimetre, or some millimetres apart.

    ``x_mm``, ``y_mm``: its corner at the first place, lower left; ``middle_x_mm``, ``middle_y_mm``: the middle of what
    is seen of it there. ``columns``: places in a row. ``words``: what the numbers say. ``patterns``: rows as pairs of a
    number and how many places in a row have it; ``rows``: from below, pairs of a pattern and how many rows have it.
    ``ready``: how many places are ready. ``step_mm``: how far places lie apart.
    """

    x_mm: float
    y_mm: float
    middle_x_mm: float
    middle_y_mm: float
    columns: int
    words: tuple[str, ...]
    patterns: tuple[tuple[int, ...], ...]
    rows: tuple[int, ...]
    ready: int
    step_mm: int = 1


def _told(found: PlaceMap, x_mm: float, y_mm: float) -> WallMap:
    weights = found.weights
    numbers: dict[bytes, int] = {}
    rows = [numbers.setdefault(row.tobytes(), len(numbers)) for row in weights]
    patterns = []
    for row in numbers:
        line = np.frombuffer(row, np.uint8)
        ends = np.append(np.flatnonzero(line[1:] != line[:-1]) + 1, len(line))
        starts = np.append(0, ends[:-1])
        patterns.append(
            tuple(int(part) for start, end in zip(starts, ends, strict=True) for part in (line[start], end - start))
        )
    return WallMap(
        x_mm=x_mm + found.dx_mm,
        y_mm=y_mm + found.dy_mm,
        middle_x_mm=found.area.centre_x_mm + found.dx_mm,
        middle_y_mm=found.area.centre_y_mm + found.dy_mm,
        columns=weights.shape[1],
        words=tuple(WORDS),
        patterns=tuple(patterns),
        rows=tuple(part for number, some in groupby(rows) for part in (number, len(list(some)))),
        ready=int((weights == 0).sum()),
        step_mm=found.step_mm,
    )


def wall_map(
    job: JobDocument,
    catalogue: Catalogue,
    keep: Keep = NOTHING_KEPT,
    *,
    coarse: bool = False,
    go_on: GoOn = go_on_always,
) -> WallMap | None:
    """The map of a job over its whole wall; None where its places are judged one by one.

    It is the same wherever the fixture stands now, whole steps apart: it is kept for all of them. ``coarse``: with some
    millimetres between places, which takes a moment where each millimetre takes seconds. ``go_on``: see
    :func:`map_places`.
    """
    job = standing(job, catalogue, keep)
    step = catalogue.remedies.map_coarse_mm if coarse else 1
    if not mappable(job, catalogue, step):
        return None
    at = job.placement
    aside, above = (mm - floor(mm / step) * step for mm in (at.x_mm, at.y_mm))
    rest = job.model_dump_json(
        exclude={"placement": {"x_mm", "y_mm", "along", "upright"}, "revision": True, "title": True}
    )

    def worked() -> WallMap:
        found = map_places(job, catalogue, keep, uses=False, step_mm=step, go_on=go_on)
        return _told(found, at.x_mm, at.y_mm)

    return keep.of("where", catalogue, (wall_content(job), rest, aside, above, step), worked)
