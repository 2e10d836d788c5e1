"""What somebody says who asks one thing, and the job that is supposed so that it can be answered.

Nothing has been named or measured yet: what was not said is taken as usual, and every answer says what it took so.
"""

from collections.abc import Callable

from pydantic import Field

from rockpin.core.base.errors import BadInput, Fault
from rockpin.core.base.model import Id, Model, Name, WallCoordinate
from rockpin.core.base.quantities import UnitSystem, show_length, show_mass
from rockpin.core.base.words import inside
from rockpin.core.document.evidence import Evidence, Finish, HowStated, Location
from rockpin.core.document.fixture import Environment
from rockpin.core.document.job import JobBody, JobDocument, Placement, Region, Site
from rockpin.core.document.wall import Courses, Framing, HowKnown, Point, Wall
from rockpin.core.fittings import stands
from rockpin.core.fixture import start_height_mm, started
from rockpin.core.questions.by_row import at_usual_pitch
from rockpin.core.questions.starting_wall import build_up_of, starting_wall, with_plaster
from rockpin.core.questions.studs import holes_in_studs, studs_behind, studs_text
from rockpin.core.setout import CoursesShift, off_joints, place_fixture
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.identification import BuildUp
from rockpin.core.tables.references import thing_named
from rockpin.core.tables.shapes import MeasureUnit, ShapePlace

_WALL = "wall"
_SITE = "site"
_JOB = "asked"
_TOLD_MEASURES = ("width", "height", "depth", "own", "holds")


class Supposed(Model):
    """What somebody says of a thing, a wall and a place before any of them has a name.

    ``shape``: what goes up, as a shape or by its everyday name. ``environment``: where it hangs; None: where such
    things do. ``wall``: a usual build-up, None where he does not know. ``in_studs``: the holes are meant to go into the
    framing; else into what is between it. ``across_mm`` and ``up_mm``: the lower left corner of the thing; None: the
    middle of the wall, at a usual height.
    """

    region: Region = Region.BRITAIN
    units: UnitSystem = UnitSystem.METRIC
    wall: Id | None = None
    plaster_mm: float | None = Field(default=None, ge=0, le=100)
    in_studs: bool = False
    stands: Location = Location.UNKNOWN
    finish: Finish = Finish.UNKNOWN
    built_year: int | None = Field(default=None, ge=1000, le=2200)
    width_mm: float = Field(default=3000, ge=100, le=20_000)
    height_mm: float = Field(default=2400, ge=100, le=10_000)
    evidence: tuple[Evidence, ...] = Field(default=(), max_length=50)
    points: tuple[Point, ...] = Field(default=(), max_length=50)
    looked: bool = False
    shape: Id = "hook"
    measures: dict[str, float] = Field(default_factory=dict, max_length=40)
    hand: Id | None = None
    environment: Environment | None = None
    across_mm: WallCoordinate | None = None
    up_mm: WallCoordinate | None = None


def _wall(asked: Supposed, catalogue: Catalogue) -> Wall:
    wall = starting_wall(
        asked.wall,
        asked.region,
        catalogue,
        id=_WALL,
        name=_wall_name(asked, catalogue),
        width_mm=asked.width_mm,
        height_mm=asked.height_mm,
        stands=asked.stands,
        finish=asked.finish,
        built_year=asked.built_year,
        stated=HowStated.TOLD,
        evidence=asked.evidence,
        points=asked.points,
        looked=asked.looked,
    )
    if asked.plaster_mm is not None and wall.build_up:
        # under plaster nobody sees the joints
        layers = with_plaster(wall.build_up, asked.plaster_mm)
        courses = wall.courses if layers[0].material != "plaster" else None
        wall = wall.model_copy(update={"build_up": layers, "courses": courses})
    return wall


def _wall_name(asked: Supposed, catalogue: Catalogue) -> str:
    if asked.wall is None:
        return "Wall to be found out"
    name = build_up_of(asked.wall, catalogue).short.split(" ", 1)[1]
    return name[:1].upper() + name[1:]


def title_of(asked: Supposed, catalogue: Catalogue) -> str:
    """What a job of it is called until somebody names it: “Hook on a plastered brick wall”."""
    thing = thing_named(asked.shape, catalogue).short
    wall = build_up_of(asked.wall, catalogue).short if asked.wall else "a wall to be found out"
    return f"{thing} on {wall}"


def job_of(asked: Supposed, catalogue: Catalogue) -> JobDocument:
    """The job as somebody would start it: nothing in it that was not said or is not usual.

    Raises BadInput for a thing, a measure or a build-up that is not in the catalogue, or out of its limits, and for a
    thing that hangs on more than one wall or on none.
    """
    start = thing_named(asked.shape, catalogue)
    if start.shape.place is not ShapePlace.WALL:
        raise BadInput([Fault("shape", f"“{start.shape.label}” is more than one wall answers for; start it as a job")])
    fixture = started(start, asked.measures)
    said = {"environment": asked.environment, "hand": asked.hand}
    fixture = fixture.model_copy(update={name: one for name, one in said.items() if one})
    wide = max(piece.rect.right_mm for piece in fixture.pieces)
    up = start_height_mm(start, fixture, asked.height_mm, catalogue.figures.setout.start_height_mm)
    body = JobBody(
        title=title_of(asked, catalogue),
        fixture=fixture,
        placement=Placement(
            wall_id=_WALL,
            x_mm=round((asked.width_mm - wide) / 2) if asked.across_mm is None else asked.across_mm,
            y_mm=0 if stands(fixture) else up if asked.up_mm is None else asked.up_mm,
        ),
    )
    site = Site(id=_SITE, name="Not yet on a site", region=asked.region, units=asked.units)
    return JobDocument(id=_JOB, site=site, walls=(_wall(asked, catalogue),), **dict(body))


