"""A post with what is clamped to it: section, bending, sway, slip, turning, footing, by hand in both unit systems."""

from math import hypot, pi, sqrt

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rockpin.catalogue import load_catalogue
from rockpin.core.base.errors import BadInput
from rockpin.core.base.findings import Severity
from rockpin.core.base.quantities import STANDARD_GRAVITY_M_S2 as G
from rockpin.core.document.fixture import Environment, Fixture
from rockpin.core.document.job import JobDocument
from rockpin.core.document.placing import Feature, FeatureKind, MarkKind, Reference, WallMark
from rockpin.core.document.post import Post, PostSection, SetIn
from rockpin.core.document.record import CameLoose, FailedHow, Holds, HoleRecord, OldFixing
from rockpin.core.document.wall import EdgeKind, Wall
from rockpin.core.drilling import drilled_holes, stays_behind
from rockpin.core.fixture import build
from rockpin.core.placing import shifted
from rockpin.core.plan import Plan, Report, make_plan, repair_of, take_in, ways_on
from rockpin.core.plan.happened import HoleAnswered
from rockpin.core.plan.hole_case import OnKind
from rockpin.core.post import section_of, sway_moment_mm, sway_push_mm, sway_wind_mm, wanted_depth_mm
from tests.builders import concrete_wall, job

CATALOGUE = load_catalogue()
P = CATALOGUE.figures.demand.wind_pa
ROUND = 1.2


def mast(**more: object) -> Post:
    values: dict[str, object] = {
        "section": "round_tube",
        "across_mm": 88.9,
        "section_wall_mm": 3.2,
        "x_mm": 600,
        "foot_mm": 350,
        "deep_mm": 1500,
        "frost_mm": 600,
        "foot_seen": True,
    }
    return Post.model_validate(values | more)


def plane(post: Post, high_mm: float = 3600) -> Wall:
    return Wall(
        id="mast",
        name="Mast",
        width_mm=1200,
        height_mm=high_mm,
        left_edge=EdgeKind.FREE_END,
        right_edge=EdgeKind.FREE_END,
        post=post,
    )


def lantern(**measures: float) -> Fixture:
    sizes = {"width": 260.0, "height": 350.0, "depth": 180.0, "behind": 20.0, "saddle": 80.0, "own": 4.0, "holds": 0.0}
    made = build(CATALOGUE.shape_by_key["box_on_post"], sizes | measures)
    return made.model_copy(update={"environment": Environment.OUTDOOR, "hand": "none"})


def on(post: Post, fixture: Fixture | None = None, y: float = 2900, high: float = 3600) -> JobDocument:
    fixture = fixture or lantern()
    return job(plane(post, high), fixture, post.x_mm - fixture.pieces[0].width_mm / 2, y)


def planned(post: Post, fixture: Fixture | None = None, y: float = 2900, high: float = 3600) -> Plan:
    return make_plan(on(post, fixture, y, high), CATALOGUE)


def codes(made: Plan) -> dict[str, Severity]:
    return {one.code: one.severity for one in made.findings}


# --- the post itself -------------------------------------------------------------------------------------------------


def test_sections_as_in_tables_of_steel() -> None:
    # EN 10219-2, hollow section 88,9 × 3,2: I = 79,2 cm⁴, W = 17,8 cm³
    tube = section_of(mast())
    assert tube.inertia_mm4 == pytest.approx(79.2e4, rel=2e-3)
    assert tube.modulus_mm3 == pytest.approx(17.8e3, rel=2e-3)
    timber = section_of(mast(section=PostSection.TIMBER, material="timber_post", across_mm=100))
    assert (timber.inertia_mm4, timber.modulus_mm3) == pytest.approx((100**4 / 12, 100**3 / 6))
    square = section_of(mast(section=PostSection.SQUARE_TUBE, across_mm=80, section_wall_mm=4))
    assert square.inertia_mm4 == pytest.approx((80**4 - 72**4) / 12)
    with pytest.raises(ValueError, match="a wall of 25 mm fills a tube of 50 mm; measure it at its open end"):
        mast(across_mm=50, section_wall_mm=25)


