"""Whether places read off a photo lie within what is said of them, from many poses, and what a photo costs."""

import io
import time
from collections.abc import Callable
from dataclasses import dataclass
from math import hypot

import numpy as np
from numpy.typing import NDArray
from PIL import Image

from bench.rendered import Camera, draw_camera, render
from bench.timing import quantile, reference_ms
from rockpin.catalogue import load_catalogue
from rockpin.core.base.quantities import UnitSystem
from rockpin.core.document.photo import PhotoDistance, PhotoMark, PicturePoint, StraightEdge, WallPhoto
from rockpin.core.document.wall import Wall
from rockpin.core.photo import Solution, put_upright, read_photo, shrunk, solved
from rockpin.core.photo.read import radius_95_mm

Points = NDArray[np.float64]
Rng = np.random.Generator

_POSES = 40
_WALL = Wall(id="w", name="Sail loft, long wall", width_mm=5000, height_mm=2500)
_EDGES = (((200, 2400), (4800, 2400)), ((300, 100), (300, 2400)), ((200, 150), (4800, 150)))
_FIGURES = load_catalogue().figures.photo


@dataclass(frozen=True)
class _Told:
    """What somebody marks: the door alone, more besides, tape with nothing else known, or edges of a bent picture."""

    more: int = 0
    tape: bool = False
    edges: bool = False
    lens: float = 0.0


_WAYS = {
    "a door's four corners": _Told(),
    "and three more marks": _Told(more=3),
    "four strips of tape": _Told(tape=True),
    "a bent lens, with edges": _Told(more=3, edges=True, lens=0.12),
    "a bent lens, nothing said": _Told(lens=0.02),
}


def _points(places: Points) -> list[PicturePoint]:
    return [PicturePoint(u_px=float(u), v_px=float(v)) for u, v in places]


def _tapped(rng: Rng, camera: Camera, places: Points) -> Points:
    return camera.picture(places) + rng.normal(0, _FIGURES.tap_screen_px, places.shape)


def _photo(rng: Rng, camera: Camera, told: _Told) -> WallPhoto | None:
    x = 600 + float(rng.uniform(0, 2500))
    places = np.array([[x, 0.0], [x + 826, 0], [x + 826, 2040], [x, 2040]])
    places = np.vstack([places, np.array([[3900.0, 900], [4200, 1500], [300, 2300]])[: told.more]])
    if not camera.sees(places).all():
        return None
    known = places + rng.normal(0, _FIGURES.tape_mm, places.shape)
    if told.tape:
        known[1, 0] = known[2:] = np.nan
    marks = tuple(
        PhotoMark(
            id=f"m{n}",
            name=f"mark {n}",
            u_px=float(u),
            v_px=float(v),
            x_mm=None if np.isnan(known[n, 0]) else float(known[n, 0]),
            y_mm=None if np.isnan(known[n, 1]) else float(known[n, 1]),
        )
        for n, (u, v) in enumerate(_tapped(rng, camera, places))
    )
    tapes = []
    for a in range(4 if told.tape else 0):
        for b in range(a):
            length = hypot(*(places[a] - places[b]))
            off = rng.normal(0, hypot(_FIGURES.tape_mm, _FIGURES.tape_mm_per_m * length / 1000))
            tapes.append(PhotoDistance(id=f"d{a}{b}", first=f"m{a}", second=f"m{b}", distance_mm=length + off))
    edges = []
    for number, (one, other) in enumerate(_EDGES if told.edges else ()):
        along = np.linspace(one, other, 9)
        along = along[camera.sees(along)]
        if len(along) > 2:
            edges.append(StraightEdge(id=f"e{number}", points=tuple(_points(_tapped(rng, camera, along)))))
    return WallPhoto(
        id="p",
        file="0" * 32 + ".jpg",
        width_px=camera.width_px,
        height_px=camera.height_px,
        marks=marks,
        distances=tuple(tapes),
        edges=tuple(edges),
    )


