"""The risk at a hole: sums by hand, what must hold always, and the picture against the holes."""

from itertools import combinations, pairwise
from math import hypot
from statistics import NormalDist

import numpy as np
import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from rockpin.catalogue import load_catalogue
from rockpin.core.base.model import Rect
from rockpin.core.base.quantities import show_risk
from rockpin.core.document.sweeps import Find, Scan, ScanMode, Screen
from rockpin.core.document.wall import Opening, OpeningKind, Point, Wall, WallSide
from rockpin.core.hidden.read import Hidden
from rockpin.core.hidden.risk import HoleRisk, slices
from rockpin.core.hidden.risk_map import map_risk
from rockpin.core.hidden.routes import depths_of
from rockpin.core.identification import read_stated
from rockpin.core.tables.catalogue import Catalogue
from tests.builders import brick_wall, stud_wall
from tests.hidden_points import SOCKET, hidden_of, sweep


def at(wall: Wall, x: float, y: float, reach: float = 40, radius: float = 6) -> HoleRisk:
    return hidden_of(wall).field.at(x, y, radius, reach)


METAL, LIVE, DENSITY = (sweep(mode) for mode in (ScanMode.METAL, ScanMode.LIVE, ScanMode.DENSITY))


def part(risk: HoleRisk, says: str) -> float:
    return next((one.chance for one in risk.parts if says in one.says), 0.0)


def by_hand(catalogue: Catalogue, offset: float, radius: float, reach: float) -> float:
    """A socket fed from above in brick: taken that way, beside its line, and within reach of the chase."""
    way, kind = catalogue.way_by_key["cable"], catalogue.service_by_key["mains_cable"]
    line = NormalDist(sigma=way.beside_mm + way.beside_share * 86)
    half = radius + kind.width_mm / 2
    low, high = kind.solid_mm
    deep = min(1.0, max(0.0, (reach - low) / (high - low)))
    return 0.42 * (line.cdf(offset + half) - line.cdf(offset - half)) * deep


@pytest.mark.parametrize(("offset", "reach"), [(0, 40), (30, 40), (30, 19), (0, 3)])
def test_a_route_is_normal_beside_its_line_and_even_over_its_depths(
    offset: float, reach: float, catalogue: Catalogue
) -> None:
    risk = at(brick_wall(points=(SOCKET,)), 1000 + offset, 1500, reach)
    assert part(risk, "a cable feeding the single socket from above") == pytest.approx(
        by_hand(catalogue, offset, 6, reach), abs=1e-9
    )


@pytest.mark.parametrize(
    ("window", "joined"),
    [
        (None, True),
        # between both sockets and over their height, it parts them
        ((1400, 250, 300, 900), False),
        # with its sill on their very height the cable passes below it
        ((1400, 450, 300, 900), True),
        # above them, or beside the way
        ((1400, 600, 300, 900), True),
        ((2100, 250, 300, 900), True),
    ],
)
def test_sockets_at_one_height_are_joined_unless_an_opening_parts_them(
    window: tuple[float, ...] | None, joined: bool
) -> None:
    other = Point(id="other", kind="socket", x_mm=2000, y_mm=SOCKET.y_mm)
    openings: tuple[Opening, ...] = ()
    if window:
        x, y, wide, high = window
        openings = (Opening(id="w", kind=OpeningKind.WINDOW, x_mm=x, y_mm=y, width_mm=wide, height_mm=high),)
    wall = brick_wall(points=(SOCKET, other), openings=openings)
    # looked for on the way between them, beside the opening
    assert (part(at(wall, 1250, SOCKET.y_mm), "from the single socket to the single socket") > 0) is joined


def test_a_clear_sweep_is_bayes_rule_by_hand(catalogue: Catalogue) -> None:
    before = by_hand(catalogue, 0, 6, 40)
    # energised 91 %: metal misses 0.3, live 0.15; dead 9 %: live is blind to it; all of it fails in 7 sweeps of 100
    missed = 0.07 + 0.93 * (0.91 * 0.3 * 0.15 + 0.09 * 0.3)
    after = before * missed / (1 - before * (1 - missed))
    swept = at(brick_wall(points=(SOCKET,), scans=(METAL, LIVE)), 1000, 1500)
    assert part(swept, "from above") == pytest.approx(after)
    # live alone with the circuit off clears nothing; an unproved instrument works as often as not
    off = sweep(ScanMode.LIVE, circuits_on=False)
    assert at(brick_wall(points=(SOCKET,), scans=(off,)), 1000, 1500).chance == pytest.approx(
        at(brick_wall(points=(SOCKET,)), 1000, 1500).chance
    )
    unproved = 0.07 + 0.93 * (1 - 0.5 * (1 - 0.3))
    # proved on a cable as deep as the hole, it fails in 3 of 100 only
    deep = [sweep(mode, proved_depth_mm=60) for mode in (ScanMode.METAL, ScanMode.LIVE)]
    surer = 0.03 + 0.97 * (0.91 * 0.3 * 0.15 + 0.09 * 0.3)
    assert part(at(brick_wall(points=(SOCKET,), scans=deep), 1000, 1500), "from above") == pytest.approx(
        before * surer / (1 - before * (1 - surer)), rel=1e-6
    )
    half = at(brick_wall(points=(SOCKET,), scans=(sweep(ScanMode.METAL, proved_on_live_cable=False),)), 1000, 1500)
    assert part(half, "from above") == pytest.approx(before * unproved / (1 - before * (1 - unproved)))


