"""The van: what is marked, what comes next when it runs short, and what fits a hole that exists."""

import pytest
from pydantic import ValidationError

from rockpin.catalogue import load_catalogue
from rockpin.core.base.model import Rect
from rockpin.core.base.quantities import UnitSystem
from rockpin.core.document.fixings import MasonryPlug
from rockpin.core.document.job import Choice, Wish
from rockpin.core.document.kit import BitType, Kit, KitBit, KitItem, KitScrew
from rockpin.core.document.record import HoleRecord
from rockpin.core.document.sweeps import Scan, ScanMode
from rockpin.core.document.wall import Layer, Wall
from rockpin.core.drilling.bits import BitBox
from rockpin.core.hole import BitRule
from rockpin.core.plan.fixings_told import CandidateFixing
from rockpin.core.plan.hole_plan import HolePlan
from rockpin.core.plan.make import make_plan
from rockpin.core.plan.plan import Plan
from tests.builders import brick_wall, job, plate_fixture, stud_wall

CORNERS = ((15, 25), (240, 25))


def planned(kit: Kit, *, wish: Wish = Wish.STRONGEST, **more: object) -> Plan:
    fixture = plate_fixture(CORNERS, size_mm=(255, 60), mass_kg=3, hole_mm=9)
    # both holes in the middle of a brick, 107 and 332 across, in a course that begins at the wall's edge
    document = job(brick_wall(), fixture, 92, 1057, kit=kit, wishes=(wish,), **more)
    return make_plan(document, load_catalogue())


def lacks(made: Plan, fixing: str) -> tuple[str, ...]:
    return next(one.lacks for one in made.holes[0].candidates if one.fixing == fixing)


def test_a_kit_that_nobody_told_holds_nothing_against_a_fixing() -> None:
    made = planned(Kit())
    assert all(one.lacks == () and one.have is None for hole in made.holes for one in hole.candidates)
    assert "not-in-van" not in {finding.code for finding in made.findings}


def test_what_the_kit_cannot_drill_or_set_is_marked() -> None:
    kit = Kit(bits_mm=(5, 8), tools=("screwdriver",))
    made = planned(kit)
    assert lacks(made, "nylon_plug_8") == ("no hammer drill",)
    assert lacks(made, "nylon_plug_10") == ("no 10 mm bit", "no hammer drill")
    assert lacks(made, "masonry_screw_6") == ("no 6 mm bit", "no impact driver", "no hammer drill")
    hammering = planned(Kit(bits_mm=(5, 5.5, 8), tools=("hammer_drill",)))
    assert lacks(hammering, "nylon_plug_8") == ()


def bits(*, masonry: tuple[float, ...] = (), twist: tuple[float, ...] = (), wood: tuple[float, ...] = ()) -> Kit:
    kinds = {BitType.MASONRY: masonry, BitType.TWIST: twist, BitType.WOOD: wood}
    return Kit(bits=tuple(KitBit(kind=kind, diameter_mm=mm) for kind, sizes in kinds.items() for mm in sizes))


def test_a_bit_counts_for_what_it_cuts() -> None:
    """A wood bit of 8 drills no brick; a twist bit drills a stud, a wood bit its board, and neither bores a tile."""
    assert lacks(planned(bits(wood=(8,), masonry=(6,))), "nylon_plug_8") == ("no 8 mm masonry bit",)
    assert lacks(planned(bits(wood=(6,), masonry=(5.5, 8))), "nylon_plug_8") == ()
    assert (
        lacks(planned(Kit(bits_mm=(5.5, 8), bits=bits(wood=(6,)).bits)), "nylon_plug_8") == ()
    )  # their kind is not told

    def in_stud(kit: Kit) -> HolePlan:
        fixture = plate_fixture(((30, 30), (30, 170)), size_mm=(60, 200), mass_kg=3)
        return make_plan(job(stud_wall(), fixture, 1170, 1000, kit=kit), load_catalogue()).holes[0]

    for kit, word in ((bits(twist=(2.5, 3, 3.5, 4, 6)), "twist bit"), (bits(wood=(2.5, 3, 3.5, 4, 6)), "wood bit")):
        hole = in_stud(kit)
        assert hole.card
        assert {step.bit for step in hole.card.steps} == {word}
        assert not any(step.buy for step in hole.card.steps)
    bored = in_stud(bits(masonry=(2.5, 3, 3.5, 4))).card
    assert bored
    # bought, it does for both; 2.1 mm is sold nowhere, and so thin none has a centre point
    assert [(step.diameter_text, step.bit, step.buy) for step in bored.steps] == [("2 mm", "twist bit", True)] * 2


