"""What people call a thing: the shape that it is made from, judged as that shape with the same measures."""

import re
from typing import Any

import pytest
from pydantic import ValidationError

from rockpin.catalogue import load_catalogue
from rockpin.core.base.errors import BadInput
from rockpin.core.base.findings import VerdictWord
from rockpin.core.base.keeping import Keep
from rockpin.core.document.fixture import Environment, HeldBy
from rockpin.core.plan import WayKind, make_plan, ways_out
from rockpin.core.plan.changed import drilled
from rockpin.core.questions import Supposed, job_of, what_goes_in
from rockpin.core.questions.planned import planned
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.references import thing_named

CATALOGUE = load_catalogue()
THINGS = CATALOGUE.common_thing_by_key


@pytest.mark.parametrize("key", sorted(THINGS))
def test_a_thing_by_its_name_is_its_shape_with_its_measures(key: str) -> None:
    thing = THINGS[key]
    named = what_goes_in(Supposed(shape=key, wall="plastered_brick"), CATALOGUE)
    up = job_of(Supposed(shape=key), CATALOGUE).placement.y_mm
    used = {"hand": thing.hand, "environment": thing.environment}
    told = Supposed(shape=thing.shape, measures=thing.measures, wall="plastered_brick", up_mm=up, **used)
    shaped = what_goes_in(told, CATALOGUE)
    assert named.title == f"{thing.label} on a plastered brick wall"
    if thing.brackets_first and not CATALOGUE.shape_by_key[thing.shape].brackets_first:
        # as its shape is, it would hang by its first screw for a while
        assert [fit.fixing for fit in named.fits] == [fit.fixing for fit in shaped.fits]
    else:
        assert (named.verdict, named.fits, named.ways) == (shaped.verdict, shaped.fits, shaped.ways)
    # what is usual of a thing is told as such, with the figure that counts
    held = job_of(Supposed(shape=key), CATALOGUE).fixture
    for measure in CATALOGUE.shape_by_key[thing.shape].measures:
        assert held.measures[measure.key] == thing.measures.get(measure.key, measure.start)
    assert held.name == thing.label
    assert held.hand == (thing.hand or CATALOGUE.shape_by_key[thing.shape].hand)


def test_what_is_said_of_a_thing_goes_before_what_is_usual_of_it() -> None:
    light = job_of(Supposed(shape="curtain_pole", measures={"holds": 2}, hand="tug"), CATALOGUE).fixture
    assert (light.measures["holds"], light.hand) == (2, "tug")
    assert light.measures["width"] == THINGS["curtain_pole"].measures["width"]
    assumed = what_goes_in(Supposed(shape="curtain_pole", wall="plastered_brick"), CATALOGUE).assumed
    assert "what hangs on it 6 kg" in assumed[-1]
    with pytest.raises(BadInput, match="“sofa” is no shape"):
        job_of(Supposed(shape="sofa"), CATALOGUE)


def test_what_hangs_outdoors_is_fixed_with_what_stands_the_weather_until_somebody_says_otherwise() -> None:
    for key in ("letterbox", "hose_reel"):
        usual = what_goes_in(Supposed(shape=key, wall="fair_faced_brick"), CATALOGUE)
        assert any("outdoors" in line for line in usual.assumed)
        kept_dry = Supposed(shape=key, wall="fair_faced_brick", environment=Environment.DRY)
        assert usual.fits
        lasting = ("tainless", "coated")
        assert all(any(word in fit.card.put_in_text for word in lasting) for fit in usual.fits)
        assert not any("tainless" in fit.card.put_in_text for fit in what_goes_in(kept_dry, CATALOGUE).fits)
        assert job_of(Supposed(shape=key), CATALOGUE).fixture.environment is Environment.OUTDOOR
        assert job_of(kept_dry, CATALOGUE).fixture.environment is Environment.DRY


def test_heights_outdoors_count_from_the_ground() -> None:
    """Where no room is there is no finished floor: not in the sentence, the marks, the reason or the paper."""
    for wall in ("fair_faced_brick", "rendered_brick"):
        plan = make_plan(job_of(Supposed(shape="letterbox", wall=wall, looked=True), CATALOGUE), CATALOGUE)
        assert plan.foot == "ground"
        told = [plan.placing.sentence, *(text for stage in plan.stages for text in (stage.because or "",))]
        mark = next(step for step in plan.steps if step.id == "mark")
        told += [mark.sentence, *(one.words or "" for one in mark.at)]
        assert sum("above the ground" in one for one in told) >= 3
        assert not any(re.search(r"\bfloor\b", one) for one in told)
    inside = make_plan(job_of(Supposed(shape="key_box", wall="plastered_brick"), CATALOGUE), CATALOGUE)
    assert inside.foot == "floor"


