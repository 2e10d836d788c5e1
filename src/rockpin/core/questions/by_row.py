"""Where a thing whose place is nobody's yet goes by the studs that are usual there: onto them, or clear of them."""

from collections.abc import Callable, Sequence
from itertools import pairwise
from statistics import fmean

from rockpin.core.base.model import bounding
from rockpin.core.document.fixture import Attachment, Link, LinkKind
from rockpin.core.document.job import JobDocument
from rockpin.core.framing import usual_pitches_mm
from rockpin.core.plan import Stud, StudFit, spare_columns, used_on_studs
from rockpin.core.questions.studs import (
    HAIR_MM,
    bars_there,
    columns_of,
    from_middle_mm,
    holes_x_mm,
    off_middle_mm,
    on_one_row,
    play_mm,
    studs_within,
)
from rockpin.core.setout import place_fixture
from rockpin.core.tables.catalogue import Catalogue

_SURELY_CLEAR_MM = 60.0
"""A hole that is to be between studs that nobody has found yet stays so far [mm] from where their sides usually are."""

_ASIDE_STEP_MM = 25.0
"""A bar is as good a little aside [mm] of its studs' middle as on it."""


def at_usual_pitch(job: JobDocument, stud_mm: float, catalogue: Catalogue) -> JobDocument:
    """A thing whose plate has more holes than it needs, with two columns of them used that stand as far apart as studs
    do there, the midmost such; as it is where those that it uses do, or none."""
    row = job.wall.framing.row if job.wall.framing else None
    play, spare = play_mm(stud_mm, catalogue), spare_columns(job, catalogue)
    used = columns_of(holes_x_mm(job, catalogue), play)
    if row is None or not spare or not used or on_one_row(used, row.pitch_mm, play):
        return job
    middle = (used[0] + used[-1]) / 2

    def off_middle(fit: StudFit) -> float:
        return abs(sum(column.x_mm for column in fit.columns) / len(fit.columns) - middle)

    for pitch in dict.fromkeys((row.pitch_mm, *usual_pitches_mm(job.wall, job.site.region, catalogue))):
        steps = range(int((spare[-1].x_mm - spare[0].x_mm + 2 * play) // pitch) + 1)
        rows = ([Stud(start.x_mm + step * pitch, stud_mm) for step in steps] for start in spare)
        fits = [fit for studs in rows if (fit := used_on_studs(job, studs, catalogue)) and len(fit.columns) > 1]
        if fits:
            return min(fits, key=off_middle).job
    return job


def _fixed_holes_x_mm(job: JobDocument, catalogue: Catalogue) -> list[float]:
    """Holes that go where the thing goes: bars are drilled where the wall holds, wherever they come to hang."""
    bars = {one.id for one in job.fixture.supports if one.attachment is Attachment.USER_DRILLED}
    placed = place_fixture(job, catalogue.figures.setout.channel_back_mm)
    return [hole.x_mm for hole in placed.holes if hole.support not in bars]


def _least_shift_mm(
    job: JobDocument, shifts: Sequence[float], worth: Callable[[float], tuple[int, ...]], catalogue: Catalogue
) -> float:
    """The shift [mm] that is worth most; of those alike the least. None that takes anything of it off its wall."""
    placed = place_fixture(job, catalogue.figures.setout.channel_back_mm)
    area = bounding(part.area for part in (*placed.pieces, *placed.supports, *placed.links))
    on_wall = [one for one in shifts if -area.x_mm <= one <= job.wall.width_mm - area.right_mm]
    best: float = max([0.0, *on_wall], key=lambda shift: (worth(shift), -abs(shift)))
    return round(best, 1)


def shift_onto_row_mm(job: JobDocument, catalogue: Catalogue) -> float:
    """How far [mm] to the right a thing goes, so that most studs of its wall's row are behind its holes and bars: the
    least."""
    row = job.wall.framing.row if job.wall.framing else None
    if row is None:
        return 0.0
    xs, bars, end = _fixed_holes_x_mm(job, catalogue), bars_there(job, catalogue), catalogue.figures.setout.bar_end_mm
    pitch, first, play = row.pitch_mm, row.first_centre_mm, play_mm(row.stud_width_mm, catalogue)
    shifts = sorted(-from_middle_mm(x, first, pitch) for x in columns_of(xs, play))
    # columns that stand a little otherwise apart than studs share what that comes to
    shifts += [(a + b) / 2 for a, b in pairwise(shifts)]
    shifts += [-from_middle_mm(bar.centre_x_mm, at, pitch) for bar in bars for at in (first, first + pitch / 2)]

    def behind_them(shift: float) -> tuple[int, ...]:
        # a bar carries what the others clip, and bears most evenly with its studs about its middle
        carrying = [(bar, studs_within(bar, first - shift, pitch, end)) for bar in bars]
        aside = sum(abs(fmean(studs) - bar.centre_x_mm) for bar, studs in carrying if studs)
        clipping = sum(off_middle_mm(x + shift, first, pitch) <= play + HAIR_MM for x in xs)
        return sum(len(studs) for _, studs in carrying), clipping, -round(aside / _ASIDE_STEP_MM)

    return _least_shift_mm(job, shifts, behind_them, catalogue)


def shift_off_row_mm(job: JobDocument, catalogue: Catalogue) -> float:
    """How far [mm] to the right a thing goes, so that most of its holes are clear of the studs of its wall's row: the
    least."""
    row, xs = job.wall.framing.row if job.wall.framing else None, _fixed_holes_x_mm(job, catalogue)
    if row is None:
        return 0.0
    pitch, first, clear = row.pitch_mm, row.first_centre_mm, row.stud_width_mm / 2 + _SURELY_CLEAR_MM
    shifts = [side * clear - from_middle_mm(x, first, pitch) for x in xs for side in (-1, 1)]

    def clear_of_them(shift: float) -> tuple[int]:
        return (sum(off_middle_mm(x + shift, first, pitch) >= clear - HAIR_MM for x in xs),)

    return _least_shift_mm(job, shifts, clear_of_them, catalogue)


def board_on_row(job: JobDocument, catalogue: Catalogue) -> JobDocument:
    """A thing on a board whose holes are drilled where the studs of its wall's row are, as near as they go."""
    row = job.wall.framing.row if job.wall.framing else None
    boards = [one for one in job.fixture.links if one.kind is LinkKind.BACKING_BOARD]
    if row is None or not boards:
        return job

    def drilled(board: Link) -> Link:
        end, left = catalogue.figures.setout.bar_end_mm, job.placement.x_mm + board.x_mm
        first = (row.first_centre_mm - left) % row.pitch_mm
        studs = [first + step * row.pitch_mm for step in range(int(board.width_mm // row.pitch_mm) + 1)]
        there = [x for x in studs if end <= x <= board.width_mm - end]
        columns = sorted({hole.x_mm for hole in board.holes})
        if len(there) < len(columns):
            return board
        # the farthest from its middle first: a board is held at its ends
        outmost = sorted(there, key=lambda x: -abs(x - board.width_mm / 2))[: len(columns)]
        taken = dict(zip(columns, sorted(outmost), strict=True))
        holes = tuple(hole.model_copy(update={"x_mm": taken[hole.x_mm]}) for hole in board.holes)
        return board.model_copy(update={"holes": holes})

    links = tuple(drilled(one) if one in boards else one for one in job.fixture.links)
    return job.model_copy(update={"fixture": job.fixture.model_copy(update={"links": links})})
