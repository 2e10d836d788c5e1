"""A hole that came out beside its mark: the bracket takes it, is eased, or the whole thing follows it."""

from math import hypot

import pytest

from rockpin.core.document.fixture import HeldBy, HoleKind
from rockpin.core.document.record import CameLoose, FailedHow, OldFixing
from rockpin.core.drilling import stays_behind, told_by_holes
from tests.answering import CATALOGUE, TWO, answered, chosen, ways
from tests.builders import brick_wall, job, plate_fixture


@pytest.mark.parametrize(
    ("right", "up", "kind"),
    # holes of 6.5 mm have 0.25 mm of play about a 6 mm screw; more than 4 mm nobody files away
    [(0.2, 0.2, "go_on"), (0.4, 0, "ease"), (0, 0.4, "ease"), (2, -2, "ease"), (3.5, 3.5, None), (0, 9, None)],
)
def test_a_hole_beside_its_mark_is_gone_on_with_or_the_bracket_is_eased(
    right: float, up: float, kind: str | None
) -> None:
    base = job(brick_wall(15), TWO, 1057, 1007, choices=chosen("nylon_plug_8", 2))
    found = ways(base, "h1", "wandered", off_x_mm=right, off_y_mm=up)
    kinds = [way.kind for way in found.ways if way.kind in ("go_on", "same_hole", "ease")]
    assert kinds[:1] == ([kind] if kind else [])
    if kind == "ease":
        way = next(way for way in found.ways if way.kind == "ease")
        assert (way.new_holes, way.puts_in) == (0, "Nylon expanding plug 8 × 40")
        (hole, other) = way.job.fixture.supports[0].holes
        assert hole.diameter_mm >= 6 + 2 * hypot(right, up)
        assert other.diameter_mm == 6.5


def test_the_whole_thing_follows_its_first_hole_and_no_later_one() -> None:
    base = job(brick_wall(15), TWO, 1057, 1007, choices=chosen("nylon_plug_8", 2))
    way = ways(base, "h1", "wandered", off_x_mm=9, off_y_mm=-4).ways[0]
    assert (way.kind, way.new_holes) == ("follow", 0)
    assert (way.job.placement.x_mm, way.job.placement.y_mm) == (1066, 1003)
    (record,) = way.job.records
    assert (record.hole_id, record.off_x_mm, record.off_y_mm) == ("h1", 0, 0)
    assert not way.job.left
    # and saved so it is as it was named: the hole is that of its mark
    wandered, _ = answered(base, "h1", "wandered", off_x_mm=9, off_y_mm=-4)
    taken = wandered.model_copy(update=dict(way.job))
    assert stays_behind(wandered, taken, CATALOGUE) == taken
    # it has holes already where it came loose, and what stands on the floor goes to the side only
    old = CameLoose(holes=(OldFixing(hole_id="h2", fixing="nylon_plug_6", how=FailedHow.PULLED_OUT, hole_mm=8),))
    loose = base.model_copy(update={"came_loose": old})
    assert "follow" not in {one.kind for one in ways(loose, "h1", "wandered", off_x_mm=9, off_y_mm=-4).ways}
    pieces = tuple(piece.model_copy(update={"held_by": HeldBy.FLOOR}) for piece in TWO.pieces)
    stands = job(brick_wall(15), TWO.model_copy(update={"pieces": pieces}), 1057, 0, choices=base.choices)
    for up, goes in ((-4, False), (0, True)):
        kinds = {one.kind for one in ways(stands, "h1", "wandered", off_x_mm=9, off_y_mm=up).ways}
        assert ("follow" in kinds) is goes
    # with another hole in the wall it would leave that one
    after, _ = answered(base, "h2", "as_planned")
    assert "follow" not in {one.kind for one in ways(after, "h1", "wandered", off_x_mm=9, off_y_mm=-4).ways}


