"""Puts the question of the next check to this job: what each build-up would let it use, and where a mark may go."""

from collections.abc import Sequence
from dataclasses import replace

from rockpin.core.advice.check_value import Advice, MarkPlace, advise
from rockpin.core.choice import holding_at
from rockpin.core.document.evidence import Finish
from rockpin.core.document.job import JobDocument
from rockpin.core.hidden import Hidden, PlannedHole, judge_hole
from rockpin.core.hole import Spot
from rockpin.core.identification import (
    Identified,
    WallReading,
    coating_forbids_marks,
)
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.identification import Check, Mark

_MEASURES = ("thickness", "probe")
"""Checks that measure layers, and so may change what holds in a wall that is told already."""


def _governing(spots: Sequence[Spot]) -> Spot:
    """The hole that is pulled hardest: what holds there decides."""
    return max(spots, key=lambda spot: (spot.demand.tension_n + spot.demand.shear_n, spot.hole.id))


def _holding(
    spot: Spot, readings: Sequence[WallReading], job: JobDocument, catalogue: Catalogue
) -> list[tuple[str, ...]]:
    """The fixings that would hold in a wall read in each of these ways, best first."""
    planned = {index: spot.in_wall(reading) for index, reading in enumerate(readings) if reading.family.planned}
    # nobody reads why one does not hold in a wall that is only weighed
    here = [one if one is spot else replace(one, worded=False) for one in planned.values()]
    held = dict(zip(planned, holding_at(here, job.wishes, job.kit, catalogue), strict=True))
    return [held.get(index, ()) for index in range(len(readings))]


def _mark_place(
    check: Check, job: JobDocument, spots: Sequence[Spot], hidden: Hidden, catalogue: Catalogue
) -> MarkPlace:
    """Where a marking check may be done: at one of the holes, where the fixture covers it and Hidden allows it."""
    if why := coating_forbids_marks(job.wall, job.site, catalogue.figures.identification):
        return MarkPlace(None, None, why)
    if job.wall.finish is Finish.TILED:
        return MarkPlace(None, None, "It would crack or mark a tile.")
    for spot in spots:
        hole = spot.hole
        planned = PlannedHole(
            hole.id, hole.number, hole.x_mm, hole.y_mm, check.diameter_mm, check.reach_mm, in_stud=False
        )
        if judge_hole(hidden, planned).clear:
            return MarkPlace(hole.x_mm, hole.y_mm, None)
    return MarkPlace(None, None, "No hole of this fixture is clear for a mark yet: settle the Hidden stage first.")


def next_check(
    job: JobDocument, identified: Identified, spots: Sequence[Spot], hidden: Hidden, catalogue: Catalogue
) -> Advice:
    """The next check for this job. Without a hole there is no decision yet, so every fixing counts alike."""
    belief = identified.belief
    readings = [(belief.leading, identified.reading), *identified.others]
    measuring: dict[str, float] = {}
    if spots:
        unsure = [identified.reading.as_if_measured(catalogue)] if identified.reading.unsure else []
        asked = [*(reading for _, reading in readings), *unsure]
        held = _holding(_governing(spots), asked, job, catalogue)
    else:
        unsure, held = [], [("",)] * len(readings)
    acceptance = {
        hypothesis.key: (reading.family, here)
        for (hypothesis, reading), here in zip(readings, held[: len(readings)], strict=True)
    }
    if unsure:
        measured = held[-1]
        if measured[:1] != acceptance[belief.leading.key][1][:1]:
            # about as likely as not, the measure comes out on the side that lets it be used
            measuring = dict.fromkeys(_MEASURES, 0.5 * belief.leading.probability)
            # a tape says nothing of a leaf with something unseen behind it
            if identified.reading.back_unseen:
                measuring.pop("thickness")
    mark_at = {
        check.key: _mark_place(check, job, spots, hidden, catalogue)
        for check in catalogue.belief.checks
        if check.mark is not Mark.NONE
    }
    around = (
        (spots[0].hole.x_mm, sum(spot.hole.y_mm for spot in spots) / len(spots))
        if spots
        else (job.placement.x_mm, job.placement.y_mm)
    )
    return advise(job.wall, belief, acceptance, identified.here, measuring, mark_at, around, job.site.units, catalogue)
