"""Where the bit met a stud, or none, against what was thought: what that tells of the wall, and where it goes then."""

import pytest

from rockpin.core.base.findings import VerdictWord
from rockpin.core.document.evidence import Hit, HitKind
from rockpin.core.document.job import Choice, Region
from rockpin.core.document.record import HoleRecord
from rockpin.core.document.wall import (
    Framing,
    HowKnown,
    Layer,
    Member,
    MemberKind,
    StudRow,
)
from rockpin.core.drilling import told_by_holes
from rockpin.core.framing import BehindKind
from rockpin.core.plan import make_plan, ways_on
from tests.answering import CATALOGUE, KEEP, TWO, answered, chosen, supposed, taken
from tests.builders import job, plate_fixture, stud_wall


def test_wood_where_board_was_thought_moves_the_stud() -> None:
    loose = Framing(row=StudRow(first_centre_mm=400, pitch_mm=400, stud_width_mm=38, known=HowKnown.DETECTED))
    base = job(stud_wall(framing=loose), plate_fixture(), 1170 - 50, 1000)
    before, now = make_plan(base, CATALOGUE), answered(base, "h1", "wood")[1]
    chance = [plan.holes[0].behind.clear for plan in (before, now)]
    assert chance[1] < 0.05 < chance[0]
    stud = min(now.framing.members, key=lambda one: abs(one.rect.centre_x_mm - 1170))
    assert abs(stud.rect.centre_x_mm - 1170) <= 19


def test_shavings_of_a_lath_move_no_stud() -> None:
    lath = Layer(material="lath_and_plaster", thickness_mm=25)
    loose = Framing(row=StudRow(first_centre_mm=400, pitch_mm=400, stud_width_mm=38, known=HowKnown.DETECTED))
    wall = stud_wall(build_up=(lath, Layer(material="timber_studs", thickness_mm=89), lath), framing=loose)
    base = job(wall, plate_fixture(), 1170 - 50, 1000)
    before, now = make_plan(base, CATALOGUE), answered(base, "h1", "wood", met_at_mm=17)[1]
    assert now.framing.members == before.framing.members
    assert "wood-of-the-face" in {one.code for one in now.findings}


def test_a_stud_missed_by_14_mm_is_found_beside_the_old_hole() -> None:
    # drawn at 1200, it stands at 1214 + 19: the screw at 1200 went past it
    loose = Framing(row=StudRow(first_centre_mm=400, pitch_mm=400, stud_width_mm=38, known=HowKnown.DETECTED))
    one = plate_fixture(mass_kg=3, depth_mm=60)
    base = job(stud_wall(framing=loose), one, 1150, 1000, choices=(Choice(hole_id="h1", fixing="stud_screw_5_0"),))
    after, now = answered(base, "h1", "missed_stud")
    # where the screw was free there is no stud: it stands to the one side or the other
    assert make_plan(base, CATALOGUE).holes[0].behind.solid_wood > 0.5
    assert now.holes[0].behind.solid_wood < 0.01
    # to which one nobody knows: no screw looks for it blindly, and an anchor goes where it is likelier clear of it
    found = ways_on(after, "h1", CATALOGUE)
    assert found.look_first == (
        "Find the stud: push a pin in every 15 mm to either side of the hole, where the piece covers it, and put in "
        "under Wall what each met."
    )
    for way in found.ways:
        (there,) = taken(after, way).holes
        assert "in the stud" not in (way.puts_in or "")
        assert there.behind.clear > 0.5
        assert way.feel_first or there.behind.clear > 0.9
    pins = tuple(
        Hit(id=f"pin{x}", kind=HitKind.PIN_WOOD if x >= 1215 else HitKind.PIN_VOID, x_mm=x, y_mm=1000)
        for x in (1185, 1215, 1230, 1245)
    )
    wall = after.wall.model_copy(update={"hits": pins})
    pinned = ways_on(after.model_copy(update={"walls": (wall,)}), "h1", CATALOGUE)
    assert pinned.look_first is None
    onto = [one for one in pinned.ways if one.kind == "move" and "in the stud" in (one.puts_in or "")]
    assert [one.word for one in onto] == [VerdictWord.READY]
    # between the free bit at 1200 and the pin at 1245 it stands at 1226 to 1234
    assert 26 <= onto[0].job.placement.x_mm - 1150 <= 34


@pytest.mark.parametrize("shape", ["tall_cabinet", "radiator", "screen_arm", "screen_plate", "shelf"])
def test_where_a_stud_was_missed_no_way_is_a_guess(shape: str) -> None:
    base = supposed(shape, "board_on_studs", Region.NORTH_AMERICA, in_studs=True, looked=True)
    first = make_plan(base, CATALOGUE).holes[0].id
    after, now = answered(base, first, "missed_stud")
    assert now.holes[0].behind.solid_wood < 0.02
    found = ways_on(after, first, CATALOGUE, KEEP)
    assert (found.stop or found.look_first or "").startswith("Find the stud: push a pin in every 15 mm")
    for way in found.ways:
        holes = taken(after, way).holes
        assert all(hole.behind.solid_wood > 0.5 or "stud" not in (hole.chosen or "") for hole in holes)


