"""The side of a vehicle or a boat: no rules of buildings, shaken three ways, nothing through its skin."""

import pytest

from rockpin.catalogue import load_catalogue
from rockpin.core.base.findings import Severity
from rockpin.core.base.model import Rect
from rockpin.core.document.evidence import Filling, Location
from rockpin.core.document.fixture import Fixture
from rockpin.core.document.job import JobDocument
from rockpin.core.document.sweeps import Scan, ScanMode
from rockpin.core.document.wall import Framing, HowKnown, Layer, StudRow, Wall
from rockpin.core.fixture import build
from rockpin.core.plan import make_plan
from tests.builders import job

CATALOGUE = load_catalogue()


def side(depth_mm: float = 40, **more: object) -> Wall:
    values: dict[str, object] = {
        "id": "side",
        "name": "Side",
        "width_mm": 2800,
        "height_mm": 1700,
        "stands": Location.VEHICLE,
        "looked": True,
        "build_up": (
            Layer(material="timber_lining", thickness_mm=12),
            Layer(material="timber_studs", thickness_mm=depth_mm, filling=Filling.EMPTY),
            Layer(material="thin_panel", thickness_mm=3),
        ),
        "framing": Framing(row=StudRow(first_centre_mm=200, pitch_mm=400, stud_width_mm=38, known=HowKnown.SEEN)),
    }
    return Wall.model_validate(values | more)


def a_box(**measures: float) -> Fixture:
    sizes = {"own": 2.0, "holds": 1.0, "depth": 120.0}
    return build(CATALOGUE.shape_by_key["plate"], sizes | measures)


def on(wall: Wall, fixture: Fixture | None = None, x: float = 920) -> JobDocument:
    return job(wall, fixture or a_box(), x, 700)


def test_no_rule_of_buildings_holds_there_and_somebody_has_to_look() -> None:
    made = make_plan(on(side()), CATALOGUE)
    assert made.verdict.word == "ready"
    assert made.elevation.zones == ()
    assert make_plan(on(side(stands=Location.OUTSIDE)), CATALOGUE).elevation.zones
    unseen = side(looked=False)
    assert {one.code: one.severity for one in make_plan(on(unseen), CATALOGUE).findings}["harness-not-seen"] is (
        Severity.PROVE_FIRST
    )
    area = Rect(x_mm=0, y_mm=0, width_mm=2800, height_mm=1700)

    def codes(mode: ScanMode) -> set[str]:
        scan = Scan(id="s", mode=mode, area=area, proved_on_live_cable=True, claimed_depth_mm=120)
        return {one.code for one in make_plan(on(side(looked=False, scans=(scan,))), CATALOGUE).findings}

    # no sweep tells a hose from foam; a panel that was taken off does
    assert "harness-not-seen" in codes(ScanMode.LIVE)
    assert "harness-not-seen" not in codes(ScanMode.OPENED)


def test_everything_is_shaken_three_ways_there_whatever_it_is_used_for() -> None:
    shaken = make_plan(on(side()), CATALOGUE)
    still = make_plan(on(side(stands=Location.OUTSIDE)), CATALOGUE)
    assert "shaken" in {one.code for one in shaken.findings}
    assert "shaken" not in {one.code for one in still.findings}
    # factor 2 on the whole mass instead of 1 on what it holds: every hole pulls harder
    for one, other in zip(shaken.holes, still.holes, strict=True):
        assert (one.demand_shear_n or 0) > (other.demand_shear_n or 0)
    order = [step.id for step in shaken.steps]
    assert order.index("scrap") < order.index("mark")
    assert order.index("bed") < order.index("up")
    assert {"scrap", "bed"}.isdisjoint(step.id for step in still.steps)
    assert "airbags" in " ".join(shaken.cautions)


@pytest.mark.parametrize("depth", [12, 20, 28, 40, 60])
def test_nothing_comes_through_the_outer_skin(depth: float) -> None:
    # the skin begins at 12 + depth; 3 mm before that is the end for every bit, screw and opened wing
    wall = side(depth)
    bar = build(CATALOGUE.shape_by_key["shelf"], {"width": 700, "margin": 150, "own": 1, "holds": 1})
    made = make_plan(on(wall, bar, 850), CATALOGUE)
    for hole in made.holes:
        if hole.card is None or hole.cut.hole is None:
            continue
        assert hole.cut.hole.reach_mm <= 12 + depth - 3 + 1e-6
    refused = {one.label for hole in made.holes for one in hole.refused if "outer skin" in " ".join(one.reasons)}
    house = make_plan(on(side(depth, stands=Location.OUTSIDE), bar, 850), CATALOGUE)
    through = [hole.cut.hole.reach_mm for hole in house.holes if hole.cut.hole]
    # a house wall of the same layers takes longer ones where there is room for them
    assert refused or all(reach <= 12 + depth - 3 for reach in through)


def test_checks_expect_thin_panels_and_linings_there() -> None:
    told = side(build_up=(), framing=None)
    belief = make_plan(on(told), CATALOGUE).belief
    assert belief.leading.key in {"thin_panel_void", "thin_panel_insulated", "timber_lining"}
    assert make_plan(
        on(side(build_up=(), framing=None, stands=Location.PARTITION)), CATALOGUE
    ).belief.leading.key not in {
        "thin_panel_void",
        "thin_panel_insulated",
        "timber_lining",
    }
