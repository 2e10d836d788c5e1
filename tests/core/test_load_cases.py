"""Load cases of things that swing, are held on to, lean, are clipped or blown at, by statics."""

from collections.abc import Sequence
from math import cos, hypot, radians, sin

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rockpin.catalogue import load_catalogue
from rockpin.core.base.model import Rect
from rockpin.core.demand.cases import load_cases
from rockpin.core.demand.demands import Demand
from rockpin.core.demand.fastener_group import Force
from rockpin.core.demand.hands import rail_spots
from rockpin.core.demand.loads import LoadCase
from rockpin.core.demand.people import directions
from rockpin.core.demand.solve import solve_fixture
from rockpin.core.document.fixture import (
    Attachment,
    Environment,
    Fixture,
    FixtureHole,
    HeldRail,
    HoleKind,
    Link,
    LinkKind,
    Piece,
    RailKind,
    Support,
    Swing,
)
from rockpin.core.fixture import build
from rockpin.core.tables.hands import Acts

G = 9.80665
HARD = 1e9
INSET = 5.0


def cases_of(fixture: Fixture, foot_mm: float = 2000) -> tuple[LoadCase, ...]:
    catalogue = load_catalogue()
    return load_cases(fixture, foot_mm, catalogue.demand)


def solve(fixture: Fixture, cases: Sequence[LoadCase], stiffness: dict[str, float] | None = None) -> Demand:
    return solve_fixture(
        fixture, cases, {}, [{}, stiffness] if stiffness else [{}], HARD, load_catalogue().figures.demand
    )


def on(demand: Demand, hole: str, key: str) -> tuple[float, float, float]:
    """Pull-out and shear (x, y) [N] that one case puts on a hole, out of the whole table."""
    table = demand.table
    column = table.hole_ids.index(hole)
    row = next(number for number, one in enumerate(table.rows) if one.case.key == key)
    pull, across, up = (float(part[row, column]) for part in (table.tension_n, table.shear_x_n, table.shear_y_n))
    return pull, across, up


def four_holes(width: float, height: float, inset: float = 20) -> tuple[FixtureHole, ...]:
    return tuple(
        FixtureHole(id=f"{row}{side}", x_mm=x, y_mm=y, diameter_mm=9)
        for row, y in (("top", height - inset), ("low", inset))
        for side, x in (("-l", inset), ("-r", width - inset))
    )


# --- arms ------------------------------------------------------------------------------------------------------------


def arm(**more: object) -> Fixture:
    """An arm of 5 kg whose weight acts 400 mm from its pivot in the plate's middle, 30 mm off the wall."""
    plate = Support(
        id="plate",
        name="Plate",
        x_mm=0,
        y_mm=0,
        width_mm=100,
        height_mm=200,
        thickness_mm=4,
        holes=four_holes(100, 200),
    )
    piece = Piece(id="arm", name="Arm", width_mm=100, height_mm=200, depth_mm=530, mass_kg=5, cog_z_mm=430)
    swing = Swing(piece_id="arm", pivot_x_mm=50, pivot_z_mm=30)
    values = {"name": "Arm", "pieces": (piece,), "supports": (plate,), "swings": (swing,), "duty": "swings"}
    return Fixture(**values | {"hand": "none"} | more)


@pytest.mark.parametrize("angle", [-90, -45, 0, 30, 90])
def test_an_arm_at_every_angle_by_statics(angle: float) -> None:
    demand = solve(arm(), cases_of(arm()))
    weight = 1.5 * 5 * G  # what swings takes the factor on all of it
    out, aside = 30 + 400 * cos(radians(angle)), 400 * sin(radians(angle))
    # it tips about a line 5 mm above the plate's foot; torsion about the middle of the four holes
    levers = (180 - INSET, 20 - INSET)
    pull = weight * out * levers[0] / (2 * sum(lever**2 for lever in levers))
    polar = 4 * (30**2 + 80**2)
    torsion = -weight * aside
    tension, shear_x, shear_y = on(demand, "top-r", f"swing-{angle:g}")
    assert tension == pytest.approx(pull)
    assert shear_x == pytest.approx(-torsion * 80 / polar, abs=1e-6)
    assert shear_y == pytest.approx(-weight / 4 + torsion * 30 / polar)


