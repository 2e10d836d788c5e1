"""Rules that somebody's safety hangs on, each by hand: break one and its test here fails (`./run mutants`)."""

import tomllib
from dataclasses import replace
from math import sqrt
from pathlib import Path
from typing import Any

import pytest

from rockpin.catalogue import load_catalogue
from rockpin.core.base.findings import Severity
from rockpin.core.base.model import Rect
from rockpin.core.capacity import Goes, assess, method_of
from rockpin.core.capacity.concrete_group import pullout_n, solved_group
from rockpin.core.capacity.wood_hold import coach_screw_withdrawal, edge_share
from rockpin.core.choice.holding import _proved
from rockpin.core.demand.cases import load_cases
from rockpin.core.document.evidence import Filling
from rockpin.core.document.fixings import ConcreteAnchor
from rockpin.core.document.fixture import Environment, FixtureHole, HoleKind, Piece, Support
from rockpin.core.document.sweeps import Scan, ScanMode
from rockpin.core.document.wall import Framing, HowKnown, Layer, MemberKind, Point, StudRow
from rockpin.core.framing.behind import MemberReading, chance_of_wood
from rockpin.core.hidden.clearing import WayKind, ways_to_clear
from rockpin.core.hidden.judge import PlannedHole, judge_hole
from rockpin.core.hidden.risk import ScanConditions, miss_chance
from rockpin.core.hole import Existing, Spot
from rockpin.core.identification import Family
from rockpin.core.plan import make_plan
from rockpin.core.plan.stages import compute_stages
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.hands import Acts
from rockpin.demo import demo_documents
from tests.builders import BOARD, brick_wall, concrete_wall, job, plate_fixture, stud_wall
from tests.hidden_points import hidden_of
from tests.one_hole import codes, put, spot


def in_reading(at: Spot, **changes: Any) -> Spot:
    return replace(at, reading=at.reading.model_copy(update=changes), shared={})


def with_hole(at: Spot, **changes: Any) -> Spot:
    return replace(at, hole=at.hole.model_copy(update=changes), shared={})


def bending_n(root_mm: float, diameter_mm: float, lever_mm: float, alpha: float = 1, yield_mpa: float = 400) -> float:
    """α·f_y·d³/(6·1.67)/(e + d/2), by hand."""
    return alpha * yield_mpa * root_mm**3 / (6 * 1.67) / (lever_mm + diameter_mm / 2)


# --- hidden ---------------------------------------------------------------------------------------------------------


def test_gas_asks_for_proof_from_its_threshold_on() -> None:
    wall = brick_wall(points=(Point(id="g", kind="hob", x_mm=1000, y_mm=1100),))
    hidden, planned = hidden_of(wall), PlannedHole("h", 1, 1000, 600, 6, 40, in_stud=False)
    gas = judge_hole(hidden, planned).risk.gas
    assert gas > 0

    def asked(threshold: float) -> bool:
        figures = hidden.tables.figures.model_copy(update={"gas_prove": threshold})
        strict = replace(hidden, tables=hidden.tables._replace(figures=figures))
        return "gas-near" in {hazard.code for hazard in judge_hole(strict, planned).hazards}

    assert asked(0.99 * gas)
    assert not asked(1.01 * gas)


def test_steel_studs_blunt_a_live_sweep(catalogue: Catalogue) -> None:
    cable = catalogue.hidden.services["mains_cable"].makes[0]
    swept = Scan(
        id="s",
        mode=ScanMode.LIVE,
        area=Rect(x_mm=0, y_mm=0, width_mm=100, height_mm=100),
        claimed_depth_mm=80,
        proved_on_live_cable=True,
        circuits_on=True,
    )

    def missed(steel: bool) -> float:
        return miss_chance(cable, swept, ScanConditions(frozenset(), steel, True, False), catalogue.hidden)

    assert missed(True) >= catalogue.figures.hidden.live_behind_screen > missed(False)


