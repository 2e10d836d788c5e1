"""What pulls on the holes of whole fixtures: duties, tugs, brackets, keyholes."""

from math import cos, hypot, radians

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rockpin.catalogue import load_catalogue
from rockpin.core.base.model import Rect
from rockpin.core.demand import EVEN
from rockpin.core.demand.cases import load_cases
from rockpin.core.demand.demands import Demand, Turns
from rockpin.core.demand.hands import along_and_across
from rockpin.core.demand.loads import LoadCase
from rockpin.core.demand.solve import solve_fixture
from rockpin.core.document.fixture import Fixture, FixtureHole, HeldRail, HoleKind, Piece, RailKind, Support
from rockpin.core.fixture import build
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.hands import Acts
from tests.builders import plate_fixture

G = 9.80665


def solve(fixture: Fixture, catalogue: Catalogue, foot_mm: float = 2000) -> Demand:
    cases = [case for case in load_cases(fixture, foot_mm, catalogue.demand) if not case.first_screw]
    return solve_fixture(fixture, cases, {}, EVEN, 3.0, catalogue.figures.demand)


def brackets(*xs: float, width: float = 1000, mass_kg: float = 10) -> Fixture:
    return Fixture(
        name="Shelf",
        hand="none",
        duty="display",
        pieces=(Piece(id="p", name="Shelf", width_mm=width, height_mm=20, depth_mm=200, mass_kg=mass_kg),),
        supports=tuple(
            Support(
                id=f"s{i}",
                name=f"Bracket {i}",
                x_mm=x - 10,
                y_mm=-100,
                width_mm=20,
                height_mm=100,
                holes=(
                    FixtureHole(id=f"t{i}", x_mm=10, y_mm=90, diameter_mm=6),
                    FixtureHole(id=f"f{i}", x_mm=10, y_mm=10, diameter_mm=6),
                ),
            )
            for i, x in enumerate(xs, 1)
        ),
    )


def test_duty_takes_the_live_part_only_unless_all_of_it_moves(catalogue: Catalogue) -> None:
    piece = Piece(id="p", name="P", width_mm=100, height_mm=100, depth_mm=50, mass_kg=4, contents_kg=6)
    for duty, kilograms in (("display", 10), ("storage", 4 + 1.2 * 6), ("handled", 4 + 1.5 * 6), ("swings", 15)):
        fixture = plate_fixture(duty=duty, pieces=(piece,))
        assert solve(fixture, catalogue).holes["h1"].shear_n == pytest.approx(kilograms * G)


def test_a_hand_comes_at_whatever_part_it_can_reach(catalogue: Catalogue) -> None:
    fixture = plate_fixture(hand="tug")
    assert [case.key for case in load_cases(fixture, 2300, catalogue.demand)] == ["hanging", "first-screw"]
    within = [case for case in load_cases(fixture, 2250, catalogue.demand) if case.by_hand]
    assert len(within) == 4 * 5  # four corners; down, out, both, and to either side
    assert {case.forces[-1].y_mm for case in within} == {0, 50}  # up to 2300 above the floor
    assert solve(fixture, catalogue, 1000).holes["h1"].shear_n == pytest.approx(2 * G + 150)


@pytest.mark.parametrize(
    ("hand", "down", "out"), [("none", 0, 0), ("touch", 20, 20), ("use", 40, 20), ("tug", 150, 75), ("lean", 500, 300)]
)
def test_each_hand_pulls_as_hard_as_its_row_says(catalogue: Catalogue, hand: str, down: float, out: float) -> None:
    cases = [case for case in load_cases(plate_fixture(hand=hand), 1000, catalogue.demand) if case.by_hand]
    pushes = {(f.fx_n, -f.fy_n, f.fz_n) for case in cases for f in case.forces[1:]}
    both = {(0, down, out), (0, down, 0), (0, 0, out), (out, 0, 0), (-out, 0, 0)}
    assert pushes == (both if down else set())
    # duty multiplies what hangs there, never a hand
    daily = load_cases(plate_fixture(hand=hand, duty="handled"), 1000, catalogue.demand)
    assert {-f.fy_n for case in daily if case.by_hand for f in case.forces[1:]} <= {0, down}