def test_the_same_mode_again_counts_once_and_opening_clears_all(catalogue: Catalogue) -> None:
    wall = brick_wall(points=(SOCKET,))
    once = at(wall.model_copy(update={"scans": (METAL,)}), 1000, 1500).chance
    twice = at(wall.model_copy(update={"scans": (METAL, sweep(ScanMode.METAL, id="again"))}), 1000, 1500).chance
    assert twice == once
    opened = sweep(ScanMode.OPENED, id="o", proved_on_live_cable=False)
    assert at(wall.model_copy(update={"scans": (opened,)}), 1000, 1500).chance == 0


def test_metal_clears_copper_but_not_plastic(catalogue: Catalogue) -> None:
    tap = Point(id="t", kind="tap", x_mm=1000, y_mm=900)
    before = part(at(stud_wall(points=(tap,)), 1000, 400), "water pipe")
    after = part(at(stud_wall(points=(tap,), scans=(METAL,)), 1000, 400), "water pipe")
    # copper 62 % missed 5 %, plastic with a metal layer 8 % missed 30 %, plastic 30 % always, over the depths swept
    bare = 0.62 * 0.05 + 0.08 * 0.3 + 0.3
    low, high = 12.5, 12.5 + 89

    def seen(share: float) -> float:
        return (1 - 0.07) * share * (1 - bare)

    # all of its sight to 60 mm of the 100 that it claims, then fading over five steps to none at 100
    steps = [(60 - low, 1.0), *((8.0, 1 - (2 * step + 1) / 10) for step in range(5))]
    reached, cleared = (40 - low) / (high - low), sum(mm * seen(share) for mm, share in steps) / (high - low)
    whole = before / reached
    assert after == pytest.approx(whole * reached * (1 - seen(1.0)) / (1 - whole * cleared))
    density = at(stud_wall(points=(tap,), scans=(METAL, DENSITY)), 1000, 400)
    assert part(density, "water pipe") < after
    # behind brick density tells nothing
    assert at(brick_wall(points=(tap,), scans=(DENSITY,)), 1000, 400).chance == pytest.approx(
        at(brick_wall(points=(tap,)), 1000, 400).chance
    )


@pytest.mark.parametrize(
    ("screen", "metal", "live"),
    [(Screen.FOIL, 1.0, 0.95), (Screen.METAL_MESH, 1.0, 0.95), (Screen.DAMP_PLASTER, 0.3, 0.95)],
)
def test_screens_blunt_the_modes(screen: Screen, metal: float, live: float, catalogue: Catalogue) -> None:
    hidden = hidden_of(brick_wall(screens=(screen,)))
    energised = catalogue.service_by_key["mains_cable"].model_copy(
        update={"makes": (catalogue.service_by_key["mains_cable"].makes[0].model_copy(update={"share": 1.0}),)}
    )
    for scan, missed in ((METAL, metal), (LIVE, live)):
        near, *fading, beyond = slices(energised, (scan,), hidden.field.conditions, catalogue.hidden)
        assert near.missed == pytest.approx(0.07 + 0.93 * missed)
        assert near.to_mm == pytest.approx(60)  # all of its sight to 0.6 of what it claims
        assert [one.to_mm for one in fading] == pytest.approx([68, 76, 84, 92, 100])
        assert all(a.missed <= b.missed for a, b in pairwise((near, *fading)))
        assert beyond.missed == 1.0


