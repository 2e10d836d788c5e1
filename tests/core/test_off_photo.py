"""What was read off a photo lies less surely: zones, edges, studs and coordinates know by how much."""

from math import log, sqrt

import pytest

from rockpin.catalogue import load_catalogue
from rockpin.core.base.model import Rect
from rockpin.core.document.evidence import Hit, HitKind
from rockpin.core.document.job import JobDocument
from rockpin.core.document.placing import Feature, FeatureKind, MarkKind, Reference, Side, WallMark
from rockpin.core.document.sweeps import Find, Scan, ScanMode
from rockpin.core.document.wall import OldHole, Opening, OpeningKind, Point
from rockpin.core.plan import make_plan
from rockpin.core.plan.plan import Plan
from tests.builders import brick_wall, job, plate_fixture, stud_wall

CATALOGUE = load_catalogue()
SIGMA_MM = 10.0
WITHIN_MM = sqrt(-2 * log(0.05)) * SIGMA_MM


def plan(document: JobDocument) -> Plan:
    return make_plan(document, CATALOGUE)


def codes(found: Plan) -> set[str]:
    return {one.code for stage in found.stages for one in stage.findings}


@pytest.mark.parametrize("sigma_mm", [0.0, SIGMA_MM])
def test_a_zone_grows_by_how_far_off_its_socket_may_lie(sigma_mm: float) -> None:
    wall = brick_wall(points=(Point(id="s", kind="socket", x_mm=1000, y_mm=450, sigma_mm=sigma_mm),))
    found = plan(job(wall, plate_fixture(), 2500, 1500))
    (upright,) = [zone for zone in found.elevation.zones if zone.point == "s" and zone.area.height_mm > 1000]
    (level,) = [zone for zone in found.elevation.zones if zone.point == "s" and zone.area.width_mm > 1000]
    socket = found.elevation.points[0].area
    off = WITHIN_MM if sigma_mm else 0.0
    assert upright.area.width_mm == pytest.approx(socket.width_mm + 2 * off)
    assert level.area.height_mm == pytest.approx(socket.height_mm + 2 * off)
    # the socket itself is drawn as large as it is
    assert socket.width_mm == pytest.approx(86)


@pytest.mark.parametrize(("beside_mm", "sigma_mm", "stops"), [(30, 0.0, False), (30, 20.0, True), (70, 20.0, False)])
def test_a_hole_keeps_off_a_socket_that_may_lie_nearer(beside_mm: float, sigma_mm: float, stops: bool) -> None:
    fixture = plate_fixture()
    hole = fixture.supports[0].holes[0]
    point = Point(id="s", kind="socket", x_mm=1000, y_mm=1000, sigma_mm=sigma_mm)
    found = plan(job(brick_wall(points=(point,)), fixture, 1000 + 43 + beside_mm - hole.x_mm, 1000 - hole.y_mm))
    said = [one for one in found.findings if one.code == "hole-on-point"]
    assert bool(said) is stops
    assert all("which was tapped and not measured, and may lie" in one.sentence for one in said)


def test_a_hole_right_in_a_socket_goes_into_it_however_it_was_tapped() -> None:
    fixture = plate_fixture()
    hole = fixture.supports[0].holes[0]
    point = Point(id="s", kind="socket", x_mm=1000, y_mm=1000, sigma_mm=20)
    found = plan(job(brick_wall(points=(point,)), fixture, 1000 - hole.x_mm, 1000 - hole.y_mm))
    (said,) = [one for one in found.findings if one.code == "hole-on-point" and one.where.hole == hole.id]
    assert said.sentence == "Hole 1 goes into the single socket."
    assert said.action == "Move the fixture."


