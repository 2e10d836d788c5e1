"""What is kept: bodies as they stand in the file, who made a change, and which walls a job names."""

from dataclasses import dataclass
from typing import Any, Generic, NamedTuple, TypeVar
from uuid import uuid4

from pydantic import ValidationError

from rockpin.core.base.errors import CannotPlan, Fault, faults_of
from rockpin.core.base.model import Model
from rockpin.core.document.fixings import OwnFixings
from rockpin.core.document.job import SCHEMA_VERSION, JobBody, JobDocument, Site
from rockpin.core.document.kit import Kit
from rockpin.core.document.landmarks import Thing
from rockpin.core.document.sweeps import Scan
from rockpin.core.document.upgrades import upgraded_part
from rockpin.core.document.wall import OldHole, Wall
from rockpin.store.tables import Revision

Body = TypeVar("Body", bound=Model)

MODELS: dict[str, type[Model]] = {
    "site": Site,
    "wall": Wall,
    "job": JobBody,
    "kit": Kit,
    "fixings": OwnFixings,
}

KIT_ID = "the-van"
"""One van to a data file."""

FIXINGS_ID = "own-fixings"


class Broken(NamedTuple):
    """A document that cannot be read: what can be told of it, and why."""

    id: str
    revision: int
    label: str
    why: str


@dataclass(frozen=True)
class Saved(Generic[Body]):
    """A document as it stands: its id, revision and content."""

    id: str
    site_id: str
    revision: int
    body: Body


class By(NamedTuple):
    """In which job a change was made, and at which device; None: nobody noted it."""

    job_id: str | None = None
    device: str | None = None


NOBODY = By()


def new_id(stem: str) -> str:
    """A fresh id that still says what it is."""
    return f"{stem}-{uuid4().hex[:10]}"


def read_body(kind: type[Body], name: str, body: dict[str, Any], version: int | None) -> Body:
    """A body as its model. Raises CannotPlan where it is none: it was whole when it was saved.

    ``version``: of the documents in which it was written; None where nobody noted it.
    """
    if version is not None and version > SCHEMA_VERSION:
        raise CannotPlan(
            f"This {name} was written by a newer Rock Pin (documents of version {version}; this one reads up to "
            f"{SCHEMA_VERSION}). Open it with that one."
        )
    try:
        return kind.model_validate(upgraded_part(name, body, version))
    except (ValidationError, KeyError, TypeError, ValueError) as error:
        first = faults_of(error)[0] if isinstance(error, ValidationError) else Fault("", type(error).__name__)
        raise CannotPlan(
            f"This {name} cannot be read ({first.path or name}: {first.message}). Take the last change back, or save "
            "the document and report it."
        ) from error


class LeftInWall(NamedTuple):
    """What other jobs have left on a wall: their holes, what hangs there, and the pipes that were led to it."""

    holes: list[OldHole]
    pipes: list[Scan]
    things: list[Thing]


def with_what_others_left(wall: Wall, left: LeftInWall) -> Wall:
    known = {one.id for items in (wall.old_holes, wall.scans, wall.things) for one in items}
    added: dict[str, tuple[object, ...]] = {
        "old_holes": (*wall.old_holes, *(hole for hole in left.holes if hole.id not in known)),
        "scans": (*wall.scans, *(scan for scan in left.pipes if scan.id not in known)),
        "things": (*wall.things, *(thing for thing in left.things if thing.id not in known)),
    }
    return wall.model_copy(update=added) if any((left.holes, left.pipes, left.things)) else wall


def wall_places(job: JobBody) -> list[tuple[str, str]]:
    """Every wall that a job names, with the field that names it."""
    supports = enumerate(job.placement.supports)
    named = [(f"job.placement.supports.{i}.wall_id", place.wall_id) for i, place in supports if place.wall_id]
    second = job.placement.second_wall_id
    round_it = [("job.placement.second_wall_id", second)] if second else []
    return [("job.placement.wall_id", job.placement.wall_id), *round_it, *named]


def walls_of(job: JobBody) -> list[str]:
    return list(dict.fromkeys(wall_id for _, wall_id in wall_places(job)))


def wall_ids(body: dict[str, Any]) -> list[str]:
    """The walls that a job names, as it is kept: also one that no longer reads."""
    placement = body.get("placement") or {}
    supports = placement.get("supports") or ()
    named = [placement.get("wall_id"), placement.get("second_wall_id"), *(place.get("wall_id") for place in supports)]
    return list(dict.fromkeys(one for one in named if one))


def is_own(revision: Revision, job_id: str, device: str) -> bool:
    """Whether a change was made in this job and at this device, or nobody noted where."""
    return revision.job_id in (None, job_id) and (not device or revision.device in (None, device))


def assemble(job_id: str, job: JobBody, site: Site, walls: tuple[Wall, ...]) -> JobDocument:
    """A document from its parts, validated as a whole."""
    data: dict[str, Any] = {name: getattr(job, name) for name in JobBody.model_fields}
    return JobDocument(id=job_id, site=site, walls=walls, **data)


def renamed(document: JobDocument, names: dict[str, str]) -> JobBody:
    data: dict[str, Any] = {name: getattr(document, name) for name in JobBody.model_fields}
    placement = document.placement
    data["placement"] = placement.model_copy(
        update={
            "wall_id": names[placement.wall_id],
            "second_wall_id": names[placement.second_wall_id] if placement.second_wall_id else None,
            "supports": tuple(
                place.model_copy(update={"wall_id": names[place.wall_id]}) if place.wall_id else place
                for place in placement.supports
            ),
        }
    )
    return JobBody(**data)
