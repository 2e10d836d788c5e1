"""Where could it go? Places of a fixture, each judged by every room as its plan judges it, without the words.

The places of a wall are taken in a fixed order, coarse to fine and the nearest first, a few at a time, so that a
picture of them grows and can be given up at any moment. What was not judged is not known: nothing is drawn in between.
"""

from functools import lru_cache
from math import floor, hypot, inf
from typing import NamedTuple

from rockpin.core.base.findings import Severity, VerdictWord, verdict_of
from rockpin.core.base.keeping import NOTHING_KEPT, Keep
from rockpin.core.base.model import Model, Rect
from rockpin.core.document.job import JobDocument
from rockpin.core.drilling import stays_behind
from rockpin.core.framing import BehindKind
from rockpin.core.placing import seen_of, shifted
from rockpin.core.plan.corner import planes_of, second_wall
from rockpin.core.plan.findings.marks import setout_findings
from rockpin.core.plan.make import make_plan
from rockpin.core.plan.one_plane import findings_of
from rockpin.core.plan.placings import standing
from rockpin.core.plan.stages import ComputedStages, compute_stages, read_wall, settled
from rockpin.core.setout import place_fixture
from rockpin.core.tables.catalogue import Catalogue

_SOLID = (BehindKind.TIMBER, BehindKind.UNIT, BehindKind.CONCRETE)
_USE_STEP = 0.1


class Judged(NamedTuple):
    """A place as the plan judges it. ``use``: of the hole used most, without bound where nothing holds one.

    ``risk``: what is low enough not to be proved counts alike everywhere. ``says``: what of the fixture is moved too.
    """

    dx_mm: float
    dy_mm: float
    word: VerdictWord
    solid: int
    use: float
    risk: float
    says: str = ""

    @property
    def away_mm(self) -> float:
        """How far it is from where the fixture stands [mm]."""
        return hypot(self.dx_mm, self.dy_mm)

    @property
    def figures(self) -> tuple[float, float, float, float]:
        """What is better the smaller it is: the way [mm], and shares; a use a little less is no reason to move."""
        use = self.use if self.use == inf else round(self.use / _USE_STEP) * _USE_STEP
        return self.away_mm, -float(self.solid), use, round(self.risk, 4)


def _word_of(done: ComputedStages) -> VerdictWord:
    return verdict_of(findings_of(done).findings, "").word


def judge(job: JobDocument, dx_mm: float, dy_mm: float, catalogue: Catalogue, keep: Keep, says: str = "") -> Judged:
    """A job that was put so far to the right and up, judged as its plan would be."""
    done = compute_stages(job, catalogue, keep, advise=False)
    chosen = [choice.chosen for choice in done.choices]
    uses = [one.use if one is not None and one.accepted else inf for one in chosen]
    return Judged(
        dx_mm,
        dy_mm,
        _word_of(done)
        if planes_of(job, catalogue.figures.demand) is None
        else make_plan(job, catalogue, keep).verdict.word,
        sum(behind.kind in _SOLID for behind in done.behinds.values()),
        max(uses, default=inf),
        max([catalogue.hidden.figures.risk_prove, *(one.risk.chance for one in done.judged)]),
        says,
    )


def _word_at(job: JobDocument, catalogue: Catalogue, keep: Keep) -> VerdictWord:
    """The verdict of a job, at once where a mark cannot be where it is."""
    if planes_of(job, catalogue.figures.demand) is not None:
        return make_plan(job, catalogue, keep).verdict.word
    read = read_wall(job, catalogue, keep)
    whole, placing = settled(job, read)
    counted, figures = whole.counted(), read.catalogue.figures
    placed = place_fixture(counted, figures.setout.channel_back_mm)
    marks = setout_findings(counted, placing, placed, read.hidden, figures.plan)
    if any(one.severity is Severity.DO_NOT_DRILL for one in marks):
        return VerdictWord.DO_NOT_DRILL
    return _word_of(compute_stages(job, catalogue, keep, advise=False))


class WallPlace(Model):
    """A place of the fixture's corner on the wall, with the middle of what one sees of it there, and the verdict."""

    x_mm: float
    y_mm: float
    middle_x_mm: float
    middle_y_mm: float
    word: VerdictWord


class WallPlaces(Model):
    """Some places of a wall. ``step_mm``: how far those of this fineness lie apart; ``last``: whether no more come."""

    places: tuple[WallPlace, ...]
    step_mm: float
    last: bool


Shift = tuple[float, float]


@lru_cache(maxsize=64)
def _lattice(
    left: float, right: float, down: float, up: float, steps: tuple[float, ...]
) -> tuple[tuple[float, Shift], ...]:
    """Every step and shift within bounds [mm], coarse to fine, the nearest first, none of them twice."""
    found: dict[Shift, float] = {}
    for step in steps:
        across = range(-floor(left / step), floor(right / step) + 1)
        upright = range(-floor(down / step), floor(up / step) + 1)
        here = ((i * step, j * step) for i in across for j in upright)
        for shift in sorted(here, key=lambda one: (hypot(*one), one)):
            found.setdefault(shift, step)
    return tuple((step, shift) for shift, step in found.items())


def places_on_the_wall(job: JobDocument, part: int, catalogue: Catalogue, keep: Keep = NOTHING_KEPT) -> WallPlaces:
    """The places of one part of the picture, counted from 0; the fixture stays on the face of its wall."""
    job = standing(job, catalogue, keep)
    sizes, seen, at, wall = catalogue.remedies, seen_of(job.fixture), job.placement, job.wall
    if seen is None:
        return WallPlaces(places=(), step_mm=sizes.map_steps_mm[-1], last=True)
    area = Rect(x_mm=at.x_mm + seen.x_mm, y_mm=at.y_mm + seen.y_mm, width_mm=seen.width_mm, height_mm=seen.height_mm)
    across = (area.x_mm, wall.width_mm - area.right_mm)
    # what stands in a corner goes up and down in it
    room = (*((0.0, 0.0) if second_wall(job) else across), area.y_mm, wall.height_mm - area.top_mm)
    lattice = _lattice(*(max(0.0, side) for side in room), sizes.map_steps_mm)
    first = part * sizes.map_at_once
    some = lattice[first : first + sizes.map_at_once]
    places = []
    for _, (dx, dy) in some:
        moved = stays_behind(job, job.model_copy(update={"placement": shifted(at, dx, dy)}), catalogue)
        word = _word_at(moved, catalogue, keep)
        places.append(
            WallPlace(
                x_mm=at.x_mm + dx,
                y_mm=at.y_mm + dy,
                middle_x_mm=area.centre_x_mm + dx,
                middle_y_mm=area.centre_y_mm + dy,
                word=word,
            )
        )
    step = some[-1][0] if some else sizes.map_steps_mm[-1]
    return WallPlaces(places=tuple(places), step_mm=step, last=first + len(some) >= len(lattice))
