"""What a job took from the van: counted off once for each hole, and never for what nobody counts."""

from typing import Any

from rockpin.catalogue import load_catalogue
from rockpin.core.document.job import Choice, JobDocument
from rockpin.core.document.kit import Kit, KitItem, KitScrew, KitSpent
from rockpin.core.document.record import Holds, HoleRecord
from rockpin.core.fixture import build
from rockpin.core.plan import Plan, counted_off, make_plan
from tests.builders import brick_wall, job, plate_fixture

CATALOGUE = load_catalogue()
SHELF = build(CATALOGUE.shape_by_key["shelf"], {})
HOLES = [hole.id for support in SHELF.supports for hole in support.holes]
VAN = Kit(
    fixings=(KitItem(key="nylon_plug_8", count=9, price=0.1), KitItem(key="nylon_plug_10", count=3)),
    screws=(KitScrew(key="wood_6_0", length_mm=70, count=6), KitScrew(key="wood_6_0", length_mm=60, count=50)),
)


def four(kit: Kit = VAN, **more: Any) -> JobDocument:
    """A shelf on plastered brick, for each of whose four holes a plug of 8 mm with a 6 × 70 is planned."""
    return job(brick_wall(13, courses=None), SHELF, 900, 1207, kit=kit, **more)


def holding(*holes: int, fixing: str = "nylon_plug_8", **more: Any) -> tuple[HoleRecord, ...]:
    return tuple(HoleRecord(hole_id=HOLES[one - 1], fixing=fixing, holds=Holds.YES, **more) for one in holes)


def planned(document: JobDocument) -> Plan:
    return make_plan(document, CATALOGUE)


def off(document: JobDocument) -> Kit:
    return counted_off(document, planned(document).holes, CATALOGUE)


def counts(kit: Kit) -> list[int]:
    return [*(one.count for one in kit.fixings), *(one.count for one in kit.screws)]


def test_the_plan_takes_what_the_van_has() -> None:
    made = planned(four())
    assert {(hole.chosen, hole.card and hole.card.screw_text) for hole in made.holes} == {("nylon_plug_8", "6 × 70")}
    assert made.van is None, "nothing has gone in yet"


def test_what_holds_is_counted_off_once() -> None:
    document = four(records=holding(1, 2))
    said = planned(document).van
    assert said is not None
    assert [(one.count, one.left) for one in said.lines] == [(2, 7), (2, 4)]
    left = off(document)
    assert counts(left) == [7, 3, 4, 50]
    assert left.fixings[0].price == 0.1
    # pressed again nothing more goes; the next two holes take two more, also below what was counted
    again = document.model_copy(update={"kit": left})
    assert counts(off(again)) == [7, 3, 4, 50]
    empty = planned(again).van
    assert empty is not None
    assert empty.lines == ()
    done = again.model_copy(update={"records": holding(1, 2, 3, 4)})
    assert counts(off(done)) == [5, 3, 2, 50]
    # another job has its own count
    other = Kit(
        fixings=VAN.fixings, screws=VAN.screws, spent=(KitSpent(job_id="elsewhere", hole_ids=(HOLES[0], HOLES[1])),)
    )
    assert counts(off(four(other, records=holding(1, 2)))) == [7, 3, 4, 50]


def test_only_what_went_in_for_good_is_counted() -> None:
    unsure = HoleRecord(hole_id=HOLES[0], fixing="nylon_plug_8", holds=Holds.DOUBTFUL)
    drilled = HoleRecord(hole_id=HOLES[1], fixing="nylon_plug_8", met=("as_planned",))
    assert counts(off(four(records=(unsure, drilled)))) == [9, 3, 6, 50]
    # what spun before is gone too, with no screw of its own; never fewer than none
    spun = holding(1, fixing="nylon_plug_10", failed=("nylon_plug_8",))
    assert counts(off(four(records=spun)))[:2] == [8, 2]
    few = Kit(fixings=(KitItem(key="nylon_plug_8", count=1),))
    assert counts(off(four(few, records=holding(1, 2)))) == [0]
    # who counts nothing is told nothing
    assert planned(four(Kit(), records=holding(1))).van is None


def test_a_masonry_screw_comes_out_of_the_box_that_it_lies_in() -> None:
    """One thing, counted by its size where boxes are told, and else where it stands among the fixings."""
    key = "masonry_screw_6"
    plate = plate_fixture(((15, 25), (240, 25)), size_mm=(255, 60), mass_kg=3, hole_mm=9)
    holes = [hole.id for support in plate.supports for hole in support.holes]
    one_holds = (HoleRecord(hole_id=holes[0], fixing=key, holds=Holds.YES),)

    def screwed(kit: Kit) -> JobDocument:
        choices = tuple(Choice(hole_id=hole, fixing=key) for hole in holes)
        return job(brick_wall(), plate, 92, 1057, kit=kit, choices=choices, records=one_holds)

    (mm,) = {hole.card.screw_length_mm for hole in planned(screwed(Kit())).holes if hole.card}
    box = KitScrew(key="masonry_7_5", length_mm=mm, count=6)
    assert counts(off(screwed(Kit(fixings=(KitItem(key=key, count=5),), screws=(box,))))) == [5, 5]
    assert counts(off(screwed(Kit(fixings=(KitItem(key=key, count=5),))))) == [4]


def test_a_hole_that_is_done_wants_nothing_more_of_the_van() -> None:
    """Two plugs for the two holes that are left are enough, and nobody is sent to the shop for four."""
    two = Kit(
        fixings=(KitItem(key="nylon_plug_8", count=2),), screws=(KitScrew(key="wood_6_0", length_mm=70, count=2),)
    )
    assert "not-in-van" in {one.code for one in planned(four(two)).findings}
    half = four(two, records=holding(1, 2, bit_mm=8, depth_mm=73))
    made = planned(half)
    assert "not-in-van" not in {one.code for one in made.findings}
    assert {hole.card and hole.card.screw_text for hole in made.holes} == {"6 × 70"}


def test_what_is_up_and_holds_is_not_ready_to_drill_any_more() -> None:
    three, all_four = (planned(four(records=holding(*numbers))) for numbers in ((1, 2, 3), (1, 2, 3, 4)))
    assert three.verdict.label != "Holds"
    assert (all_four.verdict.label, all_four.verdict.sentence) == ("Holds", "All 4 holes were tried and hold.")
    # what stands against it is said all the same
    doubtful = (*holding(1, 2, 3), HoleRecord(hole_id=HOLES[3], fixing="nylon_plug_8", holds=Holds.NO))
    assert planned(four(records=doubtful)).verdict.label == "Do not drill"
