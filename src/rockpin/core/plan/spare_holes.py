"""A plate with more holes than it needs: which of them come onto studs where it hangs, or a little beside."""

from collections.abc import Sequence
from itertools import pairwise
from typing import NamedTuple

from rockpin.core.base.quantities import show_length
from rockpin.core.base.words import listed
from rockpin.core.document.fixture import Attachment, Fixture, FixtureHole, Support
from rockpin.core.document.job import JobDocument
from rockpin.core.framing import MemberReading
from rockpin.core.placing import shifted
from rockpin.core.plan.alternatives import with_used
from rockpin.core.plan.way_out import Trial, WayKind, WayOut, first_of, move_words, with_what
from rockpin.core.setout import place_fixture
from rockpin.core.tables.catalogue import Catalogue

_COLUMN_MM = 0.5
"""Holes whose middles lie no farther apart along a plate [mm] are one above the other."""
_TRIED = 6


class Column(NamedTuple):
    """Holes of a plate one above the other: how far from its left edge, where on the wall [mm], and which they are."""

    in_plate_mm: float
    x_mm: float
    holes: tuple[FixtureHole, ...]


class Stud(NamedTuple):
    """A stud that takes a wood screw: where its middle is on the wall, and how wide it is [mm]."""

    middle_mm: float
    width_mm: float


class StudFit(NamedTuple):
    """A job of whose plates other holes are used: those of these columns, each on a stud."""

    job: JobDocument
    columns: tuple[Column, ...]


def _with_spares(job: JobDocument) -> list[Support]:
    """The plates on the wall that are used with some of their holes."""
    carriers = job.fixture.carriers
    return [
        one
        for one in job.fixture.supports
        if one.id not in carriers
        and one.attachment is not Attachment.USER_DRILLED
        and any(hole.used for hole in one.holes)
        and not all(hole.used for hole in one.holes)
    ]


def _columns(job: JobDocument, plate: Support, catalogue: Catalogue) -> list[Column]:
    """All holes of a plate by columns, from its left edge, where they come to lie on the wall."""
    every = job.model_copy(update={"fixture": with_used(job.fixture, [hole.id for hole in plate.holes])})
    placed = {hole.id: hole for hole in place_fixture(every, catalogue.figures.setout.channel_back_mm).holes}
    found: list[list[FixtureHole]] = []
    for hole in sorted(plate.holes, key=lambda one: one.x_mm):
        if found and hole.x_mm - found[-1][0].x_mm <= _COLUMN_MM:
            found[-1].append(hole)
        else:
            found.append([hole])
    return [Column(some[0].x_mm, sum(placed[hole.id].x_mm for hole in some) / len(some), tuple(some)) for some in found]


def studs_among(members: Sequence[MemberReading]) -> list[Stud]:
    """What of a wall's framing stands upright and takes a wood screw."""
    return [Stud(one.rect.centre_x_mm, one.rect.width_mm) for one in members if one.timber and not one.horizontal]


def _on(columns: Sequence[Column], studs: Sequence[Stud], catalogue: Catalogue) -> list[Column]:
    """Of each stud the column that is nearest to its middle, where it has enough wood beside it."""
    edge_mm, found = catalogue.figures.framing.wood_edge_min_mm, []
    for stud in studs:
        off = {abs(one.x_mm - stud.middle_mm): one for one in columns}
        if off and min(off) <= max(0.0, stud.width_mm / 2 - edge_mm):
            found.append(off[min(off)])
    return sorted(found)


def _taken(on: Sequence[Column], plate: Support) -> list[Column]:
    """As many columns as are used now, the outermost first: the farther apart, the less each is pulled."""
    wanted = len({round(hole.x_mm) for hole in plate.holes if hole.used})
    middle = (on[0].in_plate_mm + on[-1].in_plate_mm) / 2
    return sorted(sorted(on, key=lambda one: -abs(one.in_plate_mm - middle))[:wanted])


def _in_rows(column: Column, plate: Support, *, alone: bool) -> list[FixtureHole]:
    """The holes of a column in the rows that are used now; of one that is alone on its stud all."""
    rows = {hole.y_mm for hole in plate.holes if hole.used}
    in_them = {min(column.holes, key=lambda one: abs(one.y_mm - row)).id for row in rows}
    return [hole for hole in column.holes if alone or hole.id in in_them]


