"""Where an answer supposes the studs of a wall: as far apart as studs stand, and as many holes on them as can be.

Holes that lie otherwise apart than studs are never all in one: the answer then is for some in wood and the rest in
what is between.
"""

from collections.abc import Callable, Sequence
from itertools import combinations, pairwise
from math import ceil, floor, inf

from rockpin.core.base.model import Rect
from rockpin.core.base.quantities import show_length
from rockpin.core.document.fixture import Attachment, Link, LinkKind
from rockpin.core.document.job import JobDocument
from rockpin.core.document.wall import Framing, HowKnown, Member, StudRow
from rockpin.core.framing import usual_pitches_mm
from rockpin.core.plan import Stud, spare_columns, used_on_studs
from rockpin.core.setout import place_fixture
from rockpin.core.tables.catalogue import Catalogue

_ROWS = 4
"""So many rows of studs are tried for what cannot be on studs with every hole."""
_CLEAR_MM = 25.0
"""A hole farther than so much [mm] from a stud's side is in what is between them, not on its edge."""
_SURELY_CLEAR_MM = 60.0
"""A hole that is to be between studs that nobody has found yet stays so far [mm] from where their sides usually are."""
_HAIR_MM = 0.1


def _holes_x_mm(job: JobDocument, catalogue: Catalogue) -> list[float]:
    placed = place_fixture(job, catalogue.figures.setout.channel_back_mm)
    return sorted(hole.x_mm for hole in placed.holes)


def _from_middle_mm(x_mm: float, first_mm: float, pitch_mm: float) -> float:
    """How far [mm] a place is to the right of the middle of the nearest stud of a row."""
    return (x_mm - first_mm + pitch_mm / 2) % pitch_mm - pitch_mm / 2


def _off_middle_mm(x_mm: float, first_mm: float, pitch_mm: float) -> float:
    """How far [mm] a place is from the middle of the nearest stud of a row."""
    return abs(_from_middle_mm(x_mm, first_mm, pitch_mm))


def _columns(xs: Sequence[float], play_mm: float) -> list[float]:
    """The middles [mm] of columns of holes: those that lie no farther apart than one stud takes."""
    groups: list[list[float]] = []
    for x in sorted(xs):
        if groups and x - groups[-1][0] <= 2 * play_mm:
            groups[-1].append(x)
        else:
            groups.append([x])
    return [(group[0] + group[-1]) / 2 for group in groups]


def _play_mm(stud_mm: float, catalogue: Catalogue) -> float:
    """How far [mm] a hole may be from a stud's middle with enough wood beside it."""
    return max(0.0, stud_mm / 2 - catalogue.figures.framing.wood_edge_min_mm)


def _on_one_row(columns: Sequence[float], pitch_mm: float, play_mm: float) -> bool:
    """Whether all columns can be on studs so far apart [mm] at once."""
    off = [(x - columns[0] + pitch_mm / 2) % pitch_mm - pitch_mm / 2 for x in columns]
    return max(off) - min(off) <= 2 * play_mm


def _spare_fit(job: JobDocument, pitches: Sequence[float], play_mm: float) -> bool:
    """Whether a plate that offers more holes than it uses has two of them as far apart as studs are."""
    for support in job.fixture.supports:
        if all(hole.used for hole in support.holes):
            continue
        places = _columns([hole.x_mm for hole in support.holes], 0.5)
        if any(_on_one_row(two, pitch, play_mm) for two in combinations(places, 2) for pitch in pitches):
            return True
    return False


def _bars(job: JobDocument, catalogue: Catalogue) -> list[Rect]:
    """The bars whose holes are drilled where the studs are, as they lie on the wall."""
    placed = place_fixture(job, catalogue.figures.setout.channel_back_mm)
    bars = {one.id for one in job.fixture.supports if one.attachment is Attachment.USER_DRILLED}
    return [part.area for part in placed.supports if part.id in bars]


def all_on_studs(job: JobDocument, stud_mm: float, brackets_free: bool, catalogue: Catalogue) -> bool:
    """Whether each hole of a thing can be in a stud at once.

    ``stud_mm``: how wide studs are. ``brackets_free``: whoever hangs it puts its brackets where they hold.
    """
    play = _play_mm(stud_mm, catalogue)
    columns, pitches = (
        _columns(_holes_x_mm(job, catalogue), play),
        usual_pitches_mm(job.wall, job.site.region, catalogue),
    )
    if len(columns) < 2 or any(_on_one_row(columns, pitch, play) for pitch in pitches):
        return True
    sliding = all(one.attachment is Attachment.SLIDING for one in job.fixture.supports)
    drilled = any(one.kind is LinkKind.BACKING_BOARD for one in job.fixture.links)
    if brackets_free or sliding or drilled:
        # put a little nearer together or farther apart, they are on studs; no nearer than these stand
        return min(b - a for a, b in pairwise(columns)) >= min(pitches) - 2 * play
    return _spare_fit(job, pitches, play)


