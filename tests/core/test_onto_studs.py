"""Ways onto studs: spare holes of a plate that come onto them, a board as long as they want, screws into them."""

from hypothesis import given
from hypothesis import strategies as st

from rockpin.core.base.findings import VerdictWord
from rockpin.core.base.keeping import Keep
from rockpin.core.document.job import JobDocument, Region
from rockpin.core.document.record import HoleRecord
from rockpin.core.document.wall import Framing, HowKnown, Member, MemberKind, StudRow
from rockpin.core.fixture import build
from rockpin.core.framing import BehindKind
from rockpin.core.placing import shifted
from rockpin.core.plan import Stud, WayKind, better_places, make_plan, read_wall, studs_among, used_on_studs, ways_out
from rockpin.core.plan.spare_holes import with_every_hole
from rockpin.core.questions import Supposed, job_of
from tests.answering import CATALOGUE
from tests.builders import brick_wall, job, plate_fixture, stud_wall

# 640 wide, its rows of 13 holes from 20 to 620, the outermost in use; on it at 1000 + (970 - 640) / 2 + 20 + 15 = 1200
HEAVY = build(CATALOGUE.shape_by_key["screen_plate"], {"own": 25})
AT_MM = 1015.0


def _studs(document: JobDocument) -> list[Stud]:
    return studs_among(read_wall(document, CATALOGUE, Keep(8)).framing.members)


def _used(document: JobDocument) -> set[tuple[float, float]]:
    return {(hole.x_mm, hole.y_mm) for one in document.fixture.supports for hole in one.holes if hole.used}


def test_a_wide_screen_hangs_by_the_holes_that_are_on_its_studs() -> None:
    here = job(stud_wall(), HEAVY, AT_MM, 1000)
    before = make_plan(here, CATALOGUE)
    # studs at 1200 and 1600: the holes at 1800 would be in board alone
    assert [(hole.x_mm, hole.behind.kind) for hole in before.holes][:2] == [
        (1200, BehindKind.TIMBER),
        (1800, BehindKind.VOID),
    ]
    assert before.verdict.word is VerdictWord.DO_NOT_DRILL
    way = next(one for one in ways_out(here, CATALOGUE) if one.kind is WayKind.OTHER_HOLES)
    assert "20 mm and 420 mm from its left edge" in way.sentence
    assert way.job is not None
    after = here.model_copy(update=dict(way.job))
    assert after.placement == here.placement
    plan = make_plan(after, CATALOGUE)
    assert {(hole.x_mm, hole.behind.kind) for hole in plan.holes} == {
        (1200, BehindKind.TIMBER),
        (1600, BehindKind.TIMBER),
    }
    assert all(hole.chosen and CATALOGUE.fixing_by_key[hole.chosen].method == "wood" for hole in plan.holes)
    assert plan.verdict.word is not VerdictWord.DO_NOT_DRILL
    assert any("holes of its plate that are on studs" in one.sentence for one in better_places(here, CATALOGUE))


def test_it_is_moved_by_less_than_its_holes_are_apart_for_them_to_come_onto_studs() -> None:
    # 15 to the left no hole is on a stud; so many to the right two are
    here = job(stud_wall(), HEAVY, AT_MM - 15, 1000)
    way = next(one for one in ways_out(here, CATALOGUE) if one.kind is WayKind.OTHER_HOLES)
    assert way.job is not None
    assert "and move it 15 mm to the right" in way.sentence
    assert way.job.placement.x_mm == AT_MM


@given(st.floats(300, 700), st.floats(0, 700), st.floats(28, 60), st.floats(0, 400))
def test_wherever_studs_stand_what_is_taken_is_on_them(pitch: float, first: float, wide: float, off: float) -> None:
    row = StudRow(first_centre_mm=first, pitch_mm=pitch, stud_width_mm=wide, known=HowKnown.SEEN)
    here = job(stud_wall(framing=Framing(row=row)), HEAVY, 800 + off, 1000)
    found = used_on_studs(here, _studs(here), CATALOGUE)
    if found is None:
        return
    play = wide / 2 - CATALOGUE.figures.framing.wood_edge_min_mm
    columns = {x for x, _ in _used(found.job)}
    for x in columns:
        on_the_wall = 800 + off + HEAVY.supports[0].x_mm + x
        assert abs((on_the_wall - first + pitch / 2) % pitch - pitch / 2) <= play + 1e-6
    assert 1 <= len(columns) <= 2
    # the two rows that are in use stay so, and all else of the thing stays as it is
    assert {y for _, y in _used(found.job)} == {y for _, y in _used(here)}
    assert found.job.fixture.pieces == here.fixture.pieces
    assert len(found.job.fixture.supports[0].holes) == len(HEAVY.supports[0].holes)


