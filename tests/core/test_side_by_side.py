"""Things of other kinds in one row: each is used, pulled and lifted as it is by itself, whatever hangs beside it."""

from random import Random

import pytest

from rockpin.catalogue import load_catalogue
from rockpin.core.base.findings import VerdictWord
from rockpin.core.capacity import assess
from rockpin.core.document.arrangement import Envelope, EnvelopeKind, Spacing, SpacingKind
from rockpin.core.document.assembly import AssemblyRating, RatedIn
from rockpin.core.document.evidence import Location
from rockpin.core.document.fixture import Fixture, FixtureHole, HeldRail, Link, LinkKind, RailKind
from rockpin.core.document.job import JobDocument
from rockpin.core.document.wall import Layer, Wall
from rockpin.core.fixture import copied, in_row, joined, moved_along, reshaped, started, with_fixture
from rockpin.core.framing import BehindKind
from rockpin.core.placing import shifted
from rockpin.core.plan import Plan, WayKind, WayOut, compute_stages, make_plan, ways_out
from rockpin.core.plan.placemap import map_places
from rockpin.core.sequence import Step
from rockpin.core.tables.references import job_faults, thing_named
from tests.builders import brick_wall, job, plate_fixture, stud_wall

CATALOGUE = load_catalogue()


def thing(key: str) -> Fixture:
    return started(thing_named(key, CATALOGUE), {})


def beside(first: str, *others: str) -> Fixture:
    made = thing(first)
    for other in others:
        made = joined(made, thing(other))
    return made


def put(fixture: Fixture, wall: Wall | None = None, y_mm: float = 900) -> JobDocument:
    return job(wall or brick_wall(13, width_mm=8000), fixture, 100, y_mm)


def pulls(document: JobDocument) -> dict[str, list[tuple[float, float]]]:
    """By the thing's name, what its holes bear: pull-out and shear [N]."""
    done = compute_stages(document, CATALOGUE)
    found: dict[str, list[tuple[float, float]]] = {}
    for hole in done.placed.holes:
        demand = done.demand.holes[hole.id]
        name = hole.support.rstrip("0123456789-")
        found.setdefault(name, []).append((round(demand.tension_n, 3), round(demand.shear_n, 3)))
    return found


@pytest.mark.parametrize(
    ("first", "other"),
    [
        # touched, and snatched at
        ("mirror", "coat_hook"),
        ("coat_hook", "mirror"),
        # looked at, and loaded; swung; held on to; screwed to the wall itself, and lifted onto brackets
        ("picture", "bookshelf"),
        ("picture", "tv_on_arm"),
        ("mirror", "grab_rail"),
        ("grab_rail", "key_box"),
        ("bookshelf", "safe_box"),
        ("safe_box", "bookshelf"),
    ],
)
def test_whatever_hangs_beside_it_a_thing_pulls_as_it_does_by_itself(first: str, other: str) -> None:
    together = pulls(put(beside(first, other)))
    alone = [sorted(pulls(put(thing(key))).values()) for key in (first, other)]
    assert sorted(together.values()) == sorted([*alone[0], *alone[1]])


def test_a_hook_beside_a_mirror_is_not_let_go_with_what_a_mirror_wants() -> None:
    wall = stud_wall(width_mm=8000)
    plan = make_plan(job(wall, beside("mirror", "coat_hook"), 60, 900), CATALOGUE)
    hooks = [hole for hole in plan.holes if hole.support.startswith("plate")]
    assert {finding.code for finding in plan.findings} >= {"nothing-holds"}
    assert hooks[0].chosen is None
    assert "Coat hook: hung on again and again, a hard tug." in plan.fixture_text
    # neither is what is added after the hook was, nor a copy of it
    again = copied(beside("mirror", "coat_hook"), "piece-2")
    assert [piece.hand for piece in again.pieces] == [None, "tug", "tug"]
    # another of its own kind follows the whole thing
    assert beside("mirror", "mirror").pieces[1].hand is None


def chosen(plan: Plan) -> dict[str, set[str | None]]:
    found: dict[str, set[str | None]] = {}
    for hole in plan.holes:
        found.setdefault(hole.support.rstrip("0123456789-"), set()).add(hole.chosen)
    return found


