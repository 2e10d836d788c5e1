"""What other jobs only plan on the same wall, and how it and this one would be in one another's way."""

from collections.abc import Iterator, Sequence

from rockpin.core.base.model import Model, Rect, bounding
from rockpin.core.base.quantities import UnitSystem, show_length
from rockpin.core.base.words import inside
from rockpin.core.document.fixture import HeldRail
from rockpin.core.document.job import JobBody
from rockpin.core.plan.findings import clash_sentence
from rockpin.core.plan.plan import Plan
from rockpin.core.plan.ready import all_hold


class PlannedBeside(Model):
    """A thing that another job plans. ``area``: of all of its parts; ``says``: what would be in the way of what."""

    id: str
    title: str
    area: Rect
    says: str | None


_ELSEWHERE = "Put one of the two elsewhere."


_RAIL_PIECES, _RAIL_HALF_MM = 24, 25.0
"""In how many pieces a rail is taken, since one that climbs fills no rectangle; half of how thick it is [mm]."""


def _along(rail: HeldRail) -> Iterator[Rect]:
    """A rail from end to end, piece by piece."""
    dx, dy = (rail.x2_mm - rail.x_mm) / _RAIL_PIECES, (rail.y2_mm - rail.y_mm) / _RAIL_PIECES
    for piece in range(_RAIL_PIECES):
        x, y = rail.x_mm + piece * dx, rail.y_mm + piece * dy
        yield Rect(
            x_mm=min(x, x + dx) - _RAIL_HALF_MM,
            y_mm=min(y, y + dy) - _RAIL_HALF_MM,
            width_mm=abs(dx) + 2 * _RAIL_HALF_MM,
            height_mm=abs(dy) + 2 * _RAIL_HALF_MM,
        )


def _parts(plan: Plan) -> list[Rect]:
    rails = [area for rail in plan.rails for area in _along(rail)]
    bodies = rails or [piece.area for piece in plan.pieces]
    return [*bodies, *(part.area for part in (*plan.supports, *plan.links))]


_FAR_MM = 2000.0
"""What something claims in use reaches no farther [mm] from it: an arm, a door, what hangs below."""


def reach_of(plan: Plan) -> Rect | None:
    """Where on its wall what others plan may be in the way of a thing, or it in theirs; None: of nothing."""
    parts = _parts(plan)
    if not parts:
        return None
    whole = bounding(parts)
    return Rect(
        x_mm=whole.x_mm - _FAR_MM,
        y_mm=whole.y_mm - _FAR_MM,
        width_mm=whole.width_mm + 2 * _FAR_MM,
        height_mm=whole.height_mm + 2 * _FAR_MM,
    )


def _lie_over(mine: Sequence[Rect], theirs: Sequence[Rect], title: str, units: UnitSystem) -> str | None:
    """Two things that want the same place, by the widest piece of it."""
    pairs = [(one, other) for one in mine for other in theirs if one.overlaps(other)]
    common = [
        (
            min(one.right_mm, other.right_mm) - max(one.x_mm, other.x_mm),
            min(one.top_mm, other.top_mm) - max(one.y_mm, other.y_mm),
        )
        for one, other in pairs
    ]
    if not common:
        return None
    wide, high = max(common, key=lambda size: size[0] * size[1])
    return (
        f"Here “{title}” is planned too, by a job of its own: {show_length(wide, units)} by "
        f"{show_length(high, units)} of the two lie over one another."
    )


def _in_the_way(plan: Plan, other: Plan) -> str | None:
    """What a thing claims in use and the other would stand in."""
    first, name = f"“{plan.title}”: ", f"the planned “{other.title}”"
    claims = ((claim, part) for claim in plan.claims for part in _parts(other))
    met = next((claim for claim, part in claims if claim.area.overlaps(part)), None)
    return first + inside(clash_sentence(met, name, plan.units)) if met else None


def planned_beside(plan: Plan, job: JobBody, others: Sequence[tuple[Plan, JobBody]]) -> tuple[PlannedBeside, ...]:
    """What other jobs only plan on the wall of a plan. It may never be drilled, so no verdict goes by it.

    What is up, or was until it came loose, is planned no more.
    """
    mine, found = [] if all_hold(job, plan.holes) else _parts(plan), []
    for other, body in others:
        theirs = _parts(other)
        if not theirs or all_hold(body, other.holes):
            continue
        says = _lie_over(mine, theirs, other.title, plan.units)
        says = says or (_in_the_way(plan, other) or _in_the_way(other, plan) if mine else None)
        found.append(
            PlannedBeside(
                id=other.job_id,
                title=other.title,
                area=bounding(theirs),
                says=f"{says} {_ELSEWHERE}" if says else None,
            )
        )
    return tuple(found)
