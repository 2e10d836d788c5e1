"""Where would it be better? Places near the wanted one, each judged as the plan judges it, and the best told.

As it is, the fixture is looked at on every millimetre near. Where bars are drilled anew, brackets slid or holes taken
that the bracket offers, places are made from what is there: holes onto studs or clear between them, onto the middle of
bricks, out of zones and off finds, and steps along and up. Those that are named have been put through the whole plan.
"""

from collections.abc import Iterable, Sequence
from itertools import pairwise
from math import hypot

from rockpin.core.base.findings import VerdictWord
from rockpin.core.base.keeping import Keep
from rockpin.core.base.model import Model, Rect, bounding
from rockpin.core.base.quantities import UnitSystem, show_risk, show_use
from rockpin.core.document.job import JobBody, JobDocument
from rockpin.core.document.wall import Wall
from rockpin.core.drilling import stays_behind
from rockpin.core.framing import BehindKind
from rockpin.core.placing import shifted
from rockpin.core.plan.corner import second_wall
from rockpin.core.plan.judged_places import Judged, judge
from rockpin.core.plan.make import make_plan
from rockpin.core.plan.placemap import MappedPlace, front_of_map, map_places, mappable
from rockpin.core.plan.placings import standing
from rockpin.core.plan.plan import Plan
from rockpin.core.plan.rearranged import arrangements
from rockpin.core.plan.stages import ComputedStages, compute_stages
from rockpin.core.plan.way_out import body_of, move_words
from rockpin.core.setout import PlacedHole
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.remedies import RemedyTable

_WORDS = (VerdictWord.READY, VerdictWord.PROVE_FIRST, VerdictWord.DO_NOT_DRILL)


class BetterPlace(Model):
    """A place that is better in something than where the fixture stands. ``area``: of all its parts there."""

    dx_mm: float
    dy_mm: float
    word: VerdictWord
    holes_in_solid: int
    use: float | None
    risk: float
    sentence: str
    area: Rect
    job: JobBody


def _onto(lines: Sequence[float], places: Iterable[float]) -> set[float]:
    """Moves that put one of the places on one of the lines."""
    at = {round(place, 1) for place in places}
    return {float(round(line - place)) for line in lines for place in at}


def _unit_middles(wall: Wall, holes: Sequence[PlacedHole]) -> tuple[set[float], set[float]]:
    """Moves along and up that put a hole on the middle of the brick or tile that is nearest to it."""
    along: set[float] = set()
    up: set[float] = set()
    if courses := wall.measured_courses:
        rise, run = courses.unit_height_mm + courses.joint_mm, courses.unit_length_mm + courses.joint_mm
        for hole in holes:
            course = round((hole.y_mm - courses.origin_y_mm - courses.unit_height_mm / 2) / rise)
            up.add(float(round(courses.origin_y_mm + courses.unit_height_mm / 2 + course * rise - hole.y_mm)))
            start = courses.origin_x_mm + course * courses.course_shift * run + courses.unit_length_mm / 2
            along.add(float(round(start + round((hole.x_mm - start) / run) * run - hole.x_mm)))
    return along, up


def _out_of(areas: Sequence[Rect], hole: PlacedHole, keep_mm: float) -> tuple[set[float], set[float]]:
    """Moves along and up by which a hole just leaves what it lies in."""
    along: set[float] = set()
    up: set[float] = set()
    for area in areas:
        if area.distance_to(hole.x_mm, hole.y_mm) < keep_mm:
            along |= {float(round(area.x_mm - keep_mm - hole.x_mm)), float(round(area.right_mm + keep_mm - hole.x_mm))}
            up |= {float(round(area.y_mm - keep_mm - hole.y_mm)), float(round(area.top_mm + keep_mm - hole.y_mm))}
    return along, up


def _moves(job: JobDocument, done: ComputedStages, sizes: RemedyTable) -> list[tuple[float, float]]:
    """Places worth judging, the nearest first."""
    holes, wall = done.placed.holes, job.wall
    studs = sorted(one.rect.centre_x_mm for one in done.framing.members if not one.horizontal)
    along, up = _unit_middles(wall, holes)
    along |= _onto(studs, (hole.x_mm for hole in holes))
    along |= _onto([(a + b) / 2 for a, b in pairwise(studs)], (hole.x_mm for hole in holes))
    keep = done.catalogue.figures.framing.setout_error_mm + max((hole.diameter_mm for hole in holes), default=0.0)
    finds = [
        Rect(
            x_mm=min(one.x_mm, one.x2_mm) - one.keep_off_mm,
            y_mm=min(one.y_mm, one.y2_mm) - one.keep_off_mm,
            width_mm=abs(one.x2_mm - one.x_mm) + 2 * one.keep_off_mm,
            height_mm=abs(one.y2_mm - one.y_mm) + 2 * one.keep_off_mm,
        )
        for one in done.hidden.finds
        if not one.refuted
    ]
    areas = [*(zone.area for zone in done.hidden.zones), *finds, *(clash.area for clash in done.clashes)]
    for hole in holes:
        aside, above = _out_of(areas, hole, keep + 1)
        along, up = along | aside, up | above
    steps = {float(sign * step) for step in sizes.move_steps_mm for sign in (-1, 1)}
    far = sizes.move_farthest_mm
    # what stands in a corner goes up and down in it
    xs, ys = {0.0} if second_wall(job) else {0.0, *along, *steps}, {0.0, *up, *steps}
    found = {(x, y) for x in xs for y in ys} - {(0.0, 0.0)}
    near = sorted((one for one in found if hypot(*one) <= far), key=lambda one: (hypot(*one), one))
    return near[: sizes.places_judged]