def test_no_hole_is_eased_through_the_edge_of_its_plate() -> None:
    small = plate_fixture(((9, 30), (170, 30)), size_mm=(200, 60), mass_kg=3)
    base = job(brick_wall(15), small, 1057, 1007, choices=chosen("nylon_plug_8", 2))
    # 12 mm in a plate whose hole lies 9 mm from its edge leaves 3 mm of it; 13 mm leaves less
    for off_mm, eased in ((3, True), (3.5, False)):
        found = ways(base, "h1", "wandered", off_x_mm=off_mm)
        assert any(way.kind == "ease" for way in found.ways) is eased


def test_a_hole_that_is_left_empty_stays_in_the_wall_and_the_others_on_record() -> None:
    three = plate_fixture(((30, 30), (100, 30), (170, 30)), size_mm=(200, 60), mass_kg=3)
    base = job(brick_wall(15), three, 1057, 1007, choices=chosen("nylon_plug_8", 3))
    after, _ = answered(base, "h2", "as_planned")
    way = next(one for one in ways(after, "h1", "wandered", off_x_mm=9, off_y_mm=-4).ways if one.kind == "fewer")
    assert [record.hole_id for record in way.job.records] == ["h2"]
    assert [(left.id, left.x_mm, left.y_mm) for left in way.job.left] == [("left-h1", 1057 + 30 + 9, 1007 + 30 - 4)]
    assert [hole.id for hole in way.job.fixture.supports[0].holes if hole.used] == ["h2", "h3"]


def test_a_slot_takes_a_hole_that_came_out_along_it_and_none_across() -> None:
    # a slot of 6.5 × 14.5 lets a 6 mm screw lie 4 mm along it and a quarter of one across; round holes bear the weight
    three = plate_fixture(((30, 30), (100, 30), (170, 30)), size_mm=(200, 60), mass_kg=3)
    (support,) = three.supports
    for kind, along in ((HoleKind.SLOT_UPRIGHT, (0.0, 3.0)), (HoleKind.SLOT_ACROSS, (3.0, 0.0))):
        slot = support.holes[0].model_copy(update={"kind": kind, "slot_length_mm": 14.5})
        slotted = support.model_copy(update={"holes": (slot, *support.holes[1:])})
        fixture = three.model_copy(update={"supports": (slotted,)})
        base = job(brick_wall(15), fixture, 1057, 1007, choices=chosen("nylon_plug_8", 3))
        kinds = [
            ways(base, "h1", "wandered", off_x_mm=x, off_y_mm=y).ways[0].kind for x, y in (along, (along[1], along[0]))
        ]
        assert kinds[0] == "go_on", kind
        assert kinds[1] != "go_on", kind


def test_a_hole_tells_of_the_wall_where_it_was_drilled() -> None:
    base = job(brick_wall(15), TWO, 1057, 1007, choices=chosen("nylon_plug_8", 2))
    after, _ = answered(base, "h1", "void", off_x_mm=9, off_y_mm=-4, met_at_mm=30, came_out="red", depth_mm=60)
    told = told_by_holes(after, CATALOGUE).wall
    (check,) = (one for one in told.evidence if one.id == "met-h1")
    assert (check.x_mm, check.y_mm) == (1057 + 30 + 9, 1007 + 30 - 4)
    # what came out tells as far as to the void
    assert check.probe is not None
    assert [(one.from_mm, one.to_mm) for one in check.probe.intervals] == [(0, 30)]


def test_in_a_plain_hole_the_screw_has_its_play_and_no_more_each_way() -> None:
    """Holes of 7 mm leave half a millimetre about a screw of 6, to either side and up and down."""
    wide = plate_fixture(((30, 30), (170, 30)), size_mm=(200, 60), mass_kg=3, hole_mm=7)
    base = job(brick_wall(15), wide, 1057, 1007, choices=chosen("nylon_plug_8", 2))
    for right, up, takes in ((0.5, 0.5, True), (-0.5, -0.5, True), (0.6, 0, False), (0, -0.6, False)):
        kinds = {one.kind for one in ways(base, "h1", "wandered", off_x_mm=right, off_y_mm=up).ways}
        assert ("go_on" in kinds, "ease" in kinds) == (takes, not takes)
