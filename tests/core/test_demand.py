"""What pulls on the holes of whole fixtures: duties, tugs, brackets, keyholes."""

import pytest

from rockpin.core.demand.cases import load_cases
from rockpin.core.demand.solve import Demand, solve_fixture
from rockpin.core.document.fixture import Fixture, FixtureHole, HoleKind, Piece, Support
from rockpin.core.tables.catalogue import Catalogue
from tests.builders import plate_fixture

G = 9.80665


def solve(fixture: Fixture, catalogue: Catalogue, foot_mm: float = 2000) -> Demand:
    duty = catalogue.duty_by_key[fixture.duty]
    cases = [case for case in load_cases(fixture, duty, foot_mm, catalogue.figures.demand) if not case.first_screw]
    return solve_fixture(
        fixture, cases, {}, {h.id: 1.0 for s in fixture.supports for h in s.holes}, 3.0, catalogue.figures.demand
    )


def brackets(*xs: float, width: float = 1000, mass_kg: float = 10) -> Fixture:
    return Fixture(
        name="Shelf",
        graspable=False,
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
    for duty, kilograms in (("display", 10), ("storage", 4 + 1.2 * 6), ("handled", 4 + 1.5 * 6), ("swings", 20)):
        fixture = plate_fixture(duty=duty, pieces=(piece,))
        assert solve(fixture, catalogue).holes["h1"].shear_n == pytest.approx(kilograms * G)


def test_a_tug_counts_between_knee_and_reach_only(catalogue: Catalogue) -> None:
    fixture = plate_fixture(graspable=True)
    above = load_cases(fixture, catalogue.duty_by_key["display"], 1801, catalogue.figures.demand)
    assert [case.key for case in above] == ["hanging", "first-screw"]
    within = load_cases(fixture, catalogue.duty_by_key["display"], 1750, catalogue.figures.demand)
    assert len(within) == 6  # besides these, the four corners of the front face
    assert {force.y_mm for case in within[1:5] for force in case.forces[1:]} == {0, 50}  # up to 1800 above the floor
    assert solve(fixture, catalogue, 1000).holes["h1"].shear_n == pytest.approx(2 * G + 200)


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


def test_of_two_keyholes_each_carries_all(catalogue: Catalogue) -> None:
    back = Support(
        id="back",
        name="Back",
        x_mm=0,
        y_mm=0,
        width_mm=400,
        height_mm=300,
        holes=tuple(
            FixtureHole(id=key, kind=HoleKind.KEYHOLE, x_mm=x, y_mm=260, diameter_mm=5)
            for key, x in (("a", 80), ("b", 320))
        ),
    )
    piece = Piece(id="p", name="P", width_mm=400, height_mm=300, depth_mm=60, mass_kg=3)
    demand = solve(plate_fixture(pieces=(piece,), supports=(back,)), catalogue)
    assert demand.holes["a"].shear_n == pytest.approx(3 * G)
    assert demand.holes["b"].shear_n == pytest.approx(3 * G)


def test_one_hook_hangs_plumb_and_says_so(catalogue: Catalogue) -> None:
    piece = Piece(id="p", name="P", width_mm=100, height_mm=100, depth_mm=50, mass_kg=2, cog_x_mm=80)
    demand = solve(plate_fixture(pieces=(piece,)), catalogue)
    assert demand.swings_free
    assert demand.missing == ()


@pytest.mark.parametrize("heavier", [(5, 200), (10, 300)])
def test_more_weight_or_more_arm_never_pulls_less(catalogue: Catalogue, heavier: tuple[float, float]) -> None:
    mass, depth = heavier
    group = ((20, 20), (80, 20), (20, 80), (80, 80))
    light = solve(plate_fixture(group, mass_kg=5, depth_mm=100), catalogue)
    heavy = solve(plate_fixture(group, mass_kg=mass, depth_mm=depth), catalogue)
    for hole in light.holes:
        assert heavy.holes[hole].tension_n >= light.holes[hole].tension_n
        assert heavy.holes[hole].shear_n >= light.holes[hole].shear_n