def test_a_deeper_fixing_is_no_way_out(catalogue: Catalogue) -> None:
    wall = stud_wall()
    planned = PlannedHole("h", 1, 600, 1000, 6, 70, in_stud=False)
    toggle = put("spring_toggle_m6", spot(wall, 600, 1000, diameter_mm=9))
    assert toggle.hole is not None
    assert toggle.hole.reach_mm > 50
    ways = ways_to_clear(hidden_of(wall), planned, (toggle,), wall, spot(wall, 600, 1000).units)
    assert WayKind.FIXING not in {way.kind for way in ways}
    assert WayKind.SHORTEN in {way.kind for way in ways}


def test_a_wall_that_is_not_believed_enough_asks_for_proof(catalogue: Catalogue) -> None:
    assert catalogue.figures.identification.family_ready == 0.8
    barometer = next(one for one in demo_documents() if one.id == "barometer")
    believed = make_plan(barometer, catalogue).belief.family.probability

    def asked(wanted: float) -> bool:
        of_wall = catalogue.figures.identification.model_copy(update={"family_ready": wanted})
        figures = catalogue.figures.model_copy(update={"identification": of_wall})
        plan = make_plan(barometer, catalogue.model_copy(update={"figures": figures}))
        found = {one.severity for one in plan.findings if one.code == "wall-unsure"}
        assert found <= {Severity.PROVE_FIRST}
        return bool(found)

    assert asked(1.01 * believed)
    assert not asked(0.99 * believed)


# --- board -----------------------------------------------------------------------------------------------------------


def test_an_opened_toggle_reaches_as_deep_as_its_wings_swing() -> None:
    one = put("spring_toggle_m6", spot(stud_wall(), 600, 1000, diameter_mm=9))
    assert one.hole is not None
    # 12.5 of board and 65 that the wings need behind it
    assert one.hole.reach_mm >= 12.5 + 65


def test_board_carries_nobody_and_a_void_that_may_be_filled_is_not_empty() -> None:
    at = spot(stud_wall(), 600, 1000)
    assert codes(put("strap_toggle_m5", at)) == set()
    assert codes(put("strap_toggle_m5", replace(at, carries_people=True, shared={}))) == {"board-under-people"}
    unknown = spot(stud_wall(filling=Filling.UNKNOWN), 600, 1000)
    assert codes(put("strap_toggle_m5", unknown)) == {"void-filled"}


def test_grip_goes_by_the_thinnest_and_the_thickest_that_may_be() -> None:
    at = spot(stud_wall(), 600, 1000)
    assert codes(put("sleeve_m5", in_reading(at, front_high_mm=16.5))) == {"grip"}  # 8 to 16 mm
    assert codes(put("sleeve_m5", in_reading(at, front_low_mm=7.5))) == {"grip"}


def test_near_a_cut_edge_board_holds_half() -> None:
    away = put("sleeve_m5", spot(stud_wall(), 600, 1000))
    near = put("sleeve_m5", spot(stud_wall(board_joints_mm=(640,)), 600, 1000))
    assert near.tension_n == pytest.approx(0.5 * away.tension_n)


def test_a_toggles_hole_must_be_covered() -> None:
    small = with_hole(
        spot(stud_wall(), 600, 1000, diameter_mm=9), plate=Rect(x_mm=592, y_mm=992, width_mm=16, height_mm=16)
    )
    assert codes(put("spring_toggle_m6", small)) == {"hole-uncovered"}


# --- plugs -----------------------------------------------------------------------------------------------------------


def test_a_keyholes_proud_screw_and_a_spacer_are_levers() -> None:
    plain = spot(brick_wall(), 107, 32, diameter_mm=6.5)
    hung = put("nylon_plug_8", with_hole(plain, kind=HoleKind.KEYHOLE))
    assert hung.screw is not None
    # the head stands proud of 3 mm of plate and 1 mm of play
    by_hand = bending_n(hung.screw.root_mm, hung.screw.diameter_mm, 4)
    assert hung.shear_n == pytest.approx(by_hand, rel=0.01)
    spaced = put("nylon_plug_8", with_hole(plain, spacer_mm=10))
    assert spaced.screw is not None
    by_hand = bending_n(spaced.screw.root_mm, spaced.screw.diameter_mm, 10, alpha=2)
    assert spaced.shear_n == pytest.approx(by_hand, rel=0.01)


