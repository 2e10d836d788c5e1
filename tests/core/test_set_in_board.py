"""How anchors go into board: each says how it is set, and what cuts its own hole is turned in without a drill."""

import pytest

from rockpin.catalogue import load_catalogue
from rockpin.core.base.words import inside
from rockpin.core.capacity import Goes, method_of
from rockpin.core.document.evidence import Filling
from rockpin.core.document.fixings import BoardAnchor
from rockpin.core.document.fixture import HoleKind
from rockpin.core.document.job import Choice, JobDocument, Region
from rockpin.core.document.packet import Packet
from rockpin.core.document.record import HoleRecord
from rockpin.core.document.wall import Layer
from rockpin.core.plan import Plan, Report, make_plan, reported
from rockpin.core.sequence.step import Phase, Step
from rockpin.demo import demo_documents
from tests.builders import BOARD, job, plate_fixture, stud_wall

CATALOGUE = load_catalogue()
PANEL = stud_wall(build_up=(Layer(material="thin_panel", thickness_mm=4), *stud_wall().build_up[1:]))
SELF_DRILLING = [one.key for one in CATALOGUE.fixings if isinstance(one, BoardAnchor) and one.own_point]


def _with(fixing: str, **more: object) -> JobDocument:
    """A plate of 1.5 kg between two studs, held by that fixing."""
    row = CATALOGUE.fixing_by_key[fixing]
    wall = more.pop("wall", PANEL if isinstance(row, BoardAnchor) and row.kind == "rivet_nut" else stud_wall())
    made = job(wall, plate_fixture(mass_kg=1.5, hole_mm=7), 560, 1010, **more)  # type: ignore[arg-type]
    site = made.site
    if "metric" not in row.systems:
        site = site.model_copy(update={"region": Region.NORTH_AMERICA})
    choices = tuple(Choice(hole_id=hole.id, fixing=fixing) for hole in made.fixture.supports[0].holes)
    return made.model_copy(update={"choices": choices, "site": site})


def _step(plan: Plan, title: str) -> Step | None:
    return next((step for step in plan.steps if step.title == title), None)


def test_what_goes_into_board_before_the_bracket_says_how_it_is_set() -> None:
    silent, told = [], set()
    for row in CATALOGUE.fixings:
        if not isinstance(row, BoardAnchor) or method_of(row).goes(row) is not Goes.BEFORE or row.kind == "bare_screw":
            continue
        if card := make_plan(_with(row.key), CATALOGUE).holes[0].card:
            told.add(row.kind)
            silent += [] if card.set_notes else [row.key]
    assert not silent
    assert told == {"plug", "self_drilling", "sleeve", "strap_toggle", "rivet_nut"}


@pytest.mark.parametrize("size", ["m4", "m5", "m6"])
def test_a_nut_in_a_shallow_wall_takes_the_short_screw_that_is_in_every_shop(size: str) -> None:
    panel = Layer(material="thin_panel", thickness_mm=4)
    void = Layer(material="timber_studs", thickness_mm=30, filling=Filling.EMPTY)
    shallow = stud_wall(build_up=(panel, void, panel))
    hole = make_plan(_with(f"rivet_nut_{size}", wall=shallow), CATALOGUE).holes[0]
    assert hole.chosen == f"rivet_nut_{size}"
    assert hole.card is not None
    # a plate of 3 mm, the panel, and 15 mm past it: 22 mm; what stands behind the plate stays 5 mm off the far panel
    assert hole.card.screw_length_mm == 25
    assert 25 - 3 <= 4 + 30 - 5


def test_a_rivet_is_bought_as_one_and_drawn_and_no_screw_goes_with_it() -> None:
    shallow = stud_wall(build_up=(PANEL.build_up[0], stud_wall().build_up[1], PANEL.build_up[0]))
    plan = make_plan(_with("rivet_4_8", wall=shallow), CATALOGUE)
    card = plan.holes[0].card
    assert card is not None
    # a plate of 3 mm, a panel of 4 and 8 past it
    assert card.put_in_text == "Blind rivet 4.8 × 16, large flange"
    put_up = [step.sentence for step in plan.steps if step.phase is Phase.FIRST_UP]
    told = " ".join([*(item.label for item in plan.gather), *put_up])
    assert "crew" not in told
    assert "Rivet tool" in told
    assert "push a rivet through every hole" in told