def test_sway_of_a_post_held_at_the_ground() -> None:
    # textbook cantilever of length L: F·L³/3EI, M·L²/2EI, q·L⁴/8EI at the top
    stiff, high = 210_000 * 79.2e4, 3000.0
    assert sway_push_mm(100, high, high, stiff) == pytest.approx(100 * high**3 / (3 * stiff))
    assert sway_moment_mm(1e5, high, high, stiff) == pytest.approx(1e5 * high**2 / (2 * stiff))
    assert sway_wind_mm(0.1, high, stiff) == pytest.approx(0.1 * high**4 / (8 * stiff))
    # half-way up the rest above stays straight: δ(a) + θ(a)·(L − a)
    a = high / 2
    below = 100 * a**3 / (3 * stiff) + 100 * a**2 / (2 * stiff) * (high - a)
    assert sway_push_mm(100, a, high, stiff) == pytest.approx(below)


def test_a_footing_by_the_equation_in_feet_and_pounds() -> None:
    # P = 100 lb at h = 8 ft, b = 1 ft, 150 psf for each foot; d = 3.895 ft by trial: S₁ = 50·d = 194.75 psf,
    # A = 234/194.75 = 1.2015 ft, 0.5·A·(1 + √(1 + 4.36·8/A)) = 0.60077·(1 + 5.4793) = 3.8926 ft
    pound, foot = 4.4482216, 304.8
    wanted = wanted_depth_mm(100 * pound, 100 * 8 * pound * foot, foot, 150 * 0.157087) / foot
    assert wanted == pytest.approx(3.894, abs=3e-3)


@given(st.floats(1, 3000), st.floats(0.3, 6), st.floats(100, 900), st.sampled_from([15.71, 23.56, 31.42, 62.84]))
def test_every_footing_satisfies_the_equation(push_n: float, at_m: float, foot_mm: float, lateral: float) -> None:
    d = wanted_depth_mm(push_n, push_n * at_m * 1000, foot_mm, lateral) / 1000
    s1 = lateral * 1000 * d / 3
    a = 2.34 * push_n / (s1 * foot_mm / 1000)
    assert d == pytest.approx(0.5 * a * (1 + sqrt(1 + 4.36 * at_m / a)), rel=1e-6)
    # more push, a softer earth or a narrower footing never want less
    assert wanted_depth_mm(2 * push_n, 2 * push_n * at_m * 1000, foot_mm, lateral) > d * 1000
    assert wanted_depth_mm(push_n, push_n * at_m * 1000, foot_mm / 2, lateral) > d * 1000


def test_a_post_bends_under_its_box_and_the_wind_by_hand() -> None:
    made = planned(mast())
    read = made.post
    assert read is not None
    # wind off the face: 1.3·p·260·350 on the box at 2900 + 175, 1.2·p·88.9 all along 3600; the box of 4 kg hangs with
    # its middle 100 off the post's face, 144.45 off its axis
    box = CATALOGUE.figures.demand.wind_box * P * 260 * 350 / 1e6
    line = ROUND * P * 88.9 / 1e6
    moment = box * 3075 + line * 3600**2 / 2 + 4 * G * (100 + 44.45)
    modulus = pi * (88.9**4 - 82.5**4) / 32 / 88.9
    assert read.stress_mpa == pytest.approx(moment / modulus, rel=1e-3)
    assert read.limit_mpa == pytest.approx(0.66 * 235)
    stiff = 210_000 * pi * (88.9**4 - 82.5**4) / 64
    sway = (
        box * 3075**2 * (3 * 3600 - 3075) / (6 * stiff)
        + line * 3600**4 / (8 * stiff)
        + 4 * G * 144.45 * 3075 * (2 * 3600 - 3075) / (2 * stiff)
    )
    assert read.sway_mm == pytest.approx(sway, rel=1e-3)
    wanted = wanted_depth_mm(box + line * 3600, moment, 350, 23.56)
    assert read.wanted_mm == pytest.approx(wanted, rel=1e-3)
    assert made.verdict.word == "ready"
    assert made.verdict.label == "Ready to fit"