def test_an_arm_names_its_angles_and_takes_a_hand_at_its_end_within_reach() -> None:
    labels = {case.key: case.label for case in cases_of(arm(hand="touch"), foot_mm=1000)}
    assert labels["swing--90"] == "arm swung left, full reach"
    assert labels["swing-0"] == "arm straight out, full reach"
    assert labels["swing-hand-90-0-out"] == "arm swung right, full reach, somebody touches it at its end, out"
    assert not any(case.by_hand for case in cases_of(arm(hand="touch"), 2300))
    # swung whatever it is used for
    assert arm(duty="display").duty == "display"
    (still,) = [case for case in cases_of(arm(duty="display")) if case.key == "swing-0"]
    assert still.forces[0].fy_n == pytest.approx(-1.5 * 5 * G)
    narrow = arm(swings=(Swing(piece_id="arm", pivot_x_mm=50, from_deg=-20, to_deg=10),))
    angles = [float(case.key.removeprefix("swing-")) for case in cases_of(narrow) if case.key.startswith("swing")]
    assert (min(angles), max(angles), 0.0 in angles) == (-20, 10, True)


def test_a_free_pivot_carries_no_moment_about_its_own_axis_but_at_its_stops() -> None:
    # a push of 20 N to the right at the end of an arm that points straight out: 500 mm from its pivot
    cases = {case.key: case for case in cases_of(arm(hand="touch"), foot_mm=1000)}

    def about_pivot(case: LoadCase) -> float:
        return sum(f.fz_n * (f.x_mm - 50) - f.fx_n * (f.z_mm - 30) for f in case.forces)

    pushed = [case for key, case in cases.items() if key.startswith("swing-hand-0-") and key.endswith("right")]
    assert len(pushed) == 6  # both corners and the middle of its end, at foot and top
    assert all(about_pivot(case) == pytest.approx(0, abs=1e-9) for case in pushed)
    # at the stop a pull off the wall counts with the whole arm of 500
    stopped = [case for key, case in cases.items() if key.startswith("swing-hand-90-") and key.endswith("-out")]
    assert max(about_pivot(case) for case in stopped) == pytest.approx(20 * 500)


# --- rails -----------------------------------------------------------------------------------------------------------


@given(st.floats(-1, 1), st.floats(-1, 1), st.floats(-1, 1))
def test_the_corners_of_the_pushes_hold_every_direction(x: float, y: float, z: float) -> None:
    size = (x * x + y * y + z * z) ** 0.5
    if size < 0.1:
        return
    reach = max((x * a + y * b + z * c) / size for a, b, c in directions(22.5))
    assert 1 - 1e-9 <= reach <= 1.05


def rail(kind: RailKind, length: float = 800, posts: Sequence[float] = (100, 700)) -> Fixture:
    supports = tuple(
        Support(
            id=f"post-{number}",
            name=f"Post {number}",
            x_mm=x - 30,
            y_mm=0,
            width_mm=60,
            height_mm=60,
            holes=(
                FixtureHole(id=f"top-{number}", x_mm=30, y_mm=50, diameter_mm=7),
                FixtureHole(id=f"low-{number}", x_mm=30, y_mm=10, diameter_mm=7),
            ),
        )
        for number, x in enumerate(posts, 1)
    )
    line = HeldRail(id="r", kind=kind, x_mm=0, y_mm=30, x2_mm=length, y2_mm=30, z_mm=70)
    piece = Piece(id="p", name="Rail", width_mm=length, height_mm=60, depth_mm=90, mass_kg=0)
    return Fixture(name="Rail", pieces=(piece,), supports=supports, rails=(line,), duty="body_support")


def test_a_rail_on_three_posts_is_pushed_at_the_one_between_too() -> None:
    two, three = rail(RailKind.GRAB_RAIL), rail(RailKind.GRAB_RAIL, posts=(100, 300, 700))
    assert not any("post" in words for words in rail_spots(two.rails[0], two).values())
    spots = rail_spots(three.rails[0], three)
    assert {share: words for share, words in spots.items() if "post" in words} == {
        0.125: "the post 1",
        0.375: "the post 2",
        0.875: "the post 3",
    }


def test_where_a_post_is_along_its_rail_is_told_from_where_the_rail_begins() -> None:
    held = rail(RailKind.GRAB_RAIL, posts=(100, 300, 700))
    begins_late = held.rails[0].model_copy(update={"x_mm": 60.0, "x2_mm": 860.0})
    # their middles at 100, 300 and 700 of a rail from 60 to 860
    assert {share for share, words in rail_spots(begins_late, held).items() if "post" in words} == {0.05, 0.3, 0.8}