def _laid(courses: Courses, job: JobDocument, catalogue: Catalogue) -> CoursesShift:
    holes = place_fixture(job, catalogue.figures.setout.channel_back_mm).holes
    return off_joints(courses, holes, catalogue.figures.framing)


def brackets_free(asked: Supposed, catalogue: Catalogue) -> bool:
    """Whether the thing's brackets go where they hold: nobody measured where they are."""
    return thing_named(asked.shape, catalogue).brackets_free and "margin" not in asked.measures


def each_in_a_stud(asked: Supposed, job: JobDocument, catalogue: Catalogue) -> bool:
    """Whether every hole of a job is in one of the studs that it supposes."""
    start = catalogue.build_up_by_key.get(asked.wall or "")
    if start is None or not start.stud_width_mm:
        return False
    on, count = holes_in_studs(job, start.stud_width_mm, catalogue)
    return on == count


def supposed_job(asked: Supposed, catalogue: Catalogue) -> JobDocument:
    """The first of the jobs that are supposed."""
    return supposed_jobs(asked, catalogue)[0]


def supposed_jobs(asked: Supposed, catalogue: Catalogue) -> tuple[JobDocument, ...]:
    """The same job, its studs where the answer is meant for: behind the holes, or behind none; its holes off joints.

    Several where not every hole can be in a stud: it hangs where that comes out best. Only an answer rests on that.
    Nobody has looked yet, so the job itself is started without.
    """
    job = job_of(asked, catalogue)
    start = catalogue.build_up_by_key.get(asked.wall or "")
    return laid_out(job, start, asked.in_studs, brackets_free(asked, catalogue), catalogue)


def laid_out(
    job: JobDocument, start: BuildUp | None, in_studs: bool, free: bool, catalogue: Catalogue
) -> tuple[JobDocument, ...]:
    """A job on a wall of a usual build-up, its joints and studs where an answer is meant for.

    ``free``: whether its brackets go where they hold.
    """

    def on(**wall: object) -> JobDocument:
        return job.model_copy(update={"walls": (job.wall.model_copy(update=wall),)})

    if job.wall.courses is not None:
        return (on(courses=_laid(job.wall.courses, job, catalogue).courses),)
    if start is None or not start.stud_width_mm:
        return (job,)
    if not in_studs:
        return (on(framing=None),)
    job = at_usual_pitch(job, start.stud_width_mm, catalogue)
    framings = studs_behind(job, start.stud_width_mm, free, catalogue)
    return tuple(on(framing=framing) for framing in framings)


def between_studs(asked: Supposed, catalogue: Catalogue) -> JobDocument | None:
    """The same job midway between studs that stand as far apart as is usual; None where a hole would meet one."""
    job = job_of(asked, catalogue)
    row = job.wall.framing.row if job.wall.framing else None
    holes = [hole.x_mm for hole in place_fixture(job, catalogue.figures.setout.channel_back_mm).holes]
    if row is None or not holes:
        return None
    middle = (min(holes) + max(holes)) / 2
    row = row.model_copy(update={"first_centre_mm": (middle - row.pitch_mm / 2) % row.pitch_mm, "known": HowKnown.SEEN})
    apart = [abs((x - row.first_centre_mm + row.pitch_mm / 2) % row.pitch_mm - row.pitch_mm / 2) for x in holes]
    if min(apart) < row.stud_width_mm:
        return None
    return job.model_copy(update={"walls": (job.wall.model_copy(update={"framing": Framing(row=row)}),)})


def assumed(asked: Supposed, job: JobDocument, catalogue: Catalogue) -> tuple[str, ...]:
    """What an answer takes for granted, in sentences; each can be changed."""
    units, fixture, shape = asked.units, job.fixture, thing_named(asked.shape, catalogue).shape
    materials = catalogue.material_by_key
    found = []
    if job.wall.build_up:
        layers = ", ".join(
            f"{inside(materials[one.material].label)} {show_length(one.thickness_mm, units)}"
            for one in job.wall.build_up
        )
        found.append(f"The wall is {layers}, front to back: you said its kind, the thicknesses are usual ones.")
    else:
        found.append("Nobody knows the wall yet: what is usual for its age and place counts.")
    start = catalogue.build_up_by_key.get(asked.wall or "")
    if start is not None and start.stud_width_mm:
        found.append(
            studs_text(job, start.stud_width_mm, brackets_free(asked, catalogue), catalogue)
            if asked.in_studs
            else "Every hole is between the studs, where there is only the board."
        )
    if job.wall.courses is not None:
        met = _laid(job.wall.courses, job, catalogue).met
        found.append(
            "Every hole is in a brick or block, not in the joint: move a mark that would meet one."
            if not met
            else f"The whole sits where most holes meet a brick or block; {met} would meet a joint all the same."
        )
    hands = {row.key: row for row in catalogue.hands}
    duty = catalogue.duty_by_key[fixture.duty]
    found.append(f"Used so: {inside(duty.label)}; {inside(hands[fixture.hand].label)}; {fixture.environment.words}.")
    told: dict[MeasureUnit, Callable[[float, UnitSystem], str]] = {
        MeasureUnit.MM: show_length,
        MeasureUnit.KG: show_mass,
    }
    figures = [
        f"{inside(one.label)} {told[one.unit](fixture.measures[one.key], units)}"
        for one in shape.measures
        if one.key in _TOLD_MEASURES and one.key not in asked.measures
    ]
    if figures:
        found.append(f"You did not give, so taken as usual: {', '.join(figures)}; its holes and plates too.")
    return tuple(found)


class Refusal(Model):
    """A fixing that does not go here, with the first reason."""

    label: Name
    reason: str
