"""What comes with a thing: bolts at both limits, stacks, eyes, pipes, sealing; by hand and by what must hold."""

from itertools import combinations_with_replacement

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rockpin.catalogue import load_catalogue
from rockpin.core.base.findings import Severity
from rockpin.core.base.model import Rect
from rockpin.core.base.quantities import UnitSystem
from rockpin.core.document.fittings import Device, DeviceBack, DrainSide, Enclosure
from rockpin.core.document.fixture import Environment, Fixture, HoleKind
from rockpin.core.document.job import JobDocument
from rockpin.core.document.record import Holds, HoleRecord
from rockpin.core.document.wall import Framing, HowKnown, StudRow
from rockpin.core.drilling import laid_pipes
from rockpin.core.fittings import BoltTrouble, ThreadsUnder, fit_bolt, stack_over, stack_within, threads_under
from rockpin.core.fixture import build, with_fixture
from rockpin.core.plan import make_plan
from tests.builders import concrete_wall, job, stud_wall

CATALOGUE = load_catalogue()
TABLES, FIGURES = CATALOGUE.fittings, CATALOGUE.figures.fittings
METRIC = TABLES.spacers_of(UnitSystem.METRIC)


def fitted(**told: object) -> Device:
    values: dict[str, object] = {"thread": "m6", "insert_depth_mm": 14, "rail_mm": 2.5, "washer_mm": 1.5}
    return Device.model_validate(values | told)


def bolt(**told: object):  # type: ignore[no-untyped-def]
    return fit_bolt(fitted(**told), METRIC, UnitSystem.METRIC, TABLES, FIGURES)


# --- bolts -----------------------------------------------------------------------------------------------------------


def test_a_bolt_holds_by_its_diameter_and_does_not_bottom() -> None:
    # clamped 2.5 + 1.5 = 4; at least 4 + 6 = 10, at most 4 + 14 = 18: of 10, 12, 16, 20 the longest is 16
    fit = bolt()
    assert (fit.least_mm, fit.most_mm, fit.length_mm) == (10, 18, 16)
    assert fit.text == "4 bolts M6 × 16 with washers: 12 mm of thread in an insert 14 mm deep."
    # at the upper limit itself, and a hair below it
    assert bolt(insert_depth_mm=16).length_mm == 20
    assert bolt(insert_depth_mm=15.9).length_mm == 16
    # at the lower limit itself: 4 + 6 = 10 is sold; a hair more of mount and 10 is too short, 12 too long for 7 deep
    assert bolt(insert_depth_mm=6).length_mm == 10
    assert bolt(insert_depth_mm=7, rail_mm=2.6).trouble is BoltTrouble.NONE_SOLD


def test_a_curved_back_takes_the_thinnest_stack_that_clears_it() -> None:
    # 9 mm stand out: 5 + 3 + 1; clamped 4 + 9 = 13, between 19 and 27
    fit = bolt(back=DeviceBack.CURVED, proud_mm=9)
    assert (fit.spacers_mm, fit.length_mm) == ((5, 3, 1), 25)
    # what is in the way counts on a back that is not flat alone
    assert bolt(proud_mm=9).spacers_mm == ()


def test_no_bolt_is_guessed() -> None:
    assert bolt(thread=None).trouble is BoltTrouble.NOT_TRIED
    assert bolt(insert_depth_mm=None).trouble is BoltTrouble.NOT_MEASURED
    assert bolt(insert_depth_mm=5.9).trouble is BoltTrouble.TOO_SHALLOW
    assert bolt(thread=None).length_mm is bolt(insert_depth_mm=5.9).length_mm is None


@given(
    st.sampled_from([row.key for row in TABLES.bolts]),
    st.floats(3, 40),
    st.floats(0.5, 12),
    st.floats(0, 60),
    st.sampled_from(list(DeviceBack)),
)
def test_every_bolt_that_is_named_lies_between_its_limits(
    thread: str, depth: float, rail: float, proud: float, back: DeviceBack
) -> None:
    fit = bolt(thread=thread, insert_depth_mm=depth, rail_mm=rail, proud_mm=proud, back=back)
    row = next(one for one in TABLES.bolts if one.key == thread)
    if fit.length_mm is None:
        return
    engaged = fit.length_mm - rail - 1.5 - sum(fit.spacers_mm)
    assert row.diameter_mm - 1e-6 <= engaged <= depth + 1e-6
    assert back is DeviceBack.FLAT or sum(fit.spacers_mm) >= proud - 1e-6


# --- stacks ----------------------------------------------------------------------------------------------------------


@pytest.mark.parametrize(("gap", "stack"), [(0, ()), (0.9, ()), (22, (20, 2)), (23, (20, 3)), (37.5, (30, 5, 2))])
def test_a_stack_fills_its_gap_from_the_thickest_on(gap: float, stack: tuple[float, ...]) -> None:
    assert stack_within(gap, METRIC) == stack


