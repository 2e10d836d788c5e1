"""Handrails along stairs, the room that things claim, clear space by name, and distances measured after drilling."""

from itertools import pairwise
from math import hypot

import pytest

from rockpin.catalogue import load_catalogue
from rockpin.core.base.errors import BadInput
from rockpin.core.base.findings import Finding
from rockpin.core.base.quantities import UnitSystem
from rockpin.core.document.arrangement import Envelope, EnvelopeKind
from rockpin.core.document.fixture import ClearOf, HoleKind, Limit, LimitKind
from rockpin.core.document.job import JobDocument
from rockpin.core.document.landmarks import Stairs, Thing
from rockpin.core.document.record import AsBuilt
from rockpin.core.document.wall import Corner, Point
from rockpin.core.fixture import build
from rockpin.core.plan import along_stairs, make_plan
from rockpin.core.setout import DrilledHole, Give, Measured, Screwed, as_built
from tests.builders import brick_wall, job, plate_fixture, stud_wall

CATALOGUE = load_catalogue()
SHAPES = CATALOGUE.shape_by_key
# going 239, rise 180: 37.0 degrees
STAIRS = Stairs(x_mm=600, y_mm=0, going_mm=239, rise_mm=180, steps=10)


def handrail(wall_stairs: Stairs | None = STAIRS, **measures: float) -> JobDocument:
    wall = stud_wall(width_mm=5000, height_mm=4000, stairs=wall_stairs)
    return job(wall, build(SHAPES["handrail"], measures), 0, 1000)


def test_stairs_are_drawn_step_by_step_and_two_points_as_their_line() -> None:
    two = STAIRS.model_copy(update={"steps": 2})
    drawn = [(one.x_mm, one.y_mm) for one in make_plan(handrail(two), CATALOGUE).elevation.stairs]
    assert drawn == [(600, 0), (839, 0), (839, 180), (1078, 180), (1078, 360)]
    line = STAIRS.model_copy(update={"steps": 1, "going_mm": 2390, "rise_mm": 1800})
    drawn = [(one.x_mm, one.y_mm) for one in make_plan(handrail(line), CATALOGUE).elevation.stairs]
    assert drawn == [(600, 0), (2990, 1800)]


@pytest.mark.parametrize("stairs", [STAIRS, Stairs(x_mm=4400, y_mm=0, going_mm=-239, rise_mm=180, steps=10)])
def test_a_handrail_runs_along_the_stairs_with_its_brackets_on_studs(stairs: Stairs) -> None:
    laid = along_stairs(handrail(stairs, offset=70), 900, CATALOGUE)
    plan = make_plan(laid, CATALOGUE)
    (rail,) = plan.rails
    # 900 above the nosing line at both ends, as long as the flight
    for x, y in ((rail.x_mm, rail.y_mm), (rail.x2_mm, rail.y2_mm)):
        assert y - stairs.nosing_y_mm(x) == pytest.approx(900)
    assert abs(rail.x2_mm - rail.x_mm) == pytest.approx(2390)
    climb = (rail.y2_mm - rail.y_mm) / (rail.x2_mm - rail.x_mm)
    brackets: dict[str, list[tuple[float, float]]] = {}
    for hole in plan.holes:
        brackets.setdefault(hole.support, []).append((hole.x_mm, hole.y_mm))
    places = sorted(holes[0][0] for holes in brackets.values())
    assert len(set(places)) == 4
    assert places == pytest.approx([400 * round(x / 400) for x in places], abs=1e-3)
    assert all(second - first > 399.9 for first, second in pairwise(places))
    for holes in brackets.values():
        # both holes on the stud's centre, their middle the offset below the rail, measured plumb
        x = holes[0][0]
        line = rail.y_mm + climb * (x - rail.x_mm)
        assert line - sum(y for _, y in holes) / len(holes) == pytest.approx(70)
    # atan(180/239) is 36.98 degrees
    way = "right" if stairs.going_mm > 0 else "left"
    assert plan.placing.sentence.endswith(f"; climbing 37.0° to the {way}.")
    assert "slid-too-far" not in {one.code for one in plan.findings}


