"""What has to harden, and how long that takes."""

from pydantic import Field

from rockpin.core.base.model import Model
from rockpin.core.base.row import Row


class WaitAt(Model):
    """How long [min] it takes from a temperature of the wall [°C] on; None: at any."""

    from_c: float | None = None
    minutes: float = Field(gt=0)


class WaitRow(Row):
    """Something that hardens: how long, the coldest first. The packet's own time goes before it."""

    times: tuple[WaitAt, ...] = Field(min_length=1)