def test_a_sweep_is_blind_at_its_edge_and_beside_what_it_found() -> None:
    wall = brick_wall(points=(SOCKET,), scans=(METAL, LIVE))
    bare = at(brick_wall(points=(SOCKET,)), 1000, 1500)
    # a circle of 6 wants 26 mm inside the edge of the area, whose top is at 2300
    assert at(wall, 1000, 2273).chance < at(brick_wall(points=(SOCKET,)), 1000, 2273).chance
    assert at(wall, 1000, 2275).chance == pytest.approx(at(brick_wall(points=(SOCKET,)), 1000, 2275).chance)
    # a find 45 mm away hides what else is here; 47 mm away it does not
    for away, blind in ((45, True), (47, False)):
        pipe = Find(id="f", x_mm=1000 + away, y_mm=0, x2_mm=1000 + away, y2_mm=2000, sigma_mm=1, what="a pipe")
        found = tuple(one.model_copy(update={"finds": (pipe,)}) for one in (METAL, LIVE))
        now = at(brick_wall(points=(SOCKET,), scans=found), 1000, 1500)
        assert (part(now, "from above") == pytest.approx(part(bare, "from above"))) is blind


def test_routes_of_one_point_exclude_one_another_and_points_go_by_themselves() -> None:
    # at the socket itself all four ways meet: their chances add, and the socket cannot be fed more than once
    risk = at(brick_wall(points=(SOCKET,)), 1000, 450)
    own = [one.chance for one in risk.parts if "single socket" in one.says]
    background = part(risk, "against every rule")
    assert risk.chance == pytest.approx(1 - (1 - sum(own)) * (1 - background))
    two = (SOCKET, Point(id="s2", kind="switch", x_mm=1000, y_mm=1800))
    both = at(brick_wall(points=two), 1000, 1200)
    first, second = part(both, "single socket from above"), part(both, "light switch from below")
    assert both.chance == pytest.approx(1 - (1 - first) * (1 - second) * (1 - background))


def test_a_route_ends_at_a_door_and_level_outlets_are_joined() -> None:
    door = Opening(id="d", kind=OpeningKind.DOOR, x_mm=1500, y_mm=0, width_mm=800, height_mm=2000)
    cut = at(brick_wall(points=(SOCKET,), openings=(door,)), 3000, 450)
    assert part(cut, "single socket") == 0
    near = Point(id="n", kind="twin_socket", x_mm=2500, y_mm=450)
    assert part(at(brick_wall(points=(SOCKET, near)), 1800, 450), "from the single socket to the twin socket") > 0.01


# --- what must hold always -------------------------------------------------------------------------------------------

KINDS = [row.key for row in load_catalogue().points]
points = st.builds(
    lambda n, kind, x, y, face: Point(id=f"p{n}", kind=kind, x_mm=x, y_mm=y, face=face),
    st.integers(0, 10**9),
    st.sampled_from(KINDS),
    st.floats(50, 3950),
    st.floats(50, 2350),
    st.sampled_from(list(WallSide)),
)
walls = st.builds(
    lambda some, hollow: (stud_wall if hollow else brick_wall)(points=tuple({one.id: one for one in some}.values())),
    st.lists(points, max_size=5),
    st.booleans(),
)
spots = st.tuples(st.floats(20, 3980), st.floats(20, 2380))
scans = st.builds(
    lambda mode, x, y, w, h, depth, proved, on: Scan(
        id=f"{mode}{x:.0f}{y:.0f}",
        mode=mode,
        area=Rect(x_mm=x, y_mm=y, width_mm=w, height_mm=h),
        claimed_depth_mm=depth,
        proved_on_live_cable=proved,
        circuits_on=on,
    ),
    st.sampled_from(list(ScanMode)),
    st.floats(0, 3000),
    st.floats(0, 1500),
    st.floats(100, 3000),
    st.floats(100, 1500),
    st.floats(10, 150),
    st.booleans(),
    st.booleans(),
)


@given(walls, points, spots, st.floats(1, 120))
def test_adding_a_point_never_lowers_the_risk(wall: Wall, more: Point, spot: tuple[float, float], reach: float) -> None:
    # two accessories never stand in one another
    assume(all(hypot(a.x_mm - b.x_mm, a.y_mm - b.y_mm) > 40 for a, b in combinations((*wall.points, more), 2)))
    added = wall.model_copy(update={"points": (*wall.points, more.model_copy(update={"id": "more"}))})
    assert at(added, *spot, reach).chance >= at(wall, *spot, reach).chance - 1e-12


@given(walls, st.lists(scans, max_size=3), scans, spots, st.floats(1, 120))
def test_a_clear_sweep_never_raises_the_risk(
    wall: Wall, before: list[Scan], more: Scan, spot: tuple[float, float], reach: float
) -> None:
    one = wall.model_copy(update={"scans": tuple(before)})
    two = wall.model_copy(update={"scans": (*before, more)})
    assert at(two, *spot, reach).chance <= at(one, *spot, reach).chance + 1e-12


