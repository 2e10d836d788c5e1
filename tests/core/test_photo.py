"""A photo on its wall: worked by hand, against a camera of its own kind, and what its spread does to the plan."""

import io
from math import hypot, log, sqrt

import numpy as np
import pytest
from numpy.typing import NDArray
from PIL import Image

from bench.rendered import Camera, draw_camera
from rockpin.catalogue import load_catalogue
from rockpin.core.base.quantities import UnitSystem
from rockpin.core.document.photo import PhotoDistance, PhotoMark, PicturePoint, StraightEdge, WallPhoto
from rockpin.core.document.wall import Opening, OpeningKind, Wall
from rockpin.core.photo import DrawnMark, Solution, Unsolved, read_photo, read_tap, solved, with_marks
from rockpin.core.photo.lens import bent, lens_of, straightened
from rockpin.core.photo.read import radius_95_mm
from rockpin.core.photo.solve import projected, slopes_of
from rockpin.core.photo.start import direct_homography

FIGURES = load_catalogue().figures.photo
WALL = Wall(id="w", name="Boat shed, gable", width_mm=5000, height_mm=2500)
DOOR = np.array([[1200.0, 0], [2026, 0], [2026, 2040], [1200, 2040]])
NAMES = ("lower left of the door", "lower right of the door", "upper right of the door", "upper left of the door")
Points = NDArray[np.float64]


def marks_at(seen: Points, known: Points | None = None) -> tuple[PhotoMark, ...]:
    places = [(None, None)] * len(seen) if known is None else known
    names = [*NAMES, *(f"mark {number}" for number in range(5, 60))]
    return tuple(
        PhotoMark(
            id=f"m{number}",
            name=names[number],
            u_px=float(u),
            v_px=float(v),
            x_mm=None if place[0] is None or np.isnan(place[0]) else float(place[0]),
            y_mm=None if place[1] is None or np.isnan(place[1]) else float(place[1]),
        )
        for number, ((u, v), place) in enumerate(zip(seen, places, strict=True))
    )


def photo_of(marks: tuple[PhotoMark, ...], **parts: object) -> WallPhoto:
    given = {"id": "p", "file": "0" * 32 + ".jpg", "width_px": 2000, "height_px": 1500, "marks": marks, **parts}
    return WallPhoto.model_validate(given)


def lying(photo: WallPhoto) -> Solution:
    found = solved(photo, FIGURES)
    assert isinstance(found, Solution), found
    return found


def tapes(lengths: dict[tuple[int, int], float], *, check: bool = False) -> tuple[PhotoDistance, ...]:
    return tuple(
        PhotoDistance(id=f"d{a}{b}", first=f"m{a}", second=f"m{b}", distance_mm=length, check=check)
        for (a, b), length in lengths.items()
    )


# a square of 1 seen as (0,0) (2,0) (1,1) (0,1): u = 2x/(1+y), v = 2y/(1+y)·(1/1) … solved by hand below
def test_a_homography_worked_by_hand() -> None:
    """The trapezium (0,0) (4,0) (3,1) (1,1) of a unit square: u = (4x + 2y·½·2)/(1 + y) with v = 2y/(1 + y).

    At y = 1 the depth is 2: u = (4x + 2)/2 = 2x + 1 runs from 1 to 3, and v = 1. At y = ½, x = ½ the depth is 3/2:
    u = (2 + 1)/1.5 = 2 and v = 1/1.5 = 2/3.
    """
    square = np.array([[0.0, 0], [1, 0], [1, 1], [0, 1]])
    found = direct_homography(square, np.array([[0.0, 0], [4, 0], [3, 1], [1, 1]]))
    assert found is not None
    assert found == pytest.approx(np.array([[4.0, 2, 0], [0, 2, 0], [0, 1, 1]]), abs=1e-9)
    u, v, w = found @ [0.5, 0.5, 1.0]
    assert (u / w, v / w) == pytest.approx((2.0, 2 / 3))


