"""The plans of both planes of an inside corner, drawn as one picture."""

from collections.abc import Sequence

from rockpin.core.plan.hole_plan import HolePlan
from rockpin.core.plan.plan import DecidingCase, Plan, PlaneBeside
from rockpin.core.setout import PlacedPart


def _deciding(cases: Sequence[DecidingCase]) -> tuple[DecidingCase, ...]:
    """Cases of both planes, each told once: the same hands push at both."""
    holes: dict[tuple[str, str], tuple[int, ...]] = {}
    for one in cases:
        holes[one.label, one.lasts] = (*holes.get((one.label, one.lasts), ()), *one.holes)
    return tuple(DecidingCase(label=label, lasts=lasts, holes=of) for (label, lasts), of in holes.items())


def unfolded(first: Plan, second: Plan, beyond_mm: float, whole: dict[str, object]) -> Plan:
    """Two planes as one picture: what is on the second lies ``beyond_mm`` [mm] farther along. ``whole``: of both."""

    def beside(parts: tuple[PlacedPart, ...]) -> tuple[PlacedPart, ...]:
        return tuple(
            one.model_copy(update={"area": one.area.model_copy(update={"x_mm": one.area.x_mm + beyond_mm})})
            for one in parts
        )

    marks, others = first.measures, second.measures
    both = {"marks": (*marks.marks, *others.marks), "distances": (*marks.distances, *others.distances)}
    ours = tuple(hole.model_copy(update={"behind_text": f"left wall: {hole.behind_text}"}) for hole in first.holes)
    moved = tuple(
        hole.model_copy(update={"x_mm": hole.x_mm + beyond_mm, "behind_text": f"right wall: {hole.behind_text}"})
        for hole in second.holes
    )
    return first.model_copy(
        update={
            "supports": (*first.supports, *beside(second.supports)),
            "links": (*first.links, *beside(second.links)),
            "holes": (*ours, *moved),
            # what the supports bear are no things in a row
            "gaps": (),
            "joints": (*first.joints, *second.joints),
            "measures": marks.model_copy(update=both),
            "cases": _deciding((*first.cases, *second.cases)),
            "cautions": tuple(dict.fromkeys((*first.cautions, *second.cautions))),
            "record": (*first.record, *second.record),
            "as_built": (*first.as_built, *second.as_built),
            "loose": (*first.loose, *second.loose),
            "beside": PlaneBeside(
                wall_id=second.wall_id,
                wall=second.wall,
                from_mm=beyond_mm,
                reading=second.reading,
                elevation=second.elevation,
            ),
            **whole,
        }
    )


def wall_begins_mm(plan: Plan, hole: HolePlan) -> float:
    """How far along the picture a hole's own wall begins [mm]: 0, but for the second wall of a corner."""
    beside = plan.beside
    return beside.from_mm if beside and hole.x_mm >= beside.from_mm else 0.0
