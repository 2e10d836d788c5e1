"""What stands behind a spot: studs with their spread, noggins, bricks and joints."""

from statistics import NormalDist

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from rockpin.catalogue import load_catalogue
from rockpin.core.base.model import Rect
from rockpin.core.base.quantities import UnitSystem
from rockpin.core.document.evidence import Hit, HitKind
from rockpin.core.document.job import Region
from rockpin.core.document.wall import Framing, HowKnown, Layer, Member, MemberKind, Wall
from rockpin.core.framing.behind import (
    BehindKind,
    MemberReading,
    chance_clear,
    chance_of_wood,
    look_behind,
    members_of,
)
from rockpin.core.framing.find import read_framing
from rockpin.core.framing.sure_places import nearest_sure
from rockpin.core.identification.reading import Family, read_stated
from rockpin.core.tables.catalogue import Catalogue
from tests.builders import BOARD, brick_wall, stud_wall


def member(width: float, height: float, sigma: float) -> MemberReading:
    rect = Rect(x_mm=100, y_mm=0, width_mm=width, height_mm=height)
    known, band = HowKnown.DETECTED, (rect.centre_x_mm - 1.96 * sigma, rect.centre_x_mm + 1.96 * sigma)
    return MemberReading(
        id="m", kind=MemberKind.STUD, rect=rect, sigma_mm=sigma, known=known, low_mm=band[0], high_mm=band[1]
    )


def test_chance_of_wood_is_the_normal_integral_over_the_room_left() -> None:
    # 38 mm stud, 10 mm each side of the axis: 18 mm of room; 3 mm off its centre
    normal = NormalDist(sigma=8)
    by_hand = normal.cdf(9 - 3) - normal.cdf(-9 - 3)
    assert chance_of_wood(member(38, 2400, 8), 119 + 3, 1000, 10) == pytest.approx(by_hand)
    assert chance_of_wood(member(38, 2400, 8), 119, 2500, 10) == 0  # above its end
    assert chance_of_wood(member(18, 2400, 8), 109, 1000, 10) == 0  # too thin for 10 mm each side


def test_a_noggin_wants_wood_above_and_below_the_screw() -> None:
    flat = member(400, 60, 0)
    assert chance_of_wood(flat, 300, 25, 10) == 1
    assert chance_of_wood(flat, 300, 9, 10) == 0


def test_a_row_of_studs_is_spelled_out_and_pinned_ones_are_surer(catalogue: Catalogue) -> None:
    wall = stud_wall()
    assert wall.framing is not None
    assert wall.framing.row is not None
    row = wall.framing.row.model_copy(update={"known": HowKnown.PREDICTED, "pinned": ("row-stud-1",)})
    members = members_of(stud_wall(framing=wall.framing.model_copy(update={"row": row})), catalogue)
    assert [one.rect.centre_x_mm for one in members] == [400.0 * k for k in range(1, 11)]
    assert [one.sigma_mm for one in members[:3]] == [15, 3, 15]


def test_a_pin_stays_with_its_stud_whatever_stands_beside_the_row(catalogue: Catalogue) -> None:
    wall = stud_wall()
    assert wall.framing is not None
    assert wall.framing.row is not None
    row = wall.framing.row.model_copy(update={"known": HowKnown.PREDICTED, "pinned": ("row-stud-1",)})
    # single studs left of, between and right of the row, the first under the name that a row's stud once had
    by_hand = tuple(
        Member(id=name, x_mm=x, y_mm=0, width_mm=38, height_mm=2400)
        for name, x in (("stud", 60), ("stud-1", 581), ("stud-2", 3900))
    )
    wall = stud_wall(framing=wall.framing.model_copy(update={"row": row, "members": by_hand}))
    members = members_of(wall, catalogue)
    assert len({one.id for one in members}) == len(members) == 13
    pinned = [one for one in members if one.known is HowKnown.PINNED]
    assert [one.rect.centre_x_mm for one in pinned] == [800]
    # the screen ticks the row's studs by their own names, and by nothing else
    assert [one.id for one in members if one.in_row] == [f"row-stud-{n}" for n in range(10)]
    with pytest.raises(ValidationError, match="the id row-stud-1 is kept for studs of a row"):
        Framing(members=(Member(id="row-stud-1", x_mm=0, y_mm=0, width_mm=38, height_mm=2400),))


