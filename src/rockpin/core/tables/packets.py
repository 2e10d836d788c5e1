"""All packets of a job as rows of the catalogue, and what is wrong with them by field."""

import re
from typing import NamedTuple

from rockpin.core.base.errors import Fault
from rockpin.core.base.quantities import UnitSystem
from rockpin.core.document.fixings import AnyFixing
from rockpin.core.document.job import JobBody
from rockpin.core.document.kit import KitItem, KitScrew
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.packet_fixings import as_fixings
from rockpin.core.tables.packet_screws import as_fastener

_IN_HAND = " (packet)"


def packet_faults(job: JobBody, catalogue: Catalogue) -> list[Fault]:
    """Packets that no screw of the catalogue fits."""
    found = []
    for index, packet in enumerate(job.packets):
        try:
            as_fixings(packet, catalogue)
        except ValueError as error:
            found.append(Fault(f"packets.{index}.screw_max_mm", str(error)))
    return found


def _rows(
    job: JobBody, catalogue: Catalogue, sold: tuple[UnitSystem, ...], packet_id: str | None = None
) -> list[AnyFixing]:
    """The rows of all packets of a job, or of one."""
    rows: list[AnyFixing] = [
        row for one in job.packets if packet_id in (None, one.id) for row in as_fixings(one, catalogue, sold)
    ]
    return rows + [as_fastener(one, catalogue) for one in job.screw_packets if packet_id in (None, one.id)]


class Kept(NamedTuple):
    """A packet as rows of one's own that compete in every job, and the same as the van counts it."""

    rows: tuple[AnyFixing, ...]
    fixings: tuple[KitItem, ...]
    screws: tuple[KitScrew, ...]


def kept(job: JobBody, packet_id: str, catalogue: Catalogue, sold: tuple[UnitSystem, ...]) -> Kept | None:
    """A packet of a job as rows of one's own under keys that nothing else has; None where it has no such packet."""
    rows = _rows(job, catalogue, sold, packet_id)
    if not rows:
        return None
    stem = "own-" + re.sub(r"[^a-z0-9]+", "-", rows[0].label.removesuffix(_IN_HAND).lower()).strip("-")[:40]
    taken, number, key = {row.key for row in catalogue.fixings}, 1, stem
    while any(one.startswith(key) for one in taken):
        number += 1
        key = f"{stem}-{number}"
    first = rows[0].key

    def brought(row: AnyFixing) -> dict[str, object]:
        """Its screws under keys that go with its own: two packets may both be called “screws”."""
        if not row.brings:
            return {}
        screw = row.brings[0].model_copy(update={"key": f"{key}-screw"})
        return {"brings": (screw,), "screw": screw.key}

    own = tuple(
        row.model_copy(
            update={
                **brought(row),
                "key": f"{key}{row.key.removeprefix(first)}",
                "label": row.label.removesuffix(_IN_HAND),
                "in_hand": False,
                "stock": None,
                # what is rated in several walls is still one thing in the van
                "counted_as": None if row.brings else key,
            }
        )
        for row in rows
    )
    count = rows[0].stock
    if count is None:
        return Kept(own, (), ())
    screws = [(screw.key, length) for row in own for screw in row.brings for length in screw.lengths_mm]
    if screws:
        return Kept(own, (), tuple(KitScrew(key=key, length_mm=length, count=count) for key, length in screws))
    return Kept(own, (KitItem(key=key, count=count),), ())


def with_packets(catalogue: Catalogue, job: JobBody, sold: tuple[UnitSystem, ...] = ()) -> Catalogue:
    """The catalogue with the packets of a job as rows of their own; ``sold``: by which system screws are sold there."""
    return catalogue.with_fixings(_rows(job, catalogue, sold))
