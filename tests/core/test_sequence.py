"""The order of work as a graph: what must hold for every shape on every wall with any fixing."""

from itertools import pairwise

import pytest

from rockpin.catalogue import load_catalogue
from rockpin.core.base.errors import BadInput
from rockpin.core.document.evidence import Filling
from rockpin.core.document.fixture import FixtureHole
from rockpin.core.document.job import Choice, JobDocument, Region
from rockpin.core.document.landmarks import Stairs
from rockpin.core.document.record import DoneStep, Holds, HoleRecord, LeftHole, Progress
from rockpin.core.document.wall import Layer, Wall
from rockpin.core.fixture import build, started
from rockpin.core.plan import Plan, make_plan
from rockpin.core.sequence.footing import stood_on_mm
from rockpin.core.sequence.step import Draft, Phase, in_order
from rockpin.core.tables.references import thing_named
from tests.builders import brick_wall, concrete_wall, job, plate_fixture, stud_wall

CATALOGUE = load_catalogue()
TILED = brick_wall(build_up=(Layer(material="tile", thickness_mm=10), *brick_wall(15).build_up), courses=None)
WALLS: dict[str, Wall] = {
    "studs": stud_wall(),
    "filled": stud_wall(filling=Filling.MINERAL_WOOL),
    "brick": brick_wall(),
    "plastered": brick_wall(15),
    "tiled": TILED,
    "concrete": concrete_wall(),
}
THROUGH = ("spring_toggle", "rivet", "panel_bolt", "frame_plug", "expansion_bolt", "sleeve_bolt")
"""What goes in through the bracket, by the beginning of its key."""


def check(made: Plan) -> None:
    """All that must hold of any order of work."""
    steps = {step.id: step for step in made.steps}
    if not steps:
        assert made.verdict.word == "do_not_drill"
        return
    assert [step.number for step in made.steps] == list(range(1, len(made.steps) + 1))
    for step in made.steps:
        assert all(steps[need].number < step.number for need in step.needs), step.id
        assert step.sentence.strip()
        assert step.minutes > 0
    # who has to try it comes before what hangs on it
    assert steps["safe"].number < min((s.number for s in made.steps if s.phase is Phase.DRILL), default=99)
    if "hang" in steps:
        # a bar that has no holes yet is nothing that could be tried
        assert "try" in steps or all(hole.support.startswith("clip") for hole in made.holes)
        assert steps["up"].number < steps["try"].number < steps["hang"].number if "try" in steps else True
        # what is lifted on is kept on: screwed, locked, clipped, pushed home; a picture by its own weight
        keyholes = any(hole.kind == "keyhole" for hole in made.holes)
        joined = steps["hang"].title.startswith(("Screw", "Bolt", "Push"))
        assert keyholes or joined or "keep-on" in steps or "clip" in steps
        kept = next((steps[key] for key in ("keep-on", "clip") if key in steps), steps["hang"])
        assert keyholes or kept.danger
    cards = {hole.number: hole.card for hole in made.holes if hole.card}
    for step in made.steps:
        if step.asks:
            same = [cards[number] for number in step.holes]
            for one, other in pairwise(same):
                assert (one.bit_text, one.depth_text, one.hammer_text) == (
                    other.bit_text,
                    other.depth_text,
                    other.hammer_text,
                )
    drilled = [number for step in made.steps if step.asks for number in step.holes]
    assert sorted(drilled) == sorted(number for number, card in cards.items() if not card.pushed)
    for step in made.steps:
        if step.id.startswith("set"):
            fixing = step.id.removeprefix("set-").removeprefix("later-")
            assert not fixing.startswith(THROUGH), "it is lost in the void, or stands in the bracket's way"
            up = "hang-again" if "later" in step.id else "up"
            assert step.number < steps[up].number
    for hole in made.holes:
        if hole.support.startswith("clip"):
            mine = next(step for step in made.steps if step.asks and hole.number in step.holes)
            assert mine.number > steps["take-down"].number > steps["mark-hung"].number > steps["hang"].number
            assert steps["mark-hung"].people == 2
            assert "holds" in (steps["mark-hung"].danger or "")


