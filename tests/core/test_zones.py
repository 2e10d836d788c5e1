"""The zones of each rule school on hand-worked walls."""

from math import atan2, cos, sin

import pytest

from rockpin.core.document.job import Region
from rockpin.core.document.photo import within_mm
from rockpin.core.document.wall import Corner, EdgeKind, Opening, OpeningKind, Point, WallSide
from tests.builders import brick_wall, stud_wall
from tests.hidden_points import BEHIND, HALF, SOCKET, hidden_of

Box = tuple[float, float, float, float]
EUROPE, AMERICA = Region.CENTRAL_EUROPE, Region.NORTH_AMERICA
DOOR = Opening(id="door", kind=OpeningKind.DOOR, x_mm=2000, y_mm=0, width_mm=800, height_mm=2000)


def rects(hidden: object, face: WallSide = WallSide.THIS) -> dict[str, Box]:
    zones = hidden.zones  # type: ignore[attr-defined]
    return {
        zone.id: (zone.area.x_mm, zone.area.y_mm, zone.area.right_mm, zone.area.top_mm)
        for zone in zones
        if zone.face is face
    }


# --- British and Irish -----------------------------------------------------------------------------------------------


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
    hidden = hidden_of(stud_wall(void_mm=void, points=(BEHIND,)))
    assert ("across-b" in rects(hidden)) is counts
    assert ("across-b" in rects(hidden, WallSide.OTHER)) is not counts


def test_back_to_back_points_both_have_their_bands() -> None:
    zones = rects(hidden_of(stud_wall(void_mm=63, points=(SOCKET, BEHIND))))
    assert zones["across-s"] == zones["across-b"]
    assert "on the other face" in next(
        zone.reason for zone in hidden_of(stud_wall(void_mm=63, points=(BEHIND,))).zones if zone.id == "across-b"
    )


def test_a_band_ends_at_a_door_and_goes_on_over_it() -> None:
    switch = Point(id="s", kind="switch", x_mm=1800, y_mm=1200)
    light = Point(id="l", kind="wall_light", x_mm=1000, y_mm=2100)
    zones = rects(hidden_of(stud_wall(points=(switch, light), openings=(DOOR,))))
    assert zones["across-s"] == (0, 1200 - HALF, 2000, 1200 + HALF)
    assert zones["across-l"] == (0, 2050, 4000, 2150)
    over = Point(id="o", kind="switch", x_mm=2400, y_mm=2200)
    assert rects(hidden_of(stud_wall(points=(over,), openings=(DOOR,))))["upright-o"] == (
        2400 - HALF,
        2000,
        2400 + HALF,
        2400,
    )


def test_under_a_sloped_ceiling_the_strip_follows_the_slope() -> None:
    # 4 m wide, 1500 high at the left, 2400 at the right
    corners = tuple(Corner(x_mm=x, y_mm=y) for x, y in ((0, 0), (4000, 0), (4000, 2400), (0, 1500)))
    hidden = hidden_of(stud_wall(outline=corners))
    top = next(zone for zone in hidden.zones if zone.id == "top-this")
    angle = atan2(900, 4000)
    # at 2 m along, 149 and 151 mm square below the slope
    for away, inside in ((149, True), (151, False)):
        x, y = 2000 + away * sin(angle), 1950 - away * cos(angle)
        assert (top.distance_to(x, y) == 0) is inside
    assert rects(hidden)["corner-left-this"][3] == pytest.approx(1500 + 150 * 900 / 4000)
    assert rects(hidden)["corner-right-this"][3] == 2400
    # a level strip under the highest corner would lie outside the face: it is no zone
    assert top.distance_to(100, 2350) > 700


# --- Central European ------------------------------------------------------------------------------------------------


