"""Which answers a hole can give at all, by what goes into it and what stands behind it."""

from collections.abc import Collection

from rockpin.core.document.fixings import AnyFixing
from rockpin.core.framing import BehindKind
from rockpin.core.tables.catalogue import Catalogue


def _anchors(fixing: AnyFixing) -> bool:
    if fixing.method == "board":
        return fixing.kind not in ("plug", "bare_screw", "rivet")
    return fixing.method == "concrete"


def _plugs(fixing: AnyFixing) -> bool:
    return fixing.method in ("board", "masonry") and getattr(fixing, "kind", "") in ("plug", "frame_plug")


def is_bored(fixing: AnyFixing | None) -> bool:
    """Whether a hole is drilled for a fixing: a hook is pushed in, and a clamp goes round."""
    return fixing is None or fixing.method not in ("hanger", "clamp")


def answers_of(
    fixing: AnyFixing | None,
    behind: BehindKind,
    materials: Collection[str],
    glued: bool,
    planned: bool,
    catalogue: Catalogue,
) -> tuple[str, ...]:
    """The keys of what a hole can answer, in the order of their table. ``materials``: of the layers; ``glued``: a part
    of the fixture is put on with glue, or may be; ``planned``: it has a plan to go by, or somebody said what went in.
    """
    pushed = not is_bored(fixing)
    holds = {
        "planned": planned,
        "plug": fixing is not None and _plugs(fixing),
        "anchor": fixing is not None and _anchors(fixing),
        "stud": fixing is not None and fixing.method in ("wood", "steel"),
        "turned": not pushed,
        "drilled": not pushed,
        "tile": "tile" in materials,
        "glued": glued,
        "not_stud": fixing is None or fixing.method not in ("wood", "steel", "lining"),
        # what is meant for a board counts on what is empty behind it, between studs as over dabs and battens
        "not_void": behind is not BehindKind.VOID and not (fixing is not None and fixing.method == "board"),
        "not_wood": behind is not BehindKind.TIMBER,
    }
    return tuple(row.key for row in catalogue.outcomes if row.only is None or holds[row.only])
