"""A wood screw in a lining of timber or plywood: what its thread and the thickness of the lining bear, by hand."""

from typing import Any

import pytest

from bench.ordinary_jobs import grab_rail
from rockpin.core.base.findings import VerdictWord
from rockpin.core.capacity.dowel import ACROSS_GRAIN, DowelJoint, bearing_mpa, bending_yield_mpa, reference_shear
from rockpin.core.document.wall import Layer, Wall
from rockpin.core.plan.make import make_plan
from rockpin.core.plan.plan import Plan
from rockpin.core.tables.catalogue import Catalogue
from tests.builders import BOARD, job, plate_fixture, stud_wall


def lined(thick_mm: float, **more: Any) -> Wall:
    layers = (Layer(material="timber_lining", thickness_mm=thick_mm), Layer(material="timber_studs", thickness_mm=89))
    return stud_wall(build_up=(*layers, BOARD), **more)


def planned(wall: Wall, catalogue: Catalogue, x_mm: float = 550, **more: Any) -> Plan:
    return make_plan(job(wall, plate_fixture(**{"mass_kg": 3, "hole_mm": 5} | more), x_mm, 1010), catalogue)


def _why(plan: Plan, key: str) -> str:
    return " ".join(reason for one in plan.holes[0].refused if one.fixing == key for reason in one.reasons)


def test_thread_and_thickness_by_hand(catalogue: Catalogue) -> None:
    made = planned(lined(18), catalogue).holes[0]
    one = next(row for row in made.candidates if row.fixing == "lining_screw_4_0")
    screw = catalogue.screw_by_key["wood_4_0"]
    # plate 3, lining 18, one diameter past it: 25 mm, of which 15 are thread; its tip stands 22 behind the plate,
    # so that the thread reaches from 7 to 18 in the lining
    assert one.screw_text == "4 × 25"
    per_mm = 2850 * 0.42**2 * (4 / 25.4) * 4.4482216 / 25.4
    lasting = 0.9 * per_mm * 11
    joint = DowelJoint(
        side_mpa=catalogue.figures.capacity.bracket_bearing_mpa,
        side_mm=3,
        main_mpa=bearing_mpa(0.42, 4, ACROSS_GRAIN),
        main_mm=18,
        gap_mm=0,
        diameter_mm=screw.root_mm,
        yield_mpa=bending_yield_mpa(4),
    )
    # 18 mm are three quarters of six diameters
    across = 0.9 * 0.75 * reference_shear(joint, 4, ACROSS_GRAIN).force_n
    # 3 kg at 20 off the wall on a plate of 100 with its hole in the middle, bearing 5 above its lower edge
    weight = 3 * 9.80665
    pull = weight * 20 / made_lever(weight)
    assert one.use == pytest.approx(pull / lasting + weight / across, rel=2e-2)


def made_lever(weight_n: float) -> float:
    """Lever [mm] of a hole in the middle of 100 on wood: the plate bears max(5, a/3) above its lower edge."""
    return 50 - max(5.0, 2 * weight_n / (100 * 1.5) / 3)


def test_it_holds_wherever_the_studs_are_and_a_thin_lining_takes_no_thick_screw(catalogue: Catalogue) -> None:
    hook = {"hole_mm": 5.5, "mass_kg": 2}
    for x_mm in (550, 560, 575, 350, 365):
        assert planned(lined(18), catalogue, x_mm, **hook).verdict.word is not VerdictWord.DO_NOT_DRILL
    thin = planned(lined(12), catalogue)
    assert "The lining is 12 mm thick; a screw of this size needs" in _why(thin, "lining_screw_4_5")
    assert "There is no lining" in _why(planned(stud_wall(), catalogue), "lining_screw_4_0")


def test_a_lining_carries_nobody(catalogue: Catalogue) -> None:
    made = make_plan(job(lined(18), grab_rail(), 1000, 900), catalogue)
    assert made.verdict.word is VerdictWord.DO_NOT_DRILL
    assert "carries nobody" in _why(made, "lining_screw_5_0")


def test_a_screw_too_near_the_linings_edge_is_told_how_near(catalogue: Catalogue) -> None:
    # the plate's hole stands 50 right of its corner, 8 from where the lining is cut; four of its diameters are 16
    made = planned(lined(18, left_edge="free_end"), catalogue, x_mm=-42)
    assert "The lining's edge is 8 mm away; it needs 16 mm." in _why(made, "lining_screw_4_0")
