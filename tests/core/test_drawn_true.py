"""The cut shows a fixing as it stands in the wall: no farther in than its hole, its nut on the plate."""

import pytest

from rockpin.catalogue import load_catalogue
from rockpin.core.document.job import Choice
from rockpin.core.document.wall import Wall
from rockpin.core.plan import make_plan
from tests.builders import brick_wall, concrete_wall, job, plate_fixture, stud_wall

CATALOGUE = load_catalogue()


@pytest.mark.parametrize("wall", [brick_wall(12), concrete_wall()], ids=["brick", "concrete"])
def test_nothing_is_drawn_beyond_the_hole_that_is_drilled_for_it(wall: Wall) -> None:
    base = job(wall, plate_fixture(((20, 20), (20, 140)), size_mm=(40, 160), mass_kg=2, hole_mm=14), 560, 1010)
    offered = {one.fixing for one in make_plan(base, CATALOGUE).holes[0].candidates}
    assert offered
    nuts = set()
    for key in sorted(offered):
        choices = tuple(Choice(hole_id=hole.id, fixing=key) for hole in base.fixture.supports[0].holes)
        (hole, _) = make_plan(base.model_copy(update={"choices": choices}), CATALOGUE).holes
        cut = hole.cut
        assert cut.hole
        assert cut.screw
        assert cut.tip_at_mm <= cut.hole.depth_mm + 0.01, key
        if cut.screw.head == "nut and washer":
            nuts.add(key)
            # the nut lies on the plate, and the rest of the rod stands out of it
            assert cut.head_at_mm == pytest.approx(-cut.plate_mm)
            assert cut.tip_at_mm - cut.screw.length_mm < cut.head_at_mm
            assert cut.screw.blunt
    assert nuts


@pytest.mark.parametrize(
    ("fixing", "opens"),
    [
        ("spring_toggle_m5", "wings"),
        ("strap_toggle_m5", "bar"),
        ("self_drilling_zinc", "thread"),
        ("sleeve_m5", "legs"),
    ],
)
def test_an_anchor_in_board_is_drawn_by_how_it_holds(fixing: str, opens: str) -> None:
    base = job(stud_wall(), plate_fixture(mass_kg=1.5, hole_mm=7), 560, 1010)
    (hole_id,) = [hole.id for hole in base.fixture.supports[0].holes]
    chosen = base.model_copy(update={"choices": (Choice(hole_id=hole_id, fixing=fixing),)})
    spec = make_plan(chosen, CATALOGUE).holes[0].cut.hole
    assert spec
    assert spec.opens == opens