def test_a_piece_has_a_hand_of_its_own(catalogue: Catalogue) -> None:
    piece = plate_fixture().pieces[0].model_copy(update={"hand": "lean"})
    cases = load_cases(plate_fixture(pieces=(piece,), hand="touch"), 1000, catalogue.demand)
    assert {case.allowance.key for case in cases if case.by_hand} == {Acts.LEAN}


def test_shaken_goes_three_ways(catalogue: Catalogue) -> None:
    cases = {case.key: case for case in load_cases(plate_fixture(duty="shaken", mass_kg=5), 1000, catalogue.demand)}
    out = cases["shaken-off-the-wall"].forces[0]
    assert out.fz_n == pytest.approx(5 * G)
    assert out.fy_n == pytest.approx(-2 * 5 * G)
    assert {"shaken-to-the-left", "shaken-to-the-right"} <= cases.keys()


def test_what_stands_on_the_floor_is_only_steadied(catalogue: Catalogue) -> None:
    tall = Piece(id="p", name="Tall cabinet", width_mm=600, height_mm=2000, depth_mm=400, mass_kg=80, held_by="floor")
    hole = FixtureHole(id="h", x_mm=15, y_mm=25, diameter_mm=6)
    bracket = Support(id="b", name="Bracket", x_mm=285, y_mm=1575, width_mm=30, height_mm=50, holes=(hole,))
    cases = load_cases(plate_fixture(pieces=(tall,), supports=(bracket,), hand="use"), 0, catalogue.demand)
    pulls = {case.key: case.forces[-1] for case in cases if case.key.startswith("steady")}
    off = pulls["steady-p-off-the-wall"]
    # a tenth of 785 N is less than the least; it tips about its foot: 100·2000/1600 at the bracket
    assert off.fz_n == pytest.approx(125)
    assert off.y_mm == 1600
    # a push of 20 N at the top sideways: 20·2000 stays below 785·300, its own weight keeps it upright
    assert all(force.fx_n == 0 for case in cases for force in case.forces)
    assert all(force.fy_n == 0 for case in cases for force in case.forces)
    open_able = tall.model_copy(update={"opens": True, "mass_kg": 1})
    drawers = load_cases(plate_fixture(pieces=(open_able,), supports=(bracket,), hand="use"), 0, catalogue.demand)
    climbed = max(case.forces[-1].fz_n for case in drawers if case.key.startswith("steady"))
    assert climbed == pytest.approx(300 * 2000 / 1600)
    # a child climbs at either quarter of its width, not only in its middle
    assert {force.x_mm for case in drawers if "climbs" in case.label for force in case.forces} == {150, 300, 450}
    # light and narrow, it falls sideways: (20·2000 − 9.81·300)/1600
    beside = max(force.fx_n for case in drawers for force in case.forces)
    assert beside == pytest.approx((20 * 2000 - G * 300) / 1600)


def test_what_stands_in_a_vehicle_is_thrown_with_all_of_its_mass(catalogue: Catalogue) -> None:
    tall = Piece(
        id="p", name="Locker", width_mm=600, height_mm=2000, depth_mm=400, mass_kg=40, contents_kg=60, held_by="floor"
    )
    hole = FixtureHole(id="h", x_mm=15, y_mm=25, diameter_mm=6)
    bracket = Support(id="b", name="Bracket", x_mm=285, y_mm=1575, width_mm=30, height_mm=50, holes=(hole,))
    fixture = plate_fixture(pieces=(tall,), supports=(bracket,), duty="shaken")
    cases = {case.key: case for case in load_cases(fixture, 0, catalogue.demand)}
    # 100 kg at 1000 over its foot, brackets at 1600: 981·1000/1600, off the wall and to either side
    off, left = cases["shaken-off-the-wall"].forces[-1], cases["shaken-to-the-left"].forces[-1]
    assert (off.fz_n, off.y_mm) == pytest.approx((100 * G * 1000 / 1600, 1600))
    assert left.fx_n == pytest.approx(-100 * G * 1000 / 1600)


