"""Ways out onto studs: brackets moved to them, or screws that go into them instead of the board beside."""

from rockpin.core.base.quantities import show_length
from rockpin.core.capacity import method_of
from rockpin.core.document.fixture import Attachment
from rockpin.core.document.job import Choice, JobDocument
from rockpin.core.document.wall import HowKnown, Member
from rockpin.core.fixture import moved_along, shape_of
from rockpin.core.framing import BehindKind
from rockpin.core.plan.way_out import Trial, WayKind, WayOut, codes, with_what


def into_studs(trial: Trial) -> WayOut | None:
    """A screw into the stud wherever one likely is, where what goes into the board alone is too heavy for it."""
    if "board-overhung" not in codes(trial.before):
        return None
    rows, picked = trial.catalogue.fixing_by_key, {}
    for hole in trial.before.holes:
        if hole.behind.kind is not BehindKind.OPEN or hole.behind.solid_wood < hole.behind.clear:
            continue
        # what the job brings itself is in no list of the shop
        known = [rows[one.fixing] for one in hole.candidates if one.fixing in rows]
        in_studs = (BehindKind.TIMBER, BehindKind.STEEL)
        held = next((row.key for row in known if method_of(row).kind_behind(BehindKind.OPEN) in in_studs), None)
        if held and hole.chosen != held:
            picked[hole.id] = held
    if not picked:
        return None
    others = [one for one in trial.job.choices if one.hole_id not in picked]
    choices = (*others, *(Choice(hole_id=hole_id, fixing=key) for hole_id, key in picked.items()))
    return trial.way(
        WayKind.OTHER_FIXING,
        trial.job.model_copy(update={"choices": choices}),
        lambda plan: f"Let the studs bear it: {with_what(plan)}.",
    )


def onto_studs(trial: Trial) -> WayOut | None:
    """Brackets side by side, each put on the stud that is nearest to it; things with one bracket each go with it."""
    at, several = trial.job.placement, [thing for thing in trial.struggling.things if len(thing.supports) > 1]
    # beside things on two brackets one on a single one stays where it is
    of = trial.struggling.only(several) if several else trial.struggling
    fixture, things = of.part, of.things
    studs = [one.rect.centre_x_mm for one in trial.before.framing.members if not one.horizontal]
    rigid = [one for one in fixture.supports if one.attachment is not Attachment.USER_DRILLED]
    if not studs or len(rigid) < 2 or len(rigid) < len(fixture.supports) or fixture.carriers or trial.round_a_corner:
        return None
    by, taken = {}, set()
    for support in rigid:
        middle = at.x_mm + support.x_mm + sum(hole.x_mm for hole in support.holes) / max(len(support.holes), 1)
        free = [stud for stud in studs if stud not in taken]
        if not free:
            return None
        stud = min(free, key=lambda one: abs(one - middle))
        taken.add(stud)
        by[support.id] = stud - middle
    farthest = max(map(abs, by.values()))
    if farthest > trial.sizes.onto_studs_farthest_mm:
        return None
    if not several:
        # where they hang as wide as the studs lie nobody spaces them out any more
        moved = moved_along(fixture, [by[thing.supports[0].id] for thing in things])
        moved, put = moved.model_copy(update={"spacing": None}), "Put each of them"
    else:
        supports = (one.model_copy(update={"x_mm": one.x_mm + by[one.id]}) for one in rigid)
        moved = fixture.model_copy(update={"supports": tuple(supports)})
        shapes = {shape_of(trial.job.fixture, one.id) for one in rigid}
        # posts are fast to most rails, and some are not
        fast = any(not trial.catalogue.shape_by_key[one].brackets_free for one in shapes if one)
        put = "If its brackets can be moved along it, put each" if fast else "Put each of its brackets"
    far = show_length(farthest, trial.units)
    return trial.way(
        WayKind.ONTO_STUDS,
        trial.job.model_copy(update={"fixture": of.put_back(moved)}),
        lambda plan: of.told(f"{put} on the next stud, {far} at the most from where it is: {with_what(plan)}."),
    )


def on_one_stud(trial: Trial) -> JobDocument | None:
    """The job as if a stud had been found whose middle is behind its one column of holes; None where it has more, or
    its wall no studs."""
    at, wall = [hole.x_mm for hole in trial.before.holes], trial.job.wall
    wide = min((one.rect.width_mm for one in trial.before.framing.members if not one.horizontal), default=None)
    if not trial.before.framed or not at or max(at) - min(at) > trial.sizes.same_stud_mm:
        return None
    if wall.framing is None or wide is None:
        return None
    found = Member(
        id="found",
        x_mm=sum(at) / len(at) - wide / 2,
        y_mm=0,
        width_mm=wide,
        height_mm=wall.height_mm,
        known=HowKnown.SEEN,
    )
    framing = wall.framing.model_copy(update={"row": None, "members": (found,)})
    walls = tuple(one.model_copy(update={"framing": framing}) if one.id == wall.id else one for one in trial.job.walls)
    return trial.job.model_copy(update={"walls": walls})