def test_a_mirror_beside_a_grab_rail_carries_nobody() -> None:
    wall = stud_wall(width_mm=8000)
    alone = make_plan(job(wall, thing("mirror"), 60, 900), CATALOGUE)
    plan = make_plan(job(wall, beside("mirror", "grab_rail"), 60, 900), CATALOGUE)
    assert chosen(plan)["back"] == chosen(alone)["back"] != {None}
    # while no board carries who holds on to the rail
    done = compute_stages(job(wall, beside("mirror", "grab_rail"), 60, 900), CATALOGUE)
    told = {spot.hole.support.rstrip("0123456789-"): spot.carries_people for spot in done.spots}
    assert told == {"back": False, "post": True}


def test_holes_that_look_alike_are_told_by_what_each_of_them_is_for() -> None:
    """Two plates with the same holes, one of them under a rail that somebody holds on to: board carries the other."""
    plain = plate_fixture(((25, 25), (25, 75)), hole_mm=9, shape="plate")
    rail = HeldRail(id="rail", kind=RailKind.GRAB_RAIL, x_mm=0, y_mm=50, x2_mm=100, y2_mm=50, z_mm=45)
    held = plain.model_copy(update={"rails": (rail,), "shape": "grab_rail", "duty": "body_support"})
    for first, second in ((plain, held), (held, plain)):
        holes = make_plan(job(stud_wall(), joined(first, second), 450, 1000), CATALOGUE).holes
        bare, rails = (holes[:2], holes[2:]) if first is plain else (holes[2:], holes[:2])
        assert None not in {hole.chosen for hole in bare}
        why = [one.reasons[0] for hole in rails for one in hole.refused if one.fixing == "strap_toggle_m6"]
        assert len(why) == 2
        assert all(one.startswith("Board carries nobody") for one in why)


def test_the_map_of_a_row_is_its_plan_at_each_place() -> None:
    """Two plates whose holes look alike; something is hung on the second again and again."""
    plain = plate_fixture(((20, 50),), size_mm=(40, 100), mass_kg=3, shape="plate", hand="touch")
    hook = plain.model_copy(update={"shape": "hook", "duty": "shaken"})
    here = job(stud_wall(width_mm=1300, height_mm=400), joined(plain, hook), 400, 150)
    found, draw, words = map_places(here, CATALOGUE, uses=False), Random(3), set()
    rows, columns = found.weights.shape
    for _ in range(120):
        dx, dy = draw.randrange(columns) + found.dx_mm, draw.randrange(rows) + found.dy_mm
        there = here.model_copy(update={"placement": shifted(here.placement, dx, dy)})
        word = make_plan(there, CATALOGUE).verdict.word
        assert word is found.word(dx, dy), (dx, dy)
        words.add(word)
    assert len(words) > 1


def test_a_board_that_nothing_is_fastened_to_yet_is_for_all_of_a_row() -> None:
    fixture = beside("picture", "grab_rail")
    hole = FixtureHole(id="in-board", x_mm=20, y_mm=20, diameter_mm=6)
    board = Link(id="board", kind=LinkKind.BACKING_BOARD, width_mm=200, height_mm=40, thickness_mm=18, holes=(hole,))
    done = compute_stages(put(fixture.model_copy(update={"links": (board,)})), CATALOGUE)
    (spot,) = (one for one in done.spots if one.hole.id == "in-board")
    assert spot.carries_people
    assert spot.mass_kg == fixture.mass_kg


def test_what_hangs_in_hidden_joints_is_weighed_thing_by_thing() -> None:
    """From 20 kg on a hidden joint counts half: three of 12 kg are no such thing, one of 36 is."""

    def half(mass_kg: float, count: int) -> set[bool]:
        mirror = thing("mirror")
        piece = mirror.pieces[0].model_copy(update={"mass_kg": mass_kg})
        made = mirror.model_copy(update={"pieces": (piece,)})
        for _ in range(count - 1):
            made = copied(made, made.pieces[0].id)
        done = compute_stages(put(made), CATALOGUE)
        plug = CATALOGUE.fixing_by_key["nylon_plug_10"]
        made_here = [assess(plug, spot, done.catalogue.capacity) for spot in done.spots]
        return {any("and it is heavy" in line.text for line in one.working) for one in made_here}

    assert half(12, 1) == half(12, 3) == {False}
    assert half(36, 1) == {True}