def test_level_and_upright_bands_of_central_europe() -> None:
    zones = rects(hidden_of(brick_wall(openings=(DOOR,)), EUROPE))
    assert zones["low-this"] == (0, 150, 2000, 450)
    assert zones["low-this-2"] == (2800, 150, 4000, 450)
    assert zones["high-this"] == (0, 1950, 4000, 2250)  # around the head of the door
    assert zones["corner-left-this"] == (100, 0, 300, 2400)
    assert zones["corner-right-this"] == (3700, 0, 3900, 2400)
    assert zones["opening-door-left-this"] == (1700, 0, 1900, 2400)
    assert zones["opening-door-right-this"] == (2900, 0, 3100, 2400)
    assert not any(name.startswith("middle") for name in zones)


@pytest.mark.parametrize(("year", "old"), [(1995, True), (None, True), (2007, False)])
def test_the_middle_band_of_workrooms_and_its_older_place(year: int | None, old: bool) -> None:
    zones = rects(hidden_of(brick_wall(workroom=True), EUROPE, year))
    assert zones["middle-this"] == (0, 1000, 4000, 1300)
    assert ("middle_old-this" in zones) is old
    if old:
        assert zones["middle_old-this"] == (0, 900, 4000, 1200)


# --- North American --------------------------------------------------------------------------------------------------


def test_stud_bays_beside_a_box_and_the_band_to_the_next() -> None:
    # studs at 400, 800, 1200 …; the box stands between 800 and 1200, nailed to either
    box = Point(id="b", kind="socket", x_mm=1000, y_mm=400)
    far = Point(id="f", kind="switch", x_mm=2500, y_mm=1200)
    zones = rects(hidden_of(stud_wall(points=(box, far)), AMERICA))
    assert zones["bays-b"] == (400, 0, 1600, 2400)
    assert zones["boxes-b-f"] == (1000 - HALF, 400 - HALF, 2500 + HALF, 1200 + HALF)
    # where no stud is known, as far as the widest usual bay
    unknown = rects(hidden_of(stud_wall(framing=None, points=(box,)), AMERICA))
    assert unknown["bays-b"] == (1000 - HALF - 610, 0, 1000 + HALF + 610, 2400)


def test_between_boxes_read_off_a_photo_the_band_is_as_wide_as_they_may_lie() -> None:
    box = Point(id="b", kind="socket", x_mm=1000, y_mm=400, sigma_mm=10)
    far = Point(id="f", kind="switch", x_mm=2500, y_mm=1200, sigma_mm=10)
    off = within_mm(10)
    zones = rects(hidden_of(stud_wall(points=(box, far)), AMERICA))
    assert zones["boxes-b-f"] == pytest.approx(
        (1000 - HALF - off, 400 - HALF - off, 2500 + HALF + off, 1200 + HALF + off)
    )


def test_the_band_between_boxes_reaches_to_whichever_may_lie_farther_out() -> None:
    # the second may lie farther left than the first, and it is the lower of the two
    box = Point(id="b", kind="socket", x_mm=1000, y_mm=1200, sigma_mm=10)
    far = Point(id="f", kind="switch", x_mm=1010, y_mm=400, sigma_mm=100)
    near, off = within_mm(10), within_mm(100)
    zones = rects(hidden_of(stud_wall(points=(box, far)), AMERICA))
    assert zones["boxes-b-f"] == pytest.approx(
        (1010 - HALF - off, 400 - HALF - off, 1010 + HALF + off, 1200 + HALF + near)
    )


# --- unknown or old --------------------------------------------------------------------------------------------------


def test_unknown_wiring_has_every_band_and_wider() -> None:
    wall = brick_wall(points=(SOCKET,), openings=(DOOR,), workroom=True)
    union = hidden_of(wall, Region.UNKNOWN)
    for region in (Region.BRITAIN, EUROPE):
        for zone in hidden_of(wall, region).zones:
            if zone.face is WallSide.THIS:
                corners = [(corner.x_mm, corner.y_mm) for corner in zone.outline]
                middle = (zone.area.centre_x_mm, zone.area.centre_y_mm)
                for x, y in (*corners, middle):
                    assert min(one.distance_to(x, y) for one in union.zones) < 1e-6, (zone.id, x, y)


def test_the_user_may_choose_another_school() -> None:
    wall = brick_wall(school="central_european")
    assert hidden_of(wall, Region.BRITAIN).school.key == "central_european"