def test_a_tile_wants_a_bit_of_its_own_besides_that_of_the_brick() -> None:
    tiled = brick_wall(build_up=(Layer(material="tile", thickness_mm=8), Layer(material="brick", thickness_mm=215)))
    document = job(tiled, plate_fixture(CORNERS, size_mm=(255, 60), mass_kg=3, hole_mm=9), 92, 1057)
    masonry = bits(masonry=(5, 5.5, 6, 7, 8, 10))
    made = make_plan(document.model_copy(update={"kit": masonry}), load_catalogue())
    assert lacks(made, "nylon_plug_8") == ("no 8 mm tile bit",)
    # one a little wider goes through the tile as well, one twice as wide does not
    for mm, missing in ((10, ()), (16, ("no 8 mm tile bit",))):
        wide = Kit(bits=(*masonry.bits, KitBit(kind=BitType.TILE, diameter_mm=mm)))
        assert lacks(make_plan(document.model_copy(update={"kit": wide}), load_catalogue()), "nylon_plug_8") == missing


@pytest.mark.parametrize(
    ("size", "rule", "own", "buy"),
    [
        (13, BitRule.CLEARANCE, (14,), False),
        (13, BitRule.CLEARANCE, (20,), True),  # the wings would fall through
        (3.5, BitRule.PILOT, (3,), False),
        (3.5, BitRule.PILOT, (1,), True),  # the stud would split
    ],
)
def test_a_bit_far_from_the_hole_is_no_bit_for_it(size: float, rule: BitRule, own: tuple[float], buy: bool) -> None:
    found = BitBox(own, UnitSystem.METRIC, load_catalogue().figures.drilling).choose(size, rule)
    assert (found.buy, found.diameter_mm) == (buy, size if buy else own[0])


def test_short_stock_leads_to_the_next_that_fits_and_is_there() -> None:
    kit = Kit(
        fixings=(KitItem(key="resin_m8_solid", count=1), KitItem(key="nylon_plug_8", count=2, price=0.12)),
    )
    made = planned(kit)
    assert made.holes[0].chosen == "resin_m8_solid"  # strongest, but one is missing
    (short,) = [finding for finding in made.findings if finding.code == "not-in-van"]
    assert "the van has only 1 of 2 threaded rod M8 in resin" in short.sentence
    assert short.action == "Next that holds and is in the van: nylon expanding plug 8 × 40."
    assert made.holes[0].van_fixing == "nylon_plug_8"
    assert next(one.price for one in made.holes[0].candidates if one.fixing == "nylon_plug_8") == 0.12
    # who wishes what is in the van gets it at once
    assert {hole.chosen for hole in planned(kit, wish=Wish.IN_THE_VAN).holes} == {"nylon_plug_8"}


def test_screws_are_counted_by_kind_and_length() -> None:
    fixture = plate_fixture(mass_kg=3, hole_mm=6.5)
    kit = Kit(screws=(KitScrew(key="wood_5_0", length_mm=50, count=4),))
    made = make_plan(job(stud_wall(), fixture, 750, 1000, kit=kit), load_catalogue())
    by_key = {one.fixing: one for one in made.holes[0].candidates}
    assert by_key["stud_screw_5_0"].screw_text == "5 × 50"
    assert (by_key["stud_screw_5_0"].have, by_key["stud_screw_5_0"].lacks) == (4, ())
    assert by_key["stud_screw_4_5"].lacks == ("no wood screw 4.5 × 45",)
    # a plug wants its own screw besides, of that kind and that length
    need = planned(Kit(fixings=(KitItem(key="nylon_plug_8", count=9),), tools=("hammer_drill",))).holes[0].candidates
    plug = next(one for one in need if one.fixing == "nylon_plug_8")
    key, length = "wood_6_0", float(plug.screw_text.split(" × ")[1])
    for screws, missing in (
        (KitScrew(key=key, length_mm=length, count=2), ()),
        (KitScrew(key=key, length_mm=length, count=1), (f"only 1 of 2 screws {plug.screw_text}",)),
        (KitScrew(key=key, length_mm=length - 10, count=9), (f"no screw {plug.screw_text}",)),
        (KitScrew(key="wood_4_0", length_mm=length, count=9), (f"no screw {plug.screw_text}",)),
    ):
        kit = Kit(fixings=(KitItem(key="nylon_plug_8", count=9),), screws=(screws,), tools=("hammer_drill",))
        assert lacks(planned(kit), "nylon_plug_8") == missing