def test_a_screw_bends_over_a_little_plaster_too() -> None:
    thin = put("nylon_plug_8", spot(brick_wall(skin_mm=4), 107, 32, diameter_mm=6.5, plate_mm=2))
    assert thin.screw is not None
    by_hand = bending_n(thin.screw.root_mm, thin.screw.diameter_mm, 4)
    # the plug bears 550 N; less than that only if the screw bends
    assert thin.shear_n == pytest.approx(min(by_hand, 550), rel=0.01)
    thinner = put("nylon_plug_5", spot(brick_wall(skin_mm=4), 107, 32, diameter_mm=6.5, plate_mm=2))
    assert thinner.screw is not None
    assert thinner.shear_n <= 1.01 * bending_n(thinner.screw.root_mm, thinner.screw.diameter_mm, 4)


def test_a_plug_slips_into_the_gap_behind_bonded_board() -> None:
    at = in_reading(spot(brick_wall(), 107, 32), family=Family.BONDED_BOARD)
    assert "gap-in-front" in codes(put("nylon_plug_8", at))
    assert "gap-in-front" not in codes(put("frame_plug_10", with_hole(at, diameter_mm=10.5)))


@pytest.mark.parametrize(
    ("hammered", "goes_plain", "holding_mm", "stays_mm"),
    [(True, False, 100, 30), (True, True, 100, 20), (False, False, 100, 20), (False, False, 60, 15)],
)
def test_what_must_stay_behind_a_hole(hammered: bool, goes_plain: bool, holding_mm: float, stays_mm: float) -> None:
    at = in_reading(spot(brick_wall(), 107, 32), hammered=hammered, goes_plain=goes_plain, holding_mm=holding_mm)
    # the larger of 15 mm and a fifth; 30 mm where a hammer may blow the back out, and nothing else gets on
    assert at.must_stay_mm() == stays_mm
    deep = put("nylon_plug_8", spot(brick_wall(), 107, 32, diameter_mm=6.5)).hole
    assert deep is not None
    thick = deep.depth_mm + stays_mm
    enough = in_reading(at, holding_mm=thick)
    if enough.must_stay_mm() == stays_mm:
        assert "wall-thin" not in codes(put("nylon_plug_8", with_hole(enough, diameter_mm=6.5)))
        # a thinner screw of its range may go a little less deep; past that nothing of it goes
        near = put("nylon_plug_8", with_hole(in_reading(enough, holding_mm=thick - 1), diameter_mm=6.5))
        assert near.hole is None or thick - 1 - near.hole.depth_mm >= stays_mm - 1e-6
        short = in_reading(enough, holding_mm=thick - 12)
        assert "wall-thin" in codes(put("nylon_plug_8", with_hole(short, diameter_mm=6.5)))


# --- framing ---------------------------------------------------------------------------------------------------------


def test_damp_wood_holds_seven_tenths() -> None:
    dry = spot(stud_wall(), 800, 1000)
    damp = replace(dry, environment=Environment.WET, shared={})
    held = [put("stud_screw_5_0_stainless", at) for at in (dry, damp)]
    assert held[1].tension_n == pytest.approx(0.7 * held[0].tension_n)


def test_a_lasting_load_counts_nine_tenths_of_a_short_one() -> None:
    lasting = spot(stud_wall(), 800, 1000)
    short = spot(stud_wall(), 800, 1000, acts=Acts.LIVE)
    held = [put("stud_screw_5_0", at).tension_n for at in (lasting, short)]
    assert held[0] == pytest.approx(0.9 * held[1])


