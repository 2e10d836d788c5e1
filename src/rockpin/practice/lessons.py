"""Twelve lessons, each with a wall of its own and one mistake on it, read from the file beside this one."""

import tomllib
from functools import lru_cache
from pathlib import Path

from pydantic import Field

from rockpin.core.base.model import Id, Model, Name
from rockpin.core.document.evidence import Filling, Finish, Location
from rockpin.core.document.job import JobDocument, Region
from rockpin.core.document.wall import Point, Wall
from rockpin.core.plan import make_plan
from rockpin.core.tables.catalogue import Catalogue
from rockpin.devices.simulated_framing import SimulatedFraming, SimulatedStud
from rockpin.devices.simulated_services import TrueService
from rockpin.devices.simulated_walls import SimulatedWall, Trade
from rockpin.practice.boring import drill_on
from rockpin.practice.ground import Ground, Thing, Truth, given, layers_of
from rockpin.practice.opened import HoleOutcome, known_job, outcomes_of
from rockpin.practice.run import Bored, Run

_FILE = Path(__file__).parent / "lessons.toml"
_WALL_MM = (3000.0, 2400.0)
_STUD_MM = 38.0
_YEAR = 1990


class Attempt(Model):
    """One way to do a lesson: where the thing goes [mm], with what, how deep, with the hammer on or not.

    ``on_stud_mm``, ``level_mm``: the thing is shifted so that its first hole comes to lie there.
    """

    at_mm: tuple[float, float]
    fixing: Id
    depth_mm: float | None = None
    hammer: bool = False
    on_stud_mm: float | None = None
    level_mm: float | None = None


class LessonPoint(Model):
    kind: Id
    x_mm: float
    y_mm: float


class LessonService(Model):
    kind: Id
    x_mm: float
    y_mm: float
    x2_mm: float
    y2_mm: float
    depth_mm: float
    width_mm: float


class LessonThing(Model):
    shape: Id
    measures: dict[str, float] = Field(default_factory=dict)


class Lesson(Model):
    """A lesson: what it is about, its wall, and a wrong and a right way to do it."""

    key: Id
    title: Name
    says: str
    mistake: str
    make: Id
    layers: tuple[tuple[str, float], ...]
    filling: Filling = Filling.EMPTY
    tiled: bool = False
    studs_mm: tuple[float, ...] = ()
    points: tuple[LessonPoint, ...] = ()
    services: tuple[LessonService, ...] = ()
    thing: LessonThing
    at_mm: tuple[float, float]
    wrong: Attempt
    right: Attempt
    consequence: Id


@lru_cache(maxsize=1)
def lessons() -> tuple[Lesson, ...]:
    """All lessons, in the order of the job."""
    read = tomllib.loads(_FILE.read_text("utf-8"))
    return tuple(Lesson.model_validate(row) for row in read["lessons"])


def _truth(lesson: Lesson) -> Truth:
    wall = SimulatedWall(
        make=lesson.make,
        region=Region.BRITAIN,
        trade=Trade.CAREFUL,
        stands=Location.PARTITION,
        year=_YEAR,
        tiled=lesson.tiled,
        finish=Finish.TILED if lesson.tiled else Finish.SMOOTH,
        layers=lesson.layers,
        filling=lesson.filling if lesson.studs_mm else None,
        screwed=True,
        loose=False,
        steel_mesh=False,
        skill=0.9,
    )
    studs = tuple(SimulatedStud(centre, _STUD_MM, centre + 7) for centre in lesson.studs_mm)
    framing = SimulatedFraming(_WALL_MM[0], 600, _STUD_MM, studs) if studs else None
    services = tuple(
        TrueService(one.kind, one.x_mm, one.y_mm, one.x2_mm, one.y2_mm, one.depth_mm, one.width_mm)
        for one in lesson.services
    )
    return Truth(wall, framing, services, sum(thickness for _, thickness in layers_of(wall)))


def lesson_ground(lesson: Lesson, catalogue: Catalogue) -> Ground:
    """The wall of a lesson with the job on it, and its truth."""
    truth = _truth(lesson)
    drawn = Wall(
        id="practice-wall",
        name=lesson.title,
        width_mm=_WALL_MM[0],
        height_mm=_WALL_MM[1],
        stands=Location.PARTITION,
        finish=truth.wall.finish,
        points=tuple(
            Point(id=f"point-{number}", kind=one.kind, x_mm=one.x_mm, y_mm=one.y_mm)
            for number, one in enumerate(lesson.points, 1)
        ),
        looked=True,
        coating_tested=True,
        practice_seed=_number(lesson),
    )
    job = given(drawn, truth, Thing(lesson.thing.shape, lesson.thing.measures), 0.5, catalogue)
    x_mm, y_mm = lesson.at_mm
    place = job.placement.model_copy(update={"x_mm": x_mm, "y_mm": y_mm})
    return Ground(job.model_copy(update={"placement": place}), truth, _number(lesson), 1, Region.BRITAIN)


def _number(lesson: Lesson) -> int:
    return next(number for number, one in enumerate(lessons(), 1) if one.key == lesson.key)


def placed(ground: Ground, attempt: Attempt, catalogue: Catalogue) -> JobDocument:
    """The job with the thing where an attempt puts it."""
    x_mm, y_mm = attempt.at_mm
    put = ground.document.placement.model_copy(update={"x_mm": x_mm, "y_mm": y_mm})
    job = ground.document.model_copy(update={"placement": put})
    if attempt.on_stud_mm is None and attempt.level_mm is None:
        return job
    first = make_plan(job, catalogue).holes[0]
    moved = put.model_copy(
        update={
            "x_mm": x_mm + (0 if attempt.on_stud_mm is None else attempt.on_stud_mm - first.x_mm),
            "y_mm": y_mm + (0 if attempt.level_mm is None else attempt.level_mm - first.y_mm),
        }
    )
    return job.model_copy(update={"placement": moved})


def play(lesson: Lesson, attempt: Attempt, catalogue: Catalogue) -> tuple[HoleOutcome, ...]:
    """What becomes of an attempt: every hole drilled and filled as it says."""
    ground = lesson_ground(lesson, catalogue)
    job = placed(ground, attempt, catalogue)
    holes = make_plan(job, catalogue).holes
    fixings = {hole.id: attempt.fixing for hole in holes}
    planned = make_plan(known_job(ground, job, fixings), catalogue)
    bored = []
    for hole in planned.holes:
        card = hole.card
        row = catalogue.fixing_by_key[attempt.fixing]
        bit = card.bit_mm if card else float(getattr(row, "hole_mm", None) or 6.0)
        depth = attempt.depth_mm or (card.depth_mm if card else 50.0)
        start = Bored(hole_id=hole.id, x_mm=hole.x_mm, y_mm=hole.y_mm, bit_mm=bit, hammer=attempt.hammer, depth_mm=0)
        bored.append(drill_on(ground.truth, start, depth))
    run = Run(id="lesson", seed=ground.seed, step=1, lesson=lesson.key, bored=tuple(bored))
    return outcomes_of(ground, planned, planned, run, fixings)
