"""What is supposed, put through the whole plan, and what of that is an answer."""

from collections.abc import Iterable

from rockpin.core.base.findings import Finding, Stage, VerdictWord, verdict_of
from rockpin.core.base.keeping import Keep
from rockpin.core.document.fixture import Attachment
from rockpin.core.document.job import JobDocument
from rockpin.core.placing import shifted
from rockpin.core.plan import (
    Plan,
    WayKind,
    bar_drilled,
    brackets_on_studs,
    make_plan,
    read_wall,
    ways_out,
)
from rockpin.core.questions.by_row import at_usual_pitch, board_on_row, shift_off_row_mm, shift_onto_row_mm
from rockpin.core.questions.supposed import Supposed, brackets_free, job_of, supposed_jobs
from rockpin.core.tables.catalogue import Catalogue

_STAGES = (Stage.WALL, Stage.FIXTURE, Stage.FIXING, Stage.DRILL)
"""What is hidden, where it goes and what was recorded belong to a real wall: here only what holds is asked."""


def of_the_thing(findings: Iterable[Finding]) -> list[Finding]:
    """What is to be said of the thing and what holds it."""
    return [one for one in findings if one.stage in _STAGES]


def word_of(plan: Plan) -> VerdictWord:
    """The verdict on what holds, whatever else is still to be found out."""
    return verdict_of(of_the_thing(plan.findings), "").word


def bars_of(job: JobDocument) -> tuple[str, ...]:
    """The bars of a thing whose holes are drilled by whoever hangs it."""
    return tuple(one.id for one in job.fixture.supports if one.attachment is Attachment.USER_DRILLED)


def planned(asked: Supposed, catalogue: Catalogue, keep: Keep) -> tuple[JobDocument, Plan]:
    """The job that is supposed with its plan. Raises BadInput for what the catalogue does not have."""
    return best_of(supposed_jobs(asked, catalogue), catalogue, keep)


def _left_open(asked: Supposed, catalogue: Catalogue) -> list[WayKind]:
    """The ways onto studs that change nothing that was said: its brackets where nobody measured them, a longer board
    where nobody has one, other holes of its plate and the whole of it where nobody said where it goes."""
    found = [WayKind.ONTO_STUDS] if brackets_free(asked, catalogue) else []
    if "board_width" not in asked.measures:
        found.append(WayKind.LONGER_BOARD)
    return [*found, WayKind.OTHER_HOLES, WayKind.MOVE] if _goes_anywhere(asked) else found


def _goes_anywhere(asked: Supposed) -> bool:
    """Whether nobody said where on the wall it goes."""
    return asked.across_mm is None and asked.up_mm is None


def begun(asked: Supposed, catalogue: Catalogue, keep: Keep) -> JobDocument:
    """The job that becomes of a question, as its answer was meant: bars drilled, and what goes into studs put on those
    that are usual there.

    Nobody has found them yet, so it asks for that; but a thing that was answered to hold in studs is not begun beside
    them, and one that holds between them not on them. Raises BadInput as :func:`job_of`.
    """
    job = job_of(asked, catalogue)
    if asked.wall is None:
        return job
    if asked.in_studs:
        return _on_studs(asked, job, catalogue, keep)
    return _bars_drilled(_shifted(asked, job, shift_off_row_mm(job, catalogue)), catalogue, keep)


def _shifted(asked: Supposed, job: JobDocument, aside_mm: float) -> JobDocument:
    """The job so far to the right [mm], where nobody said where it goes."""
    if not aside_mm or not _goes_anywhere(asked):
        return job
    return job.model_copy(update={"placement": shifted(job.placement, aside_mm, 0)})


def _bars_drilled(job: JobDocument, catalogue: Catalogue, keep: Keep) -> JobDocument:
    """A thing whose bars are drilled where the wall holds."""
    if bars := bars_of(job):
        job = bar_drilled(job, bars, read_wall(job, catalogue, keep))
    return job


def _on_studs(asked: Supposed, job: JobDocument, catalogue: Catalogue, keep: Keep) -> JobDocument:
    """The job on the studs that are usual there, as far as nothing that was said is changed by it."""
    row = job.wall.framing.row if job.wall.framing else None
    if row is not None and _goes_anywhere(asked):
        job = at_usual_pitch(job, row.stud_width_mm, catalogue)
    kinds, put = _left_open(asked, catalogue), [job]
    if (aside := _shifted(asked, job, shift_onto_row_mm(job, catalogue))) is not job:
        put.append(aside)
    # bars and boards are drilled where they stand, and brackets that nobody measured go onto them
    put = [_bars_drilled(one, catalogue, keep) for one in put]
    put += [board_on_row(one, catalogue) for one in put]
    job = put[0]
    if WayKind.ONTO_STUDS in kinds and (way := brackets_on_studs(job, catalogue, keep)) and way.job:
        put.append(job.model_copy(update=dict(way.job)))

    def worth(one: JobDocument) -> tuple[bool, float, int]:
        plan = make_plan(one, catalogue, keep)
        # nobody has found the studs yet: what likeliest is in one is what was asked for
        in_studs = sum(hole.behind.solid_wood for hole in plan.holes)
        word = word_of(plan)
        return word is not VerdictWord.DO_NOT_DRILL, round(in_studs, 2), -list(VerdictWord).index(word)

    best = max(put, key=worth)
    if word_of(make_plan(best, catalogue, keep)) is VerdictWord.DO_NOT_DRILL:
        ways = (way.job for way in ways_out(job, catalogue, keep) if way.kind in kinds)
        if body := next((one for one in ways if one is not None), None):
            return job.model_copy(update=dict(body))
    return best


def best_of(jobs: Iterable[JobDocument], catalogue: Catalogue, keep: Keep) -> tuple[JobDocument, Plan]:
    """Of several jobs the one that comes out best, the first of those alike, with its plan."""
    found: list[tuple[int, JobDocument, Plan]] = []
    for job in jobs:
        if bars := bars_of(job):
            # whoever hangs it drills them where the wall holds, and so does the answer
            job = bar_drilled(job, bars, read_wall(job, catalogue, keep))
        plan = make_plan(job, catalogue, keep)
        found.append((list(VerdictWord).index(word_of(plan)), job, plan))
        if found[-1][0] == 0:
            break
    _, job, plan = min(found, key=lambda one: one[0])
    return job, plan
