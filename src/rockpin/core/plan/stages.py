"""Every room asked in the order of the work: what each has made of a job, before it is put together as a plan."""

from typing import NamedTuple

from rockpin.core.advice import NOT_ASKED, Advice, next_check
from rockpin.core.base.errors import NotFound
from rockpin.core.base.keeping import NOTHING_KEPT, Keep
from rockpin.core.capacity import Assessment, assess
from rockpin.core.choice import HoleChoice, Maker, Proof, choose, with_tests
from rockpin.core.demand import Demand, Stiffness, load_cases, solve_fixture, stiffness_bounds
from rockpin.core.document.evidence import Location
from rockpin.core.document.fixings import AnyFixing
from rockpin.core.document.fixture import Environment
from rockpin.core.document.job import JobDocument
from rockpin.core.document.record import FailedHow, Holds, OldFixing
from rockpin.core.document.wall import WallSide
from rockpin.core.drilling import existing_holes, told_by_holes, where_it_hung
from rockpin.core.fittings import FittingsReading, read_fittings
from rockpin.core.fixture import things_of
from rockpin.core.framing import Behind, BehindKind, FramingReading, leans_to_wood, look_behind, read_framing
from rockpin.core.hidden import ClearingWay, Hidden, Judged, PlannedHole, judge_hole, read_hidden, ways_to_clear
from rockpin.core.hole import Spot
from rockpin.core.identification import Identified, identify
from rockpin.core.placing import PlacingReading, Settled, Surroundings, settle, skirting_word
from rockpin.core.plan.corner import plane_with, planes_of
from rockpin.core.plan.spots import NOMINAL_SCREW_MM, spots_of, under_other_loads
from rockpin.core.post import PostReading, read_post
from rockpin.core.setout import (
    Claim,
    Clash,
    Clearance,
    Neighbour,
    Placed,
    claims_of,
    clashes_of,
    clearances_of,
    hole_numbers,
    place_fixture,
)
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.packets import with_packets
from rockpin.core.tables.references import check_references

_FLAT = ("socket", "switch", "data")
"""Points, by how they are drawn, that lie so flat on the wall that nothing strikes them."""


def planned_hole(spot: Spot, chosen: Assessment | None, unchosen_reach_mm: float) -> PlannedHole:
    """The hole as it will really be drilled; before anything is chosen, as deep as most holes go."""
    hole = spot.hole
    behind = spot.behind(NOMINAL_SCREW_MM).kind
    return PlannedHole(
        hole_id=hole.id,
        number=hole.number,
        x_mm=hole.x_mm,
        y_mm=hole.y_mm,
        diameter_mm=chosen.hole.diameter_mm if chosen and chosen.hole else hole.diameter_mm,
        reach_mm=chosen.hole.reach_mm if chosen and chosen.hole else unchosen_reach_mm,
        in_stud=behind in (BehindKind.TIMBER, BehindKind.STEEL, BehindKind.OPEN),
    )


def on_this_face(hidden: Hidden) -> list[Neighbour]:
    """The points of this face, as what may stand in the way."""
    return [
        Neighbour(name=f"the {point.label.lower()}", area=point.area, flat=point.symbol in _FLAT)
        for point in hidden.points
        if point.face is WallSide.THIS
    ]


SHAKEN = "shaken"
"""The use of what hangs in a vehicle or a boat, by key."""


class LooseFixing(NamedTuple):
    """A fixing of a thing that came loose, judged in its hole as that was before; None where nobody knows what it was.

    One that holds still is among them.
    """

    old: OldFixing
    spot: Spot
    fixing: AnyFixing | None
    made: Assessment | None

    @property
    def explained(self) -> bool:
        """Whether the figures say why it gave way: it was too weak, or never belonged there."""
        made = self.made
        return self.old.how is not FailedHow.HOLDS and made is not None and (made.mode is None or made.use > 1)