def test_a_push_at_the_end_of_a_rail_gives_the_near_post_more_than_all_of_it() -> None:
    # posts at 100 and 700, the push at 0: 700/600 on the near one, 100/600 upwards on the far one
    fixture = rail(RailKind.GRAB_RAIL)
    demand = solve(fixture, cases_of(fixture))
    straight = [
        case.key
        for case in cases_of(fixture)
        if case.key.startswith("person-r-0-")
        and case.label.endswith("left end, down")
        and abs(case.forces[-1].fx_n) < 1e-6
    ]
    (down,) = straight
    force = 1112 / (2 * cos(radians(11.25)) - 1)  # the corner of the pushes that points straight down
    assert on(demand, "top-1", down)[2] == pytest.approx(-force * 700 / 600 / 2)
    assert on(demand, "top-2", down)[2] == pytest.approx(force * 100 / 600 / 2)


def test_a_push_along_a_rail_pulls_one_post_and_presses_the_other() -> None:
    # 70 mm off the wall, posts 600 apart: a couple of F·70/600 at the line's height, the middle of the holes
    fixture = rail(RailKind.RAIL)
    case = LoadCase(
        key="along",
        label="along",
        allowance=load_catalogue().allowance_by_key[Acts.TOUCH],
        forces=(Force(x_mm=400, y_mm=30, z_mm=70, fx_n=-600),),
    )
    demand = solve(fixture, [case])
    # pushed to the left it tips over its left post: the right one is pulled
    assert on(demand, "top-2", "along")[0] + on(demand, "low-2", "along")[0] == pytest.approx(600 * 70 / 600, rel=1e-3)
    assert on(demand, "top-1", "along")[0] == pytest.approx(0, abs=1e-6)
    assert on(demand, "top-1", "along")[1] == pytest.approx(-600 / 2 / 2)


def test_a_handrail_takes_a_person_anywhere_or_people_all_along() -> None:
    # brackets every metre under 3 m: 0.73 N/mm over a tributary metre is less than 890 N at the bracket; over 3 m more
    fixture = rail(RailKind.HANDRAIL, 6000, (200, 5800))
    keys = {case.key.split("-")[0] for case in cases_of(fixture)}
    assert {"person", "crowd"} <= keys
    demand = solve(fixture, cases_of(fixture))
    stretch = 1 / (2 * cos(radians(11.25)) - 1)
    downs = [
        on(demand, "top-1", case.key)[2]
        for case in cases_of(fixture)
        if case.key.startswith("crowd") and case.label.endswith(", down")
    ]
    assert min(downs) == pytest.approx(-0.73 * 6000 * stretch / 2 / 2)


def test_a_rail_that_nobody_trusts_takes_the_hand_of_its_fixture() -> None:
    fixture = rail(RailKind.RAIL).model_copy(update={"duty": "storage"})
    pulls = [case for case in cases_of(fixture, 1000) if case.key.startswith("rail-r")]
    assert {(abs(case.forces[-1].fy_n), case.forces[-1].fz_n) for case in pulls} == {(40, 20), (40, 0), (0, 20), (0, 0)}
    assert {case.forces[-1].fx_n for case in pulls} == {0, 20, -20}
    assert all(case.forces[-1].even for case in pulls if case.forces[-1].fx_n)
    assert not any(case.key.startswith("hand") for case in cases_of(fixture, 1000))


# --- what leans, is clipped, blown at, half done ---------------------------------------------------------------------


def cabinet() -> Fixture:
    """500 high, its bar's two holes 440 above its foot, a clip's slot at 490; 10 kg and 6 in it."""
    bar = Support(
        id="bar",
        name="Bar",
        x_mm=50,
        y_mm=420,
        width_mm=500,
        height_mm=40,
        leans=True,
        holes=tuple(FixtureHole(id=f"bar-{n}", x_mm=x, y_mm=20, diameter_mm=7) for n, x in ((1, 50), (2, 450))),
    )
    slot = FixtureHole(id="clip", kind=HoleKind.SLOT_UPRIGHT, x_mm=20, y_mm=20, diameter_mm=5, slot_length_mm=12)
    clip = Support(
        id="clip-s", name="Clip", x_mm=280, y_mm=470, width_mm=40, height_mm=40, leans=True, clipped=True, holes=(slot,)
    )
    piece = Piece(id="p", name="Cabinet", width_mm=600, height_mm=500, depth_mm=300, mass_kg=10, contents_kg=6)
    return Fixture(name="Cabinet", pieces=(piece,), supports=(bar, clip), duty="display", hand="none")


