"""What a photo tells of its wall: how well it lies there, which mark is odd, what a check says, how good a tap is."""

from dataclasses import replace
from math import hypot, sqrt

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from rockpin.core.base.model import Model, Rect
from rockpin.core.base.quantities import UnitSystem, show_length, show_within
from rockpin.core.document.photo import SURE_SPREADS, PhotoDistance, WallPhoto
from rockpin.core.document.wall import Corner, Wall
from rockpin.core.photo.solve import Solution, Unsolved, solve, tap_px
from rockpin.core.tables.figures import PhotoFigures

_MUCH_WORSE = 2.5
"""How many times worse a place is told than another before a mark there is worth asking for."""


class PlaceSpread(Model):
    """How near a place read off the photo lies to the true one in 95 of 100 cases [mm]."""

    label: str
    spread_mm: float
    text: str


class MarkReading(Model):
    """A mark and how it goes with the others. ``odd``: out by more than its spread can be."""

    id: str
    odd: bool
    sentence: str


class CheckReading(Model):
    """A distance that was kept out of the sum. ``found_mm``: what the photo makes of it [mm]."""

    id: str
    found_mm: float
    spread_mm: float
    agrees: bool
    sentence: str


class PhotoReading(Model):
    """A photo on its wall. ``wants``: what is missing where it does not lie there yet.

    ``to_picture``: rows of the matrix from wall [mm] to the straight picture [points]; ``lens``: k₁ [1].
    ``outline``: the part of the face that it shows; ``checked``: something judges it that was not put in.
    """

    id: str
    lies: bool
    wants: str
    sentence: str
    to_picture: tuple[float, ...] = Field(max_length=9)
    lens: float
    outline: tuple[Corner, ...]
    area: Rect | None
    places: tuple[PlaceSpread, ...]
    marks: tuple[MarkReading, ...]
    checks: tuple[CheckReading, ...]
    checked: bool


class TapReading(Model):
    """A place read off a photo: its spread [mm], and within what it lies in 95 of 100 cases [mm], in words."""

    sigma_mm: float
    spread_mm: float
    sentence: str


def radius_95_mm(covariance_mm2: NDArray[np.float64]) -> float:
    """Radius [mm] of the circle that holds 95 of 100 places of this covariance [mm², 2 × 2].

    For each direction of the unit normal the law of its length is Rayleigh's; the circle is halved until their mean
    is 0.95.
    """
    small, large = (sqrt(max(float(one), 1e-12)) for one in np.linalg.eigvalsh(covariance_mm2))
    turns = np.linspace(0, np.pi, 181)[:-1] + np.pi / 360
    along = (large * np.cos(turns)) ** 2 + (small * np.sin(turns)) ** 2
    low, high = 0.0, 4 * large
    for _ in range(50):
        middle = (low + high) / 2
        held = float((1 - np.exp(-(middle**2) / (2 * along))).mean())
        low, high = (middle, high) if held < 0.95 else (low, middle)
    return high


def _outline(solution: Solution, photo: WallPhoto, wall: Wall) -> list[tuple[float, float]]:
    """The part of the face that the photo shows [mm]: the face cut along the borders of the picture.

    On the wall a border of the picture is a straight line (Sutherland and Hodgman 1974, CACM 17).
    """
    u, v, w = solution.to_picture
    # at the marks w is about 1; near 0 the wall runs off to the horizon
    before = w - np.array([0.0, 0.0, 0.05])
    borders = (before, u, v, photo.width_px * w - u, photo.height_px * w - v)
    ring = [(0.0, 0.0), (wall.width_mm, 0.0), (wall.width_mm, wall.height_mm), (0.0, wall.height_mm)]
    for border in borders:
        cut: list[tuple[float, float]] = []
        for one, other in zip(ring, [*ring[1:], *ring[:1]], strict=True):
            a, b = (float(border @ [*point, 1.0]) for point in (one, other))
            if a >= 0:
                cut.append(one)
            if (a >= 0) != (b >= 0):
                share = a / (a - b)
                cut.append((one[0] + share * (other[0] - one[0]), one[1] + share * (other[1] - one[1])))
        ring = cut
    return ring


