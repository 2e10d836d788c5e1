"""What comes with a thing, read for where it is to hang: bolts, stacks, heights of eyes, cables, pipes, sealing."""

from collections.abc import Sequence
from math import ceil

from rockpin.core.base.model import Model
from rockpin.core.base.quantities import UnitSystem, show_length, show_thickness
from rockpin.core.base.words import inside, listed
from rockpin.core.document.fittings import DrainSide, PipeTail, TailFrom
from rockpin.core.document.fixture import Fixture, HeldBy, HoleKind, LinkKind
from rockpin.core.document.job import JobBody, Site
from rockpin.core.fittings.bolts import BoltFit, fit_bolt
from rockpin.core.fittings.patterns import ThreadsUnder, patterns_of
from rockpin.core.fittings.stacks import Stack, stack_within
from rockpin.core.fixture import things_of
from rockpin.core.framing import MemberReading
from rockpin.core.setout import PlacedHole
from rockpin.core.tables.figures import FittingsFigures
from rockpin.core.tables.fittings import FittingTables


class Viewing(Model):
    """How high the middle of a screen comes to stand and how high the eyes before it are [mm], over the floor.

    ``cable_mm``: what its cables take from the wall to the screen with the arm stretched; None without an arm.
    ``text``: the same in words.
    """

    middle_mm: float
    eyes_mm: float
    seated: bool
    cable_mm: float | None
    text: str


class RowsReach(Model):
    """The studs that the rows of a screen's plate can reach, by their middles [mm], and in words.

    ``used``: how many of them have a hole in use.
    """

    studs_mm: tuple[float, ...]
    used: int
    text: str


class TailReading(Model):
    """A pipe's tail on the wall [mm]. ``holes``: numbers of holes that its run reaches; ``member_mm``: the middle of a
    stud that stands in its way, if it comes out of the wall."""

    id: str
    x_mm: float
    y_mm: float
    comes_from: TailFrom
    holes: tuple[int, ...]
    member_mm: float | None


class Sealing(Model):
    """What the place wants of a box, and what the box has; ``air_mm``: between its back and the wall.

    ``wanted``: what comes at it, in words; None: nobody said.
    """

    wanted: str | None
    wanted_solid: int
    wanted_water: int
    solid_digit: int | None
    water_digit: int | None
    drain: DrainSide
    air_mm: float


class FittingsReading(Model):
    """All that comes with the things of a job."""

    bolt: BoltFit | None
    viewing: Viewing | None
    rows: RowsReach | None
    stacks: tuple[Stack, ...]
    tails: tuple[TailReading, ...]
    sealing: Sealing | None
    patterns: tuple[ThreadsUnder, ...]


def _viewing(job: JobBody, units: UnitSystem, figures: FittingsFigures) -> Viewing | None:
    device = job.fixture.device
    if device is None or not job.fixture.pieces:
        return None
    piece = job.fixture.pieces[0]
    cable = None
    if job.fixture.swings:
        joints = device.joints * figures.cable_joint_mm
        cable = ceil((piece.depth_mm + joints + figures.cable_slack_mm) / 50) * 50
    middle = job.placement.y_mm + piece.rect.centre_y_mm
    eyes = device.seat_mm + figures.eye_over_seat_mm if device.seat_mm else figures.eye_standing_mm
    text = f"Eyes at {show_length(eyes, units)}, its middle at {show_length(middle, units)}."
    if cable is not None:
        text += f" Its cables want {show_length(cable, units)} from wall to screen."
    return Viewing(middle_mm=middle, eyes_mm=eyes, seated=device.seat_mm > 0, cable_mm=cable, text=text)


def _rows(job: JobBody, members: Sequence[MemberReading], units: UnitSystem, reach_mm: float) -> RowsReach | None:
    """Which studs stand behind the rows of a screen's plate, so near a hole that a screw in it meets wood [mm]."""
    studs = [one.rect.centre_x_mm for one in members if not one.horizontal]
    if job.fixture.device is None or job.fixture.swings or not studs:
        return None
    every = [
        (job.placement.x_mm + support.x_mm + hole.x_mm, hole.used)
        for support in job.fixture.supports
        for hole in support.holes
    ]
    near = {
        stud: any(used for x, used in every if abs(x - stud) <= reach_mm)
        for stud in sorted(studs)
        if any(abs(x - stud) <= reach_mm for x, _ in every)
    }
    places = [show_length(stud, units) for stud in near]
    words = f"the stud{'s' if len(places) > 1 else ''} at {listed(places)}" if places else "no stud"
    text = f"Its rows reach {words}."
    return RowsReach(studs_mm=tuple(near), used=sum(near.values()), text=text)


