"""What a job has drilled and hung is on its wall for every other job there."""

from rockpin.core.base.model import Rect
from rockpin.core.document.evidence import ReadBy
from rockpin.core.document.fittings import TailFrom
from rockpin.core.document.fixture import HoleKind
from rockpin.core.document.job import JobBody
from rockpin.core.document.landmarks import Thing
from rockpin.core.document.record import Holds, LeftHole
from rockpin.core.document.sweeps import Find, Scan, ScanMode
from rockpin.core.document.wall import OldHole, Wall
from rockpin.core.placing import lying
from rockpin.core.setout import of_wall, place_fixture
from rockpin.core.tables.catalogue import Catalogue


def drilled_holes(job_id: str, job: JobBody, wall: Wall, catalogue: Catalogue) -> tuple[OldHole, ...]:
    """The holes that a job has recorded, as old holes of its wall for every other job there."""
    job = lying(of_wall(job, wall), wall)
    holes = {hole.id: hole for hole in place_fixture(job, catalogue.figures.setout.channel_back_mm).holes}
    found = []
    for record in job.records:
        hole = holes.get(record.hole_id)
        if hole is None or hole.kind is HoleKind.CLAMPED:
            continue
        if not (record.met or record.holds or record.depth_mm is not None):
            continue
        outcomes = [catalogue.outcome_by_key[met] for met in record.met if met in catalogue.outcome_by_key]
        fixing = catalogue.fixing_by_key.get(record.fixing or "")
        found.append(
            OldHole(
                id=f"{job_id}-{hole.id}"[:60],
                name=f"hole {hole.number} of {job.title}"[:120],
                # whatever was reported, it is in this wall
                x_mm=min(max(hole.x_mm + record.off_x_mm, 0.0), wall.width_mm),
                y_mm=min(max(hole.y_mm + record.off_y_mm, 0.0), wall.height_mm),
                diameter_mm=record.bit_mm or hole.diameter_mm,
                depth_mm=record.depth_mm or 0,
                met=", ".join([job.title, *(outcome.label.lower() for outcome in outcomes)]),
                holds=fixing.label if fixing else "",
                stopped=any(outcome.stops for outcome in outcomes),
                reported=record.met,
                fixing=record.fixing,
                good=record.holds is Holds.YES,
                crumbled=any(outcome.crumbled for outcome in outcomes),
                day=record.day,
            )
        )
    return (*found, *_left_by(job_id, job))


_SAME_PLACE_MM = 1.0
"""How far two corners may lie apart and be the same one."""


def hangs_again(job: JobBody, other: JobBody, wall: Wall) -> bool:
    """Whether a job hangs again what another had put up on its wall and what came loose: that hangs there no more."""
    job = of_wall(job, wall)
    loose = job.came_loose
    if loose is None:
        return False
    at = lying(of_wall(other, wall), wall).placement
    x = job.placement.x_mm if loose.hung_x_mm is None else loose.hung_x_mm
    y = job.placement.y_mm if loose.hung_y_mm is None else loose.hung_y_mm
    return max(abs(at.x_mm - x), abs(at.y_mm - y)) <= _SAME_PLACE_MM


def hung_things(job_id: str, job: JobBody, wall: Wall, catalogue: Catalogue) -> tuple[Thing, ...]:
    """What a job has put up, as things that hang on its wall for every other job there: its pieces, as far as they lie
    on that wall, once every hole of it holds."""
    job = lying(of_wall(job, wall), wall)
    placed = place_fixture(job, catalogue.figures.setout.channel_back_mm)
    holding = {record.hole_id for record in job.records if record.holds is Holds.YES}
    if not placed.holes or any(hole.id not in holding for hole in placed.holes):
        return ()
    face = Rect(x_mm=0, y_mm=0, width_mm=wall.width_mm, height_mm=wall.height_mm)
    found = []
    for piece in placed.pieces:
        left, right = max(0.0, piece.area.x_mm), min(face.right_mm, piece.area.right_mm)
        foot, top = max(0.0, piece.area.y_mm), min(face.top_mm, piece.area.top_mm)
        if left < right and foot < top:
            name = job.title if len(placed.pieces) == 1 else f"{piece.label} of {job.title}"
            found.append(
                Thing(
                    id=f"{job_id}-{piece.id}"[:60],
                    name=name[:120],
                    x_mm=left,
                    y_mm=foot,
                    width_mm=right - left,
                    height_mm=top - foot,
                )
            )
    return tuple(found)


_PIPE_HALF_MM = 11.0
"""Half of a pipe of 22 mm, the thickest that leads to a heated rail."""


def laid_pipes(job_id: str, job: JobBody, wall: Wall) -> tuple[Scan, ...]:
    """The pipes that were led in the wall to what a job has put up, as what somebody saw there.

    From each tail that comes out of the wall straight down to the floor; none as long as no hole of it holds.
    """
    job = lying(of_wall(job, wall), wall)
    tails = [tail for tail in job.fixture.tails if tail.comes_from is TailFrom.WALL]
    if not any(record.holds is Holds.YES for record in job.records):
        return ()
    found = []
    for tail in tails:
        x, y = job.placement.x_mm + tail.x_mm, job.placement.y_mm + tail.y_mm
        if not (0 <= x <= wall.width_mm and 0 < y <= wall.height_mm):
            continue
        pipe = Find(
            id=f"{job_id}-{tail.id}-pipe"[:60],
            x_mm=x,
            y_mm=0,
            x2_mm=x,
            y2_mm=y,
            sigma_mm=_PIPE_HALF_MM,
            what=f"a pipe to {job.title}"[:120],
        )
        area = Rect(x_mm=max(0.0, x - _PIPE_HALF_MM), y_mm=0, width_mm=2 * _PIPE_HALF_MM, height_mm=y)
        found.append(
            Scan(
                id=f"{job_id}-{tail.id}"[:60],
                mode=ScanMode.OPENED,
                area=area,
                finds=(pipe,),
                read_by=ReadBy.INSTRUMENT,
                note=f"led to {job.title}"[:200],
            )
        )
    return tuple(found)


def given_up(left: LeftHole, title: str) -> OldHole:
    """A hole that a job has given up, as it stays in the wall."""
    return OldHole(
        id=left.id,
        name=left.name,
        x_mm=left.x_mm,
        y_mm=left.y_mm,
        diameter_mm=left.diameter_mm,
        depth_mm=left.depth_mm,
        met=f"{title}, given up",
        crumbled=left.crumbled,
        reported=left.met,
        day=left.day,
    )


def _left_by(job_id: str, job: JobBody) -> list[OldHole]:
    """The holes that a job has given up, as other jobs know them."""
    found = [given_up(one, job.title) for one in job.left]
    return [
        one.model_copy(update={"id": f"{job_id}-{one.id}"[:60], "name": f"{one.name} of {job.title}"[:120]})
        for one in found
    ]
