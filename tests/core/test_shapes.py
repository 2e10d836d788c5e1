"""Shapes and measures: every shape makes a fixture that plans, bad measures are named, bars get their holes."""

from math import ceil, inf

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rockpin.catalogue import load_catalogue
from rockpin.core.base.errors import BadInput
from rockpin.core.base.keeping import NOTHING_KEPT
from rockpin.core.base.model import Rect
from rockpin.core.base.quantities import UnitSystem, show_force
from rockpin.core.document.fixture import Attachment, ClearOf, Fixture, Limit, LimitKind, RailKind
from rockpin.core.document.job import Choice, JobDocument
from rockpin.core.document.wall import Point
from rockpin.core.fixture import copied, moved_along
from rockpin.core.fixture.shape_builders import BUILDERS
from rockpin.core.fixture.shapes import build, started, with_fixture
from rockpin.core.framing.behind import members_of
from rockpin.core.identification.reading import read_stated
from rockpin.core.plan import bar_drilled, ways_out
from rockpin.core.plan.alternatives import hole_sets, with_used
from rockpin.core.plan.changed import board_behind, board_on_units, closer, metal_left_mm, scaled
from rockpin.core.plan.make import make_plan
from rockpin.core.plan.stages import read_wall
from rockpin.core.plan.way_out import WayKind
from rockpin.core.questions import Supposed, job_of
from rockpin.core.setout.bar import bar_holes
from rockpin.core.tables.references import starts_of, thing_named
from rockpin.core.tables.shapes import Shape
from tests.builders import brick_wall, concrete_wall, job, plate_fixture, stud_wall

CATALOGUE = load_catalogue()
SHAPES = CATALOGUE.shape_by_key


def test_every_shape_of_the_catalogue_has_its_builder_and_says_what_it_is() -> None:
    assert set(SHAPES) == set(BUILDERS)
    assert {"hook", "keyholes", "plate", "rail", "shelf", "cabinet", "arm", "grab_rail", "handrail"} <= set(SHAPES)
    for shape in SHAPES.values():
        assert all(one.least <= one.start <= one.most for one in shape.measures)


@pytest.mark.parametrize("key", sorted(SHAPES))
def test_every_shape_plans_from_its_starting_measures(key: str) -> None:
    fixture = build(SHAPES[key], {})
    made = make_plan(job(concrete_wall(), fixture, 700, 1000), load_catalogue())
    assert made.supports
    missing = {finding.code for finding in made.findings}
    assert ("bar-without-holes" in missing) is (key in ("cabinet", "floating_shelf"))
    assert ("nut-unknown" in missing) is (key in ("box_on_channel", "bar_on_plate"))
    if key not in ("cabinet", "floating_shelf", "box_on_channel"):
        assert made.holes
        assert all(hole.demand_shear_n or hole.demand_tension_n for hole in made.holes)


@given(st.sampled_from(sorted(SHAPES)), st.data())
def test_measures_make_a_sound_fixture_or_one_clear_answer(key: str, data: st.DataObject) -> None:
    shape: Shape = SHAPES[key]
    given_measures = {
        one.key: float(round(data.draw(st.floats(one.least, one.most))))
        if one.unit == "count"
        else data.draw(st.floats(one.least, one.most))
        for one in shape.measures
    }
    given_measures = {one.key: min(max(given_measures[one.key], one.least), one.most) for one in shape.measures}
    try:
        fixture = build(shape, given_measures)
    except BadInput as error:
        told = error.faults
    else:
        told = ()
        assert Fixture.model_validate(fixture.model_dump()) == fixture
        assert fixture.measures == given_measures
    assert all(fault.path.startswith("measures") and fault.message for fault in told)


def test_bad_measures_are_named_all_at_once() -> None:
    with pytest.raises(BadInput) as raised:
        build(SHAPES["hook"], {"width": 900, "height": 2, "colour": 1})
    told = {fault.path: fault.message for fault in raised.value.faults}
    assert told["measures.width"] == "Plate, wide: 900 mm lies outside 10 to 300 mm; measure again"
    assert told["measures.height"].startswith("Plate, high: 2 mm lies outside")
    assert told["measures.colour"].startswith("is no measure of “Single hook”")