def on(wall: Wall, shape: str, **more: object) -> JobDocument:
    fixture = build(CATALOGUE.shape_by_key[shape], {})
    width = max(piece.rect.right_mm for piece in fixture.pieces)
    return job(wall, fixture, round((wall.width_mm - width) / 2) + 7, 1007, **more)


@pytest.mark.parametrize("wall", WALLS)
def test_every_shape_has_an_order_of_work(wall: str) -> None:
    for shape in CATALOGUE.shapes:
        check(make_plan(on(WALLS[wall], shape.key), CATALOGUE))


@pytest.mark.parametrize("wall", ["studs", "plastered", "concrete"])
def test_every_fixing_has_an_order_of_work(wall: str) -> None:
    fixture = plate_fixture(((20, 20), (180, 20)), size_mm=(200, 120), mass_kg=1, hole_mm=11)
    # its left hole on a stud at 1200 where there are some, its right one clear of them
    base = job(WALLS[wall], fixture, 1180, 1007)
    made = make_plan(base, CATALOGUE)
    keys = {one.fixing for hole in made.holes for one in hole.candidates}
    keys |= {one.fixing for hole in made.holes for one in hole.refused}
    for key in sorted(keys):
        choices = tuple(Choice(hole_id=hole.id, fixing=key) for hole in made.holes)
        check(make_plan(base.model_copy(update={"choices": choices}), CATALOGUE))


def test_a_sprung_toggle_goes_through_the_bracket_and_a_sleeve_before_it() -> None:
    def steps(key: str) -> dict[str, str]:
        base = job(stud_wall(), plate_fixture(((50, 50),), hole_mm=7), 950, 1000)
        made = make_plan(base.model_copy(update={"choices": (Choice(hole_id="h1", fixing=key),)}), CATALOGUE)
        return {step.id: step.sentence for step in made.steps}

    sprung, sleeved = steps("spring_toggle_m6"), steps("sleeve_m6")
    assert "set-spring_toggle_m6" not in sprung
    assert "through the bracket first" in sprung["up"]
    assert "set-sleeve_m6" in sleeved
    assert "through" not in sleeved["up"]


def test_resin_hardens_before_anything_hangs_and_the_clock_goes_by_the_cold() -> None:
    made = make_plan(
        job(brick_wall(15), plate_fixture(((50, 50),), hole_mm=11), 1000, 1007, choices=_resin()), CATALOGUE
    )
    step = next(one for one in made.steps if one.id == "set-resin_m8_solid")
    assert step.wait is not None
    assert [time.minutes for time in step.wait.times] == sorted((t.minutes for t in step.wait.times), reverse=True)
    assert "Nothing may touch" in (step.danger or "")
    up = next(one for one in made.steps if one.id == "up")
    assert step.id in up.needs
    # in inches the same wall is as cold
    american = make_plan(
        job(brick_wall(15), plate_fixture(((50, 50),), hole_mm=11), 1000, 1007, choices=_resin(), units="imperial"),
        CATALOGUE,
    )
    wait = next(one.wait for one in american.steps if one.id == "set-resin_m8_solid")
    assert wait is not None
    assert wait.times[0].at_text == "from 41 °F"


def _resin() -> tuple[Choice, ...]:
    return (Choice(hole_id="h1", fixing="resin_m8_solid"),)