def spare_columns(job: JobDocument, catalogue: Catalogue) -> list[Column]:
    """The columns of holes of all plates that are used with some of theirs."""
    return [column for plate in _with_spares(job) for column in _columns(job, plate, catalogue)]


def used_on_studs(job: JobDocument, studs: Sequence[Stud], catalogue: Catalogue) -> StudFit | None:
    """The job with those holes of its plates used that come onto studs; None where that is none, or those it has."""
    used, columns = {hole.id for one in job.fixture.supports for hole in one.holes if hole.used}, []
    plates = _with_spares(job)
    for plate in plates:
        on = _on(_columns(job, plate, catalogue), studs, catalogue)
        if not on:
            return None
        taken = _taken(on, plate)
        used -= {hole.id for hole in plate.holes}
        used |= {hole.id for one in taken for hole in _in_rows(one, plate, alone=len(taken) == 1)}
        columns += taken
    fixture = with_used(job.fixture, used) if plates else job.fixture
    # boards and channels keep the holes that they have
    fixture = fixture.model_copy(update={"links": job.fixture.links})
    if fixture == job.fixture:
        return None
    choices = tuple(one for one in job.choices if one.hole_id in used)
    return StudFit(job.model_copy(update={"fixture": fixture, "choices": choices}), tuple(columns))


def with_every_hole(fixture: Fixture, most: int) -> Fixture | None:
    """The fixture with all holes used that it has in the wall; None where they are, or are more than so many."""
    offered = [hole for one in fixture.supports if one.id not in fixture.carriers for hole in one.holes]
    offered += [hole for link in fixture.links for hole in link.holes]
    if all(hole.used for hole in offered) or len(offered) > most:
        return None
    return with_used(fixture, [hole.id for hole in offered])


def _shifts_mm(trial: Trial, studs: Sequence[Stud]) -> list[float]:
    """How far along the wall [mm] the thing goes for columns to be on studs: nought, then the least.

    For one column to be on the middle of its stud, or two that stand otherwise apart than studs as far beside it.
    """
    offs = {
        round(stud.middle_mm - column.x_mm, 1) for stud in studs for column in spare_columns(trial.job, trial.catalogue)
    }
    each = sorted(one for one in offs if abs(one) <= trial.sizes.move_farthest_mm)
    found = {float(round(one)) for one in (*each, *((a + b) / 2 for a, b in pairwise(each)))}
    return [0.0, *sorted(found - {0.0}, key=lambda one: (abs(one), one))]


def onto_spare_holes(trial: Trial) -> WayOut | None:
    """Other holes of its plate: those that come onto studs, moved a little where need be."""
    studs = studs_among(trial.before.framing.members)
    if not studs or not _with_spares(trial.job):
        return None
    # the same holes are tried where they come onto studs with the least move
    tried: dict[tuple[float, ...], tuple[float, StudFit]] = {}
    for dx_mm in _shifts_mm(trial, studs):
        if dx_mm and trial.round_a_corner:
            continue
        moved = trial.job.model_copy(update={"placement": shifted(trial.job.placement, dx_mm, 0.0)})
        if found := used_on_studs(moved, studs, trial.catalogue):
            tried.setdefault(tuple(one.in_plate_mm for one in found.columns), (dx_mm, found))
    # two studs before one, then the way there
    ordered = sorted(tried.values(), key=lambda one: (-len(one[1].columns), abs(one[0])))

    def way(dx_mm: float, found: StudFit) -> WayOut | None:
        places = listed([show_length(one.in_plate_mm, trial.units) for one in found.columns])
        put = f", and move it {move_words(dx_mm, 0.0, trial.units)}" if dx_mm else ""
        says = f"Use the holes of its plate that come onto studs, {places} from its left edge{put}"
        return trial.way(WayKind.OTHER_HOLES, found.job, lambda plan: f"{says}: {with_what(plan)}.")

    return first_of(way(*one) for one in ordered[:_TRIED])