@given(walls, st.lists(scans, max_size=3), spots, st.floats(1, 120), st.floats(0, 60), st.floats(0, 8))
def test_a_deeper_or_wider_hole_is_never_safer(
    wall: Wall, swept: list[Scan], spot: tuple[float, float], reach: float, deeper: float, wider: float
) -> None:
    wall = wall.model_copy(update={"scans": tuple(swept)})
    assert at(wall, *spot, reach + deeper).chance >= at(wall, *spot, reach).chance - 1e-12
    bare = wall.model_copy(update={"scans": ()})
    assert at(bare, *spot, reach, 5 + wider).chance >= at(bare, *spot, reach, 5).chance - 1e-12


@given(st.floats(300, 3700), st.floats(200, 2200), st.floats(0, 2 * np.pi), st.floats(1, 300), st.floats(0, 1))
def test_moving_towards_a_find_never_lowers_the_risk(x: float, y: float, turn: float, away: float, step: float) -> None:
    find = Find(id="f", x_mm=x, y_mm=y, x2_mm=x, y2_mm=y, depth_mm=30, sigma_mm=9, what="metal")
    wall = brick_wall(
        scans=(sweep(ScanMode.METAL, area=Rect(x_mm=0, y_mm=0, width_mm=4000, height_mm=2400), finds=(find,)),)
    )
    field = hidden_of(wall).field._replace(scans=())  # the sweep's own reach would change at the wall's edge

    def risk(distance: float) -> float:
        return field.at(x + distance * np.cos(turn), y + distance * np.sin(turn), 6, 50).chance

    assert risk(away * step) >= risk(away) - 1e-12


@given(walls, spots, st.floats(1, 120))
def test_a_mirrored_wall_has_a_mirrored_risk(wall: Wall, spot: tuple[float, float], reach: float) -> None:
    flipped = wall.model_copy(
        update={"points": tuple(one.model_copy(update={"x_mm": 4000 - one.x_mm}) for one in wall.points)}
    )
    assert at(flipped, 4000 - spot[0], spot[1], reach).chance == pytest.approx(at(wall, *spot, reach).chance)


# --- the picture -----------------------------------------------------------------------------------------------------


def test_the_picture_says_what_the_holes_say() -> None:
    tap, behind = (
        Point(id="t", kind="bath", x_mm=2500, y_mm=700),
        Point(id="b", kind="socket", x_mm=3200, y_mm=1200, face=WallSide.OTHER),
    )
    find = Find(id="f", x_mm=1500, y_mm=200, x2_mm=1700, y2_mm=1900, depth_mm=28, sigma_mm=8, what="a pipe")
    small = sweep(
        ScanMode.LIVE, id="small", area=Rect(x_mm=900, y_mm=900, width_mm=300, height_mm=500), claimed_depth_mm=60
    )
    wall = stud_wall(points=(SOCKET, tap, behind), scans=(METAL.model_copy(update={"finds": (find,)}), LIVE, small))
    hidden: Hidden = hidden_of(wall)
    picture = map_risk(hidden.field, wall.face, 7, 45)
    assert picture.risk.shape == (240, 400)
    rng = np.random.default_rng(3)
    for row, column in zip(rng.integers(0, 240, 400), rng.integers(0, 400, 400), strict=True):
        x, y = 10 * column + 5, 10 * row + 5
        assert picture.risk[row, column] == pytest.approx(hidden.field.at(x, y, 7, 45).chance, abs=3e-4)
        assert picture.swept[row, column] == bool(hidden.field.covering(x, y, 7))


def test_risks_are_rounded_up_and_never_to_none() -> None:
    assert [show_risk(one) for one in (0, 0.0004, 0.00101, 0.0101, 0.0312, 0.999, 1)] == [
        "0.1 %",
        "0.1 %",
        "0.2 %",
        "2 %",
        "4 %",
        "100 %",
        "100 %",
    ]


def test_between_which_depths_a_service_may_lie_by_hand(catalogue: Catalogue) -> None:
    kind = next(row for row in catalogue.service_kinds if row.key == "mains_cable")
    shallow, deep = kind.solid_mm
    brick = read_stated(brick_wall(thickness_mm=215), catalogue)
    assert depths_of(kind, WallSide.THIS, brick) == (shallow, deep)
    # a chase from the far side of 215 mm lies as deep counted from there
    assert depths_of(kind, WallSide.OTHER, brick) == (215 - deep, 215 - shallow)
    # board of 12.5 and a void of 89: anywhere in it, whichever face it belongs to
    studs = read_stated(stud_wall(), catalogue)
    for face in WallSide:
        assert depths_of(kind, face, studs) == (12.5, 12.5 + 89)
