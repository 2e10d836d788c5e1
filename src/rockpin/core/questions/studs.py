"""Where an answer supposes the studs of a wall: as far apart as studs stand, and as many holes on them as can be.

Holes that lie otherwise apart than studs are never all in one: the answer then is for some in wood and the rest in
what is between.
"""

from collections.abc import Sequence
from itertools import combinations, pairwise
from math import ceil, floor, inf

from rockpin.core.base.model import Rect
from rockpin.core.base.quantities import show_length
from rockpin.core.document.fixture import Attachment, LinkKind
from rockpin.core.document.job import JobDocument
from rockpin.core.document.wall import Framing, HowKnown, Member, StudRow
from rockpin.core.framing import usual_pitches_mm
from rockpin.core.setout import place_fixture
from rockpin.core.tables.catalogue import Catalogue

_ROWS = 4
"""So many rows of studs are tried for what cannot be on studs with every hole."""
_CLEAR_MM = 25.0
"""A hole farther than so much [mm] from a stud's side is in what is between them, not on its edge."""
HAIR_MM = 0.1


def holes_x_mm(job: JobDocument, catalogue: Catalogue) -> list[float]:
    """Where along the wall [mm] the holes of a job are, from the left."""
    placed = place_fixture(job, catalogue.figures.setout.channel_back_mm)
    return sorted(hole.x_mm for hole in placed.holes)


def from_middle_mm(x_mm: float, first_mm: float, pitch_mm: float) -> float:
    """How far [mm] a place is to the right of the middle of the nearest stud of a row."""
    return (x_mm - first_mm + pitch_mm / 2) % pitch_mm - pitch_mm / 2


def off_middle_mm(x_mm: float, first_mm: float, pitch_mm: float) -> float:
    """How far [mm] a place is from the middle of the nearest stud of a row."""
    return abs(from_middle_mm(x_mm, first_mm, pitch_mm))


def columns_of(xs: Sequence[float], play_mm: float) -> list[float]:
    """The middles [mm] of columns of holes: those that lie no farther apart than one stud takes."""
    groups: list[list[float]] = []
    for x in sorted(xs):
        if groups and x - groups[-1][0] <= 2 * play_mm:
            groups[-1].append(x)
        else:
            groups.append([x])
    return [(group[0] + group[-1]) / 2 for group in groups]


def play_mm(stud_mm: float, catalogue: Catalogue) -> float:
    """How far [mm] a hole may be from a stud's middle with enough wood beside it."""
    return max(0.0, stud_mm / 2 - catalogue.figures.framing.wood_edge_min_mm)


def on_one_row(columns: Sequence[float], pitch_mm: float, play_mm: float) -> bool:
    """Whether all columns can be on studs so far apart [mm] at once."""
    off = [(x - columns[0] + pitch_mm / 2) % pitch_mm - pitch_mm / 2 for x in columns]
    return max(off) - min(off) <= 2 * play_mm


def _spare_fit(job: JobDocument, pitches: Sequence[float], play_mm: float) -> bool:
    """Whether a plate that offers more holes than it uses has two of them as far apart as studs are."""
    for support in job.fixture.supports:
        if all(hole.used for hole in support.holes):
            continue
        places = columns_of([hole.x_mm for hole in support.holes], 0.5)
        if any(on_one_row(two, pitch, play_mm) for two in combinations(places, 2) for pitch in pitches):
            return True
    return False


def bars_there(job: JobDocument, catalogue: Catalogue) -> list[Rect]:
    """The bars whose holes are drilled where the studs are, as they lie on the wall."""
    placed = place_fixture(job, catalogue.figures.setout.channel_back_mm)
    bars = {one.id for one in job.fixture.supports if one.attachment is Attachment.USER_DRILLED}
    return [part.area for part in placed.supports if part.id in bars]


def all_on_studs(job: JobDocument, stud_mm: float, brackets_free: bool, catalogue: Catalogue) -> bool:
    """Whether each hole of a thing can be in a stud at once.

    ``stud_mm``: how wide studs are. ``brackets_free``: whoever hangs it puts its brackets where they hold.
    """
    play = play_mm(stud_mm, catalogue)
    columns, pitches = (
        columns_of(holes_x_mm(job, catalogue), play),
        usual_pitches_mm(job.wall, job.site.region, catalogue),
    )
    if len(columns) < 2 or any(on_one_row(columns, pitch, play) for pitch in pitches):
        return True
    sliding = all(one.attachment is Attachment.SLIDING for one in job.fixture.supports)
    drilled = any(one.kind is LinkKind.BACKING_BOARD for one in job.fixture.links)
    if brackets_free or sliding or drilled:
        # put a little nearer together or farther apart, they are on studs; no nearer than these stand
        return min(b - a for a, b in pairwise(columns)) >= min(pitches) - 2 * play
    return _spare_fit(job, pitches, play)