def test_without_stairs_or_handrail_it_is_said_what_is_missing() -> None:
    with pytest.raises(BadInput, match="give the nosing line of this wall first"):
        along_stairs(handrail(None), 900, CATALOGUE)
    with pytest.raises(BadInput, match="is no handrail; choose that shape first"):
        along_stairs(job(stud_wall(stairs=STAIRS), build(SHAPES["shelf"], {}), 0, 0), 900, CATALOGUE)


def test_an_end_that_stands_free_is_told() -> None:
    free = make_plan(along_stairs(handrail(returns=1), 900, CATALOGUE), CATALOGUE)
    closed = make_plan(along_stairs(handrail(), 900, CATALOGUE), CATALOGUE)
    assert "rail-not-returned" in {one.code for one in free.findings}
    assert "rail-not-returned" not in {one.code for one in closed.findings}


def rooms(job_: JobDocument) -> dict[str, Finding]:
    return {one.code: one for one in make_plan(job_, CATALOGUE).findings if one.code.startswith("room-")}


LAMP = Thing(id="lamp", name="the net lamp", x_mm=1000, y_mm=1500, width_mm=200, height_mm=100)


def test_room_to_lift_on_is_measured_to_the_millimetre() -> None:
    fixture = build(SHAPES["keyholes"], {})
    top = fixture.pieces[0].height_mm
    lift = CATALOGUE.figures.setout.lift_on_mm
    near = job(stud_wall(things=(LAMP,)), fixture, 950, 1500 - top - lift + 1)
    free = job(stud_wall(things=(LAMP,)), fixture, 950, 1500 - top - lift)
    assert rooms(near)["room-to-lift-on"].severity == "do_not_drill"
    assert rooms(free) == {}
    under = job(stud_wall(), fixture, 950, 2400 - top - lift + 1)
    assert "the ceiling is in the way" in rooms(under)["room-to-lift-on"].sentence


def test_under_a_sloped_ceiling_it_must_be_lifted_on_too() -> None:
    fixture = build(SHAPES["keyholes"], {})
    top, wide, lift = fixture.pieces[0].height_mm, fixture.pieces[0].width_mm, CATALOGUE.figures.setout.lift_on_mm
    corners = ((0, 0), (4000, 0), (4000, 2400), (0, 1200))
    wall = stud_wall(outline=tuple(Corner(x_mm=x, y_mm=y) for x, y in corners))
    # the ceiling rises 0.3 mm for each along: at its left side, 1000 along, it is 1500 high
    free = job(wall, fixture, 1000, 1500 - top - lift)
    near = job(wall, fixture, 1000, 1500 - top - lift + 5)
    assert wide > 0
    assert rooms(free) == {}
    assert "the ceiling is in the way" in rooms(near)["room-to-lift-on"].sentence


@pytest.mark.parametrize(
    ("kind", "code", "severity"),
    [
        (EnvelopeKind.OPENS, "room-to-open", "prove_first"),
        (EnvelopeKind.PULLED_OUT, "room-to-pull-out", "prove_first"),
        (EnvelopeKind.HANGS, "room-to-hang", "note"),
    ],
)
def test_what_opens_hangs_or_is_pulled_out_claims_its_room(kind: EnvelopeKind, code: str, severity: str) -> None:
    leaf = Envelope(id="leaf", kind=kind, name="Left leaf", x_mm=-300, y_mm=0, width_mm=300, height_mm=100)
    wall = stud_wall(things=(LAMP,), points=(Point(id="tap", kind="tap", x_mm=2000, y_mm=1550),))
    fixture = plate_fixture(envelopes=(leaf,))
    assert rooms(job(wall, fixture, 1499, 1500))[code].severity == severity
    assert rooms(job(wall, fixture, 1500, 1500)) == {}
    assert "sink tap" in rooms(job(wall, fixture, 2200, 1500))[code].sentence
    # beside an inside corner it cannot open either
    assert code in rooms(job(wall, fixture, 299, 1000))


