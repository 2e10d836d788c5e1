"""A thing that came loose: why by the figures, how the old fixing comes out, and what is different this time."""

from rockpin.core.base.model import Model
from rockpin.core.base.quantities import show_force, show_times, show_use
from rockpin.core.base.words import inside
from rockpin.core.capacity import Assessment, Goes, method_of
from rockpin.core.document.fixings import AnyFixing
from rockpin.core.document.fixture import HoleKind
from rockpin.core.document.job import JobBody
from rockpin.core.document.record import CameLoose, FailedHow, OldFixing, Progress
from rockpin.core.plan.stages import ComputedStages, LooseFixing


class LooseReading(Model):
    """One hole of a thing that came loose.

    ``why``: why it gave way, in figures. ``comes_out``: how the old fixing is taken out; "" where it stays. ``now``:
    what is different this time.
    """

    hole_id: str
    number: int
    why: str
    comes_out: str
    now: str


_HOW = {
    FailedHow.PULLED_OUT: "pulled out",
    FailedHow.SPUN: "spun in its hole",
    FailedHow.BOARD_CRUMBLED: "crumbled the wall round it",
    FailedHow.BACKED_OUT: "backed out",
    FailedHow.BROKE: "broke",
    FailedHow.HOLDS: "holds",
}


def _why(one: LooseFixing, explained: bool) -> str:
    """Why a fixing gave way. ``explained``: another of the same thing was too weak, and this one went with it."""
    old, spot, fixing, made = one
    clamped = spot.hole.kind is HoleKind.CLAMPED
    named = f"{'Clamp' if clamped else 'Hole'} {spot.hole.number}"
    if old.how is FailedHow.HOLDS:
        return f"{named}: what is in it holds. Pull it once more before you trust it, and keep it."
    if fixing is None or made is None:
        return f"{named}: it {_HOW[old.how]}. What was in it nobody knows, so no figure can say why."
    name, units = inside(fixing.label), spot.units
    if made.mode is None:
        reason = made.refusals[0].sentence if made.refusals else ""
        return f"{named}: {name} {_HOW[old.how]}. It never belonged there: {inside(reason)}"
    pull, across = made.demand_tension_n, made.demand_shear_n
    asked = (
        f"pulled with {show_force(pull, units, demand=True)}, across it {show_force(across, units, demand=True)}; "
        f"it carries {show_force(made.tension_n, units, demand=False)} and "
        f"{show_force(made.shear_n, units, demand=False)} there"
    )
    if made.use > 1:
        return f"{named}: {name} {_HOW[old.how]}. When {made.case} it is {asked}: {made.use:.1f} times too much."
    if explained:
        return f"{named}: {name} {_HOW[old.how]}, used to {show_use(made.use)} by itself: it went with the others."
    in_wood = fixing.method in ("wood", "lining")
    cause = {
        FailedHow.BACKED_OUT: "A screw backs out where it was never drawn up, or is shaken.",
        FailedHow.SPUN: "It found less wood than it is taken to have, or was driven on until its thread had cut out."
        if in_wood
        else "The hole was too wide for it from the start, or dust lay in it.",
        FailedHow.BOARD_CRUMBLED: "The wall there is weaker than it is taken to be, or was wet.",
        FailedHow.PULLED_OUT: "It missed the wood, or sat at its edge, or was pulled harder than it is taken to be."
        if in_wood
        else "It was pulled harder than it is taken to be, or never sat well.",
    }.get(old.how, "It was pulled harder than it is taken to be, or never sat well.")
    return (
        f"{named}: {name} {_HOW[old.how]}, though by the figures it should have held (used to "
        f"{show_use(made.use)} when {made.case}). {cause}"
    )


def _comes_out(old: OldFixing, fixing: AnyFixing | None, clamped: bool) -> str:
    if old.how is FailedHow.HOLDS:
        return ""
    if clamped:
        return "Loosen it and take it off."
    if old.how is FailedHow.BROKE:
        return "What is stuck stays in the wall: drive it below the face and fill over it."
    if fixing is None:
        return "Turn it out; what will not turn is cut off flush and pushed in."
    goes = method_of(fixing).goes(fixing)
    if fixing.method == "board" and getattr(fixing, "kind", "") in ("spring_toggle", "strap_toggle"):
        return "Take the screw out: its wings fall into the void and stay there."
    if fixing.method == "board" and getattr(fixing, "kind", "") == "sleeve":
        return "Screw out; cut the flange off with pliers and push the sleeve through into the void."
    if goes is Goes.CURES:
        return "A rod in resin is cut off flush; it is never drilled out."
    if fixing.method == "masonry" and goes is not Goes.DRIVEN:
        return "Turn a screw a few turns into the plug and draw both with pliers; a torn one is drilled out."
    return "Turn it out."


def _now(old: OldFixing, chosen: Assessment | None, made: Assessment | None) -> str:
    if old.how is FailedHow.HOLDS:
        return "It is kept, and counted."
    if chosen is None:
        return "Nothing is found yet that holds in this hole as it is."
    before = f" instead of {show_times(made.use)}" if made is not None and made.mode and made.use > 1 else ""
    return f"This time {inside(chosen.label)}, used to {show_use(chosen.use)}{before}."


def loose_readings(done: ComputedStages) -> tuple[LooseReading, ...]:
    """Why each hole of a thing that came loose gave way; nothing where none did."""
    chosen = {choice.hole_id: choice.chosen for choice in done.choices}
    explained = any(one.explained for one in done.gave_way)
    return tuple(
        LooseReading(
            hole_id=one.old.hole_id,
            number=one.spot.hole.number,
            why=_why(one, explained),
            comes_out=_comes_out(one.old, one.fixing, one.spot.hole.kind is HoleKind.CLAMPED),
            now=_now(one.old, chosen.get(one.old.hole_id), one.made),
        )
        for one in done.gave_way
    )


def repair_of(job: JobBody, loose: CameLoose) -> JobBody:
    """A job that hangs a thing again which came loose, from the holes that are there."""
    at = job.placement
    return job.model_copy(
        update={
            "title": f"{job.title[:104]}, again",
            "came_loose": loose.model_copy(update={"hung_x_mm": at.x_mm, "hung_y_mm": at.y_mm}),
            "records": (),
            "photos": (),
            "as_built": (),
            "choices": (),
            "progress": Progress(),
        }
    )
