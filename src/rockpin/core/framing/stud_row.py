"""Where do the studs stand? Fits x = x0 + k·p over the region's pitches to hits of which some are wrong.

Each hit is a draw from a mixture: about a stud of the row, normal with the spread of its kind and the wander of
studs, or anywhere on the wall. Pitch and offset are summed over a grid, so that two pitches that fit alike are both
reported. Each stud's place is then a density on a 1 mm grid, in which pins are certain.
"""

from collections.abc import Sequence
from math import log, sqrt
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from rockpin.core.document.evidence import HitKind
from rockpin.core.document.job import Region
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.identification import Era

Values = NDArray[np.float64]

_OFFSET_STEP_MM = 2.0
_SHARES = (0.3, 1.0, 2.0, 3.5)
"""The share of spurious hits is not known: these multiples of the usual one are summed over."""
_HALF_RANGE_MM = 90
VOID_TELLS_MM = 120.0
"""So far [mm] from where a stud is expected a pin into a void may still tell where it is not."""
_SHARED_MM = 25.0
"""Places of two rows nearer than this are one stud."""


class Located(NamedTuple):
    """A hit on the line: its place, its kind, its spread [mm], and the width between edges where it has one."""

    id: str
    kind: HitKind
    x_mm: float
    sigma_mm: float
    width_mm: float | None


class PitchFit(NamedTuple):
    """One pitch with its chance, the best offset [mm] of its row and that offset's spread."""

    key: str
    pitch_mm: float
    chance: float
    offset_mm: float
    offset_sigma_mm: float


class Lattice(NamedTuple):
    """All pitches by chance, and where they put studs: centre, spread [mm] and chance.

    ``no_pitch``: the chance that the studs keep none.
    """

    pitches: tuple[PitchFit, ...]
    no_pitch: float
    centres: tuple[tuple[float, float, float], ...]


class StudFit(NamedTuple):
    """One stud: the density of its centre on a 1 mm grid from ``from_mm`` on, and the chance that it exists."""

    centre_mm: float
    sigma_mm: float
    low_mm: float
    high_mm: float
    exists: float
    hits: tuple[str, ...]
    from_mm: int
    density: Values
    pinned: bool


def _log_normal(distance: Values, sigma: Values | float) -> Values:
    return np.asarray(-0.5 * (distance / sigma) ** 2 - np.log(sigma * sqrt(2 * np.pi)))


def offset_logs(
    pitch_mm: float, offsets: Values, hits: Sequence[Located], voids: Values, elsewhere: Values, catalogue: Catalogue
) -> Values:
    """Log likelihood [1] of all hits for each offset [mm] of a row, against hits spread evenly over the wall.

    ``voids``: where pins met none [mm]. ``elsewhere``: for each hit its density [1] as one on a stud at a corner or
    beside an opening, against an even spread.
    """
    figures = catalogue.figures.framing
    x = np.array([hit.x_mm for hit in hits])
    sigma = np.hypot(np.array([hit.sigma_mm for hit in hits]), figures.stud_wander_mm)

    def residual(places: Values) -> Values:
        return np.asarray((places[None, :] - offsets[:, None] + pitch_mm / 2) % pitch_mm - pitch_mm / 2)

    beside = figures.hit_beside if elsewhere.any() else 0.0
    near = pitch_mm * np.exp(_log_normal(residual(x), sigma[None, :]))
    logs = np.stack(
        [
            np.log((1 - share) * ((1 - beside) * near + beside * elsewhere) + share).sum(axis=1)
            for share in (min(0.6, figures.hit_spurious * factor) for factor in _SHARES)
        ]
    )
    total = np.asarray(np.logaddexp.reduce(logs, axis=0) - log(len(_SHARES)))
    return np.asarray(total + _void_logs(pitch_mm, offsets, voids, catalogue))


def _void_logs(pitch_mm: float, offsets: Values, voids: Values, catalogue: Catalogue) -> Values:
    """Log likelihood of pins into voids for each offset of a row: a stud of the row there would have been met."""
    figures = catalogue.figures.framing
    aside = (voids[None, :] - offsets[:, None] + pitch_mm / 2) % pitch_mm - pitch_mm / 2
    # unless it is missing or off the pitch
    return np.asarray((np.abs(aside) < 15).sum(axis=1) * log(figures.stud_missing + figures.stud_off_pitch))


def _every_second(
    pitch_mm: float, hits: Sequence[Located], voids: Values, elsewhere: Values, catalogue: Catalogue
) -> float:
    """Log likelihood of the hits if they met every second stud of a row only, as who follows the board's joints does.

    So a pitch twice the true one is never named alone on hits that fit both: only what was looked at between tells.
    """
    offsets = np.arange(0, 2 * pitch_mm, _OFFSET_STEP_MM)
    logs = offset_logs(2 * pitch_mm, offsets, hits, np.array([]), elsewhere, catalogue)
    logs = logs + _void_logs(pitch_mm, offsets, voids, catalogue)
    return float(np.logaddexp.reduce(logs)) - log(len(offsets))