def test_a_second_hole_on_the_first_is_refused_by_name() -> None:
    hook = CATALOGUE.shape_by_key["hook"]
    with pytest.raises(BadInput, match=r"measures\.second: .*too near to the first; give 13 mm or more, or 0"):
        build(hook, {"second": 6})
    holes = build(hook, {"second": 40}).supports[0].holes
    assert holes[0].y_mm - holes[1].y_mm == pytest.approx(40)
    assert len(build(hook, {"second": 0}).supports[0].holes) == 1


def test_measures_become_what_they_say() -> None:
    shelf = build(SHAPES["shelf"], {"width": 1000, "brackets": 3, "margin": 100})
    assert [support.rect.centre_x_mm for support in shelf.supports] == [100, 500, 900]
    upright = build(SHAPES["shelf"], {"bracket_height": 1100, "hole_inset": 50, "holes": 5}).supports[0]
    assert [hole.y_mm for hole in upright.holes] == [1050, 800, 550, 300, 50]
    assert [hole.id for hole in build(SHAPES["shelf"], {}).supports[0].holes] == ["bracket-1-top", "bracket-1-foot"]
    with pytest.raises(BadInput, match=r"8 are 4 mm apart and run into one another; give fewer"):
        build(SHAPES["shelf"], {"bracket_height": 50, "hole_inset": 10, "holes": 8, "hole": 6})
    handrail = build(SHAPES["handrail"], {"width": 2000, "rise": 1000, "brackets": 3, "margin": 200})
    assert handrail.rails[0].kind is RailKind.HANDRAIL
    assert (handrail.rails[0].y_mm, handrail.rails[0].y2_mm) == (0, 1000)
    tops = [support.y_mm + support.height_mm for support in handrail.supports]
    assert tops == pytest.approx([100, 500, 900])  # brackets follow the rail's line
    arm = build(SHAPES["arm"], {"from_deg": 30, "to_deg": 120})
    assert (arm.swings[0].from_deg, arm.swings[0].to_deg) == (-30, 120)


def test_a_new_shape_keeps_what_still_holds_and_drops_what_hangs_on_gone_holes() -> None:
    shelf = build(SHAPES["shelf"], {}).model_copy(update={"duty": "display", "name": "Oil shelf"})
    document = job(brick_wall(), shelf, 500, 1000, choices=(Choice(hole_id="bracket-1-top", fixing="nylon_plug_8"),))
    wider = build(SHAPES["shelf"], {"width": 900}, document.fixture.model_copy(update={"held_up": True}))
    assert (wider.name, wider.duty, wider.held_up) == ("Oil shelf", "display", True)
    assert with_fixture(document, wider).choices == document.choices
    hook = build(SHAPES["hook"], {}, document.fixture)
    assert (hook.name, hook.duty, hook.hand) == ("Oil shelf", "hung_on", "tug")
    assert with_fixture(document, hook).choices == ()


def test_a_bar_is_drilled_on_the_studs_and_off_the_joints() -> None:
    catalogue = load_catalogue()
    bar = build(SHAPES["cabinet"], {"width": 1200, "bar": 1100}).supports[0]
    assert bar.attachment is Attachment.USER_DRILLED
    wall = stud_wall()
    area = Rect(x_mm=750, y_mm=1500, width_mm=1100, height_mm=40)
    holes = bar_holes(bar, area, wall, read_stated(wall, catalogue), members_of(wall, catalogue), 7, catalogue)
    assert [hole.x_mm + 750 for hole in holes] == [800, 1200, 1600]
    assert {hole.y_mm for hole in holes} == {bar.height_mm / 2}
    # two studs are enough: nothing goes into the board between them
    short = area.model_copy(update={"width_mm": 600})
    two = bar_holes(bar, short, wall, read_stated(wall, catalogue), members_of(wall, catalogue), 7, catalogue)
    assert [hole.x_mm + 750 for hole in two] == [800, 1200]
    bricks = brick_wall()
    area = Rect(x_mm=750, y_mm=1500, width_mm=1100, height_mm=65)
    reading = read_stated(bricks, catalogue)
    laid = bar_holes(bar, area, bricks, reading, (), 7, catalogue)
    assert len(laid) == 5
    for hole in laid:
        # stretchers of 215 and 10; this course (1500/75 = 20th) starts at the wall's edge
        along = (hole.x_mm + 750) % 225
        assert 215 / 4 - 5 <= along <= 215 * 3 / 4 + 5


