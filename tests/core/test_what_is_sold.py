"""What is sold where: an American is told inch sizes, and what is made to another region's sizes comes last."""

import re

import pytest

from rockpin.catalogue import load_catalogue
from rockpin.core.base.quantities import MM_PER_INCH, UnitSystem
from rockpin.core.capacity import Assessment, assess
from rockpin.core.document.fixings import MasonryPlug
from rockpin.core.document.fixture import Environment
from rockpin.core.document.job import Region
from rockpin.core.document.wall import Layer
from rockpin.core.plan import make_plan
from rockpin.core.questions import BitQuestion, InHand, Supposed, what_goes_in, which_bit
from rockpin.core.questions.supposed import supposed_job
from rockpin.core.tables.catalogue import Catalogue
from tests.builders import brick_wall
from tests.one_hole import spot

CATALOGUE = load_catalogue()
METRIC_WORDS = re.compile(r"\bM\d|\d mm\b")


def test_what_is_made_to_inches_has_a_bit_and_a_screw_of_inches(catalogue: Catalogue) -> None:
    bits = [size for row in catalogue.bits if row.system is UnitSystem.IMPERIAL for size in row.sizes_mm]
    screws = {row.key: row.systems for row in catalogue.screws}
    for row in catalogue.fixings:
        if UnitSystem.IMPERIAL not in row.systems or row.made_to is UnitSystem.METRIC:
            continue
        if row.screw_keys:
            assert any(screws[key] == (UnitSystem.IMPERIAL,) for key in row.screw_keys), row.key
        hole_mm = getattr(row, "hole_mm", None)
        if hole_mm is None:
            continue
        sixty_fourths = hole_mm / MM_PER_INCH * 64
        assert abs(sixty_fourths - round(sixty_fourths)) < 0.02, row.key
        # a hollow rivet's hole is exact and its bit is bought with it; any other is in the usual set
        assert "rivet_nut" in row.key or min(abs(size - hole_mm) for size in bits) < 0.05, row.key
    for kind in ("threaded rod", "machine screw"):
        ours = [row for row in catalogue.screws if kind in row.label and row.systems == (UnitSystem.IMPERIAL,)]
        # UNC, external thread without rounding: minor diameter = d - 1.22687 / threads to the inch (ASME B1.1)
        for screw in ours:
            threads = {4.1656: 32, 4.826: 24, 6.35: 20, 7.9375: 18, 9.525: 16}[screw.diameter_mm]
            minor_mm = screw.diameter_mm - 1.22687 * MM_PER_INCH / threads
            assert screw.root_mm == pytest.approx(minor_mm, abs=0.01), screw.key


@pytest.mark.parametrize("wall", ["board_on_studs", "plastered_brick", "cast_concrete", "plastered_hollow_block"])
@pytest.mark.parametrize("thing", ["shelf", "cabinet"])
def test_an_american_is_told_inches_and_a_briton_millimetres(thing: str, wall: str) -> None:
    studs = wall == "board_on_studs" and thing == "cabinet"
    asked = Supposed(shape=thing, wall=wall, in_studs=studs, region=Region.NORTH_AMERICA, units=UnitSystem.IMPERIAL)
    fits = what_goes_in(asked, CATALOGUE.american).fits
    assert fits
    sold = {row.key: row for row in CATALOGUE.fixings}
    # what has no size of inches is told last, if at all
    foreign = [sold[one.fixing].made_to is UnitSystem.METRIC for one in fits]
    assert foreign == sorted(foreign)
    for one, afar in zip(fits, foreign, strict=True):
        assert afar or not METRIC_WORDS.search(f"{one.label} {one.card.bit_text} {one.card.put_in_text}"), one.label
    for one in what_goes_in(asked.model_copy(update={"region": Region.BRITAIN, "units": "metric"}), CATALOGUE).fits:
        assert not {"″", "#"} & set(one.label)