def test_a_sideways_push_above_two_single_holes_is_a_couple_on_them(catalogue: Catalogue) -> None:
    # hangers 400 apart, one hole each at 600; a push of 75 N at the foot, 600 below: 75·600/400 up and down
    def hanger(name: str, x: float) -> Support:
        hole = FixtureHole(id=name, x_mm=10, y_mm=10, diameter_mm=6)
        return Support(
            id=f"s-{name}", name=name, x_mm=x, y_mm=590, width_mm=20, height_mm=20, leans=True, holes=(hole,)
        )

    piece = Piece(id="p", name="Frame", width_mm=600, height_mm=700, depth_mm=20, mass_kg=0)
    fixture = plate_fixture(pieces=(piece,), supports=(hanger("l", 90), hanger("r", 490)), hand="tug")
    demand = solve(fixture, catalogue, 1000)
    table = demand.table
    (row,) = [n for n, one in enumerate(table.rows) if one.case.key == "hand-p-left-end-bottom-to-the-left"]
    assert list(table.shear_y_n[row]) == pytest.approx([75 * 600 / 400, -75 * 600 / 400])
    assert list(table.shear_x_n[row]) == pytest.approx([-37.5, -37.5])
    assert demand.missing == ()


def test_two_things_are_no_beam_and_hang_beside_one_another(catalogue: Catalogue) -> None:
    two = tuple(
        Piece(id=f"p{n}", name=f"Mirror {n}", x_mm=1000 * n, width_mm=400, height_mm=100, depth_mm=20, mass_kg=4 + n)
        for n in (0, 1)
    )
    hooks = tuple(
        Support(
            id=f"s{n}",
            name=f"Hook {n}",
            x_mm=1000 * n + 190,
            y_mm=50,
            width_mm=20,
            height_mm=20,
            holes=(FixtureHole(id=f"h{n}", x_mm=10, y_mm=10, diameter_mm=6),),
        )
        for n in (0, 1)
    )
    demand = solve(plate_fixture(pieces=two, supports=hooks), catalogue)
    assert demand.holes["h0"].shear_n == pytest.approx(4 * G)
    assert demand.holes["h1"].shear_n == pytest.approx(5 * G)
    # while one is put to a case, the other hangs beside it
    first = next(n for n, one in enumerate(demand.table.rows) if one.case.body == 0)
    assert -demand.table.shear_y_n[first, 1] == pytest.approx(5 * G)


@given(st.floats(10, 990), st.floats(-1, 1))
def test_a_millimetre_of_the_centre_of_gravity_never_moves_more_than_its_share(at: float, by: float) -> None:
    """Three brackets 400 apart: no influence line is steeper than one in 400, twice that where it is continuous."""
    catalogue = load_catalogue()

    def shears(cog: float) -> list[float]:
        made = brackets(100, 500, 900)
        piece = made.pieces[0].model_copy(update={"cog_x_mm": min(max(cog, 0), 1000)})
        return [hole.shear_n for hole in solve(made.model_copy(update={"pieces": (piece,)}), catalogue).holes.values()]

    for one, other in zip(shears(at), shears(at + by), strict=True):
        assert abs(one - other) <= 10 * G * abs(by) / 400 * 2 + 1e-6


