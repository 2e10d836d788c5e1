"""A piece in an inside corner: how its weight is shared, and one job on two walls, each hole by its own."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from rockpin.catalogue import load_catalogue
from rockpin.core.base.findings import Severity, VerdictWord
from rockpin.core.base.quantities import STANDARD_GRAVITY_M_S2 as G
from rockpin.core.demand import Bearing, corner_shares
from rockpin.core.document.fixture import Environment, Fixture, FixtureHole, HoleKind, Link, LinkKind
from rockpin.core.document.job import JobDocument, Placement, Region
from rockpin.core.document.record import AsBuilt, CameLoose, FailedHow, Holds, HoleRecord, OldFixing
from rockpin.core.document.wall import Courses, EdgeKind, Layer, Point, Wall
from rockpin.core.drilling import drilled_holes, hangs_again, stays_behind
from rockpin.core.fixture import build
from rockpin.core.placing import shifted
from rockpin.core.plan import (
    WayKind,
    better_places,
    make_plan,
    places_on_the_wall,
    repair_of,
    take_in,
    ways_on,
    ways_out,
)
from rockpin.core.plan.corner import planes_of
from rockpin.core.plan.happened import HoleAnswered
from rockpin.core.plan.hole_case import OnKind
from rockpin.core.plan.reporting import Report
from rockpin.core.questions import starting_wall
from tests.builders import brick_wall, concrete_wall, job, plate_fixture

CATALOGUE = load_catalogue()


# --- how it is shared ------------------------------------------------------------------------------------------------


def test_three_supports_are_statics() -> None:
    # a triangle of supports at (0, 0), (300, 0), (0, 300): the weight at (90, 60) gives 0.3 and 0.2 to the far two
    found = corner_shares([Bearing(0, 0), Bearing(300, 0), Bearing(0, 300)], Bearing(90, 60))
    assert found.shares == pytest.approx((0.5, 0.3, 0.2))
    assert (found.tips, found.beside_mm) == (False, 0)


def test_two_supports_bear_by_the_foot_of_the_weight_and_the_rest_is_a_lever() -> None:
    # (200, 0) and (0, 200), weight at (80, 80): its foot on their line is (100, 100), √2·20 away; half each
    found = corner_shares([Bearing(200, 0), Bearing(0, 200)], Bearing(80, 80))
    assert found.shares == pytest.approx((0.5, 0.5))
    assert found.beside_mm == pytest.approx(20 * np.sqrt(2))
    alone = corner_shares([Bearing(50, 20)], Bearing(50, 80))
    assert alone.shares == pytest.approx((1.0,))
    assert alone.beside_mm == pytest.approx(60)


def stiffness_solution(places: np.ndarray, at: np.ndarray) -> np.ndarray:
    """Reactions of a rigid plate on equal springs, by its stiffness matrix: K·(w, θ) = (1, M)."""
    stiffness, load = np.zeros((3, 3)), np.array([1.0, at[0], at[1]])
    for u, v in places:
        shape = np.array([1.0, u, v])
        stiffness += np.outer(shape, shape)
    sinks = np.linalg.solve(stiffness, load)
    return np.array([sinks @ (1.0, u, v) for u, v in places])


@given(
    st.lists(st.tuples(st.floats(10, 900), st.floats(10, 80)), min_size=2, max_size=5, unique_by=lambda one: one[0]),
    st.lists(st.tuples(st.floats(10, 80), st.floats(10, 900)), min_size=2, max_size=5, unique_by=lambda one: one[1]),
    st.floats(0.05, 0.5),
)
def test_more_of_them_are_a_rigid_plate_on_springs_and_never_less_than_their_number_says(
    left: list[tuple[float, float]], right: list[tuple[float, float]], share: float
) -> None:
    places = np.array([*left, *right])
    spread = np.linalg.svd(places - places.mean(axis=0), compute_uv=False)
    if spread[1] < 40:
        return
    at = places.mean(axis=0) + share * (places[0] - places.mean(axis=0))
    found = corner_shares([Bearing(u, v) for u, v in places], Bearing(*at))
    springs = stiffness_solution(places, at)
    for one, spring in zip(found.shares, springs, strict=True):
        assert one == pytest.approx(max(spring, 1 / len(places)), abs=1e-6)
    assert sum(found.shares) >= 1 - 1e-9
    assert found.tips is bool((springs < -1e-6).any())


def test_a_weight_in_front_of_its_supports_tips() -> None:
    found = corner_shares([Bearing(0, 0), Bearing(300, 0), Bearing(0, 300)], Bearing(200, 200))
    assert found.tips
    # 1 − 4/3 at the corner is a pull downwards that nothing gives; the others are reckoned with all of theirs
    assert found.shares == pytest.approx((0, 2 / 3, 2 / 3))


# --- one job on two walls --------------------------------------------------------------------------------------------


def ledge(**measures: float) -> Fixture:
    return build(CATALOGUE.shape_by_key["corner_shelf"], measures)


def cornered(left: Wall, right: Wall, fixture: Fixture | None = None, y: float = 1200, **more: object) -> JobDocument:
    fixture = fixture or ledge()
    left = left.model_copy(update={"id": "left", "name": "Left wall", "right_edge": EdgeKind.INTERNAL_CORNER})
    right = right.model_copy(update={"id": "right", "name": "Right wall"})
    whole = job(left, fixture, 0, y, **more)
    place = Placement(wall_id="left", x_mm=0, y_mm=y, second_wall_id="right")
    return JobDocument.model_validate({**whole.model_dump(), "walls": (left, right), "placement": place})


def test_every_hole_is_planned_on_its_own_wall_and_numbered_through() -> None:
    made = make_plan(cornered(concrete_wall(), brick_wall(12)), CATALOGUE)
    # beside a corner of two walls a British cable may run: nothing else stands against it, on either wall
    assert {one.code for one in made.findings if one.severity is Severity.PROVE_FIRST} == {"in-zone"}
    assert not made.not_yet
    assert [hole.number for hole in made.holes] == list(range(1, 9))
    assert {hole.behind_text for hole in made.holes[:4]} == {"left wall: concrete"}
    assert {hole.behind_text for hole in made.holes[4:]} == {"right wall: brick or joint, hidden"}
    assert made.gaps == ()
    # the first wall is 4000 wide: left brackets 60 and 250 from the corner, right ones the same beyond it
    assert sorted({round(hole.x_mm) for hole in made.holes}) == [3750, 3940, 4060, 4250]
    assert [mark.left_text for mark in made.measures.marks[::2]] == ["3940 mm", "3750 mm", "60 mm", "250 mm"]
    assert made.beside is not None
    assert (made.beside.wall, made.beside.from_mm) == ("Right wall", 4000)
    # one order of work for both: marked, drilled by bit and layers, tried once
    titles = [step.title for step in made.steps]
    assert titles.count("Mark") == titles.count("Try it with a pull") == 1
    mark = next(step for step in made.steps if step.id == "mark")
    assert mark.at[0].words == "left wall, from its left edge · above the floor"
    assert mark.at[-1].words == "right wall, from the corner · above the floor"


def test_each_support_bears_its_share_at_its_own_lever() -> None:
    fixture = ledge(left=300, right=300, own=4, holds=0, bears=30, left_brackets=2, right_brackets=1)
    document = cornered(concrete_wall(), concrete_wall(), fixture.model_copy(update={"hand": "none"}))
    planes = planes_of(document, CATALOGUE.figures.demand)
    assert planes is not None
    # bearing at (60, 30), (250, 30) and (30, 155); the weight of a triangle at (100, 100)
    shares = corner_shares([Bearing(60, 30), Bearing(250, 30), Bearing(30, 155)], Bearing(100, 100)).shares
    assert planes.shares.shares == pytest.approx(shares)
    borne = [piece for part in (planes.first, planes.second) for piece in part.fixture.pieces]
    assert [piece.mass_kg for piece in borne] == pytest.approx([4 * one for one in shares])
    assert {piece.cog_z_mm for piece in borne} == {30}
    made = make_plan(document, CATALOGUE)
    # two holes above one another share a bracket's weight
    for number, share in ((1, shares[0]), (3, shares[1]), (5, shares[2])):
        hole = made.holes[number - 1]
        assert hole.demand_shear_n == pytest.approx(4 * share * G, rel=0.51)
        assert (hole.demand_shear_n or 0) >= 4 * share * G / 2 - 1e-6


def test_what_one_wall_forbids_forbids_the_whole_and_is_said_by_its_name() -> None:
    unlooked = brick_wall(12, looked=False)
    made = make_plan(cornered(concrete_wall(), unlooked), CATALOGUE)
    assert made.verdict.word is VerdictWord.PROVE_FIRST
    (said,) = [one for one in made.findings if one.code == "not-looked"]
    assert said.sentence.startswith("Right wall: ")
    # a switch on the right wall at the height of the ledge puts the right holes into its zone, not the left ones
    switch = Point(id="s", kind="switch", x_mm=900, y_mm=1165)
    wired = brick_wall(12, points=(switch,))
    zoned = {one.where.hole for one in make_plan(cornered(concrete_wall(), wired), CATALOGUE).findings}
    assert {"right-1-top", "right-2-top"} <= zoned
    # courses of the right wall are its own: its holes know brick from joint, the left ones stay in concrete
    bare = brick_wall(0, courses=Courses(unit_length_mm=215, unit_height_mm=65, joint_mm=10))
    behind = {hole.support: hole.behind_text for hole in make_plan(cornered(concrete_wall(), bare), CATALOGUE).holes}
    assert behind["left-1"] == "left wall: concrete"
    assert behind["right-1"] in {"right wall: brick", "right wall: mortar joint"}


def test_a_corner_wants_its_second_wall_and_says_what_is_wrong_with_it() -> None:
    def said(document: JobDocument) -> dict[str, Severity]:
        return {one.code: one.severity for one in make_plan(document, CATALOGUE).findings}

    alone = job(concrete_wall(), ledge(), 1000, 1200)
    assert said(alone)["corner-wants-wall"] is Severity.DO_NOT_DRILL
    both = cornered(concrete_wall(), concrete_wall())
    assert "no-inside-corner" not in said(both)
    first, second = both.walls
    free = first.model_copy(update={"right_edge": EdgeKind.FREE_END})
    assert said(both.model_copy(update={"walls": (free, second)}))["no-inside-corner"] is Severity.PROVE_FIRST
    # a rectangle has its weight at half of both, in front of what two cleats a side span
    whole = cornered(concrete_wall(), concrete_wall(), ledge(whole=1))
    assert said(whole)["corner-tips"] is Severity.PROVE_FIRST
    line = cornered(concrete_wall(), concrete_wall(), ledge(left_brackets=1, right_brackets=1))
    assert said(line)["corner-on-a-line"] is Severity.NOTE
    wet = ledge().model_copy(update={"environment": Environment.WET})
    assert said(cornered(concrete_wall(), concrete_wall(), wet))["corner-fall"] is Severity.NOTE


def test_each_wall_remembers_its_own_holes() -> None:
    records = tuple(HoleRecord(hole_id=name, holds=Holds.YES, depth_mm=60) for name in ("left-1-top", "right-1-top"))
    document = cornered(concrete_wall(), concrete_wall()).model_copy(update={"records": records})
    left, right = document.walls
    ours = drilled_holes("ledge", document, left, CATALOGUE)
    theirs = drilled_holes("ledge", document, right, CATALOGUE)
    assert [(one.name, one.x_mm) for one in ours] == [(f"hole 1 of {document.title}", 3940)]
    assert [(one.name, one.x_mm) for one in theirs] == [(f"hole 5 of {document.title}", 60)]


def _drilled(*names: str) -> JobDocument:
    records = tuple(HoleRecord(hole_id=name, holds=Holds.YES, depth_mm=60) for name in names)
    return cornered(brick_wall(12), brick_wall(12)).model_copy(update={"records": records})


def test_what_is_moved_in_a_corner_leaves_its_holes_behind_each_in_its_own_wall() -> None:
    every = [hole.id for support in ledge().supports for hole in support.holes]
    before = _drilled(*every)
    moved = before.model_copy(update={"placement": shifted(before.placement, 0, 150)})
    after = stays_behind(before, moved, CATALOGUE)
    assert not after.records
    # the left wall is 4000 wide: its holes are 60 and 250 from its right end, the right wall's as far from its left
    assert sorted({(one.on_second, one.x_mm) for one in after.left}) == [
        (False, 3750),
        (False, 3940),
        (True, 60),
        (True, 250),
    ]
    # what is to be drilled now is drilled nowhere yet
    assert {line.text for line in make_plan(after, CATALOGUE).record} == {"not drilled yet"}
    for wall in before.walls:
        assert len(drilled_holes("ledge", after, wall, CATALOGUE)) == 4
    # moved back onto them, none of them is left twice
    again = stays_behind(after, after.model_copy(update={"placement": before.placement}), CATALOGUE)
    assert len(again.left) == len(every)


def test_a_way_on_from_a_hole_round_the_corner_leaves_it_in_its_own_wall() -> None:
    failed = HoleRecord(hole_id="right-1-top", holds=Holds.NO, depth_mm=60, fixing="nylon_plug_8")
    here = _drilled().model_copy(update={"records": (failed,)})
    ways = ways_on(here, "right-1-top", CATALOGUE).ways
    way = next(one for one in ways if one.kind is OnKind.MOVE)
    assert [(one.x_mm, one.on_second) for one in way.job.left] == [(60, True)]
    # the picture is unfolded: there it lies beyond the left wall
    assert [dot.x_mm for dot in way.old] == [4060]


def test_what_was_drilled_at_a_mark_that_is_elsewhere_by_now_is_in_its_own_wall() -> None:
    here = cornered(brick_wall(12), brick_wall(12))
    mark = next(hole for hole in make_plan(here, CATALOGUE).holes if hole.id == "right-1-top")
    moved = here.model_copy(update={"placement": shifted(here.placement, 0, 90)})
    said = HoleAnswered(
        id="a",
        hole_id=mark.id,
        mark_x_mm=mark.x_mm,
        mark_y_mm=mark.y_mm,
        report=Report(outcome="as_planned", depth_mm=60),
    )
    body = take_in(moved, make_plan(moved, CATALOGUE), said, CATALOGUE)
    assert [(one.x_mm, one.y_mm, one.on_second) for one in body.left] == [(60, mark.y_mm, True)]


def test_distances_of_either_wall_are_read_and_what_hung_there_hung_in_its_corner() -> None:
    here = cornered(brick_wall(12), brick_wall(12))
    # brackets 60 and 250 from the corner, on either wall
    pairs = (("left-1-top", "left-2-top", 190.0), ("right-1-top", "right-2-top", 195.0))
    built = tuple(AsBuilt(first=one, second=other, distance_mm=mm) for one, other, mm in pairs)
    read = make_plan(here.model_copy(update={"as_built": built}), CATALOGUE).as_built
    assert [(one.first, one.second, one.planned_mm) for one in read] == [(1, 3, 190), (5, 7, 190)]

    old = tuple(
        OldFixing(hole_id=name, fixing="nylon_plug_6", how=FailedHow.PULLED_OUT, hole_mm=6) for name, *_ in pairs
    )
    before = here.model_copy(update={"placement": here.placement.model_copy(update={"x_mm": 3700.0})})
    again = before.model_copy(update=dict(repair_of(before, CameLoose(holes=old))))
    # each old hole is where it was, in its own wall, and the old thing is in nobody's way
    moved = again.model_copy(update={"placement": shifted(again.placement, 0, 150)})
    left = stays_behind(again, moved, CATALOGUE).left
    assert [(one.x_mm, one.on_second) for one in left] == [(3940, False), (60, True)]
    assert all(hangs_again(again, before, wall) for wall in before.walls)


def test_ways_out_of_a_corner_leave_it_in_the_corner_and_put_no_board_round_it() -> None:
    layers = (Layer(material="plaster", thickness_mm=13), Layer(material="aerated_block", thickness_mm=100))
    block = brick_wall().model_copy(update={"build_up": layers, "courses": None})
    here = cornered(block, block, ledge(holds=6))
    assert make_plan(here, CATALOGUE).verdict.word is VerdictWord.DO_NOT_DRILL
    ways = ways_out(here, CATALOGUE)
    assert WayKind.LARGER_PLATE in {one.kind for one in ways}
    assert {WayKind.BACKING_BOARD, WayKind.BLOCKING, WayKind.ONTO_STUDS}.isdisjoint({one.kind for one in ways})
    assert {one.job.placement.x_mm for one in ways if one.job} == {here.placement.x_mm}


def test_a_way_out_leaves_less_open_than_there_was() -> None:
    # brackets of both walls may be on studs: nothing that leaves them there is a way out of that
    studs = starting_wall(
        "board_on_studs", Region.BRITAIN, CATALOGUE, id="wall", name="Studs", looked=True, width_mm=1900, height_mm=2400
    )
    here = cornered(studs, studs, ledge(holds=12))
    assert "stud-open" in {one.code for one in make_plan(here, CATALOGUE).findings}
    for one in ways_out(here, CATALOGUE):
        changed = here.model_copy(update=dict(one.job)) if one.job else here
        assert "stud-open" not in {finding.code for finding in make_plan(changed, CATALOGUE).findings}, one.sentence


@pytest.mark.parametrize("kind", [LinkKind.SPACER, LinkKind.BACKING_BOARD])
def test_what_is_between_a_wall_and_brackets_is_on_each_wall_with_its_own(kind: LinkKind) -> None:
    here = cornered(brick_wall(), brick_wall())
    assert here.fixture.corner is not None
    names, there = tuple(one.id for one in here.fixture.supports), set(here.fixture.corner.second_supports)
    hole = FixtureHole(id="board-hole", kind=HoleKind.ROUND, x_mm=20, y_mm=20, diameter_mm=6)
    board = {"width_mm": 200, "height_mm": 60, "holes": (hole,)} if kind.has_own_holes else {}
    link = Link(id="between", kind=kind, thickness_mm=10, support_ids=names, **board)
    put = here.model_copy(update={"fixture": here.fixture.model_copy(update={"links": (link,)})})
    planes = planes_of(put, CATALOGUE.figures.demand)
    assert planes is not None
    first, second = planes.first.fixture.links, planes.second.fixture.links
    # a board is on the wall of its first bracket, spacers are on both
    assert set(first[0].support_ids) == set(names) - there
    assert [set(one.support_ids) for one in second] == ([] if kind.has_own_holes else [there])
    assert make_plan(put, CATALOGUE).holes


def test_what_stands_in_a_corner_is_looked_for_up_and_down_in_it() -> None:
    here = cornered(brick_wall(12), brick_wall(12))
    places = places_on_the_wall(here, 0, CATALOGUE).places
    assert {one.x_mm for one in places} == {here.placement.x_mm}
    assert len({one.y_mm for one in places}) > 5
    assert {one.dx_mm for one in better_places(here, CATALOGUE)} <= {0.0}


def test_a_corner_says_where_it_goes_along_the_wall_whatever_was_said_before() -> None:
    here = cornered(brick_wall(12), brick_wall(12))
    aside = here.placement.model_copy(update={"x_mm": 1580.0})
    plans = [make_plan(one, CATALOGUE) for one in (here, here.model_copy(update={"placement": aside}))]
    assert plans[0] == plans[1]
    placing = plans[0].placing
    assert placing.in_corner
    assert placing.sentence.endswith(" above the floor, in the corner of both walls; level.")
    # the room for its own sides, and a wall by itself, are said as ever
    assert not make_plan(job(brick_wall(12), plate_fixture(((40.0, 40.0),)), 700, 700), CATALOGUE).placing.in_corner
