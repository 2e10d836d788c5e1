"""What is handed to who plans and back, where both sides read it; light, as who only serves needs no planning."""

from rockpin.core.base.model import Model
from rockpin.core.document.job import JobBody
from rockpin.store.bodies import MODELS


class TakenIn(Model):
    """A job with something that happened taken in, and how that is called where it can be undone."""

    job: JobBody
    summary: str


def part_of(changed: Model) -> tuple[str, str]:
    """A changed site, wall or job as :func:`part_read` takes it."""
    kind = next(name for name, model in MODELS.items() if model is type(changed))
    return kind, changed.model_dump_json()


def part_read(kind: str, body: str) -> Model:
    return MODELS[kind].model_validate_json(body)
