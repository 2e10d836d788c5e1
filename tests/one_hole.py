"""One hole in a wall under one lasting case, and a fixing put to it."""

from typing import Any

from rockpin.catalogue import load_catalogue
from rockpin.core.base.model import Rect
from rockpin.core.base.quantities import UnitSystem
from rockpin.core.capacity import Assessment, assess
from rockpin.core.demand.demands import CaseDemand, HoleDemand
from rockpin.core.demand.fastener_group import HoleForces
from rockpin.core.document.fixture import Environment, HeadSeat, HoleKind
from rockpin.core.document.wall import Wall
from rockpin.core.framing.behind import members_of
from rockpin.core.hole.edges import board_edge, free_edges
from rockpin.core.hole.spot import Spot
from rockpin.core.identification.reading import read_stated
from rockpin.core.setout.placed_hole import PlacedHole
from rockpin.core.tables.hands import Acts


def spot(wall: Wall, x_mm: float, y_mm: float, pull_n: float = 1, shear_n: float = 1, **more: Any) -> Spot:
    """A hole at (x, y) under one lasting case."""
    catalogue = load_catalogue()
    hole: dict[str, Any] = {"kind": HoleKind.ROUND, "diameter_mm": 9.0, "plate_mm": 3.0, "flexible": False}
    hole |= {name: more.pop(name) for name in list(more) if name in hole}
    case = CaseDemand(
        case="hanging",
        label="hanging",
        allowance=catalogue.allowance_by_key[more.pop("acts", Acts.LASTING)],
        stiff_ratio=1,
        forces=HoleForces(tension_n=pull_n, shear_x_n=0, shear_y_n=-shear_n),
    )
    values: dict[str, Any] = {
        "hole": PlacedHole(
            id="h",
            number=1,
            support="s",
            support_label="Plate",
            seat=HeadSeat.FLAT,
            x_mm=x_mm,
            y_mm=y_mm,
            plate=Rect(x_mm=x_mm - 40, y_mm=y_mm - 40, width_mm=80, height_mm=80),
            **hole,
        ),
        "wall": wall,
        "reading": read_stated(wall, catalogue),
        "members": members_of(wall, catalogue),
        "neighbours": (),
        "free_edges_mm": free_edges(wall, x_mm, y_mm),
        "board_edge_mm": board_edge(wall, x_mm, y_mm),
        "depth_limit_mm": None,
        "duty": catalogue.duty_by_key["display"],
        "environment": Environment.DRY,
        "demand": HoleDemand(hole_id="h", cases=(case,)),
        "units": UnitSystem.METRIC,
        "sold": (UnitSystem.METRIC,),
        "figures": catalogue.figures.hole,
        "framing": catalogue.figures.framing,
    }
    return Spot(**values | more)


def put(fixing: str, at: Spot) -> Assessment:
    catalogue = load_catalogue()
    return assess(catalogue.fixing_by_key[fixing], at, catalogue.capacity)


def codes(one: Assessment) -> set[str]:
    return {refusal.code for refusal in one.refusals}
