"""What a sweep could not have seen, and the cautions that a job needs: in words, where they matter, once."""

import pytest

from rockpin.core.base.quantities import UnitSystem
from rockpin.core.document.evidence import Finish, Location
from rockpin.core.document.sweeps import Scan, ScanMode, Screen
from rockpin.core.document.wall import Point, Wall
from rockpin.core.hidden.cautions import ALWAYS, CABLES, FLUE, GAS, LOOK, OLD, TANKED, WATER
from rockpin.core.hidden.sweep_limits import read_sweeps
from rockpin.core.plan.make import make_plan
from rockpin.core.questions import Supposed, what_goes_in
from rockpin.core.tables.catalogue import Catalogue
from tests.builders import brick_wall, job, plate_fixture, stud_wall
from tests.hidden_points import hidden_of, sweep


def blind(wall: Wall, scan: Scan, catalogue: Catalogue) -> str:
    (read,) = read_sweeps(hidden_of(wall.model_copy(update={"scans": (scan,)})), UnitSystem.METRIC)
    return " ".join(read.blind)


def test_metal_mode_is_blind_to_plastic_and_says_how_deep_it_saw(catalogue: Catalogue) -> None:
    says = blind(stud_wall(), sweep(ScanMode.METAL, claimed_depth_mm=80), catalogue)
    assert says.startswith("Anything deeper than 56 mm: it is believed to 0.7 of the depth it claims.")
    assert "water pipe of plastic" in says
    assert "waste pipe" in says
    assert "cable" not in says.split("No ")[1].split(".")[0].replace("data or aerial cable", "")


def test_live_mode_is_blind_to_pipes_and_to_what_is_off(catalogue: Catalogue) -> None:
    says = blind(stud_wall(), sweep(ScanMode.LIVE), catalogue)
    for what in ("data or aerial cable", "water pipe", "gas pipe", "cable that was dead or switched off"):
        assert what in says
    off = blind(stud_wall(), sweep(ScanMode.LIVE, circuits_on=False), catalogue)
    assert "Not every circuit was on, so it clears nothing." in off
    # which matters to a live cable alone
    assert "Not every circuit" not in says
    assert "Not every circuit" not in blind(stud_wall(), sweep(ScanMode.METAL, circuits_on=False), catalogue)


@pytest.mark.parametrize(
    ("mode", "wall", "words"),
    [
        (ScanMode.LIVE, stud_wall(screens=(Screen.FOIL,)), "Hardly anything behind foil."),
        (ScanMode.LIVE, brick_wall(screens=(Screen.DAMP_PLASTER,)), "Hardly anything behind damp plaster."),
        (ScanMode.METAL, brick_wall(screens=(Screen.METAL_MESH,)), "Foil or mesh answers everywhere"),
        (ScanMode.DENSITY, stud_wall(finish="tiled"), "Tile answers for itself"),
    ],
)
def test_what_blunts_a_mode_is_said_with_the_sweep(
    mode: ScanMode, wall: Wall, words: str, catalogue: Catalogue
) -> None:
    assert words in blind(wall, sweep(mode), catalogue)
    clean = wall.model_copy(update={"screens": (), "finish": Finish.SMOOTH})
    assert words not in blind(clean, sweep(mode), catalogue)


def test_an_unproved_instrument_and_an_opening(catalogue: Catalogue) -> None:
    assert "may not have worked at all" in blind(
        brick_wall(), sweep(ScanMode.METAL, proved_on_live_cable=False), catalogue
    )
    assert blind(brick_wall(), sweep(ScanMode.OPENED), catalogue) == "What lies behind what was opened, or beside it."


def cautions(wall: Wall, catalogue: Catalogue, year: int = 2009) -> tuple[str, ...]:
    return make_plan(job(wall, plate_fixture(), 1950, 1200, built_year=year), catalogue).cautions


@pytest.mark.parametrize(
    ("kinds", "year", "wanted"),
    [
        ((), 2009, ()),
        (("socket",), 2009, (CABLES,)),
        (("radiator",), 2009, (WATER,)),
        (("hob", "tap"), 2009, (WATER, GAS)),
        (("boiler",), 1960, (CABLES, WATER, GAS, OLD)),
    ],
)
def test_cautions_stand_once_each_where_they_matter(
    kinds: tuple[str, ...], year: int, wanted: tuple[str, ...], catalogue: Catalogue
) -> None:
    points = tuple(Point(id=f"p{n}", kind=kind, x_mm=3000 + 200 * n, y_mm=400) for n, kind in enumerate(kinds))
    found = cautions(brick_wall(points=points), catalogue, year)
    assert found == (*wanted, *ALWAYS)
    assert len(found) == len(set(found))


def test_where_nobody_has_looked_there_may_be_anything(catalogue: Catalogue) -> None:
    assert cautions(brick_wall(looked=False), catalogue) == (LOOK, CABLES, WATER, *ALWAYS)
    # the question of what goes in knows nothing of what is hidden, and says so before anybody drills
    answer = what_goes_in(Supposed(shape="curtain_pole", wall="plastered_brick"), catalogue)
    assert answer.before[:3] == (LOOK, CABLES, WATER)


def test_a_flue_and_a_seal_against_water_are_warned_of_where_they_are(catalogue: Catalogue) -> None:
    places = (Location.CHIMNEY_BREAST, Location.BASEMENT, Location.PARTITION)
    found = [cautions(brick_wall(stands=place), catalogue) for place in places]
    assert found == [(FLUE, *ALWAYS), (TANKED, *ALWAYS), ALWAYS]


def test_a_tested_coating_asks_for_no_further_test(catalogue: Catalogue) -> None:
    assert OLD in cautions(brick_wall(), catalogue, 1930)
    assert OLD not in cautions(brick_wall(coating_tested=True), catalogue, 1930)