def front_of(places: Sequence[Judged]) -> list[Judged]:
    """Those that no other is at least as good as in everything and better in something."""

    def beaten(one: Judged) -> bool:
        return any(
            all(a <= b for a, b in zip(other.figures, one.figures, strict=True)) and other.figures != one.figures
            for other in places
        )

    kept: dict[tuple[float, ...], Judged] = {}
    for one in places:
        if not beaten(one):
            kept.setdefault(one.figures, one)
    return list(kept.values())


def _named(front: Sequence[Judged]) -> list[Judged]:
    """The nearest, the one with most in solid, the least used and the one at least risk, each once."""
    best = [min(front, key=lambda one: (one.figures[number], one.figures), default=None) for number in range(4)]
    return list(dict.fromkeys(one for one in best if one is not None))


def _mapped(job: JobDocument, catalogue: Catalogue, keep: Keep) -> list[MappedPlace]:
    """The front of every millimetre near, of the best verdict that there is; none where nobody may drill anywhere."""
    far = int(catalogue.remedies.move_farthest_mm)
    front = front_of_map(map_places(job, catalogue, keep, within=(-far, far, -far, far)))
    return [one for one in front if one.weight < 2 and 0 < one.away_mm <= far]


_BEHIND = {
    BehindKind.TIMBER: ("a stud", "studs"),
    BehindKind.UNIT: ("a brick or block", "bricks or blocks"),
    BehindKind.JOINT: ("a joint", "joints"),
    BehindKind.VOID: ("board alone", "board alone"),
}


def _holes_words(plan: Plan) -> str:
    """In what most of its holes stand, what holds best first; nothing where they all stand in the same concrete."""
    kinds = [hole.behind.kind for hole in plan.holes]
    for kind, (one_of, several_of) in _BEHIND.items():
        count = kinds.count(kind)
        if count:
            every = {1: "its hole", 2: "both holes"}.get(count, f"all {count} holes")
            which = every if count == len(kinds) else f"{count} of {len(kinds)} holes"
            return f"{which} in {one_of if count == 1 else several_of}"
    return ""


_SAYS = {
    VerdictWord.READY: "",
    VerdictWord.PROVE_FIRST: "to be proved first",
    VerdictWord.DO_NOT_DRILL: "not to be drilled yet",
}


def _sentence(one: Judged, plan: Plan, units: UnitSystem) -> str:
    uses = [hole.working.use for hole in plan.holes if hole.working]
    risk = max((hole.risk.chance for hole in plan.holes), default=0.0)
    told = [
        _holes_words(plan),
        f"used to {show_use(max(uses))}" if uses else "nothing holds it",
        f"a risk of {show_risk(risk)}" if risk >= one.risk else "",
        _SAYS[plan.verdict.word],
    ]
    where = ", ".join(part for part in (move_words(one.dx_mm, one.dy_mm, units), one.says) if part)
    return f"{where[:1].upper()}{where[1:]}: {', '.join(part for part in told if part)}."


def better_places(job: JobDocument, catalogue: Catalogue, keep: Keep | None = None) -> tuple[BetterPlace, ...]:
    """The places worth naming, the nearest first: only of the best verdict that there is, and better in something.

    None where the fixture stands as well as anywhere near.
    """
    keep = keep or Keep(64)
    job = standing(job, catalogue, keep)
    done = compute_stages(job, catalogue, keep, advise=False)
    if not done.placed.holes or not done.identified.reading.family.planned:
        return ()
    here = judge(job, 0.0, 0.0, catalogue, keep)
    jobs: dict[Judged, JobDocument] = {}
    mapped = mappable(job, catalogue)
    for near in _mapped(job, catalogue, keep) if mapped else ():
        moved = job.model_copy(update={"placement": shifted(job.placement, near.dx_mm, near.dy_mm)})
        jobs[judge(moved, float(near.dx_mm), float(near.dy_mm), catalogue, keep)] = moved
    for dx, dy in [(0.0, 0.0), *_moves(job, done, catalogue.remedies)]:
        moved = job.model_copy(update={"placement": shifted(job.placement, dx, dy)})
        moved = stays_behind(job, moved, catalogue)
        for says, arranged in arrangements(moved, catalogue, keep):
            # as it is, every millimetre was looked at already
            if says or not (mapped or (dx, dy) == (0.0, 0.0)):
                jobs[judge(arranged, dx, dy, catalogue, keep, says)] = arranged
    judged = list(jobs)
    best = min(_WORDS.index(one.word) for one in (here, *judged))
    of_best = [one for one in judged if _WORDS.index(one.word) == best]
    if _WORDS.index(here.word) == best:
        # as good already: only what gains something for the way
        of_best = [one for one in of_best if any(a < b for a, b in zip(one.figures[1:], here.figures[1:], strict=True))]
    found = []
    for one in sorted(_named(front_of(of_best)), key=lambda place: place.away_mm):
        moved = jobs[one]
        plan = make_plan(moved, catalogue, keep)
        areas = [part.area for part in (*plan.pieces, *plan.supports, *plan.links)]
        uses = [hole.working.use for hole in plan.holes if hole.working]
        found.append(
            BetterPlace(
                dx_mm=one.dx_mm,
                dy_mm=one.dy_mm,
                word=plan.verdict.word,
                holes_in_solid=one.solid,
                use=max(uses) if len(uses) == len(plan.holes) else None,
                risk=one.risk,
                sentence=_sentence(one, plan, job.site.units),
                area=bounding(areas),
                job=body_of(moved),
            )
        )
    return tuple(found)
