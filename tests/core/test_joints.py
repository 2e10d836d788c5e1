"""Brackets on boards and in channels: the second interface by its formulas."""

from math import pi

import pytest

from rockpin.catalogue import load_catalogue
from rockpin.core.base.findings import Severity
from rockpin.core.capacity.dowel import ACROSS_GRAIN, DowelJoint, bearing_mpa, bending_yield_mpa, reference_shear
from rockpin.core.capacity.through_bolt import through_bolt
from rockpin.core.capacity.wood_hold import head_pull_through_n
from rockpin.core.demand.demands import CaseDemand, HoleDemand
from rockpin.core.demand.fastener_group import HoleForces
from rockpin.core.document.fixture import Environment, Fixture, Link, LinkKind
from rockpin.core.document.job import Region
from rockpin.core.fixture.shapes import build
from rockpin.core.plan import compute_stages
from rockpin.core.plan.make import make_plan
from rockpin.core.plan.plan import Plan
from rockpin.core.setout.place import place_fixture
from rockpin.core.tables.hands import Acts
from tests.builders import concrete_wall, job, stud_wall

SHAPES = load_catalogue().shape_by_key


def planned(fixture: Fixture, x_mm: float = 700) -> Plan:
    return make_plan(job(stud_wall(), fixture, x_mm, 1000), load_catalogue())


def test_head_pull_through_as_the_equation_has_it() -> None:
    # NDS 2018 eq. 12.2-6: a head of 1/2 in, G 0.42; 1/2 in of board is below 2.5 heads, 2 in above
    assert head_pull_through_n(12.7, 12.7, 0.42) == pytest.approx(690 * pi * 0.5 * 0.42**2 * 0.5 * 4.4482216)
    assert head_pull_through_n(12.7, 50.8, 0.42) == pytest.approx(1725 * pi * 0.5**2 * 0.42**2 * 4.4482216)


def test_a_thick_board_takes_screws_and_a_thin_one_bolts() -> None:
    thick = build(SHAPES["on_board"], {"board_thick": 60, "stud_apart": 400, "width": 400})
    made = planned(thick, 600)
    assert len(made.joints) == 4
    assert all((joint.use or 9) <= 1 and joint.fixing_label for joint in made.joints)
    assert all("screw" in str(joint.fixing_label) and joint.screw_text for joint in made.joints)
    thin = planned(build(SHAPES["on_board"], {"board_thick": 18}))
    # the pulled ones at the top take bolts; what only hangs below may still take a screw
    assert all("bolt M6 through the board" in str(joint.fixing_label) for joint in thin.joints[:2])
    # three times its own thickness a bolt wants: M5 has it in 15 mm, and nothing has in 14.5
    light = {"holds": 1.0}
    fifteen, less = (planned(build(SHAPES["on_board"], {"board_thick": mm, **light})) for mm in (15.0, 14.5))
    assert all("bolt M5 through the board" in str(joint.fixing_label) for joint in fifteen.joints)
    assert not any(joint.fixing_label for joint in less.joints)
    # a hole that no bolt passes leaves nothing, and says so
    tight = planned(build(SHAPES["on_board"], {"board_thick": 18, "hole": 4}))
    weak = [finding for finding in tight.findings if finding.code == "joint-too-weak"]
    assert len(weak) == 4
    assert "no screw holds it to 18 mm of backing board" in weak[0].sentence


def test_a_bolt_through_a_board_by_hand() -> None:
    catalogue = load_catalogue()
    figures = catalogue.figures.capacity
    fixture = build(SHAPES["on_board"], {"board_thick": 18})
    hole, link = place_fixture(job(stud_wall(), fixture, 700, 1000), 2.5).joints[0], fixture.links[0]
    m6 = catalogue.screw_by_key["machine_m6"]
    # nut and washer, 9 mm together, are let into the back of the 18 mm
    pull = head_pull_through_n(3 * 6, 9, 0.42)
    joint = DowelJoint(
        side_mpa=figures.bracket_bearing_mpa,
        side_mm=4,
        main_mpa=bearing_mpa(0.42, 6, ACROSS_GRAIN),
        main_mm=9,
        gap_mm=0,
        diameter_mm=m6.root_mm,
        yield_mpa=bending_yield_mpa(6),
    )
    shear = reference_shear(joint, 6, ACROSS_GRAIN).force_n

    def use(tension: float, across: float) -> float:
        case = CaseDemand(
            case="c",
            label="c",
            allowance=catalogue.allowance_by_key[Acts.LIVE],
            stiff_ratio=1,
            forces=HoleForces(tension_n=tension, shear_x_n=0, shear_y_n=across),
        )
        demand = HoleDemand(hole_id=hole.id, cases=(case,))
        return through_bolt(hole, link, demand, m6, Environment.DRY, catalogue.capacity).use

    assert use(300, 0) == pytest.approx(300 / pull)
    assert use(0, 300) == pytest.approx(300 / shear)
    # 3-4-5: V²/(R·Z′) + N²/(R·W′)
    assert use(300, 400) == pytest.approx(max(400**2 / (500 * shear) + 300**2 / (500 * pull), 400 / shear, 300 / pull))