def at_usual_pitch(job: JobDocument, stud_mm: float, catalogue: Catalogue) -> JobDocument:
    """A thing whose plate has more holes than it needs, with two columns of them used that stand as far apart as studs
    do there, the midmost such; as it is where those that it uses do, or none."""
    row = job.wall.framing.row if job.wall.framing else None
    used, play = _columns(_holes_x_mm(job, catalogue), _play_mm(stud_mm, catalogue)), _play_mm(stud_mm, catalogue)
    spare = spare_columns(job, catalogue)
    if row is None or not spare or not used or _on_one_row(used, row.pitch_mm, play):
        return job
    middle = (used[0] + used[-1]) / 2
    for pitch in dict.fromkeys((row.pitch_mm, *usual_pitches_mm(job.wall, job.site.region, catalogue))):
        count = int((spare[-1].x_mm - spare[0].x_mm + 2 * play) // pitch)
        found = [
            on
            for start in spare
            if (on := used_on_studs(job, [Stud(start.x_mm + n * pitch, stud_mm) for n in range(count + 1)], catalogue))
            and len(on.columns) > 1
        ]
        if found:
            return min(
                found, key=lambda on: abs(sum(column.x_mm for column in on.columns) / len(on.columns) - middle)
            ).job
    return job


def studs_behind(job: JobDocument, stud_mm: float, brackets_free: bool, catalogue: Catalogue) -> tuple[Framing, ...]:
    """The studs that an answer supposes for what goes into studs: one behind each column of holes; where they stand
    otherwise, rows of them, the one with most on it first. Without a usual distance there is one behind each column.
    """
    row = job.wall.framing.row if job.wall.framing else None
    columns = _columns(_holes_x_mm(job, catalogue), _play_mm(stud_mm, catalogue))
    bars = _bars(job, catalogue)
    if row is None or (columns and not bars and all_on_studs(job, stud_mm, brackets_free, catalogue)):
        members = (
            Member(
                id=f"supposed-{number}",
                x_mm=x - stud_mm / 2,
                y_mm=0,
                width_mm=stud_mm,
                height_mm=job.wall.height_mm,
                known=HowKnown.SEEN,
            )
            for number, x in enumerate(columns)
        )
        return (Framing(members=tuple(members)),)
    seen = row.model_copy(update={"stud_width_mm": stud_mm, "known": HowKnown.SEEN})
    firsts = _firsts_mm(columns, bars, seen, catalogue)
    return tuple(Framing(row=seen.model_copy(update={"first_centre_mm": first})) for first in firsts)


def _studs_within(bar: Rect, first_mm: float, pitch_mm: float, end_mm: float) -> int:
    """How many studs of a row are behind a bar, so far [mm] from its ends at least."""
    low, high = bar.x_mm + end_mm - first_mm, bar.right_mm - end_mm - first_mm
    return max(0, floor(high / pitch_mm) - ceil(low / pitch_mm) + 1)


def _firsts_mm(columns: Sequence[float], bars: Sequence[Rect], row: StudRow, catalogue: Catalogue) -> list[float]:
    """Where a row of studs may begin [mm] with something on it: the place with most on it first."""
    pitch, end = row.pitch_mm, catalogue.figures.setout.bar_end_mm
    play = _play_mm(row.stud_width_mm, catalogue)
    starts = [*columns, *((a + b) / 2 for a, b in combinations(columns, 2))]
    for bar in bars:
        starts += [bar.centre_x_mm, bar.centre_x_mm + pitch / 2]

    def worth(start: float) -> tuple[int, int]:
        off = [_off_middle_mm(x, start, pitch) for x in columns]
        behind = sum(_studs_within(bar, start, pitch, end) for bar in bars)
        clear = sum(one > row.stud_width_mm / 2 + _CLEAR_MM for one in off)
        return behind + sum(one <= play + 1e-6 for one in off), clear

    firsts = sorted(dict.fromkeys(round(start % pitch, 3) for start in starts), key=worth, reverse=True)
    return [first for first in firsts if worth(first)[0]][:_ROWS] or [0.0]


def holes_in_studs(job: JobDocument, stud_mm: float, catalogue: Catalogue) -> tuple[int, int]:
    """How many holes of a job are in the studs that it supposes, with enough wood beside them; and of how many."""
    xs, framing = _holes_x_mm(job, catalogue), job.wall.framing
    play = _play_mm(stud_mm, catalogue)
    if framing is None:
        return 0, len(xs)
    middles = [one.rect.centre_x_mm for one in framing.members]
    off = [
        min(
            [abs(x - middle) for middle in middles]
            + ([_off_middle_mm(x, framing.row.first_centre_mm, framing.row.pitch_mm)] if framing.row else []),
            default=inf,
        )
        for x in xs
    ]
    # by a hair more where two columns share the play evenly
    return sum(one <= play + 1e-6 for one in off), len(xs)


def _fixed_holes_x_mm(job: JobDocument, catalogue: Catalogue) -> list[float]:
    """Holes that go where the thing goes: bars are drilled where the wall holds, wherever they come to hang."""
    bars = {one.id for one in job.fixture.supports if one.attachment is Attachment.USER_DRILLED}
    placed = place_fixture(job, catalogue.figures.setout.channel_back_mm)
    return [hole.x_mm for hole in placed.holes if hole.support not in bars]


def _least_shift_mm(shifts: Sequence[float], worth: Callable[[float], tuple[int, ...]]) -> float:
    """The shift [mm] that is worth most; of those alike the least."""
    best: float = max([0.0, *shifts], key=lambda shift: (worth(shift), -abs(shift)))
    return round(best, 1)


def shift_onto_row_mm(job: JobDocument, catalogue: Catalogue) -> float:
    """How far [mm] to the right a thing goes, so that most studs of its wall's row are behind its holes and bars: the
    least."""
    row = job.wall.framing.row if job.wall.framing else None
    if row is None:
        return 0.0
    xs, bars, end = _fixed_holes_x_mm(job, catalogue), _bars(job, catalogue), catalogue.figures.setout.bar_end_mm
    pitch, first, play = row.pitch_mm, row.first_centre_mm, _play_mm(row.stud_width_mm, catalogue)
    shifts = sorted(-_from_middle_mm(x, first, pitch) for x in _columns(xs, play))
    # columns that stand a little otherwise apart than studs share what that comes to
    shifts += [(a + b) / 2 for a, b in pairwise(shifts)]
    shifts += [-_from_middle_mm(bar.centre_x_mm, at, pitch) for bar in bars for at in (first, first + pitch / 2)]

    def behind_them(shift: float) -> tuple[int, int]:
        # a bar carries what the others clip
        carrying = sum(_studs_within(bar, first - shift, pitch, end) for bar in bars)
        return carrying, sum(_off_middle_mm(x + shift, first, pitch) <= play + _HAIR_MM for x in xs)

    return _least_shift_mm(shifts, behind_them)


def shift_off_row_mm(job: JobDocument, catalogue: Catalogue) -> float:
    """How far [mm] to the right a thing goes, so that most of its holes are clear of the studs of its wall's row: the
    least."""
    row, xs = job.wall.framing.row if job.wall.framing else None, _fixed_holes_x_mm(job, catalogue)
    if row is None:
        return 0.0
    pitch, first, clear = row.pitch_mm, row.first_centre_mm, row.stud_width_mm / 2 + _SURELY_CLEAR_MM
    shifts = [side * clear - _from_middle_mm(x, first, pitch) for x in xs for side in (-1, 1)]

    def clear_of_them(shift: float) -> tuple[int]:
        return (sum(_off_middle_mm(x + shift, first, pitch) >= clear - _HAIR_MM for x in xs),)

    return _least_shift_mm(shifts, clear_of_them)


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


def studs_text(job: JobDocument, stud_mm: float, brackets_free: bool, catalogue: Catalogue) -> str:
    """What an answer for studs takes for granted of them. ``job``: with the studs that it supposes."""
    on, count = holes_in_studs(job, stud_mm, catalogue)
    row = job.wall.framing.row if job.wall.framing else None
    if row is None:
        several = len(set(_holes_x_mm(job, catalogue))) > 1
        then = ", and put its brackets there" if brackets_free and several else " before you mark"
        return f"Every hole is in the middle of a stud; find them{then}."
    apart = f"Studs stand {show_length(row.pitch_mm, job.site.units)} apart"
    if on == count:
        return f"{apart}, and every hole is in one; find them before you mark."
    some = f"{on} of {count} {'is' if on == 1 else 'are'} in a stud"
    return f"{apart}, and its holes do not: {some}, the others between them."