def test_what_is_bought_for_resin_is_named_as_it_is_sold_and_each_thing_once() -> None:
    hollow = brick_wall(build_up=(Layer(material="hollow_block", thickness_mm=190),), courses=None)
    choices = (Choice(hole_id="h1", fixing="resin_m8_sieve"), Choice(hole_id="h2", fixing="resin_m8_sieve"))
    plate = plate_fixture(((50, 50), (250, 50)), hole_mm=11, size_mm=(300, 100))
    made = make_plan(job(hollow, plate, 1000, 1007, choices=choices), CATALOGUE)
    [rod, rod_again] = [hole.card.screw_text for hole in made.holes if hole.card]
    assert rod == rod_again
    assert [(one.count, one.label) for one in made.gather if one.group == "fixings"] == [
        (2, "Sieve for resin, 15 × 85 mm"),
        (2, f"Threaded rod {rod}, nut and washer"),
    ]
    assert [one.label for one in made.gather if one.group == "used_up"] == [
        "Resin and its mixing nozzle",
        "Masking tape",
    ]
    up = next(one for one in made.steps if one.id == "up")
    assert "over the rods" in up.sentence
    assert "screw" not in up.sentence


def test_what_is_done_is_told_by_ticks_and_holes_and_kept_over_a_change() -> None:
    base = job(brick_wall(), plate_fixture(((20, 57), (180, 57)), size_mm=(200, 115)), 1057, 1000)
    made = make_plan(base, CATALOGUE)
    card = made.holes[0].card
    assert card is not None
    one = HoleRecord(hole_id="h1", met=("as_planned",), bit_mm=card.bit_mm, depth_mm=card.depth_mm)
    progress = Progress(done=(DoneStep(step="parts"), DoneStep(step="safe"), DoneStep(step="gone-since")))
    half = make_plan(base.model_copy(update={"records": (one,), "progress": progress}), CATALOGUE)
    drill = next(step for step in half.steps if step.asks)
    assert [hole.done for hole in drill.at] == [True, False]
    assert not drill.done
    assert {step.id for step in half.steps if step.done} == {"parts", "safe"}
    shallow = one.model_copy(update={"depth_mm": card.depth_mm - 8})
    again = make_plan(base.model_copy(update={"records": (shallow,)}), CATALOGUE)
    assert not any(hole.done for step in again.steps if step.asks for hole in step.at)


def test_holes_that_hold_are_drilled_by_nobody_and_old_ones_are_filled() -> None:
    base = job(brick_wall(), plate_fixture(((20, 57), (180, 57)), size_mm=(200, 115)), 1057, 1000)
    key = make_plan(base, CATALOGUE).holes[0].chosen
    left = LeftHole(id="left-1", name="old hole 1", x_mm=1500, y_mm=1300, diameter_mm=8)
    held = HoleRecord(hole_id="h1", met=("as_planned",), fixing=key, holds=Holds.YES)
    made = make_plan(base.model_copy(update={"records": (held,), "left": (left,)}), CATALOGUE)
    assert [one.fixing for one in made.holes[0].candidates] == [key]
    assert {one.label for one in made.gather if one.group == "used_up"} == {"Masking tape", "Filler and knife"}
    count = sum(one.count for one in made.gather if one.group == "fixings" and "plug" in one.label.lower())
    assert count == 1, "only the hole that is not there yet wants a plug"
    fill = next(step for step in made.steps if step.id == "fill")
    assert fill.wait is not None


def test_steps_that_need_one_another_are_no_order() -> None:
    one = Draft("a", Phase.MARK, "A", "A.", 1, ["b"])
    other = Draft("b", Phase.MARK, "B", "B.", 1, ["a"])
    with pytest.raises(ValueError, match="need one another: a, b"):
        in_order([one, other], frozenset())


def test_glue_goes_on_before_the_first_screw_and_sets_before_anybody_pulls() -> None:
    fixture = build(CATALOGUE.shape_by_key["plate"], {})
    glued = fixture.supports[0].model_copy(update={"glued": True})
    wall = concrete_wall()
    made = make_plan(job(wall, fixture.model_copy(update={"supports": (glued,)}), 1180, 1007), CATALOGUE)
    order = [step.id for step in made.steps]
    assert order.index("glue") < order.index("up") < order.index("draw-up") < order.index("glue-sets")
    assert order.index("glue-sets") < order.index("try")
    waits = next(step for step in made.steps if step.id == "glue-sets")
    assert waits.wait is not None
    assert waits.wait.times[0].minutes >= 24 * 60
    # no figure counts on it
    plain = make_plan(job(wall, fixture, 1180, 1007), CATALOGUE)
    assert [hole.working for hole in made.holes] == [hole.working for hole in plain.holes]