def test_a_bolt_through_a_panel_is_listed_once_with_its_nut() -> None:
    reached = PANEL.model_copy(update={"back_reached": True})
    listed = [item.label for item in make_plan(_with("panel_bolt_m5", wall=reached), CATALOGUE).gather]
    assert "Nut and wide washer M5" in listed
    assert [label for label in listed if "M5" in label and "washer" not in label] == [
        "Screw M5 × 25, M5 machine screw, pan head"
    ]


@pytest.mark.parametrize("fixing", SELF_DRILLING)
def test_what_cuts_its_own_hole_is_turned_in_and_not_drilled_for(fixing: str) -> None:
    plan = make_plan(_with(fixing), CATALOGUE)
    (hole,) = plan.holes
    assert hole.card
    assert (hole.card.bit_text, hole.card.steps, hole.card.tape_text) == ("none", (), "")
    assert not [item.label for item in plan.gather if " bit" in item.label or "drill" in item.label.lower().split()]
    assert _step(plan, "Drill") is None
    turned = _step(plan, "Turn in")
    # it is here that it meets what is in the wall, and its screw comes with the bracket
    assert turned
    assert turned.asks
    assert "flush" in turned.sentence
    # what is said of the screw that comes later is not said of the anchor
    assert turned.stop is None
    assert any("crew" in item.label for item in plan.gather)
    up = _step(plan, "Put up the plate")
    assert up
    assert turned.number < up.number


def test_what_was_turned_in_is_done_and_through_two_boards_it_is_drilled_for() -> None:
    there = _with("self_drilling_zinc")
    met = HoleRecord(hole_id="a", fixing="self_drilling_zinc", met=("as_planned",), bit_mm=6, depth_mm=22, holds=None)
    hole_id = there.fixture.supports[0].holes[0].id
    after = there.model_copy(update={"records": (met.model_copy(update={"hole_id": hole_id}),)})
    turned = _step(make_plan(after, CATALOGUE), "Turn in")
    assert turned
    assert turned.done
    twice = stud_wall(build_up=(BOARD, BOARD, *stud_wall().build_up[1:]))
    plan = make_plan(_with("self_drilling_zinc", wall=twice), CATALOGUE)
    card = plan.holes[0].card
    assert card
    assert card.drilled
    assert card.bit_mm == pytest.approx(6)


def test_a_sleeve_keeps_its_screw_where_a_keyhole_hangs_on_it() -> None:
    said = {}
    for kind in (HoleKind.ROUND, HoleKind.KEYHOLE):
        made = _with("sleeve_m5")
        support = made.fixture.supports[0]
        holes = tuple(hole.model_copy(update={"kind": kind}) for hole in support.holes)
        fixture = made.fixture.model_copy(update={"supports": (support.model_copy(update={"holes": holes}),)})
        card = make_plan(made.model_copy(update={"fixture": fixture}), CATALOGUE).holes[0].card
        assert card
        (said[kind],) = card.set_notes
    assert said[HoleKind.ROUND].endswith("then take the screw out again: the bracket goes under its head.")
    assert said[HoleKind.KEYHOLE].endswith("and leave it in.")


@pytest.mark.parametrize(("region", "screw"), [(Region.BRITAIN, "4 ×"), (Region.NORTH_AMERICA, "#8 ×")])
def test_the_screw_of_a_packet_is_one_that_is_sold_there(region: Region, screw: str) -> None:
    packet = Packet.model_validate(
        {
            "id": "p",
            "label": "Anchors from the shop",
            "made_for": "board",
            "board_mm": 12.5,
            "tension_n": 90,
            "basis": "working",
            "works": "self_drilling",
            "plastic": False,
            "length_mm": 32,
            "screw_min_mm": 4,
            "screw_max_mm": 4.2,
            "grip_min_mm": 9,
            "grip_max_mm": 26,
        }
    )
    made = job(stud_wall(), plate_fixture(mass_kg=1.5, hole_mm=7), 560, 1010, packets=(packet,))
    choices = tuple(Choice(hole_id=hole.id, fixing="packet-p") for hole in made.fixture.supports[0].holes)
    site = made.site.model_copy(update={"region": region})
    card = make_plan(made.model_copy(update={"choices": choices, "site": site}), CATALOGUE).holes[0].card
    assert card
    assert card.screw_text.startswith(screw)
    assert card.turned_in