def test_the_tip_of_a_coach_screw_does_not_hold(catalogue: Catalogue) -> None:
    one = put("coach_screw_8", spot(stud_wall(), 800, 1000, diameter_mm=9))
    assert one.screw is not None
    row = catalogue.capacity.screws["coach_8"]
    in_wood = one.screw.length_mm - (3 + (1.5 if one.screw.washer_mm else 0)) - 12.5
    thread = min(in_wood, row.thread_share * one.screw.length_mm) - row.diameter_mm
    gravity = catalogue.capacity.species["spruce"].specific_gravity
    assert one.tension_n == pytest.approx(0.9 * coach_screw_withdrawal(gravity, row.diameter_mm) * thread)


def test_a_noggin_wants_wood_all_round() -> None:
    noggin = MemberReading(
        id="n",
        kind=MemberKind.NOGGIN,
        rect=Rect(x_mm=0, y_mm=1000, width_mm=400, height_mm=38),
        sigma_mm=0,
        known=HowKnown.SEEN,
        low_mm=1019,
        high_mm=1019,
    )

    def held(x: float, y: float) -> float:
        return chance_of_wood(noggin, x, y, side_mm=6)

    assert (held(200, 1005), held(200, 1007), held(200, 1033)) == (0, 1, 0)
    assert (held(5, 1019), held(7, 1019), held(395, 1019)) == (0, 1, 0)


def test_a_flange_that_is_not_sure_is_felt_for_first() -> None:
    def of(known: HowKnown, x_mm: float = 800) -> set[str]:
        row = StudRow(first_centre_mm=400, pitch_mm=400, stud_width_mm=45, known=known)
        wall = stud_wall(
            build_up=(BOARD, Layer(material="steel_studs", thickness_mm=70, filling=Filling.EMPTY), BOARD),
            framing=Framing(row=row),
        )
        found = put("flange_screw_4_2", spot(wall, x_mm, 1000))
        return codes(found) | {proviso.code for proviso in found.provisos}

    assert of(HowKnown.SEEN) == set()
    # detected to 8 mm, 16 mm to either side: sure by 0.95 with 16.2 mm, which is not there
    assert of(HowKnown.DETECTED) == {"stud-open"}
    assert of(HowKnown.SEEN, 1000) == {"not-in-steel"}


def test_a_pull_proves_no_stud() -> None:
    wall = stud_wall()
    assert wall.framing is not None
    assert wall.framing.row is not None
    row = wall.framing.row.model_copy(update={"known": HowKnown.DETECTED, "stud_width_mm": 45})
    detected = stud_wall(framing=wall.framing.model_copy(update={"row": row}))
    one = put("stud_screw_4_0", spot(detected, 800, 1000, diameter_mm=6))
    assert [proviso.code for proviso in _proved(one, {one.fixing}).provisos] == ["stud-open"]


# --- concrete --------------------------------------------------------------------------------------------------------


def test_pull_and_shear_in_concrete_by_hand(catalogue: Catalogue) -> None:
    figures = catalogue.figures.capacity
    # one anchor far from all edges: 7.7·√20·42^1.5, sparse reinforcement 0.5 + 42/200; k8 = 1 under 60 mm
    cone = figures.concrete_k1 * sqrt(figures.concrete_fck_mpa) * 42**1.5 * (0.5 + 42 / 200)
    shear_n = 2000.0
    beta_v = shear_n * figures.concrete_gamma_mc * figures.concrete_load_factor / cone

    def used(pull: float, across: float) -> float:
        return put("concrete_screw_6", spot(concrete_wall(250), 2000, 1200, pull, across, diameter_mm=9)).use

    assert used(1e-3, shear_n) == pytest.approx(beta_v, rel=1e-3)
    beta_n = used(1500, 1e-3)
    assert used(1500, shear_n) == pytest.approx((beta_n**1.5 + beta_v**1.5) ** (2 / 3), rel=1e-3)


def test_concrete_is_twice_as_thick_as_the_anchor_is_deep() -> None:
    one = put("expansion_bolt_m12", spot(concrete_wall(138), 2000, 1200, diameter_mm=13))
    (thin,) = [refusal for refusal in one.refusals if refusal.code == "wall-thin"]
    assert thin.figures["needs_mm"] == 140