def test_a_tile_is_drilled_with_a_bit_of_its_own_before_what_is_behind_it() -> None:
    """Nobody puts a wood bit, or a hammer, to a tile because the step names only the bit of the stud behind it."""
    tile = Layer(material="tile", thickness_mm=8)
    studs = stud_wall()
    wall = studs.model_copy(update={"build_up": (tile, *studs.build_up)})
    fixture = plate_fixture(((30, 30), (30, 170)), size_mm=(60, 200), mass_kg=3, hole_mm=7)
    in_wood = job(wall, fixture, 1170, 1000)
    made = make_plan(in_wood, load_catalogue())
    through, drill = (step for step in made.steps if step.phase is Phase.DRILL)
    assert through.title == "Drill through tile and adhesive"
    # the tile so wide that no thread cracks it: the screw and a millimetre
    screw = made.holes[0].card and float(made.holes[0].card.screw_text.split(" × ")[0])
    assert screw
    assert through.figure == f"{screw + 1:g} mm"
    assert "tile bit" in through.sentence
    assert "Hammer off" in through.sentence
    assert "no farther than 8 mm" in through.sentence
    assert drill.figure_words
    assert "wood bit" in drill.figure_words
    assert through.id in drill.needs
    # behind it brick, with a plug: the same size, and yet another bit
    tiled = brick_wall(build_up=(tile, Layer(material="brick", thickness_mm=215)))
    first, then = (
        step
        for step in make_plan(job(tiled, plate_fixture(mass_kg=3), 57, 1007), load_catalogue()).steps
        if step.phase is Phase.DRILL
    )
    assert (first.figure, first.hammer) == (then.figure, ("hammer off",))
    assert first.figure_words == "tile bit, spear or diamond, through tile and adhesive only"
    # holes that are answered for are through their tile
    records = tuple(HoleRecord(hole_id=hole.id, met=("as_planned",), bit_mm=3, depth_mm=70) for hole in made.holes)
    after = make_plan(in_wood.model_copy(update={"records": records}), load_catalogue())
    assert all(step.done for step in after.steps if step.phase is Phase.DRILL)
    # cement board wants one bit for all of its hole
    cement = wall.model_copy(
        update={"build_up": (Layer(material="fibre_cement_board", thickness_mm=12), *studs.build_up[1:])}
    )
    plain = make_plan(job(cement, fixture, 1350, 1000), load_catalogue())
    assert [step.title for step in plain.steps if step.phase is Phase.DRILL] == ["Drill"]


def _gathered(made: Plan) -> dict[str, int]:
    return {one.label: one.count for one in made.gather}


def test_what_fastens_a_plate_to_its_board_is_gathered_and_driven() -> None:
    """Nobody stands at the wall with the board up and no screws for what goes on it."""
    shape = CATALOGUE.shape_by_key["on_board"]
    thick = make_plan(job(WALLS["plastered"], build(shape, {}), 1000, 1007), CATALOGUE)
    (size,) = {joint.screw_text for joint in thick.joints}
    assert size
    assert [count for label, count in _gathered(thick).items() if label.startswith(f"Screw {size},")] == [4]
    hang = next(step for step in thick.steps if step.id == "hang")
    assert hang.figure == size
    assert f"4 × screw {size}" in hang.sentence
    # a thin board takes bolts, whose heads lie behind it: they are in before it is up
    thin = make_plan(job(WALLS["plastered"], build(shape, {"board_thick": 18}), 1000, 1007), CATALOGUE)
    bolts = [joint for joint in thin.joints if "bolt M6" in str(joint.fixing_label)]
    assert sum(count for label, count in _gathered(thin).items() if label.startswith("Bolt M6")) == len(bolts) > 0
    ids = [step.id for step in thin.steps]
    assert ids.index("bolts-in") < ids.index("up") < ids.index("hang")
    # four threads of a plate take four screws
    plate = make_plan(job(WALLS["plastered"], build(CATALOGUE.shape_by_key["bar_on_plate"], {}), 1000, 1007), CATALOGUE)
    used = sum(hole.used for one in build(CATALOGUE.shape_by_key["bar_on_plate"], {}).supports for hole in one.holes)
    assert _gathered(plate)["Screw for the plate's thread, and washer"] == used