def test_a_post_says_where_it_ends() -> None:
    thin = codes(planned(mast(across_mm=42.4, section_wall_mm=2)))
    assert thin["post-bends"] is Severity.DO_NOT_DRILL
    assert codes(planned(mast(deep_mm=500)))["post-leans"] is Severity.DO_NOT_DRILL
    assert codes(planned(mast(deep_mm=None)))["post-depth-unknown"] is Severity.PROVE_FIRST
    assert codes(planned(mast(foot_seen=False)))["post-foot-unseen"] is Severity.PROVE_FIRST
    assert codes(planned(mast(frost_mm=None)))["frost-not-told"] is Severity.NOTE
    assert codes(planned(mast(frost_mm=1600)))["post-in-frost"] is Severity.PROVE_FIRST
    held = planned(mast(set_in=SetIn.HELD, deep_mm=None, frost_mm=None))
    assert {"post-leans", "post-depth-unknown", "frost-not-told"}.isdisjoint(codes(held))
    assert held.post is not None
    assert held.post.wanted_mm is None
    # nobody said how it is held, so nobody says that it is
    assert "stands deep enough" not in held.verdict.sentence
    # timber: 500 psi, in gusts 1.6 times that (NDS 2018, supplement 4D and 2.3.2)
    wood = planned(mast(section=PostSection.TIMBER, material="timber_post", across_mm=120)).post
    assert wood is not None
    assert wood.limit_mpa == pytest.approx(1.6 * 500 * 0.00689476, rel=2e-3)


# --- what is clamped to it -------------------------------------------------------------------------------------------


def test_a_clamp_holds_by_friction_along_and_by_its_pull_off_the_post() -> None:
    made = planned(mast())
    for hole in made.holes:
        assert hole.chosen in {"worm_band", "saddle_bow_m8"}
        row = CATALOGUE.fixing_by_key[hole.chosen]
        pull = row.pull_n  # type: ignore[union-attr]
        assert hole.working is not None
        assert hole.working.tension_n == pytest.approx(2 * pull)
        assert hole.working.shear_n == pytest.approx(0.15 * 2 * pull)
        # nothing is drilled, nothing is pushed in
        assert hole.card is not None
        assert (hole.card.depth_text, hole.card.steps) == ("not drilled", ())
    # 0.15·2·1500 a bow, the worst of two never more than its share: 60 kg and more slip
    heavy = planned(mast(across_mm=139.7, section_wall_mm=6, deep_mm=3000, foot_mm=600), lantern(own=95))
    assert "nothing-holds" in codes(heavy)


def test_a_post_is_clamped_and_a_wall_is_not() -> None:
    made = planned(mast())
    refused = {one.fixing: " ".join(one.reasons) for one in made.holes[0].refused}
    assert "clamped, not drilled" in refused["nylon_plug_8"]
    assert "clamped, not drilled" in refused["coach_screw_8"]
    plain = build(CATALOGUE.shape_by_key["plate"], {})
    assert "nothing-holds" in codes(planned(mast(), plain))
    assert "nothing-holds" in codes(make_plan(job(concrete_wall(), lantern(), 700, 1000), CATALOGUE))
    # a bow goes round tubes of 25 to 170, and a thin tube dents under it: 1500/(8·1.0) = 188 MPa
    square = planned(mast(section=PostSection.SQUARE_TUBE, across_mm=80))
    assert {hole.chosen for hole in square.holes} == {"worm_band"}
    thin = planned(mast(across_mm=114.3, section_wall_mm=1.0))
    assert {hole.chosen for hole in thin.holes} == {"worm_band"}


def test_a_timber_post_is_not_made_of_a_tube() -> None:
    with pytest.raises(BadInput) as raised:
        planned(mast(section=PostSection.TIMBER))
    assert [fault.path.endswith("post.material") for fault in raised.value.faults] == [True]


def test_one_clamp_is_a_pivot_and_a_clamp_beside_the_post_twists() -> None:
    assert codes(planned(mast(), lantern(clamps=1)))["one-clamp"] is Severity.DO_NOT_DRILL
    aside = on(mast())
    placement = aside.placement.model_copy(update={"x_mm": aside.placement.x_mm + 12})
    assert "off-the-post" in codes(make_plan(aside.model_copy(update={"placement": placement}), CATALOGUE))