def test_places_in_a_line_lie_nowhere() -> None:
    line = np.array([[0.0, 0], [1, 0], [2, 0], [3, 0]])
    assert direct_homography(line, line * 2) is None
    known = np.array([[500.0, 900], [1000, 900], [2000, 900], [3000, 900]])
    found = solved(photo_of(marks_at(known / 3, known)), FIGURES)
    assert isinstance(found, Unsolved)
    assert "in one line" in found.wants


def test_front_on_a_photo_is_a_matter_of_scale() -> None:
    """Half a point to a millimetre, the floor at v = 1400: (u, v) = (x/2, 1400 - y/2)."""
    seen = np.column_stack([DOOR[:, 0] / 2, 1400 - DOOR[:, 1] / 2])
    solution = lying(photo_of(marks_at(seen, DOOR)))
    (place,) = solution.on_wall([PicturePoint(u_px=1600, v_px=650)])
    assert place == pytest.approx((3200, 1500), abs=1e-3)
    assert solution.on_picture(np.array([[3200.0, 1500.0]]))[0] == pytest.approx((1600, 650), abs=1e-3)


def test_front_on_the_spread_of_a_tap_is_its_size_over_the_scale() -> None:
    """Forty marks pin the photo down; a tap of 2 points is then 4 mm each way, and 95 % lie within √(-2·ln 0.05)·4."""
    grid = np.array([[x, y] for x in np.linspace(200, 3800, 10) for y in (100.0, 900, 1700, 2400)])
    seen = np.column_stack([grid[:, 0] / 2, 1400 - grid[:, 1] / 2])
    solution = lying(photo_of(marks_at(seen, grid)))
    assert radius_95_mm(solution.covariance_mm2(2000, 1200, 2.0)) == pytest.approx(sqrt(-2 * log(0.05)) * 4, rel=0.06)


def test_the_slopes_of_a_projection_are_those_of_its_differences() -> None:
    """A photo from the side: each of its eight numbers and each place moved by a little, both ways."""
    matrix = np.array([0.9, 0.1, 20.0, -0.05, 1.1, 30.0, 2e-4, -1e-4])
    places = np.array([[150.0, 80.0], [900.0, 400.0], [40.0, 700.0]])
    by_matrix, by_place = slopes_of(matrix, places)
    for number in range(8):
        step = np.zeros(8)
        step[number] = 1e-6 * max(1.0, abs(matrix[number])) if number < 6 else 1e-9
        change = (projected(matrix + step, places) - projected(matrix - step, places)) / (2 * step[number])
        assert by_matrix[:, :, number] == pytest.approx(change, rel=1e-4, abs=1e-3)
    for axis in range(2):
        move = np.eye(2)[axis] * 1e-3
        change = (projected(matrix, places + move) - projected(matrix, places - move)) / 2e-3
        assert by_place[:, :, axis] == pytest.approx(change, rel=1e-5, abs=1e-7)


@pytest.mark.parametrize(("across", "factor"), [(1.0, sqrt(-2 * log(0.05))), (0.0, 1.959964)])
def test_the_circle_that_holds_95_of_100(across: float, factor: float) -> None:
    """A round spread by Rayleigh's law, a spread along one line by the normal one."""
    assert radius_95_mm(np.diag([9.0, 9.0 * across])) == pytest.approx(3 * factor, rel=2e-3)


@pytest.mark.parametrize("k1", [-0.15, -0.03, 0.0, 0.08])
def test_a_lens_is_undone(k1: float) -> None:
    seen = np.array([[0.0, 0], [0.3, -0.5], [-0.6, 0.7], [0.8, 0.6]])
    assert bent(straightened(seen, k1), k1) == pytest.approx(seen, abs=1e-9)