def test_steel_bends_over_a_little_plaster_too() -> None:
    def used(skin_mm: float) -> float:
        skin = (Layer(material="plaster", thickness_mm=skin_mm),) if skin_mm else ()
        wall = concrete_wall(build_up=(*skin, Layer(material="concrete", thickness_mm=250)))
        return put("concrete_screw_6", spot(wall, 2000, 1200, 1e-3, 3000, diameter_mm=9)).use

    assert used(4) > 1.05 * used(0)


# --- demand ----------------------------------------------------------------------------------------------------------


def test_of_many_keyholes_the_worst_pair_bears_it_all(catalogue: Catalogue) -> None:
    fixture = plate_fixture(((50, 150), (250, 150), (450, 150), (650, 150)), size_mm=(700, 200), mass_kg=10)
    (plate,) = fixture.supports
    holes = tuple(hole.model_copy(update={"kind": HoleKind.KEYHOLE}) for hole in plate.holes)
    keyed = fixture.model_copy(update={"supports": (plate.model_copy(update={"holes": holes}),)})
    done = compute_stages(job(brick_wall(), keyed, 1000, 1000), catalogue)
    for at in done.spots:
        assert at.demand.shear_n >= 0.5 * 10 * 9.80665


def test_wind_sucks_at_the_front_of_a_piece(catalogue: Catalogue) -> None:
    fixture = plate_fixture(depth_mm=300, size_mm=(500, 500), environment=Environment.OUTDOOR, wind_pa=600)
    cases = load_cases(fixture, 1000, catalogue.demand)
    out = next(case for case in cases if case.key == "wind-out")
    (sucked,) = [force for force in out.forces if force.fz_n > 0]
    assert sucked.z_mm == 300
    assert sucked.fz_n == pytest.approx(1.2 * 600 * 0.25)  # a box


# --- what is put in, and what it is put into --------------------------------------------------------------------------


def test_a_push_towards_the_edge_of_a_stud_bears_less(catalogue: Catalogue) -> None:
    figures = catalogue.figures.capacity
    # 5 mm: full from 12.5 mm on, down to 7.5 in proportion; 8 mm: full from 32 mm on
    assert edge_share(12.5, 5, figures) == 1
    assert edge_share(10, 5, figures) == pytest.approx(10 / 12.5)
    assert edge_share(2, 5, figures) == pytest.approx(7.5 / 12.5)
    assert edge_share(16, 8, figures) == pytest.approx(16 / 32)
    up = put("stud_screw_5_0", spot(stud_wall(), 808, 1000, shear_n=100, diameter_mm=6))
    aside = spot(stud_wall(), 808, 1000, shear_n=100, diameter_mm=6)
    (case,) = aside.demand.cases
    turned = case._replace(forces=case.forces._replace(shear_x_n=100.0, shear_y_n=0.0))
    pushed = put("stud_screw_5_0", replace(aside, demand=aside.demand._replace(cases=(turned,)), shared={}))
    assert pushed.use > up.use


def test_board_alone_bears_twenty_kilograms_in_one_place_and_things_over_one_another_together() -> None:
    def overhung(*masses: float) -> bool:
        pieces = tuple(
            Piece(id=f"p{n}", name=f"P{n}", y_mm=300 * n, width_mm=900, height_mm=200, depth_mm=60, mass_kg=mass)
            for n, mass in enumerate(masses)
        )
        supports = tuple(
            Support(
                id=f"s{n}{side}",
                name="S",
                x_mm=x - 20,
                y_mm=300 * n + 80,
                width_mm=40,
                height_mm=40,
                leans=True,
                holes=(FixtureHole(id=f"h{n}{side}", x_mm=20, y_mm=20, diameter_mm=8.5),),
            )
            for n in range(len(masses))
            for side, x in (("l", 150.0), ("r", 560.0))
        )
        fixture = plate_fixture(pieces=pieces, supports=supports)
        made = make_plan(job(stud_wall(), fixture, 440, 900), load_catalogue())
        return "board-overhung" in {finding.code for finding in made.findings}

    assert not overhung(19.5)
    assert overhung(20.5)
    assert not overhung(11, 8)
    assert overhung(11, 10)


