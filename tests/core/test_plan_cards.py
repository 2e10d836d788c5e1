"""Plans of whole jobs: marks, cards, bits and what was recorded."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rockpin.core.base.errors import BadInput
from rockpin.core.base.findings import Severity, VerdictWord
from rockpin.core.base.quantities import UnitSystem
from rockpin.core.document.evidence import Finish
from rockpin.core.document.job import Choice, JobDocument
from rockpin.core.document.kit import Kit
from rockpin.core.document.record import Holds, HoleRecord
from rockpin.core.document.wall import Layer, Opening, OpeningKind, Point, SlideSide
from rockpin.core.drilling.bits import BitBox
from rockpin.core.hole.screws import BitRule, sized
from rockpin.core.plan.plan import Plan
from rockpin.core.tables.catalogue import Catalogue
from rockpin.demo import demo_documents
from tests.builders import brick_wall, concrete_wall, job, plate_fixture, stud_wall
from tests.demo_plans import SQUARE, codes, demo, plan


def test_marks_that_cannot_be() -> None:
    door = Opening(id="d", kind=OpeningKind.DOOR, x_mm=1000, y_mm=0, width_mm=800, height_mm=2000)
    socket = Point(id="s", kind="socket", x_mm=600, y_mm=1050)
    wall = brick_wall(openings=(door,), points=(socket,))
    assert "hole-in-opening" in codes(plan(job(wall, plate_fixture(), 1350, 1000)))
    slides = door.model_copy(update={"slides_into": SlideSide.RIGHT})
    # 800 mm beside it, and 100 mm above its head for the track
    for x_mm, y_mm, there in (
        (1850, 1000, True),
        (2300, 2020, True),
        (1850, 2120, False),
        (2620, 1000, False),
        (700, 1000, False),
    ):
        beside = stud_wall(openings=(slides,), height_mm=2600)
        assert ("hole-in-pocket" in codes(plan(job(beside, plate_fixture(), x_mm, y_mm)))) is there, (x_mm, y_mm)
    assert "hole-on-point" in codes(plan(job(wall, plate_fixture(), 550, 1000)))
    assert "hole-off-wall" in codes(plan(job(wall, plate_fixture(), -80, 1000)))


def test_slots_are_marked_at_their_middle_and_holes_numbered_by_support() -> None:
    made = plan(demo("oar-cradle"))
    assert [(hole.number, hole.x_text, hole.y_text) for hole in made.holes] == [
        (1, "2469 mm", "1607 mm"),
        (2, "2694 mm", "1607 mm"),
        (3, "2469 mm", "1307 mm"),
        (4, "2694 mm", "1307 mm"),
    ]
    slotted = made.holes[1].card
    assert slotted is not None
    assert slotted.washer_text == "washer at least 17 mm across"  # twice the slot's 8.5


def test_the_card_of_a_plug_in_brick_and_of_a_screw_behind_board() -> None:
    brick = plan(job(brick_wall(), plate_fixture(mass_kg=12, hole_mm=5.4), 57, 1007)).holes[0].card
    assert brick is not None
    assert (brick.bit_words, brick.hammer_text) == ("masonry bit", "hammer off until the bit sits, then on")
    assert brick.bit_mm == 6
    assert brick.pilot_text is None
    wide = plan(job(brick_wall(), plate_fixture(mass_kg=18, hole_mm=6.5), 57, 1007)).holes[0].card
    assert wide is not None
    assert (wide.bit_mm, wide.pilot_text) == (8, "First 5.5 mm, then 8 mm.")
    joint = plan(job(brick_wall(), plate_fixture(mass_kg=1), 57, 1070)).holes[0].card
    assert joint is not None
    assert joint.steps[0].hammer == "off"
    wood = plan(job(stud_wall(), plate_fixture(mass_kg=4), 750, 1000)).holes[0].card
    assert wood is not None
    assert [step.hammer for step in wood.steps] == ["off", "off"]
    assert wood.last_turn == "Lowest clutch, last turn by hand"


@pytest.mark.parametrize(
    ("diameter", "rule", "units", "size", "buy"),
    [
        (8, BitRule.PLUG, UnitSystem.METRIC, 8, False),
        (8, BitRule.PLUG, UnitSystem.IMPERIAL, 5 / 16 * 25.4, False),  # 7.94: 0.06 under
        (5, BitRule.PLUG, UnitSystem.IMPERIAL, 3 / 16 * 25.4, False),  # 4.76: 0.24 under
        (10, BitRule.PLUG, UnitSystem.IMPERIAL, 10, True),  # 3/8 is 0.48 under
        (13, BitRule.CLEARANCE, UnitSystem.IMPERIAL, 9 / 16 * 25.4, False),  # 1/2 is smaller
        (4.4, BitRule.PILOT, UnitSystem.METRIC, 4, False),
        (8, BitRule.EXACT, UnitSystem.IMPERIAL, 8, True),
    ],
)
def test_bits(diameter: float, rule: BitRule, units: UnitSystem, size: float, buy: bool, catalogue: Catalogue) -> None:
    sizes = next(series.sizes_mm for series in catalogue.bits if series.system is units)
    bit = BitBox(sizes, units, catalogue.figures.drilling).choose(diameter, rule)
    assert bit.diameter_mm == pytest.approx(size)
    assert bit.buy is buy


@pytest.mark.parametrize("document", demo_documents(), ids=lambda one: one.id)
def test_the_comparison_and_the_card_name_the_same_bit_and_depth(document: JobDocument) -> None:
    for hole in plan(document).holes:
        if hole.card:
            chosen = next(one for one in hole.candidates if one.fixing == hole.chosen)
            assert (chosen.hole_text, chosen.depth_text) == (hole.card.bit_text, hole.card.depth_text)


def test_own_bits_are_used_and_a_missing_one_is_to_buy() -> None:
    made = plan(job(brick_wall(), plate_fixture(mass_kg=25), 57, 1007, kit=Kit(bits_mm=(5, 6))))
    assert made.holes[0].card is not None
    assert made.holes[0].card.bit_buy
    assert any(item.buy for item in made.gather)


def test_a_record_that_met_metal_or_does_not_hold_stops_the_job() -> None:
    def with_record(**record: object) -> Plan:
        return plan(job(brick_wall(), plate_fixture(), 57, 1007, records=(HoleRecord(hole_id="h1", **record),)))

    metal = with_record(met=("metal",))
    assert metal.verdict.word is VerdictWord.DO_NOT_DRILL
    assert metal.verdict.action == "Stop here. Find out what it is before anybody drills on."
    assert "does-not-hold" in codes(with_record(holds=Holds.NO))
    assert "holds-doubtfully" in codes(with_record(holds=Holds.DOUBTFUL))
    fine = with_record(met=("as_planned",), depth_mm=50, holds=Holds.YES, fixing="nylon_plug_6")
    assert fine.record[0].text == "as planned, 50 mm deep, Nylon expanding plug 6 × 30, holds"
    assert fine.record[0].done


def test_two_people_above_fifteen_kilograms_and_bits_changed_least() -> None:
    # lifted empty, and several things one by one
    made = plan(demo("sail-bag-rack"))
    assert made.people == 1
    heavy = plate_fixture(((30, 30), (270, 270)), size_mm=(300, 300), mass_kg=15.5)
    assert plan(job(brick_wall(), heavy, 57, 1007)).people == 2
    drilling = [step for step in made.steps if step.title == "Drill"]
    assert [step.holes for step in drilling] == [(1, 2, 3, 4, 5, 6)]


def test_keys_that_the_catalogue_does_not_know_are_all_named() -> None:
    own = (Choice(hole_id="h9", fixing="velvet"),)
    wall = brick_wall(build_up=({"material": "cheese", "thickness_mm": 20},))
    with pytest.raises(BadInput) as caught:
        plan(job(wall, plate_fixture(duty="dancing"), 57, 1007, choices=own))
    assert {fault.path for fault in caught.value.faults} == {
        "walls.0.build_up.0.material",
        "fixture.duty",
        "choices.0.fixing",
        "choices.0.hole_id",
    }


@given(st.integers(0, 3900), st.integers(0, 2300), st.sampled_from(["stud", "brick", "concrete"]), st.floats(0.1, 60))
def test_a_ready_job_has_every_hole_held_and_its_drill_inside_the_wall(x: int, y: int, kind: str, mass: float) -> None:
    wall = {"stud": stud_wall(), "brick": brick_wall(), "concrete": concrete_wall()}[kind]
    made = plan(job(wall, plate_fixture(SQUARE, size_mm=(150, 150), mass_kg=mass, hole_mm=9), x, y))
    pressing = [f for f in made.findings if f.severity in (Severity.PROVE_FIRST, Severity.DO_NOT_DRILL)]
    assert (made.verdict.word is VerdictWord.READY) == (not pressing)
    if made.verdict.word is VerdictWord.READY:
        for hole in made.holes:
            assert hole.working is not None
            assert hole.working.use <= 1
            assert hole.cut.hole is not None
            assert hole.cut.hole.reach_mm < wall.thickness_mm


@pytest.mark.parametrize("material", ["brick", "dense_block"])
def test_near_the_back_of_a_leaf_the_hammer_is_off_again(material: str) -> None:
    leaf = (Layer(material="plaster", thickness_mm=13), Layer(material=material, thickness_mm=100))
    wall = brick_wall(build_up=leaf, courses=None)
    document = job(wall, plate_fixture(mass_kg=8, hole_mm=9, plate_mm=4), 57, 1007)
    picked = tuple(Choice(hole_id=hole.id, fixing="nylon_plug_10") for hole in document.fixture.supports[0].holes)
    card = plan(document.model_copy(update={"choices": picked})).holes[0].card
    assert card is not None
    # 113 in all, of which 30 are not hammered, and no less than 20 stay
    assert 83 < card.depth_mm <= 93
    assert card.hammer_text.endswith("hammer off until the bit sits, then on, and off again past 83 mm")
    assert [step.plain_past_text for step in card.steps] == [None, "83 mm"]


@pytest.mark.parametrize(
    ("label", "length_mm", "text", "named", "name"),
    [
        ("Concrete screw 8 mm", 80, "8 × 80", "Concrete screw 8 × 80", "concrete screw"),
        (
            "Expansion bolt M10, stainless",
            110,
            "M10 × 110",
            "Expansion bolt M10 × 110, stainless",
            "expansion bolt, stainless",
        ),
        ("Expansion bolt 3/8″", 95.25, "3/8 in × 3 3/4 in", "Expansion bolt 3/8 in × 3 3/4 in", "expansion bolt"),
        ("Blind rivet 4.8 mm, large flange", 16, "4.8 × 16", "Blind rivet 4.8 × 16, large flange", None),
        ("8 mm screw of mine", 80, "8 × 80", "8 × 80 screw of mine", "screw of mine"),
        ("My 2 stage bolt", 90, "12 × 90", "My 2 stage bolt 12 × 90", "my 2 stage bolt"),
        ("Bolt of my own", 90, "12 × 90", "Bolt of my own 12 × 90", "bolt of my own"),
    ],
)
def test_what_is_its_own_screw_is_asked_for_by_name_size_and_length(
    label: str, length_mm: float, text: str, named: str, name: str | None
) -> None:
    found = sized(label, length_mm, "12")
    assert (found.text, found.named) == (text, named)
    assert name is None or found.name == name


@pytest.mark.parametrize(
    ("label", "bought"),
    [
        ("Concrete screw 8 mm", "Concrete screw 8 × 80, hexagon head"),
        ("Expansion bolt M10, stainless", "Expansion bolt M10 × 110, stainless, nut and washer"),
    ],
)
def test_what_is_bought_for_concrete_is_called_what_it_is(label: str, bought: str, catalogue: Catalogue) -> None:
    """Whoever asks for a screw with a hexagon head is sold one for wood; and stainless is what it must be outdoors."""
    fixing = next(one.key for one in catalogue.fixings if one.label == label)
    document = demo("hose-arm")
    chosen = tuple(Choice(hole_id=hole.id, fixing=fixing) for hole in plan(document).holes)
    made = plan(document.model_copy(update={"choices": chosen}))
    assert bought in [item.label for item in made.gather if item.group == "fixings"]


def test_concrete_is_hammered_to_the_end_and_left_thirty() -> None:
    thin = brick_wall(build_up=(Layer(material="concrete", thickness_mm=100),), courses=None)
    for hole in plan(job(thin, plate_fixture(mass_kg=8, hole_mm=9.5), 57, 1007)).holes:
        assert hole.card is not None
        assert hole.card.depth_mm <= 70
        assert "again" not in hole.card.hammer_text


def test_a_tile_is_never_hammered_nor_cut_by_a_thread() -> None:
    # tiled by its face alone: the tile is a layer that is drilled as tile
    tiled = plan(job(brick_wall(skin_mm=12, finish=Finish.TILED), plate_fixture(mass_kg=6), 57, 1007))
    card = tiled.holes[0].card
    assert card is not None
    assert [step.layer for step in card.steps] == ["Tile and adhesive", "Plaster", "Brick"]
    assert card.steps[0].hammer == "off"
    assert card.hammer_text.startswith("no hammer in tile and adhesive and plaster; in brick hammer off until")
    # a screw that cuts its own thread in the brick goes free through the tile
    own = (Choice(hole_id="h1", fixing="masonry_screw_6"),)
    wide = plate_fixture(mass_kg=6, hole_mm=8.5)
    screwed = plan(job(brick_wall(skin_mm=12, finish=Finish.TILED), wide, 57, 1007, choices=own))
    cut = screwed.holes[0].card
    assert cut is not None
    assert (cut.steps[0].diameter_text, cut.steps[2].diameter_text) == ("8.5 mm", "6 mm")
    assert {"8.5 mm tile bit, spear or diamond", "6 mm masonry bit"} <= {item.label for item in screwed.gather}
