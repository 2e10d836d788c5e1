"""The plan of a piece in an inside corner: both walls side by side, one verdict, one order of work."""

from rockpin.core.base.findings import Stage, verdict_of
from rockpin.core.base.keeping import Keep
from rockpin.core.base.quantities import show_mass
from rockpin.core.document.job import JobDocument
from rockpin.core.drilling import existing_holes
from rockpin.core.placing import in_a_corner
from rockpin.core.plan.because import CLEAR, set_so_far
from rockpin.core.plan.corner import Planes
from rockpin.core.plan.findings import corner_findings, of_second_plane
from rockpin.core.plan.one_plane import fixture_text, lifted_kg, one_plane
from rockpin.core.plan.plan import Plan
from rockpin.core.plan.ready import all_hold
from rockpin.core.plan.stage_plans import not_yet_of, stage_plans
from rockpin.core.plan.stages import read_wall, settled
from rockpin.core.plan.unfolded import unfolded
from rockpin.core.plan.van_count import van_count
from rockpin.core.sequence import JointFixings, work_of
from rockpin.core.setout import PlacedPart, of_wall
from rockpin.core.tables.catalogue import Catalogue


def both_planes(job: JobDocument, planes: Planes, catalogue: Catalogue, keep: Keep, at_rest: Plan | None) -> Plan:
    """A piece in an inside corner: both planes side by side, one verdict, one order of work."""
    first, second = (one_plane(part, catalogue, keep, at_rest) for part in (planes.first, planes.second))
    whole = first.done.catalogue
    units, at = job.site.units, first.done.job.placement
    of_corner = corner_findings(job, planes.shares)
    findings = [*first.findings, *of_corner, *of_second_plane(second.findings, second.plan.wall)]
    not_yet = not_yet_of(findings)
    cards = [*first.cards, *second.cards]
    holes = (*first.done.placed.holes, *second.done.placed.holes)
    existing = {
        hole_id: there
        for one in (first.done, second.done)
        for hole_id, there in existing_holes(one.job, one.placed.holes, whole).items()
    }
    work = work_of(
        job,
        cards if len(cards) == len(holes) and (job.records or not not_yet) else (),
        holes,
        existing,
        lifted_kg(job),
        first.lacking | second.lacking,
        first.done.fittings,
        JointFixings(),
        whole,
        frozenset(hole.id for hole in second.done.placed.holes),
    )
    planned = (*first.plan.holes, *second.plan.holes)
    words = CLEAR if all(hole.card for hole in planned) else CLEAR | {Stage.DRILL: set_so_far(planned)}
    because = {
        one.stage: f"{first.plan.wall}: {one.because} {second.plan.wall}: {other.because}"
        for one, other in zip(first.plan.stages, second.plan.stages, strict=True)
    }
    pieces = tuple(
        PlacedPart(
            id=piece.id,
            label=piece.name,
            area=piece.rect.model_copy(update={"x_mm": piece.x_mm + at.x_mm, "y_mm": piece.y_mm + at.y_mm}),
        )
        for piece in job.fixture.pieces
    )
    # in a vehicle it is shaken, whatever the job says
    used_so = job.fixture.model_copy(update={"duty": first.done.job.fixture.duty})
    used = job.model_copy(update={"fixture": used_so})
    return unfolded(
        first.plan,
        second.plan,
        planes.beyond_mm,
        {
            "verdict": verdict_of(
                findings,
                "Every hole on both walls was tried and holds."
                if all_hold(job, holes)
                else "Every hole on both walls holds and is clear of every zone, or proved.",
                done=all_hold(job, holes),
            ),
            "not_yet": not_yet,
            "stages": stage_plans(findings, because, words=words),
            "pieces": pieces,
            "placing": in_a_corner(settled(of_wall(job, job.wall), read_wall(planes.first, catalogue, keep)).reading),
            "fixture_text": fixture_text(used, whole, units),
            "mass_text": show_mass(job.fixture.mass_kg, units),
            "people": work.people,
            "gather": work.gather,
            "steps": work.steps,
            "van": van_count(job, planned, whole),
        },
    )