def test_a_larger_plate_keeps_its_middle_and_its_holes_their_place_in_it() -> None:
    plate = plate_fixture(((33.3, 20), (170, 40)), size_mm=(200, 60)).supports[0]
    larger = scaled(plate, 1.25)
    assert (larger.width_mm, larger.height_mm) == (250, 75)
    assert larger.x_mm + larger.width_mm / 2 == plate.x_mm + plate.width_mm / 2
    assert larger.y_mm + larger.height_mm / 2 == plate.y_mm + plate.height_mm / 2
    assert [(hole.x_mm, hole.y_mm) for hole in larger.holes] == [(41.6, 25), (212.5, 50)]


def test_choices_of_holes_are_set_against_the_one_as_now() -> None:
    corners = ((20, 20), (180, 20), (20, 180), (180, 180))
    fixture = plate_fixture(corners, size_mm=(200, 200), mass_kg=8, depth_mm=160, hole_mm=9)
    document: JobDocument = job(stud_wall(), fixture, 780, 1000)
    sets = hole_sets(document, load_catalogue())
    labels = {one.label: one for one in sets}
    assert labels["as now"].now
    assert labels["only those on framing"].hole_ids == ("h1", "h3")  # at 800; the others stand at 960
    assert "without hole 2" in labels
    # fewer holes never lower the greatest pull of a hanging weight; it is said against now
    assert "more than now" in labels["without hole 3"].sentence
    assert labels["only those on framing"].word == "ready"


def test_a_makers_thickest_and_thinnest_screw_steer_the_choice() -> None:
    catalogue = load_catalogue()

    def chosen(*limits: Limit) -> float:
        fixture = plate_fixture(mass_kg=4, hole_mm=9).model_copy(update={"limits": limits})
        made = make_plan(job(stud_wall(), fixture, 750, 1000), catalogue)
        card = made.holes[0].cut.screw
        assert card is not None
        assert "limit-broken" not in {finding.code for finding in made.findings}
        return card.diameter_mm

    thin = Limit(kind=LimitKind.FASTENER_DIAMETER_MAX_MM, value=5, source="its leaflet")
    thick = Limit(kind=LimitKind.FASTENER_DIAMETER_MIN_MM, value=8, source="its leaflet")
    assert chosen(thin) <= 5
    assert chosen(thick) >= 8
    # right at the limit, from either side, there is one
    both = (thick.model_copy(update={"value": 5.0}), thin)
    assert chosen(*both) == 5


def test_clear_space_is_measured_from_edge_to_edge_and_from_what_the_maker_names() -> None:
    catalogue = load_catalogue()
    # a light whose middle is 150 above the piece; the wall's top 1290 above it
    light = Point(id="l", kind="wall_light", x_mm=800, y_mm=1250)
    wide = catalogue.point_by_key["wall_light"].height_mm

    def broken(value: float, clear_of: ClearOf) -> bool:
        limit = Limit(kind=LimitKind.CLEARANCE_MIN_MM, value=value, source="its leaflet", clear_of=clear_of)
        fixture = plate_fixture(mass_kg=1).model_copy(update={"limits": (limit,)})
        made = make_plan(job(stud_wall(points=(light,)), fixture, 750, 1000), catalogue)
        return "limit-broken" in {finding.code for finding in made.findings}

    gap = 150 - wide / 2
    assert broken(gap + 1, ClearOf.LIGHT)
    assert not broken(gap - 1, ClearOf.LIGHT)
    assert not broken(gap + 1, ClearOf.CEILING)
    assert broken(1301, ClearOf.CEILING)