@pytest.mark.parametrize("key", ["masonry_screw_6", "frame_plug_8"])
def test_what_is_one_thing_with_its_screw_is_counted_once(key: str) -> None:
    """By its screw's size; who counted it among the fixings said no length, and it counts all the same."""
    by_screw = next(one for one in planned(Kit()).holes[0].candidates if one.fixing == key)
    box = {"masonry_screw_6": "masonry_7_5", "frame_plug_8": "frame_6"}[key]
    mm = float(by_screw.screw_text.split(" × ")[1])
    others = (KitItem(key="nylon_plug_8", count=9),)
    enough = Kit(fixings=others, screws=(KitScrew(key=box, length_mm=mm, count=2),))
    assert lacks(planned(enough), key) == ()
    assert lacks(planned(Kit(fixings=(*others, KitItem(key=key, count=2)), screws=into_the_box("wood_5_0"))), key) == ()
    (missing,) = lacks(planned(Kit(fixings=others, screws=into_the_box("wood_5_0"))), key)
    assert missing.startswith("no ")
    assert missing.endswith(by_screw.screw_text)
    (short,) = lacks(planned(Kit(screws=(KitScrew(key=box, length_mm=mm, count=1),))), key)
    assert short.startswith("only 1 of 2 ")


def into_the_box(key: str, length_mm: float = 50, count: int = 9) -> tuple[KitScrew, ...]:
    return (KitScrew(key=key, length_mm=length_mm, count=count),)


def test_a_sleeve_is_sold_with_its_screw_until_somebody_counts_such_screws() -> None:
    plate = plate_fixture(CORNERS, size_mm=(255, 60), mass_kg=1, hole_mm=6)

    def missing(*screws: KitScrew) -> tuple[str, ...]:
        kit = Kit(fixings=(KitItem(key="sleeve_m5", count=9),), screws=screws)
        return lacks(make_plan(job(stud_wall(), plate, 750, 1000, kit=kit), load_catalogue()), "sleeve_m5")

    assert missing() == ()
    assert missing(*into_the_box("wood_5_0")) == ()
    (said,) = missing(*into_the_box("machine_m5", 16))
    assert said.startswith("no screw M5 × ")


def into_studs(*screws: tuple[str, float, int], wall: Wall | None = None) -> HolePlan:
    """The first of two holes in a stud, with a van that has such screws: key, length and count."""
    kit = Kit(screws=tuple(KitScrew(key=key, length_mm=length, count=count) for key, length, count in screws))
    plate = plate_fixture(((50, 15), (50, 85)), mass_kg=3, hole_mm=6.5)
    return make_plan(job(wall or stud_wall(), plate, 750, 1000, kit=kit), load_catalogue()).holes[0]


def screw_in(hole: HolePlan, fixing: str) -> str:
    return next(one.screw_text for one in hole.candidates if one.fixing == fixing)


def test_nobody_buys_a_screw_with_one_that_does_as_well_in_the_van() -> None:
    # a shop would sell 4.5 × 45 for it
    assert screw_in(into_studs(), "stud_screw_4_5") == "4.5 × 45"
    longer = into_studs(("wood_4_5", 50, 2))
    (kept,) = [one for one in longer.candidates if one.fixing == "stud_screw_4_5"]
    assert (kept.screw_text, kept.have, kept.lacks) == ("4.5 × 50", 2, ())
    assert longer.chosen == "stud_screw_4_5"
    # of two that are there the shorter that holds; none too few, too short, or of another size
    assert screw_in(into_studs(("wood_4_5", 50, 2), ("wood_4_5", 52, 9)), "stud_screw_4_5") == "4.5 × 50"
    for there in (("wood_4_5", 50, 1), ("wood_4_5", 25, 9), ("wood_5_0", 50, 9)):
        assert screw_in(into_studs(there), "stud_screw_4_5") == "4.5 × 45"