@pytest.mark.parametrize(
    ("x", "y", "kind", "end"),
    [
        (107, 32, BehindKind.UNIT, 107),
        (200, 32, BehindKind.UNIT, 15),
        (220, 32, BehindKind.JOINT, 0),  # upright joint from 215 to 225
        (107, 70, BehindKind.JOINT, 0),  # bed joint from 65 to 75
        (107, 67, BehindKind.JOINT, 0),
        (107, 63, BehindKind.JOINT, 107),  # in the brick, but nearer to the joint than the drill is true
        (107, 107, BehindKind.JOINT, 0),  # the next course steps half a brick: its joint stands at 102.5 to 112.5
        (219, 107, BehindKind.UNIT, 108.5),
    ],
)
def test_bricks_and_joints(x: float, y: float, kind: BehindKind, end: float, catalogue: Catalogue) -> None:
    wall = brick_wall()
    behind = look_behind(wall, read_stated(wall, catalogue), (), x, y, 5, catalogue.figures.framing)
    assert behind.kind is kind
    if kind is BehindKind.UNIT:
        assert behind.unit_end_mm == pytest.approx(end, abs=2.5)


def test_readings_of_walls(catalogue: Catalogue) -> None:
    reading = read_stated(stud_wall(), catalogue)
    assert (reading.family, reading.skin_mm, reading.board_mm, reading.void_mm) == (
        Family.BOARD_ON_STUDS,
        12.5,
        12.5,
        89,
    )
    tiled = stud_wall(build_up=(Layer(material="tile", thickness_mm=12), *stud_wall().build_up))
    assert (read_stated(tiled, catalogue).skin_mm, read_stated(tiled, catalogue).board_mm) == (24.5, 12.5)
    only_board = Wall(id="w", name="W", width_mm=1000, height_mm=1000, build_up=(BOARD,))
    assert read_stated(only_board, catalogue).family is Family.UNKNOWN


def test_a_member_seen_in_the_wall_counts_beside_the_row(catalogue: Catalogue) -> None:
    wall = stud_wall()
    assert wall.framing is not None
    blocking = Member(
        id="b", kind=MemberKind.BLOCKING, x_mm=420, y_mm=900, width_mm=360, height_mm=200, known=HowKnown.SEEN
    )
    wall = stud_wall(framing=wall.framing.model_copy(update={"members": (blocking,)}))
    behind = look_behind(
        wall, read_stated(wall, catalogue), members_of(wall, catalogue), 600, 1000, 5, catalogue.figures.framing
    )
    assert behind.kind is BehindKind.TIMBER
    assert behind.member is not None
    assert behind.member.id == "b"
    assert behind.solid_wood > 0.99