def test_brackets_are_screwed_to_a_board_before_the_shelf_is_lifted_on() -> None:
    shelf = build(CATALOGUE.shape_by_key["shelf"], {})
    board = build(CATALOGUE.shape_by_key["on_board"], {"board_thick": 40, "board_width": 900, "board_height": 260})
    behind = board.links[0].model_copy(
        update={"support_ids": tuple(one.id for one in shelf.supports), "x_mm": -50.0, "y_mm": -210.0}
    )
    made = make_plan(job(WALLS["plastered"], shelf.model_copy(update={"links": (behind,)}), 900, 1207), CATALOGUE)
    order = [step.title for step in made.steps if step.phase in (Phase.FIRST_UP, Phase.HANG)]
    assert order == [
        "Put up the board",
        "Level, then draw up",
        "Screw the 2 brackets to the board",
        "Hang the shelf",
        "Screw it to its brackets",
    ]


def test_a_bar_is_drilled_where_the_wall_holds_with_a_bit_that_is_sold_there() -> None:
    fixture = build(CATALOGUE.shape_by_key["cabinet"], {"clips": 0})
    bar = fixture.supports[0]
    holes = tuple(FixtureHole(id=f"b{n}", x_mm=60 + 400 * n, y_mm=20, diameter_mm=9) for n in (0, 1))
    drilled = fixture.model_copy(update={"supports": (bar.model_copy(update={"holes": holes}), *fixture.supports[1:])})
    for units, region, bit in (
        ("metric", Region.BRITAIN, "9 mm twist bit"),
        ("imperial", Region.NORTH_AMERICA, "3/8 in twist bit"),
    ):
        made = make_plan(job(WALLS["concrete"], drilled, 900, 1007, units=units, region=region), CATALOGUE)
        step = next(one for one in made.steps if one.id == f"own-holes-{bar.id}")
        # 60 and 460 mm are 2 6/16 and 18 2/16 in
        ends = (
            ["60 mm · 20 mm", "460 mm · 20 mm"]
            if units == "metric"
            else ["2 3/8 in · 13/16 in", "18 1/8 in · 13/16 in"]
        )
        assert [one.figure for one in step.at] == ends
        assert bit in step.sentence
        assert bit in _gathered(made)
        assert step.id in next(one for one in made.steps if one.id == "up").needs


def _lifted(wall: Wall, shape: str, measures: dict[str, float], y_mm: float) -> Plan:
    return make_plan(job(wall, build(CATALOGUE.shape_by_key[shape], measures), 900, y_mm), CATALOGUE)


def test_who_works_overhead_is_told_what_to_stand_on() -> None:
    """Nobody is sent up with a drill, or with something heavy, as if it were done from the floor."""
    tall = concrete_wall(height_mm=6000)
    one_hole = plate_fixture(((50, 50),), hole_mm=7, mass_kg=2)
    steps, tower = "Steps to stand on", "Tower, or a ladder that is tied at its top"
    for y_mm, wanted in ((1950.0, None), (1951.0, steps), (3450.0, steps), (3451.0, tower)):
        # from a lower edge of 1700 mm on it is lifted past the shoulders, too
        made = make_plan(job(tall, one_hole, 900, y_mm), CATALOGUE)
        low = make_plan(
            job(tall, plate_fixture(((50, 350),), size_mm=(100, 400), hole_mm=7), 900, y_mm - 300), CATALOGUE
        )
        for plan in (made, low) if wanted else (low,):
            assert [label for label in _gathered(plan) if label in (steps, tower)] == ([wanted] if wanted else [])
            assert ("footing" in [step.id for step in plan.steps]) == (wanted is not None)
            assert any("jams throws one off" in caution for caution in plan.cautions) == (wanted is not None)
    # HSE INDG455: no more than 10 kg up steps alone; a wall cabinet at its usual height is lifted from the floor
    light, heavy = (_lifted(concrete_wall(), "plate", {"own": kg, "holds": 0}, 1800) for kg in (10, 11))
    assert max(step.people for step in light.steps) == 1
    assert next(step for step in heavy.steps if step.id == "up").people == 2
    assert "Nobody carries more than 10 kg up steps" in next(step for step in heavy.steps if step.id == "up").sentence