class ComputedStages(NamedTuple):
    """What the rooms have made of a job, before it is put together as a plan.

    ``whole``: the job with its fixture where it comes to lie, and all of its readings; ``job``: with those that count.
    """

    whole: JobDocument
    job: JobDocument
    placing: PlacingReading
    catalogue: Catalogue
    identified: Identified
    framing: FramingReading
    hidden: Hidden
    placed: Placed
    behinds: dict[str, Behind]
    bounds: tuple[Stiffness, ...]
    demand: Demand
    advice: Advice
    spots: list[Spot]
    choices: tuple[HoleChoice, ...]
    judged: tuple[Judged, ...]
    planned: tuple[PlannedHole, ...]
    proofs: list[Proof]
    maker: Maker
    claims: tuple[Claim, ...]
    clashes: tuple[Clash, ...]
    clearances: tuple[Clearance, ...]
    fittings: FittingsReading
    post: PostReading | None
    gave_way: tuple[LooseFixing, ...]


class ReadWall(NamedTuple):
    """What a wall is and hides, whatever goes up on it."""

    catalogue: Catalogue
    identified: Identified
    framing: FramingReading
    hidden: Hidden


def wall_content(job: JobDocument) -> tuple[object, ...]:
    """All that follows from a wall alone follows from this of its counted document."""
    return job.wall, _stands(job), job.site, job.packets, job.screw_packets, job.own_fixings


def _stands(job: JobDocument) -> Location:
    """Where the wall stands; what hangs outdoors hangs on an outer face, where nobody said where it is or of what."""
    wall = job.wall
    unsaid = wall.stands is Location.UNKNOWN and not wall.build_up and not wall.post
    return Location.OUTER_FACE if unsaid and job.fixture.environment is Environment.OUTDOOR else wall.stands


def read_wall(job: JobDocument, catalogue: Catalogue, keep: Keep = NOTHING_KEPT) -> ReadWall:
    """The rooms that ask the wall alone. Raises BadInput where the document names what the catalogue does not have."""
    check_references(job, catalogue)
    job = told_by_holes(job.counted(), catalogue)
    return keep.of("wall", catalogue, wall_content(job), lambda: _read_wall(job, catalogue))


def _read_wall(job: JobDocument, catalogue: Catalogue) -> ReadWall:
    wall, site = job.wall.model_copy(update={"stands": _stands(job)}), job.site
    catalogue = catalogue.with_own(job.own_fixings).in_words_of(site.region).facing(wall.stands)
    catalogue = with_packets(catalogue, job, site.sold)
    identified = identify(wall, site, catalogue)
    plausible = catalogue.figures.identification.plausible_build_up
    others = [reading for one, reading in identified.others if one.probability >= plausible]
    framing = read_framing(wall, identified.reading, site.region, site.units, catalogue, identified.here.era, others)
    return ReadWall(
        catalogue, identified, framing, read_hidden(wall, identified.reading, framing.members, site, catalogue.hidden)
    )


def surroundings_of(job: JobDocument, read: ReadWall) -> Surroundings:
    """What the fixture of a job can be measured from."""
    return Surroundings(
        wall=job.wall,
        members=read.framing.members,
        points=read.catalogue.point_by_key,
        units=job.site.units,
        skirting=skirting_word(job.site.region),
        foot=job.foot,
    )


def settled(job: JobDocument, read: ReadWall) -> Settled:
    """A job with its fixture where it comes to lie by what it is measured from, and as it lies there."""
    return settle(job, surroundings_of(job, read), hole_numbers(job.fixture))


def _demand(
    job: JobDocument,
    placed: Placed,
    bounds: tuple[Stiffness, ...],
    bearing_mpa: float,
    shipped: Catalogue,
    keep: Keep,
) -> Demand:
    figures = shipped.figures.demand

    def solved() -> Demand:
        cases = load_cases(job.fixture, job.placement.y_mm, shipped.demand)
        return solve_fixture(job.fixture, cases, placed.offsets, bounds, bearing_mpa, figures)

    stands = (
        job.placement.y_mm,
        tuple(placed.offsets.items()),
        tuple(tuple(one.items()) for one in bounds),
        bearing_mpa,
    )
    return keep.of("demand", shipped, (job.fixture, *stands), solved)