def test_a_bracket_that_is_put_where_it_holds_goes_onto_the_stud_that_was_found_alone() -> None:
    base = supposed("shelf", "board_on_studs", Region.IRELAND, in_studs=True, looked=True)
    plan = make_plan(base, CATALOGUE)
    missed = plan.holes[0]
    after, _ = answered(base, missed.id, "missed_stud")
    pins = tuple(
        Hit(id=f"pin{dx}", kind=HitKind.PIN_WOOD if dx > 0 else HitKind.PIN_VOID, x_mm=missed.x_mm + dx, y_mm=1100)
        for dx in (-15, 15, 30)
    )
    wall = after.wall.model_copy(update={"hits": pins})
    way = ways_on(after.model_copy(update={"walls": (wall,)}), missed.id, CATALOGUE, KEEP).ways[0]
    assert (way.kind, way.new_holes, way.word) == ("slide", 2, VerdictWord.READY)
    assert way.title.startswith("Put bracket 1 ")
    far = {hole.id: round(hole.x_mm) for hole in taken(after, way).holes}
    moved = {hole.id: far[hole.id] - round(hole.x_mm) for hole in plan.holes}
    assert {moved[hole.id] for hole in plan.holes if hole.support == missed.support} <= set(range(20, 36))
    assert {moved[hole.id] for hole in plan.holes if hole.support != missed.support} == {0}


def test_where_the_bit_met_wood_the_likelier_side_is_taken_and_the_way_leads_to_where_it_is_sure() -> None:
    base = supposed("shelf", "board_on_studs", Region.IRELAND, hand="none", looked=True)
    holes = make_plan(base, CATALOGUE).holes
    after, now = answered(base, holes[0].id, "wood")
    # below it the stud is likely; 610 to the right one of a row of 600 may be, and is not likely
    foot, beside = now.holes[1], now.holes[2]
    assert foot.behind.solid_wood > 0.5 > beside.behind.solid_wood > 0.05
    assert ("stud_screw" in (foot.chosen or ""), "stud_screw" in (beside.chosen or "")) == (True, False)
    way = ways_on(after, holes[0].id, CATALOGUE, KEEP).ways[0]
    assert (way.kind, way.word, way.feel_first) == ("move", VerdictWord.READY, False)
    # a bit that met wood is in a stud of 38, which ends 38 beside it at the most
    there = taken(after, way).holes
    assert all(abs(hole.x_mm - holes[0].x_mm) > 38 for hole in there[:2])


def test_where_a_spot_is_open_one_goes_by_what_is_likelier() -> None:
    # a stud that was seen at 1200 and not met there: 30 beside it wood is possible and a void is likely
    own = Member(id="own", kind=MemberKind.STUD, x_mm=1181, y_mm=0, width_mm=38, height_mm=2400, known=HowKnown.SEEN)
    free = Hit(id="free", kind=HitKind.PIN_VOID, x_mm=1200, y_mm=1100)
    hole = make_plan(job(stud_wall(framing=Framing(members=(own,)), hits=(free,)), TWO, 1000, 1100), CATALOGUE).holes[1]
    assert hole.behind.kind is BehindKind.OPEN
    assert 0.05 <= hole.behind.solid_wood < 0.5 < hole.behind.clear
    screws = [one.fixing for one in hole.candidates if "stud_screw" in one.fixing]
    assert screws, "a screw would do if there were a stud"
    assert hole.chosen not in screws


@pytest.mark.parametrize("build_up", ["board_on_studs", "fibre_cement_on_studs"])
@pytest.mark.parametrize(("left_mm", "found"), [(1170, True), (970, True), (970, False)])
def test_what_goes_as_planned_makes_nothing_less_sure(build_up: str, left_mm: float, found: bool) -> None:
    """Studs that were seen, or looked for by nobody: a bit that meets what was expected asks for no more proof."""
    wall = stud_wall(build_up=CATALOGUE.build_up_by_key[build_up].layers, stated="told")
    wall = wall if found else wall.model_copy(update={"framing": None})
    fixture = plate_fixture(((30, 30), (30, 130)), size_mm=(60, 160), mass_kg=3)
    base = job(wall, fixture, left_mm, 1000)
    plan = make_plan(base, CATALOGUE, KEEP)
    assert plan.verdict.word is VerdictWord.READY
    meant = [hole.chosen for hole in plan.holes]
    for hole in plan.holes:
        base, plan = answered(base, hole.id, "as_planned")
        assert plan.verdict.word is VerdictWord.READY, plan.verdict.sentence
        assert [one.chosen for one in plan.holes] == meant


def test_a_hole_for_an_anchor_that_went_in_is_no_stud_however_wide_its_wing() -> None:
    # nobody is sure of the studs; what went in as planned shows that none is there, for what is as wide
    wall = stud_wall(
        framing=Framing(row=StudRow(first_centre_mm=400, pitch_mm=400, stud_width_mm=38, known="predicted"))
    )
    base = job(wall, plate_fixture(((30, 30),), size_mm=(60, 60), mass_kg=1), 1130, 1000)
    open_before = {one.code for one in make_plan(base, CATALOGUE, KEEP).findings}
    assert "stud-open" in open_before
    after, plan = answered(base, "h1", "as_planned")
    assert "stud-open" not in {one.code for one in plan.findings}
    # a toggle, whose wing reaches farther, is not shown to be clear by a narrow anchor
    wide = after.model_copy(update={"choices": chosen("spring_toggle_m6", 1)})
    assert plan.holes[0].chosen != "spring_toggle_m6"
    assert "stud-open" in {one.code for one in make_plan(wide, CATALOGUE, KEEP).findings}


@pytest.mark.parametrize(("depth_mm", "deep_mm"), [(None, 60), (45, 45)])
def test_a_screw_that_went_into_a_stud_as_planned_tells_how_deep_wood_is(
    depth_mm: float | None, deep_mm: float
) -> None:
    base = job(stud_wall(), plate_fixture(((30, 30),), size_mm=(60, 60), mass_kg=1), 1170, 1000)
    for met, known in (("as_planned", deep_mm), ("wood", None)):
        record = HoleRecord(hole_id="h1", met=(met,), fixing="stud_screw_5_0", depth_mm=depth_mm)
        (told,) = told_by_holes(base.model_copy(update={"records": (record,)}), CATALOGUE).wall.hits
        assert told.depth_mm == known
