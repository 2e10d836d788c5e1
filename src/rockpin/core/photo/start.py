"""Where to begin: a first place for every mark on the wall and a first homography, for the least squares to mend.

Distances alone fix the shape of the marks but not where it lies; what is known of single places puts it there.
"""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

Points = NDArray[np.float64]


@dataclass(frozen=True)
class Tape:
    """A distance by tape between two marks, by their places in the list [mm], and its spread [mm]."""

    first: int
    second: int
    length_mm: float
    sigma_mm: float


def direct_homography(wall: Points, picture: Points) -> Points | None:
    """The 3 × 3 matrix from wall to picture by the normalised direct linear transformation; None where there is none.

    Hartley and Zisserman, Multiple View Geometry, 2nd ed., algorithm 4.2. Wants four places or more, n × 2 each in
    any unit, no three of four in a line.
    """
    if len(wall) < 4:
        return None
    to_wall, to_picture = _normal(wall), _normal(picture)
    if to_wall is None or to_picture is None:
        return None
    a, b = _moved(to_wall, wall), _moved(to_picture, picture)
    rows = []
    for (x, y), (u, v) in zip(a, b, strict=True):
        rows.append([x, y, 1, 0, 0, 0, -u * x, -u * y, -u])
        rows.append([0, 0, 0, x, y, 1, -v * x, -v * y, -v])
    _, sizes, turned = np.linalg.svd(np.array(rows))
    # a second solution as good as the first: the places lie in a line
    if sizes[7] < 1e-6 * sizes[0]:
        return None
    found = np.linalg.inv(to_picture) @ turned[-1].reshape(3, 3) @ to_wall
    return np.asarray(found / found[2, 2]) if abs(found[2, 2]) > 1e-12 else None


def _normal(points: Points) -> Points | None:
    """The similarity that puts points about the origin at a mean distance of √2; None where they are one point."""
    middle = points.mean(axis=0)
    size = float(np.sqrt(((points - middle) ** 2).sum(axis=1)).mean())
    if size <= 0:
        return None
    scale = np.sqrt(2) / size
    return np.array([[scale, 0, -scale * middle[0]], [0, scale, -scale * middle[1]], [0, 0, 1]])


def _moved(matrix: Points, points: Points) -> Points:
    made = np.column_stack([points, np.ones(len(points))]) @ matrix.T
    return np.asarray(made[:, :2] / made[:, 2:])


def _shape(picture: Points, tapes: Sequence[Tape]) -> Points:
    """Places [mm, n × 2] whose distances are as measured, begun from the picture turned upright, lying anywhere."""
    places = picture * [1.0, -1.0]
    spans = [float(np.hypot(*(places[one.first] - places[one.second]))) for one in tapes]
    sizes = [one.length_mm / span for one, span in zip(tapes, spans, strict=True) if span > 0]
    places = places * (float(np.median(sizes)) if sizes else 1.0)
    for _ in range(60):
        rows, off = np.zeros((len(tapes), places.size)), np.zeros(len(tapes))
        for row, one in enumerate(tapes):
            way = places[one.first] - places[one.second]
            length = max(float(np.hypot(*way)), 1e-9)
            rows[row, 2 * one.first : 2 * one.first + 2] = way / length
            rows[row, 2 * one.second : 2 * one.second + 2] = -way / length
            off[row] = one.length_mm - length
        # the least step: what the distances leave open stays as it is
        step = np.linalg.lstsq(rows, off, rcond=1e-9)[0].reshape(-1, 2)
        places = places + step
        if float(np.abs(step).max()) < 1e-6:
            break
    return places


def _put(places: Points, known: Points) -> Points:
    """Places turned and moved [mm, n × 2] until what is known of them fits; known: n × 2, nan where it is not."""
    index = np.argwhere(~np.isnan(known))
    if not len(index):
        return places
    best, least = places, np.inf
    for start in np.linspace(-np.pi, np.pi, 12, endpoint=False):
        turn, move = float(start), np.zeros(2)
        for _ in range(25):
            cos, sin = np.cos(turn), np.sin(turn)
            now = places @ np.array([[cos, sin], [-sin, cos]]) + move
            slope = places @ np.array([[-sin, cos], [-cos, -sin]])
            off = np.array([known[i, j] - now[i, j] for i, j in index])
            rows = np.array([[slope[i, j], float(j == 0), float(j == 1)] for i, j in index])
            step = np.linalg.lstsq(rows, off, rcond=1e-9)[0]
            turn, move = turn + float(step[0]), move + step[1:]
            if float(np.abs(step[1:]).max()) < 1e-6 and abs(step[0]) < 1e-9:
                break
        cos, sin = np.cos(turn), np.sin(turn)
        now = places @ np.array([[cos, sin], [-sin, cos]]) + move
        cost = float(np.nansum((known - now) ** 2))
        # among fits as good, the one that stands as the photo does
        upright = cost + 1e-3 * (1 - cos)
        if upright < least:
            best, least = now, upright
    return best


def first_places(picture: Points, known: Points, tapes: Sequence[Tape]) -> Points:
    """A first place on the wall [mm, n × 2] for each mark.

    Args:
        picture: the marks on the straight picture, any unit, n × 2, v down.
        known: what is known of their places [mm, n × 2], nan where nothing is.
        tapes: distances between them.
    """
    whole = ~np.isnan(known).any(axis=1)
    if whole.sum() >= 4:
        back = direct_homography(picture[whole], known[whole])
        if back is not None:
            guessed = _moved(back, picture)
            return np.where(np.isnan(known), guessed, known)
    placed = _put(_shape(picture, tapes), known)
    return np.where(np.isnan(known), placed, known)