def test_what_a_maker_rates_as_a_whole_says_nothing_of_another_thing_beside_it() -> None:
    rating = AssemblyRating(
        source="instructions", rated_in=(RatedIn.SOLID,), mass_max_kg=60, screw_min_mm=4, screw_max_mm=10
    )

    def unmet(fixture: Fixture) -> str | None:
        done = compute_stages(put(fixture.model_copy(update={"rated": rating})), CATALOGUE)
        return done.maker.unmet if done.maker else None

    assert unmet(beside("tv_on_plate")) is None
    assert "another thing in the row" in (unmet(beside("tv_on_plate", "picture")) or "")


def test_a_lighter_hand_is_asked_of_what_is_snatched_at() -> None:
    wall = stud_wall(width_mm=8000)
    document = job(wall, beside("mirror", "coat_hook"), 60, 900)
    way = next(way for way in ways_out(document, CATALOGUE) if way.kind is WayKind.LIGHTER_HAND)
    assert "somebody snatches at it" in way.sentence
    assert way.job
    hands = [way.job.fixture.hand_of(piece) for piece in way.job.fixture.pieces]
    assert hands[0] == "touch"
    assert hands[1] in ("use", "touch")


def test_in_a_boat_all_of_a_row_is_shaken() -> None:
    wall = brick_wall(13, width_mm=8000, stands=Location.VEHICLE)
    done = compute_stages(put(beside("picture", "bookshelf"), wall), CATALOGUE)
    labels = {row.case.label for row in done.demand.table.rows}
    assert sum("shaken off the wall" in label for label in labels) == 2
    assert {spot.duty.key for spot in done.spots} == {"shaken"}


def test_a_piece_that_names_what_the_catalogue_has_not_is_told_by_its_place() -> None:
    fixture = beside("mirror", "coat_hook")
    other = fixture.pieces[1].model_copy(update={"duty": "juggled", "shape": "cloud", "thing": "dream"})
    body = with_fixture(put(fixture), fixture.model_copy(update={"pieces": (fixture.pieces[0], other)}))
    paths = [fault.path for fault in job_faults(body, CATALOGUE)]
    assert paths == [f"fixture.pieces.1.{name}" for name in ("duty", "shape", "thing")]


def step_of(plan: Plan, key: str) -> Step:
    return next(step for step in plan.steps if step.id == key)


def test_each_kind_goes_up_in_its_own_way() -> None:
    plan = make_plan(put(beside("mirror", "bookshelf", "wall_lamp")), CATALOGUE)
    numbers = {key: list(step_of(plan, key).holes) for key in ("up", "up-2", "up-3")}
    # heads stand proud for keyholes alone; a shelf is lifted onto its brackets, a lamp is screwed to the wall itself
    assert numbers == {"up": [1, 2], "up-2": [3, 4, 5, 6], "up-3": [7, 8]}
    assert step_of(plan, "up").title == "Drive the screws"
    assert step_of(plan, "up-2").title == "Put up the 2 brackets"
    assert step_of(plan, "up-3").title == "Put up the wall lamp"
    assert {step.id for step in plan.steps} >= {"hang", "hang-2", "keep-on-2", "wires-3"}
    assert not {step.id for step in plan.steps} & {"hang-3", "wires", "keep-on"}
    order = [step.id for step in plan.steps]
    for earlier, later in (("try", "hang"), ("try-2", "hang-2"), ("hang-2", "keep-on-2"), ("try-3", "wires-3")):
        assert order.index(earlier) < order.index(later)
    assert order[-1] == "record"
    # two brackets, two screws into the shelf through each
    assert next(item.count for item in plan.gather if "for the shelf on its brackets" in item.label) == 4
    assert order.index("covers") > max(order.index(key) for key in ("hang", "keep-on-2", "wires-3"))


def test_things_of_one_kind_go_up_with_the_same_steps() -> None:
    one, two = (make_plan(put(fixture), CATALOGUE) for fixture in (thing("mirror"), beside("mirror", "mirror")))
    assert [step.id for step in one.steps] == [step.id for step in two.steps]


