"""Pins at one height do not tell a stud from a noggin, and a hole above or below it is told so."""

import pytest

from rockpin.catalogue import load_catalogue
from rockpin.core.document.evidence import Hit, HitKind
from rockpin.core.document.wall import Framing, HowKnown, Layer, StudRow
from rockpin.core.plan import make_plan
from tests.builders import BOARD, job, plate_fixture, stud_wall

FRAME = (BOARD, Layer(material="timber_studs", thickness_mm=89), BOARD)
TWO_HIGH = plate_fixture(((20, 20), (20, 480)), size_mm=(40, 500), mass_kg=4)


def _hit(kind: HitKind, x_mm: float, y_mm: float) -> Hit:
    return Hit(id=f"{kind}-{x_mm:g}-{y_mm:g}", kind=kind, x_mm=x_mm, y_mm=y_mm)


PINS = (_hit(HitKind.PIN_WOOD, 985, 1200), _hit(HitKind.PIN_WOOD, 1015, 1200))


@pytest.mark.parametrize(
    ("more", "told"),
    [
        ((), True),
        ((_hit(HitKind.PIN_WOOD, 1060, 1210),), True),
        # felt higher up too, ended at the side, found along its screws: a stud
        ((_hit(HitKind.PIN_WOOD, 1000, 1650),), False),
        ((_hit(HitKind.PIN_VOID, 1050, 1200),), False),
        ((_hit(HitKind.MAGNET, 1000, 1500),), False),
        # a void at another height says nothing of how far the wood goes on there
        ((_hit(HitKind.PIN_VOID, 1100, 1600),), True),
    ],
)
def test_a_stud_that_was_felt_at_one_height_may_be_a_noggin(more: tuple[Hit, ...], told: bool) -> None:
    wall = stud_wall(build_up=FRAME, framing=None, hits=(*PINS, *more))
    # the lower hole lies where the pins went in, the upper one 460 mm above
    made = make_plan(job(wall, TWO_HIGH, 980, 1180), load_catalogue())
    found = [one for one in made.findings if one.code == "may-be-noggin"]
    assert bool(found) is told, [hole.behind_text for hole in made.holes]
    if told:
        assert found[0].sentence.startswith("Hole 2: the stud there was felt at one height only, 1200 mm up")
        assert found[0].where.hole == made.holes[1].id


def test_a_row_that_was_seen_is_no_noggin() -> None:
    row = StudRow(first_centre_mm=400, pitch_mm=600, stud_width_mm=38, known=HowKnown.SEEN)
    wall = stud_wall(build_up=FRAME, framing=Framing(row=row), hits=PINS)
    made = make_plan(job(wall, TWO_HIGH, 980, 1180), load_catalogue())
    assert "may-be-noggin" not in {one.code for one in made.findings}