@given(st.floats(0, 60))
def test_no_stack_is_thicker_than_its_gap_and_none_that_is_sold_fills_it_better(gap: float) -> None:
    stack = stack_within(gap, METRIC)
    every = [sum(one) for n in range(5) for one in combinations_with_replacement(METRIC, n) if sum(one) <= gap + 1e-6]
    assert sum(stack) <= gap + 1e-6
    assert sum(stack) >= max(every) - 1e-6
    as_thick = [n for n in range(5) for one in combinations_with_replacement(METRIC, n) if sum(one) == sum(stack)]
    assert len(stack) <= min(as_thick, default=len(stack))


@given(st.floats(0.1, 60))
def test_what_must_clear_something_does(least: float) -> None:
    assert sum(stack_over(least, METRIC)) >= least - 1e-6


# --- in a plan -------------------------------------------------------------------------------------------------------


def shaped(key: str, **measures: float) -> Fixture:
    return build(CATALOGUE.shape_by_key[key], measures)


def codes(document: JobDocument) -> dict[str, Severity]:
    return {one.code: one.severity for one in make_plan(document, CATALOGUE).findings}


def test_a_screen_is_seen_from_its_seat() -> None:
    # middle of 560 on a foot of 1000: 1280; eyes 450 + 740 = 1190: 90 apart is near enough, 240 is not
    screen = shaped("screen_plate")
    assert "screen-height" not in codes(job(concrete_wall(), screen, 700, 1000))
    assert codes(job(concrete_wall(), screen, 700, 1150))["screen-height"] is Severity.NOTE
    high = make_plan(job(concrete_wall(), screen, 700, 1150), CATALOGUE).findings
    said = next(one for one in high if one.code == "screen-height")
    # what hangs too high has the eyes below it
    assert said.figures["middle_mm"] > said.figures["eyes_mm"]
    assert said.sentence.endswith("below it.")
    standing = screen.model_copy(update={"device": Device(seat_mm=0)})
    assert "screen-height" in codes(job(concrete_wall(), standing, 700, 1000))


def test_a_plate_says_which_studs_its_rows_reach() -> None:
    # 13 holes of a row 50 apart from 1000 + 485 − 300 on: 1185 … 1785; studs at 1200 and 1600 lie 15 beside a hole
    wall = stud_wall()
    made = make_plan(job(wall, shaped("screen_plate"), 1000, 1000), CATALOGUE)
    assert made.fittings.rows is not None
    assert made.fittings.rows.studs_mm == ()
    # moved by 15 its holes stand on both; its outermost are in use and on neither
    moved = make_plan(job(wall, shaped("screen_plate"), 1015, 1000), CATALOGUE)
    assert moved.fittings.rows is not None
    assert (moved.fittings.rows.studs_mm, moved.fittings.rows.used) == ((1200, 1600), 1)
    assert moved.fittings.rows.text == "Its rows reach the studs at 1200 mm and 1600 mm."
    assert "studs-not-used" in {one.code for one in moved.findings}
    assert "studs-not-used" not in codes(job(concrete_wall(), shaped("screen_plate"), 1015, 1000))


def test_cables_of_an_arm_reach_at_full_stretch() -> None:
    # 345 to the back + 5 to the face of a screen 10 thick, 3 loops of 80, 150 at the plug: 355 + 240 + 150, up to 50s
    made = make_plan(job(concrete_wall(), shaped("screen_arm", reach=345, depth=10), 1500, 1300), CATALOGUE)
    assert made.fittings.viewing is not None
    assert made.fittings.viewing.cable_mm == 750
    hang = next(step for step in made.steps if step.id == "hang")
    assert "Leave 750 mm of every cable" in hang.sentence


def test_a_heated_rail_carries_its_water_and_is_marked_from_itself() -> None:
    rail = shaped("heated_rail", own=8, water=5, holds=4)
    assert rail.mass_kg == 17
    made = make_plan(job(concrete_wall(), rail, 1000, 600), CATALOGUE)
    order = [step.id for step in made.steps]
    assert order.index("try") < order.index("hang") < order.index("mark-hung") < order.index("clip")
    assert order.index("clip") < order.index("pipes") < order.index("covers")
    mark = next(step for step in made.steps if step.id == "mark-hung")
    assert [one.number for one in mark.at] == [3, 4]
    assert "4 mm outwards and nothing inwards" in mark.sentence