def _coverage(rng: Rng, told: _Told) -> tuple[float, float, float, int]:
    """Share within what is said, the half of what is said and its nine tenths [mm], photos that did not lie."""
    inside: list[bool] = []
    said: list[float] = []
    poses, loose = 0, 0
    while poses < _POSES:
        camera = draw_camera(rng, _WALL.width_mm, _WALL.height_mm, lens=told.lens)
        photo = _photo(rng, camera, told)
        if photo is None:
            continue
        poses += 1
        solution = solved(photo, _FIGURES)
        if not isinstance(solution, Solution):
            loose += 1
            continue
        places = np.column_stack([rng.uniform(0, _WALL.width_mm, 50), rng.uniform(0, _WALL.height_mm, 50)])
        places = places[camera.sees(places)]
        for place, there in zip(places, solution.on_wall(_points(_tapped(rng, camera, places))), strict=True):
            covariance = solution.covariance_mm2(float(there[0]), float(there[1]), _FIGURES.tap_screen_px)
            said.append(radius_95_mm(covariance))
            inside.append(hypot(*(there - place)) <= said[-1])
    return float(np.mean(inside)), quantile(said, 0.5), quantile(said, 0.9), loose


def _loops(run: Callable[[], object], loop_ms: float, times: int = 9) -> tuple[float, float]:
    """Milliseconds and loops that something takes in the middle of so many times."""
    taken = []
    for _ in range(times):
        start = time.perf_counter()
        run()
        taken.append((time.perf_counter() - start) * 1000)
    middle = quantile(taken, 0.5)
    return middle, middle / loop_ms


def measure_photo() -> None:
    """Coverage by what was marked, then times: a photo of 12 million points kept, read, put upright."""
    print(f"\n{'marked':<28}{'within':>8}{'half mm':>9}{'nine tenths':>13}{'loose':>7}   ({_POSES} poses)")
    for number, (name, told) in enumerate(_WAYS.items()):
        share, half, most, loose = _coverage(np.random.default_rng(100 + number), told)
        print(f"{name:<28}{share:>8.1%}{half:>9.1f}{most:>13.1f}{loose:>7}")
    loop = reference_ms()
    camera = Camera((2300, 1500, 4200), (2450, 1230), 0.02, 1500, 2000, 1500)
    sent = render(camera, _WALL.width_mm, _WALL.height_mm, [(600, 0, 826, 2040)], 1)
    with Image.open(io.BytesIO(sent)) as small:
        large = io.BytesIO()
        small.resize((4000, 3000)).save(large, "JPEG", quality=90)
    kept = shrunk(large.getvalue())
    door = np.array([[600.0, 0], [1426, 0], [1426, 2040], [600, 2040]])
    marks = tuple(
        PhotoMark(id=f"m{n}", name=f"mark {n}", u_px=float(u), v_px=float(v), x_mm=float(x), y_mm=float(y))
        for n, ((u, v), (x, y)) in enumerate(zip(camera.picture(door), door, strict=True))
    )
    photo = WallPhoto(id="p", file="0" * 32 + ".jpg", width_px=2000, height_px=1500, marks=marks)
    solution = solved(photo, _FIGURES)
    reading = read_photo(photo, _WALL, UnitSystem.METRIC, _FIGURES)
    assert isinstance(solution, Solution)
    assert reading.area is not None
    area = reading.area
    print(f"\n{'':<44}{'ms':>8}{'loops':>8}")
    for name, run in (
        ("a photo of 12 million points, kept", lambda: shrunk(large.getvalue())),
        ("a door's corners, read", lambda: read_photo(photo, _WALL, UnitSystem.METRIC, _FIGURES)),
        ("a wall of 5 m, put upright", lambda: put_upright(kept.jpeg, photo, solution, area, _FIGURES)),
    ):
        ms, loops = _loops(run, loop)
        print(f"{name:<44}{ms:>8.1f}{loops:>8.1f}")
