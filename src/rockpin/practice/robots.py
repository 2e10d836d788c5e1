"""Two who hang things on practice walls without thinking of their own: one as advised, one in haste."""

from dataclasses import dataclass, field

from rockpin.core.base.findings import VerdictWord
from rockpin.core.base.keeping import Keep
from rockpin.core.base.model import Rect
from rockpin.core.document.evidence import HitKind, ReadBy
from rockpin.core.document.fixture import Attachment
from rockpin.core.document.job import JobDocument, Placement
from rockpin.core.document.sweeps import Scan, ScanMode
from rockpin.core.document.wall import Wall
from rockpin.core.framing import BehindKind
from rockpin.core.plan import Plan, WayKind, bar_drilled, make_plan, read_wall, ways_out
from rockpin.core.tables.catalogue import Catalogue
from rockpin.practice.ground import Ground
from rockpin.practice.opened import fixings_of, known_job, would_strike
from rockpin.practice.played import HIT_MINUTES, play_check, play_hit, play_sweep

_MOST_CHECKS = 9
_CLAIMED_MM = 80.0
_SWEEP_MINUTES = 3.0
_SHIFTS_MM = (0, 120, -120, 240, -240, 400, -400, 600, -600)
_STEP_MM = 100
_PIN_ASIDE_MM = 11.0


@dataclass(frozen=True)
class Played:
    """What one of them did on one wall: minutes, holes drilled, struck and fallen; ``left``: gave it up.

    ``marks``: of checks, all of them; ``shown``: those that the thing does not cover at the end.
    """

    minutes: float
    marks: int
    shown: int
    holes: int
    struck: int
    fallen: int
    left: bool


def _with_wall(job: JobDocument, **parts: object) -> JobDocument:
    return job.model_copy(update={"walls": (Wall.model_validate(job.wall.model_dump() | parts),)})


def _looked_for_studs(ground: Ground, job: JobDocument, height_mm: float) -> tuple[JobDocument, float]:
    """A detector drawn along the wall at the height of the holes: an answer for each stud it passes."""
    hits, seen, minutes, x = list(job.wall.hits), list[float](), 0.0, 0.0
    while x < job.wall.width_mm:
        tried = play_hit(ground, HitKind.DETECTOR_EDGES, x, height_mm, f"hit-{len(hits) + 1}")
        if tried.hit and all(abs(tried.hit.x_mm - at) > 120 for at in seen):
            seen.append(tried.hit.x_mm)
            hits.append(tried.hit)
        minutes += HIT_MINUTES[HitKind.DETECTOR_EDGES] / 4
        x += _STEP_MM
    return _with_wall(job, hits=[hit.model_dump() for hit in hits]), minutes


def _swept(ground: Ground, job: JobDocument, area: Rect) -> JobDocument:
    """Metal and live over an area, by a proved instrument with every circuit on."""
    scans = list(job.wall.scans)
    for mode in (ScanMode.METAL, ScanMode.LIVE):
        name = f"{mode}-{len(scans) + 1}"
        scans.append(
            Scan(
                id=name,
                mode=mode,
                area=area,
                claimed_depth_mm=_CLAIMED_MM,
                proved_on_live_cable=True,
                proved_depth_mm=_CLAIMED_MM,
                circuits_on=True,
                finds=play_sweep(ground, mode, area, _CLAIMED_MM, True, name),
                read_by=ReadBy.STAND_IN,
            )
        )
    return _with_wall(job, scans=[scan.model_dump() for scan in scans])


def _drilled(ground: Ground, job: JobDocument, plan: Plan, catalogue: Catalogue) -> tuple[int, int, int]:
    """Holes drilled, struck and fallen when the plan is followed to its end."""
    fixings = fixings_of(plan)
    struck = sum(
        would_strike(ground, hole.x_mm, hole.y_mm, hole.card.bit_mm, hole.card.depth_mm) is not None
        for hole in plan.holes
        if hole.card
    )
    known = make_plan(known_job(ground, job, {}), catalogue)
    fallen = sum(
        hole.id in fixings and all(one.fixing != fixings[hole.id] for one in hole.candidates) for hole in known.holes
    )
    return len(fixings), struck, fallen