def test_pipes_keep_below_the_marks_and_off_the_studs() -> None:
    def at(y: float, **measures: float) -> dict[str, Severity]:
        return codes(job(stud_wall(), shaped("heated_rail", **measures), 1000, y))

    assert "hole-on-its-pipe" not in at(600)
    # valves as far apart as the brackets and above the lower ones: those holes are drilled over the pipes
    above = at(600, tails_apart=420, tails_below=0, lower_from_foot=20)
    assert "hole-on-its-pipe" not in above
    fixture = shaped("heated_rail", tails_apart=420)
    raised = fixture.model_copy(
        update={"tails": tuple(one.model_copy(update={"y_mm": 300.0}) for one in fixture.tails)}
    )
    assert codes(job(stud_wall(), raised, 1000, 600))["hole-on-its-pipe"] is Severity.DO_NOT_DRILL
    assert at(20, tails_below=40)["tail-below-floor"] is Severity.DO_NOT_DRILL


def test_a_pipe_out_of_the_wall_wants_no_stud_there() -> None:
    row = StudRow(first_centre_mm=400, pitch_mm=400, stud_width_mm=38, known=HowKnown.SEEN)
    wall = stud_wall().model_copy(update={"framing": Framing(row=row)})
    rail = shaped("heated_rail", from_wall=1, width=500, tails_apart=450)
    # tails at x + 25 and x + 475: the first on the stud at 1200
    assert codes(job(wall, rail, 1175, 600))["tail-in-stud"] is Severity.PROVE_FIRST
    assert "tail-in-stud" not in codes(job(wall, rail, 1250, 600))
    # a stud of 38 and a pipe of 22 side by side: 30 apart just clears, 29 does not
    assert "tail-in-stud" not in codes(job(wall, rail, 1205, 600))
    assert "tail-in-stud" in codes(job(wall, rail, 1204, 600))
    assert "tail-in-stud" not in codes(job(wall, shaped("heated_rail"), 1175, 600))


def test_the_wall_remembers_the_pipes_that_were_led_in_it() -> None:
    def left(from_wall: float, holds: Holds | None) -> list[Rect]:
        rail = shaped("heated_rail", from_wall=from_wall)
        document = job(concrete_wall(), rail, 1000, 600)
        record = HoleRecord(hole_id="upper-1-hole", holds=holds, depth_mm=50)
        document = document.model_copy(update={"records": (record,)})
        pipes = laid_pipes("rail", document, document.wall)
        # each runs straight down to the floor
        assert all(find.y_mm == 0 and find.x_mm == find.x2_mm for scan in pipes for find in scan.finds)
        return [scan.area for scan in pipes]

    areas = left(1, Holds.YES)
    assert [(area.centre_x_mm, area.y_mm, area.top_mm) for area in areas] == [(1025, 0, 560), (1475, 0, 560)]
    assert left(0, Holds.YES) == []
    assert left(1, None) == []


def test_what_stands_goes_to_the_floor_and_each_bracket_has_its_own_stack() -> None:
    board = shaped("headboard", gap_left=30, gap_right=15, width=1500, margin=500, brackets=2)
    # the gap falls by 10 a metre: 30 − 5 = 25 and 30 − 10 = 20
    made = make_plan(with_fixture(job(concrete_wall(), shaped("hook"), 700, 1400), board), CATALOGUE)
    assert [(one.gap_mm, one.spacers_mm) for one in made.fittings.stacks] == [(25, (20, 5)), (20, (20,))]
    assert {hole.y_mm for hole in made.holes} == {850}
    order = [step.id for step in made.steps]
    assert order.index("stacks") < order.index("up") < order.index("hang")
    assert next(step for step in made.steps if step.id == "hang").title == "Push it up to the wall"
    bought = {item.label: item.count for item in made.gather}
    assert (bought["Spacer, 20 mm"], bought["Spacer, 5 mm"]) == (2, 1)
    assert codes(job(concrete_wall(), board, 700, 200))["stands-in-the-air"] is Severity.DO_NOT_DRILL


@pytest.mark.parametrize(
    ("exposure", "digits", "drain", "expected"),
    [
        (None, (None, None), DrainSide.UNKNOWN, {"sealing-not-told"}),
        ("rain", (None, None), DrainSide.DOWN, {"sealing-not-read"}),
        ("rain", (4, 4), DrainSide.DOWN, set()),
        ("rain", (5, 3), DrainSide.DOWN, {"sealing-too-little"}),
        ("hose", (4, 5), DrainSide.DOWN, {"sealing-too-little"}),
        ("washed", (6, 6), DrainSide.UP, {"drain-not-down"}),
        ("dripping", (2, 1), DrainSide.UNKNOWN, {"drain-not-told"}),
    ],
)
def test_a_box_keeps_out_what_comes_at_it(
    exposure: str | None, digits: tuple[int | None, int | None], drain: DrainSide, expected: set[str]
) -> None:
    box = Enclosure(exposure=exposure, solid_digit=digits[0], water_digit=digits[1], drain=drain)
    change = {"enclosure": box, "environment": Environment.OUTDOOR}
    fixture = shaped("box_on_channel", nut=2000).model_copy(update=change)
    said = codes(job(concrete_wall(), fixture, 1000, 1000))
    asked = {"sealing-not-told", "sealing-not-read", "sealing-too-little", "drain-not-down", "drain-not-told"}
    assert asked & said.keys() == expected
    # a channel of 21 mm leaves air; the same box straight on the wall has none
    assert "no-air-behind" not in said
    made = make_plan(job(concrete_wall(), fixture, 1000, 1000), CATALOGUE)
    assert {item.label: item.count for item in made.gather}["Channel nut, bolt and washer"] == 4