def test_what_hangs_on_its_first_screw_is_told_beside_a_mirror_too() -> None:
    assert make_plan(put(thing("safe_box")), CATALOGUE).hangs_on_first
    assert make_plan(put(beside("mirror", "safe_box")), CATALOGUE).hangs_on_first
    assert not make_plan(put(beside("mirror", "bookshelf")), CATALOGUE).hangs_on_first


def sentences(document: JobDocument) -> dict[WayKind, str]:
    return {way.kind: way.sentence for way in ways_out(document, CATALOGUE)}


def test_another_shape_takes_the_place_of_the_first_thing_and_leaves_what_hangs_beside_it() -> None:
    row = beside("coat_hook", "mirror")
    shape = CATALOGUE.shape_by_key["shelf"]
    made = reshaped(row, shape, {"width": 600.0}, {})
    assert [piece.width_mm for piece in made.pieces] == [600, row.pieces[1].width_mm]
    assert made.pieces[1].x_mm == made.pieces[0].rect.right_mm + 100
    assert made.made_as(made.pieces[1]) == row.made_as(row.pieces[1])
    assert sorted(pulls(put(made))["back"]) == sorted(pulls(put(thing("mirror")))["back"])
    # in a row that is too short for it the others are not lost either
    spaced = row.model_copy(update={"spacing": Spacing(kind=SpacingKind.EQUAL_GAPS, span_mm=700)})
    assert len(reshaped(with_fixture(put(row), spaced).fixture, shape, {"width": 900.0}, {}).pieces) == 2


def test_ways_out_change_what_does_not_hold_and_name_it() -> None:
    # the radiator is too heavy for board alone, the mirror beside it hangs on board well enough
    told = sentences(put(beside("radiator", "mirror"), stud_wall(width_mm=8000)))
    assert told[WayKind.ONTO_STUDS].startswith("Radiator: if its brackets can be moved along it, put each on")
    way = next(
        one
        for one in ways_out(put(beside("radiator", "mirror"), stud_wall(width_mm=8000)), CATALOGUE)
        if one.kind is WayKind.ONTO_STUDS
    )
    before = {one.id: one for one in beside("radiator", "mirror").supports}
    assert way.job
    moved = {one.id for one in way.job.fixture.supports if one != before[one.id]}
    assert moved == {one.id for one in thing("radiator").supports}


def test_what_goes_into_each_of_two_shelves_is_told_for_each() -> None:
    two = copied(thing("bookshelf"), "piece")
    says = sentences(put(two, stud_wall(width_mm=8000)))[WayKind.LESS_WEIGHT]
    assert says.startswith("With no more than 5 kg in each: ")


def test_hooks_in_a_row_go_onto_the_studs_with_their_plates() -> None:
    row = moved_along(copied(thing("coat_hook"), "piece"), [0.0, 450.0])
    document = job(stud_wall(width_mm=8000), row, 160, 1600)
    way = next(one for one in ways_out(document, CATALOGUE) if one.kind is WayKind.ONTO_STUDS)
    assert way.sentence.startswith("Put each of them on the next stud, ")
    assert way.job
    for piece, support in zip(way.job.fixture.pieces, way.job.fixture.supports, strict=True):
        assert piece.rect.centre_x_mm == pytest.approx(support.rect.centre_x_mm)


def test_the_verdict_names_the_heaviest_hand_that_comes_to_a_row() -> None:
    def says(*things: str) -> str:
        here = job(brick_wall(13, width_mm=8000), beside(*things), 1000, 1200)
        return make_plan(here, CATALOGUE).verdict.sentence

    assert "also when somebody snatches at it" in says("mirror", "coat_hook")
    assert "also when somebody touches it" in says("mirror", "picture")


def rooms(fixture: Fixture) -> dict[str, str]:
    here = job(brick_wall(13, width_mm=9000, height_mm=2500), fixture, 3000, 1300)
    found = make_plan(here, CATALOGUE).findings
    return {one.sentence: one.severity.value for one in found if one.code.startswith("room-to-")}


def with_door(thing: Fixture, wide_mm: float) -> Fixture:
    area = thing.outline
    door = Envelope(
        id="door",
        kind=EnvelopeKind.OPENS,
        name="Its door",
        x_mm=area.right_mm,
        y_mm=area.y_mm,
        width_mm=wide_mm,
        height_mm=area.height_mm,
    )
    return thing.model_copy(update={"envelopes": (door,)})