def test_a_channel_nut_adds_pull_and_shear() -> None:
    def nut(load: float) -> Plan:
        fixture = build(SHAPES["box_on_channel"], {"nut": load})
        return make_plan(job(concrete_wall(), fixture, 800, 1000), load_catalogue())

    strong, weak = nut(4000), nut(40)
    assert {joint.into for joint in strong.joints} == {"channel"}
    uses = [made.joints[0].use or 0 for made in (strong, weak)]
    assert uses[0] * 4000 == pytest.approx(uses[1] * 40) != 0
    assert "joint-too-weak" in {finding.code for finding in weak.findings}
    assert "nut-unknown" not in {finding.code for finding in strong.findings}


def test_a_board_on_the_wall_holds_no_more_than_its_heads() -> None:
    # screws in the studs at 800 and 1200 hold the board; 12 mm of spruce lets their heads through first
    fixture = build(SHAPES["on_board"], {"board_thick": 12, "holds": 25})
    made = planned(fixture, 850)
    held = [hole.working for hole in made.holes if hole.working]
    assert held
    for working in held:
        assert any(line.text.startswith("the head in 12 mm of board") for line in working.lines)
        # with a washer of twice the hole, the widest that is put under a head
        assert working.tension_n <= head_pull_through_n(2 * 8.5, 12, 0.42)


@pytest.mark.parametrize("thick_mm", [12, 18, 45, 60])
def test_a_board_between_two_screws_bends_as_a_beam_under_its_pulls(thick_mm: float) -> None:
    # screws 1600 mm apart, 200 mm high; all that pulls in the middle: M = N·l/4 against 5 N/mm² · h·t²/6
    fixture = build(
        SHAPES["on_board"],
        {"board_thick": thick_mm, "stud_apart": 1600, "board_width": 1700, "board_height": 200, "depth": 600},
    )
    heavy = tuple(piece.model_copy(update={"mass_kg": 30.0, "contents_kg": 0.0}) for piece in fixture.pieces)
    document = job(stud_wall(), fixture.model_copy(update={"pieces": heavy}), 1400, 1000)
    pull = sum(one.tension_n for one in compute_stages(document, load_catalogue()).demand.joints.values())
    moment, allowed = pull * 1600 / 4, 5.0 * 200 * thick_mm**2 / 6
    found = [one for one in make_plan(document, load_catalogue()).findings if one.code == "board-bends"]
    assert bool(found) is (moment > allowed)
    for one in found:
        assert one.severity is Severity.DO_NOT_DRILL
        assert one.figures["moment_n_mm"] == pytest.approx(moment)
        assert one.figures["allowed_n_mm"] == pytest.approx(allowed)


@pytest.mark.parametrize("plate_x_mm", [20.0, 1480.0])
def test_a_bracket_beyond_the_last_screws_bends_the_board_too(plate_x_mm: float) -> None:
    # screws at 450 and 1250 of a board of 1700: a plate beside either of them bends it as one between them would
    fixture = build(SHAPES["on_board"], {"board_thick": 12, "stud_apart": 800, "board_width": 1700, "depth": 600})
    (plate, *_), (board,) = fixture.supports, fixture.links
    beyond = plate.model_copy(update={"x_mm": board.x_mm + plate_x_mm})
    pieces = tuple(one.model_copy(update={"mass_kg": 30.0, "x_mm": beyond.x_mm - 50}) for one in fixture.pieces)
    document = job(
        stud_wall(), fixture.model_copy(update={"supports": (beyond,), "pieces": pieces}), 1350 - board.x_mm, 1000
    )
    pull = sum(one.tension_n for one in compute_stages(document, load_catalogue()).demand.joints.values())
    assert pull > 0
    (found,) = [one for one in make_plan(document, load_catalogue()).findings if one.code == "board-bends"]
    assert found.figures["moment_n_mm"] == pytest.approx(pull * 800 / 4)


def test_a_bracket_whose_holes_lie_on_its_lower_edge_has_no_lever_on_its_board() -> None:
    made = build(SHAPES["on_board"], {"board_thick": 60, "stud_apart": 400, "width": 400})
    plate = made.supports[0]
    low = tuple(one.model_copy(update={"id": f"low-{n}", "y_mm": 1.0}) for n, one in enumerate(plate.holes[:2]))
    flat = made.model_copy(update={"supports": (plate.model_copy(update={"holes": low}), *made.supports[1:])})
    weak = [finding for finding in planned(flat, 600).findings if finding.code == "joint-too-weak"]
    assert weak
    assert all(
        "nothing would hold it, since its holes lie on the edge that it turns about" in one.sentence for one in weak
    )


def test_links_are_told_whole() -> None:
    fixture = build(SHAPES["on_board"], {})
    bare = fixture.model_copy(update={"links": (fixture.links[0].model_copy(update={"holes": ()}),)})
    assert "link-without-holes" in {finding.code for finding in planned(bare).findings}
    with pytest.raises(ValueError, match="a spacer is drilled through the bracket's own holes"):
        Link(id="l", kind=LinkKind.SPACER, thickness_mm=5, width_mm=50, height_mm=50, holes=fixture.links[0].holes)


@pytest.mark.parametrize(("region", "units"), [(Region.BRITAIN, "metric"), (Region.NORTH_AMERICA, "imperial")])
def test_a_board_is_drilled_with_bits_that_are_sold_there(region: Region, units: str) -> None:
    """The pilot of a bracket's screw in its board too."""
    boarded = build(SHAPES["on_board"], {})
    made = make_plan(job(stud_wall(), boarded, 1020, 1000, region=region, units=units), load_catalogue())
    bits = [one.label for one in made.gather if one.label.endswith(" bit")]
    assert len(bits) >= 2
    assert [label for label in bits if ("mm" in label) is (region is Region.NORTH_AMERICA)] == []