def test_a_cabinet_on_its_bar_leans_on_its_foot_and_its_clip_carries_no_weight() -> None:
    demand = solve(cabinet(), cases_of(cabinet()))
    weight = 16 * G
    levers = {"bar-1": 440 - INSET, "bar-2": 440 - INSET, "clip": 490 - INSET}
    about = sum(lever**2 for lever in levers.values())
    for hole, lever in levers.items():
        assert on(demand, hole, "hanging")[0] == pytest.approx(weight * 150 * lever / about)
    assert on(demand, "clip", "hanging")[2] == pytest.approx(0, abs=1e-9)
    assert on(demand, "bar-1", "hanging")[2] == pytest.approx(-weight / 2)


def test_all_of_a_floating_shelf_tips_about_the_foot_of_its_low_bar() -> None:
    """Nothing of it reaches below its bar, so 8 kg at 115 mm pull as hard as a lever of half the bar lets them."""
    made = build(load_catalogue().shape_by_key["floating_shelf"], {"own": 5, "holds": 3, "bar_height": 40})
    places = [FixtureHole(id=f"h{x}", x_mm=x, y_mm=20, diameter_mm=6.5) for x in (100, 620)]
    bar = made.supports[0].model_copy(update={"holes": tuple(places)})
    shelf = made.model_copy(update={"supports": (bar,), "duty": "display", "hand": "none"})
    demand = solve(shelf, cases_of(shelf))
    for hole in places:
        assert on(demand, hole.id, "hanging")[0] == pytest.approx(8 * G * 115 / (20 - INSET) / 2)


def test_hung_but_not_yet_clipped_is_a_case_of_its_own_weight_alone() -> None:
    demand = solve(cabinet(), cases_of(cabinet()))
    own = 10 * G
    assert on(demand, "clip", "not-clipped") == (0, 0, 0)
    assert on(demand, "bar-1", "not-clipped")[0] == pytest.approx(own * 150 / (440 - INSET) / 2)
    # its topmost screw holds all of it, before the other is in; a clip is not a screw to hang it on
    assert on(demand, "bar-1", "first-screw")[0] == pytest.approx(own * 150 / (440 - INSET))
    assert on(demand, "bar-2", "first-screw") == (0, 0, 0)
    heavy = cabinet().model_copy(update={"pieces": (cabinet().pieces[0].model_copy(update={"mass_kg": 16}),)})
    # of a heavier one a second pair of hands holds what is over 15 kg
    assert on(solve(heavy, cases_of(heavy)), "bar-1", "first-screw")[2] == pytest.approx(-15 * G)


def test_nothing_hangs_by_its_first_screw_that_is_lifted_onto_what_is_fast_or_held_up_meanwhile() -> None:
    def states(fixture: Fixture) -> set[str]:
        return {case.key for case in cases_of(fixture)} & {"first-screw", "not-clipped"}

    bar, clip = cabinet().supports
    drilled = bar.model_copy(update={"attachment": Attachment.USER_DRILLED})
    assert states(cabinet()) == {"first-screw", "not-clipped"}
    # its bar has all of its screws before the cabinet is lifted onto it, and the clip comes later as ever
    assert states(cabinet().model_copy(update={"supports": (drilled, clip)})) == {"not-clipped"}
    assert states(cabinet().model_copy(update={"held_up": True})) == {"not-clipped"}
    shapes = load_catalogue().shape_by_key
    assert states(build(shapes["screen_plate"], {})) == set()
    assert states(build(shapes["plate"], {})) == {"first-screw"}
    # by what it is called, too: a rail on posts is one piece, a curtain pole is laid into its brackets
    rail = build(shapes["rail"], {})
    assert states(rail) == {"first-screw"}
    assert states(rail.model_copy(update={"thing": "curtain_pole"})) == set()
    # a mirror is let down onto its heads, which may be one after the other
    mirror = build(shapes["keyholes"], {})
    assert states(mirror) == {"first-screw"}
    assert states(mirror.model_copy(update={"held_up": True})) == {"first-screw"}


def test_wind_sucks_with_its_pressure_on_the_front() -> None:
    plain = cabinet().model_copy(update={"environment": Environment.OUTDOOR, "wind_pa": 1000})
    blown = next(case for case in cases_of(plain) if case.key == "wind-out")
    assert blown.forces[-1].fz_n == pytest.approx(1.2 * 1000 * 0.6 * 0.5)
    # a sign that stands off the wall is flat: 1.8, and a quarter of its width farther out
    sign = Piece(id="p", name="Sign", width_mm=20, height_mm=400, depth_mm=500, mass_kg=4)
    flat = cabinet().model_copy(update={"pieces": (sign,), "environment": Environment.OUTDOOR, "wind_pa": 600})
    side = next(case for case in cases_of(flat) if case.key == "wind-right").forces[-1]
    assert side.fx_n == pytest.approx(1.8 * 600 * 0.5 * 0.4)
    assert side.z_mm == 250 + 125
    assert not any(case.key.startswith("wind") for case in cases_of(cabinet()))