def _as_it_rides(job: JobDocument, catalogue: Catalogue) -> JobDocument:
    """In a vehicle or a boat everything is shaken, whatever it is used for; who leans on it weighs more than that."""
    if not job.wall.stands.rides:
        return job
    fixture, duties = job.fixture, catalogue.duty_by_key

    def shaken(key: str) -> str:
        return key if duties[key].sideways_g or duties[key].body_support else SHAKEN

    pieces = tuple(
        piece.model_copy(update={"duty": shaken(piece.duty)}) if piece.duty else piece for piece in fixture.pieces
    )
    told = fixture.model_copy(update={"duty": shaken(fixture.duty), "pieces": pieces})
    return job.model_copy(update={"fixture": told})


def _but_for_its_place(job: JobDocument) -> tuple[object, ...]:
    """What a fixing is in every hole of a kind follows from this, wherever the fixture is put."""
    return job.wall.id, *(told for name, told in job if name not in ("placement", "title", "revision"))


def compute_stages(
    job: JobDocument,
    catalogue: Catalogue,
    keep: Keep = NOTHING_KEPT,
    *,
    advise: bool = True,
    advice: Advice | None = None,
) -> ComputedStages:
    """Every room in its order. Raises BadInput where the document names what the catalogue does not have.

    ``keep``: what rooms have answered lately to the same questions. ``advise``: whether the next check is asked for,
    and where holes could be moved to; neither changes a verdict. ``advice``: the next check, where it is known already.
    """
    # what is asked of a job in a corner besides its plan is asked of its first plane
    planes = planes_of(job, catalogue.figures.demand)
    job = asked = planes.first if planes else job
    shipped, read = catalogue, read_wall(job, catalogue, keep)
    whole, placing = settled(told_by_holes(job, catalogue), read)
    job = _as_it_rides(whole.counted(), catalogue)
    wall = job.wall
    catalogue, identified, framing, hidden = read
    reading, members = identified.reading, framing.members
    catalogue, proofs = with_tests(catalogue, job.pull_tests, reading)
    sitting = sum(record.holds is Holds.YES for record in job.records)
    catalogue = catalogue.with_van(job.kit, max(1, len(hole_numbers(job.fixture)) - sitting))

    placed = place_fixture(job, catalogue.figures.setout.channel_back_mm)
    looked = {
        hole.id: look_behind(wall, reading, members, hole.x_mm, hole.y_mm, NOMINAL_SCREW_MM, catalogue.figures.framing)
        for hole in placed.holes
    }
    behinds = looked | {
        hole_id: there.seen(looked[hole_id], reading)
        for hole_id, there in existing_holes(job, placed.holes, catalogue).items()
    }
    kinds = {hole_id: behind.kind for hole_id, behind in behinds.items()}
    leaning = [
        hole.id
        for hole in placed.holes
        if leans_to_wood(wall, reading, members, (hole.x_mm, hole.y_mm), behinds[hole.id], catalogue.figures.framing)
    ]
    bounds = stiffness_bounds(kinds, leaning, shipped.figures.demand)
    demand = _demand(job, placed, bounds, reading.bearing_mpa, shipped, keep)
    proved = frozenset(proof.fixing for proof in proofs if proof.settles)
    shared = keep.of("holes", shipped, _but_for_its_place(job), dict[object, dict[str, object]])
    # while it is moved nobody reads what else there is about a hole
    worded = advise and advice is None
    spots = spots_of(
        job,
        reading,
        members,
        placed.holes,
        hidden,
        demand,
        catalogue,
        proved,
        worded=worded,
        shared=shared,
        looked=looked,
    )
    if advice is None:
        advice = next_check(job, identified, spots, hidden, catalogue) if advise and not wall.post else NOT_ASKED
    own = {choice.hole_id: choice.fixing for choice in job.choices}
    maker = Maker(job.fixture, spots, catalogue)
    choices = (
        choose(
            spots,
            kinds,
            own,
            job.wishes,
            catalogue,
            identified.others,
            job.kit,
            proved,
            maker,
        )
        if reading.family.planned
        else ()
    )
    # where nothing is planned for the wall, its holes are still judged for what they may strike
    chosen = [choice.chosen for choice in choices] or [None] * len(spots)
    planned = tuple(
        planned_hole(spot, one, catalogue.figures.plan.unchosen_reach_mm)
        for spot, one in zip(spots, chosen, strict=True)
    )
    judged = tuple(judge_hole(hidden, one) for one in planned)
    claims = claims_of(job, things_of(job.fixture), catalogue.figures.setout.lift_on_mm)
    return ComputedStages(
        whole,
        job,
        placing,
        catalogue,
        identified,
        framing,
        hidden,
        placed,
        behinds,
        bounds,
        demand,
        advice,
        spots,
        choices,
        judged,
        planned,
        proofs,
        maker,
        claims,
        clashes_of(claims, wall, on_this_face(hidden)),
        clearances_of(job.fixture.limits, placed.pieces, wall, catalogue.point_by_key, job.site.units),
        read_fittings(job, placed.holes, members, job.site, catalogue.fittings, catalogue.figures.fittings),
        read_post(
            job,
            wall,
            load_cases(job.fixture, job.placement.y_mm, shipped.demand) if wall.post else (),
            job.site.units,
            catalogue.posts,
            catalogue.figures.post,
            catalogue.figures.demand,
        ),
        _gave_way(asked, shipped, keep),
    )