def test_nothing_is_taken_that_holds_no_screw() -> None:
    steel = stud_wall().build_up[0], stud_wall().build_up[1].model_copy(update={"material": "steel_studs"})
    noggin = Member(id="n", kind=MemberKind.NOGGIN, x_mm=0, y_mm=1100, width_mm=4000, height_mm=60, known=HowKnown.SEEN)
    for wall in (
        brick_wall(12),
        stud_wall(build_up=(*steel, stud_wall().build_up[2])),
        stud_wall(framing=Framing(members=(noggin,))),
    ):
        here = job(wall, HEAVY, AT_MM, 1000)
        assert used_on_studs(here, _studs(here), CATALOGUE) is None
    # a plate all of whose holes are used has none to spare
    full = job(stud_wall(), plate_fixture(((20, 20), (180, 20)), size_mm=(200, 60)), 1000, 1000)
    assert used_on_studs(full, _studs(full), CATALOGUE) is None


def _on_board(pitch_mm: float, **more: object) -> JobDocument:
    row = StudRow(first_centre_mm=600, pitch_mm=pitch_mm, stud_width_mm=38, known=HowKnown.SEEN)
    shape = build(CATALOGUE.shape_by_key["on_board"], {})
    return job(stud_wall(framing=Framing(row=row)), shape, 1350, 1200).model_copy(update=more)


def test_a_board_that_is_too_short_for_its_studs_is_taken_longer() -> None:
    here = _on_board(600)
    assert make_plan(here, CATALOGUE).verdict.word is VerdictWord.DO_NOT_DRILL
    way = next(one for one in ways_out(here, CATALOGUE) if one.kind is WayKind.LONGER_BOARD)
    assert way.job is not None
    after = here.model_copy(update=dict(way.job))
    (old,), (new,) = here.fixture.links, after.fixture.links
    plan = make_plan(after, CATALOGUE)
    assert {hole.x_mm for hole in plan.holes} == {1200, 1800}
    assert {hole.behind.kind for hole in plan.holes} == {BehindKind.TIMBER}
    assert plan.verdict.word is not VerdictWord.DO_NOT_DRILL
    # as high, as thick, its screws in the same two lines; the plate on it is where it was
    assert (new.height_mm, new.thickness_mm, new.y_mm) == (old.height_mm, old.thickness_mm, old.y_mm)
    assert {hole.y_mm for hole in new.holes} == {hole.y_mm for hole in old.holes}
    assert after.fixture.supports == here.fixture.supports
    assert "Take a longer board, " in way.sentence


def test_no_longer_board_where_that_is_no_help() -> None:
    # it reaches its studs as it is, or is up already
    on_two = _on_board(400).model_copy(update={"placement": _on_board(400).placement.model_copy(update={"x_mm": 1250})})
    assert WayKind.LONGER_BOARD not in {one.kind for one in ways_out(on_two, CATALOGUE)}
    drilled = HoleRecord(hole_id=make_plan(_on_board(600), CATALOGUE).holes[0].id, met=("void",), bit_mm=8, depth_mm=60)
    up = _on_board(600, records=(drilled,))
    assert WayKind.LONGER_BOARD not in {one.kind for one in ways_out(up, CATALOGUE)}


def test_nobody_drills_all_holes_of_a_rail_that_offers_dozens() -> None:
    assert with_every_hole(HEAVY, CATALOGUE.remedies.all_holes_most) is None
    places = tuple((20.0 + 40 * n, 20.0) for n in range(5))
    few = plate_fixture(places, size_mm=(200, 40))
    (plate,) = few.supports
    spare = plate.model_copy(
        update={"holes": tuple(one.model_copy(update={"used": one == plate.holes[0]}) for one in plate.holes)}
    )
    every = with_every_hole(few.model_copy(update={"supports": (spare,)}), CATALOGUE.remedies.all_holes_most)
    assert every is not None
    assert all(hole.used for hole in every.supports[0].holes)
    # those that it has are all of them by now
    assert with_every_hole(every, CATALOGUE.remedies.all_holes_most) is None


def test_what_is_too_heavy_for_the_lining_is_borne_by_the_studs_behind_it() -> None:
    """Screws hold in the lining wherever they go, and so were chosen; all of it on the lining alone is too much."""
    asked = Supposed(shape="radiator", wall="timber_lining", in_studs=True, region=Region.CENTRAL_EUROPE, hand="touch")
    here = job_of(asked, CATALOGUE)
    # its right bracket at 1850 is put onto the stud that is usual at 1875
    here = here.model_copy(update={"placement": shifted(here.placement, 25, 0)})
    # a screw of one's own holds there too
    mine = CATALOGUE.fixing_by_key["lining_screw_4_0"].model_copy(update={"key": "mine"})
    here = here.model_copy(update={"own_fixings": (mine,)})
    before = make_plan(here, CATALOGUE)
    assert "mine" in {one.fixing for hole in before.holes for one in hole.candidates}
    assert "board-overhung" in {one.code for one in before.findings}
    way = next(one for one in ways_out(here, CATALOGUE) if one.kind is WayKind.OTHER_FIXING)
    assert way.job is not None
    plan = make_plan(here.model_copy(update=dict(way.job)), CATALOGUE)
    assert "board-overhung" not in {one.code for one in plan.findings}
    assert plan.verdict.word is VerdictWord.PROVE_FIRST
    rows = CATALOGUE.with_own((mine,)).fixing_by_key
    methods = {round(hole.x_mm): rows[hole.chosen or ""].method for hole in plan.holes}
    assert methods == {1175: "lining", 1875: "wood"}
