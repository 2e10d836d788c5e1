"""What holds for fixings of any kind: the screw as a lever, nothing beyond its capacity, and how a refusal is told."""

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bench.ordinary_jobs import steel
from rockpin.catalogue import load_catalogue
from rockpin.core.capacity import assess
from rockpin.core.capacity.common import screw_bending_shear_n
from rockpin.core.capacity.tabled import ByCase, Factor
from rockpin.core.document.wall import Layer
from rockpin.core.hole.spot import LookedUp
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.hands import Acts
from tests.builders import BRICKS, brick_wall, concrete_wall, stud_wall
from tests.one_hole import codes, put, spot

# --- the screw as a lever --------------------------------------------------------------------------------------------


def test_a_screw_through_plaster_bears_what_bending_lets_it(catalogue: Catalogue) -> None:
    # 4.5 mm screw, root 3.0, 13 mm of plaster: M = 400·3³/(6·1.67), over 13 + 4.5/2
    by_hand = 400 * 3.0**3 / (6 * 1.67) / (13 + 4.5 / 2)
    safety = catalogue.figures.capacity.screw_safety
    assert screw_bending_shear_n(4.5, 3.0, 13, False, 0, 400, safety) == pytest.approx(by_hand)
    assert round(by_hand) == 71
    assert round(float(screw_bending_shear_n(4.5, 3.0, 13, True, 0, 400, safety))) == 141
    # a stainless screw of 210 MPa, and somebody leaning on it once: 1.25 instead of 1.67
    assert screw_bending_shear_n(4.5, 3.0, 13, False, 0, 210, 1.25) == pytest.approx(by_hand * 210 / 400 * 1.67 / 1.25)


def test_plaster_is_a_lever_to_a_plug_and_no_part_of_its_grip() -> None:
    bare = put("nylon_plug_8", spot(brick_wall(courses=BRICKS), 107, 32, diameter_mm=6.5))
    covered = put(
        "nylon_plug_8",
        spot(
            brick_wall(courses=BRICKS, build_up=(Layer(material="plaster", thickness_mm=13), *brick_wall().build_up)),
            107,
            32,
            diameter_mm=6.5,
        ),
    )
    assert bare.shear_n == 550
    # 6 mm screw, root 3.9, plate of 3 mm holds its head; a pull of 1 N takes its sliver of the moment
    steel = 400 * 3.141592653589793 * 3.9**2 / 4 / 1.67
    assert covered.shear_n == pytest.approx(2 * 400 * 3.9**3 / (6 * 1.67) * (1 - 1 / steel) / (13 + 3))
    assert covered.hole is not None
    assert (covered.hole.grip_from_mm, covered.hole.grip_to_mm) == (13, 13 + 40)


# --- what must hold always -------------------------------------------------------------------------------------------

WALLS = {
    "stud": (stud_wall(), 800.0),
    "void": (stud_wall(), 600.0),
    "brick": (brick_wall(), 107.0),
    "concrete": (concrete_wall(), 2000.0),
}


@given(
    st.sampled_from(sorted(WALLS)),
    st.floats(0, 400),
    st.floats(0, 400),
    st.lists(st.tuples(st.floats(60, 400), st.floats(0, 400)), max_size=3),
)
def test_accepted_means_within_capacity_and_neighbours_never_help(
    name: str, pull: float, shear: float, around: list[tuple[float, float]]
) -> None:
    wall, x = WALLS[name]
    catalogue = load_catalogue()
    alone = spot(wall, x, 1082, pull, shear, diameter_mm=11)
    # another place: nothing that was looked up of the one is so of the other
    crowded = replace(alone, neighbours=tuple(around), looked_up=LookedUp.nothing())
    heavier = spot(wall, x, 1082, pull + 50, shear + 50, diameter_mm=11)
    for fixing in catalogue.fixings:
        one, beside, more = (assess(fixing, at, catalogue.capacity) for at in (alone, crowded, heavier))
        assert not one.accepted or one.use <= 1
        if one.hole and beside.hole and one.screw == beside.screw:
            assert beside.use >= one.use - 1e-9
        if one.hole and more.hole and one.screw == more.screw:
            assert more.use >= one.use - 1e-9


@given(st.floats(0, 40), st.floats(1, 40))
def test_thicker_plaster_never_raises_shear(thin: float, more: float) -> None:
    def shear(skin: float) -> float:
        wall = brick_wall(
            courses=BRICKS,
            build_up=(*((Layer(material="plaster", thickness_mm=skin),) if skin else ()), *brick_wall().build_up),
        )
        return put("nylon_plug_8", spot(wall, 107, 32)).shear_n

    assert shear(thin + more) <= shear(thin) + 1e-9


def test_too_weak_says_how_far_as_long_as_that_tells_anything() -> None:
    # 300 N of 150 N and 1 N of 210 N: 2.00 times; a hundredfold is no news
    (twice,) = put("sleeve_m5", spot(stud_wall(), 600, 1000, pull_n=300, acts=Acts.TOUCH)).refusals
    assert "used 2.00 times over" in twice.sentence
    (hopeless,) = put("sleeve_m5", spot(stud_wall(), 600, 1000, pull_n=15_000)).refusals
    assert "used more than ten times over" in hopeless.sentence


def test_a_working_names_only_the_factors_that_change_something(catalogue: Catalogue) -> None:
    lasting, tug = (catalogue.allowance_by_key[key] for key in (Acts.LASTING, Acts.TUG))
    assert ByCase(most=1.0).of(lasting) == []
    assert [factor.value for factor in ByCase().of(tug)] == [tug.table]
    assert [factor.value for factor in ByCase(most=1.2).of(tug)] == [min(1.2, tug.table)]
    assert [factor.value for factor in ByCase(board=True).of(lasting)] == [lasting.board]
    for allowance in catalogue.allowance_by_key.values():
        named = [one.value for one in ByCase(most=1.0, repeated=0.7, doubted=Factor("in doubt", 0.5)).of(allowance)]
        assert (0.7 in named, 0.5 in named) == (allowance.repeated, allowance.person or allowance.accident)


def test_a_bracket_too_thick_for_every_screw_is_told_so_by_each_kind() -> None:
    thick = {"plate_mm": 400.0, "diameter_mm": 9.0}
    for fixing, at in (
        ("flange_screw_4_2", spot(steel(), 1150, 1200, **thick)),
        ("stud_screw_5_0", spot(stud_wall(), 400, 1200, **thick)),
        ("nylon_plug_8", spot(brick_wall(), 107, 32, **thick)),
        ("strap_toggle_m6", spot(stud_wall(), 600, 1200, **thick)),
    ):
        assert "no-screw-length" in codes(put(fixing, at)), fixing