def test_a_socket_lies_flat_and_is_only_hung_over() -> None:
    socket = Point(id="socket", kind="socket", x_mm=2000, y_mm=1550)
    for kind, told in ((EnvelopeKind.OPENS, set()), (EnvelopeKind.HANGS, {"room-to-hang"})):
        leaf = Envelope(id="leaf", kind=kind, name="Leaf", x_mm=-300, y_mm=0, width_mm=300, height_mm=100)
        fixture = plate_fixture(envelopes=(leaf,))
        assert set(rooms(job(stud_wall(points=(socket,)), fixture, 2200, 1500))) == told


def test_an_arm_claims_what_it_passes_over() -> None:
    """600 long, turning 90° both ways about the middle of its plate: its corners pass 600 and half its width away."""
    arm = build(SHAPES["arm"], {"reach": 600, "from_deg": 90, "to_deg": 90})
    pivot = arm.swings[0].pivot_x_mm
    wall = stud_wall(things=(LAMP,))
    far = hypot(600, pivot)
    assert rooms(job(wall, arm, 1200 + far + 0.1 - pivot, 1500)) == {}
    struck = rooms(job(wall, arm, 1200 + 599 - pivot, 1500))
    assert struck["room-to-swing"].severity == "prove_first"
    # one that turns to the right alone passes over nothing at its left
    right = build(SHAPES["arm"], {"reach": 600, "from_deg": 0, "to_deg": 90})
    assert rooms(job(wall, right, 1200 + 599 - pivot, 1500)) == {}


def test_clear_space_is_drawn_from_edge_to_edge_with_its_name() -> None:
    limit = Limit(kind=LimitKind.CLEARANCE_MIN_MM, value=150, source="page 3", clear_of=ClearOf.ANYTHING)
    fixture = plate_fixture(limits=(limit,))
    plan = make_plan(job(stud_wall(things=(LAMP,)), fixture, 1290, 1720), CATALOGUE)
    (found,) = plan.clearances
    # its lower left corner (1290, 1720) to the lamp's upper right one (1200, 1600): 90 and 120 make 150
    assert (found.from_x_mm, found.from_y_mm, found.to_x_mm, found.to_y_mm) == (1290, 1720, 1200, 1600)
    assert (found.gap_mm, found.name, found.kept) == (150, "the net lamp", True)
    nearer = make_plan(job(stud_wall(things=(LAMP,)), fixture, 1290, 1719), CATALOGUE)
    assert not nearer.clearances[0].kept
    assert any("the net lamp is 149 mm away" in one.sentence for one in nearer.findings)


def hole(number: int, x_mm: float, play_mm: float = 0.5, slot_mm: float = 0.0) -> DrilledHole:
    return DrilledHole(number, Screwed(x_mm, 0.0, play_mm, slot_mm, 0.0))


RAIL = {"a": hole(1, 0), "b": hole(2, 600)}
SLOTTED = {"a": hole(1, 0), "b": hole(2, 600, slot_mm=4)}