def fit_lattice(
    hits: Sequence[Located],
    beside_mm: Sequence[float],
    width_mm: float,
    region: Region,
    catalogue: Catalogue,
    era: Era = Era.UNKNOWN,
) -> Lattice:
    """The chance of each pitch of the region, with the offset of its row. Pins into voids count against a row.

    ``beside_mm``: where studs stand off the row, at corners and openings. In old houses studs often keep no pitch.
    """
    figures = catalogue.figures.framing
    voids = np.array([hit.x_mm for hit in hits if hit.kind is HitKind.PIN_VOID])
    solid = [hit for hit in hits if hit.kind is not HitKind.PIN_VOID]
    rows = [(row, row.regions[region]) for row in catalogue.belief.pitches if row.regions[region] > 0]
    places = np.array(list(beside_mm))
    spread = catalogue.figures.framing.corner_stud_sigma_mm
    elsewhere = np.array(
        [
            width_mm
            / max(len(places), 1)
            * np.exp(_log_normal(hit.x_mm - places, np.hypot(hit.sigma_mm, spread))).sum()
            for hit in solid
        ]
    )
    weighed = []
    for row, prior in rows:
        offsets = np.arange(0, row.pitch_mm, _OFFSET_STEP_MM)
        logs = offset_logs(row.pitch_mm, offsets, solid, voids, elsewhere, catalogue)
        total = float(np.logaddexp.reduce(logs)) - log(len(offsets))
        if any(abs(other.pitch_mm - 2 * row.pitch_mm) < 0.01 * row.pitch_mm for other, _ in rows):
            second = _every_second(row.pitch_mm, solid, voids, elsewhere, catalogue)
            share = figures.hits_every_second
            total = float(np.logaddexp(total + log(1 - share), second + log(share)))
        weighed.append((row, offsets, logs, log(prior) + total))
    none = log(figures.no_pitch_old if era in (Era.BEFORE_1920, Era.FROM_1920) else figures.no_pitch)
    best = max([none, *(total for *_, total in weighed)])
    masses = np.exp(np.array([total for *_, total in weighed]) - best)
    whole = float(masses.sum() + np.exp(none - best))
    fits = []
    for (row, offsets, logs, _), mass in zip(weighed, masses, strict=True):
        chance = np.exp(logs - logs.max())
        chance /= chance.sum()
        middle = float(offsets[int(chance.argmax())])
        aside = (offsets - middle + row.pitch_mm / 2) % row.pitch_mm - row.pitch_mm / 2
        near = np.abs(aside) < 40
        weight = chance[near] / chance[near].sum()
        mean = float(aside[near] @ weight)
        spread = sqrt(float((aside[near] - mean) ** 2 @ weight) + _OFFSET_STEP_MM**2 / 12)
        fits.append(PitchFit(row.key, row.pitch_mm, float(mass) / whole, (middle + mean) % row.pitch_mm, spread))
    fits.sort(key=lambda fit: -fit.chance)
    return Lattice(
        pitches=tuple(fits), no_pitch=float(np.exp(none - best)) / whole, centres=_centres(fits, width_mm, catalogue)
    )


