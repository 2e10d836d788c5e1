"""Things of a row measured anew: like ones together, others by themselves, and what was changed by hand stays."""

import pytest

from rockpin.catalogue import load_catalogue
from rockpin.core.base.errors import BadInput
from rockpin.core.document.arrangement import Spacing, SpacingKind
from rockpin.core.document.fixture import Fixture
from rockpin.core.fixture import (
    copied,
    in_row,
    joined,
    kind_with,
    measured_kinds,
    remeasured,
    removed,
    reordered,
    reshaped,
    started,
)
from rockpin.core.fixture.shape_builders import BRINGS, BUILDERS
from rockpin.core.plan import compute_stages
from rockpin.core.tables.references import thing_named
from tests.builders import brick_wall, job

CATALOGUE = load_catalogue()


def thing(key: str, **measures: float) -> Fixture:
    return started(thing_named(key, CATALOGUE), measures)


def hooks(count: int = 3) -> Fixture:
    row = thing("coat_hook")
    for _ in range(count - 1):
        row = copied(row, row.pieces[-1].id)
    return row


def anew(row: Fixture, **measures: float) -> Fixture:
    assert row.shape
    return reshaped(row, CATALOGUE.shape_by_key[row.shape], {**row.measures, **measures}, {})


def other_anew(row: Fixture, piece_id: str, shape: str, **measures: float) -> Fixture:
    kind = kind_with(row, piece_id, shape, CATALOGUE)
    return remeasured(row, CATALOGUE.shape_by_key[shape], {**kind.measures, **measures}, {}, kind)


def holes_mm(row: Fixture) -> list[float]:
    return [hole.diameter_mm for support in row.supports for hole in support.holes]


def ids(row: Fixture) -> list[str]:
    parts = [one.id for one in row.pieces] + [one.id for one in row.supports] + [one.id for one in row.envelopes]
    return parts + [hole.id for support in row.supports for hole in support.holes]


def test_like_things_follow_one_measure_and_keep_their_gaps() -> None:
    before = hooks()
    row = anew(before, width=60.0, hole=8.0)
    assert holes_mm(row) == [8.0] * 6
    assert [(one.x_mm, one.width_mm) for one in row.pieces] == [(0, 60), (160, 60), (320, 60)]
    assert [one.x_mm for one in row.supports] == [0, 160, 320]
    # holes that somebody drilled or chose for stay the same holes
    assert ids(row) == ids(before)
    assert [one.name for one in row.pieces] == ["Coat hook", "Coat hook 2", "Coat hook 3"]


def test_what_was_changed_by_hand_on_one_stays_on_that_one() -> None:
    row = hooks()
    second = row.supports[1]
    wide = second.holes[0].model_copy(update={"diameter_mm": 10.0})
    plate = second.model_copy(update={"holes": (wide, second.holes[1])})
    pieces = (row.pieces[0], row.pieces[1].model_copy(update={"depth_mm": 55.0, "name": "For bags"}), row.pieces[2])
    row = row.model_copy(update={"supports": (row.supports[0], plate, row.supports[2]), "pieces": pieces})
    grown = anew(row, hole=8.0, depth=45.0)
    assert holes_mm(grown) == [8, 8, 10, 8, 8, 8]
    assert [one.depth_mm for one in grown.pieces] == [45, 55, 45]
    assert grown.pieces[1].name == "For bags"


def test_those_that_are_left_follow_when_the_first_is_taken_out_or_stands_elsewhere() -> None:
    left = removed(hooks(), "piece")
    assert holes_mm(anew(left, hole=8.0)) == [8.0] * 4
    later = reordered(hooks(), "piece", 2)
    row = anew(later, width=60.0)
    assert [one.width_mm for one in row.pieces] == [60] * 3
    assert sorted(one.x_mm for one in row.pieces) == [0, 160, 320]


def test_a_third_bracket_comes_to_each_shelf_under_an_id_of_its_own() -> None:
    row = copied(thing("bookshelf"), "piece")
    before = ids(row)
    grown = anew(row, brackets=3.0)
    assert len(grown.supports) == 6
    assert len(set(ids(grown))) == len(ids(grown))
    assert set(before) <= set(ids(grown))
    # each shelf of 800 has one in its middle
    for shelf in grown.pieces:
        mine = [
            one.rect.centre_x_mm - shelf.x_mm for one in grown.supports if shelf.x_mm <= one.x_mm <= shelf.rect.right_mm
        ]
        assert sorted(mine)[1] == pytest.approx(400)
    assert len(anew(grown, brackets=2.0).supports) == 4


def _pulls(row: Fixture) -> list[tuple[float, float]]:
    done = compute_stages(job(brick_wall(13, width_mm=9000), row, 100, 900), CATALOGUE)
    loads = (done.demand.holes[hole.id] for hole in done.placed.holes)
    return sorted((round(one.tension_n, 3), round(one.shear_n, 3)) for one in loads)


