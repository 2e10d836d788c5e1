"""A first job, led by the hand: life jackets on a made-up wall of Slipway House, stage by stage."""

from collections.abc import Callable
from typing import Any, NamedTuple, Protocol

from rockpin.core.base.findings import Stage, VerdictWord
from rockpin.core.base.model import Model
from rockpin.core.document.job import JobBody, JobDocument, Placement, Site
from rockpin.core.document.wall import Wall
from rockpin.core.plan import Plan
from rockpin.core.questions import Supposed, job_of
from rockpin.core.tables.catalogue import Catalogue
from rockpin.demo.slipway_house import SITE

FIRST_JOB_ID = "first-job"
_SITE_ID = "slipway-house-first-job"
_WALL_ID = "life-jacket-wall"
_STARTS_KG = 2.0


class GuideStep(Model):
    """One step of a job that is led by the hand. ``done``: whether it is; None where there is only something to see."""

    key: str
    stage: Stage
    says: str
    done: bool | None


class Guide(Model):
    """A job that is led by the hand, step by step."""

    job_id: str
    steps: tuple[GuideStep, ...]


class Holds(Protocol):
    """What keeps documents: the store, of which the demo knows no more."""

    def has(self, document_id: str) -> bool: ...

    def restore(self, document_id: str) -> bool: ...

    def add_document(self, document: JobDocument, *, keep_ids: bool = False) -> Any: ...

    def add_wall(self, site_id: str, wall: Wall) -> Any: ...

    def add_job(self, site_id: str, job: JobBody, job_id: str | None = None) -> Any: ...

    def wall(self, wall_id: str) -> Any: ...

    def job(self, job_id: str) -> Any: ...

    def save(self, document_id: str, body: Any, base_revision: int, summary: str) -> Any: ...


def first_job(catalogue: Catalogue) -> JobDocument:
    """The job as it begins: a hook on a wall of which somebody was told what it is, and nobody looked."""
    asked = Supposed(wall="plastered_brick", shape="hook", measures={"holds": _STARTS_KG}, width_mm=2800)
    job = job_of(asked, catalogue)
    site = Site(
        id=_SITE_ID,
        name="Slipway House: a first job",
        region=SITE.region,
        units=SITE.units,
        built_year=SITE.built_year,
        note="Made up, to be led through once. Nothing here is a real wall.",
    )
    wall = job.wall.model_copy(update={"id": _WALL_ID, "name": "Gear room, end wall", "practice_seed": 1})
    at = job.placement
    return job.model_copy(
        update={
            "id": FIRST_JOB_ID,
            "title": "Life jackets",
            "site": site,
            "walls": (wall,),
            "placement": Placement(wall_id=_WALL_ID, x_mm=at.x_mm, y_mm=at.y_mm),
        }
    )


def begin_first_job(store: Holds, catalogue: Catalogue) -> str:
    """Puts the first job where it begins, also where somebody was in the middle of it; its id."""
    document = first_job(catalogue)
    if not store.has(_SITE_ID) and not store.restore(_SITE_ID):
        store.add_document(document, keep_ids=True)
        return FIRST_JOB_ID
    body = JobBody.model_validate(document.model_dump(include=set(JobBody.model_fields)))
    # whoever put a part of it in the trash finds it there, or it was forgotten and is made again
    if store.has(_WALL_ID) or store.restore(_WALL_ID):
        store.save(_WALL_ID, document.wall, store.wall(_WALL_ID).revision, "begun anew")
    else:
        store.add_wall(_SITE_ID, document.wall)
    if store.has(FIRST_JOB_ID) or store.restore(FIRST_JOB_ID):
        store.save(FIRST_JOB_ID, body, store.job(FIRST_JOB_ID).revision, "begun anew")
    else:
        store.add_job(_SITE_ID, body, FIRST_JOB_ID)
    return FIRST_JOB_ID


class _Led(NamedTuple):
    key: str
    stage: Stage
    says: str
    done: Callable[[Plan, JobDocument], bool] | None = None


def _knocked(_plan: Plan, job: JobDocument) -> bool:
    return any(one.check == "knock" for one in job.wall.evidence)


def _looked(_plan: Plan, job: JobDocument) -> bool:
    return bool(job.wall.points) and job.wall.looked


def _weighed(_plan: Plan, job: JobDocument) -> bool:
    return abs(job.fixture.measures.get("holds", _STARTS_KG) - _STARTS_KG) > 0.05


def _clear(plan: Plan, _job: JobDocument) -> bool:
    return plan.verdict.word is VerdictWord.READY


def _recorded(_plan: Plan, job: JobDocument) -> bool:
    return bool(job.records)


_STEPS = (
    _Led(
        "knock",
        Stage.WALL,
        "The caretaker says that this wall is plaster on brick. Do not take it on trust: knock. It hurts the knuckle "
        "and clicks, wherever you knock. Press “Knock along a line”, then “Hard everywhere”, and see what it does "
        "to the chances.",
        _knocked,
    ),
    _Led(
        "look",
        Stage.HIDDEN,
        "Left of the hook, level with it, is a light switch. Choose “Light switch”, press “Place it on the wall”, and "
        "tap 400 mm left of the hook at the same height. There is nothing else, and nothing in the next room: press "
        "“Nothing else”.",
        _looked,
    ),
    _Led(
        "weigh",
        Stage.FIXTURE,
        "The hook is to hold two life jackets. On the kitchen scales they weigh 3 kg together: put that where it says "
        "what hangs on it.",
        _weighed,
    ),
    _Led(
        "why",
        Stage.FIXING,
        "The plan has chosen what goes in, by every way in which somebody may pull at it. Yet the verdict above is not "
        "ready. Press “Why?” there: a cable may run from the switch straight to the hook.",
    ),
    _Led(
        "move",
        Stage.SET_OUT,
        "So move the hook out of that zone. Drag it up by a hand and a half, or take the arrow keys with Shift, until "
        "the verdict is ready. The lengths from the left edge and the floor are what you will mark.",
        _clear,
    ),
    _Led(
        "card",
        Stage.DRILL,
        "This is what the hand needs: the bit, how deep, and where the tape goes round it. Print the card, or take the "
        "phone and go through it step by step at the wall.",
    ),
    _Led(
        "record",
        Stage.RECORD,
        "You drilled. The dust was red, the plug sat flush, the screw drew tight: put down that it went as planned. "
        "The next job on this wall will know it.",
        _recorded,
    ),
)


def guide_of(plan: Plan, job: JobDocument) -> Guide:
    """All steps of the first job, with what of them is behind one."""
    steps = (
        GuideStep(key=one.key, stage=one.stage, says=one.says, done=one.done(plan, job) if one.done else None)
        for one in _STEPS
    )
    return Guide(job_id=job.id, steps=tuple(steps))
