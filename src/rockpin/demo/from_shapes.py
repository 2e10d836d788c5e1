"""Fixtures of Slipway House that were made from a shape and its measures: a cabinet, an arm, a grab rail."""

from rockpin.catalogue import load_catalogue
from rockpin.core.document.fixture import Environment, Fixture, FixtureHole
from rockpin.core.fixture import build


def made(shape: str, name: str, environment: Environment, **measures: float) -> Fixture:
    """A fixture of a shape and its measures, under a name of its own."""
    row = load_catalogue().shape_by_key[shape]
    return build(row, measures).model_copy(update={"name": name, "environment": environment})


def _kit_cabinet() -> Fixture:
    """Its bar is drilled on the two studs that were confirmed with a pin; its clips stand between studs."""
    cabinet = made(
        "cabinet",
        "First-aid cabinet",
        Environment.DRY,
        width=900,
        height=420,
        depth=220,
        bar=860,
        from_top=50,
        hole=9,
        own=7,
        holds=5,
        clip_margin=250,
    )
    bar, *clips = cabinet.supports
    holes = tuple(FixtureHole(id=f"bar-{n}", x_mm=x, y_mm=20, diameter_mm=9) for n, x in ((1, 30), (2, 830)))
    return cabinet.model_copy(update={"supports": (bar.model_copy(update={"holes": holes}), *clips)})


KIT_CABINET = _kit_cabinet()

HOSE_ARM = made(
    "arm",
    "Hose arm",
    Environment.WET,
    reach=700,
    load_at=600,
    plate_width=140,
    plate_height=260,
    across=90,
    up=200,
    hole=11,
    metal=6,
    own=5,
    holds=10,
)

RINSE_RAIL = made(
    "grab_rail", "Rinse-bay grab rail", Environment.WET, width=700, margin=45, flange=90, circle=64, hole=11
)