def test_where_fixings_differ_each_hole_has_its_own_screw_and_its_own_stop() -> None:
    # its left hole on the stud at 1200, its right one clear of it
    fixture = plate_fixture(((20, 20), (180, 20)), size_mm=(200, 120), mass_kg=2, hole_mm=7)
    base = job(stud_wall(), fixture, 1180, 1007)
    keys = ("stud_screw_5_0", "strap_toggle_m6")
    choices = tuple(
        Choice(hole_id=hole.id, fixing=key) for hole, key in zip(fixture.supports[0].holes, keys, strict=True)
    )
    steps = {step.id: step for step in make_plan(base.model_copy(update={"choices": choices}), CATALOGUE).steps}
    rows = [CATALOGUE.fixing_by_key[key] for key in keys]
    assert "Hole 1: screw 5 × " in steps["up"].sentence
    assert "Hole 2: screw M6 × " in steps["up"].sentence
    assert steps["up"].figure is None
    for number, row in enumerate(rows, 1):
        assert f"Hole {number}: {inside(row.stop)}" in (steps["draw-up"].stop or "")
    # how the bar lies behind the board was felt when it was set
    assert steps["draw-up"].feel == f"Hole 1: {inside(rows[0].grips)}"
    assert steps["set-strap_toggle_m6"].feel == rows[1].grips


def test_each_toggle_that_goes_through_the_bracket_is_named() -> None:
    wall = stud_wall(void_mm=140)
    fixture = plate_fixture(((20, 20), (120, 20)), size_mm=(140, 120), mass_kg=1, hole_mm=7)
    base = job(wall, fixture, 530, 1007)
    keys = ("spring_toggle_m4", "spring_toggle_m5")
    holes = fixture.supports[0].holes
    choices = tuple(Choice(hole_id=hole.id, fixing=key) for hole, key in zip(holes, keys, strict=True))
    steps = {step.id: step for step in make_plan(base.model_copy(update={"choices": choices}), CATALOGUE).steps}
    for key in keys:
        name = inside(CATALOGUE.fixing_by_key[key].label)
        assert f"The {name} goes on its screw through the bracket first" in steps["up"].sentence


def test_clips_that_are_fixed_last_name_their_screw() -> None:
    cabinet = next(one for one in demo_documents() if one.id == "first-aid-cabinet")
    plan = make_plan(cabinet, CATALOGUE)
    clip = next(step for step in plan.steps if step.id == "clip")
    cards = [hole.card for hole in plan.holes if hole.number in clip.holes]
    assert {card.screw_text for card in cards if card} == {clip.figure}


def test_what_was_turned_in_leaves_a_hole_as_wide_as_its_thread() -> None:
    """Pulled out again it leaves more than its core: nothing that wants a narrower hole goes in there."""
    document = _with("self_drilling_zinc")
    plan = make_plan(document, CATALOGUE)
    (hole,) = plan.holes
    row = CATALOGUE.fixing_by_key["self_drilling_zinc"]
    assert isinstance(row, BoardAnchor)
    (well,) = reported(document, plan, hole.id, Report(outcome="as_planned"), CATALOGUE)
    # nobody drilled, so there is no depth; and it goes on standing where it is
    assert (well.depth_mm, well.bit_mm) == (None, 2 * row.wing_mm)
    after = make_plan(document.model_copy(update={"records": (well,)}), CATALOGUE)
    assert after.holes[0].chosen == "self_drilling_zinc"
    assert after.verdict.word == "ready"
    (loose,) = reported(document, plan, hole.id, Report(outcome="no_grip"), CATALOGUE)
    again = make_plan(document.model_copy(update={"records": (loose,), "choices": ()}), CATALOGUE)
    narrow = {one.fixing: one.reasons for one in again.holes[0].refused}
    assert narrow["sleeve_m5"] == ("The hole is 16.5 mm wide already; this wants no more than 10 mm.",)
    # in a hole that somebody drilled so wide its thread would find nothing to cut
    wide = HoleRecord(hole_id=hole.id, bit_mm=14)
    there = make_plan(document.model_copy(update={"records": (wide,)}), CATALOGUE)
    refused = {one.fixing: one.reasons for one in there.holes[0].refused}
    assert refused["self_drilling_zinc"] == ("The hole is 14 mm wide already; this wants no more than 6 mm.",)