@dataclass
class _Advised:
    """Somebody who does what the plan asks for next: checks, pins, sweeps; what that has cost him so far."""

    ground: Ground
    catalogue: Catalogue
    keep: Keep
    minutes: float = 0.0
    marked: list[tuple[float, float]] = field(default_factory=list)
    checks: dict[str, int] = field(default_factory=dict)
    swept: list[Rect] = field(default_factory=list)
    pinned: set[int] = field(default_factory=set)

    def plan(self, job: JobDocument) -> Plan:
        return make_plan(job, self.catalogue, self.keep)

    def _checked(self, job: JobDocument, plan: Plan) -> JobDocument | None:
        advice, rows = plan.advice, {row.key: row for row in self.catalogue.belief.checks}
        if advice.enough or advice.check not in rows or sum(self.checks.values()) >= _MOST_CHECKS:
            return None
        number = self.checks.get(advice.check, 0)
        self.checks[advice.check] = number + 1
        self.minutes += rows[advice.check].minutes
        if rows[advice.check].mark != "none":
            self.marked.append((advice.x_mm or 0.0, advice.y_mm or 0.0))
        found = play_check(self.ground, advice.check, number, advice.x_mm, advice.y_mm)
        return _with_wall(job, evidence=[one.model_dump() for one in (*job.wall.evidence, found)])

    def _pinned(self, job: JobDocument, plan: Plan) -> JobDocument | None:
        """Pins on either side of a hole of which nobody is sure that wood is behind it, where the thing covers them."""
        # a pin in wood tells too that the studs are none of steel
        doubted = any(one.code == "depends-on-wall" for one in plan.findings)
        kinds = (BehindKind.OPEN, BehindKind.TIMBER, BehindKind.STEEL) if doubted else (BehindKind.OPEN,)
        hole = next(
            (one for one in plan.holes if one.behind.kind in kinds and round(one.x_mm) not in self.pinned), None
        )
        if hole is None:
            return None
        self.pinned.add(round(hole.x_mm))
        hits = list(job.wall.hits)
        for aside in (0.0, -_PIN_ASIDE_MM, _PIN_ASIDE_MM):
            x = min(job.wall.width_mm, max(0.0, hole.x_mm + aside))
            tried = play_hit(self.ground, HitKind.PIN_WOOD, x, hole.y_mm, f"hit-{len(hits) + 1}")
            self.minutes += HIT_MINUTES[HitKind.PIN_WOOD]
            self.marked.append((x, hole.y_mm))
            if tried.hit:
                hits.append(tried.hit)
        return _with_wall(job, hits=[hit.model_dump() for hit in hits])

    def _swept(self, job: JobDocument, plan: Plan) -> JobDocument | None:
        area = plan.hidden.around_holes
        if area is None or area in self.swept:
            return None
        self.swept.append(area)
        self.minutes += _SWEEP_MINUTES
        return _swept(self.ground, job, area)

    def drilled(self, job: JobDocument) -> JobDocument:
        """A job with the holes of a bar that its user drills where the wall holds best there."""
        bars = tuple(one.id for one in job.fixture.supports if one.attachment is Attachment.USER_DRILLED)
        return bar_drilled(job, bars, read_wall(job, self.catalogue, self.keep)) if bars else job

    def settled(self, job: JobDocument) -> tuple[JobDocument, Plan]:
        """A job with all that the plan asks for at its place done, and its plan."""
        plan = self.plan(job)
        for _ in range(_MOST_CHECKS):
            if plan.verdict.word is VerdictWord.READY:
                break
            more = self._checked(job, plan) or self._pinned(job, plan) or self._swept(job, plan)
            if more is None:
                break
            job, plan = more, self.plan(more)
        return job, plan