# --- pattern over pattern --------------------------------------------------------------------------------------------


def on_plate(**measures: float) -> Fixture:
    return shaped("bar_on_plate", thread_holds=2000, **measures)


def laid(fixture: Fixture) -> ThreadsUnder:
    return threads_under(fixture.links[0], fixture.supports[0])


def test_threads_are_laid_under_a_hole_and_a_slot() -> None:
    # threads 100 apart under a round hole of 6.5 and a slot of 6.5 × 16: the slot gives (16 − 6.5)/2 + 0.25 either way
    assert laid(on_plate()).as_drawn == 2
    for apart, met in ((104.9, 2), (105.2, 1), (95.1, 2), (94.8, 1)):
        # the bar is as much longer: its hole moves by half, so both have to be met by moving the plate under it
        found = laid(on_plate(bar_across=apart))
        assert found.at_best == met, apart
    # the same stood on end: threads above one another, and a slot upright over the upper one
    flat = on_plate(thread_across=0, thread_up=100)
    (bar,) = flat.supports
    first, second = bar.holes
    middle = bar.y_mm + bar.height_mm / 2
    for apart, met in ((104.9, 2), (105.2, 1), (95.1, 2), (94.8, 1)):
        upright = bar.model_copy(
            update={
                "x_mm": bar.x_mm + bar.width_mm / 2 - 15,
                "y_mm": middle - 75,
                "width_mm": 30.0,
                "height_mm": 150.0,
                "holes": (
                    first.model_copy(update={"x_mm": 15.0, "y_mm": 75 - apart / 2}),
                    second.model_copy(update={"x_mm": 15.0, "y_mm": 75 + apart / 2, "kind": HoleKind.SLOT_UPRIGHT}),
                ),
            }
        )
        assert threads_under(flat.links[0], upright).at_best == met, apart
    # a thread that is thicker than the hole meets none
    assert laid(on_plate(thread=7)).at_best == 0


def test_a_quarter_turn_that_fits_is_named() -> None:
    # threads above one another, the bar lies across: a quarter turn brings them under it
    found = laid(on_plate(thread_across=0, thread_up=100))
    assert (found.as_drawn, found.at_best, found.turn_deg) == (0, 2, 90)
    made = make_plan(job(concrete_wall(), on_plate(thread_across=0, thread_up=100), 1000, 1000), CATALOGUE)
    (said,) = [one for one in made.findings if one.code == "threads-miss"]
    assert said.severity is Severity.DO_NOT_DRILL
    assert said.action == "Turn the plate by 90°."
    assert "threads-miss" not in codes(job(concrete_wall(), on_plate(), 1000, 1000))


def test_a_wall_screw_behind_the_bar_is_told_before_it_goes_on() -> None:
    # wall holes at 140 × 120; a bar 150 × 30 in the middle covers none, one of 150 × 130 covers all four
    assert laid(on_plate()).covered == ()
    assert laid(on_plate(bar_high=130)).covered == (1, 2, 3, 4)
    assert "wall-screw-covered" in codes(job(concrete_wall(), on_plate(bar_high=130), 1000, 1000))


def test_what_a_thread_holds_is_its_makers_word() -> None:
    def plan_of(load: float) -> dict[str, Severity]:
        return codes(job(concrete_wall(), shaped("bar_on_plate", thread_holds=load), 1000, 1000))

    assert plan_of(0)["nut-unknown"] is Severity.PROVE_FIRST
    assert "nut-unknown" not in plan_of(2000)
    assert Severity.DO_NOT_DRILL in plan_of(20).values()


def test_of_a_pipe_that_would_leave_beside_the_wall_nothing_is_remembered() -> None:
    rail = shaped("heated_rail", from_wall=1)
    record = HoleRecord(hole_id="upper-1-hole", holds=Holds.YES, depth_mm=50)
    # its tails are 25 and 475 from its left edge: of the wall of 4000 only the first is left, then none
    for x_mm, count in ((3500, 2), (3600, 1), (3990, 0)):
        document = job(concrete_wall(), rail, x_mm, 600).model_copy(update={"records": (record,)})
        assert len(laid_pipes("rail", document, document.wall)) == count