def test_what_swings_opens_or_hangs_down_meets_what_hangs_beside_it() -> None:
    assert rooms(beside("screen_arm", "mirror")) == {"The screen would strike the mirror as it swings.": "prove_first"}
    assert rooms(beside("mirror", "coat_hook")) == {"What hangs on it hangs in front of the mirror, or on it.": "note"}
    # clothes hang beside clothes
    assert rooms(copied(thing("coat_hook"), "piece")) == {}
    # a door of 300 comes over what hangs 100 beside it, and passes what is no deeper than its cabinet
    cabinet, deep = plate_fixture(size_mm=(400, 600), depth_mm=300), plate_fixture(size_mm=(400, 600), depth_mm=320)
    assert rooms(joined(with_door(cabinet, 300), cabinet)) == {}
    assert rooms(joined(with_door(cabinet, 90), deep)) == {}
    (struck,) = rooms(joined(with_door(cabinet, 300), deep)).items()
    assert struck == ("Its door would strike the piece 2 as it opens.", "prove_first")


def test_the_map_knows_what_is_in_the_way_within_the_row() -> None:
    here = job(brick_wall(13, width_mm=9000, height_mm=2500), beside("screen_arm", "mirror"), 3000, 1300)
    found = map_places(here, CATALOGUE, within=(-2, 2, -2, 2), uses=False)
    assert found.word(1, 1) is make_plan(here, CATALOGUE).verdict.word is VerdictWord.PROVE_FIRST


def way_of(document: JobDocument, kind: WayKind) -> WayOut:
    return next(one for one in ways_out(document, CATALOGUE) if one.kind is kind)


def test_a_hand_is_kept_off_what_does_not_hold_and_no_other() -> None:
    row = beside("coat_hook", "mirror")
    way = way_of(job(stud_wall(width_mm=8000), row, 430, 1400), WayKind.LIGHTER_HAND)
    assert way.sentence.startswith("Coat hook: it is refused because somebody snatches at it; ")
    assert way.job
    assert [way.job.fixture.hand_of(piece) for piece in way.job.fixture.pieces] == ["use", "touch"]
    assert way.job.fixture.hand == "tug"


def test_hooks_of_a_row_go_onto_studs_and_nothing_spaces_them_out_any_more() -> None:
    row = beside("mirror", "coat_hook", "coat_hook")
    spaced = in_row(row.model_copy(update={"spacing": Spacing(kind=SpacingKind.FIXED_GAPS, span_mm=2500, gap_mm=330)}))
    document = job(stud_wall(width_mm=8000), spaced, 300, 1400)
    way = way_of(document, WayKind.ONTO_STUDS)
    assert way.sentence.startswith("Coat hook and Coat hook 2: put each of them on the next stud, ")
    assert way.job
    assert way.job.fixture.spacing is None
    assert way.job.fixture.pieces[0] == spaced.pieces[0]
    after = make_plan(document.model_copy(update={"fixture": way.job.fixture}), CATALOGUE)
    assert {hole.behind.kind for hole in after.holes if hole.support.startswith("plate")} == {BehindKind.TIMBER}


def test_board_that_is_too_weak_for_all_of_a_row_is_relieved_by_any_of_it() -> None:
    """What board alone bears is told of no hole: what is in the box counts as much as what is on the shelf."""
    says = way_of(put(beside("bookshelf", "safe_box"), stud_wall(width_mm=8000)), WayKind.LESS_WEIGHT).sentence
    assert " in Bookshelf, and as much less in the rest: " in says


def test_each_of_two_hooks_on_one_hole_gets_a_second() -> None:
    two = copied(thing("hook"), thing("hook").pieces[0].id)
    wall = brick_wall(
        13,
        width_mm=4000,
        build_up=(Layer(material="plaster", thickness_mm=13), Layer(material="dense_block", thickness_mm=100)),
        courses=None,
    )
    way = way_of(job(wall, two, 1300, 1250), WayKind.SECOND_HOLE)
    assert way.sentence.startswith("Drill a second hole in each plate 70")
    assert way.job
    assert [sum(hole.used for hole in one.holes) for one in way.job.fixture.supports] == [2, 2]