@pytest.mark.parametrize("rise", [0, 600])
def test_a_handrail_on_five_brackets_by_hand(catalogue: Catalogue, rise: float) -> None:
    """Brackets every 800 mm of 3200, level and on a slope of 600 in 3200; each with two holes 60 apart."""
    slope = rise / 3200

    def bracket(n: int) -> Support:
        holes = tuple(FixtureHole(id=f"b{n}-{k}", x_mm=20, y_mm=y, diameter_mm=7) for k, y in enumerate((70, 10)))
        foot = slope * 800 * n - 40
        return Support(
            id=f"b{n}", name=f"Bracket {n}", x_mm=800 * n - 20, y_mm=foot, width_mm=40, height_mm=80, holes=holes
        )

    rail = HeldRail(id="r", kind=RailKind.HANDRAIL, x_mm=0, y_mm=0, x2_mm=3200, y2_mm=rise, z_mm=60)
    piece = Piece(id="p", name="Rail", width_mm=3200, height_mm=40 + rise, depth_mm=60, mass_kg=0)
    fixture = plate_fixture(
        pieces=(piece,), supports=tuple(bracket(n) for n in range(5)), rails=(rail,), duty="body_support"
    )
    table = solve(fixture, catalogue).table
    stretch = 1 / (2 * cos(radians(11.25)) - 1)
    line = 0.73 * hypot(3200, rise) * stretch

    def pull(number: int, row: int) -> float:
        return sum(float(table.tension_n[row, table.hole_ids.index(f"b{number}-{k}")]) for k in (0, 1))

    # straight out, all along: simple spans give the inner ones 800 mm each, the outer ones 400; a continuous beam on
    # five supports 0.393, 1.143 and 0.929 of a span (tables of continuous beams)
    def straight_out(case: LoadCase) -> bool:
        return all(abs(f.fx_n) + abs(f.fy_n) < 1e-6 for f in case.forces) and case.forces[-1].fz_n > 0

    rows = [n for n, one in enumerate(table.rows) if one.case.key.startswith("crowd") and straight_out(one.case)]
    assert len(rows) >= 2
    span = line / 4
    for number, shares in ((0, (0.5, 0.393)), (1, (1.0, 1.143)), (2, (1.0, 0.929))):
        found = [pull(number, row) / span for row in rows]
        assert (min(found), max(found)) == pytest.approx(sorted(shares), abs=0.002)
    # a person at the middle bracket straight out: all of it comes there
    person = [
        n for n, one in enumerate(table.rows) if one.case.key.startswith("person-r-0.5-") and straight_out(one.case)
    ]
    assert max(pull(2, row) for row in person) == pytest.approx(890 * stretch)
    # a push along the rail is shared by all five
    ux, uy = 3200 / hypot(3200, rise), rise / hypot(3200, rise)
    force = along_and_across(rail, 0.25, 500 * ux, 500 * uy, 0)
    case = LoadCase("along", "along", catalogue.allowance_by_key[Acts.TOUCH], force)
    pushed = solve_fixture(fixture, [case], {}, EVEN, 3.0, catalogue.figures.demand).table
    # 500 N along the rail, 60 mm off the wall: shear of 100 N each, plus what the couples take upright
    for number in range(5):
        across = sum(float(pushed.shear_x_n[0, pushed.hole_ids.index(f"b{number}-{k}")]) for k in (0, 1))
        assert across == pytest.approx(100 * ux)


def test_shaken_goes_sideways_by_its_own_weight(catalogue: Catalogue) -> None:
    demand = solve(plate_fixture(duty="shaken", mass_kg=5), catalogue).holes["h1"]
    worst = max(abs(case.forces.shear_x_n) for case in demand.cases)
    assert worst == pytest.approx(5 * G)  # ±1 g of the mass itself, beside 2 g downwards


def test_two_brackets_share_by_the_lever_rule(catalogue: Catalogue) -> None:
    demand = solve(brackets(100, 700), catalogue)
    # weight in the middle, at 500: (700-500)/600 left, (500-100)/600 right; each bracket has two holes
    assert demand.holes["t1"].shear_n == pytest.approx(10 * G * 200 / 600 / 2)
    assert demand.holes["t2"].shear_n == pytest.approx(10 * G * 400 / 600 / 2)
    assert demand.lifted == ()
    over = solve(brackets(100, 400), catalogue)
    assert over.lifted == ("s1",)
    assert over.holes["t2"].shear_n == pytest.approx(10 * G * 400 / 300 / 2)  # more than the whole weight


def test_of_three_brackets_each_gets_its_worst_way_of_sharing(catalogue: Catalogue) -> None:
    demand = solve(brackets(0, 500, 1000), catalogue)
    assert demand.holes["t2"].shear_n == pytest.approx(10 * G / 2)  # all of it in the middle
    assert demand.holes["t1"].shear_n == pytest.approx(10 * G / 4 / 2, rel=0.05)  # spread, as simple spans


@pytest.mark.parametrize(("across", "share"), [((80, 320), 1.0), ((80, 200, 320), 0.5)])
def test_of_two_keyholes_each_carries_all_and_of_more_the_worst_pair(
    across: tuple[float, ...], share: float, catalogue: Catalogue
) -> None:
    back = Support(
        id="back",
        name="Back",
        x_mm=0,
        y_mm=0,
        width_mm=400,
        height_mm=300,
        holes=tuple(FixtureHole(id=f"k{x:g}", kind=HoleKind.KEYHOLE, x_mm=x, y_mm=260, diameter_mm=5) for x in across),
    )
    piece = Piece(id="p", name="P", width_mm=400, height_mm=300, depth_mm=60, mass_kg=3)
    demand = solve(plate_fixture(pieces=(piece,), supports=(back,)), catalogue)
    assert [one.shear_n for one in demand.holes.values()] == pytest.approx([share * 3 * G] * len(across))