def test_wind_on_its_side_turns_a_deep_box_round_a_thin_post() -> None:
    def turning(fixture: Fixture) -> tuple[float, dict[str, Severity]]:
        made = planned(mast(across_mm=60.3, section_wall_mm=4, set_in=SetIn.HELD), fixture, 1000, 2000)
        assert made.post is not None
        return made.post.turning_n_mm, codes(made)

    box = lantern(depth=500, height=600, width=300, up=500)
    shown = CATALOGUE.figures.demand.wind_flat * P * 500 * 600 / 1e6
    middle = 250 + CATALOGUE.figures.demand.wind_flat_beside * 500
    boxed = CATALOGUE.figures.demand.wind_box * P * 500 * 600 / 1e6
    turned, said = turning(box)
    # 300 wide on 500 deep is no flat thing or one, as the figure says: its wind and arm about the axis of the post
    flat = CATALOGUE.figures.demand.wind_flat_slender * 500 >= 300
    assert turned == pytest.approx((shown * (middle + 30.15)) if flat else boxed * (250 + 30.15), rel=1e-3)
    holds = 2 * 0.15 * 2 * 1500 * 30.15
    assert ("turns-on-post" in said) is (turned > holds)
    assert hypot(turned, 0) > holds, "the case is chosen so that it turns"
    assert "turns-on-post" not in turning(lantern(depth=100, height=200))[1]
    # turning alone would be held; but the friction that is to hold it carries 60 kg as well, over both bows alike
    turned, said = turning(lantern(depth=430, height=300, own=60))
    assert turned < holds < holds * hypot(turned / holds, 60 * G / 2 / (0.15 * 2 * 1500))
    assert "turns-on-post" in said
    assert "turns-on-post" not in turning(lantern(depth=430, height=300, own=6))[1]


def test_the_steps_of_a_clamped_thing_drill_nothing() -> None:
    made = planned(mast())
    titles = [step.title for step in made.steps]
    assert not any("Drill" in title or "Clean" in title or "Seal" in title for title in titles)
    assert titles.index("Mark the clamps") < titles.index("Clamp it up") < titles.index("Try it with a pull")
    mark = next(step for step in made.steps if step.id == "mark")
    # height 350, first to last 260: at 2900 + 175 ± 130
    assert [one.figure for one in mark.at] == ["3205 mm", "2945 mm"]
    assert "worm" in " ".join(item.label for item in made.gather) or "bow" in " ".join(i.label for i in made.gather)


def test_a_timber_post_is_bolted_through_and_a_tube_is_not() -> None:
    timber = mast(section=PostSection.TIMBER, material="timber_post", across_mm=120)
    box = lantern(bolted=1, band_room=9, saddle=100)
    made = planned(timber, box)
    assert {hole.chosen for hole in made.holes} == {"post_bolt_m8"}
    for hole in made.holes:
        # through 120 of post, 20 of saddle and 20 for nut and washers: 160
        assert hole.card is not None
        assert (hole.card.screw_text, hole.card.depth_mm) == ("M8 × 160", 120)
        assert hole.working is not None
        # 690·π·D_H·G²·t lb, D_H = 24 mm, t no more than 2.5·24; dry wood counts in full, outdoors wet
        inch, pound = 25.4, 4.4482216
        wet = CATALOGUE.figures.capacity.wood_wet
        pull = 690 * pi * (24 / inch) * 0.42**2 * (60 / inch) * pound * wet
        # times a duration factor of NDS, table 2.3.2
        durations = (0.9, 1.0, 1.15, 1.25, 1.6)
        assert min(abs(hole.working.tension_n / pull - one) for one in durations) < 1e-6
    assert "nothing-holds" in codes(planned(mast(), box))
    refused = {one.fixing: " ".join(one.reasons) for one in planned(mast(), box).holes[0].refused}
    assert "clamped, not drilled" in refused["post_bolt_m8"]
    # a slot takes no bolt, a round hole no band; a thin post no thick bolt
    assert {hole.chosen for hole in planned(timber, lantern(saddle=100)).holes} == {"worm_band"}
    thin = mast(section=PostSection.TIMBER, material="timber_post", across_mm=60, deep_mm=3000)
    assert all(hole.chosen is None for hole in planned(thin, box, 1000, 2000).holes)
    # through 190 of post 230 is wanted, and 200 is the longest
    thick = planned(mast(section=PostSection.TIMBER, material="timber_post", across_mm=190), box)
    short = next(one for one in thick.holes[0].refused if one.fixing == "post_bolt_m8")
    assert "None is sold that is 230 mm long." in short.reasons
    assert (made.verdict.label, made.verdict.sentence.split(";")[0]) == ("Ready to drill", "Both bolts hold")
    titles = [step.title for step in made.steps]
    assert "Drill" in titles
    assert "Clamp it" not in titles


