"""What is accepted can be put in, by the figures of the card alone; and nothing jumps when a length moves by a hair."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bench.ordinary import random_job, wrong
from rockpin.catalogue import load_catalogue
from rockpin.core.base.errors import BadInput
from rockpin.core.base.keeping import Keep
from rockpin.core.demand import EVEN, load_cases, solve_fixture
from rockpin.core.document.evidence import HowStated
from rockpin.core.document.fixings import BoardAnchor, ConcreteAnchor, MasonryPlug, WoodFastener
from rockpin.core.document.fixture import Fixture, HoleKind
from rockpin.core.document.job import Choice
from rockpin.core.fixture import build
from rockpin.core.plan import HolePlan, make_plan
from tests.builders import brick_wall, job, plate_fixture

KEEP = Keep(40)
WASHER_MM = 1.5


def check_put_in(hole: HolePlan) -> None:
    """Lengths add up from the head to the tip, and everything that must find room finds it."""
    catalogue = load_catalogue()
    row = catalogue.fixing_by_key[hole.chosen or ""]
    screw, spec = hole.cut.screw, hole.cut.hole
    assert screw is not None
    assert spec is not None
    between = hole.cut.spacer_mm + hole.cut.plate_mm + (WASHER_MM if screw.washer_mm else 0.0)
    if hole.kind is HoleKind.KEYHOLE:
        between = hole.cut.spacer_mm + screw.proud_mm
        assert screw.head_mm > hole.diameter_mm
    tip = screw.length_mm - between
    layers, total = hole.cut.layers, hole.cut.total_mm
    # the screw ends inside the wall, and a hole in masonry leaves a back to it
    assert 0 < tip < total
    assert spec.depth_mm < total
    if isinstance(row, (MasonryPlug, ConcreteAnchor)):
        assert total - spec.depth_mm >= 15 - 1e-6
    assert screw.diameter_mm <= hole.diameter_mm
    if isinstance(row, MasonryPlug):
        skins = sum(one.back_mm - one.front_mm for one in layers[:-1])
        assert row.hole_mm <= screw.diameter_mm * 2.5
        if row.kind in ("plug", "frame_plug"):
            assert tip >= skins + row.plug_length_mm - 1e-6
        if row.kind == "resin":
            # what stands out holds the washer and all of the nut
            assert screw.length_mm - skins - row.plug_length_mm >= between + screw.diameter_mm
        assert spec.depth_mm >= (skins + row.plug_length_mm)
    if isinstance(row, ConcreteAnchor) and "nut" in row.head:
        assert screw.length_mm >= hole.cut.plate_mm + hole.cut.spacer_mm + row.embedment_mm + row.diameter_mm
    if isinstance(row, BoardAnchor):
        front = next(one.front_mm for one in layers if "void" in one.label.lower() or "insul" in one.label.lower())
        void = next(one.back_mm - one.front_mm for one in layers if one.front_mm == front)
        assert row.grip_min_mm <= front <= row.grip_max_mm
        assert void >= row.void_mm
        assert tip - front <= void
        if row.kind == "spring_toggle":
            assert hole.kind is not HoleKind.KEYHOLE
            assert tip - front >= row.wing_mm - 1e-6
    if isinstance(row, WoodFastener):
        assert spec.depth_mm >= tip - 1e-6
    # the head has metal under it
    assert screw.washer_mm or screw.head_mm > hole.diameter_mm or hole.kind is HoleKind.KEYHOLE


@pytest.mark.parametrize("tenth", range(10))
def test_what_is_accepted_can_be_put_in(tenth: int) -> None:
    put_in = 0
    for seed in range(4000 + 12 * tenth, 4012 + 12 * tenth):
        job = random_job(seed)
        if job is None:
            continue
        plan = make_plan(job, load_catalogue(), KEEP)
        assert wrong(plan) == []
        for hole in plan.holes:
            if hole.chosen and hole.working and hole.working.use <= 1:
                check_put_in(hole)
                put_in += 1
    assert put_in > 0


def _greatest(fixture: Fixture) -> dict[str, tuple[float, float]]:
    catalogue = load_catalogue()
    cases = load_cases(fixture, 1200, catalogue.demand)
    found = solve_fixture(fixture, cases, {}, EVEN, 3.0, catalogue.figures.demand)
    return {hole: (one.tension_n, one.shear_n) for hole, one in found.holes.items()}


SHAPES = ("shelf", "plate", "rail", "hook", "arm", "keyholes", "grab_rail", "on_spacers")


@settings(max_examples=40, deadline=None)
@given(st.sampled_from(SHAPES), st.integers(0, 40), st.floats(0.7, 1.3))
def test_a_tenth_of_a_millimetre_never_makes_a_demand_jump(shape: str, which: int, scale: float) -> None:
    row = load_catalogue().shape_by_key[shape]
    lengths = [one for one in row.measures if one.unit.value == "mm"]
    moved = lengths[which % len(lengths)]
    value = min(max(moved.start * scale, moved.least + 0.1), moved.most - 0.1)
    try:
        before, after = (build(row, {moved.key: value + by}) for by in (0.0, 0.1))
    except (ValueError, BadInput):
        return
    for one, other in zip(_greatest(before).values(), _greatest(after).values(), strict=True):
        for a, b in zip(one, other, strict=True):
            # the shortest lever here is a hand's breadth of a plate's edge: a tenth of a millimetre of 5
            assert abs(a - b) <= 0.03 * max(a, b) + 1.0


@pytest.mark.parametrize(
    ("stated", "fixing", "feels"),
    [
        # of a leaf of 98 mm, which plastered brick may be, 30 mm must stay; a rod goes 88 mm in, a plug of 40 mm 61
        (HowStated.TOLD, "resin_m8_solid", True),
        (HowStated.GUESSED, "resin_m8_solid", True),
        (HowStated.SEEN, "resin_m8_solid", False),
        (HowStated.TOLD, "nylon_plug_8", False),
    ],
)
def test_whoever_drills_deep_where_the_thickness_is_hearsay_feels_for_the_back(
    stated: HowStated, fixing: str, feels: bool
) -> None:
    wide = plate_fixture(((30, 30), (170, 30)), size_mm=(200, 60), hole_mm=9, mass_kg=8)
    choices = tuple(Choice(hole_id=one, fixing=fixing) for one in ("h1", "h2"))
    made = make_plan(
        job(brick_wall(12, courses=None, stated=stated), wide, 1000, 1000, choices=choices), load_catalogue()
    )
    for hole in made.holes:
        assert hole.card is not None
        assert any("told and not seen; there are such of" in note for note in hole.card.notes) is feels