def test_straight_edges_tell_the_lens() -> None:
    camera = Camera((2500, 1400, 3600), (2500, 1250), 0.0, 1200, 2000, 1500, kappa1=-0.12)
    sides = (((200, 2350), (4800, 2350)), ((300, 150), (300, 2350)), ((200, 150), (4800, 150)))
    edges = []
    for number, (one, other) in enumerate(sides):
        places = np.linspace(one, other, 11)
        seen = camera.picture(places[camera.sees(places)])
        edges.append(
            StraightEdge(id=f"e{number}", points=tuple(PicturePoint(u_px=float(u), v_px=float(v)) for u, v in seen))
        )
    marks = marks_at(camera.picture(DOOR), DOOR)
    places = np.array([[300.0, 2300], [4600, 2300], [4600, 200], [3000, 1200]])
    taps = [PicturePoint(u_px=float(u), v_px=float(v)) for u, v in camera.picture(places)]
    off = {}
    for name, told in (("straight", ()), ("told", tuple(edges))):
        found = lying(photo_of(marks, edges=told)).on_wall(taps)
        off[name] = max(hypot(*row) for row in found - places)
    assert off["told"] < 12
    assert off["told"] < off["straight"] / 4


def test_four_strips_of_tape_with_sides_and_diagonals_lie_where_their_corners_do() -> None:
    camera = draw_camera(np.random.default_rng(3), 5000, 2500)
    corners = np.array([[1500.0, 700], [2700, 700], [2710, 1690], [1490, 1700]])
    lengths = {(a, b): hypot(*(corners[a] - corners[b])) for b in range(4) for a in range(b)}
    known = np.full((4, 2), np.nan)
    known[0], known[1, 1] = corners[0], corners[1, 1]
    solution = lying(photo_of(marks_at(camera.picture(corners), known), distances=tapes(lengths)))
    places = np.array([[2000.0, 1200], [3000, 1500]])
    taps = [PicturePoint(u_px=float(u), v_px=float(v)) for u, v in camera.picture(places)]
    assert solution.on_wall(taps) == pytest.approx(places, abs=0.5)


def test_tape_that_lies_nowhere_on_the_wall_is_asked_where() -> None:
    corners = np.array([[0.0, 0], [1200, 0], [1200, 900], [0, 900]])
    lengths = {(a, b): hypot(*(corners[a] - corners[b])) for b in range(4) for a in range(b)}
    seen = np.column_stack([300 + corners[:, 0] / 2, 1000 - corners[:, 1] / 2])
    found = solved(photo_of(marks_at(seen), distances=tapes(lengths)), FIGURES)
    assert isinstance(found, Unsolved)
    assert "say where one mark lies" in found.wants


def test_corners_mixed_up_are_not_put_on_the_wall() -> None:
    camera = draw_camera(np.random.default_rng(3), 5000, 2500)
    seen = camera.picture(DOOR)
    found = solved(photo_of(marks_at(seen[[1, 0, 3, 2]], DOOR)), FIGURES)
    assert isinstance(found, Unsolved)
    assert "mixed up" in found.wants
    wants = solved(photo_of(marks_at(seen[:3], DOOR[:3])), FIGURES)
    assert isinstance(wants, Unsolved)
    assert wants.wants == "Mark 1 more place on the photo that you know on the wall."


def test_a_bad_corner_is_named_where_others_can_tell() -> None:
    camera = draw_camera(np.random.default_rng(8), 5000, 2500)
    known = np.vstack([DOOR, [[2900, 600], [3400, 1900], [700, 1500]]])
    seen = camera.picture(known)
    seen[2] += [34, -20]
    reading = read_photo(photo_of(marks_at(seen, known)), WALL, UnitSystem.METRIC, FIGURES)
    assert [mark.id for mark in reading.marks if mark.odd] == ["m2"]
    # four marks always fit, so that none of them can be told to be wrong
    four = read_photo(photo_of(marks_at(seen[:4], DOOR)), WALL, UnitSystem.METRIC, FIGURES)
    assert not any(mark.odd for mark in four.marks)
    assert "four marks always fit" in four.sentence