def test_a_screw_from_the_van_goes_no_deeper_than_what_is_hidden_allows() -> None:
    # unswept, a cable may run anywhere from 50 mm on: 55 less the plate of 3 is 52 deep
    deep = ("wood_4_5", 55.0, 9)
    assert screw_in(into_studs(deep), "stud_screw_4_5") == "4.5 × 45"
    # nor any deeper where a screw from the shop goes too deep already: behind 25 of plaster on laths
    laths = (Layer(material="lath_and_plaster", thickness_mm=25), *stud_wall().build_up[1:])
    old = stud_wall(build_up=laths)
    sold = screw_in(into_studs(wall=old), "stud_screw_4_5")
    longer = ("wood_4_5", float(sold.split(" × ")[1]) + 10, 9)
    assert float(sold.split(" × ")[1]) - 3 > 50
    assert screw_in(into_studs(longer, wall=old), "stud_screw_4_5") == sold
    opened = Scan(
        id="o", mode=ScanMode.OPENED, area=Rect(x_mm=0, y_mm=0, width_mm=4000, height_mm=2400), claimed_depth_mm=90
    )
    assert screw_in(into_studs(deep, wall=stud_wall(scans=(opened,))), "stud_screw_4_5") == "4.5 × 55"


def in_a_plug(
    *screws: tuple[str, float, int], mass_kg: float = 3, leaf_mm: float = 215, skin_mm: float = 0
) -> HolePlan:
    """The first hole of a plate on brick, with such screws in the van."""
    kit = Kit(screws=tuple(KitScrew(key=key, length_mm=length, count=count) for key, length, count in screws))
    plate = plate_fixture(CORNERS, size_mm=(255, 60), mass_kg=mass_kg, hole_mm=9)
    return make_plan(job(brick_wall(skin_mm, leaf_mm), plate, 92, 1057, kit=kit), load_catalogue()).holes[0]


def plug_of(hole: HolePlan) -> CandidateFixing:
    return next(one for one in hole.candidates if one.fixing == "nylon_plug_8")


def test_a_longer_screw_in_a_plug_wants_a_deeper_hole_and_the_wall_must_have_room_for_it() -> None:
    sold = plug_of(in_a_plug())
    length = float(sold.screw_text.split(" × ")[1])
    there = ("wood_6_0", length + 20, 2)
    assert plug_of(in_a_plug(there)).screw_text == f"6 × {length + 20:g}"
    # much longer than is wanted: nobody drills half through a wall to save a screw
    assert plug_of(in_a_plug(("wood_6_0", length + 30, 2))).screw_text == sold.screw_text
    # in a leaf that just has room for the hole of the one that is sold, that one stays
    leaf = next(
        mm
        for mm in range(60, 140)
        for one in in_a_plug(leaf_mm=mm).candidates
        if one.fixing == "nylon_plug_8" and one.screw_text == sold.screw_text
    )
    assert plug_of(in_a_plug(there, leaf_mm=leaf)).screw_text == sold.screw_text


def test_a_thinner_screw_of_a_plugs_range_does_where_it_has_room_to_spare() -> None:
    # through plaster the screw is a lever, and the thinner one is used the more
    spare, taken = load_catalogue().figures.capacity.planned_use, set()
    for mass_kg in range(2, 20, 2):
        sold = plug_of(in_a_plug(mass_kg=mass_kg, skin_mm=12))
        length = float(sold.screw_text.split(" × ")[1])
        there = plug_of(in_a_plug(("wood_5_0", length, 2), mass_kg=mass_kg, skin_mm=12))
        taken.add(there.screw_text[0])
        assert there.use <= spare or sold.use > spare
        assert (there.screw_text, there.use) == (sold.screw_text, sold.use) or there.lacks == ()
    assert taken == {"5", "6"}