def test_what_cannot_be_put_in_is_refused(catalogue: Catalogue) -> None:
    board = stud_wall()
    # wings of 30 mm lie along the bolt: 3 of bracket, 12.5 of board and those, so 50 and no less
    toggle = put("spring_toggle_m5", spot(board, 600, 1000))
    assert toggle.screw is not None
    assert toggle.screw.length_mm >= 3 + 12.5 + 30
    keyhole = spot(board, 600, 1000, kind=HoleKind.KEYHOLE, diameter_mm=6)
    assert codes(put("spring_toggle_m5", keyhole)) == {"keyhole-toggle"}
    # a keyhole hangs on a screw that is in: nothing that is set through the bracket goes there, however wide its neck
    round_hole, neck = (spot(brick_wall(13), 1000, 1000, kind=kind) for kind in (HoleKind.ROUND, HoleKind.KEYHOLE))
    assert codes(put("frame_plug_8", round_hole)) == set()
    assert codes(put("frame_plug_8", neck)) == {"keyhole-through"}
    # one that somebody set behind it all the same, and that was tried and holds, is counted
    there = spot(brick_wall(13), 1000, 1000, kind=HoleKind.KEYHOLE, diameter_mm=6.5)
    assert codes(put("frame_plug_8", there)) == {"keyhole-through"}
    assert codes(put("frame_plug_8", replace(there, existing=Existing(sits="frame_plug_8")))) == set()
    panel = stud_wall(build_up=(Layer(material="thin_panel", thickness_mm=4), stud_wall().build_up[1]))
    for wall in (brick_wall(13), stud_wall(), panel, concrete_wall()):
        hung = spot(wall, 1000, 1000, kind=HoleKind.KEYHOLE, diameter_mm=6)
        held = [row for row in catalogue.fixings if assess(row, hung, catalogue.capacity).accepted]
        assert not [row.key for row in held if method_of(row).goes(row) is Goes.THROUGH]
    # sold in one length only: 97 behind the bracket, and the far face 99 deep less 3
    long = catalogue.screw_by_key["machine_m5"].model_copy(update={"lengths_mm": (100.0,)})
    tables = catalogue.capacity._replace(screws={**catalogue.screw_by_key, "machine_m5": long})
    sleeve = catalogue.fixing_by_key["sleeve_m5"]
    assert codes(assess(sleeve, spot(stud_wall(void_mm=86), 600, 1000), tables)) == {"meets-far-face"}
    assert codes(assess(sleeve, spot(stud_wall(void_mm=95), 600, 1000), tables)) == set()
    # 4 mm of head over an 8 mm neck
    wide = spot(brick_wall(), 107, 32, kind=HoleKind.KEYHOLE, diameter_mm=8)
    assert codes(put("nylon_plug_6", wide)) == {"head-slips"}
    # a bolt of 8 mm keeps 12 mm for washer and nut
    bolt = put("expansion_bolt_m8", spot(concrete_wall(), 2000, 1000, diameter_mm=9))
    row = catalogue.fixing_by_key["expansion_bolt_m8"]
    assert isinstance(row, ConcreteAnchor)
    assert bolt.screw is not None
    assert bolt.screw.length_mm >= row.embedment_mm + 3 + 1.5 * 8
    thick = spot(concrete_wall(), 2000, 1000, diameter_mm=9, plate_mm=row.lengths_mm[-1] - row.embedment_mm)
    assert codes(put("expansion_bolt_m8", thick)) == {"no-screw-length"}