def test_marks_that_a_button_put_there_say_nothing_until_they_sit_on_their_places() -> None:
    known = np.vstack([DOOR, [[3000.0, 1000]]])
    marks = marks_at(known * [0.4, -0.4] + [0, 1400], known)
    asked = {}
    for count in (1, 4):
        waiting = tuple(mark.model_copy(update={"waits": number < count}) for number, mark in enumerate(marks[:4]))
        reading = read_photo(photo_of(waiting), WALL, UnitSystem.METRIC, FIGURES)
        asked[count] = reading.wants
        assert not reading.lies
        assert read_tap(photo_of(waiting), 1500, 1000, 1.0, UnitSystem.METRIC, FIGURES) is None
        assert [("not on its place yet" in one.sentence) for one in reading.marks] == [n < count for n in range(4)]
    assert asked[1].startswith("Drag the mark that waits onto its place")
    assert asked[4].startswith("Drag 4 marks onto their places")

    # a fifth one far from its place, and a tape to it, change nothing
    astray = marks[4].model_copy(update={"u_px": 100.0, "v_px": 100.0, "waits": True})
    without = lying(photo_of(marks[:4]))
    photo = photo_of((*marks[:4], astray), distances=tapes({(0, 4): 100.0}, check=True))
    assert (lying(photo).to_picture == without.to_picture).all()
    assert lying(photo).grown == without.grown
    said = read_photo(photo, WALL, UnitSystem.METRIC, FIGURES)
    assert not said.checks
    assert "One mark is not on a place yet and not counted." in said.sentence


def test_a_check_that_does_not_agree_makes_all_that_is_tapped_worse() -> None:
    camera = draw_camera(np.random.default_rng(8), 5000, 2500)
    known = np.vstack([DOOR, [[3600, 600], [3600, 1900]]])
    seen = marks_at(camera.picture(known), np.vstack([DOOR, np.full((2, 2), np.nan)]))
    spread, said = {}, {}
    for name, length in (("right", 1300.0), ("wrong", 1420.0)):
        photo = photo_of(seen, distances=tapes({(4, 5): length}, check=True))
        reading = read_photo(photo, WALL, UnitSystem.METRIC, FIGURES)
        (check,) = reading.checks
        assert check.agrees is (name == "right")
        tap = read_tap(photo, 3600, 1200, 1.0, UnitSystem.METRIC, FIGURES)
        assert tap is not None
        spread[name], said[name] = tap.spread_mm, reading.sentence
    assert spread["wrong"] > 1.5 * spread["right"]
    assert "does not agree" in said["wrong"]
    assert "four marks" not in said["right"]


NAMED = {
    "by the ceiling": (2500.0, 2450.0),
    "by the floor": (2500.0, 50.0),
    "at the left end": (50.0, 1250.0),
    "at the right end": (4950.0, 1250.0),
    "in the middle": (2500.0, 1250.0),
}
"""Places of a wall of 5 × 2.5 m that every photo is asked about."""


def test_it_says_how_good_it_is_where(  # the further from what was marked, the worse
) -> None:
    camera = draw_camera(np.random.default_rng(8), 5000, 2500)
    wall = WALL.model_copy(
        update={"openings": (Opening(id="d", kind=OpeningKind.DOOR, x_mm=1200, y_mm=0, width_mm=826, height_mm=2040),)}
    )
    reading = read_photo(photo_of(marks_at(camera.picture(DOOR), DOOR)), wall, UnitSystem.METRIC, FIGURES)
    spreads = {place.label: place.spread_mm for place in reading.places}
    assert spreads["at the door"] == min(spreads.values())
    assert spreads["at the right end"] > 2 * spreads["at the door"]
    assert reading.sentence.startswith("What you tap on it is good to ")
    # of places that it does not show nothing is said
    sees = {label: bool(camera.sees(np.array([place]))[0]) for label, place in NAMED.items()}
    assert {label for label, seen in sees.items() if seen} == set(spreads) - {"at the door"}
    # what it does not show is not read off it
    assert (
        read_tap(photo_of(marks_at(camera.picture(DOOR), DOOR)), 30_000, 1200, 1.0, UnitSystem.METRIC, FIGURES) is None
    )


