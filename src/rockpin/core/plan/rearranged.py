"""The same fixture where it stands, held otherwise: its bar drilled anew, its brackets slid, all of its holes used."""

from typing import NamedTuple

from rockpin.core.base.keeping import NOTHING_KEPT, Keep
from rockpin.core.document.fixture import Attachment
from rockpin.core.document.job import JobDocument, SupportPlace
from rockpin.core.fixture import with_fixture
from rockpin.core.plan.spare_holes import studs_among, used_on_studs, with_every_hole
from rockpin.core.plan.stages import ReadWall, read_wall, settled
from rockpin.core.setout import bar_holes, place_fixture
from rockpin.core.tables.catalogue import Catalogue

_USUAL_HOLE_MM = 6.5


class Arrangement(NamedTuple):
    """A job with something of its fixture moved, and what that is, in words; nothing is moved where there are none."""

    says: str
    job: JobDocument


def bar_drilled(job: JobDocument, support_ids: tuple[str, ...], read: ReadWall) -> JobDocument:
    """The job with the holes of these bars put where the wall holds behind them."""
    now = settled(job, read).job
    areas = {part.id: part.area for part in place_fixture(now, read.catalogue.figures.setout.channel_back_mm).supports}
    reading, members, supports = read.identified.reading, read.framing.members, []
    for support in job.fixture.supports:
        if support.id not in support_ids:
            supports.append(support)
            continue
        usual = support.holes[0].diameter_mm if support.holes else _USUAL_HOLE_MM
        wide = job.fixture.measures.get("hole", usual)
        holes = bar_holes(support, areas[support.id], job.wall, reading, members, wide, read.catalogue)
        supports.append(support.model_copy(update={"holes": holes}))
    return with_fixture(job, job.fixture.model_copy(update={"supports": tuple(supports)}))


def _slid(job: JobDocument, read: ReadWall) -> JobDocument | None:
    """The job with each bracket that slides put on the nearest stud that it reaches and no other has taken."""
    now = settled(job, read).job
    centres = sorted(one.rect.centre_x_mm for one in read.framing.members if not one.horizontal)
    areas = {part.id: part.area for part in place_fixture(now, read.catalogue.figures.setout.channel_back_mm).supports}
    places = {one.support_id: one for one in job.placement.supports}
    moved = False
    for support in job.fixture.supports:
        if support.attachment is not Attachment.SLIDING:
            continue
        at = places.get(support.id, SupportPlace(support_id=support.id))
        middle = areas[support.id].centre_x_mm
        reach = [one for one in centres if abs(at.dx_mm + one - middle) <= support.slide_mm]
        if not reach:
            continue
        stud = min(reach, key=lambda one: abs(one - middle))
        centres.remove(stud)
        if abs(stud - middle) > 1e-3:
            places[support.id] = at.model_copy(update={"dx_mm": round(at.dx_mm + stud - middle, 4)})
            moved = True
    if not moved:
        return None
    return job.model_copy(update={"placement": job.placement.model_copy(update={"supports": tuple(places.values())})})


def arrangements(job: JobDocument, catalogue: Catalogue, keep: Keep = NOTHING_KEPT) -> list[Arrangement]:
    """The job as it is, and what else can be done with its fixture at the same place."""
    found, read = [Arrangement("", job)], read_wall(job, catalogue, keep)
    if job.records:
        # what is drilled is not moved any more
        return found
    bars = tuple(one.id for one in job.fixture.supports if one.attachment is Attachment.USER_DRILLED)
    if bars:
        drilled = bar_drilled(job, bars, read)
        if drilled.fixture != job.fixture:
            found.append(Arrangement("its bar drilled anew", drilled))
    if read.identified.reading.family.framed and (slid := _slid(job, read)):
        found.append(Arrangement("its brackets slid onto studs", slid))
    if found_on := used_on_studs(job, studs_among(read.framing.members), catalogue):
        found.append(Arrangement("by the holes of its plate that are on studs", found_on.job))
    if every := with_every_hole(job.fixture, catalogue.remedies.all_holes_most):
        found.append(Arrangement("with all of its holes", job.model_copy(update={"fixture": every})))
    return found