@pytest.mark.parametrize(
    ("first", "other", "shape", "measures"),
    [
        ("mirror", "bookshelf", "shelf", {"width": 1100.0, "depth": 300.0, "holds": 22.0, "brackets": 3.0}),
        ("bookshelf", "coat_hook", "hook", {"depth": 70.0, "holds": 5.0, "hole": 5.0}),
        ("coat_hook", "grab_rail", "grab_rail", {"width": 800.0}),
        ("coat_hook", "safe_box", "plate", {"holds": 9.0}),
    ],
)
def test_a_thing_beside_others_is_measured_as_it_is_by_itself(
    first: str, other: str, shape: str, measures: dict[str, float]
) -> None:
    row = joined(thing(first), thing(other))
    piece = next(one.id for one in row.pieces if one.shape)
    grown = other_anew(row, piece, shape, **measures)
    assert _pulls(grown) == sorted([*_pulls(thing(first)), *_pulls(thing(other, **measures))])
    # the first is as it was, and so is the gap between them
    assert grown.pieces[0] == row.pieces[0]
    assert grown.shape == row.shape
    # and back again: nothing is left of it
    assert _pulls(other_anew(grown, piece, shape, **thing(other).measures)) == _pulls(row)
    assert [kind.piece_id for kind in measured_kinds(grown, CATALOGUE)] == [None, piece]


def test_two_alike_beside_another_follow_each_other_and_are_one_kind() -> None:
    row = joined(thing("mirror"), thing("coat_hook"))
    row = copied(row, row.pieces[1].id)
    assert [kind.name for kind in measured_kinds(row, CATALOGUE)] == ["Mirror", "Coat hook"]
    grown = other_anew(row, row.pieces[2].id, "hook", depth=60.0)
    assert [one.depth_mm for one in grown.pieces[1:]] == [60, 60]
    assert len(measured_kinds(grown, CATALOGUE)) == 2


def test_a_row_that_is_spaced_out_stays_so_and_says_where_it_is_too_short() -> None:
    spaced = in_row(hooks().model_copy(update={"spacing": Spacing(kind=SpacingKind.EQUAL_GAPS, span_mm=400)}))
    # 400 less three of 60 is shared by four gaps
    assert [one.x_mm for one in anew(spaced, width=60.0).pieces] == [55, 170, 285]
    with pytest.raises(BadInput, match=r"spacing\.span_mm.*too short for these 3 things"):
        anew(spaced, width=140.0)


def test_what_cannot_be_measured_so_is_named() -> None:
    row = joined(thing("mirror"), thing("coat_hook"))
    with pytest.raises(BadInput, match=r"measures\.depth"):
        other_anew(row, "piece-2", "hook", depth=-5.0)
    with pytest.raises(BadInput, match="is no piece of this fixture"):
        kind_with(row, "gone", "hook", CATALOGUE)
    with pytest.raises(BadInput, match="is not the shape of"):
        kind_with(row, "piece-2", "shelf", CATALOGUE)


def test_what_comes_with_a_thing_goes_with_it() -> None:
    """Bolts of a screen and the rating of a box are asked for no longer where the screen or the box is gone."""
    for name, shapes in BRINGS.items():
        brings = {key for key, build in BUILDERS.items() if getattr(build(every_measure(key)), name) is not None}
        assert brings == set(shapes)
    row = joined(thing("mirror"), thing("screen_plate"))
    assert row.device
    assert removed(row, row.pieces[1].id).device is None
    assert removed(row, row.pieces[0].id).device
    other = joined(thing("screen_plate"), thing("mirror"))
    assert removed(other, other.pieces[0].id).device is None
    assert reshaped(other, CATALOGUE.shape_by_key["shelf"], {}, {}).device is None
    two = copied(thing("screen_plate"), thing("screen_plate").pieces[0].id)
    assert removed(two, two.pieces[0].id).device


def every_measure(key: str) -> dict[str, float]:
    shape = CATALOGUE.shape_by_key[key]
    return {**shape.usual, **{one.key: one.start for one in shape.measures}}


@pytest.mark.parametrize("first", ["tall_cabinet", "mirror"])
def test_spacers_come_with_a_third_bracket_wherever_it_is_in_the_row(first: str) -> None:
    row = (
        copied(thing("tall_cabinet"), "piece")
        if first == "tall_cabinet"
        else joined(thing("mirror"), thing("tall_cabinet"))
    )

    def grown(brackets: float, of: Fixture) -> Fixture:
        if first == "tall_cabinet":
            return anew(of, brackets=brackets)
        return other_anew(of, of.pieces[1].id, "tall_cabinet", brackets=brackets)

    alone = {n: anew(thing("tall_cabinet"), brackets=n) for n in (2.0, 3.0)}
    times = 2 if first == "tall_cabinet" else 1
    for brackets, made in ((3.0, grown(3.0, row)), (2.0, grown(2.0, grown(3.0, row)))):
        behind = sum(len(link.support_ids) for link in alone[brackets].links)
        assert sum(len(link.support_ids) for link in made.links) == times * behind == times * brackets
        assert {name for link in made.links for name in link.support_ids} <= {one.id for one in made.supports}
        offs = sorted(made.stand_off_mm(one.id) for one in made.supports if one.id not in ("back",))
        assert offs[-1] == max(alone[brackets].stand_off_mm(one.id) for one in alone[brackets].supports)


def test_in_a_row_of_before_a_hook_is_no_copy_of_a_shelf() -> None:
    row = joined(thing("bookshelf"), thing("coat_hook"))
    bare = dict.fromkeys(("shape", "thing", "duty", "hand"))
    pieces = tuple(one.model_copy(update={**bare, "measures": {}}) for one in row.pieces)
    before = row.model_copy(update={"pieces": pieces})
    assert holes_mm(anew(before, hole=8.0)) == [8, 8, 8, 8, 6.5, 6.5]