def test_a_driver_must_come_at_the_screw() -> None:
    fixture = plate_fixture(mass_kg=2, hole_mm=9)
    support = fixture.supports[0].model_copy(update={"access_mm": 90})
    tight = fixture.model_copy(update={"supports": (support,)})
    made = make_plan(job(stud_wall(), tight, 750, 1000), load_catalogue())
    kept = {one.fixing for one in made.holes[0].candidates}
    # 50 mm of screw and 70 of driver do not go into 90; a spanner on a hexagon does
    assert "stud_screw_5_0" not in kept
    assert "coach_screw_8" in kept
    (reason,) = next(one.reasons for one in made.holes[0].refused if one.fixing == "stud_screw_5_0")
    assert reason == "There is 90 mm of room in front of the hole; this screw with a short driver needs 120 mm."


def test_a_hole_that_exists_takes_only_what_wants_one_no_smaller() -> None:
    first = planned(Kit()).holes[0].id
    made = planned(Kit(), records=(HoleRecord(hole_id=first, bit_mm=8),))
    refused = {one.fixing: one.reasons for one in made.holes[0].refused}
    assert refused["nylon_plug_6"] == ("The hole is 8 mm wide already; this wants no more than 6 mm.",)
    kept = {one.fixing for one in made.holes[0].candidates}
    assert {"nylon_plug_8", "nylon_plug_10"} <= kept
    # out of the 8 mm plug with the hole drilled: the next that goes into that hole
    kit = Kit(fixings=(KitItem(key="nylon_plug_6", count=9), KitItem(key="nylon_plug_10", count=9)))
    again = planned(kit, records=(HoleRecord(hole_id=first, bit_mm=8),))
    assert again.holes[0].van_fixing == "nylon_plug_10"
    # the other hole is not drilled yet: there the smaller one would do
    assert "nylon_plug_6" in {one.fixing for one in again.holes[1].candidates}


def test_who_wants_the_smallest_hole_gets_the_narrowest_that_holds() -> None:
    holds = {one.fixing for one in planned(Kit()).holes[0].candidates}
    wide = {row.key: row.hole_mm for row in load_catalogue().fixings if isinstance(row, MasonryPlug)}
    (chosen,) = {hole.chosen for hole in planned(Kit(), wish=Wish.SMALLEST_HOLE).holes}
    assert chosen is not None
    assert wide[chosen] == min(wide[key] for key in holds if key in wide)


def test_what_stands_twice_is_named() -> None:
    keys = ("nylon_plug_6", "nylon_plug_8", "nylon_plug_6")
    with pytest.raises(ValidationError, match="fixings: nylon_plug_6 stands twice"):
        Kit(fixings=tuple(KitItem(key=key, count=1) for key in keys))
    sizes = (("wood_4_0", 40), ("wood_4_0", 50), ("wood_5_0", 50), ("wood_4_0", 50))
    with pytest.raises(ValidationError, match="screws: wood_4_0 of 50 mm stands twice"):
        Kit(screws=tuple(KitScrew(key=key, length_mm=length, count=1) for key, length in sizes))


def test_a_coach_screw_wants_a_second_bit_for_its_plain_shank() -> None:
    """8 × 50: drilled for its thread, then in front as wide as its shank; both bits are there, or marked as missing."""
    fixture = plate_fixture(((30, 30), (30, 170)), size_mm=(60, 200), mass_kg=3, hole_mm=9)

    def coached(kit: Kit) -> HolePlan:
        choices = tuple(Choice(hole_id=one, fixing="coach_screw_8") for one in ("h1", "h2"))
        made = make_plan(job(stud_wall(), fixture, 1170, 1000, kit=kit, choices=choices), load_catalogue())
        assert kit.bits or "8 mm wood bit" in {item.label for item in made.gather}
        return made.holes[0]

    card = coached(Kit()).card
    assert card
    assert card.pilot_text
    assert "open it to 8 mm" in card.pilot_text
    assert not any("shank" in note for note in card.notes), "said once"
    # half a millimetre over does, two do not: what lies in the wood bears on its sides
    for wide, lacking in ((8, False), (8.5, False), (10, True)):
        found = coached(bits(wood=(4, wide)))
        lacking_too = next(one.lacks for one in found.candidates if one.fixing == "coach_screw_8")
        assert ("no 8 mm wood bit for the plain shank" in lacking_too) == lacking