def _centres(fits: Sequence[PitchFit], width_mm: float, catalogue: Catalogue) -> tuple[tuple[float, float, float], ...]:
    """Places (centre, spread, chance) where the likely rows put studs.

    Places that rows share are put together: where they differ by a little, nobody knows which of them it is.
    """
    found: list[list[tuple[float, float, float]]] = []
    for fit in fits:
        if fit.chance < catalogue.figures.framing.pitch_drawn:
            continue
        for number in range(int((width_mm - fit.offset_mm) // fit.pitch_mm) + 1):
            centre = fit.offset_mm + number * fit.pitch_mm
            shared = next((one for one in found if abs(one[0][0] - centre) < _SHARED_MM), None)
            place = (centre, fit.offset_sigma_mm, fit.chance)
            if shared:
                shared.append(place)
            else:
                found.append([place])
    return tuple(sorted(map(mixture_moments, found)))


def mixture_moments(places: Sequence[tuple[float, float, float]]) -> tuple[float, float, float]:
    """Mean [mm], spread [mm] and chance [1] of one stud that several rows put at places of their own, as a mixture."""
    whole = sum(chance for *_, chance in places)
    mean = sum(centre * chance for centre, _, chance in places) / whole
    square = sum((sigma**2 + (centre - mean) ** 2) * chance for centre, sigma, chance in places) / whole
    return mean, sqrt(square), min(1.0, whole)


def _pins(log_density: Values, grid: Values, hits: Sequence[Located], width_mm: float) -> Values:
    """Pins are certain: wood within the stud's width, a void outside of it."""
    for hit in hits:
        inside = np.abs(grid - hit.x_mm) <= width_mm / 2
        if hit.kind is HitKind.PIN_WOOD:
            log_density = np.where(inside, log_density, -60.0)
        elif hit.kind is HitKind.PIN_VOID:
            log_density = np.where(inside, -60.0, log_density)
    return log_density


def _blurred(density: Values, sigma_mm: float) -> Values:
    """A density on the 1 mm grid with a normal error [mm] on top of it; its sum is kept."""
    if sigma_mm <= 0:
        return density
    reach = int(4 * sigma_mm) + 1
    steps = np.arange(-reach, reach + 1)
    kernel = np.exp(-0.5 * (steps / sigma_mm) ** 2)
    blurred = np.convolve(density, kernel / kernel.sum(), mode="same")
    return np.asarray(blurred * density.sum() / blurred.sum())


def fit_stud(
    expected: tuple[float, float, float] | None,
    hits: Sequence[Located],
    width_mm: float,
    catalogue: Catalogue,
    *,
    shared_mm: float = 0.0,
    no_pitch: float = 0.0,
    stated: bool = False,
) -> StudFit:
    """One stud from where its row puts it (centre, spread, chance), if any does, and the hits about it.

    ``hits`` holds at least one hit where no row expects a stud. The density of the centre is the product of the row's
    expectation and of each hit's, each with its share of being wrong. ``shared_mm``: an error that all hits of a sweep
    have in common, which does not average out. ``no_pitch``: the chance [1] that its row is none. ``stated``: somebody
    says that it stands there, and ``expected`` has how surely: no pitch puts it there, and it strays from none.
    """
    figures = catalogue.figures.framing
    solid = [hit for hit in hits if hit.kind is not HitKind.PIN_VOID]
    about = expected[0] if expected else float(np.mean([hit.x_mm for hit in solid]))
    start = round(about) - _HALF_RANGE_MM
    grid = np.arange(start, start + 2 * _HALF_RANGE_MM + 1, dtype=np.float64)
    even = 1 / len(grid)
    logs = np.full(len(grid), log(even))
    if expected:
        spread = expected[1] if stated else sqrt(expected[1] ** 2 + figures.stud_wander_mm**2)
        # what was hit stands where it stands, whether or not the rows that expect it there are the true ones
        right = expected[2] if solid else 1.0
        strays = figures.stated_wrong if stated else min(0.6, 1 - (1 - figures.stud_off_pitch - no_pitch) * right)
        logs = np.log((1 - strays) * np.exp(_log_normal(grid - about, spread)) + strays * even)
    for hit in solid:
        if hit.kind is not HitKind.PIN_WOOD:
            wrong = figures.hit_spurious
            near = np.exp(_log_normal(grid - hit.x_mm, hit.sigma_mm))
            logs = logs + np.log((1 - wrong) * near + wrong * even)
    free = _blurred(np.exp(logs - logs.max()), shared_mm)
    logs = np.log(np.maximum(free, 1e-300))
    mass_before = float(free.sum())
    logs = _pins(logs, grid, hits, width_mm)
    density = np.exp(logs - logs.max())
    pinned = any(hit.kind is HitKind.PIN_WOOD for hit in hits)
    exists = (1.0 if pinned else 1 - figures.stated_wrong) if stated else _existence(expected, solid, pinned, catalogue)
    struck = float(np.exp(_pins(np.log(np.maximum(free, 1e-300)), grid, hits, width_mm)).sum())
    if not pinned and any(hit.kind is HitKind.PIN_VOID for hit in hits):
        # the stud may stand where the pin did not look, in proportion to what is left of its density
        left = min(1.0, struck / mass_before)
        exists = exists * left / (exists * left + 1 - exists)
    elif stated:
        exists = 1.0
    density /= density.sum()
    summed = np.cumsum(density)
    centre = float(grid @ density)
    return StudFit(
        centre_mm=centre,
        sigma_mm=sqrt(float((grid - centre) ** 2 @ density)),
        low_mm=float(grid[int(np.searchsorted(summed, 0.025))]) - 0.5,
        high_mm=float(grid[min(len(grid) - 1, int(np.searchsorted(summed, 0.975)))]) + 0.5,
        exists=exists,
        hits=tuple(hit.id for hit in solid),
        from_mm=start,
        density=density,
        pinned=pinned,
    )


def _existence(
    expected: tuple[float, float, float] | None, solid: Sequence[Located], pinned: bool, catalogue: Catalogue
) -> float:
    """Chance that a stud is there at all: the row's word, and each hit as a witness against a chance hit."""
    figures = catalogue.figures.framing
    if pinned:
        return 1.0
    kinds = {kind: min(hit.sigma_mm for hit in solid if hit.kind is kind) for kind in {hit.kind for hit in solid}}
    witnesses = sorted(kinds.values())
    here = expected[2] * (1 - figures.stud_missing) if expected else figures.own_stud_chance
    if not expected:
        # the first hit off the row is what that chance is about; the others are witnesses
        witnesses = witnesses[1:]
    odds = here / (1 - here)
    for sigma in witnesses:
        # a hit this near: from a stud, or one of the wrong ones that fall anywhere
        from_stud = (1 - figures.hit_spurious) / (sigma * sqrt(2 * np.pi))
        odds *= max(1.0, from_stud / (figures.hit_spurious / figures.hit_reach_mm))
    return float(odds / (1 + odds))