def test_on_a_flight_height_counts_from_its_steps() -> None:
    flight = Stairs(x_mm=500, y_mm=180, going_mm=250, rise_mm=180, steps=10)
    # by hand: before the first nosing the floor; on its tenth step and beyond the landing, 180 + 10·180
    assert [stood_on_mm(flight, x) for x in (0, 500, 1750, 3000, 4000)] == [0, 180, 1080, 1980, 1980]
    assert stood_on_mm(None, 500) == 0
    down_left = Stairs(x_mm=3000, y_mm=0, going_mm=-250, rise_mm=180, steps=10)
    assert [stood_on_mm(down_left, x) for x in (3500, 1750, 0)] == [0, 900, 1800]
    wall = concrete_wall(height_mm=6000, width_mm=5000, stairs=flight)
    one_hole = plate_fixture(((50, 50),), hole_mm=7, mass_kg=2)
    for y_mm, wanted in ((3000.0, False), (4000.0, True)):
        made = make_plan(job(wall, one_hole, 2950, y_mm), CATALOGUE)
        assert ("footing" in [step.id for step in made.steps]) == wanted
        assert any("made for stairs" in caution for caution in made.cautions) == wanted


def _started(key: str) -> JobDocument:
    fixture = started(thing_named(key, CATALOGUE), {})
    return job(WALLS["concrete"], fixture, 800, 1807)


def test_what_is_known_of_a_thing_by_its_name_is_known_of_its_work() -> None:
    """A curtain pole's brackets go up before the pole; a lamp's wires wait for whoever may join them."""
    pole = make_plan(_started("curtain_pole"), CATALOGUE)
    order = [step.title for step in pole.steps if step.phase in (Phase.FIRST_UP, Phase.HANG)]
    assert order == [
        "Put up the 2 brackets",
        "Level, then draw up",
        "Hang the curtain pole",
        "Lay the pole in",
    ]
    lamp = make_plan(_started("wall_lamp"), CATALOGUE)
    wires = next(step for step in lamp.steps if step.id == "wires")
    assert "circuit off and proved dead" in wires.sentence
    assert "stays off" in (wires.danger or "")
    assert wires.id in next(step for step in lamp.steps if step.id == "covers").needs
    # measured anew it is still what it was; made into something else it is not
    before = _started("curtain_pole").fixture
    wider = build(CATALOGUE.shape_by_key["rail"], {**before.measures, "width": 2000.0}, before)
    assert wider.thing == "curtain_pole"
    assert build(CATALOGUE.shape_by_key["shelf"], {}, before).thing is None
    strange = before.model_copy(update={"thing": "ghost"})
    with pytest.raises(BadInput, match="ghost"):
        make_plan(job(WALLS["concrete"], strange, 800, 1807), CATALOGUE)


def test_what_is_more_than_two_should_lift_says_so() -> None:
    """HSE INDG383: from 50 kg on a lift by two is of high risk."""
    for kg, people in ((14, 1), (16, 2), (50, 2), (51, 3)):
        made = _lifted(concrete_wall(), "plate", {"own": kg, "holds": 0}, 1000)
        up = next(step for step in made.steps if step.id == "up")
        assert up.people == people
        assert ("more than two should lift" in up.sentence) == (people == 3)