def as_advised(ground: Ground, catalogue: Catalogue) -> Played:
    """Does what the plan asks for next, puts the thing where it is ready, takes a way out; else leaves it."""
    hand = _Advised(ground, catalogue, Keep(30))
    job, plan = hand.settled(ground.document)
    if plan.framed and plan.holes and plan.verdict.word is not VerdictWord.READY:
        heights = [hole.y_mm for hole in plan.holes]
        job, spent = _looked_for_studs(ground, job, sum(heights) / len(heights))
        hand.minutes += spent
        plan = hand.plan(job)
    for x_mm in _places(job, plan):
        tried = hand.drilled(job.model_copy(update={"placement": _at(job, x_mm)}))
        first = hand.plan(tried)
        asks = first.advice.check is not None and not first.advice.enough
        if first.verdict.word is VerdictWord.DO_NOT_DRILL and not asks:
            continue
        tried, plan = hand.settled(tried)
        # what was found out at one place is known at the next
        job = tried.model_copy(update={"placement": job.placement, "fixture": job.fixture})
        if plan.verdict.word is VerdictWord.READY:
            return _hung(hand, tried, plan)
    for way in ways_out(job, catalogue, hand.keep):
        if way.job is None or way.kind in _OTHER_TASKS:
            continue
        changed, plan = hand.settled(job.model_copy(update=dict(way.job)))
        if plan.verdict.word is VerdictWord.READY:
            return _hung(hand, changed, plan)
    return Played(hand.minutes, len(hand.marked), len(hand.marked), 0, 0, 0, left=True)


_OTHER_TASKS = (WayKind.LIGHTER_HAND, WayKind.LESS_WEIGHT)
"""Ways that hang another thing than the one that was given."""


def _places(job: JobDocument, plan: Plan) -> list[float]:
    """Where the thing is tried [mm]: where it was given, with its first hole on each stud that is known, and beside."""
    start, shifts = job.placement.x_mm, [0.0]
    if plan.framed and plan.holes:
        first = plan.holes[0].x_mm
        studs = sorted((one.rect.centre_x_mm - first for one in plan.elevation.members), key=abs)
        shifts += [round(shift) for shift in studs[:6]]
    shifts += [shift for shift in _SHIFTS_MM if shift]
    return [start + shift for shift in shifts]


def _at(job: JobDocument, x_mm: float) -> Placement:
    return job.placement.model_copy(update={"x_mm": x_mm, "along": None})


def _hung(hand: _Advised, job: JobDocument, plan: Plan) -> Played:
    holes, struck, fallen = _drilled(hand.ground, job, plan, hand.catalogue)
    areas = [part.area for part in (*plan.pieces, *plan.supports)]
    shown = sum(all(area.distance_to(x, y) > 0 for area in areas) for x, y in hand.marked)
    return Played(hand.minutes, len(hand.marked), shown, holes, struck, fallen, left=False)


_HOLLOW = ("hollow", "hollow_dull_lines", "drummy_patches")


def in_haste(ground: Ground, catalogue: Catalogue) -> Played:
    """Knocks once, takes what is in the box for hollow or for hard, and drills 60 mm where the thing is to hang."""
    knock = play_check(ground, "knock", 0, None, None).outcome
    fixing = "self_drilling_zinc" if knock in _HOLLOW else "nylon_plug_8"
    deep, bit = (35.0, 6.0) if knock in _HOLLOW else (60.0, 8.0)
    known = make_plan(known_job(ground, ground.document, {}), catalogue)
    struck = sum(would_strike(ground, hole.x_mm, hole.y_mm, bit, deep) is not None for hole in known.holes)
    fallen = sum(all(one.fixing != fixing for one in hole.candidates) for hole in known.holes)
    return Played(1.0, 0, 0, len(known.holes), struck, fallen, left=False)