def _area(ring: list[tuple[float, float]]) -> Rect | None:
    if len(ring) < 3:
        return None
    (left, right), (low, high) = ((min(side), max(side)) for side in zip(*ring, strict=True))
    if right - left < 1 or high - low < 1:
        return None
    return Rect(x_mm=left, y_mm=low, width_mm=right - left, height_mm=high - low)


def _named_places(wall: Wall) -> list[tuple[str, float, float]]:
    middle, half = wall.width_mm / 2, wall.height_mm / 2
    places = [(f"at the {one.kind}", one.rect.centre_x_mm, one.rect.centre_y_mm) for one in wall.openings]
    return [
        *places,
        ("by the ceiling", middle, wall.height_mm - 50),
        ("by the floor", middle, 50.0),
        ("at the left end", 50.0, half),
        ("at the right end", wall.width_mm - 50, half),
        ("in the middle", middle, half),
    ]


def _shows(solution: Solution, photo: WallPhoto, x_mm: float, y_mm: float) -> bool:
    if float(solution.to_picture[2] @ [x_mm, y_mm, 1.0]) <= 0:
        return False
    u, v = solution.on_picture(np.array([[x_mm, y_mm]]))[0]
    return bool(0 <= u <= photo.width_px and 0 <= v <= photo.height_px)


def _spreads(solution: Solution, photo: WallPhoto, wall: Wall, units: UnitSystem, tap: float) -> list[PlaceSpread]:
    found: dict[str, PlaceSpread] = {}
    for label, x, y in _named_places(wall):
        if label not in found and _shows(solution, photo, x, y):
            spread = radius_95_mm(solution.covariance_mm2(x, y, tap))
            found[label] = PlaceSpread(label=label, spread_mm=spread, text=show_within(spread, units))
    return sorted(found.values(), key=lambda one: one.spread_mm)


def _check(
    solution: Solution, photo: WallPhoto, one: PhotoDistance, units: UnitSystem, figures: PhotoFigures
) -> CheckReading:
    marks = {mark.id: mark for mark in photo.marks}
    first, second = marks[one.first], marks[one.second]
    found, sigma = solution.distance_mm(first, second, (tap_px(first.zoom, figures), tap_px(second.zoom, figures)))
    sigma = hypot(sigma, figures.tape_mm, figures.tape_mm_per_m * one.distance_mm / 1000)
    off, spread = abs(found - one.distance_mm), 1.96 * sigma
    agrees = off <= spread
    said = f"From {first.name} to {second.name} the tape says {show_length(one.distance_mm, units)}, the photo "
    said += f"{show_length(found, units)}: {show_within(off, units)} out, where "
    said += f"{show_within(spread, units)} were to be expected."
    if not agrees:
        said += (
            " A mark sits wrong, a measure is, or the wall is not flat; all that is tapped counts as that much worse."
        )
    return CheckReading(id=one.id, found_mm=found, spread_mm=spread, agrees=agrees, sentence=said)


def solved(photo: WallPhoto, figures: PhotoFigures) -> Solution | Unsolved:
    """How a photo lies to its wall, its spread as wide as the checks by tape say."""
    solution = solve(photo, figures)
    if isinstance(solution, Unsolved):
        return solution
    worst = 1.0
    for one in photo.placed().distances:
        if one.check:
            read = _check(solution, photo, one, UnitSystem.METRIC, figures)
            worst = max(worst, abs(read.found_mm - one.distance_mm) / max(read.spread_mm, 1e-9))
    return replace(solution, grown=solution.grown * worst)


_WAITS = "not on its place yet; it does not count so far."