@pytest.mark.parametrize(("sigma_mm", "asks"), [(0.0, False), (SIGMA_MM, True)])
def test_an_edge_of_a_door_off_a_photo_wants_the_tape(sigma_mm: float, asks: bool) -> None:
    fixture = plate_fixture()
    hole = fixture.supports[0].holes[0]
    door = Opening(id="d", kind=OpeningKind.DOOR, x_mm=500, y_mm=0, width_mm=800, height_mm=2000, sigma_mm=sigma_mm)
    found = plan(job(brick_wall(openings=(door,)), fixture, 1300 + 15 - hole.x_mm, 1000 - hole.y_mm))
    assert ("opening-not-sure" in codes(found)) is asks


def test_an_old_hole_off_a_photo_may_lie_nearer() -> None:
    fixture = plate_fixture()
    hole = fixture.supports[0].holes[0]
    for sigma_mm, near in ((0.0, False), (SIGMA_MM, True)):
        old = OldHole(id="o", x_mm=1000, y_mm=1000, diameter_mm=6, sigma_mm=sigma_mm)
        found = plan(job(brick_wall(old_holes=(old,)), fixture, 1000 + 40 - hole.x_mm, 1000 - hole.y_mm))
        assert ("old-hole-near" in codes(found)) is near


def test_studs_by_screw_heads_on_a_photo_are_as_unsure_as_the_photo() -> None:
    """All hits are on one photo and share its error: it does not average out."""
    spreads = {}
    for sigma_mm in (0.0, 15.0):
        hits = tuple(
            Hit(id=f"h{n}", kind=HitKind.MAGNET, x_mm=400 + 600 * n, y_mm=900, sigma_mm=sigma_mm) for n in range(4)
        )
        wall = stud_wall(framing=None, hits=hits)
        found = plan(job(wall, plate_fixture(), 1500, 1500))
        member = min(found.elevation.members, key=lambda one: abs(one.rect.centre_x_mm - 400))
        spreads[sigma_mm] = member.sigma_mm
    assert spreads[15.0] >= 15.0
    assert spreads[0.0] < 10


def test_a_find_tapped_on_a_photo_keeps_off_as_far_as_both_err() -> None:
    def keep_off(photo_sigma_mm: float) -> float:
        find = Find(id="f", x_mm=1000, y_mm=0, x2_mm=1000, y2_mm=2000, sigma_mm=9, photo_sigma_mm=photo_sigma_mm)
        area = Rect(x_mm=500, y_mm=0, width_mm=1000, height_mm=2000)
        wall = brick_wall(scans=(Scan(id="s", mode=ScanMode.METAL, area=area, finds=(find,)),))
        return plan(job(wall, plate_fixture(), 2500, 1500)).elevation.finds[0].keep_off_mm

    # hypot(9, 12) = 15, and finds keep off by two spreads
    assert keep_off(12) - keep_off(0) == pytest.approx(2 * (15 - 9))
    # beyond them the margin that is kept round any find
    assert keep_off(0) == pytest.approx(load_catalogue().figures.hidden.find_margin_mm + 2 * 9)


def test_what_is_measured_from_a_door_off_a_photo_shows_it_in_every_figure() -> None:
    door = Opening(id="d", kind=OpeningKind.DOOR, x_mm=500, y_mm=0, width_mm=800, height_mm=2000, sigma_mm=SIGMA_MM)
    placed = job(brick_wall(openings=(door,)), plate_fixture(), 1800, 1500)
    held = Reference(
        feature=Feature(kind=FeatureKind.OUTLINE, side=Side.LOW),
        mark=WallMark(kind=MarkKind.OPENING, id="d", side=Side.HIGH),
        distance_mm=400,
    )
    place = placed.placement.model_copy(update={"along": held})
    found = plan(placed.model_copy(update={"placement": place}))
    assert "measured-from-a-photo" in codes(found)
    mark = found.measures.marks[0]
    # √(-2·ln 0.05)·10 = 24.5 mm, up to the next whole one
    assert mark.left_text.endswith(" ± 25 mm")
    assert "±" not in mark.up_text
    assert found.verdict.word == plan(placed).verdict.word
