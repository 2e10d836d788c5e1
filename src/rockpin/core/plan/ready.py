"""What is said of a job that nothing stands against: it is ready, or it is up and holds."""

from collections.abc import Sequence

from rockpin.core.document.job import JobBody
from rockpin.core.document.record import Holds
from rockpin.core.plan.hole_plan import HolePlan
from rockpin.core.post import PostReading
from rockpin.core.setout import PlacedHole


def all_hold(job: JobBody, holes: Sequence[PlacedHole] | Sequence[HolePlan]) -> bool:
    """Whether every hole is on record as tried and holding."""
    tried = {record.hole_id for record in job.records if record.holds is Holds.YES}
    return bool(holes) and all(hole.id in tried for hole in holes)


def tried_sentence(count: int, post: PostReading | None, bored: bool) -> str:
    thing = "hole" if post is None else "bolt" if bored else "clamp"
    if count == 1:
        return f"The {thing} was tried and holds."
    return f"{'Both' if count == 2 else f'All {count}'} {thing}s were tried and hold."


def ready_sentence(count: int, hand: str | None, post: PostReading | None, bored: bool) -> str:
    """Ready, with what hands do where that decides."""
    if post is not None:
        thing = "bolt" if bored else "clamp"
        all_of_them = {1: f"The {thing} holds", 2: f"Both {thing}s hold"}.get(count, f"All {count} {thing}s hold")
        # of what holds its foot somebody else knows whether it does
        foot = ", and what holds its foot must too" if post.held else " and stands deep enough"
        return f"{all_of_them}{f', also when {hand}' if hand else ''}; the post bears it{foot}."
    also = f", also when {hand}," if hand else ""
    if count == 1:
        return f"The hole holds{also} and is clear of every zone, or proved."
    holes = "Both holes" if count == 2 else f"All {count} holes"
    return f"{holes} hold{also} and are clear of every zone, or proved."