def test_lugs_sit_on_the_channels_where_their_nuts_go() -> None:
    measures = {"width": 400.0, "height": 300.0, "apart": 240.0, "nut_up": 160.0, "channel": 260.0, "end": 40.0}
    box = build(SHAPES["box_on_channel"], measures)
    usual = SHAPES["box_on_channel"].usual
    for lugs, channel, middle in zip(box.supports, box.links, (80.0, 320.0), strict=True):
        # nuts 160 apart about the middle of the box, channels 260 long with wall holes 40 from their ends
        assert [lugs.y_mm + hole.y_mm for hole in lugs.holes] == [230.0, 70.0]
        assert {lugs.x_mm + hole.x_mm for hole in lugs.holes} == {middle}
        assert (lugs.y_mm, lugs.height_mm) == (70 - usual["lug_past"], 160 + 2 * usual["lug_past"])
        assert sorted((channel.y_mm or 0.0) + hole.y_mm for hole in channel.holes) == [60.0, 240.0]
        assert {(channel.x_mm or 0.0) + hole.x_mm for hole in channel.holes} == {middle}
        assert channel.support_ids == (lugs.id,)


def test_each_choice_of_holes_says_what_its_own_plan_says() -> None:
    """Four holes, the one below taken out or not: the most loaded hole speaks, whichever choice it is."""
    catalogue = load_catalogue()
    corners = ((25, 25), (125, 25), (25, 125), (125, 125))
    document = job(brick_wall(12), plate_fixture(corners, size_mm=(150, 150), mass_kg=12, depth_mm=150), 1000, 1000)
    for one in hole_sets(document, catalogue):
        fixture = with_used(document.fixture, one.hole_ids)
        made = make_plan(document.model_copy(update={"fixture": fixture}), catalogue)
        uses = [hole.working.use if hole.working else None for hole in made.holes]
        if None in uses:
            assert one.use is None
            continue
        assert one.use == max(use for use in uses if use is not None)
        pulls = [hole.demand_tension_n or 0.0 for hole in made.holes]
        assert one.tension_text == show_force(max(pulls), UnitSystem.METRIC, demand=True)
        assert one.word is made.verdict.word


def test_a_bar_drilled_closer_keeps_its_holes_and_spaces_the_new_ones_evenly() -> None:
    bar = plate_fixture(((10, 20), (130, 20), (190, 20)), size_mm=(200, 40)).supports[0]
    assert [hole.x_mm for hole in closer(bar, 2).holes] == [10, 70, 130, 160, 190]
    assert [hole.x_mm for hole in closer(bar, 3).holes] == [10, 50, 90, 130, 150, 170, 190]
    ids = [hole.id for hole in closer(bar, 3).holes]
    assert len(set(ids)) == len(ids)


def test_what_is_entered_by_hand_begins_with_one_hole_in_its_middle() -> None:
    (plate,) = build(SHAPES["own"], {"width": 300, "height": 120}).supports
    assert (plate.x_mm, plate.y_mm, plate.width_mm, plate.height_mm) == (0, 0, 300, 120)
    assert [(hole.x_mm, hole.y_mm) for hole in plate.holes] == [(150, 60)]


def test_a_bar_on_an_anchor_plate_sits_in_the_middle_of_its_piece() -> None:
    made = build(SHAPES["bar_on_plate"], {"width": 700, "height": 300})
    (bar,), (plate,) = made.supports, made.links
    for part in (bar, plate):
        assert (part.x_mm + part.width_mm / 2, part.y_mm + part.height_mm / 2) == (350, 150)


def test_one_bracket_more_is_made_and_one_that_was_taken_out_stays_out() -> None:
    two = build(SHAPES["shelf"], {"brackets": 2})
    three = build(SHAPES["shelf"], {"brackets": 3}, two)
    assert [one.id for one in three.supports] == ["bracket-1", "bracket-2", "bracket-3"]
    without = three.model_copy(update={"supports": tuple(one for one in three.supports if one.id != "bracket-2")})
    wider = build(SHAPES["shelf"], {"brackets": 3, "width": 900}, without)
    assert [one.id for one in wider.supports] == ["bracket-1", "bracket-3"]