def stacks_of(fixture: Fixture, sold_mm: Sequence[float], units: UnitSystem) -> tuple[Stack, ...]:
    """A stack for each gap of a fixture that spacers fill. ``sold_mm``: the thicknesses that are sold [mm]."""
    found = []
    names = {support.id: support.name for support in fixture.supports}
    for link in fixture.links:
        if link.kind is not LinkKind.SPACER or not link.support_ids:
            continue
        spacers = stack_within(link.thickness_mm, sold_mm)
        short = round(link.thickness_mm - sum(spacers), 3)
        sizes = " + ".join(show_thickness(size, units) for size in spacers) or "none"
        left = f", {show_thickness(short, units)} left for a shim" if short >= 0.1 else ""
        behind = listed([inside(names[one]) for one in link.support_ids])
        found.append(
            Stack(
                support_ids=link.support_ids,
                gap_mm=link.thickness_mm,
                spacers_mm=spacers,
                short_mm=short,
                text=f"{behind}: {sizes}{left}",
            )
        )
    return tuple(found)


def _tail(
    tail: PipeTail, job: JobBody, holes: Sequence[PlacedHole], members: Sequence[MemberReading], half_mm: float
) -> TailReading:
    """Its run goes down the wall, or behind it, from the tail to the floor."""
    x, y = job.placement.x_mm + tail.x_mm, job.placement.y_mm + tail.y_mm
    reached = [
        hole.number for hole in holes if abs(hole.x_mm - x) < half_mm + hole.diameter_mm / 2 and hole.y_mm < y + half_mm
    ]
    blocking = [
        one.rect.centre_x_mm
        for one in members
        if not one.horizontal
        and tail.comes_from is TailFrom.WALL
        and one.rect.x_mm - half_mm < x < one.rect.right_mm + half_mm
        and one.rect.y_mm <= y <= one.rect.top_mm
    ]
    return TailReading(
        id=tail.id,
        x_mm=x,
        y_mm=y,
        comes_from=tail.comes_from,
        holes=tuple(reached),
        member_mm=blocking[0] if blocking else None,
    )


def read_fittings(
    job: JobBody,
    holes: Sequence[PlacedHole],
    members: Sequence[MemberReading],
    site: Site,
    tables: FittingTables,
    figures: FittingsFigures,
) -> FittingsReading:
    """What comes with the things of a job whose fixture lies where it is placed. ``site``: for its units, and for how
    spacers are sold there."""
    fixture, units, sizes = job.fixture, site.units, tables.spacers_of(site.sold[0])
    box = fixture.enclosure
    sealing = None
    if box is not None:
        wanted = next((row for row in tables.exposures if row.key == box.exposure), None)
        behind = [link.thickness_mm for link in fixture.links] or [
            one.thickness_mm for one in fixture.supports if any(hole.kind is HoleKind.CLAMPED for hole in one.holes)
        ]
        sealing = Sealing(
            wanted=wanted.label if wanted else None,
            wanted_solid=wanted.solid_digit if wanted else 0,
            wanted_water=wanted.water_digit if wanted else 0,
            solid_digit=box.solid_digit,
            water_digit=box.water_digit,
            drain=box.drain,
            air_mm=min(behind, default=0.0),
        )
    return FittingsReading(
        bolt=fit_bolt(fixture.device, sizes, units, tables, figures) if fixture.device else None,
        viewing=_viewing(job, units, figures),
        rows=_rows(job, members, units, figures.row_reach_mm),
        stacks=stacks_of(fixture, sizes, units),
        tails=tuple(_tail(one, job, holes, members, figures.pipe_half_mm) for one in fixture.tails),
        sealing=sealing,
        patterns=patterns_of(fixture),
    )


def feet_mm(fixture: Fixture) -> tuple[float, ...]:
    """Where the feet of things are that the floor carries [mm], above the fixture's lower left corner."""
    things = [[piece.y_mm for piece in one.pieces if piece.held_by is HeldBy.FLOOR] for one in things_of(fixture)]
    return tuple(min(feet) for feet in things if feet)


def stands(fixture: Fixture) -> bool:
    """Whether the floor carries all of it, and the wall only keeps it upright."""
    return bool(fixture.pieces) and all(piece.held_by is HeldBy.FLOOR for piece in fixture.pieces)