def test_ninety_five_of_a_hundred_taps_lie_within_what_is_said() -> None:
    rng = np.random.default_rng(11)
    inside: list[bool] = []
    while len(inside) < 1500:
        camera = draw_camera(rng, 5000, 2500)
        if not camera.sees(DOOR).all():
            continue
        known = DOOR + rng.normal(0, FIGURES.tape_mm, DOOR.shape)
        seen = camera.picture(DOOR) + rng.normal(0, FIGURES.tap_screen_px, DOOR.shape)
        solution = lying(photo_of(marks_at(seen, known)))
        places = np.column_stack([rng.uniform(0, 5000, 25), rng.uniform(0, 2500, 25)])
        places = places[camera.sees(places)]
        taps = camera.picture(places) + rng.normal(0, FIGURES.tap_screen_px, places.shape)
        found = solution.on_wall([PicturePoint(u_px=float(u), v_px=float(v)) for u, v in taps])
        inside += [
            hypot(*(there - place))
            <= radius_95_mm(solution.covariance_mm2(float(there[0]), float(there[1]), FIGURES.tap_screen_px))
            for place, there in zip(places, found, strict=True)
        ]
    assert np.mean(inside) == pytest.approx(0.95, abs=0.03)


def test_a_mark_is_drawn_where_it_lies_a_cross_as_wide_as_high_with_a_ring_of_half_its_size() -> None:
    """Front on, ten pixels for a millimetre of a wall of 200 × 150; the picture kept at half its size."""
    seen = np.array([[200.0, 1300], [1800, 1300], [1800, 200], [200, 200]])
    known = np.array([[20.0, 20], [180, 20], [180, 130], [20, 130]])
    photo = photo_of(marks_at(seen, known))
    blank = io.BytesIO()
    Image.new("RGB", (1000, 750), (120, 120, 120)).save(blank, "JPEG", quality=95)
    made = with_marks(blank.getvalue(), photo, lying(photo), [DrawnMark(100, 75, "", "")])
    drawn = np.asarray(Image.open(io.BytesIO(made)).convert("RGB"), dtype=float)
    dark = drawn[:, :, 0] < 80
    u, v, arm = 500, 375, max(16, round(1000 / 70))
    for sign in (-1, 1):
        for share, inked in ((0.3, True), (0.9, True), (1.3, False)):
            at = round(sign * arm * share)
            assert dark[v, u + at] == dark[v + at, u] == inked, (sign, share)
        # on the ring, between the arms; outside it nothing
        ring = round(sign * arm / 2 / np.sqrt(2))
        assert dark[v + ring - 1 : v + ring + 2, u + ring - 1 : u + ring + 2].any()
        far = round(sign * arm * 0.8)
        assert not dark[v + far, u + far]


def test_an_edge_that_tells_nothing_leaves_the_lens_as_unsure_as_such_lenses_are() -> None:
    points = np.column_stack([np.linspace(-0.8, 0.8, 9), np.full(9, 0.6)])
    k1, spread = lens_of([(points, 1e6)], 0.02, 0.1)
    assert k1 == pytest.approx(0, abs=1e-3)
    assert spread == pytest.approx(0.1, rel=1e-2)
    assert lens_of([], 0.02, 0.1) == (0, 0.02)
    # by the normal equations of one unknown: a bow of c·k₁ at each point, 1/σ² = Σ c²/s² + 1/marked²
    sigma, step = 0.003, 1e-4
    bows = (bow(points, step) - bow(points, -step)) / (2 * step)
    _, spread = lens_of([(points, sigma)], 0.02, 0.1)
    assert spread == pytest.approx((float(bows @ bows) / sigma**2 + 0.1**-2) ** -0.5, rel=0.02)


def bow(points: Points, k1: float) -> Points:
    """How far points lie off the line that fits them best, once a lens is undone."""
    undone = straightened(points, k1)
    around = undone - undone.mean(axis=0)
    normal = np.linalg.svd(around, full_matrices=False)[2][1]
    return np.asarray(around @ (normal * np.sign(normal[1])))