def test_being_clear_of_a_stud_allows_for_its_spread(catalogue: Catalogue) -> None:
    wall = stud_wall()
    assert wall.framing is not None
    assert wall.framing.row is not None
    row = wall.framing.row.model_copy(update={"known": HowKnown.DETECTED})
    wall = stud_wall(framing=wall.framing.model_copy(update={"row": row}))
    behind = look_behind(
        wall, read_stated(wall, catalogue), members_of(wall, catalogue), 850, 1000, 5, catalogue.figures.framing
    )
    # 50 mm from the centre of a 38 mm stud found with a spread of 8 mm: 21 mm of room for a hole of 20
    normal = NormalDist(sigma=8)
    assert behind.clear == pytest.approx(1 - normal.cdf(29 - 50) + normal.cdf(-29 - 50))
    assert behind.kind is BehindKind.VOID
    # 9 mm beside the middle, 19 − 9 less the 95 % quantile of the spread: 2 mm for one seen, 8 for one found
    edges = {
        known: look_behind(
            one, read_stated(one, catalogue), members_of(one, catalogue), 809, 1000, 5, catalogue.figures.framing
        ).edge_mm
        for known, one in (("seen", stud_wall()), ("found", wall))
    }
    assert edges["seen"] == pytest.approx(10 - 1.645 * 2, abs=0.01)
    assert edges["found"] == pytest.approx(max(0.0, 10 - 1.645 * 8), abs=0.01)
    # an anchor whose wings want 25 mm is clear from about 60 mm off that centre, not from 50
    members = members_of(wall, catalogue)
    far = [x for x in range(800, 900) if chance_clear(members, x, 1000, 25) >= 0.95]
    assert 55 <= far[0] - 800 <= 60


def test_wood_clear_and_open_are_three_answers(catalogue: Catalogue) -> None:
    wall = stud_wall()
    assert wall.framing is not None
    assert wall.framing.row is not None
    wide = wall.framing.row.model_copy(update={"known": HowKnown.DETECTED, "stud_width_mm": 64})
    wall = stud_wall(framing=wall.framing.model_copy(update={"row": wide}))
    members, reading = members_of(wall, catalogue), read_stated(wall, catalogue)

    def kind(x: float) -> BehindKind:
        return look_behind(wall, reading, members, x, 1000, 5, catalogue.figures.framing).kind

    # 64 wide, spread 8: 22 mm either side of the axis; surely wood in the middle, surely clear far off
    assert kind(800) is BehindKind.TIMBER
    assert kind(800 + 32) is BehindKind.OPEN
    assert kind(800 + 60) is BehindKind.VOID
    moves = nearest_sure(members, 832, 1000, 5, 10, catalogue.figures.framing)
    assert {one.wood: one.dx_mm < 0 for one in moves} == {True: True, False: False}
    for one in moves:
        there = kind(832 + one.dx_mm)
        assert there is (BehindKind.TIMBER if one.wood else BehindKind.VOID)


@given(st.floats(300, 2100), st.floats(200, 2200), st.sampled_from([4.0, 6.0]), st.sampled_from([10.0, 30.0]))
def test_no_move_to_a_sure_place_is_shorter(x_mm: float, y_mm: float, screw_mm: float, half_mm: float) -> None:
    catalogue = load_catalogue()
    figures = catalogue.figures.framing
    hits = tuple(
        Hit(id=f"h{n}", kind=HitKind.MAGNET, x_mm=x, y_mm=1000) for n, x in enumerate((402, 797, 1203, 1598, 2001))
    )
    noggin = Member(
        id="n", kind=MemberKind.NOGGIN, x_mm=800, y_mm=1180, width_mm=400, height_mm=45, known=HowKnown.SEEN
    )
    wall = stud_wall(framing=Framing(members=(noggin,)), hits=hits)
    reading = read_stated(wall, catalogue)
    members = read_framing(wall, reading, Region.BRITAIN, UnitSystem.METRIC, catalogue).members
    side, lean = max(figures.wood_edge_diameters * screw_mm, figures.wood_edge_min_mm), figures.stud_lean_mm_per_m

    def sure(wood: bool, x: float) -> bool:
        if wood:
            return any(chance_of_wood(m, x, y_mm, side, lean) >= figures.solid_wood_credit for m in members)
        return chance_clear(members, x, y_mm, half_mm, lean) >= figures.clear_of_stud

    reach = range(1, int(figures.move_most_mm) + 1)
    expected = {
        wood: next((dx for step in reach for dx in (step, -step) if sure(wood, x_mm + dx)), None)
        for wood in (True, False)
    }
    found = {one.wood: one.dx_mm for one in nearest_sure(members, x_mm, y_mm, screw_mm, half_mm, figures)}
    assert {wood: found.get(wood) for wood in expected} == expected
