"""What a hole may meet: zones at their depths, what clears them, finds, plates, gas, and studs of North America."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rockpin.catalogue import load_catalogue
from rockpin.core.base.findings import Finding, Severity
from rockpin.core.base.model import Rect
from rockpin.core.base.quantities import UnitSystem
from rockpin.core.document.job import Region, Site
from rockpin.core.document.sweeps import Find, Refuted, Scan, ScanMode
from rockpin.core.document.wall import Layer, Point, Wall
from rockpin.core.hidden.judge import PlannedHole, judge_hole
from rockpin.core.hidden.read import read_hidden
from rockpin.core.identification.reading import Measured, read_layers
from rockpin.core.plan.findings.hidden import hazard_findings, hidden_findings
from tests.builders import BOARD, brick_wall, stud_wall
from tests.hidden_points import BEHIND, HALF, SOCKET, hidden_of


def judge(
    wall: Wall,
    x: float,
    y: float,
    reach: float,
    diameter: float = 6,
    *,
    in_stud: bool = False,
    region: Region = Region.BRITAIN,
) -> list[Finding]:
    ask = PlannedHole("h", 1, x, y, diameter, reach, in_stud)
    hidden = hidden_of(wall, region)
    return hazard_findings(judge_hole(hidden, ask), hidden, UnitSystem.METRIC)


def worst(wall: Wall, x: float, y: float, reach: float) -> set[str]:
    """Codes of the zones and finds; the risk beside them is tested by itself."""
    return {finding.code for finding in judge(wall, x, y, reach)} - {"risk", "risk-high"}


@pytest.mark.parametrize(
    ("x", "y", "met"),
    [
        (1000, 1500, True),  # straight above the socket
        (1000 + HALF + 5.9, 1500, True),  # 3 mm of drill and 3 mm of set-out error still touch the band
        (1000 + HALF + 6.1, 1500, False),
        (600, 450, True),
        (600, 1000, False),
        (149, 1000, True),
        (157, 1000, False),
        (600, 2260, True),
    ],
)
def test_a_hole_in_a_zone_asks_for_proof(x: float, y: float, met: bool) -> None:
    codes = worst(brick_wall(points=(SOCKET,)), x, y, 40)
    assert codes == ({"in-zone"} if met else set())


@pytest.mark.parametrize("region", [Region.BRITAIN, Region.CENTRAL_EUROPE])
@pytest.mark.parametrize(("gap_mm", "asks"), [(16, False), (37, False), (38, True)])
def test_behind_a_gap_that_ends_within_fifty_stands_solid_masonry(region: Region, gap_mm: float, asks: bool) -> None:
    # 12.5 mm of board on dabs before block: a sleeve 90 deep ends in the block, where nobody runs a cable
    layers = (BOARD, Layer(material="dabs", thickness_mm=gap_mm), Layer(material="dense_block", thickness_mm=215))
    found = {one.code for one in judge(brick_wall(build_up=layers, courses=None), 600, 1000, 90, region=region)}
    assert bool(found & {"deeper-than-rule", "zones-may-be-left"}) is asks


@pytest.mark.parametrize(("sigma_mm", "hollow"), [(0.0, False), (7.0, False), (10.0, True)])
def test_a_gap_that_nobody_measured_counts_as_deep_as_it_may_be(sigma_mm: float, hollow: bool) -> None:
    # board and battens of 37.5 mm: nine in ten end before 37.5 + 1.28 × 7 = 46.5, or 37.5 + 1.28 × 10 = 50.3
    catalogue = load_catalogue()
    layers = [
        Measured("gypsum_board", 12.5, 0.0, None),
        Measured("battens", 25.0, sigma_mm, None),
        Measured("brick", 215.0, 0.0, None),
    ]
    reading = read_layers(layers, None, catalogue, catalogue.figures.identification)
    site = Site(id="site", name="Site", region=Region.BRITAIN, built_year=1995)
    assert read_hidden(brick_wall(), reading, (), site, catalogue.hidden).hollow is hollow


def test_deeper_than_fifty_in_a_hollow_wall_may_meet_a_cable_anywhere() -> None:
    wall = stud_wall()
    assert worst(wall, 600, 1000, 50) == set()
    assert worst(wall, 600, 1000, 50.1) == {"deeper-than-rule"}
    # brick is solid: only the last 50 mm before the other face matter there, and only in that face's zones
    behind = brick_wall(points=(BEHIND,), thickness_mm=215)
    assert worst(behind, 600, 450, 165) == set()
    assert worst(behind, 600, 450, 165.1) == {"in-zone"}
    assert worst(behind, 600, 1000, 200) == set()


def scans(**changes: object) -> tuple[Scan, ...]:
    area = Rect(x_mm=500, y_mm=300, width_mm=200, height_mm=300)
    both = [
        Scan(id=mode, mode=mode, area=area, claimed_depth_mm=80, proved_on_live_cable=True, circuits_on=True)
        for mode in (ScanMode.METAL, ScanMode.LIVE)
    ]
    return tuple(scan.model_copy(update=changes) for scan in both)


@pytest.mark.parametrize(
    ("swept", "reach", "clear"),
    [
        (scans(), 56, True),  # 0.7 × 80
        (scans(), 56.1, False),
        (scans()[:1], 40, False),  # metal alone
        (scans(proved_on_live_cable=False), 40, False),
        (scans(circuits_on=False), 40, False),
        (scans(area=Rect(x_mm=595, y_mm=300, width_mm=100, height_mm=300)), 40, False),  # the hole's rim sticks out
        (scans(mode=ScanMode.OPENED, proved_on_live_cable=False)[:1], 80, True),
    ],
)
def test_what_clears_a_zone(swept: tuple[Scan, ...], reach: float, clear: bool) -> None:
    findings = judge(brick_wall(points=(SOCKET,), scans=swept), 600, 450, reach)
    severities = {finding.severity for finding in findings}
    assert severities == {Severity.PERMIT if clear else Severity.PROVE_FIRST}
    # what clears nothing leaves the zone as it was, not only some risk
    assert ("in-zone" in {finding.code for finding in findings}) is not clear


def test_a_cleared_zone_with_too_much_risk_left_is_not_cleared() -> None:
    # a plastic pipe shows in no mode behind brick: sweeping straight below a tap leaves it
    tap, socket = Point(id="t", kind="tap", x_mm=600, y_mm=900), Point(id="s", kind="socket", x_mm=600, y_mm=1500)
    wall = brick_wall(points=(tap, socket), scans=scans())
    codes = {finding.code for finding in judge(wall, 600, 450, 40)}
    assert "zone-cleared" not in codes
    assert codes & {"risk", "risk-high", "likely-place"}


def test_a_find_forbids_and_says_how_far_to_move() -> None:
    pipe = Find(id="f", x_mm=1000, y_mm=0, x2_mm=1000, y2_mm=2000, depth_mm=28, sigma_mm=8, what="a pipe")
    swept = (scans()[0].model_copy(update={"finds": (pipe,)}),)
    wall = brick_wall(scans=swept)
    (finding,) = judge(wall, 1018, 1000, 60)
    assert finding.severity is Severity.DO_NOT_DRILL
    assert finding.sentence == "Hole 1 is 18 mm from a pipe found at 28 mm depth."
    # kept off: 10 + 2·8, and the hole's own 3 + 3: from 32 mm on it is free
    assert finding.action == "Move it at least 15 mm further away."
    assert worst(wall, 1032.1, 1000, 60) == set()
    assert worst(wall, 1018, 1000, 2) == set()  # 26 mm short of its depth
    assert worst(wall, 1018, 1000, 2.1) == {"find-near"}


def test_a_find_is_removed_by_opening_or_a_second_instrument_only() -> None:
    ghost = Find(id="f", x_mm=1000, y_mm=0, x2_mm=1000, y2_mm=2000, what="metal")
    swept = scans()[0].model_copy(update={"finds": (ghost,)})
    assert worst(brick_wall(scans=(swept, scans()[1])), 1010, 1000, 60) == {"find-near"}
    for how in Refuted:
        gone = swept.model_copy(update={"finds": (ghost.model_copy(update={"refuted": how}),)})
        assert worst(brick_wall(scans=(gone,)), 1010, 1000, 60) == set()


def test_metal_at_a_studs_face_is_a_plate_and_bars_the_whole_stud() -> None:
    plate = Find(id="f", x_mm=1200, y_mm=900, x2_mm=1200, y2_mm=940, depth_mm=14, sigma_mm=8, what="metal")
    wall = stud_wall(scans=(scans()[0].model_copy(update={"finds": (plate,)}),))
    codes = {finding.code: finding for finding in judge(wall, 1200, 1800, 45, in_stud=True)}
    assert codes["plate-on-stud"].severity is Severity.DO_NOT_DRILL
    assert "14 mm deep is taken as a plate" in codes["plate-on-stud"].sentence
    assert "plate-on-stud" not in {finding.code for finding in judge(wall, 1600, 1800, 45, in_stud=True)}
    # metal deep in the void is a find, but no plate
    deep = plate.model_copy(update={"depth_mm": 40})
    wall = stud_wall(scans=(scans()[0].model_copy(update={"finds": (deep,)}),))
    assert "plate-on-stud" not in {finding.code for finding in judge(wall, 1200, 1800, 45, in_stud=True)}


def test_gas_asks_for_somebody_licensed() -> None:
    hob = Point(id="g", kind="hob", x_mm=1000, y_mm=1100)
    findings = {finding.code: finding for finding in judge(brick_wall(points=(hob,)), 1000, 600, 40)}
    assert findings["gas-near"].severity is Severity.PROVE_FIRST
    assert "licensed for gas" in (findings["gas-near"].action or "")
    assert "gas-near" not in {finding.code for finding in judge(brick_wall(points=(hob,)), 3000, 1800, 40)}


def test_in_north_america_a_screw_goes_28_mm_into_an_uncleared_stud() -> None:
    wall = stud_wall()

    def codes(reach: float, scanned: tuple[Scan, ...] = ()) -> dict[str, Finding]:
        swept = wall.model_copy(update={"scans": scanned})
        return {one.code: one for one in judge(swept, 1200, 1300, reach, in_stud=True, region=Region.NORTH_AMERICA)}

    # 12.5 mm of board and 28 mm of stud
    assert "stud-depth" not in codes(40.5)
    finding = codes(60)["stud-depth"]
    assert finding.severity is Severity.PROVE_FIRST
    assert "goes 48 mm into a stud" in finding.sentence
    assert "more than 28 mm behind its face" in finding.sentence
    assert finding.action is not None
    assert "no deeper than 40 mm from the face" in finding.action
    area = Rect(x_mm=1100, y_mm=1200, width_mm=200, height_mm=200)
    swept = tuple(one.model_copy(update={"area": area, "claimed_depth_mm": 100}) for one in scans())
    assert "stud-depth" not in codes(60, swept)


def test_in_hollow_walls_of_central_europe_cables_may_leave_the_zones() -> None:
    codes = {one.code for one in judge(stud_wall(), 1000, 1500, 60, region=Region.CENTRAL_EUROPE)}
    assert codes == {"zones-may-be-left"}
    assert judge(stud_wall(), 1000, 1500, 20, region=Region.CENTRAL_EUROPE) == []
    assert judge(brick_wall(), 1000, 1500, 60, region=Region.CENTRAL_EUROPE) == []


grid = st.integers(200, 3800).map(float)


@given(
    grid,
    st.integers(100, 2300).map(float),
    grid,
    st.integers(100, 2200).map(float),
    st.floats(1, 100),
    st.floats(0, 60),
)
def test_more_points_and_more_depth_never_make_a_hole_safer(
    x: float, y: float, px: float, py: float, reach: float, deeper: float
) -> None:
    rank = {Severity.PERMIT: 0, Severity.NOTE: 0, Severity.PROVE_FIRST: 1, Severity.DO_NOT_DRILL: 2}

    def weight(wall: Wall, to: float) -> int:
        return max((rank[finding.severity] for finding in judge(wall, x, y, to)), default=0)

    bare, more = stud_wall(), stud_wall(points=(Point(id="p", kind="switch", x_mm=px, y_mm=py),))
    assert weight(more, reach) >= weight(bare, reach)
    assert weight(more, reach + deeper) >= weight(more, reach)


@given(grid, st.integers(100, 2300).map(float), grid, st.integers(100, 2200).map(float), st.floats(1, 100))
def test_a_mirrored_wall_gives_a_mirrored_answer(x: float, y: float, px: float, py: float, reach: float) -> None:
    def wall(at: float) -> Wall:
        return stud_wall(framing=None, points=(Point(id="p", kind="switch", x_mm=at, y_mm=py),))

    assert worst(wall(px), x, y, reach) == worst(wall(4000 - px), 4000 - x, y, reach)


def test_a_sweep_stands_for_a_look_only_where_the_whole_hole_lies_in_it() -> None:
    """A hole of 10 mm reaches 5 from its middle: 6 mm in from the edge of what was swept it was looked at, 4 not."""
    area = Rect(x_mm=100, y_mm=100, width_mm=1000, height_mm=1000)
    wall = brick_wall(looked=False, scans=(Scan(id="s", mode=ScanMode.METAL, area=area, claimed_depth_mm=80),))
    for inside_mm, looked in ((6, True), (4, False)):
        hole = PlannedHole("h", 1, 100 + inside_mm, 600, 10, 40, in_stud=False)
        assert (hidden_findings(wall, [hole]) == []) is looked


@pytest.mark.parametrize(
    ("x_mm", "left_mm", "right_mm"),
    [
        # studs at 400, 800 … to 4000: the two bays beside a box in between, as far as the second stud either way
        (1000, 400, 1600),
        (1400, 800, 2000),
        # with one stud before it the usual 24 in from its side, no farther than the wall goes
        (600, 0, 1200),
        (3800, 3200, 4000),
    ],
)
def test_a_box_on_a_framed_wall_claims_both_bays_beside_it(x_mm: float, left_mm: float, right_mm: float) -> None:
    wall = stud_wall(points=(Point(id="s", kind="socket", x_mm=x_mm, y_mm=300),))
    (zone,) = hidden_of(wall, Region.NORTH_AMERICA).zones
    assert (zone.area.x_mm, zone.area.right_mm) == (left_mm, right_mm)
