"""What a hole answered, put on record: with what the plan knows of it where nobody measured."""

from pydantic import Field

from rockpin.core.base.errors import BadInput, Fault, NotFound
from rockpin.core.base.model import Day, Id, Model, NonNegativeMm, Note
from rockpin.core.base.quantities import show_across
from rockpin.core.document.evidence import CameOut
from rockpin.core.document.job import JobDocument
from rockpin.core.document.record import HoleRecord, Moment
from rockpin.core.identification import Family
from rockpin.core.plan.hole_plan import HolePlan
from rockpin.core.plan.plan import Plan
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.outcomes import Outcome


class Report(Model):
    """What a hole answered. Lengths [mm]: from the face, the width of the hole, the way from its mark right and up."""

    outcome: Id
    met_at_mm: NonNegativeMm | None = None
    depth_mm: NonNegativeMm | None = None
    width_mm: float | None = Field(default=None, gt=0, le=60)
    off_x_mm: float = Field(default=0, ge=-200, le=200)
    off_y_mm: float = Field(default=0, ge=-200, le=200)
    came_out: CameOut | None = None
    at: Moment | None = None
    day: Day | None = None
    who: Note = ""


AS_PLANNED = "as_planned"


def hole_of(plan: Plan, hole_id: str) -> HolePlan:
    """A hole of a plan. Raises NotFound where there is none of that id."""
    hole = next((one for one in plan.holes if one.id == hole_id), None)
    if hole is None:
        raise NotFound(
            f"There is no hole “{hole_id}” in this job any more; it may have been moved or taken out of use."
        )
    return hole


def _checked(report: Report, hole: HolePlan, before: HoleRecord, plan: Plan, catalogue: Catalogue) -> None:
    outcome = catalogue.outcome_by_key.get(report.outcome)
    if outcome is None:
        names = ", ".join(catalogue.outcome_by_key)
        raise BadInput([Fault("outcome", f"“{report.outcome}” is nothing that a hole answers; there are {names}")])
    if report.outcome == AS_PLANNED and AS_PLANNED not in hole.answers:
        says = f"hole {hole.number} has no plan that it could go by: nothing holds there yet; say what happened instead"
        raise BadInput([Fault("outcome", says)])
    bit = before.bit_mm or (hole.card.bit_mm if hole.card else None)
    if report.width_mm is not None and bit is not None and report.width_mm < bit - 0.5:
        raise BadInput(
            [
                Fault(
                    "width_mm",
                    f"is {show_across(report.width_mm, plan.units)}, narrower than the bit that it was drilled with "
                    f"({show_across(bit, plan.units)}); measure the hole once more",
                )
            ]
        )
    if "offset" in outcome.asks and not (report.off_x_mm or report.off_y_mm):
        raise BadInput([Fault("off_x_mm", "is 0, and so is off_y_mm; say how far it came out from its mark")])


def _width_mm(report: Report, hole: HolePlan, before: HoleRecord, catalogue: Catalogue) -> float | None:
    """How wide the hole is now [mm]; where nobody measured, by the bit and what happened."""
    outcome, card = catalogue.outcome_by_key[report.outcome], hole.card
    # where there is none left of what cuts its own hole, nobody has cut one
    left_mm = card.leaves_mm if card and (card.drilled or not outcome.get_more) else None
    drilled = max((one for one in (before.bit_mm, left_mm) if one), default=None)
    if report.width_mm is not None or drilled is None:
        return report.width_mm
    return drilled + outcome.wider_mm


_MASONRY = (Family.MASONRY, Family.BONDED_BOARD)


def _no_place(outcome: Outcome, family: Family) -> bool:
    """Whether what stands behind a hole after all is nothing that any fixing can hold in.

    A joint or a core in masonry, wood or a void between studs are places with fixings of their own.
    """
    match outcome.behind:
        case "joint" | "void":
            return family not in _MASONRY and not (outcome.behind == "void" and family.framed)
        case "wood":
            return not family.framed
    return False


def reported(
    job: JobDocument, plan: Plan, hole_id: str, report: Report, catalogue: Catalogue
) -> tuple[HoleRecord, ...]:
    """The records of a job with what one of its holes answered.

    Raises NotFound where there is no such hole, and BadInput where what is said of it cannot be.
    """
    hole = hole_of(plan, hole_id)
    before = next((one for one in job.records if one.hole_id == hole_id), HoleRecord(hole_id=hole_id))
    _checked(report, hole, before, plan, catalogue)
    outcome, good = catalogue.outcome_by_key[report.outcome], report.outcome == AS_PLANNED
    depth = report.depth_mm
    if depth is None and (good or outcome.when != "drilling"):
        depth = (hole.card.depth_mm if hole.card.drilled else None) if hole.card else before.depth_mm
    failed, fails = before.failed, outcome.fails or _no_place(outcome, plan.reading.family)
    if fails and hole.chosen and hole.chosen not in failed:
        failed = (*failed, hole.chosen)
    after = before.model_copy(
        update={
            "day": report.day or before.day,
            "at": report.at or before.at,
            "who": report.who or before.who,
            "met": (*(one for one in before.met if one != report.outcome), report.outcome),
            "met_at_mm": before.met_at_mm if report.met_at_mm is None else report.met_at_mm,
            "came_out": report.came_out or before.came_out,
            "depth_mm": before.depth_mm if depth is None else depth,
            "bit_mm": _width_mm(report, hole, before, catalogue),
            "off_x_mm": report.off_x_mm or before.off_x_mm,
            "off_y_mm": report.off_y_mm or before.off_y_mm,
            "fixing": None if fails else hole.chosen or before.fixing,
            "failed": failed,
            "given_up": before.given_up or outcome.lost or _no_place(outcome, plan.reading.family),
            "settled": good and before.settled,
            "holds": None,
        }
    )
    return (*(one for one in job.records if one.hole_id != hole_id), after)