def _mark_readings(solution: Solution, photo: WallPhoto, units: UnitSystem, figures: PhotoFigures) -> list[MarkReading]:
    """Of several odd measures only the worst is named: it makes others look odd."""
    worst = max(solution.offs, key=lambda name: solution.offs[name], default=None)
    odd = worst if worst is not None and solution.offs[worst] > figures.odd_spreads else None
    ends = {f"tape {one.id}": (one.first, one.second) for one in photo.distances}
    found = []
    for mark, place in zip(photo.marks, solution.on_wall(photo.marks), strict=True):
        if mark.waits:
            found.append(MarkReading(id=mark.id, odd=False, sentence=f"{mark.name}: {_WAITS}"))
            continue
        known = [(at, float(there)) for at, there in zip((mark.x_mm, mark.y_mm), place, strict=True) if at is not None]
        off = hypot(*(at - there for at, there in known)) if known else 0.0
        is_odd = odd in (f"tap {mark.id}", f"place {mark.id}") or mark.id in ends.get(odd or "", ())
        said = f"{mark.name}: {show_within(off, units)} from where it should be." if known else f"{mark.name}."
        if is_odd:
            said = f"{said} That is more than a tap errs by: look whether it sits right, and whether its measures do."
        found.append(MarkReading(id=mark.id, odd=is_odd, sentence=said))
    return found


def _said(places: list[PlaceSpread], checked: bool, checks: list[CheckReading], waiting: int) -> str:
    if not places:
        said = "It shows none of this wall's face."
    elif len(places) == 1 or places[-1].text == places[0].text:
        said = f"What you tap on it is good to {places[-1].text}."
    else:
        best, worst = places[0], places[-1]
        said = f"What you tap on it is good to {best.text} {best.label}, {worst.text} {worst.label}."
        if worst.spread_mm > _MUCH_WORSE * best.spread_mm:
            said += f" One more mark {worst.label} would help most."
    if waiting:
        said += " One mark is" if waiting == 1 else f" {waiting} marks are"
        said += " not on a place yet and not counted."
    if any(not one.agrees for one in checks):
        return f"{said} A check by tape does not agree."
    if checked:
        return said
    return (
        f"{said} That rests on what you put in alone: four marks always fit. "
        "Measure one more thing between two marks, as a check."
    )


def read_photo(photo: WallPhoto, wall: Wall, units: UnitSystem, figures: PhotoFigures) -> PhotoReading:
    """How a photo lies on its wall and what can be read off it."""
    solution = solved(photo, figures)
    if isinstance(solution, Unsolved):
        return PhotoReading(
            id=photo.id,
            lies=False,
            wants=solution.wants,
            sentence="",
            to_picture=(),
            lens=0.0,
            outline=(),
            area=None,
            places=(),
            marks=tuple(
                MarkReading(id=mark.id, odd=False, sentence=f"{mark.name}: {_WAITS}" if mark.waits else f"{mark.name}.")
                for mark in photo.marks
            ),
            checks=(),
            checked=False,
        )
    ring = _outline(solution, photo, wall)
    places = _spreads(solution, photo, wall, units, tap_px(1.0, figures))
    checks = [_check(solution, photo, one, units, figures) for one in photo.placed().distances if one.check]
    # the prior of the lens is a measure too, but judges nothing by itself
    checked = bool(checks) or solution.surplus > 0
    return PhotoReading(
        id=photo.id,
        lies=True,
        wants="",
        sentence=_said(places, checked, checks, sum(mark.waits for mark in photo.marks)),
        to_picture=tuple(float(one) for one in solution.to_picture.ravel()),
        lens=solution.lens,
        outline=tuple(Corner(x_mm=x, y_mm=y) for x, y in ring),
        area=_area(ring),
        places=tuple(places),
        marks=tuple(_mark_readings(solution, photo, units, figures)),
        checks=tuple(checks),
        checked=checked,
    )


def read_tap(
    photo: WallPhoto, x_mm: float, y_mm: float, px_per_mm: float, units: UnitSystem, figures: PhotoFigures
) -> TapReading | None:
    """How good a place is that was tapped on the upright photo; None where the photo does not show it.

    ``px_per_mm``: points of the screen to a millimetre of the wall when it was tapped.
    """
    solution = solved(photo, figures)
    if isinstance(solution, Unsolved) or not _shows(solution, photo, x_mm, y_mm):
        return None
    tap_mm = figures.tap_screen_px / px_per_mm
    spread = radius_95_mm(solution.covariance_mm2(x_mm, y_mm, 0.0) + tap_mm**2 * np.eye(2))
    words = show_within(spread, units)
    return TapReading(
        sigma_mm=spread / SURE_SPREADS,
        spread_mm=spread,
        sentence=f"Read off the photo: it lies within {words} of there.",
    )