def test_a_fixing_from_afar_is_taken_where_nothing_else_holds_and_not_before() -> None:
    def chosen(wall: str) -> bool:
        asked = Supposed(shape="cabinet", wall=wall, region=Region.NORTH_AMERICA)
        plan = make_plan(supposed_job(asked, CATALOGUE), CATALOGUE)
        return any(
            CATALOGUE.fixing_by_key[hole.chosen].made_to is UnitSystem.METRIC for hole in plan.holes if hole.chosen
        )

    assert not chosen("plastered_brick")
    assert chosen("board_on_dabs")


def test_a_hole_in_a_bracket_is_drilled_with_a_bit_that_is_sold(catalogue: Catalogue) -> None:
    for system, sizes in catalogue.remedies.sold.items():
        bits = {round(size, 4) for row in catalogue.bits if row.system is system for size in row.sizes_mm}
        holes = {*sizes.bracket_holes_mm, sizes.coach_hole_mm, sizes.thick_coach_hole_mm}
        assert {round(size, 4) for size in holes} <= bits


@pytest.mark.parametrize(
    ("region", "environment", "bolt"),
    [
        (Region.BRITAIN, Environment.DRY, "bolt M6 through"),
        (Region.BRITAIN, Environment.OUTDOOR, "bolt M6 stainless through"),
        (Region.NORTH_AMERICA, Environment.DRY, "bolt 10-24 through"),
    ],
)
def test_a_board_is_bolted_through_as_is_sold_and_as_the_place_wants(
    region: Region, environment: Environment, bolt: str
) -> None:
    # nut and washer let in and one and a half diameters left: three times M6 is 18 mm; 1/4 in does not pass the bracket
    measures = {"board_thick": 18.0, "holds": 18.0 if environment is Environment.DRY else 8.0}
    asked = Supposed(
        shape="on_board", wall="plastered_brick", measures=measures, region=region, environment=environment
    )
    plan = make_plan(supposed_job(asked, CATALOGUE), CATALOGUE)
    assert any(bolt in (joint.fixing_label or "") for joint in plan.joints), [one.fixing_label for one in plan.joints]


def test_a_bolt_with_a_nut_is_no_screw_in_hand() -> None:
    # 10 mm is M10 too, and 8 the thread of a smaller concrete screw; who has a screw in hand has no bolt
    asked = BitQuestion(in_hand=InHand.SCREW, diameter_mm=10, length_mm=90, wall="cast_concrete")
    assert which_bit(asked, CATALOGUE).label == "Concrete screw 8 mm"


def test_where_the_thickest_screw_of_a_plug_goes_too_deep_a_thinner_one_is_taken(catalogue: Catalogue) -> None:
    """Plaster of 22 and dense block of 100: plate 3, plaster 22, plug 50 and once its width ask for 83 of an 8 mm coach
    screw and for 81 of a 6 mm one. Of 120 the hole is 117 + 8 deep, past the block's end; of 90 it is 87 + 6."""
    wall = brick_wall(
        build_up=(Layer(material="plaster", thickness_mm=22), Layer(material="dense_block", thickness_mm=100))
    )
    plug = next(row for row in catalogue.fixings if row.key == "nylon_plug_10")
    assert isinstance(plug, MasonryPlug)
    plug = plug.model_copy(update={"screws": ("wood_6_0", "coach_8")})

    def made(coach_mm: tuple[float, ...], wood_mm: tuple[float, ...]) -> Assessment:
        lengths = {"coach_8": coach_mm, "wood_6_0": wood_mm}
        screws = {
            key: row.model_copy(update={"lengths_mm": lengths[key]}) if key in lengths else row
            for key, row in catalogue.capacity.screws.items()
        }
        at = spot(wall, 2000, 1200)
        return assess(plug, at, catalogue.capacity._replace(screws=screws))

    def taken(one: Assessment) -> tuple[float, float]:
        assert one.accepted, one.refusals
        assert one.screw
        return one.screw.diameter_mm, one.screw.length_mm

    assert taken(made((90, 120), (90, 120))) == (8, 90)
    for coach_mm in ((80, 120), (80,)):
        assert taken(made(coach_mm, (90, 120))) == (6, 90)
    # and where neither goes, it is told of the thickest
    assert [one.code for one in made((80, 120), (120,)).refusals] == ["wall-thin"]
    assert [one.code for one in made((80,), (120,)).refusals] == ["no-screw-length"]