def studs_behind(job: JobDocument, stud_mm: float, brackets_free: bool, catalogue: Catalogue) -> tuple[Framing, ...]:
    """The studs that an answer supposes for what goes into studs: one behind each column of holes; where they stand
    otherwise, rows of them, the one with most on it first. Without a usual distance there is one behind each column.
    """
    row = job.wall.framing.row if job.wall.framing else None
    columns = columns_of(holes_x_mm(job, catalogue), play_mm(stud_mm, catalogue))
    bars = bars_there(job, catalogue)
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


def studs_within(bar: Rect, first_mm: float, pitch_mm: float, end_mm: float) -> list[float]:
    """The middles [mm] of the studs of a row that are behind a bar, so far [mm] from its ends at least."""
    low, high = bar.x_mm + end_mm - first_mm, bar.right_mm - end_mm - first_mm
    return [first_mm + step * pitch_mm for step in range(ceil(low / pitch_mm), floor(high / pitch_mm) + 1)]


def _firsts_mm(columns: Sequence[float], bars: Sequence[Rect], row: StudRow, catalogue: Catalogue) -> list[float]:
    """Where a row of studs may begin [mm] with something on it: the place with most on it first."""
    pitch, end = row.pitch_mm, catalogue.figures.setout.bar_end_mm
    play = play_mm(row.stud_width_mm, catalogue)
    starts = [*columns, *((a + b) / 2 for a, b in combinations(columns, 2))]
    for bar in bars:
        starts += [bar.centre_x_mm, bar.centre_x_mm + pitch / 2]

    def worth(start: float) -> tuple[int, int]:
        off = [off_middle_mm(x, start, pitch) for x in columns]
        behind = sum(len(studs_within(bar, start, pitch, end)) for bar in bars)
        clear = sum(one > row.stud_width_mm / 2 + _CLEAR_MM for one in off)
        return behind + sum(one <= play + 1e-6 for one in off), clear

    firsts = sorted(dict.fromkeys(round(start % pitch, 3) for start in starts), key=worth, reverse=True)
    return [first for first in firsts if worth(first)[0]][:_ROWS] or [0.0]


def holes_in_studs(job: JobDocument, stud_mm: float, catalogue: Catalogue) -> tuple[int, int]:
    """How many holes of a job are in the studs that it supposes, with enough wood beside them; and of how many."""
    xs, framing = holes_x_mm(job, catalogue), job.wall.framing
    play = play_mm(stud_mm, catalogue)
    if framing is None:
        return 0, len(xs)
    middles = [one.rect.centre_x_mm for one in framing.members]
    off = [
        min(
            [abs(x - middle) for middle in middles]
            + ([off_middle_mm(x, framing.row.first_centre_mm, framing.row.pitch_mm)] if framing.row else []),
            default=inf,
        )
        for x in xs
    ]
    # by a hair more where two columns share the play evenly
    return sum(one <= play + 1e-6 for one in off), len(xs)


def studs_text(job: JobDocument, stud_mm: float, brackets_free: bool, catalogue: Catalogue) -> str:
    """What an answer for studs takes for granted of them. ``job``: with the studs that it supposes."""
    on, count = holes_in_studs(job, stud_mm, catalogue)
    row = job.wall.framing.row if job.wall.framing else None
    if row is None:
        several = len(set(holes_x_mm(job, catalogue))) > 1
        then = ", and put its brackets there" if brackets_free and several else " before you mark"
        return f"Every hole is in the middle of a stud; find them{then}."
    apart = f"Studs stand {show_length(row.pitch_mm, job.site.units)} apart"
    if on == count:
        return f"{apart}, and every hole is in one; find them before you mark."
    some = f"{on} of {count} {'is' if on == 1 else 'are'} in a stud"
    return f"{apart}, and its holes do not: {some}, the others between them."