def test_a_post_has_one_line_to_measure_along_and_is_called_by_its_name() -> None:
    """Nobody measures a clamp from the left end of a wall that is none."""
    made = planned(mast())
    # the lantern's middle hangs before the post by the builder; 2900 mm up
    assert made.placing.sentence == "Its lower edge 2900 mm above the ground, its middle in line with the post; level."
    said = {one.stage.value: (one.verdict.sentence, one.because) for one in made.stages}
    assert said["set-out"][0] == "All marks lie on the post."
    highest = max(made.holes, key=lambda hole: hole.y_mm)
    assert said["set-out"][1] == f"Clamp {highest.number} sits highest: {highest.y_text} above the ground."
    assert "Nothing is drilled" in said["hidden"][0]
    words = " ".join(text for stage, pair in said.items() for text in pair if stage != "fixture").lower()
    assert "hole" not in words
    assert "wall" not in words
    # beside it, it says by how much; measured from the post it goes where the post is
    straight = on(mast())
    aside = straight.placement.model_copy(update={"x_mm": straight.placement.x_mm + 5})
    beside = straight.model_copy(update={"placement": aside})
    assert "its middle 5 mm to the right of the post" in make_plan(beside, CATALOGUE).placing.sentence
    held = Reference(feature=Feature(kind=FeatureKind.OUTLINE), mark=WallMark(kind=MarkKind.POST))
    told = beside.model_copy(update={"placement": aside.model_copy(update={"along": held})})
    assert make_plan(told, CATALOGUE).placing.x_mm == pytest.approx(straight.placement.x_mm)


def test_a_clamp_that_comes_off_leaves_no_hole_in_the_post() -> None:
    here = on(mast())
    holes = make_plan(here, CATALOGUE).holes
    # one gives way: it is called a clamp, and no way on fills or drills anything
    failed = HoleRecord(hole_id=holes[0].id, holds=Holds.NO, fixing=holes[0].chosen)
    gave = here.model_copy(update={"records": (failed,)})
    assert "Clamp 1 does not hold." in {one.sentence for one in make_plan(gave, CATALOGUE).findings}
    ways = ways_on(gave, holes[0].id, CATALOGUE).ways
    assert {OnKind.SAME_HOLE, OnKind.MOVE} <= {one.kind for one in ways}
    for way in ways:
        assert not way.job.left
        assert not {"drilled", "Fill"} & set(way.sentence.replace(".", " ").split())

    # what holds and is moved is put up anew
    held = tuple(HoleRecord(hole_id=one.id, holds=Holds.YES, fixing=one.chosen) for one in holes)
    done = here.model_copy(update={"records": held})
    moved = stays_behind(done, done.model_copy(update={"placement": shifted(done.placement, 0, -200)}), CATALOGUE)
    assert (moved.records, moved.left) == ((), ())
    assert drilled_holes("lantern", done, done.wall, CATALOGUE) == ()

    # a phone that was not heard until the thing was moved put its clamp up where nobody wants it any more
    said = HoleAnswered(
        id="late",
        hole_id=holes[0].id,
        mark_x_mm=holes[0].x_mm,
        mark_y_mm=holes[0].y_mm,
        report=Report(outcome="as_planned"),
    )
    elsewhere = here.model_copy(update={"placement": shifted(here.placement, 0, -200)})
    body = take_in(elsewhere, make_plan(elsewhere, CATALOGUE), said, CATALOGUE)
    assert (body.records, body.left) == ((), ())

    # one that slid off is hung again, by other clamps than those that gave way
    old = tuple(OldFixing(hole_id=one.id, fixing=one.chosen, how=FailedHow.PULLED_OUT, hole_mm=8) for one in holes)
    again = here.model_copy(update=dict(repair_of(here, CameLoose(holes=old))))
    plan = make_plan(again, CATALOGUE)
    assert all(one.chosen and one.chosen != before.chosen for one, before in zip(plan.holes, holes, strict=True))
    assert {one.comes_out for one in plan.loose} == {"Loosen it and take it off."}