def test_a_bar_that_is_used_too_far_is_drilled_closer() -> None:
    started = job_of(Supposed(shape="cabinet", wall="plastered_brick", measures={"holds": 200}), CATALOGUE)
    drilled = bar_drilled(started, ("bar",), read_wall(started, CATALOGUE, NOTHING_KEPT))
    way = next(one for one in ways_out(drilled, CATALOGUE) if one.kind is WayKind.MORE_HOLES)
    assert way.job is not None
    count = [
        sum(len(one.holes) for one in body.fixture.supports if one.attachment is Attachment.USER_DRILLED)
        for body in (drilled, way.job)
    ]
    # one more between every two
    assert count[1] == 2 * count[0] - 1
    assert f"Drill {count[1]} holes in its bar" in way.sentence


def test_metal_left_beside_a_hole_by_hand() -> None:
    """Holes at 60 and 90 along, 100 up, in a plate of 200: the other is 30 off, less 4 of its own and 5 of this one."""
    for turned in (False, True):
        places = ((60.0, 100.0), (90.0, 100.0))
        holes = tuple((y, x) if turned else (x, y) for x, y in places)
        plate = plate_fixture(holes, size_mm=(200, 200), hole_mm=8).supports[0]
        assert metal_left_mm(plate, plate.holes[0], 6) == 30 - 4 - 3
        # the other is drilled as wide
        assert metal_left_mm(plate, plate.holes[0], 10) == 30 - 5 - 5
    # each of its four edges by itself
    for at in ((12, 100), (188, 100), (100, 12), (100, 188)):
        plate = plate_fixture((at,), size_mm=(200, 200), hole_mm=8).supports[0]
        assert metal_left_mm(plate, plate.holes[0], 10) == 12 - 5


def test_a_bar_takes_no_stud_nearer_to_its_end_than_a_hole_may_be() -> None:
    catalogue = load_catalogue()
    bar = build(SHAPES["cabinet"], {"width": 1200, "bar": 1100}).supports[0]
    wall, end = stud_wall(), catalogue.figures.setout.bar_end_mm
    reading, members = read_stated(wall, catalogue), members_of(wall, catalogue)
    # studs at 800, 1200 and 1600: the first and the last right at the end that is left free, and a millimetre past it
    for short_mm, taken in ((0, [800, 1200, 1600]), (1, [1200])):
        area = Rect(x_mm=800 - end + short_mm, y_mm=1500, width_mm=800 + 2 * (end - short_mm), height_mm=40)
        holes = bar_holes(bar, area, wall, reading, members, 7, catalogue)
        assert [x for hole in holes if (x := hole.x_mm + area.x_mm) % 400 == 0] == taken


@pytest.mark.parametrize("rise", [900, -900, 0])
def test_a_handrail_lies_between_its_lower_and_its_upper_end(rise: float) -> None:
    handrail = build(SHAPES["handrail"], {"width": 2000, "rise": rise, "brackets": 3, "margin": 200})
    (piece,) = handrail.pieces
    (rail,) = handrail.rails
    assert piece.y_mm == min(rail.y_mm, rail.y2_mm)
    # a rail is 40 thick, along its middle line's height
    assert piece.rect.top_mm == max(rail.y_mm, rail.y2_mm) + 40


@given(st.sampled_from(sorted(SHAPES)), st.data())
def test_of_any_one_part_that_is_smaller_the_others_are_as_is_usual_beside_it(key: str, data: st.DataObject) -> None:
    """Whoever measured one thing is asked for no second; what was not measured lies within what it is taken on."""
    shape = SHAPES[key]
    one = data.draw(st.sampled_from(shape.measures))
    value = float(data.draw(st.integers(ceil(one.least), max(ceil(one.least), int(one.start)))))
    made = build(shape, {one.key: value}).measures
    assert made[one.key] == value
    for other in shape.measures:
        if other.key != one.key:
            whole = made[other.within.of] if other.within else inf
            assert other.least <= made[other.key] <= max(other.least, min(other.start, whole))