def test_plain_steel_is_for_dry_places_and_a_nylon_plug_takes_a_stainless_screw_beyond() -> None:
    outdoors = spot(brick_wall(), 107, 32, environment=Environment.OUTDOOR, diameter_mm=6.5)
    plug = put("nylon_plug_8", outdoors)
    assert plug.screw is not None
    assert plug.screw.key.endswith("stainless")
    dry = put("nylon_plug_8", spot(brick_wall(), 107, 32, diameter_mm=6.5))
    assert dry.screw is not None
    assert not dry.screw.key.endswith("stainless")
    assert "corrodes" in codes(put("spring_toggle_m5", spot(stud_wall(), 600, 1000, environment=Environment.WET)))


def test_a_packet_is_raised_no_farther_than_it_allows(catalogue: Catalogue) -> None:
    plug = catalogue.fixing_by_key["nylon_plug_8"]
    told = plug.model_copy(update={"most_raise": 1.0})
    leaned = spot(brick_wall(), 107, 32, acts=Acts.TUG)
    assert assess(told, leaned, catalogue.capacity).tension_n == 400
    assert assess(plug, leaned, catalogue.capacity).tension_n == 600


def test_every_rule_of_the_list_stands_once_where_it_says() -> None:
    root = Path(__file__).parents[2]
    rules = tomllib.loads((root / "bench" / "safety_rules.toml").read_text(encoding="utf-8"))["rules"]
    texts = {rule["file"]: (root / "src" / "rockpin" / rule["file"]).read_text(encoding="utf-8") for rule in rules}
    assert [rule["name"] for rule in rules if texts[rule["file"]].count(rule["rule"]) != 1] == []


def test_concrete_that_is_told_to_be_weaker_holds_less_and_stronger_is_no_gift_for_pull_out(
    catalogue: Catalogue,
) -> None:
    # cones go by √fck: 12 instead of 20 MPa is √0.6 of it; an anchor's tested pull-out falls alike and never rises
    anchor = next(
        row for row in catalogue.fixings if isinstance(row, ConcreteAnchor) and row.key == "expansion_bolt_m10"
    )
    assert pullout_n(anchor, catalogue.figures.capacity) == anchor.pullout_n
    weak = catalogue.figures.capacity.model_copy(update={"concrete_fck_mpa": 12.0})
    strong = catalogue.figures.capacity.model_copy(update={"concrete_fck_mpa": 45.0})
    assert pullout_n(anchor, weak) == pytest.approx(anchor.pullout_n * sqrt(0.6))
    assert pullout_n(anchor, strong) == anchor.pullout_n

    def use_of(told: float | None) -> float:
        document = next(one for one in demo_documents() if one.id == "rinse-rail")
        wall = document.wall.model_copy(update={"concrete_mpa": told})
        made = make_plan(document.model_copy(update={"walls": (wall,)}), catalogue)
        said = {one.code for one in made.findings}
        assert ("concrete-class-not-told" in said) is (told is None)
        kept = {one.fixing: one.use for hole in made.holes for one in hole.candidates}
        return min(kept[name] for name in kept if catalogue.fixing_by_key[name].method == "concrete")

    assert use_of(12) > use_of(20) == use_of(None) >= use_of(45)


@pytest.mark.parametrize(("size", "k8"), [("m8", 1), ("m10", 2), ("m12", 2)])
def test_concrete_breaks_out_behind_a_deep_anchor_at_twice_its_cone(size: str, k8: int, catalogue: Catalogue) -> None:
    # EN 1992-4, 7.2.2.4: k8 = 1 below 60 mm of effective depth and 2 from there on
    figures, row = catalogue.figures.capacity, catalogue.fixing_by_key[f"expansion_bolt_{size}"]
    assert isinstance(row, ConcreteAnchor)
    assert (row.hef_mm < 60) is (k8 == 1)
    cone = figures.concrete_k1 * sqrt(figures.concrete_fck_mpa) * row.hef_mm**1.5 * min(1, 0.5 + row.hef_mm / 200)
    resists = k8 * cone / (figures.concrete_gamma_mc * figures.concrete_load_factor)
    alone = spot(concrete_wall(300), 2000, 1200, 1e-3, 3000, diameter_mm=13)
    assert solved_group(row, alone.anchor_group(), 300, figures).pry.max() == pytest.approx(3000 / resists, rel=1e-3)