@pytest.mark.parametrize(
    ("holes", "measured_mm", "give", "fits", "says"),
    [
        (RAIL, 600, Give(0, 0), True, "Holes 1 and 2 are as far apart as planned."),
        (RAIL, 601, Give(0, 0), True, "the play in their holes takes it"),
        (RAIL, 601.1, Give(0, 0), False, "anew 0 mm towards hole 1"),
        # a rail that can be pushed together by 6, not pulled apart
        (RAIL, 593, Give(0, 6), True, "the piece is pushed together, which it stands by up to 6 mm"),
        (RAIL, 592, Give(0, 6), False, "1 mm more than play, slots and the piece allow: lengthen the bracket's hole 2"),
        (RAIL, 604, Give(0, 6), False, "anew 3 mm towards hole 1"),
        (RAIL, 604, Give(3, 0), True, "pulled apart"),
        (SLOTTED, 605, Give(0, 0), True, "the slot of hole 2 takes it"),
        (SLOTTED, 595, Give(0, 0), True, "the slot of hole 2 takes it"),
        (SLOTTED, 594, Give(0, 0), False, "anew 1 mm away from hole 1"),
        # 1 mm of play; 10 is as far as a hole is filed
        (RAIL, 611, Give(0, 0), False, "lengthen the bracket's hole 2 by that"),
        (RAIL, 611.1, Give(0, 0), False, "so much no hole is lengthened by. Where the tape is right, fill hole 2"),
    ],
)
def test_distances_as_built_worked_by_hand(
    holes: dict[str, DrilledHole], measured_mm: float, give: Give, fits: bool, says: str
) -> None:
    (read,) = as_built(holes, [Measured("a", "b", measured_mm)], give, 10, UnitSystem.METRIC)
    assert read.fits is fits
    assert says in read.sentence


def test_of_several_distances_the_hole_that_wandered_is_named() -> None:
    plate = {
        name: DrilledHole(number, Screwed(x, y, 0.3))
        for number, (name, x, y) in enumerate((("a", 0, 0), ("b", 200, 0), ("c", 0, 150), ("d", 200, 150)), 1)
    }
    # hole 1 went 3 mm to the left
    pairs = [("a", "b", 203.0), ("a", "d", hypot(203, 150)), ("b", "d", 150.0), ("c", "d", 200.0)]
    read = as_built(plate, [Measured(*one) for one in pairs], Give(0, 0), 10, UnitSystem.METRIC)
    assert [one.fits for one in read] == [False, False, True, True]
    assert "lengthen the bracket's hole 1 by that" in read[0].sentence
    assert "hole 1 by that" in read[1].sentence


def test_a_distance_that_does_not_fit_is_in_the_verdict_of_the_record() -> None:
    fixture = plate_fixture(((20, 50), (180, 50)), size_mm=(200, 100))
    wide = job(brick_wall(12), fixture, 900, 1200, as_built=(AsBuilt(first="h1", second="h2", distance_mm=168),))
    plan = make_plan(wide, CATALOGUE)
    (read,) = plan.as_built
    assert (read.planned_mm, read.off_mm, read.fits) == (160, 8, False)
    assert "as-built-off" in {one.code for one in plan.findings}
    slots = fixture.model_copy(
        update={
            "supports": tuple(
                one.model_copy(
                    update={
                        "holes": (
                            one.holes[0],
                            one.holes[1].model_copy(update={"kind": HoleKind.SLOT_ACROSS, "slot_length_mm": 24.5}),
                        )
                    }
                )
                for one in fixture.supports
            )
        }
    )
    slotted = make_plan(wide.model_copy(update={"fixture": slots}), CATALOGUE)
    # (24.5 − 6.5)/2 = 9 of slot to either side
    assert slotted.as_built[0].fits
    assert "the slot of hole 2 takes it" in slotted.as_built[0].sentence


@pytest.mark.parametrize("corner", [(0.0, 0.0), (700.0, 1300.0), (-50.0, 20.0)])
def test_a_slot_gives_along_itself_wherever_the_piece_hangs(corner: tuple[float, float]) -> None:
    x, y = corner
    # 0.5 mm of play at each hole, an upright slot of 4 mm in the upper one: 5 mm upright, 1 mm level
    upright = {"a": DrilledHole(1, Screwed(x, y, 0.5)), "b": DrilledHole(2, Screwed(x, y + 400, 0.5, 0.0, 4.0))}
    level = {"a": DrilledHole(1, Screwed(x, y, 0.5)), "b": DrilledHole(2, Screwed(x + 400, y, 0.5, 0.0, 4.0))}
    for holes, most in ((upright, 405.0), (level, 401.0)):
        for mm, fits in ((most, True), (most + 0.1, False)):
            (read,) = as_built(holes, [Measured("a", "b", mm)], Give(0, 0), 10, UnitSystem.METRIC)
            assert read.fits is fits