def test_a_narrow_cabinet_has_a_bar_as_is_usual_on_it_and_what_was_measured_stays() -> None:
    # nine tenths of 400, where 720 would reach studs that are not behind it
    assert build(SHAPES["cabinet"], {"width": 400}).supports[0].width_mm == 360
    assert build(SHAPES["cabinet"], {"width": 400, "bar": 390}).supports[0].width_mm == 390
    assert build(SHAPES["cabinet"], {"width": 1200}).supports[0].width_mm == 720
    # a thing that people call by its name starts as it is usual on it, and so does a smaller one
    mirror = thing_named("mirror", load_catalogue())
    (wide,) = {one.measures["across"] for one in (started(mirror, {}),)}
    width = started(mirror, {}).measures["width"]
    assert started(mirror, {"width": width / 2}).measures["across"] == round(wide / 2)


def test_a_measure_that_nobody_took_gives_way_to_one_that_somebody_did() -> None:
    hung = build(SHAPES["keyholes"], {})
    assert hung.measures["across"] == 240
    # typed one after the other: a piece of 300 may have them 240 apart, one of 200 may not
    assert build(SHAPES["keyholes"], hung.measures | {"width": 300}, hung).measures["across"] == 240
    assert build(SHAPES["keyholes"], hung.measures | {"width": 200}, hung).measures["across"] == 120
    # and so where it started as a thing that people call by its name: a mirror's are 400 apart
    mirror = started(thing_named("mirror", CATALOGUE), {})
    smaller = build(
        SHAPES["keyholes"], mirror.measures | {"width": 300}, mirror, starts_of(SHAPES["keyholes"], CATALOGUE)
    )
    assert (mirror.measures["across"], smaller.measures["across"]) == (400, 180)
    taken = build(SHAPES["keyholes"], hung.measures | {"across": 250}, hung)
    with pytest.raises(BadInput) as refused:
        build(SHAPES["keyholes"], taken.measures | {"width": 200}, taken)
    assert [fault.path for fault in refused.value.faults] == ["measures.across"]
    assert refused.value.faults[0].says == (
        "Keyholes apart: 250 mm is more than there is of “Piece, wide”, 200 mm; give less, or measure both again"
    )
    # somebody who asks without a job said what he said
    with pytest.raises(BadInput, match="Keyholes apart: 240 mm is more"):
        build(SHAPES["keyholes"], {"across": 240, "width": 200})


def test_a_board_on_masonry_covers_all_brackets_and_lies_behind_them() -> None:
    """Two brackets, one 200 mm above the other: from the foot of the one to the top of the other, and 20 beyond."""
    plate = plate_fixture(((20, 30),), size_mm=(40, 60)).supports[0]
    hole = plate.holes[0].model_copy(update={"id": "h2"})
    high = plate.model_copy(update={"id": "high", "x_mm": 300.0, "y_mm": 200.0, "holes": (hole,)})
    fixture = plate_fixture(size_mm=(400, 300)).model_copy(update={"supports": (plate, high)})
    sizes = CATALOGUE.remedies
    here = job(brick_wall(12), fixture, 1000, 1000)
    link = board_on_units(here, sizes.masonry_boards[0], 215, sizes, sizes.sold[UnitSystem.METRIC])
    assert link
    assert link.height_mm == max(sizes.masonry_boards[0].high_mm, 300)
    assert link.y_mm <= 0
    assert link.y_mm + link.height_mm >= 260
    assert link.y_mm + link.height_mm / 2 == pytest.approx(130)
    beyond, edge = sizes.masonry_boards[0].beyond_mm, sizes.board_edge_mm
    assert (link.x_mm, link.x_mm + link.width_mm) == (-beyond, 340 + beyond)
    # a column to a brick of 215 and its joint, from edge to edge
    columns = sorted({hole.x_mm for hole in link.holes})
    assert len(columns) == 1 + (340 + 2 * beyond - 2 * edge) // 225
    assert (columns[0], columns[-1]) == (edge, link.width_mm - edge)
    assert len(link.holes) == len(columns) * sizes.masonry_boards[0].rows