# --- what stands between ---------------------------------------------------------------------------------------------


def on_board(thickness: float = 40) -> Fixture:
    plate = Support(
        id="plate", name="Plate", x_mm=100, y_mm=50, width_mm=100, height_mm=100, holes=four_holes(100, 100)
    )
    board = Link(
        id="board",
        kind=LinkKind.BACKING_BOARD,
        thickness_mm=thickness,
        support_ids=("plate",),
        width_mm=300,
        height_mm=200,
        holes=tuple(
            FixtureHole(id=f"b-{number}", x_mm=x, y_mm=y, diameter_mm=9)
            for number, (x, y) in enumerate(((20, 180), (280, 180), (20, 20), (280, 20)), 1)
        ),
    )
    piece = Piece(id="p", name="P", x_mm=100, y_mm=50, width_mm=100, height_mm=100, depth_mm=200, mass_kg=8)
    return Fixture(name="P", pieces=(piece,), supports=(plate,), links=(board,), duty="display", hand="none")


def test_both_fastenings_of_a_board_are_in_equilibrium() -> None:
    demand = solve(on_board(), cases_of(on_board()))
    weight = 8 * G
    # the bracket on the board: 100 mm off its face
    top, low = 80 - INSET, 20 - INSET
    joint = demand.joints["top-l"]
    assert joint.tension_n == pytest.approx(weight * 100 * top / (2 * (top**2 + low**2)))
    # the board on the wall: the same weight, 40 mm farther off
    top, low = 180 - INSET, 20 - INSET
    assert demand.holes["b-1"].tension_n == pytest.approx(weight * 140 * top / (2 * (top**2 + low**2)))
    assert demand.holes["b-1"].shear_n == pytest.approx(weight / 4)
    assert set(demand.holes) == {"b-1", "b-2", "b-3", "b-4"}


def test_a_spacer_moves_the_weight_out_and_bears_at_the_screws_alone() -> None:
    plate = Support(id="s", name="S", x_mm=0, y_mm=0, width_mm=200, height_mm=200, holes=four_holes(200, 200, 30))
    spacer = Link(id="l", kind=LinkKind.SPACER, thickness_mm=25, support_ids=("s",))
    piece = Piece(id="p", name="P", width_mm=200, height_mm=200, depth_mm=60, mass_kg=5)
    fixture = Fixture(name="P", pieces=(piece,), supports=(plate,), links=(spacer,), duty="display", hand="none")
    hanging = next(case for case in cases_of(fixture) if case.key == "hanging")
    demand = solve(fixture, [hanging])
    # the lower spacers are 16 mm wide about the lower holes; 5 mm inside that
    edge = 30 - 8 + INSET
    top, low = 170 - edge, 30 - edge
    assert demand.holes["top-l"].tension_n == pytest.approx(5 * G * 55 * top / (2 * (top**2 + low**2)))


def test_only_cases_that_no_other_exceeds_are_kept_and_none_is_lost() -> None:
    fixture = rail(RailKind.GRAB_RAIL)
    demand = solve(fixture, cases_of(fixture))
    table = demand.table
    for hole_id, hole in demand.holes.items():
        column = table.hole_ids.index(hole_id)
        kept = [(case.forces.tension_n, case.forces.shear_n) for case in hole.cases]
        for row in range(len(table.rows)):
            pull = table.tension_n[row, column]
            across = hypot(table.shear_x_n[row, column], table.shear_y_n[row, column])
            assert any(tension >= pull - 1e-9 and shear >= across - 1e-9 for tension, shear in kept)
        assert len(kept) < len(table.rows) / 4


def test_a_leaning_back_bears_with_the_whole_piece() -> None:
    assert cabinet().outline == Rect(x_mm=0, y_mm=0, width_mm=600, height_mm=510)


def test_hands_come_to_a_rail_on_two_posts_at_both_ends_and_in_the_middle() -> None:
    catalogue = load_catalogue()
    rail = build(catalogue.shape_by_key["rail"], {})
    labels = {case.label for case in load_cases(rail, 1000, catalogue.demand) if case.by_hand}
    for where in ("its left end", "its middle", "its right end"):
        assert any(where in label for label in labels), where
    assert not any("a quarter along" in label for label in labels)
    three = build(catalogue.shape_by_key["rail"], {"posts": 3})
    assert any("a quarter along" in case.label for case in load_cases(three, 1000, catalogue.demand))
