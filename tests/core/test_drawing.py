"""What the pictures are drawn from: joints where the bricks are not, rulers like a tape, cuts like the wall."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rockpin.catalogue import load_catalogue
from rockpin.core.base.quantities import UnitSystem
from rockpin.core.document.evidence import Filling
from rockpin.core.document.wall import Layer
from rockpin.core.framing.behind import BehindKind, look_behind
from rockpin.core.identification.reading import read_stated
from rockpin.core.plan.elevation import course_lines
from rockpin.core.plan.hole_plan import HolePlan
from rockpin.core.plan.make import make_plan
from rockpin.core.plan.ruler import ruler
from rockpin.core.questions import Supposed, job_of
from tests.builders import BRICKS, brick_wall, job, plate_fixture, stud_wall


def test_the_joints_of_a_small_wall_by_hand() -> None:
    lines = course_lines(BRICKS, brick_wall(width_mm=500, height_mm=160))
    # courses of 65 and joints of 10: beds begin at 65 and 140, the third course at 150
    assert lines.beds_mm == (65, 140)
    first, second, third = lines.uprights
    assert first.joints_mm == (215, 440)
    assert second.joints_mm == (102.5, 327.5)  # half a brick on
    assert (third.low_mm, third.high_mm, third.joints_mm) == (150, 160, (215, 440))


@given(st.floats(10, 3990), st.floats(10, 2390))
def test_joints_are_drawn_where_a_hole_would_meet_one(x: float, y: float) -> None:
    catalogue, wall = load_catalogue(), brick_wall()
    lines = course_lines(BRICKS, wall)
    row = next((one for one in lines.uprights if one.low_mm <= y < one.high_mm), None)
    in_bed = any(bed <= y < bed + 10 for bed in lines.beds_mm)
    in_upright = row is not None and any(at <= x < at + 10 for at in row.joints_mm)
    behind = look_behind(wall, read_stated(wall, catalogue), (), x, y, 5, catalogue.figures.framing)
    if in_bed or in_upright:
        assert behind.kind is BehindKind.JOINT


@pytest.mark.parametrize(
    ("length", "units", "step_mm", "texts"),
    [
        (3600, UnitSystem.METRIC, 400, ["0", "400", "800", "1200", "1600", "2000", "2400", "2800", "3200", "3600"]),
        (88, UnitSystem.METRIC, 10, ["0", "10", "20", "30", "40", "50", "60", "70", "80"]),
        (88, UnitSystem.IMPERIAL, 12.7, ["0", "1/2", "1", "1 1/2", "2", "2 1/2", "3"]),
        (900, UnitSystem.IMPERIAL, 101.6, ["0", "4", "8", "12", "16", "20", "24", "28", "32"]),
    ],
)
def test_rulers_step_as_a_tape_does(length: float, units: UnitSystem, step_mm: float, texts: list[str]) -> None:
    ticks = ruler(length, units, 10)
    assert [tick.text for tick in ticks] == texts
    assert [tick.at_mm for tick in ticks] == pytest.approx([number * step_mm for number in range(len(texts))])


def test_the_cut_shows_the_layers_at_the_hole() -> None:
    catalogue = load_catalogue()
    stud, void = (
        make_plan(job(stud_wall(filling=filling), plate_fixture(), x, 1000), catalogue).holes[0].cut
        for x, filling in ((750, Filling.EMPTY), (550, Filling.MINERAL_WOOL))
    )
    assert [(layer.hatch, layer.text) for layer in stud.layers] == [
        ("board", "12.5 mm"),
        ("timber", "89 mm"),
        ("board", "12.5 mm"),
    ]
    assert [layer.hatch for layer in void.layers] == ["board", "insulation", "board"]
    assert stud.limit_mm == 50
    assert stud.limit_text == "past 50 mm not cleared"


def test_the_cut_of_a_plug_through_plaster_agrees_with_its_card() -> None:
    wall = brick_wall(build_up=(Layer(material="plaster", thickness_mm=13), *brick_wall().build_up))
    hole = make_plan(job(wall, plate_fixture(hole_mm=5.4), 507, 1007), load_catalogue()).holes[0]
    assert hole.cut.hole is not None
    assert hole.card is not None
    assert hole.card.depth_text == f"{int(hole.cut.hole.depth_mm)} mm"
    assert hole.cut.hole.grip_from_mm == 13
    assert hole.cut.limit_mm is None  # solid, and nothing on the other face
    # flush with the plaster it would grip where nothing holds
    assert any(
        "tap the plug in until it stands wholly in the wall, 13 mm behind the face:" in one for one in hole.card.notes
    )
    assert not any("flush" in one for one in hole.card.notes)


def test_what_a_bit_meets_is_called_so_on_the_card_and_in_the_cut() -> None:
    """A stud is one stud; a cavity is what it is, dabs or foam; what looks as what came before tells nothing."""
    catalogue = load_catalogue()

    def first(thing: str, wall: str, in_studs: bool = False) -> HolePlan:
        asked = Supposed(shape=thing, wall=wall, in_studs=in_studs)
        return next(hole for hole in make_plan(job_of(asked, catalogue), catalogue).holes if hole.card)

    stud = first("shelf", "board_on_studs", in_studs=True)
    assert stud.card
    assert [step.layer for step in stud.card.steps] == ["Plasterboard", "Timber stud"]
    assert stud.card.feel_text == (
        "What should come out: white and chalky from plasterboard, then wood shavings from the timber stud."
    )
    dabs, foam = first("box", "board_on_dabs"), first("box", "foam_backed_lining")
    assert [layer.label for layer in dabs.cut.layers] == ["Plasterboard", "Dabs and gap", "Dense block"]
    assert [layer.label for layer in foam.cut.layers][1] == "Foam behind the board"
    assert foam.cut.layers[1].hatch == "insulation"
    assert dabs.card
    assert dabs.card.feel_text.count("white and chalky") == 1
