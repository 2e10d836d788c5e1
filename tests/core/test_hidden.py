"""British and Irish zones on hand-worked walls, the depths at which they matter, and what clears them."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rockpin.catalogue import load_catalogue
from rockpin.core.findings import Finding, Severity
from rockpin.core.hidden import Hidden, judge_hole, read_hidden
from rockpin.core.job import Region
from rockpin.core.model import Rect
from rockpin.core.quantities import UnitSystem
from rockpin.core.reading import read_wall
from rockpin.core.wall import EdgeKind, Face, Find, Point, Scan, ScanMode, Wall
from tests.builders import brick_wall, stud_wall


def hidden_of(wall: Wall, region: Region = Region.BRITAIN) -> Hidden:
    catalogue = load_catalogue()
    reading = read_wall(wall, catalogue)
    return read_hidden(wall, reading, catalogue.school_of(region), UnitSystem.METRIC, catalogue)


def rects(hidden: Hidden, face: Face = Face.THIS) -> dict[str, tuple[float, float, float, float]]:
    return {
        zone.id: (zone.area.x_mm, zone.area.y_mm, zone.area.right_mm, zone.area.top_mm)
        for zone in hidden.zones
        if zone.face is face
    }


def judge(wall: Wall, x: float, y: float, reach: float, diameter: float = 6) -> list[Finding]:
    return judge_hole(hidden_of(wall), "h", 1, x, y, diameter, reach, UnitSystem.METRIC, load_catalogue())


def worst(wall: Wall, x: float, y: float, reach: float) -> set[str]:
    return {finding.code for finding in judge(wall, x, y, reach)}


SOCKET = Point(id="s", kind="socket", x_mm=1000, y_mm=450)
BEHIND = Point(id="b", kind="socket", x_mm=1000, y_mm=450, face=Face.OTHER)
HALF = 86 / 2


def test_strips_and_bands_of_a_wall_with_one_socket() -> None:
    zones = rects(hidden_of(stud_wall(points=(SOCKET,))))
    assert zones["top-this"] == (0, 2250, 4000, 2400)
    assert zones["corner-left-this"] == (0, 0, 150, 2400)
    assert zones["corner-right-this"] == (3850, 0, 4000, 2400)
    assert zones["across-s"] == (0, 450 - HALF, 4000, 450 + HALF)
    assert zones["upright-s"] == (1000 - HALF, 0, 1000 + HALF, 2400)


def test_a_free_end_is_no_corner_and_an_outside_angle_is() -> None:
    zones = rects(hidden_of(stud_wall(left_edge=EdgeKind.FREE_END, right_edge=EdgeKind.EXTERNAL_CORNER)))
    assert "corner-left-this" not in zones
    assert "corner-right-this" in zones


def test_a_wall_lower_than_its_strip_is_zone_all_over() -> None:
    assert rects(hidden_of(stud_wall(height_mm=140)))["top-this"] == (0, 0, 4000, 140)


@pytest.mark.parametrize(("void", "counts"), [(75, True), (75.1, False)])
def test_a_point_behind_counts_up_to_a_hundred_millimetres_of_wall(void: float, counts: bool) -> None:
    wall = stud_wall(void_mm=void, points=(BEHIND,))
    assert ("across-b" in rects(hidden_of(wall))) is counts
    assert ("across-b" in rects(hidden_of(wall), Face.OTHER)) is not counts


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
    assert [finding.severity for finding in findings] == [Severity.PERMIT if clear else Severity.PROVE_FIRST]


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
    assert worst(wall, 1018, 1000, 2) == set()  # never gets near its depth


def test_water_and_gas_points_ask_for_proof_where_the_hole_is_near() -> None:
    tap = Point(id="t", kind="tap", x_mm=1000, y_mm=1100)
    assert worst(brick_wall(points=(tap,)), 1100, 600, 40) == {"pipes-not-planned"}
    assert worst(brick_wall(points=(tap,)), 1300, 600, 40) == set()
    gas = Point(id="g", kind="gas_point", x_mm=1000, y_mm=1100)
    assert worst(brick_wall(points=(gas,)), 1500, 600, 40) == {"gas-not-planned"}


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
        return stud_wall(points=(Point(id="p", kind="switch", x_mm=at, y_mm=py),))

    assert worst(wall(px), x, y, reach) == worst(wall(4000 - px), 4000 - x, y, reach)
