"""What holds in the foam of an insulated facade, behind its thin render, and what never does."""

import pytest

from rockpin.catalogue import load_catalogue
from rockpin.core.base.findings import VerdictWord
from rockpin.core.document.evidence import Filling
from rockpin.core.document.job import JobDocument
from rockpin.core.document.wall import Layer
from rockpin.core.plan import Plan, WayKind, make_plan, ways_out
from rockpin.core.questions import Supposed, job_of

CATALOGUE = load_catalogue()
SPIRALS = ("foam_spiral_60", "foam_spiral_90")


def facade(shape: str = "doorbell", wall: str = "rendered_insulation", **more: object) -> JobDocument:
    return job_of(Supposed.model_validate({"shape": shape, "wall": wall, "looked": True, **more}), CATALOGUE)


def of_layers(shape: str, *layers: Layer) -> JobDocument:
    base = facade(shape)
    wall = base.wall.model_copy(update={"build_up": layers})
    return base.model_copy(update={"walls": (wall,)})


def layered(
    render_mm: float, foam_mm: float, filling: Filling | None = Filling.RIGID_FOAM, shape: str = "doorbell"
) -> JobDocument:
    foam = Layer(material="insulation_boards", thickness_mm=foam_mm, filling=filling)
    return of_layers(
        shape, Layer(material="render", thickness_mm=render_mm), foam, Layer(material="brick", thickness_mm=215)
    )


def why_not(plan: Plan, key: str) -> str:
    return next(one.reasons[0] for one in plan.holes[0].refused if one.fixing == key)


def test_a_number_by_the_door_holds_in_the_foam_and_the_render_alone_is_drilled() -> None:
    plan = make_plan(layered(8, 100), CATALOGUE)
    assert {hole.chosen for hole in plan.holes} == {"foam_spiral_90"}
    # it never comes to the brick
    assert {hole.behind_text for hole in plan.holes} == {"face, insulation behind"}
    card = plan.holes[0].card
    assert card is not None
    # 8 mm of render, and not a millimetre of foam
    assert card.depth_mm == pytest.approx(8)
    assert card.hammer_text == "hammer off"
    set_in = next(step for step in plan.steps if step.id == "set-foam_spiral_90")
    assert "Open the render alone" in set_in.sentence
    assert "its collar comes up flush" in (set_in.feel or "")
    # N/60 + V/60 and nothing that eases it: a touch is no storm
    worst = max(plan.holes, key=lambda hole: hole.working.use if hole.working else 0.0)
    pull, shear = worst.demand_tension_n, worst.demand_shear_n
    assert worst.working is not None
    assert pull is not None
    assert shear is not None
    assert worst.working.use <= (pull + shear) / 60 + 1e-9
    assert worst.working.use >= 0.8 * (pull + shear) / 60


@pytest.mark.parametrize(
    ("job", "says"),
    [
        (layered(8, 100, Filling.MINERAL_WOOL), "in wool it turns without holding"),
        (layered(8, 100, Filling.UNKNOWN), "in wool it turns without holding"),
        (layered(8, 100, None), "in wool it turns without holding"),
        (layered(20, 100), "It sits in render of no more than 12 mm"),
        (layered(8, 85), "It needs 92 mm of foam"),
        (facade(wall="rendered_brick"), "There is no insulation behind thin render"),
        (facade(wall="foam_backed_lining"), "There is no insulation behind thin render"),
        (facade(wall="board_on_studs"), "There is no insulation behind thin render"),
        (layered(8, 100, shape="camera"), "in foam they need 80 mm"),
        (facade(), "nobody knows which this is"),
    ],
)
def test_a_spiral_is_for_foam_behind_thin_render_and_nothing_else(job: JobDocument, says: str) -> None:
    plan = make_plan(job, CATALOGUE)
    assert not {hole.chosen for hole in plan.holes} & set(SPIRALS)
    assert says in why_not(plan, "foam_spiral_90")


def test_nobody_holds_on_to_insulation_and_nothing_heavy_hangs_in_it() -> None:
    held = make_plan(layered(8, 100, shape="grab_rail"), CATALOGUE)
    assert why_not(held, "foam_spiral_90") == "Insulation carries nobody's weight."
    for shape in ("hose_reel", "window_box", "kayak_rack", "letterbox"):
        plan = make_plan(layered(8, 100, shape=shape), CATALOGUE)
        assert not {hole.chosen for hole in plan.holes} <= set(SPIRALS), shape
        assert plan.verdict.word is VerdictWord.DO_NOT_DRILL


def test_whoever_does_not_know_whether_it_is_foam_or_wool_is_told_to_look_and_nothing_is_ready() -> None:
    job = facade()
    plan = make_plan(job, CATALOGUE)
    assert plan.verdict.word is VerdictWord.DO_NOT_DRILL
    way = next(one for one in ways_out(job, CATALOGUE) if one.kind is WayKind.FOAM_BEHIND)
    assert way.sentence.startswith("Open the render at one mark and see what comes out: if it is crumbs of foam and no")
    assert "plastic spiral for insulation, 90 mm, used to" in way.sentence
    # nobody has looked yet, and no press does that for him
    assert way.job is None
    assert WayKind.FOAM_BEHIND not in {one.kind for one in ways_out(layered(8, 100, Filling.MINERAL_WOOL), CATALOGUE)}