@pytest.mark.parametrize("key", [*sorted(THINGS), "radiator", "handrail", "shelf"])
@pytest.mark.parametrize("high_mm", [2400.0, 1000.0])
def test_a_thing_starts_where_such_things_hang_and_whole_on_its_wall(key: str, high_mm: float) -> None:
    job = job_of(Supposed(shape=key, height_mm=high_mm), CATALOGUE)
    start = thing_named(key, CATALOGUE)
    up, top = job.placement.y_mm, job.placement.y_mm + job.fixture.outline.top_mm
    if any(piece.held_by is HeldBy.FLOOR for piece in job.fixture.pieces):
        assert up == 0
    elif start.lower_edge_mm is None:
        assert up == min(CATALOGUE.figures.setout.start_height_mm, high_mm / 2)
    else:
        assert up == start.lower_edge_mm or top == pytest.approx(high_mm, abs=0.5) or up == 0
        assert top <= high_mm + 0.5 or up == 0


@pytest.mark.parametrize(
    ("changed", "says"),
    [
        ({"key": "rail"}, "the key rail stands twice, or is a shape's"),
        ({"also": ("Glass", "glass")}, "two things are called “glass”"),
        ({"also": ("grab bar",)}, "two things are called “grab bar”"),
        ({"shape": "sofa"}, "mirror names the unknown shape sofa"),
        ({"hand": "shove"}, "mirror names the unknown hand shove"),
        ({"measures": {"own": 1e6}}, r"mirror cannot have a own of 1e\+06"),
        ({"measures": {"posts": 2}}, "mirror cannot have a posts of 2"),
    ],
)
def test_a_row_that_cannot_be_is_refused(changed: dict[str, Any], says: str) -> None:
    values = {name: getattr(CATALOGUE, name) for name in Catalogue.model_fields}
    row = THINGS["mirror"].model_copy(update=changed)
    with pytest.raises(ValidationError, match=says):
        Catalogue(**{**values, "common_things": (row,)})


def test_a_clip_whose_slot_is_too_narrow_is_another_clip_and_its_bar_stays_as_it_is() -> None:
    """Behind plaster on battens only a screw of 6 reaches the stone: 5.5 mm of a clip's slot do not pass it."""
    job, before = planned(Supposed(shape="bathroom_cabinet", wall="stone_behind_battens"), CATALOGUE, Keep(8))
    assert before.verdict.sentence.startswith("Holes 4 and 5: no fixing in the catalogue holds here.")
    way = next(one for one in ways_out(job, CATALOGUE) if one.kind is WayKind.LARGER_HOLES)
    assert way.sentence.startswith("Take clips whose slots are 6.5 mm wide: ")
    assert way.job is not None
    for old, new in zip(job.fixture.supports, way.job.fixture.supports, strict=True):
        for was, now in zip(old.holes, new.holes, strict=True):
            # as much longer as it is wider, so that it still slides
            grown = now.diameter_mm - was.diameter_mm
            assert grown == (1 if old.clipped else 0)
            assert now.slot_length_mm == was.slot_length_mm + grown


def test_what_one_screw_alone_does_not_carry_is_held_up_until_all_are_in() -> None:
    """A hood of 14 kg on board: four toggles hold it, the first of them by itself does not."""
    job, before = planned(Supposed(shape="cooker_hood", wall="board_on_studs"), CATALOGUE, Keep(8))
    assert before.verdict.word is VerdictWord.DO_NOT_DRILL
    way = next(one for one in ways_out(job, CATALOGUE) if one.kind is WayKind.HELD_UP)
    assert way.sentence.startswith("Hold it up, by a second pair of hands or on a prop, until all of its screws are in")
    assert way.job is not None
    assert way.job.fixture.held_up
    held = make_plan(job.model_copy(update={"fixture": way.job.fixture}), CATALOGUE)
    assert all(hole.chosen for hole in held.holes)
    up = next(step for step in held.steps if step.id == "up")
    assert up.people == 2
    assert "Somebody or a prop holds it up until all of them are in" in up.sentence
    # nobody is told to hold what the first screw carries
    light = make_plan(job_of(Supposed(shape="key_rack", wall="plastered_brick"), CATALOGUE), CATALOGUE)
    assert not any("holds it up" in step.sentence for step in light.steps)


def test_a_keyhole_is_never_drilled_wider_but_its_hanger_may_be_another() -> None:
    # 9 kg on each screw, 13 of plaster and the proud head before the brick: a screw of 5 bends
    asked = Supposed(shape="mirror", measures={"own": 9, "hole": 5.5}, wall="plastered_brick", looked=True)
    job = job_of(asked, CATALOGUE)
    assert drilled(job.fixture, 6.5, CATALOGUE.remedies.bracket_metal_mm) is None
    ways = ways_out(job, CATALOGUE)
    assert not any("Drill the bracket's holes" in one.sentence for one in ways)
    hangers = next(one for one in ways if one.kind is WayKind.LARGER_HOLES)
    assert hangers.sentence.startswith("Put hangers on it whose narrow end is 6.5 mm: ")
    assert hangers.job is not None
    assert {hole.diameter_mm for part in hangers.job.fixture.supports for hole in part.holes} == {6.5}