def test_a_board_across_the_studs_reaches_from_the_one_before_a_piece_to_the_one_after_it() -> None:
    """A piece from 1000 to 1400 on studs of 400: over those at 800, 1200 and 1600, and 60 beyond either."""
    wide = plate_fixture(((20, 30), (380, 30)), size_mm=(400, 60))
    read = read_wall(job(stud_wall(), wide, 1000, 1000), CATALOGUE)
    for x_mm, studs in ((1000, (800, 1200, 1600)), (1190, (1200, 1600)), (1150, (800, 1200, 1600))):
        here, sizes = job(stud_wall(), wide, x_mm, 1000), CATALOGUE.remedies
        link = board_behind(here, read.framing.members, sizes, sizes.sold[UnitSystem.METRIC])
        assert link is not None
        ends = (x_mm + link.x_mm, x_mm + link.x_mm + link.width_mm)
        assert ends == (studs[0] - sizes.board_end_mm, studs[-1] + sizes.board_end_mm)
        assert sorted({round(x_mm + link.x_mm + hole.x_mm) for hole in link.holes}) == list(studs)
        assert link.y_mm + link.height_mm / 2 == 30


@pytest.mark.parametrize(
    ("shape", "says"), [("shelf", "Put each of its brackets on"), ("rail", "If its brackets can be")]
)
def test_what_is_fast_to_a_thing_is_put_on_studs_only_if_it_can_be_moved(shape: str, says: str) -> None:
    made = build(SHAPES[shape], {"holds": 20})
    (way,) = (one for one in ways_out(job(stud_wall(), made, 1080, 1400), CATALOGUE) if one.kind is WayKind.ONTO_STUDS)
    assert way.sentence.startswith(says)
    assert way.job is not None
    middles = [1080 + one.rect.centre_x_mm for one in way.job.fixture.supports]
    assert [x % 400 for x in middles] == [pytest.approx(0)] * 2


def test_no_board_goes_across_studs_where_a_piece_reaches_past_the_last_of_them() -> None:
    wide = plate_fixture(((20, 30), (380, 30)), size_mm=(400, 60))
    sizes, members = CATALOGUE.remedies, read_wall(job(stud_wall(), wide, 1000, 1000), CATALOGUE).framing.members
    two = tuple(one for one in members if one.rect.centre_x_mm in (800, 1200))
    for x_mm, covered in ((790, True), (1000, False), (600, False), (300, False)):
        link = board_behind(job(stud_wall(), wide, x_mm, 1000), two, sizes, sizes.sold[UnitSystem.METRIC])
        assert (link is not None) is covered, x_mm


def test_no_board_is_longer_than_boards_are_sold() -> None:
    """Hooks at both ends of 6 m of wall: whatever else holds, no board goes behind both."""
    hook = plate_fixture(((20, 50), (20, 20)), size_mm=(40, 70), mass_kg=30)
    far = moved_along(copied(hook, hook.pieces[0].id), [0.0, 5800.0])
    for wall in (stud_wall(width_mm=7000), brick_wall(13, width_mm=7000)):
        kinds = {way.kind for way in ways_out(job(wall, far, 330, 1400), CATALOGUE)}
        assert kinds
        assert WayKind.BACKING_BOARD not in kinds
    near = moved_along(copied(hook, hook.pieces[0].id), [0.0, 1800.0])
    kinds = {way.kind for way in ways_out(job(brick_wall(13, width_mm=7000), near, 330, 1400), CATALOGUE)}
    assert WayKind.BACKING_BOARD in kinds


def test_wood_between_the_studs_is_put_in_without_more_where_that_is_enough() -> None:
    """A rail that its posts' own holes hold in wood: nobody drills them wider or buys other plates."""
    rail = build(SHAPES["rail"], {"holds": 20})
    (way,) = (one for one in ways_out(job(stud_wall(), rail, 1080, 1400), CATALOGUE) if one.kind is WayKind.BLOCKING)
    assert way.sentence.startswith("Open the wall and put wood between the studs behind it")
    assert "plates of" not in way.sentence
    assert "drill the bracket's holes" not in way.sentence