def test_one_screw_keeps_nothing_from_turning(catalogue: Catalogue) -> None:
    piece = Piece(id="p", name="P", width_mm=100, height_mm=100, depth_mm=50, mass_kg=2, cog_x_mm=80)
    demand = solve(plate_fixture(pieces=(piece,)), catalogue)
    # 30 mm beside its hole, two kilograms turn on it
    assert demand.turns is Turns.BY_WEIGHT
    straight = piece.model_copy(update={"cog_x_mm": 51})
    assert solve(plate_fixture(pieces=(straight,)), catalogue).turns is Turns.NOT
    assert solve(plate_fixture(pieces=(straight,), hand="use"), catalogue, 1000).turns is Turns.BY_HAND


def test_of_two_hooks_on_plates_of_their_own_each_carries_all(catalogue: Catalogue) -> None:
    def hook(name: str, x: float) -> Support:
        hole = FixtureHole(id=name, x_mm=10, y_mm=10, diameter_mm=6)
        return Support(
            id=f"s-{name}", name=name, x_mm=x, y_mm=0, width_mm=20, height_mm=20, hung=True, leans=True, holes=(hole,)
        )

    piece = Piece(id="p", name="P", width_mm=400, height_mm=100, depth_mm=20, mass_kg=6)
    demand = solve(plate_fixture(pieces=(piece,), supports=(hook("a", 90), hook("b", 290))), catalogue)
    assert demand.holes["a"].shear_n == pytest.approx(6 * G)
    assert demand.holes["b"].shear_n == pytest.approx(6 * G)


@pytest.mark.parametrize("heavier", [(5, 200), (10, 300)])
def test_more_weight_or_more_arm_never_pulls_less(catalogue: Catalogue, heavier: tuple[float, float]) -> None:
    mass, depth = heavier
    group = ((20, 20), (80, 20), (20, 80), (80, 80))
    light = solve(plate_fixture(group, mass_kg=5, depth_mm=100), catalogue)
    heavy = solve(plate_fixture(group, mass_kg=mass, depth_mm=depth), catalogue)
    for hole in light.holes:
        assert heavy.holes[hole].tension_n >= light.holes[hole].tension_n
        assert heavy.holes[hole].shear_n >= light.holes[hole].shear_n


def test_a_filled_radiator_on_two_brackets_by_hand(catalogue: Catalogue) -> None:
    """28 kg and 6 of water, which goes in and out: half on each bracket, 65 mm off the wall.

    A bracket of 400 bears near its foot; its holes at 30 and 370 from there pull as they are high, 370·T₁ + 30·T₂ = M.
    """
    made = build(catalogue.shape_by_key["radiator"], {}).model_copy(update={"hand": "none"})
    half = (28 + 1.2 * 6) * G / 2
    found = solve(made, catalogue).holes
    assert found["bracket-1-hole-1"].shear_n == pytest.approx(half / 2)
    assert found["bracket-1-hole-1"].tension_n == pytest.approx(half * 65 * 370 / (370**2 + 30**2), rel=0.03)
    assert found["bracket-2-hole-1"].tension_n == found["bracket-1-hole-1"].tension_n
    assert found["bracket-1-hole-2"].tension_n < found["bracket-1-hole-1"].tension_n / 8
    # empty it pulls less, by its water
    dry = build(catalogue.shape_by_key["radiator"], {"water": 0}).model_copy(update={"hand": "none"})
    assert solve(dry, catalogue).holes["bracket-1-hole-1"].shear_n == pytest.approx(28 * G / 4)
    # 40 mm over it are wanted to lift it onto its hooks
    (room,) = made.envelopes
    assert (room.kind, room.rect) == ("lifted_on", Rect(x_mm=0, y_mm=600, width_mm=1000, height_mm=40))
    # both pipes come with it, from the floor, as far off the wall as its middle
    assert [(tail.x_mm, tail.y_mm, tail.off_mm) for tail in made.tails] == [(-50, -30, 65), (1050, -30, 65)]
    assert build(catalogue.shape_by_key["radiator"], {"tails_apart": 0}).tails == ()