def _gave_way(job: JobDocument, shipped: Catalogue, keep: Keep) -> tuple[LooseFixing, ...]:
    """What each hole of a thing that came loose was, where it hung; empty for any other job."""
    loose = job.came_loose
    if loose is None:
        return ()
    before = where_it_hung(job).model_copy(update={"came_loose": None, "records": (), "left": ()})

    def judged() -> tuple[LooseFixing, ...]:
        done = compute_stages(before, shipped, keep, advise=False)
        spots = {spot.hole.id: spot for spot in done.spots}
        found = []
        for old in loose.holes:
            if (spot := spots.get(old.hole_id)) is None:
                continue
            fixing = done.catalogue.fixing_by_key.get(old.fixing or "")
            found.append(
                LooseFixing(old, spot, fixing, assess(fixing, spot, done.catalogue.capacity) if fixing else None)
            )
        return tuple(sorted(found, key=lambda one: one.spot.hole.number))

    return keep.of("loose", shipped, (before, loose), judged)


def respotted(job: JobDocument, done: ComputedStages, shipped: Catalogue, keep: Keep = NOTHING_KEPT) -> list[Spot]:
    """The holes of a job under other loads, where all else is as it was computed."""
    counted = job.counted()  # under other loads only: its place is the one that was settled
    demand = _demand(counted, done.placed, done.bounds, done.identified.reading.bearing_mpa, shipped, keep)
    return under_other_loads(done.spots, demand)


def clear_hole(job: JobDocument, hole_id: str, catalogue: Catalogue) -> tuple[ClearingWay, ...]:
    """The ways to clear one hole of a job. Raises NotFound where there is no such hole."""
    done = compute_stages(plane_with(job, hole_id, catalogue.figures.demand), catalogue)
    index = next((index for index, one in enumerate(done.planned) if one.hole_id == hole_id), None)
    if index is None:
        raise NotFound(f"There is no hole “{hole_id}” in this job; it may have been taken out of use.")
    accepted = done.choices[index].accepted if done.choices else ()
    return ways_to_clear(done.hidden, done.planned[index], accepted, done.job.wall, job.site.units)
